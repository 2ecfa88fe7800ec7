using System.Collections.Immutable;

namespace Garten.Core.Guides.Text.Couplets;

/// <summary>
/// What is wrong with a key as its text has it. Each fault is told once, at the place to look at; what merely follows from another one (all
/// that hangs on a couplet nothing leads to) is not.
/// </summary>
internal sealed class KeyTextFaults
{
    private readonly ImmutableArray<CoupletText> couplets;
    private readonly Dictionary<string, CoupletText> groups;
    private readonly Dictionary<(string Group, string Number), CoupletText> byNumber = [];
    private readonly List<KeyTextFault> faults = [];

    private KeyTextFaults(ImmutableArray<CoupletText> couplets, Dictionary<string, CoupletText> groups)
    {
        this.couplets = couplets;
        this.groups = groups;
        foreach (var couplet in couplets)
        {
            byNumber.TryAdd((couplet.Group, couplet.Number), couplet);
        }
    }

    /// <summary>The faults of a key, in the order of its couplets.</summary>
    /// <param name="groups">The first couplet of each group.</param>
    public static ImmutableArray<KeyTextFault> Of(
        ImmutableArray<CoupletText> couplets,
        Dictionary<string, CoupletText> groups,
        KeyTextStyle style
    )
    {
        var reader = new KeyTextFaults(couplets, groups);
        reader.Doubled();
        reader.Ends(style);
        reader.Loops();
        reader.Unreached();
        reader.Contrasts();
        return [.. reader.faults.OrderBy(f => couplets.IndexOf(reader.byNumber[(f.Group, f.Couplet)]))];
    }

    private void Doubled()
    {
        foreach (var couplet in couplets)
        {
            if (byNumber[(couplet.Group, couplet.Number)] != couplet)
            {
                Tell(
                    KeyTextFaultKind.DuplicateNumber,
                    couplet,
                    null,
                    $"The number {couplet.Number} is given to two couplets, on lines {byNumber[(couplet.Group, couplet.Number)].Line} and {couplet.Line}."
                );
            }

            if (couplet.Leads.Length == 1)
            {
                Tell(
                    KeyTextFaultKind.SingleLead,
                    couplet,
                    null,
                    $"Couplet {Place(couplet)} has one lead only; nothing stands against “{Short(couplet.Leads[0].Text)}”."
                );
            }
        }
    }

    private void Ends(KeyTextStyle style)
    {
        foreach (var couplet in couplets)
        {
            foreach (var lead in couplet.Leads)
            {
                var place = $"Lead {lead.Number} of couplet {Place(couplet)}";
                switch (lead.Target)
                {
                    case EndsAtCouplet to
                        when !byNumber.ContainsKey((couplet.Group, to.Couplet)) && !Elsewhere(to.Couplet):
                        Tell(
                            KeyTextFaultKind.MissingCouplet,
                            couplet,
                            lead,
                            $"{place} leads to {to.Couplet}, which is not there."
                        );
                        break;
                    case EndsAtGroup to when !groups.ContainsKey(to.Group):
                        Tell(
                            KeyTextFaultKind.MissingCouplet,
                            couplet,
                            lead,
                            $"{place} leads to {to.Group}, which is not there."
                        );
                        break;
                    case EndsNowhere { Said.Length: > 0 } nothing:
                        Tell(
                            KeyTextFaultKind.DeadEnd,
                            couplet,
                            lead,
                            $"{place} ends in “{nothing.Said}”, which is no name."
                        );
                        break;
                    case EndsNowhere:
                        Tell(
                            style == KeyTextStyle.Bracketed ? KeyTextFaultKind.NoTarget : KeyTextFaultKind.DeadEnd,
                            couplet,
                            lead,
                            style == KeyTextStyle.Bracketed
                                ? $"{place} gives neither a number nor a name."
                                : $"{place} has no name, and nothing stands below it."
                        );
                        break;
                }
            }
        }
    }

    /// <summary>Whether a number is a couplet of another section, in a key numbered through.</summary>
    private bool Elsewhere(string number) => couplets.Any(c => c.Group.Length == 0 && c.Number == number);

    private CoupletText? Next(CoupletText from, LeadText lead) =>
        lead.Target switch
        {
            EndsAtCouplet to => byNumber.GetValueOrDefault((from.Group, to.Couplet)),
            EndsAtGroup to when groups.TryGetValue(to.Group, out var start) => byNumber.GetValueOrDefault(
                (start.Group, start.Number)
            ),
            _ => null,
        };

    /// <summary>Walks the key from its beginning; a lead to a couplet that is on the way already goes in a circle.</summary>
    private void Loops()
    {
        var done = new HashSet<CoupletText>(ReferenceEqualityComparer.Instance);
        var onWay = new HashSet<CoupletText>(ReferenceEqualityComparer.Instance);
        foreach (var start in couplets)
        {
            if (done.Contains(start))
            {
                continue;
            }

            var way = new Stack<(CoupletText Couplet, int Lead)>();
            way.Push((start, 0));
            onWay.Add(start);
            while (way.Count > 0)
            {
                var (couplet, at) = way.Pop();
                if (at == couplet.Leads.Length)
                {
                    onWay.Remove(couplet);
                    done.Add(couplet);
                    continue;
                }

                way.Push((couplet, at + 1));
                if (Next(couplet, couplet.Leads[at]) is not { } next)
                {
                    continue;
                }

                if (onWay.Contains(next))
                {
                    Tell(
                        KeyTextFaultKind.Loop,
                        couplet,
                        couplet.Leads[at],
                        $"Lead {at + 1} of couplet {Place(couplet)} leads back to {Place(next)}, so that one goes in a circle."
                    );
                }
                else if (!done.Contains(next))
                {
                    onWay.Add(next);
                    way.Push((next, 0));
                }
            }
        }
    }

    /// <summary>Couplets that no lead goes to; of those that hang on one another the first alone is told.</summary>
    private void Unreached()
    {
        var reached = new HashSet<CoupletText>(ReferenceEqualityComparer.Instance);
        Reach(couplets[0], reached);
        // A group nothing leads to is entered by its heading, as long as no lead names any group.
        var named = couplets.SelectMany(c => c.Leads).Any(l => l.Target is EndsAtGroup);
        foreach (var start in groups.Values.Where(_ => !named))
        {
            Reach(byNumber[(start.Group, start.Number)], reached);
        }

        var led = couplets
            .SelectMany(c => c.Leads.Select(l => Next(c, l)))
            .OfType<CoupletText>()
            .ToHashSet<CoupletText>(ReferenceEqualityComparer.Instance);
        foreach (var couplet in couplets.OrderBy(led.Contains))
        {
            var doubled = byNumber[(couplet.Group, couplet.Number)] != couplet;
            if (doubled || reached.Contains(couplet))
            {
                continue;
            }

            Tell(KeyTextFaultKind.Unreachable, couplet, null, $"No lead goes to couplet {Place(couplet)}.");
            Reach(couplet, reached);
        }
    }

    private void Reach(CoupletText from, HashSet<CoupletText> reached)
    {
        var waiting = new Stack<CoupletText>([from]);
        while (waiting.Count > 0)
        {
            var couplet = waiting.Pop();
            if (!reached.Add(couplet))
            {
                continue;
            }

            foreach (var next in couplet.Leads.Select(l => Next(couplet, l)).OfType<CoupletText>())
            {
                waiting.Push(next);
            }
        }
    }

    private void Contrasts()
    {
        foreach (var couplet in couplets.Where(c => c.Leads.Length > 1))
        {
            if (LeadContrast.Fault(couplet.Leads) is { } why)
            {
                Tell(KeyTextFaultKind.NoContrast, couplet, null, $"The leads of couplet {Place(couplet)} {why}.");
            }
        }
    }

    private void Tell(KeyTextFaultKind kind, CoupletText couplet, LeadText? lead, string complaint) =>
        faults.Add(new(kind, couplet.Group, couplet.Number, lead?.Number, complaint));

    private static string Place(CoupletText couplet) =>
        couplet.Group.Length == 0 ? couplet.Number : $"{couplet.Number} of {couplet.Group}";

    private static string Short(string text) => text.Length <= 60 ? text : $"{text[..57]}…";
}
