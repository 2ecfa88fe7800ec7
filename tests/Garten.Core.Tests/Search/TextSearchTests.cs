using Garten.Core.Search;

namespace Garten.Core.Tests.Search;

public sealed class TextSearchTests
{
    private static readonly SearchEntry[] Entries =
    [
        new(
            FoundKind.Plant,
            "31",
            "TF-031",
            "Shrub of 2.4 m by the mill race, Millrace Bottom",
            ["Sambucus cf. racemosa"]
        ),
        new(FoundKind.Plant, "3", "TF-003", "Rose thicket, Tollgate Meadow", []),
        new(FoundKind.Name, "acer-circinatum", "Acer circinatum", "vine maple", ["Acer virginianum"]),
        new(FoundKind.Name, "acer-glabrum", "Acer glabrum", "Rocky Mountain maple", []),
        new(FoundKind.Name, "sambucus-racemosa", "Sambucus racemosa", "red elderberry", []),
        new(FoundKind.Site, "heron", "Heron Slough", "site", []),
        new(FoundKind.Action, "count heron", "New count at Heron Slough", "", ["tally"]),
        new(FoundKind.Term, "pome", "Pome", "a fruit with a core", ["Kernobst"]),
    ];

    [Theory]
    [InlineData("TF-031", "TF-031")]
    [InlineData("tf31", "TF-031")]
    [InlineData("tf 3", "TF-003")]
    [InlineData("acer circ", "Acer circinatum")]
    [InlineData("maple vine", "Acer circinatum")]
    [InlineData("vien maple", "Acer circinatum")]
    [InlineData("acre circinatum", "Acer circinatum")]
    [InlineData("circinnatum", "Acer circinatum")]
    [InlineData("elderbery", "Sambucus racemosa")]
    [InlineData("heron", "Heron Slough")]
    [InlineData("count heron", "New count at Heron Slough")]
    [InlineData("KERNOBST", "Pome")]
    public void The_best_stands_first(string text, string label) =>
        TextSearch.Find(Entries, text, 5)[0].Label.ShouldBe(label);

    [Theory]
    [InlineData("")]
    [InlineData("   ")]
    [InlineData("…")]
    [InlineData("zelkova")]
    [InlineData("vine oak")]
    [InlineData("ace x")]
    public void What_is_not_there_is_not_found(string text) => TextSearch.Find(Entries, text, 5).ShouldBeEmpty();

    [Fact]
    public void Short_words_and_numbers_are_meant_as_they_are_written()
    {
        TextSearch.Find(Entries, "rad", 9).ShouldBeEmpty("red is not meant");
        TextSearch.Find(Entries, "tf 13", 9).ShouldBeEmpty("31 is not meant");
    }

    [Fact]
    public void No_more_are_given_than_asked_for_and_a_very_long_text_ends()
    {
        TextSearch.Find(Entries, "a", 1).Length.ShouldBe(1);
        TextSearch.Find(Entries, new string('a', 100_000), 5).ShouldBeEmpty();
    }
}
