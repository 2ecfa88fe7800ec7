using Garten.Core.Commands;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Places;
using Npgsql;

namespace Garten.Data;

/// <summary>A place as kept.</summary>
/// <param name="Content">What is known of it.</param>
/// <param name="Person">Who drew it.</param>
/// <param name="Revision">Revision a change must start from.</param>
public sealed record StoredPlace(PlaceId Id, PlaceContent Content, string Person, long Revision);

/// <summary>Where a plant stands.</summary>
/// <param name="UncertaintyM">Radius in metres within which it holds.</param>
/// <param name="Person">Who said so.</param>
/// <param name="Typed">As typed, or what it was read from; empty where it was pointed at.</param>
public sealed record PlantPosition(PlantId Plant, GeoPoint At, double UncertaintyM, string Person, string Typed);

/// <summary>Places, positions of plants, and the base map they are drawn on.</summary>
/// <param name="policy">What is hidden from who asks.</param>
/// <param name="journal">Where changes go.</param>
public sealed class MapStore(NpgsqlDataSource source, SensitivePlacePolicy policy, CommandJournal journal)
    : IHandles<AddPlaces, bool>,
        IHandles<SetPlace, bool>,
        IHandles<RemovePlace, bool>,
        IHandles<SayPosition, PlantInColony>
{
    /// <summary>The same as somebody else sees it, such as whoever reads a file that leaves the house.</summary>
    /// <param name="leaving">What is hidden from them.</param>
    public MapStore SeenBy(SensitivePlacePolicy leaving) => new(source, leaving, journal);

    /// <summary>All places that were not taken away, by name.</summary>
    public async Task<List<StoredPlace>> PlacesAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            """
            select l.id, l.name, l.kind, l.form, l.points, l.site, l.note, p.name, l.revision
            from place l join person p on p.id = l.person where l.removed_at is null order by l.name, l.id
            """,
            [],
            r => new StoredPlace(
                r.Id<PlaceId>(0),
                new(
                    r.GetString(1),
                    r.Named<PlaceKind>(2),
                    new(
                        r.Named<ShapeForm>(3),
                        [.. r.GetFieldValue<double[]>(4).Chunk(2).Select(c => new GeoPoint(c[0], c[1]))]
                    ),
                    r.IdOrNull<SiteId>(5),
                    r.GetString(6)
                ),
                r.GetString(7),
                r.GetInt64(8)
            ),
            cancel
        );
    }

    /// <inheritdoc/>
    public Task<bool> HandleAsync(CommandHead head, AddPlaces command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            async connection =>
            {
                for (var i = 0; i < command.Places.Count; i++)
                {
                    var place = command.Places[i];
                    await connection.ExecuteAsync(
                        """
                        insert into place (id, name, kind, form, points, site, note, person, latitude, longitude)
                        values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) on conflict (id) do nothing
                        """,
                        [
                            Numbered(command.First, i),
                            place.Name,
                            place.Kind.ToString(),
                            place.Shape.Form.ToString(),
                            PointsOf(place.Shape),
                            place.Site,
                            place.Note,
                            head.Person,
                            place.Shape.Middle.Latitude,
                            place.Shape.Middle.Longitude,
                        ],
                        cancel
                    );
                }

                return [];
            },
            cancel
        );

    /// <inheritdoc/>
    public Task<bool> HandleAsync(CommandHead head, SetPlace command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            async connection =>
            {
                var revision = await connection.ScalarAsync<long?>(
                    "select revision from place where id = $1 and removed_at is null for update",
                    [command.Id],
                    cancel
                ) ?? throw NoSuchPlace();
                if (revision != command.Expected)
                {
                    throw new ChangedMeanwhileException(
                        "Somebody else changed this place in the meantime. The map shows it as it stands now; what you wrote is still in the fields.",
                        null
                    );
                }

                await connection.ExecuteAsync(
                    """
                    update place set name = $2, kind = $3, form = $4, points = $5, site = $6, note = $7, latitude = $8, longitude = $9, revision = nextval('revision_number') where id = $1
                    """,
                    [
                        command.Id,
                        command.Place.Name,
                        command.Place.Kind.ToString(),
                        command.Place.Shape.Form.ToString(),
                        PointsOf(command.Place.Shape),
                        command.Place.Site,
                        command.Place.Note,
                        command.Place.Shape.Middle.Latitude,
                        command.Place.Shape.Middle.Longitude,
                    ],
                    cancel
                );
                return [];
            },
            cancel
        );

    /// <inheritdoc/>
    public Task<bool> HandleAsync(CommandHead head, RemovePlace command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            async connection =>
                await connection.ExecuteAsync(
                    "update place set removed_at = case when $2 then now() end, revision = nextval('revision_number') where id = $1",
                    [command.Id, command.Away],
                    cancel
                ) == 1
                    ? []
                    : throw NoSuchPlace(),
            cancel
        );

    /// <summary>Where plants stand, as said last.</summary>
    public async Task<List<PlantPosition>> PositionsAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"""
            select distinct on (o.plant) o.plant, o.latitude, o.longitude, o.uncertainty_m, p.name, o.typed
            from plant_position o join person p on p.id = o.person where {policy.Shows(
                "o.plant"
            )} order by o.plant, o.id desc
            """,
            [],
            r => new PlantPosition(
                r.Id<PlantId>(0),
                new(r.GetDouble(1), r.GetDouble(2)),
                r.GetDouble(3),
                r.GetString(4),
                r.GetString(5)
            ),
            cancel
        );
    }

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, SayPosition command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                await connection.ExecuteAsync(
                    "insert into plant_position (plant, latitude, longitude, uncertainty_m, typed, person) values ($1, $2, $3, $4, $5, $6)",
                    [
                        command.Plant,
                        command.At.Latitude,
                        command.At.Longitude,
                        command.UncertaintyM,
                        command.Typed,
                        head.Person,
                    ],
                    cancel
                );
                return [];
            },
            cancel
        );

    /// <summary>The base map as GeoJSON; null where there is none.</summary>
    public async Task<string?> BaseAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.ScalarAsync<string>("select content from map_base", [], cancel);
    }

    /// <summary>Sets the base map.</summary>
    public async Task SetBaseAsync(string content, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            "insert into map_base (content) values ($1) on conflict (one) do update set content = excluded.content",
            [content],
            cancel
        );
    }

    private static NotInStoreException NoSuchPlace() => new("There is no such place. Load the map again.");

    internal static double[] PointsOf(PlaceShape shape) =>
        [.. shape.Points.SelectMany(p => (double[])[p.Latitude, p.Longitude])];

    /// <summary>An id of its own for each of several places kept at once.</summary>
    private static PlaceId Numbered(PlaceId first, int number)
    {
        Span<byte> bytes = stackalloc byte[16];
        first.Value.TryWriteBytes(bytes);
        BitConverter.TryWriteBytes(bytes[12..], BitConverter.ToInt32(bytes[12..]) ^ number);
        return new(new Guid(bytes));
    }
}
