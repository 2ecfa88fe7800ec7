using System.Collections.Immutable;
using Garten.Core.Commands;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Sheets;

/// <summary>A feature to record from a picture.</summary>
/// <param name="State">The state seen; null for a number.</param>
/// <param name="Entry">The number with its unit; null for a state.</param>
public sealed record PhotoFeature(string Character, string? State, string? Entry)
{
    /// <summary>The feature as it is recorded: one more leaf joins those measured before, a state those seen.</summary>
    /// <param name="before">What is recorded of it on that visit; null for nothing.</param>
    public ObservationInput On(ObservationView? before) =>
        Entry is { } entry
            ? new(
                FindingKind.Sample,
                null,
                [.. before?.Parts ?? []],
                null,
                entry,
                null,
                Certainty.Sure,
                EvidenceSource.Picture,
                null,
                null,
                null,
                null,
                before?.Revision,
                Places: [.. before?.Places ?? []]
            )
            : new(
                FindingKind.States,
                [.. before?.Seen.Finding is Finding.States states ? states.Seen : [], State ?? ""],
                null,
                null,
                null,
                null,
                Certainty.Fairly,
                EvidenceSource.Picture,
                null,
                null,
                null,
                null,
                before?.Revision
            );
}

/// <summary>Features read from a picture, to be put on a plant's sheet.</summary>
public sealed record PhotoUseInput(PlantId Plant, VisitId Visit, ImmutableArray<PhotoFeature> Features)
{
    private const int MostFeatures = 20;

    /// <summary>The features, each once.</summary>
    /// <exception cref="RuleException">There is none, or too many.</exception>
    public IReadOnlyList<PhotoFeature> Checked() =>
        Features.IsDefault || Features.Length is 0 or > MostFeatures
            ? throw new RuleException("features", $"Choose from 1 to {MostFeatures} features to put on the sheet.")
            : [.. Features.DistinctBy(f => f.Character)];

    /// <summary>The changes they make on the sheet of their plant.</summary>
    /// <param name="person">Who makes them.</param>
    /// <exception cref="RuleException">The plant has no such visit, or a feature cannot be so.</exception>
    public ImmutableArray<ObservationChange> On(PlantSheet sheet, Guide guide, PersonId person)
    {
        var features = Checked();
        if (sheet.Visits.All(v => v.Id != Visit))
        {
            throw new RuleException("visit", "The plant has no such visit.");
        }

        var known = sheet.Observations.Where(o => o.Visit == Visit).ToDictionary(o => o.Seen.Character.Value);
        return
        [
            .. features.Select(f =>
                ObservationChange.Of(guide, Visit, f.Character, f.On(known.GetValueOrDefault(f.Character)), person)
            ),
        ];
    }
}
