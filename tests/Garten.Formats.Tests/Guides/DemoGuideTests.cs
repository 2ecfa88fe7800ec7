using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Identification;
using Garten.Core.Keys;
using Garten.Core.Survey.Importing;
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
    public void Nothing_is_looked_for_on_a_plant_whose_name_stands_that_it_cannot_have()
    {
        var model = new CandidateModel(Guide);
        DateOnly day = new(2026, 6, 2);
        var plant = new EvidenceSheet(
            Guide,
            [
                Observation.OfStates(new("armature"), 1, day, "prickles"),
                Observation.OfStates(new("prickle-form"), 1, day, "broad-based"),
                Observation.OfStates(new("leaf-division"), 1, day, "pinnate"),
                Observation.OfStates(new("stipules"), 1, day, "leafy"),
                Observation.OfStates(new("flower-colour"), 1, day, "pink"),
                Observation.OfStates(new("flower-cluster"), 1, day, "single"),
                Observation.OfSample(new("flower-width"), 1, day, 58, 62, 66),
                Observation.OfStates(new("sepals-on-fruit"), 1, day, "stay"),
                Observation.OfStates(new("fruit-kind"), 1, day, "hip"),
                Observation.OfStates(new("fruit-colour"), 1, day, "red"),
                Observation.OfSample(new("fruit-length"), 1, day, 14, 15, 17),
            ]
        );
        using var weighing = new Weighing(model, plant, new(null, []), []);
        weighing.Masses[model.NumberOf(new("rosa-nutkana"))].ShouldBeGreaterThan(0.9);
        using var before = new Weighing(model, new EvidenceSheet(Guide, []), new(null, []), []);
        before.Fitting().ShouldBeGreaterThan(100, "nothing was seen yet");
        weighing.Fitting().ShouldBeInRange(1, 5, "the names that fit thin out");
        LookNext
            .Weigh(model, weighing, plant, [], FieldKit.Usual)
            .Suggest(100)
            .Where(s => !Guide.Applies(new("rosa-nutkana"), s.Character) && s.Purpose == LookPurpose.Tests)
            .ShouldBeEmpty();
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
    [InlineData("digitalis-purpurea", Hazard.Deadly)]
    [InlineData("frangula-purshiana", Hazard.Poisonous)]
    [InlineData("angelica-genuflexa", Hazard.Irritant)]
    [InlineData("oenanthe-sarmentosa", Hazard.Irritant)]
    [InlineData("ribes-divaricatum", Hazard.Wounding)]
    [InlineData("actaea-rubra", Hazard.Poisonous)]
    [InlineData("jacobaea-vulgaris", Hazard.Poisonous)]
    [InlineData("rhododendron-macrophyllum", Hazard.Poisonous)]
    [InlineData("hedera-hibernica", Hazard.Poisonous)]
    [InlineData("ilex-aquifolium", Hazard.Poisonous)]
    public void The_dangerous_ones_carry_their_caution(string taxon, Hazard hazard) =>
        Guide.CautionsFor(new(taxon)).ShouldContain(c => c.Hazard == hazard);

    [Theory]
    [InlineData("camassia-quamash", "Death-camas")]
    [InlineData("allium-acuminatum", "Death-camas")]
    [InlineData("angelica-genuflexa", "water hemlock")]
    [InlineData("oenanthe-sarmentosa", "water hemlock")]
    public void What_grows_beside_a_deadly_look_alike_names_it(string taxon, string deadly) =>
        Guide.CautionsFor(new(taxon)).ShouldContain(c => c.Hazard == Hazard.DeadlyLookAlike && c.Text.Contains(deadly));

    [Theory]
    [InlineData("frangula-purshiana", "fruit-kind", "drupe")]
    [InlineData("symphoricarpos-albus", "fruit-kind", "drupe")]
    [InlineData("toxicodendron-diversilobum", "old-fruit", "white-berries")]
    [InlineData("trillium-ovatum", "venation", "three-from-base palmate-veins")]
    [InlineData("cornus-nuttallii", "flower-cluster", "head")]
    [InlineData("cornus-sericea", "bud-scales", "naked two")]
    [InlineData("dicentra-formosa", "symmetry", "two-planes")]
    [InlineData("prosartes-hookeri", "corolla", "tube")]
    [InlineData("fritillaria-affinis", "corolla", "tube")]
    [InlineData("rubus-spectabilis", "armature", "prickles unarmed")]
    [InlineData("rubus-spectabilis", "flower-colour", "pink purple red")]
    [InlineData("rosa-gymnocarpa", "armature", "bristles")]
    [InlineData("corylus-cornuta", "winter-catkins", "catkins none")]
    [InlineData("alnus-rubra", "winter-catkins", "catkins-and-cones none")]
    [InlineData("cicuta-douglasii", "vein-ends", "notch tooth")]
    [InlineData("rhododendron-menziesii", "smell", "rank none")]
    [InlineData("vaccinium-ovalifolium", "twig-end", "one-bud")]
    [InlineData("lonicera-ciliosa", "flower-cluster", "round-clusters")]
    public void What_an_expert_put_right_stays_right(string taxon, string character, string states)
    {
        var stated = Guide.StatementFor(new(taxon), new(character), Scope.Any)!.Value.ShouldBeOfType<StateShares>();
        foreach (var state in states.Split(' '))
        {
            stated.States.Select(s => s.State).ShouldContain(state);
        }
    }

    [Theory]
    [InlineData("cornus-unalaschkensis", "Cornus canadensis")]
    [InlineData("adiantum-aleuticum", "Adiantum pedatum")]
    public void A_name_of_another_species_is_no_synonym(string taxon, string name)
    {
        Guide.Taxon(new(taxon)).Misapplied.ShouldBe([name]);
        Guide.Taxon(new(taxon)).Synonyms.ShouldNotContain(name);
        NameSearch.Find(Guide, name).Names.Single().Kind.ShouldBe(NameKind.Misapplied);
        new WrittenName(Guide).Read($"{name} L.", out var fault).ShouldBeNull();
        fault.ShouldBe(
            $"“{name}” is another species; here the name was used for {Guide.Taxon(new(taxon)).Name}. Write the one that is meant."
        );
    }

    [Fact]
    public void Young_hazels_and_alders_have_no_catkins()
    {
        var young = Scope.Any with { Stage = LifeStage.Sapling };
        foreach (var taxon in new[] { "corylus-cornuta", "alnus-rubra" })
        {
            Guide
                .StatementFor(new(taxon), new("winter-catkins"), young)!
                .Value.ShouldBeOfType<StateShares>()
                .States.Select(s => s.State)
                .ShouldBe(["none"]);
        }
    }

    [Fact]
    public void The_key_of_winter_rosettes_ends_at_every_herb_that_is_green_then()
    {
        var key = Guide.Keys.Single(k => k.Id.Value == "winter-rosettes");
        string[] green = ["tolmiea-menziesii", "erysimum-capitatum", "oenanthe-sarmentosa", "tellima-grandiflora"];
        var ends = Guide.Reach.From(key.First).Select(t => t.Value);
        green.ShouldBeSubsetOf(ends);
    }

    [Fact]
    public void The_key_of_umbellifers_does_not_decide_water_hemlock_by_its_veins_alone() =>
        Guide
            .Keys.Single(k => k.Id.Value == "umbellifers")
            .Couplets.Values.SelectMany(c => c.Leads)
            .Where(l => l.Tests.Any(t => t.Character.Value == "vein-ends"))
            .ShouldAllBe(l => l.Tests.Length > 1);

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
