using Garten.Core.Guides;
using Garten.Core.Survey;
using Garten.Core.Survey.Counting;
using Garten.Testing;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Survey.Counting;

/// <summary>What a survey comes to, by hand.</summary>
public sealed class SurveyStatisticsTests
{
    private static readonly DateOnly May = new(2026, 5, 1);
    private static readonly SamplingUnit[] Units =
    [
        new(Numbered.Id<SheetId>(1), 1, "Mill", 4, Protocol.Quadrats),
        new(Numbered.Id<SheetId>(1), 2, "Mill", 4, Protocol.Quadrats),
        new(Numbered.Id<SheetId>(2), 1, "Ridge", 4, Protocol.Quadrats),
        new(Numbered.Id<SheetId>(2), 2, "Ridge", 4, Protocol.Quadrats),
        new(Numbered.Id<SheetId>(2), 3, "Ridge", 4, Protocol.Quadrats),
    ];

    private static readonly CountLine[] Lines =
    [
        Line(Numbered.Id<SheetId>(1), 1, "alba-prima", CountUnit.Individuals, 6),
        Line(Numbered.Id<SheetId>(1), 2, "alba-prima", CountUnit.Individuals, 2),
        Line(Numbered.Id<SheetId>(1), 2, "rubra-tertia", CountUnit.Individuals, 4),
        Line(Numbered.Id<SheetId>(2), 1, "alba-prima", CountUnit.Stems, 9),
        Line(Numbered.Id<SheetId>(2), 1, "alba-secunda", CountUnit.CoverPercent, 30),
        Line(Numbered.Id<SheetId>(2), 3, "alba", CountUnit.Individuals, 5),
        Line(Numbered.Id<SheetId>(2), 3, "rubra-tertia", CountUnit.Individuals, 3) with
        {
            Origin = Origin.Planted,
        },
    ];

    private static readonly SurveyStatistics Statistics = SurveyStatistics.Of(Make(), Units, Lines);

    [Fact]
    public void Species_are_counted_in_their_units_the_most_frequent_first()
    {
        (Statistics.Units, Statistics.Mixed).ShouldBe((5, false));
        Statistics
            .Species.Select(s => (s.Taxon.Name, s.Seen))
            .ShouldBe([
                ("Alba prima", new Share(3, 5)),
                ("Alba secunda", new Share(1, 5)),
                ("Rubra tertia", new Share(1, 5)),
            ]);
        var prima = Statistics.Species[0];
        prima.Totals.ShouldBe([new(CountUnit.Individuals, 8), new(CountUnit.Stems, 9)]);
        (prima.First, prima.Last).ShouldBe((May, May.AddDays(1)));

        // A genus where species of it are there adds none.
        Statistics.Unnamed.ShouldBe(1);
    }

    [Fact]
    public void Density_is_over_all_plots_of_the_visits_on_which_individuals_were_counted()
    {
        // Five plots of four square metres; ten and two individuals in two of them, none in the others.
        SamplingUnit[] units =
        [
            .. Enumerable
                .Range(1, 5)
                .Select(p => new SamplingUnit(Numbered.Id<SheetId>(1), p, "Mill", 4, Protocol.Quadrats)),
        ];
        var density = SurveyStatistics
            .Of(
                Make(),
                units,
                [
                    Line(Numbered.Id<SheetId>(1), 1, "alba-prima", CountUnit.Individuals, 10),
                    Line(Numbered.Id<SheetId>(1), 2, "alba-prima", CountUnit.Individuals, 2),
                ]
            )
            .Species[0]
            .Density!;
        density.Value!.Value.ShouldBe(0.6, 1e-12);

        // Variance of 2.5, 0.5, 0, 0, 0 is 1.175; its root over five plots 0.484768.
        density.Error!.Value.ShouldBe(0.484768, 1e-6);
        SurveyStatistics
            .Of(
                Make(),
                [new(Numbered.Id<SheetId>(1), 1, "Mill", null, Protocol.WalkThrough)],
                [Line(Numbered.Id<SheetId>(1), 1, "alba-prima", CountUnit.Individuals, 10)]
            )
            .Species[0]
            .Density.ShouldBeNull();
    }

    [Fact]
    public void Floristic_quality_takes_native_species_with_a_stated_conservatism_and_counts_introduced_ones_as_nothing()
    {
        var tables = Tables();
        var species = Enumerable
            .Range(1, 7)
            .Select(i => new Taxon(
                new($"alba-{i}"),
                new("alba"),
                TaxonRank.Species,
                $"Alba {i}",
                "",
                [],
                [],
                i == 7 ? AreaStatus.Introduced : AreaStatus.Native,
                Commonness.Unknown,
                ""
            )
            {
                Conservatism = i == 6 ? null : i,
            });
        Guide guide = new(tables with { Taxa = [.. tables.Taxa, .. species] });
        var statistics = SurveyStatistics.Of(
            guide,
            Units,
            [
                .. Enumerable
                    .Range(1, 7)
                    .Select(i => Line(Numbered.Id<SheetId>(1), 1, $"alba-{i}", CountUnit.Presence, null)),
            ]
        );

        // Native: 1 to 5, mean 3, index 3 √5; one is not stated. With the introduced one as 0: 15 of 6, 2.5 and 2.5 √6.
        (statistics.NativeQuality.Species, statistics.NativeQuality.Without).ShouldBe((5, 1));
        statistics.NativeQuality.Mean.Value!.Value.ShouldBe(3, 1e-12);
        statistics.NativeQuality.Index.Value!.Value.ShouldBe(6.708204, 1e-6);
        statistics.AllQuality.Mean.Value!.Value.ShouldBe(2.5, 1e-12);
        statistics.AllQuality.Index.Value!.Value.ShouldBe(6.123724, 1e-6);
    }

    [Fact]
    public void Planted_plants_are_listed_and_count_in_no_figure()
    {
        // 6 + 2 of the first and 4 wild of the third; the planted ones are left out.
        Statistics.CountedIn.ShouldBe(CountUnit.Individuals);
        (Statistics.Individuals, Statistics.SpeciesCounted).ShouldBe((12, 2));
        SurveyStatistics
            .Of(Make(), Units, [.. Lines.Select(l => l with { Origin = Origin.Planted })])
            .ShouldSatisfyAllConditions(
                f => f.Individuals.ShouldBe(0),
                f => f.Curve[^1].Species.ShouldBe(0),
                f => f.Species.ShouldAllBe(s => s.Planted)
            );
    }

    [Fact]
    public void A_planted_species_does_not_hide_a_wild_genus()
    {
        var statistics = SurveyStatistics.Of(
            Make(),
            Units,
            [
                Line(Numbered.Id<SheetId>(1), 1, "alba-prima", CountUnit.Individuals, 1) with
                {
                    Origin = Origin.Planted,
                },
                Line(Numbered.Id<SheetId>(1), 2, "alba", CountUnit.Individuals, 2),
            ]
        );
        statistics.Species.Select(s => (s.Taxon.Name, s.Planted)).ShouldBe([("Alba", false), ("Alba prima", true)]);
        statistics.Unnamed.ShouldBe(0);
    }

    [Fact]
    public void Cover_is_the_mean_of_the_plots_of_visits_that_took_cover()
    {
        // Three plots of one visit: too few for a mean; five say it.
        Statistics.Species[1].Cover!.Lacking.ShouldBe("Needs at least 5 plots.");
        var wide = SurveyStatistics.Of(
            Make(),
            [
                .. Enumerable
                    .Range(1, 6)
                    .Select(p => new SamplingUnit(Numbered.Id<SheetId>(1), p, "Mill", 1, Protocol.Quadrats)),
            ],
            [Line(Numbered.Id<SheetId>(1), 1, "alba-secunda", CountUnit.CoverPercent, 30)]
        );
        wide.Species[0].Cover!.Value!.Value.ShouldBe(5, 1e-9);

        // One plot of six: the interval would reach below nothing, and ends there.
        wide.Species[0].Cover!.Low.ShouldBe(0);
    }

    [Fact]
    public void Basal_area_is_of_the_plots_of_trees_alone()
    {
        SamplingUnit[] units =
        [
            new(Numbered.Id<SheetId>(1), 1, "Mill", 400, Protocol.TreePlot),
            new(Numbered.Id<SheetId>(2), 1, "Ridge", 1, Protocol.Quadrats),
        ];
        var statistics = SurveyStatistics.Of(
            Make(),
            units,
            [
                Line(Numbered.Id<SheetId>(1), 1, "alba-prima", CountUnit.GirthCentimetres, 314.159265),
                Line(Numbered.Id<SheetId>(2), 1, "alba-prima", CountUnit.CoverPercent, 30),
            ]
        );

        statistics.Mixed.ShouldBeTrue();

        // One stem a metre thick, 0.785398 m², on 400 m².
        statistics.Species[0].BasalArea!.Value.ShouldBe(19.634954, 1e-5);
    }

    [Fact]
    public void Sites_are_compared_by_their_species_and_the_units_they_were_seen_in()
    {
        var pair = Statistics.Sites.ShouldHaveSingleItem();
        (pair.One, pair.Other).ShouldBe(("Mill", "Ridge"));

        // Mill: the first in two plots, the third in one; Ridge: the first in one, the second in one.
        pair.Jaccard.Value!.Value.ShouldBe(1.0 / 3, 1e-9);
        pair.Sorensen.Value!.Value.ShouldBe(0.5, 1e-9);
        pair.BrayCurtis.Value!.Value.ShouldBe(1 - (2 * 1.0 / 5), 1e-9);
    }

    [Fact]
    public void Units_in_which_nothing_was_found_count_too()
    {
        Statistics.Curve.Length.ShouldBe(6);
        Statistics.Chao2.Value.ShouldNotBeNull();
        SurveyStatistics
            .Of(Make(), [], [])
            .ShouldSatisfyAllConditions(
                f => f.Species.ShouldBeEmpty(),
                f => f.Chao1.Lacking.ShouldNotBeEmpty(),
                f => f.CountedIn.ShouldBeNull()
            );
    }

    private static CountLine Line(SheetId sheet, int plot, string taxon, CountUnit unit, double? amount) =>
        new(
            sheet,
            plot,
            sheet == Numbered.Id<SheetId>(1) ? "Mill" : "Ridge",
            sheet == Numbered.Id<SheetId>(1) ? May : May.AddDays(1),
            new TaxonId(taxon),
            IdentificationQualifier.None,
            Origin.Wild,
            unit,
            amount
        );
}
