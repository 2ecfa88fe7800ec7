namespace Garten.Server.Tests;

/// <summary>Tests against a running server, asked by its first person.</summary>
/// <param name="server">The server, one for each class of tests.</param>
public abstract class ServerTest(ServerFixture server) : IClassFixture<ServerFixture>, IAsyncLifetime
{
    /// <summary>Where the server listens.</summary>
    private protected string Address { get; } = server.Address;

    private protected IServiceProvider Services { get; } = server.Services;

    private protected Client Me { get; } = new(server.Address);

    public virtual async ValueTask InitializeAsync() => await Me.BeAsync(0);

    public ValueTask DisposeAsync()
    {
        Me.Dispose();
        GC.SuppressFinalize(this);
        return ValueTask.CompletedTask;
    }
}
