using System.Collections.Immutable;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Tests;

/// <summary>A guide of a few invented plants, small enough to work every answer out by hand.</summary>
internal static class SmallGuide
{
    public static readonly DateOnly Day = new(2026, 5, 1);

    public static readonly Character Arrangement = Named("leaf-arrangement", Organ.Leaf, ["opposite", "alternate"]);
    public static readonly Character Division = Named("leaf-division", Organ.Leaf, ["simple", "pinnate", "palmate"]);
    public static readonly Character Leaflets = Numeric(
        "leaflet-count",
        Organ.Leaf,
        CharacterKind.Count,
        "",
        1,
        60
    ) with
    {
        DependsOn = new(Division.Id, ["pinnate", "palmate"]),
    };

    public static readonly Character Margin = Named(
        "margin",
        Organ.Leaf,
        ["entire", "toothed", "serrate<toothed", "crenate<toothed"]
    ) with
    {
        AbsentState = "entire",
        AlteredBy = [Alteration.Browsed],
    };

    public static readonly Character Length = Numeric(
        "leaf-length",
        Organ.Leaf,
        CharacterKind.Length,
        "cm",
        2,
        600
    ) with
    {
        Group = "size",
    };
    public static readonly Character Glands = Named("glands", Organ.Leaf, ["none", "present"]) with
    {
        AbsentState = "none",
        DrawnAs = "petiole-glands",
    };
    public static readonly Character Fruit = Named("fruit", Organ.Fruit, ["berry", "capsule"]);
    public static readonly Character Habitat = Named("habitat", Organ.Place, ["wood", "marsh"]);
    public static readonly Character Elevation = Numeric(
        "elevation",
        Organ.Place,
        CharacterKind.Length,
        "m",
        -10_000,
        4_000_000
    );

    public static Guide Make() => new(Tables());

    public static GuideTables Tables() =>
        new(
            new GuideTitle("small", "A small guide", "1.0.0", "CC0-1.0", 100),
            [
                Taxon("plantaceae", null, TaxonRank.Family, "Plantaceae"),
                Taxon("alba", "plantaceae", TaxonRank.Genus, "Alba"),
                Taxon("alba-prima", "alba", TaxonRank.Species, "Alba prima"),
                Taxon("alba-secunda", "alba", TaxonRank.Species, "Alba secunda"),
                Taxon("rubra", "plantaceae", TaxonRank.Genus, "Rubra"),
                Taxon("rubra-tertia", "rubra", TaxonRank.Species, "Rubra tertia"),
            ],
            [Arrangement, Division, Leaflets, Margin, Length, Glands, Fruit, Habitat, Elevation],
            [
                Says("alba", Arrangement, "opposite"),
                Says("alba", Division, "simple"),
                Says("alba-prima", Margin, "serrate"),
                Says("alba-prima", Length, "(2–)4–8(–10) cm"),
                Says("alba-prima", Length, "8–20 cm", Scope.Any with { Stage = LifeStage.Sapling }),
                Says("alba-prima", Habitat, "wood"),
                Says("alba-prima", Elevation, "0–600 m"),
                Says("alba-prima", Fruit, "berry"),
                Says("alba-secunda", Margin, "entire"),
                Says("alba-secunda", Fruit, "capsule"),
                Says("rubra-tertia", Arrangement, "alternate"),
                Says("rubra-tertia", Division, "pinnate"),
                Says("rubra-tertia", Leaflets, "5 | 7 (usually) | 9 (rarely)"),
            ],
            [MainKey(), AlbaKey()],
            [
                new(new("alba"), Hazard.Irritant, "The sap of every Alba burns the skin."),
                new(new("rubra-tertia"), Hazard.Deadly, "Deadly in all parts."),
            ],
            [new(new("alba-prima"), new("alba-secunda"), Margin.Id, "The first has teeth, the second none.")],
            [],
            [
                new(new("alba-prima"), Phenophase.Flower, new(4, 10), new(5, 20)),
                new(new("alba-prima"), Phenophase.Fruit, new(11, 15), new(1, 31)),
            ],
            [new("opposite", "Opposite", "in pairs", "Two at each joint.")],
            [],
            []
        );

    public static DichotomousKey MainKey() =>
        Key(
            "main",
            null,
            1,
            (
                1,
                [
                    Lead(1, new ToKey(new("albas")), Claim("Leaves opposite", Arrangement, "opposite")),
                    Lead(2, new ToCouplet(2), Claim("Leaves alternate", Arrangement, "alternate")),
                ]
            ),
            (
                2,
                [
                    Lead(1, new ToTaxon(new("rubra-tertia")), Claim("Leaflets five or more", Leaflets, "≥ 5")),
                    Lead(2, new ToTaxon(new("alba-secunda")), Claim("Leaf simple", Division, "simple")),
                ]
            )
        );

    public static DichotomousKey AlbaKey() =>
        Key(
            "albas",
            "alba",
            1,
            (
                1,
                [
                    Lead(
                        1,
                        new ToTaxon(new("alba-prima")),
                        Claim("Serrate", Margin, "serrate"),
                        Claim("Fruit a berry", Fruit, "berry")
                    ),
                    Lead(2, new ToTaxon(new("alba-secunda")), Claim("Entire", Margin, "entire")),
                ]
            )
        );

    public static DichotomousKey Key(
        string id,
        string? scope,
        int start,
        params (int Number, Lead[] Leads)[] couplets
    ) =>
        new(
            new(id),
            $"Key {id}",
            "",
            scope is null ? null : new TaxonId(scope),
            start,
            couplets.ToImmutableSortedDictionary(c => c.Number, c => new Couplet(c.Number, [.. c.Leads]))
        );

    public static Lead Lead(int number, LeadTarget target, params LeadTest[] tests) => new(number, [.. tests], target);

    public static LeadTest Claim(string text, Character character, string claim) =>
        new(text, character.Id, LeadConditionReader.Read(claim, character).Value ?? throw new ArgumentException(claim));

    public static Statement Says(string taxon, Character character, string value, Scope? scope = null) =>
        new(
            new(taxon),
            character.Id,
            NotationReader.Read(value, character).Value ?? throw new ArgumentException(value),
            scope ?? Scope.Any,
            SourceClass.GeneralKnowledge
        );

    /// <summary>A taxon whose name is its identifier.</summary>
    public static Taxon Node(string id, string? parent = null, TaxonRank rank = TaxonRank.Species) =>
        Taxon(id, parent, rank, id);

    /// <summary>Tables with nothing but these taxa, characters and statements.</summary>
    public static GuideTables Bare(
        ImmutableArray<Taxon> taxa,
        ImmutableArray<Character> characters,
        ImmutableArray<Statement> statements
    ) =>
        Tables() with
        {
            Taxa = taxa,
            Characters = characters,
            Statements = statements,
            Keys = [],
            Cautions = [],
            LookAlikes = [],
            Windows = [],
        };

    public static Character Named(string id, Organ organ, string[] states) =>
        Blank(id, organ, CharacterKind.Unordered, "") with
        {
            States =
            [
                .. states
                    .Select(s => s.Split('<'))
                    .Select(s => new CharacterState(s[0], s[0], s.Length > 1 ? s[1] : null, s[0])),
            ],
        };

    public static Character Numeric(
        string id,
        Organ organ,
        CharacterKind kind,
        string unit,
        double least,
        double most
    ) => Blank(id, organ, kind, unit) with { Minimum = least, Maximum = most };

    private static Character Blank(string id, Organ organ, CharacterKind kind, string unit) =>
        new(
            new(id),
            organ,
            char.ToUpperInvariant(id[0]) + id[1..].Replace('-', ' '),
            kind,
            unit,
            [],
            null,
            "",
            "",
            10,
            Tool.Eye,
            HarmLevel.Look,
            0.1,
            null,
            null,
            null,
            []
        );

    public static Taxon Taxon(string id, string? parent, TaxonRank rank, string name) =>
        new(
            new(id),
            parent is null ? null : new TaxonId(parent),
            rank,
            name,
            "",
            [],
            [],
            AreaStatus.Native,
            Commonness.Common,
            ""
        );
}
