using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using Garten.Core.Assessment;
using Garten.Core.Evidence;
using Garten.Core.Evidence.Pictures;
using Garten.Core.Guides;
using Garten.Core.Survey.Care;

namespace Garten.Formats.Records;

/// <summary>A part of a sample as typed, and where it grew.</summary>
/// <param name="Typed">What the person wrote.</param>
/// <param name="Exposure">Light it grew in.</param>
/// <param name="Position">Where it grew.</param>
public sealed record ExtraPart(string Typed, Exposure? Exposure, PartPosition? Position);

/// <summary>A feature as it was recorded.</summary>
/// <param name="Finding">What kind of thing was found.</param>
/// <param name="Parts">Parts measured or counted.</param>
/// <param name="Rough">A rough value as typed; null for none.</param>
/// <param name="Hidden">Why it could not be seen.</param>
/// <param name="Source">Where the part came from.</param>
/// <param name="Altered">Damage to the part.</param>
/// <param name="Exposure">Light it grew in.</param>
/// <param name="Position">Where it grew.</param>
/// <param name="Tool">What it was seen with.</param>
public sealed record ExtraFeature(
    string Character,
    FindingKind Finding,
    ImmutableArray<string> States,
    ImmutableArray<ExtraPart> Parts,
    string? Rough,
    HiddenReason? Hidden,
    Certainty Certainty,
    EvidenceSource Source,
    ImmutableArray<Alteration> Altered,
    Exposure? Exposure,
    PartPosition? Position,
    Tool? Tool,
    string Note,
    string Recorder
);

/// <summary>What somebody said of a name.</summary>
/// <param name="Remark">Why, or what to look at.</param>
public sealed record ExtraReview(string Person, Verdict Verdict, string Remark, DateTimeOffset At);

/// <summary>A specimen taken of a plant.</summary>
/// <param name="Stand">Plants in the stand before.</param>
/// <param name="Taken">Whole plants taken; 0 for a twig.</param>
/// <param name="Permit">The permit; may be empty.</param>
/// <param name="Person">Who took it.</param>
public sealed record ExtraSpecimen(
    string Number,
    string KeptAt,
    DateOnly TakenOn,
    int Stand,
    int Taken,
    string Permit,
    string Person
);

/// <summary>A name given to a plant.</summary>
/// <param name="Taxon">Identifier of the taxon in the guide.</param>
/// <param name="Person">Who gave it.</param>
/// <param name="Reasons">What it rests on.</param>
/// <param name="Reviews">What others said of it, the earliest first.</param>
public sealed record ExtraName(
    string Taxon,
    IdentificationQualifier Qualifier,
    string Person,
    DateOnly Date,
    string Remarks,
    // Archives have said “grounds” from the first on.
    [property: JsonPropertyName("grounds")] JsonElement Reasons,
    ImmutableArray<ExtraReview> Reviews
)
{
    /// <summary>A name in words, without qualifier; empty where it is a taxon of a guide.</summary>
    public string InWords { get; init; } = "";

    /// <summary>The family of such a name; empty where nobody knows it.</summary>
    public string Family { get; init; } = "";
}

/// <summary>What a plant is found again by.</summary>
/// <param name="Bearing">Bearing from it to the plant, in degrees from 0 to below 360.</param>
/// <param name="Metres">The way from it to the plant.</param>
public sealed record ExtraLandmark(string Name, double Bearing, double Metres);

/// <summary>A threat to a plant.</summary>
/// <param name="Kind">What threatens it.</param>
/// <param name="Note">More about it; may be empty.</param>
/// <param name="Told">Who was told; empty when nobody was.</param>
/// <param name="ToldOn">When; null when nobody was.</param>
/// <param name="Outcome">What came of it; may be empty.</param>
/// <param name="SettledOn">When it was settled; null while it is not.</param>
/// <param name="Person">Who saw it.</param>
public sealed record ExtraThreat(
    ThreatKind Kind,
    string Note,
    DateOnly SeenOn,
    string Told,
    DateOnly? ToldOn,
    string Outcome,
    DateOnly? SettledOn,
    string Person
);

/// <summary>Rosettes marked, and how many of them flowered in a year.</summary>
/// <param name="Marked">How many were marked.</param>
/// <param name="Flowering">How many flowered; null when not counted yet.</param>
/// <param name="FloweringOn">When they were counted.</param>
public sealed record ExtraRosettes(int Year, int Marked, DateOnly MarkedOn, int? Flowering, DateOnly? FloweringOn);

/// <summary>How a plant is found again and kept.</summary>
/// <param name="Landmarks">What it is found again by.</param>
/// <param name="Threats">What threatens it.</param>
/// <param name="Rosettes">Rosettes marked and flowering, year by year.</param>
public sealed record ExtraCare(
    ImmutableArray<ExtraLandmark> Landmarks,
    ImmutableArray<ExtraThreat> Threats,
    ImmutableArray<ExtraRosettes> Rosettes
);

/// <summary>An answer given at a couplet of a key.</summary>
/// <param name="Lead">The lead chosen; null for "can't tell".</param>
public sealed record ExtraAnswer(string Key, int Couplet, int? Lead);

/// <summary>A walk through the keys.</summary>
/// <param name="Key">The key it began in.</param>
/// <param name="Couplet">The couplet it began at.</param>
/// <param name="Answers">What was answered, in the order given.</param>
/// <param name="Reopened">An answered couplet that is being looked at again; null for none.</param>
public sealed record ExtraWalk(string Key, int Couplet, ImmutableArray<ExtraAnswer> Answers, ExtraAnswer? Reopened);

/// <summary>A grade a person set against the one computed.</summary>
/// <param name="Grade">The grade; null where the computed one was let stand again.</param>
public sealed record ExtraOverrule(Grade? Grade, string Reason, string Person, DateTimeOffset At);

/// <summary>Another plant of the same colony.</summary>
/// <param name="Plant">Number that is the same wherever the plant is brought in.</param>
/// <param name="Person">Who says so.</param>
public sealed record ExtraLink(PlantId Plant, string Person);

/// <summary>How the name of a plant was worked out.</summary>
/// <param name="Walk">The walk through the keys; null when none was begun.</param>
/// <param name="Overrules">Grades set against the one computed, the earliest first.</param>
/// <param name="Colony">Plants said to be of the same colony.</param>
public sealed record ExtraStudy(
    ExtraWalk? Walk,
    ImmutableArray<ExtraOverrule> Overrules,
    ImmutableArray<ExtraLink> Colony
);

/// <summary>A picture of a plant; its file lies beside the tables.</summary>
/// <param name="Type">image/jpeg, image/png or image/webp.</param>
/// <param name="Name">Name of its file where it came from.</param>
/// <param name="Person">Who kept it.</param>
/// <param name="Characters">The characters read from it, or seen where it shows.</param>
/// <param name="Organ">What it shows.</param>
/// <param name="Caption">What there is to see; may be empty.</param>
/// <param name="Marks">What is drawn on it.</param>
public sealed record ExtraPicture(
    PhotoId Id,
    string Type,
    string Name,
    string Person,
    ImmutableArray<string> Characters,
    PictureOrgan Organ = PictureOrgan.Leaf,
    string Caption = "",
    ImmutableArray<PictureMark> Marks = default
)
{
    /// <summary>What is drawn on it; nothing in archives written before there were marks.</summary>
    public ImmutableArray<PictureMark> Marks { get; init; } = Marks.IsDefault ? [] : Marks;
}

/// <summary>What an archive carries of a followed plant on a visit beside the terms of the standard.</summary>
/// <param name="Plant">Number that is the same wherever the plant is brought in.</param>
/// <param name="Origin">Wild, naturalised, planted or not known.</param>
/// <param name="Parts">Parts on it that day.</param>
/// <param name="Altered">Damage to the plant.</param>
/// <param name="At">Where it stands; null when not known apart from its site.</param>
/// <param name="UncertaintyM">Radius in metres within which that holds.</param>
/// <param name="Names">Every name it was given, the earliest first; on its last visit only.</param>
/// <param name="Specimens">Specimens taken of it; on its last visit only.</param>
/// <param name="Care">How it is found again and kept; on its last visit only.</param>
/// <param name="Study">How its name was worked out; on its last visit only.</param>
/// <param name="Pictures">Pictures of this visit; null where they do not come along.</param>
public sealed record PlantExtras(
    ExtraSite Site,
    PlantId Plant,
    Origin Origin,
    LifeStage? Stage,
    Sex? Sex,
    ImmutableArray<PlantPart> Parts,
    ImmutableArray<Alteration> Altered,
    GeoPoint? At,
    double? UncertaintyM,
    ImmutableArray<ExtraFeature> Features,
    ImmutableArray<ExtraName> Names,
    ImmutableArray<ExtraSpecimen> Specimens,
    ExtraCare? Care = null,
    ExtraStudy? Study = null,
    IReadOnlyList<ExtraPicture>? Pictures = null
);
