using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Keys;

namespace Garten.Core.Assessment;

/// <summary>Holds the names a walked key leads to against what the features say.</summary>
public static class KeyAgainstFeatures
{
    /// <summary>Mass below which the key's names are called at odds with the features.</summary>
    private const double AtOdds = 0.1;

    /// <summary>Features from which a second opinion is given; fewer say too little.</summary>
    private const int EnoughFeatures = 3;

    /// <summary>Where the key's names hold little by the features, both are named; empty where they agree or little was seen.</summary>
    /// <param name="likely">How the names stand by the features.</param>
    /// <param name="massOf">Mass of a taxon by the features, 0–1.</param>
    public static string Says(Guide guide, KeyWalkTrace walk, LikelyNames likely, Func<TaxonId, double> massOf)
    {
        var inPlay = walk.InPlay(guide);
        if (
            walk.Steps.IsEmpty
            || inPlay.IsEmpty
            || likely.Features < EnoughFeatures
            || likely.Names.IsEmpty
            || inPlay.Sum(massOf) >= AtOdds
        )
        {
            return "";
        }

        var first = likely.Names[0];
        var key = walk is { Open.IsEmpty: true, Ends: [var end] }
            ? $"The key says {guide.Taxon(end.Taxon).Name}"
            : $"The {inPlay.Length} names this path leads to hold little by the features";
        return likely.Outside > first.Mass
            ? $"{key}; the features fit no name of the guide well."
            : $"{key}; the features rather say {first.Name.Name}.";
    }
}
