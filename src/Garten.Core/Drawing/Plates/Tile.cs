using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;
using Garten.Core.Guides;

namespace Garten.Core.Drawing.Plates;

/// <summary>Small drawings of equal size: one for each state of a character, or for a few of its numbers.</summary>
public static class Tile
{
    /// <summary>Width and height of what is drawn on a tile.</summary>
    public const double Side = 84;

    /// <summary>A tile for a state, with nothing else known of the plant.</summary>
    /// <returns>The tile; null where the state cannot be drawn (a smell).</returns>
    public static Picture? OfState(Character character, string state) =>
        Traits.Of(character) is { } trait
        && CharacterDrawing.Draw(
            trait,
            Features.None.With(character, state),
            $"{character.Label}: {character.LabelOf(state)}"
        )
            is { } picture
            ? Fitted(picture)
            : null;

    /// <summary>A tile for a number, with nothing else known of the plant; the measure is marked on it.</summary>
    /// <param name="character">A numeric character.</param>
    /// <param name="number">The number, lengths in millimetres.</param>
    /// <returns>The tile; null where the number cannot be drawn.</returns>
    public static Picture? OfNumber(Character character, double number) =>
        Traits.Of(character) is { } trait
        && CharacterDrawing.Draw(trait, Features.None.With(character, number), character.Label) is { } picture
            ? Fitted(picture)
            : null;

    /// <summary>A picture made as large as a tile holds, standing in its middle.</summary>
    /// <param name="side">Width and height of the tile.</param>
    public static Picture Fitted(Picture picture, double side = Side)
    {
        var box = picture.Box;
        var scale = side / Math.Max(Math.Max(box.Width, box.Height), 1);
        var sketch = new Sketch();
        sketch.At(new Placing((box.Middle * -scale) + new Point(side / 2, side / 2), 0, scale)).Add(picture.Figures);
        return new(picture.Title, sketch.Figures, picture.Millimetres / scale);
    }
}
