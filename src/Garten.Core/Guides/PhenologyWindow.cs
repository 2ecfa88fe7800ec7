using System.Text.Json.Serialization;

namespace Garten.Core.Guides;

/// <summary>When a phenophase is usually seen at the guide's reference place. May run across New Year.</summary>
/// <param name="From">First usual day.</param>
/// <param name="To">Last usual day.</param>
/// <param name="Sex">Male or female where only plants of that sex show it then; null for all.</param>
public sealed record PhenologyWindow(TaxonId Taxon, Phenophase Phase, DayInYear From, DayInYear To, Sex? Sex = null)
{
    /// <summary>Length in days, 1–365.</summary>
    [JsonIgnore]
    public int Length => ((To.Number - From.Number + 365) % 365) + 1;

    /// <summary>The shortest window that holds this one and another.</summary>
    public PhenologyWindow With(PhenologyWindow other)
    {
        PhenologyWindow[] whole = [this, other, this with { To = other.To }, other with { To = To }];
        return whole.Where(w => Holds(w, this) && Holds(w, other)).MinBy(w => w.Length)!;

        static bool Holds(PhenologyWindow outer, PhenologyWindow inner) =>
            outer.DaysOutside(inner.From) == 0 && outer.DaysOutside(inner.To) == 0 && outer.Length >= inner.Length;
    }

    /// <summary>Days from the nearest end of the window to a date; 0 inside it.</summary>
    /// <param name="day">The day looked at.</param>
    public int DaysOutside(DayInYear day)
    {
        var sinceStart = (day.Number - From.Number + 365) % 365;
        if (sinceStart < Length)
        {
            return 0;
        }

        var afterEnd = (day.Number - To.Number + 365) % 365;
        var beforeStart = (From.Number - day.Number + 365) % 365;
        return Math.Min(afterEnd, beforeStart);
    }

    /// <summary>The window with its ends moved by whole days, each by its own.</summary>
    /// <param name="from">Days the beginning is moved by.</param>
    /// <param name="to">Days the end is moved by.</param>
    public PhenologyWindow ShiftedBy(int from, int to) =>
        this with
        {
            From = DayInYear.FromNumber(From.Number + from),
            To = DayInYear.FromNumber(To.Number + to),
        };

    /// <summary>The window in words, for example "20 Mar – 15 May".</summary>
    public string InWords() => $"{From} – {To}";
}
