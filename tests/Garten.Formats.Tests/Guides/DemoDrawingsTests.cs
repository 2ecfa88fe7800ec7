using Garten.Core.Drawing;
using Garten.Core.Drawing.Paper;
using Garten.Core.Drawing.Plates;
using Garten.Core.Geometry;
using Garten.Core.Guides;
using Garten.Formats.Guides;
using Garten.Formats.Packages;
using Garten.Testing;

namespace Garten.Formats.Tests.Guides;

/// <summary>The demo guide drawn: every state, every taxon.</summary>
public sealed class DemoDrawingsTests
{
    private static readonly Guide Demo = GuideReader
        .Read(PackageFiles.Read(Repository.PathTo("guides", "tamsin-fork")))
        .Guide!;

    [Fact]
    public void Everything_but_smells_and_places_can_be_drawn()
    {
        var missing = Demo
            .Characters.Where(c => c.Organ != Organ.Place && !CharacterDrawing.Drawn.Contains(c.Id.Value))
            .Select(c => c.Id.Value);
        missing.ShouldBe(["smell"]);
        // What other guides may describe and this one does not.
        CharacterDrawing
            .Drawn.Where(id => Demo.FindCharacter(new CharacterId(id)) is null)
            .ShouldBe(["year-ring", "petiole-colour", "axis-wing"], ignoreOrder: true);
    }

    [Fact]
    public void No_two_states_of_a_character_are_drawn_alike()
    {
        foreach (
            var character in Demo.Characters.Where(c => !c.IsNumeric && CharacterDrawing.Drawn.Contains(c.Id.Value))
        )
        {
            var tiles = character.States.Select(s => (s.Id, Tile: Tile.OfState(character, s.Id))).ToArray();
            tiles.ShouldAllBe(t => t.Tile != null, $"{character.Id}");
            var drawn = tiles
                .GroupBy(t => SvgWriter.Write(t.Tile! with { Title = "" }, false))
                .Where(g => g.Count() > 1);
            drawn.ShouldBeEmpty($"{character.Id}: {string.Join(" = ", drawn.SelectMany(g => g.Select(t => t.Id)))}");
        }
    }

    [Fact]
    public void Tiles_are_small_and_stand_within_their_frame()
    {
        foreach (var organ in Enum.GetValues<Organ>())
        {
            foreach (var drawn in Drawings.OfOrgan(Demo, organ))
            {
                drawn
                    .Tiles.Select(t => t.Svg)
                    .Append(drawn.Measure ?? "")
                    .ShouldAllBe(svg => svg.Length < 20_000, $"{drawn.Character}");
            }
        }

        foreach (var character in Demo.Characters)
        {
            foreach (var state in character.States)
            {
                if (Tile.OfState(character, state.Id) is { } tile)
                {
                    tile.Box.Width.ShouldBeLessThanOrEqualTo(Tile.Side + 8, $"{character.Id} {state.Id}");
                    tile.Box.Height.ShouldBeLessThanOrEqualTo(Tile.Side + 8, $"{character.Id} {state.Id}");
                }
            }
        }
    }

    [Fact]
    public void Every_kind_of_plant_has_a_plate_without_contradictions_under_100_kilobytes()
    {
        foreach (
            var taxon in Demo.Taxa.Where(t => t.Rank is TaxonRank.Species or TaxonRank.Subspecies or TaxonRank.Variety)
        )
        {
            var plate = Drawings.OfTaxon(Demo, taxon.Id);
            plate.Panels.Length.ShouldBeGreaterThan(1, taxon.Name);
            plate.Contradictions.ShouldBeEmpty(taxon.Name);
            plate.Panels.Sum(p => p.Svg.Length).ShouldBeLessThan(100_000, taxon.Name);
            plate.Panels.ShouldAllBe(p => p.Svg.Contains("<title>", StringComparison.Ordinal), taxon.Name);
        }
    }

    [Fact]
    public void Names_are_drawn_side_by_side_at_one_scale_with_the_ends_of_their_ranges()
    {
        var apart = Drawings.Apart(
            Demo,
            [new("acer-macrophyllum"), new("acer-circinatum")],
            [new("lobe-count"), new("sap"), new("smell")]
        );
        apart.Leaves.ShouldNotBeNull().ShouldContain("Acer circinatum");

        // Lobes and sap part them: both places are ringed on either leaf.
        apart.Leaves.Split("stroke=\"var(--pen-pointer").Length.ShouldBe(5);
        apart.Tiles.Count(t => t.Character.Value == "sap").ShouldBe(2);
        apart.Tiles.ShouldNotContain(t => t.Character.Value == "smell");

        // A range is drawn three times: smallest, middle, largest.
        apart
            .Tiles.Single(t => t.Character.Value == "lobe-count" && t.Taxon.Value == "acer-circinatum")
            .Svg.Split("data-part=\"blade\"")
            .Length.ShouldBe(4);
    }

    [Fact]
    public void Every_organ_but_the_place_has_a_contact_sheet() =>
        Enum.GetValues<Organ>().Where(o => ContactSheet.Of(Demo, o) is null).ShouldBe([Organ.Place]);

    [Fact]
    public void No_washed_outline_of_any_tile_crosses_itself()
    {
        var crossing = new List<string>();
        foreach (var character in Demo.Characters)
        {
            foreach (var state in character.States)
            {
                if (
                    Tile.OfState(character, state.Id) is { } tile
                    && All(tile.Figures)
                        .OfType<Stroke>()
                        .Any(s => s is { Closed: true, Fill: not null } && !Lines.IsSimple(s.Points))
                )
                {
                    crossing.Add($"{character.Id} {state.Id}");
                }
            }
        }

        crossing.ShouldBeEmpty();
    }

    [Fact]
    public void Every_taxon_can_be_drawn_as_it_is_in_each_stage_and_part_the_guide_speaks_of()
    {
        foreach (var statement in Demo.Statements.Where(s => s.Scope.Specificity > 0))
        {
            var features = Depiction.Of(Demo, statement.Taxon, statement.Scope);
            if (Traits.Of(Demo.Character(statement.Character)) is { } trait)
            {
                CharacterDrawing
                    .Draw(trait, features, "scope")
                    .ShouldNotBeNull($"{statement.Taxon} {statement.Character}");
            }
        }
    }

    private static IEnumerable<Figure> All(IEnumerable<Figure> figures) =>
        figures.SelectMany(f => f is Part part ? All(part.Figures) : [f]);
}
