namespace Garten.Server.Devices;

/// <summary>A digital calliper: what stands on its display when its button is pressed, as one on a cable types it.</summary>
public interface ICalliper
{
    /// <summary>Reads the display.</summary>
    /// <returns>A number with its unit, for example "63.42 mm".</returns>
    ValueTask<string> ReadAsync(CancellationToken cancel);
}
