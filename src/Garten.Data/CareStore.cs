using Garten.Core.Survey;
using Npgsql;

namespace Garten.Data;

/// <summary>Something a plant is found again by.</summary>
/// <param name="Name">What it is.</param>
/// <param name="Bearing">Direction from it to the plant, in degrees from north over east, 0 to below 360.</param>
/// <param name="Metres">Way from it to the plant.</param>
public sealed record Landmark(string Name, double Bearing, double Metres);

/// <summary>A threat to a plant, as put down.</summary>
/// <param name="Kind">What threatens it.</param>
/// <param name="Note">More about it; may be empty.</param>
/// <param name="SeenOn">When it was seen.</param>
/// <param name="Told">Who was told; empty when nobody was yet.</param>
/// <param name="ToldOn">When; null when nobody was.</param>
/// <param name="Outcome">What came of it; may be empty.</param>
/// <param name="SettledOn">When it was settled; null while it is not.</param>
public sealed record ThreatContent(ThreatKind Kind, string Note, DateOnly SeenOn, string Told, DateOnly? ToldOn, string Outcome, DateOnly? SettledOn);

/// <summary>A threat to a plant.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Plant">The plant.</param>
/// <param name="Content">What is known of it.</param>
/// <param name="Person">Who saw it.</param>
public sealed record Threat(int Id, int Plant, ThreatContent Content, string Person);

/// <summary>Rosettes marked in a year, and how many of them flowered.</summary>
/// <param name="Year">The year.</param>
/// <param name="Marked">How many were marked.</param>
/// <param name="MarkedOn">When.</param>
/// <param name="Flowering">How many flowered; null when not counted yet.</param>
/// <param name="FloweringOn">When they were counted.</param>
public sealed record PopulationCount(int Year, int Marked, DateOnly MarkedOn, int? Flowering, DateOnly? FloweringOn);

/// <summary>How plants are found again, what threatens them, and how many of a population flower.</summary>
/// <param name="source">The database.</param>
public sealed class CareStore(NpgsqlDataSource source)
{
    private const string NoSuchThreat = "There is no such threat.";

    private const string ThreatColumns = "t.id, t.plant, t.kind, t.note, t.seen_on, t.told, t.told_on, t.outcome, t.settled_on, h.name";

    /// <summary>The landmarks of a plant, in the order given.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<List<Landmark>> LandmarksAsync(int plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            "select name, bearing, metres from plant_landmark where plant = $1 order by place", [plant],
            r => new Landmark(r.GetString(0), r.GetDouble(1), r.GetDouble(2)), cancel);
    }

    /// <summary>Sets the landmarks of a plant, in place of those before.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="landmarks">The landmarks; none to take all away.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task SetLandmarksAsync(int plant, IReadOnlyList<Landmark> landmarks, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);

        // Two people who set them at once would otherwise both find the places free.
        await connection.ExecuteAsync("select id from plant where id = $1 for update", [plant], cancel);
        await connection.ExecuteAsync("delete from plant_landmark where plant = $1", [plant], cancel);
        await PutAsync(connection, plant, landmarks, cancel);
        await transaction.CommitAsync(cancel);
    }

    /// <summary>Puts landmarks down for a plant that has none.</summary>
    /// <param name="connection">An open connection.</param>
    /// <param name="plant">The plant.</param>
    /// <param name="landmarks">The landmarks.</param>
    /// <param name="cancel">Gives up.</param>
    internal static async Task PutAsync(NpgsqlConnection connection, int plant, IReadOnlyList<Landmark> landmarks, CancellationToken cancel)
    {
        for (var i = 0; i < landmarks.Count; i++)
        {
            await connection.ExecuteAsync(
                "insert into plant_landmark (plant, place, name, bearing, metres) values ($1, $2, $3, $4, $5)",
                [plant, (short)(i + 1), landmarks[i].Name, landmarks[i].Bearing, landmarks[i].Metres], cancel);
        }
    }

    /// <summary>The threats to a plant, the latest first.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<List<Threat>> ThreatsAsync(int plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"select {ThreatColumns} from threat t join person h on h.id = t.person where t.plant = $1 order by t.seen_on desc, t.id desc", [plant], Read, cancel);
    }

    /// <summary>Threats not settled yet, the longest known first.</summary>
    /// <param name="cancel">Gives up.</param>
    public async Task<List<Threat>> OpenThreatsAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"select {ThreatColumns} from threat t join person h on h.id = t.person where t.settled_on is null order by t.seen_on, t.id", [], Read, cancel);
    }

    /// <summary>Puts a threat down.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="threat">What is known of it.</param>
    /// <param name="person">Who saw it.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task AddThreatAsync(int plant, ThreatContent threat, int person, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            """
            insert into threat (plant, kind, note, seen_on, told, told_on, outcome, settled_on, person)
            select $1, $2, $3, $4, $5, $6, $7, $8, $9
            where not exists (
                -- The same threat noted twice, because the first answer was lost on its way, is one.
                select from threat t
                where t.plant = $1 and t.kind = $2 and t.note = $3 and t.seen_on = $4 and t.told = $5 and t.told_on is not distinct from $6::date
                    and t.outcome = $7 and t.settled_on is not distinct from $8::date and t.person = $9)
            """,
            [plant, threat.Kind.ToString(), threat.Note, threat.SeenOn, threat.Told, threat.ToldOn, threat.Outcome, threat.SettledOn, person], cancel);
    }

    /// <summary>The plant a threat threatens.</summary>
    /// <param name="id">Its number.</param>
    /// <param name="cancel">Gives up.</param>
    /// <exception cref="NotInStoreException">There is no such threat.</exception>
    public async Task<int> PlantOfThreatAsync(int id, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.ScalarAsync<int?>("select plant from threat where id = $1", [id], cancel) ?? throw new NotInStoreException(NoSuchThreat);
    }

    /// <summary>Sets what is known of a threat.</summary>
    /// <param name="id">Its number.</param>
    /// <param name="threat">What is known of it now.</param>
    /// <param name="cancel">Gives up.</param>
    /// <returns>The plant it threatens.</returns>
    /// <exception cref="NotInStoreException">There is no such threat.</exception>
    public async Task<int> SetThreatAsync(int id, ThreatContent threat, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.ScalarAsync<int?>(
            """
            update threat set kind = $2, note = $3, seen_on = $4, told = $5, told_on = $6, outcome = $7, settled_on = $8
            where id = $1 returning plant
            """,
            [id, threat.Kind.ToString(), threat.Note, threat.SeenOn, threat.Told, threat.ToldOn, threat.Outcome, threat.SettledOn], cancel)
            ?? throw new NotInStoreException(NoSuchThreat);
    }

    /// <summary>The counts of a population, the latest year first.</summary>
    /// <param name="plant">The plant that stands for it.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<List<PopulationCount>> CountsAsync(int plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            "select year, marked, marked_on, flowering, flowering_on from population_count where plant = $1 order by year desc", [plant],
            r => new PopulationCount(
                r.GetInt32(0), r.GetInt32(1), r.GetFieldValue<DateOnly>(2), r.IsDBNull(3) ? null : r.GetInt32(3), r.DateOrNull(4)),
            cancel);
    }

    /// <summary>Sets the count of a year, in place of one before.</summary>
    /// <param name="plant">The plant that stands for the population.</param>
    /// <param name="count">The count.</param>
    /// <param name="person">Who counted.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task SetCountAsync(int plant, PopulationCount count, int person, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            """
            insert into population_count (plant, year, marked, marked_on, flowering, flowering_on, person) values ($1, $2, $3, $4, $5, $6, $7)
            on conflict (plant, year) do update
            set marked = excluded.marked, marked_on = excluded.marked_on, flowering = excluded.flowering, flowering_on = excluded.flowering_on, person = excluded.person
            """,
            [plant, count.Year, count.Marked, count.MarkedOn, count.Flowering, count.FloweringOn, person], cancel);
    }

    private static Threat Read(NpgsqlDataReader r) => new(
        r.GetInt32(0), r.GetInt32(1),
        new(
            r.Named<ThreatKind>(2), r.GetString(3), r.GetFieldValue<DateOnly>(4), r.GetString(5), r.DateOrNull(6), r.GetString(7), r.DateOrNull(8)),
        r.GetString(9));
}
