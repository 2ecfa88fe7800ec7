using CsCheck;
using Garten.Core.Identification;

namespace Garten.Core.Tests.Identification;

/// <summary>Arithmetic several numbers at a time gives what it gives one at a time, whatever the length.</summary>
public sealed class ColumnsTests
{
    private static readonly Gen<(double[] A, double[] B)> Pairs = Gen.Int[0, 40]
        .SelectMany(n => Gen.Select(Gen.Double[1e-6, 10].Array[n], Gen.Double[1e-6, 10].Array[n]));

    [Fact]
    public void Sums_of_products() =>
        Pairs.Sample(p => Columns.Dot(p.A, p.B).ShouldBe(p.A.Zip(p.B, (a, b) => a * b).Sum(), 1e-9));

    [Fact]
    public void Adding_a_multiple() =>
        Pairs.Sample(p =>
            Changed(p.A, x => Columns.AddScaled(x, p.B, 0.3)).ShouldBe(p.A.Zip(p.B, (a, b) => a + (0.3 * b)), 1e-9)
        );

    [Fact]
    public void Adding_logarithms() =>
        Pairs.Sample(p =>
            Changed(p.A, x => Columns.AddLog(x, p.B, 0.7))
                .ShouldBe(p.A.Zip(p.B, (a, b) => a + (0.7 * Math.Log(b))), 1e-9)
        );

    [Fact]
    public void Multiplying() =>
        Pairs.Sample(p => Changed(p.A, x => Columns.Multiply(x, p.B)).ShouldBe(p.A.Zip(p.B, (a, b) => a * b), 1e-9));

    [Fact]
    public void Adding_entropies() =>
        Pairs.Sample(p =>
            Changed(p.A, x => Columns.AddEntropy(x, p.B)).ShouldBe(p.A.Zip(p.B, (a, b) => a + (b * Math.Log2(b))), 1e-9)
        );

    [Fact]
    public void Powers_and_mixtures() =>
        Pairs.Sample(p =>
        {
            Changed(p.A, x => Columns.Exp(x)).ShouldBe(p.A.Select(Math.Exp), 1e-6);
            Changed(p.A, x => Columns.Mix(x, 0.25, 4)).ShouldBe(p.A.Select(a => (0.75 * a) + 1), 1e-9);
            Columns.Sum(p.A).ShouldBe(p.A.Sum(), 1e-9);
        });

    [Fact]
    public void Chances_sum_to_one_even_where_the_weights_would_not_fit_a_number()
    {
        Changed([-5000, -5000, -5001], x => Columns.Normalise(x))
            .ShouldBe([1 / (2 + Math.Exp(-1)), 1 / (2 + Math.Exp(-1)), Math.Exp(-1) / (2 + Math.Exp(-1))], 1e-12);
        Changed([900, -900], x => Columns.Normalise(x)).ShouldBe([1, 0], 1e-12);
    }

    private static double[] Changed(double[] column, Action<double[]> change)
    {
        var copy = (double[])column.Clone();
        change(copy);
        return copy;
    }
}
