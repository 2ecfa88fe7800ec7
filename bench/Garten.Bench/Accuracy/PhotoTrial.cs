using System.Diagnostics;
using Garten.Core.Drawing.Leaves;
using Garten.Core.Measuring.Photos;
using Garten.Core.Measuring.Shapes;
using Garten.Core.Training.Photographs;

namespace Garten.Bench.Accuracy;

/// <summary>One sample photograph, measured and held against the truth.</summary>
/// <param name="Truth">What is true.</param>
/// <param name="Answer">What was found.</param>
internal sealed record PhotoOutcome(int Seed, PhotoTruth Truth, PhotoAnswer Answer)
{
    /// <summary>Error of the length as a share; null where none was given.</summary>
    public double? Length => Answer.Leaf?.Length is { } l ? Math.Abs(l.Value - Truth.Length) / Truth.Length : null;

    /// <summary>True where the true length lies within two stated errors of the one found; null where none was given.</summary>
    public bool? LengthCovered => Answer.Leaf?.Length is { } l ? Math.Abs(l.Value - Truth.Length) <= 2 * l.Error : null;

    /// <summary>True where the teeth were said to be too fine to be counted surely.</summary>
    public bool TooFine => Answer.Leaf?.Teeth?.TooFine == true;

    /// <summary>Error of the width as a share.</summary>
    public double? Width => Answer.Leaf?.Width is { } w ? Math.Abs(w.Value - Truth.Width) / Truth.Width : null;

    /// <summary>Error of the widest point, as a share of the length; null on a lobed blade.</summary>
    public double? Widest =>
        Answer.Leaf is { } l && Truth.Form.Lobing == BladeLobing.None
            ? Math.Abs(l.Widest.Value - Truth.Shape.Widest)
            : null;

    /// <summary>Error of the number of teeth as a share; null on a blade without teeth.</summary>
    public double? Teeth =>
        Answer.Leaf is { } l && Truth.Form.Lobing == BladeLobing.None && Truth.Form.Margin != BladeMargin.Entire
            ? Math.Abs((l.Teeth is { } t ? t.Right + t.Left : 0) - (2.0 * Truth.Form.Teeth)) / (2 * Truth.Form.Teeth)
            : null;

    /// <summary>True where the number of lobes is exact; null where no leaf was found.</summary>
    public bool? Lobes =>
        Answer.Leaf is { } l ? l.Lobing.Lobes == (Truth.Form.Lobing == BladeLobing.None ? 1 : Truth.Form.Lobes) : null;

    /// <summary>True where the shape is named as the exact outline is, or as its neighbour across a border within the error; null on a lobed blade.</summary>
    public bool? ShapeIn(ShapeConvention convention)
    {
        if (Answer.Leaf is not { } leaf || Truth.Form.Lobing != BladeLobing.None)
        {
            return null;
        }

        var said = ShapeNames.Of(convention, leaf.Shape, leaf.Ratio.Error, leaf.Widest.Error);
        var term = ShapeNames.Of(convention, Truth.Shape, 0, 0).Term;
        return said.Term == term || said.Neighbours.Contains(term);
    }

    /// <summary>Takes and measures a photograph.</summary>
    public static PhotoOutcome Of(int seed, bool card, double tilt)
    {
        var (setting, truth) = SamplePhotos.Draw(seed, card, tilt);
        return new(
            seed,
            truth,
            PhotoMeasurement.Answer(PhotoScene.Read(PhotoRenderer.Take(setting)), PhotoQuestion.Usual)
        );
    }

    /// <summary>Seconds it takes to measure a photograph of twelve megapixels, once warm: the median of five.</summary>
    public static double SecondsForTwelveMegapixels()
    {
        var image = PhotoRenderer.Take(SamplePhotos.Draw(7, true, 10, 4000).Setting);
        PhotoMeasurement.Answer(PhotoScene.Read(image), PhotoQuestion.Usual);
        var times = new double[5];
        for (var i = 0; i < times.Length; i++)
        {
            var begun = Stopwatch.GetTimestamp();
            PhotoMeasurement.Answer(PhotoScene.Read(image), PhotoQuestion.Usual);
            times[i] = Stopwatch.GetElapsedTime(begun).TotalSeconds;
        }

        Array.Sort(times);
        return times[2];
    }
}
