using CsCheck;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Tests.Evidence;

public sealed class RoughValueTests
{
    private static readonly Character Ratio = SmallGuide.Numeric("ratio", Organ.Leaf, CharacterKind.Ratio, "", 0, 50);

    [Theory]
    [InlineData("7–9, mostly 9", 7d, 9d, 9d)]
    [InlineData("7-9; usually 7", 7d, 9d, 7d)]
    [InlineData("> 100", 100d, null, null)]
    [InlineData("more than 20", 20d, null, null)]
    [InlineData("up to 5", null, 5d, null)]
    [InlineData("6", 6d, 6d, 6d)]
    [InlineData("3 to 5", 3d, 5d, null)]
    public void Counts_are_read_as_people_say_them(string text, double? low, double? high, double? best) =>
        Expect(text, SmallGuide.Leaflets, low, high, best);

    [Theory]
    [InlineData("about twice as long", 1.6, 2.4, 2d)]
    [InlineData("about twice as long as wide", 1.6, 2.4, 2d)]
    [InlineData("three to four times as long as wide", 3d, 4d, null)]
    [InlineData("2–3 times as long as broad", 2d, 3d, null)]
    [InlineData("half as long as wide", 0.5, 0.5, 0.5)]
    public void Ratios_are_read_as_people_say_them(string text, double? low, double? high, double? best) =>
        Expect(text, Ratio, low, high, best);

    [Theory]
    [InlineData("about 12 cm", 96d, 144d, 120d)]
    [InlineData("12", 120d, 120d, 120d)]
    [InlineData("3 1/4 in", 82.55, 82.55, 82.55)]
    [InlineData("1/2 in", 12.7, 12.7, 12.7)]
    [InlineData("64 mm", 64d, 64d, 64d)]
    [InlineData("2–3 ft", 609.6, 914.4, null)]
    public void Lengths_become_millimetres(string text, double? low, double? high, double? best) =>
        Expect(text, SmallGuide.Length, low, high, best);

    [Theory]
    [InlineData("some")]
    [InlineData("9–7")]
    [InlineData("7–9, mostly 12")]
    [InlineData("5 apples")]
    [InlineData("3 1/0")]
    [InlineData("-3")]
    [InlineData("")]
    public void What_cannot_be_read_is_refused_with_an_example(string text)
    {
        var reading = RoughValueReader.Read(text, SmallGuide.Leaflets);
        reading.Ok.ShouldBeFalse();
        reading.Expected.ShouldNotBeEmpty();
    }

    [Fact]
    public void What_was_typed_is_kept() =>
        RoughValueReader.Read(" 7–9, mostly 9 ", SmallGuide.Leaflets).Value!.Typed.ShouldBe("7–9, mostly 9");

    [Fact]
    public void Any_pair_of_numbers_in_order_reads_back_as_its_ends() =>
        Gen.Select(Gen.Int[0, 500], Gen.Int[0, 500])
            .Sample((a, more) => Expect($"{a}–{a + more}", SmallGuide.Leaflets, a, a + more, null));

    private static void Expect(string text, Character character, double? low, double? high, double? best)
    {
        var reading = RoughValueReader.Read(text, character);
        reading.Ok.ShouldBeTrue($"{text}: {reading.Expected}");
        Near(reading.Value!.Low, low);
        Near(reading.Value.High, high);
        if (best is not null)
        {
            Near(reading.Value.Best, best);
        }

        static void Near(double? found, double? expected)
        {
            if (expected is null)
            {
                found.ShouldBeNull();
            }
            else
            {
                found!.Value.ShouldBe(expected.Value, 1e-9);
            }
        }
    }
}
