namespace Garten.Server.Devices;

/// <summary>
/// Stands in for a clinometer: it is held before a tree whose height is known, from <see cref="Distance"/> metres away and
/// with the eye 1.6 m above the foot of the tree. It shows whole tenths of a degree, and hands shake.
/// </summary>
public sealed class SampleClinometer : IClinometer
{
    private const double Eye = 1.6;

    private int _taken;

    /// <summary>Height of the tree, in metres.</summary>
    public const double Height = 24.6;

    /// <summary>Level distance from the eye to the stem, in metres.</summary>
    public const double Distance = 22;

    /// <inheritdoc/>
    public ValueTask<double> ReadAsync(Aim aim, CancellationToken cancel)
    {
        var above = aim == Aim.Top ? Height - Eye : -Eye;
        var shaken = 0.1 * ((Interlocked.Increment(ref _taken) * 3 % 5) - 2);
        return ValueTask.FromResult(Math.Round((Math.Atan2(above, Distance) * 180 / Math.PI) + shaken, 1));
    }
}
