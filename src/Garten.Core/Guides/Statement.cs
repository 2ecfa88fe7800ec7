using System.Text.Json.Serialization;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Guides;

/// <summary>Where the content of a statement comes from.</summary>
public enum SourceClass
{
    /// <summary>A feature anyone can check on the plant.</summary>
    FieldCharacter,

    /// <summary>General botanical knowledge.</summary>
    GeneralKnowledge,

    /// <summary>Invented for the demonstration.</summary>
    DemoInvented,
}

/// <summary>When a statement holds. A null part does not restrict it.</summary>
/// <param name="Stage">Life stage of the plant.</param>
/// <param name="Sex">Sex of the plant.</param>
/// <param name="Exposure">Light the part grew in.</param>
/// <param name="Position">Where on the plant the part grew.</param>
/// <param name="Age">Age of the part.</param>
/// <param name="Season">Time of the year.</param>
public sealed record Scope(
    LifeStage? Stage,
    Sex? Sex,
    Exposure? Exposure,
    PartPosition? Position,
    PartAge? Age,
    Season? Season = null
)
{
    /// <summary>A scope that restricts nothing.</summary>
    public static Scope Any { get; } = new(null, null, null, null, null);

    /// <summary>How many parts restrict; of the statements that match, the one with most restrictions holds.</summary>
    [JsonIgnore]
    public int Specificity =>
        (Stage is null ? 0 : 1)
        + (Sex is null ? 0 : 1)
        + (Exposure is null ? 0 : 1)
        + (Position is null ? 0 : 1)
        + (Age is null ? 0 : 1)
        + (Season is null ? 0 : 1);

    /// <summary>True when nothing in <paramref name="circumstances"/> speaks against this scope.</summary>
    /// <param name="circumstances">What is known of the part looked at; null parts are unknown and match only an unrestricted scope.</param>
    public bool Matches(Scope circumstances)
    {
        return Fits(Stage, circumstances.Stage)
            && Fits(Sex, circumstances.Sex)
            && Fits(Exposure, circumstances.Exposure)
            && Fits(Position, circumstances.Position)
            && Fits(Age, circumstances.Age)
            && Fits(Season, circumstances.Season);

        static bool Fits<T>(T? asked, T? known)
            where T : struct, Enum => asked is null || (known is not null && asked.Value.Equals(known.Value));
    }
}

/// <summary>What the guide says of one character in one taxon, in a scope.</summary>
/// <param name="Taxon">The taxon spoken of.</param>
/// <param name="Character">The character spoken of.</param>
/// <param name="Value">What is said.</param>
/// <param name="Scope">When it holds.</param>
public sealed record Statement(
    TaxonId Taxon,
    CharacterId Character,
    StatementValue Value,
    Scope Scope,
    SourceClass Source
);
