using Garten.Core.Survey.Places;

namespace Garten.Formats.Places;

/// <summary>A place read from a file.</summary>
/// <param name="Number">Its number in the file, from 1.</param>
/// <param name="Name">Its name; empty where the file gives none.</param>
/// <param name="Kind">What it is: what the file says, else by its form.</param>
/// <param name="Shape">Where it lies.</param>
/// <param name="Note">A note; may be empty.</param>
public sealed record FoundPlace(int Number, string Name, PlaceKind Kind, PlaceShape Shape, string Note)
{
    /// <summary>What a place is where the file does not say: points are marks, lines ways and areas sites.</summary>
    public static PlaceKind KindOf(ShapeForm form) =>
        form switch
        {
            ShapeForm.Point => PlaceKind.Mark,
            ShapeForm.Line => PlaceKind.Way,
            _ => PlaceKind.Site,
        };
}

/// <summary>What a file of places holds.</summary>
/// <param name="Places">The sound ones.</param>
/// <param name="Faults">What is wrong with the others, each naming its number.</param>
public sealed record PlaceFile(IReadOnlyList<FoundPlace> Places, IReadOnlyList<string> Faults)
{
    /// <summary>Most places of a file.</summary>
    public const int MostPlaces = 5000;

    /// <summary>Nothing but a fault.</summary>
    /// <param name="fault">What is wrong with the file as a whole.</param>
    public static PlaceFile Unreadable(string fault) => new([], [fault]);
}
