using Garten.Core.Guides;
using Garten.Core.Identification;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Identification;

public sealed class SplittingTests
{
    private static readonly Character Pairs = Named("pairs", Organ.Leaf, ["x", "y"]);
    private static readonly Character One = Named("one", Organ.Leaf, ["x", "y"]);
    private static readonly Character Lone = Named("lone", Organ.Leaf, ["x", "y"]);
    private static readonly Character Wide = Named("wide", Organ.Leaf, ["x", "y"]) with { Difficulty = 0.4 };

    [Fact]
    public void Four_names_fall_into_two_pairs_first_although_one_could_be_set_apart()
    {
        var steps = Split("a", "b", "c", "d");
        steps[0].Label.ShouldBe("Pairs");
        steps[0].One.Select(n => n.Name).ShouldBe(["a", "b"]);
        steps[0].OneShows.ShouldBe("x");
        steps[0].Other.Select(n => n.Name).ShouldBe(["c", "d"]);
        steps.Length.ShouldBe(3);
        steps[1].Label.ShouldBe("One");
        steps[2].Label.ShouldBe("Lone");
    }

    [Fact]
    public void Names_that_nothing_parts_are_said_to_be_so()
    {
        var steps = Split("a", "e");
        steps.ShouldHaveSingleItem().Character.ShouldBeNull();
        steps[0].One.Length.ShouldBe(2);
    }

    [Fact]
    public void An_easy_character_is_taken_before_one_easily_misread() =>
        Split("a", "b", "c")[0].Label.ShouldNotBe("Wide");

    [Theory]
    [InlineData(1)]
    [InlineData(7)]
    public void Two_to_six_names_can_be_split(int names) =>
        Should.Throw<ArgumentException>(() =>
            Splitting.Split(new Guide(Tables()), [.. Enumerable.Repeat(new TaxonId("alba"), names)])
        );

    private static SplitStep[] Split(params string[] names)
    {
        var guide = new Guide(
            Bare(
                [Node("a"), Node("b"), Node("c"), Node("d"), Node("e")],
                [Lone, Pairs, One, Wide],
                [
                    .. new[] { ("a", "xxxx"), ("b", "xxyx"), ("c", "xyxy"), ("d", "yyxy"), ("e", "xxxx") }.SelectMany(
                        t => new[] { Lone, Pairs, One, Wide }.Select((c, i) => Says(t.Item1, c, t.Item2[i].ToString()))
                    ),
                ]
            )
        );
        return [.. Splitting.Split(guide, [.. names.Select(n => new TaxonId(n))])];
    }
}
