using System.Collections.Immutable;
using Garten.Core.Geometry;

namespace Garten.Core.Measuring.Photos;

/// <summary>
/// What lies in a picture: the slow part of measuring, done once for each picture. All places are in pixels of the whole
/// picture, x to the right and y down from the middle of the first one.
/// </summary>
/// <param name="Width">Pixels across.</param>
/// <param name="Height">Pixels down.</param>
/// <param name="Grain">Pixels of the picture that were looked at as one.</param>
/// <param name="Edge">The leaf's edge; empty where no leaf was found.</param>
/// <param name="StalkFoot">Free end of its stalk; null where none shows.</param>
/// <param name="StalkJoin">Where the blade leaves the stalk; null where none shows.</param>
/// <param name="Stalks">How many stalks show.</param>
/// <param name="Card">Corners of a card; empty where none was found.</param>
/// <param name="Coin">A coin; null where none was found.</param>
/// <param name="Problems">What stands in the way of measuring a leaf.</param>
public sealed record PhotoScene(
    int Width,
    int Height,
    int Grain,
    ImmutableArray<Point> Edge,
    Point? StalkFoot,
    Point? StalkJoin,
    double StalkWidth,
    int Stalks,
    ImmutableArray<Point> Card,
    FoundCoin? Coin,
    ImmutableArray<PhotoProblem> Problems
)
{
    /// <summary>Pixels that are looked at; a larger picture is made smaller first.</summary>
    public const int MostPixels = 2_000_000;

    /// <summary>Least difference between things and backdrop: less is noise.</summary>
    private const double LeastContrast = 0.07;

    /// <summary>Least share of the picture a thing covers.</summary>
    private const double LeastArea = 0.0015;

    /// <summary>Share of the largest leaf from which another counts as a second one.</summary>
    private const double SecondLeaf = 0.2;

    /// <summary>Looks at a picture.</summary>
    public static PhotoScene Read(PixelImage picture)
    {
        var (image, grain) = picture.Reduced(MostPixels);
        var field = Backdrop.Difference(image);
        PhotoScene empty = new(
            picture.Width,
            picture.Height,
            grain,
            [],
            null,
            null,
            0,
            0,
            [],
            null,
            [PhotoProblem.NoLeaf]
        );
        if (Things(field, image) is not { } all)
        {
            return empty;
        }

        Point[]? card = null;
        FoundCoin? coin = null;
        foreach (var (patch, edge) in all.Found.Where(f => !all.Patches.TouchesRim(f.Patch)))
        {
            if (card is null && References.Card(edge) is { } corners)
            {
                card = corners;
            }
            else if (coin is null && References.Coin(edge) is { } found)
            {
                coin = found;
            }
            else
            {
                continue;
            }

            SetAside(field, all.Patches, patch);
        }

        // A bold card or coin would hide a pale leaf: once known it no longer counts in where to cut.
        var (patches, leaves) = card is null && coin is null ? all : Things(field, image) ?? (all.Patches, []);
        var scene = empty with
        {
            Card = card is null ? [] : [.. card.Select(Whole)],
            Coin = coin is null
                ? null
                : coin with
                {
                    Centre = Whole(coin.Centre),
                    Long = coin.Long * grain,
                    Short = coin.Short * grain,
                },
        };
        if (leaves.Count == 0)
        {
            return scene;
        }

        var (leaf, outline) = leaves[0];
        if (patches.TouchesRim(leaf))
        {
            return scene with { Problems = [PhotoProblem.LeafCut] };
        }

        if (leaves.Skip(1).Any(l => l.Patch.Area > SecondLeaf * leaf.Area))
        {
            return scene with { Problems = [PhotoProblem.SeveralLeaves] };
        }

        var stalk = Stalk.Find(patches, leaf);
        return scene with
        {
            Edge = [.. Sharpened(outline, stalk?.Join).Select(Whole)],
            StalkFoot = stalk is null ? null : Whole(stalk.Foot),
            StalkJoin = stalk is null ? null : Whole(stalk.Join),
            StalkWidth = (stalk?.Width ?? 0) * grain,
            Stalks = stalk?.Count ?? 0,
            Problems = [],
        };

        // Only an end can be drawn out: that away from the stalk, or either one.
        IEnumerable<Point> Sharpened(Point[] edge, Point? join)
        {
            var one = edge.MaxBy(p => (p - (join ?? References.Moments(edge).Centre)).Length);
            Point[] ends = join is null ? [one, edge.MaxBy(p => (p - one).Length)] : [one];
            var full = Typical(field, patches, leaf);
            var extent = (one - edge.MaxBy(p => (p - one).Length)).Length;
            for (var i = 0; i < edge.Length; i++)
            {
                yield return edge[i];
                if (ends.Contains(edge[i]))
                {
                    const int Aside = 14;
                    var towards = (
                        edge[i]
                        - edge[(i + Aside) % edge.Length].Towards(edge[(i - Aside + edge.Length) % edge.Length], 0.5)
                    ).Unit;
                    var end = FineTip.Follow(field, image.Width, image.Height, edge[i], towards, full, 0.2 * extent);
                    if (end != edge[i])
                    {
                        yield return end;
                    }
                }
            }
        }

        Point Whole(Point p) => new(((p.X + 0.5) * grain) - 0.5, ((p.Y + 0.5) * grain) - 0.5);
    }

    /// <summary>The patches that stand out from the backdrop, with their edges; null where nothing does.</summary>
    private static (Patches Patches, List<(Patch Patch, Point[] Edge)> Found)? Things(float[] field, PixelImage image)
    {
        var (cut, backdrop, things) = Threshold.Otsu(field, 0.8);
        if (things - backdrop < LeastContrast)
        {
            return null;
        }

        var patches = Patches.Find(field, image.Width, image.Height, cut, (int)(LeastArea * field.Length));
        if (patches.All is [var largest, ..] && patches.TouchesEveryRim(largest))
        {
            // That is no leaf but the lines of squared paper: what stands out from them is looked for.
            cut = Threshold.Otsu([.. field.Where(v => v > cut)], 0.8).Cut;
            patches = Patches.Find(field, image.Width, image.Height, cut, (int)(LeastArea * field.Length));
        }

        // Halfway between the backdrop and the thing itself the edge is where it is, however blurred.
        return (
            patches,
            [
                .. patches
                    .All.Select(p => (p, Contour.Trace(field, patches, p, (backdrop + Typical(field, patches, p)) / 2)))
                    .Where(f => f.Item2.Length >= 30),
            ]
        );
    }

    /// <summary>Makes backdrop of a patch and of the blurred edge about it.</summary>
    private static void SetAside(float[] field, Patches patches, Patch patch)
    {
        const int About = 6;
        for (var y = patch.Top; y <= patch.Bottom; y++)
        {
            for (var x = patch.Left; x <= patch.Right; x++)
            {
                if (patches.Labels[(y * patches.Width) + x] != patch.Label)
                {
                    continue;
                }

                // Only the ends of a row and column have neighbours that are not of the patch.
                for (var ny = Math.Max(y - About, 0); ny <= Math.Min(y + About, patches.Height - 1); ny += About)
                {
                    for (var nx = Math.Max(x - About, 0); nx <= Math.Min(x + About, patches.Width - 1); nx += About)
                    {
                        field[(ny * patches.Width) + nx] = 0;
                    }
                }
            }
        }
    }

    /// <summary>The usual difference within a patch: the middle of a sample of its pixels.</summary>
    private static double Typical(float[] field, Patches patches, Patch patch)
    {
        List<float> sample = [];
        var step = Math.Max((int)Math.Sqrt(patch.Area / 4000.0), 1);
        for (var y = patch.Top; y <= patch.Bottom; y += step)
        {
            for (var x = patch.Left; x <= patch.Right; x += step)
            {
                var at = (y * patches.Width) + x;
                if (patches.Labels[at] == patch.Label)
                {
                    sample.Add(field[at]);
                }
            }
        }

        sample.Sort();
        return sample[sample.Count / 2];
    }
}
