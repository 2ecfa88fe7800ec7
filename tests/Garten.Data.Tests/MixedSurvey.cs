using Garten.Core.Commands;
using Garten.Core.Survey.Counting;

namespace Garten.Data.Tests;

/// <summary>A find as a reader of the survey would tell it, without asking the database.</summary>
/// <param name="Counted">True for a line of a count.</param>
/// <param name="Plant">The followed plant; null for a line.</param>
/// <param name="Determiner">Who named it; of a line, who recorded.</param>
public sealed record KnownFind(
    bool Counted,
    Guid Id,
    PlantId? Plant,
    DateOnly Day,
    SiteId Site,
    PersonId Recorder,
    PersonId Determiner,
    string Taxon
);

/// <summary>Counts and followed plants thrown together at random, and known find by find.</summary>
public sealed class MixedSurvey : IAsyncLifetime
{
    /// <summary>A name whose places are not for everyone; some plants and lines bear it.</summary>
    public const string Sensitive = "calypso-bulbosa";

    private static readonly string[] Names =
    [
        "alnus-rubra",
        "acer-macrophyllum",
        "acer-circinatum",
        "rubus-spectabilis",
        "rubus-ursinus",
        "acer",
        Sensitive,
    ];

    /// <summary>The database it lies in.</summary>
    public DatabaseFixture Base { get; } = new();

    /// <summary>All finds.</summary>
    public List<KnownFind> Finds { get; } = [];

    /// <summary>Its people.</summary>
    public List<PersonId> People { get; } = [];

    /// <summary>Its sites; the last lies nowhere on a map.</summary>
    public List<SiteId> Sites { get; } = [];

    public async ValueTask InitializeAsync()
    {
        await Base.InitializeAsync();
        var places = Base.Places;
        People.Add(Base.Person.Id);
        People.Add((await places.AddPersonAsync("M. Falk", CancellationToken.None)).Id);
        Sites.Add(Base.Site.Id);
        Sites.Add(
            (
                await places.HandleAsync(
                    Base.Head(),
                    new AddSite(new(default, "Heron Slough", "", 40, 45.03, -123.74, 30, [])),
                    CancellationToken.None
                )
            ).Id
        );
        Sites.Add(
            (
                await places.HandleAsync(
                    Base.Head(),
                    new AddSite(new(default, "Nowhere yet", "", null, null, null, null, [])),
                    CancellationToken.None
                )
            ).Id
        );
        Random random = new(4);
        for (var i = 0; i < 24; i++)
        {
            await CountAsync(random);
        }

        for (var i = 0; i < 10; i++)
        {
            await FollowAsync(random);
        }
    }

    public ValueTask DisposeAsync() => Base.DisposeAsync();

    /// <summary>The taxon and all below it.</summary>
    public HashSet<string> Below(string taxon)
    {
        HashSet<string> below = [taxon];
        for (var before = 0; below.Count > before; )
        {
            before = below.Count;
            below.UnionWith(
                Base.Guide.Taxa.Where(t => t.Parent is { } p && below.Contains(p.Value)).Select(t => t.Id.Value)
            );
        }

        return below;
    }

    // Few days, so that many finds share one and only their numbers part them.
    private static DateOnly Day(Random random) => new DateOnly(2024, 5, 1).AddDays(200 * random.Next(5));

    private async Task CountAsync(Random random)
    {
        CountStore counts = Base.Counts;
        var (site, person, day) = (Sites[random.Next(3)], People[random.Next(2)], Day(random));
        SheetId sheet = new(Guid.NewGuid());
        await counts.HandleAsync(
            Base.Head(person: person),
            new BeginCount(sheet, new(site, day, Protocol.WalkThrough, 1, null, null, null, null, "", "", "")),
            CancellationToken.None
        );
        var taxa = Names.Where(_ => random.Next(2) == 0).ToList();
        await counts.HandleAsync(
            Base.Head(person: person),
            new EnterLines(
                sheet,
                taxa.ConvertAll(t => new SheetLine(
                    default,
                    1,
                    t,
                    "",
                    IdentificationQualifier.None,
                    Origin.Wild,
                    CountUnit.Individuals,
                    1 + random.Next(9),
                    ""
                ))
            ),
            CancellationToken.None
        );
        foreach (var line in await counts.LinesAsync(sheet, CancellationToken.None))
        {
            if (random.Next(6) == 0)
            {
                await counts.HandleAsync(Base.Head(), new RemoveLine(line.Id), CancellationToken.None);
            }
            else
            {
                Finds.Add(new(true, line.Id.Value, null, day, site, person, person, line.Taxon));
            }
        }
    }

    private async Task FollowAsync(Random random)
    {
        PlantStore plants = Base.Plants;
        var site = Sites[random.Next(3)];
        var plant = (
            await plants.HandleAsync(
                Base.Head(person: People[random.Next(2)]),
                new AddPlant(
                    new(Guid.NewGuid()),
                    site,
                    "a shrub",
                    Origin.Wild,
                    new(Day(random), null, null, [], [], "")
                ),
                CancellationToken.None
            )
        )
            .Stored
            .Card
            .Id;
        await plants.HandleAsync(
            Base.Head(person: People[random.Next(2)]),
            new AddVisit(plant, new(Day(random).AddDays(1), null, null, [], [], "")),
            CancellationToken.None
        );

        // Of several names the last counts; some plants have none yet and are no find.
        (string Taxon, PersonId Person)? name = null;
        for (var i = random.Next(3); i > 0 && name?.Taxon != Sensitive; i--)
        {
            name = (Names[random.Next(Names.Length)], People[random.Next(2)]);
            await Base.Determinations.HandleAsync(
                Base.Head(person: name.Value.Person),
                new GiveName(
                    plant,
                    new(Guid.NewGuid()),
                    new(name.Value.Taxon),
                    IdentificationQualifier.None,
                    name.Value.Taxon,
                    new(2026, 5, 2),
                    ""
                ),
                CancellationToken.None
            );
        }

        var people = (await Base.Places.PeopleAsync(CancellationToken.None)).ToDictionary(p => p.Name, p => p.Id);
        foreach (var visit in name is null ? [] : (await Base.ReadAsync(plant)).Visits)
        {
            Finds.Add(
                new(
                    false,
                    visit.Id.Value,
                    plant,
                    visit.Date,
                    site,
                    people[visit.Recorder],
                    name!.Value.Person,
                    name.Value.Taxon
                )
            );
        }
    }
}
