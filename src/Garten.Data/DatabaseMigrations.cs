using DbUp;
using DbUp.Engine.Output;
using Garten.Data.Cluster;
using Npgsql;

namespace Garten.Data;

/// <summary>Brings a database to the form this version of Garten needs. Migrations only go forward.</summary>
public static class DatabaseMigrations
{
    /// <summary>Name of Garten's database within a cluster.</summary>
    public const string DatabaseName = "garten";

    /// <summary>How long a migration may take: one that gives every row another form takes as long as there are rows.</summary>
    private static readonly TimeSpan Longest = TimeSpan.FromHours(12);

    /// <summary>Makes the database when it is missing.</summary>
    /// <param name="connectionString">Connects to the database.</param>
    public static void Ensure(string connectionString)
    {
        try
        {
            EnsureDatabase.For.PostgresqlDatabase(connectionString, new NoUpgradeLog());
        }
        catch (PostgresException e)
            when (e.SqlState is PostgresErrorCodes.DuplicateDatabase or PostgresErrorCodes.UniqueViolation)
        {
            // Another server made it at the same moment.
        }
    }

    /// <summary>Makes the database when it is missing, and applies the migrations it has not seen, each in a transaction.</summary>
    /// <param name="connectionString">Connects to the database.</param>
    /// <exception cref="ClusterException">The database was made by a newer Garten, or a migration failed.</exception>
    public static void Apply(string connectionString)
    {
        // Nobody connects in this way again; kept connections would only take the places of others.
        connectionString = new NpgsqlConnectionStringBuilder(connectionString) { Pooling = false }.ConnectionString;
        Ensure(connectionString);
        RefuseNewer(connectionString);
        var result = DeployChanges
            .To.PostgresqlDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(typeof(DatabaseMigrations).Assembly)
            .WithTransactionPerScript()
            .WithExecutionTimeout(Longest)
            .WithVariablesDisabled()
            .LogTo(new NoUpgradeLog())
            .Build()
            .PerformUpgrade();
        if (!result.Successful)
        {
            throw new ClusterException(
                $"The database could not be brought up to date ({result.ErrorScript?.Name}): {result.Error.Message}"
            );
        }
    }

    private static void RefuseNewer(string connectionString)
    {
        using var connection = new NpgsqlConnection(connectionString);
        connection.Open();
        using var exists = new NpgsqlCommand("select to_regclass('schemaversions') is not null", connection);
        if (exists.ExecuteScalar() is not true)
        {
            return;
        }

        var known = typeof(DatabaseMigrations).Assembly.GetManifestResourceNames().ToHashSet();
        using var applied = new NpgsqlCommand(
            "select scriptname from schemaversions order by schemaversionsid",
            connection
        );
        using var reader = applied.ExecuteReader();
        while (reader.Read())
        {
            if (!known.Contains(reader.GetString(0)))
            {
                throw new ClusterException(
                    $"This database was used by a newer Garten (it has the migration {reader.GetString(0)}). Start that version, or start this one with another --data DIR."
                );
            }
        }
    }

    private sealed class NoUpgradeLog : IUpgradeLog
    {
        public void LogTrace(string format, params object[] args) { }

        public void LogDebug(string format, params object[] args) { }

        public void LogInformation(string format, params object[] args) { }

        public void LogWarning(string format, params object[] args) { }

        public void LogError(string format, params object[] args) { }

        public void LogError(Exception ex, string format, params object[] args) { }
    }
}
