using System.Globalization;
using System.Text;
using Garten.Core.Commands;
using Garten.Core.Sheets;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Places;
using Garten.Data;
using Garten.Formats.Places;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A place on the map.</summary>
/// <param name="Shape">Where it lies.</param>
/// <param name="Middle">Where its name stands.</param>
/// <param name="Size">Its length or area in words; empty for a point.</param>
/// <param name="Site">The site it belongs to.</param>
/// <param name="Person">Who drew it.</param>
/// <param name="Revision">Revision a change must start from.</param>
public sealed record PlaceView(
    PlaceId Id,
    string Name,
    PlaceKind Kind,
    PlaceShape Shape,
    GeoPoint Middle,
    string Size,
    SiteId? Site,
    string Note,
    string Person,
    long Revision
);

/// <summary>A plant on the map.</summary>
/// <param name="At">Where it stands.</param>
/// <param name="Written">The position in degrees, minutes and seconds.</param>
/// <param name="Typed">As it was typed, or what it was read from; empty where it was pointed at.</param>
/// <param name="UncertaintyM">Radius in metres within which the position holds.</param>
/// <param name="Own">False where only its site is known.</param>
/// <param name="Sensitive">True where the place is shown only to those trusted with it.</param>
public sealed record MapPlant(
    PlantTag Plant,
    GeoPoint At,
    string Written,
    string Typed,
    double UncertaintyM,
    bool Own,
    bool Sensitive
);

/// <summary>The map.</summary>
/// <param name="Base">The base map as GeoJSON; empty where there is none.</param>
/// <param name="Tiles">Address of map tiles, with {z}, {x} and {y}; empty for none.</param>
/// <param name="Plants">Plants the person may see.</param>
/// <param name="Unplaced">Plants of which neither their own position nor their site's is known.</param>
public sealed record MapView(
    string Base,
    string Tiles,
    IReadOnlyList<PlaceView> Places,
    IReadOnlyList<Site> Sites,
    IReadOnlyList<MapPlant> Plants,
    IReadOnlyList<PlantTag> Unplaced
);

/// <summary>What a map is drawn on.</summary>
/// <param name="Base">The base map as GeoJSON; empty where there is none.</param>
/// <param name="Tiles">Address of map tiles; empty for none.</param>
public sealed record BaseMap(string Base, string Tiles);

/// <summary>A place to be kept.</summary>
/// <param name="Id">Made by who draws it; the same is kept once.</param>
/// <param name="Shape">Where it lies.</param>
/// <param name="Expected">Revision a change starts from; null for a new place.</param>
public sealed record PlaceInput(
    PlaceId Id,
    string Name,
    PlaceKind Kind,
    PlaceShape Shape,
    SiteId? Site,
    string? Note,
    long? Expected = null
);

/// <summary>Where a plant stands, typed or pointed at.</summary>
/// <param name="Typed">As typed; empty where it was pointed at.</param>
/// <param name="At">As pointed at or measured; null where it was typed.</param>
/// <param name="UncertaintyM">Radius in metres within which it holds; null for what the form of writing gives.</param>
public sealed record PositionInput(string? Typed, GeoPoint? At, double? UncertaintyM);

/// <summary>A position as read.</summary>
/// <param name="Decimal">In decimal degrees.</param>
/// <param name="Sexagesimal">In degrees, minutes and seconds.</param>
/// <param name="FinenessM">It cannot be surer than this, by how it is written.</param>
public sealed record PositionReading(GeoPoint At, string Decimal, string Sexagesimal, double FinenessM);

/// <summary>What a file of places would bring.</summary>
/// <param name="Known">Names of those that are there already, alike in name, kind and place; they are not brought in again.</param>
/// <param name="Faults">What is wrong; nothing is brought in while there is any.</param>
public sealed record PlacesPreview(
    IReadOnlyList<PlaceView> Places,
    IReadOnlyList<string> Known,
    IReadOnlyList<string> Faults
);

/// <summary>The map: places drawn or brought in, plants where they stand, and the base map below them.</summary>
public static class MapEndpoints
{
    private const long MostFile = 20 * 1024 * 1024;

    /// <summary>Places of the same name and kind closer than this are one.</summary>
    private const double SamePlace = 1;

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/map", ViewAsync).WithName("map").Produces<MapView>();

        api.MapGet("/map/base", async (MapStore store, ServerSettings settings, CancellationToken cancel) =>
                new BaseMap(await store.BaseAsync(cancel) ?? "", settings.Tiles)
            )
            .WithName("baseMap")
            .Produces<BaseMap>();

        api.MapGet("/positions", (string text) =>
                Coordinates.Read(Rules.Text("text", "The position", text, 100), out var fault) is { } read
                    ? new PositionReading(
                        read.At,
                        read.At.ToString(),
                        Coordinates.InDegreesMinutesSeconds(read.At),
                        read.FinenessM
                    )
                    : throw new RuleException("text", fault)
            )
            .WithName("readPosition")
            .Produces<PositionReading>();

        api.MapPost(
                "/places",
                async (
                    PlaceInput input,
                    MapStore store,
                    PlaceStore places,
                    PlantStore plants,
                    CurrentGuide current,
                    ServerSettings settings,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    await store.HandleAsync(
                        person.Head,
                        new AddPlaces(input.Id, [await CheckAsync(input, places, cancel)]),
                        cancel
                    );
                    return await ViewAsync(store, places, plants, current, settings, cancel);
                }
            )
            .WithName("addPlace")
            .Produces<MapView>();

        api.MapPut(
                "/places/{place:id}",
                async (
                    PlaceId place,
                    PlaceInput input,
                    MapStore store,
                    PlaceStore places,
                    PlantStore plants,
                    CurrentGuide current,
                    ServerSettings settings,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    await store.HandleAsync(
                        person.Head,
                        new SetPlace(place, await CheckAsync(input, places, cancel), input.Expected ?? 0),
                        cancel
                    );
                    return await ViewAsync(store, places, plants, current, settings, cancel);
                }
            )
            .WithName("setPlace")
            .Produces<MapView>();

        api.MapDelete(
                "/places/{place:id}",
                async (
                    PlaceId place,
                    MapStore store,
                    PlaceStore places,
                    PlantStore plants,
                    CurrentGuide current,
                    ServerSettings settings,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    await store.HandleAsync(person.Head, new RemovePlace(place), cancel);
                    return await ViewAsync(store, places, plants, current, settings, cancel);
                }
            )
            .WithName("takePlaceAway")
            .Produces<MapView>();

        api.MapPost(
                "/places/{place:id}/back",
                async (
                    PlaceId place,
                    MapStore store,
                    PlaceStore places,
                    PlantStore plants,
                    CurrentGuide current,
                    ServerSettings settings,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    await store.HandleAsync(person.Head, new RemovePlace(place, Away: false), cancel);
                    return await ViewAsync(store, places, plants, current, settings, cancel);
                }
            )
            .WithName("putPlaceBack")
            .Produces<MapView>();

        api.MapPut(
                "/plants/{plant:id}/position",
                async (
                    PlantId plant,
                    PositionInput input,
                    MapStore store,
                    PlantStore plants,
                    PlaceStore places,
                    CurrentGuide current,
                    ServerSettings settings,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    var (at, uncertainty) = PlaceRules.Position(input.At, input.UncertaintyM, input.Typed);
                    await store.HandleAsync(
                        person.Head,
                        new SayPosition(plant, at, uncertainty, Rules.Text("typed", "The position", input.Typed, 100)),
                        cancel
                    );
                    return await ViewAsync(store, places, plants, current, settings, cancel);
                }
            )
            .WithName("sayPosition")
            .Produces<MapView>();

        api.MapPost(
                "/places/file",
                async (
                    bool? keep,
                    Guid? request,
                    HttpRequest file,
                    MapStore store,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    var read = await ReadAsync(file, cancel);
                    var known = await store.PlacesAsync(cancel);
                    var fresh = read.Places.Where(p => !known.Exists(k => IsSame(k.Content, p))).ToArray();
                    var preview = new PlacesPreview(
                        [.. fresh.Select(p => View(default, ContentOf(p), "", 0))],
                        [.. read.Places.Where(p => !fresh.Contains(p)).Select(NameOf)],
                        read.Faults
                    );
                    if (keep == true)
                    {
                        if (read.Faults.Count > 0)
                        {
                            throw new RuleException(
                                "file",
                                $"{string.Join(" ", read.Faults.Take(5))} Nothing was brought in."
                            );
                        }

                        await store.HandleAsync(
                            person.Head,
                            new AddPlaces(new(request ?? Guid.CreateVersion7()), [.. fresh.Select(ContentOf)]),
                            cancel
                        );
                    }

                    return preview;
                }
            )
            .WithName("bringInPlaces")
            .Accepts<byte[]>("application/geo+json", "application/gpx+xml")
            .Produces<PlacesPreview>();

        api.MapPut(
                "/map/base",
                async (
                    HttpRequest file,
                    MapStore store,
                    PlaceStore places,
                    PlantStore plants,
                    CurrentGuide current,
                    ServerSettings settings,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    using var content = new MemoryStream();
                    await file.Body.CopyToAsync(content, cancel);
                    var read = GeoJson.Read(content.ToArray());
                    if (read.Faults.Count > 0)
                    {
                        throw new RuleException("file", $"{read.Faults[0]} The base map stays as it was.");
                    }

                    await store.SetBaseAsync(Encoding.UTF8.GetString(content.ToArray()), cancel);
                    return await ViewAsync(store, places, plants, current, settings, cancel);
                }
            )
            .Needs(Right.Steward)
            .Accepts<byte[]>("application/geo+json")
            .WithName("setGround")
            .Produces<MapView>();

        api.MapGet(
                "/map.geojson",
                [Noted]
                async (
                    bool? exact,
                    MapStore store,
                    PlaceStore places,
                    PlantStore plants,
                    CurrentGuide current,
                    ServerSettings settings,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    var leaving = person.Leaving(exact);
                    var map = await ViewAsync(
                        store.SeenBy(leaving),
                        places,
                        plants.SeenBy(leaving),
                        current,
                        settings,
                        cancel
                    );
                    var content = new MemoryStream();
                    GeoJson.Write(
                        map.Places.Select(p => (p.Shape, Properties(p)))
                            .Concat(
                                map.Plants.Where(p => p.Own)
                                    .Select(p => (new PlaceShape(ShapeForm.Point, [p.At]), Properties(p)))
                            ),
                        content
                    );
                    return TypedResults.File(content.ToArray(), "application/geo+json", "garten-map.geojson");
                }
            )
            .WithName("mapGeoJson")
            .Produces<string>(contentType: "application/geo+json");

        api.MapGet(
                "/map.gpx",
                [Noted]
                async (
                    bool? exact,
                    MapStore store,
                    PlaceStore places,
                    PlantStore plants,
                    CurrentGuide current,
                    ServerSettings settings,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    var leaving = person.Leaving(exact);
                    var map = await ViewAsync(
                        store.SeenBy(leaving),
                        places,
                        plants.SeenBy(leaving),
                        current,
                        settings,
                        cancel
                    );
                    var content = new MemoryStream();
                    Gpx.Write(
                        map.Places.Select(p => (p.Shape, p.Name, p.Note))
                            .Concat(
                                map.Plants.Where(p => p.Own)
                                    .Select(p =>
                                        (
                                            new PlaceShape(ShapeForm.Point, [p.At]),
                                            p.Plant.Tag,
                                            p.Plant.Name ?? p.Plant.Description
                                        )
                                    )
                            ),
                        content
                    );
                    return TypedResults.File(content.ToArray(), "application/gpx+xml", "garten-map.gpx");
                }
            )
            .WithName("mapGpx")
            .Produces<string>(contentType: "application/gpx+xml");
    }

    private static async Task<MapView> ViewAsync(
        MapStore store,
        PlaceStore places,
        PlantStore plants,
        CurrentGuide current,
        ServerSettings settings,
        CancellationToken cancel
    )
    {
        var sites = await places.SitesAsync(cancel);
        var byName = sites.ToDictionary(s => s.Name);
        var positions = (await store.PositionsAsync(cancel)).ToDictionary(p => p.Plant);
        List<MapPlant> placed = [];
        List<PlantTag> unplaced = [];
        foreach (var tag in await plants.TagsAsync(cancel))
        {
            var site = byName[tag.Site];
            var secret = current.IsSensitive(tag.Taxon);
            if (positions.TryGetValue(tag.Id, out var own))
            {
                placed.Add(
                    new(
                        tag,
                        own.At,
                        Coordinates.InDegreesMinutesSeconds(own.At),
                        own.Typed,
                        own.UncertaintyM,
                        true,
                        secret
                    )
                );
            }
            else if (site is { Latitude: { } latitude, Longitude: { } longitude })
            {
                placed.Add(
                    new(
                        tag,
                        new(latitude, longitude),
                        Coordinates.InDegreesMinutesSeconds(new(latitude, longitude)),
                        "",
                        site.UncertaintyM ?? PlaceRules.UsualUncertainty,
                        false,
                        secret
                    )
                );
            }
            else
            {
                unplaced.Add(tag);
            }
        }

        return new(
            await store.BaseAsync(cancel) ?? "",
            settings.Tiles,
            [.. (await store.PlacesAsync(cancel)).Select(p => View(p.Id, p.Content, p.Person, p.Revision))],
            sites,
            placed,
            unplaced
        );
    }

    private static PlaceView View(PlaceId id, PlaceContent c, string person, long revision) =>
        new(id, c.Name, c.Kind, c.Shape, c.Shape.Middle, c.Shape.Size, c.Site, c.Note, person, revision);

    private static Dictionary<string, string> Properties(PlaceView p) =>
        new Dictionary<string, string>
        {
            ["name"] = p.Name,
            ["kind"] = p.Kind.ToString(),
            ["note"] = p.Note,
            ["size"] = p.Size,
        };

    private static Dictionary<string, string> Properties(MapPlant p) =>
        new Dictionary<string, string>
        {
            ["name"] = p.Plant.Tag,
            ["kind"] = "Plant",
            ["scientificName"] = p.Plant.Name ?? "",
            ["note"] = p.Plant.Description,
            ["coordinateUncertaintyInMeters"] = p.UncertaintyM.ToString(CultureInfo.InvariantCulture),
        };

    private static async Task<PlaceContent> CheckAsync(PlaceInput input, PlaceStore places, CancellationToken cancel) =>
        input.Site is { } site && (await places.SitesAsync(cancel)).TrueForAll(s => s.Id != site)
            ? throw new NotInStoreException("There is no such site. Choose one from the list.")
            : PlaceRules.Check(new(input.Name, input.Kind, input.Shape, input.Site, input.Note ?? ""));

    private static async Task<PlaceFile> ReadAsync(HttpRequest file, CancellationToken cancel)
    {
        var content = await Uploads.ReadAsync(file, MostFile, "file of places", cancel);
        var first = Array.Find(content, b =>
            b is not ((byte)' ' or (byte)'\t' or (byte)'\r' or (byte)'\n' or 0xEF or 0xBB or 0xBF)
        );
        return first == (byte)'<' ? Gpx.Read(new MemoryStream(content)) : GeoJson.Read(content);
    }

    private static string NameOf(FoundPlace p) =>
        p.Name.Length > 0 ? p.Name : string.Create(CultureInfo.InvariantCulture, $"{p.Kind} {p.Number}");

    private static PlaceContent ContentOf(FoundPlace p)
    {
        var (name, note) = (NameOf(p), p.Note);
        return new(
            name.Length <= 120 ? name : name[..120],
            p.Kind,
            p.Shape,
            null,
            note.Length <= 2000 ? note : note[..2000]
        );
    }

    private static bool IsSame(PlaceContent known, FoundPlace found) =>
        known.Kind == found.Kind
        && known.Name == ContentOf(found).Name
        && known.Shape.Form == found.Shape.Form
        && known.Shape.Points.Length == found.Shape.Points.Length
        && known.Shape.Middle.MetresTo(found.Shape.Middle) < SamePlace;
}
