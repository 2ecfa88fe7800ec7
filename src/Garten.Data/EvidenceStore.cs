using System.Text.Json;
using Garten.Core.Commands;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Sheets;
using Garten.Core.Survey.Access;
using Npgsql;

namespace Garten.Data;

/// <summary>A walk in the store.</summary>
/// <param name="Revision">Grows with every change.</param>
/// <param name="Command">The change it was written by; null where that is not known any more.</param>
public sealed record StoredWalk(KeyWalk Walk, long Revision, Guid? Command = null)
{
    /// <summary>Whether a move starts from the walk as it stands.</summary>
    /// <param name="expected">The revision the move starts from; null for none.</param>
    /// <param name="stands">The walk; null where none was begun.</param>
    public static bool StartsFrom(long? expected, StoredWalk? stands) =>
        RevisionAway.StartsFrom(expected, stands?.Revision, stands?.Command);
}

/// <summary>A plant after something was taken back or done again.</summary>
/// <param name="What">What that was, in words; null when there was nothing.</param>
public sealed record UndoneChange(PlantInColony Plant, string? What);

/// <summary>Everything recorded on plants, the walks, and how to take changes back.</summary>
/// <param name="policy">What is hidden from who asks.</param>
/// <param name="journal">Where changes go.</param>
public sealed class EvidenceStore(NpgsqlDataSource source, SensitivePlacePolicy policy, CommandJournal journal)
    : IHandles<RecordFeatures, PlantInColony>,
        IHandles<WalkKey, PlantInColony>,
        IHandles<MoveInKey, PlantInColony>,
        IHandles<Undo, UndoneChange>
{
    /// <summary>True for changes of what still hangs on the plant: its walk, and visits that were neither deleted nor moved to another plant.</summary>
    private const string StillHere =
        "(change.plant_visit is null or exists (select from plant_visit here where here.id = change.plant_visit and here.plant = change.plant))";

    /// <summary>What a person can take back of their own changes of a plant.</summary>
    public async Task<UndoState> UndoStateAsync(PlantId plant, PersonId person, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return (
            await connection.QueryAsync(
                $"""
                select (select what from change where plant = p.id and person = $2 and {StillHere} and not undone order by id desc limit 1),
                       (select what from change where plant = p.id and person = $2 and {StillHere} and undone order by id limit 1)
                from plant p where p.id = $1 and {policy.Shows("p.id")}
                """,
                [plant, person],
                r => new UndoState(r.TextOrNull(0), r.TextOrNull(1)),
                cancel
            )
        ).FirstOrDefault() ?? new(null, null);
    }

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, RecordFeatures command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                var (visit, found) = await FindAsync(
                    connection,
                    command.Plant,
                    command.Visit,
                    [.. command.Changes.Select(c => c.Character)],
                    cancel
                );
                var stands = found.ToDictionary(o => o.Content.Character);
                foreach (var entry in command.Changes)
                {
                    var (character, asked, expected, what) = entry;
                    var content = asked is null ? null : asked with { PlantVisit = visit };
                    var current = stands.GetValueOrDefault(character);
                    if (RevisionAway.StartsFrom(expected, current?.Revision, current?.Command))
                    {
                        if (
                            !entry.Replaces
                            && ObservationRules.Replacing(
                                current?.Content.Finding,
                                current?.Content.Typed ?? [],
                                content
                            )
                                is { } question
                        )
                        {
                            throw new ReplacesException(question);
                        }

                        await PutAsync(
                            connection,
                            journal.Guide.Version,
                            visit,
                            character,
                            content,
                            new Logged(command.Plant, head.Person, what, Json(current?.Content)),
                            cancel
                        );
                    }
                    else if (Json(current?.Content) != Json(content))
                    {
                        // The same change sent twice, because the first answer was lost on its way, is none of these.
                        throw new ChangedMeanwhileException(
                            current is null
                                ? "Somebody else removed this feature in the meantime."
                                : $"{current.Recorder} changed this feature in the meantime.",
                            current
                        );
                    }
                }

                if (command.Photo is { } shown)
                {
                    await PhotoStore.UseAsync(
                        connection,
                        shown,
                        visit,
                        [.. command.Changes.Select(c => c.Character)],
                        head.Person,
                        cancel
                    );
                }

                return [];
            },
            cancel
        );

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, WalkKey command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                var current = await ReadWalkAsync(connection, command.Plant, cancel);
                if (!Equals(current?.Walk, command.Walk))
                {
                    RequireWalk(command.Expected, current);
                    await WalkAsync(connection, head, command.Plant, current?.Walk, command.Walk, command.What, cancel);
                }

                return [];
            },
            cancel
        );

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, MoveInKey command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                var (plant, move) = (command.Plant, command.Move);
                var current = await ReadWalkAsync(connection, plant, cancel);
                if (
                    !StoredWalk.StartsFrom(move.Expected, current)
                    // Sent again by one who gives no numbers to what they send.
                    && move.WasMade(current?.Walk)
                )
                {
                    return [];
                }

                RequireWalk(move.Expected, current);
                var (walk, what) = move.On(journal.Guide.Model.Guide, current?.Walk);
                if (!Equals(current?.Walk, walk))
                {
                    await WalkAsync(connection, head, plant, current?.Walk, walk, what, cancel);
                }

                return [];
            },
            cancel
        );

    private static void RequireWalk(long? expected, StoredWalk? stands)
    {
        if (!StoredWalk.StartsFrom(expected, stands))
        {
            throw new ChangedMeanwhileException(
                "Somebody else walked the key of this plant in the meantime. It is shown as it stands now.",
                stands
            );
        }
    }

    private static async Task WalkAsync(
        NpgsqlConnection connection,
        CommandHead head,
        PlantId plant,
        KeyWalk? before,
        KeyWalk? after,
        string what,
        CancellationToken cancel
    )
    {
        await PutWalkAsync(connection, plant, after, cancel);
        await LogAsync(
            connection,
            new(plant, head.Person, what, Json(before)),
            "Walk",
            null,
            null,
            Json(after),
            cancel
        );
    }

    /// <inheritdoc/>
    public async Task<UndoneChange> HandleAsync(CommandHead head, Undo command, CancellationToken cancel)
    {
        string? done = null;
        var changed = await journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                var order = command.Again ? "undone order by id" : "not undone order by id desc";
                var changes = await connection.QueryAsync(
                    $"select id, what, kind, plant_visit, character, before::text, after::text from change where plant = $1 and person = $2 and {StillHere} and {order} limit 1",
                    [command.Plant, head.Person],
                    r =>
                        (
                            Id: r.GetInt64(0),
                            What: r.GetString(1),
                            Kind: r.GetString(2),
                            Visit: r.IdOrNull<VisitId>(3) ?? default,
                            Character: r.TextOrNull(4),
                            Before: r.TextOrNull(5),
                            After: r.TextOrNull(6)
                        ),
                    cancel
                );
                if (changes is not [var change])
                {
                    return [];
                }

                var (from, to) = command.Again ? (change.Before, change.After) : (change.After, change.Before);
                if (change.Kind == "Walk")
                {
                    var stands = (await ReadWalkAsync(connection, command.Plant, cancel))?.Walk;
                    Refuse(
                        Equals(stands, from is null ? null : JsonSerializer.Deserialize<KeyWalk>(from)),
                        "the key of this plant"
                    );
                    await PutWalkAsync(
                        connection,
                        command.Plant,
                        to is null ? null : JsonSerializer.Deserialize<KeyWalk>(to),
                        cancel
                    );
                }
                else
                {
                    var (_, found) = await FindAsync(
                        connection,
                        command.Plant,
                        change.Visit,
                        [change.Character!],
                        cancel
                    );
                    var stands = found.SingleOrDefault()?.Content;
                    Refuse(
                        Json(stands)
                            == Json(from is null ? null : JsonSerializer.Deserialize<ObservationContent>(from)),
                        "this feature"
                    );
                    await PutAsync(
                        connection,
                        journal.Guide.Version,
                        change.Visit,
                        change.Character!,
                        to is null ? null : JsonSerializer.Deserialize<ObservationContent>(to),
                        null,
                        cancel
                    );
                }

                await connection.ExecuteAsync(
                    "update change set undone = $2 where id = $1",
                    [change.Id, !command.Again],
                    cancel
                );
                done = change.What;
                return [];
            },
            cancel
        );
        return new(changed, done);

        static void Refuse(bool asLeft, string what)
        {
            if (!asLeft)
            {
                throw new ChangedMeanwhileException(
                    $"Somebody else changed {what} since: your change stays, so that theirs is not lost. Change it by hand.",
                    null
                );
            }
        }
    }

    /// <summary>A change to be kept, so that it can be taken back.</summary>
    /// <param name="What">What, in words.</param>
    /// <param name="Before">What was there before, as JSON; null for nothing.</param>
    private sealed record Logged(PlantId Plant, PersonId Person, string What, string? Before);

    private static string? Json<T>(T? value)
        where T : class => value is null ? null : JsonSerializer.Serialize(value);

    /// <summary>What is recorded of characters on a visit, and the visit it lies on: one that was the same as another is that one.</summary>
    private static async Task<(VisitId Visit, List<StoredObservation> Found)> FindAsync(
        NpgsqlConnection connection,
        PlantId plant,
        VisitId plantVisit,
        string[] characters,
        CancellationToken cancel
    )
    {
        var found = await connection.QueryAsync(
            $"""
            select o.found, v.id from plant_visit v
            left join lateral (
                select jsonb_build_object(
                    'content', jsonb_build_object(
                        'plantVisit', o.plant_visit, 'character', o.character, 'finding', o.finding, 'states', o.states,
                        'parts', (select coalesce(jsonb_agg(jsonb_build_object('value', a.value, 'typed', a.typed, 'exposure', a.exposure, 'position', a.position) order by a.ordinal), '[]')
                                  from sample_part a where a.observation = o.id),
                        'rough', case when o.rough_typed is not null then jsonb_build_object('low', o.rough_low, 'high', o.rough_high, 'best', o.rough_best, 'typed', o.rough_typed) end,
                        'hidden', o.hidden, 'certainty', o.certainty, 'source', o.source, 'altered', o.altered, 'exposure', o.exposure, 'position', o.position, 'age', o.age,
                        'note', o.note, 'recordedBy', o.recorded_by, 'tool', o.tool),
                    'recorder', h.name, 'revision', o.revision, 'command', o.command)::text as found
                from observation o join person h on h.id = o.recorded_by where o.plant_visit = v.id and o.character = any($3)) o on true
            where v.id = coalesce((select kept from same_visit where noted = $1), $1) and v.plant = $2
            """,
            [plantVisit, plant, characters],
            r => (Found: r.TextOrNull(0), Visit: r.Id<VisitId>(1)),
            cancel
        );
        return found.Count == 0
            ? throw new NotInStoreException("That visit does not belong to this plant. Reload the bench.")
            : (
                found[0].Visit,
                [.. found.Select(f => f.Found).OfType<string>().Select(StoredPlants.Of<StoredObservation>)]
            );
    }

    /// <summary>Puts an observation in the place of one there may be.</summary>
    /// <param name="connection">A connection in a transaction.</param>
    /// <param name="guideVersion">The guide its character is of.</param>
    /// <param name="plantVisit">The plant's visit.</param>
    /// <param name="content">What it says; null to take it away.</param>
    internal static Task PutAsync(
        NpgsqlConnection connection,
        int guideVersion,
        VisitId plantVisit,
        string character,
        ObservationContent? content,
        CancellationToken cancel
    ) => PutAsync(connection, guideVersion, plantVisit, character, content, null, cancel);

    /// <summary>Puts an observation with all its parts, and what can take it back, in one statement.</summary>
    private static async Task PutAsync(
        NpgsqlConnection connection,
        int guideVersion,
        VisitId plantVisit,
        string character,
        ObservationContent? content,
        Logged? logged,
        CancellationToken cancel
    )
    {
        // A new change closes a person's own way forward to what they undid before it.
        const string Log = """
            gone as (delete from change where plant = $3::uuid and person = $4::uuid and undone),
            kept as (
                insert into change (plant, person, what, kind, plant_visit, character, before, after)
                select $3::uuid, $4::uuid, $5::text, 'Observation', $1, $2, $6::text::jsonb, $7::text::jsonb where $3::uuid is not null)
            """;
        object?[] values =
        [
            plantVisit,
            character,
            logged?.Plant,
            logged?.Person,
            logged?.What,
            logged?.Before,
            Json(content),
        ];
        if (content is null)
        {
            await connection.ExecuteAsync(
                $"with {Log} delete from observation where plant_visit = $1 and character = $2",
                values,
                cancel
            );
            return;
        }

        // A character that this version of the guide lacks keeps the version it was recorded by.
        await connection.ExecuteAsync(
            $"""
            with {Log},
            put as (
                insert into observation (plant_visit, guide_version, character, finding, states, rough_typed, rough_low, rough_high, rough_best,
                                         hidden, certainty, source, altered, exposure, position, note, recorded_by, tool, age, revision, command)
                values ($1::uuid, (select max(g.guide_version) from guide_character g
                             where g.character = $2 and (g.guide_version = $8 or not exists (select from guide_character n where n.guide_version = $8 and n.character = $2))),
                        $2, $9, $10, $11::text, $12::float8, $13::float8, $14::float8, $15::text, $16, $17, $18, $19::text, $20::text, $21, $22::uuid, $23::text, $24::text, nextval('revision_number'), nullif(current_setting('garten.command', true), '')::uuid)
                on conflict (plant_visit, character) do update
                set guide_version = excluded.guide_version, finding = excluded.finding, states = excluded.states, rough_typed = excluded.rough_typed, rough_low = excluded.rough_low,
                    rough_high = excluded.rough_high, rough_best = excluded.rough_best, hidden = excluded.hidden, certainty = excluded.certainty, source = excluded.source,
                    altered = excluded.altered, exposure = excluded.exposure, position = excluded.position, note = excluded.note, recorded_by = excluded.recorded_by,
                    recorded_at = now(), tool = excluded.tool, age = excluded.age, revision = excluded.revision, command = excluded.command
                returning id),
            parts as (
                insert into sample_part (observation, ordinal, value, typed, exposure, position)
                select put.id, a.ordinal, a.value, a.typed, a.exposure, a.position
                from put, unnest($25::float8[], $26::text[], $27::text[], $28::text[]) with ordinality a (value, typed, exposure, position, ordinal)
                on conflict (observation, ordinal) do update
                set value = excluded.value, typed = excluded.typed, exposure = excluded.exposure, position = excluded.position)
            delete from sample_part s using put where s.observation = put.id and s.ordinal > cardinality($25::float8[])
            """,
            [
                .. values,
                guideVersion,
                content.Finding.ToString(),
                content.States,
                content.Rough?.Typed,
                content.Rough?.Low,
                content.Rough?.High,
                content.Rough?.Best,
                content.Hidden?.ToString(),
                content.Certainty.ToString(),
                content.Source.ToString(),
                Sql.Names(content.Altered),
                content.Exposure?.ToString(),
                content.Position?.ToString(),
                content.Note,
                content.RecordedBy,
                content.Tool?.ToString(),
                content.Age?.ToString(),
                content.Parts.Select(p => p.Value).ToArray(),
                content.Parts.Select(p => p.Typed).ToArray(),
                content.Parts.Select(p => p.Exposure?.ToString()).ToArray(),
                content.Parts.Select(p => p.Position?.ToString()).ToArray(),
            ],
            cancel
        );
    }

    private static async Task<StoredWalk?> ReadWalkAsync(
        NpgsqlConnection connection,
        PlantId plant,
        CancellationToken cancel
    )
    {
        var walks = await connection.QueryAsync(
            "select start_key, start_couplet, reopened_key, reopened_couplet, revision, command from walk where plant = $1",
            [plant],
            r => new StoredWalk(
                new KeyWalk(
                    new(new KeyId(r.GetString(0)), r.GetInt32(1)),
                    [],
                    r.IsDBNull(2) ? null : new CoupletRef(new KeyId(r.GetString(2)), r.GetInt32(3))
                ),
                r.GetInt64(4),
                r.IsDBNull(5) ? null : r.GetGuid(5)
            ),
            cancel
        );
        if (walks.Count == 0)
        {
            return null;
        }

        var answers = await connection.QueryAsync(
            "select key, couplet, lead from walk_answer where plant = $1 order by ordinal",
            [plant],
            r => new WalkAnswer(new(new KeyId(r.GetString(0)), r.GetInt32(1)), r.IsDBNull(2) ? null : r.GetInt32(2)),
            cancel
        );
        return walks[0] with { Walk = walks[0].Walk with { Answers = [.. answers] } };
    }

    /// <summary>Puts a walk in the place of one there may be.</summary>
    /// <param name="connection">A connection in a transaction.</param>
    /// <param name="walk">The walk; null to put it away.</param>
    internal static async Task PutWalkAsync(
        NpgsqlConnection connection,
        PlantId plant,
        KeyWalk? walk,
        CancellationToken cancel
    )
    {
        await connection.ExecuteAsync("delete from walk where plant = $1", [plant], cancel);
        if (walk is null)
        {
            return;
        }

        await connection.ExecuteAsync(
            """
            insert into walk (plant, start_key, start_couplet, reopened_key, reopened_couplet, revision, command)
            values ($1, $2, $3, $4, $5, nextval('revision_number'), nullif(current_setting('garten.command', true), '')::uuid)
            """,
            [plant, walk.Start.Key.Value, walk.Start.Couplet, walk.Reopened?.Key.Value, walk.Reopened?.Couplet],
            cancel
        );
        for (var i = 0; i < walk.Answers.Length; i++)
        {
            var answer = walk.Answers[i];
            await connection.ExecuteAsync(
                "insert into walk_answer (plant, ordinal, key, couplet, lead) values ($1, $2, $3, $4, $5)",
                [plant, i + 1, answer.At.Key.Value, answer.At.Couplet, answer.Lead],
                cancel
            );
        }
    }

    private static async Task LogAsync(
        NpgsqlConnection connection,
        Logged logged,
        string kind,
        int? plantVisit,
        string? character,
        string? after,
        CancellationToken cancel
    )
    {
        await connection.ExecuteAsync(
            "delete from change where plant = $1 and person = $2 and undone",
            [logged.Plant, logged.Person],
            cancel
        );
        await connection.ExecuteAsync(
            "insert into change (plant, person, what, kind, plant_visit, character, before, after) values ($1, $2, $3, $4, $5, $6, $7, $8)",
            [
                logged.Plant,
                logged.Person,
                logged.What,
                kind,
                plantVisit,
                character,
                Sql.Jsonb(logged.Before),
                Sql.Jsonb(after),
            ],
            cancel
        );
    }
}
