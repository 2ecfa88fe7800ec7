using Garten.Core.Drawing.Plates;
using Garten.Core.Evidence;
using Garten.Core.Evidence.Pictures;
using Garten.Core.Guides;

namespace Garten.Core.Tests.Drawing;

/// <summary>A plant through the year, organ by organ.</summary>
public sealed class PortraitTests
{
    private static readonly DateOnly April = new(2026, 4, 20);
    private static readonly DateOnly EarlierApril = new(2027, 4, 2);
    private static readonly DateOnly December = new(2025, 12, 1);

    private static readonly Guide Guide = new(
        SmallGuide.Bare(
            [SmallGuide.Node("oak")],
            [SmallGuide.Named("bark-surface", Organ.Bark, ["smooth", "furrowed"])],
            []
        )
    );

    [Fact]
    public void Years_lie_over_one_another_and_a_drawing_stands_where_no_picture_is()
    {
        PhotoId late = new(Guid.NewGuid()),
            early = new(Guid.NewGuid());
        var portrait = Portrait.Of(
            Guide,
            [December, April, EarlierApril],
            [
                Observation.OfStates(new("bark-surface"), 1, December, "furrowed"),
                Observation.OfStates(new("bark-surface"), 2, April, "furrowed"),
            ],
            [new(late, PictureOrgan.Bark, April), new(early, PictureOrgan.Bark, EarlierApril)]
        );
        portrait.Months.Select(m => m.Month).ShouldBe([4, 12]);
        portrait.Months[0].Days.ShouldBe([EarlierApril, April]);
        portrait.Organs.ShouldBe([PictureOrgan.Bark]);
        var (spring, winter) = (portrait.Cells[0], portrait.Cells[1]);
        spring.Photos.ShouldBe([early, late], "the earliest in the year first");
        spring.Svg.ShouldBeNull("a picture shows more than a drawing");
        winter.Photos.ShouldBeEmpty();
        winter.Svg.ShouldNotBeNull().ShouldContain("<svg");
    }

    [Fact]
    public void A_month_in_which_nothing_of_an_organ_was_recorded_shows_nothing_of_it()
    {
        var portrait = Portrait.Of(
            Guide,
            [April, December],
            [Observation.OfStates(new("bark-surface"), 1, December, "furrowed")],
            []
        );
        portrait.Months.Length.ShouldBe(2, "it was seen then all the same");
        portrait.Cells.ShouldHaveSingleItem().Month.ShouldBe(12);
        Portrait.Of(Guide, [April], [], []).Cells.ShouldBeEmpty();
    }
}
