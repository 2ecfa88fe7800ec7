using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Garten.Core.Guides.Notation;
using Garten.Core.Keys;

namespace Garten.Core.Guides;

/// <summary>Title, version and reference place of a guide.</summary>
/// <param name="Id">Identifier of the guide, the same in every version.</param>
/// <param name="Version">Its version, for example <c>1.2.0</c>.</param>
/// <param name="Licence">Licence of its content.</param>
/// <param name="ReferenceElevation">Elevation in metres its seasons are stated for.</param>
/// <param name="ReferenceLatitude">Degrees north they are stated for; null when not said.</param>
/// <param name="ReferenceLongitude">Degrees east they are stated for; null when not said.</param>
public sealed record GuideTitle(
    string Id,
    string Title,
    string Version,
    string Licence,
    double ReferenceElevation,
    double? ReferenceLatitude = null,
    double? ReferenceLongitude = null
)
{
    /// <summary>The place its seasons are stated for.</summary>
    [JsonIgnore]
    public SeasonPlace Reference => new(ReferenceElevation, ReferenceLatitude, ReferenceLongitude);
}

/// <summary>The tables of a guide, checked one against another and ready to be compiled.</summary>
/// <param name="Title">Title and version.</param>
/// <param name="Characters">The characters in order.</param>
/// <param name="Statements">What is said of the taxa.</param>
/// <param name="Keys">The keys in order.</param>
/// <param name="Crosses">The named crosses.</param>
/// <param name="Misreadings">Ways one organ is taken for another.</param>
/// <param name="Needs">What is asked before names are confirmed.</param>
public sealed record GuideTables(
    GuideTitle Title,
    ImmutableArray<Taxon> Taxa,
    ImmutableArray<Character> Characters,
    ImmutableArray<Statement> Statements,
    ImmutableArray<DichotomousKey> Keys,
    ImmutableArray<Caution> Cautions,
    ImmutableArray<LookAlike> LookAlikes,
    ImmutableArray<Cross> Crosses,
    ImmutableArray<PhenologyWindow> Windows,
    ImmutableArray<GlossaryTerm> Glossary,
    ImmutableArray<Misreading> Misreadings,
    ImmutableArray<NameNeeds> Needs
)
{
    /// <summary>Areas whose floras are told of apart; may be empty.</summary>
    public ImmutableArray<FloraArea> Areas { get; init; } = [];

    /// <summary>Where taxa stand unlike in areas.</summary>
    public ImmutableArray<TaxonAreaStatus> AreaStatuses { get; init; } = [];

    /// <summary>Parts that whole groups do not have.</summary>
    public ImmutableArray<LackingParts> Lacking { get; init; } = [];

    /// <summary>Species of the area that the guide does not describe.</summary>
    public ImmutableArray<UntreatedSpecies> Untreated { get; init; } = [];
}

/// <summary>The taxa, characters, statements, keys, seasons and cautions of one area, in one version. Immutable.</summary>
public sealed class Guide
{
    private readonly GuideTables _tables;
    private readonly FrozenDictionary<TaxonId, Taxon> _taxa;
    private readonly FrozenDictionary<CharacterId, Character> _characters;
    private readonly FrozenDictionary<KeyId, DichotomousKey> _keys;
    private readonly StatementIndex _statements;
    private readonly FrozenDictionary<(TaxonId Taxon, string Area), AreaStatus> _areaStatuses;
    private readonly LackingIndex _lacking;

    /// <summary>Compiles sound tables.</summary>
    /// <param name="tables">Tables whose references all resolve and whose keys pass <see cref="KeyChecks"/>.</param>
    public Guide(GuideTables tables)
    {
        _tables = tables;
        _taxa = tables.Taxa.ToFrozenDictionary(t => t.Id);
        _characters = tables.Characters.ToFrozenDictionary(c => c.Id);
        _keys = tables.Keys.ToFrozenDictionary(k => k.Id);
        _statements = new StatementIndex(tables);
        _lacking = new LackingIndex(tables);
        _areaStatuses = tables.AreaStatuses.ToFrozenDictionary(s => (s.Taxon, s.Area), s => s.Status);
        Reach = new KeyReach(this);
    }

    private Guide(Guide guide, ImmutableArray<Taxon> inWords, IEnumerable<Taxon> retired)
    {
        (_tables, _characters, _keys, _statements) = (guide._tables, guide._characters, guide._keys, guide._statements);
        (_areaStatuses, Reach, InWords) = (guide._areaStatuses, guide.Reach, inWords);
        _lacking = guide._lacking;
        _taxa = guide.Taxa.Concat(inWords).Concat(retired).ToFrozenDictionary(t => t.Id);
    }

    /// <summary>
    /// The guide with the names a survey keeps in words beside it: they are found by their ids, stand in their genus and family, and
    /// nothing is said of them. <see cref="Taxa"/>, and so all weighing, stays what the guide describes.
    /// </summary>
    /// <param name="inWords">The names; their parents are among them, the retired ones, or in the guide.</param>
    /// <param name="retired">Names that are found by their ids and no longer offered.</param>
    public Guide Beside(IEnumerable<Taxon> inWords, IEnumerable<Taxon>? retired = null) =>
        new(this, [.. inWords], retired ?? []);

    /// <summary>The names in words beside it.</summary>
    public ImmutableArray<Taxon> InWords { get; } = [];

    /// <summary>Title and version.</summary>
    public GuideTitle Title => _tables.Title;

    /// <summary>The classification, parents before children.</summary>
    public ImmutableArray<Taxon> Taxa => _tables.Taxa;

    /// <summary>The taxa it describes, and after them the names in words beside it.</summary>
    public IEnumerable<Taxon> AllNames => InWords.IsEmpty ? Taxa : Taxa.Concat(InWords);

    /// <summary>The characters in the order of a feature panel.</summary>
    public ImmutableArray<Character> Characters => _tables.Characters;

    /// <summary>The keys in order.</summary>
    public ImmutableArray<DichotomousKey> Keys => _tables.Keys;

    /// <summary>The glossary.</summary>
    public ImmutableArray<GlossaryTerm> Glossary => _tables.Glossary;

    /// <summary>All statements.</summary>
    public ImmutableArray<Statement> Statements => _tables.Statements;

    /// <summary>All cautions, the most pressing first among those of one hazard.</summary>
    public ImmutableArray<Caution> Cautions => _tables.Cautions;

    /// <summary>The tables the guide was compiled from.</summary>
    public GuideTables Tables => _tables;

    /// <summary>All pairs that must be kept apart.</summary>
    public ImmutableArray<LookAlike> LookAlikes => _tables.LookAlikes;

    /// <summary>Areas whose floras are told of apart, in order.</summary>
    public ImmutableArray<FloraArea> Areas => _tables.Areas;

    /// <summary>Ways one organ is taken for another.</summary>
    public ImmutableArray<Misreading> Misreadings => _tables.Misreadings;

    /// <summary>All named crosses.</summary>
    public ImmutableArray<Cross> Crosses => _tables.Crosses;

    /// <summary>Species of the area that it does not describe.</summary>
    public ImmutableArray<UntreatedSpecies> Untreated => _tables.Untreated;

    /// <summary>Which names can be reached from which couplet.</summary>
    public KeyReach Reach { get; }

    /// <summary>The taxon of that identifier.</summary>
    /// <param name="id">A taxon of this guide.</param>
    /// <exception cref="KeyNotFoundException">The guide has no such taxon.</exception>
    public Taxon Taxon(TaxonId id) =>
        FindTaxon(id) ?? throw new KeyNotFoundException($"The guide has no taxon “{id}”.");

    /// <summary>The taxon of that identifier, or null.</summary>
    public Taxon? FindTaxon(TaxonId id) => _taxa.GetValueOrDefault(id);

    /// <summary>The character of that identifier.</summary>
    /// <param name="id">A character of this guide.</param>
    /// <exception cref="KeyNotFoundException">The guide has no such character.</exception>
    public Character Character(CharacterId id) =>
        FindCharacter(id) ?? throw new KeyNotFoundException($"The guide has no character “{id}”.");

    /// <summary>The character of that identifier, or null.</summary>
    public Character? FindCharacter(CharacterId id) => _characters.GetValueOrDefault(id);

    /// <summary>The key of that identifier.</summary>
    /// <param name="id">A key of this guide.</param>
    /// <exception cref="KeyNotFoundException">The guide has no such key.</exception>
    public DichotomousKey Key(KeyId id) =>
        FindKey(id) ?? throw new KeyNotFoundException($"The guide has no key “{id}”.");

    /// <summary>The key of that identifier, or null.</summary>
    public DichotomousKey? FindKey(KeyId id) => _keys.GetValueOrDefault(id);

    /// <summary>The couplet of that key and number, or null.</summary>
    public Couplet? FindCouplet(CoupletRef at) => FindKey(at.Key)?.Couplets.GetValueOrDefault(at.Couplet);

    /// <summary>How a taxon came to an area: as said of it there, or of the nearest taxon above it, or else of it at large.</summary>
    /// <param name="id">A taxon of this guide.</param>
    /// <param name="area">Identifier of an area; empty, or one the guide does not know, for the country at large.</param>
    public AreaStatus StatusIn(TaxonId id, string area)
    {
        foreach (var taxon in area.Length > 0 && _areaStatuses.Count > 0 ? Lineage(id) : [])
        {
            if (_areaStatuses.TryGetValue((taxon.Id, area), out var status))
            {
                return status;
            }
        }

        return Taxon(id).Status;
    }

    /// <summary>A taxon and the taxa above it, itself first.</summary>
    /// <param name="id">A taxon of this guide.</param>
    public IEnumerable<Taxon> Lineage(TaxonId id)
    {
        for (TaxonId? at = id; at is { } here; at = Taxon(here).Parent)
        {
            yield return Taxon(here);
        }
    }

    /// <summary>True when a taxon is another or stands below it.</summary>
    /// <param name="id">The lower taxon.</param>
    /// <param name="above">The upper taxon.</param>
    public bool IsWithin(TaxonId id, TaxonId above) => FindTaxon(id) is not null && Lineage(id).Any(t => t.Id == above);

    /// <summary>The family, genus or other rank a taxon belongs to; null when it stands above that rank.</summary>
    /// <param name="id">A taxon of this guide.</param>
    public Taxon? At(TaxonId id, TaxonRank rank) => Lineage(id).FirstOrDefault(t => t.Rank == rank);

    /// <summary>
    /// The statement that holds for a character in a taxon: its own most specific matching one, else that of the
    /// nearest taxon above it.
    /// </summary>
    /// <param name="taxon">A taxon of this guide.</param>
    /// <param name="circumstances">What is known of the part looked at.</param>
    /// <returns>The statement, or null when the guide says nothing.</returns>
    public Statement? StatementFor(TaxonId taxon, CharacterId character, Scope circumstances)
    {
        // What is said of a whole family does not hold for the member that never has the part.
        if (Lacks(taxon, character))
        {
            return null;
        }

        for (TaxonId? at = taxon; at is { } here; at = Taxon(here).Parent)
        {
            foreach (var statement in _statements.Of(here, character))
            {
                if (statement.Scope.Matches(circumstances))
                {
                    return statement;
                }
            }
        }

        return null;
    }

    /// <summary>The statements on a character of one taxon, not of those above it, the most specific first.</summary>
    /// <param name="taxon">Place of the taxon in the guide's list.</param>
    /// <param name="character">Place of the character in the guide's list.</param>
    internal ReadOnlySpan<Statement> StatementsAt(int taxon, int character) => _statements.Of(taxon, character);

    /// <summary>
    /// True where the guide says that a taxon, or a group it belongs to, never has the part: a conifer's flower, a fern's
    /// fruit. A feature of such a part speaks against the taxon; where nothing is said, it says nothing.
    /// </summary>
    /// <param name="taxon">A taxon of this guide; of a name in words beside it nothing is said.</param>
    public bool Lacks(TaxonId taxon, CharacterId character) => _lacking.Holds(taxon, character);

    /// <summary>
    /// False where the taxon lacks the part, or where what the guide says of the character it depends on rules it out: bracts of a
    /// cone are not asked of a maple.
    /// </summary>
    /// <param name="taxon">A taxon of this guide.</param>
    public bool Applies(TaxonId taxon, CharacterId character) =>
        !Lacks(taxon, character)
        && !(
            Character(character).DependsOn is { } on
            && StatementFor(taxon, on.Character, Scope.Any)?.Value is StateShares above
            && on.States.Sum(s => above.ShareOf(Character(on.Character), s)) < RareShare
        );

    /// <summary>Share of the plants below which a state does not make a dependent character one of the taxon's.</summary>
    private const double RareShare = 0.05;

    /// <summary>The same by number.</summary>
    /// <param name="taxon">Place of the taxon in the guide's list.</param>
    /// <param name="character">Place of the character in the guide's list.</param>
    internal bool LacksAt(int taxon, int character) => _lacking.Holds(taxon, character);

    /// <summary>Cautions for a taxon, its own and those of the taxa above it.</summary>
    /// <param name="taxon">A taxon of this guide.</param>
    public ImmutableArray<Caution> CautionsFor(TaxonId taxon) =>
        [.. _tables.Cautions.Where(c => IsWithin(taxon, c.Taxon))];

    /// <summary>Look-alikes of a taxon, whichever side the guide lists them from.</summary>
    /// <param name="taxon">A taxon of this guide.</param>
    public ImmutableArray<LookAlike> LookAlikesOf(TaxonId taxon) =>
        [.. _tables.LookAlikes.Where(l => l.Taxon == taxon || l.Other == taxon)];

    /// <summary>What is asked before a name is confirmed, as said of it or of the nearest taxon above it.</summary>
    /// <param name="taxon">A taxon of this guide.</param>
    public NameNeeds NeedsOf(TaxonId taxon) =>
        Lineage(taxon)
            .Select(t => _tables.Needs.FirstOrDefault(n => n.Taxon == t.Id))
            .FirstOrDefault(n => n is not null)
        ?? NameNeeds.Usual(taxon);

    /// <summary>The season of a phenophase, its own or that of the nearest taxon above it; null when the guide says nothing.</summary>
    /// <param name="taxon">A taxon of this guide.</param>
    /// <param name="sex">The plant's sex; null, or both, for the window in which plants of either sex show it.</param>
    public PhenologyWindow? Window(TaxonId taxon, Phenophase phase, Sex? sex = null)
    {
        var said = WindowsOf(taxon, phase);
        var own = sex is Sex.Male or Sex.Female
            ? said.Where(w => w.Sex is null || w.Sex == sex).OrderBy(w => w.Sex is null).Take(1)
            : said;
        return own.Aggregate((PhenologyWindow?)null, (whole, w) =>
            whole is null ? w : whole.With(w) with { Sex = null }
        );
    }

    /// <summary>False when the guide says that plants of the other sex alone show a phenophase.</summary>
    /// <param name="taxon">A taxon of this guide.</param>
    /// <param name="sex">The plant's sex; null where it is not known.</param>
    public bool CanShow(TaxonId taxon, Phenophase phase, Sex? sex) =>
        sex is not (Sex.Male or Sex.Female)
        || WindowsOf(taxon, phase) is not { Length: > 0 } said
        || said.Any(w => w.Sex is null || w.Sex == sex);

    private PhenologyWindow[] WindowsOf(TaxonId taxon, Phenophase phase) =>
        Lineage(taxon)
            .Select(t => _tables.Windows.Where(w => w.Taxon == t.Id && w.Phase == phase).ToArray())
            .FirstOrDefault(w => w.Length > 0)
        ?? [];
}
