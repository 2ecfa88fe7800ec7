using System.Globalization;

namespace Garten.Server.Requests;

/// <summary>How the server was asked to start.</summary>
/// <param name="Port">Port on loopback.</param>
/// <param name="Data">Folder for the database; null when the database is given otherwise.</param>
/// <param name="Demo">True to load the demo plants into an empty database.</param>
/// <param name="Guides">Folder that holds the demo guide and the demo survey.</param>
/// <param name="Web">Folder of the built web application.</param>
/// <param name="Listen">Address to listen on.</param>
/// <param name="Tiles">Address of map tiles, with {z}, {x} and {y}; empty for none.</param>
/// <param name="Guide">Folder or zip file of the guide to work with; null for the demo guide.</param>
public sealed record ServerSettings(
    int Port,
    string? Data,
    bool Demo,
    string Guides,
    string Web,
    string Listen,
    string Tiles,
    string? Guide = null
)
{
    /// <summary>Settings before any option is read.</summary>
    public static ServerSettings Default { get; } = new(5080, null, true, "guides", "web/dist", "127.0.0.1", "");

    /// <summary>Reads the command line.</summary>
    /// <exception cref="SettingsException">A word is not understood.</exception>
    public static ServerSettings Read(string[] args)
    {
        var settings = Default;
        for (var i = 0; i < args.Length; i++)
        {
            string Next() =>
                i + 1 < args.Length ? args[++i] : throw new SettingsException($"{args[i]} needs a value after it.");
            settings = args[i] switch
            {
                "--empty" => settings with { Demo = false },
                "--data" => settings with { Data = Next() },
                // The demo survey speaks of the plants of the demo guide.
                "--guide" => settings with { Guide = Next(), Demo = false },
                "--guides" => settings with { Guides = Next() },
                "--web" => settings with { Web = Next() },
                "--tiles" => settings with { Tiles = TilesOf(Next()) },
                "--listen" => settings with { Listen = Next() },
                "--port" => settings with { Port = PortOf(Next()) },
                _ => throw new SettingsException(
                    $"“{args[i]}” is not understood. The options are --port NUMBER, --data DIR, --guide DIR_OR_ZIP, --empty, --listen ADDRESS and --tiles ADDRESS."
                ),
            };
        }

        return settings;
    }

    private static string TilesOf(string word) =>
        Uri.TryCreate(word, UriKind.Absolute, out var uri)
        && uri.Scheme is "http" or "https"
        && Array.TrueForAll(["{z}", "{x}", "{y}"], word.Contains)
            ? word
            : throw new SettingsException(
                $"“{word}” is no address of map pictures. It begins with https:// and holds {{z}}, {{x}} and {{y}}."
            );

    private static int PortOf(string word) =>
        int.TryParse(word, NumberStyles.None, CultureInfo.InvariantCulture, out var port) && port is > 0 and < 65536
            ? port
            : throw new SettingsException($"“{word}” is no port. Give a number from 1 to 65535 after --port.");
}

/// <summary>The command line cannot be followed; the message says what to change.</summary>
public sealed class SettingsException(string message) : Exception(message);
