using CsCheck;
using Garten.Core.Geometry;

namespace Garten.Core.Tests.Drawing;

/// <summary>Lines, boxes and placings.</summary>
public sealed class LinesTests
{
    private static readonly Point[] Square = [new(0, 0), new(4, 0), new(4, 4), new(0, 4)];

    [Fact]
    public void The_area_of_a_square_is_its_side_squared_and_turns_with_its_sense()
    {
        Lines.AreaOf(Square).ShouldBe(16);
        Lines.AreaOf([.. Square.Reverse()]).ShouldBe(-16);
    }

    [Fact]
    public void A_bow_tie_crosses_itself_and_a_square_does_not()
    {
        Lines.IsSimple(Square).ShouldBeTrue();
        Lines.IsSimple([new(0, 0), new(4, 4), new(4, 0), new(0, 4)]).ShouldBeFalse();
    }

    [Fact]
    public void Inside_and_outside_are_told_apart()
    {
        Lines.Contains(Square, new(2, 2)).ShouldBeTrue();
        Lines.Contains(Square, new(5, 2)).ShouldBeFalse();
        Lines.Contains(Square, new(-1, 2)).ShouldBeFalse();
    }

    [Fact]
    public void Spaced_points_lie_at_equal_distances()
    {
        var line = Lines.Spaced([new(0, 0), new(3, 0), new(3, 7)], 5);
        line.Length.ShouldBe(6);
        for (var i = 1; i < line.Length; i++)
        {
            Lines.LengthOf([line[i - 1], line[i]]).ShouldBeLessThanOrEqualTo(2 + 1e-9);
        }

        line[^1].ShouldBe(new Point(3, 7));
        Lines.LengthOf(line).ShouldBe(10, 0.7);
    }

    [Fact]
    public void What_a_simplified_line_leaves_out_lies_within_the_tolerance() =>
        Gen.Select(Gen.Double[-50, 50], Gen.Double[-50, 50], (x, y) => new Point(x, y)).Array[2, 40].Sample(line =>
        {
            var left = Lines.Simplified(line, 3);
            left[0].ShouldBe(line[0]);
            left[^1].ShouldBe(line[^1]);
            var from = 0;
            for (var i = 1; i < left.Count; i++)
            {
                // Each point between two that are kept lies near the line that joins them.
                var to = Array.IndexOf(line, left[i], from + 1);
                foreach (var point in line[from..to])
                {
                    var step = left[i] - left[i - 1];
                    var off = point - left[i - 1];
                    var away = step.Length < 1e-9 ? off.Length : Math.Abs((step.Unit.X * off.Y) - (step.Unit.Y * off.X));
                    away.ShouldBeLessThanOrEqualTo(3 + 1e-9);
                }

                from = to;
            }
        });

    [Fact]
    public void A_straight_line_is_simplified_to_its_ends() =>
        Lines.Simplified(Lines.Along(30, t => new(10 * t, 5 * t)), 0.1).Count.ShouldBe(2);

    [Fact]
    public void A_smooth_line_passes_through_its_points()
    {
        Point[] through = [new(0, 0), new(4, 9), new(12, 3)];
        var line = Lines.Smooth(through, 5);
        foreach (var point in through)
        {
            line.Min(p => (p - point).Length).ShouldBeLessThan(1e-9);
        }
    }

    [Fact]
    public void A_placing_turns_clockwise_and_keeps_distances() =>
        Gen.Select(Gen.Double[-180, 180], Gen.Double[0.2, 4], Gen.Bool, Gen.Double[-9, 9], Gen.Double[-9, 9], (degrees, scale, mirrored, x, y) =>
            (Placing: new Placing(new(3, 5), degrees, scale, mirrored), Point: new Point(x, y))).Sample(c =>
            (c.Placing.Of(c.Point) - c.Placing.Of(default)).Length.ShouldBe(c.Point.Length * c.Placing.Scale, 1e-9));

    [Fact]
    public void Straight_up_turned_a_quarter_points_right()
    {
        var at = new Placing(default, 90).Of(new(0, 2));
        at.X.ShouldBe(2, 1e-12);
        at.Y.ShouldBe(0, 1e-12);
        Point.Polar(2, 90).X.ShouldBe(2, 1e-12);
    }

    [Fact]
    public void An_empty_box_takes_the_first_point_it_is_given()
    {
        Box.Empty.IsEmpty.ShouldBeTrue();
        var box = Box.Empty.With(new Point(2, 3)).With(Box.Empty).With(new Point(-1, 5));
        (box.Left, box.Bottom, box.Right, box.Top).ShouldBe((-1.0, 3.0, 2.0, 5.0));
        box.Middle.ShouldBe(new Point(0.5, 4));
        box.Wider(1).Width.ShouldBe(5);
    }
}
