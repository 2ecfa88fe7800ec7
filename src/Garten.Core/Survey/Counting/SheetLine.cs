namespace Garten.Core.Survey.Counting;

/// <summary>A line of a count sheet.</summary>
/// <param name="Name">Its scientific name.</param>
/// <param name="Origin">Wild, planted or not known.</param>
/// <param name="Unit">What the number counts.</param>
/// <param name="Amount">The number; null where nothing was counted.</param>
public sealed record SheetLine(
    LineId Id,
    int Plot,
    string Taxon,
    string Name,
    IdentificationQualifier Qualifier,
    Origin Origin,
    CountUnit Unit,
    double? Amount,
    string Note
)
{
    /// <summary>Revision a change must start from.</summary>
    public long Revision { get; init; }
}
