namespace Garten.Data;

/// <summary>Which finds to look at. Null parts do not restrict.</summary>
/// <param name="Taxon">A taxon; those below it count too.</param>
/// <param name="Person">A person who recorded or, of a followed plant, named it.</param>
/// <param name="From">First day.</param>
/// <param name="To">Last day.</param>
/// <param name="Text">Words, each looked for in names, sites, people, tags, descriptions and notes.</param>
public sealed record FindFilter(
    SiteId? Site,
    string? Taxon,
    PersonId? Person,
    DateOnly? From,
    DateOnly? To,
    string? Text
);

/// <summary>Where a page of finds ended; the next begins after it.</summary>
/// <param name="Day">Day of the last find.</param>
/// <param name="Counted">True when it was a line of a count.</param>
public sealed record FindPlace(DateOnly Day, bool Counted, Guid Id);

/// <summary>A part of the earth's surface, by the degrees of its sides.</summary>
/// <param name="South">Southern side.</param>
/// <param name="West">Western side.</param>
/// <param name="North">Northern side.</param>
/// <param name="East">Eastern side.</param>
public readonly record struct GeoWindow(double South, double West, double North, double East);
