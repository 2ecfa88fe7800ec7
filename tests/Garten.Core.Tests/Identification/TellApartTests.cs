using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Identification;

public sealed class TellApartTests
{
    private static readonly Character Edge = Named("edge", Organ.Leaf, ["x", "y", "z"]);
    private static readonly Character Sure = Named("sure", Organ.Leaf, ["x", "y"]) with { Difficulty = 0.02 };
    private static readonly Character Vague = Named("vague", Organ.Leaf, ["x", "y"]) with { Difficulty = 0.4 };
    private static readonly Character Size = Numeric("size", Organ.Leaf, CharacterKind.Length, "cm", 1, 1000);
    private static readonly Character Same = Named("same", Organ.Leaf, ["x", "y"]);

    [Fact]
    public void Characters_are_ordered_by_separation_and_reliability()
    {
        var found = Compare("a", "b");
        found.Select(s => s.Label).ShouldBe(["Sure", "Edge", "Vague", "Size"], ignoreOrder: true);
        found[0].Label.ShouldBe("Sure");
        found.Single(s => s.Character == Vague.Id).Worth.ShouldBe(0.6, 1e-12);
        found.ShouldNotContain(s => s.Character == Same.Id, "what is alike tells nothing apart");
    }

    [Fact]
    public void Overlap_of_shares_is_worked_by_hand()
    {
        // A: x .92, y .08. B: x .08, y .92. They share .08 + .08.
        Compare("a", "b").Single(s => s.Character == Edge.Id).Apart.ShouldBe(0.84, 1e-12);
    }

    [Fact]
    public void Three_names_are_as_far_apart_as_the_two_nearest() =>
        Compare("a", "b", "c").Single(s => s.Character == Edge.Id).Apart.ShouldBeLessThan(0.84);

    [Fact]
    public void Ranges_come_in_the_unit_with_the_plant_s_own_mean_among_them()
    {
        var size = Compare(["a", "b"], Observation.OfSample(Size.Id, 1, Day, 50, 60))
            .Single(s => s.Character == Size.Id);
        (size.Groups[0].Low, size.Groups[0].High, size.Groups[1].Most).ShouldBe((2, 6, 20));
        size.OwnMean!.Value.ShouldBe(5.5, 1e-12);
        size.Own.ShouldContain("2 parts");
    }

    [Fact]
    public void Near_ranges_need_more_parts_than_far_ones_and_too_near_ones_no_number_helps()
    {
        int? Parts(string one, string other)
        {
            var guide = Make([Says("a", Size, one), Says("b", Size, other)]);
            return TellApart.Compare(guide, [new("a"), new("b")], null).SingleOrDefault()?.Parts;
        }

        Parts("2–4 cm", "20–40 cm").ShouldBe(1);
        Parts("2–6 cm", "4–12 cm")!.Value.ShouldBeGreaterThan(1);
        Parts("2–6 cm", "2.5–7 cm").ShouldBeNull();
    }

    [Fact]
    public void What_wounds_the_plant_stands_behind_where_looking_parts_the_names()
    {
        var pith = Named("pith", Organ.Twig, ["x", "y"]) with { Difficulty = 0, Harm = HarmLevel.Cut };
        Statement[] cut = [Says("a", pith, "x"), Says("b", pith, "y")];
        Order(Says("a", Vague, "x"), Says("b", Vague, "y")).ShouldBe(["Vague", "Pith"]);
        Order(Says("a", Edge, "x | y"), Says("b", Edge, "x (usually) | y"))
            .ShouldBe(["Pith", "Edge"], "looking hardly parts these");
        Splitting
            .Split(With(Says("a", Vague, "x"), Says("b", Vague, "y")), [new("a"), new("b")])[0]
            .Label.ShouldBe("Vague");
        Splitting.Split(With(), [new("a"), new("b")])[0].Label.ShouldBe("Pith");

        IEnumerable<string> Order(params Statement[] looked) =>
            TellApart.Compare(With(looked), [new("a"), new("b")], null).Select(s => s.Label);
        Guide With(params Statement[] looked) =>
            new(Bare([Node("a"), Node("b")], [Edge, Vague, pith], [.. cut, .. looked]));
    }

    [Theory]
    [InlineData(1)]
    [InlineData(7)]
    public void Two_to_six_names_can_be_compared(int names) =>
        Should.Throw<ArgumentException>(() =>
            TellApart.Compare(Make([]), [.. Enumerable.Repeat(new TaxonId("a"), names)], null)
        );

    private static ImmutableArray<Separation> Compare(params string[] taxa) => Compare(taxa, null);

    private static ImmutableArray<Separation> Compare(string[] taxa, Observation? own)
    {
        var guide = Make([
            Says("a", Edge, "x | y (rarely)"),
            Says("b", Edge, "x (rarely) | y"),
            Says("c", Edge, "x"),
            Says("a", Sure, "x"),
            Says("b", Sure, "y"),
            Says("a", Vague, "x"),
            Says("b", Vague, "y"),
            Says("a", Same, "x"),
            Says("b", Same, "x"),
            Says("a", Size, "2–6 cm"),
            Says("b", Size, "5–15(–20) cm"),
        ]);
        return TellApart.Compare(
            guide,
            [.. taxa.Select(t => new TaxonId(t))],
            own is null ? null : new EvidenceSheet(guide, [own])
        );
    }

    private static Guide Make(ImmutableArray<Statement> statements) =>
        new(Bare([Node("a"), Node("b"), Node("c")], [Edge, Sure, Vague, Same, Size], statements));
}
