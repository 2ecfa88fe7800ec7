using Garten.Testing;

namespace Garten.Server.Tests;

/// <summary>A running server with the demo survey.</summary>
public sealed class ServerFixture : IAsyncLifetime
{
    private RunningServer _server = null!;

    public string Address => _server.Address;

    public IServiceProvider Services => _server.Services;

    public SetClock Clock => _server.Clock;

    public async ValueTask InitializeAsync() => _server = await RunningServer.StartAsync(demo: true);

    public ValueTask DisposeAsync() => _server.DisposeAsync();
}
