using System.Collections.Immutable;
using System.Globalization;
using CsvHelper;
using Garten.Core.Evidence;
using Garten.Core.Identification;
using Garten.Formats.Records;

namespace Garten.Formats.Specimens;

/// <summary>Names the specimens of a table and writes the result.</summary>
public static class SpecimenResults
{
    /// <summary>How the names stand for a specimen.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="factors">What counts beside its features.</param>
    /// <param name="top">How many leading names to give, at least 1.</param>
    public static LikelyNames Name(CandidateModel model, Specimen specimen, PriorFactors factors, int top)
    {
        using var weighing = new Weighing(
            model,
            new EvidenceSheet(model.Guide, specimen.Observations),
            new PlaceFacts(null, []),
            specimen.Visits(model.Guide),
            new(factors, [], [])
        );
        return LikelyNames.Of(model, weighing, top);
    }

    /// <summary>Names all specimens and writes one row for each, in order.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="readings">The rows read.</param>
    /// <param name="top">How many leading names to give, at least 1.</param>
    /// <param name="factors">What counts beside the features.</param>
    /// <param name="writer">Where to; left open.</param>
    public static void Write(
        CandidateModel model,
        ImmutableArray<SpecimenReading> readings,
        int top,
        PriorFactors factors,
        TextWriter writer
    )
    {
        using var csv = new CsvWriter(writer, CultureInfo.InvariantCulture, leaveOpen: true);
        csv.WriteField("specimen_id");
        for (var i = 1; i <= top; i++)
        {
            csv.WriteField($"name_{i}");
            csv.WriteField($"weight_{i}");
        }

        foreach (var column in new[] { "outside", "lowest_rank", "lowest_name", "lowest_weight", "fault" })
        {
            csv.WriteField(column);
        }

        csv.NextRecord();
        foreach (var reading in readings)
        {
            csv.WriteField(DarwinCoreCsv.Text(reading.Id));
            WriteStanding(csv, reading.Specimen is { } specimen ? Name(model, specimen, factors, top) : null, top);
            csv.WriteField(DarwinCoreCsv.Text(string.Join("; ", reading.Faults)));
            csv.NextRecord();
        }
    }

    private static void WriteStanding(CsvWriter csv, LikelyNames? likely, int top)
    {
        for (var i = 0; i < top; i++)
        {
            var name = likely is not null && i < likely.Names.Length ? likely.Names[i] : null;
            csv.WriteField(name?.Name.Name ?? "");
            csv.WriteField(Weight(name?.Mass));
        }

        csv.WriteField(Weight(likely?.Outside));
        if (likely is { OutsideIsSafe: true })
        {
            csv.WriteField("outside");
            csv.WriteField("outside the guide");
            csv.WriteField(Weight(likely.Outside));
        }
        else
        {
            // Look-alikes that could not be parted are a lawful answer of their own.
            var names = likely?.Safe?.Names ?? [];
            csv.WriteField(
                names.Length > 1 ? "look-alikes" : names.FirstOrDefault()?.Rank.ToString().ToLowerInvariant() ?? ""
            );
            csv.WriteField(string.Join(" | ", names.Select(n => n.Name)));
            csv.WriteField(Weight(likely?.Safe?.Mass));
        }
    }

    private static string Weight(double? weight) => weight?.ToString("0.000000", CultureInfo.InvariantCulture) ?? "";
}
