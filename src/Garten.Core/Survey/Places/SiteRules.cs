using System.Globalization;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Survey.Places;

/// <summary>What a site can be.</summary>
public static class SiteRules
{
    /// <summary>A site as it is kept: its texts trimmed.</summary>
    /// <exception cref="RuleException">It cannot be; the message names what and why.</exception>
    public static Site Check(Site site, Guide guide)
    {
        Within("elevationM", "The elevation", site.ElevationM, -430, 8900, "metres");
        CheckPosition(site.Latitude, site.Longitude);
        if (site.Latitude is null != site.Longitude is null)
        {
            throw new RuleException("latitude", "Give latitude and longitude together, or neither.");
        }

        if (site.UncertaintyM is <= 0)
        {
            throw new RuleException("uncertaintyM", "The uncertainty of the coordinates must be more than 0 metres.");
        }

        var habitat = guide.FindCharacter(PlaceEvidence.Habitat);
        if (site.Habitats.FirstOrDefault(h => habitat?.State(h) is null) is { } unknown)
        {
            throw new RuleException(
                "habitats",
                $"“{unknown}” is no kind of place the guide knows. Choose from the list."
            );
        }

        if (site.FloraArea.Length > 0 && !guide.Areas.Any(a => a.Id == site.FloraArea))
        {
            throw new RuleException(
                "floraArea",
                $"“{site.FloraArea}” is no area the guide tells of apart. Choose from the list."
            );
        }

        return site with
        {
            Name = Rules.Text("name", "The name", site.Name, 120, required: true),
            Description = Rules.Text("description", "The description", site.Description, 2000),
        };
    }

    /// <summary>Checks that degrees lie on the earth; what is not given is not checked.</summary>
    /// <exception cref="RuleException">They do not.</exception>
    public static void CheckPosition(double? latitude, double? longitude)
    {
        Within("latitude", "The latitude", latitude, -90, 90, "degrees");
        Within("longitude", "The longitude", longitude, -180, 180, "degrees");
    }

    /// <summary>The day on which snow is usually gone, as people write it, for example "5 Jun"; null where nothing is written.</summary>
    /// <exception cref="RuleException">It is no day of the year.</exception>
    public static DayInYear? SnowGone(string? typed) =>
        string.IsNullOrWhiteSpace(typed) ? null
        : DateOnly.TryParseExact(
            typed.Trim() + " 2001",
            ["d MMM yyyy", "d MMMM yyyy"],
            CultureInfo.InvariantCulture,
            DateTimeStyles.None,
            out var day
        )
            ? DayInYear.Of(day)
        : throw new RuleException(
            "snowGone",
            $"“{typed}” is no day of the year. Write the day and the month, for example 5 Jun."
        );

    private static void Within(string field, string label, double? value, double least, double most, string unit)
    {
        if (value is { } v && !(v >= least && v <= most))
        {
            throw new RuleException(
                field,
                FormattableString.Invariant(
                    $"{label} of {v:0.##} {unit} cannot be; it lies between {least} and {most}."
                )
            );
        }
    }
}
