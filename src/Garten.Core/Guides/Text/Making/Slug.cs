using System.Text;

namespace Garten.Core.Guides.Text.Making;

/// <summary>Identifiers made of words: "Leaf length (basal)" is "leaf-length-basal".</summary>
public static class Slug
{
    private const int Longest = 80;

    /// <summary>Lower-case letters, digits and single hyphens, at most 80; "x" where nothing of the words can stand in an identifier.</summary>
    public static string Of(string words)
    {
        var id = new StringBuilder();
        foreach (
            var letter in words
                .Replace("&", " and ", StringComparison.Ordinal)
                .Replace("×", " x ", StringComparison.Ordinal)
                .Replace("±", " more or less ", StringComparison.Ordinal)
                .Normalize(NormalizationForm.FormD)
        )
        {
            if (char.IsAsciiLetterOrDigit(letter))
            {
                id.Append(char.ToLowerInvariant(letter));
            }
            else if (id.Length > 0 && id[^1] != '-' && !char.IsLetter(letter) && letter < '\u0300')
            {
                id.Append('-');
            }

            if (id.Length == Longest)
            {
                break;
            }
        }

        var made = id.ToString().Trim('-');
        return made.Length == 0 ? "x" : made;
    }

    /// <summary>An identifier of words that is not taken yet; a number is added where it would be.</summary>
    public static string Fresh(string words, Func<string, bool> taken)
    {
        var made = Of(words);
        if (!taken(made))
        {
            return made;
        }

        for (var n = 2; ; n++)
        {
            var ending = FormattableString.Invariant($"-{n}");
            var numbered = made[..Math.Min(made.Length, Longest - ending.Length)].TrimEnd('-') + ending;
            if (!taken(numbered))
            {
                return numbered;
            }
        }
    }
}
