using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Keys;

namespace Garten.Core.Bench;

/// <summary>Everything the bench needs to know of a plant to answer.</summary>
/// <param name="Place">Where it stands.</param>
/// <param name="Visits">Its visits, oldest first.</param>
/// <param name="Observations">Everything recorded on it.</param>
/// <param name="Walk">The walk through the keys; null when none was begun.</param>
public sealed record BenchRequest(
    PlaceFacts Place,
    ImmutableArray<SheetVisit> Visits,
    ImmutableArray<Observation> Observations,
    KeyWalk? Walk);

/// <summary>What choosing a lead can record in passing, so that evidence is entered once.</summary>
/// <param name="Character">The character.</param>
/// <param name="Label">Its name.</param>
/// <param name="States">States to choose from; one is certain, several need a choice; empty for numbers.</param>
/// <param name="StateLabels">How the states read, in the same order.</param>
/// <param name="Rough">The span as a rough value; empty for states.</param>
public sealed record FeatureOffer(
    CharacterId Character, string Label, ImmutableArray<string> States, ImmutableArray<string> StateLabels, string Rough);

/// <summary>One statement of a lead with its mark.</summary>
/// <param name="Text">As it reads in the key.</param>
/// <param name="Character">The character it is about.</param>
/// <param name="HowTo">How to look.</param>
/// <param name="Terms">Glossary terms of the states it names.</param>
/// <param name="Marking">How what was recorded stands to it.</param>
/// <param name="Offer">What it can record; null when the character is already decided.</param>
public sealed record TestView(
    string Text, CharacterId Character, string HowTo, ImmutableArray<string> Terms, Marking Marking, FeatureOffer? Offer);

/// <summary>One lead, ready to show.</summary>
/// <param name="Number">1 for the first.</param>
/// <param name="Tests">Its statements.</param>
/// <param name="To">Where it leads, in words.</param>
/// <param name="End">The name it ends at; null when it leads on.</param>
/// <param name="Names">How many names it leads to.</param>
/// <param name="Agreeing">Statements that agree.</param>
/// <param name="Conflicting">Statements that conflict.</param>
public sealed record LeadView(
    int Number, ImmutableArray<TestView> Tests, string To, TaxonName? End, int Names, int Agreeing, int Conflicting);

/// <summary>The couplet to be answered, ready to show.</summary>
/// <param name="At">Which couplet.</param>
/// <param name="KeyTitle">Title of its key.</param>
/// <param name="Leads">Its leads side by side.</param>
/// <param name="Given">The answer given before, when it is re-opened: a lead's number, 0 for "can't tell"; null when new.</param>
/// <param name="Favoured">The lead the evidence favours; null when it favours none.</param>
public sealed record CoupletView(CoupletRef At, string KeyTitle, ImmutableArray<LeadView> Leads, int? Given, int? Favoured);

/// <summary>A step of the path walked, ready to show.</summary>
/// <param name="At">The couplet.</param>
/// <param name="KeyTitle">Title of its key.</param>
/// <param name="Lead">The lead taken; null for "can't tell".</param>
/// <param name="Said">What the answer claimed, in words.</param>
/// <param name="Doubts">How many "can't tell" answers lie before it.</param>
/// <param name="Conflicting">Statements of the lead taken that conflict with what was recorded.</param>
public sealed record StepView(CoupletRef At, string KeyTitle, int? Lead, string Said, int Doubts, int Conflicting);

/// <summary>A name the walk has arrived at.</summary>
/// <param name="Taxon">The name.</param>
/// <param name="Doubts">"Can't tell" answers on the way.</param>
/// <param name="Agreeing">Lines of its account that agree with what was recorded.</param>
/// <param name="Conflicting">Lines that conflict.</param>
public sealed record EndView(TaxonName Taxon, int Doubts, int Agreeing, int Conflicting);

/// <summary>A caution said for the names still in play.</summary>
/// <param name="Hazard">The way it hurts.</param>
/// <param name="Text">The warning.</param>
/// <param name="Taxa">Names of the taxa in play it holds for.</param>
public sealed record CautionView(Hazard Hazard, string Text, ImmutableArray<string> Taxa);

/// <summary>The walk, ready to show.</summary>
/// <param name="Steps">The path walked.</param>
/// <param name="Current">The couplet to answer; null when every way has ended.</param>
/// <param name="Open">How many couplets are open.</param>
/// <param name="Ends">The names arrived at.</param>
/// <param name="InPlay">Names that can still come out, those arrived at included.</param>
public sealed record WalkView(
    ImmutableArray<StepView> Steps, CoupletView? Current, int Open, ImmutableArray<EndView> Ends, ImmutableArray<TaxonName> InPlay);

/// <summary>The bench's answer.</summary>
/// <param name="Walk">The walk; null when none was begun.</param>
/// <param name="Cautions">Cautions for the names in play, the worst first.</param>
/// <param name="Standing">How the names stand by the features recorded.</param>
/// <param name="LookNext">What to look at next.</param>
public sealed record BenchAnswer(WalkView? Walk, ImmutableArray<CautionView> Cautions, StandingView Standing, ImmutableArray<Suggestion> LookNext);

/// <summary>How the names stand, ready to show.</summary>
/// <param name="Leading">The likeliest names, at most eight and none below half a percent.</param>
/// <param name="Outside">Chance that the plant is not in the guide.</param>
/// <param name="Safe">The lowest rank that holds 95 %; null when nothing does.</param>
/// <param name="OutsideIsSafe">True when "none of these" holds 95 %.</param>
/// <param name="Features">How many features were weighed.</param>
/// <param name="SecondOpinion">What to think where key and features disagree; empty when they agree.</param>
public sealed record StandingView(
    ImmutableArray<Weighed> Leading, double Outside, Weighed? Safe, bool OutsideIsSafe, int Features, string SecondOpinion);
