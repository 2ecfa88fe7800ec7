using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Garten.Core.Guides.Text.Phrases;

/// <summary>What a piece of a phrase is.</summary>
internal enum TokenKind
{
    /// <summary>A word, hyphens included: "egg-shaped".</summary>
    Word,

    /// <summary>An amount.</summary>
    Amount,

    /// <summary>A number joined to a word: "3-lobed", "5–7-foliolate".</summary>
    NumberedWord,

    /// <summary>A comma, semicolon, point or other sign.</summary>
    Sign,
}

/// <summary>One piece of a phrase.</summary>
/// <param name="Lower">In lower case; a numbered word in its one way of writing.</param>
/// <param name="Start">Where it begins in the text.</param>
/// <param name="Length">Characters of the text it takes up.</param>
internal sealed record Token(TokenKind Kind, string Lower, int Start, int Length, Quantity? Quantity)
{
    public int End => Start + Length;
}

/// <summary>Parts a text into words, amounts and signs.</summary>
internal static partial class PhraseTokens
{
    public static ImmutableArray<Token> Of(string text)
    {
        var tokens = ImmutableArray.CreateBuilder<Token>();
        for (var i = 0; i < text.Length; )
        {
            if (char.IsWhiteSpace(text[i]))
            {
                i++;
                continue;
            }

            if (NumberedWord().Match(text, i) is { Success: true } joined)
            {
                tokens.Add(new(TokenKind.NumberedWord, Written(joined), i, joined.Length, null));
                i += joined.Length;
                continue;
            }

            if (
                Quantity.At(text, i) is { Length: > 0 } quantity
                && !(char.IsLetter(text[i]) && i > 0 && char.IsLetter(text[i - 1]))
            )
            {
                tokens.Add(new(TokenKind.Amount, "", i, quantity.Length, quantity));
                i += quantity.Length;
                continue;
            }

            if (Word().Match(text, i) is { Success: true } word)
            {
                tokens.Add(new(TokenKind.Word, word.Value.ToLowerInvariant(), i, word.Length, null));
                i += word.Length;
                continue;
            }

            tokens.Add(new(TokenKind.Sign, text[i].ToString(), i, 1, null));
            i++;
        }

        return tokens.ToImmutable();
    }

    private static string Written(Match m)
    {
        var numbers = m.Groups["numbers"].Value.ToLowerInvariant();
        numbers = Letters().Replace(numbers, m => Words.Numbers.GetValueOrDefault(m.Value, m.Value));
        numbers = Dash()
            .Replace(numbers, "–")
            .Replace(" to ", "–", StringComparison.Ordinal)
            .Replace(" or ", " | ", StringComparison.Ordinal);
        return $"{numbers}-{m.Groups["word"].Value.ToLowerInvariant()}";
    }

    private const string Spelt = "one|two|three|four|five|six|seven|eight|nine|ten|many|several|few";

    [GeneratedRegex(
        @"\G(?<numbers>(?:\(\d+[-–—]\))?(?:\d+|\b(?:"
            + Spelt
            + @"))(?:(?:\s?[-–—]\s?|-?\sto\s|-?\sor\s)(?:\d+|(?:"
            + Spelt
            + @")\b))?(?:\([-–—]\d+\))?)\s?-(?<word>[a-z]{3,}(?:ed|ate|ous|like|merous|fid|partite|foliolate|parted))\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex NumberedWord();

    [GeneratedRegex(@"\G(?:\p{L}[\p{L}']*(?:[-–][\p{L}']+)*|±)")]
    private static partial Regex Word();

    [GeneratedRegex(@"[a-z]+")]
    private static partial Regex Letters();

    [GeneratedRegex(@"\s?[-–—]\s?")]
    private static partial Regex Dash();
}
