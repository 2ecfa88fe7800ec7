using Garten.Core.Survey.Care;

namespace Garten.Core.Commands;

/// <summary>Sets the landmarks of a plant, in place of those before.</summary>
/// <param name="Landmarks">The landmarks; none to take all away.</param>
/// <param name="Expected">Revision the change starts from.</param>
public sealed record SetLandmarks(PlantId Plant, IReadOnlyList<Landmark> Landmarks, long Expected)
    : PlantCommand(Plant);

/// <summary>Puts a threat down; the same one noted twice is one.</summary>
public sealed record AddThreat(PlantId Plant, ThreatContent Threat) : PlantCommand(Plant);

/// <summary>Sets what is known of a threat.</summary>
/// <param name="Expected">Revision the change starts from.</param>
public sealed record SetThreat(ThreatId Id, ThreatContent Threat, long Expected) : Command;

/// <summary>Sets the count of a population in a year, in place of one before.</summary>
/// <param name="Plant">The plant that stands for the population.</param>
/// <param name="Count">The count, with the revision it starts from.</param>
public sealed record SetPopulation(PlantId Plant, PopulationCount Count) : PlantCommand(Plant);
