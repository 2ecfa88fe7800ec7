using System.Text;
using Garten.Core.Drawing.Paper;
using Garten.Core.Drawing.Plates;
using Garten.Core.Guides;

namespace Garten.Cli;

/// <summary>Draws all states of a guide's characters, a sheet an organ, as SVG files.</summary>
internal static class PlatesCommand
{
    /// <summary>Runs the command.</summary>
    /// <param name="path">The guide, a folder or zip file.</param>
    /// <param name="into">Folder the sheets are written to; made where it is missing.</param>
    /// <param name="output">Where the result is told.</param>
    /// <param name="errors">Where complaints go.</param>
    /// <returns>0 when all is well, 1 when the guide has faults, 2 when it or the folder cannot be used.</returns>
    public static int Run(string path, string into, TextWriter output, TextWriter errors)
    {
        if (Commands.ReadGuide(path, errors, out var code) is not { } guide)
        {
            return code;
        }

        var page = new StringBuilder();
        page.AppendLine("# Contact sheets").AppendLine();
        page.AppendLine(
            "Every state that can be drawn, with its word, to see that no two look alike. Made by `./garten plates`."
        );
        try
        {
            Directory.CreateDirectory(into);
            foreach (var organ in Enum.GetValues<Organ>())
            {
                if (ContactSheet.Of(guide, organ) is { } sheet)
                {
                    var name = $"{organ.ToString().ToLowerInvariant()}.svg";
                    File.WriteAllText(Path.Combine(into, name), SvgWriter.Write(sheet, false) + "\n");
                    page.AppendLine().AppendLine($"## {organ}").AppendLine().AppendLine($"![{sheet.Title}]({name})");
                    output.WriteLine($"{organ}: {name}");
                }
            }

            File.WriteAllText(Path.Combine(into, "README.md"), page.ToString());
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            errors.WriteLine($"{into} cannot be written: {e.Message}");
            return 2;
        }

        return 0;
    }
}
