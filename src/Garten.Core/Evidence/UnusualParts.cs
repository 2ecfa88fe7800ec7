using System.Collections.Immutable;
using Garten.Core.Guides;

namespace Garten.Core.Evidence;

/// <summary>
/// Parts that grew where floras' ranges do not reach: on seedlings, saplings and resprouts, and leaves also in shade and on
/// low branches. Flowers and fruit are alike wherever they grow.
/// </summary>
public static class UnusualParts
{
    /// <summary>True when an observation is of such parts.</summary>
    /// <param name="observation">The observation, its parts of one place.</param>
    public static bool Are(Character character, Observation observation)
    {
        var young = observation.PartStage is LifeStage.Seedling or LifeStage.Sapling or LifeStage.Resprout;
        var shaded = observation.Exposure is Exposure.Shade || observation.Position is PartPosition.LowBranch;
        return character.Organ switch
        {
            Organ.Leaf => young || shaded,
            Organ.Habit or Organ.Bark or Organ.Twig => young,
            _ => false,
        };
    }

    /// <summary>The values of a sample without those of unusual parts, which keys do not mean; all of them when there are no others.</summary>
    public static ImmutableArray<double> LeftOut(Character character, Observation sample)
    {
        ImmutableArray<double> usual = [.. sample.ByPlace().Where(o => !Are(character, o)).SelectMany(o => o.Values)];
        return usual.IsEmpty ? sample.Values : usual;
    }
}
