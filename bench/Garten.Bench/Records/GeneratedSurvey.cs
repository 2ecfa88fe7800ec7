using Garten.Core.Commands;
using Garten.Core.Guides;
using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Importing;

namespace Garten.Bench.Records;

/// <summary>A survey of any size made from a seed, of no real place: common species are met often and rare ones seldom, as everywhere.</summary>
internal static class GeneratedSurvey
{
    /// <summary>A word that stands in a few notes only.</summary>
    public const string RareWord = "witches-broom";

    private const int FirstYear = 2007;
    private const int Years = 20;
    private const int Seed = 20261126;

    /// <summary>Sites over a square of one degree.</summary>
    public static ImportedSite[] Sites(int count)
    {
        var random = new Random(Seed);
        return
        [
            .. Enumerable
                .Range(0, count)
                .Select(i => new ImportedSite(
                    $"Square {i:0000}",
                    Math.Round(random.NextDouble() * 900),
                    new(44 + random.NextDouble(), -123 + random.NextDouble()),
                    100
                )),
        ];
    }

    /// <summary>Visits to them.</summary>
    /// <param name="guide">The guide the names are of.</param>
    /// <param name="people">How many people record.</param>
    /// <param name="lines">How many lines in all.</param>
    /// <param name="onVisit">Lines of one visit.</param>
    public static List<ImportVisit> Visits(Guide guide, ImportedSite[] sites, int people, int lines, int onVisit)
    {
        var random = new Random(Seed + 1);
        var taxa = guide
            .Taxa.Where(t => t.IsSpeciesLevel)
            .Select(t => t.Id)
            .OrderBy(t => t.Value, StringComparer.Ordinal)
            .ToArray();
        random.Shuffle(taxa);
        var byPlace = Enumerable.Range(0, sites.Length * people).ToArray();
        random.Shuffle(byPlace);
        List<ImportVisit> visits = new(lines / onVisit);
        var seen = new HashSet<int>();
        for (var v = 0; visits.Count < lines / onVisit; v++)
        {
            var (site, person) = (
                sites[byPlace[v % byPlace.Length] / people].Name,
                $"Recorder {byPlace[v % byPlace.Length] % people:000}"
            );
            var day = new DateOnly(FirstYear + random.Next(Years), 3, 1).AddDays(random.Next(240));
            seen.Clear();
            while (seen.Count < onVisit)
            {
                // The chance of a species falls with its rank; the square of a number between 0 and 1 lies near 0 mostly.
                var u = random.NextDouble();
                seen.Add((int)(u * u * taxa.Length));
            }

            List<ImportedRow> rows =
            [
                .. seen.Select(
                    (t, i) =>
                        new ImportedRow(
                            i + 1,
                            day,
                            site,
                            person,
                            taxa[t],
                            random.Next(50) == 0 ? IdentificationQualifier.Cf : IdentificationQualifier.None,
                            random.Next(20) == 0 ? Origin.Planted : Origin.Wild,
                            i % 2 == 0 ? CountUnit.Presence : CountUnit.Individuals,
                            i % 2 == 0 ? null : random.Next(1, 60),
                            random.Next(4000) == 0 ? $"a {RareWord} on it" : ""
                        )
                ),
            ];
            visits.Add(
                new(
                    new(new Guid(v, 1, 1, [1, 2, 3, 4, 5, 6, 7, 8])),
                    site,
                    day,
                    person,
                    new(Protocol.WalkThrough, 1, null, null, new(9, 0), new(11, random.Next(60)), "", ""),
                    rows
                )
            );
        }

        return visits;
    }
}
