using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Identification;

/// <summary>A name and the chance that it is the plant's.</summary>
/// <param name="Name">The name.</param>
/// <param name="Mass">Chance, 0–1.</param>
public sealed record Weighed(TaxonName Name, double Mass);

/// <summary>What one observation does to a name.</summary>
/// <param name="Character">The character.</param>
/// <param name="Label">Its name.</param>
/// <param name="Found">What was found, in words.</param>
/// <param name="Bits">Push in bits: how much likelier (above 0) or less likely the finding is under this name than under all others together.</param>
/// <param name="InWords">The push in plain words.</param>
/// <param name="Fitting">How many names of the guide it fits.</param>
public sealed record Ground(CharacterId Character, string Label, string Found, double Bits, string InWords, int Fitting);

/// <summary>How the names stand, given everything recorded.</summary>
/// <param name="Names">All candidates, the likeliest first.</param>
/// <param name="Outside">Chance that the plant is not in the guide.</param>
/// <param name="Safe">The lowest rank that holds 95 % and can be said today; null when nothing does.</param>
/// <param name="OutsideIsSafe">True when "none of these" holds 95 %.</param>
/// <param name="Features">How many features were weighed.</param>
public sealed record Standing(ImmutableArray<Weighed> Names, double Outside, Weighed? Safe, bool OutsideIsSafe, int Features);

/// <summary>Weighs the names of a guide against what was recorded on a plant.</summary>
public sealed class Weighing
{
    private readonly CandidateModel _model;
    private readonly double[] _logPrior;
    private readonly List<Witness> _witnesses = [];
    private readonly double[] _mass;

    /// <summary>Weighs.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="evidence">What was recorded.</param>
    /// <param name="place">The place.</param>
    /// <param name="visits">The visits.</param>
    /// <param name="factors">What of place and date counts.</param>
    /// <param name="without">Characters switched off, to see what hangs on them.</param>
    public Weighing(
        CandidateModel model, EvidenceSheet evidence, PlaceFacts place, ImmutableArray<SheetVisit> visits, PriorFactors factors = PriorFactors.All,
        ImmutableHashSet<CharacterId>? without = null)
    {
        _model = model;
        _logPrior = Prior(place, visits, factors);
        Gather(evidence, without ?? []);
        var log = (double[])_logPrior.Clone();
        foreach (var witness in _witnesses)
        {
            for (var h = 0; h < log.Length; h++)
            {
                log[h] += witness.Weight * Math.Log(witness.Likelihood[h]);
            }
        }

        _mass = Normalise(log);
    }

    /// <summary>Chance of every candidate in the model's order, and last of "outside the guide"; sums to 1.</summary>
    public IReadOnlyList<double> Masses => _mass;

    /// <summary>Sum of the chances of all candidates within a taxon.</summary>
    /// <param name="taxon">A taxon of any rank.</param>
    public double MassOf(TaxonId taxon)
    {
        double sum = 0;
        for (var t = 0; t < _model.Taxa.Length; t++)
        {
            sum += _model.Guide.IsWithin(_model.Taxa[t], taxon) ? _mass[t] : 0;
        }

        return sum;
    }

    /// <summary>How the names stand.</summary>
    public Standing Stand()
    {
        var guide = _model.Guide;
        var names = _model.Taxa
            .Select((t, i) => new Weighed(TaxonName.Of(guide.Taxon(t)), _mass[i]))
            .OrderByDescending(w => w.Mass).ThenBy(w => w.Name.Id.Value, StringComparer.Ordinal)
            .ToImmutableArray();
        Weighed? safe = null;
        if (names.Length > 0)
        {
            // Climb from the leading name until the mass suffices; no other branch can hold 95 % when this one does not.
            safe = guide.Lineage(names[0].Name.Id)
                .Select(t => new Weighed(TaxonName.Of(t), MassOf(t.Id)))
                .FirstOrDefault(w => w.Mass >= LikelihoodConstants.Safe);
        }

        return new(names, _mass[^1], safe, _mass[^1] >= LikelihoodConstants.Safe, _witnesses.Count);
    }

    /// <summary>What each observation does to a name, the most telling first.</summary>
    /// <param name="taxon">A candidate.</param>
    /// <returns>The grounds; empty when the taxon is no candidate.</returns>
    public ImmutableArray<Ground> GroundsOf(TaxonId taxon)
    {
        var own = _model.Taxa.IndexOf(taxon);
        if (own < 0)
        {
            return [];
        }

        var prior = Normalise((double[])_logPrior.Clone());
        return
        [
            .. _witnesses.Select(w =>
            {
                double others = 0, rest = 0;
                for (var h = 0; h < prior.Length; h++)
                {
                    if (h != own)
                    {
                        others += prior[h] * w.Likelihood[h];
                        rest += prior[h];
                    }
                }

                var bits = w.Weight * Math.Log2(w.Likelihood[own] / (others / rest));
                var best = w.Likelihood.Take(_model.Taxa.Length).Max();
                var fitting = w.Likelihood.Take(_model.Taxa.Length).Count(l => l >= best / 10);
                return new Ground(w.Character.Id, w.Character.Label, w.Found, bits, Words(bits), fitting);
            }).OrderByDescending(g => Math.Abs(g.Bits)),
        ];
    }

    private static string Words(double bits) => bits switch
    {
        >= 3 => "strongly for",
        >= 1 => "for",
        >= 0.3 => "somewhat for",
        > -0.3 => "says little",
        > -1 => "somewhat against",
        > -3 => "against",
        _ => "strongly against",
    };

    private double[] Prior(PlaceFacts place, ImmutableArray<SheetVisit> visits, PriorFactors factors)
    {
        var weights = _model.Taxa.Select(t => PlacePrior.Of(_model.Guide, t, place, visits).Weight(factors)).ToArray();
        var sum = weights.Sum();
        return
        [
            .. weights.Select(w => Math.Log((1 - LikelihoodConstants.OutsidePrior) * w / sum)), Math.Log(LikelihoodConstants.OutsidePrior),
        ];
    }

    private void Gather(EvidenceSheet evidence, ImmutableHashSet<CharacterId> without)
    {
        var seen = new List<(Character Character, string Found, double[] Likelihood)>();
        foreach (var character in _model.Guide.Characters)
        {
            if (evidence.Decisive(character.Id) is { } observation)
            {
                if (!without.Contains(character.Id) && _model.Of(character.Id)?.Of(observation) is { } likelihood)
                {
                    seen.Add((character, Wording.Recorded(character, observation), likelihood));
                }
            }
            else if (evidence.AssertedStates(character.Id) is { Length: > 0 } states && _model.Of(character.Id) is StateLikelihood model
                && evidence.All.FirstOrDefault(o => o.Weighs && DependsOn(o.Character, character.Id) && !without.Contains(o.Character)) is { } by)
            {
                // Five leaflets say once that the leaf is compound, unless that was looked at itself.
                var found = $"{string.Join(" or ", states.Select(character.LabelOf))}, from {_model.Guide.Character(by.Character).Label.ToLowerInvariant()}";
                seen.Add((character, found, model.OfAny(states, by.Certainty)));
            }
        }

        var groups = seen.Where(s => s.Character.Group.Length > 0).CountBy(s => s.Character.Group).ToDictionary();
        foreach (var (character, found, likelihood) in seen)
        {
            var size = groups.GetValueOrDefault(character.Group, 1);
            _witnesses.Add(new(character, found, likelihood, Math.Pow(size, LikelihoodConstants.GroupExponent - 1)));
        }
    }

    private bool DependsOn(CharacterId character, CharacterId above)
    {
        for (var at = _model.Guide.Character(character).DependsOn; at is not null; at = _model.Guide.Character(at.Character).DependsOn)
        {
            if (at.Character == above)
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>Log-sum-exp: the largest is taken out first, so that nothing under- or overflows.</summary>
    private static double[] Normalise(double[] log)
    {
        var most = log.Max();
        double sum = 0;
        for (var i = 0; i < log.Length; i++)
        {
            log[i] = Math.Exp(log[i] - most);
            sum += log[i];
        }

        for (var i = 0; i < log.Length; i++)
        {
            log[i] /= sum;
        }

        return log;
    }

    /// <summary>One weighed finding.</summary>
    private sealed record Witness(Character Character, string Found, double[] Likelihood, double Weight);
}
