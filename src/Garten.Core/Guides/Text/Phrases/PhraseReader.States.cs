using System.Text.RegularExpressions;

namespace Garten.Core.Guides.Text.Phrases;

/// <content>States: which one, of what, and of which organ.</content>
internal sealed partial class PhraseReader
{
    private bool State()
    {
        var start = at;
        var modifiers = new List<string>();
        // A word that only shades another one goes with it, unless it is all that is said.
        while (at < tokens.Length && Modifies(at))
        {
            if (Here.Lower == "more" && PhraseStates.Phrase(tokens, at, 3) == "more or less")
            {
                modifiers.Add("more or less");
                at += 3;
            }
            else
            {
                modifiers.Add(Here.Lower);
                at++;
            }

            if (
                at + 1 < tokens.Length
                && Here.Lower is "and" or "or" or "to"
                && Here.Kind == TokenKind.Word
                && modifiers[^1].EndsWith("ly", StringComparison.Ordinal)
                && Modifies(at + 1)
            )
            {
                modifiers.Add(Here.Lower);
                at++;
            }
        }

        if (
            at >= tokens.Length
            || OrganAt(at) is not null && PhraseStates.At(tokens, at) is null
            || PhraseStates.At(tokens, at) is not { } state
        )
        {
            at = start;
            return false;
        }

        if (
            state.Value == "opposite"
            && at + 2 < tokens.Length
            && tokens[at + 1].Lower is "the" or "to"
            && OrganAt(at + 2) is { } facing
        )
        {
            // "Stamens opposite the petals": where they stand, not how many at a joint.
            foreach (var organ in Targets())
            {
                var end = tokens[facing.End - 1].End;
                Emit(
                    organ,
                    "position",
                    Negated(text[Here.Start..end].ToLowerInvariant()),
                    Begin(organ, Here.Start),
                    end,
                    false
                );
            }

            at = facing.End;
            negation = "";
            return true;
        }

        if (state.Character is "size" or "height" && at + 1 < tokens.Length && FormAt(at + 1).Form is not null)
        {
            at++;
            return true;
        }

        if (
            state.Value is "lacking" or "wanting" or "missing"
            && at + 1 < tokens.Length
            && (OrganAt(at + 1) is not null || NextOrgan(at + 1, false) is not null)
        )
        {
            at = start;
            return false;
        }

        if (attributiveEnd < at && NextOrgan(at + state.Count, false) is { } of)
        {
            if (Scoping(state, of))
            {
                return true;
            }

            Attribute(of);
            attributiveAside = Aside(start) && !Words.InflorescenceKinds.Contains(of.Organ);
        }

        var beyond = at + state.Count;
        if (
            attributiveEnd < at
            && start > 0
            && tokens[start - 1].Lower is "a" or "an"
            && beyond < tokens.Length
            && tokens[beyond].Kind == TokenKind.Word
            && !Words.IsPlain(tokens[beyond].Lower)
            && !Binding.Contains(tokens[beyond].Lower)
            && PartOf(tokens[beyond].Lower) is null
            && Words.FruitKinds.Contains(tokens[beyond].Lower) is false
        )
        {
            // "A spiny husk" is spiny itself; the organ in hand is not.
            at = beyond + 1;
            return true;
        }

        if (attributiveEnd > at && attributiveAside)
        {
            // "On leafy shoots", "covered by the inrolled edge" tell where it is, not how those are.
            at += state.Count;
            return true;
        }

        if (
            state.Value is "tapering" or "pointed"
            && ToPoint().Match(text, tokens[at + state.Count - 1].End) is { Success: true } point
        )
        {
            state = state with
            {
                Value = state.Value + point.Value,
                Count = state.Count + point.Value.Split(' ', StringSplitOptions.RemoveEmptyEntries).Length,
            };
        }

        if (state.Value == "tapering" && ToStalk().IsMatch(text, tokens[at + state.Count - 1].End))
        {
            state = state with { Character = "base" };
        }

        var value = modifiers.Count == 0 ? state.Value : $"{string.Join(' ', modifiers)} {state.Value}";
        var (organs, onPart) =
            attributiveEnd > at
                ? (
                    [Words.InflorescenceKinds.Contains(attributive) && Aside(start) ? "inflorescence" : attributive],
                    attributivePart
                )
                : (Targets(), part);
        if (mode == Mode.Without)
        {
            // "Without basal leaves" says nothing of how the leaves are that are not there.
            at += state.Count;
            return true;
        }

        foreach (var organ in organs)
        {
            Say(organ, onPart, value, state, tokens[start].Start, tokens[at + state.Count - 1].End);
        }

        at += state.Count;
        negation = "";
        join = "";
        frequency = brackets > 0 ? frequency : "";
        return true;
    }

    private void Say(string organ, string onPart, string value, FoundState state, int start, int end)
    {
        if (state.Character == "presence")
        {
            var there = state.Value == "present";
            Emit(
                organ,
                "presence",
                Negated(there ? "present" : "absent"),
                Begin(organ, start),
                end,
                merges: join is "|" or "("
            );
            return;
        }

        if (state.Value == "single" && attributiveEnd > at)
        {
            Emit(organ, "number", Negated("1"), start, end, false);
            return;
        }

        if (state.Character == "number" && !Countable(organ))
        {
            return;
        }

        if (
            onPart is "margin" or "apex" or "base"
            && state.Character is "colour" or "texture" or "hair" or "posture" or "lustre"
            && PhraseStates.CharacterOf(state.Value, state.Character, organ, onPart) != onPart
        )
        {
            organ = $"{organ} {onPart}";
        }

        var character =
            noun.Length > 0 && noun != "length"
                ? noun
                : PhraseStates.CharacterOf(state.Value, state.Character, organ, onPart);
        if (
            state.Character
                is "flowers"
                    or "seeds"
                    or "petals"
                    or "leaves"
                    or "rays"
                    or "ribs"
                    or "stems"
                    or "spines"
                    or "joints"
                    or "chambers"
            && (char.IsAsciiDigit(state.Value[0]) || state.Value.Contains("-flowered", StringComparison.Ordinal))
        )
        {
            character = state.Character is "ribs" or "joints" or "chambers"
                ? state.Character
                : "number of " + state.Character;
        }

        var merges =
            join is "|" or "&" or "("
            || (
                join == ","
                && (
                    frequency.Length > 0
                    || (
                        character is "shape" or "colour" or "arrangement" or "margin" or "apex" or "base" or "division"
                        && Alternates()
                    )
                )
            );
        Emit(organ, character, Negated(value), Begin(organ, start), end, merges);
    }

    /// <summary>Whether a preposition other than "with" stands right before a piece.</summary>
    private bool Aside(int from)
    {
        var before = from - 1;
        while (before >= 0 && tokens[before].Lower is "the" or "a" or "an" or "its" or "their" or "very")
        {
            before--;
        }

        return before >= 0
            && mode != Mode.Without
            && tokens[before].Lower
                is "in"
                    or "on"
                    or "at"
                    or "by"
                    or "of"
                    or "along"
                    or "near"
                    or "below"
                    or "above"
                    or "under"
                    or "into"
                    or "among"
                    or "between"
                    or "beneath";
    }

    /// <summary>Whether a list of values goes on to "or" or "to": "ovate, elliptic or lanceolate".</summary>
    private bool Alternates()
    {
        for (var i = at; i < tokens.Length; i++)
        {
            if (tokens[i].Lower is "or" or "to")
            {
                return true;
            }

            if (tokens[i].Kind == TokenKind.Sign && tokens[i].Lower != ",")
            {
                return false;
            }

            if (tokens[i].Lower is "," or "and")
            {
                continue;
            }

            if (!Modifies(i) && PhraseStates.At(tokens, i) is null)
            {
                return false;
            }
        }

        return false;
    }

    /// <summary>Whether a state before an organ only says which of them is meant: "basal leaves".</summary>
    private bool Scoping(FoundState state, (string Organ, string Part, int At) of)
    {
        if (
            state.Value is "terminal" or "lateral"
                && of.Organ
                    is not (
                        "leaflet"
                        or "lobe"
                        or "tooth"
                        or "leaf"
                        or "spikelet"
                        or "bud"
                        or "flower"
                        or "segment"
                        or "vein"
                    )
            || state.Count != 1
            || at + 1 != of.At
            || !PhraseScopes.BeforeOrgan.ContainsKey(state.Value)
            || of.Part.Length > 0
        )
        {
            return false;
        }

        at++;
        return true;
    }

    private bool Modifies(int i)
    {
        var token = tokens[i];
        if (token.Kind != TokenKind.Word)
        {
            return false;
        }

        if (token.Lower == "more" && PhraseStates.Phrase(tokens, i, 3) == "more or less")
        {
            return true;
        }

        var shades =
            Words.Modifying.Contains(token.Lower)
            || (
                token.Lower.Length > 5
                && token.Lower.EndsWith("ly", StringComparison.Ordinal)
                && !Words.Frequency.Contains(token.Lower)
            );
        if (!shades || i + 1 >= tokens.Length)
        {
            return false;
        }

        // A state of several words ("round in section") is one; a shade needs a state behind it.
        if (
            i + 2 < tokens.Length
            && token.Lower.EndsWith("ly", StringComparison.Ordinal)
            && tokens[i + 1].Lower is "and" or "or" or "to"
            && Modifies(i + 2)
        )
        {
            return true;
        }

        return PhraseStates.At(tokens, i) is not { Count: > 1 }
            && (
                PhraseStates.At(tokens, i + 1) is { } state
                    && !(Words.StatesOf.ContainsKey(token.Lower) && Clash(token.Lower, state))
                || Modifies(i + 1)
            );
    }

    /// <summary>Whether a word and the state behind it are two states: "long, slender" without its comma, where "long" shades nothing.</summary>
    private static bool Clash(string word, FoundState state) =>
        word switch
        {
            "short" or "long" => state.Character is not "apex",
            "broad" or "narrow" => state.Character is not ("shape" or "base" or "apex"),
            "dark"
            or "pale"
            or "bright"
            or "light"
            or "deep"
            or "dull"
            or "reddish"
            or "yellowish"
            or "greenish"
            or "bluish"
            or "purplish"
            or "brownish"
            or "whitish"
            or "greyish"
            or "grayish"
            or "pinkish"
            or "blackish"
            or "silvery"
            or "golden"
            or "rusty" => state.Character is not "colour",
            "glandular" or "stellate" or "woolly" => state.Character is not "hair",
            _ => false,
        };

    [GeneratedRegex(@"\G\s(?:in)?to (?:the|a) (?:petiole|stalk|leaf stalk|stem|base)\b")]
    private static partial Regex ToStalk();

    [GeneratedRegex(@"\G\sto an?\s(?:\w+\s)?(?:point|tip|apex|base|spine)\b")]
    private static partial Regex ToPoint();
}
