using System.Collections.Immutable;
using Garten.Core.Guides;

namespace Garten.Core.Measuring.Photos;

/// <summary>A feature of the guide that a picture answers.</summary>
/// <param name="State">The state seen; null for a number.</param>
/// <param name="Entry">The number with its unit, as a person would type it; null for a state.</param>
/// <param name="Words">What it says, for people.</param>
public sealed record PhotoOffer(CharacterId Character, string Label, string? State, string? Entry, string Words);

/// <summary>Turns what was found in a picture into features of a guide, so that nothing has to be copied by hand.</summary>
public static class PhotoOffers
{
    private static readonly Dictionary<string, string> Bases = new()
    {
        ["cuneate"] = "wedge",
        ["rounded"] = "rounded",
        ["truncate"] = "straight",
        ["cordate"] = "heart",
    };

    private static readonly Dictionary<string, string> Tips = new()
    {
        ["acute"] = "pointed",
        ["acuminate"] = "drawn-out",
        ["obtuse"] = "blunt",
        ["rounded"] = "blunt",
        ["emarginate"] = "notched",
    };

    /// <summary>The features a guide has for what was found.</summary>
    /// <param name="answer">What was found.</param>
    public static ImmutableArray<PhotoOffer> Of(Guide guide, PhotoAnswer answer)
    {
        if (answer.Leaf is not { } leaf)
        {
            return [];
        }

        var lobes = leaf.Lobing.Lobes;
        PhotoOffer?[] offers =
        [
            Number("leaf-length", leaf.Length, "mm"),
            Number("leaf-width", leaf.Width, "mm"),
            Number("leaf-ratio", leaf.Ratio, ""),
            Number("petiole-length", leaf.StalkLength, "mm"),
            State(
                "lobing",
                lobes == 1 ? "unlobed"
                    : leaf.Lobing.Palmate ? "palmately-lobed"
                    : "pinnately-lobed"
            ),
            lobes > 1 ? Number("lobe-count", new(lobes, 0), "") : null,
            State("leaf-base", Bases.GetValueOrDefault(leaf.BaseName.Term)),
            State("leaf-tip", Tips.GetValueOrDefault(leaf.TipName.Term)),
        ];
        return [.. offers.OfType<PhotoOffer>()];

        PhotoOffer? Number(string id, Measured? measured, string unit)
        {
            if (measured is not { } m || guide.FindCharacter(new(id)) is not { IsNumeric: true } character)
            {
                return null;
            }

            var number = MeasuredWords.Value(m);
            return new(
                character.Id,
                character.Label,
                null,
                $"{number} {unit}".TrimEnd(),
                $"{(m.Error > 0 ? MeasuredWords.Of(m) : number)} {unit}".TrimEnd()
            );
        }

        PhotoOffer? State(string id, string? state) =>
            state is not null
            && guide.FindCharacter(new(id)) is { } character
            && character.States.FirstOrDefault(s => s.Id == state) is { } found
                ? new(character.Id, character.Label, state, null, found.Label)
                : null;
    }
}
