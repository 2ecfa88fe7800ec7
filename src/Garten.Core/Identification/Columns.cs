using System.Numerics;

namespace Garten.Core.Identification;

/// <summary>Arithmetic over columns of one number a candidate, several at a time where the machine can.</summary>
internal static class Columns
{
    /// <summary>Sum of the products of two columns of equal length.</summary>
    public static double Dot(ReadOnlySpan<double> a, ReadOnlySpan<double> b)
    {
        var sums = Vector<double>.Zero;
        var i = 0;
        for (; i <= a.Length - Vector<double>.Count; i += Vector<double>.Count)
        {
            sums += new Vector<double>(a[i..]) * new Vector<double>(b[i..]);
        }

        var sum = Vector.Sum(sums);
        for (; i < a.Length; i++)
        {
            sum += a[i] * b[i];
        }

        return sum;
    }

    /// <summary>Adds <paramref name="factor"/> times one column to another.</summary>
    public static void AddScaled(Span<double> into, ReadOnlySpan<double> from, double factor)
    {
        var i = 0;
        for (; i <= into.Length - Vector<double>.Count; i += Vector<double>.Count)
        {
            (new Vector<double>(into[i..]) + (new Vector<double>(from[i..]) * factor)).CopyTo(into[i..]);
        }

        for (; i < into.Length; i++)
        {
            into[i] += from[i] * factor;
        }
    }

    /// <summary>Adds <paramref name="weight"/> times the natural logarithm of one column to another.</summary>
    public static void AddLog(Span<double> into, ReadOnlySpan<double> from, double weight)
    {
        var i = 0;
        for (; i <= into.Length - Vector<double>.Count; i += Vector<double>.Count)
        {
            (new Vector<double>(into[i..]) + (Vector.Log(new Vector<double>(from[i..])) * weight)).CopyTo(into[i..]);
        }

        for (; i < into.Length; i++)
        {
            into[i] += Math.Log(from[i]) * weight;
        }
    }

    /// <summary>Multiplies one column by another.</summary>
    public static void Multiply(Span<double> into, ReadOnlySpan<double> by)
    {
        var i = 0;
        for (; i <= into.Length - Vector<double>.Count; i += Vector<double>.Count)
        {
            (new Vector<double>(into[i..]) * new Vector<double>(by[i..])).CopyTo(into[i..]);
        }

        for (; i < into.Length; i++)
        {
            into[i] *= by[i];
        }
    }

    /// <summary>Adds p · log2 p of a column of chances above 0 to another.</summary>
    public static void AddEntropy(Span<double> into, ReadOnlySpan<double> chances)
    {
        var i = 0;
        for (; i <= into.Length - Vector<double>.Count; i += Vector<double>.Count)
        {
            var chance = new Vector<double>(chances[i..]);
            (new Vector<double>(into[i..]) + (chance * Vector.Log2(chance))).CopyTo(into[i..]);
        }

        for (; i < into.Length; i++)
        {
            into[i] += chances[i] * Math.Log2(chances[i]);
        }
    }

    /// <summary>Turns logarithms into numbers.</summary>
    public static void Exp(Span<double> column)
    {
        var i = 0;
        for (; i <= column.Length - Vector<double>.Count; i += Vector<double>.Count)
        {
            Vector.Exp(new Vector<double>(column[i..])).CopyTo(column[i..]);
        }

        for (; i < column.Length; i++)
        {
            column[i] = Math.Exp(column[i]);
        }
    }

    /// <summary>Raises chances to a power and scales them back to the sum they had.</summary>
    /// <param name="column">Chances above 0.</param>
    public static void Sharpen(Span<double> column, double power)
    {
        var sum = Sum(column);
        var most = 0.0;
        foreach (var value in column)
        {
            most = Math.Max(most, value);
        }

        if (most <= 0)
        {
            return;
        }

        // One by one: names that are alike must stay exactly so, in a vector or in the rest behind it, on every machine.
        for (var i = 0; i < column.Length; i++)
        {
            column[i] = Math.Pow(column[i] / most, power);
        }

        var scale = sum / Sum(column);
        for (var i = 0; i < column.Length; i++)
        {
            column[i] *= scale;
        }
    }

    /// <summary>Mixes a column with one number: (1 − share) · column + share · number.</summary>
    public static void Mix(Span<double> column, double share, double number)
    {
        for (var i = 0; i < column.Length; i++)
        {
            column[i] = ((1 - share) * column[i]) + (share * number);
        }
    }

    /// <summary>Writes (1 − share) · column + share · number into another column.</summary>
    public static void Mixed(ReadOnlySpan<double> column, double share, double number, Span<double> into)
    {
        var added = new Vector<double>(share * number);
        var i = 0;
        for (; i <= column.Length - Vector<double>.Count; i += Vector<double>.Count)
        {
            ((new Vector<double>(column[i..]) * (1 - share)) + added).CopyTo(into[i..]);
        }

        for (; i < column.Length; i++)
        {
            into[i] = ((1 - share) * column[i]) + (share * number);
        }
    }

    /// <summary>Sum of a column.</summary>
    public static double Sum(ReadOnlySpan<double> column)
    {
        double sum = 0;
        foreach (var value in column)
        {
            sum += value;
        }

        return sum;
    }

    /// <summary>Turns log weights into chances that sum to one; the largest is taken out first, so that nothing under- or overflows.</summary>
    public static void Normalise(Span<double> log)
    {
        var most = double.NegativeInfinity;
        foreach (var value in log)
        {
            most = Math.Max(most, value);
        }

        for (var i = 0; i < log.Length; i++)
        {
            log[i] -= most;
        }

        Exp(log);
        var scale = 1 / Sum(log);
        for (var i = 0; i < log.Length; i++)
        {
            log[i] *= scale;
        }
    }
}
