namespace Garten.Core.Evidence.Pictures;

/// <summary>
/// A file that is to be kept as a picture: its size, and what its first bytes say. Judged before anything is unpacked, so that a small
/// file cannot ask for boundless memory.
/// <code>if (new PictureFile(length, start, null, null).Fault() is { Length: > 0 } fault) …</code>
/// </summary>
/// <param name="Bytes">Length of the file.</param>
/// <param name="Start">Its first bytes, <see cref="StartBytes"/> of them where it has as many.</param>
/// <param name="Width">Pixels across; null while that is not known.</param>
/// <param name="Height">Pixels down; null while that is not known.</param>
public sealed record PictureFile(long Bytes, byte[] Start, int? Width, int? Height)
{
    /// <summary>How many of its first bytes tell what a file is.</summary>
    public const int StartBytes = 12;

    /// <summary>Largest file, in bytes.</summary>
    public const int MostBytes = 25 * 1024 * 1024;

    /// <summary>Most pixels.</summary>
    public const int MostPixels = 20_000_000;

    /// <summary>Longest side, in pixels.</summary>
    public const int LongestSide = 12_000;

    /// <summary>Shortest side, in pixels: less shows nothing.</summary>
    public const int ShortestSide = 100;

    /// <summary>Said of what is none of the three kinds, or cannot be opened.</summary>
    public const string NotAPicture =
        "The file is no JPEG, PNG or WebP picture, or it is broken. Choose a picture as the camera made it.";

    /// <summary>image/jpeg, image/png or image/webp, by the first bytes; null for anything else.</summary>
    public string? Type() =>
        Start.AsSpan() switch
        {
            [0xFF, 0xD8, 0xFF, ..] => "image/jpeg",
            [0x89, (byte)'P', (byte)'N', (byte)'G', ..] => "image/png",
            [(byte)'R', (byte)'I', (byte)'F', (byte)'F', _, _, _, _, (byte)'W', (byte)'E', (byte)'B', (byte)'P', ..] =>
                "image/webp",
            _ => null,
        };

    /// <summary>Why the file is not kept, in a sentence that says what to do; empty where nothing stands against it.</summary>
    public string Fault()
    {
        if (Bytes > MostBytes)
        {
            return $"The file has more than {MostBytes / 1024 / 1024} MB. Send a smaller picture.";
        }

        if (IsHeif())
        {
            return "The file is an HEIC picture, which cannot be read here. Have the camera write JPEG, or save the picture as JPEG first.";
        }

        if (Type() is null)
        {
            return NotAPicture;
        }

        if (Width is not { } width || Height is not { } height)
        {
            return "";
        }

        return width > LongestSide || height > LongestSide || (long)width * height > MostPixels
                ? FormattableString.Invariant(
                    $"The picture has {width:N0} × {height:N0} pixels; {LongestSide:N0} a side and {MostPixels / 1_000_000} million in all are the most. Make it smaller."
                )
            : width < ShortestSide || height < ShortestSide
                ? FormattableString.Invariant(
                    $"The picture has only {width:N0} × {height:N0} pixels, too few to see anything by."
                )
            : "";
    }

    /// <summary>True for the family of files that cameras name .heic or .heif (ISO/IEC 23008-12, told by the brand in its first box).</summary>
    private bool IsHeif() =>
        Start.Length >= StartBytes
        && Start.AsSpan(4, 4).SequenceEqual("ftyp"u8)
        && (
            Start.AsSpan(8, 3).SequenceEqual("hei"u8)
            || Start.AsSpan(8, 3).SequenceEqual("hev"u8)
            || Start.AsSpan(8, 3).SequenceEqual("mif"u8)
        );
}

/// <summary>What becomes of a file that is to be kept as a picture.</summary>
/// <param name="Fault">Why it is not kept; empty where nothing stands against it.</param>
/// <param name="Type">image/jpeg, image/png or image/webp; empty where it is none of them.</param>
public sealed record PictureFileAnswer(string Fault, string Type)
{
    /// <summary>The answer for a file.</summary>
    public static PictureFileAnswer Of(PictureFile file) => new(file.Fault(), file.Type() ?? "");
}
