using System.Collections.Frozen;
using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Identification;

/// <summary>A guide made ready for weighing names: compiled once into dense columns, then used for every plant.</summary>
public sealed class CandidateModel
{
    private readonly CharacterTable?[] _tables;
    private readonly FrozenDictionary<CharacterId, int> _characters;
    private readonly FrozenDictionary<TaxonId, int> _numbers;
    private readonly ILookup<CharacterId, Misreading> _misreadings;
    private readonly Dictionary<TaxonId, int> _all;
    private readonly int[] _parents;
    private readonly int[] _places;
    private readonly Hazards[] _hazards;
    private readonly ImmutableArray<int>[] _lookAlikes;

    /// <summary>Makes a guide ready.</summary>
    public CandidateModel(Guide guide)
    {
        Guide = guide;

        // A species with subspecies in the guide is weighed through them.
        var parents = guide.Taxa.Select(t => t.Parent).OfType<TaxonId>().ToHashSet();
        Taxa = [.. guide.Taxa.Where(t => t.IsSpeciesLevel && !parents.Contains(t.Id)).Select(t => t.Id)];
        _numbers = Taxa.Select((t, i) => (t, i)).ToFrozenDictionary(x => x.t, x => x.i);
        _all = guide.Taxa.Select((t, i) => (t.Id, i)).ToDictionary(x => x.Id, x => x.i);
        _parents = [.. guide.Taxa.Select(t => t.Parent is { } p ? _all[p] : -1)];
        _places = [.. Taxa.Select(t => _all[t])];
        _characters = guide.Characters.Select((c, i) => (c.Id, i)).ToFrozenDictionary(x => x.Id, x => x.i);
        _tables = new TableCompiler(guide, Taxa, _places, _parents).Tables;
        var congeners = CongenersOf(guide, Taxa);
        foreach (var table in _tables)
        {
            table?.Learn(congeners);
        }

        _misreadings = guide.Misreadings.Where(m => m.Instead is not null).ToLookup(m => m.Character);
        _hazards = HazardsOf(guide, _all, _parents);
        _lookAlikes = Neighbours(guide, _all, _parents, _places);
        Prior = new PriorTable(guide, Taxa);
        Untreated = new UntreatedTable(this);
    }

    /// <summary>The guide.</summary>
    public Guide Guide { get; }

    /// <summary>The candidates: every name that has nothing below it.</summary>
    public ImmutableArray<TaxonId> Taxa { get; }

    /// <summary>Length of a column: the candidates and "outside the guide".</summary>
    public int Hypotheses => Taxa.Length + 1;

    /// <summary>What place and date say of the candidates.</summary>
    public PriorTable Prior { get; }

    /// <summary>The species the guide lists and does not describe.</summary>
    public UntreatedTable Untreated { get; }

    /// <summary>What the candidates make of a character; null for a place character or an unknown one.</summary>
    public CharacterTable? Of(CharacterId character) =>
        _characters.TryGetValue(character, out var i) ? _tables[i] : null;

    /// <summary>Number of a candidate, or −1 for a taxon that is none.</summary>
    public int NumberOf(TaxonId taxon) => _numbers.GetValueOrDefault(taxon, -1);

    /// <summary>Place of a taxon of any rank in the guide's list.</summary>
    /// <param name="taxon">A taxon of the guide.</param>
    internal int PlaceOf(TaxonId taxon) => _all[taxon];

    /// <summary>Candidates that the guide says must be kept apart from a candidate.</summary>
    public ImmutableArray<int> LookAlikesOf(int candidate) => _lookAlikes[candidate];

    /// <summary>How a candidate can hurt or be hurt.</summary>
    public Hazards HazardsOf(int candidate) => _hazards[_places[candidate]];

    /// <summary>What is said of the hazards of a taxon of any rank and of those above it.</summary>
    public Hazards HazardsOf(TaxonId taxon) => _hazards[_all[taxon]];

    /// <summary>True when an observation can be weighed.</summary>
    public bool CanCompare(Observation observation) =>
        Of(observation.Character) is { } table
        && (table.CanCompare(observation) || (observation.Finding is Finding.Absent && IsSeasonal(table.Character)));

    /// <summary>Likelihood of an observation under every candidate and outside the guide.</summary>
    /// <param name="observation">An observation that weighs.</param>
    /// <param name="place">The place, for the seasons of parts that are not there.</param>
    /// <param name="partSeen">True when the organ itself was on the plant that day, so that an absence speaks of the feature alone.</param>
    /// <param name="column">Filled with numbers above 0.</param>
    /// <returns>False when it cannot be compared.</returns>
    public bool TryFill(Observation observation, PlaceFacts place, bool partSeen, Span<double> column)
    {
        if (Of(observation.Character) is not { } table)
        {
            return false;
        }

        if (observation.Finding is Finding.Absent)
        {
            return TryFillAbsence(table, observation, place, partSeen, column);
        }

        if (!table.TryFill(observation, column))
        {
            return false;
        }

        foreach (var misreading in _misreadings[observation.Character])
        {
            MixIn(misreading, observation, column);
        }

        return true;
    }

    /// <summary>Adds the masses of the candidates up the classification, and those of their unlisted relatives from one rank higher.</summary>
    /// <param name="masses">One number a candidate, and outside.</param>
    /// <param name="relatives">One number a candidate: what unlisted relatives of it hold.</param>
    /// <param name="untreated">One number a species that is listed and not described; it counts for the group it belongs to.</param>
    /// <param name="sums">Filled with one number a taxon, in the guide's order.</param>
    internal void SumUp(
        ReadOnlySpan<double> masses,
        ReadOnlySpan<double> relatives,
        ReadOnlySpan<double> untreated,
        Span<double> sums
    )
    {
        sums.Clear();
        for (var u = 0; u < untreated.Length; u++)
        {
            sums[PlaceOf(Untreated.Species[u].Within)] += untreated[u];
        }

        for (var t = 0; t < _places.Length; t++)
        {
            sums[_places[t]] += masses[t];
            if (_parents[_places[t]] >= 0)
            {
                sums[_parents[_places[t]]] += relatives[t];
            }
        }

        // Parents stand before their children, so going backwards carries everything to the top.
        for (var i = sums.Length - 1; i >= 0; i--)
        {
            if (_parents[i] >= 0)
            {
                sums[_parents[i]] += sums[i];
            }
        }
    }

    /// <summary>
    /// An absence counts only as far as the part should have been there: in its season, in a year with flowers, not taken
    /// by birds, on a plant of the right sex.
    /// </summary>
    private bool TryFillAbsence(
        CharacterTable table,
        Observation observation,
        PlaceFacts place,
        bool partSeen,
        Span<double> column
    )
    {
        var seasonal = IsSeasonal(table.Character);
        if (!table.TryFill(observation, column))
        {
            if (!seasonal)
            {
                return false;
            }

            column.Fill(LikelihoodConstants.Unlisted);
        }

        if (seasonal && !partSeen)
        {
            double sum = 0;
            for (var t = 0; t < Taxa.Length; t++)
            {
                var bears =
                    table.Lacking.BinarySearch(t) >= 0
                        ? 0
                        : Prior.Bears(t, table.Character.Organ, observation.Date, observation.Sex, place);
                column[t] = 1 - bears + (bears * column[t]);
                sum += column[t];
            }

            column[^1] = Taxa.IsEmpty ? 1 : sum / Taxa.Length;
        }

        return true;
    }

    private static bool IsSeasonal(Character character) =>
        character.CanBeAbsent && character.Organ is (Organ.Flower or Organ.Inflorescence or Organ.Fruit);

    /// <summary>The organ may have been misread: then the value is one of another character.</summary>
    private void MixIn(Misreading misreading, Observation observation, Span<double> column)
    {
        if (
            Of(misreading.Instead!.Value) is not { } other
            || (misreading.Claim is { } claim && !Misreadings.Meets(other.Character, observation, claim))
        )
        {
            return;
        }

        var buffer = System.Buffers.ArrayPool<double>.Shared.Rent(column.Length);
        var there = buffer.AsSpan(0, column.Length);
        if (other.TryFill(observation with { Character = other.Character.Id }, there))
        {
            for (var h = 0; h < column.Length; h++)
            {
                column[h] =
                    ((1 - LikelihoodConstants.OrganMisread) * column[h])
                    + (LikelihoodConstants.OrganMisread * there[h]);
            }
        }

        System.Buffers.ArrayPool<double>.Shared.Return(buffer);
    }

    /// <summary>Each candidate and the next one of its genus: enough to learn from, and few even in a genus of hundreds.</summary>
    private static List<(int One, int Other)> CongenersOf(Guide guide, ImmutableArray<TaxonId> taxa)
    {
        var pairs = new List<(int One, int Other)>();
        var last = new Dictionary<TaxonId, int>();
        for (var t = 0; t < taxa.Length; t++)
        {
            if (
                guide.Taxon(taxa[t]).Rank == TaxonRank.Nothotaxon
                || guide.At(taxa[t], TaxonRank.Genus) is not { } genus
            )
            {
                continue;
            }

            if (last.TryGetValue(genus.Id, out var before))
            {
                pairs.Add((before, t));
            }

            last[genus.Id] = t;
        }

        return pairs;
    }

    /// <summary>A hazard as a flag.</summary>
    internal static Hazards Flag(Hazard hazard) =>
        hazard switch
        {
            Hazard.Deadly => Hazards.Deadly,
            Hazard.Irritant => Hazards.Irritant,
            Hazard.Poisonous => Hazards.Poisonous,
            Hazard.DeadlyLookAlike => Hazards.DeadlyLookAlike,
            _ => Hazards.Wounding,
        };

    private static Hazards[] HazardsOf(Guide guide, Dictionary<TaxonId, int> all, int[] parents)
    {
        var flags = new Hazards[guide.Taxa.Length];
        foreach (var caution in guide.Cautions)
        {
            flags[all[caution.Taxon]] |= Flag(caution.Hazard);
        }

        for (var i = 0; i < flags.Length; i++)
        {
            flags[i] |= guide.Taxa[i].Protection.Length > 0 ? Hazards.Protected : 0;
            flags[i] |= parents[i] >= 0 ? flags[parents[i]] : 0;
        }

        return flags;
    }

    private static ImmutableArray<int>[] Neighbours(
        Guide guide,
        Dictionary<TaxonId, int> all,
        int[] parents,
        int[] places
    )
    {
        // Candidates below each taxon of any rank.
        var below = guide.Taxa.Select(_ => new List<int>()).ToArray();
        for (var t = 0; t < places.Length; t++)
        {
            for (var at = places[t]; at >= 0; at = parents[at])
            {
                below[at].Add(t);
            }
        }

        var near = places.Select(_ => new SortedSet<int>()).ToArray();
        foreach (var pair in guide.LookAlikes)
        {
            foreach (var one in below[all[pair.Taxon]])
            {
                foreach (var other in below[all[pair.Other]].Where(o => o != one))
                {
                    near[one].Add(other);
                    near[other].Add(one);
                }
            }
        }

        return [.. near.Select(n => n.ToImmutableArray())];
    }
}

/// <summary>The ways a name can hurt, and whether it is to be spared.</summary>
[Flags]
public enum Hazards
{
    /// <summary>Nothing is known against it; that does not make it harmless.</summary>
    None = 0,

    /// <summary>Poisonous when swallowed.</summary>
    Poisonous = 1,

    /// <summary>Deadly in small amounts.</summary>
    Deadly = 2,

    /// <summary>Irritates or burns skin or eyes.</summary>
    Irritant = 4,

    /// <summary>Wounds with spines, thorns or bristles.</summary>
    Wounding = 8,

    /// <summary>Protected, or rare enough to be spared.</summary>
    Protected = 16,

    /// <summary>Easily taken for a deadly plant that grows beside it.</summary>
    DeadlyLookAlike = 32,
}
