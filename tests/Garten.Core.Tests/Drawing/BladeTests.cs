using CsCheck;
using Garten.Core.Drawing.Leaves;
using Garten.Core.Geometry;

namespace Garten.Core.Tests.Drawing;

/// <summary>The geometry of blades, over forms drawn by chance.</summary>
public sealed class BladeTests
{
    private static readonly Gen<BladeForm> Simple = Gen.Select(
        Gen.Double[0.6, 14],
        Gen.Double[0.12, 0.88],
        Gen.Enum<BladeBase>(),
        Gen.Enum<BladeTip>(),
        Gen.Enum<BladeMargin>(),
        Gen.Int[3, 30],
        Gen.Double[0, 0.6],
        (ratio, widest, @base, tip, margin, teeth, from) =>
            BladeForm.Plain with
            {
                Ratio = ratio,
                Widest = widest,
                Base = @base,
                Tip = tip,
                Margin = margin,
                Teeth = teeth,
                TeethFrom = from,
            }
    );

    private static readonly Gen<BladeForm> Lobed = Gen.Select(
        Simple,
        Gen.Bool,
        Gen.Int[1, 5],
        Gen.Double[0.15, 0.7],
        (form, palmate, half, depth) =>
            form with
            {
                Ratio = Math.Clamp(form.Ratio, 0.7, 2.5),
                Lobing = palmate ? BladeLobing.Palmate : BladeLobing.Pinnate,
                Lobes = (2 * half) + 1,
                SinusDepth = depth,
                Teeth = 4 * ((2 * half) + 1),
                TeethFrom = 0.1,
            }
    );

    private static readonly Gen<BladeForm> Any = Gen.OneOf(Simple, Lobed);

    [Fact]
    public void Outlines_never_cross_themselves_and_hold_an_area() =>
        Any.Sample(
            form =>
            {
                var blade = Blade.Of(form);
                Lines.IsSimple(blade.Outline).ShouldBeTrue();
                Lines.AreaOf(blade.Outline).ShouldBeGreaterThan(0);
            },
            iter: 400
        );

    [Fact]
    public void A_ruler_laid_on_the_envelope_reads_the_length_and_width_asked() =>
        Any.Sample(
            form =>
            {
                var blade = Blade.Of(form);
                var box = Lines.BoxOf(blade.Envelope);
                box.Top.ShouldBe(form.Length, form.Length * 1e-9);
                (2 * Math.Max(box.Right, -box.Left)).ShouldBe(form.Length / form.Ratio, 1e-6);
            },
            iter: 300
        );

    [Fact]
    public void A_ruler_laid_on_the_teeth_reads_the_length_to_width_asked() =>
        Simple.Sample(
            form =>
            {
                var teeth = Lines.BoxOf(Blade.Of(form).Outline);
                (teeth.Top / teeth.Width).ShouldBe(form.Ratio, form.Ratio * 0.02);
            },
            iter: 400
        );

    [Theory]
    [InlineData(BladeMargin.Serrate)]
    [InlineData(BladeMargin.Toothed)]
    [InlineData(BladeMargin.Crenate)]
    public void There_are_as_many_teeth_as_asked(BladeMargin margin)
    {
        for (var teeth = 4; teeth < 26; teeth++)
        {
            var blade = Blade.Of(BladeForm.Plain with { Margin = margin, Teeth = teeth });

            // Along the edge, how far it lies out of the envelope rises to a peak once for each tooth.
            var standing = blade.Edge.Skip(1).SkipLast(2).Select(p => Outwards(p, blade.Right)).ToArray();
            var (tips, valley) = (0, double.MaxValue);
            for (var i = 1; i < standing.Length - 1; i++)
            {
                valley = Math.Min(valley, standing[i]);
                if (standing[i] > standing[i - 1] && standing[i] > standing[i + 1] && standing[i] - valley > 0.25)
                {
                    (tips, valley) = (tips + 1, double.MaxValue);
                }
            }

            // The last tip may stand at the very end of the line looked at.
            tips.ShouldBeInRange(teeth - 1, teeth);
        }
    }

    [Fact]
    public void Serrate_teeth_point_towards_the_tip_of_the_blade()
    {
        var blade = Blade.Of(BladeForm.Plain with { Margin = BladeMargin.Serrate, Teeth = 12 });
        var standing = blade.Edge.Select(p => Outwards(p, blade.Right)).ToArray();
        var seen = 0;
        for (var i = 2; i < blade.Edge.Length - 8; i++)
        {
            if (standing[i] > standing[i - 1] + 0.2 && standing[i] > standing[i + 1] + 0.2)
            {
                // From the valley below to the tip is a longer way than from the tip to the valley above.
                seen++;
                (blade.Edge[i] - blade.Edge[i - 2]).Length.ShouldBeGreaterThan(
                    (blade.Edge[i + 1] - blade.Edge[i]).Length * 1.2
                );
            }
        }

        seen.ShouldBeGreaterThan(8);
    }

    [Theory]
    [InlineData(BladeLobing.Palmate)]
    [InlineData(BladeLobing.Pinnate)]
    public void There_are_as_many_lobes_as_asked(BladeLobing lobing)
    {
        for (var lobes = 3; lobes <= 11; lobes += 2)
        {
            var form = BladeForm.Plain with { Ratio = 1, Lobing = lobing, Lobes = lobes, SinusDepth = 0.5 };
            var blade = Blade.Of(form);
            blade.LobeTips.Length.ShouldBe(lobes);

            // Fingers are peaks of the distance from above the base; feathered lobes are peaks of the width, and the end
            // lobe has a shoulder on either side.
            var peaks =
                lobing == BladeLobing.Palmate
                    ? Peaks([.. blade.Envelope.Select(p => (p - new Point(0, form.Length * 0.12)).Length)])
                    : Peaks([.. blade.Right.Select(p => p.X)]) + Peaks([.. blade.Left.Select(p => -p.X)]) - 1;
            peaks.ShouldBe(lobes);
        }
    }

    private static int Peaks(double[] heights)
    {
        var (peaks, valley) = (0, double.MaxValue);
        for (var i = 1; i < heights.Length - 1; i++)
        {
            valley = Math.Min(valley, heights[i - 1]);
            if (heights[i] > heights[i - 1] && heights[i] >= heights[i + 1] && heights[i] - valley > 1)
            {
                (peaks, valley) = (peaks + 1, double.MaxValue);
            }
        }

        return peaks;
    }

    [Fact]
    public void Veins_end_on_the_blade() =>
        Any.Sample(
            form =>
            {
                var blade = Blade.Of(form);
                foreach (var vein in Veins.Of(blade))
                {
                    var end = vein[^1];
                    (
                        Lines.Contains(blade.Envelope, end) || Away(end, blade.Envelope) < form.Length * 0.02
                    ).ShouldBeTrue($"{end}");
                }
            },
            iter: 300
        );

    [Fact]
    public void An_entire_blade_has_no_teeth()
    {
        var blade = Blade.Of(BladeForm.Plain);
        blade.Edge.ShouldBe(blade.Right);
    }

    /// <summary>How far a point lies to the right of the right side of a blade; negative within it.</summary>
    private static double Outwards(Point point, Point[] side) =>
        Away(point, side) * (Lines.Contains([.. side, new(-1e3, side[^1].Y), new(-1e3, side[0].Y)], point) ? -1 : 1);

    /// <summary>How far a point lies from a line.</summary>
    private static double Away(Point point, Point[] line)
    {
        var least = double.MaxValue;
        for (var i = 1; i < line.Length; i++)
        {
            var (from, step) = (line[i - 1], line[i] - line[i - 1]);
            var along =
                step.Length < 1e-9
                    ? 0
                    : Math.Clamp(
                        (((point - from).X * step.X) + ((point - from).Y * step.Y)) / (step.Length * step.Length),
                        0,
                        1
                    );
            least = Math.Min(least, (point - from - (step * along)).Length);
        }

        return least;
    }
}
