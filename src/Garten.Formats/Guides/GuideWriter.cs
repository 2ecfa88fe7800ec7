using System.Globalization;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using CsvHelper;
using Garten.Core.Guides;
using Garten.Formats.Packages;

namespace Garten.Formats.Guides;

/// <summary>
/// Writes a guide as the open data package <see cref="GuideReader"/> reads: what is read back says the same.
/// <code>GuideWriter.Write(guide).WriteTo("willows")</code>
/// Tables without a row are left out, but for those every package must have, and so are columns in which nothing stands.
/// </summary>
public static class GuideWriter
{
    /// <summary>The guide as files.</summary>
    public static PackageFiles Write(Guide guide)
    {
        TableText[] tables =
        [
            .. GuideTablesText
                .Of(guide)
                .Where(t => t.Rows.Count > 0 || t.File is "taxa.csv" or "characters.csv" or "statements.csv")
                .Select(t => t.Rows.Count > 0 ? t.WithoutEmptyColumns() : t),
        ];
        return new(
            guide.Title.Id,
            [
                new("datapackage.json", Description(guide.Title, tables)),
                .. tables.Select(t => new KeyValuePair<string, byte[]>(t.File, Csv(t))),
            ]
        );
    }

    private static byte[] Csv(TableText table)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture) { NewLine = "\n" };
        using (var csv = new CsvWriter(text, CultureInfo.InvariantCulture, leaveOpen: true))
        {
            foreach (var row in table.Rows.Prepend(table.Columns))
            {
                foreach (var cell in row)
                {
                    csv.WriteField(cell);
                }

                csv.NextRecord();
            }
        }

        return Encoding.UTF8.GetBytes(text.ToString());
    }

    private static byte[] Description(GuideTitle title, TableText[] tables)
    {
        var resources = new JsonArray();
        foreach (var table in tables)
        {
            var fields = new JsonArray();
            foreach (var column in table.Columns)
            {
                fields.Add(new JsonObject { ["name"] = column, ["type"] = "string" });
            }

            resources.Add(
                new JsonObject
                {
                    ["name"] = Path.GetFileNameWithoutExtension(table.File).Replace('_', '-'),
                    ["path"] = table.File,
                    ["profile"] = "tabular-data-resource",
                    ["format"] = "csv",
                    ["mediatype"] = "text/csv",
                    ["encoding"] = "utf-8",
                    ["schema"] = new JsonObject { ["fields"] = fields },
                }
            );
        }

        var package = new JsonObject
        {
            ["profile"] = "tabular-data-package",
            ["name"] = title.Id,
            ["title"] = title.Title,
            ["version"] = title.Version,
        };
        if (title.Licence.Length > 0)
        {
            package["licenses"] = new JsonArray(new JsonObject { ["name"] = title.Licence });
        }

        package["reference_elevation_m"] = title.ReferenceElevation;
        if (title is { ReferenceLatitude: { } latitude, ReferenceLongitude: { } longitude })
        {
            package["reference_latitude"] = latitude;
            package["reference_longitude"] = longitude;
        }

        package["resources"] = resources;
        return Encoding.UTF8.GetBytes(
            package.ToJsonString(
                new JsonSerializerOptions
                {
                    WriteIndented = true,
                    Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
                }
            ) + "\n"
        );
    }
}
