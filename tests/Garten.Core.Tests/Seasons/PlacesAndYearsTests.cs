using Garten.Core.Guides;
using Garten.Core.Seasons;

namespace Garten.Core.Tests.Seasons;

/// <summary>Seasons moved by place and year, worked by hand.</summary>
public sealed class PlacesAndYearsTests
{
    private static readonly SeasonPlace Reference = new(100, 45, -123.7);
    private static readonly PhenologyWindow Flower = new(new("x"), Phenophase.Flower, new(4, 10), new(5, 20));
    private static readonly PhenologyWindow Leaf = new(new("x"), Phenophase.Leaf, new(4, 1), new(11, 1));
    private static readonly PhenologyWindow Colour = new(new("x"), Phenophase.LeafColour, new(9, 25), new(11, 5));

    /// <summary>Four days for 400 feet (121.92 m), for a degree of latitude, and for five degrees of longitude eastward.</summary>
    [Theory]
    [InlineData(100, 45, -123.7, 0)]
    [InlineData(221.92, 45, -123.7, 4)]
    [InlineData(100, 47, -123.7, 8)]
    [InlineData(100, 43.5, -123.7, -6)]
    [InlineData(100, 45, -118.7, 4)]
    [InlineData(404.8, 46, -118.7, 18)]
    [InlineData(100, -45, -123.7, 0)]
    public void Spring_comes_later_uphill_poleward_and_to_the_east(
        double metres,
        double north,
        double east,
        double days
    ) => BioclimaticShift.SpringDelay(Reference, new(metres, north, east)).ShouldBe(days, 1e-9);

    [Fact]
    public void Ten_days_up_the_hill_flowers_come_later_leaves_are_out_for_less_and_colour_comes_earlier()
    {
        var up = new SeasonPlace(404.8, 45, -123.7);
        BioclimaticShift.At(Flower, Reference, up).InWords().ShouldBe("20 Apr – 30 May");
        BioclimaticShift.At(Leaf, Reference, up).InWords().ShouldBe("11 Apr – 22 Oct");
        BioclimaticShift.At(Colour, Reference, up).InWords().ShouldBe("15 Sep – 26 Oct");
    }

    [Fact]
    public void However_high_the_place_a_day_of_leaf_is_left() =>
        BioclimaticShift.At(Leaf, Reference, new(9000)).Length.ShouldBe(1);

    [Fact]
    public void Beyond_the_equator_it_is_half_a_year_later() =>
        BioclimaticShift.At(Flower, Reference, new(100, -45, -123.7)).InWords().ShouldBe("9 Oct – 18 Nov");

    [Fact]
    public void Nothing_begins_under_snow_and_flowers_then_last_as_long()
    {
        var snowy = Reference with { SnowGone = new(5, 1) };
        BioclimaticShift.At(Flower, Reference, snowy).InWords().ShouldBe("1 May – 10 Jun");
        BioclimaticShift.At(Leaf, Reference, snowy).InWords().ShouldBe("1 May – 1 Nov");
        BioclimaticShift.At(Colour, Reference, snowy).ShouldBe(Colour);
        BioclimaticShift.At(Flower, Reference, Reference with { SnowGone = new(3, 1) }).ShouldBe(Flower);
    }

    [Fact]
    public void Warmth_is_summed_above_five_degrees() =>
        new DailyTemperature(new(2026, 3, 1), 4, 12).DegreeDays(YearRun.Threshold).ShouldBe(3);

    [Fact]
    public void A_year_as_warm_by_day_60_as_the_usual_one_by_day_65_is_five_days_early()
    {
        // The usual year has one degree-day a day; this one 65 by its sixtieth day.
        var usual = Enumerable
            .Range(0, 365)
            .Select(d => new DailyTemperature(new DateOnly(2001, 1, 1).AddDays(d), 6, 6))
            .ToArray();
        var warmth = Enumerable
            .Range(0, 60)
            .Select(d => new DailyTemperature(new DateOnly(2026, 1, 1).AddDays(d), 5, 7 + (10.0 / 60)))
            .ToArray();
        YearRun.FromWarmth(warmth, usual)!.Value.ShouldBe(-5, 0.01);

        // Weighed against years differing by 8 days, with an error of 5: −5 × (1/25) ÷ (1/25 + 1/64) = −3.596; error √(1 ÷ 0.055625) = 4.24.
        var run = YearRun.Judge(SmallGuide.Make(), warmth, usual, []);
        run.Days.ShouldBe(-3.596, 0.01);
        run.Error.ShouldBe(4.24, 0.01);
        run.InWords().ShouldBe("4 days early (± 4)");
    }

    [Fact]
    public void A_cold_beginning_and_a_gap_in_the_days_tell_nothing()
    {
        var usual = Enumerable
            .Range(0, 365)
            .Select(d => new DailyTemperature(new DateOnly(2001, 1, 1).AddDays(d), 6, 6))
            .ToArray();
        YearRun.FromWarmth([new(new(2026, 1, 1), 5, 5)], usual).ShouldBeNull();
        YearRun.FromWarmth([.. usual.Where(d => d.Date.Day != 9).Take(90)], usual).ShouldBeNull();

        // Ninety days of frost where it is usually warm by then are a late year, not an unknown one.
        YearRun
            .FromWarmth([.. usual.Take(90).Select(d => new DailyTemperature(d.Date, -4, 2))], usual)!
            .Value.ShouldBe(90, 0.01);
        YearRun.FromWarmth(usual, []).ShouldBeNull();
    }

    [Fact]
    public void First_dates_of_the_team_tell_how_the_year_runs()
    {
        // Alba prima flowers from 10 April; seen on 22 April it is 12 days late. 12 × (1/100) ÷ (1/100 + 1/64) = 4.68.
        var run = YearRun.Judge(
            SmallGuide.Make(),
            [],
            [],
            [new(new("alba-prima"), Phenophase.Flower, new(2026, 4, 22), new(100))]
        );
        run.Days.ShouldBe(4.683, 0.01);
        run.Reasons.ShouldHaveSingleItem().ShouldBe("Alba prima, in flower on 22 Apr: 12 days late");
    }

    [Fact]
    public void The_sexes_have_windows_of_their_own_and_a_plant_of_unknown_sex_that_of_both()
    {
        var prima = new TaxonId("alba-prima");
        var guide = new Guide(
            SmallGuide.Tables() with
            {
                Windows =
                [
                    new(prima, Phenophase.Flower, new(3, 1), new(3, 20), Sex.Male),
                    new(prima, Phenophase.Flower, new(3, 15), new(4, 10), Sex.Female),
                    new(prima, Phenophase.Fruit, new(11, 15), new(1, 31), Sex.Female),
                    new(prima, Phenophase.Leaf, new(4, 1), new(10, 31)),
                ],
            }
        );
        guide.Window(prima, Phenophase.Flower, Sex.Male)!.To.ShouldBe(new DayInYear(3, 20));
        guide.Window(prima, Phenophase.Flower, Sex.Female)!.From.ShouldBe(new DayInYear(3, 15));
        var either = guide.Window(prima, Phenophase.Flower)!;
        (either.From, either.To, either.Sex).ShouldBe((new DayInYear(3, 1), new DayInYear(4, 10), null));
        guide.Window(prima, Phenophase.Leaf, Sex.Male)!.From.ShouldBe(new DayInYear(4, 1));
        guide.Window(prima, Phenophase.Fruit, Sex.Male).ShouldBeNull();
        guide.CanShow(prima, Phenophase.Fruit, Sex.Male).ShouldBeFalse();
        guide.CanShow(prima, Phenophase.Fruit, null).ShouldBeTrue();
        guide.CanShow(prima, Phenophase.LeafColour, Sex.Male).ShouldBeTrue("the guide says nothing of it");
    }

    [Theory]
    [InlineData("03-01", "03-20", "03-15", "04-10", "03-01", "04-10")]
    [InlineData("11-15", "01-31", "01-10", "02-20", "11-15", "02-20")]
    [InlineData("05-01", "08-31", "06-01", "06-30", "05-01", "08-31")]
    [InlineData("12-01", "12-20", "01-05", "01-20", "12-01", "01-20")]
    public void Two_windows_together_are_the_shortest_that_holds_both(
        string from,
        string to,
        string otherFrom,
        string otherTo,
        string first,
        string last
    )
    {
        var prima = new TaxonId("alba-prima");
        PhenologyWindow Window(string a, string b) => new(prima, Phenophase.Flower, Day(a), Day(b));
        Window(from, to).With(Window(otherFrom, otherTo)).ShouldBe(Window(first, last));
        Window(otherFrom, otherTo).With(Window(from, to)).ShouldBe(Window(first, last));

        static DayInYear Day(string text) =>
            DayInYear.Of(
                DateOnly.ParseExact("2026-" + text, "yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture)
            );
    }

    [Fact]
    public void A_window_of_a_year_is_the_one_of_the_day_or_the_next()
    {
        var guide = SmallGuide.Make();
        var place = new SeasonPlace(100);
        YearWindow On(DateOnly day, YearRun? run = null, Phenophase phase = Phenophase.Flower) =>
            YearWindow.OnOrAfter(guide, new("alba-prima"), phase, place, run ?? YearRun.Usual, day)!;

        On(new(2026, 1, 12))
            .ShouldSatisfyAllConditions(w => w.From.ShouldBe(new(2026, 4, 10)), w => w.To.ShouldBe(new(2026, 5, 20)));
        On(new(2026, 5, 20)).From.Year.ShouldBe(2026);
        On(new(2026, 5, 21)).From.ShouldBe(new(2027, 4, 10));
        On(new(2026, 1, 12), new(-6, 3, [])).From.ShouldBe(new(2026, 4, 4));

        // Across New Year: fruit from 15 November to 31 January.
        On(new(2026, 1, 12), phase: Phenophase.Fruit)
            .ShouldSatisfyAllConditions(w => w.From.ShouldBe(new(2025, 11, 15)), w => w.To.ShouldBe(new(2026, 1, 31)));
        On(new(2026, 2, 1), phase: Phenophase.Fruit).From.ShouldBe(new(2026, 11, 15));
    }
}
