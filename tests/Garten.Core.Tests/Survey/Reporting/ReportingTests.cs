using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Reporting;
using Garten.Testing;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Survey.Reporting;

/// <summary>Reports and lists to tick, drawn up from a small survey by hand.</summary>
public sealed class ReportingTests
{
    private static readonly DateOnly May = new(2026, 5, 1);

    private static readonly ReportPlant Sure = new(
        "M-1",
        "Mill",
        new("alba-prima"),
        IdentificationQualifier.None,
        "Alba prima",
        Grade.Confirmed,
        "",
        [],
        ["RO 7"],
        May,
        May.AddDays(30),
        false
    );

    private static readonly CountLine[] Lines =
    [
        Line(Numbered.Id<SheetId>(1), "alba-prima", May),
        Line(Numbered.Id<SheetId>(2), "alba-prima", May.AddDays(60)),
        Line(Numbered.Id<SheetId>(2), "alba", May.AddDays(60)),
        Line(Numbered.Id<SheetId>(2), "rubra", May.AddDays(60)),
    ];

    [Fact]
    public void A_species_rests_on_plants_specimens_and_counts()
    {
        var report = Report([
            Sure,
            Sure with
            {
                Tag = "M-2",
                Grade = Grade.Settled,
                Vouchers = [],
                First = May.AddDays(-10),
            },
        ]);
        var prima = report.Species.Single(s => s.Taxon.Id == new TaxonId("alba-prima"));
        prima.Evidence.ShouldBe(
            "1 plant confirmed (M-1); 1 plant well supported (M-2); specimen RO 7; named on counts in 2 of 3 units"
        );
        (prima.Grade, prima.Family, prima.First, prima.Last).ShouldBe(
            (Grade.Confirmed, "Plantaceae", May.AddDays(-10), May.AddDays(60))
        );

        // The genus of which nothing surer is there stands in the list; the one that has a species does not.
        report.Species.Select(s => s.Taxon.Name).ShouldBe(["Alba prima", "Rubra"]);
        report.Species.Single(s => s.Taxon.Name == "Rubra").Grade.ShouldBeNull();
        report.Followed.ShouldBe(2);
    }

    [Theory]
    [InlineData(
        Grade.Leaning,
        IdentificationQualifier.None,
        "alba-prima",
        "",
        "Look at its fruit.",
        "Look at its fruit."
    )]
    [InlineData(
        Grade.Leaning,
        IdentificationQualifier.None,
        "alba-prima",
        "",
        "",
        "The name leads, and is not well supported yet."
    )]
    [InlineData(
        Grade.Settled,
        IdentificationQualifier.Cf,
        "alba-prima",
        "",
        "",
        "The name was given with “cf.”, “aff.” or “?”."
    )]
    [InlineData(Grade.Settled, IdentificationQualifier.None, "alba", "", "", "The name stops above the species.")]
    [InlineData(
        Grade.Confirmed,
        IdentificationQualifier.None,
        "alba-prima",
        "M. Falk",
        "",
        "M. Falk differs from the name."
    )]
    public void What_does_not_stand_is_told_apart_with_the_reason(
        Grade grade,
        IdentificationQualifier qualifier,
        string taxon,
        string differing,
        string missing,
        string why
    )
    {
        var doubt = Report(
            [
                Sure with
                {
                    Grade = grade,
                    Qualifier = qualifier,
                    Taxon = new(taxon),
                    Differing = differing.Length > 0 ? [differing] : [],
                    Missing = missing,
                },
            ],
            lines: []
        );
        doubt.Species.ShouldBeEmpty();
        var record = doubt.Doubtful.ShouldHaveSingleItem();
        (record.Where, record.Why).ShouldBe(("M-1, Mill", why));
    }

    [Fact]
    public void Plants_without_a_name_and_lines_with_a_qualifier_are_in_doubt()
    {
        var report = Report(
            [Sure with { Taxon = null, FullName = "" }],
            [
                Line(Numbered.Id<SheetId>(1), "alba-prima", May) with
                {
                    Qualifier = IdentificationQualifier.Cf,
                },
                Line(Numbered.Id<SheetId>(1), "rubra", May),
            ]
        );
        report
            .Doubtful.Select(d => (d.What, d.Why))
            .ShouldBe([
                ("Alba cf. prima", "Counted under a name with “cf.”, “aff.” or “?”."),
                ("Rubra sp.", "Counted under a name that stops above the species."),
                ("no name yet", "It has no name yet."),
            ]);
    }

    [Fact]
    public void Planted_plants_are_marked() =>
        Report([Sure with { Planted = true }], lines: []).Species.ShouldHaveSingleItem().Planted.ShouldBeTrue();

    [Fact]
    public void Effort_is_summed_by_protocol_and_visits_without_times_are_told()
    {
        var effort = EffortLine.Of([
            new(Protocol.TimedSearch, "Mill", May, 1.5, 0, 0, 0),
            new(Protocol.TimedSearch, "Ridge", May.AddDays(3), null, 0, 0, 0),
            new(Protocol.Quadrats, "Mill", May, 2, 12, 48, 0),
        ]);
        effort
            .Select(e => (e.Name, e.Visits, e.Sites, e.Hours, e.Untimed, e.Plots, e.AreaM2))
            .ShouldBe([
                ("timed search", 2, 2, 1.5, 1, 0, 0.0),
                ("quadrats with cover in percent", 1, 1, 2.0, 0, 12, 48.0),
            ]);
        (effort[0].First, effort[0].Last).ShouldBe((May, May.AddDays(3)));
    }

    [Fact]
    public void Every_protocol_has_a_name_and_a_method_of_its_own()
    {
        var all = Enum.GetValues<Protocol>();
        all.Select(ProtocolWords.Name).Distinct().Count().ShouldBe(all.Length);
        all.Select(ProtocolWords.Method).Distinct().Count().ShouldBe(all.Length);
    }

    [Fact]
    public void A_list_to_tick_holds_what_was_seen_there_and_what_can_be_seen_there()
    {
        (TaxonId, string, DateOnly)[] finds =
        [
            (new("alba-prima"), "Ridge", May),
            (new("alba-secunda"), "Mill", May),
            (new("alba-secunda"), "Mill", May),
            (new("alba-secunda"), "Mill", May.AddDays(7)),
            (new("rubra"), "Mill", May),
        ];

        // On 1 May the first flowers; it is at home up to 600 metres.
        var list = FieldChecklist.For(Make(), "Mill", new(100), May, finds);
        list.Select(l => (l.Taxon.Name, l.Here, l.LastHere))
            .ShouldBe([("Alba prima", 0, null), ("Alba secunda", 2, (DateOnly?)May.AddDays(7))]);
        list[0].Shows.ShouldBe([Phenophase.Flower]);
        list[0].LookAlikes.Select(t => t.Name).ShouldBe(["Alba secunda"]);
        list[0].Cautions.ShouldBe(["The sap of every Alba burns the skin."]);
        (list[1].Stated, list[1].Shows.IsEmpty).ShouldBe((false, true));

        // In August it shows nothing, and at 900 metres it does not grow; what was seen there stays.
        FieldChecklist
            .For(Make(), "Mill", new(100), new(2026, 8, 1), finds)
            .Select(l => l.Taxon.Name)
            .ShouldBe(["Alba secunda"]);
        FieldChecklist
            .For(Make(), "Mill", new(900), May.AddDays(20), finds)
            .Select(l => l.Taxon.Name)
            .ShouldBe(["Alba secunda"]);
        FieldChecklist
            .For(Make(), "Ridge", new(900), new(2026, 8, 1), finds)
            .Select(l => l.Taxon.Name)
            .ShouldBe(["Alba prima", "Alba secunda"]);
    }

    private static SurveyReport Report(ReportPlant[] plants, CountLine[]? lines = null)
    {
        SamplingUnit[] units =
        [
            new(Numbered.Id<SheetId>(1), 1, "Mill", null, Protocol.WalkThrough),
            new(Numbered.Id<SheetId>(2), 1, "Mill", null, Protocol.WalkThrough),
            new(Numbered.Id<SheetId>(3), 1, "Mill", null, Protocol.WalkThrough),
        ];
        return SurveyReport.Of(Make(), [], lines ?? Lines, SurveyStatistics.Of(Make(), units, lines ?? Lines), plants);
    }

    private static CountLine Line(SheetId sheet, string taxon, DateOnly date) =>
        new(sheet, 1, "Mill", date, new(taxon), IdentificationQualifier.None, Origin.Wild, CountUnit.Presence, null);
}
