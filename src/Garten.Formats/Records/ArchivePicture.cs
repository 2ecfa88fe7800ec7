namespace Garten.Formats.Records;

/// <summary>The file of a picture in an archive.</summary>
/// <param name="Id">Number of the picture.</param>
/// <param name="Type">image/jpeg, image/png or image/webp.</param>
/// <param name="WriteTo">Writes the file, as it flows from where it is kept.</param>
public sealed record ArchivePicture(PhotoId Id, string Type, Func<Stream, CancellationToken, Task> WriteTo)
{
    /// <summary>Name of the file; it lies beside the tables, so that no archive needs folders.</summary>
    /// <param name="id">Number of the picture.</param>
    /// <param name="type">image/jpeg, image/png or image/webp.</param>
    public static string FileOf(PhotoId id, string type) =>
        $"picture-{id}.{type switch { "image/png" => "png", "image/webp" => "webp", _ => "jpg" }}";
}
