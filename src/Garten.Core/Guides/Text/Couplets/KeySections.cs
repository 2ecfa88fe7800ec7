using System.Collections.Immutable;

namespace Garten.Core.Guides.Text.Couplets;

/// <summary>A lead with its lines, before anything is known of where it stands in its key.</summary>
/// <param name="Said">All of it in one line, without the label.</param>
internal sealed record RawLead(LeadLabel Label, int Indent, string Said, int Line);

/// <summary>A part of a key whose numbers begin anew: a group, or all of a key without any.</summary>
/// <param name="Name">"Group A"; empty for what comes before any group.</param>
internal sealed record KeySection(string Name, ImmutableArray<RawLead> Leads);

/// <summary>The leads of a text by section, with what stands around them.</summary>
internal sealed record KeySections(string Title, ImmutableArray<string> Remarks, ImmutableArray<KeySection> Sections)
{
    /// <summary>Whether a line is the heading of a group.</summary>
    public static bool IsHeading(string line) => KeySectionReader.Heading(line) is not null;
}
