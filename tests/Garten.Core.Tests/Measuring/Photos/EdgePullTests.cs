using Garten.Core.Geometry;
using Garten.Core.Measuring.Photos;

namespace Garten.Core.Tests.Measuring.Photos;

/// <summary>Correcting a found edge by hand.</summary>
public sealed class EdgePullTests
{
    private static readonly Point[] Round = [.. Enumerable.Range(0, 360).Select(a => Point.Polar(100, a))];

    [Fact]
    public void The_edge_goes_where_it_is_pulled_and_bends_beside_it()
    {
        var pulled = new EdgePull(new(0.2, 99), new(0, 110)).Apply(Round);
        pulled.Length.ShouldBe(360);
        pulled[0].ShouldBe(new Point(0, 110));

        // A pull of 11 reaches 27.5 along the edge: a little more than 15 points to either side, less and less.
        pulled[5].Length.ShouldBeInRange(105, 110);
        pulled[10].Length.ShouldBeInRange(100.5, pulled[5].Length);
        pulled[17].ShouldBe(Round[17]);
        pulled[355].Length.ShouldBe(pulled[5].Length, 0.05);
        Lines.IsSimple(pulled).ShouldBeTrue();
    }

    [Fact]
    public void A_pull_to_where_the_edge_lies_changes_nothing() =>
        new EdgePull(Round[7], Round[7]).Apply(Round).ShouldBe(Round);
}
