using System.Globalization;
using Garten.Core.Training.Photographs;
using Garten.Pictures;

namespace Garten.Server.Devices;

/// <summary>
/// Stands in for a camera: takes photographs of drawn leaves whose true sizes are known, now, at the mill race of the demo
/// reserve.
/// </summary>
public sealed class SampleCamera(TimeProvider clock) : ICamera
{
    private static readonly GeoPoint Place = new(45.0023, -123.7042);

    private static readonly (int Seed, bool Card, double Tilt, string Title)[] Set =
    [
        (6, true, 0, "A leaf beside a card"),
        (1002, false, 0, "A lobed leaf beside a coin"),
        (31, true, 20, "A leaf beside a card, the camera tilted by 20°"),
        (1022, false, 0, "A toothed leaf beside a coin"),
        (83, true, 10, "A lobed leaf beside a card, the camera tilted by 10°"),
        (1061, false, 0, "A leaf with fingers beside a coin"),
    ];

    /// <inheritdoc/>
    public IReadOnlyList<CameraShot> Shots { get; } =
    [.. Set.Select((s, i) => new CameraShot(i + 1, s.Title, TruthOf(SamplePhotos.Draw(s.Seed, s.Card, s.Tilt).Truth)))];

    /// <inheritdoc/>
    public byte[] Take(int number)
    {
        var (seed, card, tilt, _) = Set[number - 1];
        return PictureWriter.Jpeg(
            PhotoRenderer.Take(SamplePhotos.Draw(seed, card, tilt).Setting),
            new(clock.GetLocalNow().DateTime, Place)
        );
    }

    private static string TruthOf(PhotoTruth truth) =>
        string.Create(CultureInfo.InvariantCulture, $"blade {truth.Length:0.0} mm long and {truth.Width:0.0} mm wide");
}
