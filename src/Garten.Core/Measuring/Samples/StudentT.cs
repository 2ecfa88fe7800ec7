namespace Garten.Core.Measuring.Samples;

/// <summary>
/// Student's t distribution. It stands here and not in a library, since the core takes no package: it runs in the browser as it is, and
/// no library in use there is as small. The tests hold it against one.
/// </summary>
public static class StudentT
{
    /// <summary>
    /// The value t that a share of samples stays within on both sides of 0 (G. W. Hill, "Algorithm 396: Student's
    /// t-quantiles", 1970; good to about six digits from three degrees of freedom on, exact for one and two).
    /// </summary>
    /// <param name="share">The share, between 0 and 1, for example 0.95.</param>
    /// <param name="freedom">Degrees of freedom, at least 1.</param>
    public static double TwoSided(double share, int freedom)
    {
        var p = 1 - share;
        if (freedom == 1)
        {
            var angle = p * Math.PI / 2;
            return Math.Cos(angle) / Math.Sin(angle);
        }

        if (freedom == 2)
        {
            return Math.Sqrt((2 / (p * (2 - p))) - 2);
        }

        double n = freedom;
        var a = 1 / (n - 0.5);
        var b = 48 / (a * a);
        var c = (((((20700 * a / b) - 98) * a) - 16) * a) + 96.36;
        var d = ((94.5 / (b + c)) - 3) / b;
        d = (d + 1) * Math.Sqrt(a * Math.PI / 2) * n;
        var x = d * p;
        var y = Math.Pow(x, 2 / n);
        if (y > 0.05 + a)
        {
            x = Normal(p / 2);
            y = x * x;
            if (n < 5)
            {
                c += 0.3 * (n - 4.5) * (x + 0.6);
            }

            c = (((((((0.05 * d * x) - 5) * x) - 7) * x) - 2) * x) + b + c;
            y = ((((((((0.4 * y) + 6.3) * y) + 36) * y) + 94.5) / c) - y - 3) / b;
            y = ((y + 1) * x) is var z ? a * z * z : 0;
            y = y > 0.002 ? Math.Exp(y) - 1 : (0.5 * y * y) + y;
        }
        else
        {
            y =
                (
                    ((((1 / ((((n + 6) / (n * y)) - (0.089 * d) - 0.822) * (n + 2) * 3)) + (0.5 / (n + 4))) * y) - 1)
                    * (n + 1)
                    / (n + 2)
                ) + (1 / y);
        }

        return Math.Sqrt(n * y);
    }

    /// <summary>The normal deviate that a share lies below (P. Acklam's rational approximation, good to nine digits).</summary>
    private static double Normal(double below)
    {
        const double Low = 0.02425;
        if (below < Low)
        {
            var q = Math.Sqrt(-2 * Math.Log(below));
            return (
                    (
                        (
                            (
                                (
                                    (
                                        (
                                            (
                                                (((-7.784894002430293e-03 * q) - 3.223964580411365e-01) * q)
                                                - 2.400758277161838
                                            ) * q
                                        ) - 2.549732539343734
                                    ) * q
                                ) + 4.374664141464968
                            ) * q
                        ) + 2.938163982698783
                    )
                )
                / (
                    (
                        (
                            (((((7.784695709041462e-03 * q) + 3.224671290700398e-01) * q) + 2.445134137142996) * q)
                            + 3.754408661907416
                        ) * q
                    ) + 1
                );
        }

        var u = below - 0.5;
        var r = u * u;
        return (
                (
                    (
                        (
                            (
                                (
                                    (
                                        (
                                            (((-3.969683028665376e+01 * r) + 2.209460984245205e+02) * r)
                                            - 2.759285104469687e+02
                                        ) * r
                                    ) + 1.383577518672690e+02
                                ) * r
                            ) - 3.066479806614716e+01
                        ) * r
                    ) + 2.506628277459239
                )
            )
            * u
            / (
                (
                    (
                        (
                            (
                                (
                                    (
                                        (((-5.447609879822406e+01 * r) + 1.615858368580409e+02) * r)
                                        - 1.556989798598866e+02
                                    ) * r
                                ) + 6.680131188771972e+01
                            ) * r
                        ) - 1.328068155288572e+01
                    ) * r
                ) + 1
            );
    }
}
