using System.Collections.Immutable;
using System.Globalization;
using Garten.Core.Guides.Text.Phrases;

namespace Garten.Core.Guides.Text.Couplets;

/// <summary>Builds the couplets of a key from its leads, by the style its text is set in.</summary>
internal static class KeyTextReader
{
    /// <summary>Most couplets of a key.</summary>
    public const int MostCouplets = 5000;

    /// <summary>The key in these lines; null where they hold none.</summary>
    public static KeyText? Read(ImmutableArray<TextLine> lines)
    {
        if (KeySectionReader.Read(lines) is not { } page)
        {
            return null;
        }

        var groups = page.Sections.Select(s => s.Name).Where(n => n.Length > 0).ToList();
        var numbers = page
            .Sections.SelectMany(s => s.Leads)
            .Where(l => l.Label.Kind == LabelKind.Number)
            .Select(l => l.Label.Key)
            .ToHashSet(StringComparer.Ordinal);
        var again = NumbersBeginAgain(page.Sections);
        var every = page.Sections.SelectMany(s => s.Leads).ToList();
        var leaders = every.Count(l => LeadEnd.Ends(l.Said));
        var led = leaders >= 2 && leaders * 3 >= every.Count;
        var style = StyleOf(every, numbers, groups, led);
        var couplets = ImmutableArray.CreateBuilder<CoupletText>();
        var starts = new Dictionary<string, CoupletText>(StringComparer.Ordinal);
        foreach (var section in page.Sections)
        {
            var leads = section
                .Leads.Select(l => new EndedLead(
                    l,
                    LeadEnd.Read(l.Said, style == KeyTextStyle.Indented ? NoNumbers : numbers, groups, led)
                ))
                .ToList();
            var built = style switch
            {
                KeyTextStyle.Indented => IndentedKey.Couplets(leads),
                KeyTextStyle.Serial => SerialKey.Couplets(leads),
                _ => BracketedKey.Couplets(leads),
            };
            if (built.Count > 0 && section.Name.Length > 0)
            {
                starts.TryAdd(section.Name, Final(built[0], again ? section.Name : ""));
            }

            couplets.AddRange(built.Select(b => Final(b, again ? section.Name : "")));
        }

        var all = AbbreviatedGenera.Expanded(couplets.ToImmutable(), page.Title);
        return new(
            style,
            page.Title,
            page.Remarks,
            all,
            [
                .. all.SelectMany(c => c.Leads)
                    .SelectMany(AbbreviatedGenera.NamesOf)
                    .Select(n => n.Name)
                    .Distinct(StringComparer.Ordinal),
            ],
            KeyTextFaults.Of(all, starts, style)
        );
    }

    private static readonly HashSet<string> NoNumbers = [];

    private static CoupletText Final(BuiltCouplet built, string group) =>
        new(
            group,
            built.Number,
            built.From,
            [
                .. built.Leads.Select(
                    (l, i) =>
                        new LeadText(
                            i + 1,
                            l.Raw.Label.Printed,
                            l.End.Text,
                            l.End.Target,
                            PhraseReader.Read(l.End.Text),
                            l.Raw.Line
                        )
                ),
            ],
            built.Leads[0].Raw.Line
        );

    private static bool NumbersBeginAgain(ImmutableArray<KeySection> sections) =>
        sections
            .SelectMany(s => s.Leads.Select(l => l.Label.Key).Where(k => k.Length > 0).Distinct())
            .GroupBy(k => k)
            .Any(g => g.Count() > 1)
        || (sections.Length > 1 && sections.All(s => s.Leads.All(l => l.Label.Kind != LabelKind.Number)));

    private static KeyTextStyle StyleOf(List<RawLead> leads, HashSet<string> numbers, List<string> groups, bool led)
    {
        if (SerialKey.Fits(leads))
        {
            return KeyTextStyle.Serial;
        }

        var ends = leads.Select(l => LeadEnd.Read(l.Said, numbers, groups, led).Target).ToList();
        var toCouplets = ends.Count(t => t is EndsAtCouplet);
        var open = ends.Count(t => t is EndsNowhere);
        if (toCouplets > 0 && toCouplets >= open)
        {
            return KeyTextStyle.Bracketed;
        }

        return open > 0 && (IndentedKey.Nests(leads) || leads.Select(l => l.Indent).Distinct().Count() > 1)
            ? KeyTextStyle.Indented
            : KeyTextStyle.Bracketed;
    }
}

/// <summary>A lead whose end was read.</summary>
internal sealed record EndedLead(RawLead Raw, LeadEnd End);

/// <summary>A couplet while its key is built.</summary>
internal sealed class BuiltCouplet(string number, string from)
{
    public string Number { get; set; } = number;

    public string From { get; } = from;

    public List<EndedLead> Leads { get; } = [];

    public static string Counted(int n) => n.ToString(CultureInfo.InvariantCulture);
}
