using Garten.Core.Survey;
using Garten.Core.Survey.Counting;
using Garten.Testing;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Survey.Counting;

/// <summary>What was not seen, and what changed, by hand. Alba prima flowers from 10 April to 20 May and fruits from 15 November to January.</summary>
public sealed class YearsAndAbsencesTests
{
    private static readonly TaxonId Prima = new("alba-prima");

    [Fact]
    public void A_visit_is_in_season_by_the_windows_of_the_place_and_where_none_are_stated_always()
    {
        Visit(Numbered.Id<SheetId>(1), "Mill", 2026, 5, 1).IsInSeasonOf(Make(), Prima).ShouldBeTrue();
        Visit(Numbered.Id<SheetId>(1), "Mill", 2026, 8, 1).IsInSeasonOf(Make(), Prima).ShouldBeFalse();
        Visit(Numbered.Id<SheetId>(1), "Mill", 2026, 12, 24).IsInSeasonOf(Make(), Prima).ShouldBeTrue();
        Visit(Numbered.Id<SheetId>(1), "Mill", 2026, 8, 1).IsInSeasonOf(Make(), new("alba-secunda")).ShouldBeTrue();

        // 305 metres higher the flowers come ten days later: on 25 May they are still there.
        Visit(Numbered.Id<SheetId>(1), "Mill", 2026, 5, 25).IsInSeasonOf(Make(), Prima).ShouldBeFalse();
        (Visit(Numbered.Id<SheetId>(1), "Mill", 2026, 5, 25) with { Place = new(100 + 304.8) })
            .IsInSeasonOf(Make(), Prima)
            .ShouldBeTrue();
    }

    [Fact]
    public void How_often_it_is_missed_comes_from_later_visits_in_season_to_where_it_was_found()
    {
        // Found at the Mill on 20 April; seen on three of five later visits in season. In August nobody would see it.
        SiteVisit[] visits =
        [
            Visit(Numbered.Id<SheetId>(1), "Mill", 2025, 4, 20),
            Visit(Numbered.Id<SheetId>(2), "Mill", 2025, 5, 1),
            Visit(Numbered.Id<SheetId>(3), "Mill", 2025, 5, 10),
            Visit(Numbered.Id<SheetId>(4), "Mill", 2026, 4, 20),
            Visit(Numbered.Id<SheetId>(5), "Mill", 2026, 5, 1),
            Visit(Numbered.Id<SheetId>(6), "Mill", 2026, 5, 10),
            Visit(Numbered.Id<SheetId>(7), "Mill", 2026, 8, 1),
            Visit(Numbered.Id<SheetId>(8), "Ridge", 2026, 5, 1),
            Visit(Numbered.Id<SheetId>(9), "Ridge", 2026, 5, 10),
            Visit(Numbered.Id<SheetId>(10), "Ridge", 2026, 8, 1),
        ];
        var absent = NotSeen
            .At(
                Make(),
                "Ridge",
                visits,
                [
                    Line(Numbered.Id<SheetId>(1), "Mill"),
                    Line(Numbered.Id<SheetId>(2), "Mill"),
                    Line(Numbered.Id<SheetId>(4), "Mill"),
                    Line(Numbered.Id<SheetId>(6), "Mill"),
                ]
            )
            .ShouldHaveSingleItem();
        (absent.Taxon.Id, absent.Visits).ShouldBe((Prima, 2));
        absent.Detectability.Value!.Value.ShouldBe(0.6, 1e-12);

        // Missed twice: 0.4 × 0.4. Four visits would leave 0.0256.
        absent.Missed!.Value.ShouldBe(0.16, 1e-12);
        absent.Needed.ShouldBe(4);
        absent.Words.ShouldBe("It may have been missed.");
    }

    [Fact]
    public void Where_too_little_is_known_no_chance_is_given()
    {
        SiteVisit[] visits =
        [
            Visit(Numbered.Id<SheetId>(1), "Mill", 2026, 4, 20),
            Visit(Numbered.Id<SheetId>(2), "Mill", 2026, 5, 1),
            Visit(Numbered.Id<SheetId>(3), "Ridge", 2026, 5, 1),
            Visit(Numbered.Id<SheetId>(4), "Hill", 2026, 8, 1),
        ];
        CountLine[] lines = [Line(Numbered.Id<SheetId>(1), "Mill"), Line(Numbered.Id<SheetId>(2), "Mill")];
        var ridge = NotSeen.At(Make(), "Ridge", visits, lines).ShouldHaveSingleItem();
        (ridge.Missed, ridge.Words).ShouldBe((null, "How easily it is missed is not known yet."));
        ridge.Detectability.Lacking.ShouldBe("Needs at least 5 visits in season to places where it was seen before.");
        NotSeen
            .At(Make(), "Hill", visits, lines)
            .ShouldHaveSingleItem()
            .Words.ShouldBe("Nobody was here in its season: nothing can be said.");

        // Not listed: where it is, what was planted, and what is no species.
        NotSeen.At(Make(), "Mill", visits, lines).ShouldBeEmpty();
        NotSeen
            .At(
                Make(),
                "Ridge",
                visits,
                [
                    Line(Numbered.Id<SheetId>(1), "Mill") with
                    {
                        Origin = Origin.Planted,
                    },
                    Line(Numbered.Id<SheetId>(2), "Mill") with
                    {
                        Taxon = new("rubra"),
                    },
                ]
            )
            .ShouldBeEmpty();
    }

    [Fact]
    public void Sites_with_a_species_are_compared_between_years_with_the_hours_in_view()
    {
        string[] sites = ["A", "B", "C", "D", "E", "F", "G", "H"];
        SiteVisit[] visits =
        [
            .. sites.SelectMany(
                (s, i) =>
                    new[]
                    {
                        Visit(Numbered.Id<SheetId>(i), s, 2025, 5, 1),
                        Visit(Numbered.Id<SheetId>(100 + i), s, 2026, 5, 1),
                    }
            ),
            Visit(Numbered.Id<SheetId>(900), "I", 2026, 8, 1),
        ];
        CountLine[] lines =
        [
            Line(Numbered.Id<SheetId>(0), "A"),
            .. sites.Select((s, i) => Line(Numbered.Id<SheetId>(100 + i), s)),
        ];
        var change = YearChange.Between(Make(), 2025, 2026, visits, lines).ShouldHaveSingleItem();

        // The visit in August is out of season and counts in neither share.
        (change.Before, change.After).ShouldBe((new Share(1, 8), new Share(8, 8)));
        change.Difference.Value!.Value.ShouldBe(0.875, 1e-12);
        change.Words.ShouldBe("More places have it than before.");

        Words(v => v.Date.Year == 2026 ? v with { Hours = 4 } : v)
            .ShouldStartWith("The places were looked at for much longer in one of the years");
        Words(v => v.Sheet == Numbered.Id<SheetId>(3) ? v with { Hours = null } : v)
            .ShouldStartWith("Some visits have no times");
        YearChange.Between(Make(), 2024, 2026, visits, lines).ShouldBeEmpty();

        string Words(Func<SiteVisit, SiteVisit> otherwise) =>
            YearChange.Between(Make(), 2025, 2026, [.. visits.Select(otherwise)], lines).ShouldHaveSingleItem().Words;
    }

    private static SiteVisit Visit(SheetId sheet, string site, int year, int month, int day) =>
        new(sheet, site, new(100), new(year, month, day), 1.5);

    private static CountLine Line(SheetId sheet, string site) =>
        new(
            sheet,
            1,
            site,
            sheet == Numbered.Id<SheetId>(4) || sheet == Numbered.Id<SheetId>(6) ? new(2026, 4, 20) : new(2025, 4, 20),
            Prima,
            IdentificationQualifier.None,
            Origin.Wild,
            CountUnit.Presence,
            null
        );
}
