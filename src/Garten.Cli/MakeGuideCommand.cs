using Garten.Core.Guides;
using Garten.Core.Guides.Text.Making;
using Garten.Formats.Guides;

namespace Garten.Cli;

/// <summary>Makes a working guide of keys and descriptions as text, and writes its package.</summary>
internal static class MakeGuideCommand
{
    /// <summary>Runs the command.</summary>
    /// <param name="words">The files, "--package" with a folder, and "--title" with a title.</param>
    /// <returns>0 when the package is written, 1 when a text stands in the way, 2 when the command cannot be followed.</returns>
    public static int Run(string[] words, TextWriter output, TextWriter errors)
    {
        var files = new List<string>();
        var (into, title) = ("", "");
        for (var i = 0; i < words.Length; i++)
        {
            if (words[i] is not ("--package" or "--title"))
            {
                files.Add(words[i]);
            }
            else if (i + 1 == words.Length)
            {
                errors.WriteLine($"{words[i]} needs a value after it.");
                return 2;
            }
            else if (words[i++] == "--title")
            {
                title = words[i];
            }
            else
            {
                into = words[i];
            }
        }

        if (files.Count == 0 || files.Exists(f => f.StartsWith("--", StringComparison.Ordinal)))
        {
            errors.WriteLine("Give the files with keys and descriptions, and --package with the folder to write into.");
            return 2;
        }

        var texts = new List<SourceText>();
        foreach (var file in files)
        {
            if (ReadTextCommand.Read(file, errors) is not { } text)
            {
                return 2;
            }

            texts.Add(new(Path.GetFileNameWithoutExtension(file), text));
        }

        var name = title.Length > 0 ? title : Path.GetFileName(Path.TrimEndingDirectorySeparator(into));
        var made = GuideFromTexts.Make(new(Slug.Of(name), name, "1", "", 0), texts);
        if (made.Tables is not { } tables)
        {
            foreach (var hindrance in made.Hindrances)
            {
                errors.WriteLine(hindrance);
            }

            errors.WriteLine("No guide was made. Mend the texts and try again.");
            return 1;
        }

        var guide = new Guide(tables);
        try
        {
            GuideWriter.Write(guide).WriteTo(into);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or ArgumentException)
        {
            errors.WriteLine($"{into} cannot be written: {e.Message}");
            return 2;
        }

        foreach (var assumed in made.Assumed)
        {
            output.WriteLine(assumed);
        }

        output.WriteLine(
            $"{guide.Taxa.Count(t => t.IsSpeciesLevel)} names, {guide.Characters.Length} features and {guide.Keys.Length} keys "
                + $"with {guide.Keys.Sum(k => k.Couplets.Count)} steps written to {into}. "
                + $"{made.Understood} statements became features; {made.LeftAsText} are shown as printed."
        );
        return 0;
    }
}
