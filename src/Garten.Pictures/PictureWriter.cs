using Garten.Core.Measuring.Photos;
using SkiaSharp;

namespace Garten.Pictures;

/// <summary>Writes pixels as picture files.</summary>
public static class PictureWriter
{
    /// <summary>Quality of the JPEG files: no squares show beside the edge of a leaf.</summary>
    private const int Quality = 92;

    private const int ThumbnailQuality = 82;

    /// <summary>A picture as a JPEG file.</summary>
    /// <param name="note">When and where it was taken; null to say nothing.</param>
    public static byte[] Jpeg(PixelImage image, CameraNote? note = null)
    {
        var file = Encoded(image, SKEncodedImageFormat.Jpeg);

        // The note is the first segment after the two bytes that begin every file.
        return note is null ? file : [.. file[..2], .. note.Segment(), .. file[2..]];
    }

    /// <summary>Longer side of a thumbnail, in pixels.</summary>
    public const int ThumbnailSide = 480;

    /// <summary>A small picture of a file, turned as it is to be seen, as a JPEG that says nothing of day and place.</summary>
    /// <param name="file">The file, which can be searched.</param>
    /// <exception cref="PictureException">It is refused, or broken.</exception>
    public static byte[] Thumbnail(Stream file)
    {
        var near = PictureReader.Pixels(file, ThumbnailSide);
        var scale = Math.Min(1.0, (double)ThumbnailSide / Math.Max(near.Width, near.Height));
        using var whole = Packed(near);
        using var small = whole.Resize(
            new SKImageInfo(
                Math.Max(1, (int)Math.Round(near.Width * scale)),
                Math.Max(1, (int)Math.Round(near.Height * scale)),
                SKColorType.Rgba8888,
                SKAlphaType.Opaque
            ),
            new SKSamplingOptions(SKCubicResampler.Mitchell)
        );
        using var data = small.Encode(SKEncodedImageFormat.Jpeg, ThumbnailQuality);
        return data.ToArray();
    }

    /// <summary>A picture as a PNG file.</summary>
    public static byte[] Png(PixelImage image) => Encoded(image, SKEncodedImageFormat.Png);

    /// <summary>A picture as a WebP file.</summary>
    public static byte[] WebP(PixelImage image) => Encoded(image, SKEncodedImageFormat.Webp);

    private static byte[] Encoded(PixelImage image, SKEncodedImageFormat format)
    {
        using var pixels = Packed(image);
        using var data = pixels.Encode(format, Quality);
        return data.ToArray();
    }

    private static SKBitmap Packed(PixelImage image)
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

        var pixels = new SKBitmap(new SKImageInfo(image.Width, image.Height, SKColorType.Rgba8888, SKAlphaType.Opaque));
        System.Runtime.InteropServices.Marshal.Copy(rgba, 0, pixels.GetPixels(), rgba.Length);
        return pixels;
    }
}
