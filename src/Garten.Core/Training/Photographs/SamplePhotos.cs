using Garten.Core.Drawing.Leaves;
using Garten.Core.Geometry;
using Garten.Core.Measuring.Photos;

namespace Garten.Core.Training.Photographs;

/// <summary>What is true of the leaf on a sample photograph.</summary>
/// <param name="Length">Length of the blade from where its edges leave the stalk, in millimetres.</param>
/// <param name="Width">Greatest width, in millimetres.</param>
/// <param name="Stalk">Length of the stalk below the blade, in millimetres.</param>
/// <param name="Shape">Its shape, read from the exact outline; the widest point is that of the same blade without teeth.</param>
public sealed record PhotoTruth(BladeForm Form, double Length, double Width, double Stalk, BladeShape Shape);

/// <summary>Draws the settings of sample photographs by chance, the same for the same seed.</summary>
public static class SamplePhotos
{
    /// <summary>Longer and shorter side of the card laid beside leaves, in millimetres.</summary>
    public const double CardLong = 85.6;

    /// <inheritdoc cref="CardLong"/>
    public const double CardShort = 53.98;

    /// <summary>Diameter of the coin laid beside leaves, in millimetres.</summary>
    public const double Coin = 24;

    private static readonly Tone CardColour = new(0.27, 0.42, 0.68);
    private static readonly Tone CoinColour = new(0.66, 0.42, 0.22);

    private static readonly Tone[] Greens =
    [
        new(0.3, 0.47, 0.16),
        new(0.22, 0.4, 0.14),
        new(0.38, 0.55, 0.2),
        new(0.55, 0.5, 0.12),
        new(0.5, 0.2, 0.12),
        new(0.28, 0.36, 0.2),
    ];

    private static readonly Tone[] Papers = [new(0.95, 0.94, 0.91), new(0.9, 0.9, 0.92), new(0.93, 0.9, 0.82)];

    /// <summary>A photograph drawn by chance.</summary>
    /// <param name="card">True to lay a card beside the leaf, false for a coin.</param>
    /// <param name="tilt">Tilt of the camera, in degrees.</param>
    /// <param name="width">Pixels across; three quarters of it down.</param>
    public static (PhotoSetting Setting, PhotoTruth Truth) Draw(int seed, bool card, double tilt, int width = 1600)
    {
        var chance = new Random(seed);
        var form = FormOf(chance);
        var stalk = form.Length * Between(chance, 0.12, 0.4);
        var tall = Math.Max(1.35 * (form.Length + stalk), card ? 155 : 60);
        var across = Math.Max(tall * 4 / 3, ((form.Length / form.Ratio) + (card ? CardShort : Coin)) * 2.3);
        var camera = new Camera(width, width * 3 / 4, width / across, tilt, Between(chance, 0, 360));
        var leaf = new LaidLeaf(
            form,
            stalk,
            new(-across * 0.2, (stalk - form.Length) / 2),
            Between(chance, -14, 14),
            Greens[chance.Next(Greens.Length)]
        );
        var aside = new Point(across * 0.29, Between(chance, -0.1, 0.1) * tall);
        var light = new Light(
            Between(chance, 0, 0.3),
            Between(chance, 0, 0.32),
            Between(chance, 0.6, 1.4),
            Between(chance, 1.5, 6),
            Papers[chance.Next(Papers.Length)],
            chance.Next(4) == 0 ? 5 : 0
        );
        var setting = new PhotoSetting(
            [leaf],
            card ? new(aside, Between(chance, 75, 105), CardLong, CardShort, CardColour) : null,
            card ? null : new(aside, 0, Coin, 0, CoinColour),
            camera,
            light,
            seed
        );
        return (setting, TruthOf(form, stalk));
    }

    /// <summary>What is true of a leaf as it shows: where the blade is narrower than its stalk, the stalk is seen.</summary>
    /// <param name="form">Form of its blade.</param>
    /// <param name="stalk">Length of its stalk, drawn up to the foot of the blade.</param>
    public static PhotoTruth TruthOf(BladeForm form, double stalk)
    {
        var blade = Blade.Of(form);
        var half = PhotoRenderer.StalkHalfAt(form);
        var begins =
            form.Base is BladeBase.Heart or BladeBase.Clasping || stalk <= 0
                ? 0
                : Array.Find(Lines.Spaced(blade.Edge, 2000), p => p.X > half).Y;
        var box = Lines.BoxOf(blade.Outline);
        Point[] upright =
        [
            default,
            .. blade
                .Outline.Where(p => p.Y > begins || form.Base is BladeBase.Heart or BladeBase.Clasping)
                .Select(p => new Point(p.X, p.Y - begins))
                .Where(p => p.Length > 1e-6),
        ];
        var tip = Array.IndexOf(
            upright,
            upright.MinBy(p =>
                Math.Abs(p.X) + (form.Tip == BladeTip.Notched ? -p.Y : 10 * Math.Abs(p.Y - (form.Length - begins)))
            )
        );
        var length = form.Length - begins;
        var (from, to) = WidestOf(form);
        var shape = BladeShape.Of(new(upright, tip, default, new(0, 1))) with
        {
            Widest = (((from + to) / 2) - begins) / length,
            WidestSpread = (to - from) / 2 / length,
            Ratio = length / box.Width,
        };
        return new(form, length, box.Width, stalk + begins, shape);
    }

    /// <summary>The stretch, as heights, over which a blade would be as good as equally wide if it had no teeth.</summary>
    private static (double From, double To) WidestOf(BladeForm form)
    {
        var side = Lines.Spaced(Blade.Of(form with { Margin = BladeMargin.Entire }).Edge, 4000);
        var most = side.Max(p => p.X);
        var wide = side.Where(p => p.X >= 0.985 * most).Select(p => p.Y).ToArray();
        return (wide.Min(), wide.Max());
    }

    /// <summary>
    /// A blade drawn by chance. Its teeth are cut in by less than a fifth of the way to the midrib and its lobes by clearly more
    /// than a quarter, where leaf architects draw the line between them: what lies between is neither.
    /// </summary>
    private static BladeForm FormOf(Random chance)
    {
        var lobing =
            chance.Next(4) > 0 ? BladeLobing.None
            : chance.Next(2) == 0 ? BladeLobing.Palmate
            : BladeLobing.Pinnate;
        var lobed = lobing != BladeLobing.None;
        var margin =
            lobed || chance.Next(3) == 0
                ? BladeMargin.Entire
                : chance.Next(4) switch
                {
                    0 => BladeMargin.Toothed,
                    1 => BladeMargin.Crenate,
                    2 => BladeMargin.Coarse,
                    _ => BladeMargin.Serrate,
                };
        var @base = (BladeBase)chance.Next(4);
        var lobes = 3 + (2 * chance.Next(lobing == BladeLobing.Palmate ? 3 : 4));
        var ratio = lobed
            ? Between(chance, 0.9, 1.9)
            : Math.Exp(Between(chance, 0, Math.Log(margin == BladeMargin.Entire ? 6 : 4)));
        return new(
            Math.Exp(Between(chance, Math.Log(25), Math.Log(120))),
            ratio,
            @base == BladeBase.Heart ? Between(chance, 0.25, 0.4) : Between(chance, 0.25, 0.7),
            lobing == BladeLobing.Palmate && @base == BladeBase.Straight ? BladeBase.Rounded : @base,
            (BladeTip)chance.Next(3),
            lobing,
            lobes,
            Between(chance, 0.45, 0.7),
            margin,
            margin switch
            {
                BladeMargin.Coarse => chance.Next(1, 4) + (int)(7 * ratio),
                BladeMargin.Serrate => chance.Next(4, 12) + (int)(6 * ratio),
                _ => chance.Next(2, 8) + (int)(6 * ratio),
            },
            Between(chance, 0.08, 0.3),
            BladeVeins.Pinnate,
            6
        );
    }

    private static double Between(Random chance, double from, double to) => from + ((to - from) * chance.NextDouble());
}
