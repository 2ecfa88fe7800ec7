using Garten.Core.Commands;
using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Importing;
using Garten.Testing;

namespace Garten.Data.Tests;

public sealed class CountStoreTests(DatabaseFixture fixture) : IClassFixture<DatabaseFixture>
{
    private static readonly CancellationToken None = CancellationToken.None;
    private readonly CountStore _counts = fixture.Counts;

    [Fact]
    public async Task A_sheet_begins_once_and_counts_add_up_while_cover_does_not()
    {
        var id = new SheetId(Guid.NewGuid());
        var sheet = await BeginAsync(Protocol.Quadrats, id);
        (await BeginAsync(Protocol.Quadrats, id)).ShouldBe(sheet);
        (await EnterAsync(sheet, Line("acer-macrophyllum", CountUnit.Individuals, 3))).ShouldBeTrue();
        (await EnterAsync(sheet, Line("acer-macrophyllum", CountUnit.Individuals, 4))).ShouldBeTrue();
        (await EnterAsync(sheet, Line("acer-macrophyllum", CountUnit.CoverPercent, 20))).ShouldBeTrue();
        (
            await EnterAsync(
                sheet,
                Line("alnus-rubra", CountUnit.Individuals, 1),
                Line("acer-macrophyllum", CountUnit.CoverPercent, 30)
            )
        ).ShouldBeFalse("cover stands once");
        var lines = await _counts.LinesAsync(sheet, None);
        lines
            .Select(l => (l.Name, l.Unit, l.Amount))
            .ShouldBe(
                [
                    ("Acer macrophyllum", CountUnit.Individuals, 7.0),
                    ("Acer macrophyllum", CountUnit.CoverPercent, 20.0),
                ],
                "all or none is entered"
            );
        await Should.ThrowAsync<NotInStoreException>(() =>
            _counts.HandleAsync(
                fixture.Head(),
                new BeginCount(new(Guid.NewGuid()), Content(Protocol.WalkThrough, Numbered.Id<SiteId>(999_999))),
                None
            )
        );
    }

    [Fact]
    public async Task A_line_taken_away_comes_back_unless_its_name_was_entered_anew()
    {
        var sheet = await BeginAsync(Protocol.WalkThrough);
        await EnterAsync(sheet, Line("alnus-rubra", CountUnit.Individuals, 2));
        var line = (await _counts.LinesAsync(sheet, None)).Single().Id;
        (await _counts.HandleAsync(fixture.Head(), new RemoveLine(line), None)).ShouldBeTrue();
        (await _counts.LinesAsync(sheet, None)).ShouldBeEmpty();
        (await _counts.HandleAsync(fixture.Head(), new RemoveLine(line, false), None)).ShouldBeTrue();
        await _counts.HandleAsync(fixture.Head(), new RemoveLine(line), None);
        await EnterAsync(sheet, Line("alnus-rubra", CountUnit.Individuals, 9));
        (await _counts.HandleAsync(fixture.Head(), new RemoveLine(line, false), None)).ShouldBeFalse();
        (await _counts.LinesAsync(sheet, None)).Single().Amount.ShouldBe(9);
        await Task.WhenAll(
            Enumerable
                .Range(0, 12)
                .Select(async _ =>
                    await _counts.HandleAsync(
                        fixture.Head(),
                        new CountOneMore((await _counts.LinesAsync(sheet, None)).Single().Id),
                        None
                    )
                )
        );
        (await _counts.LinesAsync(sheet, None)).Single().Amount.ShouldBe(21);
    }

    [Fact]
    public async Task A_sheet_knows_how_many_lines_it_has_whatever_becomes_of_them()
    {
        var sheet = await BeginAsync(Protocol.WalkThrough);
        async Task ShouldKnowAsync(int lines)
        {
            (await _counts.SheetAsync(sheet, None)).Lines.ShouldBe(lines);
            (await _counts.LinesAsync(sheet, None)).Count.ShouldBe(lines);
        }

        await EnterAsync(
            sheet,
            Line("alnus-rubra", CountUnit.Individuals, 2),
            Line("acer-macrophyllum", CountUnit.Individuals, 1)
        );
        await ShouldKnowAsync(2);
        await EnterAsync(sheet, Line("alnus-rubra", CountUnit.Individuals, 5));
        await ShouldKnowAsync(2);
        var line = (await _counts.LinesAsync(sheet, None))[0].Id;
        await _counts.HandleAsync(fixture.Head(), new RemoveLine(line), None);
        await _counts.HandleAsync(fixture.Head(), new RemoveLine(line), None);
        await ShouldKnowAsync(1);
        await _counts.HandleAsync(
            fixture.Head(),
            new CountOneMore((await _counts.LinesAsync(sheet, None)).Single().Id),
            None
        );
        await _counts.HandleAsync(fixture.Head(), new RemoveLine(line, false), None);
        await ShouldKnowAsync(2);
        await Task.WhenAll(
            Enumerable
                .Range(1, 8)
                .Select(i => EnterAsync(sheet, Line("acer-macrophyllum", CountUnit.GirthCentimetres, 40 + i)))
        );
        await ShouldKnowAsync(10);
    }

    [Fact]
    public async Task The_tally_of_names_is_what_counting_the_lines_would_say()
    {
        FindStore finds = fixture.Finds;
        FindFilter all = new(null, null, null, null, null, null);
        async Task ShouldTallyAsync()
        {
            // The same question with a condition on visits is answered by counting.
            var tallied = await finds.SumsAsync(all, None);
            var counted = await finds.SumsAsync(all with { From = new(1800, 1, 1) }, None);
            tallied.Names.ShouldBe(counted.Names);
            (await finds.SumsAsync(all with { Text = "alnus" }, None)).Names.ShouldBe(
                counted.Names.Where(n => n.Taxon == "alnus-rubra")
            );
        }

        var sheet = await BeginAsync(Protocol.WalkThrough);
        await EnterAsync(
            sheet,
            Line("alnus-rubra", CountUnit.Individuals, 2),
            Line("acer-macrophyllum", CountUnit.Individuals, 1)
        );
        await ShouldTallyAsync();
        await EnterAsync(sheet, Line("alnus-rubra", CountUnit.Individuals, 5));
        await ShouldTallyAsync();
        var line = (await _counts.LinesAsync(sheet, None))[0].Id;
        await _counts.HandleAsync(fixture.Head(), new RemoveLine(line), None);
        await ShouldTallyAsync();
        await _counts.HandleAsync(fixture.Head(), new RemoveLine(line, false), None);

        // So many that the rows of a name become one more than once, by several at a time.
        SheetId[] sheets = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => BeginAsync(Protocol.TreePlot)));
        await Task.WhenAll(
            sheets.Select(async s =>
            {
                for (var i = 0; i < 30; i++)
                {
                    await EnterAsync(
                        s,
                        [
                            .. Enumerable
                                .Range(0, 10)
                                .Select(j =>
                                    Line(
                                        j % 3 == 0 ? "alnus-rubra" : "acer-macrophyllum",
                                        CountUnit.GirthCentimetres,
                                        40 + i + j
                                    )
                                ),
                        ]
                    );
                }
            })
        );
        await ShouldTallyAsync();

        // What is only looked through leaves nothing behind; what is brought in counts, once.
        ImportVisit[] visits =
        [
            new(
                new(Guid.NewGuid()),
                fixture.Site.Name,
                new(2019, 5, 1),
                fixture.Person.Name,
                ImportedEffort.List("tallied"),
                [Row(2, "alnus-rubra", CountUnit.Presence, null)]
            ),
        ];
        var before = (await finds.SumsAsync(all, None)).Names.Sum(n => n.Finds);
        foreach (var (keep, more) in new[] { (false, 0), (true, 1), (true, 1) })
        {
            await BringInAsync(visits, keep);
            await ShouldTallyAsync();
            (await finds.SumsAsync(all, None)).Names.Sum(n => n.Finds).ShouldBe(before + more);
        }

        // Each line was a statement, so a row of its own; gathered with every 500th number of a line, but for those on their way just then.
        await using var asked = fixture.Source.CreateCommand("select count(*) from count_tally");
        ((long)(await asked.ExecuteScalarAsync(None))!).ShouldBeLessThan(6 * 30 * 10 / 2, "rows were gathered");
    }

    [Fact]
    public async Task What_is_brought_in_is_looked_through_kept_once_and_given_up_whole()
    {
        ImportVisit[] visits =
        [
            new(
                new(Guid.NewGuid()),
                fixture.Site.Name,
                new(2020, 5, 1),
                "N. Okafor",
                ImportedEffort.List("from a test"),
                [
                    Row(2, "acer-macrophyllum", CountUnit.Stems, 4),
                    Row(3, "alnus-rubra", CountUnit.Presence, null),
                    Row(4, "alnus-rubra", CountUnit.GirthCentimetres, 88),
                ]
            ),
            new(
                new(Guid.NewGuid()),
                fixture.Site.Name,
                new(2020, 5, 2),
                fixture.Person.Name,
                ImportedEffort.List("from a test"),
                [Row(5, "acer-macrophyllum", CountUnit.Stems, 1)]
            ),
        ];
        var before = (await _counts.SheetsAsync(CountChoice.All, None)).Count;
        var shown = await BringInAsync(visits, keep: false);
        (shown.Sheets, shown.Lines, shown.Known, shown.People.Single()).ShouldBe((2, 4, 0, "N. Okafor"));
        (await _counts.SheetsAsync(CountChoice.All, None)).Count.ShouldBe(before);
        (await BringInAsync(visits, keep: true)).Lines.ShouldBe(4);
        (await _counts.SheetsAsync(CountChoice.All, None)).Count.ShouldBe(before + 2);

        // The same again brings nothing, girths too; another number is told and not taken.
        ImportVisit[] again =
        [
            visits[0] with
            {
                Rows = [Row(7, "acer-macrophyllum", CountUnit.Stems, 5), .. visits[0].Rows.Skip(1)],
            },
        ];
        var second = await BringInAsync(again, keep: true);
        (second.Sheets, second.Lines, second.Known).ShouldBe((0, 0, 3));
        second.Differing.ShouldBe([7]);
        var sheet = (await _counts.SheetsAsync(CountChoice.All, None)).Single(s => s.Recorder == "N. Okafor");
        (await _counts.LinesAsync(sheet.Id, None)).Select(l => l.Amount).ShouldBe([4, null, 88], ignoreOrder: true);

        // A name the guide lacks in the last row: nothing of the others stays.
        ImportVisit[] bad =
        [
            visits[1] with
            {
                Id = new(Guid.NewGuid()),
                Date = new(2020, 6, 1),
            },
            visits[1] with
            {
                Id = new(Guid.NewGuid()),
                Date = new(2020, 6, 2),
                Rows = [Row(9, "nessie", CountUnit.Presence, null)],
            },
        ];
        await Should.ThrowAsync<Npgsql.PostgresException>(() => BringInAsync(bad, keep: true));
        (await _counts.SheetsAsync(CountChoice.All, None)).ShouldNotContain(s => s.Content.Date.Month == 6);
    }

    [Fact]
    public async Task A_visit_brought_in_keeps_its_protocol_plots_and_times_and_adds_its_site_once()
    {
        var store = fixture.Imports;
        ImportedEffort effort = new(Protocol.Quadrats, 3, 4, null, new(9, 0), new(11, 30), "sun", "north slope");
        ImportVisit[] visits =
        [
            new(
                new(Guid.NewGuid()),
                "New Ground",
                new(2021, 5, 1),
                fixture.Person.Name,
                effort,
                [
                    Row(2, "alnus-rubra", CountUnit.CoverPercent, 20),
                    Row(3, "alnus-rubra", CountUnit.CoverPercent, 30) with
                    {
                        Plot = 3,
                    },
                ]
            ),
        ];
        ImportedSite site = new("New Ground", 300, new(45, -123.7), 50);
        (await store.HandleAsync(fixture.Head(), new(visits, [], [site]), None)).Sites.ShouldBe(["New Ground"]);
        (await store.HandleAsync(fixture.Head(), new(visits, [], [site]), None)).ShouldSatisfyAllConditions(
            c => c.Sites.ShouldBeEmpty(),
            c => c.Known.ShouldBe(2)
        );
        var sheet = (await _counts.SheetsAsync(CountChoice.All, None)).Single(s => s.SiteName == "New Ground");
        sheet.Id.ShouldBe(visits[0].Id);
        var content = sheet.Content;
        (
            content.Protocol,
            content.Plots,
            content.PlotAreaM2,
            content.Started,
            content.Ended,
            content.Weather,
            content.Note
        ).ShouldBe((Protocol.Quadrats, 3, 4.0, new TimeOnly(9, 0), new TimeOnly(11, 30), "sun", "north slope"));
        (await _counts.LinesAsync(sheet.Id, None)).Select(l => (l.Plot, l.Amount)).ShouldBe([(1, 20), (3, 30)]);
    }

    private Task<ImportChange> BringInAsync(ImportVisit[] visits, bool keep) =>
        keep
            ? fixture.Imports.HandleAsync(fixture.Head(), new(visits, [], []), None)
            : fixture.Imports.LookThroughAsync(fixture.Head(), new(visits, [], []), null, None);

    private static ImportedRow Row(int line, string taxon, CountUnit unit, double? amount) =>
        new(line, default, "", "", new(taxon), IdentificationQualifier.None, Origin.Wild, unit, amount, "");

    private static SheetLine Line(string taxon, CountUnit unit, double amount) =>
        new(default, 1, taxon, "", IdentificationQualifier.None, Origin.Wild, unit, amount, "");

    private static SheetContent Content(Protocol protocol, SiteId site) =>
        new(site, new(2026, 5, 1), protocol, 1, protocol == Protocol.Quadrats ? 1 : null, null, null, null, "", "", "");

    private async Task<SheetId> BeginAsync(Protocol protocol, SheetId? given = null)
    {
        var id = given ?? new(Guid.CreateVersion7());
        await _counts.HandleAsync(fixture.Head(), new BeginCount(id, Content(protocol, fixture.Site.Id)), None);
        return id;
    }

    private Task<bool> EnterAsync(SheetId sheet, params SheetLine[] lines) =>
        _counts.HandleAsync(fixture.Head(), new EnterLines(sheet, lines), None);
}
