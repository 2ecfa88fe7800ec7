using System.Collections.Immutable;
using Garten.Core.Drawing.Paper;
using Garten.Core.Evidence;
using Garten.Core.Evidence.Pictures;
using Garten.Core.Guides;

namespace Garten.Core.Drawing.Plates;

/// <summary>A picture as the portrait places it.</summary>
/// <param name="Photo">The picture.</param>
/// <param name="Organ">What it shows.</param>
/// <param name="Date">Day of the visit it belongs to.</param>
public sealed record PortraitPicture(PhotoId Photo, PictureOrgan Organ, DateOnly Date);

/// <summary>One organ in one month.</summary>
/// <param name="Organ">What is shown.</param>
/// <param name="Month">1–12.</param>
/// <param name="Photos">The pictures, the earliest in the year first.</param>
/// <param name="Svg">A drawing from what was recorded that month, where there is no picture; null where there is nothing to show.</param>
public sealed record PortraitCell(PictureOrgan Organ, int Month, ImmutableArray<PhotoId> Photos, string? Svg);

/// <summary>A month of the portrait.</summary>
/// <param name="Month">1–12.</param>
/// <param name="Days">The days it was seen, whatever the year, the earliest in the year first.</param>
public sealed record PortraitMonth(int Month, ImmutableArray<DateOnly> Days);

/// <summary>
/// A plant through the year from left to right, organ by organ: its pictures, and drawings of what was recorded where there is no
/// picture. Years are laid over one another, since a plant flowers in April each year.
/// </summary>
/// <param name="Months">The months it was seen in, January first.</param>
/// <param name="Organs">The organs of which something is shown, the whole plant first.</param>
/// <param name="Cells">Those that show something.</param>
public sealed record Portrait(
    ImmutableArray<PortraitMonth> Months,
    ImmutableArray<PictureOrgan> Organs,
    ImmutableArray<PortraitCell> Cells
)
{
    /// <summary>The organs that are drawn for each kind of picture, the first that is known.</summary>
    private static readonly Dictionary<PictureOrgan, Organ[]> Drawn = new()
    {
        [PictureOrgan.Habit] = [Organ.Habit],
        [PictureOrgan.Bark] = [Organ.Bark],
        [PictureOrgan.Twig] = [Organ.Twig],
        [PictureOrgan.Leaf] = [Organ.Leaf],
        [PictureOrgan.Flower] = [Organ.Flower, Organ.Inflorescence],
        [PictureOrgan.Fruit] = [Organ.Fruit],
    };

    /// <summary>The portrait of a plant.</summary>
    /// <param name="days">The days of its visits.</param>
    /// <param name="seen">Everything recorded of it.</param>
    /// <param name="pictures">Its pictures.</param>
    public static Portrait Of(
        Guide guide,
        IReadOnlyCollection<DateOnly> days,
        IReadOnlyCollection<Observation> seen,
        IReadOnlyCollection<PortraitPicture> pictures
    )
    {
        ImmutableArray<PortraitMonth> months =
        [
            .. days.Distinct()
                .GroupBy(d => d.Month)
                .OrderBy(g => g.Key)
                .Select(g => new PortraitMonth(g.Key, [.. g.OrderBy(d => d.Day).ThenBy(d => d.Year)])),
        ];
        var cells = ImmutableArray.CreateBuilder<PortraitCell>();
        foreach (var organ in Enum.GetValues<PictureOrgan>())
        {
            foreach (var month in months)
            {
                ImmutableArray<PhotoId> photos =
                [
                    .. pictures
                        .Where(p => p.Organ == organ && p.Date.Month == month.Month)
                        .OrderBy(p => p.Date.Day)
                        .ThenBy(p => p.Date.Year)
                        .Select(p => p.Photo),
                ];
                var svg = photos.IsEmpty
                    ? DrawingOf(guide, organ, [.. seen.Where(o => o.Date.Month == month.Month)])
                    : null;
                if (!photos.IsEmpty || svg is not null)
                {
                    cells.Add(new(organ, month.Month, photos, svg));
                }
            }
        }

        return new(
            months,
            [.. Enum.GetValues<PictureOrgan>().Where(o => cells.Any(c => c.Organ == o))],
            cells.ToImmutable()
        );
    }

    private static string? DrawingOf(Guide guide, PictureOrgan organ, IReadOnlyCollection<Observation> seen)
    {
        // Only what was seen of the organ in that month: a drawing says no more than the sheet does.
        foreach (var part in Drawn.GetValueOrDefault(organ, []))
        {
            var own = seen.Where(o => guide.FindCharacter(o.Character)?.Organ == part).OrderBy(o => o.Date);
            var features = Depiction.Of(guide, own);
            if (!OrganDrawing.Knows(part, features))
            {
                continue;
            }

            var sketch = new Sketch();
            var millimetres = OrganDrawing.Draw(sketch, part, features);
            return SvgWriter.Write(
                sketch.Finish($"{part.ToString().ToLowerInvariant()}, drawn from what was recorded", millimetres)
            );
        }

        return null;
    }
}
