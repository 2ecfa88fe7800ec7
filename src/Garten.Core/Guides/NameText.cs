using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;

namespace Garten.Core.Guides;

/// <summary>What sort of name words are.</summary>
public enum NameTextKind
{
    /// <summary>A family.</summary>
    Family,

    /// <summary>A genus.</summary>
    Genus,

    /// <summary>A species.</summary>
    Species,

    /// <summary>A subspecies, variety or form.</summary>
    Infraspecific,

    /// <summary>A cultivar or a group of cultivars.</summary>
    Cultivar,

    /// <summary>A cross, under a name of its own or as a formula.</summary>
    Cross,

    /// <summary>A label one works with until the plant has a name: "sedge 3", "Carex sp. A".</summary>
    Working,

    /// <summary>Not identified.</summary>
    NotIdentified,
}

/// <summary>
/// A name in words, for a plant that no guide lists: <code>NameText.Read("Ginkgo biloba L.", out _, out _)</code>
/// It is read by the rules of botanical names (the codes of nomenclature of wild and of cultivated plants) and by nothing else: what follows
/// them can still be a name that nobody ever published.
/// </summary>
/// <param name="Name">The name as it is written, without author.</param>
/// <param name="Author">Its author; may be empty.</param>
/// <param name="Genus">Its genus; empty where it has none, or the parents of a cross have not the same.</param>
/// <param name="Within">The name it stands right below: a genus or a species; empty for none.</param>
public sealed partial record NameText(
    NameTextKind Kind,
    string Name,
    string Author,
    string Genus,
    string Within,
    TaxonRank Rank
)
{
    /// <summary>Most characters of a name.</summary>
    public const int Longest = 150;

    /// <summary>Said where nobody knows what a plant is.</summary>
    public static readonly NameText NotIdentified = new(
        NameTextKind.NotIdentified,
        "not identified",
        "",
        "",
        "",
        TaxonRank.Unranked
    );

    private static readonly HashSet<string> NothingKnown = new(StringComparer.OrdinalIgnoreCase)
    {
        "not identified",
        "unidentified",
        "unknown",
        "unknown plant",
        "indet",
        "indeterminate",
        "undetermined",
        "?",
    };

    private static readonly Dictionary<string, (string Written, TaxonRank Rank)> BelowSpecies = new(
        StringComparer.OrdinalIgnoreCase
    )
    {
        ["subsp"] = ("subsp.", TaxonRank.Subspecies),
        ["ssp"] = ("subsp.", TaxonRank.Subspecies),
        ["var"] = ("var.", TaxonRank.Variety),
        ["f"] = ("f.", TaxonRank.Form),
        ["forma"] = ("f.", TaxonRank.Form),
    };

    private static readonly HashSet<string> WordsOfAuthors = new(StringComparer.Ordinal)
    {
        "ex",
        "et",
        "in",
        "f.",
        "fil.",
        "de",
        "da",
        "van",
        "von",
        "der",
        "den",
        "la",
        "le",
        "&",
    };

    /// <summary>The id under which a survey keeps it: the same wherever and whenever the same name is written.</summary>
    public TaxonId Id
    {
        get
        {
            StringBuilder id = new(TaxonId.InWords);
            foreach (var letter in Name.ToLowerInvariant())
            {
                if (letter == '×')
                {
                    id.Append('x');
                }
                else if (char.IsLetterOrDigit(letter))
                {
                    id.Append(letter);
                }
                else if (id[^1] != '-')
                {
                    id.Append('-');
                }
            }

            return new(id.ToString().TrimEnd('-') + (Kind == NameTextKind.Cultivar ? "-cv" : ""));
        }
    }

    /// <summary>The name with a qualifier, as it is written.</summary>
    public string Full(IdentificationQualifier qualifier) => DeterminationName.Full(Name, Rank, qualifier);

    /// <summary>A label to work with, whatever its words look like.</summary>
    /// <param name="text">Words that <see cref="Read"/> takes.</param>
    public static NameText Labelled(string text) =>
        new(NameTextKind.Working, Tidy(text), "", "", "", TaxonRank.Species);

    /// <summary>
    /// All that words may mean, the likeliest first: what was typed in small letters may be a species, and what looks like one only a label.
    /// </summary>
    /// <param name="text">As typed.</param>
    /// <returns>None where they are no name.</returns>
    public static ImmutableArray<NameText> Readings(string text)
    {
        if (Read(text, out _, out _) is not { } read)
        {
            return [];
        }

        if (read.Kind == NameTextKind.NotIdentified)
        {
            return [read];
        }

        var tidy = Tidy(text);
        var large =
            read.Kind == NameTextKind.Working
            && char.IsLower(tidy[0])
            && Read($"{char.ToUpperInvariant(tidy[0])}{tidy[1..]}", out _, out _)
                is { Kind: not NameTextKind.Working } other
                ? other
                : null;
        NameText?[] all = [large, read, read.Kind == NameTextKind.Working ? null : Labelled(text)];
        return [.. all.OfType<NameText>()];
    }

    /// <summary>Reads a name.</summary>
    /// <param name="text">As written: "Ginkgo biloba L.", "Rosa 'Peace'", "Salix alba × fragilis", "Carex sp. A", "sedge 3".</param>
    /// <param name="qualifier">The qualifier written with it.</param>
    /// <param name="fault">Why it is no name, and what to do; empty when it is one.</param>
    /// <returns>The name; what follows no rule is a label to work with. Null where it is no name at all.</returns>
    public static NameText? Read(string text, out IdentificationQualifier qualifier, out string fault)
    {
        qualifier = IdentificationQualifier.None;
        var tidy = Tidy(text);
        fault = FaultOf(tidy);
        if (fault.Length > 0)
        {
            return null;
        }

        if (NothingKnown.Contains(tidy.TrimEnd('.')))
        {
            return NotIdentified;
        }

        List<string> words = [];
        foreach (var word in tidy.Split(' '))
        {
            switch (word.TrimEnd('.').ToLowerInvariant())
            {
                case "cf":
                    qualifier = IdentificationQualifier.Cf;
                    break;
                case "aff":
                    qualifier = IdentificationQualifier.Aff;
                    break;
                case "?":
                    qualifier = IdentificationQualifier.Doubtful;
                    break;
                default:
                    qualifier = word.EndsWith('?') ? IdentificationQualifier.Doubtful : qualifier;
                    words.Add(word.TrimEnd('?'));
                    break;
            }
        }

        return words.Count == 0 ? NotIdentified : Of([.. words]) ?? Labelled(string.Join(' ', words));
    }

    private static string FaultOf(string tidy) =>
        tidy.Length == 0 ? "The name is missing. Write it, or “not identified”."
        : tidy.Length > Longest
            ? string.Create(
                CultureInfo.InvariantCulture,
                $"A name has at most {Longest} characters; this has {tidy.Length:N0}. Shorten it, and write the rest as a note."
            )
        : !(char.IsLetter(tidy[0]) || tidy[0] is '×' or '?')
            ? $"A name begins with a letter, not with “{tidy[0]}”. Check how it is written."
        : "";

    /// <summary>Spaces once, marks that cannot be seen taken out, and one sort of quotation mark and of cross.</summary>
    private static string Tidy(string text)
    {
        StringBuilder tidy = new(Math.Min(text.Length, Longest + 1));
        foreach (var letter in text)
        {
            var kept = letter switch
            {
                '‘' or '’' or '`' or '"' or '“' or '”' => '\'',
                _ when char.IsWhiteSpace(letter) || char.IsControl(letter) => ' ',
                _ => letter,
            };
            var unseen = char.GetUnicodeCategory(letter) is UnicodeCategory.Format or UnicodeCategory.PrivateUse;
            if (!unseen && !(kept == ' ' && (tidy.Length == 0 || tidy[^1] == ' ')))
            {
                tidy.Append(kept);
            }
        }

        return string.Join(
            ' ',
            tidy.ToString().Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(w => w is "x" or "X" ? "×" : w)
        );
    }

    private static NameText? Of(ReadOnlySpan<string> words)
    {
        var cross = words.IndexOf("×");
        return cross == 0 && words.Length > 1 ? Of([$"×{words[1]}", .. words[2..]])
            : cross == 1 && words.Length > 2 && IsGenus(words[0]) && IsEpithet(words[2])
                ? Of([words[0], $"×{words[2]}", .. words[3..]])
            : cross > 0 ? Crossed(words[..cross], words[(cross + 1)..])
            : Plain(words);
    }

    /// <summary>A formula; the second parent may go without the genus of the first, or with its first letter.</summary>
    private static NameText? Crossed(ReadOnlySpan<string> left, ReadOnlySpan<string> right)
    {
        if (right.IsEmpty || Of(left) is not { Kind: not NameTextKind.Working } one)
        {
            return null;
        }

        var shortened = right[0].TrimEnd('.') is [var letter] && one.Genus.StartsWith(letter);
        var other =
            IsEpithet(right[0]) ? Of([one.Genus, .. right])
            : shortened ? Of([one.Genus, .. right[1..]])
            : Of(right);
        if (other is null or { Kind: NameTextKind.Working or NameTextKind.Family })
        {
            return null;
        }

        var genus = one.Genus == other.Genus ? one.Genus : "";
        return new(NameTextKind.Cross, $"{one.Name} × {other.Name}", "", genus, genus, TaxonRank.Nothotaxon);
    }

    private static NameText? Plain(ReadOnlySpan<string> words)
    {
        if (!IsGenus(words[0]))
        {
            return null;
        }

        var genus = words[0];
        var rest = words[1..];
        if (rest.IsEmpty || (rest is [var sp] && IsSp(sp)))
        {
            return genus.EndsWith("aceae", StringComparison.Ordinal)
                ? new(NameTextKind.Family, genus, "", "", "", TaxonRank.Family)
                : new(NameTextKind.Genus, genus, "", genus, "", TaxonRank.Genus);
        }

        if (IsSp(rest[0]))
        {
            return Working(genus, rest[1..]);
        }

        if (Cultivar(genus, rest) is { } cultivar)
        {
            return cultivar;
        }

        if (!IsEpithet(rest[0]))
        {
            // One letter is a label, but for the one that means Linnaeus.
            return rest is [{ Length: 1 } and not "L"] ? Working(genus, rest)
                : IsAuthor(rest) ? new(NameTextKind.Genus, genus, string.Join(' ', rest!), genus, "", TaxonRank.Genus)
                : null;
        }

        var species = $"{genus} {rest[0]}";
        return Cultivar(species, rest[1..]) ?? Below(species, genus, rest[1..]);
    }

    private static NameText Working(string genus, ReadOnlySpan<string> label) =>
        new(NameTextKind.Working, $"{genus} sp. {string.Join(' ', label!)}", "", genus, genus, TaxonRank.Species);

    /// <summary>A species, or what stands below it; authors may stand between the two.</summary>
    private static NameText? Below(string species, string genus, ReadOnlySpan<string> rest)
    {
        for (var i = 0; i + 1 < rest.Length; i++)
        {
            if (
                BelowSpecies.TryGetValue(rest[i].TrimEnd('.'), out var mark)
                && IsEpithet(rest[i + 1])
                && (i == 0 || IsAuthor(rest[..i]))
            )
            {
                var after = rest[(i + 2)..];
                var name = $"{species} {mark.Written} {rest[i + 1]}";
                return Cultivar(name, after) is { } cultivar ? cultivar with { Genus = genus, Within = species }
                    : after.IsEmpty || IsAuthor(after)
                        ? new(NameTextKind.Infraspecific, name, string.Join(' ', after!), genus, species, mark.Rank)
                    : null;
            }
        }

        if (rest is [var third, .. var more] && IsEpithet(third) && !WordsOfAuthors.Contains(third))
        {
            // Three words, as some write a subspecies.
            return more.IsEmpty || IsAuthor(more)
                ? new(
                    NameTextKind.Infraspecific,
                    $"{species} {third}",
                    string.Join(' ', more!),
                    genus,
                    species,
                    TaxonRank.Subspecies
                )
                : null;
        }

        var kind = species.Contains('×', StringComparison.Ordinal) ? NameTextKind.Cross : NameTextKind.Species;
        return rest.IsEmpty || IsAuthor(rest)
            ? new(
                kind,
                species,
                string.Join(' ', rest!),
                genus,
                genus,
                kind == NameTextKind.Cross ? TaxonRank.Nothotaxon : TaxonRank.Species
            )
            : null;
    }

    private static NameText? Cultivar(string below, ReadOnlySpan<string> rest)
    {
        var said = string.Join(' ', rest!);
        var named = InQuotes().IsMatch(said) || (rest.Length > 1 && rest[^1] == "Group" && char.IsUpper(rest[0][0]));
        return named
            ? new(NameTextKind.Cultivar, $"{below} {said}", "", below.Split(' ')[0], below, TaxonRank.Cultivar)
            : null;
    }

    private static bool IsSp(string word) => word.TrimEnd('.') is "sp" or "spp" or "species";

    private static bool IsGenus(string word) => Genera().IsMatch(word);

    private static bool IsEpithet(string word) => Epithets().IsMatch(word) && !WordsOfAuthors.Contains(word);

    private static bool IsAuthor(ReadOnlySpan<string> words)
    {
        foreach (var word in words)
        {
            if (!(WordsOfAuthors.Contains(word) || Authors().IsMatch(word)))
            {
                return false;
            }
        }

        return !words.IsEmpty;
    }

    [GeneratedRegex(@"^×?\p{Lu}\p{Ll}+(-\p{L}\p{Ll}*)?$", RegexOptions.CultureInvariant)]
    private static partial Regex Genera();

    [GeneratedRegex(@"^×?\p{Ll}[\p{Ll}-]*\p{Ll}$", RegexOptions.CultureInvariant)]
    private static partial Regex Epithets();

    [GeneratedRegex(
        @"^\(?(d'|l')?(\p{Lu}\.?-?)*\p{Lu}('?[\p{L}-])*\.?(\p{Lu}?\p{Ll}*\.?)*[,;]?\)?$",
        RegexOptions.CultureInvariant
    )]
    private static partial Regex Authors();

    [GeneratedRegex(@"^'\p{Lu}[^']*'$", RegexOptions.CultureInvariant)]
    private static partial Regex InQuotes();
}
