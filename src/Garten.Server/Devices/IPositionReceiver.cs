namespace Garten.Server.Devices;

/// <summary>A satellite receiver on a serial line.</summary>
public interface IPositionReceiver
{
    /// <summary>The sentences it sends from now on, until the caller has heard enough.</summary>
    IAsyncEnumerable<string> ListenAsync(CancellationToken cancel);
}
