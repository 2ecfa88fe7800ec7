using Garten.Core.Survey.Places;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Survey.Places;

/// <summary>What sites, places on the map and positions can be.</summary>
public sealed class PlaceRulesTests
{
    private static readonly Site Mill = new(default, " Mill ", " damp ", 120, 45, -123, 20, ["wood"]);
    private static readonly GeoPoint Here = new(45, -123.7);

    [Fact]
    public void A_site_that_can_be_is_kept_with_its_texts_trimmed()
    {
        var kept = SiteRules.Check(Mill, Make());
        (kept.Name, kept.Description).ShouldBe(("Mill", "damp"));
        kept.ShouldBe(Mill with { Name = "Mill", Description = "damp" });
    }

    [Fact]
    public void What_a_site_cannot_be_is_said_with_the_field_it_stands_in()
    {
        Refused(Mill with { Name = " " }).ShouldBe("name");
        Refused(Mill with { ElevationM = 8901 }).ShouldBe("elevationM");
        Refused(Mill with { ElevationM = double.NaN }).ShouldBe("elevationM");
        Refused(Mill with { Latitude = 91 }).ShouldBe("latitude");
        Refused(Mill with { Longitude = null }).ShouldBe("latitude");
        Refused(Mill with { UncertaintyM = 0 }).ShouldBe("uncertaintyM");
        Refused(Mill with { Habitats = ["moon"] }).ShouldBe("habitats");
        Refused(Mill with { FloraArea = "moon" }).ShouldBe("floraArea");
    }

    [Theory]
    [InlineData("5 Jun", 6, 5)]
    [InlineData(" 28 February ", 2, 28)]
    public void The_day_snow_is_gone_is_read_as_people_write_it(string typed, int month, int day) =>
        SiteRules.SnowGone(typed).ShouldBe(new DayInYear(month, day));

    [Fact]
    public void Without_snow_there_is_no_day_and_what_is_no_day_is_refused()
    {
        SiteRules.SnowGone(" ").ShouldBeNull();
        Should.Throw<RuleException>(() => SiteRules.SnowGone("31 Feb")).Field.ShouldBe("snowGone");
    }

    [Fact]
    public void What_was_typed_counts_before_what_was_clicked_and_tells_how_finely_it_was_written()
    {
        PlaceRules.Position(Here, null, null).ShouldBe((Here, PlaceRules.UsualUncertainty));
        PlaceRules.Position(Here, 30, " ").ShouldBe((Here, 30));
        var typed = PlaceRules.Position(Here, null, "46.1 -122.5");
        typed.At.Latitude.ShouldBe(46.1, 1e-9);
        typed.UncertaintyM.ShouldBeGreaterThan(1000);
        Should.Throw<RuleException>(() => PlaceRules.Position(Here, 0, null)).Field.ShouldBe("uncertaintyM");
        Should.Throw<RuleException>(() => PlaceRules.Position(new(99, 0), null, null)).Field.ShouldBe("at");
        Should.Throw<RuleException>(() => PlaceRules.Position(null, null, "over there")).Field.ShouldBe("typed");
        Should.Throw<RuleException>(() => PlaceRules.Position(null, null, null)).Field.ShouldBe("typed");
    }

    [Fact]
    public void A_place_has_a_name_and_a_shape_that_can_be()
    {
        PlaceContent plot = new(" Plot 1 ", PlaceKind.Plot, new(ShapeForm.Point, [Here]), null, "");
        PlaceRules.Check(plot).Name.ShouldBe("Plot 1");
        Should.Throw<RuleException>(() => PlaceRules.Check(plot with { Name = "" })).Field.ShouldBe("name");
        Should
            .Throw<RuleException>(() => PlaceRules.Check(plot with { Shape = new(ShapeForm.Line, [Here]) }))
            .Field.ShouldBe("shape");
    }

    private static string Refused(Site site) => Should.Throw<RuleException>(() => SiteRules.Check(site, Make())).Field;
}
