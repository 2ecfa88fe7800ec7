using System.Collections.Immutable;
using Garten.Core.Geometry;
using Garten.Core.Measuring.Shapes;

namespace Garten.Core.Measuring.Photos;

/// <summary>Measures what lies in a picture: scale, leaf, and what a person placed by hand.</summary>
public static class PhotoMeasurement
{
    /// <summary>How well a person sets a point, in pixels of the picture as shown, and a found edge lies, in pixels looked at.</summary>
    private const double HandError = 2;
    private const double EdgeError = 0.4;

    /// <summary>How well the place is found where the blade leaves its stalk, in widths of the stalk.</summary>
    private const double JoinError = 0.35;

    /// <summary>
    /// What remains uncertain of a length however sharp the picture: how the tip runs out and the base rounds into the stalk
    /// under blur and noise. Fitted so that about 19 in 20 true lengths lie within two stated errors (docs/accuracy.md).
    /// </summary>
    private const double EndsShare = 0.015;

    /// <summary>Flattest a coin shows in a picture taken from straight above.</summary>
    private const double StraightCoin = 0.985;

    /// <summary>How well the widest point is found, as a share of the length.</summary>
    private const double WidestError = 0.012;

    private const int DrawnPoints = 400;

    /// <summary>Answers what is asked of a picture.</summary>
    /// <param name="scene">What lies in it.</param>
    public static PhotoAnswer Answer(PhotoScene scene, PhotoQuestion question)
    {
        List<PhotoProblem> problems = [];
        var leaf = question.FindLeaf || question.Outline.Length > 0;
        Point[] edge = question.Outline.Length > 2 ? [.. question.Outline] : [.. scene.Edge];
        edge = question.Pulls.Aggregate(edge, (now, pull) => pull.Apply(now));
        if (leaf && edge.Length == 0)
        {
            problems.AddRange(scene.Problems);
        }

        var at = edge.Length > 0 ? References.Moments(edge).Centre : new Point(scene.Width / 2.0, scene.Height / 2.0);
        var (map, found, error) = ScaleOf(scene, question.Scale, at, problems);
        var plane = map ?? Perspective.FromAbove(1);
        var blade =
            leaf && edge.Length > 2 ? Leaf(scene, question, edge, plane, map is not null, error, problems) : null;
        return new(
            found,
            blade,
            [.. question.Marks.Select(m => Measure(m, plane, map is not null, error))],
            [.. problems.Distinct()]
        );
    }

    private static (Perspective? Map, ScaleFound Found, double Error) ScaleOf(
        PhotoScene scene,
        PhotoScale scale,
        Point at,
        List<PhotoProblem> problems
    )
    {
        var nothing = new ScaleFound("nothing", [], 0, null);
        switch (scale.Kind)
        {
            case ScaleKind.Corners when scale.Points.Length == 4:
                return OfCard(scale.Points, HandError);
            case ScaleKind.Points
                when scale.Points.Length == 2
                    && scale.Millimetres > 0
                    && (scale.Points[1] - scale.Points[0]).Length is var pixels and > 5:
                return (
                    Perspective.FromAbove(scale.Millimetres / pixels),
                    new("points", scale.Points, pixels / scale.Millimetres, null),
                    Measured.Together(scale.Error, HandError * Math.Sqrt(2) / pixels)
                );
            case ScaleKind.Corners or ScaleKind.Points:
                problems.Add(PhotoProblem.BadMarks);
                return (null, nothing, 0);
            case ScaleKind.Find when scene.Card.Length == 4:
                return OfCard(scene.Card, EdgeError * scene.Grain);
            case ScaleKind.Find when scene.Coin is { } coin:
                var flatness = coin.Short / coin.Long;
                var across = 2 * Math.Sqrt(coin.Long * coin.Short);
                if (flatness < StraightCoin)
                {
                    problems.Add(PhotoProblem.Tilted);
                }

                var (sin, cos) = Math.SinCos(coin.Degrees * Math.PI / 180);
                var (along, aside) = (new Point(cos, sin) * coin.Long, new Point(-sin, cos) * coin.Short);
                return (
                    Perspective.FromAbove(scale.Coin / across),
                    new(
                        "coin",
                        [coin.Centre - along, coin.Centre + along, coin.Centre - aside, coin.Centre + aside],
                        across / scale.Coin,
                        Math.Acos(Math.Min(flatness, 1)) * 180 / Math.PI
                    ),
                    Measured.Together(scale.Error, EdgeError * scene.Grain / across, (1 - flatness) / 2)
                );
            default:
                problems.Add(PhotoProblem.NoScale);
                return (null, nothing, 0);
        }

        (Perspective?, ScaleFound, double) OfCard(ImmutableArray<Point> corners, double pixelError)
        {
            Point[] round = Lines.AreaOf(corners) > 0 ? [.. corners] : [.. corners.Reverse()];
            var longer =
                (round[0] - round[1]).Length + (round[2] - round[3]).Length
                > (round[1] - round[2]).Length + (round[3] - round[0]).Length;
            var (a, b) = longer ? (scale.CardLong, scale.CardShort) : (scale.CardShort, scale.CardLong);

            // In pixels y points down, so what runs round one way there runs round the other way on the card.
            if (
                !Lines.IsSimple(round)
                || Perspective.Of(round, [new(0, 0), new(a, 0), new(a, -b), new(0, -b)]) is not { } map
            )
            {
                problems.Add(PhotoProblem.BadMarks);
                return (null, nothing, 0);
            }

            var here = map.ScaleAt(at);

            // Errors of the corners grow with the distance of the leaf from the card.
            var size = (round[2] - round[0]).Length;
            var middle = (round[0] + round[1] + round[2] + round[3]) * 0.25;
            return (
                map,
                new("card", [.. round], here > 0 ? 1 / here : 0, TiltOf(map, at)),
                Measured.Together(scale.Error, pixelError / size * (1 + ((at - middle).Length / size)))
            );
        }
    }

    /// <summary>How much shorter lengths show in one direction than in the other, as the tilt that does it.</summary>
    private static double TiltOf(Perspective map, Point at)
    {
        var here = map.Map(at);
        var scales = Enumerable
            .Range(0, 18)
            .Select(i => (map.Map(at + Point.Polar(4, i * 10)) - here).Length)
            .ToArray();
        return Math.Acos(Math.Min(scales.Min() / scales.Max(), 1)) * 180 / Math.PI;
    }

    private static LeafFound? Leaf(
        PhotoScene scene,
        PhotoQuestion question,
        Point[] edge,
        Perspective plane,
        bool scaled,
        double scaleError,
        List<PhotoProblem> problems
    )
    {
        var mapped = edge.Select(plane.Map).ToArray();
        if (Lines.AreaOf(mapped) < 0)
        {
            Array.Reverse(mapped);
            Array.Reverse(edge);
        }

        var hasStalk = scene.StalkFoot is not null && question.Outline.Length == 0;
        var (basePoint, foot) = hasStalk
            ? (question.Base ?? scene.StalkJoin!.Value, scene.StalkFoot)
            : (question.Base ?? EndOf(edge, question.Turned), null);
        if (!hasStalk && question.Base is null)
        {
            problems.Add(PhotoProblem.BaseGuessed);
        }

        var pixel = plane.ScaleAt(basePoint) * scene.Grain;
        var stalk = scene.StalkWidth * plane.ScaleAt(basePoint);
        var blade = BladeLine.Of(
            mapped,
            plane.Map(basePoint),
            foot is { } f ? plane.Map(f) : null,
            stalk,
            question.Tip is { } set ? plane.Map(set) : null
        );
        if (blade is null || plane.Back() is not { } back)
        {
            problems.Add(PhotoProblem.NoLeaf);
            return null;
        }

        if (question.Outline.Length == 0 && (scene.Stalks > 1 || Sides.Unlikeness(blade) > Sides.MostUnlike))
        {
            problems.Add(PhotoProblem.PerhapsSeveral);
        }

        var shape = BladeShape.Of(blade);
        var box = Lines.BoxOf(blade.Points);
        var widest = new Measured(shape.Widest, Measured.Together(WidestError, shape.WidestSpread / 2));
        var lobing = Photos.Lobing.Find(blade);
        var teeth = lobing.Lobes == 1 ? Teething.Find(blade, pixel) : null;
        var ends = Measured.Together(
            EdgeError * pixel,
            hasStalk ? JoinError * stalk
                : question.Base is null ? pixel
                : HandError * pixel / scene.Grain
        );
        var length = new Measured(blade.Length, Measured.Together(ends, EndsShare * blade.Length));
        var width = new Measured(box.Width, EdgeError * Math.Sqrt(2) * pixel);
        var ratio = length / width;
        var right = blade.Points.MaxBy(p => p.X);
        var left = blade.Points.MinBy(p => p.X);
        var middle = (right.Y + left.Y) / 2;
        return new(
            [.. Drawn(edge)],
            basePoint,
            Back(blade.Points[blade.TipAt]),
            [Back(new(left.X, middle)), Back(new(right.X, middle))],
            foot,
            Scaled(length),
            Scaled(width),
            foot is { } end ? Scaled(new((plane.Map(end) - plane.Map(basePoint)).Length, ends)) : null,
            ratio,
            Scaled(new(Math.Abs(Lines.AreaOf(blade.Points)), EdgeError * pixel * Lines.LengthOf(blade.Points)), 2),
            Scaled(new(Lines.LengthOf(blade.Points), Lines.LengthOf(blade.Points) * 0.01)),
            widest,
            shape,
            teeth,
            [.. (teeth?.Tips ?? []).Select(Back)],
            lobing,
            [.. lobing.Sinuses.Select(Back)],
            ShapeNames.Of(question.Convention, shape, ratio.Error, widest.Error),
            EndNames.Base(shape),
            EndNames.Tip(shape)
        );

        Point Back(Point upright) => back.Map(blade.Laid(upright));

        Measured? Scaled(Measured value, int power = 1) =>
            scaled ? new(value.Value, Measured.Together(value.Error, value.Value * scaleError * power)) : null;
    }

    /// <summary>The end of a leaf without a stalk that is taken for its base: of the two ends of its longest line, the blunter one.</summary>
    private static Point EndOf(Point[] edge, bool turned)
    {
        var centre = References.Moments(edge).Centre;
        var one = edge.MaxBy(p => (p - centre).Length);
        var along = (one - centre).Unit;
        var other = edge.MaxBy(p => -(((p - centre).X * along.X) + ((p - centre).Y * along.Y)));
        var reach = (one - other).Length / 5;
        var blunter =
            edge.Count(p => (p - one).Length < reach) <= edge.Count(p => (p - other).Length < reach) ? other : one;
        return turned == (blunter == other) ? one : other;
    }

    private static IEnumerable<Point> Drawn(Point[] edge)
    {
        Point[] closed = [.. edge, edge[0]];
        return Lines.Spaced(closed, DrawnPoints).SkipLast(1);
    }

    private static MarkFound Measure(PhotoMark mark, Perspective plane, bool scaled, double scaleError)
    {
        var points = mark.Points.Select(plane.Map).ToArray();
        switch (mark.Kind)
        {
            case MarkKind.Count:
                return new(mark.Label, mark.Kind, new(points.Length, 0));
            case MarkKind.Length when points.Length > 1 && scaled:
                var length = Lines.LengthOf(points);
                var pixel = plane.ScaleAt(mark.Points[0]);
                return new(
                    mark.Label,
                    mark.Kind,
                    new(length, Measured.Together(length * scaleError, HandError * pixel * Math.Sqrt(2)))
                );
            case MarkKind.Angle when points.Length == 3:
                var (a, b) = (points[0] - points[1], points[2] - points[1]);
                var angle = Math.Abs(Math.Atan2((a.X * b.Y) - (a.Y * b.X), (a.X * b.X) + (a.Y * b.Y))) * 180 / Math.PI;
                var spread = HandError * plane.ScaleAt(mark.Points[1]) * 180 / Math.PI;
                return new(
                    mark.Label,
                    mark.Kind,
                    new(angle, Measured.Together(spread / Math.Max(a.Length, 1e-9), spread / Math.Max(b.Length, 1e-9)))
                );
            default:
                return new(mark.Label, mark.Kind, null);
        }
    }
}
