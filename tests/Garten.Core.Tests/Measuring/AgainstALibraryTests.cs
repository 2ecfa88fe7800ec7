using Garten.Core.Measuring;
using Garten.Core.Measuring.Samples;
using MathNet.Numerics;
using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.LinearRegression;

namespace Garten.Core.Tests.Measuring;

/// <summary>What the core reckons by itself, since it runs in a browser without packages, against a library that reckons the same.</summary>
public sealed class AgainstALibraryTests
{
    [Fact]
    public void Quantiles_of_students_t_are_those_of_the_library()
    {
        foreach (var share in new[] { 0.5, 0.8, 0.9, 0.95, 0.99, 0.999 })
        {
            foreach (var freedom in Enumerable.Range(1, 60).Append(120).Append(500))
            {
                var t = ExcelFunctions.TInv(1 - share, freedom);
                StudentT.TwoSided(share, freedom).ShouldBe(t, 1e-5 * t, $"{share} of {freedom}");
            }
        }
    }

    [Fact]
    public void Fits_are_those_of_the_library()
    {
        Random random = new(5);
        for (var round = 0; round < 200; round++)
        {
            var functions = random.Next(1, 6);
            double[][] rows =
            [
                .. Enumerable
                    .Range(0, functions + random.Next(1, 30))
                    .Select(_ => Enumerable.Range(0, functions).Select(_ => random.NextDouble() - 0.5).ToArray()),
            ];
            double[] values = [.. rows.Select(_ => random.NextDouble())];
            var expected = MultipleRegression.QR(
                Matrix<double>.Build.DenseOfRowArrays(rows),
                Vector<double>.Build.Dense(values)
            );
            var fitted = LeastSquares.Fit(rows, values).ShouldNotBeNull();
            for (var i = 0; i < functions; i++)
            {
                fitted[i].ShouldBe(expected[i], 1e-6 * (1 + Math.Abs(expected[i])), $"round {round}");
            }
        }
    }
}
