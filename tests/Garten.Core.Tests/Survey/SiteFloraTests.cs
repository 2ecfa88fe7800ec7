using Garten.Core.Assessment;
using Garten.Core.Guides;
using Garten.Core.Survey;
using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Reporting;
using Garten.Testing;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Survey;

/// <summary>What is native in one area and introduced in another.</summary>
public sealed class SiteFloraTests
{
    private static readonly DateOnly May = new(2026, 5, 1);
    private static readonly TaxonId Prima = new("alba-prima");
    private static readonly TaxonId Secunda = new("alba-secunda");
    private static readonly TaxonId Tertia = new("rubra-tertia");

    private static readonly Guide Guide = new(
        Tables() with
        {
            Areas = [new("valley", "Valley"), new("high", "High country")],
            AreaStatuses =
            [
                new(new("alba"), "high", AreaStatus.Introduced),
                new(Secunda, "high", AreaStatus.Native),
                new(Tertia, "high", AreaStatus.Unknown),
            ],
        }
    );

    private static readonly SiteFlora Flora = new(Guide, [("Mill", "valley"), ("Ridge", "high"), ("Gap", "")]);

    [Theory]
    [InlineData("alba-prima", "valley", AreaStatus.Native)]
    [InlineData("alba-prima", "high", AreaStatus.Introduced)]
    [InlineData("alba-secunda", "high", AreaStatus.Native)]
    [InlineData("rubra-tertia", "high", AreaStatus.Unknown)]
    [InlineData("alba-prima", "", AreaStatus.Native)]
    [InlineData("alba-prima", "nowhere", AreaStatus.Native)]
    public void What_is_said_of_a_genus_in_an_area_holds_for_its_species_unless_said_otherwise(
        string taxon,
        string area,
        AreaStatus status
    ) => Guide.StatusIn(new(taxon), area).ShouldBe(status);

    [Fact]
    public void Sites_of_unlike_areas_are_told_apart_in_words()
    {
        Flora.InWords(Prima, ["Mill", "Gap"]).ShouldBe("native");
        Flora.InWords(Prima, ["Mill", "Ridge", "Ridge"]).ShouldBe("native (Valley), introduced (High country)");
        Flora.InWords(Prima, ["Ridge"]).ShouldBe("introduced");
        Flora.InWords(Prima, ["Gap", "Ridge"]).ShouldBe("native (elsewhere), introduced (High country)");
        Flora.InWords(Tertia, ["Ridge"]).ShouldBe("");
        Flora.InWords(Prima, []).ShouldBe("");
    }

    [Fact]
    public void A_species_is_native_to_a_survey_that_met_it_where_it_is_native()
    {
        Flora.Among(Prima, ["Ridge", "Mill"]).ShouldBe(AreaStatus.Native);
        Flora.Among(Prima, ["Ridge"]).ShouldBe(AreaStatus.Introduced);
        Flora.Among(Tertia, ["Ridge"]).ShouldBe(AreaStatus.Unknown);
        Flora.At(Prima, "a site nobody knows").ShouldBe(AreaStatus.Native);
    }

    [Fact]
    public void Floristic_quality_counts_a_species_as_introduced_where_it_was_found_only_so()
    {
        var tables = Guide.Tables;
        var more = Enumerable.Range(1, 4).Select(i => Taxon($"alba-{i}", "alba", TaxonRank.Species, $"Alba {i}"));
        Guide judged = new(
            tables with
            {
                Taxa = [.. tables.Taxa.Concat(more).Select(t => t.IsSpeciesLevel ? t with { Conservatism = 6 } : t)],
            }
        );
        SamplingUnit[] units =
        [
            new(Numbered.Id<SheetId>(1), 1, "Mill", null, Protocol.WalkThrough),
            new(Numbered.Id<SheetId>(2), 1, "Ridge", null, Protocol.WalkThrough),
        ];
        SiteFlora flora = new(judged, [("Mill", "valley"), ("Ridge", "high")]);

        // On the ridge only the second is native, and four count as nothing: 6 / 5; one of them was in the valley too: 12 / 5.
        CountLine[] ridge =
        [
            .. Enumerable.Range(1, 4).Select(i => Line(Numbered.Id<SheetId>(2), "Ridge", new($"alba-{i}"))),
            Line(Numbered.Id<SheetId>(2), "Ridge", Secunda),
        ];
        Quality(ridge).ShouldBe((1, 1.2));
        Quality([.. ridge, Line(Numbered.Id<SheetId>(1), "Mill", new("alba-1"))]).ShouldBe((2, 2.4));

        (int Native, double? Mean) Quality(CountLine[] lines)
        {
            var statistics = SurveyStatistics.Of(judged, units, lines, flora);
            return (statistics.NativeQuality.Species, statistics.AllQuality.Mean.Value);
        }
    }

    [Fact]
    public void A_report_tells_of_both_areas()
    {
        CountLine[] lines =
        [
            Line(Numbered.Id<SheetId>(1), "Mill", Prima),
            Line(Numbered.Id<SheetId>(2), "Ridge", Prima),
            Line(Numbered.Id<SheetId>(2), "Ridge", Secunda),
        ];
        SamplingUnit[] units =
        [
            new(Numbered.Id<SheetId>(1), 1, "Mill", null, Protocol.WalkThrough),
            new(Numbered.Id<SheetId>(2), 1, "Ridge", null, Protocol.WalkThrough),
        ];
        var report = SurveyReport.Of(Guide, [], lines, SurveyStatistics.Of(Guide, units, lines, Flora), [], Flora);
        report.Species.Select(s => s.Status).ShouldBe(["native (Valley), introduced (High country)", "native"]);
    }

    [Fact]
    public void A_flora_tells_where_a_taxon_stands_otherwise()
    {
        FloraAccount.Of(Guide, Prima).StatusElsewhere.ShouldBe([new("High country", AreaStatus.Introduced)]);
        FloraAccount.Of(Guide, Secunda).StatusElsewhere.ShouldBeEmpty();
    }

    private static CountLine Line(SheetId sheet, string site, TaxonId taxon) =>
        new(sheet, 1, site, May, taxon, IdentificationQualifier.None, Origin.Wild, CountUnit.Presence, null);
}
