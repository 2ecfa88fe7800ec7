using System.Text.Json;
using Garten.Core.Bench;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Survey;
using Garten.Data;

namespace Garten.Server.Requests;

/// <summary>The guide the server works with, set once at start.</summary>
public sealed class CurrentGuide
{
    private (CandidateModel Model, int Version)? _loaded;
    private string? _tables;

    /// <summary>The guide.</summary>
    public Guide Guide => Loaded.Model.Guide;

    /// <summary>The guide made ready for weighing names.</summary>
    public CandidateModel Model => Loaded.Model;

    /// <summary>Its number in the store.</summary>
    public int Version => Loaded.Version;

    /// <summary>Its tables as the browser's copy of the core reads them.</summary>
    public string TablesJson => _tables ??= JsonSerializer.Serialize(Guide.Tables, BenchJson.Default.GuideTables);

    /// <summary>How taxa came to sites.</summary>
    /// <param name="sites">The sites.</param>
    public SiteFlora FloraOf(IEnumerable<Site> sites) => new(Guide, sites.Select(s => (s.Name, s.FloraArea)));

    private (CandidateModel Model, int Version) Loaded => _loaded ?? throw new InvalidOperationException("No guide is loaded yet.");

    /// <summary>Sets the guide.</summary>
    /// <param name="guide">The guide.</param>
    /// <param name="version">Its number in the store.</param>
    public void Set(Guide guide, int version) => (_loaded, _tables) = ((new CandidateModel(guide), version), null);
}
