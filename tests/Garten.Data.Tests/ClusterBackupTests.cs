using Garten.Core.Survey.Access;
using Garten.Data.Cluster;
using Garten.Testing;
using Npgsql;

namespace Garten.Data.Tests;

/// <summary>A backup is only worth what a restore from it brings back.</summary>
public sealed class ClusterBackupTests
{
    private static readonly CancellationToken None = CancellationToken.None;

    [Fact]
    public async Task A_backup_taken_while_at_work_is_restored_whole_and_what_was_there_is_kept_beside_it()
    {
        var folder = TestCluster.NewFolder();
        var file = Path.Combine(TestCluster.NewFolder(), "survey.backup");
        await using (var cluster = await LocalCluster.StartAsync(folder, new ClusterOptions(Durable: false), None))
        {
            var connection = cluster.ConnectionStringTo(DatabaseMigrations.DatabaseName);
            DatabaseMigrations.Apply(connection);
            await using var source = NpgsqlDataSource.Create(connection);
            await new AccountStore(source).OpenAsync("R. Ostrow", Role.Steward, true, "hash", first: true, None);
            (await ClusterBackup.WriteAsync(folder, file, None)).ShouldBeGreaterThan(10_000);
            (
                await Should.ThrowAsync<ClusterException>(() => ClusterBackup.RestoreAsync(folder, file, None))
            ).Message.ShouldContain("Stop it first");
            await new PlaceStore(source, null!).AddPersonAsync("Came later", None);
        }

        await ClusterBackup.RestoreAsync(folder, file, None);
        await using var again = await LocalCluster.StartAsync(folder, new ClusterOptions(Durable: false), None);
        (await PeopleAsync(again, DatabaseMigrations.DatabaseName)).ShouldBe(["R. Ostrow"]);
        (await PeopleAsync(again, ClusterBackup.Before)).ShouldBe(["Came later", "R. Ostrow"]);
        await using var restored = NpgsqlDataSource.Create(again.ConnectionStringTo(DatabaseMigrations.DatabaseName));
        (await new AccountStore(restored).FindAsync("r. ostrow", None))!.PasswordHash.ShouldBe("hash");
    }

    [Fact]
    public async Task A_file_that_is_no_backup_changes_nothing()
    {
        var folder = TestCluster.NewFolder();
        var file = Path.Combine(TestCluster.NewFolder(), "photo.jpg");
        await File.WriteAllTextAsync(file, new string('x', 300_000), None);
        await using (var cluster = await LocalCluster.StartAsync(folder, new ClusterOptions(Durable: false), None))
        {
            var connection = cluster.ConnectionStringTo(DatabaseMigrations.DatabaseName);
            DatabaseMigrations.Apply(connection);
            await using var source = NpgsqlDataSource.Create(connection);
            await new PlaceStore(source, null!).AddPersonAsync("R. Ostrow", None);
        }

        (
            await Should.ThrowAsync<ClusterException>(() => ClusterBackup.RestoreAsync(folder, file, None))
        ).Message.ShouldContain("nothing was changed");
        (
            await Should.ThrowAsync<ClusterException>(() => ClusterBackup.RestoreAsync(folder, file + ".missing", None))
        ).Message.ShouldContain("There is no file");
        (
            await Should.ThrowAsync<ClusterException>(() =>
                ClusterBackup.WriteAsync(TestCluster.NewFolder(), file, None)
            )
        ).Message.ShouldContain("There is no database");
        await using var again = await LocalCluster.StartAsync(folder, new ClusterOptions(Durable: false), None);
        (await PeopleAsync(again, DatabaseMigrations.DatabaseName)).ShouldBe(["R. Ostrow"]);
    }

    private static async Task<List<string>> PeopleAsync(LocalCluster cluster, string database)
    {
        await using var source = NpgsqlDataSource.Create(cluster.ConnectionStringTo(database));
        return (await new PlaceStore(source, null!).PeopleAsync(None)).ConvertAll(p => p.Name);
    }
}
