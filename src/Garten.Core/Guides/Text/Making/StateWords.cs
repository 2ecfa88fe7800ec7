using System.Collections.Frozen;

namespace Garten.Core.Guides.Text.Making;

/// <summary>Which words of botanical texts mean the same state, and which is the wider of two.</summary>
internal static class StateWords
{
    // The word that is kept, and those that mean it.
    private const string Same = """
        hairless = glabrous, bald, without hairs
        grey = gray
        greyish = grayish
        colourless = colorless
        leathery = coriaceous
        stalked = petiolate, petioled, pedicellate, pedicelled
        sessile = stalkless, unstalked
        entire = untoothed, toothless, smooth-edged
        simple = undivided
        unlobed = without lobes
        whorled = verticillate, in whorls
        sub-opposite = subopposite
        two-ranked = 2-ranked, distichous
        unarmed = thornless, spineless
        scented = fragrant, sweet-scented
        unscented = odourless, odorless, scentless
        shiny = glossy, lustrous, shining
        dull = matt, matte
        irregular = zygomorphic, bilaterally symmetrical, bilateral
        regular = actinomorphic, radially symmetrical, radial
        hanging = pendulous, pendent
        upright = erect
        tree = trees
        shrub = shrubs, bush, bushes
        herb = herbs, forb, forbs
        absent = wanting, lacking, missing
        """;

    // The wider state, and those that lie within it, beside all that end in its word: "finely toothed" is toothed.
    private const string Within = """
        hairy = pubescent, puberulent, tomentose, villous, pilose, hirsute, hispid, strigose, sericeous, silky, woolly, lanate, downy, felted, velvety, bristly, cobwebby, arachnoid, bearded, shaggy, floccose, hoary, canescent
        toothed = serrate, serrulate, dentate, denticulate, crenate, crenulate, biserrate, scalloped, jagged
        compound = pinnate, palmate, digitate, trifoliate, trifoliolate, ternate, biternate, bipinnate, tripinnate, odd-pinnate, even-pinnate
        lobed = trilobed, bilobed, pinnatifid, palmatifid
        """;

    private static readonly FrozenDictionary<string, string> Kept = Table(Same);

    private static readonly FrozenDictionary<string, string> Wider = Table(Within);

    private static readonly string[] Wide = [.. Wider.Values.Distinct(), "peeling", "hooked", "winged", "cut", "cleft"];

    /// <summary>The word that is kept for a state.</summary>
    public static string Agreed(string word) => Kept.GetValueOrDefault(word, word);

    /// <summary>The wider state among those of a character; null for none.</summary>
    /// <param name="states">All states of the character.</param>
    public static string? WiderOf(string word, IReadOnlySet<string> states) =>
        Wider.TryGetValue(word, out var wider) && states.Contains(wider)
            ? wider
            : Array.Find(Wide, w =>
                states.Contains(w)
                && (
                    word.EndsWith($" {w}", StringComparison.Ordinal) || word.EndsWith($"-{w}", StringComparison.Ordinal)
                )
                && !word.StartsWith("nearly", StringComparison.Ordinal)
            );

    private static FrozenDictionary<string, string> Table(string lines) =>
        lines
            .Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(l => l.Split(" = "))
            .SelectMany(l => l[1].Split(", ").Select(word => (word.Trim(), l[0].Trim())))
            .ToFrozenDictionary(x => x.Item1, x => x.Item2);
}
