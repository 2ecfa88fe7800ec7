using System.Text;
using Garten.Core.Guides;
using Garten.Formats.Guides;
using Garten.Formats.Packages;

namespace Garten.Formats.Tests.Guides;

public sealed class GuideReaderTests
{
    private static readonly Dictionary<string, string> Sound = new()
    {
        ["datapackage.json"] =
            """{"name":"tiny","title":"Tiny","version":"1.0.0","licenses":[{"name":"CC0-1.0"}],"reference_elevation_m":50}""",
        ["glossary.csv"] = "id,label,plain,definition\nopposite,Opposite,in pairs,Two at a joint.\n",
        ["taxa.csv"] =
            "id,parent,rank,name\nalba,,genus,Alba\nalba-prima,alba,species,Alba prima\nalba-secunda,alba,species,Alba secunda\n",
        ["characters.csv"] =
            "id,organ,label,kind,unit,minimum,maximum,depends_on\narrangement,leaf,Arrangement,unordered,,,,\nlength,leaf,Length,length,cm,0.5,60,\nlobes,leaf,Lobes,count,,,,arrangement = opposite\n",
        ["states.csv"] =
            "character,id,label,term\narrangement,opposite,opposite,opposite\narrangement,alternate,alternate,\n",
        ["statements.csv"] =
            "taxon,character,value,stage\nalba-prima,arrangement,opposite,\nalba-prima,length,(2–)4–8 cm,\nalba-prima,length,8–12 cm,sapling\nalba-secunda,arrangement,alternate,\n",
        ["keys.csv"] = "id,title,start\nmain,The key,1\n",
        ["leads.csv"] = "key,couplet,lead,to,target\nmain,1,1,taxon,alba-prima\nmain,1,2,taxon,alba-secunda\n",
        ["lead_statements.csv"] =
            "key,couplet,lead,text,character,claim\nmain,1,1,Leaves opposite,arrangement,opposite\nmain,1,2,Leaves alternate,arrangement,alternate\n",
    };

    [Fact]
    public void A_sound_package_becomes_a_guide()
    {
        var guide = Read(Sound).Guide.ShouldNotBeNull();
        guide.Title.ShouldBe(new GuideTitle("tiny", "Tiny", "1.0.0", "CC0-1.0", 50));
        guide.Character(new("length")).Maximum.ShouldBe(600);
        guide.Character(new("lobes")).DependsOn!.States.ShouldBe(["opposite"]);
        guide
            .StatementFor(new("alba-prima"), new("length"), Scope.Any with { Stage = LifeStage.Sapling })!
            .Value.ShouldBe(new Core.Guides.Notation.NumericRange(null, 80, 120, null));
        guide.Key(new("main")).Couplets[1].Leads.Length.ShouldBe(2);
    }

    [Fact]
    public void What_groups_lack_what_is_taken_for_what_and_what_is_not_treated_are_read_and_checked()
    {
        var tables = new Dictionary<string, string>(Sound)
        {
            ["states.csv"] =
                "character,id,label,term,near\narrangement,opposite,opposite,opposite,alternate\narrangement,alternate,alternate,,\n",
            ["lacking.csv"] = "taxon,organs,characters\nalba,flower;fruit,\nalba-secunda,,length\n",
            ["untreated.csv"] =
                "name,within,common_name,hazards,character,value\nAlba tertia,alba,third alba,deadly-look-alike;irritant,arrangement,opposite\nAlba tertia,alba,,,length,2–3 cm\nAlba quarta,alba,,,,\n",
        };
        var guide = Read(tables).Guide.ShouldNotBeNull();
        guide.Character(new("arrangement")).AreNear("alternate", "opposite").ShouldBeTrue();
        guide.Tables.Lacking[0].Organs.ShouldBe([Organ.Flower, Organ.Fruit]);
        guide.Lacks(new("alba-secunda"), new("length")).ShouldBeTrue();
        guide.Lacks(new("alba-prima"), new("length")).ShouldBeFalse();
        guide
            .Untreated.Select(u => (u.Id.Value, u.Known.Length))
            .ShouldBe([("untreated-alba-tertia", 2), ("untreated-alba-quarta", 0)]);
        guide.Untreated[0].Hazards.ShouldBe([Hazard.DeadlyLookAlike, Hazard.Irritant]);

        tables["states.csv"] = tables["states.csv"].Replace(",alternate\n", ",wavy\n", StringComparison.Ordinal);
        tables["lacking.csv"] = "taxon,organs,characters\nalba,,\nalba,petal,hue\n";
        tables["untreated.csv"] =
            "name,within,character,value\nAlba prima,alba,,\nAlba tertia,rubra,,\nAlba quarta,alba,arrangement,spiral\n";
        Read(tables)
            .Faults.Select(f => (f.File, f.Line, f.Column))
            .ShouldBe([
                ("lacking.csv", 2, "organs"),
                ("lacking.csv", 3, "organs"),
                ("lacking.csv", 3, "characters"),
                ("states.csv", 2, "near"),
                ("untreated.csv", 2, "name"),
                ("untreated.csv", 3, "within"),
                ("untreated.csv", 4, "value"),
            ]);
    }

    [Fact]
    public void Conservatism_is_a_whole_number_from_0_to_10()
    {
        var stated = new Dictionary<string, string>(Sound)
        {
            ["taxa.csv"] =
                "id,parent,rank,name,conservatism\nalba,,genus,Alba,\nalba-prima,alba,species,Alba prima,7\nalba-secunda,alba,species,Alba secunda,\n",
        };
        Read(stated).Guide!.Taxa.Select(t => t.Conservatism).ShouldBe([null, 7, null]);
        stated["taxa.csv"] = stated["taxa.csv"].Replace(",7", ",11", StringComparison.Ordinal);
        Read(stated)
            .Faults.ShouldHaveSingleItem()
            .ToString()
            .ShouldBe(
                "taxa.csv, line 3, column conservatism: found “11”; expected a whole number from 0 to 10, or nothing"
            );
    }

    [Fact]
    public void Areas_tell_of_status_apart_and_must_be_known()
    {
        var told = new Dictionary<string, string>(Sound)
        {
            ["areas.csv"] = "id,name\nhigh,High country\n",
            ["area_status.csv"] = "taxon,area,status\nalba,high,introduced\nalba-prima,high,native\n",
        };
        var guide = Read(told).Guide.ShouldNotBeNull();
        guide.Areas.ShouldBe([new FloraArea("high", "High country")]);
        guide.StatusIn(new("alba-secunda"), "high").ShouldBe(AreaStatus.Introduced);
        told["area_status.csv"] +=
            "alba-prima,high,introduced\nalba-prima,low,native\nnobody,high,native\nalba-secunda,high,wild\n";
        Read(told)
            .Faults.Select(f => f.ToString())
            .ShouldBe([
                "area_status.csv, line 4, column taxon: found “alba-prima” a second time; expected each identifier once",
                "area_status.csv, line 5, column area: found “low”; expected the identifier of an area in areas.csv",
                "area_status.csv, line 6, column taxon: found “nobody”; expected the identifier of a taxon in taxa.csv",
                "area_status.csv, line 7, column status: found “wild”; expected one of unknown, native, introduced",
            ]);
    }

    [Fact]
    public void A_sensitive_taxon_is_marked_with_yes_and_with_nothing_else()
    {
        var marked = new Dictionary<string, string>(Sound)
        {
            ["taxa.csv"] =
                "id,parent,rank,name,sensitive\nalba,,genus,Alba,\nalba-prima,alba,species,Alba prima,yes\nalba-secunda,alba,species,Alba secunda,\n",
        };
        Read(marked).Guide!.Taxa.Where(t => t.Sensitive).Select(t => t.Id.Value).ShouldBe(["alba-prima"]);
        marked["taxa.csv"] = marked["taxa.csv"].Replace("yes", "perhaps", StringComparison.Ordinal);
        Read(marked)
            .Faults.ShouldHaveSingleItem()
            .ToString()
            .ShouldBe("taxa.csv, line 3, column sensitive: found “perhaps”; expected yes, or nothing");
    }

    [Fact]
    public void Three_tables_and_a_description_are_enough_for_a_guide_of_numbers()
    {
        var small = new Dictionary<string, string>
        {
            ["datapackage.json"] = Sound["datapackage.json"],
            ["taxa.csv"] = Sound["taxa.csv"],
            ["characters.csv"] = "id,label,kind,unit\nlength,Length,length,mm\n",
            ["statements.csv"] = "taxon,character,value\nalba-prima,length,4–8\n",
        };
        Read(small).Ok.ShouldBeTrue();
    }

    [Theory]
    [InlineData(
        "statements.csv",
        "alba-prima,arrangement,opposite,",
        "alba-prima,arrangement,oposite,",
        "statements.csv, line 2, column value: found “oposite”; expected one of the states of arrangement: opposite, alternate"
    )]
    [InlineData(
        "statements.csv",
        "(2–)4–8 cm",
        "8–4 cm",
        "statements.csv, line 3, column value: found “8–4 cm”; expected numbers that rise"
    )]
    [InlineData(
        "statements.csv",
        "alba-secunda,arr",
        "alba-tertia,arr",
        "statements.csv, line 5, column taxon: found “alba-tertia”; expected the identifier of a taxon in taxa.csv"
    )]
    [InlineData(
        "statements.csv",
        "8–12 cm,sapling",
        "8–12 cm,baby",
        "statements.csv, line 4, column stage: found “baby”; expected one of seedling, sapling"
    )]
    [InlineData(
        "statements.csv",
        "8–12 cm,sapling",
        "8–12 cm,",
        "statements.csv, line 4: found a second statement on length of alba-prima"
    )]
    [InlineData(
        "taxa.csv",
        "alba-prima,alba,",
        "alba-prima,nigra,",
        "taxa.csv, line 3, column parent: found “nigra”; expected the identifier of a taxon listed above"
    )]
    [InlineData(
        "taxa.csv",
        "alba-secunda,alba,species",
        "alba-prima,alba,species",
        "taxa.csv, line 4, column id: found “alba-prima” a second time"
    )]
    [InlineData(
        "taxa.csv",
        "species,Alba prima",
        "kind,Alba prima",
        "taxa.csv, line 3, column rank: found “kind”; expected one of family, genus"
    )]
    [InlineData(
        "taxa.csv",
        "id,parent,rank,name",
        "id,parent,rang,name",
        "taxa.csv, line 1, column rank: found no such column"
    )]
    [InlineData("taxa.csv", "alba,,genus,Alba", "alba,,genus", "taxa.csv, line 2: found 3 cells; expected 4")]
    [InlineData(
        "taxa.csv",
        "alba,,genus,Alba",
        "Alba!,,genus,Alba",
        "taxa.csv, line 2, column id: found “Alba!”; expected lower-case letters"
    )]
    [InlineData(
        "characters.csv",
        "length,cm",
        "length,pt",
        "characters.csv, line 3, column unit: found “pt”; expected mm, cm or m"
    )]
    [InlineData(
        "characters.csv",
        "arrangement = opposite",
        "arrangement = whorled",
        "characters.csv, line 4, column depends_on: found “whorled”"
    )]
    [InlineData(
        "characters.csv",
        ",0.5,60,",
        ",0.5,much,",
        "characters.csv, line 3, column maximum: found “much”; expected a number"
    )]
    [InlineData(
        "states.csv",
        "opposite,opposite\n",
        "opposite,unknown\n",
        "states.csv, line 2, column term: found “unknown”; expected the identifier of a term"
    )]
    [InlineData(
        "leads.csv",
        "main,1,2,taxon,alba-secunda",
        "main,1,2,couplet,7",
        "leads.csv, line 3, column to: found in key main, couplet 1: a lead to couplet 7, which is missing"
    )]
    [InlineData(
        "leads.csv",
        "main,1,2,taxon,alba-secunda",
        "main,1,2,couplet,1",
        "leads.csv, line 3, column to: found in key main, couplet 1: a loop: couplets 1 → 1"
    )]
    [InlineData(
        "leads.csv",
        "main,1,2,taxon,alba-secunda",
        "main,1,two,taxon,alba-secunda",
        "leads.csv, line 3, column lead: found “two”; expected a whole number"
    )]
    [InlineData(
        "lead_statements.csv",
        "arrangement,alternate",
        "arrangement,whorled",
        "lead_statements.csv, line 3, column claim: found “whorled”"
    )]
    [InlineData(
        "keys.csv",
        "main,The key,1",
        "main,The key,4",
        "keys.csv, column to: found in key main, couplet 4: start couplet 4"
    )]
    [InlineData("datapackage.json", "{\"name\"", "{name", "datapackage.json, line 1: found text that is not JSON")]
    public void A_fault_says_where_what_was_found_and_what_was_expected(
        string file,
        string from,
        string to,
        string expected
    )
    {
        Sound[file].ShouldContain(from);
        var broken = new Dictionary<string, string>(Sound)
        {
            [file] = Sound[file].Replace(from, to, StringComparison.Ordinal),
        };
        var reading = Read(broken);
        reading.Guide.ShouldBeNull("nothing is loaded unless all of it is sound");
        reading
            .Faults.Select(f => f.ToString())
            .ShouldContain(f => f.StartsWith(expected, StringComparison.Ordinal), string.Join('\n', reading.Faults));
    }

    [Fact]
    public void All_faults_are_told_at_once()
    {
        var broken = new Dictionary<string, string>(Sound)
        {
            ["statements.csv"] = "taxon,character,value\nalba-prima,arrangement,oposite\nnobody,length,4–8\n",
            ["taxa.csv"] = Sound["taxa.csv"].Replace("species,Alba prima", "kind,Alba prima", StringComparison.Ordinal),
        };
        Read(broken).Faults.Length.ShouldBeGreaterThanOrEqualTo(3);
    }

    [Fact]
    public void Missing_files_and_wrong_encodings_are_named()
    {
        var missing = new Dictionary<string, string>(Sound);
        missing.Remove("taxa.csv");
        Read(missing).Faults.ShouldContain(f => f.File == "taxa.csv" && f.Found == "no such file");

        var latin = Files(Sound);
        latin["taxa.csv"] = Encoding.Latin1.GetBytes("id,parent,rank,name\nalba,,genus,Albä\n");
        GuideReader
            .Read(new PackageFiles("test", latin))
            .Faults.ShouldContain(f => f.Found.Contains("not UTF-8", StringComparison.Ordinal));
    }

    [Fact]
    public void Where_a_file_could_not_be_read_only_that_is_told()
    {
        // Every statement, lead and look-alike would otherwise name a taxon that is not there.
        var renamed = new Dictionary<string, string>(Sound)
        {
            ["taxa.csv"] = Sound["taxa.csv"].Replace("id,parent", "number,parent", StringComparison.Ordinal),
            ["keys.csv"] = "id,title,start\nmain,The key,none\n",
        };
        Read(renamed)
            .Faults.Select(f => (f.File, f.Column, f.Found))
            .ShouldBe([("taxa.csv", "id", "no such column"), ("taxa.csv", "number", "a column Garten does not know")]);
        renamed["taxa.csv"] = Sound["taxa.csv"];
        Read(renamed).Faults.ShouldAllBe(f => f.File != "taxa.csv");
        Read(renamed).Ok.ShouldBeFalse();
    }

    [Fact]
    public void The_same_content_has_the_same_checksum_and_any_change_another()
    {
        var one = new PackageFiles("a", Files(Sound)).Checksum;
        new PackageFiles("b", Files(Sound)).Checksum.ShouldBe(one);
        new PackageFiles("c", Files(new(Sound) { ["keys.csv"] = Sound["keys.csv"] + "\n" })).Checksum.ShouldNotBe(one);
    }

    private static Dictionary<string, byte[]> Files(Dictionary<string, string> texts) =>
        texts.ToDictionary(t => t.Key, t => Encoding.UTF8.GetBytes(t.Value));

    private static GuideReading Read(Dictionary<string, string> texts) =>
        GuideReader.Read(new PackageFiles("test", Files(texts)));
}
