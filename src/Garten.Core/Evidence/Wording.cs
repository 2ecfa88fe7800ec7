using System.Collections.Immutable;
using System.Globalization;
using Garten.Core.Guides;
using Garten.Core.Measuring;

namespace Garten.Core.Evidence;

/// <summary>Puts what was recorded into plain words.</summary>
public static class Wording
{
    /// <summary>A reason why something cannot be seen.</summary>
    public static string Of(HiddenReason reason) =>
        reason switch
        {
            HiddenReason.TooEarly => "too early in the year",
            HiddenReason.Over => "over for this year",
            HiddenReason.OutOfReach => "out of reach",
            HiddenReason.WrongSexOrStage => "wrong sex or stage",
            HiddenReason.Damaged => "damaged",
            _ => throw new ArgumentOutOfRangeException(nameof(reason)),
        };

    /// <summary>Where a part grew, for example "sun, low branch"; empty when not noted.</summary>
    public static string Of(PartPlace place) =>
        string.Join(
            ", ",
            new[]
            {
                place.Exposure switch
                {
                    Exposure.Sun => "sun",
                    Exposure.Shade => "shade",
                    _ => "",
                },
                place.Position switch
                {
                    PartPosition.Basal => "at the base",
                    PartPosition.Middle => "middle of the stem",
                    PartPosition.Upper => "towards the top",
                    PartPosition.LowBranch => "low branch",
                    PartPosition.Resprout => "resprout",
                    PartPosition.Sapling => "sapling",
                    _ => "",
                },
            }.Where(w => w.Length > 0)
        );

    /// <summary>What an observation found, for example "opposite" or "5 parts, mean 6.4 cm".</summary>
    /// <param name="character">The character observed.</param>
    public static string Recorded(Character character, Observation o) =>
        o.Finding switch
        {
            Finding.States states => string.Join(" and ", states.Seen.Select(character.LabelOf)),
            Finding.Sample sample => Sample(character, sample.Values),
            Finding.Rough rough => rough.Value.Typed,
            Finding.Absent => "looked for, not there",
            Finding.Hidden hidden => $"cannot be seen: {Of(hidden.Why)}",
            _ => throw new ArgumentOutOfRangeException(nameof(o)),
        };

    /// <summary>A number in the unit of its character, for example "6.4 cm".</summary>
    /// <param name="value">The value in the inner unit.</param>
    public static string Number(Character character, double value)
    {
        var shown = value / (LengthUnit.Millimetres(character.Unit) ?? 1);
        var digits =
            Math.Abs(shown) >= 100 ? "0"
            : Math.Abs(shown) >= 10 ? "0.#"
            : "0.##";
        return shown.ToString(digits, CultureInfo.InvariantCulture)
            + (character.Unit.Length > 0 && character.Unit != "°" ? " " : "")
            + character.Unit;
    }

    private static string Sample(Character character, ImmutableArray<double> values)
    {
        var summary = SampleSummary.Of(values);
        return summary.Count == 1
            ? Number(character, values[0])
            : $"{summary.Count} parts, mean {Number(character, summary.Mean)}, {Number(character, summary.Minimum)} to {Number(character, summary.Maximum)}";
    }
}
