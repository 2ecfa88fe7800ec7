using Garten.Core.Survey.Places;

namespace Garten.Core.Tests.Survey.Places;

public sealed class DirectionTests
{
    [Theory]
    [InlineData(170, 170, "240 m north-east")]
    [InlineData(-1200, 0, "1.2 km south")]
    [InlineData(10, -30, "32 m west")]
    [InlineData(100, -5, "100 m north")]
    public void A_way_is_told_by_its_length_and_wind(double north, double east, string words)
    {
        GeoPoint from = new(45, -123.7);
        Direction.InWords(from, from.Moved(north, east)).ShouldBe(words);
    }
}
