using System.Text.Json.Serialization;
using Garten.Core.Survey.Counting;

namespace Garten.Core.Commands;

/// <summary>A count to begin.</summary>
/// <param name="Id">Made by who begins it, so that sending it twice begins one.</param>
/// <param name="Content">How the visit is made.</param>
/// <param name="Safe">True when the checks before setting out were made.</param>
public sealed record CountInput(SheetId Id, SheetContent Content, bool Safe)
{
    /// <summary>How the visit is made, once the checks are.</summary>
    /// <exception cref="RuleException">They were not made.</exception>
    [JsonIgnore]
    public SheetContent Begun =>
        Safe
            ? Content
            : throw new RuleException("safe", "Make the checks before you set out, and tick that they are made.");
}

/// <summary>What is set of a line.</summary>
/// <param name="Amount">The number; null where nothing is counted.</param>
/// <param name="Origin">Wild, planted or not known.</param>
/// <param name="Expected">Revision the change starts from.</param>
public sealed record LineChange(double? Amount, Origin Origin, string Note, long Expected);

/// <summary>How a visit was made, as it shall be.</summary>
/// <param name="Expected">Revision the change starts from.</param>
public sealed record SheetChange(SheetContent Content, long Expected);
