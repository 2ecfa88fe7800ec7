namespace Garten.Core.Survey.Places;

/// <summary>What a place on the map, and the position of a plant, can be.</summary>
public static class PlaceRules
{
    /// <summary>How far a position is off where nobody says, in metres.</summary>
    public const double UsualUncertainty = 5;

    private const double LargestUncertainty = 100_000;

    /// <summary>A place as it is kept: its texts trimmed.</summary>
    /// <exception cref="RuleException">It cannot be so.</exception>
    public static PlaceContent Check(PlaceContent place) =>
        place.Shape.Fault is { Length: > 0 } fault
            ? throw new RuleException("shape", fault)
            : place with
            {
                Name = Rules.Text("name", "The name", place.Name, 120, required: true),
                Note = Rules.Text("note", "The note", place.Note, 2000),
            };

    /// <summary>Where a plant stands, and how far off that may be.</summary>
    /// <param name="at">Where, as clicked or received; null where it was typed.</param>
    /// <param name="uncertaintyM">Metres it may be off; null where nobody said.</param>
    /// <param name="typed">What was typed, which counts before what was clicked: only it tells how finely it was written.</param>
    /// <exception cref="RuleException">It lies nowhere, or cannot be read.</exception>
    public static (GeoPoint At, double UncertaintyM) Position(GeoPoint? at, double? uncertaintyM, string? typed)
    {
        if (uncertaintyM is { } given && !(given is > 0 and <= LargestUncertainty))
        {
            throw new RuleException("uncertaintyM", "The uncertainty is a number of metres above 0.");
        }

        if (at is { } clicked && string.IsNullOrWhiteSpace(typed))
        {
            return new PlaceShape(ShapeForm.Point, [clicked]).Fault is { Length: > 0 } fault
                ? throw new RuleException("at", fault)
                : (clicked, uncertaintyM ?? UsualUncertainty);
        }

        var read = Coordinates.Read(Rules.Text("typed", "The position", typed, 100, required: true), out var unread)
            ?? throw new RuleException("typed", unread);
        return (read.At, Math.Max(uncertaintyM ?? UsualUncertainty, read.FinenessM));
    }
}
