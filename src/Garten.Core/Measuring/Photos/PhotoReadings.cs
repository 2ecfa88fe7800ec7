using System.Collections.Immutable;
using System.Globalization;

namespace Garten.Core.Measuring.Photos;

/// <summary>Something read from a picture, for people.</summary>
/// <param name="Words">What it is like, with its standard error and unit.</param>
/// <param name="Because">Why it is called so; empty where nothing needs saying.</param>
public sealed record PhotoReading(string Label, string Words, string Because);

/// <summary>Puts what was found in a picture into words.</summary>
public static class PhotoReadings
{
    /// <summary>All there is to say of a leaf; nothing where none was measured.</summary>
    /// <param name="answer">What was found.</param>
    public static ImmutableArray<PhotoReading> Of(PhotoAnswer answer)
    {
        if (answer.Leaf is not { } leaf)
        {
            return [];
        }

        PhotoReading?[] readings =
        [
            Size("Blade length", leaf.Length, "mm"),
            Size("Blade width", leaf.Width, "mm"),
            Size("Length to width", leaf.Ratio, ""),
            new("Shape", leaf.Name.Term, Neighboured(leaf.Name.Because, leaf.Name.Neighbours)),
            new("Base", leaf.BaseName.Term, leaf.BaseName.Because),
            new("Tip", leaf.TipName.Term, leaf.TipName.Because),
            Size("Widest at", leaf.Widest * 100, "% of the length from the base"),
            new("Angle of the base", Plain(leaf.Shape.BaseAngle, 0) + "°", ""),
            new("Angle of the tip", Plain(leaf.Shape.TipAngle, 0) + "°", ""),
            Size("Stalk, as far as it shows", leaf.StalkLength, "mm"),
            Size("Area", leaf.Area is { } a ? a * 0.01 : null, "cm²"),
            Size("Length of the edge", leaf.Perimeter, "mm"),
            leaf.Lobing.Lobes > 1
                ? new(
                    "Lobes",
                    leaf.Lobing.Lobes.ToString(CultureInfo.InvariantCulture),
                    $"cut in {Plain(100 * leaf.Lobing.Depth, 0)} % of the way to the {(leaf.Lobing.Palmate ? "base" : "midrib")}"
                )
            : leaf.Teeth is null || leaf.Teeth.Right + leaf.Teeth.Left == 0 ? new("Teeth", "none that show", "")
            : new(
                "Teeth",
                $"{leaf.Teeth.Right} on one side, {leaf.Teeth.Left} on the other",
                $"cut in {Plain(100 * leaf.Teeth.Depth, 1)} % of the blade's length"
                    + (
                        leaf.Teeth.TooFine
                            ? "; they are too fine in this picture to be counted surely: take it from nearer"
                            : ""
                    )
            ),
        ];
        return [.. readings.OfType<PhotoReading>()];
    }

    /// <summary>What a mark says.</summary>
    public static string Of(MarkFound mark) =>
        mark switch
        {
            { Kind: MarkKind.Count, Value: { } n } => Plain(n.Value, 0),
            { Kind: MarkKind.Angle, Value: { } angle } => $"{MeasuredWords.Of(angle)}°",
            { Value: { } length } => $"{MeasuredWords.Of(length)} mm",
            { Kind: MarkKind.Length } => "needs a scale",
            _ => "needs more points",
        };

    private static PhotoReading? Size(string label, Measured? measured, string unit) =>
        measured is { } m ? new(label, $"{MeasuredWords.Of(m)} {unit}".TrimEnd(), "") : null;

    private static string Neighboured(string because, IReadOnlyCollection<string> neighbours) =>
        neighbours.Count == 0 ? because : $"{because}; within the error it could be {string.Join(" or ", neighbours)}";

    private static string Plain(double value, int digits) =>
        Math.Round(value, digits).ToString("0.#", CultureInfo.InvariantCulture);
}
