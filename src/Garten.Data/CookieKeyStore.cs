using Npgsql;

namespace Garten.Data;

/// <summary>The keys that sign cookies, shared by all servers before one database.</summary>
public sealed class CookieKeyStore(NpgsqlDataSource source)
{
    /// <summary>All keys, as XML.</summary>
    public IReadOnlyCollection<string> All()
    {
        using var connection = source.OpenConnection();
        using var command = connection.Command("select content from cookie_key order by kept_at, name");
        using var reader = command.ExecuteReader();
        List<string> keys = [];
        while (reader.Read())
        {
            keys.Add(reader.GetString(0));
        }

        return keys;
    }

    /// <summary>Keeps a key.</summary>
    /// <param name="content">The key as XML.</param>
    public void Keep(string name, string content)
    {
        using var connection = source.OpenConnection();
        using var command = connection.Command(
            "insert into cookie_key (name, content) values ($1, $2) on conflict (name) do update set content = excluded.content",
            name,
            content
        );
        command.ExecuteNonQuery();
    }
}
