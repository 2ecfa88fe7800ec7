namespace Garten.Formats.Records;

/// <summary>The file of a picture in an archive.</summary>
/// <param name="Id">Number of the picture.</param>
/// <param name="Type">image/jpeg or image/png.</param>
public sealed record ArchivePicture(PhotoId Id, string Type, byte[] Content)
{
    /// <summary>Name of the file; it lies beside the tables, so that no archive needs folders.</summary>
    /// <param name="id">Number of the picture.</param>
    /// <param name="type">image/jpeg or image/png.</param>
    public static string FileOf(PhotoId id, string type) => $"picture-{id}.{(type == "image/png" ? "png" : "jpg")}";
}
