using CsCheck;
using Garten.Core.Geometry;

namespace Garten.Core.Tests.Geometry;

/// <summary>Points, boxes, and what placing a part on the paper does to its lengths, areas and sides.</summary>
public sealed class PlacingTests
{
    private static readonly Gen<Point> Somewhere = Gen.Select(Gen.Double[-50, 50], Gen.Double[-50, 50], (x, y) =>
        new Point(x, y)
    );

    private static readonly Gen<Placing> Placed = Gen.Select(
        Somewhere,
        Gen.Double[-720, 720],
        Gen.Double[0.1, 9],
        Gen.Bool,
        (at, degrees, scale, mirrored) => new Placing(at, degrees, scale, mirrored)
    );

    [Fact]
    public void Lengths_grow_by_the_scale_however_a_part_lies() =>
        Gen.Select(Placed, Somewhere, Somewhere)
            .Sample(
                (placing, a, b) =>
                {
                    (placing.Of(a) - placing.Of(b)).Length.ShouldBe(
                        (a - b).Length * placing.Scale,
                        1e-9 * (1 + (a - b).Length) * placing.Scale
                    );
                    (placing.Of(default) - placing.At).Length.ShouldBe(0, 1e-12);
                }
            );

    [Fact]
    public void Areas_grow_by_the_scale_squared_and_change_their_sense_in_a_mirror() =>
        Gen.Select(Placed, Somewhere.Array[3, 8])
            .Sample(
                (placing, outline) =>
                    Lines
                        .AreaOf([.. outline.Select(placing.Of)])
                        .ShouldBe(
                            Lines.AreaOf(outline) * placing.Scale * placing.Scale * (placing.Mirrored ? -1 : 1),
                            1e-6 * placing.Scale * placing.Scale
                        )
            );

    [Theory]
    [InlineData(0, false, 1, 2)]
    [InlineData(90, false, 2, -1)]
    [InlineData(180, false, -1, -2)]
    [InlineData(-90, false, -2, 1)]
    [InlineData(0, true, -1, 2)]
    [InlineData(90, true, 2, 1)]
    public void A_part_is_mirrored_before_it_is_turned_clockwise(double degrees, bool mirrored, double x, double y)
    {
        var on = new Placing(new(10, 20), degrees, 1, mirrored).Of(new(1, 2));
        on.X.ShouldBe(10 + x, 1e-12);
        on.Y.ShouldBe(20 + y, 1e-12);
    }

    [Theory]
    [InlineData(0, 0, 5)]
    [InlineData(90, 5, 0)]
    [InlineData(180, 0, -5)]
    [InlineData(270, -5, 0)]
    public void A_step_goes_clockwise_from_straight_up(double degrees, double x, double y)
    {
        var step = Point.Polar(5, degrees);
        step.X.ShouldBe(x, 1e-12);
        step.Y.ShouldBe(y, 1e-12);
    }

    [Fact]
    public void The_unit_of_a_step_keeps_its_direction_and_left_is_a_quarter_turn() =>
        Somewhere
            .Where(p => p.Length > 1e-6)
            .Sample(step =>
            {
                step.Unit.Length.ShouldBe(1, 1e-12);
                (step.Unit * step.Length - step).Length.ShouldBe(0, 1e-9);
                ((step.X * step.Left.X) + (step.Y * step.Left.Y)).ShouldBe(0, 1e-9);
                ((step.X * step.Left.Y) - (step.Y * step.Left.X)).ShouldBeGreaterThan(0, "left, not right");
            });

    [Fact]
    public void A_step_of_no_length_has_no_direction() => default(Point).Unit.ShouldBe(default);

    [Fact]
    public void A_box_holds_what_was_taken_in_and_is_no_larger_than_it_must_be() =>
        Somewhere
            .Array[1, 20]
            .Sample(points =>
            {
                var box = Lines.BoxOf(points);
                box.ShouldBe(Lines.BoxOf([.. points.Reverse()]));
                points.ShouldAllBe(p => p.X >= box.Left && p.X <= box.Right && p.Y >= box.Bottom && p.Y <= box.Top);
                (box.Left, box.Right, box.Bottom, box.Top).ShouldBe(
                    (points.Min(p => p.X), points.Max(p => p.X), points.Min(p => p.Y), points.Max(p => p.Y))
                );
                box.With(box).ShouldBe(box);
                box.With(Box.Empty).ShouldBe(box);
                Box.Empty.With(box).ShouldBe(box);
                (box.Wider(2).Width - box.Width, box.Wider(2).Height - box.Height).ShouldSatisfyAllConditions(
                    d => d.Item1.ShouldBe(4, 1e-9),
                    d => d.Item2.ShouldBe(4, 1e-9)
                );
            });

    [Fact]
    public void The_middle_of_a_box_is_as_far_from_either_side() =>
        new Box(-1, 3, 2, 5).Middle.ShouldBe(new Point(0.5, 4));

    [Fact]
    public void An_empty_box_has_no_size() =>
        (Box.Empty.IsEmpty, Box.Empty.Width, Box.Empty.Height).ShouldBe((true, 0, 0));
}
