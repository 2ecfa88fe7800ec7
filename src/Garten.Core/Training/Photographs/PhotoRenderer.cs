using Garten.Core.Drawing.Leaves;
using Garten.Core.Geometry;
using Garten.Core.Measuring.Photos;

namespace Garten.Core.Training.Photographs;

/// <summary>
/// Takes sample photographs of leaves drawn by the illustrator: laid on paper, seen by a camera in perspective, with shade,
/// a shadow, unsharpness and noise. Their true sizes are known, so measuring can be tried and judged on them.
/// </summary>
public static class PhotoRenderer
{
    /// <summary>Focal length of the camera, in widths of its picture.</summary>
    private const double Focal = 1.2;

    /// <summary>Half the width of a stalk where the blade begins, as a share of the blade's length.</summary>
    private const double StalkHalf = 1.1 / 90;

    /// <summary>Half the width of a leaf's stalk where its blade begins, in millimetres.</summary>
    /// <param name="form">Form of the blade.</param>
    internal static double StalkHalfAt(BladeForm form) => StalkHalf * form.Length;

    /// <summary>Takes a photograph.</summary>
    /// <param name="setting">What is laid where, and how it is lit.</param>
    public static PixelImage Take(PhotoSetting setting)
    {
        var (camera, light) = (setting.Camera, setting.Light);
        var (width, height) = (camera.Width, camera.Height);
        var (r, g, b) = (Plane(light.Paper.R), Plane(light.Paper.G), Plane(light.Paper.B));
        if (light.Squares > 0)
        {
            Squares();
        }

        // Shadows first, since things lie on them.
        foreach (var leaf in setting.Leaves)
        {
            var shadow = new float[width * height];
            foreach (var outline in Outlines(leaf))
            {
                Coverage.Add(shadow, [.. outline.Select(p => Seen(camera, p + new Point(1.2, -1.6)))], width, height);
            }

            Blur(shadow, width, height, 1.4 * camera.PixelsAMillimetre);
            for (var i = 0; i < shadow.Length; i++)
            {
                var dark = 1 - ((float)light.Shadow * shadow[i]);
                (r[i], g[i], b[i]) = (r[i] * dark, g[i] * dark, b[i] * dark);
            }
        }

        foreach (var thing in new[] { setting.Card, setting.Coin }.OfType<LaidThing>())
        {
            Point[] outline = [.. Outline(thing).Select(p => Seen(camera, p))];
            Lay(Coverage.Of(outline, width, height), thing.Colour, 1);
        }

        foreach (var leaf in setting.Leaves)
        {
            var covered = new float[width * height];
            foreach (var outline in Outlines(leaf))
            {
                Coverage.Add(covered, [.. outline.Select(p => Seen(camera, p))], width, height);
            }

            Lay(covered, leaf.Colour, 1);
            Veins(leaf);
        }

        return Developed();

        float[] Plane(double value)
        {
            var plane = new float[width * height];
            Array.Fill(plane, (float)value);
            return plane;
        }

        void Lay(float[] covered, Tone colour, double share)
        {
            for (var i = 0; i < covered.Length; i++)
            {
                var c = covered[i] * (float)share;
                if (c > 0)
                {
                    r[i] += ((float)colour.R - r[i]) * c;
                    g[i] += ((float)colour.G - g[i]) * c;
                    b[i] += ((float)colour.B - b[i]) * c;
                }
            }
        }

        void Squares()
        {
            var reach = 0.75 * Math.Max(width, height) / camera.PixelsAMillimetre;
            var lines = new float[width * height];
            for (var at = -Math.Ceiling(reach / light.Squares) * light.Squares; at <= reach; at += light.Squares)
            {
                Point[] down =
                [
                    new(at - 0.12, -reach),
                    new(at + 0.12, -reach),
                    new(at + 0.12, reach),
                    new(at - 0.12, reach),
                ];
                Coverage.Add(lines, [.. down.Select(p => Seen(camera, p))], width, height);
                Coverage.Add(lines, [.. down.Select(p => Seen(camera, new(p.Y, p.X)))], width, height);
            }

            Lay(lines, new(0.62, 0.74, 0.84), 1);
        }

        void Veins(LaidLeaf leaf)
        {
            var placing = new Placing(leaf.At, leaf.Degrees);
            var blade = Blade.Of(leaf.Form);
            var pale = new Tone(
                Math.Min(leaf.Colour.R * 1.35, 1),
                Math.Min(leaf.Colour.G * 1.25, 1),
                Math.Min(leaf.Colour.B * 1.35, 1)
            );
            var lines = new float[width * height];
            foreach (var vein in Drawing.Leaves.Veins.Of(blade).Append([default, new(0, leaf.Form.Length * 0.98)]))
            {
                Coverage.Add(
                    lines,
                    [
                        .. Lines
                            .Strip(vein, t => leaf.Form.Length * 0.0035 * (1.1 - t))
                            .Select(p => Seen(camera, placing.Of(p))),
                    ],
                    width,
                    height
                );
            }

            Lay(lines, pale, 0.8);
        }

        // Fall-off of the light, unsharpness, then noise.
        PixelImage Developed()
        {
            foreach (var plane in new[] { r, g, b })
            {
                Blur(plane, width, height, light.Blur);
            }

            var noise = new Random(setting.Seed);
            var rgb = new byte[3 * width * height];
            for (var y = 0; y < height; y++)
            {
                for (var x = 0; x < width; x++)
                {
                    var i = (y * width) + x;
                    var (u, v) = ((2.0 * x / width) - 1, (2.0 * y / height) - 1);
                    var lit = 1 - (light.FallOff * (0.5 + (0.3 * u) + (0.1 * v) + (0.1 * u * u)));
                    rgb[3 * i] = Grain(r[i] * lit);
                    rgb[(3 * i) + 1] = Grain(g[i] * lit);
                    rgb[(3 * i) + 2] = Grain(b[i] * lit);
                }
            }

            return new(width, height, rgb);

            byte Grain(double value)
            {
                // Three even chances together are near enough to a normal one.
                var off = (noise.NextDouble() + noise.NextDouble() + noise.NextDouble() - 1.5) * 2 * light.Noise;
                return (byte)Math.Clamp((value * 255) + off + 0.5, 0, 255);
            }
        }
    }

    /// <summary>Where a place on the ground shows in the picture.</summary>
    /// <param name="place">The place, in millimetres from the middle, y upwards.</param>
    public static Point Seen(Camera camera, Point place)
    {
        var focal = Focal * camera.Width;
        var distance = focal / camera.PixelsAMillimetre;
        var turn = new Placing(default, -camera.Towards);
        var (sin, cos) = Math.SinCos(camera.Tilt * Math.PI / 180);
        var p = turn.Of(place);
        var away = distance + (p.Y * sin);
        var shown = new Placing(default, camera.Towards).Of(new(focal * p.X / away, focal * p.Y * cos / away));
        return new((camera.Width / 2.0) + shown.X, (camera.Height / 2.0) - shown.Y);
    }

    /// <summary>The leaf's blade and stalk, on the ground.</summary>
    private static IEnumerable<Point[]> Outlines(LaidLeaf leaf)
    {
        var placing = new Placing(leaf.At, leaf.Degrees);
        yield return [.. Blade.Of(leaf.Form).Outline.Select(placing.Of)];
        if (leaf.Stalk > 0)
        {
            var half = StalkHalfAt(leaf.Form);
            Point[] stalk =
            [
                new(-half * 1.3, -leaf.Stalk),
                new(half * 1.3, -leaf.Stalk),
                new(half, leaf.Form.Length * 0.04),
                new(-half, leaf.Form.Length * 0.04),
            ];
            yield return [.. stalk.Select(placing.Of)];
        }
    }

    private static Point[] Outline(LaidThing thing)
    {
        var placing = new Placing(thing.At, thing.Degrees);
        if (thing.Short <= 0)
        {
            return [.. Lines.Ellipse(default, thing.Long / 2, thing.Long / 2, 180).Select(placing.Of)];
        }

        var (a, b) = (thing.Long / 2, thing.Short / 2);
        const double Round = 3.2;
        Point[] card =
        [
            .. Lines.Arc(new(a - Round, b - Round), Round, Round, 0, 90, 8),
            .. Lines.Arc(new(a - Round, Round - b), Round, Round, 90, 180, 8),
            .. Lines.Arc(new(Round - a, Round - b), Round, Round, 180, 270, 8),
            .. Lines.Arc(new(Round - a, b - Round), Round, Round, 270, 360, 8),
        ];
        return [.. card.Select(placing.Of)];
    }

    /// <summary>Three box blurs one after the other, which come near a normal curve.</summary>
    private static void Blur(float[] plane, int width, int height, double spread)
    {
        var half = (int)Math.Round((Math.Sqrt((4 * spread * spread) + 1) - 1) / 2);
        if (half < 1)
        {
            return;
        }

        var line = new float[Math.Max(width, height)];
        for (var pass = 0; pass < 3; pass++)
        {
            for (var y = 0; y < height; y++)
            {
                Box(y * width, 1, width);
            }

            for (var x = 0; x < width; x++)
            {
                Box(x, width, height);
            }
        }

        void Box(int start, int step, int count)
        {
            float sum = 0;
            for (var i = -half; i <= half; i++)
            {
                sum += At(i);
            }

            for (var i = 0; i < count; i++)
            {
                line[i] = sum / ((2 * half) + 1);
                sum += At(i + half + 1) - At(i - half);
            }

            for (var i = 0; i < count; i++)
            {
                plane[start + (i * step)] = line[i];
            }

            float At(int i) => plane[start + (Math.Clamp(i, 0, count - 1) * step)];
        }
    }
}
