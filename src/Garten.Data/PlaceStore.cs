using Garten.Core.Commands;
using Garten.Core.Survey.Places;
using Npgsql;

namespace Garten.Data;

/// <summary>A person who records or determines.</summary>
/// <param name="Name">Name as it stands on records.</param>
public sealed record Person(PersonId Id, string Name);

/// <summary>People and sites.</summary>
/// <param name="journal">Where changes go.</param>
public sealed class PlaceStore(NpgsqlDataSource source, CommandJournal journal)
    : IHandles<AddSite, Site>,
        IHandles<ChangeSite, Site>,
        IHandles<RemoveSite, bool>,
        IHandles<RenamePerson, bool>
{
    /// <summary>The columns of a site, of the table called s, as <see cref="SiteAt"/> reads them.</summary>
    internal const string SiteColumns =
        "s.id, s.name, s.description, s.elevation_m, s.latitude, s.longitude, s.uncertainty_m, s.habitats, s.snow_gone_month, s.snow_gone_day, s.flora_area, s.revision";

    /// <summary>All people by name.</summary>
    public async Task<List<Person>> PeopleAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            "select id, name from person order by name",
            [],
            r => new Person(r.Id<PersonId>(0), r.GetString(1)),
            cancel
        );
    }

    /// <summary>Adds a person.</summary>
    /// <exception cref="TakenException">There is one of that name.</exception>
    public async Task<Person> AddPersonAsync(string name, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var id = await connection.IdAsync<PersonId>(
            "insert into person (name) values ($1) on conflict (name) do nothing returning id",
            [name],
            cancel
        );
        return new(id ?? throw new TakenException($"There is a person called {name} already."), name);
    }

    /// <summary>All sites by name.</summary>
    public async Task<List<Site>> SitesAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"select {SiteColumns} from site s where s.removed_at is null order by s.name",
            [],
            r => SiteAt(r, 0),
            cancel
        );
    }

    /// <inheritdoc/>
    public async Task<Site> HandleAsync(CommandHead head, AddSite command, CancellationToken cancel)
    {
        var site = command.Site;
        await journal.ChangeAsync(
            head,
            async connection =>
                await connection.ExecuteAsync(
                    """
                    insert into site (name, description, elevation_m, latitude, longitude, uncertainty_m, habitats, snow_gone_month, snow_gone_day, flora_area, id)
                    values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11) on conflict (name) do nothing
                    """,
                    [.. Values(site), site.Id == default ? head.Id : site.Id.Value],
                    cancel
                ) == 1
                    ? []
                    : throw Taken(site),
            cancel
        );
        return (await SitesAsync(cancel)).Find(s => s.Name == site.Name) ?? throw Taken(site);
    }

    /// <inheritdoc/>
    public async Task<Site> HandleAsync(CommandHead head, ChangeSite command, CancellationToken cancel)
    {
        var site = command.Site;
        try
        {
            await journal.ChangeAsync(
                head,
                async connection =>
                {
                    var revision = await connection.ScalarAsync<long?>(
                        "select revision from site where id = $1 for update",
                        [site.Id],
                        cancel
                    ) ?? throw new NotInStoreException("There is no such site. Choose one from the list.");
                    if (revision != command.Expected)
                    {
                        throw new ChangedMeanwhileException(
                            $"Somebody else changed {site.Name} in the meantime. Open it again to see how; what you wrote is still in the fields.",
                            null
                        );
                    }

                    await connection.ExecuteAsync(
                        """
                        update site set name = $1, description = $2, elevation_m = $3, latitude = $4, longitude = $5, uncertainty_m = $6, habitats = $7,
                                        snow_gone_month = $8, snow_gone_day = $9, flora_area = $10, revision = nextval('revision_number')
                        where id = $11
                        """,
                        [.. Values(site), site.Id],
                        cancel
                    );
                    return
                    [
                        .. await connection.QueryAsync(
                            "select id from plant where site = $1 order by id",
                            [site.Id],
                            r => r.Id<PlantId>(0),
                            cancel
                        ),
                    ];
                },
                cancel
            );
        }
        catch (PostgresException e) when (e.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            throw Taken(site);
        }

        return (await SitesAsync(cancel)).Single(s => s.Id == site.Id);
    }

    /// <inheritdoc/>
    public Task<bool> HandleAsync(CommandHead head, RemoveSite command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            async connection =>
            {
                var found = await connection.QueryAsync(
                    """
                    select s.name,
                           (select count(*) from plant p where p.site = s.id and p.removed_at is null),
                           (select count(*) from count_sheet c join visit v on v.id = c.visit where v.site = s.id)
                    from site s where s.id = $1 and (s.removed_at is null) = $2 for update
                    """,
                    [command.Id, command.Away],
                    r => (Name: r.GetString(0), Plants: r.GetInt64(1), Counts: r.GetInt64(2)),
                    cancel
                );
                if (found is not [var site])
                {
                    throw new NotInStoreException("There is no such site. Choose one from the list.");
                }

                if (command.Away && site.Plants + site.Counts > 0)
                {
                    throw new TakenException(
                        $"{site.Name} has {site.Plants} {(site.Plants == 1 ? "plant" : "plants")} and {site.Counts} {(site.Counts == 1 ? "count" : "counts")}. Move or delete them first."
                    );
                }

                await connection.ExecuteAsync(
                    "update site set removed_at = case when $2 then now() end, revision = nextval('revision_number') where id = $1",
                    [command.Id, command.Away],
                    cancel
                );
                return [];
            },
            cancel
        );

    /// <summary>Sites that were deleted, by name.</summary>
    public async Task<List<Site>> DeletedSitesAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"select {SiteColumns} from site s where s.removed_at is not null order by s.name",
            [],
            r => SiteAt(r, 0),
            cancel
        );
    }

    /// <inheritdoc/>
    public async Task<bool> HandleAsync(CommandHead head, RenamePerson command, CancellationToken cancel)
    {
        try
        {
            return await journal.ChangeAsync(
                head,
                async connection =>
                    await connection.ExecuteAsync(
                        "update person set name = $2 where id = $1",
                        [command.Id, command.Name],
                        cancel
                    ) == 1
                        ? []
                        : throw new NotInStoreException("There is no such person."),
                cancel
            );
        }
        catch (PostgresException e) when (e.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            throw new TakenException($"Somebody is called {command.Name} already.");
        }
    }

    private static TakenException Taken(Site site) =>
        new(
            $"There is a site called {site.Name} already. If the list does not show it, it was deleted, and can be brought back there."
        );

    private static object?[] Values(Site site) =>
        [
            site.Name,
            site.Description,
            site.ElevationM,
            site.Latitude,
            site.Longitude,
            site.UncertaintyM,
            site.Habitats,
            (short?)site.SnowGone?.Month,
            (short?)site.SnowGone?.Day,
            site.FloraArea,
        ];

    /// <summary>A site from the columns of <see cref="SiteColumns"/>.</summary>
    /// <param name="first">Which of its columns is the first of them.</param>
    internal static Site SiteAt(NpgsqlDataReader r, int first) =>
        new(
            r.Id<SiteId>(first),
            r.GetString(first + 1),
            r.GetString(first + 2),
            r.NumberOrNull(first + 3),
            r.NumberOrNull(first + 4),
            r.NumberOrNull(first + 5),
            r.NumberOrNull(first + 6),
            r.GetFieldValue<string[]>(first + 7),
            r.DayOrNull(first + 8),
            r.GetString(first + 10)
        )
        {
            Revision = r.GetInt64(first + 11),
        };
}
