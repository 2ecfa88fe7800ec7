using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Identification;

namespace Garten.Core.Assessment;

/// <summary>What a guide says of one feature.</summary>
/// <param name="Label">The character's name, in small letters.</param>
/// <param name="Value">What is said of it, in words.</param>
public sealed record FloraFeature(string Label, string Value);

/// <summary>What a guide says of one organ, run together as floras do.</summary>
/// <param name="Features">What is there, in the order of the characters.</param>
/// <param name="Without">Characters whose part is not there.</param>
public sealed record FloraParagraph(Organ Organ, ImmutableArray<FloraFeature> Features, ImmutableArray<string> Without);

/// <summary>A place in a key where a taxon comes out.</summary>
/// <param name="Way">Couplets and leads from the start of that key, for example "1.2 2.1 5.2".</param>
public sealed record KeyEnding(CoupletRef At, string KeyTitle, string Way);

/// <summary>A taxon as a flora describes it, written from its statements and those of the taxa above it.</summary>
/// <param name="Author">Author of the name.</param>
/// <param name="Above">The taxa above it, the widest first.</param>
/// <param name="Below">The taxa just below it.</param>
/// <param name="Synonyms">Other scientific names.</param>
/// <param name="Status">Native or introduced.</param>
/// <param name="StatusElsewhere">Areas where it stands otherwise.</param>
/// <param name="Misapplied">Names of other species by which it was called here.</param>
/// <param name="Commonness">How often it is met.</param>
/// <param name="Protection">Why it is spared; empty when it is not.</param>
/// <param name="Paragraphs">The description, organ by organ.</param>
/// <param name="Habitat">Where it grows, in words; empty when the guide does not say.</param>
/// <param name="Seasons">Its seasons at the guide's reference height.</param>
/// <param name="LookAlikes">What it is taken for, with the feature that decides.</param>
/// <param name="Keys">Where it comes out in the keys.</param>
public sealed record FloraAccount(
    TaxonName Taxon,
    string Author,
    ImmutableArray<TaxonName> Above,
    ImmutableArray<TaxonName> Below,
    ImmutableArray<string> CommonNames,
    ImmutableArray<string> Synonyms,
    ImmutableArray<string> Misapplied,
    AreaStatus Status,
    ImmutableArray<StatusThere> StatusElsewhere,
    Commonness Commonness,
    string Protection,
    ImmutableArray<FloraParagraph> Paragraphs,
    string Habitat,
    ImmutableArray<AccountSeason> Seasons,
    ImmutableArray<Caution> Cautions,
    ImmutableArray<AccountLookAlike> LookAlikes,
    ImmutableArray<KeyEnding> Keys
)
{
    /// <summary>Writes the account of a taxon of any rank.</summary>
    /// <param name="id">A taxon of the guide.</param>
    public static FloraAccount Of(Guide guide, TaxonId id)
    {
        var taxon = guide.Taxon(id);
        var held = SpeciesAccount.Compose(guide, id, new EvidenceSheet(guide, []), new PlaceFacts(null, []), []);
        return new(
            TaxonName.Of(taxon),
            taxon.Author,
            [.. guide.Lineage(id).Skip(1).Reverse().Select(TaxonName.Of)],
            [.. guide.Taxa.Where(t => t.Parent == id).Select(TaxonName.Of)],
            taxon.CommonNames,
            taxon.Synonyms,
            taxon.Misapplied,
            taxon.Status,
            [
                .. guide
                    .Areas.Select(a => new StatusThere(a.Name, guide.StatusIn(id, a.Id)))
                    .Where(a => a.Status != taxon.Status),
            ],
            taxon.Commonness,
            taxon.Protection,
            [
                .. Enum.GetValues<Organ>()
                    .Where(o => o != Organ.Place)
                    .Select(o => Describe(guide, id, o))
                    .Where(p => p.Features.Length + p.Without.Length > 0),
            ],
            string.Join(
                "; ",
                guide
                    .Characters.Where(c => c.Organ == Organ.Place)
                    .Select(c =>
                        guide.StatementFor(id, c.Id, Scope.Any) is { } s ? NotationWriter.InWords(s.Value, c) : ""
                    )
                    .Where(t => t.Length > 0)
            ),
            held.Seasons,
            held.Cautions,
            held.LookAlikes,
            [.. guide.Reach.EndsAt(id).Select(at => new KeyEnding(at, guide.Key(at.Key).Title, WayTo(guide, at, id)))]
        );
    }

    /// <summary>How a state is worded that only says that the part is not there; others, such as "entire", describe something.</summary>
    private const string Nothing = "none";

    private static FloraParagraph Describe(Guide guide, TaxonId taxon, Organ organ)
    {
        var there = ImmutableArray.CreateBuilder<FloraFeature>();
        var without = ImmutableArray.CreateBuilder<string>();
        foreach (var character in guide.Characters.Where(c => c.Organ == organ))
        {
            if (guide.StatementFor(taxon, character.Id, Scope.Any)?.Value is not { } value)
            {
                continue;
            }

            var label = character.Label.ToLowerInvariant();
            if (
                value is StateShares { States: [var only] }
                && only.State == character.AbsentState
                && character.LabelOf(only.State).StartsWith(Nothing, StringComparison.Ordinal)
            )
            {
                without.Add(label);
            }
            else
            {
                there.Add(new(label, NotationWriter.InWords(value, character)));
            }
        }

        return new(organ, there.ToImmutable(), without.ToImmutable());
    }

    /// <summary>The leads from the start of the key to the one that ends at the taxon.</summary>
    private static string WayTo(Guide guide, CoupletRef at, TaxonId taxon)
    {
        var key = guide.Key(at.Key);
        var before = new Dictionary<int, (int Couplet, int Lead)>();
        var next = new Queue<int>([key.Start]);
        while (next.TryDequeue(out var number))
        {
            foreach (var lead in key.Couplets[number].Leads)
            {
                if (lead.Target is ToCouplet to && before.TryAdd(to.Couplet, (number, lead.Number)))
                {
                    next.Enqueue(to.Couplet);
                }
            }
        }

        var last = key.Couplets[at.Couplet].Leads.First(l => l.Target is ToTaxon end && end.Taxon == taxon);
        var way = new List<string> { $"{at.Couplet}.{last.Number}" };
        for (
            var number = at.Couplet;
            number != key.Start && before.TryGetValue(number, out var step);
            number = step.Couplet
        )
        {
            way.Insert(0, $"{step.Couplet}.{step.Lead}");
        }

        return string.Join(" ", way);
    }
}

/// <summary>A taxon that shows a state.</summary>
/// <param name="Share">Share of its plants that show it, 0–1.</param>
/// <param name="Words">What the guide says, in words.</param>
public sealed record Showing(TaxonName Taxon, string Family, double Share, string Words)
{
    /// <summary>The taxa of species level that show a state, the surest first; those that hardly ever do are left out.</summary>
    /// <param name="character">A character with named states.</param>
    /// <param name="state">One of its states, wider ones counting their narrower ones.</param>
    public static ImmutableArray<Showing> Of(Guide guide, Character character, string state) =>
        [
            .. guide
                .Taxa.Where(t => t.IsSpeciesLevel)
                .Select(t =>
                    guide.StatementFor(t.Id, character.Id, Scope.Any)?.Value is StateShares s
                        ? new Showing(
                            TaxonName.Of(t),
                            guide.At(t.Id, TaxonRank.Family)?.Name ?? "",
                            s.ShareOf(character, state),
                            NotationWriter.InWords(s, character)
                        )
                        : null
                )
                .OfType<Showing>()
                .Where(s => s.Share > StatementEvaluation.RareShare)
                .OrderByDescending(s => s.Share)
                .ThenBy(s => s.Taxon.Name, StringComparer.Ordinal),
        ];
}
