using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Garten.Core.Guides;

namespace Garten.Core.Survey.Counting;

/// <summary>A line typed in the field, as read.</summary>
/// <param name="Taxa">Taxa the letters may stand for, at most eight; one when it is sure.</param>
/// <param name="Qualifier">The qualifier typed with the name.</param>
/// <param name="Amounts">The numbers typed, as counts in the unit; one null where none was typed.</param>
/// <param name="Unit">What they count.</param>
/// <param name="Fault">What keeps it from being taken, as a sentence; empty when nothing does.</param>
public sealed record QuickReading(
    ImmutableArray<TaxonName> Taxa,
    IdentificationQualifier Qualifier,
    ImmutableArray<double?> Amounts,
    CountUnit Unit,
    string Fault
)
{
    /// <summary>What the name may be in words, the likeliest first, where nothing is called so; the line can be taken once one of them is on the survey's list.</summary>
    public ImmutableArray<NameText> InWords { get; init; } = [];
}

/// <summary>
/// Reads lines such as "ace mac 12", "acemac 12 stems", "cf alnrub", "acer sp 3" or, in a quadrat, "pol mun 2a" and "pol mun 35%":
/// on a phenology watch, "ace mac flower 20": three or more letters of genus and species, the number, and what it counts where that is not the usual.
/// Common and older names do as well: "vine maple 3". A name that ends in a number stands in quotation marks: "'sedge 3' 12".
/// </summary>
public static partial class QuickEntry
{
    private const int MostTaxa = 8;
    private const int LettersOfGenus = 3;

    private static readonly Dictionary<string, CountUnit> Units = new(StringComparer.OrdinalIgnoreCase)
    {
        ["individuals"] = CountUnit.Individuals,
        ["ind"] = CountUnit.Individuals,
        ["plants"] = CountUnit.Individuals,
        ["stems"] = CountUnit.Stems,
        ["rosettes"] = CountUnit.Rosettes,
        ["clumps"] = CountUnit.Clumps,
        ["m2"] = CountUnit.SquareMetres,
        ["m²"] = CountUnit.SquareMetres,
        ["%"] = CountUnit.CoverPercent,
        ["cm"] = CountUnit.GirthCentimetres,
        ["leaf"] = CountUnit.InLeafPercent,
        ["leaves"] = CountUnit.InLeafPercent,
        ["flower"] = CountUnit.InFlowerPercent,
        ["flowers"] = CountUnit.InFlowerPercent,
        ["fruit"] = CountUnit.InFruitPercent,
        ["colour"] = CountUnit.ColouringPercent,
        ["color"] = CountUnit.ColouringPercent,
    };

    /// <summary>Reads a line.</summary>
    /// <param name="protocol">The protocol, which says what a bare number counts.</param>
    /// <param name="text">What was typed.</param>
    public static QuickReading Read(Guide guide, Protocol protocol, string text)
    {
        var quoted = Quoted().Match(text);
        string[] tokens = (quoted.Success ? text[quoted.Length..] : text)
            .Replace("%", " % ", StringComparison.Ordinal)
            .Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        var qualifier = IdentificationQualifier.None;
        List<string> name = quoted.Success ? [.. quoted.Groups[1].Value.Split(' ')] : [];
        var at = 0;
        for (; !quoted.Success && at < tokens.Length && IsName(tokens[at], name.Count, protocol); at++)
        {
            switch (tokens[at].TrimEnd('.').ToUpperInvariant())
            {
                case "CF":
                    qualifier = IdentificationQualifier.Cf;
                    break;
                case "AFF":
                    qualifier = IdentificationQualifier.Aff;
                    break;
                default:
                    name.Add(tokens[at].TrimEnd('.'));
                    break;
            }
        }

        var usual = ProtocolRules.UnitsOf(protocol);
        var (amounts, unit, fault) = Numbers(tokens[at..], protocol);
        if (protocol == Protocol.PhenologyWatch && unit is null && fault.Length == 0)
        {
            fault = "Say what was looked at: leaf, flower, fruit or colour, then the percent of plants that show it.";
        }

        unit ??= amounts is [null] || usual[0] != CountUnit.Presence ? usual[0] : usual[1];
        var (taxa, common) = Called(guide, name, quoted.Success);
        ImmutableArray<NameText> inWords =
            taxa.Length == 0 && name.Count > 0 ? NameText.Readings(string.Join(' ', name)) : [];
        if (fault.Length == 0)
        {
            fault =
                name.Count == 0 ? "Type three letters of the genus and three of the species, then the number."
                : taxa.Length == 0
                    ? $"Nothing on the lists is called “{string.Join(' ', name)}”. Check the letters, or keep it as a name in words."
                : taxa.Length > 1
                    ? common ? $"“{string.Join(' ', name)}” means several plants. Choose one."
                        : "Several names begin so. Type more letters, or choose one."
                : !usual.Contains(unit.Value) ? $"This visit does not count {InWords(unit.Value)}."
                : amounts.Select(a => ProtocolRules.FaultOf(unit.Value, a)).FirstOrDefault(f => f.Length > 0) ?? "";
        }

        return new([.. taxa.Take(MostTaxa).Select(TaxonName.Of)], qualifier, amounts, unit.Value, fault)
        {
            InWords = inWords,
        };
    }

    /// <summary>What is called so: by letters of its name, or else by a whole common or older name.</summary>
    /// <param name="whole">True where the name was set in quotation marks, and so means nothing but itself.</param>
    private static (Taxon[] Taxa, bool Common) Called(Guide guide, List<string> name, bool whole)
    {
        var written = string.Join(' ', name);
        HashSet<string> meant = new(
            [written, .. NameText.Readings(written).Select(r => r.Name)],
            StringComparer.OrdinalIgnoreCase
        );
        Taxon[] exact = [.. guide.AllNames.Where(t => meant.Contains(t.Name))];
        var begun = exact.Length > 0 || whole ? exact : TaxaOf(guide, name);
        if (begun.Length > 0)
        {
            return (begun, false);
        }

        Taxon[] called =
        [
            .. guide.AllNames.Where(t => t.CommonNames.Concat(t.Synonyms).Any(n => IsCalled(n, written))),
        ];
        return (called, true);
    }

    /// <summary>True for a whole name, or one that its first word only narrows: "bracken" for "western bracken".</summary>
    private static bool IsCalled(string name, string written) =>
        name.Replace('-', ' ').EndsWith(written.Replace('-', ' '), StringComparison.OrdinalIgnoreCase)
        && (name.Length == written.Length || name[^(written.Length + 1)] is ' ' or '-');

    [GeneratedRegex("""^\s*['"‘’“”]([^'"‘’“”]+)['"‘’“”]""", RegexOptions.CultureInvariant)]
    private static partial Regex Quoted();

    /// <summary>The unit of a word, as typed or as Garten writes it; null for none.</summary>
    public static CountUnit? UnitNamed(string word) =>
        Units.TryGetValue(word, out var unit)
            ? unit
            : Enum.GetValues<CountUnit>()
                .Where(u => u != CountUnit.Presence && InWords(u).Equals(word, StringComparison.OrdinalIgnoreCase))
                .Select(u => (CountUnit?)u)
                .FirstOrDefault();

    /// <summary>A unit in words, in the plural.</summary>
    public static string InWords(CountUnit unit) =>
        unit switch
        {
            CountUnit.SquareMetres => "square metres",
            CountUnit.CoverPercent => "percent of cover",
            CountUnit.GirthCentimetres => "centimetres of girth",
            CountUnit.InLeafPercent => "percent in leaf",
            CountUnit.InFlowerPercent => "percent in flower",
            CountUnit.InFruitPercent => "percent in fruit",
            CountUnit.ColouringPercent => "percent colouring",
            _ => unit.ToString().ToLowerInvariant(),
        };

    /// <summary>A number with its unit as short as it can be read, for tables; empty where nothing was counted.</summary>
    /// <param name="amount">The number; null where nothing was counted.</param>
    public static string Briefly(CountUnit unit, double? amount) =>
        amount is null
            ? ""
            : string.Create(
                CultureInfo.InvariantCulture,
                $"{amount:0.##} {unit switch
    {
        CountUnit.SquareMetres => "m²",
        CountUnit.CoverPercent => "% cover",
        CountUnit.GirthCentimetres => "cm girth",
        CountUnit.InLeafPercent => "% in leaf",
        CountUnit.InFlowerPercent => "% in flower",
        CountUnit.InFruitPercent => "% in fruit",
        CountUnit.ColouringPercent => "% colouring",
        _ when amount == 1 => InWords(unit).TrimEnd('s'),
        _ => InWords(unit),
    }}"
            );

    // A lone r is a class of cover once there is a name before it.
    private static bool IsName(string token, int before, Protocol protocol) =>
        (char.IsLetter(token[0]) || (before > 0 && token[0] is '×' or '\'' or '‘' or '"' or '“'))
        && !(before > 0 && Units.ContainsKey(token))
        && !(before > 0 && protocol == Protocol.Quadrats && CoverClass.PercentOf(token) is not null);

    private static (ImmutableArray<double?> Amounts, CountUnit? Unit, string Fault) Numbers(
        string[] tokens,
        Protocol protocol
    )
    {
        List<double?> amounts = [];
        CountUnit? unit = null;
        foreach (var token in tokens)
        {
            if (token == "%" && protocol == Protocol.PhenologyWatch)
            {
                // Every share is in percent here; the sign adds nothing.
            }
            else if (Units.TryGetValue(token, out var said))
            {
                unit = said;
            }
            else if (
                double.TryParse(
                    token.Replace(',', '.'),
                    NumberStyles.AllowDecimalPoint,
                    CultureInfo.InvariantCulture,
                    out var number
                )
            )
            {
                amounts.Add(number);
            }
            else if (protocol == Protocol.Quadrats && CoverClass.PercentOf(token) is { } percent)
            {
                amounts.Add(percent);
                unit = CountUnit.CoverPercent;
            }
            else
            {
                return ([null], unit, $"“{token}” is neither a number nor a unit.");
            }
        }

        return amounts.Count > 1 && protocol != Protocol.TreePlot
            ? ([.. amounts], unit, "One number at a time; only trees take several girths in one line.")
            : (amounts.Count == 0 ? [null] : [.. amounts], unit, "");
    }

    private static Taxon[] TaxaOf(Guide guide, List<string> name)
    {
        switch (name)
        {
            case []:
                return [];
            case [_, "sp" or "spp", _, ..]:
                return [];
            case [var genus, "sp" or "spp"]:
                return [.. guide.AllNames.Where(t => t.Rank == TaxonRank.Genus && Begins(t.Name, genus))];
            case [var one]:
                // The whole genus, or three letters of either written together.
                Taxon[] exact =
                [
                    .. guide.AllNames.Where(t =>
                        t.Rank == TaxonRank.Genus && string.Equals(t.Name, one, StringComparison.OrdinalIgnoreCase)
                    ),
                ];
                return exact.Length > 0 || one.Length <= LettersOfGenus
                    ? exact.Length > 0
                        ? exact
                        : Species(one, "")
                    : Species(one[..LettersOfGenus], one[LettersOfGenus..]);
            default:
                return Species(name[0], name[^1]);
        }

        Taxon[] Species(string genus, string epithet)
        {
            Taxon[] found =
            [
                .. guide.AllNames.Where(t =>
                    t.IsSpeciesLevel
                    && Parts(t) is [var first, .., var last]
                    && Begins(first, genus)
                    && (Begins(last, epithet) || Begins(Parts(t)[1], epithet))
                ),
            ];

            // The species itself before its subspecies, where both begin so.
            Taxon[] exact =
            [
                .. found.Where(t =>
                    t.Rank == TaxonRank.Species
                    && string.Equals(Parts(t)[1], epithet, StringComparison.OrdinalIgnoreCase)
                ),
            ];
            return exact.Length == 1 ? exact : found;
        }

        static string[] Parts(Taxon taxon) =>
            [.. taxon.Name.Split(' ').Where(p => p is not ("subsp." or "var." or "×")).Select(p => p.TrimStart('×'))];
    }

    private static bool Begins(string name, string letters) =>
        name.StartsWith(letters, StringComparison.OrdinalIgnoreCase);
}
