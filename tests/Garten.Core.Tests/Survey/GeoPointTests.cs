namespace Garten.Core.Tests.Survey;

/// <summary>Ways over the ground.</summary>
public sealed class GeoPointTests
{
    /// <summary>On a sphere of 6371.0088 km a degree of a great circle is 111.1951 km.</summary>
    [Theory]
    [InlineData(0, 0, 1, 0, 111_195.1, 0)]
    [InlineData(0, 0, 0, 1, 111_195.1, 90)]
    [InlineData(45, -123, 44, -123, 111_195.1, 180)]
    [InlineData(0, 0.5, 0, -0.5, 111_195.1, 270)]
    [InlineData(0, 179.5, 0, -179.5, 111_195.1, 90)]
    public void Ways_and_bearings_follow_great_circles(
        double north,
        double east,
        double toNorth,
        double toEast,
        double metres,
        double bearing
    )
    {
        new GeoPoint(north, east).MetresTo(new(toNorth, toEast)).ShouldBe(metres, 0.5);
        new GeoPoint(north, east).BearingTo(new(toNorth, toEast)).ShouldBe(bearing, 0.01);
    }

    [Fact]
    public void A_place_moved_is_as_far_away_as_it_was_moved()
    {
        var here = new GeoPoint(45.0021, -123.704);
        here.MetresTo(here.Moved(300, -400)).ShouldBe(500, 0.1);
        here.BearingTo(here.Moved(0, 250)).ShouldBe(90, 0.01);
    }

    [Fact]
    public void A_place_is_written_to_a_metre() =>
        new GeoPoint(45.0021, -123.704).ToString().ShouldBe("45.00210, −123.70400");
}
