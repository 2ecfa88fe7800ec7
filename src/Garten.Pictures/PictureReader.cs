using Garten.Core.Evidence.Pictures;
using Garten.Core.Measuring.Photos;
using MetadataExtractor;
using MetadataExtractor.Formats.Exif;
using SkiaSharp;

namespace Garten.Pictures;

/// <summary>A picture file is refused; the message says why and what to do.</summary>
public sealed class PictureException(string message) : Exception(message);

/// <summary>What a picture file says of itself.</summary>
/// <param name="Type">image/jpeg, image/png or image/webp.</param>
/// <param name="Width">Pixels across, as it is to be seen.</param>
/// <param name="Height">Pixels down, as it is to be seen.</param>
/// <param name="Taken">When it was taken, in the camera's own time; null when not said.</param>
/// <param name="Latitude">Where, in degrees north; null when not said.</param>
/// <param name="Longitude">Where, in degrees east; null when not said.</param>
public sealed record PictureFacts(
    string Type,
    int Width,
    int Height,
    DateTime? Taken,
    double? Latitude,
    double? Longitude
);

/// <summary>
/// Reads JPEG, PNG and WebP files into pixels. Sizes are judged from the header before anything is unpacked, so that a small file
/// cannot ask for boundless memory.
/// </summary>
public static class PictureReader
{
    /// <summary>What a file says of itself, without unpacking it.</summary>
    /// <param name="file">The file, which can be searched; it is read where it lies, not copied.</param>
    /// <exception cref="PictureException">It is no JPEG, PNG or WebP, or too large or too small.</exception>
    public static PictureFacts Facts(Stream file)
    {
        using var codec = Open(file);
        var (width, height) = IsOnItsSide(codec.EncodedOrigin)
            ? (codec.Info.Height, codec.Info.Width)
            : (codec.Info.Width, codec.Info.Height);
        var (taken, latitude, longitude) = Said(file);
        return new(
            codec.EncodedFormat switch
            {
                SKEncodedImageFormat.Png => "image/png",
                SKEncodedImageFormat.Webp => "image/webp",
                _ => "image/jpeg",
            },
            width,
            height,
            taken,
            latitude,
            longitude
        );
    }

    /// <summary>Unpacks a file, turned as it is to be seen.</summary>
    /// <param name="file">The file, which can be searched.</param>
    /// <exception cref="PictureException">It is no JPEG, PNG or WebP, too large, too small, or broken.</exception>
    public static PixelImage Pixels(Stream file)
    {
        using var codec = Open(file);
        return Unpacked(codec, codec.Info.Width, codec.Info.Height);
    }

    /// <summary>Unpacks a file at a size near to one asked for, which takes little memory of a large picture.</summary>
    /// <param name="file">The file, which can be searched.</param>
    /// <param name="longest">The longer side it is wanted for, in pixels; what comes is at least as long where the file is.</param>
    /// <exception cref="PictureException">It is no JPEG, PNG or WebP, too large, too small, or broken.</exception>
    internal static PixelImage Pixels(Stream file, int longest)
    {
        using var codec = Open(file);

        // JPEG is unpacked in eighths: the next larger one, so that nothing has to be blown up.
        var eighths = Math.Ceiling(8.0 * longest / Math.Max(codec.Info.Width, codec.Info.Height));
        var scale = (float)Math.Min(1, eighths / 8);
        var size = codec.GetScaledDimensions(scale);
        return Unpacked(codec, size.Width, size.Height);
    }

    private static PixelImage Unpacked(SKCodec codec, int width, int height)
    {
        var info = new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Unpremul);
        var rgba = new byte[info.BytesSize];
        SKCodecResult result;
        unsafe
        {
            fixed (byte* start = rgba)
            {
                result = codec.GetPixels(info, (IntPtr)start);
            }
        }

        return result == SKCodecResult.Success
            ? Turned(rgba, info.Width, info.Height, codec.EncodedOrigin)
            : throw new PictureException(
                "The picture is broken: part of it is missing. Copy it from the camera again."
            );
    }

    private static SKCodec Open(Stream file)
    {
        var start = new byte[PictureFile.StartBytes];
        file.Position = 0;
        var read = file.ReadAtLeast(start, start.Length, throwOnEndOfStream: false);
        Refuse(new PictureFile(file.Length, start[..read], null, null));

        file.Position = 0;
        var codec = SKCodec.Create(new Unclosed(file));
        if (
            codec is null
            || codec.EncodedFormat
                is not (SKEncodedImageFormat.Jpeg or SKEncodedImageFormat.Png or SKEncodedImageFormat.Webp)
        )
        {
            codec?.Dispose();
            throw new PictureException(PictureFile.NotAPicture);
        }

        try
        {
            Refuse(new PictureFile(file.Length, start[..read], codec.Info.Width, codec.Info.Height));
            return codec;
        }
        catch (PictureException)
        {
            codec.Dispose();
            throw;
        }
    }

    private static void Refuse(PictureFile file)
    {
        if (file.Fault() is { Length: > 0 } fault)
        {
            throw new PictureException(fault);
        }
    }

    private static bool IsOnItsSide(SKEncodedOrigin origin) => origin >= SKEncodedOrigin.LeftTop;

    /// <summary>Pixels without their transparency, white shining through, in the order in which they are seen.</summary>
    private static PixelImage Turned(byte[] rgba, int width, int height, SKEncodedOrigin origin)
    {
        var (seenWidth, seenHeight) = IsOnItsSide(origin) ? (height, width) : (width, height);
        var rgb = new byte[3 * seenWidth * seenHeight];
        for (var y = 0; y < seenHeight; y++)
        {
            for (var x = 0; x < seenWidth; x++)
            {
                var (fromX, fromY) = origin switch
                {
                    SKEncodedOrigin.TopRight => (width - 1 - x, y),
                    SKEncodedOrigin.BottomRight => (width - 1 - x, height - 1 - y),
                    SKEncodedOrigin.BottomLeft => (x, height - 1 - y),
                    SKEncodedOrigin.LeftTop => (y, x),
                    SKEncodedOrigin.RightTop => (y, height - 1 - x),
                    SKEncodedOrigin.RightBottom => (width - 1 - y, height - 1 - x),
                    SKEncodedOrigin.LeftBottom => (width - 1 - y, x),
                    _ => (x, y),
                };
                var (from, to) = (4 * ((fromY * width) + fromX), 3 * ((y * seenWidth) + x));
                var alpha = rgba[from + 3];
                for (var c = 0; c < 3; c++)
                {
                    rgb[to + c] =
                        alpha == 255
                            ? rgba[from + c]
                            : (byte)(((rgba[from + c] * alpha) + (255 * (255 - alpha))) / 255);
                }
            }
        }

        return new(seenWidth, seenHeight, rgb);
    }

    /// <summary>Time and place as the camera noted them (EXIF); nothing where they are missing or cannot be read.</summary>
    private static (DateTime? Taken, double? Latitude, double? Longitude) Said(Stream file)
    {
        try
        {
            file.Position = 0;
            var directories = ImageMetadataReader.ReadMetadata(file);
            var exif = directories.OfType<ExifSubIfdDirectory>().FirstOrDefault();
            var place = directories.OfType<GpsDirectory>().FirstOrDefault()?.GetGeoLocation();
            return (
                exif is not null && exif.TryGetDateTime(ExifDirectoryBase.TagDateTimeOriginal, out var taken)
                    ? taken
                    : null,
                place?.Latitude,
                place?.Longitude
            );
        }
        catch (Exception e) when (e is ImageProcessingException or IOException)
        {
            return default;
        }
    }
}
