namespace Garten.Core.Survey.Counting;

/// <summary>Protocols in words.</summary>
public static class ProtocolWords
{
    /// <summary>The name of a protocol.</summary>
    public static string Name(Protocol protocol) =>
        protocol switch
        {
            Protocol.WalkThrough => "walk-through list",
            Protocol.TimedSearch => "timed search",
            Protocol.Quadrats => "quadrats with cover in percent",
            Protocol.LineTransect => "line transect",
            Protocol.TreePlot => "plot of trees with girth at breast height",
            Protocol.PhenologyWatch => "phenology watch",
            _ => "population count",
        };

    /// <summary>How one works by it, as a report says it.</summary>
    public static string Method(Protocol protocol) =>
        protocol switch
        {
            Protocol.WalkThrough =>
                "The site was walked through and every species met was listed once, with a number where plants were counted.",
            Protocol.TimedSearch => "Every species met within a set time was listed once.",
            Protocol.Quadrats =>
                "In plots of a stated area the cover of every species was judged from above, in percent; plots without a species count as 0 for it.",
            Protocol.LineTransect => "Individuals met along a line of a stated length were counted.",
            Protocol.TreePlot => "Every tree of a plot was measured round at breast height, 1.3 m.",
            Protocol.PhenologyWatch =>
                "The same plants were looked at again and again, and the share of them in leaf, in flower, in fruit or colouring was noted, none too.",
            _ => "All plants of the species named were counted at the site.",
        };
}
