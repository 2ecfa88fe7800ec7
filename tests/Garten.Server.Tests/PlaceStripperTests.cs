using System.Buffers.Binary;
using Garten.Core.Measuring.Photos;
using Garten.Pictures;

namespace Garten.Server.Tests;

/// <summary>Picture files without what the camera noted in them.</summary>
public sealed class PlaceStripperTests
{
    /// <summary>A made-up note whose words can be looked for in a file.</summary>
    private static readonly byte[] Note =
    [
        .. "MM\0*"u8,
        0,
        0,
        0,
        8,
        0,
        0,
        0,
        0,
        0,
        0,
        .. "by the old sluice, 45.0023 north"u8,
    ];

    private static readonly PixelImage Image = new(
        160,
        120,
        [.. Enumerable.Range(0, 160 * 120).SelectMany(i => (byte[])[(byte)(i % 160), (byte)(i / 160), (byte)(i % 7)])]
    );

    [Fact]
    public async Task A_note_in_a_png_file_goes_and_nothing_of_the_picture()
    {
        var plain = PictureWriter.Png(Image);
        byte[] chunk = [.. "tEXt"u8, .. Note];
        byte[] noted =
        [
            .. plain[..^12],
            .. Big((uint)Note.Length),
            .. chunk,
            .. Big(PhotoTests.Crc(chunk)),
            .. plain[^12..],
        ];
        (await StrippedAsync(noted, "image/png")).ShouldBe(plain);
    }

    [Fact]
    public async Task A_note_in_a_webp_file_gives_way_to_as_many_empty_bytes()
    {
        var plain = PictureWriter.WebP(Image);
        byte[] noted = [.. plain, .. "EXIF"u8, .. Little((uint)Note.Length), .. Note, .. new byte[Note.Length & 1]];
        BinaryPrimitives.WriteUInt32LittleEndian(noted.AsSpan(4), (uint)noted.Length - 8);
        var stripped = await StrippedAsync(noted, "image/webp");
        stripped.Length.ShouldBe(noted.Length, "the file says its length in front");
        stripped.AsSpan().IndexOf("sluice"u8).ShouldBe(-1);
        stripped[8..plain.Length].ShouldBe(plain[8..]);
        PictureReader
            .Pixels(new MemoryStream(stripped))
            .Rgb.ShouldBe(PictureReader.Pixels(new MemoryStream(plain)).Rgb);
    }

    [Fact]
    public async Task How_a_jpeg_file_is_to_be_turned_stays_and_pictures_hung_behind_it_go()
    {
        var plain = PictureWriter.Jpeg(Image);
        byte[] turn = [.. "MM\0*"u8, 0, 0, 0, 8, 0, 1, 0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, 6, 0, 0, 0, 0, 0, 0, .. Note];
        byte[] exif = [.. "Exif\0\0"u8, .. turn];
        byte[] noted =
        [
            .. plain[..2],
            0xFF,
            0xE1,
            (byte)((exif.Length + 2) >> 8),
            (byte)(exif.Length + 2),
            .. exif,
            .. plain[2..],
            .. plain[..2],
            .. Note,
        ];
        var stripped = await StrippedAsync(noted, "image/jpeg");
        stripped.AsSpan().IndexOf("sluice"u8).ShouldBe(-1);
        var facts = PictureReader.Facts(new MemoryStream(stripped));
        (facts.Width, facts.Height).ShouldBe((120, 160));
        (await StrippedAsync(plain, "image/jpeg")).ShouldBe(plain, "there was nothing to take out");
    }

    [Theory]
    [InlineData("image/jpeg")]
    [InlineData("image/png")]
    [InlineData("image/webp")]
    public async Task A_file_cut_short_is_copied_as_far_as_it_goes(string type)
    {
        var whole = type switch
        {
            "image/png" => PictureWriter.Png(Image),
            "image/webp" => PictureWriter.WebP(Image),
            _ => PictureWriter.Jpeg(Image),
        };
        for (var length = 0; length < whole.Length; length += 97)
        {
            (await StrippedAsync(whole[..length], type)).Length.ShouldBeLessThanOrEqualTo(length);
        }
    }

    private static async Task<byte[]> StrippedAsync(byte[] file, string type)
    {
        using MemoryStream to = new();
        await PlaceStripper.CopyAsync(new MemoryStream(file), type, to, CancellationToken.None);
        return to.ToArray();
    }

    private static byte[] Big(uint number)
    {
        var bytes = new byte[4];
        BinaryPrimitives.WriteUInt32BigEndian(bytes, number);
        return bytes;
    }

    private static byte[] Little(uint number)
    {
        var bytes = new byte[4];
        BinaryPrimitives.WriteUInt32LittleEndian(bytes, number);
        return bytes;
    }
}
