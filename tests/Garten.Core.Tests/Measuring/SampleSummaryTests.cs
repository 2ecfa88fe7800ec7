using Garten.Core.Measuring;

namespace Garten.Core.Tests.Measuring;

public sealed class SampleSummaryTests
{
    [Fact]
    public void A_sample_is_summarised()
    {
        // Worked by hand: mean 6, squares 4 + 0 + 1 + 1 + 0 = 6, 6 / 4 = 1.5.
        var summary = SampleSummary.Of([4, 6, 7, 7, 6]);
        summary.Mean.ShouldBe(6);
        summary.StandardDeviation!.Value.ShouldBe(Math.Sqrt(1.5), 1e-12);
        (summary.Minimum, summary.Maximum, summary.Count).ShouldBe((4, 7, 5));
    }

    [Fact]
    public void One_part_has_no_spread() => SampleSummary.Of([5]).StandardDeviation.ShouldBeNull();

    [Fact]
    public void An_empty_sample_is_refused() => Should.Throw<ArgumentException>(() => SampleSummary.Of([]));
}
