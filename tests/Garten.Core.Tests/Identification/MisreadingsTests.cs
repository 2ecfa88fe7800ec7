using Garten.Core.Bench;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Identification;

public sealed class MisreadingsTests
{
    private static readonly Character Petals = Numeric("petals", Organ.Flower, CharacterKind.Count, "", 1, 200);
    private static readonly Character Florets = Numeric("florets", Organ.Flower, CharacterKind.Count, "", 1, 200);

    private static readonly GuideTables Flowers = Bare(
        [Node("rose"), Node("daisy"), Node("waterlily")],
        [Petals, Florets],
        [
            Says("rose", Petals, "5"),
            Says("daisy", Petals, "5"),
            Says("daisy", Florets, "12–24"),
            Says("rose", Florets, "1"),
            Says("waterlily", Petals, "15–30"),
        ]
    ) with
    {
        Misreadings = [new(Petals.Id, new SpanCondition(12, null), Florets.Id, "Is it a head of florets?")],
    };

    [Fact]
    public void A_value_few_plants_in_play_show_prompts_the_check()
    {
        var doubts = Ask(Flowers, Observation.OfSample(Petals.Id, 1, Day, 15)).OrganDoubts;
        doubts.ShouldHaveSingleItem().Prompt.ShouldBe("Is it a head of florets?");
        doubts[0].Instead.ShouldBe(Florets.Id);
        Ask(Flowers, Observation.OfSample(Petals.Id, 1, Day, 5)).OrganDoubts.ShouldBeEmpty();
    }

    [Fact]
    public void Where_the_names_in_play_do_show_it_nothing_is_asked()
    {
        var lilies = Flowers with
        {
            Statements =
            [
                Says("rose", Petals, "15–30"),
                Says("daisy", Petals, "5"),
                Says("waterlily", Petals, "15–30"),
            ],
        };
        Ask(lilies, Observation.OfSample(Petals.Id, 1, Day, 15)).OrganDoubts.ShouldBeEmpty();
    }

    [Fact]
    public void The_confusion_crosses_characters_in_the_weighing_too()
    {
        double Daisy(GuideTables tables)
        {
            var names = Ask(tables, Observation.OfSample(Petals.Id, 1, Day, 15)).LikelyNames.Names;
            return names.Where(n => n.Name.Name == "daisy").Sum(n => n.Mass)
                / names.Where(n => n.Name.Name == "rose").Sum(n => n.Mass);
        }

        Daisy(Flowers).ShouldBeGreaterThan(2 * Daisy(Flowers with { Misreadings = [] }));
    }

    private static BenchAnswer Ask(GuideTables tables, params Observation[] seen) =>
        BenchDesk.Answer(
            new CandidateModel(new Guide(tables)),
            new(new(new PlaceFacts(null, []), [], [.. seen], null, []), null)
        );
}
