using Garten.Core.Evidence;

namespace Garten.Core.Training;

/// <summary>Ways in which simulated plants and observers differ from what the arithmetic takes for granted.</summary>
/// <param name="Spread">Factor on every spread of sizes; 1 as the guide says.</param>
/// <param name="WrongStatements">Share of a taxon's statements that are those of another taxon, 0–1.</param>
/// <param name="PairedMistakes">True when a mistake makes one on the next feature as likely as not.</param>
/// <param name="MistakesAnywhere">True when a mistaken state may be any other one, not a neighbour the guide names.</param>
public sealed record Departures(
    double Spread,
    double WrongStatements,
    bool PairedMistakes,
    bool MistakesAnywhere = false
)
{
    /// <summary>Plants and observers as the guide and the constants say.</summary>
    public static Departures None { get; } = new(1, 0, false);
}

/// <summary>A plant drawn from a guide, met on one day.</summary>
/// <param name="Place">Where it stands.</param>
/// <param name="Visit">The day, and the parts on it.</param>
/// <param name="Shown">What it truly shows that day, character by character, as an observer without mistakes would record it.</param>
public sealed record SimulatedPlant(
    TaxonId Taxon,
    PlaceFacts Place,
    Visit Visit,
    IReadOnlyDictionary<CharacterId, Observation> Shown
);
