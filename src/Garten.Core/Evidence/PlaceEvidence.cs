using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Garten.Core.Guides;

namespace Garten.Core.Evidence;

/// <summary>What is known of the place a plant stands in.</summary>
/// <param name="Elevation">Metres above sea level; null when not known.</param>
/// <param name="Habitats">States of the character <c>habitat</c>; may be empty.</param>
/// <param name="Latitude">Degrees north; null when not known.</param>
/// <param name="Longitude">Degrees east; null when not known.</param>
/// <param name="SnowGone">The day on which snow is usually gone; null where none lies.</param>
public sealed record PlaceFacts(
    double? Elevation,
    ImmutableArray<string> Habitats,
    double? Latitude = null,
    double? Longitude = null,
    DayInYear? SnowGone = null
)
{
    /// <summary>The place as seasons depend on it.</summary>
    [JsonIgnore]
    public SeasonPlace Season => new(Elevation, Latitude, Longitude, SnowGone);
}

/// <summary>Lets the place speak on the sheet like any other feature, so that keys and accounts can read it.</summary>
public static class PlaceEvidence
{
    /// <summary>The character a guide uses for the kinds of place a taxon grows in.</summary>
    public static CharacterId Habitat { get; } = new("habitat");

    /// <summary>The character a guide uses for the heights a taxon grows at.</summary>
    public static CharacterId Elevation { get; } = new("elevation");

    /// <summary>The place as observations of the day; empty where nothing is known.</summary>
    /// <param name="guide">The guide; a guide without these characters has no place to compare.</param>
    /// <param name="date">The day the plant was first seen.</param>
    public static ImmutableArray<Observation> Of(Guide guide, PlaceFacts place, DateOnly date)
    {
        var observations = ImmutableArray.CreateBuilder<Observation>();
        if (guide.FindCharacter(Habitat) is { } habitat)
        {
            var known = place.Habitats.Where(h => habitat.State(h) is not null).ToImmutableArray();
            if (known.Length > 0)
            {
                observations.Add(Observation.OfStates(Habitat, 0, date, known));
            }
        }

        if (place.Elevation is { } metres && guide.FindCharacter(Elevation) is not null)
        {
            observations.Add(Observation.OfSample(Elevation, 0, date, metres * 1000));
        }

        return observations.ToImmutable();
    }
}
