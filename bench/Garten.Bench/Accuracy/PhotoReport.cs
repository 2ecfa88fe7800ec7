using System.Globalization;
using Garten.Core.Measuring.Photos;
using Garten.Core.Measuring.Shapes;

namespace Garten.Bench.Accuracy;

/// <summary>How true measures from photographs are.</summary>
internal static class PhotoReport
{
    private const int Photographs = 200;

    /// <summary>Photographs from here on were never looked at while the limits of measuring were chosen: the report uses these.</summary>
    private const int HeldOut = 5000;

    /// <summary>Prints every photograph of a group; for finding out what went wrong.</summary>
    /// <param name="args">card or coin, then the tilt in degrees, then how many photographs to pass over; those of the report are beyond reach.</param>
    public static void Print(string[] args)
    {
        var (card, tilt) = (
            args is not ["coin", ..],
            args.Length > 1 ? double.Parse(args[1], CultureInfo.InvariantCulture) : 0
        );
        var group = Group(
            card,
            tilt,
            args.Length > 2 ? Math.Min(int.Parse(args[2], CultureInfo.InvariantCulture), HeldOut / 2) : 0
        );
        foreach (var o in group)
        {
            var f = o.Truth.Form;
            var leaf = o.Answer.Leaf;
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{o.Seed, 4} {f.Lobing, -8}{f.Lobes, 3} {f.Margin, -9}{f.Teeth, 3} {f.Base, -9}{f.Tip, -9} L:W {f.Ratio, 5:0.00} w {f.Widest:0.00} | length {100 * o.Length, 6:0.00} width {100 * o.Width, 6:0.00} widest {o.Widest, 6:0.000} teeth {100 * o.Teeth, 5:0} ({leaf?.Teeth?.Right}+{leaf?.Teeth?.Left}) lobes {leaf?.Lobing.Lobes} {o.Lobes} {leaf?.Name.Term} {o.ShapeIn(ShapeConvention.RatioChart)} {o.ShapeIn(ShapeConvention.LeafArchitecture)} {leaf?.BaseName.Term} {leaf?.TipName.Term} bulges {leaf?.Shape.BaseBulge:0.00} {leaf?.Shape.TipBulge:0.00} {string.Join(' ', o.Answer.Problems)}"
                )
            );
        }

        Console.WriteLine(Row(string.Join(" ", args), group));
    }

    /// <summary>The table of the report.</summary>
    public static string Table()
    {
        var rows = new List<string>
        {
            "| photographs | measured | length, median | 95 % of them | within two stated errors | width, median | 95 % | widest point, 95 % | teeth, median | within a tenth | the same, where not said to be too fine | lobes exact | shape, ratio chart | shape, leaf architecture | taken for several |",
            "| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |",
        };
        foreach (
            var (words, card, tilt) in new[]
            {
                ("with a coin, straight from above", false, 0.0),
                ("with a card, straight from above", true, 0.0),
                ("with a card, tilted by 10°", true, 10.0),
                ("with a card, tilted by 20°", true, 20.0),
            }
        )
        {
            rows.Add(Row(words, Group(card, tilt, HeldOut)));
        }

        return string.Join('\n', rows);
    }

    private static string Row(string words, List<PhotoOutcome> group) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"| {group.Count} {words} | {group.Count(o => o.Answer.Leaf is { Length: not null })} | {Share(Quantile(group.Select(o => o.Length), 0.5))} | {Share(Quantile(group.Select(o => o.Length), 0.95))} | {Right(group.Select(o => o.LengthCovered))} | {Share(Quantile(group.Select(o => o.Width), 0.5))} | {Share(Quantile(group.Select(o => o.Width), 0.95))} | {Share(Quantile(group.Select(o => o.Widest), 0.95))} | {Share(Quantile(group.Select(o => o.Teeth), 0.5))} | {Right(group.Select(o => o.Teeth is { } t ? t <= 0.1 : (bool?)null))} | {Right(group.Select(o => o.Teeth is { } t && !o.TooFine ? t <= 0.1 : (bool?)null))} | {Right(group.Select(o => o.Lobes))} | {Right(group.Select(o => o.ShapeIn(ShapeConvention.RatioChart)))} | {Right(group.Select(o => o.ShapeIn(ShapeConvention.LeafArchitecture)))} | {group.Count(o => o.Answer.Problems.Contains(PhotoProblem.PerhapsSeveral))} |"
        );

    private static List<PhotoOutcome> Group(bool card, double tilt, int from) =>
        [
            .. Enumerable
                .Range(1, Photographs / 2)
                .AsParallel()
                .AsOrdered()
                .Select(seed => PhotoOutcome.Of(seed + from + (card ? 0 : 1000), card, tilt)),
        ];

    private static double Quantile(IEnumerable<double?> values, double share)
    {
        var sorted = values.OfType<double>().Order().ToArray();
        return sorted.Length == 0 ? double.NaN : sorted[Math.Min((int)(share * sorted.Length), sorted.Length - 1)];
    }

    private static string Share(double value) => string.Create(CultureInfo.InvariantCulture, $"{100 * value:0.0} %");

    private static string Right(IEnumerable<bool?> answers)
    {
        var given = answers.OfType<bool>().ToArray();
        return given.Length == 0
            ? ""
            : string.Create(CultureInfo.InvariantCulture, $"{100.0 * given.Count(a => a) / given.Length:0} %");
    }
}
