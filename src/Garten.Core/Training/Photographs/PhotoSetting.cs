using Garten.Core.Drawing.Leaves;
using Garten.Core.Geometry;

namespace Garten.Core.Training.Photographs;

/// <summary>A colour as shares of full light, 0–1 each.</summary>
public readonly record struct Tone(double R, double G, double B);

/// <summary>A leaf laid on the ground.</summary>
/// <param name="Form">Form of its blade; its length in millimetres.</param>
/// <param name="Stalk">Length of its stalk, in millimetres.</param>
/// <param name="At">Where the blade leaves the stalk, in millimetres from the middle of the picture, y upwards.</param>
/// <param name="Degrees">Turned clockwise from upright.</param>
public sealed record LaidLeaf(BladeForm Form, double Stalk, Point At, double Degrees, Tone Colour);

/// <summary>A card or coin laid beside it.</summary>
/// <param name="At">Its middle, in millimetres from the middle of the picture.</param>
/// <param name="Long">Longer side, or diameter, in millimetres.</param>
/// <param name="Short">Shorter side; 0 for a round thing.</param>
public sealed record LaidThing(Point At, double Degrees, double Long, double Short, Tone Colour);

/// <summary>The camera.</summary>
/// <param name="Width">Pixels across.</param>
/// <param name="Height">Pixels down.</param>
/// <param name="PixelsAMillimetre">Scale in the middle of the picture.</param>
/// <param name="Tilt">Tilt against the ground, in degrees; 0 looks straight down.</param>
/// <param name="Towards">Direction the camera is tilted in, in degrees.</param>
public sealed record Camera(int Width, int Height, double PixelsAMillimetre, double Tilt, double Towards);

/// <summary>The light.</summary>
/// <param name="FallOff">How much darker one side is than the other, as a share.</param>
/// <param name="Shadow">How much darker the shadow of a thing is than its ground, as a share.</param>
/// <param name="Blur">Standard deviation of the unsharpness, in pixels.</param>
/// <param name="Noise">Standard deviation of the noise, in steps of 255.</param>
/// <param name="Paper">Colour of the ground.</param>
/// <param name="Squares">Side of the squares printed on the ground, in millimetres; 0 for plain ground.</param>
public sealed record Light(double FallOff, double Shadow, double Blur, double Noise, Tone Paper, double Squares);

/// <summary>Everything that makes a sample photograph.</summary>
/// <param name="Card">A card; null for none.</param>
/// <param name="Coin">A coin; null for none.</param>
/// <param name="Seed">Fixes noise and grain.</param>
public sealed record PhotoSetting(
    IReadOnlyList<LaidLeaf> Leaves,
    LaidThing? Card,
    LaidThing? Coin,
    Camera Camera,
    Light Light,
    int Seed
);
