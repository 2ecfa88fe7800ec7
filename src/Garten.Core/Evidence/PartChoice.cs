using Garten.Core.Guides;

namespace Garten.Core.Evidence;

/// <summary>Says which parts of a plant to measure or count, so that two people would take the same ones.</summary>
public static class PartChoice
{
    /// <summary>Which parts to take for a character, in a sentence; empty for those that are not measured.</summary>
    public static string For(Character character) =>
        character switch
        {
            { IsNumeric: false } or { Organ: Organ.Place } => "",
            { Organ: Organ.Leaf } =>
                "Take full-grown leaves from the middle of shoots of this year, from ten places on the plant, where the sun reaches them. Leaves of shade, of low branches and of shoots from a stump are larger: say where they grew.",
            { Organ: Organ.Twig } =>
                "Take side twigs of last year from ten places, not the strongest shoots of the top and none from a stump.",
            { Organ: Organ.Flower } =>
                "Take flowers that have just opened, three from each of three clusters; leave out the first and the last of a cluster.",
            { Organ: Organ.Inflorescence } => "Take clusters that are well in flower, on different shoots.",
            { Organ: Organ.Fruit } => "Take ripe fruit from different shoots; leave out shrivelled and eaten ones.",
            _ => "Take well-grown parts from different sides of the plant.",
        };
}
