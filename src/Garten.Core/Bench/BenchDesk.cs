using System.Collections.Immutable;
using Garten.Core.Assessment;
using Garten.Core.Drawing;
using Garten.Core.Drawing.Paper;
using Garten.Core.Drawing.Plates;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Identification;
using Garten.Core.Keys;

namespace Garten.Core.Bench;

/// <summary>Answers the bench: one request in, one answer out, from the guide and the request alone.</summary>
public static class BenchDesk
{
    /// <summary>Most names and suggestions shown at once.</summary>
    private const int MostNames = 8;
    private const int MostSuggestions = 3;
    private const int MostAtOnce = 6;
    private const int MostKeyNames = 5;
    private const int MostHeld = 8;

    /// <summary>Answers the bench.</summary>
    /// <param name="model">The guide made ready.</param>
    public static BenchAnswer Answer(CandidateModel model, BenchRequest request)
    {
        var guide = model.Guide;
        var evidence = request.Plant.Sheet(guide);
        var choices = ChoicesOf(model, request);
        var kit = request.Choices?.FieldKit ?? FieldKit.Usual;
        using var weighing = new Weighing(model, evidence, request.Plant.Place, request.Plant.Visits, choices);
        var likely = LikelyNames.Of(model, weighing, MostNames);
        var held = new double[guide.Taxa.Length];
        weighing.SumUp(held);
        double MassOf(TaxonId taxon) => held[model.PlaceOf(taxon)];

        var trace = request.Plant.Walk is { } begun ? KeyWalkTrace.Of(guide, begun) : null;
        var walk = trace is null ? null : View(guide, evidence, request.Plant.Walk!, trace, MassOf);

        var looks = LookNext.Weigh(
            model,
            weighing,
            evidence,
            request.Plant.Visits,
            kit,
            trace is { Steps.IsEmpty: false } ? new KeyWeights(guide, request.Plant.Walk!).Likelier : null
        );

        // Before a key is begun every plant of the area may be the one in hand, so its hazards are said first.
        // So may one that no lead fitted.
        var inPlay = walk is { InPlay.IsEmpty: false }
            ? walk.InPlay
            : [.. guide.Taxa.Where(t => t.IsSpeciesLevel).Select(TaxonName.Of)];
        return new(
            walk,
            CautionsFor(guide, inPlay),
            WorthShowing(likely),
            [
                .. likely
                    .Names.Take(MostKeyNames)
                    .Select(n => new PriorView(
                        n.Name,
                        model.Prior.FactorsOf(model.NumberOf(n.Name.Id), request.Plant.Place, request.Plant.Visits)
                    )),
            ],
            trace is null ? "" : KeyAgainstFeatures.Says(guide, trace, likely, MassOf),
            looks.Suggest(MostSuggestions),
            looks.Telling(MostAtOnce),
            weighing.Fitting(),
            LookNext.HarmAllowed(model, weighing, HarmLevel.Uproot),
            Misreadings.Find(model, evidence, character => MassesWithout(model, evidence, request, choices, character)),
            NotesOn(model, evidence, likely)
        );
    }

    /// <summary>The plant drawn from what was recorded.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="question">The plant, and a name to lay under it.</param>
    public static SheetPicture Draw(CandidateModel model, SheetQuestion question)
    {
        var guide = model.Guide;
        var seen = Depiction.Of(guide, question.Plant.Plant.Observations.OrderBy(o => o.Visit));
        var (picture, contradictions) = SheetDrawing.Draw(
            seen,
            question.Under is { } name ? Depiction.Of(guide, name, Scope.Any) : null,
            "The plant, as far as it was recorded"
        );
        return new(SvgWriter.Write(picture), contradictions);
    }

    /// <summary>How the names stand, and nothing else: the quick part of the answer, for the moment a feature is recorded.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <returns>The likely names that <see cref="Answer"/> gives.</returns>
    public static LikelyNames Rank(CandidateModel model, BenchRequest request)
    {
        using var weighing = new Weighing(
            model,
            request.Plant.Sheet(model.Guide),
            request.Plant.Place,
            request.Plant.Visits,
            ChoicesOf(model, request)
        );
        return WorthShowing(LikelyNames.Of(model, weighing, MostNames));
    }

    /// <summary>The samples of a plant, held against the leading names.</summary>
    /// <param name="model">The guide made ready.</param>
    public static SampleAnswer Samples(CandidateModel model, BenchRequest request) =>
        SampleStudy.Of(model.Guide, request.Plant.Observations, Rank(model, request));

    /// <summary>What should be true of a plant if it bears a name.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="question">The plant and the name.</param>
    public static SpeciesAccount Account(CandidateModel model, NameQuestion question) =>
        SpeciesAccount.Compose(
            model.Guide,
            question.Taxon,
            question.Plant.Plant.Sheet(model.Guide),
            question.Plant.Plant.Place,
            question.Plant.Plant.Visits
        );

    /// <summary>What would disprove a name.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="question">The plant and the name.</param>
    public static Suspicion Suspect(CandidateModel model, NameQuestion question) =>
        Suspicion.Examine(model.Guide, question.Taxon, question.Plant.Plant.Sheet(model.Guide));

    /// <summary>What speaks for and against a name; nothing for a name that is weighed only through those below it.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="question">The plant and the name.</param>
    public static NameReasons Reasons(CandidateModel model, NameQuestion question)
    {
        var plant = question.Plant;
        using var weighing = new Weighing(
            model,
            plant.Plant.Sheet(model.Guide),
            plant.Plant.Place,
            plant.Plant.Visits,
            ChoicesOf(model, plant)
        );
        return weighing.ReasonsOf(question.Taxon) ?? new(new(1, 1, 1, 1), weighing.MassOf(question.Taxon), []);
    }

    /// <summary>A plant held against every cross of the guide that a name has part in.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="question">The plant and the name.</param>
    public static ImmutableArray<CrossTest> Crosses(CandidateModel model, NameQuestion question) =>
        [
            .. model
                .Guide.Crosses.Where(c =>
                    c.Nothotaxon == question.Taxon || c.First == question.Taxon || c.Second == question.Taxon
                )
                .Select(c =>
                    CrossTest.Examine(model, c, question.Plant.Plant.Sheet(model.Guide), question.Plant.Plant.Place)
                )
                .OfType<CrossTest>(),
        ];

    /// <summary>What tells names apart, with or without a plant.</summary>
    /// <param name="model">The guide made ready.</param>
    public static ApartAnswer Apart(CandidateModel model, NamesQuestion question)
    {
        var plant = question.Plant;
        return new(
            TellApart.Compare(
                model.Guide,
                question.Taxa,
                plant is null ? null : plant.Plant.Sheet(model.Guide),
                plant is { Plant.Visits.IsEmpty: false } ? plant.Plant.Visits[^1].Parts : null
            ),
            question.Taxa.Length > 2 ? Splitting.Split(model.Guide, question.Taxa) : []
        );
    }

    /// <summary>Two plants held against each other.</summary>
    /// <param name="model">The guide made ready.</param>
    public static PlantComparison Compare(CandidateModel model, PairQuestion question) =>
        PlantComparison.Of(
            model,
            new(question.One.Plant.Sheet(model.Guide), question.One.Plant.Place, question.One.Plant.Visits),
            new(question.Other.Plant.Sheet(model.Guide), question.Other.Plant.Place, question.Other.Plant.Visits)
        );

    private static LikelyNames WorthShowing(LikelyNames likely) =>
        likely with
        {
            Names = [.. likely.Names.Where(n => n.Mass >= LikelyNames.Slight)],
        };

    private static WeighingChoices ChoicesOf(CandidateModel model, BenchRequest request)
    {
        var factors = PriorFactors.All;
        foreach (var left in request.Choices?.LeftOut ?? [])
        {
            factors &= left switch
            {
                PriorFactor.Habitat => ~PriorFactors.Habitat,
                PriorFactor.Elevation => ~PriorFactors.Elevation,
                PriorFactor.Season => ~PriorFactors.Season,
                _ => ~PriorFactors.Commonness,
            };
        }

        return new(
            factors,
            [.. request.Choices?.Without ?? []],
            request.Choices?.ColonyLeftOut == true
                ? []
                : [.. request.Plant.Colony.Select(m => CompanionEvidence.Of(model, m, factors))]
        );
    }

    private static double[] MassesWithout(
        CandidateModel model,
        EvidenceSheet evidence,
        BenchRequest request,
        WeighingChoices choices,
        CharacterId character
    )
    {
        using var weighing = new Weighing(
            model,
            evidence,
            request.Plant.Place,
            request.Plant.Visits,
            choices with
            {
                Without = choices.Without.Add(character),
            }
        );
        return weighing.Masses.ToArray();
    }

    private static ImmutableArray<SheetNote> NotesOn(CandidateModel model, EvidenceSheet evidence, LikelyNames likely)
    {
        var notes = ImmutableArray.CreateBuilder<SheetNote>();
        foreach (var character in model.Guide.Characters)
        {
            if (evidence.RuledOut(character.Id) is { } parent)
            {
                notes.Add(new(character.Id, $"Does not apply here: {parent}."));
            }
            else if (evidence.Decisive(character.Id) is null && evidence.Altered(character.Id))
            {
                notes.Add(new(character.Id, "Not compared: the part is altered."));
            }
            else if (
                evidence.Decisive(character.Id) is { } observation
                && model.Of(character.Id) is { } table
                && model.CanCompare(observation)
                && likely.Names.Length > 0
            )
            {
                var places = observation.ByPlace();
                foreach (var unusual in places.Where(table.IsUnusual))
                {
                    var covered = likely
                        .Names.Where(n => !table.IsWidened(unusual, model.NumberOf(n.Name.Id)))
                        .Select(n => n.Name.Name)
                        .ToArray();
                    var which =
                        places.Length > 1
                            ? $"{char.ToUpperInvariant(Wording.Of(unusual.Place)[0])}{Wording.Of(unusual.Place)[1..]}: "
                            : "";
                    notes.Add(
                        new(
                            character.Id,
                            which
                                + (
                                    covered.Length == 0
                                        ? "The guide has no range for such parts; they are held against a widened one."
                                        : $"Held against the guide's range for such parts in {string.Join(", ", covered)}, against a widened one elsewhere."
                                )
                        )
                    );
                }
            }
        }

        return notes.ToImmutable();
    }

    /// <summary>The cautions of a set of names, each said once, the worst first.</summary>
    public static ImmutableArray<CautionView> CautionsFor(Guide guide, ImmutableArray<TaxonName> names) =>
        [
            .. guide
                .Cautions.Select(c =>
                    (Caution: c, Names: names.Where(n => guide.IsWithin(n.Id, c.Taxon)).ToImmutableArray())
                )
                .Where(x => x.Names.Length > 0)
                .OrderBy(x => Severity(x.Caution.Hazard))
                .Select(x => new CautionView(x.Caution.Hazard, x.Caution.Text, [.. x.Names.Select(n => n.Name)])),
        ];

    private static int Severity(Hazard hazard) =>
        hazard switch
        {
            Hazard.Deadly => 0,
            Hazard.DeadlyLookAlike => 1,
            Hazard.Irritant => 2,
            Hazard.Poisonous => 3,
            _ => 4,
        };

    private static WalkView View(
        Guide guide,
        EvidenceSheet evidence,
        KeyWalk walk,
        KeyWalkTrace trace,
        Func<TaxonId, double> massOf
    )
    {
        ImmutableArray<TaxonName> inPlay = [.. trace.InPlay(guide).Select(id => TaxonName.Of(guide.Taxon(id)))];
        var weights = new KeyWeights(guide, walk);
        return new(
            [.. trace.Steps.Select(s => Step(guide, evidence, s))],
            trace.Current is { } at ? Couplet(guide, evidence, at, trace) : null,
            trace.Open.Length,
            [.. trace.Ends.Select(e => End(guide, evidence, e))],
            inPlay,
            trace.Steps.IsEmpty
                ? []
                :
                [
                    .. weights
                        .Ends.Take(MostKeyNames)
                        .Where(e => e.Mass >= LikelyNames.Slight)
                        .Select(e => new KeyMass(TaxonName.Of(guide.Taxon(e.Name)), e.Mass)),
                ],
            weights.MostDoubtful(massOf) is { Chance: >= KeyWeights.Doubtful } doubt ? Doubt(guide, doubt) : null,
            trace.Stopped is { } stopped ? Neither(guide, stopped, massOf) : null
        );
    }

    private static NeitherView Neither(Guide guide, CoupletRef at, Func<TaxonId, double> massOf)
    {
        var held = guide.Reach.From(at);
        var shared = guide
            .Lineage(held[0])
            .Where(t => t.Rank < TaxonRank.Species)
            .FirstOrDefault(t => held.All(h => guide.IsWithin(h, t.Id)));
        return new(
            at,
            [.. held.OrderByDescending(massOf).Take(MostHeld).Select(id => TaxonName.Of(guide.Taxon(id)))],
            held.Length,
            shared is null ? null : TaxonName.Of(shared)
        );
    }

    private static DoubtView Doubt(Guide guide, DoubtfulAnswer doubt)
    {
        var other = guide.FindCouplet(doubt.At)!.Leads.First(l => l.Number == doubt.Other);
        return new(
            doubt.At,
            doubt.Lead,
            doubt.Other,
            other.InWords,
            doubt.Chance,
            [.. doubt.LeadsTo.Take(3).Select(t => TaxonName.Of(guide.Taxon(t)))]
        );
    }

    private static StepView Step(Guide guide, EvidenceSheet evidence, WalkStep step)
    {
        return new(
            step.At,
            guide.Key(step.At.Key).Title,
            step.Lead,
            step.Said(guide),
            step.Doubts,
            step.Taken(guide)?.Tests.Count(t => LeadEvaluation.Evaluate(guide, evidence, t).Mark == Mark.Conflicts) ?? 0
        );
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
            lead.Wording,
            tests,
            lead.Target switch
            {
                ToCouplet c => $"to step {c.Couplet}",
                ToKey k => $"on to the key “{guide.Key(k.Key).Title}”",
                ToTaxon t => guide.Taxon(t.Taxon).Name,
                _ => "",
            },
            lead.Target is ToTaxon end ? TaxonName.Of(guide.Taxon(end.Taxon)) : null,
            names,
            tests.Count(t => t.Marking.Mark == Mark.Agrees),
            tests.Count(t => t.Marking.Mark == Mark.Conflicts)
        );
    }

    private static TestView Test(Guide guide, EvidenceSheet evidence, LeadTest test)
    {
        var character = guide.Character(test.Character);
        var marking = LeadEvaluation.Evaluate(guide, evidence, test);
        var decided = evidence.Decisive(test.Character) is not null || marking.Mark != Mark.NotSeen;
        ImmutableArray<string> terms = test.Condition is StateCondition s
            ? [.. s.States.Select(id => character.State(id)!.Term).Where(t => t.Length > 0).Distinct()]
            : [];
        var (drawn, notSo) = DrawnFor(character, test.Condition);
        return new(
            test.Text,
            test.Character,
            character.HowTo,
            terms,
            drawn,
            notSo,
            test.Condition is SpanCondition span ? Within(span, character) : null,
            marking,
            decided ? null : Offer(character, test.Condition)
        );
    }

    /// <summary>The states a statement names; where it only says what is not so, the one that is left, else those that are not.</summary>
    private static (ImmutableArray<string> States, bool NotSo) DrawnFor(Character character, LeadCondition condition)
    {
        if (condition is not StateCondition claim)
        {
            return ([], false);
        }

        if (!claim.Negated)
        {
            return (claim.States, false);
        }

        ImmutableArray<string> left =
        [
            .. character.States.Where(s => claim.Accepts(character, s.Id)).Select(s => s.Id),
        ];
        return left.Length == 1 ? (left, false) : (claim.States, true);
    }

    /// <summary>A number a claim allows: its middle, or somewhat beyond its only bound.</summary>
    private static double Within(SpanCondition span, Character character)
    {
        var number = (span.Low, span.High) switch
        {
            ({ } low, { } high) => (low + high) / 2,
            ({ } low, null) => low * 1.25,
            (null, { } high) => high * 0.75,
            _ => character.Minimum ?? 1,
        };
        return character.Kind == CharacterKind.Count
            ? (span.High is null ? Math.Ceiling(number) : Math.Floor(number))
            : number;
    }

    private static FeatureOffer Offer(Character character, LeadCondition condition)
    {
        switch (condition)
        {
            case StateCondition claim:
                var states = claim.Negated
                    ? character
                        .States.Where(s => claim.Accepts(character, s.Id) && !claim.IsUndecidedBy(character, s.Id))
                        .Select(s => s.Id)
                        .ToImmutableArray()
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
        var marks = guide
            .Characters.Select(c => StatementEvaluation.Evaluate(guide, end.Taxon, c.Id, evidence)?.Marking.Mark)
            .ToImmutableArray();
        return new(
            TaxonName.Of(guide.Taxon(end.Taxon)),
            end.Doubts,
            marks.Count(m => m == Mark.Agrees),
            marks.Count(m => m == Mark.Conflicts)
        );
    }
}
