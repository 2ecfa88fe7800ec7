namespace Garten.Core.Guides.Text.Phrases;

/// <content>Counts and measures.</content>
internal sealed partial class PhraseReader
{
    private bool Amount()
    {
        if (Here.Kind != TokenKind.Amount)
        {
            return false;
        }

        var quantity = Here.Quantity!;
        var start = Here.Start;
        if (quantity.Unit.Length == 0)
        {
            if (
                at + 2 < tokens.Length
                && tokens[at + 1].Lower is "times" or "×" or "x"
                && PhraseStates.At(tokens, at + 2) is { Character: "division" or "lobing" or "branching" } times
            )
            {
                // "2–3 times pinnate" is one state.
                var last = tokens[at + 1 + times.Count];
                foreach (var organ in Targets())
                {
                    var said = $"{quantity.Value} times {times.Value}";
                    Emit(
                        organ,
                        times.Character,
                        Negated(said),
                        Begin(organ, start),
                        last.End,
                        merges: join is "|" or "("
                    );
                }

                at += 2 + times.Count;
                return true;
            }

            if (PhraseMeasures.Pair(text, Here.End, quantity) is { } unitless)
            {
                Measures(unitless.Measures, start);
                SkipTo(unitless.End);
                return true;
            }

            if (NextOrgan(at + 1, true) is { } counted && mode != Mode.Without)
            {
                var value = Negated(quantity.Value);
                var end = tokens[at].End;
                Attribute(counted);
                if (counted.Part.Length == 0)
                {
                    Emit(counted.Organ, "number", value, start, end, merges: join is "|" or "(");
                }

                at++;
                return true;
            }

            if (UnknownNoun(at + 1) is { } beyond)
            {
                at = beyond;
                return true;
            }

            if (
                Targets() is { Count: > 0 } organs
                && (subject.Count > 0 || local.Length > 0)
                && Countable(organs[0])
                && !Passed()
            )
            {
                foreach (var organ in organs)
                {
                    Emit(
                        organ,
                        noun.Length > 0 ? noun : "number",
                        Negated(quantity.Value),
                        Begin(organ, start),
                        Here.End,
                        merges: join is "|" or "(" or "," && frequency.Length > 0
                    );
                }
            }

            at++;
            return true;
        }

        var measures = PhraseMeasures.Read(text, Here.End, quantity);
        Measures(measures.Measures, start);
        SkipTo(measures.End);
        return true;
    }

    /// <summary>Behind "two white bands": the place after a noun that is not understood; null where none follows.</summary>
    private int? UnknownNoun(int from)
    {
        var i = from;
        while (i < tokens.Length && (Modifies(i) || PhraseStates.At(tokens, i) is not null))
        {
            i += PhraseStates.At(tokens, i)?.Count ?? 1;
        }

        return
            i < tokens.Length
            && tokens[i].Kind == TokenKind.Word
            && tokens[i].Lower.EndsWith('s')
            && !Words.IsPlain(tokens[i].Lower)
            && !Binding.Contains(tokens[i].Lower)
            && PartOf(tokens[i].Lower) is null
            && PhraseStates.At(tokens, i) is null
            && tokens[i].Lower is not ("pairs" or "times" or "ones")
            ? i + 1
            : null;
    }

    private void Measures(IReadOnlyList<FoundMeasure> measures, int start)
    {
        foreach (var measure in measures)
        {
            if (measure.Character == "elevation" || (measure.Character.Length == 0 && Elevation(measure.Value)))
            {
                Emit("plant", "elevation", measure.Value, start, measure.End, merges: false);
                continue;
            }

            foreach (var organ in Targets())
            {
                var character =
                    measure.Character.Length > 0 ? measure.Character
                    : noun.Length > 0 ? noun
                    : organ == "plant" ? "height"
                    : "length";
                Emit(
                    organ,
                    character,
                    Negated(measure.Value),
                    measure.Start >= 0 ? measure.Start : Begin(organ, start),
                    measure.End,
                    merges: join is "|" or "(" || (join == "," && frequency.Length > 0)
                );
            }
        }

        negation = "";
    }

    /// <summary>"0–1500 m" of a plant is where it grows, not how tall it is.</summary>
    private static bool Elevation(string value) =>
        value.EndsWith(" m", StringComparison.Ordinal)
        && value.Any(char.IsAsciiDigit)
        && value
            .Split(['–', ' ', '(', ')', '≤', 'c', '.'])
            .Any(p => int.TryParse(p.Replace(",", "", StringComparison.Ordinal), out var n) && n >= 150);

    private static bool Countable(string organ) => organ is not ("bark" or "sap" or "plant" or "wood" or "pith");

    /// <summary>Whether a word that was not understood stands right before this piece, so that it may belong to that.</summary>
    private bool Passed() =>
        at > 0
        && tokens[at - 1].Kind == TokenKind.Word
        && tokens[at - 1].Lower is "per" or "in" or "of" or "every" or "each" or "times" or "about";
}
