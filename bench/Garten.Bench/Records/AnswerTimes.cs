using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Garten.Bench.Records;

/// <summary>Asks a server as its page does, and times its answers from the request to the last byte.</summary>
internal static class AnswerTimes
{
    private const int Warm = 2;
    private const int Usually = 15;

    /// <summary>Comes in as one of the demo's people.</summary>
    /// <param name="role">The role of the person.</param>
    public static async Task EnterAsync(HttpClient http, string role)
    {
        var session = (await http.GetFromJsonAsync<JsonNode>("/api/session"))!;
        var person = session["demoEntries"]!.AsArray().First(p => (string?)p!["role"] == role)!;
        (await http.PutAsJsonAsync("/api/session", new { person = (string)person["id"]! })).EnsureSuccessStatusCode();
    }

    /// <summary>Asks the same again and again, one request at a time.</summary>
    /// <param name="work">What it is called in the report.</param>
    /// <param name="held">Milliseconds to be held; null for none.</param>
    /// <param name="counted">How many times it is timed.</param>
    public static async Task<AnswerTime> MeasureAsync(
        HttpClient http,
        string work,
        double? held,
        string path,
        int counted = Usually
    )
    {
        List<double> times = [];
        for (var i = 0; i < Warm + counted; i++)
        {
            var watch = Stopwatch.StartNew();
            using var answer = await http.GetAsync(new Uri(path, UriKind.Relative));
            var content = await answer.Content.ReadAsByteArrayAsync();
            if (!answer.IsSuccessStatusCode)
            {
                throw new InvalidOperationException(
                    $"{path}: {answer.StatusCode} {System.Text.Encoding.UTF8.GetString(content)}"
                );
            }

            if (i >= Warm)
            {
                times.Add(watch.Elapsed.TotalMilliseconds);
            }
        }

        times.Sort();
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"{work}: {times[times.Count / 2]:0} ms, at most {times[^1]:0} ms"
            )
        );
        return new(work, times[times.Count / 2], times[^1], held);
    }
}
