namespace Garten.Server.Devices;

/// <summary>A picture a camera offers.</summary>
/// <param name="Truth">True sizes, where they are known; empty otherwise.</param>
public sealed record CameraShot(int Number, string Title, string Truth);

/// <summary>A camera whose pictures can be fetched one by one.</summary>
public interface ICamera
{
    /// <summary>The pictures it offers.</summary>
    IReadOnlyList<CameraShot> Shots { get; }

    /// <summary>Fetches a picture as the camera wrote it: a JPEG file that notes when and where it was taken.</summary>
    byte[] Take(int number);
}
