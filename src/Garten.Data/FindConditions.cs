using Garten.Core.Survey.Access;
using Npgsql;

namespace Garten.Data;

/// <summary>
/// A filter of finds in SQL. Only what is asked for becomes a condition, so that the database can choose the index that fits; all
/// values are parameters.
/// </summary>
internal sealed class FindConditions
{
    /// <summary>Words shorter than this are in most names and are not looked for.</summary>
    private const int ShortestWord = 2;

    /// <summary>Three letters are the least the index of notes can look for.</summary>
    private const int ShortestInNotes = 3;

    private const int MostWords = 8;

    private readonly List<object?> _values = [];
    private readonly List<string> _visits = [];
    private readonly List<string> _lines = [];
    private readonly List<string> _plants = [];

    private int _taxa;

    private readonly SensitivePlacePolicy _policy;

    private FindConditions(SensitivePlacePolicy policy)
    {
        _policy = policy;
        _plants.Add(policy.Shows("p.id"));
    }

    /// <summary>The parameters.</summary>
    public object?[] Values => [.. _values];

    /// <summary>True when something is asked of the visits of counts.</summary>
    public bool OnVisits => _visits.Count > 0;

    /// <summary>True when something is asked of the lines themselves.</summary>
    public bool OnLines => _lines.Count > 0;

    /// <summary>True when nothing is asked but which taxa lines bear.</summary>
    public bool OnTaxaOnly => !OnVisits && _lines.Count == _taxa;

    /// <summary>Asked of lines l whose name is hidden.</summary>
    public string OfHiddenLines => _policy.HidesTaxon("l");

    /// <summary>Asked of visits v of counts.</summary>
    public string OfVisits => And(_visits);

    /// <summary>Asked of lines l on visits v.</summary>
    public string OfLines => And([.. _visits, .. _lines, _policy.ShowsTaxon("l")]);

    /// <summary>Asked of followed plants p with their name d on visits v.</summary>
    public string OfPlants => And(_plants);

    /// <summary>The conditions of a filter.</summary>
    /// <param name="connection">An open connection; words are looked up with it.</param>
    /// <param name="policy">What is hidden from who asks.</param>
    public static async Task<FindConditions> OfAsync(
        NpgsqlConnection connection,
        FindFilter filter,
        SensitivePlacePolicy policy,
        CancellationToken cancel
    )
    {
        FindConditions made = new(policy);
        if (filter.Site is { } site)
        {
            made.Both($"v.site = {made.Value(site)}");
        }

        if (filter.From is { } from)
        {
            made.Both($"v.visited_on >= {made.Value(from)}");
        }

        if (filter.To is { } to)
        {
            made.Both($"v.visited_on <= {made.Value(to)}");
        }

        if (filter.Person is { } person)
        {
            var who = made.Value(person);
            made._visits.Add($"v.recorder = {who}");
            made._plants.Add($"(v.recorder = {who} or d.determined_by = {who})");
        }

        if (filter.Taxon is { } taxon)
        {
            var below = made.Value(
                (
                    await connection.QueryAsync(
                        """
                        with recursive below (taxon) as (
                            select $1::text
                            union
                            select c.taxon from guide_taxon c join below b on c.parent = b.taxon)
                        select taxon from below
                        """,
                        [taxon],
                        r => r.GetString(0),
                        cancel
                    )
                ).ToArray()
            );
            made.OfTaxa($"l.taxon = any({below})");
            made._plants.Add($"d.taxon = any({below})");
        }

        foreach (
            var word in (filter.Text ?? "")
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                .Where(w => w.Length >= ShortestWord)
                .Take(MostWords)
        )
        {
            await made.AddAsync(connection, word, cancel);
        }

        return made;
    }

    /// <summary>Makes a value a parameter.</summary>
    /// <returns>The parameter's name.</returns>
    public string Value(object value)
    {
        _values.Add(value);
        return FormattableString.Invariant($"${_values.Count}");
    }

    private static string And(List<string> conditions) =>
        conditions.Count == 0 ? "true" : string.Join(" and ", conditions);

    private void OfTaxa(string condition)
    {
        _lines.Add(condition);
        _taxa++;
    }

    private void Both(string condition)
    {
        _visits.Add(condition);
        _plants.Add(condition);
    }

    /// <summary>A word is looked up among the few names first, so that of the many lines only those are read that bear one.</summary>
    private async Task AddAsync(NpgsqlConnection connection, string word, CancellationToken cancel)
    {
        var like =
            $"%{word.Replace(@"\", @"\\", StringComparison.Ordinal).Replace("%", @"\%", StringComparison.Ordinal).Replace("_", @"\_", StringComparison.Ordinal)}%";
        var pattern = Value(like);
        _plants.Add(
            $"concat_ws(' ', p.tag, d.full_name, t.name, t.common_name, t.family, p.description, pv.note, s.name, r.name) ilike {pattern}"
        );

        var taxa = await connection.QueryAsync(
            "select distinct taxon from guide_taxon where name ilike $1 or common_name ilike $1 or family ilike $1",
            [like],
            r => r.GetString(0),
            cancel
        );
        var sites = await connection.QueryAsync(
            "select id from site where name ilike $1",
            [like],
            r => r.GetGuid(0),
            cancel
        );
        var people = await connection.QueryAsync(
            "select id from person where name ilike $1",
            [like],
            r => r.GetGuid(0),
            cancel
        );
        var noted =
            word.Length >= ShortestInNotes
            && await connection.ScalarAsync<bool>(
                "select exists (select from count_line where note <> '' and note ilike $1 and removed_at is null)",
                [like],
                cancel
            );
        List<string> visits =
        [
            .. sites.Count > 0 ? [$"v.site = any({Value(sites.ToArray())})"] : Array.Empty<string>(),
            .. people.Count > 0 ? [$"v.recorder = any({Value(people.ToArray())})"] : Array.Empty<string>(),
        ];
        var byName = taxa.Count > 0 ? Value(taxa.ToArray()) : null;
        if (byName is null && !noted)
        {
            _visits.Add(visits.Count > 0 ? $"({string.Join(" or ", visits)})" : "false");
        }
        else if (visits.Count == 0 && !noted)
        {
            OfTaxa($"l.taxon = any({byName})");
        }
        else
        {
            List<string> ways =
            [
                .. byName is null
                    ? Array.Empty<string>()
                    : [$"select w.id from count_line w where w.removed_at is null and w.taxon = any({byName})"],
                .. noted
                    ?
                    [
                        $"select w.id from count_line w where w.removed_at is null and w.note <> '' and w.note ilike {pattern}",
                    ]
                    : Array.Empty<string>(),
                .. visits.Count == 0
                    ? Array.Empty<string>()
                    :
                    [
                        $"select w.id from visit v join count_sheet c on c.visit = v.id join count_line w on w.sheet = c.id and w.removed_at is null where {string.Join(" or ", visits)}",
                    ],
            ];
            _lines.Add($"l.id in ({string.Join(" union ", ways)})");
        }
    }
}
