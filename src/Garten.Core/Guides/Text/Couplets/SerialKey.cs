namespace Garten.Core.Guides.Text.Couplets;

/// <summary>
/// A key whose leads are numbered one by one, each naming the lead it stands against: "1(4) …", "4(1) …". A lead without a name goes to the
/// couplet that begins with the next number.
/// </summary>
internal static class SerialKey
{
    /// <summary>Whether leads name each other as opposites.</summary>
    public static bool Fits(List<RawLead> leads)
    {
        var numbered = leads.Where(l => l.Label is { Kind: LabelKind.Number, From.Length: > 0 }).ToList();
        if (numbered.Count * 5 < leads.Count * 4 || numbered.Count < 2)
        {
            return false;
        }

        var against = new HashSet<string>(
            numbered.Select(l => $"{l.Label.Key}({l.Label.From})"),
            StringComparer.Ordinal
        );
        return numbered.Count(l => against.Contains($"{l.Label.From}({l.Label.Key})")) * 5 >= numbered.Count * 4;
    }

    public static List<BuiltCouplet> Couplets(List<EndedLead> leads)
    {
        var couplets = new List<BuiltCouplet>();
        var byLead = new Dictionary<string, BuiltCouplet>(StringComparer.Ordinal);
        for (var i = 0; i < leads.Count; i++)
        {
            var lead = leads[i];
            var label = lead.Raw.Label;
            if (!byLead.TryGetValue(label.From, out var couplet) || byLead.ContainsKey(label.Key))
            {
                couplet = new(label.Key, "");
                couplets.Add(couplet);
            }

            byLead[label.Key] = couplet;
            if (lead.End.Target is EndsNowhere { Said.Length: 0 } && i + 1 < leads.Count)
            {
                var next = leads[i + 1].Raw.Label;
                // The lead below is the first of its couplet, or this one leads nowhere.
                if (!byLead.ContainsKey(next.From))
                {
                    lead = lead with { End = lead.End with { Target = new EndsAtCouplet(next.Key) } };
                }
            }

            couplet.Leads.Add(lead);
        }

        return couplets;
    }
}
