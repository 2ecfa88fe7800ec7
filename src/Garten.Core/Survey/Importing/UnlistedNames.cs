using System.Collections.Immutable;
using Garten.Core.Guides;
using Garten.Core.Survey.Names;

namespace Garten.Core.Survey.Importing;

/// <summary>A name of a file that neither the guide nor the survey's list holds.</summary>
/// <param name="Written">As the file writes it.</param>
/// <param name="Read">What it is read as.</param>
/// <param name="Near">Listed names of which it may be a slip.</param>
/// <param name="Rows">Rows that bear it.</param>
public sealed record UnlistedName(string Written, NameText Read, ImmutableArray<TaxonName> Near, int Rows);

/// <summary>
/// The names of a file that nothing here is called by. A person is asked about them once, and not row by row: are they kept as names in
/// words, or is the file to be mended first?
/// </summary>
/// <param name="guide">The guide, with the survey's names in words.</param>
/// <param name="keep">True where the person said that they are kept.</param>
public sealed class UnlistedNames(Guide guide, bool keep)
{
    private readonly Dictionary<string, UnlistedName> _met = new(StringComparer.OrdinalIgnoreCase);

    private readonly NamePlacing _placing = new(guide);

    /// <summary>True where they are kept as names in words.</summary>
    public bool Keep => keep;

    /// <summary>All that were met, in the order in which they were.</summary>
    public IReadOnlyList<UnlistedName> Met => [.. _met.Values];

    /// <summary>Names the survey's list must have before the rows are brought in.</summary>
    public IReadOnlyList<SurveyName> Added => _placing.Added;

    /// <summary>A name in words, where such are kept.</summary>
    /// <param name="written">As the file writes it.</param>
    /// <param name="family">Its family, as the file says it; empty where it does not.</param>
    /// <param name="fault">Why it is not taken.</param>
    public ReadName? Take(string written, string family, out string fault)
    {
        if (NameText.Read(written, out var qualifier, out fault) is not { } read)
        {
            return null;
        }

        if (!_met.TryGetValue(written, out var met))
        {
            met = new(written, read, NearNames.Of(guide, read.Name), 0);
        }

        _met[written] = met with { Rows = met.Rows + 1 };
        fault = keep
            ? ""
            : $"Nothing on the lists is called “{written.Trim()}”{(met.Near.IsEmpty ? "" : $"; it is near {string.Join(", ", met.Near.Select(n => n.Name))}")}. Check the letters, or keep such names in words.";
        return keep ? new(Place(read, family), qualifier, "") : null;
    }

    /// <summary>Puts a name on the list that is brought in beside those of rows.</summary>
    public TaxonId Place(NameText name, string family) =>
        _placing.Place(
            name,
            family.EndsWith("aceae", StringComparison.OrdinalIgnoreCase) ? family : "",
            NameContent.Nothing
        );
}
