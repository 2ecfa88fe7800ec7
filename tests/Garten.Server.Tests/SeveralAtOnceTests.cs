using Garten.Server.Requests;

namespace Garten.Server.Tests;

/// <summary>Work on many things, several at a time.</summary>
public sealed class SeveralAtOnceTests
{
    private static readonly CancellationToken None = CancellationToken.None;

    [Fact]
    public async Task What_comes_of_each_stands_in_the_order_of_the_things_whoever_is_done_first()
    {
        int[] things = [.. Enumerable.Range(0, 60)];
        TaskCompletionSource second = new();
        var results = await SeveralAtOnce.SelectAsync(
            things,
            async i =>
            {
                // The first waits for the second, which so must be at work beside it.
                if (i == 0)
                {
                    await second.Task.WaitAsync(TimeSpan.FromSeconds(30), TestContext.Current.CancellationToken);
                }
                else if (i == 1)
                {
                    second.SetResult();
                }

                return i * i;
            },
            None
        );
        results.ShouldBe(things.Select(i => i * i));
        (await SeveralAtOnce.SelectAsync(Array.Empty<int>(), Task.FromResult, None)).ShouldBeEmpty();
    }

    [Fact]
    public async Task No_more_than_six_are_at_work_at_once()
    {
        var (now, most) = (0, 0);
        Lock gate = new();
        await SeveralAtOnce.SelectAsync(
            [.. Enumerable.Range(0, 40)],
            async (int i) =>
            {
                lock (gate)
                {
                    most = Math.Max(most, ++now);
                }

                await Task.Delay(5, TestContext.Current.CancellationToken);
                lock (gate)
                {
                    now--;
                }

                return i;
            },
            None
        );
        most.ShouldBeInRange(1, 6);
    }

    [Fact]
    public async Task A_fault_in_one_is_told_and_one_who_gives_up_waits_no_longer()
    {
        (
            await Should.ThrowAsync<NotSupportedException>(() =>
                SeveralAtOnce.SelectAsync<int, int>(
                    [1, 2, 3],
                    i => i == 2 ? throw new NotSupportedException("the second") : Task.FromResult(i),
                    None
                )
            )
        ).Message.ShouldBe("the second");
        using CancellationTokenSource stop = new();
        await stop.CancelAsync();
        await Should.ThrowAsync<OperationCanceledException>(() =>
            SeveralAtOnce.SelectAsync([1, 2, 3], Task.FromResult, stop.Token)
        );
    }
}
