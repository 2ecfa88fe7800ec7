using Garten.Core.Survey;

namespace Garten.Core.Tests.Survey;

/// <summary>Shares with the score interval, worked by hand.</summary>
public sealed class ShareTests
{
    [Theory]
    [InlineData(12, 40, 0.180750, 0.454302)]
    [InlineData(0, 10, 0, 0.277533)]
    [InlineData(10, 10, 0.722467, 1)]
    [InlineData(1, 2, 0.094531, 0.905469)]
    public void The_interval_is_that_of_the_score_test(int of, int all, double low, double high)
    {
        var interval = new Share(of, all).Interval;
        interval.Low.ShouldBe(low, 1e-5);
        interval.High.ShouldBe(high, 1e-5);
    }

    [Fact]
    public void It_narrows_as_more_are_looked_at_and_always_holds_the_share()
    {
        var width = 1.0;
        foreach (var n in new[] { 10, 50, 250, 1000 })
        {
            var share = new Share(n * 3 / 10, n);
            var (low, high) = share.Interval;
            share.Value.ShouldBeInRange(low, high);
            (high - low).ShouldBeLessThan(width);
            width = high - low;
        }
    }

    [Fact]
    public void Of_nothing_anything_is_possible_and_of_too_few_no_share_is_said()
    {
        new Share(0, 0).Interval.ShouldBe((0, 1));
        new Share(2, 4).InWords().ShouldBe("2 of 4; too few for a share, which needs 5");
        new Share(12, 40).InWords().ShouldBe("12 of 40, 30 % (18 to 45 %)");
    }
}
