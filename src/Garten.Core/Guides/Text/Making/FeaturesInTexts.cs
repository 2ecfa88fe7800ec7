using System.Collections.Immutable;
using System.Diagnostics.CodeAnalysis;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Guides.Text.Making;

/// <summary>
/// The features a set of texts speaks of, with all states any of them names. First every text is heard, then the features are settled, and
/// only then can a statement be held against them.
/// </summary>
internal sealed class FeaturesInTexts
{
    private readonly Dictionary<string, Draft> _drafts = [];
    private readonly Dictionary<string, Character> _settled = [];
    private readonly List<string> _assumed = [];

    /// <summary>In the order of a feature panel; whether a part is there before what it is like.</summary>
    public ImmutableArray<Character> Characters { get; private set; } = [];

    public IReadOnlyList<string> Assumed => _assumed;

    public int Understood { get; private set; }

    public int LeftAsText { get; private set; }

    public void Hear(GuideText text)
    {
        IEnumerable<TextStatement> said = text switch
        {
            KeyText key => key.Couplets.SelectMany(c => c.Leads).SelectMany(l => l.Statements),
            DescriptionText description => description.Statements,
            _ => [],
        };
        foreach (var statement in said)
        {
            if (Name(statement, out var value) is not { } label || value is null)
            {
                LeftAsText++;
                continue;
            }

            Understood++;
            if (!_drafts.TryGetValue(label, out var draft))
            {
                _drafts[label] = draft = new(label, statement.Organ, statement.Character, KindOf(statement, value));
            }

            draft.Hear(value);
        }

        if (text is KeyText { Couplets: var couplets })
        {
            LeftAsText += couplets.SelectMany(c => c.Leads).Count(l => l.Statements.IsEmpty);
        }
    }

    /// <summary>Closes the list of features.</summary>
    public void Settle()
    {
        var ids = new HashSet<string>();
        var present = _drafts
            .Values.Where(d => d.Character == "presence" && d.Label == LabelOf(d.Organ, "presence", ""))
            .ToDictionary(d => d.Organ);
        foreach (
            var draft in _drafts
                .Values.OrderBy(d => OrganRooms.Of(d.Organ, d.Character))
                .ThenBy(d => d.Character != "presence")
        )
        {
            var above =
                draft.Character != "presence" && present.TryGetValue(draft.Organ, out var p)
                    ? new Dependence(_settled[p.Label].Id, ["present"])
                    : null;
            var character = draft.Settled(Slug.Fresh(draft.Label, ids.Contains), above);
            ids.Add(character.Id.Value);
            _settled[draft.Label] = character;
            if (draft.FarFetched)
            {
                _assumed.Add(
                    $"{draft.Label}: “{character.States.First(s => s.Label.StartsWith("not ", StringComparison.Ordinal)).Label}” was added, since no text names another state."
                );
            }
        }

        Characters = [.. _settled.Values];
    }

    /// <summary>The feature a statement speaks of, once settled; false where it has none.</summary>
    /// <param name="value">What is said of it.</param>
    public bool TryFind(
        TextStatement statement,
        [NotNullWhen(true)] out Character? character,
        [NotNullWhen(true)] out PlainValue? value
    )
    {
        character = Name(statement, out value) is { } label ? _settled[label] : null;
        return character is not null && value is not null;
    }

    /// <summary>What the feature of a statement is called; null where it is none a plant can be held against.</summary>
    private static string? Name(TextStatement statement, out PlainValue? value)
    {
        value = statement.Character is "taste" || Months.In(statement.Value) ? null : PlainValue.Read(statement.Value);
        value = value switch
        {
            PlainValue.States s => Comparison(statement.Character, s) ?? (PlainValue)Weighted(s, statement.Frequency),
            PlainValue.Amount { IsWhole: false } when statement.Character == "number" => null,
            _ => value,
        };
        if (value is null)
        {
            return null;
        }

        var of = string.Join(", ", statement.Scope.Where(s => s.Key != "season").Select(s => s.Value));
        var byEye = value is PlainValue.States && MeasuredWords.Contains(statement.Character) ? "by eye" : "";
        return LabelOf(
            statement.Organ,
            statement.Character,
            string.Join(", ", new[] { of, byEye }.Where(w => w.Length > 0))
        );
    }

    private static readonly ImmutableHashSet<string> MeasuredWords =
    [
        "length",
        "width",
        "height",
        "number",
        "diameter",
        "depth",
        "size",
    ];

    /// <summary>"Longer than the sepals" is a ratio above one.</summary>
    private static PlainValue.Amount? Comparison(string character, PlainValue.States states) =>
        !character.Contains(" relative to ", StringComparison.Ordinal)
        || states is not { Negated: false, Each: [var one] }
            ? null
            : one.Word switch
            {
                "longer" or "wider" or "broader" or "taller" or "larger" => Ratio(1, null),
                "shorter" or "narrower" or "smaller" => Ratio(null, 1),
                "equal" or "as long" => Ratio(0.9, 1.1),
                _ => null,
            };

    private static PlainValue.Amount Ratio(double? low, double? high) =>
        new(AmountSort.Number, new(null, low, high, null), "");

    private static PlainValue.States Weighted(PlainValue.States states, string frequency) =>
        PlainValue.FrequencyOf(frequency) is not { } word ? states
        : word == FrequencyWord.Never ? states with { Negated = !states.Negated }
        : states with { Each = [.. states.Each.Select(e => (e.Word, e.Frequency ?? word))] };

    private static CharacterKind KindOf(TextStatement statement, PlainValue value) =>
        value switch
        {
            PlainValue.Amount { Sort: AmountSort.Length } => CharacterKind.Length,
            PlainValue.Amount { Sort: AmountSort.Angle } => CharacterKind.Angle,
            PlainValue.Amount when statement.Character != "number" => CharacterKind.Ratio,
            PlainValue.Amount or PlainValue.Numbers => CharacterKind.Count,
            _ when statement.Character == "colour" => CharacterKind.Colour,
            _ => CharacterKind.Unordered,
        };

    private static string LabelOf(string organ, string character, string of)
    {
        var label = organ == "plant" ? character : $"{organ} {character}";
        label = char.ToUpperInvariant(label[0]) + label[1..];
        return of.Length == 0 ? label : $"{label} ({of})";
    }

    /// <summary>A feature while the texts are heard.</summary>
    private sealed class Draft(string label, string organ, string character, CharacterKind kind)
    {
        private readonly List<string> _words = [];
        private readonly HashSet<string> _denied = [];
        private readonly Dictionary<string, int> _units = [];

        public string Label => label;

        public string Organ => organ;

        public string Character => character;

        /// <summary>True where a state had to be added for what is not one.</summary>
        public bool FarFetched { get; private set; }

        public void Hear(PlainValue value)
        {
            switch (value)
            {
                case PlainValue.States states:
                    foreach (var (word, _) in states.Each)
                    {
                        if (!_words.Contains(word))
                        {
                            _words.Add(word);
                        }

                        if (states.Negated)
                        {
                            _denied.Add(word);
                        }
                    }

                    break;
                case PlainValue.Amount { Unit: { Length: > 0 } unit }:
                    _units[unit] = _units.GetValueOrDefault(unit) + 1;
                    break;
            }
        }

        public Character Settled(string id, Dependence? above) =>
            new(
                new(id),
                OrganRooms.Of(organ, character),
                label,
                kind,
                kind switch
                {
                    CharacterKind.Length => UnitOf(),
                    CharacterKind.Angle => "°",
                    _ => "",
                },
                kind is CharacterKind.Unordered or CharacterKind.Colour ? States() : [],
                above,
                HowTo(),
                "",
                kind is CharacterKind.Length or CharacterKind.Ratio ? 40 : 20,
                kind is CharacterKind.Length or CharacterKind.Ratio ? Tool.Ruler
                    : character == "hair" ? Tool.HandLens
                    : Tool.Eye,
                OrganRooms.HarmOf(organ, character),
                character is "colour" or "hair" or "shape" or "size"
                || label.EndsWith("(by eye)", StringComparison.Ordinal)
                    ? 0.12
                    : 0.08,
                null,
                null,
                character == "presence" ? "absent" : null,
                []
            )
            {
                DrawnAs = TraitWords.Of(label),
            };

        private string HowTo() =>
            kind switch
            {
                CharacterKind.Length => "Measure several well-grown ones, and not the smallest or largest you find.",
                CharacterKind.Count => "Count on several, and write each number.",
                CharacterKind.Ratio => "Measure both on the same part, and divide the first by the second.",
                _ => "",
            };

        /// <summary>The unit written most often; inches and feet as they are read.</summary>
        private string UnitOf()
        {
            var most = _units.MaxBy(u => u.Value).Key;
            return most switch
            {
                "dm" => "cm",
                "in" or "inch" or "inches" => "in",
                "ft" or "foot" or "feet" => "ft",
                _ => most,
            };
        }

        private ImmutableArray<CharacterState> States()
        {
            if (character == "presence")
            {
                return
                [
                    new("absent", "absent", null, "") { DrawnAs = TraitWords.Of(label, "absent") },
                    new("present", "present", null, ""),
                ];
            }

            // A feature needs a state for the plants that show none of those named.
            var widest = _words.Where(w => !WiderThan(w).Any()).ToArray();
            if (widest.Length == 1 || _words.TrueForAll(w => _denied.Contains(w) || WiderThan(w).Any(_denied.Contains)))
            {
                FarFetched = true;
                _words.Add($"not {string.Join(" or ", widest)}");
            }

            var ids = new Dictionary<string, string>();
            var states = ImmutableArray.CreateBuilder<CharacterState>();
            foreach (var word in _words.OrderBy(w => WiderThan(w).Count()))
            {
                ids[word] = Slug.Fresh(word, ids.ContainsValue);
                var wider = WiderThan(word).FirstOrDefault();
                states.Add(
                    new(
                        ids[word],
                        word.Replace("&", "and", StringComparison.Ordinal),
                        wider is null ? null : ids[wider],
                        ""
                    )
                    {
                        DrawnAs = TraitWords.Of(label, word),
                    }
                );
            }

            return states.ToImmutable();
        }

        private IEnumerable<string> WiderThan(string word)
        {
            var all = _words.ToHashSet();
            for (var at = StateWords.WiderOf(word, all); at is not null; at = StateWords.WiderOf(at, all))
            {
                yield return at;
            }
        }
    }
}
