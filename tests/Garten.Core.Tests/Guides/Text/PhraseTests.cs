using Garten.Core.Guides.Text;
using Garten.Core.Guides.Text.Phrases;

namespace Garten.Core.Tests.Guides.Text;

/// <summary>What is understood of leads and sentences.</summary>
public sealed class PhraseTests
{
    [Theory]
    // Organs carried on, attributes before and behind them.
    [InlineData("Leaves opposite, ovate; toothed", "leaf/arrangement/opposite; leaf/shape/ovate; leaf/margin/toothed")]
    [InlineData("Red or purple berries", "berry/colour/red | purple")]
    [InlineData("Leaves and stems hairy", "leaf/hair/hairy; stem/hair/hairy")]
    [InlineData("Leaves with toothed margins", "leaf/margin/toothed")]
    [InlineData("Fruit a red berry", "fruit/colour/red; fruit/type/berry")]
    [InlineData("Flowers in terminal racemes", "inflorescence/position/terminal; inflorescence/type/raceme")]
    [InlineData("Evergreen shrub, to 6 m", "plant/persistence/evergreen; plant/life form/shrub; plant/height/≤ 6 m")]
    // Alternatives, both, frequencies.
    [InlineData("Petals white to pink", "petal/colour/white | pink")]
    [InlineData("Petals red and yellow", "petal/colour/red & yellow")]
    [InlineData("Leaves opposite or rarely whorled", "leaf/arrangement/opposite | whorled (rarely)")]
    [InlineData("Leaves usually ovate or elliptic", "leaf/shape/ovate | elliptic (usually)")]
    [InlineData("Leaves ovate, elliptic or lanceolate", "leaf/shape/ovate | elliptic | lanceolate")]
    [InlineData("Leaves not lobed", "leaf/lobing/not lobed")]
    // Amounts.
    [InlineData("Leaflets (3–)5–8(–12) cm long", "leaflet/length/(3–)5–8(–12) cm")]
    [InlineData("Leaves 3-8 × 2-4 cm", "leaf/length/3–8 cm; leaf/width/2–4 cm")]
    [InlineData("Spines up to 3 mm long", "spine/length/≤ 3 mm")]
    [InlineData("Stamens 10 or more", "stamen/number/≥ 10")]
    [InlineData("Berries about 10 mm across", "berry/diameter/c. 10 mm")]
    [InlineData("Petals five, 1/2 inch long", "petal/number/5; petal/length/1/2 inch")]
    [InlineData("Leaves three-lobed", "leaf/lobing/3-lobed")]
    [InlineData("Leaflets 3 or 5", "leaflet/number/3 | 5")]
    // Comparisons.
    [InlineData("Leaves longer than wide", "leaf/length/width/> 1")]
    [InlineData("Leaves 2–3 times as long as wide", "leaf/length/width/2–3")]
    [InlineData("Leaves not more than twice as long as wide", "leaf/length/width/≤ 2")]
    [InlineData("Leaf blades broader than long", "leaf blade/length/width/< 1")]
    [InlineData("Petals longer than the sepals", "petal/length relative to the sepals/longer")]
    [InlineData("Petals as long as or longer than the sepals", "petal/length relative to the sepals/equal | longer")]
    [InlineData("Stamens half as long as the corolla", "stamen/length relative to the corolla/1/2")]
    // There or not there.
    [InlineData("Stipules absent", "stipule/presence/absent")]
    [InlineData("Leaves without stipules, hairy", "stipule/presence/absent; leaf/hair/hairy")]
    [InlineData("Stems with prickles", "prickle/presence/present")]
    // What it holds for.
    [InlineData(
        "Leaves green above, white beneath",
        "leaf/colour/green [position: above]; leaf/colour/white [position: beneath]"
    )]
    [InlineData("Young twigs red", "twig/colour/red [age: young]")]
    [InlineData("Bark smooth when young", "bark/texture/smooth [age: young]")]
    [InlineData("Male catkins 4–6 cm long", "catkin/length/4–6 cm [sex: male]")]
    [InlineData(
        "Lower leaves stalked, the upper ones sessile",
        "leaf/attachment/stalked [position: lower]; leaf/attachment/sessile [position: upper]"
    )]
    [InlineData("Leaves rounded at the base", "leaf/base/rounded")]
    // Times and places.
    [InlineData("Flowers May–June", "plant/flowering time/May–June")]
    [InlineData("Fruiting from Aug. to early October", "plant/fruiting time/August–early October")]
    [InlineData(
        "Wet meadows and stream banks, 0–800 m",
        "plant/habitat/Wet meadows | stream banks; plant/elevation/0–800 m"
    )]
    [InlineData("Plants of limestone", "plant/substrate/limestone")]
    // What says nothing stays silent.
    [InlineData("Not as above", "")]
    [InlineData("Named after a gardener", "")]
    [InlineData("Stems with darker lines on leafy shoots", "")]
    public void A_phrase_says(string phrase, string expected) =>
        string.Join("; ", PhraseReader.Read(phrase).Select(Said)).ShouldBe(expected);

    [Theory]
    [InlineData(
        "Leaves opposite, 3–8 cm long, not lobed; usually hairy",
        "Leaves opposite|3–8 cm long|not lobed|usually hairy"
    )]
    public void The_words_of_a_statement_stand_in_the_text_as_they_are_told(string phrase, string pieces) =>
        PhraseReader.Read(phrase).Select(s => s.Text).ShouldBe(pieces.Split('|'));

    [Fact]
    public void Whatever_is_read_ends_and_quotes_only_the_text()
    {
        var random = new Random(7);
        string[] words =
        [
            "leaves",
            "with",
            "without",
            "5–8",
            "cm",
            "(",
            ")",
            ",",
            ";",
            "hairy",
            "or",
            "the",
            "not",
            "lobed",
            "petals",
            "rarely",
            "than",
            "longer",
            "margin",
            "½",
            "to",
            "upper",
            "one",
            "of",
            ".",
        ];
        for (var n = 0; n < 3000; n++)
        {
            var phrase = string.Join(
                ' ',
                Enumerable.Range(0, random.Next(1, 14)).Select(_ => words[random.Next(words.Length)])
            );
            foreach (var statement in PhraseReader.Read(phrase))
            {
                phrase.ShouldContain(statement.Text);
                statement.Value.ShouldNotBeEmpty(phrase);
                statement.Organ.ShouldNotBeEmpty(phrase);
            }
        }
    }

    private static string Said(TextStatement s) =>
        $"{s.Organ}/{s.Character}/{s.Value}{(s.Frequency.Length > 0 ? $" ({s.Frequency})" : "")}{(s.Scope.Count > 0 ? $" [{string.Join(", ", s.Scope.Select(p => $"{p.Key}: {p.Value}"))}]" : "")}";
}
