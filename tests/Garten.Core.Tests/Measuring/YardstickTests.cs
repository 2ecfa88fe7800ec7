using Garten.Core.Measuring;

namespace Garten.Core.Tests.Measuring;

public sealed class YardstickTests
{
    private static readonly Yardstick[] Known = [new("card", new(80, 0)), new("hand span", new(200, 5))];

    [Theory]
    [InlineData("two and a half cards long", 200)]
    [InlineData("2.5 cards", 200)]
    [InlineData("2 1/2 cards", 200)]
    [InlineData("2½ cards", 200)]
    [InlineData("half a card", 40)]
    [InlineData("¾ of a card", 60)]
    [InlineData("a card wide", 80)]
    [InlineData("about 3 hand spans", 600)]
    [InlineData("one and a quarter card", 100)]
    public void Lengths_in_yardsticks_are_read(string text, double millimetres) =>
        YardstickReader.Read(text, Known).ShouldNotBeNull().Value.ShouldBe(millimetres, 1e-9);

    [Theory]
    [InlineData("2.5 boats")]
    [InlineData("cards")]
    [InlineData("12 cm")]
    [InlineData("many cards")]
    [InlineData("2/0 cards")]
    public void What_names_no_known_yardstick_is_left_to_others(string text) =>
        YardstickReader.Read(text, Known).ShouldBeNull();

    [Theory]
    [InlineData("two and a half cards long", true)]
    [InlineData("about 3 thumbs", true)]
    [InlineData("6.4 cm", false)]
    [InlineData("3 1/4 in", false)]
    [InlineData("58", false)]
    [InlineData("serrate", false)]
    public void Yardsticks_need_be_known_only_where_a_text_may_speak_of_one(string text, bool may) =>
        YardstickReader.MaySpeakOfOne(text).ShouldBe(may);

    [Fact]
    public void The_error_is_that_of_the_yardstick_and_of_judging_quarters()
    {
        // 3 × 5 mm and 200 mm × ¼ ÷ √12 = 14.4 mm together.
        YardstickReader
            .Read("3 hand spans", Known)
            .ShouldNotBeNull()
            .Error.ShouldBe(Math.Sqrt((15 * 15) + (14.44 * 14.44)), 1e-9);
    }

    [Fact]
    public void A_span_measured_several_times_has_its_standard_deviation_for_error()
    {
        var span = Yardstick.Calibrated("span", [198, 200, 202]);
        span.Size.ShouldBe(new Measured(200, 2));
        Yardstick.Calibrated("coin", [25]).Size.Error.ShouldBe(0.5, 1e-12);
    }
}
