using Npgsql;

namespace Garten.Data;

/// <summary>A person who records or determines.</summary>
/// <param name="Id">Number in the store.</param>
/// <param name="Name">Name as it stands on records.</param>
public sealed record Person(int Id, string Name);

/// <summary>A site.</summary>
/// <param name="Id">Number in the store.</param>
/// <param name="Name">Its name.</param>
/// <param name="Description">What it is, in a sentence; may be empty.</param>
/// <param name="ElevationM">Metres above sea level, where plants mostly stand.</param>
/// <param name="Latitude">Decimal degrees north.</param>
/// <param name="Longitude">Decimal degrees east.</param>
/// <param name="UncertaintyM">Radius in metres within which the coordinates hold.</param>
/// <param name="Habitats">States of the character <c>habitat</c>.</param>
/// <param name="SnowGone">The day on which snow is usually gone; null where none lies.</param>
/// <param name="FloraArea">Identifier of the guide's area it lies in; empty where none is said.</param>
public sealed record Site(
    int Id, string Name, string Description, double? ElevationM, double? Latitude, double? Longitude, double? UncertaintyM, string[] Habitats,
    DayInYear? SnowGone = null, string FloraArea = "")
{
    /// <summary>The site as seasons depend on it.</summary>
    public SeasonPlace AsSeasonPlace() => new(ElevationM, Latitude, Longitude, SnowGone);
}

/// <summary>People and sites.</summary>
/// <param name="source">The database.</param>
public sealed class PlaceStore(NpgsqlDataSource source)
{
    /// <summary>The columns of a site, of the table called s, as <see cref="SiteAt"/> reads them.</summary>
    internal const string SiteColumns =
        "s.id, s.name, s.description, s.elevation_m, s.latitude, s.longitude, s.uncertainty_m, s.habitats, s.snow_gone_month, s.snow_gone_day, s.flora_area";

    /// <summary>All people by name.</summary>
    /// <param name="cancel">Gives up.</param>
    public async Task<List<Person>> PeopleAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync("select id, name from person order by name", [], r => new Person(r.GetInt32(0), r.GetString(1)), cancel);
    }

    /// <summary>Adds a person.</summary>
    /// <param name="name">The name.</param>
    /// <param name="cancel">Gives up.</param>
    /// <exception cref="TakenException">There is one of that name.</exception>
    public async Task<Person> AddPersonAsync(string name, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var id = await connection.ScalarAsync<int?>(
            "insert into person (name) values ($1) on conflict (name) do nothing returning id", [name], cancel);
        return new(id ?? throw new TakenException($"There is a person called {name} already."), name);
    }

    /// <summary>All sites by name.</summary>
    /// <param name="cancel">Gives up.</param>
    public async Task<List<Site>> SitesAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync($"select {SiteColumns} from site s order by s.name", [], r => SiteAt(r, 0), cancel);
    }

    /// <summary>Adds a site.</summary>
    /// <param name="site">The site; its number is given by the store.</param>
    /// <param name="cancel">Gives up.</param>
    /// <exception cref="TakenException">There is one of that name.</exception>
    public async Task<Site> AddSiteAsync(Site site, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var id = await connection.ScalarAsync<int?>(
            "insert into site (name, description, elevation_m, latitude, longitude, uncertainty_m, habitats, snow_gone_month, snow_gone_day, flora_area) "
            + "values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) on conflict (name) do nothing returning id",
            [
                site.Name, site.Description, site.ElevationM, site.Latitude, site.Longitude, site.UncertaintyM, site.Habitats,
                (short?)site.SnowGone?.Month, (short?)site.SnowGone?.Day, site.FloraArea,
            ],
            cancel);
        return site with { Id = id ?? throw new TakenException($"There is a site called {site.Name} already.") };
    }

    /// <summary>Changes a site.</summary>
    /// <param name="site">The site as it shall be.</param>
    /// <param name="cancel">Gives up.</param>
    /// <exception cref="NotInStoreException">There is no such site.</exception>
    /// <exception cref="TakenException">There is another of that name.</exception>
    public async Task<Site> ChangeSiteAsync(Site site, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        try
        {
            return await connection.ScalarAsync<int?>(
                """
                update site set name = $2, description = $3, elevation_m = $4, latitude = $5, longitude = $6, uncertainty_m = $7, habitats = $8,
                                snow_gone_month = $9, snow_gone_day = $10, flora_area = $11
                where id = $1 returning id
                """,
                [
                    site.Id, site.Name, site.Description, site.ElevationM, site.Latitude, site.Longitude, site.UncertaintyM, site.Habitats,
                    (short?)site.SnowGone?.Month, (short?)site.SnowGone?.Day, site.FloraArea,
                ],
                cancel) is null ? throw new NotInStoreException("There is no such site. Choose one from the list.") : site;
        }
        catch (PostgresException e) when (e.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            throw new TakenException($"There is a site called {site.Name} already.");
        }
    }

    /// <summary>A site from the columns of <see cref="SiteColumns"/>.</summary>
    /// <param name="r">The row.</param>
    /// <param name="first">Which of its columns is the first of them.</param>
    internal static Site SiteAt(NpgsqlDataReader r, int first) => new(
        r.GetInt32(first), r.GetString(first + 1), r.GetString(first + 2), r.NumberOrNull(first + 3), r.NumberOrNull(first + 4), r.NumberOrNull(first + 5),
        r.NumberOrNull(first + 6), r.GetFieldValue<string[]>(first + 7), r.DayOrNull(first + 8), r.GetString(first + 10));
}
