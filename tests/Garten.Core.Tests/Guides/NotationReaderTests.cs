using System.Collections.Immutable;
using CsCheck;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Tests.Guides;

public sealed class NotationReaderTests
{
    private static readonly Character Colour = SmallGuide.Named(
        "colour",
        Organ.Flower,
        ["white", "pink", "red", "blue"]
    );
    private static readonly Character Count = SmallGuide.Numeric("count", Organ.Leaf, CharacterKind.Count, "", 0, 100);
    private static readonly Character Ratio = SmallGuide.Numeric("ratio", Organ.Leaf, CharacterKind.Ratio, "", 0, 100);

    [Fact]
    public void A_single_state_has_the_whole_share() => Shares("white").ShouldBe([("white", 1.0)]);

    [Fact]
    public void A_state_without_a_word_takes_what_the_worded_ones_leave() =>
        Shares("white | pink (rarely)").ShouldBe([("white", 0.92), ("pink", 0.08)]);

    [Fact]
    public void A_state_without_a_word_gets_at_least_an_equal_share_before_all_are_made_to_sum_to_one()
    {
        // 5 gets 1/3 (more than the 0.07 left), 7 has 0.85, 9 has 0.08; the sum is 1.26333.
        var counts = Read("5 | 7 (usually) | 9 (rarely)", Count).ShouldBeOfType<CountShares>();
        counts.Numbers.Select(n => n.Number).ShouldBe([5, 7, 9]);
        counts.Numbers[0].Weight.ShouldBe(1.0 / 3 / (1.0 / 3 + 0.93), 1e-12);
        counts.Numbers[1].Weight.ShouldBe(0.85 / (1.0 / 3 + 0.93), 1e-12);
        counts.Numbers[2].Weight.ShouldBe(0.08 / (1.0 / 3 + 0.93), 1e-12);
    }

    [Theory]
    [InlineData("(4–)6–9(–12) cm", 40d, 60d, 90d, 120d)]
    [InlineData("(4-)6-9(-12) cm", 40d, 60d, 90d, 120d)]
    [InlineData("6–9 mm", null, 6d, 9d, null)]
    [InlineData("6–9", null, 60d, 90d, null)]
    [InlineData("6–9(–12)", null, 60d, 90d, 120d)]
    [InlineData("(4–)6 cm", 40d, 60d, 60d, null)]
    [InlineData("2 m", null, 2000d, 2000d, null)]
    [InlineData("≥ 3 cm", null, 30d, null, null)]
    [InlineData("<= 3 cm", null, null, 30d, null)]
    [InlineData("2 in", null, 50.8, 50.8, null)]
    public void Ranges_are_read_into_millimetres(
        string text,
        double? lowExtreme,
        double? low,
        double? high,
        double? highExtreme
    )
    {
        var range = Read(text, SmallGuide.Length).ShouldBeOfType<NumericRange>();
        range.ShouldBe(new NumericRange(lowExtreme, low, high, highExtreme));
    }

    [Theory]
    [InlineData("wihte", "“wihte”", "white, pink, red, blue")]
    [InlineData("white (mostly)", "(mostly)", "usually")]
    [InlineData("white | white", "“white” twice", "each state once")]
    [InlineData("", "nothing", "a value")]
    public void Wrong_states_are_named_with_what_was_expected(string text, string found, string expected) =>
        Refuses(text, Colour, found, expected);

    [Theory]
    [InlineData("9–6 cm", "“9–6 cm”", "rise from left to right")]
    [InlineData("6 kg", "“kg”", "a unit of length")]
    [InlineData("six", "six", "a number, a range")]
    [InlineData("6–", "“6–”", "a number, a range")]
    [InlineData("5 | 7", "“5 | 7”", "only counts")]
    public void Wrong_lengths_are_named_with_what_was_expected(string text, string found, string expected) =>
        Refuses(text, SmallGuide.Length, found, expected);

    [Fact]
    public void A_count_must_be_whole() => Refuses("2.5–4", Count, "“2.5–4”", "whole numbers");

    [Fact]
    public void Shares_always_sum_to_one() =>
        GenStates.Sample(text =>
            Read(text, Colour).ShouldBeOfType<StateShares>().States.Sum(s => s.Weight).ShouldBe(1, 1e-9)
        );

    [Fact]
    public void States_written_back_read_the_same() =>
        GenStates.Sample(text =>
        {
            var value = Read(text, Colour);
            Read(NotationWriter.Write(value, ""), Colour).ShouldBe(value);
        });

    [Fact]
    public void Ranges_written_back_read_the_same() =>
        GenRange.Sample(range =>
        {
            Read(NotationWriter.Write(range, "cm"), SmallGuide.Length).ShouldBe(range);
            Read(NotationWriter.Write(range, ""), Ratio).ShouldBe(range);
        });

    [Fact]
    public void Any_text_is_read_or_refused_with_a_reason() =>
        Gen.String[Gen.Char["0123456789.–-() |≥<cmrx "], 0, 30]
            .Sample(text =>
            {
                foreach (var character in new[] { Colour, Count, Ratio, SmallGuide.Length })
                {
                    var reading = NotationReader.Read(text, character);
                    (reading.Ok || (reading.Found.Length > 0 && reading.Expected.Length > 0)).ShouldBeTrue();
                }
            });

    private static Gen<string> GenStates =>
        Gen.Select(
            Gen.Shuffle(Colour.States.Select(s => s.Id).ToArray()),
            Gen.Int[1, 4],
            Gen.Int[0, 6].Array[4],
            (ids, n, words) =>
                string.Join(
                    " | ",
                    ids.Take(n)
                        .Select(
                            (id, i) =>
                                words[i] == 6 ? id : $"{id} ({((FrequencyWord)words[i]).ToString().ToLowerInvariant()})"
                        )
                )
        );

    private static Gen<NumericRange> GenRange =>
        Gen.Select(Gen.Int[1, 4000].Array[4], Gen.Bool, Gen.Bool, Gen.Int[0, 3], (numbers, low, high, form) =>
        {
            var n = numbers.Order().Select(x => x / 10.0).ToArray();
            return form switch
            {
                0 => new NumericRange(null, n[1], null, null),
                1 => new NumericRange(null, null, n[1], null),
                _ => new NumericRange(low ? n[0] : null, n[1], n[2], high ? n[3] : null),
            };
        });

    private static StatementValue Read(string text, Character character)
    {
        var reading = NotationReader.Read(text, character);
        reading.Ok.ShouldBeTrue($"{text}: found {reading.Found}, expected {reading.Expected}");
        return reading.Value!;
    }

    private static ImmutableArray<(string, double)> Shares(string text) =>
        [.. Read(text, Colour).ShouldBeOfType<StateShares>().States.Select(s => (s.State, Math.Round(s.Weight, 12)))];

    private static void Refuses(string text, Character character, string found, string expected)
    {
        var reading = NotationReader.Read(text, character);
        reading.Ok.ShouldBeFalse();
        reading.Found.ShouldContain(found);
        reading.Expected.ShouldContain(expected);
    }
}
