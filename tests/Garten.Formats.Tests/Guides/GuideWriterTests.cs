using System.Globalization;
using System.IO.Compression;
using System.Text;
using CsvHelper;
using Garten.Core.Guides;
using Garten.Core.Guides.Text;
using Garten.Core.Guides.Text.Making;
using Garten.Formats.Guides;
using Garten.Formats.Packages;
using Garten.Testing;

namespace Garten.Formats.Tests.Guides;

/// <summary>What is written of a guide, read back, says the same.</summary>
public sealed class GuideWriterTests
{
    /// <summary>The demo guide fills every table and nearly every column of the format.</summary>
    [Fact]
    public void Every_cell_of_the_demo_guide_comes_back()
    {
        var original = PackageFiles.Read(DemoFolder);
        var written = GuideWriter.Write(GuideReader.Read(original).Guide!);
        List<string> differing = [];
        foreach (var file in original.All.Keys.Where(f => f.EndsWith(".csv", StringComparison.Ordinal)))
        {
            var (before, after) = (Rows(original, file), Rows(written, file));
            // Leads are written key by key, as they are walked; their order in the file says nothing.
            if (file is "leads.csv" or "lead_statements.csv")
            {
                before = InOrder(before);
                after = InOrder(after);
            }

            after.Count.ShouldBe(before.Count, file);
            foreach (var (was, now) in before.Zip(after))
            {
                foreach (var (column, cell) in was)
                {
                    var (expected, found) = (
                        Plain(Usual(file, column, cell)),
                        Plain(now.GetValueOrDefault(column, ""))
                    );
                    if (expected != found)
                    {
                        differing.Add(
                            $"{file} {column} of {string.Join(' ', was.Values.Take(3))}: {expected} became {found}"
                        );
                    }
                }
            }
        }

        differing.ShouldBeEmpty();
    }

    [Fact]
    public void Written_twice_it_is_the_same_package()
    {
        var once = GuideWriter.Write(GuideReader.Read(PackageFiles.Read(DemoFolder)).Guide!);
        var reading = GuideReader.Read(once);
        reading.Faults.ShouldBeEmpty();
        GuideWriter.Write(reading.Guide!).Checksum.ShouldBe(once.Checksum);
    }

    [Fact]
    public void A_guide_made_of_a_text_is_sound_in_a_folder_and_in_either_sort_of_zip()
    {
        var text = GuideTextReader.Read(
            "1a. Leaves opposite, hairy \"as felt\"; nobody knows why .... Alpha una\n1b. Leaves alternate .... Alpha duplex"
        );
        var made = GuideFromTexts.Make(new("t", "T", "1", "", 0), [new("t", text)]);
        var package = GuideWriter.Write(new Guide(made.Tables!));
        var folder = Directory.CreateTempSubdirectory().FullName;
        try
        {
            var within = Path.Combine(folder, "alpha");
            package.WriteTo(within);
            ZipFile.CreateFromDirectory(within, Path.Combine(folder, "contents.zip"));
            ZipFile.CreateFromDirectory(within, Path.Combine(folder, "folder.zip"), CompressionLevel.Fastest, true);
            foreach (
                var at in new[] { within, Path.Combine(folder, "contents.zip"), Path.Combine(folder, "folder.zip") }
            )
            {
                var reading = GuideReader.Read(PackageFiles.Read(at));
                reading.Faults.ShouldBeEmpty(at);
                reading
                    .Guide!.Keys[0]
                    .Couplets[1]
                    .Leads[0]
                    .InWords.ShouldBe("Leaves opposite, hairy \"as felt\"; nobody knows why");
            }
        }
        finally
        {
            Directory.Delete(folder, recursive: true);
        }
    }

    [Theory]
    [InlineData("characters.csv", "leaf-apex,leaf,Leaf apex,unordered,leaf-point", "one of armature")]
    [InlineData("characters.csv", "leaf-apex,leaf,Leaf apex,unordered,leaf-length", "a trait that has states")]
    [InlineData("states.csv", "leaf-apex,sharp,sharp,sharp", "a state of leaf-tip: blunt")]
    public void What_cannot_be_drawn_so_is_refused_with_what_can(string file, string line, string expected)
    {
        var lines = new Dictionary<string, string>
        {
            ["datapackage.json"] = "{\"name\":\"t\",\"title\":\"T\",\"version\":\"1\"}",
            ["taxa.csv"] = "id,parent,rank,name\nalpha,,species,Alpha una",
            ["characters.csv"] = "id,organ,label,kind,drawn_as\nleaf-apex,leaf,Leaf apex,unordered,leaf-tip",
            ["states.csv"] = "character,id,label,drawn_as\nleaf-apex,sharp,sharp,pointed",
            ["statements.csv"] = "taxon,character,value\nalpha,leaf-apex,sharp",
        };
        GuideReader.Read(Package(lines)).Faults.ShouldBeEmpty();
        lines[file] = lines[file].Split('\n')[0] + "\n" + line;
        var fault = GuideReader.Read(Package(lines)).Faults.ShouldHaveSingleItem();
        (fault.File, fault.Line, fault.Column).ShouldBe((file, 2, "drawn_as"));
        fault.Expected.ShouldStartWith(expected);
    }

    private static PackageFiles Package(Dictionary<string, string> files) =>
        new("test", files.Select(f => KeyValuePair.Create(f.Key, Encoding.UTF8.GetBytes(f.Value))));

    private static string DemoFolder => Repository.PathTo("guides", "tamsin-fork");

    /// <summary>What an empty cell stands for, where it is written out.</summary>
    private static string Usual(string file, string column, string cell) =>
        (file, column, cell) switch
        {
            ("characters.csv", "effort_seconds", "") => "20",
            ("characters.csv", "tool", "") => "eye",
            ("characters.csv", "harm", "") => "look",
            ("characters.csv", "difficulty", "") => "0.08",
            ("statements.csv", "source", "") => "general-knowledge",
            ("taxa.csv", "status" or "commonness", "unknown") => "",
            ("needs.csv", "reproductive", "") => "no",
            ("needs.csv", "seasons" or "parts", "") => "1",
            _ => cell,
        };

    /// <summary>One way of writing what may be written in several: hyphens of ranges, spaces at lists, ends that are meant or not.</summary>
    private static string Plain(string cell) =>
        cell.TrimEnd('°')
            .Replace('-', '–')
            .Replace("; ", ";", StringComparison.Ordinal)
            .Replace(" (", "(", StringComparison.Ordinal)
            .Replace(">=", "≥", StringComparison.Ordinal)
            .Replace("<=", "≤", StringComparison.Ordinal)
            .Replace("< ", "≤ ", StringComparison.Ordinal)
            .Replace("> ", "≥ ", StringComparison.Ordinal);

    private static List<Dictionary<string, string>> InOrder(List<Dictionary<string, string>> rows) =>
        [
            .. rows.OrderBy(r => r["key"], StringComparer.Ordinal)
                .ThenBy(r => int.Parse(r["couplet"], CultureInfo.InvariantCulture))
                .ThenBy(r => int.Parse(r["lead"], CultureInfo.InvariantCulture)),
        ];

    private static List<Dictionary<string, string>> Rows(PackageFiles package, string file)
    {
        using var csv = new CsvReader(new StreamReader(package.Open(file)!), CultureInfo.InvariantCulture);
        csv.Read();
        csv.ReadHeader();
        var rows = new List<Dictionary<string, string>>();
        while (csv.Read())
        {
            rows.Add(
                csv.HeaderRecord!.Select((h, i) => (h, csv.GetField(i) ?? ""))
                    .ToDictionary(x => x.h, x => x.Item2.Trim())
            );
        }

        return rows;
    }
}
