using Garten.Testing;

namespace Garten.Cli.Tests;

public sealed class CommandsTests
{
    [Fact]
    public void The_demo_guide_passes_its_check()
    {
        var (code, output, errors) = Run("guide", "check", Repository.PathTo("guides", "tamsin-fork"));
        errors.ShouldBeEmpty();
        output.ShouldContain("Plants of Tamsin Fork");
        code.ShouldBe(0);
    }

    [Fact]
    public void A_text_is_read_in_words_as_json_and_into_a_file()
    {
        var folder = Directory.CreateTempSubdirectory("garten-text").FullName;
        var file = Path.Combine(folder, "key.txt");
        File.WriteAllText(file, "1. Leaves opposite .... Acer rubrum\n1. Leaves alternate .... 2\n");
        var (code, output, _) = Run("guide", "read", file);
        code.ShouldBe(1);
        output.ShouldContain("leaf, arrangement: opposite");
        output.ShouldContain("leads to 2, which is not there");
        Run("guide", "read", file, "--json").Output.ShouldStartWith("{");
        var into = Path.Combine(folder, "key.json");
        Run("guide", "read", file, "--json", into).Output.ShouldBeEmpty();
        File.ReadAllText(into).ShouldContain("\"missing-couplet\"");

        Run("guide", "read", Path.Combine(folder, "none.txt")).Code.ShouldBe(2);
        Run("guide", "read", file, "--yaml").Errors.ShouldContain("“--yaml” is not understood");
        Run("guide", "read", file, "--json", Path.Combine(folder, "no", "where")).Code.ShouldBe(2);
    }

    [Fact]
    public void Texts_become_a_guide_that_checks_clean_or_say_why_not()
    {
        var folder = Directory.CreateTempSubdirectory().FullName;
        try
        {
            var (key, about, into) = (
                Path.Combine(folder, "k.txt"),
                Path.Combine(folder, "d.txt"),
                Path.Combine(folder, "g")
            );
            File.WriteAllText(key, "1a. Leaves opposite .... Alpha una\n1b. Leaves alternate .... Alpha duplex\n");
            File.WriteAllText(about, "Alpha una\nFlowers white, 5–8 mm long.\n");
            var (code, output, errors) = Run("guide", "read", key, about, "--package", into, "--title", "Two leaves");
            (code, errors).ShouldBe((0, ""));
            output.ShouldContain("2 names, ");
            Run("guide", "check", into)
                .ShouldSatisfyAllConditions(
                    c => c.Output.ShouldContain("Two leaves 1"),
                    c => c.Code.ShouldBe(0, c.Errors)
                );

            File.WriteAllText(key, "1a. Leaves opposite .... Alpha una\n1b. Leaves alternate .... 5\n");
            Run("guide", "read", key, "--package", into)
                .ShouldSatisfyAllConditions(
                    c => c.Errors.ShouldStartWith("k: "),
                    c => c.Errors.ShouldContain("No guide was made."),
                    c => c.Code.ShouldBe(1)
                );
            Run("guide", "read", "--package", into).Code.ShouldBe(2);
            Run("guide", "read", key, "--package").Errors.ShouldContain("--package needs a value");
            Run("guide", "read", Path.Combine(folder, "none.txt"), "--package", into).Code.ShouldBe(2);
        }
        finally
        {
            Directory.Delete(folder, recursive: true);
        }
    }

    [Fact]
    public void Keys_of_a_guide_are_written_as_text_that_can_be_read()
    {
        var into = Path.Combine(Directory.CreateTempSubdirectory("garten-keys").FullName, "keys");
        var guide = Repository.PathTo("guides", "tamsin-fork");
        Run("guide", "keys", guide, into, "--set", "steps").Code.ShouldBe(0);
        var roses = Path.Combine(into, "roses.txt");
        File.ReadLines(roses).First().ShouldBe("Wild roses");
        Run("guide", "read", roses).Output.ShouldContain("set in steps");
        Run("guide", "keys", guide, into, "--set", "spiral").Errors.ShouldContain("lettered, primed, dashed, steps");
    }

    [Fact]
    public void Taxa_that_nothing_parts_are_listed_one_by_one()
    {
        var folder = CopyOfTheGuide();
        var taxa = Path.Combine(folder, "taxa.csv");
        var columns = File.ReadLines(taxa).First().Split(',').Length;
        File.AppendAllText(taxa, $"acer-duplex,acer,species,Acer duplex{new string(',', columns - 4)}\n");
        File.AppendAllText(
            Path.Combine(folder, "lookalikes.csv"),
            "acer-duplex,acer-glabrum,leaf-length,By the leaf.\n"
        );
        var (code, output, errors) = Run("guide", "check", folder);
        code.ShouldBe(1);
        errors.ShouldContain("look-alikes acer-duplex and acer-glabrum: no feature parts them in any season");
        errors.ShouldContain("acer-circinatum and acer-duplex are parted by no feature");
        errors.ShouldNotContain("acer-circinatum and acer-macrophyllum");
        output.ShouldContain("faults");
    }

    [Fact]
    public void A_broken_guide_is_refused_with_its_faults()
    {
        var folder = CopyOfTheGuide();
        File.AppendAllText(Path.Combine(folder, "statements.csv"), "acer-macrophyllum,sap,purple,,,,,,\n");
        var (code, _, errors) = Run("guide", "check", folder);
        code.ShouldBe(1);
        errors.ShouldContain("column value: found “purple”");
        errors.ShouldContain("1 fault;");
    }

    [Fact]
    public void What_cannot_be_true_together_is_told_of_a_guide_that_can_be_read()
    {
        var folder = CopyOfTheGuide();
        File.AppendAllText(
            Path.Combine(folder, "statements.csv"),
            "acer-macrophyllum,petiole-length,500–900 mm,rosette,,,,,\nacer-glabrum,scale-ratio,0.5–1,,,,,,\n"
        );
        var characters = Path.Combine(folder, "characters.csv");
        var columns = File.ReadLines(characters).First().Split(',').Length;
        File.AppendAllText(characters, $"leaf-taste,leaf,Never tasted,count{new string(',', columns - 4)}\n");
        var taxa = Path.Combine(folder, "taxa.csv");
        var ranks = File.ReadLines(taxa).First().Split(',').Length;
        File.AppendAllText(taxa, $"salix-nova,salix,species,Salix nova{new string(',', ranks - 4)}\n");
        var (code, _, errors) = Run("guide", "check", folder);
        code.ShouldBe(1);
        errors.ShouldContain("statement on petiole-length of acer-macrophyllum: the value lies beyond 0 to 400");
        errors.ShouldContain(
            "statement on scale-ratio of acer-glabrum: by what is said of fruit-kind it cannot have it"
        );
        errors.ShouldContain("character without any statement: leaf-taste");
        errors.ShouldContain("key willows divides up what salix-nova belongs to, and does not bring it out");
    }

    [Fact]
    public void What_is_not_there_and_what_is_not_understood_exit_with_a_sentence()
    {
        Run("guide", "check", "/nowhere")
            .ShouldSatisfyAllConditions(r => r.Code.ShouldBe(2), r => r.Errors.ShouldContain("no folder or file"));
        Run("grow").ShouldSatisfyAllConditions(r => r.Code.ShouldBe(2), r => r.Errors.ShouldContain("Usage"));
    }

    [Fact]
    public void Contact_sheets_are_drawn_a_page_listing_them()
    {
        var folder = Path.Combine(TestCluster.NewFolder(), "plates");
        var (code, output, errors) = Run("plates", Repository.PathTo("guides", "tamsin-fork"), folder);
        errors.ShouldBeEmpty();
        code.ShouldBe(0);
        output.ShouldContain("leaf.svg");
        File.ReadAllText(Path.Combine(folder, "README.md")).ShouldContain("(twig.svg)");
        System.Xml.Linq.XDocument.Load(Path.Combine(folder, "fruit.svg")).Root!.Name.LocalName.ShouldBe("svg");
        Run("plates", Repository.PathTo("guides", "tamsin-fork"), Path.Combine(folder, "leaf.svg", "below"))
            .ShouldSatisfyAllConditions(r => r.Code.ShouldBe(2), r => r.Errors.ShouldContain("cannot be written"));
    }

    [Fact]
    public void A_table_of_specimens_is_named()
    {
        var folder = TestCluster.NewFolder();
        var table = Path.Combine(folder, "specimens.csv");
        File.WriteAllText(
            table,
            "specimen_id,leaf-arrangement,leaf-division,pith-colour,bark-lenticels\nE1,opposite,pinnate,brown,raised-dots\nE2,sideways,,,\nE3,opposite,pinnate,white,raised-dots\n"
        );
        var result = Path.Combine(folder, "result.csv");
        var (code, _, errors) = Run(
            "determine",
            table,
            "--guide",
            Repository.PathTo("guides", "tamsin-fork"),
            "--top",
            "1",
            "--flat-prior",
            "--out",
            result
        );
        code.ShouldBe(1, "one row has a fault");
        errors.ShouldContain("specimens.csv, line 3, column leaf-arrangement: found “sideways”");
        errors.ShouldContain("2 specimens named, 1 rows with faults.");
        var lines = File.ReadAllLines(result);
        lines[1].ShouldStartWith("E1,Sambucus racemosa,");
        lines[2].ShouldStartWith("E2,,,");
        lines[3].ShouldStartWith("E3,Sambucus cerulea,");
    }

    [Theory]
    [InlineData("--guide", "There is no file")]
    [InlineData("--top", "needs a value")]
    [InlineData("--colour", "not understood")]
    public void Determining_needs_its_words(string option, string expected)
    {
        var options =
            option == "--guide"
                ? new[] { "determine", "/nowhere.csv", option, "x" }
                : ["determine", "/nowhere.csv", option];
        Run(options).ShouldSatisfyAllConditions(r => r.Code.ShouldBe(2), r => r.Errors.ShouldContain(expected));
        Run("determine", "/nowhere.csv").Errors.ShouldContain("--guide");
    }

    private static string CopyOfTheGuide()
    {
        var folder = TestCluster.NewFolder();
        foreach (var file in Directory.EnumerateFiles(Repository.PathTo("guides", "tamsin-fork")))
        {
            File.Copy(file, Path.Combine(folder, Path.GetFileName(file)));
        }

        return folder;
    }

    private static (int Code, string Output, string Errors) Run(params string[] args)
    {
        using var output = new StringWriter();
        using var errors = new StringWriter();
        var code = Commands.Run(args, output, errors);
        return (code, output.ToString(), errors.ToString());
    }
}
