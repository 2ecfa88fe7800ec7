using Garten.Core.Seasons;
using Garten.Core.Survey.Counting;
using Garten.Testing;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Survey.Counting;

/// <summary>A watch worked out by hand. Alba prima flowers from 10 April to 20 May at the reference place, 100 m up.</summary>
public sealed class WatchedPhaseTests
{
    private static readonly SeasonPlace Mill = new(100);

    [Fact]
    public void It_began_between_the_last_look_that_saw_none_and_the_first_that_saw_some()
    {
        var watched = WatchedPhase
            .Of(
                Make(),
                Mill,
                [Look(4, 5, 0), Look(4, 13, 0), Look(4, 19, 10), Look(5, 1, 90), Look(5, 20, 5), Look(5, 30, 0)]
            )
            .ShouldHaveSingleItem();
        watched.Phase.ShouldBe(Phenophase.Flower);
        watched.Begins.ShouldBe(new RoughDay(new(2026, 4, 16), 3));
        watched.Ends.ShouldBe(new RoughDay(new(2026, 5, 25), 5));
        watched.DaysLate.ShouldBe(6);
        watched.Usual!.InWords().ShouldBe("10 Apr – 20 May");
        watched.Says.ShouldBe(
            "Began about 16 Apr (± 3), 6 days later than usual here; most on 1 May, 90 %; over about 25 May (± 5)."
        );
    }

    [Fact]
    public void Higher_up_the_same_day_is_early()
    {
        // 304.8 metres higher it comes ten days later, on 20 April.
        var watched = WatchedPhase.Of(Make(), new(100 + 304.8), [Look(4, 13, 0), Look(4, 19, 10)]).Single();
        watched.DaysLate.ShouldBe(-4);
        watched.Says.ShouldBe(
            "Began about 16 Apr (± 3), 4 days earlier than usual here; most on 19 Apr, 10 %; not over yet when last looked at."
        );
    }

    [Fact]
    public void What_showed_at_the_first_look_has_no_known_beginning_and_what_never_showed_says_so()
    {
        var there = WatchedPhase.Of(Make(), Mill, [Look(4, 20, 30), Look(4, 27, 60)]).Single();
        there.Begins.ShouldBeNull();
        there.DaysLate.ShouldBeNull();
        there.Says.ShouldBe(
            "Showed already when first looked at, on 20 Apr; most on 27 Apr, 60 %; not over yet when last looked at."
        );
        WatchedPhase
            .Of(Make(), Mill, [Look(4, 1, 0)])
            .Single()
            .Says.ShouldBe("Not seen on any of 1 look, the last on 1 Apr.");
    }

    [Fact]
    public void Looks_of_one_day_are_one_the_most_counts_and_other_lines_do_not()
    {
        CountLine[] lines =
        [
            Look(4, 13, 0),
            Look(4, 13, 4),
            Look(4, 6, 0),
            Look(4, 13, 80) with
            {
                Qualifier = IdentificationQualifier.Cf,
            },
            Look(4, 13, 50) with
            {
                Unit = CountUnit.CoverPercent,
            },
            Look(4, 13, 70) with
            {
                Unit = CountUnit.InLeafPercent,
            },
            Look(4, 13, 9) with
            {
                Taxon = new("gone"),
            },
        ];
        var watched = WatchedPhase.Of(Make(), Mill, lines);
        watched.Select(w => w.Phase).ShouldBe([Phenophase.Leaf, Phenophase.Flower]);
        watched[1].Days.ShouldBe([new WatchedDay(new(2026, 4, 6), 0), new WatchedDay(new(2026, 4, 13), 4)]);
        watched[0].Usual.ShouldBeNull();
    }

    [Fact]
    public void A_beginning_known_closely_tells_of_the_year_and_one_known_roughly_does_not()
    {
        var close = WatchedPhase.Of(Make(), Mill, [Look(4, 13, 0), Look(4, 19, 10)]);
        WatchedPhase
            .Firsts(close, Mill)
            .ShouldBe([new FirstDate(new("alba-prima"), Phenophase.Flower, new(2026, 4, 16), Mill)]);
        var rough = WatchedPhase.Of(Make(), Mill, [Look(3, 20, 0), Look(4, 19, 10)]);
        rough[0].Begins!.Value.Within.ShouldBe(15);
        WatchedPhase.Firsts(rough, Mill).ShouldBeEmpty();
    }

    [Theory]
    [InlineData(Phenophase.Leaf, "alb pri leaf 100", CountUnit.InLeafPercent, 100.0)]
    [InlineData(Phenophase.Flower, "albpri flowers 20 %", CountUnit.InFlowerPercent, 20.0)]
    [InlineData(Phenophase.Fruit, "alb pri 0 fruit", CountUnit.InFruitPercent, 0.0)]
    [InlineData(Phenophase.LeafColour, "Alba prima colour 5", CountUnit.ColouringPercent, 5.0)]
    public void A_line_of_a_watch_is_read(Phenophase phase, string text, CountUnit unit, double percent)
    {
        var reading = QuickEntry.Read(Make(), Protocol.PhenologyWatch, text);
        reading.Fault.ShouldBe("");
        reading.Unit.ShouldBe(unit);
        reading.Amounts.ShouldBe([percent]);
        ProtocolRules.PhaseOf(unit).ShouldBe(phase);
        QuickEntry.UnitNamed(QuickEntry.InWords(unit)).ShouldBe(unit);
    }

    [Theory]
    [InlineData(
        "alb pri 20",
        "Say what was looked at: leaf, flower, fruit or colour, then the percent of plants that show it."
    )]
    [InlineData("alb pri flower", "Write what share of the plants shows it, in percent; 0 where none does.")]
    [InlineData("alb pri flower 120", "A share lies from 0 to 100 percent.")]
    [InlineData("alb pri 3 stems", "This visit does not count stems.")]
    public void What_a_watch_cannot_take_is_said(string text, string fault) =>
        QuickEntry.Read(Make(), Protocol.PhenologyWatch, text).Fault.ShouldBe(fault);

    [Fact]
    public void On_a_walk_nothing_is_in_flower_by_percent() =>
        QuickEntry
            .Read(Make(), Protocol.WalkThrough, "alb pri flower 20")
            .Fault.ShouldBe("This visit does not count percent in flower.");

    private static CountLine Look(int month, int day, double percent) =>
        new(
            Numbered.Id<SheetId>(1),
            1,
            "Mill",
            new(2026, month, day),
            new("alba-prima"),
            IdentificationQualifier.None,
            Origin.Wild,
            CountUnit.InFlowerPercent,
            percent
        );
}
