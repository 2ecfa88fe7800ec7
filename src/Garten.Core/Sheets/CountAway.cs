using Garten.Core.Commands;
using Garten.Core.Guides;
using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Places;

namespace Garten.Core.Sheets;

/// <summary>
/// Changes a count as the server will, where there is no server to ask; what <see cref="SheetAway"/> does for a plant:
/// <code>view = new CountAway(guide, who).Entered(view, input, command);</code>
/// What others counted meanwhile, and the size of a plot on the map, only the server knows.
/// </summary>
/// <param name="who">Who counts.</param>
public sealed class CountAway(Guide guide, AtWork who)
{
    /// <summary>A count that was just begun.</summary>
    /// <param name="site">Where it is made.</param>
    /// <exception cref="RuleException">It cannot have been so.</exception>
    public CountView Begun(CountInput input, Site site)
    {
        var content = SheetRules.Check(input.Begun, who.Today);
        return new(
            new(input.Id, site.Name, who.Name, 0, content),
            [],
            ProtocolRules.HasPlots(content.Protocol),
            ProtocolRules.UsualInWords(content.Protocol),
            null,
            [],
            Partial: false
        );
    }

    /// <summary>How the visit was made, set.</summary>
    /// <exception cref="RuleException">It cannot have been so.</exception>
    public CountView Set(CountView view, SheetChange input, Guid command)
    {
        var before = view.Sheet.Content;
        var content = SheetRules.Check(
            input.Content with
            {
                Protocol = before.Protocol,
                Site = before.Site,
                Date = before.Date,
            },
            who.Today
        );
        SheetRules.KeepPlots(content, [.. view.Lines.Select(l => l.Line)]);
        return view with { Sheet = view.Sheet with { Content = content, Revision = RevisionAway.Of(command) } };
    }

    /// <summary>Lines entered; counts of a name that stands there are added to its line.</summary>
    /// <exception cref="RuleException">It cannot be taken.</exception>
    public CountView Entered(CountView view, LineInput input, Guid command)
    {
        var read = SheetRules.Lines(input, view.Sheet.Content, guide);
        var lines = view.Lines.Select(l => l.Line).ToList();
        foreach (var (at, line) in read.Index())
        {
            var entered = line with
            {
                Id = line.Id == default ? EnterLines.IdOf(command, at) : line.Id,
                Revision = RevisionAway.Of(command),
            };
            var stands = lines.FindIndex(l => IsSame(l, entered));
            if (stands < 0)
            {
                // Plot by plot, in the order they were entered.
                lines.Insert(lines.FindLastIndex(l => l.Plot <= entered.Plot) + 1, entered);
            }
            else if (ProtocolRules.AddsUp(entered.Unit))
            {
                var (id, amount) = (lines[stands].Id, lines[stands].Amount + entered.Amount);
                lines[stands] = lines[stands] with { Id = id, Amount = amount, Revision = entered.Revision };
            }
            else
            {
                throw SheetRules.StandsAlready(line, view.Sheet.Content);
            }
        }

        return With(view, lines);
    }

    /// <summary>Number, origin and note of a line set.</summary>
    /// <exception cref="RuleException">The line is not there, cannot be so, or was changed meanwhile.</exception>
    public CountView LineSet(CountView view, LineId id, LineChange input, Guid command)
    {
        var line = Find(view, id);
        if (line.Revision != input.Expected)
        {
            throw new RuleException("expected", "Somebody else changed this line in the meantime.");
        }

        var after = line with
        {
            Amount = SheetRules.Amount(line, input.Amount),
            Origin = input.Origin,
            Note = Rules.Text("note", "The note", input.Note, 500),
            Revision = RevisionAway.Of(command),
        };
        return view.Lines.Any(l => l.Line.Id != id && IsSame(l.Line, after))
            ? throw SheetRules.GrowsSoAlready(line)
            : With(view, view.Lines.Select(l => l.Line.Id == id ? after : l.Line));
    }

    /// <summary>One more counted on a line.</summary>
    /// <exception cref="RuleException">The line is not there, or is no count.</exception>
    public CountView OneMore(CountView view, LineId id, Guid command)
    {
        var line = Find(view, id);
        SheetRules.CountsUp(line);
        var after = line with { Amount = line.Amount + 1, Revision = RevisionAway.Of(command) };
        return With(view, view.Lines.Select(l => l.Line.Id == id ? after : l.Line));
    }

    /// <summary>A line taken away.</summary>
    /// <exception cref="RuleException">The line is not there.</exception>
    public CountView TakenAway(CountView view, LineId id)
    {
        Find(view, id);
        return With(view, view.Lines.Select(l => l.Line).Where(l => l.Id != id));
    }

    /// <summary>A line put back where it stood among those of its plot.</summary>
    public CountView PutBack(CountView view, SheetLine line, Guid command)
    {
        var lines = view.Lines.Select(l => l.Line).ToList();
        lines.Insert(
            lines.FindLastIndex(l => l.Plot <= line.Plot) + 1,
            line with
            {
                Revision = RevisionAway.Of(command),
            }
        );
        return With(view, lines);
    }

    /// <summary>A line of a count.</summary>
    /// <exception cref="RuleException">It is not there.</exception>
    public static SheetLine Find(CountView view, LineId id) =>
        view.Lines.FirstOrDefault(l => l.Line.Id == id)?.Line
        ?? throw new RuleException("line", "There is no such line.");

    private static bool IsSame(SheetLine one, SheetLine other) =>
        one.Unit != CountUnit.GirthCentimetres
        && (one.Plot, one.Taxon, one.Qualifier, one.Origin, one.Unit)
            == (other.Plot, other.Taxon, other.Qualifier, other.Origin, other.Unit);

    private CountView With(CountView view, IEnumerable<SheetLine> lines)
    {
        CountLineView[] all = [.. lines.Select(l => CountLineView.Of(l, guide))];
        var own = all.Select(l => l.Line.Taxon).ToHashSet();
        return view with
        {
            Sheet = view.Sheet with { Lines = all.Length },
            Lines = all,
            SeenBefore = [.. view.SeenBefore.Where(s => !own.Contains(s.Taxon.Id.Value))],
        };
    }
}
