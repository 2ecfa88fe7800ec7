namespace Garten.Core.Terms;

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
        new DateOnly(2001, Month, Month == 2 && Day == 29 ? 28 : Day).ToString(
            "d MMM",
            System.Globalization.CultureInfo.InvariantCulture
        );
}
