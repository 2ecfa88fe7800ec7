using System.Collections.Immutable;
using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;

namespace Garten.Formats.Packages;

/// <summary>The files of a data package, held in memory: a guide is a few hundred kilobytes.</summary>
public sealed class PackageFiles
{
    /// <summary>Largest package read, in bytes over all files. A guide of 5,000 taxa stays well below.</summary>
    public const long MostBytes = 256L * 1024 * 1024;

    private readonly ImmutableSortedDictionary<string, byte[]> _files;

    /// <summary>Holds files by their path within the package.</summary>
    /// <param name="origin">Where the package came from, for messages.</param>
    /// <param name="files">Content by path.</param>
    public PackageFiles(string origin, IEnumerable<KeyValuePair<string, byte[]>> files)
    {
        Origin = origin;
        _files = files.ToImmutableSortedDictionary(StringComparer.Ordinal);
    }

    /// <summary>Where the package came from.</summary>
    public string Origin { get; }

    /// <summary>Paths and content, in order of path.</summary>
    public IReadOnlyDictionary<string, byte[]> All => _files;

    /// <summary>SHA-256 over all paths and contents, in lower-case hex: two packages with the same sum say the same.</summary>
    public string Checksum
    {
        get
        {
            using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
            foreach (var (path, content) in _files)
            {
                hash.AppendData(Encoding.UTF8.GetBytes(path));
                hash.AppendData(BitConverter.GetBytes((long)content.Length));
                hash.AppendData(content);
            }

            return Convert.ToHexStringLower(hash.GetHashAndReset());
        }
    }

    /// <summary>Opens a file, or gives null when the package has none of that path.</summary>
    /// <param name="path">Path within the package.</param>
    public Stream? Open(string path) =>
        _files.TryGetValue(path, out var content) ? new MemoryStream(content, writable: false) : null;

    /// <summary>Writes the files into a folder, which is made where it is not there; other files in it stay.</summary>
    /// <exception cref="IOException">It cannot be written.</exception>
    public void WriteTo(string folder)
    {
        Directory.CreateDirectory(folder);
        foreach (var (path, content) in _files)
        {
            File.WriteAllBytes(Path.Combine(folder, path), content);
        }
    }

    /// <summary>Reads the package at a folder or in a zip file.</summary>
    /// <param name="path">A folder, or a zip file of one or of its contents.</param>
    /// <exception cref="PackageException">There is nothing readable, or it is larger than <see cref="MostBytes"/>.</exception>
    public static PackageFiles Read(string path)
    {
        if (Directory.Exists(path))
        {
            return FromDirectory(path);
        }

        if (!File.Exists(path))
        {
            throw new PackageException($"There is no folder or file “{path}”.");
        }

        try
        {
            return FromZip(path);
        }
        catch (InvalidDataException)
        {
            throw new PackageException($"“{path}” is not a zip file, or is damaged.");
        }
    }

    private static PackageFiles FromDirectory(string path)
    {
        var files = new List<KeyValuePair<string, byte[]>>();
        long total = 0;
        foreach (var file in Directory.EnumerateFiles(path).Order(StringComparer.Ordinal))
        {
            total += new FileInfo(file).Length;
            Bound(path, total);
            files.Add(new(Path.GetFileName(file), File.ReadAllBytes(file)));
        }

        return new(path, files);
    }

    private static PackageFiles FromZip(string path)
    {
        using var archive = ZipFile.OpenRead(path);
        var files = new List<KeyValuePair<string, byte[]>>();
        long total = 0;
        var folder = FolderOf(archive);
        foreach (var entry in archive.Entries.Where(e => e.Name.Length > 0 && e.FullName == folder + e.Name))
        {
            using var content = new MemoryStream();
            using var packed = entry.Open();
            var buffer = new byte[81920];
            for (int read; (read = packed.Read(buffer)) > 0; )
            {
                // The sizes a zip file states can lie, so what really comes out is counted.
                Bound(path, total += read);
                content.Write(buffer, 0, read);
            }

            files.Add(new(entry.Name, content.ToArray()));
        }

        return new(path, files);
    }

    /// <summary>The folder its description lies in: the files may be packed by themselves or with the folder they are in.</summary>
    private static string FolderOf(ZipArchive archive) =>
        archive
            .Entries.Where(e => e.Name == "datapackage.json")
            .Select(e => e.FullName[..^e.Name.Length])
            .MinBy(f => f.Length)
        ?? "";

    private static void Bound(string path, long total)
    {
        if (total > MostBytes)
        {
            throw new PackageException(
                $"“{path}” holds more than {MostBytes / (1024 * 1024)} MB; a data package may not."
            );
        }
    }
}

/// <summary>A data package cannot be read at all.</summary>
/// <param name="message">What is wrong, in a sentence.</param>
public sealed class PackageException(string message) : Exception(message);
