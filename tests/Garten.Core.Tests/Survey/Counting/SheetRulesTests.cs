using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Places;
using Garten.Testing;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Survey.Counting;

/// <summary>What a count by a protocol can be.</summary>
public sealed class SheetRulesTests
{
    private static readonly DateOnly Today = new(2026, 6, 3);
    private static readonly SheetContent Walk = new(
        Numbered.Id<SiteId>(1),
        Today,
        Protocol.WalkThrough,
        7,
        4,
        9,
        null,
        null,
        " A. B. ",
        "",
        ""
    );
    private static readonly SheetContent Quadrats = Walk with { Protocol = Protocol.Quadrats };
    private static readonly GeoPoint Here = new(45, -123.7);

    private static readonly PlaceContent Transect = new(
        "T1",
        PlaceKind.Transect,
        new(ShapeForm.Line, [Here, Here.Moved(0, 100)]),
        Numbered.Id<SiteId>(1),
        ""
    );

    [Fact]
    public void What_a_protocol_does_not_ask_for_is_left_out()
    {
        var kept = SheetRules.Check(Walk, Today);
        (kept.Plots, kept.PlotAreaM2, kept.LengthM, kept.Companions).ShouldBe((1, null, null, "A. B."));
        var plots = SheetRules.Check(Quadrats, Today);
        (plots.Plots, plots.PlotAreaM2, plots.LengthM).ShouldBe((7, 4, null));
        SheetRules.Check(Walk with { Protocol = Protocol.LineTransect }, Today).LengthM.ShouldBe(9);
    }

    [Fact]
    public void What_a_visit_cannot_have_been_is_said_with_the_field_it_stands_in()
    {
        Field(() => SheetRules.Check(Walk, Today.AddDays(-1))).ShouldBe("date");
        Field(() => SheetRules.Check(Quadrats with { Plots = 0 }, Today)).ShouldBe("plots");
        Field(() => SheetRules.Check(Quadrats with { PlotAreaM2 = null }, Today)).ShouldBe("plotAreaM2");
        Field(() => SheetRules.Check(Walk with { Protocol = Protocol.LineTransect, LengthM = null }, Today))
            .ShouldBe("lengthM");
        Field(() => SheetRules.Check(Walk with { Started = new(10, 0), Ended = new(10, 0) }, Today)).ShouldBe("ended");
    }

    [Fact]
    public void Plots_with_lines_stay_and_a_number_is_one_its_unit_can_have()
    {
        SheetLine line = new(default, 4, "prima", "", default, Origin.Wild, CountUnit.CoverPercent, 20, "");
        SheetRules.KeepPlots(Quadrats with { Plots = 4 }, [line, line with { Plot = 2 }]);
        SheetRules.KeepPlots(Quadrats with { Plots = 1 }, []);
        Field(() => SheetRules.KeepPlots(Quadrats with { Plots = 3 }, [line])).ShouldBe("plots");
        SheetRules.Amount(line, 30).ShouldBe(30);
        Field(() => (object?)SheetRules.Amount(line, 130) ?? "").ShouldBe("amount");
        SheetRules.CountsUp(line with { Unit = CountUnit.Individuals });
        Field(() => SheetRules.CountsUp(line)).ShouldBe("line");
    }

    [Fact]
    public void At_a_place_on_the_map_the_size_is_that_of_the_place_unless_it_is_said()
    {
        var line = Walk with { Protocol = Protocol.LineTransect, LengthM = null };
        SheetRules.At(Transect, line, Today).LengthM!.Value.ShouldBe(100, 0.2);
        SheetRules.At(Transect, line with { LengthM = 80 }, Today).LengthM.ShouldBe(80);
        Field(() => SheetRules.At(null, line, Today)).ShouldBe("place");
        Field(() => SheetRules.At(Transect with { Kind = PlaceKind.Site }, line, Today)).ShouldBe("place");
        Field(() => SheetRules.At(Transect with { Site = Numbered.Id<SiteId>(2) }, line, Today)).ShouldBe("place");
    }

    [Fact]
    public void A_line_typed_is_a_line_for_each_number_of_a_plot_there_is()
    {
        var guide = Make();
        var typed = guide.Taxa.First(t => t.IsSpeciesLevel).Name;
        LineInput input = new(2, $"{typed} 3", null, Origin.Wild);
        var line = SheetRules.Lines(input, Quadrats, guide).ShouldHaveSingleItem();
        (line.Plot, line.Name).ShouldBe((2, typed));
        Field(() => SheetRules.Lines(input with { Plot = 8 }, Quadrats, guide)).ShouldBe("plot");
        Field(() => SheetRules.Lines(input with { Text = " " }, Quadrats, guide)).ShouldBe("text");
        Field(() => SheetRules.Lines(input with { Text = "xyz qqq 3" }, Quadrats, guide)).ShouldBe("text");
        Field(() => SheetRules.Lines(input with { Taxon = "no-such" }, Quadrats, guide)).ShouldBe("taxon");
    }

    private static string Field(Func<object> check) => Should.Throw<RuleException>(check).Field;

    private static string Field(Action check) => Should.Throw<RuleException>(check).Field;
}
