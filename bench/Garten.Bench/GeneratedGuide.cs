using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Bench;

/// <summary>A guide of any size, made from a seed: as wide and as gappy as a real one, and of no real plant.</summary>
public static class GeneratedGuide
{
    /// <summary>
    /// Share of the characters a species says something of itself, and a third of that at its genus: of 300 characters over
    /// a whole flora most do not apply to most plants, so a hundred and forty are filled.
    /// </summary>
    private const double Stated = 0.35;

    /// <summary>Makes the tables.</summary>
    /// <param name="species">How many species, ten to a genus, ten genera to a family.</param>
    /// <param name="characters">How many characters: three in five with states, one in five counted, one in five measured.</param>
    /// <param name="seed">Starts the numbers.</param>
    public static GuideTables Tables(int species, int characters, int seed)
    {
        var random = new Random(seed);
        var table = Enumerable.Range(0, characters).Select(Character).ToImmutableArray();
        var taxa = ImmutableArray.CreateBuilder<Taxon>();
        var statements = ImmutableArray.CreateBuilder<Statement>();
        for (var i = 0; i < species; i++)
        {
            var family = new TaxonId($"family-{i / 100}");
            var genus = new TaxonId($"genus-{i / 10}");
            if (i % 100 == 0)
            {
                taxa.Add(Taxon(family, null, TaxonRank.Family));
            }

            if (i % 10 == 0)
            {
                taxa.Add(Taxon(genus, family, TaxonRank.Genus));
                Say(genus, Stated / 3);
            }

            var own = new TaxonId($"species-{i}");
            taxa.Add(Taxon(own, genus, TaxonRank.Species));
            Say(own, Stated);
        }

        return new(
            new("generated", "Generated", "1.0.0", "CC0-1.0", 100),
            taxa.ToImmutable(),
            table,
            statements.ToImmutable(),
            [],
            [],
            [],
            [],
            [],
            [],
            [],
            []
        );

        void Say(TaxonId taxon, double share)
        {
            foreach (var character in table)
            {
                if (random.NextDouble() < share)
                {
                    statements.Add(
                        new(taxon, character.Id, Value(character, random), Scope.Any, SourceClass.DemoInvented)
                    );
                }
            }
        }
    }

    /// <summary>What one plant of a species shows of some characters.</summary>
    /// <param name="most">How many characters.</param>
    public static ImmutableArray<Observation> Plant(Guide guide, TaxonId taxon, int most)
    {
        var day = new DateOnly(2026, 6, 1);
        return
        [
            .. guide
                .Characters.Select(c =>
                    guide.StatementFor(taxon, c.Id, Scope.Any)?.Value switch
                    {
                        StateShares s => Observation.OfStates(c.Id, 1, day, s.Usual),
                        NumericRange { Low: { } low, High: { } high } when c.Kind == CharacterKind.Count =>
                            Observation.OfSample(c.Id, 1, day, Math.Round((low + high) / 2)),
                        NumericRange { Low: { } low, High: { } high } => Observation.OfSample(
                            c.Id,
                            1,
                            day,
                            low,
                            Math.Sqrt(low * high),
                            high
                        ),
                        _ => null,
                    }
                )
                .OfType<Observation>()
                .Take(most),
        ];
    }

    private static Taxon Taxon(TaxonId id, TaxonId? parent, TaxonRank rank) =>
        new(id, parent, rank, id.Value, "", [], [], AreaStatus.Native, Commonness.Common, "");

    private static Character Character(int i)
    {
        var kind = (i % 5) switch
        {
            3 => CharacterKind.Count,
            4 => CharacterKind.Length,
            _ => CharacterKind.Unordered,
        };
        ImmutableArray<CharacterState> states =
            kind == CharacterKind.Unordered
                ? [.. Enumerable.Range(0, 2 + (i % 4)).Select(s => new CharacterState($"s{s}", $"s{s}", null, ""))]
                : [];
        return new(
            new($"character-{i}"),
            Organ.Leaf,
            $"Character {i}",
            kind,
            kind == CharacterKind.Length ? "mm" : "",
            states,
            null,
            "",
            "",
            10,
            Tool.Eye,
            HarmLevel.Look,
            0.05,
            null,
            null,
            null,
            []
        );
    }

    private static StatementValue Value(Character character, Random random)
    {
        switch (character.Kind)
        {
            case CharacterKind.Unordered:
                var first = random.Next(character.States.Length);
                return random.NextDouble() < 0.7
                    ? new StateShares([new($"s{first}", 1, null)])
                    : new StateShares([
                        new($"s{first}", 0.85, FrequencyWord.Usually),
                        new($"s{(first + 1) % character.States.Length}", 0.15, null),
                    ]);
            case CharacterKind.Count:
                var least = random.Next(1, 8);
                return new NumericRange(null, least, least + random.Next(0, 4), null);
            default:
                var low = Math.Exp(1 + (4 * random.NextDouble()));
                return new NumericRange(null, low, low * (1.3 + random.NextDouble()), null);
        }
    }
}
