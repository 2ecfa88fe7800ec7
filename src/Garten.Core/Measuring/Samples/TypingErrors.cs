namespace Garten.Core.Measuring.Samples;

/// <summary>A part that looks mistyped.</summary>
/// <param name="Index">Which of the parts.</param>
/// <param name="Rather">What was more likely meant.</param>
/// <param name="Factor">How many times too large it was typed: 10 for 64 in place of 6.4, 2.54 for centimetres in place of inches.</param>
public sealed record TypingError(int Index, double Rather, double Factor);

/// <summary>Finds parts that lie far from the others, and among them again once a misplaced point or a mistaken unit is put right.</summary>
public static class TypingErrors
{
    private static readonly double[] Factors = [10, 0.1, 100, 0.01, 2.54, 1 / 2.54, 25.4, 1 / 25.4];

    /// <summary>Others needed to know where a part should lie.</summary>
    private const int LeastOthers = 3;

    /// <summary>How far from the middle of the others is far, and how near is near, both as logarithms.</summary>
    private const double Far = 0.78;
    private const double Near = 0.4;

    /// <summary>Finds the slips of a sample.</summary>
    /// <param name="values">The parts, all above 0.</param>
    public static IReadOnlyList<TypingError> Find(IReadOnlyList<double> values)
    {
        List<TypingError> slips = [];
        for (var i = 0; i < values.Count; i++)
        {
            var others = values.Where((v, j) => j != i && v > 0).Select(v => Math.Log(v)).Order().ToArray();
            if (others.Length < LeastOthers || values[i] <= 0)
            {
                continue;
            }

            var middle = others[others.Length / 2];

            // Half the others lie within this of their middle; a part of a very uneven sample must lie farther out to be doubted.
            var spread = others.Select(o => Math.Abs(o - middle)).Order().ElementAt(others.Length / 2);
            var off = Math.Log(values[i]) - middle;
            if (Math.Abs(off) < Math.Max(Far, 5 * spread))
            {
                continue;
            }

            var best = Factors.MinBy(f => Math.Abs(off - Math.Log(f)));
            if (Math.Abs(off - Math.Log(best)) < Math.Max(Near, 2 * spread))
            {
                slips.Add(new(i, values[i] / best, best));
            }
        }

        return slips;
    }
}
