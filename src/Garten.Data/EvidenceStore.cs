using System.Text.Json;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Npgsql;

namespace Garten.Data;

/// <summary>One measured or counted part.</summary>
/// <param name="Value">In the inner unit.</param>
/// <param name="Typed">What the person wrote.</param>
/// <param name="Exposure">Light it grew in.</param>
/// <param name="Position">Where it grew.</param>
public sealed record SamplePart(double Value, string Typed, Exposure? Exposure = null, PartPosition? Position = null);

/// <summary>What an observation says, as kept.</summary>
/// <param name="PlantVisit">The plant's visit it was made on.</param>
/// <param name="Character">The character.</param>
/// <param name="Finding">What kind of thing was found.</param>
/// <param name="States">States seen.</param>
/// <param name="Parts">Parts measured.</param>
/// <param name="Rough">The rough value.</param>
/// <param name="Hidden">Why it could not be seen.</param>
/// <param name="Certainty">How sure.</param>
/// <param name="Source">Where the part came from.</param>
/// <param name="Altered">Damage to the part.</param>
/// <param name="Exposure">Light it grew in; null where not noted, and for a sample whose parts differ.</param>
/// <param name="Position">Where it grew; likewise.</param>
/// <param name="Note">A note.</param>
/// <param name="RecordedBy">Number of the person.</param>
/// <param name="Tool">What it was seen with; null for what the guide asks for.</param>
public sealed record ObservationContent(
    int PlantVisit, string Character, Finding Finding, string[] States, SamplePart[] Parts, RoughValue? Rough, HiddenReason? Hidden,
    Certainty Certainty, EvidenceSource Source, Alteration[] Altered, Exposure? Exposure, PartPosition? Position, string Note, int RecordedBy,
    Tool? Tool = null);

/// <summary>An observation in the store.</summary>
/// <param name="Content">What it says.</param>
/// <param name="Recorder">Name of the person.</param>
/// <param name="Revision">Grows with every change; a change must name the revision it starts from.</param>
public sealed record StoredObservation(ObservationContent Content, string Recorder, long Revision);

/// <summary>A change of what is known of one character on one visit.</summary>
/// <param name="Character">The character.</param>
/// <param name="Content">What to record; null to remove.</param>
/// <param name="Expected">Revision the change starts from; null when nothing was there.</param>
/// <param name="What">The change in words, for undo.</param>
public sealed record ObservationChange(string Character, ObservationContent? Content, long? Expected, string What);

/// <summary>A walk in the store.</summary>
/// <param name="Walk">The walk.</param>
/// <param name="Revision">Grows with every change.</param>
public sealed record StoredWalk(KeyWalk Walk, long Revision);

/// <summary>What can be undone and redone.</summary>
/// <param name="Undo">What the next undo would take back, in words; null when nothing.</param>
/// <param name="Redo">What the next redo would do again; null when nothing.</param>
public sealed record UndoState(string? Undo, string? Redo);

/// <summary>Everything recorded on plants, the walks, and how to take changes back.</summary>
/// <param name="source">The database.</param>
public sealed class EvidenceStore(NpgsqlDataSource source)
{
    private const string ObservationColumns =
        """
        select o.id, o.plant_visit, o.character, o.finding, o.states, o.rough_typed, o.rough_low, o.rough_high, o.rough_best, o.hidden,
               o.certainty, o.source, o.altered, o.exposure, o.position, o.note, o.recorded_by, h.name, o.revision, o.tool
        from observation o join plant_visit v on v.id = o.plant_visit join person h on h.id = o.recorded_by
        """;

    /// <summary>All observations of a plant.</summary>
    /// <param name="plant">Its number.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<List<StoredObservation>> ObservationsAsync(int plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await ReadAsync(connection, "where v.plant = $1 order by o.id", [plant], cancel);
    }

    /// <summary>The walk of a plant; null when none was begun.</summary>
    /// <param name="plant">Its number.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<StoredWalk?> WalkAsync(int plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await ReadWalkAsync(connection, plant, cancel);
    }

    /// <summary>What can be undone on a plant.</summary>
    /// <param name="plant">Its number.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<UndoState> UndoStateAsync(int plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return new(
            await connection.ScalarAsync<string>("select what from change where plant = $1 and not undone order by id desc limit 1", [plant], cancel),
            await connection.ScalarAsync<string>("select what from change where plant = $1 and undone order by id limit 1", [plant], cancel));
    }

    /// <summary>Records, changes or removes what is known of one character on one visit.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="guideVersion">The guide's version.</param>
    /// <param name="plantVisit">The plant's visit.</param>
    /// <param name="character">The character.</param>
    /// <param name="content">What to record; null to remove.</param>
    /// <param name="expected">Revision the change starts from; null when nothing was there.</param>
    /// <param name="person">Who does it.</param>
    /// <param name="what">The change in words, for undo.</param>
    /// <param name="cancel">Gives up.</param>
    /// <exception cref="ChangedMeanwhileException">Somebody else changed it; carries how it stands now.</exception>
    public Task SetObservationAsync(
        int plant, int guideVersion, int plantVisit, string character, ObservationContent? content, long? expected, int person, string what,
        CancellationToken cancel) =>
        SetObservationsAsync(plant, guideVersion, plantVisit, [new(character, content, expected, what)], person, null, cancel);

    /// <summary>Records, changes or removes what is known of several characters on one visit, all or none.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="guideVersion">The guide's version.</param>
    /// <param name="plantVisit">The plant's visit.</param>
    /// <param name="changes">The changes, in the order in which they can be taken back.</param>
    /// <param name="person">Who makes them.</param>
    /// <param name="request">The number they were sent under: sent again they are not made twice. Null for changes that are sent once.</param>
    /// <param name="cancel">Gives up.</param>
    /// <exception cref="ChangedMeanwhileException">Somebody else changed one of them; carries how it stands now.</exception>
    public async Task SetObservationsAsync(
        int plant, int guideVersion, int plantVisit, IReadOnlyList<ObservationChange> changes, int person, Guid? request, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await LockAsync(connection, plant, cancel);
        if (!await connection.IsFirstAsync(request, cancel))
        {
            return;
        }

        foreach (var (character, content, expected, what) in changes)
        {
            var current = await FindAsync(connection, plant, plantVisit, character, cancel);
            if (current?.Revision == expected)
            {
                await PutAsync(connection, guideVersion, plantVisit, character, content, cancel);
                await LogAsync(connection, plant, person, what, "Observation", plantVisit, character, Json(current?.Content), Json(content), cancel);
            }
            else if (Json(current?.Content) != Json(content))
            {
                // The same change sent twice, because the first answer was lost on its way, is none of these.
                throw new ChangedMeanwhileException(
                    current is null ? "Somebody else removed this feature in the meantime." : $"{current.Recorder} changed this feature in the meantime.",
                    current);
            }
        }

        await transaction.CommitAsync(cancel);
    }

    /// <summary>Sets or ends the walk of a plant.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="walk">The walk; null to put it away.</param>
    /// <param name="expected">Revision the change starts from; null when none was begun.</param>
    /// <param name="person">Who does it.</param>
    /// <param name="what">The change in words, for undo.</param>
    /// <param name="cancel">Gives up.</param>
    /// <exception cref="ChangedMeanwhileException">Somebody else walked on; carries the walk as it stands now.</exception>
    public async Task SetWalkAsync(int plant, KeyWalk? walk, long? expected, int person, string what, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await LockAsync(connection, plant, cancel);
        var current = await ReadWalkAsync(connection, plant, cancel);
        if (current?.Revision != expected)
        {
            if (Equals(current?.Walk, walk))
            {
                return;
            }

            throw new ChangedMeanwhileException("Somebody else walked the key of this plant in the meantime.", current);
        }

        if (Equals(current?.Walk, walk))
        {
            return;
        }

        await PutWalkAsync(connection, plant, walk, cancel);
        await LogAsync(connection, plant, person, what, "Walk", null, null, Json(current?.Walk), Json(walk), cancel);
        await transaction.CommitAsync(cancel);
    }

    /// <summary>Takes back the last change of a plant, or does the last one taken back again.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="guideVersion">The guide's version.</param>
    /// <param name="redo">True to do again.</param>
    /// <param name="request">The number it was sent under: sent again it goes no further back. Null for one that is sent once.</param>
    /// <param name="cancel">Gives up.</param>
    /// <returns>What was taken back or done again; null when there is nothing.</returns>
    public async Task<string?> UndoAsync(int plant, int guideVersion, bool redo, Guid? request, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await LockAsync(connection, plant, cancel);
        if (!await connection.IsFirstAsync(request, cancel))
        {
            return null;
        }

        var order = redo ? "undone order by id" : "not undone order by id desc";
        var changes = await connection.QueryAsync(
            $"select id, what, kind, plant_visit, character, before::text, after::text from change where plant = $1 and {order} limit 1",
            [plant],
            r => (Id: r.GetInt64(0), What: r.GetString(1), Kind: r.GetString(2), Visit: r.IsDBNull(3) ? 0 : r.GetInt32(3),
                Character: r.TextOrNull(4), Before: r.TextOrNull(5), After: r.TextOrNull(6)),
            cancel);
        if (changes.Count == 0)
        {
            return null;
        }

        var change = changes[0];
        var target = redo ? change.After : change.Before;
        if (change.Kind == "Walk")
        {
            await PutWalkAsync(connection, plant, target is null ? null : JsonSerializer.Deserialize<KeyWalk>(target), cancel);
        }
        else
        {
            var content = target is null ? null : JsonSerializer.Deserialize<ObservationContent>(target);
            await PutAsync(connection, guideVersion, change.Visit, change.Character!, content, cancel);
        }

        await connection.ExecuteAsync("update change set undone = $2 where id = $1", [change.Id, !redo], cancel);
        await transaction.CommitAsync(cancel);
        return change.What;
    }

    private static string? Json<T>(T? value)
        where T : class => value is null ? null : JsonSerializer.Serialize(value);

    /// <summary>One change of a plant at a time; others wait for their turn and then see the new revision.</summary>
    private static async Task LockAsync(NpgsqlConnection connection, int plant, CancellationToken cancel)
    {
        if (await connection.ScalarAsync<int?>("select id from plant where id = $1 for update", [plant], cancel) is null)
        {
            throw new NotInStoreException(PlantStore.NoSuchPlant);
        }
    }

    private static async Task<StoredObservation?> FindAsync(
        NpgsqlConnection connection, int plant, int plantVisit, string character, CancellationToken cancel)
    {
        if (await connection.ScalarAsync<int?>("select id from plant_visit where id = $1 and plant = $2", [plantVisit, plant], cancel) is null)
        {
            throw new NotInStoreException("That visit does not belong to this plant. Reload the bench.");
        }

        return (await ReadAsync(connection, "where o.plant_visit = $1 and o.character = $2", [plantVisit, character], cancel)).SingleOrDefault();
    }

    private static async Task<List<StoredObservation>> ReadAsync(
        NpgsqlConnection connection, string condition, object?[] values, CancellationToken cancel)
    {
        var rows = await connection.QueryAsync(
            $"{ObservationColumns} {condition}", values,
            r => (Id: r.GetInt32(0), Observation: new StoredObservation(
                new ObservationContent(
                    r.GetInt32(1), r.GetString(2), r.Named<Finding>(3), r.GetFieldValue<string[]>(4), [],
                    r.IsDBNull(5) ? null : new RoughValue(r.NumberOrNull(6), r.NumberOrNull(7), r.NumberOrNull(8), r.GetString(5)),
                    r.NamedOrNull<HiddenReason>(9), r.Named<Certainty>(10), r.Named<EvidenceSource>(11), r.NamedList<Alteration>(12),
                    r.NamedOrNull<Exposure>(13), r.NamedOrNull<PartPosition>(14), r.GetString(15), r.GetInt32(16),
                    r.NamedOrNull<Tool>(19)),
                r.GetString(17),
                r.GetInt64(18))),
            cancel);
        var samples = rows.Where(x => x.Observation.Content.Finding == Finding.Sample).Select(x => x.Id).ToArray();
        if (samples.Length == 0)
        {
            return [.. rows.Select(x => x.Observation)];
        }

        var parts = (await connection.QueryAsync(
            "select observation, value, typed, exposure, position from sample_part where observation = any($1) order by observation, ordinal", [samples],
            r => (Id: r.GetInt32(0), Part: new SamplePart(r.GetDouble(1), r.GetString(2), r.NamedOrNull<Exposure>(3), r.NamedOrNull<PartPosition>(4))), cancel)).ToLookup(x => x.Id, x => x.Part);
        return [.. rows.Select(x => x.Observation with { Content = x.Observation.Content with { Parts = [.. parts[x.Id]] } })];
    }

    /// <summary>Puts an observation in the place of one there may be.</summary>
    /// <param name="connection">A connection in a transaction.</param>
    /// <param name="guideVersion">The guide its character is of.</param>
    /// <param name="plantVisit">The plant's visit.</param>
    /// <param name="character">The character.</param>
    /// <param name="content">What it says; null to take it away.</param>
    /// <param name="cancel">Gives up.</param>
    internal static async Task PutAsync(
        NpgsqlConnection connection, int guideVersion, int plantVisit, string character, ObservationContent? content, CancellationToken cancel)
    {
        await connection.ExecuteAsync("delete from observation where plant_visit = $1 and character = $2", [plantVisit, character], cancel);
        if (content is null)
        {
            return;
        }

        var id = await connection.ScalarAsync<int>(
            """
            insert into observation (plant_visit, guide_version, character, finding, states, rough_typed, rough_low, rough_high, rough_best,
                                     hidden, certainty, source, altered, exposure, position, note, recorded_by, tool, revision)
            values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, nextval('revision_number'))
            returning id
            """,
            [
                plantVisit, guideVersion, character, content.Finding.ToString(), content.States, content.Rough?.Typed, content.Rough?.Low,
                content.Rough?.High, content.Rough?.Best, content.Hidden?.ToString(), content.Certainty.ToString(), content.Source.ToString(),
                Sql.Names(content.Altered), content.Exposure?.ToString(), content.Position?.ToString(), content.Note, content.RecordedBy,
                content.Tool?.ToString(),
            ],
            cancel);
        for (var i = 0; i < content.Parts.Length; i++)
        {
            await connection.ExecuteAsync(
                "insert into sample_part (observation, ordinal, value, typed, exposure, position) values ($1, $2, $3, $4, $5, $6)",
                [id, i + 1, content.Parts[i].Value, content.Parts[i].Typed, content.Parts[i].Exposure?.ToString(), content.Parts[i].Position?.ToString()],
                cancel);
        }
    }

    private static async Task<StoredWalk?> ReadWalkAsync(NpgsqlConnection connection, int plant, CancellationToken cancel)
    {
        var walks = await connection.QueryAsync(
            "select start_key, start_couplet, reopened_key, reopened_couplet, revision from walk where plant = $1", [plant],
            r => new StoredWalk(
                new KeyWalk(
                    new(new KeyId(r.GetString(0)), r.GetInt32(1)), [],
                    r.IsDBNull(2) ? null : new CoupletRef(new KeyId(r.GetString(2)), r.GetInt32(3))),
                r.GetInt64(4)),
            cancel);
        if (walks.Count == 0)
        {
            return null;
        }

        var answers = await connection.QueryAsync(
            "select key, couplet, lead from walk_answer where plant = $1 order by ordinal", [plant],
            r => new WalkAnswer(new(new KeyId(r.GetString(0)), r.GetInt32(1)), r.IsDBNull(2) ? null : r.GetInt32(2)), cancel);
        return walks[0] with { Walk = walks[0].Walk with { Answers = [.. answers] } };
    }

    /// <summary>Puts a walk in the place of one there may be.</summary>
    /// <param name="connection">A connection in a transaction.</param>
    /// <param name="plant">The plant.</param>
    /// <param name="walk">The walk; null to put it away.</param>
    /// <param name="cancel">Gives up.</param>
    internal static async Task PutWalkAsync(NpgsqlConnection connection, int plant, KeyWalk? walk, CancellationToken cancel)
    {
        await connection.ExecuteAsync("delete from walk where plant = $1", [plant], cancel);
        if (walk is null)
        {
            return;
        }

        await connection.ExecuteAsync(
            """
            insert into walk (plant, start_key, start_couplet, reopened_key, reopened_couplet, revision)
            values ($1, $2, $3, $4, $5, nextval('revision_number'))
            """,
            [plant, walk.Start.Key.Value, walk.Start.Couplet, walk.Reopened?.Key.Value, walk.Reopened?.Couplet], cancel);
        for (var i = 0; i < walk.Answers.Length; i++)
        {
            var answer = walk.Answers[i];
            await connection.ExecuteAsync(
                "insert into walk_answer (plant, ordinal, key, couplet, lead) values ($1, $2, $3, $4, $5)",
                [plant, i + 1, answer.At.Key.Value, answer.At.Couplet, answer.Lead], cancel);
        }
    }

    private static async Task LogAsync(
        NpgsqlConnection connection, int plant, int person, string what, string kind, int? plantVisit, string? character,
        string? before, string? after, CancellationToken cancel)
    {
        // A new change closes the way forward to what was undone before it.
        await connection.ExecuteAsync("delete from change where plant = $1 and undone", [plant], cancel);
        await connection.ExecuteAsync(
            "insert into change (plant, person, what, kind, plant_visit, character, before, after) values ($1, $2, $3, $4, $5, $6, $7, $8)",
            [plant, person, what, kind, plantVisit, character, Sql.Jsonb(before), Sql.Jsonb(after)], cancel);
    }
}
