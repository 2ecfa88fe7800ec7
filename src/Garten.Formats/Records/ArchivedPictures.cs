using System.IO.Compression;

namespace Garten.Formats.Records;

/// <summary>The files of pictures in an archive, unpacked one at a time.</summary>
public sealed class ArchivedPictures : IDisposable
{
    private readonly ZipArchive? _zip;
    private readonly long _mostOfOne;
    private long _left;

    /// <summary>Opens the pictures of an archive.</summary>
    /// <param name="archive">The zip file, which can be searched; left open. One that cannot be read holds no picture.</param>
    /// <param name="mostOfOne">Most bytes of a picture.</param>
    /// <param name="most">Most bytes unpacked of all of them.</param>
    public ArchivedPictures(Stream archive, long mostOfOne, long most)
    {
        (_mostOfOne, _left) = (mostOfOne, most);
        try
        {
            _zip = new(archive, ZipArchiveMode.Read, leaveOpen: true);
        }
        catch (InvalidDataException)
        {
            _zip = null;
        }
    }

    /// <summary>The file of a picture; null when the archive has none.</summary>
    /// <param name="id">Number of the picture.</param>
    /// <param name="type">image/jpeg, image/png or image/webp.</param>
    /// <exception cref="InvalidDataException">It is damaged, or too large; the message says which.</exception>
    public byte[]? Find(PhotoId id, string type)
    {
        if (_zip is null)
        {
            return null;
        }

        var name = ArchivePicture.FileOf(id, type);
        try
        {
            return ZipFiles.Unpack(_zip, name, Math.Min(_mostOfOne, _left), ref _left);
        }
        catch (ArchiveException e)
        {
            throw new InvalidDataException(
                $"{name} unpacks to too much: a picture has at most {_mostOfOne / (1024 * 1024)} MB.",
                e
            );
        }
        catch (InvalidDataException e)
        {
            throw new InvalidDataException($"{name} is damaged. Fetch the archive again.", e);
        }
    }

    /// <inheritdoc/>
    public void Dispose() => _zip?.Dispose();
}
