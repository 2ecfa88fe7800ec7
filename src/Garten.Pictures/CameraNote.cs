using System.Buffers.Binary;
using System.Globalization;
using System.Text;
using Garten.Core.Terms;

namespace Garten.Pictures;

/// <summary>What a camera notes in its files (EXIF 2.3, the tags for time and place).</summary>
/// <param name="Taken">When the picture was taken, in the camera's own time.</param>
public sealed record CameraNote(DateTime Taken, GeoPoint Place)
{
    private const ushort Text = 2;
    private const ushort Long = 4;
    private const ushort Fraction = 5;
    private const int EntryLength = 12;

    /// <summary>The note as a segment of a JPEG file.</summary>
    public byte[] Segment()
    {
        // Three lists of entries, one after another; what does not fit into an entry's four bytes stands behind its list.
        const int First = 8;
        var time = Encoding.ASCII.GetBytes(
            Taken.ToString("yyyy':'MM':'dd HH':'mm':'ss", CultureInfo.InvariantCulture) + '\0'
        );
        var timeList = First + LengthOf(2);
        var placeList = timeList + LengthOf(1) + time.Length;
        byte[] body =
        [
            .. "MM\0*"u8,
            .. Four(First),
            .. List((0x8769, Long, 1, Four((uint)timeList)), (0x8825, Long, 1, Four((uint)placeList))),
            .. List((0x9003, Text, (uint)time.Length, Four((uint)(timeList + LengthOf(1))))),
            .. time,
            .. List(
                (1, Text, 2, Letter(Place.Latitude, 'N', 'S')),
                (2, Fraction, 3, Four((uint)(placeList + LengthOf(4)))),
                (3, Text, 2, Letter(Place.Longitude, 'E', 'W')),
                (4, Fraction, 3, Four((uint)(placeList + LengthOf(4) + 24)))
            ),
            .. Degrees(Place.Latitude),
            .. Degrees(Place.Longitude),
        ];
        return [0xFF, 0xE1, .. Two((ushort)(body.Length + 8)), .. "Exif\0\0"u8, .. body];
    }

    private static int LengthOf(int entries) => 2 + (entries * EntryLength) + 4;

    private static byte[] List(params (ushort Tag, ushort Kind, uint Count, byte[] Value)[] entries) =>
        [
            .. Two((ushort)entries.Length),
            .. entries.SelectMany(e => (byte[])[.. Two(e.Tag), .. Two(e.Kind), .. Four(e.Count), .. e.Value]),
            0,
            0,
            0,
            0,
        ];

    private static byte[] Letter(double degrees, char positive, char negative) =>
        [(byte)(degrees >= 0 ? positive : negative), 0, 0, 0];

    /// <summary>Degrees, minutes and seconds as three fractions; seconds to a thousandth, three centimetres.</summary>
    private static byte[] Degrees(double degrees)
    {
        var thousandths = (uint)Math.Round(Math.Abs(degrees) * 3_600_000);
        return
        [
            .. Four(thousandths / 3_600_000),
            .. Four(1),
            .. Four(thousandths / 60_000 % 60),
            .. Four(1),
            .. Four(thousandths % 60_000),
            .. Four(1000),
        ];
    }

    private static byte[] Two(ushort value)
    {
        var bytes = new byte[2];
        BinaryPrimitives.WriteUInt16BigEndian(bytes, value);
        return bytes;
    }

    private static byte[] Four(uint value)
    {
        var bytes = new byte[4];
        BinaryPrimitives.WriteUInt32BigEndian(bytes, value);
        return bytes;
    }
}
