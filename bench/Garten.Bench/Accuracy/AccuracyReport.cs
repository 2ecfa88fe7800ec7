using System.Globalization;
using System.Text;
using Garten.Core.Guides;

namespace Garten.Bench.Accuracy;

/// <summary>Writes how often the names are right, and how far the stated certainty can be believed.</summary>
internal sealed class AccuracyReport(Guide guide)
{
    private static readonly double[] Bins = [0, 0.3, 0.5, 0.7, 0.9, 0.95, 0.99, 1.0001];
    private readonly StringBuilder _text = new();

    /// <summary>The page.</summary>
    public string Text => _text.ToString();

    /// <summary>A heading and a paragraph.</summary>
    /// <param name="heading">The heading, with its marks.</param>
    /// <param name="paragraph">The paragraph; empty for none.</param>
    public void Say(string heading, string paragraph)
    {
        _text.AppendLine(heading).AppendLine();
        if (paragraph.Length > 0)
        {
            _text.AppendLine(paragraph).AppendLine();
        }
    }

    /// <summary>How often the leading name was right, by order and number of features.</summary>
    /// <param name="outcomes">What the plants came to.</param>
    public void LeadingNames(IReadOnlyList<Outcome> outcomes)
    {
        Row("leading name right", [.. Trial.Stops.Select(s => $"{s} features")]);
        Row("---", [.. Trial.Stops.Select(_ => "---")]);
        Row(
            "in the suggested order",
            [.. Trial.Stops.Select((_, i) => Share(outcomes, o => o.Suggested[i].Leading == o.Truth))]
        );
        Row("in any order", [.. Trial.Stops.Select((_, i) => Share(outcomes, o => o.Anyhow[i].Leading == o.Truth))]);
        var full = outcomes.Where(o => o.Suggested[^1].Reached).ToList();
        Row(
            "in the suggested order, plants with twelve features recorded",
            [.. Trial.Stops.Select((_, i) => Share(full, o => o.Suggested[i].Leading == o.Truth))]
        );
        _text
            .AppendLine()
            .AppendLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"Twelve features were recorded on {Percent((double)full.Count / outcomes.Count)} of the plants; on the others all that showed and could be looked at without harm."
                )
            )
            .AppendLine()
            .AppendLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"The key alone, its answers weighed at the end: the likeliest end is right for {Share(outcomes, o => o.ByKey == o.Truth)}, after {outcomes.Average(o => o.Couplets):0.0} couplets on average."
                )
            )
            .AppendLine();
    }

    /// <summary>What was said against what was true.</summary>
    /// <param name="outcomes">What the plants came to.</param>
    public void Reliability(IReadOnlyList<Outcome> outcomes)
    {
        var stated = outcomes.SelectMany(o => o.Suggested.Select(c => (c.Mass, Right: c.Leading == o.Truth))).ToList();
        Row("stated certainty of the leading name", ["weighings", "mean stated", "right"]);
        Row("---", ["---", "---", "---"]);
        for (var b = 0; b + 1 < Bins.Length; b++)
        {
            var held = stated.Where(s => s.Mass >= Bins[b] && s.Mass < Bins[b + 1]).ToList();
            if (held.Count > 0)
            {
                Row(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{100 * Bins[b]:0}–{Math.Min(100 * Bins[b + 1], 100):0} %"
                    ),
                    [
                        held.Count.ToString("N0", CultureInfo.InvariantCulture),
                        Percent(held.Average(h => h.Mass)),
                        Percent(held.Average(h => h.Right ? 1 : 0)),
                    ]
                );
            }
        }

        var brier = stated.Average(s => Math.Pow(s.Mass - (s.Right ? 1 : 0), 2));
        var given = outcomes
            .Select(o => (o.Truth, o.Suggested[^1].Safe))
            .Where(x => x.Safe is { Names: [{ Rank: >= TaxonRank.Species }] })
            .ToList();
        var wrong = given.Where(g => g.Safe!.Names[0].Id != g.Truth).ToList();
        _text
            .AppendLine()
            .AppendLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"Brier score {brier:0.0000}. At twelve features a species was said for {Percent((double)given.Count / outcomes.Count)} of the plants; of these {wrong.Count} of {given.Count} ({Percent(given.Count == 0 ? 0 : (double)wrong.Count / given.Count)}) were wrong."
                )
            )
            .AppendLine();
    }

    /// <summary>How many of the guide's own plants get a name, and how many others are misnamed, by what a name must hold to be said.</summary>
    /// <param name="own">What plants of the guide came to.</param>
    /// <param name="leftOut">What plants of taxa left out came to.</param>
    public void Curve(IReadOnlyList<Outcome> own, IReadOnlyList<LeftOut> leftOut)
    {
        var full = own.Where(o => o.Suggested[^1].Reached).ToList();
        Row(
            "a species is said from",
            ["own plants named", "those with twelve features", "of these wrong", "left out, misnamed"]
        );
        Row("---", ["---", "---", "---", "---"]);
        foreach (var least in new[] { 0.9, 0.95, 0.97, 0.975, 0.98, 0.985, 0.99, 0.995 })
        {
            bool Said(Checkpoint at) => at.Mass >= least && !at.Contradicted;
            var named = own.Where(o => Said(o.Suggested[^1])).ToList();
            Row(
                string.Create(CultureInfo.InvariantCulture, $"{100 * least:0.#} %"),
                [
                    Percent((double)named.Count / own.Count),
                    Share(full, o => Said(o.Suggested[^1])),
                    named.Count == 0 ? "" : Share(named, o => o.Suggested[^1].Leading != o.Truth),
                    Share(leftOut, r => Said(r.Last)),
                ]
            );
        }

        _text.AppendLine();
    }

    /// <summary>The taxa whose plants were most often not named right at twelve features.</summary>
    /// <param name="outcomes">What the plants came to.</param>
    /// <param name="most">How many to list.</param>
    public void Hardest(IReadOnlyList<Outcome> outcomes, int most)
    {
        Row("taxon", ["right at twelve features", "taken most often for"]);
        Row("---", ["---", "---"]);
        foreach (
            var taxon in outcomes
                .GroupBy(o => o.Truth)
                .OrderBy(g => g.Average(o => o.Suggested[^1].Leading == o.Truth ? 1.0 : 0))
                .Take(most)
        )
        {
            var taken = taxon
                .Where(o => o.Suggested[^1].Leading != taxon.Key)
                .GroupBy(o => o.Suggested[^1].Leading)
                .MaxBy(g => g.Count());
            Row(
                guide.Taxon(taxon.Key).Name,
                [
                    Share([.. taxon], o => o.Suggested[^1].Leading == o.Truth),
                    taken is null ? "" : guide.Taxon(taken.Key).Name,
                ]
            );
        }

        _text.AppendLine();
    }

    /// <summary>What became of taxa the guide did not hold.</summary>
    /// <param name="results">What their plants came to.</param>
    public void TaxaLeftOut(IReadOnlyList<LeftOut> results)
    {
        var misnamed = results.Where(Misnamed).ToList();
        Row("a plant the guide does not hold", ["share"]);
        Row("---", ["---"]);
        Row("“none of these” said with 95 %", [Share(results, r => r.Last.OutsideSafe)]);
        Row("stopped at a right higher rank", [Share(results, r => r.RightRank)]);
        Row("nothing said", [Share(results, r => r.Last.Safe is null && !r.Last.OutsideSafe)]);
        Row(
            "a few look-alikes, or a wrong higher rank, said",
            [Share(results, r => !r.RightRank && r.Last.Safe is not null && !r.Last.OutsideSafe && !Misnamed(r))]
        );
        Row("misnamed: another species said", [Percent((double)misnamed.Count / results.Count)]);
        _text.AppendLine();
        Row("most often misnamed", ["as", "share"]);
        Row("---", ["---", "---"]);
        foreach (var taxon in misnamed.GroupBy(r => r.Truth).OrderByDescending(g => g.Count()).Take(12))
        {
            var taken = taxon.GroupBy(r => r.Last.Leading).MaxBy(g => g.Count())!;
            Row(
                guide.Taxon(taxon.Key).Name,
                [guide.Taxon(taken.Key).Name, Percent((double)taxon.Count() / results.Count(r => r.Truth == taxon.Key))]
            );
        }

        _text.AppendLine();
    }

    private static bool Misnamed(LeftOut result) =>
        result.Last.Safe is { Names: [{ Rank: >= TaxonRank.Species }] } && !result.RightRank;

    private void Row(string first, string[] others) =>
        _text.Append("| ").Append(first).Append(" | ").AppendJoin(" | ", others).AppendLine(" |");

    private static string Share<T>(IReadOnlyList<T> all, Func<T, bool> which) =>
        Percent((double)all.Count(which) / all.Count);

    private static string Percent(double share) => string.Create(CultureInfo.InvariantCulture, $"{100 * share:0.0} %");
}
