using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Importing;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Survey.Importing;

/// <summary>Visits, plots and what was seen on them, read from events and occurrences.</summary>
public sealed class ArchivedSurveyTests
{
    private static readonly DateOnly Today = new(2026, 11, 20);

    private static readonly ArchivedRow[] Events =
    [
        Row(
            "event.csv",
            2,
            ("eventID", "v1"),
            ("eventDate", "2024-05-12"),
            ("locality", "Mill"),
            ("samplingProtocol", "quadrats with cover in percent"),
            ("eventTime", "09:10/11:40"),
            ("fieldNotes", "sun"),
            ("eventRemarks", "north slope")
        ),
        Row(
            "event.csv",
            3,
            ("eventID", "v1:1"),
            ("parentEventID", "v1"),
            ("sampleSizeValue", "4"),
            ("sampleSizeUnit", "square metre")
        ),
        Row(
            "event.csv",
            4,
            ("eventID", "v1:2"),
            ("parentEventID", "v1"),
            ("sampleSizeValue", "4"),
            ("sampleSizeUnit", "square metre")
        ),
        Row(
            "event.csv",
            5,
            ("eventID", "v2"),
            ("eventDate", "2024-05-13"),
            ("locality", "New Ground"),
            ("decimalLatitude", "45.1"),
            ("decimalLongitude", "-123.6"),
            ("samplingProtocol", "belt of nets")
        ),
        Row(
            "event.csv",
            6,
            ("eventID", "v3"),
            ("eventDate", "2024-05-14"),
            ("locality", "Mill"),
            ("samplingProtocol", ArchivedSurvey.FollowedProtocol)
        ),
    ];

    [Fact]
    public void Plots_lie_in_their_visit_and_take_its_day_and_site()
    {
        var survey = Read([
            Seen(
                2,
                "v1:2",
                ("scientificName", "Alba prima Author"),
                ("organismQuantity", "30"),
                ("organismQuantityType", QuickEntry.InWords(CountUnit.CoverPercent)),
                ("recordedBy", "N. Okafor")
            ),
            Seen(
                3,
                "v1",
                ("scientificName", "Rubra tertia"),
                ("identificationQualifier", "cf."),
                ("degreeOfEstablishment", "established")
            ),
        ]);
        survey.Faults.ShouldBeEmpty();
        var visit = survey.Visits.ShouldHaveSingleItem();
        (visit.Event, visit.Site, visit.Date, visit.Recorder).ShouldBe(("v1", "Mill", new(2024, 5, 12), "N. Okafor"));
        visit.Effort.ShouldBe(new(Protocol.Quadrats, 2, 4, null, new(9, 10), new(11, 40), "sun", "north slope"));
        visit
            .Rows.Select(r => (r.Plot, r.Taxon.Value, r.Qualifier, r.Origin, r.Unit, r.Amount))
            .ShouldBe([
                (2, "alba-prima", IdentificationQualifier.None, Origin.Unknown, CountUnit.CoverPercent, (double?)30),
                (1, "rubra-tertia", IdentificationQualifier.Cf, Origin.Naturalised, CountUnit.Presence, null),
            ]);
        survey.NewSites.ShouldBeEmpty();
    }

    [Fact]
    public void An_unknown_protocol_becomes_a_list_that_keeps_its_name_and_an_unknown_site_is_added_where_it_lies()
    {
        var survey = Read([Seen(2, "v2", ("genus", "Rubra"), ("specificEpithet", "tertia"), ("individualCount", "4"))]);
        var visit = survey.Visits.ShouldHaveSingleItem();
        (visit.Effort.Protocol, visit.Effort.Plots, visit.Effort.Note).ShouldBe(
            (Protocol.WalkThrough, 1, "belt of nets")
        );
        (visit.Rows[0].Unit, visit.Rows[0].Amount).ShouldBe((CountUnit.Individuals, 4));
        survey.NewSites.ShouldBe([new("New Ground", null, new(45.1, -123.6), null)]);
    }

    [Fact]
    public void Parts_of_a_visit_without_a_size_are_one_list_and_what_no_site_can_be_is_named_or_left()
    {
        ArchivedRow[] events =
        [
            Row(
                "event.csv",
                2,
                ("eventID", "w"),
                ("eventDate", "2024-05-12"),
                ("locality", "High"),
                ("minimumElevationInMeters", "99999")
            ),
            Row("event.csv", 3, ("eventID", "w:a"), ("parentEventID", "w")),
            Row("event.csv", 4, ("eventID", "w:b"), ("parentEventID", "w")),
        ];
        var survey = ArchivedSurvey.Read(
            Make(),
            ["Mill"],
            Today,
            events,
            [Seen(2, "w:a", ("scientificName", "Alba prima")), Seen(3, "w:b", ("scientificName", "Rubra tertia"))],
            new(Make(), false)
        );
        var visit = survey.Visits.ShouldHaveSingleItem();
        (visit.Effort.Protocol, visit.Effort.Plots).ShouldBe((Protocol.WalkThrough, 1));
        visit.Rows.ShouldAllBe(r => r.Plot == 1);
        survey.NewSites.ShouldBe([new("High", null, null, null)]);
        ArchivedSurvey
            .Read(
                Make(),
                [],
                Today,
                [Row("event.csv", 2, ("eventID", "w"), ("locality", new string('x', 121)))],
                [],
                new(Make(), false)
            )
            .Faults.ShouldHaveSingleItem()
            .Says.ShouldContain("more than 120 characters");
    }

    [Fact]
    public void Followed_plants_withheld_finds_and_absences_stay_out()
    {
        var survey = Read([
            Seen(2, "v3", ("scientificName", "Alba prima")),
            Seen(3, "v1", ("scientificName", "Alba prima"), ("informationWithheld", "the place")),
            Seen(4, "v1", ("scientificName", "Alba secunda"), ("occurrenceStatus", "absent")),
        ]);
        (survey.Followed.Length, survey.Withheld, survey.Visits.Length, survey.Faults.Length).ShouldBe((1, 1, 0, 0));
    }

    [Fact]
    public void Faults_name_table_line_and_column()
    {
        var survey = Read([
            Seen(2, "v9", ("scientificName", "Alba prima")),
            Seen(3, "v1", ("scientificName", "Nessie")),
            Seen(4, "v1", ("scientificName", "Alba prima"), ("eventDate", "05/06/2024")),
        ]);
        survey
            .Faults.Select(f => (f.File, f.Line, f.Column))
            .ShouldBe([
                ("occurrence.csv", 2, "eventID"),
                ("occurrence.csv", 3, "scientificName"),
                ("occurrence.csv", 4, "eventDate"),
            ]);
        survey.Faults[0].Says.ShouldBe("There is no event “v9”.");

        var twice = ArchivedSurvey.Read(Make(), ["Mill"], Today, [.. Events, Events[0]], [], new(Make(), false));
        twice.Faults.ShouldHaveSingleItem().Says.ShouldBe("The event “v1” stands here a second time.");
        Read([
            Seen(2, "v1", ("scientificName", "Alba prima")),
            Seen(3, "v1", ("scientificName", "Alba prima"), ("eventDate", "2024-05-20")),
        ])
            .Faults.ShouldHaveSingleItem()
            .Says.ShouldBe("The event “v1” lies on several days or sites. One visit has one day and one site.");
    }

    [Fact]
    public void Events_that_lie_in_each_other_end_somewhere()
    {
        ArchivedRow[] circle =
        [
            Row(
                "event.csv",
                2,
                ("eventID", "a"),
                ("parentEventID", "b"),
                ("locality", "Mill"),
                ("eventDate", "2024-05-12")
            ),
            Row("event.csv", 3, ("eventID", "b"), ("parentEventID", "a")),
        ];
        ArchivedSurvey
            .Read(Make(), ["Mill"], Today, circle, [Seen(2, "a", ("scientificName", "Alba prima"))], new(Make(), false))
            .Visits.ShouldHaveSingleItem()
            .Site.ShouldBe("Mill");
    }

    [Fact]
    public void Occurrences_alone_become_a_list_for_each_day_site_and_recorder()
    {
        ArchivedRow Alone(int line, string day, string by) =>
            Row(
                "occurrence.csv",
                line,
                ("eventID", "x"),
                ("eventDate", day),
                ("locality", "Mill"),
                ("scientificName", "Alba prima"),
                ("recordedBy", by)
            );
        var survey = ArchivedSurvey.Read(
            Make(),
            ["Mill"],
            Today,
            [],
            [
                Alone(2, "2024-05-12", "A"),
                Alone(3, "2024-05-12", "A"),
                Alone(4, "2024-05-12", "B"),
                Alone(5, "2024-05-13", "A"),
            ],
            new(Make(), false)
        );
        survey
            .Visits.Select(v => (v.Date.Day, v.Recorder, v.Rows.Length))
            .ShouldBe([(12, "A", 2), (12, "B", 1), (13, "A", 1)]);
    }

    private static ArchivedSurvey Read(ArchivedRow[] occurrences) =>
        ArchivedSurvey.Read(Make(), ["Mill"], Today, Events, occurrences, new(Make(), false));

    private static ArchivedRow Seen(int line, string on, params (string, string)[] cells) =>
        Row("occurrence.csv", line, [("eventID", on), .. cells]);

    private static ArchivedRow Row(string file, int line, params (string Term, string Cell)[] cells) =>
        new(file, line, cells.ToDictionary(c => c.Term, c => c.Cell));
}
