using Npgsql;

namespace Garten.Data;

/// <summary>A name to be given to a plant.</summary>
/// <param name="Request">Number the client gives the request, so that sending it twice gives the name once.</param>
/// <param name="Plant">The plant.</param>
/// <param name="GuideVersion">The guide it was made with.</param>
/// <param name="Taxon">The taxon.</param>
/// <param name="Qualifier">The reserve.</param>
/// <param name="FullName">The name as written on the slip.</param>
/// <param name="Person">Who gives it.</param>
/// <param name="Date">The day.</param>
/// <param name="Remarks">Remarks; may be empty.</param>
/// <param name="Grounds">What it rests on, as JSON that needs no guide to be read.</param>
public sealed record NewDetermination(
    Guid Request, int Plant, int GuideVersion, string Taxon, IdentificationQualifier Qualifier, string FullName, int Person, DateOnly Date, string Remarks,
    string Grounds);

/// <summary>A name given to a plant.</summary>
/// <param name="Id">Number in the store.</param>
/// <param name="Taxon">The taxon.</param>
/// <param name="Qualifier">The reserve.</param>
/// <param name="FullName">The name as written on the slip.</param>
/// <param name="Person">Who gave it.</param>
/// <param name="Date">The day.</param>
/// <param name="Remarks">Remarks.</param>
/// <param name="Grounds">What it rests on, as JSON.</param>
public sealed record Determination(
    int Id, string Taxon, IdentificationQualifier Qualifier, string FullName, string Person, DateOnly Date, string Remarks, string Grounds);

/// <summary>Determinations: given, never changed, only followed by another.</summary>
/// <param name="source">The database.</param>
public sealed class DeterminationStore(NpgsqlDataSource source)
{
    /// <summary>Gives a name.</summary>
    /// <param name="d">The name.</param>
    /// <param name="origin">Wild or planted, kept on the plant; null leaves it as it is.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task GiveAsync(NewDetermination d, string? origin, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        if (origin is not null)
        {
            await connection.ExecuteAsync("update plant set origin = $2 where id = $1", [d.Plant, origin], cancel);
        }

        await connection.ExecuteAsync(
            """
            insert into determination (plant, request, guide_version, taxon, qualifier, full_name, determined_by, determined_on, remarks, grounds)
            values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)
            on conflict (request) do nothing
            """,
            [d.Plant, d.Request, d.GuideVersion, d.Taxon, d.Qualifier.ToString(), d.FullName, d.Person, d.Date, d.Remarks, Sql.Jsonb(d.Grounds)],
            cancel);
        await transaction.CommitAsync(cancel);
    }

    /// <summary>The determinations of a plant, the latest first.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<List<Determination>> OfAsync(int plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            """
            select d.id, d.taxon, d.qualifier, d.full_name, h.name, d.determined_on, d.remarks, d.grounds::text
            from determination d join person h on h.id = d.determined_by
            where d.plant = $1 order by d.id desc
            """,
            [plant],
            r => new Determination(
                r.GetInt32(0), r.GetString(1), r.Named<IdentificationQualifier>(2), r.GetString(3), r.GetString(4), r.GetFieldValue<DateOnly>(5),
                r.GetString(6), r.GetString(7)),
            cancel);
    }
}
