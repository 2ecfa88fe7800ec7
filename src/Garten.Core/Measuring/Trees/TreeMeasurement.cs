using System.Collections.Immutable;
using System.Globalization;

namespace Garten.Core.Measuring.Trees;

/// <summary>How a height is measured.</summary>
public enum HeightMethod
{
    /// <summary>Not at all.</summary>
    None,

    /// <summary>Two angles and a distance.</summary>
    Angles,

    /// <summary>A stick at arm's length and a distance.</summary>
    Stick,
}

/// <summary>What was measured on a tree, as typed. Empty texts were not measured.</summary>
/// <param name="Stems">Girths or diameters of its stems at 1.3 m.</param>
/// <param name="ByDiameter">True where the stems were measured across, with a calliper, rather than round.</param>
/// <param name="Method">How the height was measured.</param>
/// <param name="Distance">Distance to the stem; a number of paces where a pace is given.</param>
/// <param name="Pace">Length of one pace; empty where the distance was measured.</param>
/// <param name="AlongSlope">True where the tape lay along the slope, from the eye to the foot of the tree.</param>
/// <param name="Top">Angle to the top, in degrees.</param>
/// <param name="Foot">Angle to the foot, in degrees, below 0 where it lies below the eye.</param>
/// <param name="Stick">Length of the stick that covers the tree.</param>
/// <param name="Arm">From the eye to the stick.</param>
/// <param name="Lean">Lean of the tree towards or away from the one who measures, in degrees.</param>
/// <param name="CrownLong">The crown's longest spread.</param>
/// <param name="CrownAcross">The spread square to it.</param>
public sealed record TreeQuestion(
    ImmutableArray<string> Stems,
    bool ByDiameter,
    HeightMethod Method,
    string Distance,
    string Pace,
    bool AlongSlope,
    string Top,
    string Foot,
    string Stick,
    string Arm,
    string Lean,
    string CrownLong,
    string CrownAcross
);

/// <summary>A line of the answer.</summary>
/// <param name="Words">The value with its standard error and unit.</param>
public sealed record TreeLine(string Label, string Words);

/// <summary>What follows from what was measured.</summary>
/// <param name="Entry">The height as it is put on a plant's sheet; null where none was measured.</param>
/// <param name="Warnings">What to mind.</param>
/// <param name="Faults">What could not be read, by the name of its field.</param>
public sealed record TreeAnswer(
    ImmutableArray<TreeLine> Lines,
    string? Entry,
    ImmutableArray<string> Warnings,
    ImmutableDictionary<string, string> Faults
);

/// <summary>Works out a tree from what was typed.</summary>
public static class TreeMeasurement
{
    /// <summary>Standard errors of the tools: a tape round a stem, a tape to the tree, a clinometer, a stick against the eye.</summary>
    private const double GirthShare = 0.005;
    private const double TapeShare = 0.005;
    private const double AngleError = 0.5;
    private const double StickShare = 0.03;

    /// <summary>How much a pace varies, as a share, once calibrated.</summary>
    private const double PaceShare = 0.03;

    /// <summary>Lean from which the height is doubtful.</summary>
    private const double LeanFrom = 5;

    /// <summary>Angle to the top above which a small error of the angle becomes a large one of the height.</summary>
    private const double Steep = 60;

    /// <summary>Most stems.</summary>
    private const int MostStems = 50;

    /// <summary>Works out the answer.</summary>
    /// <param name="question">What was typed.</param>
    public static TreeAnswer Answer(TreeQuestion question)
    {
        var faults = ImmutableDictionary.CreateBuilder<string, string>();
        List<TreeLine> lines = [];
        List<string> warnings = [];
        string? entry = null;
        Girths();
        Height();
        Crown();
        return new([.. lines], entry, [.. warnings], faults.ToImmutable());

        void Girths()
        {
            List<Measured> diameters = [];
            foreach (var text in question.Stems.Take(MostStems).Where(s => s.Trim().Length > 0))
            {
                if (
                    Length("stems", text, "cm", 5, 20_000, "a girth or diameter such as 192 cm, 1.92 m or 6 ft 3 in") is
                    { } size
                )
                {
                    var measured = new Measured(size / 10, size / 10 * GirthShare);
                    diameters.Add(question.ByDiameter ? measured : Stems.Diameter(measured));
                }
            }

            if (diameters.Count == 0)
            {
                return;
            }

            var together = Stems.Together(diameters);
            lines.Add(
                new(
                    diameters.Count == 1 ? "Diameter at 1.3 m" : $"Diameter of {diameters.Count} stems together",
                    $"{MeasuredWords.Of(together)} cm"
                )
            );
            lines.Add(new("Girth", $"{MeasuredWords.Of(Stems.Girth(together))} cm"));
            lines.Add(new("Basal area", $"{MeasuredWords.Of(Stems.BasalArea(together) * 1e-4)} m²"));
        }

        void Height()
        {
            if (question.Method == HeightMethod.None || Distance() is not { } distance)
            {
                return;
            }

            Measured? height = null;
            if (
                question.Method == HeightMethod.Angles
                && Angle("top", question.Top) is { } top
                && Angle("foot", question.Foot) is { } foot
            )
            {
                if (top <= foot)
                {
                    faults["top"] =
                        "The angle to the top must be larger than that to the foot. A foot below the eye has a minus.";
                    return;
                }

                var (up, down) = (new Measured(top, AngleError), new Measured(foot, AngleError));
                if (question.AlongSlope)
                {
                    distance = TreeHeight.LevelDistance(distance, down);
                    lines.Add(new("Level distance", $"{MeasuredWords.Of(distance)} m"));
                }

                height = TreeHeight.FromAngles(distance, up, down);
                if (top > Steep)
                {
                    warnings.Add(
                        $"The top stands steeper than {Steep}°: a small error of the angle becomes a large one of the height. Go farther away, about as far as the tree is tall."
                    );
                }
            }
            else if (
                question.Method == HeightMethod.Stick
                && Length("stick", question.Stick, "cm", 10, 3000, "the length of the stick") is { } stick
                && Length("arm", question.Arm, "cm", 100, 2000, "the length from the eye to the stick") is { } arm
            )
            {
                height = TreeHeight.FromStick(distance, new(stick, stick * StickShare), new(arm, arm * StickShare));
            }

            if (height is not { } found)
            {
                return;
            }

            if (
                question.Lean.Trim().Length > 0
                && Angle("lean", question.Lean) is { } lean
                && Math.Abs(lean) >= LeanFrom
            )
            {
                var off = TreeHeight.LeanError(found.Value, distance.Value, lean);
                warnings.Add(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"The tree leans by {Math.Abs(lean):0}°: seen along the lean its height can be off by {100 * off:0} %. Measure from a place square to the lean."
                    )
                );
                found = found with { Error = Measured.Together(found.Error, found.Value * off / 2) };
            }

            lines.Add(new("Height", $"{MeasuredWords.Of(found)} m"));
            entry = string.Create(
                CultureInfo.InvariantCulture,
                $"{Math.Max(found.Value - (2 * found.Error), 0):0.0}–{found.Value + (2 * found.Error):0.0} m"
            );
        }

        Measured? Distance()
        {
            if (question.Pace.Trim().Length == 0)
            {
                return
                    Length("distance", question.Distance, "m", 500, 500_000, "the distance to the stem, such as 22 m")
                        is { } d
                    ? new(d / 1000, d / 1000 * TapeShare)
                    : null;
            }

            if (
                !double.TryParse(
                    question.Distance.Trim(),
                    NumberStyles.Float,
                    CultureInfo.InvariantCulture,
                    out var paces
                ) || paces is < 1 or > 1000
            )
            {
                faults["distance"] = "Give the number of paces, from 1 to 1000.";
                return null;
            }

            return Length("pace", question.Pace, "cm", 300, 2000, "the length of one pace, such as 78 cm") is { } pace
                ? TreeHeight.Paced(paces, new(pace / 1000, pace / 1000 * PaceShare))
                : null;
        }

        void Crown()
        {
            if (
                question.CrownLong.Trim().Length > 0
                && question.CrownAcross.Trim().Length > 0
                && Length("crownLong", question.CrownLong, "m", 100, 100_000, "the spread of the crown, such as 9.5 m")
                    is { } a
                && Length(
                    "crownAcross",
                    question.CrownAcross,
                    "m",
                    100,
                    100_000,
                    "the spread of the crown, such as 9.5 m"
                )
                    is { } b
            )
            {
                // Where a crown ends is judged by eye, to about a quarter of a metre.
                const double Judged = 0.25;
                lines.Add(
                    new(
                        "Crown spread",
                        $"{MeasuredWords.Of((new Measured(a / 1000, Judged) + new Measured(b / 1000, Judged)) * 0.5)} m"
                    )
                );
            }
        }

        double? Length(string field, string text, string unit, double least, double most, string what)
        {
            var read = LengthReader.Millimetres(text, unit);
            if (read is not { } length || length < least || length > most)
            {
                faults[field] =
                    text.Trim().Length == 0 ? $"Give {what}." : $"“{text.Trim()}” cannot be used: give {what}.";
                return null;
            }

            return length;
        }

        double? Angle(string field, string text)
        {
            if (
                double.TryParse(
                    text.Trim().TrimEnd('°').Replace('−', '-'),
                    NumberStyles.Float,
                    CultureInfo.InvariantCulture,
                    out var angle
                ) && angle is > -85 and < 85
            )
            {
                return angle;
            }

            faults[field] = "Give an angle in degrees between −85 and 85.";
            return null;
        }
    }
}
