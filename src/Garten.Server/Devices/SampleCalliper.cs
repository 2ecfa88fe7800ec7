using System.Globalization;

namespace Garten.Server.Devices;

/// <summary>Stands in for a calliper: its jaws close on one leaf after another of ten whose true lengths are known, and over again.</summary>
public sealed class SampleCalliper : ICalliper
{
    private int _taken;

    /// <summary>True lengths of the leaves, in millimetres, in the order they are measured.</summary>
    public static IReadOnlyList<double> Leaves { get; } = [63.4, 58.9, 71.2, 66.0, 54.7, 68.3, 61.8, 59.5, 74.1, 64.6];

    /// <inheritdoc/>
    public ValueTask<string> ReadAsync(CancellationToken cancel)
    {
        var number = Interlocked.Increment(ref _taken) - 1;

        // The jaws press a leaf a little more or less: two hundredths of a millimetre to either side.
        var reading = Leaves[number % Leaves.Count] + (0.01 * ((number * 7 % 5) - 2));
        return ValueTask.FromResult(string.Create(CultureInfo.InvariantCulture, $"{reading:0.00} mm"));
    }
}
