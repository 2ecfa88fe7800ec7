using System.Collections.Immutable;
using Garten.Core.Drawing.Leaves;
using Garten.Core.Drawing.Paper;
using Garten.Core.Guides;

namespace Garten.Core.Drawing.Plates;

/// <summary>One panel of a plate.</summary>
/// <param name="Organ">What it shows.</param>
/// <param name="Words">What stands below it: the part, and when it is there.</param>
public sealed record PlatePanel(Organ Organ, string Words, Picture Picture);

/// <summary>A taxon through the year, drawn from its statements alone; parts the guide does not describe are left out.</summary>
/// <param name="Panels">The panels, from winter to autumn.</param>
/// <param name="Contradictions">Statements that cannot be true together, in words.</param>
public sealed record TaxonPlate(ImmutableArray<PlatePanel> Panels, ImmutableArray<string> Contradictions)
{
    private static readonly string[] Months =
    [
        "Jan",
        "Feb",
        "Mar",
        "Apr",
        "May",
        "Jun",
        "Jul",
        "Aug",
        "Sep",
        "Oct",
        "Nov",
        "Dec",
    ];

    /// <summary>Draws a taxon.</summary>
    /// <param name="taxon">One of its taxa.</param>
    public static TaxonPlate Of(Guide guide, TaxonId taxon)
    {
        var f = Depiction.Of(guide, taxon, Scope.Any);
        var name = guide.Taxon(taxon).Name;
        var panels = ImmutableArray.CreateBuilder<PlatePanel>();
        Add(Organ.Habit, "whole plant", null, s => OrganDrawing.Draw(s, Organ.Habit, f));
        if (f.Is("persistence", "deciduous", "evergreen"))
        {
            Add(Organ.Twig, "twig in winter", null, s => OrganDrawing.Draw(s, Organ.Twig, f));
            Add(Organ.Bark, "bark", null, s => OrganDrawing.Draw(s, Organ.Bark, f));
        }

        Add(Organ.Leaf, "shoot", Phenophase.Leaf, s =>
        {
            OrganDrawing.Shoot(s, f);
            return null;
        });
        if (!f.Knows("foliage") || f.Is("foliage", "broad"))
        {
            Add(Organ.Leaf, "leaf", null, s => OrganDrawing.Leaf(s, f));
            if (f.KnowsAny("lower-hair", "lower-colour", "leaf-glands", "rusty-hairs"))
            {
                Add(
                    Organ.Leaf,
                    LeafForm.Of(f).Division == LeafDivision.Simple ? "leaf from below" : "leaflet from below",
                    null,
                    s =>
                    {
                        LeafDrawing.Below(s, LeafForm.Of(f).Blade, f);
                        return LeafForm.Of(f).Division == LeafDivision.Simple ? LeafForm.Of(f).Millimetres : null;
                    }
                );
            }
        }

        if (!f.Is("foliage", "frond"))
        {
            Add(Organ.Flower, "flower", Phenophase.Flower, s => OrganDrawing.Draw(s, Organ.Flower, f));
        }

        Add(Organ.Inflorescence, "flower cluster", Phenophase.Flower, s =>
            OrganDrawing.Draw(s, Organ.Inflorescence, f)
        );
        Add(Organ.Fruit, "fruit", Phenophase.Fruit, s => OrganDrawing.Draw(s, Organ.Fruit, f));
        return new(panels.ToImmutable(), OrganDrawing.Knows(Organ.Leaf, f) ? LeafForm.Of(f).Contradictions : []);

        void Add(Organ organ, string words, Phenophase? phase, Func<Sketch, double?> draw)
        {
            var sketch = new Sketch();
            double? size = null;
            if (OrganDrawing.Knows(organ, f))
            {
                sketch.Part(organ.ToString().ToLowerInvariant(), words, s => size = draw(s));
            }

            if (sketch.Figures.Length > 0)
            {
                var when =
                    phase is { } p && guide.Window(taxon, p) is { } window
                        ? $", {Month(window.From)} to {Month(window.To)}"
                        : "";
                panels.Add(new(organ, words + when, sketch.Finish($"{name}: {words}", size)));
            }
        }
    }

    private static string Month(DayInYear day) => Months[day.Month - 1];
}
