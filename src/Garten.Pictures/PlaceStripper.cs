using System.Buffers.Binary;

namespace Garten.Pictures;

/// <summary>
/// Copies a picture file without what the camera noted in it, its place above all; only how the picture is to be turned stays. The
/// pixels are copied as they are packed, so that nothing of them is lost:
/// <code>await PlaceStripper.CopyAsync(file, "image/jpeg", leaving, cancel);</code>
/// The file is read once from front to back and never whole in memory. A file that is cut short is copied as far as it goes.
/// </summary>
public static class PlaceStripper
{
    private const int MostNote = 1 << 20;

    /// <summary>Copies a file without its notes (JPEG: ISO/IEC 10918-1 segments; PNG: RFC 2083 chunks; WebP: RFC 9649 chunks).</summary>
    /// <param name="from">The file as the camera made it; read from where it stands.</param>
    /// <param name="type">image/jpeg, image/png or image/webp.</param>
    /// <param name="to">Where the copy goes.</param>
    public static Task CopyAsync(Stream from, string type, Stream to, CancellationToken cancel) =>
        type switch
        {
            "image/png" => PngAsync(from, to, cancel),
            "image/webp" => WebPAsync(from, to, cancel),
            _ => JpegAsync(from, to, cancel),
        };

    private static async Task JpegAsync(Stream from, Stream to, CancellationToken cancel)
    {
        var head = new byte[4];
        if (!await FillAsync(from, head.AsMemory(0, 2), to, cancel))
        {
            return;
        }

        await to.WriteAsync(head.AsMemory(0, 2), cancel);
        while (await FillAsync(from, head, to, cancel))
        {
            while (head[1] == 0xFF && await FillAsync(from, head.AsMemory(0, 1), null, cancel))
            {
                // A segment may be led in by more than one 0xFF.
                (head[1], head[2], head[3], head[0]) = (head[2], head[3], head[0], 0xFF);
            }

            var kind = head[1];
            var length = BinaryPrimitives.ReadUInt16BigEndian(head.AsSpan(2)) - 2;

            // Notes stand in the application segments 1 to 13 and in comments; 0 and 14 say how the pixels are packed, 2 their colours.
            var isNote = head[0] == 0xFF && (kind is 0xE1 or (>= 0xE3 and <= 0xED) or 0xFE);
            if (head[0] != 0xFF || length < 0 || kind == 0xDA)
            {
                await to.WriteAsync(head, cancel);
                await PixelsAsync(from, to, cancel);
                return;
            }

            var body = new byte[length];
            if (!await FillAsync(from, body, null, cancel))
            {
                return;
            }

            if (!isNote)
            {
                await to.WriteAsync(head, cancel);
                await to.WriteAsync(body, cancel);
            }
            else if (
                kind == 0xE1
                && body.AsSpan().StartsWith("Exif\0\0"u8)
                && Turn(body.AsSpan(6)) is var turn and not 1
            )
            {
                byte[] note = [.. "Exif\0\0"u8, .. TurnOnly(turn)];
                byte[] segment = [0xFF, 0xE1, (byte)((note.Length + 2) >> 8), (byte)(note.Length + 2), .. note];
                await to.WriteAsync(segment, cancel);
            }
        }
    }

    /// <summary>Copies packed pixels up to the end of the picture: cameras hang further pictures behind it, with notes of their own.</summary>
    private static async Task PixelsAsync(Stream from, Stream to, CancellationToken cancel)
    {
        var buffer = new byte[81_920];
        byte before = 0;
        int read;
        while ((read = await from.ReadAsync(buffer, cancel)) > 0)
        {
            for (var i = 0; i < read; i++)
            {
                if (before == 0xFF && buffer[i] == 0xD9)
                {
                    await to.WriteAsync(buffer.AsMemory(0, i + 1), cancel);
                    return;
                }

                before = buffer[i];
            }

            await to.WriteAsync(buffer.AsMemory(0, read), cancel);
        }
    }

    private static async Task PngAsync(Stream from, Stream to, CancellationToken cancel)
    {
        var head = new byte[8];
        if (!await FillAsync(from, head, to, cancel))
        {
            return;
        }

        await to.WriteAsync(head, cancel);
        while (await FillAsync(from, head, to, cancel))
        {
            // What the pixels need begins with a capital letter; of the rest, colours and sizes stay.
            var isNote =
                char.IsAsciiLetterLower((char)head[4])
                && !(
                    head.AsSpan(4).SequenceEqual("gAMA"u8)
                    || head.AsSpan(4).SequenceEqual("cHRM"u8)
                    || head.AsSpan(4).SequenceEqual("sRGB"u8)
                    || head.AsSpan(4).SequenceEqual("iCCP"u8)
                    || head.AsSpan(4).SequenceEqual("tRNS"u8)
                    || head.AsSpan(4).SequenceEqual("sBIT"u8)
                    || head.AsSpan(4).SequenceEqual("pHYs"u8)
                );
            var length = BinaryPrimitives.ReadUInt32BigEndian(head) + 4L;
            if (!isNote)
            {
                await to.WriteAsync(head, cancel);
            }

            await PassAsync(from, isNote ? null : to, length, cancel);
        }
    }

    private static async Task WebPAsync(Stream from, Stream to, CancellationToken cancel)
    {
        var head = new byte[12];
        if (!await FillAsync(from, head, to, cancel))
        {
            return;
        }

        await to.WriteAsync(head, cancel);
        while (await FillAsync(from, head.AsMemory(0, 8), to, cancel))
        {
            var length = BinaryPrimitives.ReadUInt32LittleEndian(head.AsSpan(4));
            var padded = length + (length & 1L);
            if (head.AsSpan(0, 4).SequenceEqual("EXIF"u8) || head.AsSpan(0, 4).SequenceEqual("XMP "u8))
            {
                // The file says its length in front: the note gives way to as many empty bytes, under a name no reader looks for.
                var turn = 1;
                if (padded <= MostNote && head[0] == (byte)'E')
                {
                    var note = new byte[padded];
                    if (!await FillAsync(from, note, null, cancel))
                    {
                        return;
                    }

                    turn = Turn(note);
                }
                else
                {
                    await PassAsync(from, null, padded, cancel);
                }

                var empty = new byte[padded];
                var keeps = turn != 1 && padded >= TurnOnly(turn).Length;
                if (keeps)
                {
                    TurnOnly(turn).CopyTo(empty, 0);
                }
                else
                {
                    "VOID"u8.CopyTo(head);
                }

                await to.WriteAsync(head.AsMemory(0, 8), cancel);
                await to.WriteAsync(empty, cancel);
                continue;
            }

            await to.WriteAsync(head.AsMemory(0, 8), cancel);
            await PassAsync(from, to, padded, cancel);
        }
    }

    /// <summary>How a picture is to be turned (TIFF 6.0, orientation: 1 to 8); 1, as it is, where the note does not say.</summary>
    private static int Turn(ReadOnlySpan<byte> note)
    {
        const ushort Orientation = 0x0112;
        if (note.StartsWith("Exif\0\0"u8))
        {
            note = note[6..];
        }

        if (note.Length < 14)
        {
            return 1;
        }

        var isLittle = note[0] == (byte)'I';
        var at = Four(note, 4, isLittle);
        if (at + 2 > note.Length)
        {
            return 1;
        }

        var entries = Two(note, (int)at, isLittle);
        for (var i = 0; i < entries && at + 2 + (12 * (i + 1)) <= note.Length; i++)
        {
            var entry = (int)at + 2 + (12 * i);
            if (Two(note, entry, isLittle) == Orientation)
            {
                var turn = Two(note, entry + 8, isLittle);
                return turn is >= 1 and <= 8 ? turn : 1;
            }
        }

        return 1;
    }

    private static ushort Two(ReadOnlySpan<byte> note, int at, bool isLittle) =>
        isLittle
            ? BinaryPrimitives.ReadUInt16LittleEndian(note[at..])
            : BinaryPrimitives.ReadUInt16BigEndian(note[at..]);

    private static uint Four(ReadOnlySpan<byte> note, int at, bool isLittle) =>
        isLittle
            ? BinaryPrimitives.ReadUInt32LittleEndian(note[at..])
            : BinaryPrimitives.ReadUInt32BigEndian(note[at..]);

    /// <summary>A note that says how the picture is to be turned, and nothing else.</summary>
    private static byte[] TurnOnly(int turn) =>
        [.. "MM\0*"u8, 0, 0, 0, 8, 0, 1, 0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, (byte)turn, 0, 0, 0, 0, 0, 0];

    /// <summary>Fills a buffer; of a file that is cut short, what there is goes on, since a half picture shows more than none.</summary>
    private static async Task<bool> FillAsync(Stream from, Memory<byte> buffer, Stream? rest, CancellationToken cancel)
    {
        var read = await from.ReadAtLeastAsync(buffer, buffer.Length, throwOnEndOfStream: false, cancel);
        if (read < buffer.Length && rest is not null)
        {
            await rest.WriteAsync(buffer[..read], cancel);
        }

        return read == buffer.Length;
    }

    private static async Task PassAsync(Stream from, Stream? to, long length, CancellationToken cancel)
    {
        var buffer = new byte[(int)Math.Min(length, 81_920)];
        while (length > 0)
        {
            var read = await from.ReadAsync(buffer.AsMemory(0, (int)Math.Min(length, buffer.Length)), cancel);
            if (read == 0)
            {
                return;
            }

            length -= read;
            if (to is not null)
            {
                await to.WriteAsync(buffer.AsMemory(0, read), cancel);
            }
        }
    }
}
