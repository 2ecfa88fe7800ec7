using System.Globalization;
using System.Net;
using Garten.Server.Devices;
using Garten.Server.Endpoints;
using Garten.Testing;
using Microsoft.Extensions.DependencyInjection;

namespace Garten.Server.Tests;

/// <summary>The devices that stand in for real ones.</summary>
public sealed class DeviceTests(ServerFixture server) : ServerTest(server)
{
    [Fact]
    public async Task The_calliper_types_one_length_after_another_close_to_the_true_ones()
    {
        double[] read = [.. (await ReadAsync("calliper", 10)).Select(t => Number(t, " mm"))];
        read.Order().Zip(SampleCalliper.Leaves.Order()).ShouldAllBe(p => Math.Abs(p.First - p.Second) <= 0.0201);
    }

    [Fact]
    public async Task Angles_of_the_clinometer_give_the_height_of_its_tree()
    {
        var top = (await ReadAsync("clinometer/top", 1))[0];
        var foot = (await ReadAsync("clinometer/foot", 1))[0];
        var answer = await Me.PostAsync(
            "/api/trees/measures",
            new
            {
                stems = Array.Empty<string>(),
                byDiameter = false,
                method = "angles",
                distance = $"{SampleClinometer.Distance} m",
                pace = "",
                alongSlope = false,
                top,
                foot,
                stick = "",
                arm = "",
                lean = "",
                crownLong = "",
                crownAcross = "",
            }
        );
        double[] ends =
        [
            .. ((string)answer["entry"]!)
                .Replace(" m", "", StringComparison.Ordinal)
                .Split('–')
                .Select(e => double.Parse(e, CultureInfo.InvariantCulture)),
        ];
        SampleClinometer.Height.ShouldBeInRange(ends[0], ends[1]);
    }

    [Fact]
    public async Task The_receiver_says_where_it_is_and_which_site_is_near()
    {
        var here = await Me.GetAsync("/api/devices/position");
        ((double)here["latitude"]!).ShouldBeInRange(44.98, 45.02);
        ((double)here["longitude"]!).ShouldBeInRange(-123.72, -123.67);
        ((string?)here["words"])!.ShouldContain("from 9 satellites");
        ((string?)here["nearest"]!["site"]).ShouldNotBeNull();
    }

    [Fact]
    public async Task Outside_the_demo_nothing_stands_in_for_a_device_and_no_weather_is_known()
    {
        await using var empty = await RunningServer.StartAsync(demo: false);
        using Client me = new(empty.Address);
        await me.BeFirstStewardAsync();
        ((bool)(await me.GetAsync("/api/session"))["standIns"]!).ShouldBeFalse();
        await Client.ProblemAsync(
            await me.Http.GetAsync(new Uri("/api/devices/position", UriKind.Relative)),
            HttpStatusCode.NotFound
        );
        await Client.ProblemAsync(await me.TryPostAsync("/api/devices/calliper", new { }), HttpStatusCode.NotFound);
        (await me.GetAsync("/api/photos/samples")).AsArray().ShouldBeEmpty();
        await Client.ProblemAsync(
            await me.TryPostAsync($"/api/photos/samples/1?id={Guid.NewGuid()}", new { }),
            HttpStatusCode.NotFound
        );

        var station = empty.Services.GetRequiredService<SurveyWeather>();
        (await station.SinceNewYearAsync(new(2026, 5, 1), CancellationToken.None)).ShouldBeEmpty();
        (await station.UsualAsync(CancellationToken.None)).ShouldBeEmpty();
    }

    [Theory]
    [InlineData(44.9903, -123.685, "at Quarry Bald")]
    [InlineData(44.9903, -123.71, "1.4 km south of Millrace Bottom")]
    public async Task A_place_is_told_by_the_site_next_to_it(double latitude, double longitude, string words) =>
        (
            (string?)
                (
                    await Me.GetAsync(
                        FormattableString.Invariant($"/api/sites/nearest?latitude={latitude}&longitude={longitude}")
                    )
                )["words"]
        ).ShouldBe(words);

    private async Task<string[]> ReadAsync(string device, int times)
    {
        var readings = new string[times];
        for (var i = 0; i < times; i++)
        {
            readings[i] = (string)(await Me.PostAsync($"/api/devices/{device}", new { }))["typed"]!;
        }

        return readings;
    }

    private static double Number(string typed, string unit) =>
        double.Parse(typed.Replace(unit, "", StringComparison.Ordinal), CultureInfo.InvariantCulture);
}
