using CsCheck;
using Garten.Core.Geometry;

namespace Garten.Core.Tests.Geometry;

/// <summary>Lines, open and closed.</summary>
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
        Gen.Select(Gen.Double[-50, 50], Gen.Double[-50, 50], (x, y) => new Point(x, y))
            .Array[2, 40]
            .Sample(line =>
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
                        var away =
                            step.Length < 1e-9 ? off.Length : Math.Abs((step.Unit.X * off.Y) - (step.Unit.Y * off.X));
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
    public void An_ellipse_of_so_many_points_has_the_area_of_its_polygon() =>
        Gen.Select(Gen.Double[0.1, 40], Gen.Double[0.1, 40], Gen.Int[3, 60])
            .Sample(
                (across, along, steps) =>
                {
                    var outline = Lines.Ellipse(new(3, -2), across, along, steps);
                    outline.Length.ShouldBe(steps);

                    // A regular polygon in a circle of radius 1 has the area n/2 sin(2π/n); an ellipse is that circle stretched, here run through clockwise.
                    Lines
                        .AreaOf(outline)
                        .ShouldBe(-across * along * steps / 2 * Math.Sin(2 * Math.PI / steps), 1e-9 * across * along);
                    Lines.IsSimple(outline).ShouldBeTrue();
                    Lines.Contains(outline, new(3, -2)).ShouldBeTrue();
                }
            );

    [Fact]
    public void A_strip_along_a_straight_line_is_as_large_as_its_length_times_its_mean_width() =>
        Gen.Select(Gen.Double[1, 60], Gen.Double[0, 360], Gen.Double[0.1, 5], Gen.Double[0.1, 5])
            .Sample(
                (length, degrees, from, to) =>
                {
                    var strip = Lines.Strip(Lines.Along(9, t => Point.Polar(length * t, degrees)), t =>
                        from + ((to - from) * t)
                    );
                    Math.Abs(Lines.AreaOf(strip)).ShouldBe(length * (from + to), 1e-9 * length);
                    Lines.IsSimple(strip).ShouldBeTrue();
                }
            );

    [Fact]
    public void What_lies_between_the_corners_of_a_round_outline_is_inside_and_what_lies_beyond_is_not() =>
        Gen.Select(Gen.Double[0.01, 1].Array[12], Gen.Double[0, 360])
            .Sample(
                (shares, degrees) =>
                {
                    var outline = Lines.Ellipse(default, 7, 3, 12);
                    var sum = shares.Sum();
                    var within = outline
                        .Zip(shares)
                        .Aggregate(default(Point), (p, x) => p + (x.First * (x.Second / sum)));
                    Lines.Contains(outline, within).ShouldBeTrue();
                    Lines.Contains(outline, Point.Polar(7.01, degrees)).ShouldBeFalse();
                }
            );

    [Fact]
    public void Points_spaced_along_a_line_lie_on_it_and_leave_equal_pieces_of_it_between_them() =>
        Gen.Select(
                Gen.Select(Gen.Double[-9, 9], Gen.Double[-9, 9], (x, y) => new Point(x, y)).Array[2, 9],
                Gen.Int[1, 20]
            )
            .Sample(
                (line, count) =>
                {
                    var spaced = Lines.Spaced(line, count);
                    var whole = Lines.LengthOf(line);
                    spaced.Length.ShouldBe(count + 1);
                    (spaced[0], spaced[^1]).ShouldBe((line[0], line[^1]));
                    for (var i = 0; i <= count; i++)
                    {
                        // So far along the line, counted by hand.
                        var left = whole * i / count;
                        var at = 1;
                        for (; at < line.Length - 1 && (line[at] - line[at - 1]).Length < left; at++)
                        {
                            left -= (line[at] - line[at - 1]).Length;
                        }

                        var expected = line[at - 1] + ((line[at] - line[at - 1]).Unit * left);
                        (spaced[i] - expected).Length.ShouldBe(0, 1e-6);
                    }
                }
            );

    [Fact]
    public void An_arc_runs_from_where_it_begins_to_where_it_ends()
    {
        var arc = Lines.Arc(new(1, 1), 2, 4, 0, 90, 30);
        (arc[0] - new Point(1, 5)).Length.ShouldBe(0, 1e-12);
        (arc[^1] - new Point(3, 1)).Length.ShouldBe(0, 1e-12);
        arc.ShouldAllBe(p => Math.Abs(Math.Pow((p.X - 1) / 2, 2) + Math.Pow((p.Y - 1) / 4, 2) - 1) < 1e-12);
    }
}
