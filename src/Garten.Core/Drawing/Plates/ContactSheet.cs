using Garten.Core.Drawing.Paper;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Drawing.Plates;

/// <summary>All states of an organ's characters on one sheet, each with its word: to see that no two look alike.</summary>
public static class ContactSheet
{
    private const double Cell = 108;
    private const int Columns = 9;

    /// <summary>Width of a letter of a title.</summary>
    private const double TitleLetter = 4.9;

    /// <summary>The sheet of an organ.</summary>
    /// <returns>The sheet; null where the organ has nothing to draw.</returns>
    public static Picture? Of(Guide guide, Organ organ)
    {
        var sketch = new Sketch();
        double y = 0,
            x = 0;
        foreach (var character in guide.Characters.Where(c => c.Organ == organ))
        {
            var tiles = TilesOf(guide, character);
            if (tiles.Count == 0)
            {
                continue;
            }

            // A character begins a new row where what is left of this one does not hold it.
            if (x + (tiles.Count * Cell) > Columns * Cell && x > 0)
            {
                (x, y) = (0, y - Cell - 40);
            }

            var (begun, row) = (x, y);
            sketch.Say(new(x, y), character.Label, 9, "start");
            foreach (var (picture, words) in tiles)
            {
                if (x + Cell > Columns * Cell)
                {
                    (x, y) = (0, y - Cell - 40);
                }

                sketch.At(x, y - Tile.Side - 10).Add(picture.Figures);
                foreach (var (line, below) in Wrapped(words).Select((line, below) => (line, below)))
                {
                    sketch.Say(new(x + (Tile.Side / 2), y - Tile.Side - 22 - (9 * below)), line, 7.5);
                }

                x += Cell;
            }

            // A title longer than its one tile would run into the next.
            x = Math.Max(x, row == y ? begun + (TitleLetter * character.Label.Length) : 0) + 12;
        }

        return sketch.Figures.IsEmpty ? null : sketch.Finish($"{organ}: what its characters look like");
    }

    private static List<(Picture Picture, string Words)> TilesOf(Guide guide, Character character)
    {
        var tiles = new List<(Picture, string)>();
        if (character.IsNumeric)
        {
            foreach (var number in Span(guide, character))
            {
                if (Tile.OfNumber(character, number) is { } tile)
                {
                    tiles.Add(
                        (
                            tile,
                            NotationWriter.InWords(
                                new NumericRange(null, Short(number), Short(number), null),
                                character
                            )
                        )
                    );
                }
            }
        }
        else
        {
            foreach (var state in character.States)
            {
                if (Tile.OfState(character, state.Id) is { } tile)
                {
                    tiles.Add((tile, state.Label));
                }
            }
        }

        return tiles;
    }

    /// <summary>Words on lines of some twenty letters.</summary>
    private static List<string> Wrapped(string words)
    {
        var lines = new List<string> { "" };
        foreach (var word in words.Split(' '))
        {
            if (lines[^1].Length > 0 && lines[^1].Length + word.Length > 20)
            {
                lines.Add("");
            }

            lines[^1] += (lines[^1].Length > 0 ? " " : "") + word;
        }

        return lines;
    }

    /// <summary>The smallest, the middle and the largest of what the guide says of its taxa; of a size only the middle, since tiles are all of one size.</summary>
    private static double[] Span(Guide guide, Character character)
    {
        var middles = Depiction.MiddlesOf(guide, character);
        return middles.Length == 0 ? []
            : character.Kind == CharacterKind.Length ? [middles[middles.Length / 2]]
            : [.. new[] { middles[0], middles[middles.Length / 2], middles[^1] }.Distinct()];
    }

    /// <summary>Two digits are enough to read on a sheet.</summary>
    private static double Short(double number) =>
        number == 0 ? 0 : Math.Round(number, Math.Clamp(1 - (int)Math.Floor(Math.Log10(Math.Abs(number))), 0, 9));
}
