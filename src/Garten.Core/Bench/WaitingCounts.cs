using Garten.Core.Guides;
using Garten.Core.Sheets;
using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Places;

namespace Garten.Core.Bench;

/// <summary>A count as the server last gave it, and what was changed of it since.</summary>
/// <param name="View">The count; null for one the server does not know yet.</param>
/// <param name="Changes">The changes, in the order they were made.</param>
/// <param name="Sites">Sites a count can be made at.</param>
public sealed record CountQuestion(
    CountView? View,
    IReadOnlyList<WaitingChange> Changes,
    AtWork Who,
    IReadOnlyList<Site> Sites
);

/// <summary>A count with what waits on it.</summary>
/// <param name="View">The count; null where there is none yet.</param>
/// <param name="Changes">The changes, in their order.</param>
public sealed record CountAnswer(CountView? View, IReadOnlyList<ChangeShown> Changes);

/// <summary>What a typed line would be taken for.</summary>
/// <param name="Protocol">The protocol, which says what a bare number counts.</param>
public sealed record LineQuestion(Protocol Protocol, string Text);

/// <summary>
/// Makes the changes that wait on a device on their count, as <see cref="WaitingChanges"/> does on the sheet of a plant:
/// <code>var answer = WaitingCounts.On(guide, question);</code>
/// </summary>
public static class WaitingCounts
{
    /// <summary>The count after its changes.</summary>
    public static CountAnswer On(Guide guide, CountQuestion question)
    {
        var away = new CountAway(guide, question.Who);
        var gone = new Dictionary<LineId, SheetLine>();
        var view = question.View;
        var shown = new List<ChangeShown>(question.Changes.Count);
        foreach (var change in question.Changes)
        {
            shown.Add(
                change.Shown(() =>
                {
                    var after = Make(away, gone, view, change, question.Sites);
                    view = after ?? view;
                    return after is not null;
                })
            );
        }

        return new(view, shown);
    }

    /// <summary>What a typed line would be taken for.</summary>
    /// <exception cref="RuleException">It is too long.</exception>
    public static QuickReading Read(Guide guide, LineQuestion question) =>
        QuickEntry.Read(guide, question.Protocol, Rules.Text("text", "The line", question.Text, 200));

    /// <summary>A count after a change; null where only the server can make it.</summary>
    private static CountView? Make(
        CountAway away,
        Dictionary<LineId, SheetLine> gone,
        CountView? view,
        WaitingChange change,
        IReadOnlyList<Site> sites
    )
    {
        var json = BenchJson.Default;
        if (change.Name == "beginCount")
        {
            var input = change.Content(json.CountInput);
            return view
                ?? away.Begun(
                    input,
                    sites.FirstOrDefault(s => s.Id == input.Content.Site)
                        ?? throw new RuleException("site", "There is no such site. Choose one from the list.")
                );
        }

        if (view is null)
        {
            return null;
        }

        switch (change.Name)
        {
            case "setCount":
                return away.Set(view, change.Content(json.SheetChange), change.Id);
            case "enterLine":
                return away.Entered(view, change.Content(json.LineInput), change.Id);
            case "setLine":
                return away.LineSet(view, change.IdAt<LineId>("line"), change.Content(json.LineChange), change.Id);
            case "oneMore":
                return away.OneMore(view, change.IdAt<LineId>("line"), change.Id);
            case "takeLineAway":
                var id = change.IdAt<LineId>("line");
                gone[id] = CountAway.Find(view, id);
                return away.TakenAway(view, id);
            case "putLineBack":
                return gone.Remove(change.IdAt<LineId>("line"), out var line)
                    ? away.PutBack(view, line, change.Id)
                    : null;
            default:
                return null;
        }
    }
}
