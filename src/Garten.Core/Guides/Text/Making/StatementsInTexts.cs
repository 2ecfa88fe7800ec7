using System.Collections.Immutable;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Guides.Text.Making;

/// <summary>What a set of texts says of its names: their descriptions, and behind them the leads on the way to each.</summary>
internal sealed class StatementsInTexts(NamesInTexts names, FeaturesInTexts features)
{
    private readonly Dictionary<(TaxonId Taxon, CharacterId Character, Season? Season), Statement> _said = [];
    private readonly List<PhenologyWindow> _windows = [];
    private readonly List<string> _assumed = [];

    public ImmutableArray<Statement> Statements => [.. _said.Values];

    public ImmutableArray<PhenologyWindow> Windows => [.. _windows];

    public IReadOnlyList<string> Assumed => _assumed;

    public void Add(DescriptionText description)
    {
        var taxon = names.IdOf(description.Taxon!);
        foreach (var statement in description.Statements)
        {
            if (features.TryFind(statement, out var character, out var value))
            {
                if (ValuesOfFeatures.Statement(character, value) is { } said)
                {
                    Keep(taxon, character, SeasonOf(statement), said);
                }
            }
            else if (
                PhaseOf(statement) is { } phase
                && Months.Span(statement.Value) is { } span
                && !_windows.Exists(w => w.Taxon == taxon && w.Phase == phase)
            )
            {
                _windows.Add(new(taxon, phase, span.From, span.To));
            }
        }
    }

    /// <summary>What a key says of the names it comes out at, where no description says otherwise.</summary>
    /// <param name="all">All keys; one that another leads on to is read on the way there.</param>
    public void AddFrom(DichotomousKey key, ImmutableArray<DichotomousKey> all)
    {
        if (all.Any(k => k.Couplets.Values.SelectMany(c => c.Leads).Any(l => l.Target is ToKey to && to.Key == key.Id)))
        {
            return;
        }

        var characters = features.Characters.ToDictionary(c => c.Id);
        foreach (var (taxon, claims) in new ClaimsOfKey(characters, all).From(key))
        {
            foreach (var (id, value) in claims)
            {
                if (!_said.Keys.Any(k => k.Taxon == taxon && k.Character == id))
                {
                    Keep(taxon, characters[id], null, value);
                }
            }
        }
    }

    private void Keep(TaxonId taxon, Character character, Season? season, StatementValue value)
    {
        var statement = new Statement(
            taxon,
            character.Id,
            value,
            Scope.Any with
            {
                Season = season,
            },
            SourceClass.FieldCharacter
        );
        if (!_said.TryAdd((taxon, character.Id, season), statement))
        {
            var before = _said[(taxon, character.Id, season)];
            if (before.Value is StateShares first && value is StateShares second)
            {
                // Said twice of one feature, both are met with.
                _said[(taxon, character.Id, season)] = before with
                {
                    Value = ValuesOfFeatures.Shares(first.States.Concat(second.States).Select(s => (s.State, s.Word)))!,
                };
            }
            else
            {
                _assumed.Add($"{taxon}: {character.Label.ToLowerInvariant()} is stated twice; the first is kept.");
            }
        }
    }

    private static Season? SeasonOf(TextStatement statement) =>
        statement.Scope.GetValueOrDefault("season") is { } word
        && Enum.TryParse<Season>(word, ignoreCase: true, out var s)
            ? s
            : null;

    private static Phenophase? PhaseOf(TextStatement statement) =>
        statement.Character switch
        {
            "flowering time" => Phenophase.Flower,
            "fruiting time" => Phenophase.Fruit,
            _ => null,
        };
}
