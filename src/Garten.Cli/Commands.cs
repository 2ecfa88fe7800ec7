using Garten.Core.Guides;
using Garten.Core.Keys;
using Garten.Formats.Guides;
using Garten.Formats.Packages;

namespace Garten.Cli;

/// <summary>The command-line tools: the same core without a browser.</summary>
public static class Commands
{
    private const string Usage =
        """
        Usage: garten guide check DIR_OR_ZIP
               garten determine SPECIMENS.csv --guide DIR_OR_ZIP [--top N] [--flat-prior] [--out RESULTS.csv]
        """;

    /// <summary>Runs a command.</summary>
    /// <param name="args">Its words.</param>
    /// <param name="output">Where results go.</param>
    /// <param name="errors">Where complaints go.</param>
    /// <returns>0 when all is well, 1 when faults were found, 2 when the command could not be understood.</returns>
    public static int Run(string[] args, TextWriter output, TextWriter errors)
    {
        if (args is ["guide", "check", var path])
        {
            return CheckGuide(path, output, errors);
        }

        if (args is ["determine", var specimens, .. var options])
        {
            return DetermineCommand.Run(specimens, options, output, errors);
        }

        errors.WriteLine(Usage);
        return 2;
    }

    /// <summary>Reads a guide, or says what is wrong with it.</summary>
    /// <param name="path">A folder or zip file.</param>
    /// <param name="errors">Where complaints go.</param>
    /// <param name="code">Exit code when there is no guide.</param>
    internal static Guide? ReadGuide(string path, TextWriter errors, out int code)
    {
        code = 0;
        GuideReading reading;
        try
        {
            reading = GuideReader.Read(PackageFiles.Read(path));
        }
        catch (PackageException e)
        {
            errors.WriteLine(e.Message);
            code = 2;
            return null;
        }

        if (!reading.Ok)
        {
            foreach (var fault in reading.Faults)
            {
                errors.WriteLine(fault);
            }

            errors.WriteLine($"{reading.Faults.Length} faults; the guide was not loaded.");
            code = 1;
        }

        return reading.Guide;
    }

    private static int CheckGuide(string path, TextWriter output, TextWriter errors)
    {
        if (ReadGuide(path, errors, out var code) is not { } guide)
        {
            return code;
        }

        output.WriteLine($"{guide.Title.Title} {guide.Title.Version}");
        output.WriteLine($"{guide.Taxa.Length} taxa, {guide.Characters.Length} characters, {guide.Statements.Length} statements, "
            + $"{guide.Keys.Length} keys with {guide.Keys.Sum(k => k.Couplets.Count)} couplets, {guide.Glossary.Length} terms");
        var unexplained = guide.Characters.SelectMany(c => c.States.Where(s => s.Term.Length == 0).Select(s => $"{c.Id} {s.Id}")).ToList();
        foreach (var state in unexplained)
        {
            errors.WriteLine($"state without a glossary term: {state}");
        }

        var misses = KeySelfWalk.Misses(guide);
        foreach (var miss in misses)
        {
            errors.WriteLine($"key {miss.Key}: {miss.Taxon} is lost at couplet {miss.At}: {miss.Because}");
        }

        return misses.IsEmpty && unexplained.Count == 0 ? 0 : 1;
    }
}
