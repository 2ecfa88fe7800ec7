using System.Xml.Linq;
using Garten.Core.Drawing;
using Garten.Core.Drawing.Leaves;
using Garten.Core.Drawing.Paper;
using Garten.Core.Drawing.Plates;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Drawing;

/// <summary>Organs drawn from features: as many parts as asked, nothing invented, contradictions told.</summary>
public sealed class OrganTests
{
    [Theory]
    [InlineData("trifoliolate", 3)]
    [InlineData("pinnate", 5)]
    [InlineData("pinnate", 6)]
    [InlineData("pinnate", 19)]
    [InlineData("palmate", 7)]
    public void A_compound_leaf_has_the_leaflets_counted(string division, int count)
    {
        var picture = Draw("leaflet-count", Features.None.With("leaf-division", division).With("leaflet-count", count));
        Washed(picture, Wash.LeafShade).ShouldBe(count);
    }

    [Theory]
    [InlineData("petal-count", 4)]
    [InlineData("petal-count", 6)]
    [InlineData("petal-count", 13)]
    public void A_flower_has_the_petals_counted(string character, int count) =>
        Washed(Draw(character, Features.None.With(character, count).With("flower-colour", "pink")), Wash.Of("pink")!)
            .ShouldBe(count);

    [Fact]
    public void A_flower_has_the_sepals_stamens_and_styles_counted()
    {
        var f = Features
            .None.With("petal-count", 5)
            .With("sepal-count", 4)
            .With("stamen-count", 10)
            .With("style-count", 3);
        var picture = Draw("stamen-count", f);
        Washed(Part(picture, "sepals"), Wash.Stem).ShouldBe(4);
        Discs(Part(picture, "stamens"), Wash.Gold).ShouldBe(10);
        Discs(Part(picture, "pistil"), Wash.Pale).ShouldBe(3);
    }

    [Theory]
    [InlineData("petiole-ratio", 0.2)]
    [InlineData("petiole-ratio", 1.4)]
    [InlineData("petiole-ratio", 3.5)]
    [InlineData("bract-ratio", 0.3)]
    [InlineData("bract-ratio", 1)]
    [InlineData("bract-ratio", 2.5)]
    [InlineData("scale-ratio", 0.6)]
    [InlineData("scale-ratio", 1.3)]
    public void Two_lengths_are_drawn_at_their_ratio(string character, double ratio)
    {
        var picture = Draw(character, Features.None.With(character, ratio));
        var measures = All(picture.Figures)
            .OfType<Part>()
            .Where(p => p.Name == "measure")
            .Select(m => m.Figures.OfType<Stroke>().First().Points)
            .Select(p => (p[^1] - p[0]).Length)
            .ToArray();
        measures.Length.ShouldBe(2);
        var (part, whole) = character == "bract-ratio" ? (measures[0], measures[1]) : (measures[1], measures[0]);
        (part / whole).ShouldBe(ratio, 0.01 * ratio);
    }

    [Theory]
    [InlineData("shield", 3)]
    [InlineData("line", 1)]
    [InlineData("round", 9)]
    [InlineData("crescent", 7)]
    public void A_leaf_scar_has_the_bundle_scars_counted_and_all_lie_within_it(string scar, int count)
    {
        var picture = Draw("bundle-scars", Features.None.With("leaf-scar", scar).With("bundle-scars", count));
        var outline = picture.Figures.OfType<Stroke>().First().Points;
        var dots = picture.Figures.OfType<Disc>().ToArray();
        dots.Length.ShouldBe(count);
        dots.ShouldAllBe(d => Garten.Core.Geometry.Lines.Contains(outline, d.Centre));
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(5)]
    public void A_bundle_has_the_needles_counted(int count) =>
        Washed(Draw("needles-per-bundle", Features.None.With("needles-per-bundle", count)), Wash.Leaf).ShouldBe(count);

    [Theory]
    [InlineData(5)]
    [InlineData(13)]
    public void A_head_has_the_rays_counted(int count) =>
        Part(Draw("ray-count", Features.None.With("ray-count", count).With("head", "rays-and-disc")), "rays")
            .Figures.Length.ShouldBe(count);

    [Theory]
    [InlineData(40)]
    [InlineData(90)]
    [InlineData(170)]
    public void The_wings_of_a_pair_of_keys_stand_at_the_angle_measured(double degrees)
    {
        var picture = Draw("samara-angle", Features.None.With("samara-angle", degrees));
        var wings = picture
            .Figures.OfType<Part>()
            .Where(p => p.Name == "wing")
            .Select(p => p.Figures.OfType<Stroke>().First().Points)
            .Select(p => p.MaxBy(x => (x - p[0]).Length) - p[0])
            .ToArray();
        var angle = Math.Abs(Math.Atan2(wings[0].X, wings[0].Y) - Math.Atan2(wings[1].X, wings[1].Y)) * 180 / Math.PI;
        angle.ShouldBe(degrees, 12);
    }

    [Fact]
    public void A_winged_axis_has_a_wing_below_the_first_pair_and_between_pairs()
    {
        var f = Features.None.With("leaf-division", "pinnate").With("leaflet-count", 7);
        var plain = Washed(Draw("leaflet-count", f), Wash.Leaf);
        Washed(Draw("leaflet-count", f.With("axis-wing", "winged")), Wash.Leaf).ShouldBe(plain + 4);
    }

    [Theory]
    [InlineData("hairless", 0, 0)]
    [InlineData("thinly-hairy", 10, 60)]
    [InlineData("velvety", 150, 420)]
    public void The_lower_side_carries_hair_as_dense_as_said_and_none_beside_the_blade(string hair, int least, int most)
    {
        var sketch = new Sketch();
        LeafDrawing.Below(sketch, BladeForm.Plain, Features.None.With("lower-hair", hair));
        var hairs = sketch
            .Figures.OfType<Part>()
            .Where(p => p.Name == "hair")
            .SelectMany(p => p.Figures.OfType<Stroke>())
            .ToArray();
        hairs.Length.ShouldBeInRange(least, most);
        var outline = Blade.Of(BladeForm.Plain).Outline;
        hairs.ShouldAllBe(h => Garten.Core.Geometry.Lines.Contains(outline, h.Points[0]));
    }

    [Fact]
    public void A_net_of_veins_joins_the_side_veins_and_stays_on_the_blade()
    {
        var net = Blade.Of(BladeForm.Plain with { Veins = BladeVeins.Net });
        var veins = Veins.Of(net);
        veins.Count.ShouldBeGreaterThan(3 * Veins.Of(Blade.Of(BladeForm.Plain)).Count);
        veins.ShouldAllBe(v => v.Skip(1).All(p => Garten.Core.Geometry.Lines.Contains(net.Outline, p)));
    }

    [Fact]
    public void Rings_stand_on_the_end_leaflet_of_a_compound_leaf()
    {
        var f = Features.None.With("leaf-division", "pinnate").With("leaflet-count", 5).With("leaf-tip", "drawn-out");
        var sketch = new Sketch();
        OrganDrawing.Leaf(sketch, f);
        var top = sketch.Finish("leaf").Box.Top;
        var drawn = sketch.Figures.Length;
        OrganDrawing.Ring(sketch, f, ["leaf-tip", "sap"]);
        var ring = sketch.Figures[drawn..].ShouldHaveSingleItem().ShouldBeOfType<Stroke>();
        Garten.Core.Geometry.Lines.BoxOf(ring.Points).Middle.Y.ShouldBe(top, 8);
    }

    [Fact]
    public void What_is_not_known_is_left_out()
    {
        var plain = SvgWriter.Write(Draw("leaf-division", Features.None.With("leaf-division", "simple")));
        plain.ShouldNotContain("data-part=\"stipules\"");
        plain.ShouldNotContain("data-part=\"glands\"");
        plain.ShouldNotContain("data-part=\"scale\"");
        CharacterDrawing.Draw("margin", Features.None.With("lobing", "unlobed"), "").ShouldBeNull();
        CharacterDrawing.Draw("smell", Features.None.With("smell", "rank"), "").ShouldBeNull();
    }

    [Fact]
    public void What_cannot_be_true_together_is_told_by_name()
    {
        LeafForm
            .Of(Features.None.With("leaf-division", "simple").With("leaflet-count", 5))
            .Contradictions.ShouldHaveSingleItem()
            .ShouldContain("5 leaflets");
        LeafForm
            .Of(Features.None.With("outline", "linear").With("leaf-ratio", 1.2))
            .Contradictions.ShouldHaveSingleItem()
            .ShouldContain("1.2 times");
        LeafForm.Of(Features.None.With("outline", "linear").With("leaf-ratio", 12)).Contradictions.ShouldBeEmpty();
    }

    [Fact]
    public void A_drawing_is_the_same_each_time_and_sound_xml_that_a_reader_can_hear()
    {
        var f = Features
            .None.With("leaf-division", "simple")
            .With("margin", "serrate")
            .With("leaf-length", 80)
            .With("stipules", "small");
        var svg = SvgWriter.Write(Draw("leaf-division", f));
        svg.ShouldBe(SvgWriter.Write(Draw("leaf-division", f)));
        var root = XDocument.Parse(svg).Root!;
        root.Elements().First().Value.ShouldBe("a title & <more>");
        root.Descendants()
            .Where(e => e.Name.LocalName == "g")
            .ShouldAllBe(g => g.Elements().First().Name.LocalName == "title");
        svg.ShouldContain("data-part=\"scale\"");
        svg.Length.ShouldBeLessThan(20_000);
    }

    [Fact]
    public void A_scale_bar_is_as_long_as_it_says()
    {
        // 80 mm on 90 units: a bar of 20 mm takes 22.5 units.
        var svg = XDocument.Parse(SvgWriter.Write(Draw("leaf-length", Features.None.With("leaf-length", 80))));
        var bar = svg.Descendants().Single(e => (string?)e.Attribute("data-part") == "scale");
        bar.Descendants().Single(e => e.Name.LocalName == "text").Value.ShouldBe("2 cm");
        bar.Descendants().Single(e => e.Name.LocalName == "path").Attribute("d")!.Value.ShouldContain("22.5 0");
    }

    [Fact]
    public void Pictures_side_by_side_share_one_scale()
    {
        var (large, small) = (
            Draw("leaf-length", Features.None.With("leaf-length", 90)),
            Draw("leaf-length", Features.None.With("leaf-length", 30))
        );
        var row = Picture.Row("two leaves", [(large, ""), (small, "")]);
        var parts = row.Figures.OfType<Part>().Select(p => new Picture("", p.Figures, null).Box.Height).ToArray();
        (parts[0] / parts[1]).ShouldBe(3, 0.1);
        row.Millimetres.ShouldBe(1);
    }

    [Fact]
    public void On_the_sheet_what_was_not_seen_is_a_ghost_or_a_ghost_of_the_name_laid_under()
    {
        var seen = Features.None.With("leaf-arrangement", "opposite").With("flower-colour", "yellow");
        var (picture, _) = SheetDrawing.Draw(seen, null, "plant");
        picture.Figures.OfType<Part>().Where(p => !p.Ghost).Select(p => p.Name).ShouldBe(["leaf", "flower"]);
        var (laid, _) = SheetDrawing.Draw(seen, Features.None.With("fruit-kind", "acorn"), "plant");
        Part(laid, "fruit").Ghost.ShouldBeTrue();
        Part(laid, "fruit").Figures.Length.ShouldBeGreaterThan(Part(picture, "fruit").Figures.Length);
    }

    [Fact]
    public void A_plant_is_depicted_by_the_latest_of_each_feature_and_a_taxon_by_its_usual_states()
    {
        var guide = Make();
        var f = Depiction.Of(
            guide,
            [
                Observation.OfStates(Arrangement.Id, 1, Day, "alternate"),
                Observation.OfStates(Arrangement.Id, 2, Day, "opposite"),
                Observation.OfSample(Length.Id, 2, Day, 40, 60),
                Observation.OfRough(Leaflets.Id, 2, Day, new RoughValue(5, 9, null, "5–9")),
                Observation.OfAbsence(Glands.Id, 2, Day),
                Observation.OfHidden(Fruit.Id, 2, Day, HiddenReason.TooEarly),
            ]
        );
        f.State("leaf-arrangement").ShouldBe("opposite");
        f.Number("leaf-length").ShouldBe(50);
        f.Count("leaflet-count", 1, 60).ShouldBe(7);
        f.State("petiole-glands").ShouldBe("none");
        f.Knows("fruit").ShouldBeFalse();
        Depiction.Of(guide, new TaxonId("alba-prima"), Scope.Any).State("leaf-arrangement").ShouldBe("opposite");
    }

    private static Picture Draw(string character, Features features) =>
        CharacterDrawing.Draw(character, features, "a title & <more>").ShouldNotBeNull();

    private static IEnumerable<Figure> All(IEnumerable<Figure> figures) =>
        figures.SelectMany(f => f is Part part ? All(part.Figures).Prepend(part) : [f]);

    private static Part Part(Picture picture, string name) =>
        All(picture.Figures).OfType<Part>().First(p => p.Name == name);

    private static int Washed(Picture picture, Wash wash) =>
        All(picture.Figures).OfType<Stroke>().Count(s => s.Fill == wash);

    private static int Washed(Part part, Wash wash) => All(part.Figures).OfType<Stroke>().Count(s => s.Fill == wash);

    private static int Discs(Part part, Wash wash) => All(part.Figures).OfType<Disc>().Count(s => s.Fill == wash);
}
