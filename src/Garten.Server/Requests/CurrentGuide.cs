using System.Text.Json;
using Garten.Core.Bench;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Survey;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Names;
using Garten.Core.Survey.Places;
using Garten.Data;

namespace Garten.Server.Requests;

/// <summary>The guide the server works with, set once at start.</summary>
public sealed class CurrentGuide : IGuideInUse
{
    private (CandidateModel Model, int Version)? _loaded;
    private string? _tables;
    private HashSet<string> _sensitive = [];
    private Guide? _names;

    /// <summary>The guide with the survey's names in words beside it; what it describes alone is that of the <see cref="Model"/>.</summary>
    public Guide Guide => _names ?? Loaded.Model.Guide;

    /// <inheritdoc/>
    public Guide Names => Guide;

    /// <summary>The guide made ready for weighing names.</summary>
    public CandidateModel Model => Loaded.Model;

    /// <summary>Its number in the store.</summary>
    public int Version => Loaded.Version;

    /// <summary>
    /// The guide and the names in words that a person may know of: that a sensitive one stands on the list would tell that it grows here.
    /// </summary>
    public Guide SeenBy(SensitivePlacePolicy policy) =>
        policy.HidesSensitive && Guide.InWords.Any(t => IsSensitive(t.Id.Value))
            ? Model.Guide.Beside(Guide.InWords.Where(t => !IsSensitive(t.Id.Value)))
            : Guide;

    /// <summary>True for names whose exact places are not for everyone.</summary>
    /// <param name="taxon">Identifier of a taxon; null for no name.</param>
    public bool IsSensitive(string? taxon) => taxon is not null && _sensitive.Contains(taxon);

    /// <summary>Its tables as the browser's copy of the core reads them.</summary>
    public string TablesJson => _tables ??= JsonSerializer.Serialize(Guide.Tables, BenchJson.Default.GuideTables);

    /// <summary>How taxa came to sites.</summary>
    public SiteFlora FloraOf(IEnumerable<Site> sites) => new(Guide, sites.Select(s => (s.Name, s.FloraArea)));

    private (CandidateModel Model, int Version) Loaded =>
        _loaded ?? throw new InvalidOperationException("No guide is loaded yet.");

    /// <summary>Sets the guide.</summary>
    /// <param name="version">Its number in the store.</param>
    public void Set(Guide guide, int version)
    {
        (_loaded, _tables, _names) = ((new CandidateModel(guide), version), null, null);
        _sensitive = [.. SensitiveTaxa.Of(guide).Select(t => t.Value)];
    }

    /// <inheritdoc/>
    public void Hear(IReadOnlyList<SurveyName> names)
    {
        var guide = Model.Guide.With(names);
        (_names, _sensitive) = (guide, [.. SensitiveTaxa.Of(guide).Select(t => t.Value)]);
        NamesRevision = names.Max(n => (long?)n.Revision) ?? 0;
    }

    /// <summary>Revision of the list of names it heard of.</summary>
    public long NamesRevision { get; private set; }
}
