namespace Garten.Core.Guides.Text.Couplets;

/// <summary>
/// A key set in steps: what follows from a lead stands below it and deeper, and its other lead comes only when all that is done. Numbers or
/// letters tell which leads belong together; where labels repeat or there are none, the depth does.
/// </summary>
internal static class IndentedKey
{
    /// <summary>Whether the two leads of a couplet stand apart, with others between them.</summary>
    public static bool Nests(List<RawLead> leads)
    {
        var last = new Dictionary<string, int>(StringComparer.Ordinal);
        for (var i = 0; i < leads.Count; i++)
        {
            var key = KeyOf(leads[i].Label);
            if (key.Length > 0 && last.TryGetValue(key, out var before) && before < i - 1)
            {
                return true;
            }

            last[key] = i;
        }

        return false;
    }

    public static List<BuiltCouplet> Couplets(List<EndedLead> leads)
    {
        if (!Numbered(leads))
        {
            return Couplets(leads, false);
        }

        // "A" against "B", below them "1" against "2": where labels make hardly any couplet, the depth tells.
        var labelled = Couplets(leads, true);
        var odd = Odd(labelled);
        if (odd < 3 || leads.Select(l => l.Raw.Indent).Distinct().Count() < 2)
        {
            return labelled;
        }

        var stepped = Couplets(leads, false);
        return Odd(stepped) * 3 <= odd ? stepped : labelled;
    }

    /// <summary>Couplets with one lead, and numbers that come again.</summary>
    private static int Odd(List<BuiltCouplet> couplets) =>
        couplets.Count(c => c.Leads.Count == 1) + couplets.Count - couplets.Select(c => c.Number).Distinct().Count();

    private static List<BuiltCouplet> Couplets(List<EndedLead> leads, bool byLabel)
    {
        var columns = leads.Select(l => l.Raw.Indent).Distinct().Count() > 1;
        var open = new Stack<(BuiltCouplet Couplet, string Key, int Indent)>();
        var couplets = new List<BuiltCouplet>();
        var used = new HashSet<string>(StringComparer.Ordinal);
        foreach (var lead in leads)
        {
            var key = byLabel ? KeyOf(lead.Raw.Label) : "";
            if (key.Length > 0 && open.Any(o => o.Key == key))
            {
                while (open.Peek().Key != key)
                {
                    open.Pop();
                }
            }
            else if (key.Length == 0 || (columns && used.Contains(key)))
            {
                // By depth: what is less deep than the couplet on top closes it.
                while (open.Count > 0 && open.Peek().Indent > lead.Raw.Indent + 1)
                {
                    open.Pop();
                }
            }

            var here = open.Count > 0 ? open.Peek() : default;
            var alternate =
                open.Count > 0
                && (
                    key.Length > 0 && here.Key == key
                    || key.Length == 0
                        && (
                            Math.Abs(here.Indent - lead.Raw.Indent) <= 1
                            || !columns && lead.Raw.Label.Kind == LabelKind.Sign && here.Couplet.Leads.Count < 2
                        )
                );
            if (!alternate)
            {
                var number = key.Length > 0 ? key : "";
                var couplet = new BuiltCouplet(number, lead.Raw.Label.From);
                if (number.Length == 0)
                {
                    couplet.Number = BuiltCouplet.Counted(couplets.Count + 1);
                }

                couplets.Add(couplet);
                if (open.Count > 0)
                {
                    Lead(here.Couplet, couplet.Number);
                }

                open.Push((couplet, key, lead.Raw.Indent));
                used.Add(key);
            }

            open.Peek().Couplet.Leads.Add(lead);
        }

        return couplets;
    }

    /// <summary>The last lead of a couplet leads on to another one, unless it has a name already.</summary>
    private static void Lead(BuiltCouplet couplet, string to)
    {
        var last = couplet.Leads[^1];
        if (last.End.Target is EndsNowhere)
        {
            couplet.Leads[^1] = last with { End = last.End with { Target = new EndsAtCouplet(to) } };
        }
    }

    /// <summary>
    /// Whether labels tell which leads belong together. Numbers do; letters only where each is doubled or marked ("A … AA", "a … a'"): where
    /// "A" stands against "B", or "a" comes again below another lead, the depth tells.
    /// </summary>
    private static bool Numbered(List<EndedLead> leads)
    {
        var labels = leads.Select(l => l.Raw.Label).ToList();
        var keyed = labels.Where(l => KeyOf(l).Length > 0).ToList();
        if (keyed.Count < labels.Count)
        {
            return false;
        }

        return keyed.GroupBy(KeyOf).Count(g => g.Count() >= 2) * 2 >= keyed.Select(KeyOf).Distinct().Count()
            && keyed.GroupBy(KeyOf).All(g => g.Count() <= 4)
            && !Repeats(leads);
    }

    /// <summary>Whether one label heads couplets at several depths or in several places, so that it tells nothing.</summary>
    private static bool Repeats(List<EndedLead> leads) =>
        leads.Select(l => l.Raw.Indent).Distinct().Count() > 1
        && leads.All(l => l.Raw.Label.Kind == LabelKind.Letter)
        && leads
            .GroupBy(l => KeyOf(l.Raw.Label))
            .Any(g => g.Count() > 2 || g.Select(l => l.Raw.Indent).Distinct().Count() > 1);

    private static string KeyOf(LeadLabel label) =>
        label.Kind switch
        {
            LabelKind.Number => label.Key,
            LabelKind.Letter => label.Key[..1],
            _ => "",
        };
}
