using Garten.Core.Drawing;
using Garten.Core.Drawing.Plates;
using Garten.Core.Guides;

namespace Garten.Core.Tests.Drawing;

/// <summary>Characters of any guide are drawn by what they say they are drawn as, and by nothing else.</summary>
public sealed class TraitsTests
{
    [Fact]
    public void All_that_is_listed_is_drawn_and_all_that_is_drawn_is_listed()
    {
        Traits.Names.ShouldBe(CharacterDrawing.Drawn, ignoreOrder: true);
        foreach (var trait in Traits.Names)
        {
            var states = Traits.StatesOf(trait);
            var pictures = states.IsEmpty
                ? [CharacterDrawing.Draw(trait, Features.None.With(trait, 4), trait)]
                : states.Select(s => CharacterDrawing.Draw(trait, Features.None.With(trait, s), s)).ToArray();
            pictures.ShouldAllBe(p => p != null, trait);
        }
    }

    [Fact]
    public void A_character_of_any_name_is_drawn_as_the_trait_it_names()
    {
        var character = Of(
            "how-leaves-stand",
            "leaf-arrangement",
            new("in-whorls", "whorled"),
            new("two-by-two", "opposite")
        );
        Tile.OfState(character, "two-by-two").ShouldNotBeNull();
        Traits.Of(character, "in-whorls").ShouldBe("whorled");
        Features.None.With(character, "in-whorls").State("leaf-arrangement").ShouldBe("whorled");
    }

    [Fact]
    public void What_has_the_very_name_of_a_trait_needs_to_say_nothing()
    {
        var character = Of("leaf-arrangement", "", new("opposite", ""), new("somehow", ""));
        Traits.Of(character, "opposite").ShouldBe("opposite");
        Tile.OfState(character, "opposite").ShouldNotBeNull();
    }

    [Theory]
    [InlineData("leaf-arrangement", "", "somehow")]
    [InlineData("how-leaves-stand", "", "opposite")]
    [InlineData("leaf-length", "", "long")]
    public void What_the_illustrator_does_not_know_is_left_out_and_never_drawn_as_something_near_it(
        string id,
        string drawnAs,
        string state
    )
    {
        var character = Of(id, drawnAs, new(state, ""), new("other", ""));
        Tile.OfState(character, state).ShouldBeNull();
        Features.None.With(character, state).IsEmpty.ShouldBeTrue();
    }

    [Fact]
    public void Any_colour_that_can_be_mixed_is_drawn()
    {
        var character = Of("petal-colour", "flower-colour", new("grey", ""), new("of-no-colour", ""));
        Tile.OfState(character, "grey").ShouldNotBeNull();
        Tile.OfState(character, "of-no-colour").ShouldBeNull();
    }

    private sealed record State(string Id, string DrawnAs);

    private static Character Of(string id, string drawnAs, params State[] states) =>
        new(
            new(id),
            Organ.Leaf,
            id,
            CharacterKind.Unordered,
            "",
            [.. states.Select(s => new CharacterState(s.Id, s.Id, null, "") { DrawnAs = s.DrawnAs })],
            null,
            "",
            "",
            20,
            Tool.Eye,
            HarmLevel.Look,
            0.08,
            null,
            null,
            null,
            []
        )
        {
            DrawnAs = drawnAs,
        };
}
