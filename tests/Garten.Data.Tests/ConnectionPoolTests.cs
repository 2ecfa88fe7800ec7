using Garten.Testing;
using Npgsql;

namespace Garten.Data.Tests;

/// <summary>A server takes no more than its share of the database's places.</summary>
public sealed class ConnectionPoolTests
{
    [Fact]
    public async Task More_work_than_connections_waits_for_its_turn()
    {
        var database = await TestCluster.NewDatabaseAsync();
        await using var pool = ConnectionPool.Open(
            new NpgsqlConnectionStringBuilder(database) { MaxPoolSize = 3 }.ConnectionString
        );
        var processes = await Task.WhenAll(
            Enumerable
                .Range(0, 20)
                .Select(async _ =>
                {
                    await using var ask = pool.CreateCommand("select pg_backend_pid(), pg_sleep(0.02)");
                    return (int)(await ask.ExecuteScalarAsync())!;
                })
        );
        processes.Distinct().Count().ShouldBeInRange(1, 3);
    }

    [Theory]
    [InlineData("", ConnectionPool.Most)]
    [InlineData(";Maximum Pool Size=7", 7)]
    [InlineData(";MaxPoolSize=8", 8)]
    public async Task The_address_may_say_how_many(string said, int most)
    {
        await using var pool = ConnectionPool.Open("Host=127.0.0.1;Database=none" + said);
        new NpgsqlConnectionStringBuilder(pool.ConnectionString).MaxPoolSize.ShouldBe(most);
    }
}
