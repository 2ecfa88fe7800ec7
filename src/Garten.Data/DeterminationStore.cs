using System.Text.Json;
using Garten.Core.Assessment;
using Garten.Core.Commands;
using Garten.Core.Survey.Access;

namespace Garten.Data;

/// <summary>A name given to a plant.</summary>
/// <param name="FullName">The name as written on the slip.</param>
/// <param name="Person">Who gave it.</param>
/// <param name="Reasons">What it rests on, as JSON.</param>
public sealed record Determination(
    DeterminationId Id,
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
    : IHandles<GiveName, PlantInColony>
{
    /// <summary>How what a name rests on is kept.</summary>
    public static JsonSerializerOptions ReasonsJson { get; } = new(JsonSerializerDefaults.Web);

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, GiveName command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                var plant = PlantInColony.Of(
                    command.Plant,
                    await StoredPlants.ReadAsync(connection, policy.Shows, [command.Plant], cancel)
                );
                var reasons = DeterminationReasons.Gather(journal.Guide.Model, plant.ToPlant(), command.Taxon);
                await connection.ExecuteAsync(
                    """
                    with said as (update plant set origin = coalesce($11::text, origin) where id = $1)
                    insert into determination (plant, id, guide_version, taxon, qualifier, full_name, determined_by, determined_on, remarks, reasons)
                    values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)
                    on conflict (id) do nothing
                    """,
                    [
                        command.Plant,
                        command.Id,
                        command.Taxon.IsInWords ? 0 : journal.Guide.Version,
                        command.Taxon.Value,
                        command.Qualifier.ToString(),
                        command.FullName,
                        head.Person,
                        command.Date,
                        command.Remarks,
                        Sql.Jsonb(JsonSerializer.Serialize(reasons, ReasonsJson)),
                        command.Origin?.ToString(),
                    ],
                    cancel
                );
                return [];
            },
            cancel
        );
}
