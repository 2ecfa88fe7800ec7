using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Leaves;

/// <summary>The main veins of a blade, each from where it leaves another to its end: at the edge where there are teeth or lobes, short of it where the edge is entire.</summary>
internal static class Veins
{
    /// <summary>All veins but the midrib.</summary>
    public static List<Point[]> Of(Blade blade)
    {
        var form = blade.Form;
        var veins = new List<Point[]>();
        if (form.Lobing == BladeLobing.Palmate || form.Veins == BladeVeins.Palmate)
        {
            FromBase(blade, veins, form.Lobing == BladeLobing.Palmate ? blade.LobeTips : Fan(blade, 5));
        }
        else if (form.Veins == BladeVeins.ThreeFromBase)
        {
            FromBase(blade, veins, Fan(blade, 3));
            SideVeins(blade, veins, 3, 0.4, 0.9, 0.9, 0.85);
        }
        else if (form.Veins == BladeVeins.Parallel)
        {
            foreach (var side in new[] { blade.Right, blade.Left })
            {
                foreach (var share in new[] { 0.28, 0.56, 0.8 })
                {
                    veins.Add([.. Lines.Spaced(side, 20).Skip(1).SkipLast(1).Select(p => new Point(p.X * share, p.Y))]);
                }
            }
        }
        else if (form.Lobing == BladeLobing.Pinnate)
        {
            foreach (var tip in blade.LobeTips.Where(t => Math.Abs(t.X) > 1e-9))
            {
                var from = new Point(0, Math.Max(tip.Y - (Math.Abs(tip.X) * 0.75), form.Length * 0.03));
                veins.Add(Bow(from, from.Towards(tip, 0.92), 0.06));
            }
        }
        else if (form.Veins == BladeVeins.Arching)
        {
            SideVeins(blade, veins, Math.Min(form.VeinPairs, 5), 0.02, 0.5, 2.2, 0.86);
        }
        else
        {
            SideVeins(
                blade,
                veins,
                form.VeinPairs,
                0.06,
                0.86,
                0.8,
                form.Margin is BladeMargin.Entire or BladeMargin.Wavy ? 0.88 : 0.98
            );
        }

        if (form.Veins == BladeVeins.Net)
        {
            Net(blade, veins);
        }

        return veins;
    }

    private static void SideVeins(
        Blade blade,
        List<Point[]> veins,
        int pairs,
        double from,
        double to,
        double steep,
        double reach
    )
    {
        for (var i = 0; i < pairs; i++)
        {
            var start = new Point(0, blade.Form.Length * (from + ((to - from) * (i + 0.5) / pairs)));
            foreach (var side in new[] { blade.Right, blade.Left })
            {
                // The first place of the edge that lies above a slanting line from the midrib.
                var end = Array.Find(side, p => p.Y >= start.Y + (steep * Math.Abs(p.X)) && p.Y > start.Y * 0.5);
                if (Math.Abs(end.X) > 1e-6)
                {
                    veins.Add(
                        Bow(
                            start,
                            start.Towards(end, reach),
                            steep > 1.5 ? 0.24
                                : reach < 0.95 ? 0.12
                                : 0.05
                        )
                    );
                }
            }
        }
    }

    /// <summary>Fine veins from one side vein to the next, every other one forked.</summary>
    private static void Net(Blade blade, List<Point[]> veins)
    {
        foreach (var hand in new[] { -1, 1 })
        {
            var side = veins.Where(v => Math.Sign(v[^1].X) == hand).OrderBy(v => v[0].Y).ToArray();
            for (var i = 0; i + 1 < side.Length; i++)
            {
                for (var k = 1; k < 6; k++)
                {
                    var (low, high) = (side[i][k], side[i + 1][Math.Max(k - (k % 2), 1)]);
                    var middle =
                        low.Towards(high, 0.5) + new Point(hand * blade.Form.Length * 0.012 * (k % 2 == 0 ? 1 : -1), 0);
                    veins.Add([low, middle, high]);
                    if (k % 2 == 0)
                    {
                        veins.Add([middle, side[i + 1][k]]);
                    }
                }
            }
        }
    }

    private static void FromBase(Blade blade, List<Point[]> veins, Point[] ends)
    {
        var lobed = blade.Form.Lobing == BladeLobing.Palmate;
        foreach (var end in ends.Where(e => Math.Abs(e.X) > 1e-6))
        {
            var vein = Bow(default, new Point(0, 0).Towards(end, lobed ? 0.97 : 0.88), lobed ? 0.0 : 0.13);
            veins.Add(vein);
        }
    }

    /// <summary>Places of the edge where main veins from the base run to, besides the tip.</summary>
    private static Point[] Fan(Blade blade, int veins)
    {
        var ends = new List<Point>();
        for (var i = 1; i <= veins / 2; i++)
        {
            var share =
                veins == 3 ? 0.72
                : i == 1 ? 0.7
                : 0.42;
            ends.Add(blade.Right[(int)(share * (blade.Right.Length - 1))]);
            ends.Add(blade.Left[(int)(share * (blade.Left.Length - 1))]);
        }

        return [.. ends];
    }

    /// <summary>A line bent outwards, away from the midrib.</summary>
    private static Point[] Bow(Point from, Point to, double bend)
    {
        var step = to - from;
        var outwards = step.Left * (step.X > 0 ? -bend : bend);
        return Lines.Along(7, t => from + (step * t) + (outwards * (4 * t * (1 - t) * 0.5)));
    }
}
