using System.Security.Cryptography;
using System.Text;
using Garten.Core.Commands;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Places;
using Garten.Data;
using Garten.Formats.Packages;
using Garten.Formats.Places;
using Garten.Formats.Survey;
using Garten.Server.Endpoints;
using Garten.Server.Requests;

namespace Garten.Server.Demo;

/// <summary>Loads the demo survey through the same doors people use, so that every rule holds for it too.</summary>
/// <param name="places">People and sites.</param>
/// <param name="accounts">Who may enter.</param>
/// <param name="counts">Counts.</param>
/// <param name="map">Places and positions.</param>
/// <param name="settings">Remembers that the demo was loaded.</param>
public sealed class DemoSurvey(
    PlaceStore places,
    AccountStore accounts,
    PlantStore plants,
    EvidenceStore evidence,
    DeterminationStore determinations,
    CountStore counts,
    MapStore map,
    SettingStore settings,
    CurrentGuide current
)
{
    /// <summary>Loads the survey unless it was loaded before. One broken off half way is completed, not doubled.</summary>
    /// <param name="folder">Folder of the survey package.</param>
    /// <exception cref="SettingsException">The package is not sound.</exception>
    public async Task LoadAsync(string folder, CancellationToken cancel)
    {
        var package = PackageFiles.Read(folder);
        var survey = SurveyPackage.Read(package, out var faults);
        if (faults.Length > 0)
        {
            throw new SettingsException(
                $"The demo survey was not loaded, it has {faults.Length} faults:\n{string.Join('\n', faults.Take(20))}"
            );
        }

        var people = await AddPeopleAsync(survey, cancel);
        if (await settings.GetAsync(StandIns.DemoSetting, cancel) is not null)
        {
            return;
        }

        var sites = await AddSitesAsync(survey, people, cancel);
        foreach (var plant in survey.Plants)
        {
            await AddPlantAsync(survey, plant, people, sites[plant.Site], cancel);
        }

        await LinkAsync(survey, people, cancel);
        foreach (var count in survey.Counts)
        {
            await AddCountAsync(survey, count, people, sites[count.Site], cancel);
        }

        await DrawAsync(package, people[survey.People[0].Name], cancel);
        await settings.SetAsync(StandIns.DemoSetting, package.Checksum, cancel);
    }

    private async Task<Dictionary<string, PersonId>> AddPeopleAsync(SurveyPackage survey, CancellationToken cancel)
    {
        var known = (await accounts.AllAsync(cancel)).Select(a => a.Member.Name).ToHashSet();
        foreach (var person in survey.People.Where(p => !known.Contains(p.Name)))
        {
            await accounts.OpenAsync(person.Name, person.Role, person.Trusted, null, first: false, cancel);
        }

        return (await places.PeopleAsync(cancel)).ToDictionary(p => p.Name, p => p.Id);
    }

    private async Task<Dictionary<string, SiteId>> AddSitesAsync(
        SurveyPackage survey,
        Dictionary<string, PersonId> people,
        CancellationToken cancel
    )
    {
        var known = (await places.SitesAsync(cancel)).ToDictionary(s => s.Name, s => s.Id);
        foreach (var s in survey.Sites.Where(s => !known.ContainsKey(s.Name)))
        {
            var site = new Site(
                SiteOf(s.Name),
                s.Name,
                s.Description,
                s.ElevationM,
                s.Latitude,
                s.Longitude,
                s.UncertaintyM,
                [.. s.Habitats],
                s.SnowGone,
                s.FloraArea
            );
            known[s.Name] = (
                await places.HandleAsync(
                    HeadOf($"site {s.Name}", people[survey.People[0].Name]),
                    new AddSite(site),
                    cancel
                )
            ).Id;
        }

        return known;
    }

    private async Task AddPlantAsync(
        SurveyPackage survey,
        SurveyPlant plant,
        Dictionary<string, PersonId> people,
        SiteId site,
        CancellationToken cancel
    )
    {
        static VisitContent Visit(SurveyVisit v) => new(v.Date, v.Stage, v.Sex, [.. v.Parts], [.. v.Altered], v.Note);
        var visits = survey.Visits.Where(v => v.Tag == plant.Tag).ToList();
        if (visits.Count == 0)
        {
            throw new SettingsException($"The demo plant {plant.Tag} has no visit.");
        }

        CommandHead Head(string what, string person) => HeadOf($"{plant.Tag} {what}", people[person]);
        var taken = await plants.HandleAsync(
            Head("add", visits[0].Person),
            new AddPlant(PlantOf(plant.Tag), site, plant.Description, plant.Origin, Visit(visits[0]), plant.Tag),
            cancel
        );
        var id = taken.Stored.Card.Id;
        foreach (var visit in visits)
        {
            taken = await plants.HandleAsync(
                Head($"visit {visit.Date:O}", visit.Person),
                new AddVisit(id, Visit(visit)),
                cancel
            );
        }

        // A plant seen twice on one day is seen on one visit: the last that was said of it.
        var visitOn = taken.Stored.Visits.GroupBy(v => v.Date).ToDictionary(g => g.Key, g => g.Last().Id);

        foreach (var f in survey.Features.Where(f => f.Tag == plant.Tag))
        {
            if (!visitOn.TryGetValue(f.Date, out var on))
            {
                throw new SettingsException(
                    $"The demo plant {plant.Tag} has a feature on {f.Date:yyyy-MM-dd} but no visit that day."
                );
            }

            var recorder = people[visits.First(v => v.Date == f.Date).Person];
            var input = new ObservationInput(
                f.Feature.Finding,
                [.. f.Feature.States],
                [.. f.Feature.Parts],
                f.Feature.Rough,
                null,
                f.Feature.Hidden,
                f.Certainty,
                f.Source,
                [],
                f.Exposure,
                f.Position,
                "",
                null
            );
            ObservationContent content;
            try
            {
                content = input.Check(on, f.Feature.Character.Value, current.Guide, recorder);
            }
            catch (RuleException e)
            {
                throw new SettingsException($"The demo plant {plant.Tag} was not loaded: {e.Message}");
            }

            await evidence.HandleAsync(
                HeadOf($"{plant.Tag} {f.Date:O} {f.Feature.Character}", recorder),
                new RecordFeatures(id, on, [new(f.Feature.Character.Value, content, null, "demo survey")]),
                cancel
            );
        }

        if (
            plant is { Latitude: { } latitude, Longitude: { } longitude, UncertaintyM: { } uncertainty }
            && (await map.PositionsAsync(cancel)).TrueForAll(p => p.Plant != id)
        )
        {
            await map.HandleAsync(
                Head("position", visits[0].Person),
                new SayPosition(id, new(latitude, longitude), uncertainty, ""),
                cancel
            );
        }

        await WalkAsync(survey, plant.Tag, id, people, cancel);
        foreach (var d in survey.Determinations.Where(d => d.Tag == plant.Tag))
        {
            var taxon = current.Guide.FindTaxon(new TaxonId(d.Taxon))
                ?? throw new SettingsException(
                    $"The demo plant {plant.Tag} is named {d.Taxon}, which the guide lacks."
                );
            await determinations.HandleAsync(
                Head($"name {d.Date:O} {d.Taxon}", d.Person),
                new GiveName(
                    id,
                    new(IdOf($"{d.Tag} {d.Date:O} {d.Taxon}")),
                    taxon.Id,
                    d.Qualifier,
                    DeterminationName.Full(taxon, d.Qualifier),
                    d.Date,
                    d.Remarks
                ),
                cancel
            );
        }
    }

    private async Task LinkAsync(SurveyPackage survey, Dictionary<string, PersonId> people, CancellationToken cancel)
    {
        var tags = survey.Colonies.IsEmpty ? [] : (await plants.TagsAsync(cancel)).ToDictionary(t => t.Tag, t => t.Id);
        foreach (var link in survey.Colonies)
        {
            if (!tags.TryGetValue(link.Tag, out var one) || !tags.TryGetValue(link.Other, out var other))
            {
                throw new SettingsException(
                    $"The demo links {link.Tag} with {link.Other}, and one of them is not there."
                );
            }

            await plants.HandleAsync(
                HeadOf($"link {link.Tag} {link.Other}", people[link.Person]),
                new LinkPlants(one, other),
                cancel
            );
        }
    }

    private async Task DrawAsync(PackageFiles package, PersonId person, CancellationToken cancel)
    {
        if (package.All.TryGetValue("places.geojson", out var places))
        {
            var read = GeoJson.Read(places);
            if (read.Faults.Count > 0)
            {
                throw new SettingsException($"The demo's places were not loaded: {read.Faults[0]}");
            }

            await map.HandleAsync(
                HeadOf("places", person),
                new AddPlaces(
                    new(IdOf("places")),
                    [.. read.Places.Select(p => new PlaceContent(p.Name, p.Kind, p.Shape, null, p.Note))]
                ),
                cancel
            );
        }

        if (package.All.TryGetValue("base.geojson", out var drawn))
        {
            await map.SetBaseAsync(Encoding.UTF8.GetString(drawn), cancel);
        }
    }

    private async Task AddCountAsync(
        SurveyPackage survey,
        SurveyCount count,
        Dictionary<string, PersonId> people,
        SiteId site,
        CancellationToken cancel
    )
    {
        var content = new SheetContent(
            site,
            count.Date,
            count.Protocol,
            count.Plots,
            count.PlotAreaM2,
            count.LengthM,
            count.Started,
            count.Ended,
            count.Companions,
            count.Weather,
            ""
        );
        SheetId id = new(IdOf($"count {count.Name}"));
        await counts.HandleAsync(
            HeadOf($"begin {count.Name}", people[count.Person]),
            new BeginCount(id, content),
            cancel
        );
        if ((await counts.SheetAsync(id, cancel)).Lines > 0)
        {
            return;
        }

        List<SheetLine> lines = [];
        foreach (var line in survey.CountLines.Where(l => l.Count == count.Name))
        {
            try
            {
                lines.AddRange(SheetRules.Lines(new(line.Plot, line.Text, null, line.Origin), content, current.Guide));
            }
            catch (RuleException e)
            {
                throw new SettingsException($"The demo count {count.Name} was not loaded, “{line.Text}”: {e.Message}");
            }
        }

        if (
            !await counts.HandleAsync(
                HeadOf($"lines {count.Name}", people[count.Person]),
                new EnterLines(id, lines),
                cancel
            )
        )
        {
            throw new SettingsException($"The demo count {count.Name} has a name twice in one plot.");
        }
    }

    private async Task WalkAsync(
        SurveyPackage survey,
        string tag,
        PlantId plant,
        Dictionary<string, PersonId> people,
        CancellationToken cancel
    )
    {
        var steps = survey.Walks.Where(w => w.Tag == tag).ToList();
        if (steps.Count == 0)
        {
            return;
        }

        var walk = steps.Aggregate(KeyWalk.From(steps[0].At), (w, s) => w.Answer(s.At, s.Lead));
        await evidence.HandleAsync(
            HeadOf($"{tag} walk", people[steps[0].Person]),
            new WalkKey(plant, walk, null, "demo survey"),
            cancel
        );
    }

    /// <summary>The same change in every load: one broken off half way goes on where it stood.</summary>
    private static CommandHead HeadOf(string what, PersonId person) =>
        new(IdOf("command " + what), person, null, "demo", "");

    /// <summary>The id of the demo's plant of a tag.</summary>
    public static PlantId PlantOf(string tag) => new(IdOf(tag));

    /// <summary>The id of the demo's site of a name.</summary>
    public static SiteId SiteOf(string name) => new(IdOf($"site {name}"));

    /// <summary>The same id for the same thing in every load.</summary>
    private static Guid IdOf(string what) =>
        new(SHA256.HashData(Encoding.UTF8.GetBytes("garten demo " + what)).AsSpan(0, 16));
}
