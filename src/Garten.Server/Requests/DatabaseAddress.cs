namespace Garten.Server.Requests;

/// <summary>Where the database is; known only once its server runs.</summary>
public sealed class DatabaseAddress
{
    /// <summary>Connects to Garten's database.</summary>
    public string? ConnectionString { get; set; }
}
