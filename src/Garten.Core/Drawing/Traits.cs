using System.Collections.Frozen;
using System.Collections.Immutable;
using Garten.Core.Drawing.Paper;
using Garten.Core.Guides;

namespace Garten.Core.Drawing;

/// <summary>
/// What the illustrator can draw: traits, each with its states, or a number. A guide's own characters and states say what they are drawn as
/// (<see cref="Character.DrawnAs"/>, <see cref="CharacterState.DrawnAs"/>); left out, a character or state of the very name of a trait or
/// state is drawn as that, and others are not drawn at all.
/// <code>Traits.Of(character) == "leaf-arrangement"; Traits.Of(character, "in-whorls") == "whorled"</code>
/// A wrong picture is worse than none: a state the illustrator does not know is left out, never drawn as something near it.
/// </summary>
public static class Traits
{
    // A trait and its states; without states it is a number, lengths in millimetres.
    private const string Table = """
        life-form = tree, shrub, climber, trailing, herb, grass-like, fern
        height =
        armature = unarmed, prickles, thorns, nodal-spines, bristles
        prickle-form = slender-straight, broad-based
        stem-form = round, angled, triangular
        stem-line = straight, zigzag
        nodes = even-joints, swollen-joints
        stem-bloom = none, bloomed
        stem-spots = none, purple-spots
        climbing-by = twining, rootlets, leaning
        stem-hollow = solid, hollow
        stem-hair = hairless, hairy, bristly-hair, woolly
        leader = drooping, upright-leader
        crown-form = spire-crown, cone-crown, round-crown, broad-crown
        runners = none, present
        stem-roots = none, root-at-joints, root-at-tips, clinging-roots
        substrate = soil, rotting-wood, on-trees, rock, gravel, mud-water
        duration = annual, biennial, perennial
        underground = bulb, corm, rhizome, taproot, fibrous-roots, tuber, chambered-root
        bark-surface = smooth, furrowed, scaly, shreddy, peeling-sheets, blocky
        bark-lenticels = few, raised-dots, bands
        bud-arrangement = opposite, subopposite, alternate
        bud-visibility = visible, hidden
        bud-scales = naked, one, two, several
        bud-stalk = unstalked, stalked
        bud-shape = egg-shaped, long-pointed, rounded
        bud-resin = dry, sticky
        bud-hair = hairless, hairy, woolly
        bud-length =
        twig-end = one-bud, pair-of-buds, cluster-of-buds
        flower-buds = none, button
        leaf-scar = line, crescent, shield, round
        bundle-scars =
        stipule-scar = none, pair-scars, ring-scar
        pith = solid, chambered, hollow
        pith-colour = white, brown, green
        year-ring = present
        winter-catkins = none, catkins, catkins-and-cones
        twig-thickness =
        twig-colour = green, red, brown, grey, yellow-brown
        twig-sides = sides-alike, redder-above
        twig-hair = hairless, short-haired, velvety, gland-haired
        twig-section = round, angled
        spur-shoots = none, present
        old-fruit = none, hips, white-berries, winged-keys, plume, spire, follicle-heads, capsule-cups, acorn-cups, dry-pods
        foliage = broad, needles, scales, grass-like, frond, no-green
        leaves-place = at-base, along-stem, base-and-stem
        leaf-arrangement = opposite, subopposite, alternate, whorled, basal
        upper-leaves = free, joined
        leaf-division = simple, trifoliolate, pinnate, palmate, twice-divided
        leaflet-count =
        leaflet-cutting = not-cut, deeply-cut
        lobing = unlobed, pinnately-lobed, palmately-lobed
        lobe-count =
        leaf-length =
        leaf-width =
        leaf-ratio =
        widest = below-middle, at-middle, above-middle
        leaf-base = wedge, rounded, heart, clasping, straight
        leaf-tip = blunt, pointed, drawn-out, notched
        margin = entire, toothed, serrate, doubly-serrate, crenate, coarsely-toothed, spine-toothed
        margin-rolled = flat, rolled
        teeth-extent = all-round, upper-half
        venation = pinnate-veins, arching, three-from-base, palmate-veins, parallel
        main-veins =
        side-veins =
        petiole-colour = green, red
        axis-wing = winged, not-winged
        petiole-length =
        petiole-ratio =
        petiole-glands = none, glands
        sap = clear, milky
        stipules = none, small, leafy
        leaf-sheath = none, open-sheath, closed-sheath, inflated
        plantlets = none, present
        lower-hair = hairless, thinly-hairy, velvety, woolly, silky
        hair-form = simple-hairs, forked-hairs, star-hairs, scale-hairs, gland-hairs
        lower-colour = green, pale, white
        rusty-hairs = none, present
        leaf-glands = none, resin-dots
        upper-shine = dull, glossy
        persistence = deciduous, evergreen, dies-back, winter-green
        dead-leaves = dropped, held-dead, skirt
        texture = thin, leathery, fleshy
        leaf-count =
        outline = linear, lance, egg, oval, round-blade, heart-blade, triangular-blade
        blade-section = flat-blade, folded, pleated, round-blade-section, edgewise
        leaf-marks = plain, mottled, white-veined, pale-stripes
        ligule-length =
        leaf-axis = straight-axis, kneed
        axis-hair = hairless, axis-hairy, gland-tipped-axis, chaffy-axis, prickly-axis
        vein-ends = notch, tooth
        needles-per-bundle =
        needle-section = flat-needle, four-sided, half-round, three-sided-needle
        needle-tip = notched-needle, soft-pointed, sharp-needle
        needle-lay = two-ranked, all-round-needles, upswept, brushed-forward
        white-bands = none, below, both-sides
        needle-base = flush, peg, narrowed, decurrent
        frond-shape = tapering-both, triangular-frond, fan
        frond-growth = tuft, spaced
        stalk-scales = hairs, few-scales, dense-scales
        stalk-shine = green, straw, dark-shiny
        sorus-shape = round-sorus, crescent-sorus, line-sorus, edge-sorus
        indusium = shield-cover, kidney-cover, flap-cover, rolled-cover
        fertile-fronds = alike, different
        flower-colour = white, pink, red, yellow, greenish, orange, coppery, blue, purple, brown-mottled
        petal-count =
        corolla = separate, urn, tube, pea-like, no-petals, bent-back, hooded, heart-shaped
        flower-width =
        stamen-count =
        ovary = superior, inferior
        flower-sexes = both, same-plant, separate-plants
        symmetry = radial, two-planes, bilateral
        perianth = alike-tepals, sepals-and-petals, no-perianth
        sepals-showy = green-sepals, petal-like-sepals
        sepal-count =
        petal-length =
        petal-cut = whole, notched-petal, fringed
        spur = none, one-spur, two-pouches, five-spurs
        flower-stance = upright-flower, nodding
        stamens-reach = inside, beyond
        style-count =
        tepal-gland = none, gland-spot
        withering = each-alone, twisted-together
        visitors = bees, hover-flies, beetles, butterflies, hummingbirds
        stigmas =
        flower-cluster = catkin, single, few-together, pair, umbel, raceme, panicle, flat-cluster, spire, spike, head, compound-umbel, spadix, spikelets, round-clusters
        bracts = small, white-showy, leafy-coloured, yellow-spathe, papery
        flower-number =
        cluster-place = terminal, axillary, from-ground, from-side
        flowering-wood = this-years-shoot, last-years-wood, old-wood
        head = rays-only, rays-and-disc, disc-only
        ray-count =
        heads-stand = single, flat-heads, loose-heads
        umbel-rays =
        umbel-bracts = none, few-bracts
        bracteoles = none, present
        spike-sexes = separate-spikes, female-tip
        spike-stance = spikes-close, spikes-stalked, spikes-drooping
        bract-reach = shorter, longer
        bract-ratio =
        awn = none, awned
        fruit-kind = samara-pair, samara, nut, acorn, drupe, berry, pome, hip, capsule, follicles, achenes, aggregate, cone-like, pod, cone, aril, silique, silicle, schizocarp, beaked, sac, grain
        husk = cup-husk, beaked-husk, leafy-husk, split-husk
        fruit-colour = red, black, blue-black, white, yellow, orange, brown, green
        fruit-length =
        samara-angle =
        stone-count =
        seed-count =
        sepals-on-fruit = stay, fall
        fruit-bloom = smooth, bloomed, bristly, ribbed, winged
        core = stays-in, pulls-out
        beak = short-beak, long-beak
        scale-ratio =
        cone-stance = hanging, upright-cone
        cone-bract = hidden-bract, three-pointed, bent-down
        cone-scale = rounded, ragged, prickle-tip
        """;

    private static readonly FrozenDictionary<string, ImmutableArray<string>> States = Table
        .Split('\n', StringSplitOptions.RemoveEmptyEntries)
        .Select(l => l.Split('='))
        .ToFrozenDictionary(
            l => l[0].Trim(),
            l =>
                l[1]
                    .Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
                    .ToImmutableArray()
        );

    /// <summary>All traits.</summary>
    public static ImmutableArray<string> Names => States.Keys;

    /// <summary>The states of a trait; none for a number, and for a trait that is not drawn.</summary>
    public static ImmutableArray<string> StatesOf(string trait) => States.GetValueOrDefault(trait, []);

    /// <summary>True when the illustrator draws a trait of that name.</summary>
    public static bool Knows(string trait) => States.ContainsKey(trait);

    /// <summary>The trait a character is drawn as; null where it is not drawn.</summary>
    public static string? Of(Character character)
    {
        var trait = character.DrawnAs.Length > 0 ? character.DrawnAs : character.Id.Value;
        return States.TryGetValue(trait, out var states) && states.IsEmpty == character.IsNumeric ? trait : null;
    }

    /// <summary>The state of its trait that a state of a character is drawn as; null where it is not drawn.</summary>
    public static string? Of(Character character, string state)
    {
        var drawn = character.State(state)?.DrawnAs is { Length: > 0 } said ? said : state;
        return
            Of(character) is { } trait
            && (
                StatesOf(trait).Contains(drawn)
                || (trait.EndsWith("-colour", StringComparison.Ordinal) && Wash.Of(drawn) is not null)
            )
            ? drawn
            : null;
    }

    /// <summary>What is known, with a state of a character more, as far as it is drawn.</summary>
    public static Features With(this Features features, Character character, string state) =>
        Of(character, state) is { } drawn ? features.With(Of(character)!, drawn) : features;

    /// <summary>What is known, with a number of a character more, as far as it is drawn.</summary>
    /// <param name="number">The number; lengths in millimetres.</param>
    public static Features With(this Features features, Character character, double number) =>
        character.IsNumeric && Of(character) is { } trait ? features.With(trait, number) : features;
}
