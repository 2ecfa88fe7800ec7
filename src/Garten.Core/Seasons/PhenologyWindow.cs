using System.Text.Json.Serialization;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Seasons;

/// <summary>A stage in the year of a plant.</summary>
public enum Phenophase
{
    /// <summary>Leaves are out.</summary>
    Leaf,

    /// <summary>Flowers or catkins are open.</summary>
    Flower,

    /// <summary>Fruit is ripe or ripening.</summary>
    Fruit,

    /// <summary>Leaves are colouring.</summary>
    LeafColour,
}

/// <summary>A day in any year, held as month and day.</summary>
/// <param name="Month">1–12.</param>
/// <param name="Day">1–31, as the month allows; 29 February counts as 28.</param>
public readonly record struct DayInYear(int Month, int Day)
{
    /// <summary>Number of the day in a year without leap day, 1–365.</summary>
    public int Number => new DateOnly(2001, Month, Month == 2 && Day == 29 ? 28 : Day).DayOfYear;

    /// <summary>The day of <paramref name="date"/>.</summary>
    /// <param name="date">Any date.</param>
    public static DayInYear Of(DateOnly date) => new(date.Month, date.Day);

    /// <summary>The day of that number, counted around the year's end in either direction.</summary>
    /// <param name="number">1–365; others wrap.</param>
    public static DayInYear FromNumber(int number)
    {
        var wrapped = ((((number - 1) % 365) + 365) % 365) + 1;
        return Of(new DateOnly(2001, 1, 1).AddDays(wrapped - 1));
    }

    /// <summary>The day in words, for example "4 May".</summary>
    public override string ToString() =>
        new DateOnly(2001, Month, Month == 2 && Day == 29 ? 28 : Day).ToString("d MMM", System.Globalization.CultureInfo.InvariantCulture);
}

/// <summary>When a phenophase is usually seen at the guide's reference place. May run across New Year.</summary>
/// <param name="Taxon">The taxon.</param>
/// <param name="Phase">The phenophase.</param>
/// <param name="From">First usual day.</param>
/// <param name="To">Last usual day.</param>
/// <param name="Sex">Male or female where only plants of that sex show it then; null for all.</param>
public sealed record PhenologyWindow(TaxonId Taxon, Phenophase Phase, DayInYear From, DayInYear To, Sex? Sex = null)
{
    /// <summary>Length in days, 1–365.</summary>
    [JsonIgnore]
    public int Length => ((To.Number - From.Number + 365) % 365) + 1;

    /// <summary>The shortest window that holds this one and another.</summary>
    /// <param name="other">The other.</param>
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
        this with { From = DayInYear.FromNumber(From.Number + from), To = DayInYear.FromNumber(To.Number + to) };

    /// <summary>The window in words, for example "20 Mar – 15 May".</summary>
    public string InWords() => $"{From} – {To}";
}
