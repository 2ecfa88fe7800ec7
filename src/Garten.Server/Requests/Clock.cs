namespace Garten.Server.Requests;

/// <summary>The day it is.</summary>
public static class Clock
{
    /// <summary>Today where the server stands.</summary>
    public static DateOnly Today(TimeProvider clock) => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);
}
