using Garten.Core.Guides;
using Garten.Formats.Packages;
using Npgsql;

namespace Garten.Data;

/// <summary>Keeps every version of a guide that was ever loaded.</summary>
public sealed class GuideStore(NpgsqlDataSource source)
{
    /// <summary>Keeps a sound guide; one with the same content is kept once.</summary>
    /// <param name="guide">The guide read from them.</param>
    /// <returns>Number of the version in the store.</returns>
    public async Task<int> KeepAsync(PackageFiles package, Guide guide, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var checksum = package.Checksum;

        // Two servers may start on one database at once; the second waits here and then finds the guide kept.
        await connection.ExecuteAsync("select pg_advisory_xact_lock(hashtext('guide_version'))", [], cancel);
        var known = await connection.ScalarAsync<int?>(
            "select id from guide_version where checksum = $1",
            [checksum],
            cancel
        );
        if (known is { } id)
        {
            return id;
        }

        var version = await connection.ScalarAsync<int>(
            "insert into guide_version (guide, version, title, checksum) values ($1, $2, $3, $4) returning id",
            [guide.Title.Id, guide.Title.Version, guide.Title.Title, checksum],
            cancel
        );
        foreach (var (path, content) in package.All)
        {
            await connection.ExecuteAsync(
                "insert into guide_file (guide_version, path, content) values ($1, $2, $3)",
                [version, path, content],
                cancel
            );
        }

        await CopyTaxaAsync(connection, version, guide, cancel);
        await CopyStandingsAsync(connection, version, guide, cancel);
        await using (
            var writer = await connection.BeginBinaryImportAsync(
                "copy guide_character (guide_version, character) from stdin (format binary)",
                cancel
            )
        )
        {
            foreach (var character in guide.Characters)
            {
                await writer.StartRowAsync(cancel);
                await writer.WriteAsync(version, cancel);
                await writer.WriteAsync(character.Id.Value, cancel);
            }

            await writer.CompleteAsync(cancel);
        }

        await transaction.CommitAsync(cancel);
        return version;
    }

    /// <summary>What the survey speaks of and a guide does not have: names given or counted, and features recorded, each once.</summary>
    public async Task<List<string>> NotInAsync(Guide guide, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            """
            select distinct said from (
                select taxon said from determination where guide_version <> 0 and not taxon = any($1)
                union all select taxon from count_line where guide_version <> 0 and not taxon = any($1)
                union all select character from observation where not character = any($2)
            ) missing order by said
            """,
            [guide.Taxa.Select(t => t.Id.Value).ToArray(), guide.Characters.Select(c => c.Id.Value).ToArray()],
            r => r.GetString(0),
            cancel
        );
    }

    private static async Task CopyTaxaAsync(
        NpgsqlConnection connection,
        int version,
        Guide guide,
        CancellationToken cancel
    )
    {
        await using var writer = await connection.BeginBinaryImportAsync(
            "copy guide_taxon (guide_version, taxon, parent, rank, name, author, family, genus, common_name, status) from stdin (format binary)",
            cancel
        );
        foreach (var taxon in guide.Taxa)
        {
            await writer.StartRowAsync(cancel);
            await writer.WriteAsync(version, cancel);
            await writer.WriteAsync(taxon.Id.Value, cancel);
            if (taxon.Parent is { } parent)
            {
                await writer.WriteAsync(parent.Value, cancel);
            }
            else
            {
                await writer.WriteNullAsync(cancel);
            }

            await writer.WriteAsync(taxon.Rank.ToString(), cancel);
            await writer.WriteAsync(taxon.Name, cancel);
            await writer.WriteAsync(taxon.Author, cancel);
            await writer.WriteAsync(guide.At(taxon.Id, TaxonRank.Family)?.Name ?? "", cancel);
            await writer.WriteAsync(GenusOf(guide, taxon), cancel);
            await writer.WriteAsync(taxon.CommonNames.FirstOrDefault() ?? "", cancel);
            await writer.WriteAsync(taxon.Status.ToString(), cancel);
        }

        await writer.CompleteAsync(cancel);
    }

    private static async Task CopyStandingsAsync(
        NpgsqlConnection connection,
        int version,
        Guide guide,
        CancellationToken cancel
    )
    {
        await using var writer = await connection.BeginBinaryImportAsync(
            "copy guide_taxon_area (guide_version, taxon, area, status) from stdin (format binary)",
            cancel
        );
        foreach (
            var (taxon, area) in guide
                .Taxa.SelectMany(t => guide.Areas.Select(a => (t, a.Id)))
                .Where(x => guide.StatusIn(x.t.Id, x.Id) != x.t.Status)
        )
        {
            await writer.StartRowAsync(cancel);
            await writer.WriteAsync(version, cancel);
            await writer.WriteAsync(taxon.Id.Value, cancel);
            await writer.WriteAsync(area, cancel);
            await writer.WriteAsync(guide.StatusIn(taxon.Id, area).ToString(), cancel);
        }

        await writer.CompleteAsync(cancel);
    }

    /// <summary>Small guides put species straight under their family; the genus is then the first word of the name.</summary>
    private static string GenusOf(Guide guide, Taxon taxon) =>
        guide.At(taxon.Id, TaxonRank.Genus)?.Name ?? (taxon.IsSpeciesLevel ? taxon.Name.Split(' ')[0] : "");
}
