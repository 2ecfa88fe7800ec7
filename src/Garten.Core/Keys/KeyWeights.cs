using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Keys;

/// <summary>What an answer in the key may be worth.</summary>
/// <param name="Lead">The lead taken; null for "can't tell".</param>
/// <param name="Error">Chance that a practised person takes a wrong lead here.</param>
public sealed record WeighedAnswer(CoupletRef At, int? Lead, double Error);

/// <summary>A couplet that was perhaps mis-answered.</summary>
/// <param name="Lead">The lead taken.</param>
/// <param name="Other">The lead that what was recorded points to instead.</param>
/// <param name="Chance">Chance, by the features, that the plant left the path here.</param>
/// <param name="LeadsTo">Names the other lead leads to, the likeliest by the features first.</param>
public sealed record DoubtfulAnswer(CoupletRef At, int Lead, int Other, double Chance, ImmutableArray<TaxonId> LeadsTo);

/// <summary>
/// A key as a weighted walk: every answer carries a chance of error, "can't tell" follows all leads, and so the end of a key
/// is a distribution over names.
/// </summary>
/// <remarks>
/// A name that can be reached by the lead taken has the chance 1 − e of that answer; one that is only reached by another
/// lead shares e among them; for one no longer reached from the couplet each lead is as likely as another. The chances of
/// the answers multiply, each name being as likely as another before the first. The claims of the leads taken are then held
/// against what the guide says of each name, so that the answers after a wrong turn still speak for the right name. Both
/// rest on the same looks, so the first counts by its square root.
/// </remarks>
public sealed class KeyWeights
{
    /// <summary>Chance from which an answer is called doubtful.</summary>
    public const double Doubtful = 0.5;

    private readonly Guide _guide;
    private readonly ImmutableArray<TaxonId> _names;
    private readonly double[] _masses;
    private readonly double[] _answers;

    /// <summary>Weighs the ends of a walk.</summary>
    public KeyWeights(Guide guide, KeyWalk walk)
    {
        _guide = guide;
        _names = guide.Reach.From(walk.Start);
        Answers =
        [
            .. KeyWalkTrace
                .Of(guide, walk)
                .Steps.Select(s => new WeighedAnswer(s.At, s.Lead, ErrorOf(guide, guide.FindCouplet(s.At)!))),
        ];
        var claims = new ClaimsOnPath(
            guide,
            KeyWalkTrace.Of(guide, walk).Steps.Select(s => s.Taken(guide)).OfType<Lead>()
        );
        _answers =
        [
            .. _names.Select(n =>
                Math.Sqrt(Answers.Aggregate(1.0, (p, a) => p * ChanceOf(a, n))) * claims.ChanceFor(n)
            ),
        ];
        var sum = _answers.Sum();
        _masses = [.. _answers.Select(p => p / sum)];
    }

    /// <summary>The answers on the path, in reading order.</summary>
    public ImmutableArray<WeighedAnswer> Answers { get; }

    /// <summary>Names that can come out, with their chances by the answers alone, the likeliest first.</summary>
    public ImmutableArray<(TaxonId Name, double Mass)> Ends =>
        [
            .. _names
                .Select((n, i) => (n, _masses[i]))
                .OrderByDescending(x => x.Item2)
                .ThenBy(x => x.n.Value, StringComparer.Ordinal),
        ];

    /// <summary>Chance of a name by the answers alone; 0 when the key does not hold it.</summary>
    public double MassOf(TaxonId name) => _names.IndexOf(name) is >= 0 and var i ? _masses[i] : 0;

    /// <summary>
    /// How much likelier than before the first couplet the answers make a name, 0 upwards; for one the key does not hold as much as for
    /// its likeliest wrong turn, since a key of trees may have been opened for a shrub.
    /// </summary>
    public double Likelier(TaxonId taxon)
    {
        for (
            var at = _guide.FindTaxon(taxon);
            at is not null;
            at = at.Parent is { } above ? _guide.FindTaxon(above) : null
        )
        {
            if (_names.IndexOf(at.Id) is >= 0 and var i)
            {
                return _masses[i] * _names.Length;
            }
        }

        return Answers.IsEmpty ? 1 : Answers.Max(a => a.Error);
    }

    /// <summary>The answer most likely wrong, given what the features say of the names.</summary>
    /// <param name="byFeatures">Chance of each name by the features.</param>
    /// <returns>The doubtful answer; null when the plant most likely never left the path.</returns>
    public DoubtfulAnswer? MostDoubtful(Func<TaxonId, double> byFeatures)
    {
        // Weight of each name by features and answers together; a name leaves the path at the first answer that loses it.
        var together = _names.Select((n, i) => byFeatures(n) * _answers[i]).ToArray();
        var sum = together.Sum();
        if (sum <= 0)
        {
            return null;
        }

        DoubtfulAnswer? worst = null;
        var left = new HashSet<TaxonId>();
        foreach (var answer in Answers)
        {
            if (answer.Lead is not ({ } taken and not WalkAnswer.Neither))
            {
                continue;
            }

            var couplet = _guide.FindCouplet(answer.At)!;
            var taking = Reached(answer.At, couplet.Leads.First(l => l.Number == taken));
            var lost = new Dictionary<int, double>();
            for (var i = 0; i < _names.Length; i++)
            {
                var name = _names[i];
                if (left.Contains(name) || taking.Contains(name) || !_guide.Reach.From(answer.At).Contains(name))
                {
                    continue;
                }

                left.Add(name);
                var by = couplet.Leads.First(l => l.Number != taken && Reached(answer.At, l).Contains(name)).Number;
                lost[by] = lost.GetValueOrDefault(by) + (together[i] / sum);
            }

            foreach (var (other, chance) in lost)
            {
                if (worst is null || chance > worst.Chance)
                {
                    worst = new(
                        answer.At,
                        taken,
                        other,
                        chance,
                        [
                            .. Reached(answer.At, couplet.Leads.First(l => l.Number == other))
                                .OrderByDescending(byFeatures),
                        ]
                    );
                }
            }
        }

        return worst;
    }

    /// <summary>Chance of taking a wrong lead: that of misreading the statement of it that is surest to read, for one good feature decides.</summary>
    public static double ErrorOf(Guide guide, Couplet couplet) =>
        couplet
            .Leads.SelectMany(l => l.Tests)
            .Select(t => guide.Character(t.Character).Difficulty)
            .DefaultIfEmpty(0.1)
            .Min();

    private double ChanceOf(WeighedAnswer answer, TaxonId name)
    {
        var leads = _guide.FindCouplet(answer.At)!.Leads;
        if (answer.Lead is WalkAnswer.Neither)
        {
            // A name the couplet holds should have fitted one of its leads.
            return _guide.Reach.From(answer.At).Contains(name) ? answer.Error : 1 - answer.Error;
        }

        if (answer.Lead is not { } taken || !_guide.Reach.From(answer.At).Contains(name))
        {
            return 1.0 / leads.Length;
        }

        return Reached(answer.At, leads.First(l => l.Number == taken)).Contains(name)
            ? 1 - answer.Error
            : answer.Error / (leads.Length - 1);
    }

    private ImmutableArray<TaxonId> Reached(CoupletRef at, Lead lead) =>
        lead.Target switch
        {
            ToCouplet c => _guide.Reach.From(at with { Couplet = c.Couplet }),
            ToKey k => _guide.Reach.From(_guide.Key(k.Key).First),
            ToTaxon t => [t.Taxon],
            _ => [],
        };
}
