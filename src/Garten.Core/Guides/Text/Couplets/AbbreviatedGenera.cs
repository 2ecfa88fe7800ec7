using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Garten.Core.Guides.Text.Couplets;

/// <summary>
/// Writes out genera that a key abbreviates: "Salix bebbiana or S. lucida". The name right before it says which genus is meant, then the only
/// genus of the key, or of its title, that begins so; where several do, the name stays as it is written.
/// </summary>
internal static partial class AbbreviatedGenera
{
    public static ImmutableArray<CoupletText> Expanded(ImmutableArray<CoupletText> couplets, string title)
    {
        var genera = couplets
            .SelectMany(c => c.Leads)
            .SelectMany(NamesOf)
            .Select(n => n.Name.Split(' ')[0])
            .Where(g => !g.EndsWith('.'))
            .Concat(
                Capital()
                    .Matches(title)
                    .Select(m => m.Value)
                    .Where(w =>
                        !Words.IsPlain(w)
                        && NamesInText.HasFormOfGenus(w)
                        && !w.EndsWith("es", StringComparison.Ordinal)
                    )
            )
            .Distinct(StringComparer.Ordinal)
            .ToList();
        var written = new Dictionary<TextTarget, TextTarget>(ReferenceEqualityComparer.Instance);
        var last = "";
        foreach (var lead in couplets.SelectMany(c => c.Leads))
        {
            ImmutableArray<NameInText> names = [.. NamesOf(lead).Select(n => Written(n, genera, ref last))];
            if (!names.IsEmpty)
            {
                written[lead.Target] = lead.Target is EndsAtNames several
                    ? several with
                    {
                        Names = names,
                    }
                    : new EndsAtName(names[0]);
            }
        }

        return
        [
            .. couplets.Select(c =>
                c with
                {
                    Leads = [.. c.Leads.Select(l => l with { Target = written.GetValueOrDefault(l.Target, l.Target) })],
                }
            ),
        ];
    }

    /// <summary>The names a lead comes out at.</summary>
    public static IEnumerable<NameInText> NamesOf(LeadText lead) =>
        lead.Target switch
        {
            EndsAtName one => [one.Name],
            EndsAtNames several => several.Names,
            _ => [],
        };

    private static NameInText Written(NameInText name, List<string> genera, ref string last)
    {
        var genus = name.Name.Split(' ')[0];
        if (!genus.EndsWith('.'))
        {
            last = genus;
            return name;
        }

        var begins = genus.TrimEnd('.');
        var of = genera.Where(g => g.StartsWith(begins, StringComparison.Ordinal)).ToList();
        var meant =
            last.StartsWith(begins, StringComparison.Ordinal) ? last
            : of.Count == 1 ? of[0]
            : genus;
        return name with { Name = meant + name.Name[genus.Length..] };
    }

    [GeneratedRegex(@"\b[A-Z][a-z]{3,}\b")]
    private static partial Regex Capital();
}
