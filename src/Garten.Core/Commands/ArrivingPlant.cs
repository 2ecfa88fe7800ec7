using Garten.Core.Assessment;
using Garten.Core.Evidence;
using Garten.Core.Evidence.Pictures;
using Garten.Core.Survey;
using Garten.Core.Survey.Care;

namespace Garten.Core.Commands;

/// <summary>A feature of a plant that is brought in.</summary>
/// <param name="Content">What it says; its visit and person are given by the store.</param>
public sealed record ArrivingFeature(ObservationContent Content, string Recorder);

/// <summary>A visit to a plant that is brought in.</summary>
/// <param name="Parts">Parts on it that day.</param>
/// <param name="Altered">Damage to it.</param>
/// <param name="Pictures">Pictures of that visit.</param>
public sealed record ArrivingLook(
    DateOnly Date,
    string Recorder,
    LifeStage? Stage,
    Sex? Sex,
    IReadOnlyList<PlantPart> Parts,
    IReadOnlyList<Alteration> Altered,
    string Note,
    IReadOnlyList<ArrivingFeature> Features,
    IReadOnlyList<ArrivingPicture> Pictures
);

/// <summary>A picture that is brought in.</summary>
/// <param name="Photo">What is known of it.</param>
/// <param name="Content">Fetches its file.</param>
/// <param name="Person">Who kept it.</param>
/// <param name="Note">What is said of it.</param>
/// <param name="Characters">The characters read from it, or seen where it shows.</param>
public sealed record ArrivingPicture(
    KeptPhoto Photo,
    Func<byte[]> Content,
    string Person,
    PictureNote Note,
    IReadOnlyList<string> Characters
);

/// <summary>What somebody said of a name that is brought in.</summary>
/// <param name="Remark">Why, or what to look at.</param>
public sealed record ArrivingReview(string Person, Verdict Verdict, string Remark, DateTimeOffset At);

/// <summary>A name of a plant that is brought in.</summary>
/// <param name="Id">The same whenever the same name is brought in.</param>
/// <param name="Time">Counts from 1 how often this person gave the plant just this name that day: somebody may come back to a name.</param>
/// <param name="FullName">The name as written on the slip.</param>
/// <param name="Person">Who gave it.</param>
/// <param name="Reasons">What it rests on, as JSON.</param>
/// <param name="Reviews">What others said of it, the earliest first.</param>
public sealed record ArrivingName(
    DeterminationId Id,
    int Time,
    string Taxon,
    IdentificationQualifier Qualifier,
    string FullName,
    string Person,
    DateOnly Date,
    string Remarks,
    string Reasons,
    IReadOnlyList<ArrivingReview> Reviews
);

/// <summary>How a plant that is brought in is found again and kept.</summary>
/// <param name="Landmarks">What it is found again by.</param>
/// <param name="Threats">What threatens it, and who saw that.</param>
/// <param name="Counts">Rosettes marked and flowering, year by year.</param>
public sealed record ArrivingCare(
    IReadOnlyList<Landmark> Landmarks,
    IReadOnlyList<(ThreatContent Content, string Person)> Threats,
    IReadOnlyList<PopulationCount> Counts
);

/// <summary>How the name of a plant that is brought in was worked out.</summary>
/// <param name="Walk">The walk through the keys; null for none.</param>
/// <param name="Overrules">Grades set against the one computed, the earliest first.</param>
/// <param name="Colony">Plants said to be of the same colony, and who says so.</param>
public sealed record ArrivingStudy(
    KeyWalk? Walk,
    IReadOnlyList<OverruledOnce> Overrules,
    IReadOnlyList<(PlantId Plant, string Person)> Colony
);

/// <summary>A followed plant that is brought in.</summary>
/// <param name="Id">The same wherever the plant is brought in.</param>
/// <param name="Tag">Its tag; another is given where a plant here bears it.</param>
/// <param name="Site">Name of its site.</param>
/// <param name="Description">What it looks like.</param>
/// <param name="Origin">Wild, naturalised, planted or not known.</param>
/// <param name="At">Where it stands; null when not known apart from its site.</param>
/// <param name="UncertaintyM">Radius in metres within which that holds.</param>
/// <param name="Looks">Its visits, the earliest first; at least one.</param>
/// <param name="Names">Every name it was given, the earliest first.</param>
/// <param name="Specimens">Specimens taken of it.</param>
/// <param name="Care">How it is found again and kept.</param>
/// <param name="Study">How its name was worked out.</param>
public sealed record ArrivingPlant(
    PlantId Id,
    string Tag,
    string Site,
    string Description,
    Origin Origin,
    GeoPoint? At,
    double? UncertaintyM,
    IReadOnlyList<ArrivingLook> Looks,
    IReadOnlyList<ArrivingName> Names,
    IReadOnlyList<Voucher> Specimens,
    ArrivingCare Care,
    ArrivingStudy Study
);
