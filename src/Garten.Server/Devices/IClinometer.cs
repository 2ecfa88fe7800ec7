namespace Garten.Server.Devices;

/// <summary>What a clinometer is pointed at.</summary>
public enum Aim
{
    /// <summary>The highest twig of a tree.</summary>
    Top,

    /// <summary>The ground at its foot.</summary>
    Foot,
}

/// <summary>A clinometer: the angle above or below the level of the eye.</summary>
public interface IClinometer
{
    /// <summary>Reads the angle.</summary>
    /// <param name="aim">What it is pointed at.</param>
    /// <returns>Degrees, above the level positive.</returns>
    ValueTask<double> ReadAsync(Aim aim, CancellationToken cancel);
}
