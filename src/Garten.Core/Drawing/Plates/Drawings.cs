using System.Collections.Immutable;
using Garten.Core.Drawing.Paper;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Drawing.Plates;

/// <summary>A state, drawn.</summary>
public sealed record StateTile(string State, string Svg);

/// <summary>A character, drawn.</summary>
/// <param name="Tiles">A tile for each state that can be drawn.</param>
/// <param name="Measure">For a number, what is measured or counted, and from where to where; null where it cannot be drawn.</param>
/// <param name="Gesture">What hand and tool do; null where looking is all there is to it.</param>
public sealed record CharacterTiles(
    CharacterId Character,
    ImmutableArray<StateTile> Tiles,
    string? Measure,
    string? Gesture
);

/// <summary>A number, drawn.</summary>
/// <param name="Number">The number; lengths in millimetres.</param>
/// <param name="Svg">Its tile; null where it cannot be drawn.</param>
public sealed record NumberTile(CharacterId Character, double Number, string? Svg);

/// <summary>One drawn panel of a plate.</summary>
/// <param name="Organ">What it shows.</param>
/// <param name="Words">What stands below it.</param>
public sealed record PanelView(Organ Organ, string Words, string Svg);

/// <summary>A taxon's plate, drawn.</summary>
/// <param name="Panels">Its panels, from winter to autumn.</param>
/// <param name="Contradictions">Statements that cannot be true together, in words.</param>
public sealed record PlateView(ImmutableArray<PanelView> Panels, ImmutableArray<string> Contradictions);

/// <summary>A character of a taxon, drawn.</summary>
public sealed record TaxonTile(CharacterId Character, TaxonId Taxon, string Svg);

/// <summary>Several taxa drawn to be told apart.</summary>
/// <param name="Leaves">Their leaves side by side at one scale; null where fewer than two have leaves to draw.</param>
/// <param name="Tiles">The characters that part them, taxon by taxon.</param>
public sealed record ApartDrawings(string? Leaves, ImmutableArray<TaxonTile> Tiles);

/// <summary>Drawings of a guide, written as SVG: the same for every plant, until the guide changes.</summary>
public static class Drawings
{
    /// <summary>All characters of an organ that can be drawn.</summary>
    public static ImmutableArray<CharacterTiles> OfOrgan(Guide guide, Organ organ) =>
        [
            .. guide
                .Characters.Where(c => c.Organ == organ)
                .Select(c => new CharacterTiles(
                    c.Id,
                    [
                        .. c
                            .States.Select(s => (s.Id, Tile: Tile.OfState(c, s.Id)))
                            .Where(s => s.Tile is not null)
                            .Select(s => new StateTile(s.Id, SvgWriter.Write(s.Tile!, false))),
                    ],
                    c.IsNumeric && Tile.OfNumber(c, Middle(guide, c)) is { } measure
                        ? SvgWriter.Write(measure, false)
                        : null,
                    Traits.Of(c) is { } trait && GestureDrawing.Draw(trait) is { } gesture
                        ? SvgWriter.Write(gesture, false)
                        : null
                ))
                .Where(c => c.Tiles.Length > 0 || c.Measure is not null),
        ];

    /// <summary>A number of a character, drawn with what is measured marked.</summary>
    /// <param name="character">A numeric character.</param>
    /// <param name="number">The number; lengths in millimetres.</param>
    /// <returns>The tile; null where it cannot be drawn.</returns>
    public static string? OfNumber(Character character, double number) =>
        Tile.OfNumber(character, number) is { } tile ? SvgWriter.Write(tile, false) : null;

    /// <summary>The plate of a taxon.</summary>
    /// <param name="taxon">One of its taxa.</param>
    public static PlateView OfTaxon(Guide guide, TaxonId taxon)
    {
        var plate = TaxonPlate.Of(guide, taxon);
        return new(
            [.. plate.Panels.Select(p => new PanelView(p.Organ, p.Words, SvgWriter.Write(p.Picture)))],
            plate.Contradictions
        );
    }

    /// <summary>Taxa drawn to be told apart.</summary>
    /// <param name="characters">The characters that part them.</param>
    public static ApartDrawings Apart(Guide guide, ImmutableArray<TaxonId> taxa, ImmutableArray<CharacterId> characters)
    {
        var features = taxa.Select(t => Depiction.Of(guide, t, Scope.Any)).ToArray();
        var leaves = new List<(Picture, string)>();
        var tiles = ImmutableArray.CreateBuilder<TaxonTile>();
        for (var i = 0; i < taxa.Length; i++)
        {
            var name = guide.Taxon(taxa[i]).Name;
            var sketch = new Sketch();
            double? size = null;
            if (OrganDrawing.Knows(Organ.Leaf, features[i]))
            {
                sketch.Part("leaf", $"Leaf of {name}", s =>
                {
                    size = OrganDrawing.Leaf(s, features[i]);
                    OrganDrawing.Ring(
                        s,
                        features[i],
                        [
                            .. characters
                                .Select(c => guide.FindCharacter(c))
                                .OfType<Character>()
                                .Select(Traits.Of)
                                .OfType<string>(),
                        ]
                    );
                });
            }

            if (sketch.Figures.Length > 0)
            {
                leaves.Add((sketch.Finish($"Leaf of {name}", size), name));
            }

            foreach (var character in characters)
            {
                if (guide.FindCharacter(character) is { } c && OfTaxon(guide, taxa[i], c, features[i]) is { } picture)
                {
                    tiles.Add(new(character, taxa[i], SvgWriter.Write(picture, picture.Millimetres is not null)));
                }
            }
        }

        return new(
            leaves.Count > 1 ? SvgWriter.Write(Picture.Row("Leaves at one scale", leaves)) : null,
            tiles.DrainToImmutable()
        );
    }

    /// <summary>A character as a taxon shows it: its usual state; of a range the smallest, the middle and the largest at one scale.</summary>
    private static Picture? OfTaxon(Guide guide, TaxonId taxon, Character character, Features features)
    {
        if (Traits.Of(character) is not { } trait)
        {
            return null;
        }

        var title = $"{guide.Taxon(taxon).Name}: {character.Label}";
        if (
            guide.StatementFor(taxon, character.Id, Scope.Any)?.Value
                is not NumericRange { Low: { } low, High: { } high }
            || high <= low
        )
        {
            return CharacterDrawing.Draw(trait, features, title) is { } one ? Tile.Fitted(one) : null;
        }

        var three = new[] { low, Depiction.MiddleOf(new NumericRange(null, low, high, null), character)!.Value, high }
            .Select(n => CharacterDrawing.Draw(trait, Sized(features, trait, n), title))
            .OfType<Picture>()
            .Select(p => (p, ""))
            .ToArray();
        return three.Length == 3 ? Tile.Fitted(Picture.Row(title, three, 18), 110) : null;
    }

    /// <summary>The features with one number changed; a length to width said outright is not worked out from other sizes.</summary>
    private static Features Sized(Features features, string trait, double number) =>
        (trait == "leaf-width" ? features.Without("leaf-ratio") : features).With(trait, number);

    private static double Middle(Guide guide, Character character)
    {
        var middles = Depiction.MiddlesOf(guide, character);
        return middles.Length == 0 ? character.Minimum ?? 1 : middles[middles.Length / 2];
    }
}
