using Garten.Core.Guides;
using Garten.Core.Survey.Access;

namespace Garten.Core.Tests.Survey.Access;

public sealed class SensitiveTaxaTests
{
    private static readonly Guide Guide = WithSensitive("fritillaria-affinis", "calypso-bulbosa");

    [Fact]
    public void A_sensitive_species_hides_its_genus_and_what_is_below_it_but_not_its_family()
    {
        var hidden = SensitiveTaxa.Of(Guide).Select(t => t.Value).ToHashSet();
        hidden.ShouldContain("calypso-bulbosa");
        hidden.ShouldContain("calypso");
        hidden.ShouldNotContain("orchidaceae");
        hidden.ShouldNotContain("camassia-quamash");
    }

    [Fact]
    public void Hidden_finds_are_told_by_taxon_year_and_square_alone()
    {
        var told = CoarseRecord
            .Of(
                Guide,
                [
                    ("calypso-bulbosa", new(2026, 4, 9), new GeoPoint(45.0021, -123.704)),
                    ("calypso-bulbosa", new(2026, 4, 30), new GeoPoint(45.031, -123.75)),
                    ("calypso-bulbosa", new(2025, 4, 30), new GeoPoint(45.031, -123.75)),
                    ("calypso-bulbosa", new(2026, 5, 1), null),
                    ("nessie", new(2026, 5, 1), null),
                ]
            )
            .ToArray();
        told.Select(t => (t.Year, t.Records, t.Place is null))
            .ShouldBe([(2025, 1, false), (2026, 1, true), (2026, 2, false)]);
    }

    private static Guide WithSensitive(params string[] taxa)
    {
        TaxonId family = new("orchidaceae");
        Taxon Of(string id, string? parent, TaxonRank rank, string name) =>
            new(
                new(id),
                parent is null ? null : new(parent),
                rank,
                name,
                "",
                [],
                [],
                AreaStatus.Native,
                Commonness.Unknown,
                ""
            )
            {
                Sensitive = taxa.Contains(id),
            };
        return new(
            SmallGuide.Bare(
                [
                    Of(family.Value, null, TaxonRank.Family, "Orchidaceae"),
                    Of("calypso", family.Value, TaxonRank.Genus, "Calypso"),
                    Of("calypso-bulbosa", "calypso", TaxonRank.Species, "Calypso bulbosa"),
                    Of("asparagaceae", null, TaxonRank.Family, "Asparagaceae"),
                    Of("camassia-quamash", "asparagaceae", TaxonRank.Species, "Camassia quamash"),
                ],
                [],
                []
            )
        );
    }
}
