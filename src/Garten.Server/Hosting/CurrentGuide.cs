using Garten.Core.Guides;

namespace Garten.Server.Hosting;

/// <summary>The guide the server works with, set once at start.</summary>
public sealed class CurrentGuide
{
    private (Guide Guide, int Version)? _loaded;

    /// <summary>The guide.</summary>
    public Guide Guide => Loaded.Guide;

    /// <summary>Its number in the store.</summary>
    public int Version => Loaded.Version;

    private (Guide Guide, int Version) Loaded => _loaded ?? throw new InvalidOperationException("No guide is loaded yet.");

    /// <summary>Sets the guide.</summary>
    /// <param name="guide">The guide.</param>
    /// <param name="version">Its number in the store.</param>
    public void Set(Guide guide, int version) => _loaded = (guide, version);
}
