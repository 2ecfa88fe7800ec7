using Garten.Core.Guides.Text;
using Garten.Core.Guides.Text.Couplets;

namespace Garten.Core.Tests.Guides.Text;

/// <summary>Keys in the settings they are printed in, sound and broken.</summary>
public sealed class KeyTextTests
{
    private const string Sound = "1a>2 1b>3 2a>Acer rubrum 2b>Acer nigrum 3a>Alnus alba 3b>Alnus incana";

    public static TheoryData<string, string> Settings =>
        new()
        {
            {
                "letters",
                """
                    Key to trees

                    1a. Leaves opposite ........ 2
                    1b. Leaves alternate ........ 3
                    2a. Leaves lobed ........ Acer rubrum L.
                    2b. Leaves entire ........ Acer nigrum Michx. f. (black maple)
                    3a. Buds stalked ........ Alnus alba (L.) Fict. ex Nemo
                    3b. Buds sessile ........ Alnus incana
                    """
            },
            {
                "primes and back-references",
                """
                    1. Leaves opposite (2)
                    1'. Leaves alternate (3)
                    2(1). Leaves lobed. Acer rubrum
                    2'. Leaves entire. Acer nigrum
                    3(1'). Buds stalked. Alnus alba
                    3'. Buds sessile. A. incana
                    """
            },
            {
                "dashes, numbers at the end",
                """
                    1 Leaves opposite 2
                    – Leaves alternate 3
                    2 Leaves lobed   Acer rubrum
                    – Leaves entire   Acer nigrum
                    3 Buds stalked   Alnus alba
                    – Buds sessile   Alnus incana
                    """
            },
            {
                "in steps",
                """
                    1. Leaves opposite
                      2. Leaves lobed .... Acer rubrum
                      2. Leaves entire .... Acer nigrum
                    1. Leaves alternate
                      3. Buds stalked .... Alnus alba
                      3. Buds sessile .... Alnus incana
                    """
            },
            {
                "in steps, without any label",
                """
                    Leaves opposite
                        Leaves lobed .... Acer rubrum
                        Leaves entire .... Acer nigrum
                    Leaves alternate
                        Buds stalked .... Alnus alba
                        Buds sessile .... Alnus incana
                    """
            },
            {
                "scanned: broken lines, a page between",
                "THE BOOK OF TREES   11\n\n1a. Leaves oppo-\nsite on the twig ...... 2\n1b. Leaves alternate\n    on the twig ......\n    3\n\n        12\n\nTHE BOOK OF TREES   12\n2a. Leaves lobed ...... ACER RUBRUM\n2b. Leaves entire ...... ACER NIGRUM\n3a. Buds stalked, 3–\n5 mm ...... ALNUS ALBA\n3b. Buds sessile ...... ALNUS INCANA\n"
            },
        };

    [Theory]
    [MemberData(nameof(Settings))]
    public void One_key_is_the_same_in_every_setting(string setting, string text)
    {
        var key = Key(text);
        key.Faults.ShouldBeEmpty(setting);
        Structure(key).ShouldBe(Sound, setting);
        key.Couplets.SelectMany(c => c.Leads)
            .ShouldAllBe(l => !l.Text.Contains('.') && l.Statements.Length > 0, setting);
    }

    [Fact]
    public void Letters_stand_for_couplets_in_steps()
    {
        var key = Key(
            """
            A. Fronds once pinnate
              B. Sori round .... Polystichum munitum
              BB. Sori linear .... Asplenium viride
            AA. Fronds twice pinnate .... Dryopteris expansa
            """
        );
        key.Style.ShouldBe(KeyTextStyle.Indented);
        Structure(key).ShouldBe("Aa>B Ab>Dryopteris expansa Ba>Polystichum munitum Bb>Asplenium viride");
        key.Faults.ShouldBeEmpty();
    }

    [Fact]
    public void Every_lead_may_have_a_number_of_its_own()
    {
        var key = Key(
            """
            1(4) Leaves opposite.
            2(3) Leaf blade ovate. Cornus sericea L.
            3(2) Leaf blade lanceolate. Cornus alba
            4(1) Leaves alternate.
            5(6) Stipules present. Salix lucida
            6(5) Stipules absent. Rhamnus alnifolia
            """
        );
        key.Style.ShouldBe(KeyTextStyle.Serial);
        Structure(key).ShouldBe("1a>2 1b>5 2a>Cornus sericea 2b>Cornus alba 5a>Salix lucida 5b>Rhamnus alnifolia");
        key.Faults.ShouldBeEmpty();
    }

    [Fact]
    public void Groups_come_first_and_number_their_couplets_anew()
    {
        var key = Key(
            """
            Key to groups
            1 Plants woody . . . . . . Group A
            – Plants herbaceous . . . . . . Group B

            Group A. Trees and shrubs
            1 Leaves needle-like . . . . . . Pinus contorta Douglas ex Loudon
            – Leaves broad . . . . . . Salix lucida

            Group B. Herbs
            1 Ligule absent . . . . . . Carex obnupta L.H. Bailey
            – Ligule 1–3 mm long . . . . . . Poa annua or P. pratensis
            """
        );
        key.Title.ShouldBe("Key to groups");
        key.Couplets.Select(c => c.Group).ShouldBe(["", "Group A", "Group B"]);
        key.Couplets[0].Leads.Select(l => l.Target).ShouldBe([new EndsAtGroup("Group A"), new EndsAtGroup("Group B")]);
        key.Couplets[1].Leads[0].Target.ShouldBe(new EndsAtName(new("Pinus contorta", "Douglas ex Loudon", "")));
        var last = key.Couplets[2].Leads[1].Target.ShouldBeOfType<EndsAtNames>();
        last.Names.Select(n => n.Name).ShouldBe(["Poa annua", "Poa pratensis"]);
        last.Join.ShouldBe("or");
        key.Faults.ShouldBeEmpty();
    }

    [Theory]
    [InlineData("Acer rubrum L.", "Acer rubrum", "L.", "")]
    [InlineData(
        "Salix exigua subsp. interior (Rowlee) Cronquist",
        "Salix exigua subsp. interior",
        "(Rowlee) Cronquist",
        ""
    )]
    [InlineData("Rosa nutkana C. Presl var. hispida Fernald", "Rosa nutkana var. hispida", "Fernald", "")]
    [InlineData("Red maple (Acer rubrum L.)", "Acer rubrum", "L.", "Red maple")]
    [InlineData("Acer rubrum, red maple", "Acer rubrum", "", "red maple")]
    [InlineData("*Acer rubrum* Torr. & A. Gray", "Acer rubrum", "Torr. & A. Gray", "")]
    [InlineData("Rosa nutkana × R. pisocarpa", "Rosa nutkana × R. pisocarpa", "", "")]
    [InlineData("12. ACER RUBRUM", "Acer rubrum", "", "")]
    [InlineData("Salix × sepulcralis Simonk.", "Salix × sepulcralis", "Simonk.", "")]
    [InlineData("Arctostaphylos uva-ursi (L.) Spreng.", "Arctostaphylos uva-ursi", "(L.) Spreng.", "")]
    public void A_name_is_told_from_its_authors(string text, string name, string authors, string common) =>
        NamesInText.One(text).ShouldBe(new(name, authors, common));

    [Theory]
    [InlineData("2a. Leaves lobed .... Acer rubrum", "2a. Leaves lobed .... 7", "missing 2.1")]
    [InlineData("2b. Leaves entire .... Acer nigrum", "2b. Leaves entire .... 1", "loop 2.2")]
    [InlineData("2b. Leaves entire .... Acer nigrum", "2b. Leaves entire", "no target 2.2")]
    [InlineData("2b. Leaves entire .... Acer nigrum", "2b. Leaves entire ....", "no target 2.2")]
    [InlineData("2b. Leaves entire .... Acer nigrum", "2b. Leaves entire .... ?", "dead end 2.2")]
    [InlineData("2b. Leaves entire .... Acer nigrum", "2b. Leaves lobed .... Acer nigrum", "no contrast 2")]
    [InlineData("2b. Leaves entire .... Acer nigrum", "2b. Flowers blue .... Acer nigrum", "no contrast 2")]
    [InlineData("2b. Leaves entire .... Acer nigrum\n", "", "single 2")]
    [InlineData("1b. Leaves alternate .... 3", "1b. Leaves alternate .... Alnus", "unreachable 3")]
    [InlineData(
        "3a. Buds stalked .... Alnus alba\n3b. Buds sessile .... Alnus incana",
        "2a. Buds stalked .... Alnus alba\n2b. Buds sessile .... Alnus incana",
        "missing 1.2; duplicate 2"
    )]
    public void A_fault_is_told_once_and_by_its_place(string was, string becomes, string expected)
    {
        const string text =
            "1a. Leaves opposite .... 2\n1b. Leaves alternate .... 3\n2a. Leaves lobed .... Acer rubrum\n2b. Leaves entire .... Acer nigrum\n3a. Buds stalked .... Alnus alba\n3b. Buds sessile .... Alnus incana\n";
        text.ShouldContain(was);
        var key = Key(text.Replace(was, becomes, StringComparison.Ordinal));
        string.Join("; ", key.Faults.Select(f => $"{Word(f.Kind)} {f.Couplet}{(f.Lead is { } lead ? $".{lead}" : "")}"))
            .ShouldBe(expected);
        key.Faults.ShouldAllBe(f => f.Complaint.Contains(f.Couplet) && f.Complaint.EndsWith('.'));
    }

    [Theory]
    [InlineData("", "no words")]
    [InlineData(
        "1. Blätter gegenständig, 2 bis 5 cm lang, kahl ... 2\n1. Blätter wechselständig und nicht behaart ... 3",
        "German"
    )]
    [InlineData(
        "1. Leaves 2,5–3,5 cm long ... Acer rubrum\n1. Leaves 4,5 cm long ... Acer nigrum",
        "decimal commas (“2,5–3,5 cm” on line 1)"
    )]
    [InlineData("1. Leaves\u0001 opposite ... 2", "U+0001")]
    public void What_is_not_read_is_refused_in_words(string text, string reason) =>
        GuideTextReader.Read(text).ShouldBeOfType<RefusedText>().Reason.ShouldContain(reason);

    [Fact]
    public void Hostile_texts_are_bounded()
    {
        GuideTextReader
            .Read(new string('a', GuideTextReader.Longest + 1))
            .ShouldBeOfType<RefusedText>()
            .Reason.ShouldContain("characters");
        GuideTextReader
            .Read(new string('1', GuideTextReader.LongestLine + 1))
            .ShouldBeOfType<RefusedText>()
            .Reason.ShouldContain("Line 1");
        var many = string.Concat(
            Enumerable
                .Range(1, 6000)
                .Select(n => $"{n}a. Leaves hairy ... {n + 1}\n{n}b. Leaves bald ... Acer rubrum\n")
        );
        GuideTextReader.Read(many).ShouldBeOfType<RefusedText>().Reason.ShouldContain("6000 couplets");
        var brackets = string.Concat(Enumerable.Repeat("((((1–", 1000));
        GuideTextReader.Read(brackets).ShouldBeOfType<RefusedText>().Reason.ShouldContain("no words");
    }

    [Fact]
    public void A_description_is_read_with_its_name()
    {
        var read = GuideTextReader
            .Read(
                "Rubus exemplaris Fict. — Shrub 1–2(–3) m tall. Leaves alternate, pinnate with 3 or 5 leaflets. Named after a gardener."
            )
            .ShouldBeOfType<DescriptionText>();
        read.Taxon.ShouldBe(new("Rubus exemplaris", "Fict.", ""));
        read.Statements.Select(s => $"{s.Organ} {s.Character} {s.Value}")
            .ShouldBe([
                "plant life form shrub",
                "plant height 1–2(–3) m",
                "leaf arrangement alternate",
                "leaf division pinnate",
                "leaflet number 3 | 5",
            ]);
        read.NoStatement.ShouldBe(["Named after a gardener."]);
    }

    private static KeyText Key(string text) => GuideTextReader.Read(text).ShouldBeOfType<KeyText>();

    private static string Structure(KeyText key)
    {
        // Couplets of a key in steps stand in another order; they are compared by number.
        var couplets = key.Couplets.OrderBy(c => c.Number, StringComparer.Ordinal);
        return string.Join(
            ' ',
            couplets.SelectMany(c => c.Leads.Select(l => $"{c.Number}{(char)('a' + l.Number - 1)}>{l.Target.InWords}"))
        );
    }

    private static string Word(KeyTextFaultKind kind) =>
        kind switch
        {
            KeyTextFaultKind.MissingCouplet => "missing",
            KeyTextFaultKind.DuplicateNumber => "duplicate",
            KeyTextFaultKind.DeadEnd => "dead end",
            KeyTextFaultKind.NoTarget => "no target",
            KeyTextFaultKind.NoContrast => "no contrast",
            KeyTextFaultKind.SingleLead => "single",
            KeyTextFaultKind.Loop => "loop",
            _ => "unreachable",
        };
}
