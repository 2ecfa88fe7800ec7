using Garten.Core.Geometry;
using Garten.Core.Measuring.Photos;

namespace Garten.Core.Tests.Measuring.Photos;

/// <summary>The steps of measuring a picture, each on figures with known answers.</summary>
public sealed class PictureStepsTests
{
    [Fact]
    public void The_cut_falls_between_two_heaps_of_values()
    {
        float[] values = [.. Enumerable.Repeat(0.1f, 900), .. Enumerable.Repeat(0.5f, 100)];
        var (cut, below, above) = Threshold.Otsu(values, 0.8);
        cut.ShouldBeInRange(0.1, 0.5);
        below.ShouldBe(0.1, 0.005);
        above.ShouldBe(0.5, 0.005);
    }

    [Fact]
    public void The_edge_of_a_disc_has_its_area_and_length()
    {
        const int Side = 200;
        const double Radius = 60.3;
        var field = new float[Side * Side];
        for (var i = 0; i < field.Length; i++)
        {
            var (x, y) = ((i % Side) - 99.5, (i / Side) - 99.5);
            field[i] = (float)Math.Clamp(Radius - Math.Sqrt((x * x) + (y * y)) + 0.5, 0, 1);
        }

        var patches = Patches.Find(field, Side, Side, 0.5, 10);
        var edge = Contour.Trace(field, patches, patches.All.ShouldHaveSingleItem(), 0.5);
        Math.Abs(Lines.AreaOf(edge)).ShouldBe(Math.PI * Radius * Radius, 15);
        Lines.LengthOf([.. edge, edge[0]]).ShouldBe(2 * Math.PI * Radius, 3);
        References.Coin(edge).ShouldNotBeNull().Long.ShouldBe(Radius, 0.1);
    }

    [Fact]
    public void A_cut_below_the_one_that_parted_the_patches_still_closes_its_edge()
    {
        const int Side = 60;
        var field = new float[Side * Side];
        for (var i = 0; i < field.Length; i++)
        {
            var (x, y) = ((i % Side) - 29.5, (i / Side) - 29.5);
            field[i] = (float)Math.Clamp((25 - Math.Sqrt((x * x) + (y * y))) / 10, 0, 1);
        }

        var patches = Patches.Find(field, Side, Side, 0.8, 10);
        var edge = Contour.Trace(field, patches, patches.All[0], 0.3);
        edge.Length.ShouldBeLessThan(400);
        Math.Abs(Lines.AreaOf(edge)).ShouldBe(Math.PI * 22 * 22, 20);
    }

    [Fact]
    public void Four_corners_of_a_tilted_card_bring_back_its_plane()
    {
        // A plane seen in perspective: (x, y) shows at (x, y) ÷ (1 + 0.002 y) × 5 + (300, 200).
        static Point Seen(double x, double y) =>
            new((5 * x / (1 + (0.002 * y))) + 300, (5 * y / (1 + (0.002 * y))) + 200);
        var map = Perspective
            .Of(
                [Seen(0, 0), Seen(85.6, 0), Seen(85.6, 53.98), Seen(0, 53.98)],
                [new(0, 0), new(85.6, 0), new(85.6, 53.98), new(0, 53.98)]
            )
            .ShouldNotBeNull();
        foreach (var (x, y) in new[] { (0.0, 0.0), (40, 100), (-60, 30), (120, -20) })
        {
            (map.Map(Seen(x, y)) - new Point(x, y)).Length.ShouldBeLessThan(1e-6);
        }

        var back = map.Back().ShouldNotBeNull();
        (back.Map(new(40, 100)) - Seen(40, 100)).Length.ShouldBeLessThan(1e-6);
    }

    [Fact]
    public void Distances_to_the_nearest_mark_are_exact()
    {
        var marked = new bool[11 * 11];
        marked[(5 * 11) + 5] = true;
        var squared = DistanceMap.SquaredTo(marked, 11, 11);
        squared[0].ShouldBe(50, 1e-4f);
        squared[(5 * 11) + 8].ShouldBe(9, 1e-4f);
    }

    [Fact]
    public void A_picture_made_smaller_keeps_its_mean()
    {
        var picture = new PixelImage(4, 4, [.. Enumerable.Range(0, 48).Select(i => (byte)(i / 3 * 10))]);
        var (small, factor) = picture.Reduced(4);
        factor.ShouldBe(2);
        small.Width.ShouldBe(2);
        small.Rgb[0].ShouldBe((byte)25);
        small.Rgb[11].ShouldBe((byte)125);
    }
}
