using Npgsql;
using NpgsqlTypes;

namespace Garten.Data;

/// <summary>Shorthand for the repeating parts of ADO.NET: the SQL itself stays written out where it is used.</summary>
internal static class Sql
{
    /// <summary>A command with positional parameters ($1, $2, …); null becomes SQL null.</summary>
    /// <param name="connection">An open connection; its current transaction applies.</param>
    /// <param name="values">The parameters in order.</param>
    public static NpgsqlCommand Command(
        this NpgsqlConnection connection,
        string text,
        params ReadOnlySpan<object?> values
    )
    {
        var command = new NpgsqlCommand(text, connection);
        foreach (var value in values)
        {
            command.Parameters.Add(
                value as NpgsqlParameter
                    ?? new NpgsqlParameter { Value = (value is IEntityId id ? id.Value : value) ?? DBNull.Value }
            );
        }

        return command;
    }

    /// <summary>Runs a statement that gives no rows.</summary>
    /// <param name="connection">An open connection.</param>
    /// <param name="values">The parameters in order.</param>
    /// <param name="patient">True where it may take as long as it needs.</param>
    /// <returns>How many rows it touched.</returns>
    public static async Task<int> ExecuteAsync(
        this NpgsqlConnection connection,
        string text,
        object?[] values,
        CancellationToken cancel,
        bool patient = false
    )
    {
        await using var command = connection.Command(text, values);
        command.CommandTimeout = patient ? 0 : command.CommandTimeout;
        return await command.ExecuteNonQueryAsync(cancel);
    }

    /// <summary>Runs a statement that gives one value; default when there is no row or the value is null.</summary>
    public static async Task<T?> ScalarAsync<T>(
        this NpgsqlConnection connection,
        string text,
        object?[] values,
        CancellationToken cancel
    )
    {
        await using var command = connection.Command(text, values);
        return await command.ExecuteScalarAsync(cancel) is T value ? value : default;
    }

    /// <summary>Runs a query and reads all its rows.</summary>
    /// <param name="connection">An open connection.</param>
    /// <param name="values">The parameters in order.</param>
    /// <param name="read">Reads a row.</param>
    /// <param name="patient">True where it may take as long as it needs.</param>
    public static async Task<List<T>> QueryAsync<T>(
        this NpgsqlConnection connection,
        string text,
        object?[] values,
        Func<NpgsqlDataReader, T> read,
        CancellationToken cancel,
        bool patient = false
    )
    {
        await using var command = connection.Command(text, values);
        command.CommandTimeout = patient ? 0 : command.CommandTimeout;
        await using var reader = await command.ExecuteReaderAsync(cancel);
        var rows = new List<T>();
        while (await reader.ReadAsync(cancel))
        {
            rows.Add(read(reader));
        }

        return rows;
    }

    /// <summary>Runs a statement that gives one id; null when there is no row or the value is null.</summary>
    public static async Task<T?> IdAsync<T>(
        this NpgsqlConnection connection,
        string text,
        object?[] values,
        CancellationToken cancel
    )
        where T : struct, IEntityId<T> =>
        await connection.ScalarAsync<Guid?>(text, values, cancel) is { } value ? T.Of(value) : null;

    /// <summary>Ids as a list parameter.</summary>
    public static Guid[] Ids<T>(IEnumerable<T> ids)
        where T : struct, IEntityId<T> => [.. ids.Select(id => id.Value)];

    /// <summary>A column that holds an id.</summary>
    public static T Id<T>(this NpgsqlDataReader reader, int column)
        where T : struct, IEntityId<T> => T.Of(reader.GetGuid(column));

    /// <summary>A column that holds an id or null.</summary>
    public static T? IdOrNull<T>(this NpgsqlDataReader reader, int column)
        where T : struct, IEntityId<T> => reader.IsDBNull(column) ? null : reader.Id<T>(column);

    /// <summary>A JSON parameter.</summary>
    public static NpgsqlParameter Jsonb(string? json) =>
        new() { Value = (object?)json ?? DBNull.Value, NpgsqlDbType = NpgsqlDbType.Jsonb };

    /// <summary>JSON values as a list parameter.</summary>
    public static NpgsqlParameter Jsonb(IEnumerable<string> json) =>
        new() { Value = json.ToArray(), NpgsqlDbType = NpgsqlDbType.Array | NpgsqlDbType.Jsonb };

    /// <summary>A text column that may be null.</summary>
    public static string? TextOrNull(this NpgsqlDataReader reader, int column) =>
        reader.IsDBNull(column) ? null : reader.GetString(column);

    /// <summary>A number column that may be null.</summary>
    public static double? NumberOrNull(this NpgsqlDataReader reader, int column) =>
        reader.IsDBNull(column) ? null : reader.GetDouble(column);

    /// <summary>A date column that may be null.</summary>
    public static DateOnly? DateOrNull(this NpgsqlDataReader reader, int column) =>
        reader.IsDBNull(column) ? null : reader.GetFieldValue<DateOnly>(column);

    /// <summary>A month and, in the column after it, a day; null for SQL null.</summary>
    public static DayInYear? DayOrNull(this NpgsqlDataReader reader, int column) =>
        reader.IsDBNull(column) ? null : new(reader.GetInt16(column), reader.GetInt16(column + 1));

    /// <summary>A column that holds the name of an enumeration's value.</summary>
    public static T Named<T>(this NpgsqlDataReader reader, int column)
        where T : struct, Enum => Enum.Parse<T>(reader.GetString(column));

    /// <summary>As <see cref="Named"/>, null for SQL null.</summary>
    public static T? NamedOrNull<T>(this NpgsqlDataReader reader, int column)
        where T : struct, Enum => reader.IsDBNull(column) ? null : Enum.Parse<T>(reader.GetString(column));

    /// <summary>A column that holds a list of such names.</summary>
    public static T[] NamedList<T>(this NpgsqlDataReader reader, int column)
        where T : struct, Enum => [.. reader.GetFieldValue<string[]>(column).Select(Enum.Parse<T>)];

    /// <summary>Names for a list column.</summary>
    public static string[] Names<T>(IEnumerable<T> values)
        where T : struct, Enum => [.. values.Select(v => v.ToString())];
}
