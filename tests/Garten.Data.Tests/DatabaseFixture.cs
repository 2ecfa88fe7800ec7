using Garten.Core.Commands;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Sheets;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Names;
using Garten.Core.Survey.Places;
using Garten.Formats.Guides;
using Garten.Formats.Packages;
using Garten.Testing;
using Npgsql;

namespace Garten.Data.Tests;

/// <summary>The demo guide, as plants are reckoned by it.</summary>
public sealed record GuideInUse(CandidateModel Model, int Version) : IGuideInUse
{
    public Guide Names { get; private set; } = Model.Guide;

    public void Hear(IReadOnlyList<SurveyName> names) => Names = Model.Guide.With(names);
}

/// <summary>A database of its own with the demo guide, a person and a site, and all its stores as somebody sees them who sees everything.</summary>
public sealed class DatabaseFixture : IAsyncLifetime
{
    public NpgsqlDataSource Source { get; private set; } = null!;

    public Guide Guide { get; private set; } = null!;

    public int Version { get; private set; }

    public Person Person { get; private set; } = null!;

    public Site Site { get; private set; } = null!;

    public CommandJournal Journal { get; private set; } = null!;

    public PlantStore Plants => new(Source, Policy, Journal);

    public EvidenceStore Evidence => new(Source, Policy, Journal);

    public DeterminationStore Determinations => new(Policy, Journal);

    public ReviewStore Reviews => new(Source, Policy, Journal);

    public RecordStore Records => new(Source, Policy);

    public FindStore Finds => new(Source, Policy);

    public PhotoStore Photos => new(Source, Policy);

    public PictureStore Pictures => new(Source, Policy, Journal);

    public CareStore Care => new(Source, Policy, Journal);

    public CountStore Counts => new(Source, Policy, Journal);

    public GradeStore Grades => new(Source, Policy, Journal);

    public MapStore Map => new(Source, Policy, Journal);

    public PlaceStore Places => new(Source, Journal);

    public ImportStore Imports => new(Source, Journal);

    private static SensitivePlacePolicy Policy => SensitivePlacePolicy.Everything;

    public async ValueTask InitializeAsync()
    {
        Source = NpgsqlDataSource.Create(await TestCluster.NewDatabaseAsync());
        var package = PackageFiles.Read(Repository.PathTo("guides", "tamsin-fork"));
        Guide = GuideReader.Read(package).Guide!;
        Version = await new GuideStore(Source).KeepAsync(package, Guide, CancellationToken.None);
        Journal = new(Source, new GuideInUse(new(Guide), Version));
        await Journal.AssessStaleAsync(CancellationToken.None);
        Person = await Places.AddPersonAsync("R. Ostrow", CancellationToken.None);
        Site = await Places.HandleAsync(
            Head(),
            new AddSite(new Site(default, "Millrace Bottom", "", 118, 45, -123.7, 60, ["river-bank"])),
            CancellationToken.None
        );
    }

    public ValueTask DisposeAsync() => Source.DisposeAsync();

    /// <summary>What a change says of itself.</summary>
    public CommandHead Head(Guid? id = null, PersonId? person = null) =>
        new(id ?? Guid.CreateVersion7(), person ?? Person.Id, null, "test", "");

    public async Task<PlantId> TakeAsync(PlantId? id = null) =>
        (
            await Plants.HandleAsync(
                Head(),
                new AddPlant(
                    id ?? new(Guid.CreateVersion7()),
                    Site.Id,
                    "a shrub",
                    Origin.Wild,
                    new(new(2026, 5, 1), LifeStage.Mature, null, [PlantPart.Leaves], [], "")
                ),
                CancellationToken.None
            )
        )
            .Stored
            .Card
            .Id;

    public async Task<StoredPlant> ReadAsync(PlantId plant) =>
        (await Plants.ReadAsync(plant, CancellationToken.None)).Stored;

    public async Task<IReadOnlyList<StoredObservation>> ObservationsAsync(PlantId plant) =>
        (await ReadAsync(plant)).Observations;
}
