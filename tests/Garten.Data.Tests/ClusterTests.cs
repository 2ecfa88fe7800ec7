using Garten.Data.Cluster;
using Garten.Testing;
using Npgsql;

namespace Garten.Data.Tests;

public sealed class ClusterTests
{
    private static readonly ClusterOptions Quick = new(Durable: false);

    [Fact]
    public async Task A_cluster_keeps_its_content_over_a_restart_and_is_open_to_nobody_without_its_secret()
    {
        var folder = TestCluster.NewFolder();
        await using (var cluster = await LocalCluster.StartAsync(folder, Quick, CancellationToken.None))
        {
            DatabaseMigrations.Apply(cluster.ConnectionStringTo("garten"));
            await RunAsync(cluster.ConnectionStringTo("garten"), "insert into setting values ('kept', 'yes')");
            var stranger = new NpgsqlConnectionStringBuilder(cluster.ConnectionString)
            {
                Password = "guess",
            }.ConnectionString;
            await Should.ThrowAsync<PostgresException>(() => RunAsync(stranger, "select 1"));
        }

        await using var again = await LocalCluster.StartAsync(folder, Quick, CancellationToken.None);
        DatabaseMigrations.Apply(again.ConnectionStringTo("garten"));
        (await RunAsync(again.ConnectionStringTo("garten"), "select value from setting")).ShouldBe("yes");
        File.GetUnixFileMode(Path.Combine(folder, "database.secret"))
            .ShouldBe(UnixFileMode.UserRead | UnixFileMode.UserWrite);
    }

    [Fact]
    public async Task A_folder_in_use_is_refused_in_a_sentence()
    {
        var folder = TestCluster.NewFolder();
        await using var first = await LocalCluster.StartAsync(folder, Quick, CancellationToken.None);
        var refused = await Should.ThrowAsync<ClusterException>(() =>
            LocalCluster.StartAsync(folder, Quick, CancellationToken.None)
        );
        refused.Message.ShouldContain("already running");
    }

    [Fact]
    public async Task A_database_of_a_newer_garten_is_refused_in_a_sentence()
    {
        var connection = await TestCluster.NewDatabaseAsync();
        await RunAsync(
            connection,
            "insert into schemaversions (scriptname, applied) values ('Garten.Data.Migrations.9999-future.sql', now())"
        );
        Should
            .Throw<ClusterException>(() => DatabaseMigrations.Apply(connection))
            .Message.ShouldContain("newer Garten");
    }

    [Fact]
    public async Task A_cluster_made_by_another_postgresql_is_refused_in_a_sentence()
    {
        var folder = TestCluster.NewFolder();
        Directory.CreateDirectory(Path.Combine(folder, "database"));
        await File.WriteAllTextAsync(Path.Combine(folder, "database", "PG_VERSION"), "99\n");
        var refused = await Should.ThrowAsync<ClusterException>(() =>
            LocalCluster.StartAsync(folder, Quick, CancellationToken.None)
        );
        refused.Message.ShouldContain("made by PostgreSQL 99");
    }

    [Fact]
    public async Task A_folder_that_cannot_be_made_is_refused_in_a_sentence()
    {
        var file = Path.Combine(TestCluster.NewFolder(), "file");
        await File.WriteAllTextAsync(file, "");
        var refused = await Should.ThrowAsync<ClusterException>(() =>
            LocalCluster.StartAsync(Path.Combine(file, "below"), Quick, CancellationToken.None)
        );
        refused.Message.ShouldContain("cannot be made");
    }

    private static async Task<object?> RunAsync(string connectionString, string statement)
    {
        await using var connection = new NpgsqlConnection(connectionString + ";Pooling=false");
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(statement, connection);
        return await command.ExecuteScalarAsync();
    }
}
