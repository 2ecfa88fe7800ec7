namespace Garten.Core.Tests.Measuring;

public sealed class LengthReaderTests
{
    [Theory]
    [InlineData("192", "cm", 1920)]
    [InlineData("1.92 m", "cm", 1920)]
    [InlineData("1,92 m", "cm", 1920)]
    [InlineData("3 1/4 in", "cm", 82.55)]
    [InlineData("3¼ in", "cm", 82.55)]
    [InlineData("1/2 in", "cm", 12.7)]
    [InlineData("½\"", "cm", 12.7)]
    [InlineData("6 ft 3 in", "cm", 1905)]
    [InlineData("6' 3 1/2\"", "cm", 1917.7)]
    [InlineData("2½", "m", 2500)]
    [InlineData("12/4 in", "mm", 76.2)]
    public void Lengths_are_read_as_written(string text, string unit, double millimetres) =>
        LengthReader.Millimetres(text, unit).ShouldNotBeNull().ShouldBe(millimetres, 1e-9);

    [Theory]
    [InlineData("")]
    [InlineData("tall")]
    [InlineData("-3 m")]
    [InlineData("3 furlongs")]
    [InlineData("1/0 in")]
    [InlineData("3..4 m")]
    [InlineData("1 m 2 m 3 m")]
    [InlineData("6 3 in")]
    public void What_is_no_length_is_not_guessed(string text) => LengthReader.Millimetres(text, "m").ShouldBeNull();

    [Fact]
    public void A_very_long_text_is_not_even_tried() =>
        LengthReader.Millimetres(new string('1', 5000), "m").ShouldBeNull();
}
