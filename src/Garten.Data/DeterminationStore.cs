using Garten.Core.Survey.Access;

namespace Garten.Data;

/// <summary>A name to be given to a plant.</summary>
/// <param name="Request">Number the client gives the request, so that sending it twice gives the name once.</param>
/// <param name="FullName">The name as written on the slip.</param>
/// <param name="Person">Who gives it.</param>
/// <param name="Remarks">Remarks; may be empty.</param>
public sealed record NewDetermination(
    Guid Request,
    int Plant,
    int GuideVersion,
    string Taxon,
    IdentificationQualifier Qualifier,
    string FullName,
    int Person,
    DateOnly Date,
    string Remarks
);

/// <summary>A name given to a plant.</summary>
/// <param name="Id">Number in the store.</param>
/// <param name="FullName">The name as written on the slip.</param>
/// <param name="Person">Who gave it.</param>
/// <param name="Reasons">What it rests on, as JSON.</param>
public sealed record Determination(
    int Id,
    string Taxon,
    IdentificationQualifier Qualifier,
    string FullName,
    string Person,
    DateOnly Date,
    string Remarks,
    string Reasons
);

/// <summary>Determinations: given, never changed, only followed by another.</summary>
/// <param name="policy">What is hidden from who asks.</param>
/// <param name="journal">Where changes go.</param>
public sealed class DeterminationStore(SensitivePlacePolicy policy, CommandJournal journal)
{
    /// <summary>Gives a name.</summary>
    /// <param name="origin">Wild or planted, kept on the plant; null leaves it as it is.</param>
    /// <param name="reasons">What it rests on, as JSON, of the plant as it stands when it is named.</param>
    public Task<PlantInColony> GiveAsync(
        CommandHead head,
        NewDetermination d,
        Origin? origin,
        Func<PlantInColony, string> reasons,
        CancellationToken cancel
    ) =>
        journal.ChangeAsync(
            head,
            policy,
            d.Plant,
            async connection =>
            {
                var plant = PlantInColony.Of(
                    d.Plant,
                    await StoredPlants.ReadAsync(connection, policy.Shows, [d.Plant], cancel)
                );
                await connection.ExecuteAsync(
                    """
                    with said as (update plant set origin = coalesce($11::text, origin) where id = $1)
                    insert into determination (plant, request, guide_version, taxon, qualifier, full_name, determined_by, determined_on, remarks, reasons)
                    values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)
                    on conflict (request) do nothing
                    """,
                    [
                        d.Plant,
                        d.Request,
                        d.GuideVersion,
                        d.Taxon,
                        d.Qualifier.ToString(),
                        d.FullName,
                        d.Person,
                        d.Date,
                        d.Remarks,
                        Sql.Jsonb(reasons(plant)),
                        origin?.ToString(),
                    ],
                    cancel
                );
                return [];
            },
            cancel
        );
}
