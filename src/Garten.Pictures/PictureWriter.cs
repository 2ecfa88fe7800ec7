using Garten.Core.Measuring.Photos;
using SkiaSharp;

namespace Garten.Pictures;

/// <summary>Writes pixels as picture files.</summary>
public static class PictureWriter
{
    /// <summary>Quality of the JPEG files: no squares show beside the edge of a leaf.</summary>
    private const int Quality = 92;

    /// <summary>A picture as a JPEG file.</summary>
    /// <param name="note">When and where it was taken; null to say nothing.</param>
    public static byte[] Jpeg(PixelImage image, CameraNote? note = null)
    {
        var file = Encoded(image, SKEncodedImageFormat.Jpeg);

        // The note is the first segment after the two bytes that begin every file.
        return note is null ? file : [.. file[..2], .. note.Segment(), .. file[2..]];
    }

    /// <summary>A picture as a PNG file.</summary>
    public static byte[] Png(PixelImage image) => Encoded(image, SKEncodedImageFormat.Png);

    private static byte[] Encoded(PixelImage image, SKEncodedImageFormat format)
    {
        var rgba = new byte[4 * image.Width * image.Height];
        for (var (from, to) = (0, 0); from < image.Rgb.Length; (from, to) = (from + 3, to + 4))
        {
            (rgba[to], rgba[to + 1], rgba[to + 2], rgba[to + 3]) = (
                image.Rgb[from],
                image.Rgb[from + 1],
                image.Rgb[from + 2],
                255
            );
        }

        using var pixels = SKImage.FromPixelCopy(
            new SKImageInfo(image.Width, image.Height, SKColorType.Rgba8888, SKAlphaType.Opaque),
            rgba
        );
        using var data = pixels.Encode(format, Quality);
        return data.ToArray();
    }
}
