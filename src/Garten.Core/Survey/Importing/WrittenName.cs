using System.Text.RegularExpressions;
using Garten.Core.Guides;

namespace Garten.Core.Survey.Importing;

/// <summary>A name as it was read.</summary>
/// <param name="Taxon">The taxon, or the name in words, that it means.</param>
/// <param name="Qualifier">The qualifier it was given with.</param>
/// <param name="Cultivar">The cultivar it names, where that is not a name of its own; empty for none. The name then stops at its species or cross.</param>
public readonly record struct ReadName(TaxonId Taxon, IdentificationQualifier Qualifier, string Cultivar);

/// <summary>Finds the taxon a written name means: accepted names and synonyms, with or without author, with its qualifier.</summary>
public sealed partial class WrittenName
{
    private readonly Dictionary<string, Taxon?> _names = new(StringComparer.OrdinalIgnoreCase);

    private readonly Dictionary<string, Taxon> _misapplied = new(StringComparer.OrdinalIgnoreCase);

    /// <summary>Readies the names of a guide.</summary>
    public WrittenName(Guide guide)
    {
        // A common name that several plants bear names none of them.
        foreach (
            var called in guide
                .AllNames.SelectMany(t => t.CommonNames.Select(c => (Name: c, Taxon: t)))
                .GroupBy(c => c.Name, StringComparer.OrdinalIgnoreCase)
                .Where(g => g.Count() == 1)
                .Select(g => g.First())
        )
        {
            Add(called.Name, called.Taxon);
        }

        foreach (var taxon in guide.AllNames)
        {
            Add(taxon.Name, taxon);
        }

        // A synonym of two taxa means neither; an accepted name always means its own.
        foreach (var (synonym, taxon) in guide.AllNames.SelectMany(t => t.Synonyms.Select(s => (s, t))))
        {
            var known = _names.TryGetValue(Plain(synonym), out var other);
            if (!known || other?.Name.Equals(synonym, StringComparison.OrdinalIgnoreCase) != true)
            {
                _names[Plain(synonym)] = known && other != taxon ? null : taxon;
            }
        }

        foreach (var (name, taxon) in guide.Taxa.SelectMany(t => t.Misapplied.Select(m => (m, t))))
        {
            _misapplied[Plain(name)] = taxon;
        }
    }

    /// <summary>Reads a name.</summary>
    /// <param name="text">As written: "Acer macrophyllum Pursh", "Alnus sinuata", "Rosa cf. nutkana", "Salix sp.", "Cornus sericea 'Flaviramea'".</param>
    /// <param name="fault">Why it means no taxon; empty when it does.</param>
    public ReadName? Read(string text, out string fault) => Read(text, out fault, out _);

    /// <inheritdoc cref="Read(string, out string)"/>
    /// <param name="unlisted">True where nothing is called so; false where it means something else, or too much.</param>
    public ReadName? Read(string text, out string fault, out bool unlisted)
    {
        unlisted = false;
        if (_names.GetValueOrDefault(Plain(text.Trim())) is { } whole)
        {
            fault = "";
            return new(whole.Id, IdentificationQualifier.None, "");
        }

        var cultivar = CultivarIn().Match(text);
        return Read(
            cultivar.Success ? text.Remove(cultivar.Index) : text,
            cultivar.Groups[1].Value,
            out fault,
            out unlisted
        );
    }

    [GeneratedRegex("""(?<=\s)['‘’"“”]\s*(\p{Lu}[^'‘’"“”]*?)\s*['‘’"“”]\s*$""", RegexOptions.CultureInvariant)]
    private static partial Regex CultivarIn();

    private ReadName? Read(string text, string cultivar, out string fault, out bool unlisted)
    {
        unlisted = false;
        var qualifier = IdentificationQualifier.None;
        List<string> words = [];
        foreach (var word in text.Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            switch (word.TrimEnd('.', '?').ToLowerInvariant())
            {
                case "cf":
                    qualifier = IdentificationQualifier.Cf;
                    break;
                case "aff":
                    qualifier = IdentificationQualifier.Aff;
                    break;
                case "sp" or "spp" or "":
                    qualifier = word == "?" ? IdentificationQualifier.Doubtful : qualifier;
                    break;
                default:
                    qualifier = word.EndsWith('?') ? IdentificationQualifier.Doubtful : qualifier;
                    words.Add(word.TrimEnd('?'));
                    break;
            }
        }

        for (var length = words.Count; length > 0; length--)
        {
            // What follows the name must look like an author: "Acer macrophyllum rubrum" is not Acer macrophyllum.
            if (length < words.Count && !(char.IsUpper(words[length][0]) || words[length][0] is '(' or '&'))
            {
                continue;
            }

            var written = Plain(string.Join(' ', words.Take(length)));
            if (_misapplied.TryGetValue(written, out var called) && !_names.ContainsKey(written))
            {
                fault =
                    $"“{written}” is another species; here the name was used for {called.Name}. Write the one that is meant.";
                return null;
            }

            if (_names.TryGetValue(written, out var taxon))
            {
                fault = taxon is null ? $"“{text}” has meant more than one plant. Write the accepted name." : "";
                return taxon is null ? null : new(taxon.Id, qualifier, cultivar);
            }
        }

        unlisted = text.Trim().Length > 0;
        fault = unlisted
            ? $"The guide has no name “{text}”. Check the letters, or write the genus with “sp.”."
            : "The name is missing.";
        return null;
    }

    private static string Plain(string name) => name.Replace("× ", "×", StringComparison.Ordinal);

    private void Add(string name, Taxon taxon) => _names[Plain(name)] = taxon;
}
