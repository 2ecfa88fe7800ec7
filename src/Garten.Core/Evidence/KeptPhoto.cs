namespace Garten.Core.Evidence;

/// <summary>What is known of a kept picture.</summary>
/// <param name="Name">Name of its file.</param>
/// <param name="Type">image/jpeg, image/png or image/webp.</param>
/// <param name="Width">Pixels across.</param>
/// <param name="Height">Pixels down.</param>
/// <param name="Taken">When it was taken, in the camera's own time; null when not said.</param>
/// <param name="Latitude">Where, in degrees north; null when not said.</param>
/// <param name="Longitude">Where, in degrees east; null when not said.</param>
public sealed record KeptPhoto(
    PhotoId Id,
    string Name,
    string Type,
    int Width,
    int Height,
    DateTime? Taken,
    double? Latitude,
    double? Longitude
);
