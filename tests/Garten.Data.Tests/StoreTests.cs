using Garten.Core.Commands;
using Garten.Core.Evidence;
using Garten.Core.Sheets;
using Garten.Formats.Packages;
using Garten.Testing;
using Npgsql;

namespace Garten.Data.Tests;

public sealed class StoreTests(DatabaseFixture fixture) : IClassFixture<DatabaseFixture>
{
    private static readonly CancellationToken None = CancellationToken.None;
    private readonly EvidenceStore _evidence = fixture.Evidence;
    private readonly PlantStore _plants = fixture.Plants;

    [Fact]
    public async Task Two_plants_are_linked_once_whichever_way_round_and_the_link_can_be_taken_back()
    {
        var (one, _) = await NewPlantAsync();
        var (other, _) = await NewPlantAsync();
        await _plants.HandleAsync(fixture.Head(), new LinkPlants(one, other), None);
        await _plants.HandleAsync(fixture.Head(), new LinkPlants(other, one), None);
        (await fixture.ReadAsync(one)).Colony.ShouldHaveSingleItem().Id.ShouldBe(other);
        (await fixture.ReadAsync(other)).Colony.ShouldHaveSingleItem().By.ShouldBe(fixture.Person.Name);
        await _plants.HandleAsync(fixture.Head(), new UnlinkPlants(other, one), None);
        (await fixture.ReadAsync(one)).Colony.ShouldBeEmpty();
        await Should.ThrowAsync<NotInStoreException>(() =>
            _plants.HandleAsync(fixture.Head(), new LinkPlants(one, Numbered.Id<PlantId>(999_999)), None)
        );
    }

    [Fact]
    public async Task What_the_survey_speaks_of_and_another_guide_has_not_is_named()
    {
        var (plant, visit) = await NewPlantAsync();
        await SetAsync(plant, Content(visit, "leaf-arrangement", FindingKind.Absent), null);
        var guides = new GuideStore(fixture.Source);
        (await guides.NotInAsync(fixture.Guide, None)).ShouldBeEmpty();
        var without = new Core.Guides.Guide(
            fixture.Guide.Tables with
            {
                Characters = [],
                Statements = [],
                Keys = [],
                Lacking = [],
                LookAlikes = [],
            }
        );
        (await guides.NotInAsync(without, None)).ShouldContain("leaf-arrangement");
    }

    [Fact]
    public async Task The_tool_a_feature_was_seen_with_is_kept_and_comes_back_with_undo()
    {
        var (plant, visit) = await NewPlantAsync();
        await SetAsync(
            plant,
            Content(visit, "leaf-arrangement", FindingKind.Absent) with
            {
                Tool = Core.Guides.Tool.Eye,
            },
            null
        );
        (await fixture.ObservationsAsync(plant)).Single().Content.Tool.ShouldBe(Core.Guides.Tool.Eye);
        await UndoAsync(plant);
        await UndoAsync(plant, redo: true);
        (await fixture.ObservationsAsync(plant)).Single().Content.Tool.ShouldBe(Core.Guides.Tool.Eye);
    }

    [Fact]
    public async Task The_same_guide_is_kept_once()
    {
        var package = PackageFiles.Read(Repository.PathTo("guides", "tamsin-fork"));
        (await new GuideStore(fixture.Source).KeepAsync(package, fixture.Guide, None)).ShouldBe(fixture.Version);
    }

    [Fact]
    public async Task Names_of_people_and_sites_are_taken_once()
    {
        var places = fixture.Places;
        (await Should.ThrowAsync<TakenException>(() => places.AddPersonAsync("R. Ostrow", None))).Message.ShouldContain(
            "R. Ostrow"
        );
        await Should.ThrowAsync<TakenException>(() =>
            places.HandleAsync(fixture.Head(), new AddSite(fixture.Site), None)
        );
    }

    [Fact]
    public async Task A_plant_sent_twice_is_taken_once_and_tags_are_never_shared()
    {
        PlantId id = new(Guid.NewGuid());
        var first = await fixture.TakeAsync(id);
        (await fixture.TakeAsync(id)).ShouldBe(first);
        var many = await Task.WhenAll(Enumerable.Range(0, 12).Select(_ => fixture.TakeAsync()));
        many.ShouldBeUnique();
        (await _plants.TagsAsync(None)).Select(t => t.Tag).ShouldBeUnique();
    }

    [Fact]
    public async Task After_the_last_tag_of_three_digits_comes_one_of_four_and_stands_after_it()
    {
        await _plants.HandleAsync(
            fixture.Head(),
            new AddPlant(
                new(Guid.NewGuid()),
                fixture.Site.Id,
                "the last of three digits",
                Origin.Wild,
                new(new(2026, 5, 1), null, null, [], [], ""),
                "TF-999"
            ),
            None
        );
        for (var i = 0; i < 3; i++)
        {
            await fixture.TakeAsync();
        }

        (await _plants.TagsAsync(None))
            .Select(t => t.Tag)
            .TakeLast(4)
            .ShouldBe(["TF-999", "TF-1000", "TF-1001", "TF-1002"]);
        foreach (var tag in new[] { "TF-1000", "TF-999" })
        {
            await fixture.Determinations.HandleAsync(
                fixture.Head(),
                Name((await _plants.TagsAsync(None)).Single(t => t.Tag == tag).Id, "alnus-rubra"),
                None
            );
        }

        var records = await fixture.Records.ListAsync(
            RecordFilter.All with
            {
                Sort = RecordSort.Tag,
                Descending = true,
            },
            None
        );
        records.Select(r => r.Tag).Take(4).ShouldBe(["TF-1002", "TF-1001", "TF-1000", "TF-999"]);
    }

    [Fact]
    public async Task A_sample_comes_back_as_it_was_typed()
    {
        var (plant, visit) = await NewPlantAsync();
        var content = Content(visit, "leaf-length", FindingKind.Sample) with
        {
            Parts = [new(64, "6.4 cm"), new(82.55, "3 1/4 in")],
        };
        await SetAsync(plant, content, null);
        var stored = (await fixture.ObservationsAsync(plant)).ShouldHaveSingleItem();
        stored.Content.Parts.ShouldBe(content.Parts);
        stored.Recorder.ShouldBe("R. Ostrow");
    }

    [Fact]
    public async Task The_second_of_two_who_change_the_same_feature_is_told_and_shown_the_other()
    {
        var (plant, visit) = await NewPlantAsync();
        await SetAsync(plant, Content(visit, "margin", FindingKind.States) with { States = ["serrate"] }, null);
        var mine = Content(visit, "margin", FindingKind.States) with { States = ["entire"] };
        var told = await Should.ThrowAsync<ChangedMeanwhileException>(() => SetAsync(plant, mine, null));
        told.Message.ShouldContain("R. Ostrow changed this feature");
        var theirs = told.Theirs.ShouldBeOfType<StoredObservation>();
        theirs.Content.States.ShouldBe(["serrate"]);

        await SetAsync(plant, mine, theirs.Revision);
        (await fixture.ObservationsAsync(plant)).ShouldHaveSingleItem().Content.States.ShouldBe(["entire"]);
    }

    [Fact]
    public async Task Of_many_at_once_one_gets_through_and_the_others_are_told()
    {
        var (plant, visit) = await NewPlantAsync();
        var outcomes = await Task.WhenAll(
            Enumerable
                .Range(0, 8)
                .Select(async i =>
                {
                    try
                    {
                        await SetAsync(
                            plant,
                            Content(visit, "margin", FindingKind.States) with
                            {
                                States = ["serrate"],
                                Note = $"number {i}",
                            },
                            null
                        );
                        return true;
                    }
                    catch (ChangedMeanwhileException)
                    {
                        return false;
                    }
                })
        );
        outcomes.Count(got => got).ShouldBe(1);
    }

    [Fact]
    public async Task The_same_change_sent_twice_is_no_conflict()
    {
        var (plant, visit) = await NewPlantAsync();
        var content = Content(visit, "margin", FindingKind.States) with { States = ["serrate"] };
        await SetAsync(plant, content, null);
        await SetAsync(plant, content, null);
        (await _evidence.UndoStateAsync(plant, fixture.Person.Id, None)).Undo.ShouldBe("record margin");
    }

    [Fact]
    public async Task Changes_are_undone_and_redone_in_order()
    {
        var (plant, visit) = await NewPlantAsync();
        var walk = KeyWalk.From(new(new("woody-in-leaf"), 1));
        await SetAsync(
            plant,
            Content(visit, "leaf-length", FindingKind.Sample) with
            {
                Parts = [new(64, "64 mm")],
            },
            null
        );
        await _evidence.HandleAsync(fixture.Head(), new WalkKey(plant, walk, null, "begin"), None);
        var begun = (await fixture.ReadAsync(plant)).Walk;
        await _evidence.HandleAsync(
            fixture.Head(),
            new WalkKey(plant, walk.Answer(walk.Start, null), begun!.Revision, "answer"),
            None
        );

        (await UndoAsync(plant)).ShouldBe("answer");
        (await fixture.ReadAsync(plant)).Walk!.Walk.ShouldBe(walk);
        (await UndoAsync(plant)).ShouldBe("begin");
        (await fixture.ReadAsync(plant)).Walk.ShouldBeNull();
        (await UndoAsync(plant)).ShouldBe("record leaf-length");
        (await fixture.ObservationsAsync(plant)).ShouldBeEmpty();
        (await UndoAsync(plant)).ShouldBeNull();

        (await UndoAsync(plant, redo: true)).ShouldBe("record leaf-length");
        (await fixture.ObservationsAsync(plant))
            .ShouldHaveSingleItem()
            .Content.Parts.ShouldBe([new SamplePart(64, "64 mm")]);
        await UndoAsync(plant, redo: true);
        await UndoAsync(plant, redo: true);
        (await fixture.ReadAsync(plant)).Walk!.Walk.ShouldBe(walk.Answer(walk.Start, null));
        (await _evidence.UndoStateAsync(plant, fixture.Person.Id, None)).Redo.ShouldBeNull();
    }

    [Fact]
    public async Task A_new_change_closes_the_way_forward()
    {
        var (plant, visit) = await NewPlantAsync();
        await SetAsync(plant, Content(visit, "margin", FindingKind.States) with { States = ["serrate"] }, null);
        await UndoAsync(plant);
        await SetAsync(plant, Content(visit, "sap", FindingKind.States) with { States = ["milky"] }, null);
        (await _evidence.UndoStateAsync(plant, fixture.Person.Id, None)).ShouldBe(new UndoState("record sap", null));
    }

    [Fact]
    public async Task A_fall_of_a_grade_is_told_until_it_rises()
    {
        var (plant, _) = await NewPlantAsync();
        await NoteAsync(Grade.Leaning, "");
        await NoteAsync(Grade.Settled, "");
        (await Falls()).ShouldBeEmpty();
        await NoteAsync(Grade.Leaning, "Not as the guide says: margin.");
        var fall = (await Falls()).ShouldHaveSingleItem();
        (fall.From, fall.To, fall.Because).ShouldBe((Grade.Settled, Grade.Leaning, "Not as the guide says: margin."));
        await NoteAsync(Grade.Settled, "");
        (await Falls()).ShouldBeEmpty();

        async Task NoteAsync(Grade grade, string because)
        {
            await using var note = fixture.Source.CreateCommand(
                $"insert into plant_grade (plant, grade, taxon, because) values ('{plant}', '{grade}', 'acer', '{because}')"
            );
            await note.ExecuteNonQueryAsync();
        }

        async Task<List<GradeFall>> Falls() =>
            [.. (await fixture.Grades.FallsAsync(None)).Where(f => f.Plant == plant)];
    }

    [Fact]
    public async Task What_is_reckoned_of_a_plant_is_kept_with_each_change_and_its_history_only_where_it_differs()
    {
        var (plant, visit) = await NewPlantAsync();
        var before = (await fixture.ReadAsync(plant)).Assessment.ShouldNotBeNull();
        before.Content.Grade.Grade.ShouldBe(Grade.Unplaced);
        await fixture.Determinations.HandleAsync(fixture.Head(), Name(plant, "holodiscus-discolor"), None);
        var named = await fixture.ReadAsync(plant);
        named.Assessment!.Content.Grade.Name!.Id.Value.ShouldBe("holodiscus-discolor");
        named.Assessment.Revision.ShouldBe(named.Revision);
        named.Revision.ShouldBeGreaterThan(before.Revision);
        await SetAsync(plant, Content(visit, "margin", FindingKind.States) with { States = ["serrate"] }, null);
        (await _plants.DigestsAsync(None))
            .Single(d => d.Tag.Id == plant)
            .Assessment!.Grade.Name!.Id.Value.ShouldBe("holodiscus-discolor");
        await using var noted = fixture.Source.CreateCommand(
            $"select count(*) from plant_grade where plant = '{plant}'"
        );
        ((long)(await noted.ExecuteScalarAsync())!).ShouldBeInRange(
            2,
            3,
            "unnamed, then named; recording a margin may raise it, and repeats nothing"
        );
    }

    [Fact]
    public async Task First_dates_are_those_with_a_visit_not_long_before_that_lacked_the_part()
    {
        var (plant, _) = await NewPlantAsync();
        await fixture.Determinations.HandleAsync(fixture.Head(), Name(plant, "quercus-garryana"), None);
        await Visit(new(2025, 4, 1), PlantPart.Leaves);
        await Visit(new(2025, 4, 15), PlantPart.Leaves, PlantPart.Flowers);
        await Visit(new(2025, 8, 1), PlantPart.Fruit);
        var first = (await _plants.FirstDatesAsync(2025, None))
            .Where(f => f.Taxon.Value == "quercus-garryana")
            .ShouldHaveSingleItem();
        (first.Phase, first.Date).ShouldBe((Phenophase.Flower, new DateOnly(2025, 4, 15)));

        Task Visit(DateOnly date, params PlantPart[] parts) =>
            _plants.HandleAsync(fixture.Head(), new AddVisit(plant, new(date, null, null, [.. parts], [], "")), None);
    }

    [Fact]
    public async Task A_change_half_made_is_not_there_at_all()
    {
        var (plant, visit) = await NewPlantAsync();
        var tooLong = Content(visit, "leaf-length", FindingKind.Sample) with
        {
            Parts = [new(64, "64 mm"), new(65, new string('6', 61))],
        };
        await Should.ThrowAsync<PostgresException>(() => SetAsync(plant, tooLong, null));
        (await fixture.ObservationsAsync(plant)).ShouldBeEmpty();
        (await _evidence.UndoStateAsync(plant, fixture.Person.Id, None)).Undo.ShouldBeNull();
    }

    [Fact]
    public async Task A_determination_is_followed_by_another_and_never_changed()
    {
        var (plant, _) = await NewPlantAsync();
        var store = fixture.Determinations;
        await store.HandleAsync(fixture.Head(), Name(plant, "acer"), None);
        var twice = Name(plant, "acer-circinatum") with { Origin = Origin.Planted };
        await store.HandleAsync(fixture.Head(), twice, None);
        await store.HandleAsync(fixture.Head(), twice, None);
        (await fixture.ReadAsync(plant)).Determinations.Select(d => d.Taxon).ShouldBe(["acer-circinatum", "acer"]);
        (await _plants.CardAsync(plant, None)).Origin.ShouldBe(Origin.Planted);

        await using var command = fixture.Source.CreateCommand("update determination set taxon = 'acer'");
        (await Should.ThrowAsync<PostgresException>(() => command.ExecuteNonQueryAsync())).MessageText.ShouldContain(
            "never changed"
        );
    }

    [Fact]
    public async Task The_schema_itself_refuses_what_makes_no_sense()
    {
        var (_, visit) = await NewPlantAsync();
        await using var command = fixture.Source.CreateCommand(
            $"insert into observation (plant_visit, guide_version, character, finding, certainty, source, recorded_by, revision) values ('{visit}', {fixture.Version}, 'margin', 'Hidden', 'Sure', 'Attached', '{fixture.Person.Id}', 1)"
        );
        (await Should.ThrowAsync<PostgresException>(() => command.ExecuteNonQueryAsync())).SqlState.ShouldBe(
            PostgresErrorCodes.CheckViolation
        );
    }

    [Fact]
    public async Task Records_are_filtered_sorted_and_counted()
    {
        var (plant, _) = await NewPlantAsync();
        await fixture.Determinations.HandleAsync(fixture.Head(), Name(plant, "rubus-spectabilis"), None);
        var records = fixture.Records;
        RecordFilter Where(string? taxon, string? text = null) =>
            new(null, taxon, null, null, null, text, RecordSort.Name, false, 0, 10);
        (await records.ListAsync(Where("rosaceae"), None)).ShouldContain(
            r => r.Plant == plant,
            "a family holds its species"
        );
        (await records.ListAsync(Where("rubus"), None)).ShouldHaveSingleItem().Family.ShouldBe("Rosaceae");
        (await records.CountAsync(Where("salix"), None)).ShouldBe(0);
        (await records.CountAsync(Where(null, "salmonberry"), None)).ShouldBe(1);
        (await records.CountAsync(Where(null, "100%"), None)).ShouldBe(0, "a percent sign is text, not a pattern");
    }

    private async Task<(PlantId Plant, VisitId Visit)> NewPlantAsync()
    {
        var plant = await fixture.TakeAsync();
        return (plant, (await fixture.ReadAsync(plant)).Visits.Single().Id);
    }

    private Task<PlantInColony> SetAsync(PlantId plant, ObservationContent content, long? expected) =>
        _evidence.HandleAsync(
            fixture.Head(),
            new RecordFeatures(
                plant,
                content.PlantVisit,
                [new(content.Character, content, expected, $"record {content.Character}")]
            ),
            None
        );

    private async Task<string?> UndoAsync(PlantId plant, bool redo = false) =>
        (await _evidence.HandleAsync(fixture.Head(), new Undo(plant, redo), None)).What;

    private ObservationContent Content(VisitId visit, string character, FindingKind finding) =>
        new(
            visit,
            character,
            finding,
            [],
            [],
            null,
            null,
            Certainty.Sure,
            EvidenceSource.Attached,
            [],
            null,
            null,
            "",
            fixture.Person.Id
        );

    private static GiveName Name(PlantId plant, string taxon) =>
        new(plant, new(Guid.NewGuid()), new(taxon), IdentificationQualifier.None, taxon, new(2026, 5, 2), "");
}
