using System.Globalization;
using Garten.Core.Survey;
using Garten.Core.Survey.Places;
using Garten.Data;
using Garten.Formats.Positions;
using Garten.Server.Devices;

namespace Garten.Server.Endpoints;

/// <summary>What a device typed.</summary>
/// <param name="Typed">As it stands on its display, with its unit.</param>
public sealed record DeviceReading(string Typed);

/// <summary>Where the receiver is.</summary>
/// <param name="Latitude">Degrees north.</param>
/// <param name="Longitude">Degrees east.</param>
/// <param name="UncertaintyM">Radius in metres within which that holds.</param>
/// <param name="ElevationM">Metres above sea level; null where not said.</param>
/// <param name="Words">The place in words.</param>
/// <param name="Nearest">The nearest site.</param>
public sealed record HereView(
    double Latitude,
    double Longitude,
    double UncertaintyM,
    double? ElevationM,
    string Words,
    NearestSite Nearest
);

/// <summary>Devices one measures with.</summary>
public static class DevicesEndpoints
{
    /// <summary>How long a receiver is listened to.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(5);

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        // Outside the demo nothing stands in for a device: what it gave would be taken for true.
        var devices = api.MapGroup("/devices")
            .AddEndpointFilter(
                async (context, next) =>
                    await context
                        .HttpContext.RequestServices.GetRequiredService<StandIns>()
                        .AreOnAsync(context.HttpContext.RequestAborted)
                        ? await next(context)
                        : throw new NotInStoreException(
                            "No such device is connected. Type what yours shows; one on a cable types it itself."
                        )
            );

        devices
            .MapPost("/calliper", async (ICalliper calliper, CancellationToken cancel) =>
                new DeviceReading(await calliper.ReadAsync(cancel))
            )
            .WithName("readCalliper")
            .Produces<DeviceReading>();

        devices
            .MapPost("/clinometer/top", (IClinometer clinometer, CancellationToken cancel) =>
                ReadAsync(clinometer, Aim.Top, cancel)
            )
            .WithName("readClinometerAtTop")
            .Produces<DeviceReading>();

        devices
            .MapPost("/clinometer/foot", (IClinometer clinometer, CancellationToken cancel) =>
                ReadAsync(clinometer, Aim.Foot, cancel)
            )
            .WithName("readClinometerAtFoot")
            .Produces<DeviceReading>();

        devices
            .MapGet("/position", async (IPositionReceiver receiver, PlaceStore places, CancellationToken cancel) =>
                Of(await ListenAsync(receiver, cancel), await places.SitesAsync(cancel))
            )
            .WithName("here")
            .Produces<HereView>();
    }

    private static async Task<DeviceReading> ReadAsync(IClinometer clinometer, Aim aim, CancellationToken cancel) =>
        new($"{(await clinometer.ReadAsync(aim, cancel)).ToString("0.0", CultureInfo.InvariantCulture)}°");

    private static async Task<PositionFix> ListenAsync(IPositionReceiver receiver, CancellationToken cancel)
    {
        using var patience = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        patience.CancelAfter(Patience);
        var fault = "";
        try
        {
            await foreach (var line in receiver.ListenAsync(patience.Token))
            {
                var sentence = NmeaReader.Read(line);
                if (sentence.Fix is { } fix)
                {
                    return fix;
                }

                fault = sentence.Fault.Length > 0 ? sentence.Fault : fault;
            }
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            // Said below, like a receiver that fell silent.
        }

        throw new RuleException(
            "position",
            fault.Length > 0
                ? $"The receiver could not be understood. {fault}"
                : "The receiver has no position yet. Go where it sees the sky, and try again."
        );
    }

    private static HereView Of(PositionFix fix, List<Site> sites) =>
        new(
            fix.At.Latitude,
            fix.At.Longitude,
            fix.UncertaintyM,
            fix.ElevationM,
            string.Create(
                CultureInfo.InvariantCulture,
                $"{fix.At}, within {fix.UncertaintyM:0} m, from {fix.Satellites} satellites"
            ),
            NearestSite.Of(fix.At, sites)
        );
}
