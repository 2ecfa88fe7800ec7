using Garten.Core.Guides;
using Garten.Formats.Guides;
using Garten.Formats.Packages;
using Garten.Testing;
using Npgsql;

namespace Garten.Data.Tests;

/// <summary>A database of its own with the demo guide, a person and a site.</summary>
public sealed class DatabaseFixture : IAsyncLifetime
{
    public NpgsqlDataSource Source { get; private set; } = null!;

    public Guide Guide { get; private set; } = null!;

    public int Version { get; private set; }

    public Person Person { get; private set; } = null!;

    public Site Site { get; private set; } = null!;

    public async ValueTask InitializeAsync()
    {
        Source = NpgsqlDataSource.Create(await TestCluster.NewDatabaseAsync());
        var package = PackageFiles.Read(Repository.PathTo("guides", "tamsin-fork"));
        Guide = GuideReader.Read(package).Guide!;
        Version = await new GuideStore(Source).KeepAsync(package, Guide, CancellationToken.None);
        var places = new PlaceStore(Source);
        Person = await places.AddPersonAsync("R. Ostrow", CancellationToken.None);
        Site = await places.AddSiteAsync(new Site(0, "Millrace Bottom", "", 118, 45, -123.7, 60, ["river-bank"]), CancellationToken.None);
    }

    public ValueTask DisposeAsync() => Source.DisposeAsync();

    public Task<int> TakeAsync(Guid? request = null) => new PlantStore(Source).TakeAsync(
        new NewPlant(
            request ?? Guid.NewGuid(), Site.Id, "a shrub", Origin.Wild,
            new NewVisit(new(2026, 5, 1), Person.Id, LifeStage.Mature, null, [PlantPart.Leaves], [], "")),
        null, CancellationToken.None);
}
