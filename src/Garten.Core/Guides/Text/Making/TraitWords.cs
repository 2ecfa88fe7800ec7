using System.Collections.Frozen;

namespace Garten.Core.Guides.Text.Making;

/// <summary>
/// As what the illustrator draws the features of texts, where their own names do not say it: a "leaf apex" is its "leaf-tip", and "acuminate" its
/// "drawn-out". Only what is surely meant stands here; the rest is not drawn.
/// </summary>
internal static class TraitWords
{
    // Feature = trait; and its words = states of the trait. Words that are states of the trait by themselves need no line.
    private const string Table = """
        Life form = life-form : small tree > tree, small trees > tree, treelet > tree, dwarf shrub > shrub, vine > climber, vines > climber, liana > climber, climbers > climber, grass > grass-like, grasses > grass-like, sedge > grass-like, sedges > grass-like, rush > grass-like, ferns > fern
        Height = height
        Stem height = height
        Duration = duration
        Persistence = persistence
        Leaf persistence = persistence
        Leaf texture = texture
        Leaf lustre = upper-shine : shiny > glossy
        Stem cross-section = stem-form : terete > round, round in section > round, round in cross-section > round, triangular in section > triangular, triangular in cross-section > triangular, 4-angled > angled, square > angled, square in section > angled
        Stem hair = stem-hair : woolly > woolly, bristly > bristly-hair
        Twig hair = twig-hair : velvety > velvety, glandular-hairy > gland-haired
        Twig colour = twig-colour
        Bark texture = bark-surface : furrowed > furrowed, deeply furrowed > furrowed, shredding > shreddy
        Bud arrangement = bud-arrangement : sub-opposite > subopposite
        Bud attachment = bud-stalk : sessile > unstalked
        Leaf arrangement = leaf-arrangement : sub-opposite > subopposite
        Leaf division = leaf-division : pinnately compound > pinnate, once pinnate > pinnate, odd-pinnate > pinnate, even-pinnate > pinnate, palmately compound > palmate, digitate > palmate, trifoliate > trifoliolate, ternate > trifoliolate, bipinnate > twice-divided, twice pinnate > twice-divided, twice-pinnate > twice-divided, 2-pinnate > twice-divided, biternate > twice-divided
        Leaflet number = leaflet-count
        Leaf lobing = lobing : palmately lobed > palmately-lobed, pinnately lobed > pinnately-lobed, palmatifid > palmately-lobed, pinnatifid > pinnately-lobed
        Lobe number = lobe-count
        Leaf lobe number = lobe-count
        Leaf margin = margin : doubly serrate > doubly-serrate, coarsely toothed > coarsely-toothed, dentate > toothed, serrulate > serrate, finely serrate > serrate, spiny-toothed > spine-toothed, crenulate > crenate
        Leaf base = leaf-base : cuneate > wedge, wedge-shaped > wedge, heart-shaped > heart, cordate > heart, truncate > straight
        Leaf apex = leaf-tip : acute > pointed, acuminate > drawn-out, long-pointed > drawn-out, obtuse > blunt, rounded > blunt, emarginate > notched
        Leaf shape = outline : lanceolate > lance, lance-shaped > lance, ovate > egg, egg-shaped > egg, elliptic > oval, oblong > oval, round > round-blade, orbicular > round-blade, cordate > heart-blade, heart-shaped > heart-blade, triangular > triangular-blade, deltoid > triangular-blade
        Leaf blade shape = outline : lanceolate > lance, lance-shaped > lance, ovate > egg, elliptic > oval, round > round-blade, cordate > heart-blade, heart-shaped > heart-blade, triangular > triangular-blade
        Leaf venation = venation : parallel-veined > parallel, pinnately veined > pinnate-veins, palmately veined > palmate-veins
        Leaf hair (beneath) = lower-hair : felted > woolly, tomentose > woolly, sericeous > silky
        Leaf length = leaf-length
        Leaf blade length = leaf-length
        Leaf width = leaf-width
        Leaf length/width = leaf-ratio
        Petiole length = petiole-length
        Leaf stalk length = petiole-length
        Stipule presence = stipules : absent > none
        Sap colour = sap : milky > milky, clear > clear
        Flower colour = flower-colour
        Petal colour = flower-colour
        Corolla colour = flower-colour
        Petal number = petal-count
        Petal length = petal-length
        Petal fusion = corolla : free > separate
        Petal margin = petal-cut : entire > whole, notched > notched-petal
        Sepal number = sepal-count
        Stamen number = stamen-count
        Flower symmetry = symmetry : regular > radial, irregular > bilateral
        Flower posture = flower-stance : upright > upright-flower, nodding > nodding
        Flower diameter = flower-width
        Flower width = flower-width
        Inflorescence type = flower-cluster : corymb > flat-cluster, flower head > head, flower-head > head
        Fruit type = fruit-kind : achene > achenes, follicle > follicles, utricle > sac, caryopsis > grain, nutlet > nut, legume > pod
        Fruit colour = fruit-colour
        Berry colour = fruit-colour
        Drupe colour = fruit-colour
        Fruit length = fruit-length
        Cone posture = cone-stance : upright > upright-cone
        """;

    private static readonly FrozenDictionary<string, (string Trait, FrozenDictionary<string, string> States)> Drawn =
        Table
            .Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(l => l.Split(" = "))
            .ToFrozenDictionary(
                l => l[0].Trim(),
                l =>
                {
                    var parts = l[1].Split(" : ");
                    return (
                        parts[0].Trim(),
                        (parts.Length == 1 ? [] : parts[1].Split(", "))
                            .Select(w => w.Split(" > "))
                            .ToFrozenDictionary(w => w[0].Trim(), w => w[1].Trim())
                    );
                }
            );

    /// <summary>The trait a feature is drawn as; empty for none.</summary>
    /// <param name="label">Its name: "Leaf apex".</param>
    public static string Of(string label) => Drawn.TryGetValue(label, out var drawn) ? drawn.Trait : "";

    /// <summary>The state of the trait a word is drawn as; empty where its own name says it, or it is not drawn.</summary>
    public static string Of(string label, string word) =>
        Drawn.TryGetValue(label, out var drawn) ? drawn.States.GetValueOrDefault(word, "") : "";
}
