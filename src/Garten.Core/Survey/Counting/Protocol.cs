namespace Garten.Core.Survey.Counting;

/// <summary>How a survey visit is made.</summary>
public enum Protocol
{
    /// <summary>All species met on a walk through the site.</summary>
    WalkThrough,

    /// <summary>All species met in a set time.</summary>
    TimedSearch,

    /// <summary>Cover of every species in small square plots.</summary>
    Quadrats,

    /// <summary>Individuals met along a line.</summary>
    LineTransect,

    /// <summary>Every tree of a plot with its girth.</summary>
    TreePlot,

    /// <summary>All plants of a few species, counted.</summary>
    Population,

    /// <summary>The same plants of a few species looked at again and again: what share of them is in leaf, flower or fruit.</summary>
    PhenologyWatch,
}

/// <summary>What a number in a count counts.</summary>
public enum CountUnit
{
    /// <summary>Seen, not counted.</summary>
    Presence,

    /// <summary>Whole plants.</summary>
    Individuals,

    /// <summary>Stems above the ground.</summary>
    Stems,

    /// <summary>Rosettes of leaves.</summary>
    Rosettes,

    /// <summary>Clumps that cannot be taken apart by eye.</summary>
    Clumps,

    /// <summary>Ground it takes up, in square metres.</summary>
    SquareMetres,

    /// <summary>Share of the plot it covers seen from above, in percent.</summary>
    CoverPercent,

    /// <summary>Girth of one stem at breast height, in centimetres.</summary>
    GirthCentimetres,

    /// <summary>Share of the plants watched that are in leaf, in percent; 0 where none is yet or any more.</summary>
    InLeafPercent,

    /// <summary>Share of the plants watched that are in flower, in percent.</summary>
    InFlowerPercent,

    /// <summary>Share of the plants watched that bear ripe or ripening fruit, in percent.</summary>
    InFruitPercent,

    /// <summary>Share of the plants watched whose leaves are colouring, in percent.</summary>
    ColouringPercent,
}

/// <summary>What belongs to a protocol.</summary>
public static class ProtocolRules
{
    /// <summary>Longest girth taken for possible, in centimetres.</summary>
    public const double WidestGirth = 3000;

    /// <summary>Most plots of a visit.</summary>
    public const int MostPlots = 500;

    /// <summary>Largest plot, in square metres.</summary>
    public const double LargestPlot = 100_000;

    /// <summary>Largest count.</summary>
    public const double MostCounted = 10_000_000;

    private static readonly CountUnit[] Watched =
    [
        CountUnit.InLeafPercent,
        CountUnit.InFlowerPercent,
        CountUnit.InFruitPercent,
        CountUnit.ColouringPercent,
    ];
    private static readonly CountUnit[] Counts =
    [
        CountUnit.Individuals,
        CountUnit.Stems,
        CountUnit.Rosettes,
        CountUnit.Clumps,
    ];

    /// <summary>The units a protocol takes, the usual one first.</summary>
    public static IReadOnlyList<CountUnit> UnitsOf(Protocol protocol) =>
        protocol switch
        {
            Protocol.Quadrats => [CountUnit.CoverPercent, .. Counts],
            Protocol.LineTransect => [.. Counts],
            Protocol.TreePlot => [CountUnit.GirthCentimetres],
            Protocol.Population => [.. Counts, CountUnit.SquareMetres],
            Protocol.PhenologyWatch => Watched,
            _ => [CountUnit.Presence, .. Counts, CountUnit.SquareMetres],
        };

    /// <summary>True when the visit is made in numbered plots of a stated area.</summary>
    public static bool HasPlots(Protocol protocol) => protocol is Protocol.Quadrats or Protocol.TreePlot;

    /// <summary>True when several numbers of a species in one plot are one number: they are added up.</summary>
    public static bool AddsUp(CountUnit unit) => unit is CountUnit.SquareMetres || Counts.Contains(unit);

    /// <summary>The phenophase whose share of plants a unit tells; null for a unit that counts.</summary>
    public static Phenophase? PhaseOf(CountUnit unit) =>
        unit switch
        {
            CountUnit.InLeafPercent => Phenophase.Leaf,
            CountUnit.InFlowerPercent => Phenophase.Flower,
            CountUnit.InFruitPercent => Phenophase.Fruit,
            CountUnit.ColouringPercent => Phenophase.LeafColour,
            _ => null,
        };

    /// <summary>What is typed after a name on a visit, in words.</summary>
    public static string UsualInWords(Protocol protocol) =>
        protocol == Protocol.PhenologyWatch
            ? "leaf, flower, fruit or colour, and percent"
            : QuickEntry.InWords(UnitsOf(protocol).First(u => u != CountUnit.Presence));

    /// <summary>What is wrong with a number in a unit, as a sentence; empty when nothing is.</summary>
    /// <param name="amount">The number; null where nothing was counted.</param>
    public static string FaultOf(CountUnit unit, double? amount) =>
        (unit, amount) switch
        {
            (CountUnit.Presence, null) => "",
            (CountUnit.Presence, _) => "What is only seen has no number. Choose what the number counts.",
            (_, null) when PhaseOf(unit) is not null =>
                "Write what share of the plants shows it, in percent; 0 where none does.",
            (_, null) => "Write the number after the name.",
            (_, not (>= 0 and <= 100)) when PhaseOf(unit) is not null => "A share lies from 0 to 100 percent.",
            (CountUnit.CoverPercent, not (> 0 and <= 100)) => "Cover lies above 0 and at most at 100 percent.",
            (CountUnit.GirthCentimetres, not (> 0 and <= WidestGirth)) => FormattableString.Invariant(
                $"A girth lies above 0 and at most at {WidestGirth:0} cm."
            ),
            (CountUnit.SquareMetres, not (> 0 and <= MostCounted)) =>
                "The ground taken up must be more than 0 square metres.",
            (CountUnit.Individuals or CountUnit.Stems or CountUnit.Rosettes or CountUnit.Clumps, { } n)
                when n != Math.Floor(n) || n is not (> 0 and <= MostCounted) => "A count is a whole number above 0.",
            _ => "",
        };
}
