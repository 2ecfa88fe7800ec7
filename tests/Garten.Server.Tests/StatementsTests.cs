using System.Collections.Concurrent;
using System.Diagnostics;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace Garten.Server.Tests;

/// <summary>How much is asked of the database for one thing done.</summary>
public sealed class StatementsTests(ServerFixture server) : ServerTest(server)
{
    /// <summary>The statement that ends a transaction is sent by the driver itself, which does not tell of it.</summary>
    private const int Commit = 1;

    [Fact]
    public async Task One_feature_recorded_makes_at_most_eight_statements_however_many_parts_it_has()
    {
        var sheet = await Me.TakeAsync();
        var one = await CountedAsync(() =>
            Me.PutAsync(Client.PathTo(sheet, "leaf-length"), Client.Feature("sample", parts: ["6.1 cm"]))
        );
        string[] sixty = [.. Enumerable.Range(0, 60).Select(i => $"{60 + i} mm")];
        var many = await CountedAsync(() =>
            Me.PutAsync(Client.PathTo(sheet, "leaf-width"), Client.Feature("sample", parts: sixty))
        );
        var state = await CountedAsync(() =>
            Me.PutAsync(Client.PathTo(sheet, "margin"), Client.Feature(states: ["serrate"]))
        );
        many.Length.ShouldBe(one.Length, string.Join("\n\n", many));
        (one.Length + Commit).ShouldBeLessThanOrEqualTo(8, string.Join("\n\n", one));
        state.Length.ShouldBeLessThanOrEqualTo(one.Length);
    }

    [Fact]
    public async Task A_sheet_and_the_desk_of_the_day_ask_as_much_for_many_plants_as_for_few()
    {
        await CountedAsync(() => Me.GetAsync("/api/today"));
        var few = await CountedAsync(() => Me.GetAsync("/api/today"));
        for (var i = 0; i < 5; i++)
        {
            await Me.TakeAsync($"one more {i}");
        }

        // What changed since it was last read is fetched in one statement more, however many plants changed.
        (await CountedAsync(() => Me.GetAsync("/api/today"))).Length.ShouldBe(few.Length + 1);
        (await CountedAsync(() => Me.GetAsync("/api/today"))).Length.ShouldBe(few.Length);
        few.Length.ShouldBeLessThanOrEqualTo(14, string.Join("\n\n", few));
        (await CountedAsync(() => Me.GetAsync("/api/plants/1"))).Length.ShouldBeLessThanOrEqualTo(
            3,
            "who asks, the plant, and what they can take back"
        );
    }

    private async Task<string[]> CountedAsync(Func<Task> work)
    {
        var database = new NpgsqlConnectionStringBuilder(
            Services.GetRequiredService<NpgsqlDataSource>().ConnectionString
        ).Database!;
        ConcurrentQueue<string> statements = [];
        using ActivityListener listener = new()
        {
            ShouldListenTo = source => source.Name == "Npgsql",
            Sample = (ref ActivityCreationOptions<ActivityContext> _) => ActivitySamplingResult.AllDataAndRecorded,

            // Other tests of the run ask other databases meanwhile.
            ActivityStopped = activity =>
            {
                if (
                    activity.TagObjects.Any(t => (t.Value as string) == database)
                    && activity.TagObjects.FirstOrDefault(t => t.Key is "db.query.text" or "db.statement").Value
                        is string text
                )
                {
                    statements.Enqueue(text);
                }
            },
        };
        ActivitySource.AddActivityListener(listener);
        await work();
        statements.ShouldNotBeEmpty("what the driver sends was heard");
        return [.. statements];
    }
}
