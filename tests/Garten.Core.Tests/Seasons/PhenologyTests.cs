using CsCheck;
using Garten.Core.Guides;

namespace Garten.Core.Tests.Seasons;

public sealed class PhenologyTests
{
    private static readonly PhenologyWindow Spring = new(new("x"), Phenophase.Flower, new(4, 10), new(5, 20));
    private static readonly PhenologyWindow Winter = new(new("x"), Phenophase.Fruit, new(11, 15), new(1, 31));

    [Theory]
    [InlineData(4, 10, 0)]
    [InlineData(5, 20, 0)]
    [InlineData(4, 9, 1)]
    [InlineData(5, 30, 10)]
    [InlineData(12, 25, 106)]
    public void Days_outside_are_counted_to_the_nearer_end(int month, int day, int expected) =>
        Spring.DaysOutside(new(month, day)).ShouldBe(expected);

    [Theory]
    [InlineData(12, 31, 0)]
    [InlineData(1, 31, 0)]
    [InlineData(2, 1, 1)]
    [InlineData(11, 14, 1)]
    public void A_window_may_run_across_new_year(int month, int day, int expected) =>
        Winter.DaysOutside(new(month, day)).ShouldBe(expected);

    [Fact]
    public void Lengths_count_both_ends()
    {
        Spring.Length.ShouldBe(41);
        Winter.Length.ShouldBe(78);
    }

    [Fact]
    public void The_leap_day_counts_as_the_day_before() =>
        new DayInYear(2, 29).Number.ShouldBe(new DayInYear(2, 28).Number);

    [Fact]
    public void Shifting_keeps_the_length_and_wraps() =>
        Gen.Int[-800, 800]
            .Sample(days =>
            {
                var moved = Winter.ShiftedBy(days, days);
                moved.Length.ShouldBe(Winter.Length);
                moved.ShiftedBy(-days, -days).ShouldBe(Winter);
            });
}
