using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>
/// Whether simulated devices stand in for real ones: for the survey of the demo alone, whichever server stands before it. In any other
/// survey what they gave would be taken for true.
/// </summary>
public sealed class StandIns(ServerSettings settings, SettingStore store)
{
    /// <summary>The setting that tells that this is the survey of the demo.</summary>
    internal const string DemoSetting = "demo-survey";

    private volatile bool _areOn = settings.Demo;

    /// <summary>True where devices are stood in for.</summary>
    public async ValueTask<bool> AreOnAsync(CancellationToken cancel)
    {
        if (!_areOn && await store.GetAsync(DemoSetting, cancel) is not null)
        {
            _areOn = true;
        }

        return _areOn;
    }
}
