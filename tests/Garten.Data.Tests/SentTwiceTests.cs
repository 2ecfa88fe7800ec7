using Garten.Core.Assessment;
using Garten.Core.Commands;
using Garten.Core.Evidence;
using Garten.Core.Survey;
using Garten.Core.Survey.Care;
using Garten.Core.Survey.Counting;
using Garten.Testing;

namespace Garten.Data.Tests;

/// <summary>A change whose answer was lost on its way is sent again by the page; it must not be made twice.</summary>
public sealed class SentTwiceTests(DatabaseFixture fixture) : IClassFixture<DatabaseFixture>
{
    private static readonly CancellationToken None = CancellationToken.None;
    private readonly CountStore _counts = fixture.Counts;
    private readonly EvidenceStore _evidence = fixture.Evidence;

    [Fact]
    public async Task A_line_of_a_count_adds_up_once_under_its_number_and_again_under_another()
    {
        var sheet = await SheetAsync();
        var request = Guid.NewGuid();
        (await EnterAsync(sheet, 3, request)).ShouldBeTrue();
        (await EnterAsync(sheet, 3, request)).ShouldBeTrue("to whoever sends it again it was made");
        (await AmountAsync(sheet)).ShouldBe(3);
        await EnterAsync(sheet, 3, Guid.NewGuid());
        (await AmountAsync(sheet)).ShouldBe(6);
        await EnterAsync(sheet, 3, null);
        await EnterAsync(sheet, 3, null);
        (await AmountAsync(sheet)).ShouldBe(12, "without a number every one counts");
    }

    [Fact]
    public async Task Sent_many_times_at_once_a_change_is_made_once()
    {
        var sheet = await SheetAsync();
        await EnterAsync(sheet, 10, null);
        var line = (await _counts.LinesAsync(sheet, None)).Single().Id;
        var taps = Enumerable.Range(0, 5).Select(_ => Guid.NewGuid()).ToArray();
        await Task.WhenAll(
            Enumerable
                .Range(0, 40)
                .Select(i => _counts.HandleAsync(fixture.Head(taps[i % taps.Length]), new CountOneMore(line), None))
        );
        (await AmountAsync(sheet)).ShouldBe(15);
        var request = Guid.NewGuid();
        (await Task.WhenAll(Enumerable.Range(0, 20).Select(_ => EnterAsync(sheet, 7, request)))).ShouldAllBe(taken =>
            taken
        );
        (await AmountAsync(sheet)).ShouldBe(22);
    }

    [Fact]
    public async Task A_change_that_was_refused_may_be_sent_again_under_its_number()
    {
        var sheet = await SheetAsync();
        var request = Guid.NewGuid();
        await _counts.HandleAsync(fixture.Head(null), new EnterLines(sheet, [Line(20, CountUnit.CoverPercent)]), None);
        (
            await _counts.HandleAsync(
                fixture.Head(request),
                new EnterLines(sheet, [Line(30, CountUnit.CoverPercent)]),
                None
            )
        ).ShouldBeFalse("cover stands once");
        (await EnterAsync(sheet, 4, request)).ShouldBeTrue();
        (await _counts.LinesAsync(sheet, None))
            .Select(l => (l.Unit, l.Amount))
            .ShouldBe([(CountUnit.CoverPercent, 20.0), (CountUnit.Individuals, 4.0)], ignoreOrder: true);
    }

    [Fact]
    public async Task Undo_sent_again_goes_no_further_back()
    {
        var plant = await fixture.TakeAsync();
        var visit = (await fixture.ReadAsync(plant)).Visits.Single().Id;
        var shown = fixture.Guide.Characters.Where(c => c.States.Any()).Take(2).ToArray();
        var (first, second) = (shown[0].Id.Value, shown[1].Id.Value);
        foreach (var character in new[] { first, second })
        {
            var states = fixture.Guide.FindCharacter(new(character))!.States.Take(1).Select(x => x.Id).ToArray();
            await _evidence.HandleAsync(
                fixture.Head(),
                new RecordFeatures(
                    plant,
                    visit,
                    [
                        new(
                            character,
                            new(
                                visit,
                                character,
                                FindingKind.States,
                                states,
                                [],
                                null,
                                null,
                                Certainty.Sure,
                                EvidenceSource.Attached,
                                [],
                                null,
                                null,
                                "",
                                fixture.Person.Id,
                                null
                            ),
                            null,
                            $"record {character}"
                        ),
                    ]
                ),
                None
            );
        }

        var (back, again) = (Guid.NewGuid(), Guid.NewGuid());
        (await UndoAsync(plant, back)).ShouldBe($"record {second}");
        (await UndoAsync(plant, back)).ShouldBeNull();
        (await fixture.ObservationsAsync(plant)).ShouldHaveSingleItem().Content.Character.ShouldBe(first);
        (await UndoAsync(plant, Guid.NewGuid())).ShouldBe($"record {first}");
        (await UndoAsync(plant, again, redo: true)).ShouldBe($"record {first}");
        (await UndoAsync(plant, again, redo: true)).ShouldBeNull();
        (await fixture.ObservationsAsync(plant)).ShouldHaveSingleItem();
    }

    [Fact]
    public async Task Features_kept_together_are_all_kept_or_none_and_once()
    {
        var plant = await fixture.TakeAsync();
        var visit = (await fixture.ReadAsync(plant)).Visits.Single().Id;
        var shown = fixture.Guide.Characters.Where(c => c.States.Any()).Take(2).ToArray();
        ObservationChange Change(int of, long? expected) =>
            new(
                shown[of].Id.Value,
                new(
                    visit,
                    shown[of].Id.Value,
                    FindingKind.States,
                    [.. shown[of].States.Take(1).Select(s => s.Id)],
                    [],
                    null,
                    null,
                    Certainty.Sure,
                    EvidenceSource.Picture,
                    [],
                    null,
                    null,
                    "",
                    fixture.Person.Id
                ),
                expected,
                $"record {of}"
            );
        Task SetAsync(Guid? request, params ObservationChange[] changes) =>
            _evidence.HandleAsync(fixture.Head(request), new RecordFeatures(plant, visit, changes), None);

        var conflict = await Should.ThrowAsync<ChangedMeanwhileException>(() =>
            SetAsync(Guid.NewGuid(), Change(0, null), Change(1, 999))
        );
        conflict.Message.ShouldContain("removed");
        (await fixture.ObservationsAsync(plant)).ShouldBeEmpty();

        var request = Guid.NewGuid();
        await SetAsync(request, Change(0, null), Change(1, null));
        var kept = await fixture.ObservationsAsync(plant);
        kept.Count.ShouldBe(2);
        await SetAsync(request, Change(0, null), Change(1, null));
        (await fixture.ObservationsAsync(plant))
            .Select(o => o.Revision)
            .ShouldBe(kept.Select(o => o.Revision), ignoreOrder: true);
        (await UndoAsync(plant, null)).ShouldBe("record 1");
        (await UndoAsync(plant, null)).ShouldBe("record 0");
        (await UndoAsync(plant, null)).ShouldBeNull();
    }

    [Fact]
    public async Task A_threat_a_review_and_a_specimen_said_again_in_the_same_words_are_one()
    {
        var plant = await fixture.TakeAsync();
        CareStore care = fixture.Care;
        ThreatContent mowing = new(ThreatKind.Mowing, "verge", new(2026, 5, 3), "", null, "", null);
        await care.HandleAsync(fixture.Head(), new AddThreat(plant, mowing), None);
        await care.HandleAsync(fixture.Head(), new AddThreat(plant, mowing), None);
        (await care.ThreatsAsync(plant, None)).ShouldHaveSingleItem();
        await care.HandleAsync(fixture.Head(), new AddThreat(plant, mowing with { SeenOn = new(2026, 6, 3) }), None);
        (await care.ThreatsAsync(plant, None)).Count.ShouldBe(2);

        ReviewStore reviews = fixture.Reviews;
        VoucherContent voucher = new("RO 12", "field station", new(2026, 5, 3), 40, 1, "");
        await reviews.HandleAsync(fixture.Head(), new KeepVoucher(plant, voucher), None);
        await reviews.HandleAsync(fixture.Head(), new KeepVoucher(plant, voucher), None);
        (await fixture.ReadAsync(plant)).Vouchers.ShouldHaveSingleItem();
        await Should.ThrowAsync<TakenException>(() =>
            reviews.HandleAsync(fixture.Head(), new KeepVoucher(plant, voucher with { Stand = 60 }), None)
        );
        var other = await fixture.TakeAsync();
        await Should.ThrowAsync<TakenException>(() =>
            reviews.HandleAsync(fixture.Head(), new KeepVoucher(other, voucher), None)
        );

        DeterminationStore names = fixture.Determinations;
        var falk = (await fixture.Places.AddPersonAsync("M. Falk", None)).Id;
        await names.HandleAsync(
            fixture.Head(),
            new GiveName(
                plant,
                new(Guid.NewGuid()),
                new("rubus-spectabilis"),
                IdentificationQualifier.None,
                "Rubus spectabilis",
                new(2026, 5, 3),
                ""
            ),
            None
        );
        var name = (await fixture.ReadAsync(plant)).Determinations[0].Id;
        foreach (
            var (verdict, remark) in new[]
            {
                (Verdict.AsksMore, "The fruit."),
                (Verdict.AsksMore, "The fruit."),
                (Verdict.Agrees, ""),
                (Verdict.AsksMore, "The fruit."),
            }
        )
        {
            await reviews.HandleAsync(fixture.Head(person: falk), new ReviewName(plant, name, verdict, remark), None);
        }

        (await fixture.ReadAsync(plant))
            .Reviews.Select(r => r.Verdict)
            .ShouldBe([Verdict.AsksMore, Verdict.Agrees, Verdict.AsksMore], ignoreOrder: true);
    }

    [Fact]
    public async Task A_number_is_known_however_late_it_is_sent_again()
    {
        var sheet = await SheetAsync();
        var request = Guid.NewGuid();
        await EnterAsync(sheet, 1, request);
        await using (
            var age = fixture.Source.CreateCommand("update done_request set done_at = now() - interval '400 days'")
        )
        {
            await age.ExecuteNonQueryAsync(None);
        }

        await EnterAsync(sheet, 1, Guid.NewGuid());
        await EnterAsync(sheet, 1, request);
        (await AmountAsync(sheet)).ShouldBe(2);
    }

    [Fact]
    public async Task A_change_stands_in_the_audit_once_with_its_number()
    {
        var plant = await fixture.TakeAsync();
        var head = fixture.Head() with { What = "say position", Path = "/here" };
        await fixture.Map.HandleAsync(head, new SayPosition(plant, new(45, -123.7), 20, ""), None);
        await fixture.Map.HandleAsync(head, new SayPosition(plant, new(45, -123.7), 20, ""), None);
        await using var count = fixture.Source.CreateCommand(
            $"select count(*) from audit_entry where command = '{head.Id}' and what = 'say position' and path = '/here' and person = '{fixture.Person.Id}'"
        );
        (await count.ExecuteScalarAsync(None)).ShouldBe(1L);
        await Should.ThrowAsync<NotInStoreException>(() =>
            fixture.Map.HandleAsync(
                head with
                {
                    Id = Guid.NewGuid(),
                    Path = "/nowhere",
                },
                new SayPosition(Numbered.Id<PlantId>(999_999), new(45, -123.7), 20, ""),
                None
            )
        );
        await using var none = fixture.Source.CreateCommand("select count(*) from audit_entry where path = '/nowhere'");
        (await none.ExecuteScalarAsync(None)).ShouldBe(0L, "what was refused is no change");
    }

    private static SheetLine Line(double amount, CountUnit unit = CountUnit.Individuals) =>
        new(default, 1, "acer-macrophyllum", "", IdentificationQualifier.None, Origin.Wild, unit, amount, "");

    private async Task<SheetId> SheetAsync()
    {
        SheetId id = new(Guid.NewGuid());
        await _counts.HandleAsync(
            fixture.Head(),
            new BeginCount(
                id,
                new(fixture.Site.Id, new(2026, 5, 1), Protocol.Quadrats, 1, 1, null, null, null, "", "", "")
            ),
            None
        );
        return id;
    }

    private Task<bool> EnterAsync(SheetId sheet, double amount, Guid? request) =>
        _counts.HandleAsync(fixture.Head(request), new EnterLines(sheet, [Line(amount)]), None);

    private async Task<double?> AmountAsync(SheetId sheet) => (await _counts.LinesAsync(sheet, None)).Single().Amount;

    private async Task<string?> UndoAsync(PlantId plant, Guid? request, bool redo = false) =>
        (await _evidence.HandleAsync(fixture.Head(request), new Undo(plant, redo), None)).What;
}
