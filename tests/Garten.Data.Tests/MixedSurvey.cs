using Garten.Core.Survey.Counting;

namespace Garten.Data.Tests;

/// <summary>A find as a reader of the survey would tell it, without asking the database.</summary>
/// <param name="Counted">True for a line of a count.</param>
/// <param name="Plant">The followed plant; 0 for a line.</param>
/// <param name="Determiner">Number of who named it; of a line, who recorded.</param>
public sealed record KnownFind(
    bool Counted,
    int Id,
    int Plant,
    DateOnly Day,
    int Site,
    int Recorder,
    int Determiner,
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

    /// <summary>Numbers of its people.</summary>
    public List<int> People { get; } = [];

    /// <summary>Numbers of its sites; the last lies nowhere on a map.</summary>
    public List<int> Sites { get; } = [];

    public async ValueTask InitializeAsync()
    {
        await Base.InitializeAsync();
        var places = Base.Places;
        People.Add(Base.Person.Id);
        People.Add((await places.AddPersonAsync("M. Falk", CancellationToken.None)).Id);
        Sites.Add(Base.Site.Id);
        Sites.Add(
            (
                await places.AddSiteAsync(
                    Base.Head(),
                    new(0, "Heron Slough", "", 40, 45.03, -123.74, 30, []),
                    CancellationToken.None
                )
            ).Id
        );
        Sites.Add(
            (
                await places.AddSiteAsync(
                    Base.Head(),
                    new(0, "Nowhere yet", "", null, null, null, null, []),
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
        var sheet = await counts.BeginAsync(
            Base.Head(person: person),
            Guid.NewGuid(),
            new(site, day, Protocol.WalkThrough, 1, null, null, null, null, "", "", ""),
            CancellationToken.None
        );
        var taxa = Names.Where(_ => random.Next(2) == 0).ToList();
        await counts.EnterAsync(
            Base.Head(person: person),
            sheet,
            Base.Version,
            taxa.ConvertAll(t => new SheetLine(
                0,
                1,
                t,
                "",
                IdentificationQualifier.None,
                Origin.Wild,
                CountUnit.Individuals,
                1 + random.Next(9),
                ""
            )),
            CancellationToken.None
        );
        foreach (var line in await counts.LinesAsync(sheet, CancellationToken.None))
        {
            if (random.Next(6) == 0)
            {
                await counts.TakeAwayAsync(Base.Head(), line.Id, true, CancellationToken.None);
            }
            else
            {
                Finds.Add(new(true, line.Id, 0, day, site, person, person, line.Taxon));
            }
        }
    }

    private async Task FollowAsync(Random random)
    {
        PlantStore plants = Base.Plants;
        var site = Sites[random.Next(3)];
        var plant = (
            await plants.TakeAsync(
                Base.Head(),
                new(
                    Guid.NewGuid(),
                    site,
                    "a shrub",
                    Origin.Wild,
                    new(Day(random), People[random.Next(2)], null, null, [], [], "")
                ),
                null,
                CancellationToken.None
            )
        )
            .Stored
            .Card
            .Id;
        await plants.AddVisitAsync(
            Base.Head(),
            plant,
            new(Day(random).AddDays(1), People[random.Next(2)], null, null, [], [], ""),
            CancellationToken.None
        );

        // Of several names the last counts; some plants have none yet and are no find.
        (string Taxon, int Person)? name = null;
        for (var i = random.Next(3); i > 0 && name?.Taxon != Sensitive; i--)
        {
            name = (Names[random.Next(Names.Length)], People[random.Next(2)]);
            await Base.Determinations.GiveAsync(
                Base.Head(),
                new(
                    Guid.NewGuid(),
                    plant,
                    Base.Version,
                    name.Value.Taxon,
                    IdentificationQualifier.None,
                    name.Value.Taxon,
                    name.Value.Person,
                    new(2026, 5, 2),
                    ""
                ),
                null,
                _ => "{}",
                CancellationToken.None
            );
        }

        var people = (await Base.Places.PeopleAsync(CancellationToken.None)).ToDictionary(p => p.Name, p => p.Id);
        foreach (var visit in name is null ? [] : (await Base.ReadAsync(plant)).Visits)
        {
            Finds.Add(
                new(
                    false,
                    visit.Id,
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
