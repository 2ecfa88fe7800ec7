using System.Text.RegularExpressions;

namespace Garten.Core.Guides.Text.Phrases;

/// <summary>Where a plant grows, or what on.</summary>
/// <param name="Character">"habitat" or "substrate".</param>
internal sealed record FoundPlace(string Character, string Value, int Start, int End);

/// <summary>Finds habitats: "in wet meadows and along streams", "on limestone", "Dry open woods".</summary>
internal static partial class PhrasePlaces
{
    /// <summary>A clause that is all of places: "Wet meadows, stream banks"; null for any other.</summary>
    public static (List<FoundPlace> Places, int Next)? Clause(string text, IReadOnlyList<Token> tokens, int at)
    {
        var end = EndOf(tokens, at);
        var said = Growing().Match(text, tokens[at].Start) is { Success: true } growing && growing.Length > 0;
        var organs = 0;
        var places = 0;
        for (var i = at; i < end; i++)
        {
            if (tokens[i].Kind != TokenKind.Word)
            {
                continue;
            }

            places += IsPlace(tokens[i].Lower) ? 1 : 0;
            organs +=
                Words.Organs.ContainsKey(tokens[i].Lower) && !IsPlace(tokens[i].Lower)
                || Words.Plants.ContainsKey(tokens[i].Lower)
                    ? 1
                    : 0;
        }

        // A clause without any verb of growing is one of places only when nothing else is spoken of.
        if (places == 0 || organs > 0 || (!said && !Ends(tokens, at, end)))
        {
            return null;
        }

        var from = said
            ? Growing().Match(text, tokens[at].Start) is var g
                ? g.Index + g.Length
                : 0
            : tokens[at].Start;
        return Cut(text, tokens, at, end, from);
    }

    /// <summary>"In wet woods" behind a plant or a verb of growing; null for anything else.</summary>
    public static (List<FoundPlace> Places, int Next)? Phrase(
        string text,
        IReadOnlyList<Token> tokens,
        int at,
        IReadOnlyList<string> subject
    )
    {
        var growing = Growing().Match(text, tokens[at].Start);
        var word = tokens[at].Lower;
        var verb = growing.Success && growing.Length > 0;
        if (
            !verb
            && !(
                word is "in" or "on" or "of" or "along" or "from" or "near"
                && (subject.Count == 0 || subject[0] == "plant")
            )
        )
        {
            return null;
        }

        var end = EndOf(tokens, at);
        for (var i = at + 1; i < end; i++)
        {
            if (
                tokens[i].Lower is "with" or "without" or "("
                || (tokens[i].Lower == "," && !IsPlaceAhead(tokens, i + 1, end))
            )
            {
                end = i;
            }
        }

        var places = false;
        for (var i = at; i < end; i++)
        {
            if (Words.Organs.ContainsKey(tokens[i].Lower) && !IsPlace(tokens[i].Lower))
            {
                return null;
            }

            places |= tokens[i].Kind == TokenKind.Word && IsPlace(tokens[i].Lower);
        }

        return places ? Cut(text, tokens, at, end, verb ? growing.Index + growing.Length : tokens[at].End) : null;
    }

    private static (List<FoundPlace> Places, int Next)? Cut(
        string text,
        IReadOnlyList<Token> tokens,
        int at,
        int end,
        int from
    )
    {
        var places = new List<FoundPlace>();
        var next = end;
        var start = -1;
        var last = -1;
        var substrate = true;
        var any = false;
        void Close()
        {
            if (start >= 0 && any)
            {
                var value = Preposition().Replace(text[start..last], "").Trim();
                places.Add(new(substrate ? "substrate" : "habitat", value, start, last));
            }

            (start, any, substrate) = (-1, false, true);
        }

        for (var i = at; i < end; i++)
        {
            var token = tokens[i];
            if (token.End <= from)
            {
                continue;
            }

            if (token.Kind == TokenKind.Amount)
            {
                last =
                    i > 0
                    && tokens[i - 1].Kind == TokenKind.Word
                    && !IsPlace(tokens[i - 1].Lower)
                    && start >= 0
                    && tokens[i - 1].Start > start
                        ? Trimmed(tokens, i, last)
                        : last;
                Close();
                next = i;
                break;
            }

            // "Wet and dry meadows" is one place of two sorts; "meadows and woods" are two.
            if (token.Lower == "," || (token.Lower is "and" or "or" && any))
            {
                Close();
                continue;
            }

            if (token.Kind == TokenKind.Word)
            {
                start = start < 0 ? token.Start : start;
                last = token.End;
                any |= IsPlace(token.Lower);
                substrate &= !Words.HabitatNouns.Contains(token.Lower);
            }
        }

        if (next == end)
        {
            Close();
        }

        return places.Count == 0 ? null : (places, next);
    }

    /// <summary>The end of a place before an amount, without "at", "up to" or "elevation" between the two.</summary>
    private static int Trimmed(IReadOnlyList<Token> tokens, int amount, int last)
    {
        for (var i = amount - 1; i > 0; i--)
        {
            if (IsPlace(tokens[i].Lower))
            {
                return tokens[i].End;
            }
        }

        return last;
    }

    private static bool IsPlace(string word) =>
        Words.HabitatNouns.Contains(word) || Words.SubstrateNouns.Contains(word);

    private static bool IsPlaceAhead(IReadOnlyList<Token> tokens, int from, int end)
    {
        for (var i = from; i < Math.Min(end, from + 4); i++)
        {
            if (tokens[i].Kind != TokenKind.Word)
            {
                return false;
            }

            if (IsPlace(tokens[i].Lower))
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>Whether the first stretch of words ends in a place, or in one before "of" or "at": "shores of lakes".</summary>
    private static bool Ends(IReadOnlyList<Token> tokens, int at, int end)
    {
        for (var i = at; i < end && tokens[i].Kind == TokenKind.Word; i++)
        {
            var last =
                i + 1 == end
                || tokens[i + 1].Kind != TokenKind.Word
                || tokens[i + 1].Lower
                    is "and"
                        or "or"
                        or "of"
                        or "at"
                        or "along"
                        or "in"
                        or "on"
                        or "near"
                        or "from"
                        or "to";
            if (last && IsPlace(tokens[i].Lower))
            {
                return true;
            }
        }

        return false;
    }

    private static int EndOf(IReadOnlyList<Token> tokens, int at)
    {
        for (var i = at; i < tokens.Count; i++)
        {
            if (tokens[i].Kind == TokenKind.Sign && tokens[i].Lower is ";" or "." or ":" && i > at)
            {
                return i;
            }
        }

        return tokens.Count;
    }

    [GeneratedRegex(
        @"\G(?:(?:plants?\s+)?(?:it\s+is\s+|it\s+|they\s+are\s+|is\s+|are\s+)?(?:usually\s+|often\s+|mostly\s+|mainly\s+|typically\s+)?(?:growing|grows|grow|found|occurs|occurring|occur|inhabits|inhabiting|frequent|common|habitat:?|frequents|restricted to|locally common|abundant|scattered)\s+(?:(?:naturally|mainly|mostly|usually|only|chiefly|often)\s+)?(?:in|on|along|at|near|by|of|among)?\s*(?:the\s+)?|habitat:?\s*)",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Growing();

    [GeneratedRegex(@"^(?:in|on|along|at|near|by|of|among|from|the)\s+", RegexOptions.IgnoreCase)]
    private static partial Regex Preposition();
}
