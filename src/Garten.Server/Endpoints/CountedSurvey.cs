using Garten.Core.Sheets;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Places;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A choice of counts as it is sent.</summary>
public static class SentChoice
{
    private const int FirstYear = 1;
    private const int LastYear = 9999;

    /// <summary>Reads it.</summary>
    /// <param name="protocol">Name of a protocol.</param>
    /// <exception cref="RuleException">There is no such protocol or year.</exception>
    public static CountChoice Of(SiteId? site, string? protocol, int? year) =>
        new(
            site,
            string.IsNullOrEmpty(protocol) ? null
                : Enum.TryParse<Protocol>(protocol, ignoreCase: true, out var known) && Enum.IsDefined(known) ? known
                : throw new RuleException("protocol", $"“{protocol}” is no protocol. Choose one from the list."),
            year is null or (>= FirstYear and <= LastYear)
                ? year
                : throw new RuleException("year", $"{year} is no year that can be counted in.")
        );
}

/// <summary>Counts chosen, as far as the person who asks may see them.</summary>
/// <param name="Sheets">The sheets, the oldest first.</param>
public sealed record ChosenCounts(IReadOnlyList<CountSheet> Sheets, IReadOnlyList<CountLine> Lines)
{
    /// <summary>All sampling units, those without a find too.</summary>
    public SamplingUnit[] Units() =>
        [
            .. Sheets.SelectMany(s =>
                Enumerable
                    .Range(1, s.Content.Plots)
                    .Select(p => new SamplingUnit(s.Id, p, s.SiteName, s.Content.PlotAreaM2, s.Content.Protocol))
            ),
        ];

    /// <summary>Visits on which everything met was listed.</summary>
    public SiteVisit[] Visits(IReadOnlyList<Site> sites) =>
        [
            .. Sheets
                .Where(s => s.Content.Protocol is Protocol.WalkThrough or Protocol.TimedSearch)
                .Select(s => new SiteVisit(
                    s.Id,
                    s.SiteName,
                    sites.Single(p => p.Id == s.Content.Site).AsSeasonPlace(),
                    s.Content.Date,
                    HoursOf(s.Content)
                )),
        ];

    /// <summary>How long a visit took; null when it was not noted.</summary>
    public static double? HoursOf(SheetContent content) =>
        content is { Started: { } from, Ended: { } to } ? (to - from).TotalHours : null;
}

/// <summary>All counts of the survey as the person who asks may see them.</summary>
/// <param name="store">The counts.</param>
public sealed class CountedSurvey(CountStore store, CurrentGuide current)
{
    /// <summary>The counts of a choice.</summary>
    public Task<ChosenCounts> OfAsync(CountChoice choice, CancellationToken cancel) => OfAsync(store, choice, cancel);

    /// <summary>The counts of a choice as somebody else may see them.</summary>
    /// <param name="leaving">What is hidden from them.</param>
    public Task<ChosenCounts> OfAsync(CountChoice choice, SensitivePlacePolicy leaving, CancellationToken cancel) =>
        OfAsync(store.SeenBy(leaving), choice, cancel);

    private async Task<ChosenCounts> OfAsync(CountStore seen, CountChoice choice, CancellationToken cancel)
    {
        var sheets = (await seen.SheetsAsync(choice, cancel)).ToDictionary(s => s.Id);
        var lines = (await seen.LinesAsync(choice, cancel)).Where(l =>
            sheets.ContainsKey(l.Sheet) && current.Guide.FindTaxon(new(l.Line.Taxon)) is not null
        );
        return new(
            [.. sheets.Values.OrderBy(s => s.Content.Date).ThenBy(s => s.Id.Value)],
            [
                .. lines.Select(l => new CountLine(
                    l.Sheet,
                    l.Line.Plot,
                    sheets[l.Sheet].SiteName,
                    sheets[l.Sheet].Content.Date,
                    new(l.Line.Taxon),
                    l.Line.Qualifier,
                    l.Line.Origin,
                    l.Line.Unit,
                    l.Line.Amount
                )),
            ]
        );
    }
}
