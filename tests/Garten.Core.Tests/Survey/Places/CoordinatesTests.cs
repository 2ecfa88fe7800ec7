using Garten.Core.Survey.Places;

namespace Garten.Core.Tests.Survey.Places;

public sealed class CoordinatesTests
{
    [Theory]
    [InlineData("45.0021, -123.7040", 45.0021, -123.704)]
    [InlineData("45.0021 -123.7040", 45.0021, -123.704)]
    [InlineData("45.0021;−123.7040", 45.0021, -123.704)]
    [InlineData("45.0021N 123.704W", 45.0021, -123.704)]
    [InlineData("W 123.704, N 45.0021", 45.0021, -123.704)]
    [InlineData("45°00′07.6″N 123°42′14.4″W", 45.00211111, -123.704)]
    [InlineData("45° 00' 07.6\" N, 123° 42' 14.4\" W", 45.00211111, -123.704)]
    [InlineData("N 45 00.126 W 123 42.240", 45.0021, -123.704)]
    [InlineData("-33 51 24.5, 151 12 40", -33.85680556, 151.21111111)]
    public void Positions_are_read_as_people_write_them(string text, double latitude, double longitude)
    {
        var read = Coordinates.Read(text, out var fault);
        fault.ShouldBeEmpty();
        read!.At.Latitude.ShouldBe(latitude, 1e-6);
        read.At.Longitude.ShouldBe(longitude, 1e-6);
    }

    [Theory]
    [InlineData("", "Write latitude and longitude")]
    [InlineData("45.0021", "Write latitude and longitude")]
    [InlineData("45 N, 46 N", "the other a longitude")]
    [InlineData("123 W, 124 W", "the other a longitude")]
    [InlineData("123.7, 45.0", "exchanged")]
    [InlineData("45°61′N 123°00′W", "from 0 to below 60")]
    [InlineData("by the mill", "Write latitude and longitude")]
    [InlineData("45.0021, -123.7040, 12", "Write latitude and longitude")]
    public void What_is_no_position_is_refused_with_what_to_write(string text, string reason)
    {
        Coordinates.Read(text, out var fault).ShouldBeNull(text);
        fault.ShouldContain(reason);
    }

    [Fact]
    public void A_position_is_no_surer_than_it_is_written()
    {
        Coordinates.Read("45.00, -123.70", out _)!.FinenessM.ShouldBe(556, 1);
        Coordinates.Read("45.00210, -123.70400", out _)!.FinenessM.ShouldBe(0.556, 0.001);
        Coordinates.Read("45°00′07″N 123°42′14″W", out _)!.FinenessM.ShouldBe(15.4, 0.1);
    }

    [Fact]
    public void What_is_written_is_read_back_to_a_tenth_of_a_second()
    {
        Coordinates.InDegreesMinutesSeconds(new(45.0021, -123.704)).ShouldBe("45°00′07.6″N 123°42′14.4″W");
        Coordinates.InDegreesMinutesSeconds(new(-0.99999999, 179.9999999)).ShouldBe("1°00′00.0″S 180°00′00.0″E");
        var random = new Random(11);
        for (var i = 0; i < 500; i++)
        {
            GeoPoint at = new((random.NextDouble() * 180) - 90, (random.NextDouble() * 360) - 180);
            Coordinates.Read(Coordinates.InDegreesMinutesSeconds(at), out _)!.At.MetresTo(at).ShouldBeLessThan(3);
            Coordinates.Read(at.ToString(), out _)!.At.MetresTo(at).ShouldBeLessThan(1);
        }
    }
}
