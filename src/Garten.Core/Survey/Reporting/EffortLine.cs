using System.Collections.Immutable;
using Garten.Core.Survey.Counting;

namespace Garten.Core.Survey.Reporting;

/// <summary>A visit on which was counted.</summary>
/// <param name="Site">Name of the site.</param>
/// <param name="Hours">How long; null when it was not noted.</param>
/// <param name="Plots">How many plots; 0 where there are none.</param>
/// <param name="AreaM2">Area of all plots in square metres; 0 where there are none.</param>
/// <param name="LengthM">Length of the line in metres; 0 where there is none.</param>
public sealed record CountedVisit(
    Protocol Protocol,
    string Site,
    DateOnly Date,
    double? Hours,
    int Plots,
    double AreaM2,
    double LengthM
);

/// <summary>What was done by one protocol.</summary>
/// <param name="Method">How one works by it.</param>
/// <param name="Hours">Hours of the visits whose times were noted.</param>
/// <param name="Untimed">Visits whose times were not noted.</param>
/// <param name="AreaM2">Area of the plots in square metres.</param>
/// <param name="LengthM">Length of the lines in metres.</param>
/// <param name="First">First day.</param>
/// <param name="Last">Last day.</param>
public sealed record EffortLine(
    Protocol Protocol,
    string Name,
    string Method,
    int Visits,
    int Sites,
    double Hours,
    int Untimed,
    int Plots,
    double AreaM2,
    double LengthM,
    DateOnly First,
    DateOnly Last
)
{
    /// <summary>The effort of some visits, protocol by protocol.</summary>
    public static ImmutableArray<EffortLine> Of(IEnumerable<CountedVisit> visits) =>
        [
            .. visits
                .GroupBy(v => v.Protocol)
                .OrderBy(g => g.Key)
                .Select(g => new EffortLine(
                    g.Key,
                    ProtocolWords.Name(g.Key),
                    ProtocolWords.Method(g.Key),
                    g.Count(),
                    g.Select(v => v.Site).Distinct().Count(),
                    g.Sum(v => v.Hours ?? 0),
                    g.Count(v => v.Hours is null),
                    g.Sum(v => v.Plots),
                    g.Sum(v => v.AreaM2),
                    g.Sum(v => v.LengthM),
                    g.Min(v => v.Date),
                    g.Max(v => v.Date)
                )),
        ];
}
