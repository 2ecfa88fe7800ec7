using System.Collections.Immutable;
using Garten.Core.Drawing.Leaves;
using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;
using Garten.Core.Guides;

namespace Garten.Core.Drawing.Plates;

/// <summary>
/// The plant on the bench: its organs drawn from what was recorded, those not seen yet as ghosts, or as ghosts of a name it
/// might have.
/// </summary>
public static class SheetDrawing
{
    private static readonly (Organ Organ, string Title, Point At, double Scale)[] Places =
    [
        (Organ.Habit, "Whole plant", new(8, 170), 0.66),
        (Organ.Bark, "Bark", new(0, 104), 0.5),
        (Organ.Twig, "Twig", new(0, 4), 0.84),
        (Organ.Leaf, "Leaves", new(116, 18), 1.36),
        (Organ.Inflorescence, "Flower cluster", new(232, 166), 0.76),
        (Organ.Flower, "Flower", new(232, 112), 0.54),
        (Organ.Fruit, "Fruit", new(232, 38), 0.66),
    ];

    /// <summary>Draws the plant.</summary>
    /// <param name="seen">What was recorded.</param>
    /// <param name="under">A name whose organs are laid under as ghosts where the plant's own were not seen; null for none.</param>
    /// <param name="title">What the drawing shows, in words.</param>
    /// <returns>The drawing, and what was recorded that cannot be true together, in words.</returns>
    public static (Picture Picture, ImmutableArray<string> Contradictions) Draw(
        Features seen,
        Features? under,
        string title
    )
    {
        var sketch = new Sketch();
        foreach (var (organ, words, at, scale) in Places)
        {
            var own = OrganDrawing.Knows(organ, seen);
            var f =
                own ? seen
                : under is { } name && OrganDrawing.Knows(organ, name) ? name
                : Plain(organ);
            sketch.Part(
                organ.ToString().ToLowerInvariant(),
                own ? words : $"{words}: not seen yet",
                s =>
                {
                    var placed = s.At(at.X, at.Y, 0, scale);
                    if (organ == Organ.Leaf)
                    {
                        OrganDrawing.Shoot(placed, f);
                    }
                    else
                    {
                        OrganDrawing.Draw(placed, organ, f);
                    }
                },
                !own
            );
        }

        return (sketch.Finish(title), OrganDrawing.Knows(Organ.Leaf, seen) ? LeafForm.Of(seen).Contradictions : []);
    }

    /// <summary>What stands for an organ of which nothing is known.</summary>
    private static Features Plain(Organ organ) =>
        organ switch
        {
            Organ.Habit => Features.None.With("life-form", "herb"),
            Organ.Inflorescence => Features.None.With("flower-cluster", "few-together"),
            _ => Features.None,
        };
}
