using Garten.Core.Survey;

namespace Garten.Core.Tests.Survey;

/// <summary>Where somebody stands, from several readings of a receiver.</summary>
public sealed class StandingPositionTests
{
    private static PositionReading At(double latitude, double longitude, double metres) =>
        new(latitude, longitude, metres);

    [Fact]
    public void One_reading_is_where_one_stands()
    {
        var standing = StandingPosition.Of([At(45.0021, -123.704, 12)]);
        (standing.At, standing.Readings, standing.LeftOut).ShouldBe((new GeoPoint(45.0021, -123.704), 1, 0));
        standing.UncertaintyM.ShouldBe(12, 1e-9);
    }

    [Fact]
    public void Readings_of_one_place_are_surer_than_one_and_never_as_sure_as_if_they_knew_nothing_of_each_other()
    {
        var same = Enumerable.Repeat(At(45.0021, -123.704, 12), 4);
        var four = StandingPosition.Of([.. same]);

        // 12 m × √(0.5 + 0.5 / 4)
        four.UncertaintyM.ShouldBe(9.4868, 1e-4);
        var many = StandingPosition.Of([.. Enumerable.Repeat(At(45.0021, -123.704, 12), 1000)]);
        many.UncertaintyM.ShouldBeGreaterThan(12 * Math.Sqrt(0.5));
    }

    [Fact]
    public void A_surer_reading_weighs_more()
    {
        // By 1/5² and 1/15²: nine to one.
        var standing = StandingPosition.Of([At(45.0000, -123.7, 5), At(45.0001, -123.7, 15)]);
        standing.At.Latitude.ShouldBe(45.00001, 1e-9);
    }

    [Fact]
    public void A_jump_is_left_out_and_a_wide_scatter_is_believed()
    {
        var jumped = StandingPosition.Of([At(45, -123.7, 5), At(45, -123.7, 5), At(45.01, -123.7, 5)]);
        (jumped.Readings, jumped.LeftOut).ShouldBe((2, 1));
        jumped.At.Latitude.ShouldBe(45, 1e-12);

        // Two that lie 16 m apart and say 5 m each: the middle is 8 m from both.
        var wide = StandingPosition.Of([At(45, -123.7, 5), At(45 + (16 / 111_195.0), -123.7, 5)]);
        wide.UncertaintyM.ShouldBe(8, 0.02);
    }

    [Fact]
    public void The_date_line_is_no_edge()
    {
        var standing = StandingPosition.Of([At(-17, 179.99999, 5), At(-17, -179.99999, 5)]);
        Math.Abs(standing.At.Longitude).ShouldBe(180, 1e-9);
        standing.LeftOut.ShouldBe(0);
    }

    [Theory]
    [InlineData(91, 0, 5)]
    [InlineData(0, 181, 5)]
    [InlineData(0, 0, double.NaN)]
    [InlineData(double.NaN, 0, 5)]
    public void What_is_no_place_is_refused(double latitude, double longitude, double metres) =>
        Should.Throw<RuleException>(() => StandingPosition.Of([At(latitude, longitude, metres)]));

    [Fact]
    public void Of_no_reading_there_is_no_place() => Should.Throw<RuleException>(() => StandingPosition.Of([]));
}
