using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;

namespace Garten.Core.Training;

/// <summary>
/// Looks at simulated plants with an observer's ordinary mistakes: each character is misread as often as the guide calls
/// it difficult, neighbours of ordered states are taken for each other, and now and then one organ is taken for another.
/// </summary>
/// <param name="departures">Whether mistakes come in pairs.</param>
/// <param name="random">Where chance comes from.</param>
public sealed class SimulatedObserver(Guide guide, Departures departures, Random random)
{
    /// <summary>Share of looks at a character easily taken for another that go to the wrong organ.</summary>
    private const double OrganTaken = 0.02;

    /// <summary>Spread on the log scale of a size misread: by about a third.</summary>
    private const double MisreadSize = 0.3;

    private bool _slipped;

    /// <summary>How many looks there were so far, and how many of them were mistaken.</summary>
    public (int Looks, int Mistakes) Tally { get; private set; }

    /// <summary>Looks at one character.</summary>
    /// <returns>What is recorded; null where it does not show that day or the guide cannot say.</returns>
    public Observation? Look(SimulatedPlant plant, Character character)
    {
        if (!plant.Shown.TryGetValue(character.Id, out var shown))
        {
            return null;
        }

        var chance = departures.PairedMistakes && _slipped ? 0.5 : character.Difficulty;
        _slipped = random.NextDouble() < chance;
        var taken = guide.Misreadings.FirstOrDefault(m =>
            m.Character == character.Id && m.Instead is { } i && plant.Shown.ContainsKey(i)
        );
        var wrongOrgan = taken is not null && random.NextDouble() < OrganTaken;
        Tally = (Tally.Looks + 1, Tally.Mistakes + (_slipped || wrongOrgan ? 1 : 0));
        if (wrongOrgan)
        {
            var other = plant.Shown[taken!.Instead!.Value];
            return other.Finding.Kind == shown.Finding.Kind && guide.Character(other.Character).IsNumeric
                ? other with
                {
                    Character = character.Id,
                }
                : shown;
        }

        return _slipped ? Misread(character, shown) : shown;
    }

    private Observation Misread(Character character, Observation shown)
    {
        if (character.IsNumeric)
        {
            var factor = Math.Exp(MisreadSize * PlantSimulator.Normal(random));
            var off = random.Next(2) == 0 ? -1 : 1;
            return shown with
            {
                Finding = new Finding.Sample(
                    [
                        .. shown.Values.Select(v =>
                            Math.Clamp(
                                character.Kind == CharacterKind.Count ? v + off : v * factor,
                                character.Minimum ?? 0,
                                character.Maximum ?? double.MaxValue
                            )
                        ),
                    ],
                    []
                ),
            };
        }

        var leaves = character
            .States.Where(s => character.States.All(o => o.Parent != s.Id))
            .Select(s => s.Id)
            .ToImmutableArray();
        var at = shown.Finding is Finding.States { Seen: [var first, ..] } ? leaves.IndexOf(first) : -1;
        var others = Others(character, leaves, at);
        return others.Length == 0
            ? shown
            : shown with
            {
                Finding = new Finding.States([others[random.Next(others.Length)]]),
            };
    }

    /// <summary>What a state is taken for: its neighbours in order, those the guide names, or now and then anything.</summary>
    private string[] Others(Character character, ImmutableArray<string> leaves, int at)
    {
        if (character.Kind == CharacterKind.Ordered && at >= 0)
        {
            return [.. leaves.Where((_, i) => Math.Abs(i - at) == 1)];
        }

        string[] any = [.. leaves.Where((_, i) => i != at)];
        if (at < 0 || departures.MistakesAnywhere)
        {
            return any;
        }

        string[] near = [.. any.Where(o => character.AreNear(leaves[at], o))];
        return near.Length > 0 && random.NextDouble() < LikelihoodConstants.MistakesNear ? near : any;
    }
}
