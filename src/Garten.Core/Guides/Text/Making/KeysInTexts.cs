using System.Collections.Immutable;
using System.Globalization;

namespace Garten.Core.Guides.Text.Making;

/// <summary>
/// The keys of a set of texts as keys of a guide. A group with couplets of its own becomes a key of its own; a lead that ends at a genus goes
/// on to the key of that genus, where there is one.
/// </summary>
internal sealed class KeysInTexts(NamesInTexts names, FeaturesInTexts features)
{
    private readonly List<DichotomousKey> _keys = [];
    private readonly List<string> _assumed = [];

    public IReadOnlyList<string> Assumed => _assumed;

    /// <summary>The keys, those of a genus found by the leads that end at it.</summary>
    public ImmutableArray<DichotomousKey> Built
    {
        get
        {
            var ofGenus = _keys
                .Where(k => k.Scope is not null)
                .DistinctBy(k => k.Scope)
                .ToDictionary(k => k.Scope!.Value, k => k.Id);
            return
            [
                .. _keys.Select(k =>
                    k with
                    {
                        Couplets = k.Couplets.ToImmutableSortedDictionary(
                            c => c.Key,
                            c =>
                                c.Value with
                                {
                                    Leads = [.. c.Value.Leads.Select(l => l with { Target = OnTo(k, l.Target) })],
                                }
                        ),
                    }
                ),
            ];

            LeadTarget OnTo(DichotomousKey key, LeadTarget target) =>
                target is ToTaxon { Taxon: var taxon } && key.Scope != taxon && ofGenus.TryGetValue(taxon, out var next)
                    ? new ToKey(next)
                    : target;
        }
    }

    public void Add(string source, KeyText text)
    {
        var title = text.Title.Length > 0 ? text.Title : source;
        var groups = text.Couplets.Select(c => c.Group).Distinct().ToArray();
        Dictionary<string, KeyId> ids = [];
        foreach (var group in groups)
        {
            ids[group] = new(
                Slug.Fresh(group.Length == 0 ? title : $"{title} {group}", s =>
                    _keys.Exists(k => k.Id.Value == s) || ids.ContainsValue(new(s))
                )
            );
        }

        foreach (var group in groups)
        {
            CoupletText[] own = [.. text.Couplets.Where(c => c.Group == group)];
            var numbers = NumbersOf(own);
            var couplets = ImmutableSortedDictionary.CreateBuilder<int, Couplet>();
            var after = numbers.Values.Max();
            foreach (var couplet in own)
            {
                var number = numbers[couplet.Number];
                var leads = couplet.Leads.Select(l =>
                    LeadOf(
                        l,
                        l.Target switch
                        {
                            EndsAtCouplet to => new ToCouplet(numbers[to.Couplet]),
                            EndsAtGroup to => new ToKey(ids[to.Group]),
                            EndsAtName to => new ToTaxon(names.IdOf(to.Name)),
                            EndsAtNames to => Undivided(couplets, ++after, to),
                            _ => throw new ArgumentException("A key with faults is none of a guide.", nameof(text)),
                        }
                    )
                );
                couplets[number] = new(number, [.. leads]);
            }

            var ends = couplets
                .Values.SelectMany(c => c.Leads)
                .Select(l => l.Target)
                .OfType<ToTaxon>()
                .Select(t => t.Taxon)
                .ToArray();
            _keys.Add(
                new(
                    ids[group],
                    group.Length == 0 ? title : Heading(text, group),
                    "",
                    ends.Length > 1 ? names.GenusOf(ends) : null,
                    numbers[own[0].Number],
                    couplets.ToImmutable()
                )
            );
        }
    }

    /// <summary>The heading a group stands under, as the remarks have it.</summary>
    private static string Heading(KeyText text, string group) =>
        text.Remarks.FirstOrDefault(r => r.StartsWith(group + ":", StringComparison.Ordinal)) ?? group;

    /// <summary>The numbers as printed where all are plain; otherwise counted anew.</summary>
    private static Dictionary<string, int> NumbersOf(CoupletText[] couplets)
    {
        var plain = couplets.All(c =>
            int.TryParse(c.Number, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n > 0
        );
        return couplets
            .Select((c, i) => (c.Number, plain ? int.Parse(c.Number, CultureInfo.InvariantCulture) : i + 1))
            .ToDictionary(x => x.Number, x => x.Item2);
    }

    /// <summary>Names the key does not part become a last couplet that asks for them by name: either may be taken, or both left open.</summary>
    private ToCouplet Undivided(ImmutableSortedDictionary<int, Couplet>.Builder couplets, int number, EndsAtNames to)
    {
        couplets[number] = new(
            number,
            [
                .. to.Names.Select(
                    (n, i) =>
                        new Lead(i + 1, [], new ToTaxon(names.IdOf(n)))
                        {
                            Wording = $"{n.Name}: the key goes no further",
                        }
                ),
            ]
        );
        _assumed.Add($"{to.InWords} are not parted by the key: a step was added that leaves them open.");
        return new(number);
    }

    private Lead LeadOf(LeadText text, LeadTarget target)
    {
        var tests = ImmutableArray.CreateBuilder<LeadTest>();
        foreach (var statement in text.Statements)
        {
            if (
                features.TryFind(statement, out var character, out var value)
                && ValuesOfFeatures.Claim(character, value) is { } claim
                && tests.All(t => t.Character != character.Id)
            )
            {
                tests.Add(new(statement.Text, character.Id, claim));
            }
        }

        return new(text.Number, tests.ToImmutable(), target) { Wording = text.Text };
    }
}
