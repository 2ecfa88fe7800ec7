using System.Collections.Immutable;

namespace Garten.Core.Survey;

/// <summary>Whether a voucher may be taken from a stand.</summary>
/// <remarks>The custom among field botanists is to take at most one plant in twenty of a stand, and none where the permit or the law says otherwise.</remarks>
/// <param name="Allowed">False when the stand is too small, or a permit is needed and none is named.</param>
/// <param name="Says">What to mind, and what stands in the way.</param>
public sealed record Collecting(bool Allowed, ImmutableArray<string> Says)
{
    /// <summary>Plants of a stand for each one taken.</summary>
    public const int StandForOne = 20;

    /// <summary>Judges a taking.</summary>
    /// <param name="stand">Plants in the stand, counted before anything is taken.</param>
    /// <param name="whole">Whole plants to be taken; 0 for a twig or a few leaves.</param>
    /// <param name="spared">True for species that are protected, spared in this area or sensitive.</param>
    /// <param name="permit">The permit; empty for none.</param>
    public static Collecting Judge(int stand, int whole, bool spared, string permit)
    {
        List<string> says = [];
        var bears = (long)whole * StandForOne <= stand;
        if (!bears)
        {
            says.Add(
                stand < StandForOne
                    ? $"A stand of {stand} bears no whole plant taken: that takes {StandForOne} or more. Take a picture, or a twig."
                    : $"A stand of {stand} bears {stand / StandForOne} taken, not {whole}: at most one plant in {StandForOne}."
            );
        }

        var licensed = !spared || permit.Trim().Length > 0;
        if (!licensed)
        {
            says.Add(
                "This species is spared: name the permit under which it is taken, or take a picture in its place."
            );
        }

        says.Add("The landowner's leave and local law decide. Count the stand first.");
        return new(bears && licensed, [.. says]);
    }
}
