using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Identification;
using Garten.Core.Keys;
using Garten.Formats.Guides;
using Garten.Formats.Packages;
using Garten.Testing;

namespace Garten.Formats.Tests.Guides;

public sealed class DemoGuideTests
{
    private static readonly Guide Guide = Load();

    [Fact]
    public void It_holds_the_plants_of_the_reserve()
    {
        Guide.Taxa.Count(t => t.IsSpeciesLevel).ShouldBeGreaterThanOrEqualTo(135);
        Guide.Characters.Length.ShouldBeGreaterThanOrEqualTo(120);
        string[] keys =
        [
            "conifers",
            "willows",
            "umbellifers",
            "camas-swale",
            "brambles",
            "roses",
            "currants",
            "sedges",
            "winter-twigs",
            "winter-rosettes",
        ];
        keys.ShouldBeSubsetOf(Guide.Keys.Select(k => k.Id.Value));
    }

    [Fact]
    public void Every_pair_of_taxa_and_above_all_of_look_alikes_is_parted_by_a_feature_in_some_season()
    {
        GuideSeparation.LookAlikesNotParted(Guide).ShouldBeEmpty();
        GuideSeparation.NotParted(Guide).ShouldBeEmpty();
    }

    [Fact]
    public void Every_species_comes_out_of_a_key()
    {
        var reached = Guide.Keys.SelectMany(k => Guide.Reach.From(k.First)).ToHashSet();

        // Sitka alder is the one subspecies here of a species that is not keyed itself.
        Guide
            .Taxa.Where(t => t.IsSpeciesLevel && t.Id.Value != "alnus-alnobetula" && !reached.Contains(t.Id))
            .Select(t => t.Name)
            .ShouldBeEmpty();
    }

    [Fact]
    public void Every_key_brings_every_one_of_its_taxa_out_by_the_guide_s_own_statements() =>
        KeySelfWalk.Misses(Guide).Select(m => $"{m.Taxon} in {m.At}: {m.Because}").ShouldBeEmpty();

    [Fact]
    public void Every_state_has_a_glossary_term()
    {
        var terms = Guide.Glossary.Select(t => t.Id).ToHashSet();
        Guide
            .Characters.SelectMany(c => c.States)
            .Where(s => !terms.Contains(s.Term))
            .Select(s => s.Id)
            .ShouldBeEmpty();
    }

    [Fact]
    public void The_feature_named_for_a_look_alike_really_separates_it()
    {
        string Said(TaxonId taxon, CharacterId character) =>
            Guide.StatementFor(taxon, character, Scope.Any) is { } s
                ? NotationWriter.Write(s.Value, "mm")
                : $"nothing of {character} in {taxon}";

        var pairs = Guide.Taxa.SelectMany(t => Guide.LookAlikesOf(t.Id)).Distinct().ToList();
        pairs.Count.ShouldBeGreaterThan(30);
        pairs
            .Where(l =>
                Said(l.Taxon, l.Character).StartsWith("nothing", StringComparison.Ordinal)
                || Said(l.Other, l.Character).StartsWith("nothing", StringComparison.Ordinal)
                || Said(l.Taxon, l.Character) == Said(l.Other, l.Character)
            )
            .Select(l => $"{l.Taxon} and {l.Other}: {l.Character}")
            .ShouldBeEmpty();
    }

    [Fact]
    public void Every_believable_range_lies_within_what_may_be_recorded()
    {
        foreach (var s in Guide.Statements)
        {
            var character = Guide.Character(s.Character);
            if (s.Value is NumericRange range && character.Maximum is { } most && character.Minimum is { } least)
            {
                (range.Most ?? most).ShouldBeLessThanOrEqualTo(most, $"{s.Taxon} {s.Character}");
                (range.Least ?? least).ShouldBeGreaterThanOrEqualTo(least, $"{s.Taxon} {s.Character}");
            }
        }
    }

    [Fact]
    public void The_place_can_be_compared()
    {
        Guide.FindCharacter(PlaceEvidence.Habitat).ShouldNotBeNull();
        Guide.FindCharacter(PlaceEvidence.Elevation).ShouldNotBeNull();
    }

    [Theory]
    [InlineData("toxicodendron-diversilobum", Hazard.Irritant)]
    [InlineData("sambucus-cerulea", Hazard.Poisonous)]
    [InlineData("oplopanax-horridus", Hazard.Wounding)]
    [InlineData("lonicera-involucrata", Hazard.Poisonous)]
    [InlineData("symphoricarpos-albus", Hazard.Poisonous)]
    [InlineData("cytisus-scoparius", Hazard.Poisonous)]
    [InlineData("conium-maculatum", Hazard.Deadly)]
    [InlineData("cicuta-douglasii", Hazard.Deadly)]
    [InlineData("aconitum-columbianum", Hazard.Deadly)]
    [InlineData("veratrum-viride", Hazard.Deadly)]
    [InlineData("toxicoscordion-venenosum", Hazard.Deadly)]
    [InlineData("taxus-brevifolia", Hazard.Deadly)]
    [InlineData("heracleum-mantegazzianum", Hazard.Irritant)]
    [InlineData("heracleum-maximum", Hazard.Irritant)]
    [InlineData("delphinium-trolliifolium", Hazard.Poisonous)]
    [InlineData("digitalis-purpurea", Hazard.Poisonous)]
    [InlineData("actaea-rubra", Hazard.Poisonous)]
    [InlineData("jacobaea-vulgaris", Hazard.Poisonous)]
    [InlineData("rhododendron-macrophyllum", Hazard.Poisonous)]
    [InlineData("hedera-hibernica", Hazard.Poisonous)]
    [InlineData("ilex-aquifolium", Hazard.Poisonous)]
    public void The_dangerous_ones_carry_their_caution(string taxon, Hazard hazard) =>
        Guide.CautionsFor(new(taxon)).ShouldContain(c => c.Hazard == hazard);

    [Fact]
    public void No_text_calls_a_plant_safe_or_edible()
    {
        string[] texts =
        [
            .. Directory.EnumerateFiles(Repository.PathTo("guides", "tamsin-fork"), "*.csv").Select(File.ReadAllText),
        ];
        texts.ShouldAllBe(t =>
            !t.Contains("edible", StringComparison.OrdinalIgnoreCase)
            && !t.Contains("taste", StringComparison.OrdinalIgnoreCase)
        );
    }

    [Fact]
    public void A_plant_that_shows_what_its_description_says_is_given_its_own_name()
    {
        var model = new CandidateModel(Guide);
        var day = new DateOnly(2026, 6, 1);
        var wrong = new List<string>();
        foreach (var taxon in model.Taxa.Where(t => Guide.Taxon(t).Rank != TaxonRank.Nothotaxon))
        {
            var shown = Guide
                .Characters.Where(c => c.Organ != Organ.Place)
                .Select(c =>
                    Guide.StatementFor(taxon, c.Id, Scope.Any)?.Value switch
                    {
                        StateShares s => Observation.OfStates(c.Id, 1, day, s.Usual),
                        CountShares n => Observation.OfSample(c.Id, 1, day, n.Numbers.MaxBy(x => x.Weight)!.Number),
                        NumericRange { Low: { } low, High: { } high } => Observation.OfSample(
                            c.Id,
                            1,
                            day,
                            Math.Round(Math.Sqrt(low * high))
                        ),
                        _ => null,
                    }
                )
                .OfType<Observation>();
            using var weighing = new Weighing(model, new EvidenceSheet(Guide, shown), new PlaceFacts(null, []), []);
            var likely = LikelyNames.Of(model, weighing, 3);
            if (likely.Names[0].Name.Id != taxon || likely.Names[0].Mass < 0.95)
            {
                wrong.Add(
                    $"{taxon}: {likely.Names[0].Name.Name} {likely.Names[0].Mass:0.000}, outside {likely.Outside:0.000}"
                );
            }
        }

        wrong.ShouldBeEmpty();
    }

    private static Guide Load()
    {
        var reading = GuideReader.Read(PackageFiles.Read(Repository.PathTo("guides", "tamsin-fork")));
        return reading.Guide ?? throw new InvalidOperationException(string.Join('\n', reading.Faults));
    }
}
