using System.Collections.Immutable;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using Garten.Core.Guides.Text;

namespace Garten.Formats.Guides;

/// <summary>
/// Writes what was read in a botanical text as one JSON object, so that it can be held against the text or read by another program. The form
/// stands in docs/guide-text.md.
/// </summary>
public static class GuideTextJson
{
    private static readonly JsonWriterOptions Options = new()
    {
        Indented = true,
        // Dashes and signs of the trade stay readable; it is written to a file, not into a page.
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    /// <summary>The object, indented, ending in a line end.</summary>
    public static string Write(GuideText text)
    {
        using var stream = new MemoryStream();
        using (var json = new Utf8JsonWriter(stream, Options))
        {
            json.WriteStartObject();
            switch (text)
            {
                case RefusedText refused:
                    json.WriteBoolean("refused", true);
                    json.WriteString("reason", refused.Reason);
                    break;
                case KeyText key:
                    Key(json, key);
                    break;
                case DescriptionText description:
                    Description(json, description);
                    break;
            }

            json.WriteEndObject();
        }

        return Encoding.UTF8.GetString(stream.ToArray()) + "\n";
    }

    private static void Key(Utf8JsonWriter json, KeyText key)
    {
        json.WriteString("kind", "key");
        json.WriteString(
            "style",
            key.Style switch
            {
                KeyTextStyle.Bracketed => "bracketed",
                KeyTextStyle.Indented => "indented",
                _ => "serial",
            }
        );
        json.WriteString("title", key.Title);
        if (!key.Remarks.IsEmpty)
        {
            Strings(json, "remarks", key.Remarks);
        }

        json.WriteStartArray("couplets");
        foreach (var couplet in key.Couplets)
        {
            json.WriteStartObject();
            Unless(json, "group", couplet.Group);
            json.WriteString("number", couplet.Number);
            Unless(json, "from", couplet.From);
            json.WriteStartArray("leads");
            foreach (var lead in couplet.Leads)
            {
                json.WriteStartObject();
                json.WriteNumber("number", lead.Number);
                json.WriteString("label", lead.Label);
                json.WriteString("text", lead.Text);
                json.WriteStartObject("target");
                Target(json, lead.Target);
                json.WriteEndObject();
                Statements(json, lead.Statements);
                json.WriteEndObject();
            }

            json.WriteEndArray();
            json.WriteEndObject();
        }

        json.WriteEndArray();
        Strings(json, "names", key.Names);
        json.WriteStartArray("faults");
        foreach (var fault in key.Faults)
        {
            json.WriteStartObject();
            json.WriteString("kind", KindOf(fault.Kind));
            Unless(json, "group", fault.Group);
            json.WriteString("couplet", fault.Couplet);
            if (fault.Lead is { } lead)
            {
                json.WriteNumber("lead", lead);
            }

            json.WriteString("complaint", fault.Complaint);
            json.WriteEndObject();
        }

        json.WriteEndArray();
    }

    private static void Target(Utf8JsonWriter json, TextTarget target)
    {
        switch (target)
        {
            case EndsAtCouplet to:
                json.WriteString("couplet", to.Couplet);
                break;
            case EndsAtGroup to:
                json.WriteString("group", to.Group);
                break;
            case EndsAtName to:
                Name(json, to.Name);
                break;
            case EndsAtNames to:
                json.WriteStartArray("names");
                foreach (var name in to.Names)
                {
                    json.WriteStartObject();
                    Name(json, name);
                    json.WriteEndObject();
                }

                json.WriteEndArray();
                json.WriteString("join", to.Join);
                break;
            default:
                json.WriteBoolean("none", true);
                break;
        }
    }

    private static void Name(Utf8JsonWriter json, NameInText name)
    {
        json.WriteString("name", name.Name);
        Unless(json, "authors", name.Authors);
        Unless(json, "common", name.Common);
    }

    private static void Description(Utf8JsonWriter json, DescriptionText description)
    {
        json.WriteString("kind", "description");
        if (description.Taxon is { } taxon)
        {
            json.WriteString("taxon", taxon.Name);
        }

        Statements(json, description.Statements);
        if (!description.NoStatement.IsEmpty)
        {
            Strings(json, "noStatement", description.NoStatement);
        }
    }

    private static void Statements(Utf8JsonWriter json, ImmutableArray<TextStatement> statements)
    {
        json.WriteStartArray("statements");
        foreach (var statement in statements)
        {
            json.WriteStartObject();
            json.WriteString("text", statement.Text);
            json.WriteString("organ", statement.Organ);
            json.WriteString("character", statement.Character);
            json.WriteString("value", statement.Value);
            Unless(json, "frequency", statement.Frequency);
            if (statement.Scope.Count > 0)
            {
                json.WriteStartObject("scope");
                foreach (var (sort, words) in statement.Scope)
                {
                    json.WriteString(sort, words);
                }

                json.WriteEndObject();
            }

            json.WriteEndObject();
        }

        json.WriteEndArray();
    }

    private static void Strings(Utf8JsonWriter json, string name, ImmutableArray<string> values)
    {
        json.WriteStartArray(name);
        foreach (var value in values)
        {
            json.WriteStringValue(value);
        }

        json.WriteEndArray();
    }

    private static void Unless(Utf8JsonWriter json, string name, string value)
    {
        if (value.Length > 0)
        {
            json.WriteString(name, value);
        }
    }

    /// <summary>"missing-couplet" of <see cref="KeyTextFaultKind.MissingCouplet"/>.</summary>
    private static string KindOf(KeyTextFaultKind kind) => JsonNamingPolicy.KebabCaseLower.ConvertName(kind.ToString());
}
