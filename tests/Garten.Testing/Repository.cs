namespace Garten.Testing;

/// <summary>Finds files of the repository from wherever the tests run.</summary>
public static class Repository
{
    /// <summary>The folder that holds the solution.</summary>
    public static string Root { get; } = FindRoot();

    /// <summary>A path within the repository.</summary>
    public static string PathTo(params string[] parts) => Path.Combine([Root, .. parts]);

    private static string FindRoot()
    {
        for (var folder = new DirectoryInfo(AppContext.BaseDirectory); folder is not null; folder = folder.Parent)
        {
            if (File.Exists(Path.Combine(folder.FullName, "Garten.slnx")))
            {
                return folder.FullName;
            }
        }

        throw new InvalidOperationException("The tests do not lie within the repository.");
    }
}
