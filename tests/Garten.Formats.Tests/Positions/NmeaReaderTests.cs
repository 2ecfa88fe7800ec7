using Garten.Core.Survey;
using Garten.Formats.Positions;

namespace Garten.Formats.Tests.Positions;

/// <summary>Sentences of satellite receivers.</summary>
public sealed class NmeaReaderTests
{
    [Fact]
    public void A_position_is_read_from_degrees_and_minutes()
    {
        // 45° 0.126′ N, 123° 42.240′ W; the sum of the characters between $ and * by exclusive or is 5C.
        var read = NmeaReader.Read(Summed("GPGGA,171503.00,4500.1260,N,12342.2400,W,1,09,1.1,118.0,M,-20.1,M,,"));
        read.Fault.ShouldBeEmpty();
        var fix = read.Fix.ShouldNotBeNull();
        fix.At.Latitude.ShouldBe(45.0021, 1e-9);
        fix.At.Longitude.ShouldBe(-123.704, 1e-9);
        fix.ShouldBe(new PositionFix(fix.At, 5.5, 118, 9, new(17, 15, 3)));
    }

    [Fact]
    public void South_and_east_have_their_signs() =>
        NmeaReader
            .Read(Summed("GNGGA,000000,3330.0000,S,07015.0000,E,2,12,0.8,12.5,M,,M,,"))
            .Fix!.At.ShouldBe(new GeoPoint(-33.5, 70.25));

    [Fact]
    public void A_sentence_of_another_kind_and_one_without_a_position_are_sound_but_say_nothing()
    {
        NmeaReader
            .Read(Summed("GPRMC,171503.00,A,4500.1260,N,12342.2400,W,2.3,,251126,,,A"))
            .ShouldBe(new NmeaSentence(null, ""));
        NmeaReader.Read(Summed("GPGGA,171503.00,,,,,0,00,99.9,,,,,,")).ShouldBe(new NmeaSentence(null, ""));
    }

    [Fact]
    public void A_known_sum_is_checked()
    {
        // Worked by hand: A is 41, B is 42, and 41 xor 42 is 03.
        NmeaReader.Read("$AB*03\r\n").Fault.ShouldBeEmpty();
        NmeaReader.Read("$AB*04").Fault.ShouldBe("“$AB*04” could not be read: expected the check sum 03.");
    }

    [Theory]
    [InlineData("")]
    [InlineData("hello")]
    [InlineData("$GPGGA,171503.00,4500.1260,N")]
    public void What_is_no_sentence_is_said_to_be_none(string line) =>
        NmeaReader.Read(line).Fault.ShouldContain("expected a line from $ to *");

    [Theory]
    [InlineData("GPGGA,171503.00,4560.1260,N,12342.2400,W,1,09,1.1,118.0,M,,M,,", "latitude")]
    [InlineData("GPGGA,171503.00,9100.0000,N,12342.2400,W,1,09,1.1,118.0,M,,M,,", "latitude")]
    [InlineData("GPGGA,171503.00,4500.1260,X,12342.2400,W,1,09,1.1,118.0,M,,M,,", "latitude")]
    [InlineData("GPGGA,251503.00,4500.1260,N,12342.2400,W,1,09,1.1,118.0,M,,M,,", "a time")]
    [InlineData("GPGGA,171503.00,4500.1260,N,12342.2400,W,1,09,,118.0,M,,M,,", "dilution")]
    [InlineData("GPGGA,171503.00", "quality")]
    public void A_position_that_cannot_be_is_refused(string body, string expected) =>
        NmeaReader.Read(Summed(body)).Fault.ShouldContain(expected);

    private static string Summed(string body) => $"${body}*{body.Aggregate(0, (sum, c) => sum ^ c):X2}";
}
