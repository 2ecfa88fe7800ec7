using System.Globalization;
using System.Text.RegularExpressions;
using Garten.Core.Terms;
using Garten.Server.Demo;

namespace Garten.Testing;

/// <summary>
/// Things of the demo by the numbers tests know them by: plant 7 is the seventh of its list, site 1 the first. An address may
/// say them so: <code>await Me.GetAsync("/api/plants/7/care");</code>
/// </summary>
public static partial class DemoIds
{
    private static readonly string[] Sites =
    [
        "Millrace Bottom",
        "Heron Slough",
        "Tollgate Meadow",
        "Quarry Bald",
        "Fallen Giant",
        "Ridge Burn",
        "Upper Cirque",
    ];

    private static readonly string[] Tags =
    [
        "TF-001",
        "TF-004",
        "TF-007",
        "TF-012",
        "TF-015",
        "TF-018",
        "TF-022",
        "TF-025",
        "TF-027",
        "TF-031",
        "TF-033",
        "TF-036",
        "TF-040",
        "TF-041",
        "TF-044",
        "TF-047",
        "TF-061",
        "TF-062",
        "TF-063",
    ];

    /// <summary>A plant; one nobody has for a number beyond the list.</summary>
    public static PlantId Plant(int number) =>
        number <= Tags.Length ? DemoSurvey.PlantOf(Tags[number - 1]) : Numbered.Id<PlantId>(number);

    /// <summary>A site; one nobody has for a number beyond the list.</summary>
    public static SiteId Site(int number) =>
        number <= Sites.Length ? DemoSurvey.SiteOf(Sites[number - 1]) : Numbered.Id<SiteId>(number);

    /// <summary>An address with ids in the place of numbers.</summary>
    public static string Spelled(string address) =>
        SiteNumber()
            .Replace(
                PlantNumber().Replace(address, m => Plant(int.Parse(m.Value, CultureInfo.InvariantCulture)).ToString()),
                m => Site(int.Parse(m.Value, CultureInfo.InvariantCulture)).ToString()
            );

    [GeneratedRegex("(?<=/plants/|[?&]plant=)[0-9]+(?=$|[/?&])")]
    private static partial Regex PlantNumber();

    [GeneratedRegex("(?<=/sites/|[?&]site=)[0-9]+(?=$|[/?&])")]
    private static partial Regex SiteNumber();
}
