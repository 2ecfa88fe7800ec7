using System.Buffers.Binary;
using Garten.Core.Evidence;

namespace Garten.Core.Sheets;

/// <summary>An observation as it is kept.</summary>
/// <param name="Content">What it says.</param>
/// <param name="Recorder">Name of the person.</param>
/// <param name="Revision">Grows with every change; a change must name the revision it starts from.</param>
/// <param name="Command">The change it was written by; null where that is not known any more.</param>
public sealed record StoredObservation(
    ObservationContent Content,
    string Recorder,
    long Revision,
    Guid? Command = null
);

/// <summary>
/// The revision of what was changed away from the server: <code>RevisionAway.Of(command)</code>
/// The true one is not known before the server has answered, so it is read from the number of the command, which both know. It is
/// less than 0, and only ever compared for being the same.
/// </summary>
public static class RevisionAway
{
    /// <summary>Bits that a number of the browser holds exactly.</summary>
    private const ulong Held = (1UL << 52) - 1;

    /// <summary>The revision a command leaves.</summary>
    public static long Of(Guid command)
    {
        Span<byte> bytes = stackalloc byte[16];
        command.TryWriteBytes(bytes, bigEndian: true, out _);
        return -1 - (long)(BinaryPrimitives.ReadUInt64BigEndian(bytes[8..]) & Held);
    }

    /// <summary>Whether a change starts from what stands.</summary>
    /// <param name="expected">The revision it starts from; null for nothing.</param>
    /// <param name="stands">The revision that stands; null for nothing.</param>
    /// <param name="command">What that was written by; null where it is not known.</param>
    public static bool StartsFrom(long? expected, long? stands, Guid? command) =>
        expected == stands || (expected is < 0 && stands is not null && command is { } by && expected == Of(by));
}
