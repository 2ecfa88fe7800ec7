using Garten.Core.Guides.Text;

namespace Garten.Cli;

/// <summary>Writes the keys of a guide as text, a file each.</summary>
internal static class WriteKeysCommand
{
    /// <summary>Runs the command.</summary>
    /// <param name="into">Folder that is made where it is not there.</param>
    /// <param name="options">"--set" and one of the settings.</param>
    /// <returns>0 when they are written, 1 when the guide has faults, 2 when the command cannot be followed.</returns>
    public static int Run(string guidePath, string into, string[] options, TextWriter output, TextWriter errors)
    {
        var setting = KeySetting.Lettered;
        if (
            options is not []
            && !(
                options is ["--set", var named]
                && named.All(char.IsAsciiLetter)
                && Enum.TryParse(named, ignoreCase: true, out setting)
            )
        )
        {
            var settings = string.Join(", ", Enum.GetNames<KeySetting>().Select(n => n.ToLowerInvariant()));
            errors.WriteLine($"“{string.Join(' ', options)}” is not understood. Give --set and one of {settings}.");
            return 2;
        }

        if (Commands.ReadGuide(guidePath, errors, out var code) is not { } guide)
        {
            return code;
        }

        try
        {
            Directory.CreateDirectory(into);
            foreach (var key in guide.Keys)
            {
                File.WriteAllText(Path.Combine(into, $"{key.Id}.txt"), KeyTextWriter.Write(guide, key, setting));
            }
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            errors.WriteLine($"{into} cannot be written: {e.Message}");
            return 2;
        }

        output.WriteLine($"{guide.Keys.Length} keys written to {into}");
        return 0;
    }
}
