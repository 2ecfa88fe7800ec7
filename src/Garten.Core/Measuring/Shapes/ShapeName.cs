using System.Collections.Immutable;
using System.Globalization;
using Garten.Core.Measuring.Photos;

namespace Garten.Core.Measuring.Shapes;

/// <summary>A named shape, and how near it came to being named otherwise.</summary>
/// <param name="Term">The term, for example "ovate".</param>
/// <param name="Zone">Where it is widest.</param>
/// <param name="Because">The numbers that decided, and by how much, in words.</param>
/// <param name="Neighbours">Terms across a border that lies within the error of the numbers; empty where it is clear.</param>
public sealed record ShapeName(string Term, WidestZone Zone, string Because, ImmutableArray<string> Neighbours);

/// <summary>Names the outline of a blade by a published convention.</summary>
public static class ShapeNames
{
    /// <summary>Ends of the middle fifth.</summary>
    private const double MiddleFrom = 0.4;
    private const double MiddleTo = 0.6;

    /// <summary>Share of the length over which the sides of an oblong blade run side by side.</summary>
    private const double ParallelFrom = 0.5;

    /// <summary>Bands of a convention: a term holds from its ratio up to that of the term before it; the first are the longest.</summary>
    private static readonly Dictionary<(ShapeConvention, WidestZone), (double From, string Term)[]> Bands = new()
    {
        // The chart draws each shape at two ratios; its borders lie halfway between neighbouring ones, on a log scale.
        [(ShapeConvention.RatioChart, WidestZone.Middle)] =
        [
            (8.5, "linear"),
            (2.45, "narrowly elliptic"),
            (1.34, "elliptic"),
            (1.095, "broadly elliptic"),
            (0.91, "orbicular"),
            (0, "transversely elliptic"),
        ],
        [(ShapeConvention.RatioChart, WidestZone.Below)] =
        [
            (8.5, "linear"),
            (2.45, "lanceolate"),
            (1.34, "ovate"),
            (1.095, "broadly ovate"),
            (0.91, "very broadly ovate"),
            (0, "transversely ovate"),
        ],
        [(ShapeConvention.RatioChart, WidestZone.Above)] =
        [
            (8.5, "linear"),
            (2.45, "oblanceolate"),
            (1.34, "obovate"),
            (1.095, "broadly obovate"),
            (0.91, "very broadly obovate"),
            (0, "transversely obovate"),
        ],
        [(ShapeConvention.RatioChart, WidestZone.Parallel)] =
        [
            (8.5, "linear"),
            (2.45, "narrowly oblong"),
            (1.34, "oblong"),
            (1.095, "broadly oblong"),
            (0, "orbicular"),
        ],

        [(ShapeConvention.LeafArchitecture, WidestZone.Middle)] =
        [
            (10, "linear"),
            (3, "narrow elliptic"),
            (2, "elliptic"),
            (1.5, "wide elliptic"),
            (1.2, "suborbiculate"),
            (0, "orbiculate"),
        ],
        [(ShapeConvention.LeafArchitecture, WidestZone.Below)] =
        [
            (10, "linear"),
            (3, "lanceolate"),
            (2, "narrow ovate"),
            (1.5, "ovate"),
            (1.2, "wide ovate"),
            (0, "very wide ovate"),
        ],
        [(ShapeConvention.LeafArchitecture, WidestZone.Above)] =
        [
            (10, "linear"),
            (6, "narrow oblanceolate"),
            (3, "oblanceolate"),
            (2, "narrow obovate"),
            (1.5, "obovate"),
            (1.2, "wide obovate"),
            (0, "very wide obovate"),
        ],
        [(ShapeConvention.LeafArchitecture, WidestZone.Parallel)] =
        [
            (10, "linear"),
            (6, "lorate"),
            (3, "narrow oblong"),
            (2, "oblong"),
            (0, "wide oblong"),
        ],
    };

    /// <summary>All terms of a convention.</summary>
    public static IEnumerable<string> TermsOf(ShapeConvention convention) =>
        Bands.Where(b => b.Key.Item1 == convention).SelectMany(b => b.Value.Select(t => t.Term)).Distinct();

    /// <summary>Names a shape.</summary>
    /// <param name="ratioError">Standard error of length to width.</param>
    /// <param name="widestError">Standard error of the widest point, as a share of the length.</param>
    public static ShapeName Of(ShapeConvention convention, BladeShape shape, double ratioError, double widestError)
    {
        var zone = ZoneOf(shape.Widest, shape.Parallel);
        var (at, bands) = Band(convention, zone, shape.Ratio);
        List<string> neighbours = [];
        if (at > 0 && bands[at - 1].From - shape.Ratio < 2 * ratioError)
        {
            neighbours.Add(bands[at - 1].Term);
        }

        if (bands[at].From > 0 && shape.Ratio - bands[at].From < 2 * ratioError)
        {
            neighbours.Add(bands[at + 1].Term);
        }

        foreach (var other in new[] { shape.Widest - (2 * widestError), shape.Widest + (2 * widestError) })
        {
            if (ZoneOf(other, shape.Parallel) is var beside && beside != zone)
            {
                var (there, terms) = Band(convention, beside, shape.Ratio);
                neighbours.Add(terms[there].Term);
            }
        }

        var term = bands[at].Term;
        return new(
            term,
            zone,
            $"{RatioWords(bands, at, shape.Ratio)}; {ZoneWords(zone, shape)}",
            [.. neighbours.Distinct().Where(n => n != term)]
        );
    }

    /// <summary>The zone a blade is widest in.</summary>
    /// <param name="widest">Where it is widest, as a share of the length from the base.</param>
    /// <param name="parallel">Share of the length over which it is nearly as wide.</param>
    public static WidestZone ZoneOf(double widest, double parallel) =>
        parallel > ParallelFrom ? WidestZone.Parallel
        : widest < MiddleFrom ? WidestZone.Below
        : widest > MiddleTo ? WidestZone.Above
        : WidestZone.Middle;

    private static (int At, (double From, string Term)[] Bands) Band(
        ShapeConvention convention,
        WidestZone zone,
        double ratio
    )
    {
        var bands = Bands[(convention, zone)];
        return (Array.FindIndex(bands, b => ratio >= b.From), bands);
    }

    private static string RatioWords((double From, string Term)[] bands, int at, double ratio)
    {
        var above = at > 0 ? bands[at - 1] : ((double From, string Term)?)null;
        var below = at + 1 < bands.Length ? bands[at + 1] : ((double From, string Term)?)null;
        var words = $"{Plain(ratio)} times as long as wide";
        var near =
            above is { } a && (below is null || a.From / ratio < ratio / bands[at].From)
                ? $"{Plain(a.From - ratio)} short of {a.Term}, which begins at {Plain(a.From)}"
            : below is { } b ? $"{Plain(ratio - bands[at].From)} above {b.Term}, which ends at {Plain(bands[at].From)}"
            : "";
        return near.Length == 0 ? words : $"{words}, {near}";
    }

    private static string ZoneWords(WidestZone zone, BladeShape shape)
    {
        var place = $"widest at {Percent(shape.Widest)} of the length";
        return zone switch
        {
            WidestZone.Below => $"{place}, {Percent(MiddleFrom - shape.Widest)} below the middle fifth",
            WidestZone.Above => $"{place}, {Percent(shape.Widest - MiddleTo)} above the middle fifth",
            WidestZone.Parallel => $"sides side by side over {Percent(shape.Parallel)} of the length",
            _ =>
                $"{place}, {Percent(Math.Min(shape.Widest - MiddleFrom, MiddleTo - shape.Widest))} within the middle fifth",
        };
    }

    private static string Plain(double number) => number.ToString("0.##", CultureInfo.InvariantCulture);

    private static string Percent(double share) => string.Create(CultureInfo.InvariantCulture, $"{share * 100:0} %");
}
