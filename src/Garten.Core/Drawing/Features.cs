using System.Collections.Immutable;

namespace Garten.Core.Drawing;

/// <summary>
/// What a drawing is made from: states and middle sizes, by trait. What is not in it is unknown, and is left out of the
/// drawing. The illustrator knows traits alone (<see cref="Traits"/>), no character of any guide.
/// </summary>
public sealed record Features
{
    private readonly ImmutableDictionary<string, string> _states;
    private readonly ImmutableDictionary<string, double> _numbers;

    private Features(ImmutableDictionary<string, string> states, ImmutableDictionary<string, double> numbers)
    {
        _states = states;
        _numbers = numbers;
    }

    /// <summary>Nothing known.</summary>
    public static Features None { get; } =
        new(ImmutableDictionary<string, string>.Empty, ImmutableDictionary<string, double>.Empty);

    /// <summary>True when nothing is known.</summary>
    public bool IsEmpty => _states.IsEmpty && _numbers.IsEmpty;

    /// <summary>These features with a state more, or another one.</summary>
    /// <param name="character">Name of the trait.</param>
    /// <param name="state">Identifier of the state.</param>
    public Features With(string character, string state) => new(_states.SetItem(character, state), _numbers);

    /// <summary>These features with a number more, or another one.</summary>
    /// <param name="character">Name of the trait.</param>
    /// <param name="number">The number, lengths in millimetres.</param>
    public Features With(string character, double number) => new(_states, _numbers.SetItem(character, number));

    /// <summary>These features without a character.</summary>
    /// <param name="character">Name of the trait.</param>
    public Features Without(string character) => new(_states.Remove(character), _numbers.Remove(character));

    /// <summary>The state of a character; null when unknown.</summary>
    /// <param name="character">Name of the trait.</param>
    public string? State(string character) => _states.GetValueOrDefault(character);

    /// <summary>The number of a character; null when unknown.</summary>
    /// <param name="character">Name of the trait.</param>
    public double? Number(string character) => _numbers.TryGetValue(character, out var number) ? number : null;

    /// <summary>The whole number of a character, within bounds that can be drawn; null when unknown.</summary>
    /// <param name="character">Name of the trait.</param>
    /// <param name="least">Smallest that is drawn.</param>
    /// <param name="most">Largest that is drawn.</param>
    public int? Count(string character, int least, int most) =>
        Number(character) is { } number ? Math.Clamp((int)Math.Round(number), least, most) : null;

    /// <summary>True when a character is known to have one of some states.</summary>
    /// <param name="character">Name of the trait.</param>
    /// <param name="states">Identifiers of states.</param>
    public bool Is(string character, params ReadOnlySpan<string> states) =>
        State(character) is { } state && states.Contains(state);

    /// <summary>True when something is known of a character.</summary>
    /// <param name="character">Name of the trait.</param>
    public bool Knows(string character) => _states.ContainsKey(character) || _numbers.ContainsKey(character);

    /// <summary>True when something is known of one of several characters.</summary>
    /// <param name="characters">Identifiers of characters.</param>
    public bool KnowsAny(params ReadOnlySpan<string> characters)
    {
        foreach (var character in characters)
        {
            if (Knows(character))
            {
                return true;
            }
        }

        return false;
    }
}
