using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Fruits;

/// <summary>Spikes of sedges and grasses: sacs, scales, spikelets.</summary>
internal static class SpikeDrawing
{
    /// <summary>Where the foot of a sac and of its scale stands.</summary>
    public const double SacFoot = -36;

    /// <summary>How long a scale is drawn of whose length nothing is known, in lengths of the sac.</summary>
    public const double PlainScale = 0.94;

    /// <summary>Where the lowest bract leaves the stem, which is the foot of the flower cluster.</summary>
    public const double ClusterFoot = -18;

    /// <summary>Length of the flower cluster above the lowest bract.</summary>
    public const double ClusterLength = 98;

    /// <summary>Longest bract drawn, in lengths of the cluster: with a longer one the cluster could no longer be made out.</summary>
    public const double LongestBract = 4;

    /// <summary>Length of a sac with its beak.</summary>
    /// <param name="beak">short-beak or long-beak; null when unknown.</param>
    public static double SacLength(string? beak) => beak == "long-beak" ? 80 : 62;

    /// <summary>How far a bract reaches of which only a state is known, in lengths of the cluster.</summary>
    /// <param name="bract">shorter or longer; null when unknown.</param>
    public static double? Reach(string? bract) =>
        bract switch
        {
            null => null,
            "longer" => 1.12,
            _ => 0.45,
        };

    /// <summary>A fruit sac with its scale beside it, at one scale.</summary>
    /// <param name="beak">short-beak or long-beak; null when unknown.</param>
    /// <param name="scaleRatio">Length of the scale, in lengths of the sac.</param>
    public static void Sac(Sketch sketch, string? beak, double scaleRatio = PlainScale)
    {
        var top = SacFoot + SacLength(beak);
        var at = sketch.At(-16, 0);
        at.Shape(
            [
                new(-2, -36),
                .. Lines.Smooth([new(-2, -36), new(-15, -16), new(-11, 8), new(-2.6, 18)], 6),
                new(-2.4, top - 4),
                new(-3.6, top),
                new(0, top - 6),
                new(3.6, top),
                new(2.4, top - 4),
                .. Lines.Smooth([new(2.6, 18), new(11, 8), new(15, -16), new(2, -36)], 6),
            ],
            Wash.Stem
        );
        foreach (var x in new[] { -7, 0, 7 })
        {
            at.Line(Lines.Smooth([new(x * 0.3, -32), new(x, -14), new(x * 0.3, 12)], 4), 0.5);
        }

        var scale = sketch.At(24, 0);
        double Up(double part) => SacFoot + (SacLength(beak) * scaleRatio * part);
        scale.Shape(
            [
                new(-3, Up(0)),
                .. Lines.Smooth([new(-3, Up(0)), new(-11, Up(0.34)), new(-6, Up(0.76)), new(0, Up(1))], 5),
                .. Lines.Smooth([new(0, Up(1)), new(6, Up(0.76)), new(11, Up(0.34)), new(3, Up(0))], 5),
            ],
            Wash.Of("brown")
        );
        scale.Line(new(0, Up(0.03)), new(0, Up(0.93)), 1, Wash.Of("green"));
        sketch.Say(new(-16, -48), "sac");
        sketch.Say(new(24, -48), "scale");
    }

    /// <summary>A grass spikelet, from its foot at the origin.</summary>
    /// <param name="awned">True for awns.</param>
    public static void Spikelet(Sketch sketch, double length, bool awned)
    {
        var half = length * 0.12;
        for (var i = 4; i >= 0; i--)
        {
            var hand = i % 2 == 0 ? 1 : -1;
            var at = sketch.At(hand * half * 0.5, length * 0.14 * i, hand * 13);
            if (awned && i > 0)
            {
                at.Line(new(0, length * 0.34), new(hand * 1.5, length * 0.8), 0.7);
            }

            at.Shape(
                Lines.Strip(Lines.Along(8, t => new(0, length * 0.44 * t)), t =>
                    (half * Math.Pow(Math.Sin(Math.PI * Math.Clamp(t, 0.06, 0.97)), 0.8)) + 0.1
                ),
                Wash.Stem,
                0.7
            );
        }
    }

    /// <summary>Spikes of a sedge: which hold pollen flowers and which fruit, and how far the lowest bract reaches.</summary>
    /// <param name="sexes">separate-spikes or female-tip; null when unknown.</param>
    /// <param name="bract">Length of the lowest bract, in lengths of the cluster; null when unknown.</param>
    public static void Spikes(Sketch sketch, string? sexes, double? bract)
    {
        sketch.Line(new(0, -40), new(0, 56), 1.6, Wash.Of("green"));
        if (bract is { } part)
        {
            var reach = ClusterLength * part;
            sketch.Shape(
                Lines.Strip(
                    Lines.Smooth(
                        [
                            new(0, ClusterFoot),
                            new(-9, ClusterFoot + (reach * 0.24)),
                            new(-16, ClusterFoot + (reach * 0.6)),
                            new(-17, ClusterFoot + reach),
                        ],
                        6
                    ),
                    t => 2.2 * (1 - t) + 0.3
                ),
                Wash.Leaf,
                0.8
            );
        }

        Spike(sketch.At(0, 40), sexes == "female-tip" ? "both" : "male", 40);
        Spike(sketch.At(3, 12, 26), sexes == "female-tip" ? "both" : "female", 30);
        Spike(sketch.At(3, -14, 30), sexes == "female-tip" ? "both" : "female", 30);
    }

    /// <summary>How spikes are carried.</summary>
    /// <param name="stance">spikes-close, spikes-stalked or spikes-drooping.</param>
    public static void Stance(Sketch sketch, string stance)
    {
        sketch.Line(new(0, -50), new(0, 46), 1.6, Wash.Of("green"));
        Spike(sketch.At(0, 36), "male", 28);
        foreach (var (y, hand) in new[] { (-2, 1), (-26, -1) })
        {
            var foot = new Point(0, y);
            switch (stance)
            {
                case "spikes-close":
                    Spike(sketch.At(hand * 2, y + 22, hand * 14), "female", 24);
                    break;
                case "spikes-drooping":
                    var over = foot + new Point(hand * 20, 18);
                    var end = foot + new Point(hand * 32, 2);
                    sketch.Line(
                        Lines.Smooth([foot, foot + new Point(hand * 8, 14), over, end], 5),
                        1.1,
                        Wash.Of("green")
                    );
                    Spike(sketch.At(end.X, end.Y, hand * 170), "female", 28);
                    break;
                default:
                    var top = foot + new Point(hand * 18, 22);
                    sketch.Line(Lines.Smooth([foot, foot + new Point(hand * 10, 9), top], 5), 1.1, Wash.Of("green"));
                    Spike(sketch.At(top.X, top.Y, hand * 16), "female", 28);
                    break;
            }
        }
    }

    private static void Spike(Sketch sketch, string sex, double length)
    {
        var rows = (int)(length / 4.4);
        for (var i = 0; i < rows; i++)
        {
            var female = sex == "female" || (sex == "both" && i >= rows / 2);
            foreach (var hand in new[] { -1, 1 })
            {
                var at = sketch.At(hand * 1.6, 4.4 * i, hand * (female ? 46 : 18));
                if (female)
                {
                    at.Shape(
                        [default, new(2.8, 4), new(0.6, 9), new(0, 12), new(-0.6, 9), new(-2.8, 4)],
                        Wash.Stem,
                        0.6
                    );
                }
                else
                {
                    at.Shape([default, new(1.6, 4), new(0, 8), new(-1.6, 4)], Wash.Of("brown"), 0.6);
                }
            }
        }
    }
}
