using System.Collections.Immutable;
using Garten.Core.Guides;

namespace Garten.Core.Measuring.Photos;

/// <summary>What was found in a picture.</summary>
/// <param name="Answer">What was found.</param>
/// <param name="Readings">The same in words.</param>
/// <param name="Marks">What was placed by hand, in words, in the order asked.</param>
/// <param name="Offers">Features of the guide it answers.</param>
public sealed record PhotoMeasures(
    PhotoAnswer Answer,
    ImmutableArray<PhotoReading> Readings,
    ImmutableArray<string> Marks,
    ImmutableArray<PhotoOffer> Offers
)
{
    /// <summary>What is found in a picture that was looked at.</summary>
    /// <exception cref="RuleException">The question asks for what cannot be in it.</exception>
    public static PhotoMeasures Of(Guide guide, PhotoScene scene, PhotoQuestion question)
    {
        if (PhotoRules.FaultOf(question, scene.Width, scene.Height) is { Length: > 0 } fault)
        {
            throw new RuleException("question", fault);
        }

        var answer = PhotoMeasurement.Answer(scene, question);
        return new(
            answer,
            [.. PhotoReadings.Of(answer)],
            [.. answer.Marks.Select(PhotoReadings.Of)],
            [.. PhotoOffers.Of(guide, answer)]
        );
    }
}
