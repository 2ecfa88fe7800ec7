using System.Collections.Immutable;
using Garten.Core.Survey;

namespace Garten.Core.Commands;

/// <summary>A plant seen on a day.</summary>
/// <param name="Stage">Life stage; null when not noted.</param>
/// <param name="Sex">Sex; null when not known.</param>
/// <param name="Parts">Parts on it that day.</param>
/// <param name="Altered">Damage to the plant.</param>
/// <param name="Note">A note; may be empty.</param>
/// <param name="Id">Made by who records it; null for that of the command. Of two visits on one day by one person the first keeps its own.</param>
public sealed record VisitContent(
    DateOnly Date,
    LifeStage? Stage,
    Sex? Sex,
    ImmutableArray<PlantPart> Parts,
    ImmutableArray<Alteration> Altered,
    string Note,
    VisitId? Id = null
)
{
    /// <summary>A visit as it is kept: parts and damage once, and on no day to come.</summary>
    /// <exception cref="RuleException">It cannot have been so.</exception>
    public VisitContent Checked(DateOnly today) =>
        this with
        {
            Date = Rules.Past(Date, today),
            Parts = Parts.IsDefault ? [] : [.. Parts.Distinct()],
            Altered = Altered.IsDefault ? [] : [.. Altered.Distinct()],
            Note = Rules.Text("note", "The note", Note, 2000),
        };
}

/// <summary>Takes up a plant with its first visit, under the next free tag.</summary>
/// <param name="Site">Where it stands.</param>
/// <param name="Description">What it looks like and where, in a few words.</param>
/// <param name="Origin">Wild or planted.</param>
/// <param name="Tag">A tag to use; null for the next free one.</param>
public sealed record AddPlant(
    PlantId Plant,
    SiteId Site,
    string Description,
    Origin Origin,
    VisitContent Visit,
    string? Tag = null
) : PlantCommand(Plant);

/// <summary>Adds a visit. Seeing a plant again the same day is the same visit, and what is said of it last stands.</summary>
public sealed record AddVisit(PlantId Plant, VisitContent Visit) : PlantCommand(Plant);

/// <summary>Says that two plants stand in one colony; said again it changes nothing.</summary>
public sealed record LinkPlants(PlantId Plant, PlantId Other) : PlantCommand(Plant);

/// <summary>Takes that back; nothing happens where it was not said.</summary>
public sealed record UnlinkPlants(PlantId Plant, PlantId Other) : PlantCommand(Plant);

/// <summary>Says where a plant stands; what was said before stays in the store.</summary>
/// <param name="UncertaintyM">Radius in metres within which it holds.</param>
/// <param name="Typed">As typed; empty where it was pointed at or measured.</param>
public sealed record SayPosition(PlantId Plant, GeoPoint At, double UncertaintyM, string Typed) : PlantCommand(Plant);

/// <summary>Keeps a specimen.</summary>
public sealed record KeepVoucher(PlantId Plant, VoucherContent Voucher) : PlantCommand(Plant);
