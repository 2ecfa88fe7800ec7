using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Leaves;

/// <summary>
/// Cuts teeth into the side of a blade. Each tooth is a few points between two places of the side, set back from it
/// inwards; its tip stays on the side, so that teeth never make a blade wider than it is.
/// </summary>
internal static class Teeth
{
    /// <summary>Points of a tooth: how far along it, and how far set back, both as shares.</summary>
    private static readonly (double Along, double Back)[] Toothed = [(0, 1), (0.5, 0)];

    // The tip stands near the far end: the tooth points towards the tip of the blade.
    private static readonly (double Along, double Back)[] Serrate = [(0, 1), (0.4, 0.48), (0.7, 0.2), (0.91, 0)];

    private static readonly (double Along, double Back)[] Doubly =
    [
        (0, 1),
        (0.22, 0.52),
        (0.3, 0.78),
        (0.52, 0.26),
        (0.6, 0.5),
        (0.86, 0),
    ];

    private static readonly (double Along, double Back)[] Crenate =
    [
        (0, 1),
        (0.08, 0.5),
        (0.22, 0.14),
        (0.5, 0),
        (0.78, 0.14),
        (0.92, 0.5),
    ];

    private static readonly (double Along, double Back)[] Spiny =
    [
        (0, 0.8),
        (0.25, 1),
        (0.42, 0.75),
        (0.5, 0),
        (0.58, 0.75),
        (0.75, 1),
    ];

    // Half a wave down, half a wave up: no corner anywhere.
    private static readonly (double Along, double Back)[] Wavy =
    [
        (0, 1),
        (0.125, 0.85),
        (0.25, 0.5),
        (0.375, 0.15),
        (0.5, 0),
        (0.625, 0.15),
        (0.75, 0.5),
        (0.875, 0.85),
    ];

    /// <summary>Pieces a side is measured off in.</summary>
    private const int Pieces = 480;

    /// <summary>How far a tooth is cut in, as a share of its length along the side.</summary>
    private static double DepthOf(BladeMargin margin) =>
        margin switch
        {
            BladeMargin.Serrate => 0.42,
            BladeMargin.DoublySerrate => 0.5,
            BladeMargin.Crenate => 0.3,
            BladeMargin.Coarse => 0.5,
            BladeMargin.Spiny => 0.38,
            BladeMargin.Wavy => 0.16,
            _ => 0.45,
        };

    /// <summary>A side with its teeth.</summary>
    /// <param name="side">The side, from base to tip.</param>
    /// <param name="hand">1 for the right side, −1 for the left.</param>
    /// <param name="share">Share of the usual depth the teeth are cut to.</param>
    public static Point[] Cut(Point[] side, BladeForm form, int hand, double share = 1)
    {
        if (form.Margin == BladeMargin.Entire || share <= 0)
        {
            return side;
        }

        var profile = form.Margin switch
        {
            BladeMargin.Serrate => Serrate,
            BladeMargin.DoublySerrate => Doubly,
            BladeMargin.Crenate => Crenate,
            BladeMargin.Spiny => Spiny,
            BladeMargin.Wavy => Wavy,
            _ => Toothed,
        };

        // Teeth stand between a part without them, which a sinus always is, and the very tip, its notch or its drawn-out end.
        var end = form.Tip switch
        {
            BladeTip.Notched => 0.88,
            BladeTip.DrawnOut => 0.92,
            _ => 0.985,
        };
        var length = Lines.LengthOf(side);
        var bare = form.Base is BladeBase.Heart or BladeBase.Clasping ? Math.Max(form.TeethFrom, 0.2) : form.TeethFrom;
        var step = length * (end - bare) / form.Teeth;

        // On the long way round deep lobes teeth stay small beside the lobes.
        var depth =
            Math.Min(DepthOf(form.Margin) * step, (form.Lobing == BladeLobing.None ? 0.2 : 0.035) * form.Length)
            * share;
        var fine = Lines.Spaced(side, Pieces);
        var cut = new List<Point>();
        for (var i = 0; i < fine.Length && (double)i / (fine.Length - 1) < bare; i += Pieces / 60)
        {
            // The even part runs smoothly into the first notch, or its end would look like one more tooth.
            var here = (double)i / (fine.Length - 1);
            var into = Math.Clamp(1 - ((bare - here) * length / (2 * step)), 0, 1);
            cut.Add(SetBack(fine, here, into * into * profile[0].Back * depth, hand));
        }

        for (var tooth = 0; tooth < form.Teeth; tooth++)
        {
            foreach (var (along, back) in profile)
            {
                var place = bare + ((end - bare) * (tooth + along) / form.Teeth);
                cut.Add(SetBack(fine, place, back * depth, hand));
            }
        }

        for (var i = (int)Math.Ceiling(end * Pieces); i < fine.Length - 1; i += Pieces / 60)
        {
            cut.Add(fine[i]);
        }

        cut.Add(side[^1]);
        return [.. cut];
    }

    /// <summary>A place of the side moved inwards, less where the blade is narrow.</summary>
    private static Point SetBack(Point[] fine, double share, double back, int hand)
    {
        var at = At(fine, share);
        var ahead = At(fine, Math.Min(share + 0.008, 1)) - At(fine, Math.Max(share - 0.008, 0));
        var inwards = ahead.Unit.Left * hand;
        return at + (inwards * Math.Min(back, 0.4 * Math.Abs(at.X)));
    }

    private static Point At(Point[] fine, double share)
    {
        var place = share * (fine.Length - 1);
        var whole = Math.Min((int)place, fine.Length - 2);
        return fine[whole].Towards(fine[whole + 1], place - whole);
    }
}
