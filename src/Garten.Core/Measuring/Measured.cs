namespace Garten.Core.Measuring;

/// <summary>
/// A measured value with its standard error. Errors are taken as independent and small, so they add as squares of first
/// derivatives (Gauss's law of propagation).
/// </summary>
/// <param name="Error">Its standard error, in the same unit, 0 or more.</param>
public readonly record struct Measured(double Value, double Error)
{
    /// <summary>The error as a share of the value; 0 for a value of 0.</summary>
    public double Share => Value == 0 ? 0 : Error / Math.Abs(Value);

    /// <summary>The sum of two values.</summary>
    public static Measured operator +(Measured a, Measured b) => new(a.Value + b.Value, Together(a.Error, b.Error));

    /// <summary>The difference of two values.</summary>
    public static Measured operator -(Measured a, Measured b) => new(a.Value - b.Value, Together(a.Error, b.Error));

    /// <summary>The product of two values.</summary>
    public static Measured operator *(Measured a, Measured b) =>
        new(a.Value * b.Value, Together(a.Error * b.Value, b.Error * a.Value));

    /// <summary>A value made larger by an exact factor.</summary>
    public static Measured operator *(Measured a, double by) => new(a.Value * by, a.Error * Math.Abs(by));

    /// <summary>The quotient of two values; the second is not 0.</summary>
    public static Measured operator /(Measured a, Measured b) =>
        new(a.Value / b.Value, Together(a.Error / b.Value, a.Value * b.Error / (b.Value * b.Value)));

    /// <summary>Independent errors together: the root of the sum of their squares.</summary>
    public static double Together(params ReadOnlySpan<double> errors)
    {
        double squares = 0;
        foreach (var error in errors)
        {
            squares += error * error;
        }

        return Math.Sqrt(squares);
    }
}
