using System.Collections.Immutable;

namespace Garten.Core.Identification;

/// <summary>What one observation does to a name.</summary>
/// <param name="Character">The character; empty for a linked plant.</param>
/// <param name="Found">What was found, in words.</param>
/// <param name="Bits">Weight of evidence in bits (Good 1950): how much likelier (above 0) or less likely the finding is under this name than under all others together.</param>
/// <param name="InWords">The same in plain words.</param>
/// <param name="Fitting">How many names of the guide it fits.</param>
/// <param name="Note">What must be known to read it rightly; empty for most.</param>
public sealed record Reason(
    CharacterId Character,
    string Label,
    string Found,
    double Bits,
    string InWords,
    int Fitting,
    string Note
);

/// <summary>Everything that speaks for and against a name.</summary>
/// <param name="Prior">What place and date say, factor by factor.</param>
/// <param name="Before">Chance of the name before any feature was looked at.</param>
/// <param name="Features">What each feature does, the most telling first.</param>
public sealed record NameReasons(PlacePrior Prior, double Before, ImmutableArray<Reason> Features);

/// <summary>Puts a weight of evidence in bits into words.</summary>
public static class EvidenceStrength
{
    /// <summary>The words for a weight of evidence.</summary>
    /// <param name="bits">Bits for (above 0) or against.</param>
    public static string Words(double bits)
    {
        var strength = Math.Abs(bits) switch
        {
            >= LikelihoodConstants.StrongBits => "strongly ",
            >= LikelihoodConstants.PlainBits => "",
            >= LikelihoodConstants.SlightBits => "somewhat ",
            _ => null,
        };
        return strength is null ? "says little" : strength + (bits > 0 ? "for" : "against");
    }
}
