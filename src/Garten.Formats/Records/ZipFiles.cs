using System.IO.Compression;

namespace Garten.Formats.Records;

/// <summary>Files unpacked of an archive, never more than a bound.</summary>
internal static class ZipFiles
{
    /// <summary>Unpacks a file. What comes out is counted, whatever size the archive states.</summary>
    /// <param name="name">Name of the file.</param>
    /// <param name="most">Most bytes of this file.</param>
    /// <param name="left">Bytes that may still be unpacked of the archive; the file's are taken from it.</param>
    /// <returns>Null when there is no such file.</returns>
    /// <exception cref="ArchiveException">It is larger.</exception>
    public static byte[]? Unpack(ZipArchive zip, string name, long most, ref long left)
    {
        if (zip.GetEntry(name) is not { } entry)
        {
            return null;
        }

        using var packed = entry.Open();
        using MemoryStream content = new();
        var buffer = new byte[81_920];
        for (int read; (read = packed.Read(buffer)) > 0; )
        {
            if (content.Length + read > most)
            {
                throw new ArchiveException(
                    name,
                    0,
                    FormattableString.Invariant($"It unpacks to more than {most / (1024 * 1024)} MB.")
                );
            }

            content.Write(buffer, 0, read);
        }

        left -= content.Length;
        return content.ToArray();
    }
}

/// <summary>An archive that cannot be read.</summary>
/// <param name="file">The file in it; empty for the archive itself.</param>
/// <param name="line">The line; 0 for the whole file.</param>
/// <param name="message">Why, and what to do.</param>
internal sealed class ArchiveException(string file, int line, string message) : Exception(message)
{
    /// <summary>The file in it; empty for the archive itself.</summary>
    public string File => file;

    /// <summary>The line; 0 for the whole file.</summary>
    public int Line => line;
}
