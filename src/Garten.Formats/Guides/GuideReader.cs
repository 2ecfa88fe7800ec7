using System.Collections.Immutable;
using System.Diagnostics.CodeAnalysis;
using System.Globalization;
using System.Text.Json;
using System.Text.RegularExpressions;
using Garten.Core.Drawing;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Keys;
using Garten.Formats.Packages;

namespace Garten.Formats.Guides;

/// <summary>A guide, or everything that is wrong with it.</summary>
/// <param name="Guide">The guide; null when there are faults.</param>
/// <param name="Faults">
/// All faults found, in order of file and line; nothing is loaded unless it is empty. Where a file could not be read at all, only that is
/// told: what the others say of its rows would be a fault in every line.
/// </param>
public sealed record GuideReading(Guide? Guide, ImmutableArray<Fault> Faults)
{
    /// <summary>True when the guide is sound.</summary>
    [MemberNotNullWhen(true, nameof(Guide))]
    public bool Ok => Guide is not null;
}

/// <summary>Reads a guide from its open data package; docs/guide-format.md describes every table.</summary>
public sealed partial class GuideReader
{
    private readonly PackageFiles _package;
    private readonly List<Fault> _faults = [];
    private readonly Dictionary<string, Taxon> _taxa = [];
    private readonly Dictionary<string, Character> _characters = [];
    private readonly Dictionary<string, GlossaryTerm> _terms = [];
    private readonly Dictionary<string, FloraArea> _areas = [];

    private GuideReader(PackageFiles package) => _package = package;

    /// <summary>Reads and checks a guide.</summary>
    /// <param name="package">The package's files.</param>
    public static GuideReading Read(PackageFiles package) => new GuideReader(package).Read();

    private GuideReading Read()
    {
        var title = ReadTitle();
        var glossary = ReadGlossary();
        var taxa = ReadTaxa();
        var characters = ReadCharacters();
        var statements = ReadStatements();
        var keys = ReadKeys();
        var tables = new GuideTables(
            title,
            taxa,
            characters,
            statements,
            keys,
            ReadCautions(),
            ReadLookAlikes(),
            ReadCrosses(),
            ReadWindows(),
            glossary,
            ReadMisreadings(),
            ReadNeeds()
        )
        {
            Areas = ReadAreas(),
            AreaStatuses = ReadAreaStatuses(),
            Lacking = ReadLacking(),
            Untreated = ReadUntreated(),
        };
        var told = _faults.Exists(f => f.Unreadable) ? _faults.FindAll(f => f.Unreadable) : _faults;
        return told.Count > 0
            ? new(null, [.. told.OrderBy(f => f.File, StringComparer.Ordinal).ThenBy(f => f.Line)])
            : new(new Guide(tables), []);
    }

    private ImmutableArray<Row> Table(string file, bool required, string[] columns, params string[] optional) =>
        Packages.Table.Read(_package, file, required, columns, optional, _faults);

    private GuideTitle ReadTitle()
    {
        const string File = "datapackage.json";
        using var stream = _package.Open(File);
        if (stream is null)
        {
            _faults.Add(
                new(File, 0, "", "no such file", "the package's description with name, title and version")
                {
                    Unreadable = true,
                }
            );
            return new("", "", "", "", 0);
        }

        try
        {
            using var document = JsonDocument.Parse(stream);
            var root = document.RootElement;
            string Text(string property)
            {
                if (
                    root.TryGetProperty(property, out var value)
                    && value.ValueKind == JsonValueKind.String
                    && value.GetString() is { Length: > 0 } text
                )
                {
                    return text;
                }

                _faults.Add(new(File, 0, property, "nothing", "a text"));
                return "";
            }

            double? Number(string property) =>
                root.TryGetProperty(property, out var value) && value.TryGetDouble(out var number) ? number : null;

            var licence =
                root.TryGetProperty("licenses", out var licences)
                && licences.ValueKind == JsonValueKind.Array
                && licences.GetArrayLength() > 0
                && licences[0].TryGetProperty("name", out var name)
                    ? name.GetString() ?? ""
                    : "";
            return new(
                Text("name"),
                Text("title"),
                Text("version"),
                licence,
                Number("reference_elevation_m") ?? 0,
                Number("reference_latitude"),
                Number("reference_longitude")
            );
        }
        catch (JsonException e)
        {
            _faults.Add(
                new(File, (int)(e.LineNumber ?? 0) + 1, "", "text that is not JSON", "a JSON object")
                {
                    Unreadable = true,
                }
            );
            return new("", "", "", "", 0);
        }
    }

    private ImmutableArray<GlossaryTerm> ReadGlossary()
    {
        foreach (var row in Table("glossary.csv", false, ["id", "label", "plain", "definition"]))
        {
            var term = new GlossaryTerm(
                Identifier(row, "id"),
                row.Required("label"),
                row["plain"],
                row.Required("definition")
            );
            Once(row, "id", _terms.TryAdd(term.Id, term));
        }

        return [.. _terms.Values];
    }

    private static int? Conservatism(Row row)
    {
        if (row["conservatism"].Length == 0)
        {
            return null;
        }

        if (
            int.TryParse(row["conservatism"], NumberStyles.None, CultureInfo.InvariantCulture, out var value)
            && value <= 10
        )
        {
            return value;
        }

        row.Fault("conservatism", $"“{row["conservatism"]}”", "a whole number from 0 to 10, or nothing");
        return null;
    }

    private ImmutableArray<Taxon> ReadTaxa()
    {
        foreach (
            var row in Table(
                "taxa.csv",
                true,
                ["id", "parent", "rank", "name"],
                "author",
                "common_names",
                "synonyms",
                "status",
                "commonness",
                "protection",
                "sensitive",
                "conservatism",
                "misapplied"
            )
        )
        {
            var parent = row["parent"];
            if (parent.Length > 0 && !_taxa.ContainsKey(parent))
            {
                row.Fault("parent", $"“{parent}”", "the identifier of a taxon listed above this one");
            }

            var taxon = new Taxon(
                new(Identifier(row, "id")),
                parent.Length > 0 ? new TaxonId(parent) : null,
                row.Required("rank").Length > 0
                    ? row.Choice("rank", TaxonRank.Species, never: TaxonRank.Unranked)
                    : TaxonRank.Species,
                row.Required("name"),
                row["author"],
                row.List("common_names"),
                row.List("synonyms"),
                row.Choice("status", AreaStatus.Unknown),
                row.Choice("commonness", Commonness.Unknown),
                row["protection"]
            )
            {
                Sensitive = row["sensitive"] == "yes",
                Conservatism = Conservatism(row),
                Misapplied = row.List("misapplied"),
            };
            if (row["sensitive"] is not ("" or "yes"))
            {
                row.Fault("sensitive", $"“{row["sensitive"]}”", "yes, or nothing");
            }

            Once(row, "id", _taxa.TryAdd(taxon.Id.Value, taxon));
        }

        return [.. _taxa.Values];
    }

    private ImmutableArray<Character> ReadCharacters()
    {
        var states = ReadStates();
        var used = new HashSet<string>();
        foreach (
            var row in Table(
                "characters.csv",
                true,
                ["id", "label", "kind"],
                "organ",
                "unit",
                "depends_on",
                "how_to",
                "group",
                "effort_seconds",
                "tool",
                "harm",
                "difficulty",
                "minimum",
                "maximum",
                "absent_state",
                "altered_by",
                "states",
                "ratio_of",
                "drawn_as"
            )
        )
        {
            var id = Identifier(row, "id");
            used.Add(id);
            var kind =
                row.Required("kind").Length > 0 ? row.Choice("kind", CharacterKind.Unordered) : CharacterKind.Unordered;
            var unit = row["unit"];
            var factor = kind == CharacterKind.Length ? LengthUnit.Millimetres(unit) : 1;
            if (factor is null)
            {
                row.Fault("unit", unit.Length == 0 ? "nothing" : $"“{unit}”", "mm, cm or m, since this is a length");
            }

            var character = new Character(
                new(id),
                row.Choice("organ", Organ.Habit),
                row.Required("label"),
                kind,
                unit,
                StatesOf(id, states, row),
                Dependence(row),
                row["how_to"],
                row["group"],
                (int)(row.Number("effort_seconds") ?? 20),
                row.Choice("tool", Tool.Eye),
                row.Choice("harm", HarmLevel.Look),
                Math.Clamp(row.Number("difficulty") ?? 0.08, 0, 0.5),
                row.Number("minimum") * (factor ?? 1),
                row.Number("maximum") * (factor ?? 1),
                row["absent_state"].Length > 0 ? row["absent_state"] : null,
                row.Choices<Alteration>("altered_by"),
                RatioOf(row, kind)
            )
            {
                DrawnAs = row["drawn_as"],
            };
            CheckStates(row, character);
            CheckTraits(row, character, states);
            Once(row, "id", _characters.TryAdd(id, character));
        }

        foreach (var stray in states.Where(s => !used.Contains(s.Character)))
        {
            stray.Row.Fault("character", $"“{stray.Character}”", "the identifier of a character in characters.csv");
        }

        return [.. _characters.Values];
    }

    /// <summary>States from states.csv, or else from the short list a small guide may give in the character's own row.</summary>
    private static ImmutableArray<CharacterState> StatesOf(
        string id,
        List<(string Character, CharacterState State, Row Row)> states,
        Row row
    )
    {
        ImmutableArray<CharacterState> listed = [.. states.Where(s => s.Character == id).Select(s => s.State)];
        if (row["states"].Length == 0)
        {
            return listed;
        }

        if (listed.Length > 0)
        {
            row.Fault(
                "states",
                $"“{row["states"]}” beside states in states.csv",
                "the states in one of the two places"
            );
        }

        var names = row["states"].Split('|', StringSplitOptions.TrimEntries);
        foreach (var wrong in names.Where(n => !IdentifierForm().IsMatch(n)))
        {
            row.Fault("states", $"“{wrong}”", "identifiers separated by |, as in opposite | alternate");
        }

        return [.. names.Distinct().Select(n => new CharacterState(n, n.Replace('-', ' '), null, ""))];
    }

    private RatioParts? RatioOf(Row row, CharacterKind kind)
    {
        if (row["ratio_of"].Length == 0)
        {
            return null;
        }

        var halves = row["ratio_of"].Split('/', StringSplitOptions.TrimEntries);
        if (
            kind == CharacterKind.Ratio
            && halves.Length == 2
            && halves.All(h => _characters.TryGetValue(h, out var part) && part.Kind == CharacterKind.Length)
        )
        {
            return new(new(halves[0]), new(halves[1]));
        }

        row.Fault(
            "ratio_of",
            $"“{row["ratio_of"]}”",
            "for a ratio, two lengths listed above it, as in leaf-length / leaf-width"
        );
        return null;
    }

    private Dependence? Dependence(Row row)
    {
        var written = row["depends_on"];
        if (written.Length == 0)
        {
            return null;
        }

        var halves = written.Split('=', 2, StringSplitOptions.TrimEntries);
        if (halves.Length != 2 || !_characters.TryGetValue(halves[0], out var parent))
        {
            row.Fault(
                "depends_on",
                $"“{written}”",
                "a character listed above this one, = and its states, as in leaf-division = pinnate | palmate"
            );
            return null;
        }

        var states = halves[1].Split('|', StringSplitOptions.TrimEntries).ToImmutableArray();
        foreach (var unknown in states.Where(s => parent.State(s) is null))
        {
            row.Fault(
                "depends_on",
                $"“{unknown}”",
                $"one of the states of {parent.Id}: {string.Join(", ", parent.States.Select(s => s.Id))}"
            );
        }

        return new(parent.Id, states);
    }

    private List<(string Character, CharacterState State, Row Row)> ReadStates()
    {
        var states = new List<(string Character, CharacterState State, Row Row)>();
        foreach (
            var row in Table("states.csv", false, ["character", "id", "label"], "parent", "term", "near", "drawn_as")
        )
        {
            var character = row.Required("character");
            var parent = row["parent"];
            if (parent.Length > 0 && !states.Exists(s => s.Character == character && s.State.Id == parent))
            {
                row.Fault("parent", $"“{parent}”", $"a state of {character} listed above this one");
            }

            if (row["term"].Length > 0 && _terms.Count > 0 && !_terms.ContainsKey(row["term"]))
            {
                row.Fault("term", $"“{row["term"]}”", "the identifier of a term in glossary.csv");
            }

            var id = Identifier(row, "id");
            Once(row, "id", !states.Exists(s => s.Character == character && s.State.Id == id));
            var state = new CharacterState(
                id,
                row.Required("label"),
                parent.Length > 0 ? parent : null,
                row["term"]
            ) with
            {
                Near = row.List("near"),
                DrawnAs = row["drawn_as"],
            };
            states.Add((character, state, row));
        }

        foreach (var (character, state, row) in states)
        {
            foreach (
                var unknown in state.Near.Where(n => !states.Exists(s => s.Character == character && s.State.Id == n))
            )
            {
                row.Fault("near", $"“{unknown}”", $"states of {character}");
            }
        }

        return states;
    }

    private static void CheckStates(Row row, Character character)
    {
        if (!character.IsNumeric && character.States.IsEmpty)
        {
            row.Fault("kind", $"“{row["kind"]}” without states", "its states in states.csv, or a numeric kind");
        }
        else if (character.IsNumeric && !character.States.IsEmpty)
        {
            row.Fault("kind", $"“{row["kind"]}” with states", "no states in states.csv for a number");
        }

        if (character.AbsentState is { } absent && character.State(absent) is null)
        {
            row.Fault("absent_state", $"“{absent}”", "one of its states");
        }
    }

    /// <summary>What a character and its states say they are drawn as must be something the illustrator draws.</summary>
    private static void CheckTraits(
        Row row,
        Character character,
        List<(string Character, CharacterState State, Row Row)> states
    )
    {
        if (character.DrawnAs.Length > 0 && !Traits.Knows(character.DrawnAs))
        {
            row.Fault(
                "drawn_as",
                $"“{character.DrawnAs}”",
                $"one of {string.Join(", ", Traits.Names.Order(StringComparer.Ordinal))}"
            );
            return;
        }

        if (character.DrawnAs.Length > 0 && Traits.Of(character) is null)
        {
            row.Fault(
                "drawn_as",
                $"“{character.DrawnAs}”",
                character.IsNumeric ? "a trait that is a number" : "a trait that has states"
            );
            return;
        }

        foreach (
            var (_, state, at) in states.Where(s =>
                s.Character == character.Id.Value
                && s.State.DrawnAs.Length > 0
                && Traits.Of(character, s.State.Id) is null
            )
        )
        {
            at.Fault(
                "drawn_as",
                $"“{state.DrawnAs}”",
                Traits.Of(character) is { } trait
                    ? $"a state of {trait}: {string.Join(", ", Traits.StatesOf(trait))}"
                    : $"nothing, since {character.Id} is not drawn"
            );
        }
    }

    private ImmutableArray<Statement> ReadStatements()
    {
        var statements = ImmutableArray.CreateBuilder<Statement>();
        var seen = new HashSet<(TaxonId, CharacterId, Scope)>();
        foreach (
            var row in Table(
                "statements.csv",
                true,
                ["taxon", "character", "value"],
                "stage",
                "sex",
                "exposure",
                "position",
                "age",
                "season",
                "source"
            )
        )
        {
            if (Taxon(row, "taxon") is not { } taxon || Character(row, "character") is not { } character)
            {
                continue;
            }

            var reading = NotationReader.Read(row["value"], character);
            if (!reading.Ok)
            {
                row.Fault("value", reading.Found, reading.Expected);
                continue;
            }

            var scope = new Scope(
                row.Maybe<LifeStage>("stage"),
                row.Maybe<Sex>("sex"),
                row.Maybe<Exposure>("exposure"),
                row.Maybe<PartPosition>("position"),
                row.Maybe<PartAge>("age"),
                row.Maybe<Season>("season")
            );
            if (!seen.Add((taxon.Id, character.Id, scope)))
            {
                row.Fault("", $"a second statement on {character.Id} of {taxon.Id} in the same scope", "one");
            }

            statements.Add(
                new(taxon.Id, character.Id, reading.Value, scope, row.Choice("source", SourceClass.GeneralKnowledge))
            );
        }

        return statements.ToImmutable();
    }

    private ImmutableArray<DichotomousKey> ReadKeys()
    {
        var leads = new KeyTables(this).ReadLeads();
        var keys = ImmutableArray.CreateBuilder<DichotomousKey>();
        var seen = new HashSet<string>();
        foreach (var row in Table("keys.csv", false, ["id", "title", "start"], "use_when", "scope"))
        {
            var id = Identifier(row, "id");
            Once(row, "id", seen.Add(id));
            var scope = row["scope"].Length > 0 ? Taxon(row, "scope")?.Id : null;
            var couplets = leads
                .Where(l => l.Key == id)
                .GroupBy(l => l.Couplet)
                .ToImmutableSortedDictionary(g => g.Key, g => new Couplet(g.Key, [.. g.Select(l => l.Lead)]));
            keys.Add(new(new(id), row.Required("title"), row["use_when"], scope, row.Whole("start") ?? 0, couplets));
        }

        foreach (var stray in leads.Where(l => !seen.Contains(l.Key)))
        {
            stray.Row.Fault("key", $"“{stray.Key}”", "the identifier of a key in keys.csv");
        }

        // References between keys only make sense once each lead could be read.
        if (_faults.Count == 0)
        {
            foreach (var fault in KeyChecks.Check(keys))
            {
                var row = leads
                    .FirstOrDefault(l =>
                        l.Key == fault.At.Key.Value
                        && l.Couplet == fault.At.Couplet
                        && (fault.Lead is null || l.Lead.Number == fault.Lead)
                    )
                    .Row;
                _faults.Add(
                    new(
                        row is null ? "keys.csv" : "leads.csv",
                        row?.Line ?? 0,
                        "to",
                        $"in key {fault.At.Key}, couplet {fault.At.Couplet}: {fault.Found}",
                        fault.Expected
                    )
                );
            }
        }

        return keys.ToImmutable();
    }

    private ImmutableArray<Caution> ReadCautions()
    {
        var cautions = ImmutableArray.CreateBuilder<Caution>();
        foreach (var row in Table("cautions.csv", false, ["taxon", "hazard", "text"]))
        {
            if (Taxon(row, "taxon") is { } taxon)
            {
                row.Required("hazard");
                cautions.Add(new(taxon.Id, row.Choice("hazard", Hazard.Poisonous), row.Required("text")));
            }
        }

        return cautions.ToImmutable();
    }

    private ImmutableArray<LookAlike> ReadLookAlikes()
    {
        var pairs = ImmutableArray.CreateBuilder<LookAlike>();
        foreach (var row in Table("lookalikes.csv", false, ["taxon", "other", "character", "text"]))
        {
            if (
                Taxon(row, "taxon") is { } taxon
                && Taxon(row, "other") is { } other
                && Character(row, "character") is { } character
            )
            {
                if (taxon == other)
                {
                    row.Fault("other", $"“{other.Id}”", "another taxon");
                }

                pairs.Add(new(taxon.Id, other.Id, character.Id, row.Required("text")));
            }
        }

        return pairs.ToImmutable();
    }

    private ImmutableArray<Cross> ReadCrosses()
    {
        var crosses = ImmutableArray.CreateBuilder<Cross>();
        foreach (var row in Table("crosses.csv", false, ["taxon", "first", "second"]))
        {
            if (
                Taxon(row, "taxon") is { } cross
                && Taxon(row, "first") is { } first
                && Taxon(row, "second") is { } second
            )
            {
                crosses.Add(new(cross.Id, first.Id, second.Id));
            }
        }

        return crosses.ToImmutable();
    }

    private ImmutableArray<Misreading> ReadMisreadings()
    {
        var misreadings = ImmutableArray.CreateBuilder<Misreading>();
        foreach (var row in Table("misreadings.csv", false, ["character", "prompt"], "claim", "instead"))
        {
            if (Character(row, "character") is not { } character)
            {
                continue;
            }

            LeadCondition? claim = null;
            if (row["claim"].Length > 0)
            {
                var reading = LeadConditionReader.Read(row["claim"], character);
                claim = reading.Ok ? reading.Value : null;
                if (!reading.Ok)
                {
                    row.Fault("claim", reading.Found, reading.Expected);
                }
            }

            var instead = row["instead"].Length > 0 ? Character(row, "instead")?.Id : null;
            misreadings.Add(new(character.Id, claim, instead, row.Required("prompt")));
        }

        return misreadings.ToImmutable();
    }

    private ImmutableArray<PhenologyWindow> ReadWindows()
    {
        var windows = ImmutableArray.CreateBuilder<PhenologyWindow>();
        foreach (var row in Table("seasons.csv", false, ["taxon", "phenophase", "from", "to"], "sex"))
        {
            row.Required("phenophase");
            row.Required("from");
            row.Required("to");
            if (Taxon(row, "taxon") is { } taxon && row.Day("from") is { } from && row.Day("to") is { } to)
            {
                windows.Add(
                    new(taxon.Id, row.Choice("phenophase", Phenophase.Flower), from, to, row.Maybe<Sex>("sex"))
                );
            }
        }

        return windows.ToImmutable();
    }

    private ImmutableArray<FloraArea> ReadAreas()
    {
        foreach (var row in Table("areas.csv", false, ["id", "name"]))
        {
            FloraArea area = new(Identifier(row, "id"), row.Required("name"));
            Once(row, "id", _areas.TryAdd(area.Id, area));
        }

        return [.. _areas.Values];
    }

    private ImmutableArray<TaxonAreaStatus> ReadAreaStatuses()
    {
        Dictionary<(TaxonId Taxon, string Area), TaxonAreaStatus> statuses = [];
        foreach (var row in Table("area_status.csv", false, ["taxon", "area", "status"]))
        {
            if (
                Taxon(row, "taxon") is not { } taxon
                || Known(row, "area", _areas, "an area in areas.csv") is not { } area
                || row.Required("status").Length == 0
            )
            {
                continue;
            }

            TaxonAreaStatus standing = new(taxon.Id, area.Id, row.Choice("status", AreaStatus.Unknown));
            Once(row, "taxon", statuses.TryAdd((taxon.Id, area.Id), standing));
        }

        return [.. statuses.Values];
    }

    private Taxon? Taxon(Row row, string column) => Known(row, column, _taxa, "a taxon in taxa.csv");

    private ImmutableArray<LackingParts> ReadLacking()
    {
        var lacking = ImmutableArray.CreateBuilder<LackingParts>();
        foreach (var row in Table("lacking.csv", false, ["taxon"], "organs", "characters"))
        {
            var (organs, characters) = (row.Choices<Organ>("organs"), row.List("characters"));
            foreach (var unknown in characters.Where(c => !_characters.ContainsKey(c)))
            {
                row.Fault("characters", $"“{unknown}”", "identifiers of characters in characters.csv");
            }

            if (organs.IsEmpty && characters.IsEmpty)
            {
                row.Fault("organs", "nothing, nor any character", "what the group does not have");
            }

            if (Taxon(row, "taxon") is { } taxon)
            {
                lacking.Add(new(taxon.Id, [.. organs], [.. characters.Select(c => new CharacterId(c))]));
            }
        }

        return lacking.ToImmutable();
    }

    /// <summary>A row for each thing known of a species; one without a feature for a species of which nothing is.</summary>
    private ImmutableArray<UntreatedSpecies> ReadUntreated()
    {
        var species = new List<UntreatedSpecies>();
        foreach (
            var row in Table("untreated.csv", false, ["name", "within"], "common_name", "hazards", "character", "value")
        )
        {
            var name = row.Required("name");
            if (Known(row, "within", _taxa, "a taxon in taxa.csv") is not { } within || name.Length == 0)
            {
                continue;
            }

            if (_taxa.Values.Any(t => t.Name == name))
            {
                row.Fault("name", $"“{name}”", "a species that taxa.csv does not hold");
                continue;
            }

            var at = species.FindIndex(s => s.Name == name);
            if (at < 0)
            {
                var id = new TaxonId("untreated-" + NotInIdentifiers().Replace(name.ToLowerInvariant(), "-"));
                species.Add(new(id, name, within.Id, row["common_name"], row.Choices<Hazard>("hazards"), []));
                at = species.Count - 1;
            }

            if (row["character"].Length > 0 && Character(row, "character") is { } character)
            {
                var reading = NotationReader.Read(row["value"], character);
                if (reading.Ok)
                {
                    species[at] = species[at] with
                    {
                        Known = species[at]
                            .Known.Add(
                                new(
                                    species[at].Id,
                                    character.Id,
                                    reading.Value,
                                    Scope.Any,
                                    SourceClass.GeneralKnowledge
                                )
                            ),
                    };
                }
                else
                {
                    row.Fault("value", reading.Found, reading.Expected);
                }
            }
        }

        return [.. species];
    }

    [GeneratedRegex("[^a-z0-9]+")]
    private static partial Regex NotInIdentifiers();

    private ImmutableArray<NameNeeds> ReadNeeds()
    {
        var needs = ImmutableArray.CreateBuilder<NameNeeds>();
        foreach (var row in Table("needs.csv", false, ["taxon"], "reproductive", "seasons", "parts"))
        {
            if (Taxon(row, "taxon") is not { } taxon)
            {
                continue;
            }

            if (row["reproductive"] is not ("" or "yes" or "no"))
            {
                row.Fault("reproductive", $"“{row["reproductive"]}”", "yes or no");
            }

            var usual = NameNeeds.Usual(taxon.Id);
            needs.Add(
                usual with
                {
                    Reproductive = row["reproductive"] == "yes",
                    Seasons = Within(row, "seasons", 1, 4) ?? usual.Seasons,
                    Parts = Within(row, "parts", 1, 100) ?? usual.Parts,
                }
            );
            Once(row, "taxon", needs.Count(n => n.Taxon == taxon.Id) == 1);
        }

        return needs.ToImmutable();
    }

    private static int? Within(Row row, string column, int least, int most)
    {
        if (row[column].Length == 0 || row.Whole(column) is not { } number)
        {
            return null;
        }

        if (number < least || number > most)
        {
            row.Fault(column, row[column], $"a whole number from {least} to {most}");
        }

        return number;
    }

    private Character? Character(Row row, string column) =>
        Known(row, column, _characters, "a character in characters.csv");

    private static T? Known<T>(Row row, string column, Dictionary<string, T> known, string what)
        where T : class
    {
        var id = row.Required(column);
        if (id.Length > 0 && !known.ContainsKey(id))
        {
            row.Fault(column, $"“{id}”", $"the identifier of {what}");
        }

        return known.GetValueOrDefault(id);
    }

    private static string Identifier(Row row, string column)
    {
        var id = row.Required(column);
        if (id.Length > 0 && !IdentifierForm().IsMatch(id))
        {
            row.Fault(
                column,
                $"“{(id.Length > 60 ? id[..60] + "…" : id)}”",
                "lower-case letters, digits and hyphens, at most 80"
            );
        }

        return id;
    }

    private static void Once(Row row, string column, bool fresh)
    {
        if (!fresh)
        {
            row.Fault(column, $"“{row[column]}” a second time", "each identifier once");
        }
    }

    [GeneratedRegex("^(?=.{1,80}$)[a-z0-9]+(?:-[a-z0-9]+)*$")]
    private static partial Regex IdentifierForm();

    /// <summary>The two tables a key's couplets are spread over.</summary>
    private sealed class KeyTables(GuideReader reader)
    {
        public List<(string Key, int Couplet, Lead Lead, Row Row)> ReadLeads()
        {
            var tests = ReadTests();
            var leads = new List<(string Key, int Couplet, Lead Lead, Row Row)>();
            foreach (var row in reader.Table("leads.csv", false, ["key", "couplet", "lead", "to", "target"], "text"))
            {
                if (
                    row.Whole("couplet") is not { } couplet
                    || row.Whole("lead") is not { } number
                    || Target(row) is not { } target
                )
                {
                    continue;
                }

                var key = row.Required("key");
                var own = tests
                    .Where(t => t.Key == key && t.Couplet == couplet && t.Lead == number)
                    .Select(t => t.Test)
                    .ToImmutableArray();
                if (own.IsEmpty && row["text"].Length == 0)
                {
                    row.Fault(
                        "lead",
                        $"lead {couplet}.{number} without a statement",
                        "its statements in lead_statements.csv, or its text as printed"
                    );
                }

                Once(row, "lead", !leads.Exists(l => l.Key == key && l.Couplet == couplet && l.Lead.Number == number));
                leads.Add((key, couplet, new(number, own, target) { Wording = row["text"] }, row));
            }

            foreach (
                var stray in tests.Where(t =>
                    !leads.Exists(l => l.Key == t.Key && l.Couplet == t.Couplet && l.Lead.Number == t.Lead)
                )
            )
            {
                stray.Row.Fault(
                    "lead",
                    $"a statement of lead {stray.Couplet}.{stray.Lead} of {stray.Key}",
                    "such a lead in leads.csv"
                );
            }

            return [.. leads.OrderBy(l => l.Couplet).ThenBy(l => l.Lead.Number)];
        }

        private LeadTarget? Target(Row row)
        {
            switch (row.Required("to"))
            {
                case "couplet":
                    return row.Whole("target") is { } number ? new ToCouplet(number) : null;
                case "taxon":
                    return reader.Taxon(row, "target") is { } taxon ? new ToTaxon(taxon.Id) : null;
                case "key":
                    return new ToKey(new(row.Required("target")));
                case { Length: > 0 } other:
                    row.Fault("to", $"“{other}”", "couplet, taxon or key");
                    return null;
                default:
                    return null;
            }
        }

        private List<(string Key, int Couplet, int Lead, LeadTest Test, Row Row)> ReadTests()
        {
            var tests = new List<(string Key, int Couplet, int Lead, LeadTest Test, Row Row)>();
            foreach (
                var row in reader.Table(
                    "lead_statements.csv",
                    false,
                    ["key", "couplet", "lead", "text", "character", "claim"]
                )
            )
            {
                if (
                    row.Whole("couplet") is not { } couplet
                    || row.Whole("lead") is not { } lead
                    || reader.Character(row, "character") is not { } character
                )
                {
                    continue;
                }

                var reading = LeadConditionReader.Read(row.Required("claim"), character);
                if (!reading.Ok)
                {
                    row.Fault("claim", reading.Found, reading.Expected);
                    continue;
                }

                tests.Add(
                    (row.Required("key"), couplet, lead, new(row.Required("text"), character.Id, reading.Value), row)
                );
            }

            return tests;
        }
    }
}
