using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Keys;

namespace Garten.Core.Bench;

/// <summary>A plant the bench is asked about.</summary>
/// <param name="Choices">What the person left out and has at hand; null for the usual.</param>
public sealed record BenchRequest(Plant Plant, BenchChoices? Choices);

/// <summary>One thing place and date say, that can be left out.</summary>
public enum PriorFactor
{
    /// <summary>The kind of place.</summary>
    Habitat,

    /// <summary>The height above the sea.</summary>
    Elevation,

    /// <summary>Flowers and fruit within or outside their season.</summary>
    Season,

    /// <summary>How often the taxon is met.</summary>
    Commonness,
}

/// <summary>What a person left out of the weighing, and has at hand.</summary>
/// <param name="LeftOut">Factors of place and date that do not count.</param>
/// <param name="Without">Features switched off, to see what hangs on them.</param>
/// <param name="ColonyLeftOut">True when linked plants do not count.</param>
/// <param name="FieldKit">Tools at hand and what is allowed here.</param>
public sealed record BenchChoices(
    ImmutableArray<PriorFactor> LeftOut,
    ImmutableArray<CharacterId> Without,
    bool ColonyLeftOut,
    FieldKit FieldKit
);

/// <summary>A question about one name.</summary>
public sealed record NameQuestion(BenchRequest Plant, TaxonId Taxon);

/// <summary>A question about several names.</summary>
/// <param name="Plant">The plant; null to ask of the guide alone.</param>
/// <param name="Taxa">Two to six names.</param>
public sealed record NamesQuestion(BenchRequest? Plant, ImmutableArray<TaxonId> Taxa);

/// <summary>A question about two plants.</summary>
/// <param name="One">The first.</param>
/// <param name="Other">The second.</param>
public sealed record PairQuestion(BenchRequest One, BenchRequest Other);

/// <summary>A question for the drawing of a plant.</summary>
/// <param name="Under">A name whose organs are laid under as ghosts; null for none.</param>
public sealed record SheetQuestion(BenchRequest Plant, TaxonId? Under);

/// <summary>The drawing of a plant.</summary>
/// <param name="Contradictions">What was recorded that cannot be true together, in words.</param>
public sealed record SheetPicture(string Svg, ImmutableArray<string> Contradictions);

/// <summary>What tells several names apart.</summary>
/// <param name="Separations">Characters that part them, the best first.</param>
/// <param name="Steps">How to split them step by step; empty for two.</param>
public sealed record ApartAnswer(ImmutableArray<Separation> Separations, ImmutableArray<SplitStep> Steps);

/// <summary>What choosing a lead can record in passing, so that evidence is entered once.</summary>
/// <param name="States">States to choose from; one is certain, several need a choice; empty for numbers.</param>
/// <param name="StateLabels">How the states read, in the same order.</param>
/// <param name="Rough">The span as a rough value; empty for states.</param>
public sealed record FeatureOffer(
    CharacterId Character,
    string Label,
    ImmutableArray<string> States,
    ImmutableArray<string> StateLabels,
    string Rough
);

/// <summary>One statement of a lead with its mark.</summary>
/// <param name="Text">As it reads in the key.</param>
/// <param name="Character">The character it is about.</param>
/// <param name="HowTo">How to look.</param>
/// <param name="Terms">Glossary terms of the states it names.</param>
/// <param name="Drawn">States whose drawing shows what it says; where it only says what is not so, the states that are not.</param>
/// <param name="NotSo">True where what is drawn is what the plant does not show.</param>
/// <param name="DrawnNumber">For a number, one that agrees, to be drawn; lengths in millimetres; null for states.</param>
/// <param name="Marking">How what was recorded stands to it.</param>
/// <param name="Offer">What it can record; null when the character is already decided.</param>
public sealed record TestView(
    string Text,
    CharacterId Character,
    string HowTo,
    ImmutableArray<string> Terms,
    ImmutableArray<string> Drawn,
    bool NotSo,
    double? DrawnNumber,
    Marking Marking,
    FeatureOffer? Offer
);

/// <summary>One lead, ready to show.</summary>
/// <param name="Number">1 for the first.</param>
/// <param name="Wording">As printed, where its statements do not say all of it; empty where they do.</param>
/// <param name="To">Where it leads, in words.</param>
/// <param name="End">The name it ends at; null when it leads on.</param>
/// <param name="Names">How many names it leads to.</param>
/// <param name="Agreeing">Statements that agree.</param>
/// <param name="Conflicting">Statements that conflict.</param>
public sealed record LeadView(
    int Number,
    string Wording,
    ImmutableArray<TestView> Tests,
    string To,
    TaxonName? End,
    int Names,
    int Agreeing,
    int Conflicting
);

/// <summary>The couplet to be answered, ready to show.</summary>
/// <param name="Leads">Its leads side by side.</param>
/// <param name="Given">The answer given before, when it is re-opened: a lead's number, 0 for "can't tell"; null when new.</param>
/// <param name="Favoured">The lead the evidence favours; null when it favours none.</param>
public sealed record CoupletView(
    CoupletRef At,
    string KeyTitle,
    ImmutableArray<LeadView> Leads,
    int? Given,
    int? Favoured
);

/// <summary>A step of the path walked, ready to show.</summary>
/// <param name="Lead">The lead taken; null for "can't tell".</param>
/// <param name="Said">What the answer claimed, in words.</param>
/// <param name="Doubts">How many "can't tell" answers lie before it.</param>
/// <param name="Conflicting">Statements of the lead taken that conflict with what was recorded.</param>
public sealed record StepView(CoupletRef At, string KeyTitle, int? Lead, string Said, int Doubts, int Conflicting);

/// <summary>A name the walk has arrived at.</summary>
/// <param name="Doubts">"Can't tell" answers on the way.</param>
/// <param name="Agreeing">Lines of its account that agree with what was recorded.</param>
/// <param name="Conflicting">Lines that conflict.</param>
public sealed record EndView(TaxonName Taxon, int Doubts, int Agreeing, int Conflicting);

/// <summary>A caution said for the names still in play.</summary>
/// <param name="Hazard">The way it hurts.</param>
/// <param name="Taxa">Names of the taxa in play it holds for.</param>
public sealed record CautionView(Hazard Hazard, string Text, ImmutableArray<string> Taxa);

/// <summary>A name and its chance by the answers given in the key alone, each answer carrying its chance of error.</summary>
/// <param name="Mass">Chance, 0–1.</param>
public sealed record KeyMass(TaxonName Taxon, double Mass);

/// <summary>The answer of the key most likely wrong, by the features.</summary>
/// <param name="Lead">The lead taken.</param>
/// <param name="Other">The lead the features point to.</param>
/// <param name="OtherSays">What that lead says.</param>
/// <param name="Chance">Chance that the plant left the path here.</param>
/// <param name="LeadsTo">Names that lead leads to, the likeliest first, at most three.</param>
public sealed record DoubtView(
    CoupletRef At,
    int Lead,
    int Other,
    string OtherSays,
    double Chance,
    ImmutableArray<TaxonName> LeadsTo
);

/// <summary>Where neither lead fitted.</summary>
/// <param name="Held">The names the couplet held, the likeliest by the features first; at most eight.</param>
/// <param name="Count">How many it held.</param>
/// <param name="Rank">The lowest taxon that holds them all: what the plant can be recorded as; null where they share none.</param>
public sealed record NeitherView(CoupletRef At, ImmutableArray<TaxonName> Held, int Count, TaxonName? Rank);

/// <summary>The walk, ready to show.</summary>
/// <param name="Steps">The path walked.</param>
/// <param name="Current">The couplet to answer; null when every way has ended.</param>
/// <param name="Open">How many couplets are open.</param>
/// <param name="Ends">The names arrived at.</param>
/// <param name="InPlay">Names that can still come out, those arrived at included.</param>
/// <param name="Likely">The likeliest names by the answers alone, mistakes counted in; at most five.</param>
/// <param name="Doubt">The answer most likely wrong; null when none is doubtful.</param>
/// <param name="Neither">Where neither lead fitted; null where the walk did not stop so.</param>
public sealed record WalkView(
    ImmutableArray<StepView> Steps,
    CoupletView? Current,
    int Open,
    ImmutableArray<EndView> Ends,
    ImmutableArray<TaxonName> InPlay,
    ImmutableArray<KeyMass> Likely,
    DoubtView? Doubt,
    NeitherView? Neither
);

/// <summary>A remark on a recorded feature.</summary>
public sealed record SheetNote(CharacterId Character, string Text);

/// <summary>The factors of place and date for a leading name.</summary>
/// <param name="Factors">Its factors, each at most 1.</param>
public sealed record PriorView(TaxonName Taxon, PlacePrior Factors);

/// <summary>The bench's answer.</summary>
/// <param name="Walk">The walk; null when none was begun.</param>
/// <param name="Cautions">Cautions for the names in play, the worst first.</param>
/// <param name="LikelyNames">How the names stand by the features recorded.</param>
/// <param name="Priors">What place and date say of the leading names.</param>
/// <param name="SecondOpinion">What to think where key and features disagree; empty when they agree.</param>
/// <param name="Telling">Features to see side by side: the most telling that show today, of several organs, the most telling first.</param>
/// <param name="Fitting">How many names fit still: those that hold at least a hundredth of what the leading one does.</param>
/// <param name="HarmAllowed">The harshest thing asked for while harmful or protected names are this likely; uproot where none is.</param>
/// <param name="OrganDoubts">Recorded values that come out when an organ is misread.</param>
/// <param name="Notes">Remarks on recorded features.</param>
public sealed record BenchAnswer(
    WalkView? Walk,
    ImmutableArray<CautionView> Cautions,
    LikelyNames LikelyNames,
    ImmutableArray<PriorView> Priors,
    string SecondOpinion,
    ImmutableArray<Suggestion> LookNext,
    ImmutableArray<CharacterId> Telling,
    int Fitting,
    HarmLevel HarmAllowed,
    ImmutableArray<OrganDoubt> OrganDoubts,
    ImmutableArray<SheetNote> Notes
);
