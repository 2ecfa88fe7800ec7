using System.Buffers;
using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Identification;

/// <summary>What weighing leaves out, and what it takes in beyond the plant itself.</summary>
/// <param name="Factors">What of place and date counts.</param>
/// <param name="Without">Characters switched off, to see what hangs on them.</param>
/// <param name="Companions">Plants linked by hand as one colony with this one.</param>
public sealed record WeighingChoices(
    PriorFactors Factors,
    ImmutableHashSet<CharacterId> Without,
    ImmutableArray<CompanionEvidence> Companions
)
{
    /// <summary>Everything counts, and no plant is linked.</summary>
    public static WeighingChoices Everything { get; } = new(PriorFactors.All, [], []);
}

/// <summary>What a plant of the same colony says.</summary>
/// <param name="Likelihood">How much its own evidence raised each name and "outside" above its prior.</param>
public sealed record CompanionEvidence(string Tag, ImmutableArray<double> Likelihood)
{
    /// <summary>How much a plant's own evidence raised each name above its prior.</summary>
    public static CompanionEvidence Of(CandidateModel model, ColonyMember member, PriorFactors factors)
    {
        using var weighing = new Weighing(
            model,
            new EvidenceSheet(model.Guide, member.Observations),
            member.Place,
            member.Visits,
            new(factors, [], [])
        );
        var raised = ImmutableArray.CreateBuilder<double>(model.Hypotheses);
        for (var h = 0; h < model.Hypotheses; h++)
        {
            raised.Add(weighing.Masses[h] / weighing.Prior[h]);
        }

        return new(member.Tag, raised.ToImmutable());
    }
}

/// <summary>Weighs the names of a guide against what was recorded on a plant. Gives its columns back when disposed.</summary>
public sealed class Weighing : IDisposable
{
    /// <summary>Likelihoods multiplied before the logarithm is taken: each is above 1e-14, and numbers reach down to 1e-307.</summary>
    private const int MostMultiplied = 16;

    /// <summary>A name fits still while the likeliest is no more than so many times as likely.</summary>
    private const double FitsAgainst = 100;

    private readonly CandidateModel _model;
    private readonly EvidenceSheet _evidence;
    private readonly PlaceFacts _place;
    private readonly ImmutableArray<Visit> _visits;
    private readonly double[] _prior;
    private readonly double[] _mass;
    private readonly List<EvidenceItem> _items = [];

    /// <summary>Weighs.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="evidence">What was recorded.</param>
    /// <param name="choices">What is left out or taken in; everything counts when null.</param>
    public Weighing(
        CandidateModel model,
        EvidenceSheet evidence,
        PlaceFacts place,
        ImmutableArray<Visit> visits,
        WeighingChoices? choices = null
    )
    {
        choices ??= WeighingChoices.Everything;
        _model = model;
        _evidence = evidence;
        _place = place;
        _visits = visits;
        _prior = ArrayPool<double>.Shared.Rent(model.Hypotheses);
        _mass = ArrayPool<double>.Shared.Rent(All);
        FillPrior(choices.Factors);
        Gather(evidence, choices);
        var taxa = model.Taxa.Length;
        using var column = new Column(All);
        var log = _mass.AsSpan(0, All);
        log.Clear();
        Columns.AddLog(log, PriorOfAll(column.Span), 1);
        using var product = new Column(All);
        product.Span.Fill(1);
        var multiplied = 0;
        foreach (var item in _items)
        {
            Fill(item, column.Span[..model.Hypotheses]);

            // A relative that the guide does not hold is like the name, but for a share of its features, of which nothing is known.
            Columns.Mixed(
                column.Span[..taxa],
                item.Companion is null && _model.Of(item.Character) is { } table
                    ? table.RelativeDiffers
                    : LikelihoodConstants.RelativeDiffers,
                column.Span[taxa],
                column.Span.Slice(taxa + 1, taxa)
            );
            model.Untreated.Fill(
                item.Character,
                item.Observation,
                place,
                column.Span[..model.Hypotheses],
                column.Span[(model.Hypotheses + taxa)..]
            );
            if (item.Weight < 1)
            {
                Columns.AddLog(log, column.Span, item.Weight);
                continue;
            }

            // A logarithm costs more than a product, and a few likelihoods can be multiplied without running out of digits.
            Columns.Multiply(product.Span, column.Span);
            if (++multiplied % MostMultiplied == 0)
            {
                Columns.AddLog(log, product.Span, 1);
                product.Span.Fill(1);
            }
        }

        Columns.AddLog(log, product.Span, 1);
        Columns.Normalise(log);
        Columns.Sharpen(log[..taxa], LikelihoodConstants.Sharpness);
        log[taxa] += Columns.Sum(Relatives) + Columns.Sum(Untreated);
    }

    /// <summary>Chance of every candidate in the model's order, and last of "outside the guide"; sums to 1.</summary>
    public ReadOnlySpan<double> Masses => _mass.AsSpan(0, _model.Hypotheses);

    /// <summary>Of the chance of "outside the guide", what falls to unlisted relatives of each candidate.</summary>
    public ReadOnlySpan<double> Relatives => _mass.AsSpan(_model.Hypotheses, _model.Taxa.Length);

    /// <summary>Of the chance of "outside the guide", what falls to each species the guide lists and does not describe.</summary>
    public ReadOnlySpan<double> Untreated =>
        _mass.AsSpan(_model.Hypotheses + _model.Taxa.Length, _model.Untreated.Species.Length);

    /// <summary>The candidates, outside the guide, an unlisted relative of each candidate, and the species not described.</summary>
    private int All => _model.Hypotheses + _model.Taxa.Length + _model.Untreated.Species.Length;

    /// <summary>Chance of every taxon of the guide, of any rank, with what is likely to be outside the guide and within it.</summary>
    /// <param name="sums">Filled with one number a taxon, in the guide's order.</param>
    public void SumUp(Span<double> sums) => _model.SumUp(Masses, Relatives, Untreated, sums);

    /// <summary>The same before any feature was looked at.</summary>
    public ReadOnlySpan<double> Prior => _prior.AsSpan(0, _model.Hypotheses);

    /// <summary>How many features were weighed, linked plants counting as one each.</summary>
    public int Features => _items.DistinctBy(w => (w.Character, w.Companion)).Count();

    /// <summary>Chance that the plant is not in the guide.</summary>
    public double Outside => Masses[^1];

    /// <inheritdoc/>
    public void Dispose()
    {
        ArrayPool<double>.Shared.Return(_prior);
        ArrayPool<double>.Shared.Return(_mass);
    }

    /// <summary>Sum of the chances of all candidates within a taxon, and of their unlisted relatives where it stands above them.</summary>
    /// <param name="taxon">A taxon of any rank.</param>
    public double MassOf(TaxonId taxon)
    {
        double sum = 0;
        for (var t = 0; t < _model.Taxa.Length; t++)
        {
            if (_model.Guide.IsWithin(_model.Taxa[t], taxon))
            {
                sum += Masses[t] + (_model.Taxa[t] == taxon ? 0 : Relatives[t]);
            }
        }

        return sum;
    }

    /// <summary>What was plainly seen and a name does not show.</summary>
    /// <param name="taxon">A taxon of the guide.</param>
    public ImmutableArray<Contradiction> Against(TaxonId taxon) => Contradiction.Of(_model.Guide, _evidence, taxon);

    /// <summary>How many names fit still: those that hold at least a hundredth of what the likeliest does.</summary>
    public int Fitting()
    {
        var names = Masses[.._model.Taxa.Length];
        double most = 0;
        foreach (var mass in names)
        {
            most = Math.Max(most, mass);
        }

        var fitting = 0;
        foreach (var mass in names)
        {
            fitting += mass > 0 && mass * FitsAgainst >= most ? 1 : 0;
        }

        return fitting;
    }

    /// <summary>Numbers of the likeliest candidates, the likeliest first.</summary>
    /// <param name="most">How many at most.</param>
    public ImmutableArray<int> Leading(int most)
    {
        most = Math.Min(most, _model.Taxa.Length);
        var found = new PriorityQueue<int, (double Mass, int Number)>(most + 1);
        for (var t = 0; t < _model.Taxa.Length; t++)
        {
            // The least likely stands at the head, and leaves for a likelier one; equals keep the guide's order.
            var rank = (Masses[t], -t);
            if (found.Count < most)
            {
                found.Enqueue(t, rank);
            }
            else if (most > 0 && found.TryPeek(out _, out var least) && rank.CompareTo(least) > 0)
            {
                found.EnqueueDequeue(t, rank);
            }
        }

        var leading = new int[found.Count];
        for (var i = leading.Length - 1; i >= 0; i--)
        {
            leading[i] = found.Dequeue();
        }

        return [.. leading];
    }

    /// <summary>What place and date, and then each observation, do to a name; observations the most telling first.</summary>
    /// <returns>The reasons; null when the taxon is no candidate.</returns>
    public NameReasons? ReasonsOf(TaxonId taxon)
    {
        var own = _model.NumberOf(taxon);
        if (own < 0)
        {
            return null;
        }

        using var column = new Column(_model.Hypotheses);
        var reasons = ImmutableArray.CreateBuilder<Reason>(_items.Count);
        foreach (var item in _items)
        {
            Fill(item, column.Span);
            reasons.Add(ReasonOf(item, own, column.Span));
        }

        reasons.Sort((a, b) => Math.Abs(b.Bits).CompareTo(Math.Abs(a.Bits)));
        return new(_model.Prior.FactorsOf(own, _place, _visits), Prior[own], reasons.ToImmutable());
    }

    private Reason ReasonOf(EvidenceItem item, int own, ReadOnlySpan<double> likelihood)
    {
        double others = 0,
            best = 0;
        for (var h = 0; h < likelihood.Length; h++)
        {
            others += h == own ? 0 : Prior[h] * likelihood[h];
            best = h < _model.Taxa.Length ? Math.Max(best, likelihood[h]) : best;
        }

        var fitting = 0;
        for (var t = 0; t < _model.Taxa.Length; t++)
        {
            fitting += likelihood[t] >= best / 10 ? 1 : 0;
        }

        var bits = item.Weight * Math.Log2(likelihood[own] / (others / (1 - Prior[own])));
        var widened = item.Observation is { } o && _model.Of(item.Character)?.IsWidened(o, own) == true;
        return new(
            item.Character,
            item.Label,
            item.Found,
            bits,
            EvidenceStrength.Words(bits),
            fitting,
            widened ? "held against a widened range: the guide has none for such parts of this name" : ""
        );
    }

    private void Fill(EvidenceItem item, Span<double> column)
    {
        if (item.Companion is { } companion)
        {
            // Linked plants are one species or, with a small chance, two; then the link says nothing.
            companion.Likelihood.AsSpan().CopyTo(column);
            Columns.Mix(column, 1 - LikelihoodConstants.OneColony, 1);
        }
        else if (item.Observation is { } observation)
        {
            _model.TryFill(observation, _place, PartSeen(observation), column);
        }
        else if (_model.Of(item.Character) is DiscreteTable table)
        {
            table.FillAny(item.Asserted, item.Certainty, column);
        }
    }

    private bool PartSeen(Observation observation)
    {
        var part =
            _model.Guide.Character(observation.Character).Organ == Organ.Fruit ? PlantPart.Fruit : PlantPart.Flowers;
        foreach (var visit in _visits)
        {
            if (visit.Number == observation.Visit)
            {
                return visit.Parts.Contains(part);
            }
        }

        return false;
    }

    private ReadOnlySpan<double> PriorOfAll(Span<double> into)
    {
        var relatives = LikelihoodConstants.OutsideIsRelative * LikelihoodConstants.OutsidePrior / Named;
        Prior.CopyTo(into);
        into[_model.Taxa.Length] = LikelihoodConstants.OutsidePrior * (1 - LikelihoodConstants.OutsideIsRelative);
        for (var t = 0; t < _model.Taxa.Length; t++)
        {
            into[_model.Hypotheses + t] = relatives * Prior[t];
        }

        into[(_model.Hypotheses + _model.Taxa.Length)..].Fill(PriorOfUntreated);

        return into;
    }

    private void FillPrior(PriorFactors factors)
    {
        double sum = 0;
        for (var t = 0; t < _model.Taxa.Length; t++)
        {
            sum += _prior[t] = _model.Prior.FactorsOf(t, _place, _visits).Weight(factors);
        }

        for (var t = 0; t < _model.Taxa.Length; t++)
        {
            _prior[t] *= Named / sum;
        }

        _prior[_model.Taxa.Length] = 1 - Named;
    }

    /// <summary>Chance of one species that is listed and not described, before anything is seen.</summary>
    private double PriorOfUntreated => LikelihoodConstants.UntreatedAgainstDescribed / Math.Max(_model.Taxa.Length, 1);

    /// <summary>Chance of all the names of the guide together, before anything is seen.</summary>
    private double Named => 1 - LikelihoodConstants.OutsidePrior - (PriorOfUntreated * _model.Untreated.Species.Length);

    private void Gather(EvidenceSheet evidence, WeighingChoices choices)
    {
        foreach (var character in _model.Guide.Characters)
        {
            if (evidence.Decisive(character.Id) is { } observation)
            {
                if (!choices.Without.Contains(character.Id) && _model.CanCompare(observation))
                {
                    // Leaves of sun and shade are each held against what the guide says of such leaves, but are one plant's.
                    var places = observation.ByPlace();
                    _items.AddRange(places.Select(o => EvidenceItem.Of(character, o, places.Length > 1)));
                }
            }
            else if (
                evidence.AssertedStates(character.Id) is { Length: > 0 } states
                && _model.Of(character.Id) is DiscreteTable
                && evidence.All.FirstOrDefault(o =>
                    o.Weighs && DependsOn(o.Character, character.Id) && !choices.Without.Contains(o.Character)
                )
                    is { } by
            )
            {
                // Five leaflets say once that the leaf is compound, unless that was looked at itself.
                var found =
                    $"{string.Join(" or ", states.Select(character.LabelOf))}, from {_model.Guide.Character(by.Character).Label.ToLowerInvariant()}";
                _items.Add(
                    new(character.Id, character.Label, character.Group, found, null, states, by.Certainty, null)
                );
            }
        }

        foreach (var companion in choices.Companions)
        {
            _items.Add(
                new(
                    new(""),
                    $"In one colony with {companion.Tag}",
                    EvidenceItem.Colony,
                    "linked by hand",
                    null,
                    [],
                    Certainty.Sure,
                    companion
                )
            );
        }

        foreach (var item in _items)
        {
            var size = item.Group.Length == 0 ? 1 : _items.Count(w => w.Group == item.Group);
            item.Weight = Math.Pow(size, LikelihoodConstants.GroupExponent - 1);
        }
    }

    private bool DependsOn(CharacterId character, CharacterId above)
    {
        for (
            var at = _model.Guide.Character(character).DependsOn;
            at is not null;
            at = _model.Guide.Character(at.Character).DependsOn
        )
        {
            if (at.Character == above)
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>A column from the pool, given back at the end of its block.</summary>
    private readonly ref struct Column(int length)
    {
        private readonly double[] _rented = ArrayPool<double>.Shared.Rent(length);

        public Span<double> Span => _rented.AsSpan(0, length);

        public void Dispose() => ArrayPool<double>.Shared.Return(_rented);
    }

    /// <summary>One weighed finding.</summary>
    private sealed record EvidenceItem(
        CharacterId Character,
        string Label,
        string Group,
        string Found,
        Observation? Observation,
        ImmutableArray<string> Asserted,
        Certainty Certainty,
        CompanionEvidence? Companion
    )
    {
        /// <summary>Group of the linked plants: they were seen together and are not items of their own.</summary>
        public const string Colony = "\0colony";

        public double Weight { get; set; } = 1;

        public static EvidenceItem Of(Character character, Observation observation, bool amongOthers)
        {
            var where = Wording.Of(observation.Place);
            var found =
                Wording.Recorded(character, observation)
                + (amongOthers ? $" ({(where.Length > 0 ? where : "place not noted")})" : "");
            var group = character.Group.Length == 0 && amongOthers ? character.Id.Value : character.Group;
            return new(character.Id, character.Label, group, found, observation, [], observation.Certainty, null);
        }
    }
}
