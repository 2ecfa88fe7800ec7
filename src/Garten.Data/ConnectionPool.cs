using System.Data.Common;
using Npgsql;

namespace Garten.Data;

/// <summary>The connections one server keeps to its database.</summary>
public static class ConnectionPool
{
    /// <summary>
    /// Most connections of one server at once, where its address does not say otherwise. More work than this at one moment
    /// waits for its turn; so that several servers do not use up the places PostgreSQL has (100 as it comes from Debian).
    /// </summary>
    public const int Most = 30;

    private static readonly string[] Names = ["Maximum Pool Size", "MaxPoolSize"];

    /// <summary>Opens the pool; connections are made when they are asked for.</summary>
    /// <param name="connectionString">Connects to the database; its <c>Maximum Pool Size</c> counts, if it has one.</param>
    public static NpgsqlDataSource Open(string connectionString)
    {
        var said = new DbConnectionStringBuilder { ConnectionString = connectionString };
        return NpgsqlDataSource.Create(
            Names.Any(said.ContainsKey)
                ? connectionString
                : new NpgsqlConnectionStringBuilder(connectionString) { MaxPoolSize = Most }.ConnectionString
        );
    }
}
