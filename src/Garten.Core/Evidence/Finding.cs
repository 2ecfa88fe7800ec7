using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace Garten.Core.Evidence;

/// <summary>The kinds of <see cref="Finding"/>, as tables and requests name them.</summary>
public enum FindingKind
{
    /// <summary>One or more states were seen.</summary>
    States,

    /// <summary>Parts were measured or counted one by one.</summary>
    Sample,

    /// <summary>A value as people say it, with its width.</summary>
    Rough,

    /// <summary>Looked for in season, and not there.</summary>
    Absent,

    /// <summary>Cannot be seen today; says nothing for or against any taxon.</summary>
    Hidden,
}

/// <summary>What an observation says: one of five things, and nothing of the other four. A character with no observation at all was not looked for.</summary>
/// <example><code>
/// observation.Finding switch
/// {
///     Finding.States seen => string.Join(" and ", seen.Seen),
///     Finding.Sample sample => $"{sample.Values.Length} parts",
///     …
/// }
/// </code></example>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(States), "states")]
[JsonDerivedType(typeof(Sample), "sample")]
[JsonDerivedType(typeof(Rough), "rough")]
[JsonDerivedType(typeof(Absent), "absent")]
[JsonDerivedType(typeof(Hidden), "hidden")]
public abstract record Finding
{
    private Finding() { }

    /// <summary>Which of the five it is.</summary>
    [JsonIgnore]
    public FindingKind Kind =>
        this switch
        {
            States => FindingKind.States,
            Sample => FindingKind.Sample,
            Rough => FindingKind.Rough,
            Absent => FindingKind.Absent,
            _ => FindingKind.Hidden,
        };

    /// <summary>One or more states were seen.</summary>
    /// <param name="Seen">Identifiers of the states, at least one.</param>
    public sealed record States(ImmutableArray<string> Seen) : Finding;

    /// <summary>Parts were measured or counted one by one.</summary>
    /// <param name="Values">The values in the inner unit, at least one.</param>
    /// <param name="Places">Where each part grew, in the order of the values; empty when all grew where the observation says.</param>
    public sealed record Sample(ImmutableArray<double> Values, ImmutableArray<PartPlace> Places) : Finding;

    /// <summary>A value as people say it, with its width.</summary>
    public sealed record Rough(RoughValue Value) : Finding;

    /// <summary>Looked for in season, and not there.</summary>
    public sealed record Absent : Finding;

    /// <summary>Cannot be seen today.</summary>
    public sealed record Hidden(HiddenReason Why) : Finding;
}
