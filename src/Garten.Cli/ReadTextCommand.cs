using System.Globalization;
using System.Text;
using Garten.Core.Guides.Text;
using Garten.Formats.Guides;

namespace Garten.Cli;

/// <summary>Reads a key or a description as text, and says what was understood of it.</summary>
internal static class ReadTextCommand
{
    /// <summary>More than this many bytes are no text that is read; what is said of it comes from the reader.</summary>
    private const int Most = 4 * GuideTextReader.Longest;

    /// <summary>Runs the command.</summary>
    /// <param name="options">"--json" for the whole reading as JSON, into a file where one is named after it.</param>
    /// <param name="output">Where the reading goes unless a file is named.</param>
    /// <param name="errors">Where complaints go.</param>
    /// <returns>0 when it was read, 1 when it has faults or was refused, 2 when the command cannot be followed.</returns>
    public static int Run(string path, string[] options, TextWriter output, TextWriter errors)
    {
        string? into = null;
        switch (options)
        {
            case [] or ["--json"]:
                break;
            case ["--json", var file]:
                into = file;
                break;
            default:
                errors.WriteLine(
                    $"“{string.Join(' ', options)}” is not understood. Give --json, and a file after it to write into."
                );
                return 2;
        }

        if (Read(path, errors) is not { } text)
        {
            return 2;
        }

        if (options.Length == 0)
        {
            InWords(text, output);
        }
        else if (into is null)
        {
            output.Write(GuideTextJson.Write(text));
        }
        else
        {
            try
            {
                File.WriteAllText(into, GuideTextJson.Write(text));
            }
            catch (Exception e) when (e is IOException or UnauthorizedAccessException)
            {
                errors.WriteLine($"{into} cannot be written: {e.Message}");
                return 2;
            }
        }

        return text is RefusedText or KeyText { Faults.IsEmpty: false } ? 1 : 0;
    }

    /// <summary>Reads a text; null where the file cannot be read, which is said.</summary>
    public static GuideText? Read(string path, TextWriter errors)
    {
        try
        {
            return new FileInfo(path).Length > Most
                ? new RefusedText(
                    $"It has more than {Most.ToString(CultureInfo.InvariantCulture)} bytes. Part it into several texts."
                )
                : GuideTextReader.Read(File.ReadAllText(path, Encoding.UTF8));
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            errors.WriteLine($"{path} cannot be read: {e.Message}");
            return null;
        }
    }

    private static void InWords(GuideText text, TextWriter output)
    {
        switch (text)
        {
            case RefusedText refused:
                output.WriteLine($"Not read. {refused.Reason}");
                break;
            case KeyText key:
                Key(key, output);
                break;
            case DescriptionText description:
                output.WriteLine(
                    $"A description{(description.Taxon is { } taxon ? $" of {taxon.Name}" : "")}: {Counted(description.Statements.Length, "statement")}."
                );
                foreach (var statement in description.Statements)
                {
                    output.WriteLine($"  {statement.InWords}");
                }

                foreach (var line in description.NoStatement)
                {
                    output.WriteLine($"  nothing of the plant: {line}");
                }

                break;
        }
    }

    private static void Key(KeyText key, TextWriter output)
    {
        var leads = key.Couplets.Sum(c => c.Leads.Length);
        output.WriteLine(
            $"A key{(key.Title.Length == 0 ? "" : $", “{key.Title}”")}, set {(key.Style == KeyTextStyle.Indented ? "in steps" : key.Style == KeyTextStyle.Serial ? "lead by lead" : "couplet by couplet")}: "
                + $"{Counted(key.Couplets.Length, "couplet")}, {Counted(leads, "lead")}, {Counted(key.Names.Length, "name")}."
        );
        foreach (var couplet in key.Couplets)
        {
            foreach (var lead in couplet.Leads)
            {
                output.WriteLine(
                    $"{(couplet.Group.Length == 0 ? "" : $"{couplet.Group} ")}{couplet.Number}, lead {lead.Number}: {lead.Text} → {lead.Target.InWords}"
                );
                foreach (var statement in lead.Statements)
                {
                    output.WriteLine($"    {statement.InWords}");
                }
            }
        }

        output.WriteLine(key.Faults.IsEmpty ? "No faults." : $"{Counted(key.Faults.Length, "fault")}:");
        foreach (var fault in key.Faults)
        {
            output.WriteLine($"  {fault.Complaint}");
        }
    }

    private static string Counted(int count, string noun) =>
        string.Create(CultureInfo.InvariantCulture, $"{count} {noun}{(count == 1 ? "" : "s")}");
}
