using System.Globalization;
using System.Text;
using Garten.Core.Identification;
using Garten.Formats.Specimens;

namespace Garten.Cli;

/// <summary>Names a table of specimens.</summary>
internal static class DetermineCommand
{
    /// <summary>Runs the command.</summary>
    /// <param name="options">The words after it.</param>
    /// <param name="output">Where the result goes unless a file is named.</param>
    /// <param name="errors">Where complaints go.</param>
    /// <returns>0 when every row was named, 1 when some had faults, 2 when the command cannot be followed.</returns>
    public static int Run(string path, string[] options, TextWriter output, TextWriter errors)
    {
        string? guidePath = null,
            outPath = null;
        var top = 3;
        var factors = PriorFactors.All;
        for (var i = 0; i < options.Length; i++)
        {
            var option = options[i];
            if (option == "--flat-prior")
            {
                factors = PriorFactors.None;
                continue;
            }

            if (option is not ("--guide" or "--out" or "--top") || i + 1 >= options.Length)
            {
                errors.WriteLine(
                    option is "--guide" or "--out" or "--top"
                        ? $"{option} needs a value after it."
                        : $"“{option}” is not understood."
                );
                return 2;
            }

            var value = options[++i];
            switch (option)
            {
                case "--guide":
                    guidePath = value;
                    break;
                case "--out":
                    outPath = value;
                    break;
                default:
                    if (
                        !int.TryParse(value, NumberStyles.None, CultureInfo.InvariantCulture, out top)
                        || top is < 1 or > 100
                    )
                    {
                        errors.WriteLine($"“{value}” is no number of names. Give 1 to 100 after --top.");
                        return 2;
                    }

                    break;
            }
        }

        if (guidePath is null)
        {
            errors.WriteLine("Say which guide to use with --guide DIR_OR_ZIP.");
            return 2;
        }

        if (!File.Exists(path))
        {
            errors.WriteLine($"There is no file “{path}”.");
            return 2;
        }

        return Commands.ReadGuide(guidePath, errors, out var code) is { } guide
            ? Name(path, new CandidateModel(guide), top, factors, outPath, output, errors)
            : code;
    }

    private static int Name(
        string path,
        CandidateModel model,
        int top,
        PriorFactors factors,
        string? outPath,
        TextWriter output,
        TextWriter errors
    )
    {
        var readings = SpecimenTable.Read(Path.GetFileName(path), File.ReadAllBytes(path), model.Guide, out var faults);
        foreach (var fault in faults.Concat(readings.SelectMany(r => r.Faults)))
        {
            errors.WriteLine(fault);
        }

        if (faults.Length > 0)
        {
            return 2;
        }

        if (outPath is null)
        {
            SpecimenResults.Write(model, readings, top, factors, output);
        }
        else
        {
            using var file = new StreamWriter(outPath, append: false, new UTF8Encoding(false));
            SpecimenResults.Write(model, readings, top, factors, file);
        }

        var wrong = readings.Count(r => r.Specimen is null);
        errors.WriteLine($"{readings.Length - wrong} specimens named, {wrong} rows with faults.");
        return wrong > 0 ? 1 : 0;
    }
}
