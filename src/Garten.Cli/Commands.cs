using System.Globalization;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Keys;
using Garten.Formats.Guides;
using Garten.Formats.Packages;

namespace Garten.Cli;

/// <summary>The command-line tools: the same core without a browser.</summary>
public static class Commands
{
    private const string Usage = """
        Usage: garten guide check DIR_OR_ZIP
               garten guide read FILE [--json [OUT]]
               garten guide read FILE [FILE ...] --package OUT_DIR [--title TITLE]
               garten guide keys DIR_OR_ZIP OUT_DIR [--set lettered|primed|dashed|steps]
               garten plates DIR_OR_ZIP OUT_DIR
               garten determine SPECIMENS.csv --guide DIR_OR_ZIP [--top N] [--flat-prior] [--out RESULTS.csv]
        """;

    /// <summary>Runs a command.</summary>
    /// <param name="output">Where results go.</param>
    /// <param name="errors">Where complaints go.</param>
    /// <returns>0 when all is well, 1 when faults were found, 2 when the command could not be understood.</returns>
    public static int Run(string[] args, TextWriter output, TextWriter errors)
    {
        if (args is ["guide", "check", var path])
        {
            return CheckGuide(path, output, errors);
        }

        if (args is ["guide", "read", .. var making] && making.Contains("--package"))
        {
            return MakeGuideCommand.Run(making, output, errors);
        }

        if (args is ["guide", "read", var text, .. var how])
        {
            return ReadTextCommand.Run(text, how, output, errors);
        }

        if (args is ["guide", "keys", var keyed, var folder, .. var set])
        {
            return WriteKeysCommand.Run(keyed, folder, set, output, errors);
        }

        if (args is ["plates", var guide, var into])
        {
            return PlatesCommand.Run(guide, into, output, errors);
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

            errors.WriteLine($"{Counted(reading.Faults.Length)}; the guide was not loaded.");
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
        output.WriteLine(
            $"{guide.Taxa.Length} taxa, {guide.Characters.Length} characters, {guide.Statements.Length} statements, "
                + $"{guide.Keys.Length} keys with {guide.Keys.Sum(k => k.Couplets.Count)} couplets, {guide.Glossary.Length} terms"
        );
        // A guide without a glossary explains nothing; one with some terms should explain every state.
        var explained = guide.Glossary.IsEmpty ? [] : guide.Characters;
        var unexplained = explained
            .SelectMany(c => c.States.Where(s => s.Term.Length == 0).Select(s => $"{c.Id} {s.Id}"))
            .ToList();
        foreach (var state in unexplained)
        {
            errors.WriteLine($"state without a glossary term: {state}");
        }

        var misses = KeySelfWalk.Misses(guide);
        foreach (var miss in misses)
        {
            errors.WriteLine($"key {miss.Key}: {miss.Taxon} is lost at couplet {miss.At}: {miss.Because}");
        }

        var alike = GuideSeparation.LookAlikesNotParted(guide);
        foreach (var pair in alike)
        {
            errors.WriteLine(
                $"look-alikes {pair.One} and {pair.Other}: no feature parts them in any season; the best is {Feature(pair)}"
            );
        }

        var unparted = GuideSeparation.NotParted(guide);
        foreach (var pair in unparted)
        {
            errors.WriteLine($"{pair.One} and {pair.Other} are parted by no feature; the best is {Feature(pair)}");
        }

        var silent = StatementChecks.WithoutStatements(guide);
        foreach (var character in silent)
        {
            errors.WriteLine($"character without any statement: {character}");
        }

        DoubtfulStatement[] doubtful = [.. StatementChecks.BeyondLimits(guide), .. StatementChecks.CannotExist(guide)];
        foreach (var statement in doubtful)
        {
            errors.WriteLine($"statement on {statement.Character} of {statement.Taxon}: {statement.Why}");
        }

        var missing = StatementChecks.MissingInKeys(guide);
        foreach (var one in missing)
        {
            errors.WriteLine($"key {one.Key} divides up what {one.Taxon} belongs to, and does not bring it out");
        }

        var faults =
            unexplained.Count
            + misses.Length
            + alike.Length
            + unparted.Length
            + silent.Length
            + doubtful.Length
            + missing.Length;
        output.WriteLine(
            faults == 0
                ? $"{guide.LookAlikes.Length} look-alike pairs parted, every taxon comes out of every key that holds it; no faults"
                : Counted(faults)
        );
        return faults == 0 ? 0 : 1;
    }

    private static string Counted(int faults) =>
        string.Create(CultureInfo.InvariantCulture, $"{faults} {(faults == 1 ? "fault" : "faults")}");

    private static string Feature(Unparted pair) =>
        pair.Best is { } best
            ? string.Create(CultureInfo.InvariantCulture, $"{best} ({100 * pair.Apart:0} % apart)")
            : "none that is stated of both";
}
