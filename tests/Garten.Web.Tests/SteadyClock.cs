using System.Diagnostics;
using OpenQA.Selenium.Support.UI;

namespace Garten.Web.Tests;

/// <summary>
/// A clock that runs on evenly though the machine's own is set forward: a wait that reads that one ends before its time, and a test
/// fails for nothing.
/// </summary>
internal sealed class SteadyClock : IClock
{
    private static readonly DateTime Begun = DateTime.UtcNow;
    private static readonly Stopwatch Since = Stopwatch.StartNew();

    public DateTime Now => Begun + Since.Elapsed;

    public DateTime LaterBy(TimeSpan delay) => Now + delay;

    public bool IsNowBefore(DateTime otherDateTime) => Now < otherDateTime;
}
