using System.Collections.Immutable;
using System.Globalization;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Formats.Packages;

namespace Garten.Formats.Specimens;

/// <summary>A specimen read from a table.</summary>
/// <param name="Line">Its line in the file.</param>
/// <param name="Date">Day it was seen; null when not given.</param>
/// <param name="Observations">What was recorded on it.</param>
public sealed record Specimen(string Id, int Line, DateOnly? Date, ImmutableArray<Observation> Observations)
{
    /// <summary>The one visit a specimen stands for: its day, and the parts its features were seen on.</summary>
    public ImmutableArray<Visit> Visits(Guide guide)
    {
        if (Date is not { } date)
        {
            return [];
        }

        var organs = Observations.Select(o => guide.Character(o.Character).Organ).ToHashSet();
        var parts = ImmutableArray.CreateBuilder<PlantPart>();
        void Add(PlantPart part, params ReadOnlySpan<Organ> of)
        {
            foreach (var organ in of)
            {
                if (organs.Contains(organ))
                {
                    parts.Add(part);
                    return;
                }
            }
        }

        Add(PlantPart.Leaves, Organ.Leaf);
        Add(PlantPart.Flowers, Organ.Flower, Organ.Inflorescence);
        Add(PlantPart.Fruit, Organ.Fruit);
        return [new Visit(1, date, parts.ToImmutable())];
    }
}

/// <summary>The outcome of reading one row: the specimen, or what is wrong with it.</summary>
/// <param name="Id">The specimen's identifier as far as it could be read.</param>
/// <param name="Specimen">The specimen; null when there are faults.</param>
/// <param name="Faults">What is wrong, with line and column.</param>
public sealed record SpecimenReading(string Id, Specimen? Specimen, ImmutableArray<Fault> Faults);

/// <summary>Reads a table of specimens; docs/guide-format.md describes it.</summary>
public static class SpecimenTable
{
    private static readonly string[] Fixed = ["date", "stage", "sex"];

    /// <summary>Reads a table.</summary>
    /// <param name="name">Name of the file, for messages.</param>
    /// <param name="guide">The guide whose characters its columns are.</param>
    /// <param name="faults">What is wrong with the table as a whole; when it is not empty no row was read.</param>
    /// <returns>One reading a row, in order.</returns>
    public static ImmutableArray<SpecimenReading> Read(
        string name,
        byte[] content,
        Guide guide,
        out ImmutableArray<Fault> faults
    )
    {
        var found = new List<Fault>();
        var package = new PackageFiles(name, [new(name, content)]);
        string[] characters = [.. guide.Characters.Select(c => c.Id.Value)];
        var rows = Table.Read(package, name, true, ["specimen_id"], [.. Fixed, .. characters], found);
        if (rows.IsEmpty && found.Count > 0)
        {
            faults = [.. found];
            return [];
        }

        // A row of the wrong length was noted while reading; it is answered in its place, as the others are.
        var lengths = found.Select(f => (f.Line, new SpecimenReading("", null, [f]))).ToList();
        faults = [];
        var seen = new HashSet<string>();
        return
        [
            .. rows.Select(r => (r.Line, ReadRow(name, r, guide, seen)))
                .Concat(lengths)
                .OrderBy(x => x.Line)
                .Select(x => x.Item2),
        ];
    }

    private static SpecimenReading ReadRow(string name, Row row, Guide guide, HashSet<string> seen)
    {
        var faults = ImmutableArray.CreateBuilder<Fault>();
        void Wrong(string column, string what, string expected) =>
            faults.Add(new(name, row.Line, column, what, expected));

        var id = row["specimen_id"];
        if (id.Length == 0)
        {
            Wrong("specimen_id", "nothing", "an identifier");
        }
        else if (!seen.Add(id))
        {
            Wrong("specimen_id", $"“{id}” a second time", "each specimen once");
        }

        DateOnly? date = null;
        if (row["date"].Length > 0)
        {
            if (
                DateOnly.TryParseExact(
                    row["date"],
                    "yyyy-MM-dd",
                    CultureInfo.InvariantCulture,
                    DateTimeStyles.None,
                    out var day
                )
            )
            {
                date = day;
            }
            else
            {
                Wrong("date", $"“{row["date"]}”", "a date as in 2026-04-22");
            }
        }

        var stage = OneOf<LifeStage>("stage");
        var sex = OneOf<Sex>("sex");
        var observations = ImmutableArray.CreateBuilder<Observation>();
        foreach (var character in guide.Characters)
        {
            var cell = row[character.Id.Value];
            if (cell.Length == 0)
            {
                continue;
            }

            var reading = Observe(guide, character, cell, date ?? default, out var fault);
            if (reading is null)
            {
                Wrong(character.Id.Value, $"“{(cell.Length > 60 ? cell[..60] + "…" : cell)}”", fault);
            }
            else
            {
                observations.Add(reading with { Stage = stage, Sex = sex });
            }
        }

        return faults.Count > 0
            ? new(id, null, faults.ToImmutable())
            : new(id, new Specimen(id, row.Line, date, observations.ToImmutable()), []);

        T? OneOf<T>(string column)
            where T : struct, Enum
        {
            var word = row[column];
            if (word.Length == 0)
            {
                return null;
            }

            foreach (var value in Enum.GetValues<T>())
            {
                if (Row.Hyphenated(value.ToString()) == word)
                {
                    return value;
                }
            }

            Wrong(column, $"“{word}”", $"one of {string.Join(", ", Enum.GetNames<T>().Select(Row.Hyphenated))}");
            return null;
        }
    }

    private static Observation? Observe(Guide guide, Character character, string cell, DateOnly date, out string fault)
    {
        RecordedFeature feature;
        if (!character.IsNumeric)
        {
            var reading = NotationReader.Read(cell, character);
            if (!reading.Ok)
            {
                fault = reading.Expected;
                return null;
            }

            var states = ((StateShares)reading.Value).States.Select(s => s.State).ToImmutableArray();
            feature = new(character.Id, FindingKind.States, states, [], null, null);
        }
        else
        {
            var parts = cell.Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
                .ToImmutableArray();
            feature =
                parts.Length == 1
                    ? ObservationRules.FromEntry(guide, character.Id, [], parts[0])
                    : new(character.Id, FindingKind.Sample, [], parts, null, null);
        }

        if (ObservationRules.Check(guide, feature, out fault) is not { } found)
        {
            return null;
        }

        return feature.Finding switch
        {
            FindingKind.Sample => Observation.OfSample(character.Id, 1, date, found.Values),
            FindingKind.Rough => Observation.OfRough(character.Id, 1, date, found.Rough!),
            _ => Observation.OfStates(character.Id, 1, date, feature.States),
        };
    }
}
