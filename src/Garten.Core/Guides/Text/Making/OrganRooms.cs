using System.Collections.Frozen;

namespace Garten.Core.Guides.Text.Making;

/// <summary>Under which part of the plant a feature panel shows an organ of a text.</summary>
internal static class OrganRooms
{
    private const string Rooms = """
        Bark = bark, trunk
        Twig = twig, branchlet, branch, bud, terminal bud, lateral bud, bud scale, leaf scar, bundle scar, lenticel, pith, spur shoot, wood
        Leaf = leaf, leaflet, leaf blade, blade, frond, pinna, pinnule, needle, petiole, leaf stalk, petiolule, rachis, stipule, sheath, ligule, auricle, vein, midrib, lateral vein, leaf lobe, leaf tooth, tooth, lobe, segment, leaf margin, leaf apex, leaf base, phyllode, ocrea, rosette, tendril
        Inflorescence = inflorescence, raceme, panicle, umbel, umbellet, spike, spikelet, cyme, corymb, catkin, flower head, head, cluster, peduncle, pedicel, flower stalk, scape, spadix, spathe, bract, bracteole, phyllary, involucre, epicalyx, glume, lemma, palea, awn, thyrse, glomerule
        Flower = ray, ray floret, disc floret, floret, flower, perianth, tepal, calyx, sepal, calyx lobe, calyx tooth, calyx tube, corolla, corolla tube, corolla lobe, petal, standard, keel, lip, upper lip, lower lip, throat, spur, hood, stamen, filament, anther, pistil, carpel, ovary, style, stigma, hypanthium, receptacle, floral tube, gynoecium, androecium, ovule, locule
        Fruit = fruit, berry, drupe, capsule, achene, nut, nutlet, acorn, samara, wing, pod, legume, follicle, silique, silicle, pome, hip, utricle, mericarp, beak, valve, cone, seed cone, pollen cone, cone scale, seed, stone, aril, cup, pappus, sorus, indusium, sporangium, spore, flesh, aggregate, schizocarp, caryopsis, fruit stalk
        """;

    private static readonly FrozenDictionary<string, Organ> Room = Rooms
        .Split('\n', StringSplitOptions.RemoveEmptyEntries)
        .Select(l => l.Split(" = "))
        .SelectMany(l => l[1].Split(", ").Select(o => (Organ: o.Trim(), Room: Enum.Parse<Organ>(l[0].Trim()))))
        .ToFrozenDictionary(x => x.Organ, x => x.Room);

    private static readonly FrozenSet<string> Digging = new[]
    {
        "root",
        "rhizome",
        "taproot",
        "bulb",
        "corm",
        "tuber",
    }.ToFrozenSet();

    /// <summary>The part an organ belongs to; the plant as a whole for one that belongs to none.</summary>
    /// <param name="character">What of it is spoken of: where a plant grows is of its place.</param>
    public static Organ Of(string organ, string character) =>
        organ == "plant" && character is "habitat" or "substrate" or "elevation"
            ? Organ.Place
            : Room.GetValueOrDefault(organ, Organ.Habit);

    /// <summary>What must be done to the plant to see it.</summary>
    public static HarmLevel HarmOf(string organ, string character) =>
        Digging.Contains(organ) ? HarmLevel.Uproot
        : organ is "pith" or "wood" || character is "chambers" ? HarmLevel.Cut
        : organ is "sap" or "stone" or "flesh" ? HarmLevel.Detach
        : character is "smell" ? HarmLevel.Crush
        : character is "texture" ? HarmLevel.Touch
        : HarmLevel.Look;
}
