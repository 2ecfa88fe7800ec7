using System.Buffers.Binary;
using Garten.Core.Survey.Counting;

namespace Garten.Core.Commands;

/// <summary>Begins a count sheet.</summary>
/// <param name="Id">Made by who begins it.</param>
/// <param name="Content">How the visit is made.</param>
public sealed record BeginCount(SheetId Id, SheetContent Content) : Command;

/// <summary>Sets how a visit was made; its site, day and protocol stay.</summary>
/// <param name="Expected">Revision the change starts from.</param>
public sealed record SetCount(SheetId Id, SheetContent Content, long Expected) : Command;

/// <summary>Deletes a count with its lines, or brings it back; lines taken away before stay away.</summary>
/// <param name="Away">True to delete it.</param>
public sealed record RemoveCount(SheetId Id, bool Away = true) : Command;

/// <summary>Enters lines, all or none. Counts of the same name in the same plot and unit are added up.</summary>
/// <param name="Lines">The lines; those without an id get one from that of the command; their names do not matter.</param>
public sealed record EnterLines(SheetId Sheet, IReadOnlyList<SheetLine> Lines) : Command
{
    /// <summary>The id of a line that came without one: that of the command for the first, and from it for the others.</summary>
    /// <param name="at">Place among the lines, from 0.</param>
    public static LineId IdOf(Guid command, int at)
    {
        Span<byte> bytes = stackalloc byte[16];
        command.TryWriteBytes(bytes, bigEndian: true, out _);
        var last = BinaryPrimitives.ReadUInt32BigEndian(bytes[12..]);
        BinaryPrimitives.WriteUInt32BigEndian(bytes[12..], unchecked(last + (uint)at));
        return new(new Guid(bytes, bigEndian: true));
    }
}

/// <summary>Sets the number, origin and note of a line.</summary>
/// <param name="Amount">The number; null where nothing is counted.</param>
/// <param name="Origin">Wild, planted or not known.</param>
/// <param name="Expected">Revision the change starts from.</param>
public sealed record SetLine(LineId Id, double? Amount, Origin Origin, string Note, long Expected) : Command;

/// <summary>Counts one more on a line, whoever else counts on it at the same time.</summary>
public sealed record CountOneMore(LineId Id) : Command;

/// <summary>Takes a line away, or puts it back.</summary>
/// <param name="Away">True to take it away.</param>
public sealed record RemoveLine(LineId Id, bool Away = true) : Command;
