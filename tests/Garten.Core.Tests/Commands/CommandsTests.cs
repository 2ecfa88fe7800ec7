using Garten.Core.Assessment;
using Garten.Core.Commands;
using Garten.Core.Survey;
using Garten.Testing;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Commands;

/// <summary>What has become a command has passed the rules.</summary>
public sealed class CommandsTests
{
    private static readonly DateOnly Today = new(2026, 6, 3);
    private static readonly PlantId Plant = Numbered.Id<PlantId>(7);
    private static readonly TaxonId Species = new("alba-prima");

    [Fact]
    public void A_visit_is_of_no_day_to_come_and_names_each_part_once()
    {
        VisitContent visit = new(Today, null, null, [PlantPart.Leaves, PlantPart.Leaves], default, " seen ");
        var kept = visit.Checked(Today);
        kept.Parts.ShouldBe([PlantPart.Leaves]);
        kept.Altered.ShouldBeEmpty();
        kept.Note.ShouldBe("seen");
        Field(() => visit.Checked(Today.AddDays(-1))).ShouldBe("date");
        Field(() => (visit with { Note = new('x', 2001) }).Checked(Today)).ShouldBe("note");
    }

    [Fact]
    public void A_name_is_one_of_the_guide_written_with_its_qualifier()
    {
        NameInput input = new(
            Numbered.Id<DeterminationId>(1),
            Species.Value,
            IdentificationQualifier.Cf,
            null,
            Today,
            null
        );
        var given = GiveName.Of(Plant, input, Make(), Today);
        (given.Plant, given.Id, given.Taxon, given.Remarks).ShouldBe((Plant, input.Id, Species, ""));
        given.FullName.ShouldContain("cf.");
        Field(() => GiveName.Of(Plant, input with { Taxon = "nowhere" }, Make(), Today)).ShouldBe("taxon");
        Field(() => GiveName.Of(Plant, input, Make(), Today.AddDays(-1))).ShouldBe("date");
    }

    [Fact]
    public void Who_does_not_agree_with_a_name_says_why()
    {
        var name = Numbered.Id<DeterminationId>(1);
        ReviewName.Of(Plant, name, Verdict.Agrees, null).Remark.ShouldBe("");
        ReviewName.Of(Plant, name, Verdict.Differs, "The fruit.").Remark.ShouldBe("The fruit.");
        Field(() => ReviewName.Of(Plant, name, Verdict.Differs, " ")).ShouldBe("remark");
        Field(() => ReviewName.Of(Plant, name, Verdict.AsksMore, null)).ShouldBe("remark");
    }

    [Fact]
    public void A_specimen_is_kept_only_where_the_stand_bears_it()
    {
        VoucherContent twig = new(" RO 1 ", "hut", Today, 60, 0, "");
        twig.Checked(Today, spared: false).Number.ShouldBe("RO 1");
        Field(() => (twig with { Stand = 0 }).Checked(Today, false)).ShouldBe("stand");
        Field(() => (twig with { Stand = 3, Taken = 3 }).Checked(Today, false)).ShouldBe("stand");
        Field(() => (twig with { Number = "" }).Checked(Today, false)).ShouldBe("number");
        Field(() => twig.Checked(Today.AddDays(-1), false)).ShouldBe("date");
    }

    [Fact]
    public void An_id_has_one_spelling_and_goes_through_json_as_it_is()
    {
        var id = Numbered.Id<PlantId>(7);
        PlantId.TryParse(id.ToString(), out var read).ShouldBeTrue();
        read.ShouldBe(id);
        foreach (
            var spelled in new[]
            {
                "",
                "7",
                $" {id}",
                $"{id} ",
                $"{{{id}}}",
                $"({id})",
                id.Value.ToString("N"),
                $"+{id}",
            }
        )
        {
            PlantId.TryParse(spelled, out _).ShouldBeFalse(spelled);
        }

        var json = System.Text.Json.JsonSerializer.Serialize(id);
        json.ShouldBe($"\"{id}\"");
        System.Text.Json.JsonSerializer.Deserialize<PlantId>(json).ShouldBe(id);
        Should.Throw<System.Text.Json.JsonException>(() => System.Text.Json.JsonSerializer.Deserialize<PlantId>("17"));
    }

    private static string Field(Action act) => Should.Throw<RuleException>(act).Field;

    private static string Field<T>(Func<T> act) => Should.Throw<RuleException>(() => act()).Field;
}
