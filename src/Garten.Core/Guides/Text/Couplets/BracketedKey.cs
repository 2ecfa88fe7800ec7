namespace Garten.Core.Guides.Text.Couplets;

/// <summary>
/// Couplets whose leads stand together: "1a … 2 / 1b … 5", "1. … / 1'. …", "1 … / – …". A number that comes again after another one begins a
/// couplet of its own, which is then a fault to be told.
/// </summary>
internal static class BracketedKey
{
    public static List<BuiltCouplet> Couplets(List<EndedLead> leads)
    {
        var most = MostLeads(leads);
        var couplets = new List<BuiltCouplet>();
        var marks = new HashSet<string>(StringComparer.Ordinal);
        foreach (var lead in leads)
        {
            var label = lead.Raw.Label;
            var number = NumberOf(label, couplets);
            var last = couplets.LastOrDefault();
            var goesOn =
                last is not null
                && (
                    label.Kind is LabelKind.Sign or LabelKind.None
                    || (
                        number == last.Number
                        && last.Leads.Count < most
                        && (label.Mark.Length == 0 || !marks.Contains(label.Mark))
                    )
                );
            if (!goesOn)
            {
                last = new(number, label.From);
                couplets.Add(last);
                marks.Clear();
            }

            marks.Add(label.Mark);
            last!.Leads.Add(lead);
        }

        return couplets;
    }

    private static string NumberOf(LeadLabel label, List<BuiltCouplet> before) =>
        label.Kind switch
        {
            LabelKind.Number => label.Key,
            LabelKind.Letter => label.Key[..1],
            _ => before.Count == 0 ? "1" : before[^1].Number,
        };

    /// <summary>How many leads a couplet of the text has at most: three or four only where that is not two couplets of one number.</summary>
    private static int MostLeads(List<EndedLead> leads)
    {
        var runs = new List<int>();
        var before = "";
        foreach (var lead in leads)
        {
            var label = lead.Raw.Label;
            if (label.Kind is LabelKind.Sign or LabelKind.None || label.Key == before)
            {
                if (runs.Count > 0)
                {
                    runs[^1]++;
                }
            }
            else
            {
                runs.Add(1);
                before = label.Key;
            }
        }

        var marked = leads.Any(l => l.Raw.Label.Mark.Length > 0);
        // Four leads of one number where pairs are the rule are two couplets that got the same number.
        return marked || runs.Any(r => r == 3) ? 9
            : runs.Count(r => r >= 4) * 3 <= runs.Count ? 3
            : 9;
    }
}
