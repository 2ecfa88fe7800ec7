using Garten.Core.Drawing;
using Garten.Core.Drawing.Leaves;
using Garten.Core.Drawing.Paper;
using Garten.Core.Drawing.Plates;
using Garten.Core.Drawing.Shoots;
using Garten.Core.Drawing.Twigs;
using Garten.Core.Geometry;

namespace Garten.Core.Tests.Drawing;

/// <summary>Where leaves and buds stand, and how parts are laid on the paper.</summary>
public sealed class ArrangementTests
{
    [Fact]
    public void Opposite_leaves_share_a_joint_and_alternate_ones_do_not()
    {
        var opposite = ShootDrawing.Places("opposite", 3, 30);
        opposite.Count.ShouldBe(6);
        opposite.GroupBy(p => p.At.Y).ShouldAllBe(pair => pair.Count() == 2 && pair.Sum(p => p.Degrees) == 0);
        var alternate = ShootDrawing.Places("alternate", 4, 30);
        alternate.Select(p => p.At.Y).ShouldBeUnique();
        alternate.Zip(alternate.Skip(1)).ShouldAllBe(pair => pair.First.Degrees * pair.Second.Degrees < 0);
    }

    [Fact]
    public void Subopposite_leaves_stand_nearly_opposite()
    {
        var places = ShootDrawing.Places("subopposite", 1, 40);
        Math.Abs(places[0].At.Y - places[1].At.Y).ShouldBeInRange(4, 16);
    }

    [Fact]
    public void Whorls_have_more_than_two_leaves_a_joint_and_rosettes_only_one_joint()
    {
        ShootDrawing.Places("whorled", 2, 40).GroupBy(p => p.At.Y).ShouldAllBe(w => w.Count() > 2);
        ShootDrawing.Places("basal", 5, 40).ShouldAllBe(p => p.At == default);
    }

    [Fact]
    public void Decussate_pairs_stand_crosswise_and_two_ranks_lie_in_one_plane()
    {
        var crosswise = ShootDrawing
            .Places("decussate", 2, 30)
            .Chunk(2)
            .Select(pair => Math.Abs(pair[0].Degrees))
            .ToArray();
        crosswise[0].ShouldBeGreaterThan(45);
        crosswise[1].ShouldBeLessThan(20);
        var ranks = ShootDrawing.Places("two-ranked", 3, 30);
        ranks.Select(p => p.At.Y).ShouldBeUnique();
        ranks.Select(p => Math.Abs(p.Degrees)).Distinct().ShouldHaveSingleItem();
        ShootDrawing.Places("spiral", 6, 30).Select(p => p.Degrees).Distinct().Count().ShouldBe(3);
    }

    [Fact]
    public void A_zigzag_stem_bends_at_each_joint_and_a_straight_one_nowhere()
    {
        Bends("zigzag").ShouldBeGreaterThanOrEqualTo(2);
        Bends("straight").ShouldBe(0);

        static int Bends(string line)
        {
            var picture = CharacterDrawing
                .Draw("stem-line", Features.None.With("stem-line", line), "stem")
                .ShouldNotBeNull();
            var stem = (
                picture.Figures.OfType<Part>().FirstOrDefault(p => p.Name == "stem")?.Figures ?? picture.Figures
            )
                .OfType<Stroke>()
                .First(s => s.Fill == Wash.Stem)
                .Points;
            var side = stem.Take(stem.Length / 2).ToArray();
            var turns = side.Skip(2)
                .Select((p, i) => Cross(side[i + 1] - side[i], p - side[i + 1]))
                .Where(t => Math.Abs(t) > 1)
                .ToArray();
            return turns.Zip(turns.Skip(1)).Count(t => t.First * t.Second < 0);
        }

        static double Cross(Point a, Point b) => (a.X * b.Y) - (a.Y * b.X);
    }

    [Theory]
    [InlineData("opposite", 0)]
    [InlineData("subopposite", 7)]
    public void Buds_come_in_pairs_one_on_each_hand(string arrangement, double apart)
    {
        var buds = TwigDrawing.BudPlaces(arrangement, 90);
        (buds.Count % 2).ShouldBe(0);
        foreach (var pair in buds.Chunk(2))
        {
            (pair[0].Hand + pair[1].Hand).ShouldBe(0);
            (pair[1].Y - pair[0].Y).ShouldBe(apart);
        }

        buds.ShouldAllBe(b => b.Y < 90);
    }

    [Fact]
    public void Alternate_buds_change_hands_from_one_to_the_next()
    {
        var buds = TwigDrawing.BudPlaces("alternate", 90);
        buds.Zip(buds.Skip(1))
            .ShouldAllBe(pair => pair.First.Hand == -pair.Second.Hand && pair.First.Y < pair.Second.Y);
    }

    [Theory]
    [InlineData(5, 2)]
    [InlineData(9, 3)]
    [InlineData(21, 4)]
    public void Leaflets_stay_clear_of_their_neighbours(int count, double ratio)
    {
        var form = LeafForm.Of(
            Features.None.With("leaf-division", "pinnate").With("leaflet-count", count).With("leaf-ratio", ratio)
        );
        var (leaflet, step) = LeafDrawing.FeatherSize(form);
        step.ShouldBeGreaterThan(leaflet / ratio, "a leaflet is no wider than the way to the next");
        LeafDrawing.BladeOnPaper(form).ShouldBe(leaflet);
    }

    [Fact]
    public void The_petiole_is_drawn_at_the_scale_of_the_blade()
    {
        var form = LeafForm.Of(Features.None.With("leaf-length", 60).With("petiole-length", 30));
        (form.Petiole / form.Blade.Length).ShouldBe(0.5, 1e-9);
        form.Millimetres!.Value.ShouldBe(60 / LeafForm.Standard, 1e-9);
        LeafForm.Of(Features.None).Millimetres.ShouldBeNull();
        LeafForm.Of(Features.None.With("leaf-base", "clasping")).Petiole.ShouldBe(0, "a clasping blade has no stalk");
    }

    [Theory]
    [InlineData("lance", null, 4)]
    [InlineData("linear", null, 11)]
    [InlineData("lance", 6.5, 6.5)]
    public void A_ratio_measured_counts_before_the_outline_named(string outline, double? measured, double expected)
    {
        var f = Features.None.With("outline", outline);
        LeafForm.Of(measured is { } ratio ? f.With("leaf-ratio", ratio) : f).Blade.Ratio.ShouldBe(expected);
    }

    [Fact]
    public void Length_and_width_measured_give_the_ratio_where_none_is_said() =>
        LeafForm.Of(Features.None.With("leaf-length", 90).With("leaf-width", 30)).Blade.Ratio.ShouldBe(3);

    [Fact]
    public void Leaflets_counted_make_a_leaf_compound_where_nothing_else_is_known()
    {
        LeafForm.Of(Features.None.With("leaflet-count", 3)).Division.ShouldBe(LeafDivision.Trifoliolate);
        LeafForm.Of(Features.None.With("leaflet-count", 9)).Division.ShouldBe(LeafDivision.Pinnate);
        LeafForm.Of(Features.None.With("leaflet-count", 1)).Division.ShouldBe(LeafDivision.Simple);
    }

    [Fact]
    public void What_is_drawn_through_a_placed_sketch_lands_where_it_was_placed_and_finer()
    {
        var sketch = new Sketch();
        sketch.At(10, 20, 90, 0.25).Line(new Point(0, 0), new Point(0, 8), 1);
        sketch.At(0, 0, 0, 2).Spot(new(1, 1), 3, null, 1);
        var line = sketch.Figures[0].ShouldBeOfType<Stroke>();
        line.Points[1].X.ShouldBe(12, 1e-9);
        line.Points[1].Y.ShouldBe(20, 1e-9);
        line.Line.ShouldBe(0.5);
        sketch.Figures[1].ShouldBeOfType<Disc>().Radius.ShouldBe(6);
    }

    [Fact]
    public void A_part_without_figures_is_not_there()
    {
        var sketch = new Sketch();
        sketch.Part("nothing", "Nothing", _ => { });
        sketch.Figures.ShouldBeEmpty();
        SvgWriter.Write(sketch.Finish("empty")).ShouldContain("<title>empty</title>");
    }

    [Fact]
    public void A_tile_is_as_large_as_its_frame_and_its_scale_goes_with_it()
    {
        var sketch = new Sketch();
        sketch.Line(new Point(0, 0), new Point(0, 420), 0.001);
        var tile = Tile.Fitted(sketch.Finish("line", 2));
        tile.Box.Height.ShouldBe(Tile.Side, 0.5);
        tile.Millimetres!.Value.ShouldBe(10, 0.1);
    }

    [Theory]
    [InlineData(0.1, "2 mm", 20)]
    [InlineData(1, "2 cm", 20)]
    [InlineData(100, "2 m", 20)]
    public void The_scale_bar_takes_a_round_length(double millimetres, string words, double units)
    {
        var sketch = new Sketch();
        sketch.Line(new Point(0, 0), new Point(60, 0), 1);
        var svg = SvgWriter.Write(sketch.Finish("line", millimetres));
        svg.ShouldContain($">{words}<");
        svg.ShouldContain($"l0 2 {units} 0 0-2");
    }

    [Theory]
    [InlineData("leaf-tip", "drawn-out")]
    [InlineData("margin", "doubly-serrate")]
    [InlineData("old-fruit", "plume")]
    [InlineData("underground", "bulb")]
    public void No_colour_of_a_drawing_is_fixed(string character, string state)
    {
        // Every fill and stroke is a variable a theme can change, or none.
        var svg = SvgWriter.Write(CharacterDrawing.Draw(character, Features.None.With(character, state), "x")!);
        System
            .Text.RegularExpressions.Regex.Matches(svg, "(?:fill|stroke)=\"([^\"]*)\"")
            .Select(m => m.Groups[1].Value)
            .ShouldAllBe(v => v == "none" || v.StartsWith("var(--pen-", StringComparison.Ordinal));
    }
}
