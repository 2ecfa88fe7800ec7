using Garten.Testing;

namespace Garten.Web.Tests;

/// <summary>A running server with the demo survey, for one test class.</summary>
public sealed class WebFixture : IAsyncLifetime
{
    private RunningServer _server = null!;

    public string Address => _server.Address;

    public IServiceProvider Services => _server.Services;

    public async ValueTask InitializeAsync() => _server = await RunningServer.StartAsync(demo: true);

    public ValueTask DisposeAsync() => _server.DisposeAsync();

    /// <summary>A browser at a page of the server.</summary>
    public Browser Open(string path)
    {
        var browser = new Browser(Address);
        browser.Open(path);
        return browser;
    }
}
