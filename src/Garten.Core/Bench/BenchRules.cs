using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;

namespace Garten.Core.Bench;

/// <summary>Decides whether a question of the bench can be answered, and says in words what is wrong when it cannot.</summary>
public static class BenchRules
{
    /// <summary>Most observations a question may hold: far more than any plant has.</summary>
    public const int MostObservations = 5000;

    /// <summary>Most plants that may be linked to one.</summary>
    public const int MostLinked = 40;

    /// <summary>What is wrong with a plant sent to be weighed; empty when all is well.</summary>
    public static string FaultOf(BenchRequest request)
    {
        if (request.Plant.Colony.Length > MostLinked)
        {
            return $"{request.Plant.Colony.Length} plants are linked; {MostLinked} is the most.";
        }

        if (request.Plant.Place.Elevation is { } metres && !double.IsFinite(metres))
        {
            return "The height of the place is no number.";
        }

        if (request.Plant.Walk is { } walk && walk.Answers.DistinctBy(a => a.At).Count() < walk.Answers.Length)
        {
            return "A couplet of the walk is answered twice.";
        }

        var all = request.Plant.Observations.Concat(request.Plant.Colony.SelectMany(m => m.Observations)).ToArray();
        return all.Length > MostObservations
            ? $"{all.Length} observations are more than the {MostObservations} that are weighed at once."
            : all.Select(FaultOf).FirstOrDefault(f => f.Length > 0) ?? "";
    }

    /// <summary>What is wrong with a list of names; empty when all is well.</summary>
    public static string FaultOf(Guide guide, IReadOnlyCollection<TaxonId> taxa)
    {
        foreach (var taxon in taxa)
        {
            if (guide.FindTaxon(taxon) is null)
            {
                return $"The guide has no taxon “{taxon}”.";
            }
        }

        return taxa.Count is < 2 or > TellApart.MostNames || taxa.Distinct().Count() < taxa.Count
            ? $"Choose two to {TellApart.MostNames} different names to tell apart."
            : "";
    }

    private static string FaultOf(Observation o) =>
        o.Finding switch
        {
            Finding.States { Seen.IsDefaultOrEmpty: true } => $"“{o.Character}” has no state.",
            Finding.Sample s when s.Values.IsDefaultOrEmpty || s.Values.Any(v => !double.IsFinite(v)) =>
                $"“{o.Character}” has no values.",
            Finding.Sample { Places.IsDefaultOrEmpty: false } s when s.Places.Length != s.Values.Length =>
                $"“{o.Character}” has {s.Values.Length} values, but places for {s.Places.Length}.",
            Finding.Rough r when r.Value is null or { Low: null, High: null } => $"“{o.Character}” has no rough value.",
            _ => "",
        };
}
