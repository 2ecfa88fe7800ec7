using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Seasons;

namespace Garten.Core.Survey.Reporting;

/// <summary>A species to look out for on a visit.</summary>
/// <param name="Here">Days it was seen at the site; 0 where it was only seen at other sites of the survey.</param>
/// <param name="LastHere">Last day it was seen there; null where it never was.</param>
/// <param name="Shows">What it shows that day by the guide.</param>
/// <param name="Stated">False where the guide does not state its year.</param>
/// <param name="LookAlikes">What it is taken for at the first glance.</param>
public sealed record ChecklistLine(
    TaxonName Taxon,
    string Family,
    int Here,
    DateOnly? LastHere,
    ImmutableArray<Phenophase> Shows,
    bool Stated,
    ImmutableArray<TaxonName> LookAlikes,
    ImmutableArray<string> Cautions
);

/// <summary>A list of species to tick on the next visit to a site.</summary>
public static class FieldChecklist
{
    /// <summary>Species seen at the site before, and those of the rest of the survey that can grow at its height and show something that day; by family and name.</summary>
    /// <param name="site">Name of the site.</param>
    /// <param name="place">Where it lies.</param>
    /// <param name="date">Day of the visit.</param>
    /// <param name="finds">What was found in the survey so far: taxon, site and day.</param>
    public static ImmutableArray<ChecklistLine> For(
        Guide guide,
        string site,
        SeasonPlace place,
        DateOnly date,
        IEnumerable<(TaxonId Taxon, string Site, DateOnly Date)> finds
    )
    {
        var species = finds
            .Where(f => guide.Taxon(f.Taxon).IsSpeciesLevel)
            .ToLookup(f => guide.At(f.Taxon, TaxonRank.Species)?.Id ?? f.Taxon);
        return
        [
            .. species
                .Select(s => LineOf(s.Key, [.. s.Where(f => f.Site == site).Select(f => f.Date).Distinct()]))
                .Where(l => l.Here > 0 || ((l.Shows.Length > 0 || !l.Stated) && GrowsAt(l.Taxon.Id)))
                .OrderBy(l => l.Family, StringComparer.Ordinal)
                .ThenBy(l => l.Taxon.Name, StringComparer.Ordinal),
        ];

        ChecklistLine LineOf(TaxonId taxon, DateOnly[] here)
        {
            PhenologyWindow[] windows =
            [
                .. Enum.GetValues<Phenophase>().Select(p => guide.Window(taxon, p)).OfType<PhenologyWindow>(),
            ];
            return new(
                TaxonName.Of(guide.Taxon(taxon)),
                guide.At(taxon, TaxonRank.Family)?.Name ?? "",
                here.Length,
                here.Length > 0 ? here.Max() : null,
                [
                    .. windows
                        .Where(w =>
                            BioclimaticShift.At(w, guide.Title.Reference, place).DaysOutside(DayInYear.Of(date)) == 0
                        )
                        .Select(w => w.Phase),
                ],
                windows.Length > 0,
                [
                    .. guide
                        .LookAlikesOf(taxon)
                        .Select(l => l.Taxon == taxon ? l.Other : l.Taxon)
                        .Distinct()
                        .Select(t => TaxonName.Of(guide.Taxon(t))),
                ],
                [.. guide.CautionsFor(taxon).Select(c => c.Text)]
            );
        }

        bool GrowsAt(TaxonId taxon) =>
            place.Elevation is not { } metres
            || guide.StatementFor(taxon, PlaceEvidence.Elevation, Scope.Any)?.Value
                is not Guides.Notation.NumericRange { Low: { } low, High: { } high }
            || (metres >= low / 1000 && metres <= high / 1000);
    }
}
