using System.Text;
using Garten.Core.Survey.Counting;
using Garten.Formats.Packages;
using Garten.Formats.Survey;
using Garten.Testing;

namespace Garten.Formats.Tests.Survey;

public sealed class SurveyPackageTests
{
    private static readonly Dictionary<string, string> Sound = new()
    {
        ["people.csv"] = "name\nR. Ostrow\n",
        ["sites.csv"] = "name,elevation_m,habitats\nHere,118,river-bank;moist-forest\n",
        ["plants.csv"] = "tag,site,origin\nTF-001,Here,wild\n",
        ["visits.csv"] =
            "tag,date,person,stage,parts,altered\nTF-001,2026-05-01,R. Ostrow,mature,leaves;flowers,browsed\nTF-001,2025-11-22,R. Ostrow,,buds,\n",
        ["features.csv"] =
            "tag,date,character,finding,value,certainty,position\nTF-001,2026-05-01,margin,states,serrate;entire,fairly,low-branch\nTF-001,2026-05-01,leaf-length,sample,6 cm;7 cm,,\nTF-001,2026-05-01,fruit-kind,hidden,too-early,,\nTF-001,2026-05-01,height,rough,about 3 m,,\n",
        ["walks.csv"] =
            "tag,person,key,couplet,lead\nTF-001,R. Ostrow,roses,1,cannot-tell\nTF-001,R. Ostrow,roses,2,1\n",
        ["determinations.csv"] = "tag,date,person,taxon,qualifier\nTF-001,2026-05-01,R. Ostrow,rosa,cf\n",
        ["counts.csv"] =
            "count,site,date,person,protocol,plots,plot_area_m2,started\nmeadow,Here,2026-05-01,R. Ostrow,quadrats,2,1,09:30\n",
        ["count_lines.csv"] = "count,plot,text,origin\nmeadow,2,ros nut 5%,planted\n",
    };

    [Fact]
    public void A_sound_package_is_read_whole()
    {
        var survey = Read(Sound, out var faults);
        faults.ShouldBeEmpty();
        survey.Sites.ShouldHaveSingleItem().Habitats.ShouldBe(["river-bank", "moist-forest"]);
        survey.Visits.Select(v => v.Date.Year).ShouldBe([2025, 2026], "visits come in order of date");
        survey.Visits[1].Parts.ShouldBe([PlantPart.Leaves, PlantPart.Flowers]);
        survey.Visits[1].Altered.ShouldBe([Alteration.Browsed]);
        survey.Walks.Select(w => w.Lead).ShouldBe([null, 1]);
        survey.Determinations.ShouldHaveSingleItem().Qualifier.ShouldBe(IdentificationQualifier.Cf);
    }

    [Fact]
    public void Counts_and_their_lines_are_read()
    {
        var survey = Read(Sound, out _);
        survey
            .Counts.ShouldHaveSingleItem()
            .ShouldBe(
                new SurveyCount(
                    "meadow",
                    "Here",
                    new(2026, 5, 1),
                    "R. Ostrow",
                    Protocol.Quadrats,
                    2,
                    1,
                    null,
                    new TimeOnly(9, 30),
                    null,
                    "",
                    ""
                )
            );
        survey
            .CountLines.ShouldHaveSingleItem()
            .ShouldBe(new SurveyCountLine("meadow", 2, "ros nut 5%", Origin.Planted));
    }

    [Fact]
    public void Each_kind_of_finding_is_kept_apart()
    {
        var features = Read(Sound, out _).Features;
        features[0].Feature.States.ShouldBe(["serrate", "entire"]);
        (features[0].Certainty, features[0].Position).ShouldBe((Certainty.Fairly, PartPosition.LowBranch));
        features[1].Feature.Parts.ShouldBe(["6 cm", "7 cm"]);
        features[2].Feature.Hidden.ShouldBe(HiddenReason.TooEarly);
        features[3].Feature.Rough.ShouldBe("about 3 m");
    }

    [Theory]
    [InlineData(
        "visits.csv",
        "2026-05-01,R. Ostrow",
        "1 May,R. Ostrow",
        "visits.csv, line 2, column date: found “1 May”; expected a date as in 2026-04-22"
    )]
    [InlineData(
        "visits.csv",
        "leaves;flowers",
        "leaves;petals",
        "visits.csv, line 2, column parts: found “petals”; expected one of buds, leaves"
    )]
    [InlineData(
        "sites.csv",
        "Here,118",
        "Here,high",
        "sites.csv, line 2, column elevation_m: found “high”; expected a number"
    )]
    [InlineData(
        "walks.csv",
        "roses,1,cannot-tell",
        "roses,1,perhaps",
        "walks.csv, line 2, column lead: found “perhaps”; expected a whole number"
    )]
    [InlineData(
        "determinations.csv",
        ",cf",
        ",maybe",
        "determinations.csv, line 2, column qualifier: found “maybe”; expected one of none, cf"
    )]
    [InlineData(
        "counts.csv",
        "09:30",
        "half past nine",
        "counts.csv, line 2, column started: found “half past nine”; expected a time as in 09:30"
    )]
    [InlineData(
        "counts.csv",
        "quadrats",
        "circles",
        "counts.csv, line 2, column protocol: found “circles”; expected one of walk-through"
    )]
    [InlineData(
        "features.csv",
        "hidden,too-early",
        "hidden,too-late",
        "features.csv, line 4, column value: found “too-late”; expected one of too-early"
    )]
    public void A_fault_says_where_what_was_found_and_what_was_expected(
        string file,
        string from,
        string to,
        string expected
    )
    {
        Sound[file].ShouldContain(from);
        Read(new(Sound) { [file] = Sound[file].Replace(from, to, StringComparison.Ordinal) }, out var faults);
        faults
            .Select(f => f.ToString())
            .ShouldContain(f => f.StartsWith(expected, StringComparison.Ordinal), string.Join('\n', faults));
    }

    [Fact]
    public void The_demo_survey_covers_all_sites_and_seasons()
    {
        var survey = SurveyPackage.Read(
            PackageFiles.Read(Repository.PathTo("guides", "tamsin-fork-survey")),
            out var faults
        );
        faults.ShouldBeEmpty();
        survey.Plants.Select(p => p.Site).Distinct().Count().ShouldBe(survey.Sites.Length);
        survey.Visits.Select(v => (v.Date.Month % 12) / 3).Distinct().Count().ShouldBe(4);
        survey.Visits.CountBy(v => v.Tag).ShouldAllBe(v => v.Value >= 1 && v.Value <= 3);
        survey
            .CountLines.Select(l => l.Count)
            .Distinct()
            .ShouldBe(survey.Counts.Select(c => c.Name), ignoreOrder: true);
    }

    private static SurveyPackage Read(
        Dictionary<string, string> texts,
        out System.Collections.Immutable.ImmutableArray<Fault> faults
    ) =>
        SurveyPackage.Read(
            new PackageFiles("test", texts.ToDictionary(t => t.Key, t => Encoding.UTF8.GetBytes(t.Value))),
            out faults
        );
}
