using System.Buffers;
using System.Collections.Immutable;
using Garten.Core.Guides;

namespace Garten.Core.Identification;

/// <summary>A name and the chance that it is the plant's.</summary>
/// <param name="Mass">Chance, 0–1.</param>
/// <param name="Hazards">How it can hurt, the worst first; for a higher rank, how any of its likelier members can.</param>
public sealed record Weighed(TaxonName Name, double Mass, ImmutableArray<Hazard> Hazards);

/// <summary>What can be said today with 95 % behind it: one name of any rank, or a few look-alikes that could not yet be parted.</summary>
/// <param name="Names">One name, or the look-alikes, the likeliest first.</param>
/// <param name="Mass">What they hold together.</param>
/// <param name="Hazards">The worst that any of them can do, the worst first.</param>
public sealed record SafeAnswer(ImmutableArray<TaxonName> Names, double Mass, ImmutableArray<Hazard> Hazards);

/// <summary>What all names together say of a hazard.</summary>
/// <param name="Mass">Chance that the plant has it.</param>
/// <param name="Names">The likeliest names that have it.</param>
public sealed record HazardMass(Hazard Hazard, double Mass, ImmutableArray<string> Names);

/// <summary>A species the guide lists and does not describe.</summary>
/// <param name="Common">Its common name; may be empty.</param>
/// <param name="Mass">Chance that the plant is it, 0–1.</param>
/// <param name="Hazards">How it can hurt, by what is said of itself and its group, the worst first.</param>
public sealed record Untreated(string Name, string Common, double Mass, ImmutableArray<Hazard> Hazards);

/// <summary>How the names stand, given everything recorded.</summary>
/// <param name="Names">The likeliest candidates, the likeliest first.</param>
/// <param name="Ranks">Genera, families and aggregates that gather several of the likelier names, the likeliest first.</param>
/// <param name="Outside">Chance that the plant is not in the guide.</param>
/// <param name="Safe">The lowest rank, or the smaller set of look-alikes, that holds 95 %; null when nothing does.</param>
/// <param name="OutsideIsSafe">True when "none of these" holds 95 %.</param>
/// <param name="Features">How many features were weighed.</param>
/// <param name="Hazards">Hazards that hold more than 2 % together, the worst first.</param>
/// <param name="Untreated">Species the guide lists and does not describe that are as likely as a name worth showing, the likeliest first.</param>
/// <param name="Against">What was plainly seen and the leading name does not show: with any of it, no species is said.</param>
public sealed record LikelyNames(
    ImmutableArray<Weighed> Names,
    ImmutableArray<Weighed> Ranks,
    double Outside,
    SafeAnswer? Safe,
    bool OutsideIsSafe,
    int Features,
    ImmutableArray<HazardMass> Hazards,
    ImmutableArray<Untreated> Untreated,
    ImmutableArray<Contradiction> Against
)
{
    /// <summary>Largest set of look-alikes that is still an answer.</summary>
    public const int MostInSet = 4;

    /// <summary>Mass from which a species that the guide does not describe is named.</summary>
    private const double WorthNaming = 0.02;

    /// <summary>Mass below which a name is not counted among the likelier ones.</summary>
    public const double Slight = 0.005;

    /// <summary>Reads off how the names stand.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="weighing">The names weighed.</param>
    /// <param name="most">How many names to give at most.</param>
    public static LikelyNames Of(CandidateModel model, Weighing weighing, int most)
    {
        var sums = ArrayPool<double>.Shared.Rent(model.Guide.Taxa.Length);
        var held = sums.AsSpan(0, model.Guide.Taxa.Length);
        weighing.SumUp(held);
        var leading = weighing.Leading(Math.Max(most, MostInSet));
        var against = leading.IsEmpty ? [] : weighing.Against(model.Taxa[leading[0]]);
        var likely = new LikelyNames(
            [
                .. leading
                    .Take(most)
                    .Select(t => new Weighed(NameOf(model, t), weighing.Masses[t], HazardNames(model.HazardsOf(t)))),
            ],
            RanksOf(model, weighing, leading, held),
            weighing.Outside,
            leading.IsEmpty ? null : SafeOf(model, weighing, leading[0], held, against),
            weighing.Outside >= LikelihoodConstants.Safe,
            weighing.Features,
            HazardsOf(model, weighing),
            UntreatedOf(model, weighing),
            against
        );
        ArrayPool<double>.Shared.Return(sums);
        return likely;
    }

    /// <summary>Hazards by name, the worst first.</summary>
    public static ImmutableArray<Hazard> HazardNames(Hazards flags) =>
        [.. Kinds.Where(k => (flags & k.Flag) != 0).Select(k => k.Hazard)];

    private static readonly ImmutableArray<(Hazard Hazard, Hazards Flag)> Kinds =
    [
        (Hazard.Deadly, Identification.Hazards.Deadly),
        (Hazard.DeadlyLookAlike, Identification.Hazards.DeadlyLookAlike),
        (Hazard.Irritant, Identification.Hazards.Irritant),
        (Hazard.Poisonous, Identification.Hazards.Poisonous),
        (Hazard.Wounding, Identification.Hazards.Wounding),
    ];

    private static ImmutableArray<Untreated> UntreatedOf(CandidateModel model, Weighing weighing)
    {
        var found = new List<Untreated>();
        for (var u = 0; u < weighing.Untreated.Length; u++)
        {
            if (weighing.Untreated[u] >= WorthNaming)
            {
                var species = model.Untreated.Species[u];
                found.Add(
                    new(species.Name, species.Common, weighing.Untreated[u], HazardNames(model.Untreated.HazardsOf(u)))
                );
            }
        }

        return [.. found.OrderByDescending(f => f.Mass).Take(MostInSet)];
    }

    private static TaxonName NameOf(CandidateModel model, int candidate) =>
        TaxonName.Of(model.Guide.Taxon(model.Taxa[candidate]));

    private static ImmutableArray<Weighed> RanksOf(
        CandidateModel model,
        Weighing weighing,
        ImmutableArray<int> leading,
        ReadOnlySpan<double> held
    )
    {
        var members = new Dictionary<TaxonId, (int Count, Hazards Hazards)>();
        foreach (var t in leading)
        {
            if (weighing.Masses[t] < Slight)
            {
                continue;
            }

            foreach (var above in model.Guide.Lineage(model.Taxa[t]).Skip(1))
            {
                var (count, hazards) = members.GetValueOrDefault(above.Id);
                members[above.Id] = (count + 1, hazards | model.HazardsOf(t));
            }
        }

        var ranks = ImmutableArray.CreateBuilder<Weighed>();
        for (var i = 0; i < held.Length; i++)
        {
            var taxon = model.Guide.Taxa[i];
            if (members.GetValueOrDefault(taxon.Id) is { Count: > 1 } several && held[i] >= Slight)
            {
                ranks.Add(new(TaxonName.Of(taxon), held[i], HazardNames(several.Hazards)));
            }
        }

        ranks.Sort((a, b) => a.Mass.Equals(b.Mass) ? b.Name.Rank.CompareTo(a.Name.Rank) : b.Mass.CompareTo(a.Mass));
        return ranks.ToImmutable();
    }

    private static SafeAnswer? SafeOf(
        CandidateModel model,
        Weighing weighing,
        int first,
        ReadOnlySpan<double> held,
        ImmutableArray<Contradiction> against
    )
    {
        // What was plainly seen and the name does not show keeps the name, and all beside it of its rank, from being said.
        var stopped = !against.IsEmpty;
        // Climb from the leading name until the mass suffices; no other branch can hold 95 % when this one does not.
        var guide = model.Guide;
        SafeAnswer? rank = null;
        var within = int.MaxValue;
        foreach (var at in guide.Lineage(model.Taxa[first]))
        {
            var mass = held[model.PlaceOf(at.Id)];
            if (stopped && at.Rank >= TaxonRank.Species)
            {
                continue;
            }

            if (mass >= (at.Rank >= TaxonRank.Species ? LikelihoodConstants.SafeSpecies : LikelihoodConstants.Safe))
            {
                var members = Enumerable
                    .Range(0, model.Taxa.Length)
                    .Where(t => guide.IsWithin(model.Taxa[t], at.Id))
                    .ToArray();
                within = members.Length;
                rank = new([TaxonName.Of(at)], mass, Worst(model, weighing, members));
                break;
            }
        }

        return (stopped ? null : LookAlikeSet(model, weighing, first, within)) ?? rank;
    }

    /// <summary>The smallest set grown from the leading name along the guide's look-alikes that holds enough; null when none is smaller than the rank.</summary>
    private static SafeAnswer? LookAlikeSet(CandidateModel model, Weighing weighing, int first, int smallerThan)
    {
        var set = new List<int> { first };
        var mass = weighing.Masses[first];
        while (mass < LikelihoodConstants.Safe && set.Count < Math.Min(MostInSet, smallerThan - 1))
        {
            var next = -1;
            foreach (var near in set.SelectMany(t => model.LookAlikesOf(t)))
            {
                next = !set.Contains(near) && (next < 0 || weighing.Masses[near] > weighing.Masses[next]) ? near : next;
            }

            if (next < 0)
            {
                return null;
            }

            set.Add(next);
            mass += weighing.Masses[next];
        }

        return set.Count > 1 && mass >= LikelihoodConstants.Safe
            ? new([.. set.Select(t => NameOf(model, t))], mass, Worst(model, weighing, set))
            : null;
    }

    private static ImmutableArray<Hazard> Worst(CandidateModel model, Weighing weighing, IEnumerable<int> candidates)
    {
        var all = Identification.Hazards.None;
        foreach (var t in candidates)
        {
            all |= weighing.Masses[t] >= Slight ? model.HazardsOf(t) : 0;
        }

        return HazardNames(all);
    }

    private static ImmutableArray<HazardMass> HazardsOf(CandidateModel model, Weighing weighing)
    {
        var found = ImmutableArray.CreateBuilder<HazardMass>();
        foreach (var (hazard, flag) in Kinds)
        {
            double mass = 0;
            var likeliest = new PriorityQueue<string, double>();
            void Count(string name, Hazards hazards, double chance)
            {
                if ((hazards & flag) == 0)
                {
                    return;
                }

                mass += chance;
                if (chance >= Slight)
                {
                    likeliest.Enqueue(name, -chance);
                }
            }

            for (var t = 0; t < model.Taxa.Length; t++)
            {
                Count(model.Guide.Taxon(model.Taxa[t]).Name, model.HazardsOf(t), weighing.Masses[t]);
            }

            for (var u = 0; u < model.Untreated.Species.Length; u++)
            {
                Count(model.Untreated.Species[u].Name, model.Untreated.HazardsOf(u), weighing.Untreated[u]);
            }

            if (mass > LikelihoodConstants.HazardMass)
            {
                var names = ImmutableArray.CreateBuilder<string>();
                while (names.Count < 3 && likeliest.TryDequeue(out var name, out _))
                {
                    names.Add(name);
                }

                found.Add(new(hazard, mass, names.ToImmutable()));
            }
        }

        return found.ToImmutable();
    }
}
