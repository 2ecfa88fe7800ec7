namespace Garten.Core.Survey.Places;

/// <summary>What a drawn place is.</summary>
public enum PlaceKind
{
    /// <summary>The bounds of a reserve.</summary>
    Reserve,

    /// <summary>The bounds of a site, or part of one.</summary>
    Site,

    /// <summary>A plot that is counted.</summary>
    Plot,

    /// <summary>A line that is walked and counted along.</summary>
    Transect,

    /// <summary>A way, or a track once walked.</summary>
    Way,

    /// <summary>A point to find again: a gate, a boulder, a post.</summary>
    Mark,
}

/// <summary>The form of a drawn place.</summary>
public enum ShapeForm
{
    /// <summary>One point.</summary>
    Point,

    /// <summary>Two points or more, joined in order.</summary>
    Line,

    /// <summary>Three points or more round an area; the last joins the first.</summary>
    Area,
}
