using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Identification;
using Garten.Core.Keys;

namespace Garten.Core.Assessment;

/// <summary>A step of the key as it was walked.</summary>
/// <param name="Key">Title of the key.</param>
/// <param name="Lead">The lead taken; null for "can't tell".</param>
/// <param name="Said">What the answer claimed.</param>
public sealed record ReasonStep(string Key, int Couplet, int? Lead, string Said);

/// <summary>A feature as it was seen.</summary>
/// <param name="Found">What was found, in words.</param>
/// <param name="Source">Where the part came from.</param>
/// <param name="Mark">How it stands to what the guide says of the name given; null when the guide says nothing.</param>
public sealed record ReasonFeature(
    string Label,
    string Found,
    DateOnly Date,
    Certainty Certainty,
    EvidenceSource Source,
    Mark? Mark
);

/// <summary>What a determination rests on, kept with it in words so that it can be read without the guide.</summary>
/// <param name="Guide">Title of the guide.</param>
/// <param name="Path">The path walked; empty when no key was used.</param>
/// <param name="ClearWalk">True when no couplet was left open and none answered "can't tell".</param>
/// <param name="Ends">Names the walk arrived at.</param>
/// <param name="Features">The features seen.</param>
/// <param name="Alerts">What spoke against the name when it was given.</param>
/// <param name="RuledOut">Look-alikes ruled out by a feature seen.</param>
/// <param name="NotRuledOut">Look-alikes not ruled out.</param>
public sealed record DeterminationReasons(
    string Guide,
    string Version,
    ImmutableArray<ReasonStep> Path,
    bool ClearWalk,
    ImmutableArray<string> Ends,
    ImmutableArray<ReasonFeature> Features,
    ImmutableArray<string> Alerts,
    ImmutableArray<string> RuledOut,
    ImmutableArray<string> NotRuledOut
)
{
    /// <summary>Gathers the reasons for a name.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="taxon">The name given; of one that the guide does not hold it says nothing.</param>
    public static DeterminationReasons Gather(CandidateModel model, Plant plant, TaxonId taxon)
    {
        var guide = model.Guide;
        var evidence = plant.Sheet(guide);
        var account = guide.FindTaxon(taxon) is null
            ? null
            : SpeciesAccount.Compose(guide, taxon, evidence, plant.Place, plant.Visits);
        var marks = account?.Lines.ToDictionary(l => l.Character, l => l.Marking.Mark) ?? [];
        var trace = plant.Walk is { } w ? KeyWalkTrace.Of(guide, w) : null;
        return new(
            guide.Title.Title,
            guide.Title.Version,
            trace is null
                ? []
                :
                [
                    .. trace.Steps.Select(s => new ReasonStep(
                        guide.Key(s.At.Key).Title,
                        s.At.Couplet,
                        s.Lead,
                        s.Said(guide)
                    )),
                ],
            trace is { IsClean: true, Steps.Length: > 0 },
            trace is null ? [] : [.. trace.Ends.Select(e => guide.Taxon(e.Taxon).Name)],
            [
                .. plant
                    .Observations.Where(o => guide.FindCharacter(o.Character) is not null)
                    .Select(o => new ReasonFeature(
                        guide.Character(o.Character).Label,
                        Wording.Recorded(guide.Character(o.Character), o),
                        o.Date,
                        o.Certainty,
                        o.Source,
                        o.Weighs && marks.TryGetValue(o.Character, out var mark) ? mark : null
                    )),
            ],
            account?.Alerts ?? [],
            [.. account?.LookAlikes.Where(l => l.RuledOut).Select(l => l.Other.Name) ?? []],
            [.. account?.LookAlikes.Where(l => !l.RuledOut).Select(l => l.Other.Name) ?? []]
        );
    }
}
