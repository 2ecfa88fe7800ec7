using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Fruits;

/// <summary>Spikes of sedges and grasses: sacs, scales, spikelets.</summary>
internal static class SpikeDrawing
{
    /// <summary>A fruit sac with its scale beside it, at one scale.</summary>
    /// <param name="sketch">Where.</param>
    /// <param name="beak">short-beak or long-beak; null when unknown.</param>
    public static void Sac(Sketch sketch, string? beak)
    {
        var top = beak == "long-beak" ? 44 : 26;
        var at = sketch.At(-16, 0);
        at.Shape([new(-2, -36), .. Lines.Smooth([new(-2, -36), new(-15, -16), new(-11, 8), new(-2.6, 18)], 6), new(-2.4, top - 4), new(-3.6, top), new(0, top - 6), new(3.6, top), new(2.4, top - 4), .. Lines.Smooth([new(2.6, 18), new(11, 8), new(15, -16), new(2, -36)], 6)], Wash.Stem);
        foreach (var x in new[] { -7, 0, 7 })
        {
            at.Line(Lines.Smooth([new(x * 0.3, -32), new(x, -14), new(x * 0.3, 12)], 4), 0.5);
        }

        var scale = sketch.At(24, 0);
        scale.Shape([new(-3, -36), .. Lines.Smooth([new(-3, -36), new(-11, -16), new(-6, 8), new(0, 22)], 5), .. Lines.Smooth([new(0, 22), new(6, 8), new(11, -16), new(3, -36)], 5)], Wash.Of("brown"));
        scale.Line(new(0, -34), new(0, 18), 1, Wash.Of("green"));
        sketch.Say(new(-16, -48), "sac");
        sketch.Say(new(24, -48), "scale");
    }

    /// <summary>A grass spikelet, from its foot at the origin.</summary>
    /// <param name="sketch">Where.</param>
    /// <param name="length">Its length.</param>
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

            at.Shape(Lines.Strip(Lines.Along(8, t => new(0, length * 0.44 * t)), t => (half * Math.Pow(Math.Sin(Math.PI * Math.Clamp(t, 0.06, 0.97)), 0.8)) + 0.1), Wash.Stem, 0.7);
        }
    }

    /// <summary>Spikes of a sedge: which hold pollen flowers and which fruit, and how far the lowest bract reaches.</summary>
    /// <param name="sketch">Where.</param>
    /// <param name="sexes">separate-spikes or female-tip; null when unknown.</param>
    /// <param name="bract">shorter or longer; null when unknown.</param>
    public static void Spikes(Sketch sketch, string? sexes, string? bract)
    {
        sketch.Line(new(0, -40), new(0, 56), 1.6, Wash.Of("green"));
        if (bract is not null)
        {
            var reach = bract == "longer" ? 110 : 44;
            sketch.Shape(Lines.Strip(Lines.Smooth([new(0, -18), new(-9, 8), new(-16, reach * 0.6 - 18), new(-17, reach - 18)], 6), t => 2.2 * (1 - t) + 0.3), Wash.Leaf, 0.8);
        }

        Spike(sketch.At(0, 40), sexes == "female-tip" ? "both" : "male", 40);
        Spike(sketch.At(3, 12, 26), sexes == "female-tip" ? "both" : "female", 30);
        Spike(sketch.At(3, -14, 30), sexes == "female-tip" ? "both" : "female", 30);
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
                    at.Shape([default, new(2.8, 4), new(0.6, 9), new(0, 12), new(-0.6, 9), new(-2.8, 4)], Wash.Stem, 0.6);
                }
                else
                {
                    at.Shape([default, new(1.6, 4), new(0, 8), new(-1.6, 4)], Wash.Of("brown"), 0.6);
                }
            }
        }
    }
}
