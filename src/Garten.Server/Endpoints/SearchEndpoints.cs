using System.Collections.Immutable;
using Garten.Core.Guides;
using Garten.Core.Search;
using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>One search over plants, names, sites, people, features, words and things to do.</summary>
public static class SearchEndpoints
{
    private const int Most = 12;

    /// <summary>What can be done from anywhere, with words it is looked for by.</summary>
    private static readonly ImmutableArray<SearchEntry> Actions =
    [
        new(FoundKind.Action, "add-plant", "Add a plant", "", ["new take tag"]),
        new(FoundKind.Action, "new-count", "New count", "", ["begin tally list quadrat"]),
        new(FoundKind.Action, "measure", "Measure a leaf from a picture", "", ["photo length"]),
        new(FoundKind.Action, "measure-tree", "Work out a height, girth or crown", "", ["tree measure"]),
        new(FoundKind.Action, "tell-apart", "Tell names apart", "", ["compare difference look-alikes"]),
        new(FoundKind.Action, "trips", "Plan field trips", "", ["days route"]),
        new(FoundKind.Action, "report", "Report of a site", "", ["print paper"]),
        new(FoundKind.Action, "labels", "Labels of specimens", "", ["print herbarium voucher"]),
        new(FoundKind.Action, "checklist", "Checklist to tick", "", ["print paper field"]),
        new(FoundKind.Action, "keys", "Read or print a key", "", ["dichotomous paper"]),
        new(FoundKind.Action, "table", "Identify a table", "", ["csv specimens spreadsheet"]),
        new(FoundKind.Action, "text", "A guide from a text", "", ["paste key description flora"]),
        new(FoundKind.Action, "glossary", "Glossary", "", ["words terms"]),
        new(FoundKind.Action, "help", "Help", "", ["keys shortcuts"]),
    ];

    /// <summary>Adds the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet(
                "/search",
                async (
                    string text,
                    PlantStore plants,
                    PlaceStore places,
                    CurrentGuide current,
                    SensitivePlacePolicy policy,
                    CancellationToken cancel
                ) =>
                {
                    var entries = new List<SearchEntry>(Actions);
                    entries.AddRange(
                        (await plants.LabelsAsync(cancel)).Select(p => new SearchEntry(
                            FoundKind.Plant,
                            p.Id.ToString(),
                            p.Tag,
                            string.Join(", ", new[] { p.Name ?? "", p.Description, p.Site }.Where(t => t.Length > 0)),
                            []
                        ))
                    );
                    foreach (var site in await places.SitesAsync(cancel))
                    {
                        entries.Add(new(FoundKind.Site, site.Id.ToString(), site.Name, "site", ["place"]));
                        entries.Add(
                            new(FoundKind.Action, $"count {site.Id}", $"New count at {site.Name}", "", ["begin tally"])
                        );
                    }

                    entries.AddRange(
                        (await places.PeopleAsync(cancel)).Select(p => new SearchEntry(
                            FoundKind.Person,
                            p.Id.ToString(),
                            p.Name,
                            "plants they took up or named",
                            []
                        ))
                    );
                    entries.AddRange(
                        current
                            .SeenBy(policy)
                            .InWords.Select(t => new SearchEntry(
                                FoundKind.OwnName,
                                t.Id.Value,
                                t.Name,
                                "name of this survey",
                                t.Synonyms
                            ))
                    );
                    return TextSearch.Find(entries.Concat(InGuide(current.Guide)), text, Most).Select(Shown).ToArray();
                }
            )
            .WithName("search")
            .Produces<SearchEntry[]>();

    private static IEnumerable<SearchEntry> InGuide(Guide guide) =>
        guide
            .Taxa.Select(t => new SearchEntry(
                FoundKind.Name,
                t.Id.Value,
                t.Name,
                t.CommonNames.FirstOrDefault() ?? "",
                [.. t.CommonNames.Skip(1), .. t.Synonyms, .. t.Misapplied]
            ))
            .Concat(
                guide
                    .Characters.Where(c => c.Organ != Organ.Place)
                    .Select(c => new SearchEntry(
                        FoundKind.Feature,
                        $"{c.Organ.ToString().ToLowerInvariant()} {c.Id.Value}",
                        c.Label,
                        $"feature of the {c.Organ.ToString().ToLowerInvariant()}",
                        []
                    ))
            )
            .Concat(guide.Tables.Glossary.Select(t => new SearchEntry(FoundKind.Term, t.Label, t.Label, t.Plain, [])));

    /// <summary>What an entry is found by beside its label and note is not sent.</summary>
    private static SearchEntry Shown(SearchEntry entry) => entry with { Other = [] };
}
