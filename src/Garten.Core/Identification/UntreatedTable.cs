using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Identification;

/// <summary>
/// Likelihoods for the species a guide lists and does not describe: by what is known of them, and elsewhere as a relative
/// of their group would show it.
/// </summary>
/// <example>Of a blue violet that is listed with its colour alone: its colour speaks for it, and its leaves are those of any violet.</example>
public sealed class UntreatedTable
{
    private readonly CandidateModel _model;
    private readonly CandidateModel? _known;
    private readonly ImmutableArray<int>[] _groups;
    private readonly HashSet<(int Species, CharacterId Character)> _says = [];

    internal UntreatedTable(CandidateModel model)
    {
        var guide = model.Guide;
        _model = model;
        Species = guide.Untreated;
        // Many stand in one group: its members are looked up once.
        var members = Species
            .Select(s => s.Within)
            .Distinct()
            .ToDictionary(
                group => group,
                group =>
                    Enumerable
                        .Range(0, model.Taxa.Length)
                        .Where(t => guide.IsWithin(model.Taxa[t], group))
                        .ToImmutableArray()
            );
        _groups = [.. Species.Select(s => members[s.Within])];
        if (Species.IsEmpty)
        {
            return;
        }

        // What is known of them is compiled as if they were a guide of their own.
        var tables = guide.Tables;
        _known = new CandidateModel(
            new Guide(
                tables with
                {
                    Taxa =
                    [
                        .. Species.Select(s => new Taxon(
                            s.Id,
                            null,
                            TaxonRank.Species,
                            s.Name,
                            "",
                            [],
                            [],
                            AreaStatus.Unknown,
                            Commonness.Unknown,
                            ""
                        )),
                    ],
                    Statements = [.. Species.SelectMany(s => s.Known)],
                    Keys = [],
                    Cautions = [],
                    LookAlikes = [],
                    Crosses = [],
                    Windows = [],
                    Needs = [],
                    AreaStatuses = [],
                    Lacking = [],
                    Untreated = [],
                }
            )
        );
        for (var s = 0; s < Species.Length; s++)
        {
            _says.UnionWith(Species[s].Known.Select(k => (s, k.Character)));
        }
    }

    /// <summary>The species, in the guide's order.</summary>
    public ImmutableArray<UntreatedSpecies> Species { get; }

    /// <summary>How a species can hurt, by what is said of itself and of its group.</summary>
    /// <param name="species">Its place in <see cref="Species"/>.</param>
    public Hazards HazardsOf(int species) =>
        Species[species]
            .Hazards.Aggregate(_model.HazardsOf(Species[species].Within), (all, hazard) =>
                all | CandidateModel.Flag(hazard)
            );

    /// <summary>Likelihood of one finding under each species.</summary>
    /// <param name="character">What was looked at; of a linked plant's evidence one the guide does not hold.</param>
    /// <param name="observation">What was recorded; null where it only follows from something else.</param>
    /// <param name="described">Likelihood under each candidate, and last outside the guide.</param>
    /// <param name="column">Filled with numbers above 0, one a species.</param>
    internal void Fill(
        CharacterId character,
        Observation? observation,
        PlaceFacts place,
        ReadOnlySpan<double> described,
        Span<double> column
    )
    {
        var own = new double[_known?.Hypotheses ?? 0];
        var filled = observation is not null && _known?.TryFill(observation, place, false, own) == true;
        var differs = _model.Of(character)?.RelativeDiffers ?? LikelihoodConstants.RelativeDiffers;
        for (var s = 0; s < column.Length; s++)
        {
            if (filled && _says.Contains((s, character)))
            {
                column[s] = own[s];
                continue;
            }

            double sum = 0;
            foreach (var t in _groups[s])
            {
                sum += described[t];
            }

            var group = _groups[s].IsEmpty ? described[^1] : sum / _groups[s].Length;
            column[s] = ((1 - differs) * group) + (differs * described[^1]);
        }
    }
}
