namespace Garten.Core.Guides.Text.Phrases;

/// <summary>A state as it stands in a text.</summary>
/// <param name="Value">Its words, without what is said before them.</param>
/// <param name="Character">What it is a state of, before its organ is asked.</param>
/// <param name="Count">Pieces of the text it takes up.</param>
internal sealed record FoundState(string Value, string Character, int Count);

/// <summary>Finds states by the words of the trade and by how words of the trade are made.</summary>
internal static class PhraseStates
{
    /// <summary>The longest state that begins at a place; null for none.</summary>
    public static FoundState? At(IReadOnlyList<Token> tokens, int at)
    {
        if (tokens[at].Kind == TokenKind.NumberedWord)
        {
            return Numbered(tokens[at].Lower);
        }

        for (var count = Math.Min(Words.LongestEntry, tokens.Count - at); count > 0; count--)
        {
            if (Phrase(tokens, at, count) is { } phrase && Words.StatesOf.TryGetValue(phrase, out var character))
            {
                return new(phrase, character, count);
            }
        }

        return tokens[at].Kind == TokenKind.Word && Made(tokens[at].Lower) is { } made
            ? new(tokens[at].Lower, made, 1)
            : null;
    }

    /// <summary>Words that stand one behind the other, as one; null where a sign or an amount stands between.</summary>
    public static string? Phrase(IReadOnlyList<Token> tokens, int at, int count)
    {
        if (at + count > tokens.Count)
        {
            return null;
        }

        var words = new string[count];
        for (var i = 0; i < count; i++)
        {
            var token = tokens[at + i];
            if (
                token.Kind is not (TokenKind.Word or TokenKind.NumberedWord)
                && !(token.Kind == TokenKind.Amount && count > 1)
            )
            {
                return null;
            }

            words[i] = token.Kind == TokenKind.Amount ? token.Quantity!.Amount : token.Lower;
        }

        return string.Join(' ', words);
    }

    /// <summary>What a state is a state of on an organ, or on a part of it.</summary>
    /// <param name="part">"margin", "apex", "base"; empty for the organ itself.</param>
    public static string CharacterOf(string value, string character, string organ, string part)
    {
        if (part is not ("" or "surface") && character is "shape" or "apex" or "base" or "margin" or "lobing")
        {
            return part;
        }

        if (part == "margin" && value is "smooth" or "hairy" or "spiny" or "flat" or "glandular")
        {
            return part;
        }

        var axis =
            organ
            is "stem"
                or "twig"
                or "culm"
                or "branch"
                or "branchlet"
                or "petiole"
                or "leaf stalk"
                or "shoot"
                or "scape"
                or "peduncle"
                or "rachis"
                or "rhizome";
        return character switch
        {
            "cross-section" when !axis && value is "winged" or "wingless" or "unwinged" => "wings",
            "cross-section" when !axis => organ == "plant" ? "form" : "shape",
            "shape" when axis && value is "round" or "circular" or "triangular" or "cylindrical" => "cross-section",
            "attachment"
                when value
                    is "free"
                        or "united"
                        or "fused"
                        or "separate"
                        or "joined"
                        or "connate"
                        or "distinct"
                        or "separate to the base"
                        or "united at the base" => "fusion",
            "posture" when organ == "plant" => "habit",
            "division" when value == "simple" && organ is not ("leaf" or "frond" or "leaf blade" or "blade") =>
                "branching",
            "division" or "branching" or "hair" when organ == "hair" => "type",
            "division"
                when organ is "inflorescence" or "umbel" or "raceme" or "corymb" or "cyme" or "panicle" or "spike" =>
                "type",
            "arrangement" when organ is "hair" or "gland" or "lenticel" or "prickle" => "density",
            "width" when value is "thick" or "thicker" or "thinner" or "stout" or "slender" => "thickness",
            "texture" when organ == "leaf" && value == "thick" => "thickness",
            "lobing" when value is "notched" or "cut" && organ is "petal" or "sepal" => "apex",
            "base" when value is "unequal" && organ is not ("leaf" or "leaf blade" or "leaflet" or "blade") =>
                "relative size",
            "margin" when organ is "plant" or "sap" => "form",
            "length" when organ == "plant" => "height",
            "habitat" when value is "epiphytic" or "parasitic" or "saprophytic" => "way of life",
            "shape" when value == "spurred" => "spur",
            _ => character,
        };
    }

    /// <summary>A compound: its last half is known, or says what it is a state of.</summary>
    private static string? Made(string word)
    {
        foreach (var prefix in (string[])["sub", "semi", "un", "non", "mid"])
        {
            if (
                word.Length > prefix.Length + 4
                && word.StartsWith(prefix, StringComparison.Ordinal)
                && Words.StatesOf.TryGetValue(word[prefix.Length..].TrimStart('-'), out var known)
            )
            {
                return known;
            }
        }

        var hyphen = word.LastIndexOf('-');
        if (hyphen <= 0)
        {
            return null;
        }

        var last = word[(hyphen + 1)..];
        return last switch
        {
            "shaped" or "like" => "shape",
            "coloured" or "colored" or "tinged" or "flushed" or "spotted" or "streaked" or "striped" => "colour",
            "scented" or "smelling" => "smell",
            "haired" => "hair",
            "high" => "height",
            "tipped" => "apex",
            "margined" or "edged" => "margin",
            "veined" or "nerved" => "venation",
            "flowered" => "flowers",
            "seeded" => "seeds",
            "forming" => "habit",
            "sided" or "angled" => "cross-section",
            "ranked" => "arrangement",
            "toothed" => "margin",
            "topped" => "shape",
            "lobed" => "lobing",
            _ => Words.StatesOf.GetValueOrDefault(last),
        };
    }

    private static FoundState? Numbered(string written)
    {
        var dash = written.LastIndexOf('-');
        var word = written[(dash + 1)..];
        var character = word switch
        {
            "lobed" or "cleft" or "fid" or "partite" => "lobing",
            "parted" or "merous" => "parts",
            "veined" or "nerved" => "venation",
            "toothed" => "teeth",
            "foliolate" or "foliate" or "pinnate" => "division",
            "flowered" => "flowers",
            "seeded" => "seeds",
            "angled" or "sided" or "ridged" or "edged" => "cross-section",
            "ranked" => "arrangement",
            "celled" or "locular" or "chambered" or "valved" => "chambers",
            "ribbed" => "ribs",
            "petalled" or "petaled" => "petals",
            "leaved" or "leafed" => "leaves",
            "lipped" => "shape",
            "rayed" => "rays",
            "winged" => "wings",
            "jointed" => "joints",
            "stemmed" => "stems",
            "spined" => "spines",
            "pointed" or "tipped" => "apex",
            _ => null,
        };
        return character is null ? null : new(written, character, 1);
    }
}
