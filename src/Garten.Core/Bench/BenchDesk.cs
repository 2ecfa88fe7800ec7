using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Identification;
using Garten.Core.Keys;

namespace Garten.Core.Bench;

/// <summary>Answers the bench: one request in, one answer out, from the guide and the request alone.</summary>
public static class BenchDesk
{
    /// <summary>Lays out what was recorded and the place on one sheet.</summary>
    /// <param name="guide">The guide.</param>
    /// <param name="request">The plant.</param>
    public static EvidenceSheet Sheet(Guide guide, BenchRequest request)
    {
        var first = request.Visits.IsEmpty ? new DateOnly(2000, 1, 1) : request.Visits[0].Date;
        return new(guide, request.Observations.Concat(PlaceEvidence.Of(guide, request.Place, first)));
    }

    /// <summary>Most names and suggestions shown at once.</summary>
    private const int MostNames = 8;
    private const int MostSuggestions = 3;

    /// <summary>Answers the bench.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="request">The plant.</param>
    public static BenchAnswer Answer(CandidateModel model, BenchRequest request)
    {
        var guide = model.Guide;
        var evidence = Sheet(guide, request);
        var walk = request.Walk is { } w ? View(guide, evidence, w) : null;

        // Before a key is begun every plant of the area may be the one in hand, so its hazards are said first.
        var inPlay = walk?.InPlay ?? [.. guide.Taxa.Where(t => t.IsSpeciesLevel).Select(TaxonName.Of)];
        var weighing = new Weighing(model, evidence, request.Place, request.Visits);
        return new(
            walk, CautionsFor(guide, inPlay), View(weighing, walk), LookNext.Suggest(model, weighing, evidence, request.Visits, MostSuggestions));
    }

    /// <summary>The cautions of a set of names, each said once, the worst first.</summary>
    /// <param name="guide">The guide.</param>
    /// <param name="names">The names.</param>
    public static ImmutableArray<CautionView> CautionsFor(Guide guide, ImmutableArray<TaxonName> names) =>
    [
        .. guide.Cautions
            .Select(c => (Caution: c, Names: names.Where(n => guide.IsWithin(n.Id, c.Taxon)).ToImmutableArray()))
            .Where(x => x.Names.Length > 0)
            .OrderBy(x => Severity(x.Caution.Hazard))
            .Select(x => new CautionView(x.Caution.Hazard, x.Caution.Text, [.. x.Names.Select(n => n.Name)])),
    ];

    private static int Severity(Hazard hazard) => hazard switch
    {
        Hazard.Deadly => 0,
        Hazard.Irritant => 1,
        Hazard.Poisonous => 2,
        _ => 3,
    };

    private static StandingView View(Weighing weighing, WalkView? walk)
    {
        var standing = weighing.Stand();
        return new(
            [.. standing.Names.Take(MostNames).Where(n => n.Mass >= 0.005)], standing.Outside, standing.Safe, standing.OutsideIsSafe, standing.Features,
            SecondOpinion(standing, walk));
    }

    /// <summary>Where a walk has come to one end that the features give little to, both are named.</summary>
    private static string SecondOpinion(Standing standing, WalkView? walk)
    {
        if (walk is not { Open: 0, Ends.Length: 1 } || standing.Features < 3)
        {
            return "";
        }

        var end = walk.Ends[0].Taxon;
        var mass = standing.Names.FirstOrDefault(n => n.Name.Id == end.Id)?.Mass ?? 0;
        var first = standing.Names[0];
        if (mass >= 0.1 || first.Name.Id == end.Id || !end.Rank.Equals(TaxonRank.Species))
        {
            return "";
        }

        var doubtful = walk.Steps.Where(s => s.Conflicting > 0).Select(s => $"couplet {s.At.Couplet}").FirstOrDefault();
        return standing.Outside > first.Mass
            ? $"The key says {end.Name}; the features fit no name of the guide well."
            : $"The key says {end.Name}; the features rather say {first.Name.Name}."
                + (doubtful is null ? "" : $" Look again at {doubtful}.");
    }

    private static WalkView View(Guide guide, EvidenceSheet evidence, KeyWalk walk)
    {
        var trace = KeyWalkTrace.Of(guide, walk);
        var inPlay = trace.Ends.Select(e => e.Taxon)
            .Concat(trace.Open.SelectMany(at => guide.Reach.From(at)))
            .Distinct()
            .Select(id => TaxonName.Of(guide.Taxon(id)))
            .ToImmutableArray();
        return new(
            [.. trace.Steps.Select(s => Step(guide, evidence, s))],
            trace.Current is { } at ? Couplet(guide, evidence, at, trace) : null,
            trace.Open.Length,
            [.. trace.Ends.Select(e => End(guide, evidence, e))],
            inPlay);
    }

    private static StepView Step(Guide guide, EvidenceSheet evidence, WalkStep step)
    {
        var lead = step.Lead is { } n ? guide.FindCouplet(step.At)!.Leads.First(l => l.Number == n) : null;
        return new(
            step.At,
            guide.Key(step.At.Key).Title,
            step.Lead,
            lead is null ? "can’t tell: both ways followed" : string.Join("; ", lead.Tests.Select(t => t.Text)),
            step.Doubts,
            lead?.Tests.Count(t => LeadEvaluation.Evaluate(guide, evidence, t).Mark == Mark.Conflicts) ?? 0);
    }

    private static CoupletView Couplet(Guide guide, EvidenceSheet evidence, CoupletRef at, KeyWalkTrace trace)
    {
        var leads = guide.FindCouplet(at)!.Leads.Select(l => LeadOf(guide, evidence, at, l)).ToImmutableArray();
        var given = trace.Steps.FirstOrDefault(s => s.At == at);
        return new(at, guide.Key(at.Key).Title, leads, given is null ? null : given.Lead ?? 0, Favoured(leads));
    }

    /// <summary>The only lead with something for it and nothing against it, if there is just one such.</summary>
    private static int? Favoured(ImmutableArray<LeadView> leads)
    {
        var best = leads.MaxBy(l => l.Agreeing - l.Conflicting)!;
        var score = best.Agreeing - best.Conflicting;
        return score > 0 && leads.Count(l => l.Agreeing - l.Conflicting == score) == 1 ? best.Number : null;
    }

    private static LeadView LeadOf(Guide guide, EvidenceSheet evidence, CoupletRef at, Lead lead)
    {
        var tests = lead.Tests.Select(t => Test(guide, evidence, t)).ToImmutableArray();
        var names = lead.Target switch
        {
            ToCouplet c => guide.Reach.From(at with { Couplet = c.Couplet }).Length,
            ToKey k => guide.Reach.From(guide.Key(k.Key).First).Length,
            _ => 1,
        };
        return new(
            lead.Number,
            tests,
            lead.Target switch
            {
                ToCouplet c => $"to couplet {c.Couplet}",
                ToKey k => $"on to the key “{guide.Key(k.Key).Title}”",
                ToTaxon t => guide.Taxon(t.Taxon).Name,
                _ => "",
            },
            lead.Target is ToTaxon end ? TaxonName.Of(guide.Taxon(end.Taxon)) : null,
            names,
            tests.Count(t => t.Marking.Mark == Mark.Agrees),
            tests.Count(t => t.Marking.Mark == Mark.Conflicts));
    }

    private static TestView Test(Guide guide, EvidenceSheet evidence, LeadTest test)
    {
        var character = guide.Character(test.Character);
        var marking = LeadEvaluation.Evaluate(guide, evidence, test);
        var decided = evidence.Decisive(test.Character) is not null || marking.Mark != Mark.NotSeen;
        ImmutableArray<string> terms = test.Condition is StateCondition s
            ? [.. s.States.Select(id => character.State(id)!.Term).Distinct()]
            : [];
        return new(test.Text, test.Character, character.HowTo, terms, marking, decided ? null : Offer(character, test.Condition));
    }

    private static FeatureOffer Offer(Character character, LeadCondition condition)
    {
        switch (condition)
        {
            case StateCondition claim:
                var states = claim.Negated
                    ? character.States.Where(s => claim.Accepts(character, s.Id) && !claim.IsUndecidedBy(character, s.Id)).Select(s => s.Id).ToImmutableArray()
                    : claim.States;
                return new(character.Id, character.Label, states, [.. states.Select(character.LabelOf)], "");
            case SpanCondition span:
                var written = NotationWriter.InWords(new NumericRange(null, span.Low, span.High, null), character);
                return new(character.Id, character.Label, [], [], written);
            default:
                throw new ArgumentOutOfRangeException(nameof(condition));
        }
    }

    private static EndView End(Guide guide, EvidenceSheet evidence, WalkEnd end)
    {
        var marks = guide.Characters
            .Select(c => StatementEvaluation.Evaluate(guide, end.Taxon, c.Id, evidence)?.Marking.Mark)
            .ToImmutableArray();
        return new(
            TaxonName.Of(guide.Taxon(end.Taxon)), end.Doubts, marks.Count(m => m == Mark.Agrees), marks.Count(m => m == Mark.Conflicts));
    }
}
