using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using Garten.Testing;

namespace Garten.Server.Tests;

/// <summary>The server as a process of its own, as ./garten start runs it.</summary>
public sealed class ProgramTests
{
    [Fact]
    public async Task Killed_in_mid_save_it_keeps_what_was_acknowledged_and_half_of_nothing()
    {
        var folder = TestCluster.NewFolder();
        var acknowledged = new List<string>();
        string plant;
        string path;
        using (var server = Start(folder, out var port))
        {
            using var me = await ReadyAsync(server, port);
            await me.BeFirstStewardAsync();
            await me.PostAsync(
                "/api/sites",
                new
                {
                    id = DemoIds.Site(1),
                    name = "Here",
                    elevationM = 100,
                }
            );
            var sheet = await me.TakeAsync();
            plant = (string)sheet["plant"]!["id"]!;
            path = Client.PathTo(sheet, "leaf-length");
            long? revision = null;
            TaskCompletionSource first = new();
            var killer = Task.Run(async () =>
            {
                await first.Task;
                await Task.Delay(700);
                server.Kill();
            });
            try
            {
                for (var i = 10; i < 500; i++)
                {
                    string[] parts = [.. acknowledged, $"{i} mm"];
                    var after = await me.PutAsync(
                        path,
                        Client.Feature("sample", parts: parts[^Math.Min(parts.Length, 40)..], expected: revision)
                    );
                    revision = (long)after["observations"]![0]!["revision"]!;
                    acknowledged.Clear();
                    acknowledged.AddRange(parts[^Math.Min(parts.Length, 40)..]);
                    first.TrySetResult();
                }
            }
            catch (HttpRequestException)
            {
                // The server is gone, as it should be.
            }

            await killer;
            await server.WaitForExitAsync();
        }

        acknowledged.ShouldNotBeEmpty("something was saved before the kill");
        using var again = Start(folder, out var secondPort);
        using var client = await ReadyAsync(again, secondPort);
        await client.SignInAsync("R. Ostrow", Client.FirstPassword);
        var kept = (await client.GetAsync($"/api/plants/{plant}"))["observations"]![0]!["parts"]!
            .AsArray()
            .Select(p => (string)p!)
            .ToList();

        // The save under way when the server was killed may have been committed without its answer arriving; then it is
        // there whole, one part further on.
        var next = acknowledged
            .Append(
                $"{int.Parse(acknowledged[^1].Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture) + 1} mm"
            )
            .TakeLast(40);
        (kept.SequenceEqual(acknowledged) || kept.SequenceEqual(next)).ShouldBeTrue($"kept {string.Join(", ", kept)}");
        again.Kill();
        await again.WaitForExitAsync();
    }

    [Fact]
    public async Task It_stops_cleanly_when_asked_to()
    {
        var folder = TestCluster.NewFolder();
        using var server = Start(folder, out var port);
        using (await ReadyAsync(server, port)) { }

        using (var signal = Process.Start("kill", ["-TERM", $"{server.Id}"]))
        {
            await signal.WaitForExitAsync();
        }

        await server.WaitForExitAsync();
        server.ExitCode.ShouldBe(0);
        File.Exists(Path.Combine(folder, "database", "postmaster.pid")).ShouldBeFalse("the database was stopped too");
    }

    [Fact]
    public async Task A_port_in_use_is_one_sentence_and_a_failure()
    {
        using var taken = new TcpListener(IPAddress.Loopback, 0);
        taken.Start();
        var port = ((IPEndPoint)taken.LocalEndpoint).Port;
        var (code, errors) = await FailAsync("--port", $"{port}", "--data", TestCluster.NewFolder());
        code.ShouldBe(1);
        errors
            .Trim()
            .ShouldBe(
                $"garten: Port {port} is in use on 127.0.0.1. Start with another one: ./garten start --port {port + 1}"
            );
    }

    [Theory]
    [InlineData("--port", "99999", "is no port")]
    [InlineData("--colour", "green", "“--colour” is not understood")]
    [InlineData("--data", "/proc/nowhere", "cannot be made")]
    public async Task Wrong_words_are_one_sentence_and_a_failure(string option, string value, string expected)
    {
        var (code, errors) = await FailAsync(
            option == "--data" ? [option, value, "--port", $"{FreePort()}"] : [option, value]
        );
        code.ShouldBe(1);
        errors.Trim().Split('\n').ShouldHaveSingleItem().ShouldContain(expected);
    }

    private static Process Start(string folder, out int port)
    {
        port = FreePort();
        return Process.Start(
            Command(
                "--empty",
                "--data",
                folder,
                "--port",
                $"{port}",
                "--guides",
                Repository.PathTo("guides"),
                "--web",
                Repository.PathTo("web", "dist")
            )
        )!;
    }

    private static int FreePort()
    {
        using var probe = new TcpListener(IPAddress.Loopback, 0);
        probe.Start();
        return ((IPEndPoint)probe.LocalEndpoint).Port;
    }

    private static ProcessStartInfo Command(params string[] arguments) =>
        new("dotnet", [Path.Combine(AppContext.BaseDirectory, "Garten.Server.dll"), .. arguments])
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };

    private static async Task<Client> ReadyAsync(Process server, int port)
    {
        while (await server.StandardOutput.ReadLineAsync() is { } line)
        {
            if (line.StartsWith("Garten is ready", StringComparison.Ordinal))
            {
                return new Client($"http://127.0.0.1:{port}");
            }
        }

        throw new InvalidOperationException($"The server did not start: {await server.StandardError.ReadToEndAsync()}");
    }

    private static async Task<(int Code, string Errors)> FailAsync(params string[] arguments)
    {
        using var server = Process.Start(Command(arguments))!;
        var errors = await server.StandardError.ReadToEndAsync();
        await server.WaitForExitAsync();
        errors.ShouldNotContain("   at ");
        return (server.ExitCode, errors);
    }
}
