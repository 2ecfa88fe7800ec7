using Garten.Core.Commands;
using Npgsql;

namespace Garten.Data;

/// <summary>What followed plants that are brought in change.</summary>
/// <param name="Visits">Visits added to plants.</param>
/// <param name="Details">Reviews, specimens, landmarks, threats, years of rosettes, walks, grades set and links of colonies added.</param>
public sealed record PlantChange(int Plants, int Visits, int Features, int Names, int Pictures, int Details);

/// <summary>Brings followed plants in, within the transaction of an import. What is there already stays as it is.</summary>
/// <param name="connection">A connection in a transaction.</param>
/// <param name="guideVersion">The guide characters and names are of.</param>
/// <param name="keep">False when all will be taken back: then the files of pictures need not be fetched.</param>
internal sealed class ArrivingPlants(NpgsqlConnection connection, int guideVersion, bool keep)
{
    private readonly Dictionary<string, PersonId> _people = [];

    /// <summary>People who stood on no record yet.</summary>
    public List<string> NewPeople { get; } = [];

    /// <summary>Plants that were added or that something was added to.</summary>
    public List<PlantId> Touched { get; } = [];

    /// <summary>Brings plants in.</summary>
    /// <param name="plants">The plants; their sites are there.</param>
    public async Task<PlantChange> BringInAsync(IReadOnlyList<ArrivingPlant> plants, CancellationToken cancel)
    {
        PlantChange change = new(0, 0, 0, 0, 0, 0);
        var details = 0;
        foreach (var plant in plants)
        {
            var id = plant.Id;
            var (site, isNew) = await PlantAsync(plant, cancel);
            Touched.Add(id);
            change = change with { Plants = change.Plants + (isNew ? 1 : 0) };
            foreach (var look in plant.Looks)
            {
                var (visit, isNewVisit) = await LookAsync(id, site, look, cancel);
                if (isNewVisit)
                {
                    foreach (var feature in look.Features)
                    {
                        await EvidenceStore.PutAsync(
                            connection,
                            guideVersion,
                            visit,
                            feature.Content.Character,
                            feature.Content with
                            {
                                RecordedBy = await PersonAsync(feature.Recorder, cancel),
                            },
                            cancel
                        );
                    }

                    change = change with
                    {
                        Visits = change.Visits + 1,
                        Features = change.Features + look.Features.Count,
                    };
                }

                foreach (var picture in look.Pictures)
                {
                    change = change with { Pictures = change.Pictures + await PictureAsync(visit, picture, cancel) };
                }
            }

            foreach (var name in plant.Names)
            {
                change = change with { Names = change.Names + await NameAsync(id, name, cancel) };
                foreach (var review in name.Reviews)
                {
                    details += await ReviewAsync(id, name, review, cancel);
                }
            }

            foreach (var (content, person) in plant.Specimens)
            {
                details += await connection.ExecuteAsync(
                    "insert into voucher (number, plant, kept_at, taken_on, stand, taken, permit, person) values ($1, $2, $3, $4, $5, $6, $7, $8) on conflict (number) do nothing",
                    [
                        content.Number,
                        id,
                        content.KeptAt,
                        content.TakenOn,
                        content.Stand,
                        content.Taken,
                        content.Permit,
                        await PersonAsync(person, cancel),
                    ],
                    cancel
                );
            }

            details += await CareAsync(id, plant, isNew, cancel) + await StudyAsync(id, plant.Study, cancel);
        }

        // A colony may hold plants that come later in the file.
        foreach (var plant in plants)
        {
            details += await ColonyAsync(plant, cancel);
        }

        return change with
        {
            Details = details,
        };
    }

    /// <summary>1 when the picture was not here yet.</summary>
    private async Task<int> PictureAsync(VisitId visit, ArrivingPicture picture, CancellationToken cancel)
    {
        var isNew = !await connection.ScalarAsync<bool>(
            "select exists (select from photo where id = $1)",
            [picture.Photo.Id],
            cancel
        );
        var person = await PersonAsync(picture.Person, cancel);
        if (isNew)
        {
            using MemoryStream file = new(keep ? picture.Content() : []);
            await PhotoStore.KeepAsync(connection, picture.Photo, file, null, person, cancel);
        }

        // One that is on the visit already keeps what was said of it here.
        await connection.ExecuteAsync(
            """
            insert into plant_picture (photo, plant_visit, organ, caption, marks, added_by) values ($1, $2, $3, $4, $5, $6)
            on conflict (photo, plant_visit) do nothing
            """,
            [
                picture.Photo.Id,
                visit,
                picture.Note.Organ.ToString(),
                picture.Note.Caption,
                Sql.Jsonb(StoredPlants.Written(picture.Note.Marks)),
                person,
            ],
            cancel
        );
        await PhotoStore.UseAsync(connection, picture.Photo.Id, visit, picture.Characters, person, cancel);
        return isNew ? 1 : 0;
    }

    /// <summary>A walk comes to a plant without one, grades set to a plant of which nobody set one.</summary>
    private async Task<int> StudyAsync(PlantId id, ArrivingStudy study, CancellationToken cancel)
    {
        var added = 0;
        if (
            study.Walk is { } walk
            && !await connection.ScalarAsync<bool>("select exists (select from walk where plant = $1)", [id], cancel)
        )
        {
            await EvidenceStore.PutWalkAsync(connection, id, walk, cancel);
            added++;
        }

        if (
            study.Overrules.Count > 0
            && !await connection.ScalarAsync<bool>(
                "select exists (select from grade_overrule where plant = $1)",
                [id],
                cancel
            )
        )
        {
            foreach (var overrule in study.Overrules)
            {
                added += await connection.ExecuteAsync(
                    "insert into grade_overrule (plant, grade, reason, person, given_at) values ($1, $2, $3, $4, $5)",
                    [
                        id,
                        overrule.Grade?.ToString(),
                        overrule.Reason,
                        await PersonAsync(overrule.Person, cancel),
                        overrule.At.ToUniversalTime(),
                    ],
                    cancel
                );
            }
        }

        return added;
    }

    private async Task<int> ColonyAsync(ArrivingPlant plant, CancellationToken cancel)
    {
        var added = 0;
        foreach (var (other, person) in plant.Study.Colony)
        {
            added += await connection.ExecuteAsync(
                """
                insert into colony_link (plant, other, linked_by)
                select least(p.id, o.id), greatest(p.id, o.id), $3 from plant p join plant o on o.id = $2 and o.id <> p.id where p.id = $1
                on conflict do nothing
                """,
                [plant.Id, other, await PersonAsync(person, cancel)],
                cancel
            );
        }

        return added;
    }

    /// <summary>Landmarks come to a plant that has none; threats and years that are known stay as they are here.</summary>
    private async Task<int> CareAsync(PlantId id, ArrivingPlant plant, bool isNew, CancellationToken cancel)
    {
        var added = 0;
        if (
            !await connection.ScalarAsync<bool>(
                "select exists (select from plant_landmark where plant = $1)",
                [id],
                cancel
            )
        )
        {
            await CareStore.PutAsync(connection, id, plant.Care.Landmarks, cancel);
            added += plant.Care.Landmarks.Count;
        }

        foreach (var (threat, person) in plant.Care.Threats)
        {
            added += await connection.ExecuteAsync(
                """
                insert into threat (plant, kind, note, seen_on, told, told_on, outcome, settled_on, person)
                select $1, $2, $3, $4, $5, $6, $7, $8, $9
                where $10 or not exists (select from threat where plant = $1 and kind = $2 and seen_on = $4 and person = $9)
                """,
                [
                    id,
                    threat.Kind.ToString(),
                    threat.Note,
                    threat.SeenOn,
                    threat.Told,
                    threat.ToldOn,
                    threat.Outcome,
                    threat.SettledOn,
                    await PersonAsync(person, cancel),
                    isNew,
                ],
                cancel
            );
        }

        foreach (var count in plant.Care.Counts)
        {
            added += await connection.ExecuteAsync(
                "insert into population_count (plant, year, marked, marked_on, flowering, flowering_on, person) values ($1, $2, $3, $4, $5, $6, $7) on conflict (plant, year) do nothing",
                [
                    id,
                    count.Year,
                    count.Marked,
                    count.MarkedOn,
                    count.Flowering,
                    count.FloweringOn,
                    await PersonAsync(plant.Looks[0].Recorder, cancel),
                ],
                cancel
            );
        }

        return added;
    }

    private async Task<(SiteId Site, bool IsNew)> PlantAsync(ArrivingPlant plant, CancellationToken cancel)
    {
        if (await connection.IdAsync<SiteId>("select site from plant where id = $1", [plant.Id], cancel) is { } known)
        {
            return (known, false);
        }

        // One plant is taken at a time, so that no two get the same tag.
        await connection.ExecuteAsync("select pg_advisory_xact_lock(hashtext('plant_tag'))", [], cancel);
        var tag = await connection.IdAsync<PlantId>("select id from plant where tag = $1", [plant.Tag], cancel) is null
            ? plant.Tag
            : await PlantStore.NextTagAsync(connection, cancel);
        var site = await connection.IdAsync<SiteId>("select id from site where name = $1", [plant.Site], cancel)
            ?? throw new NotInStoreException($"There is no site called {plant.Site}.");
        var person = await PersonAsync(plant.Looks[0].Recorder, cancel);
        await connection.ExecuteAsync(
            "insert into plant (tag, id, site, description, origin, taken_by) values ($1, $2, $3, $4, $5, $6)",
            [tag, plant.Id, site, plant.Description, plant.Origin.ToString(), person],
            cancel
        );
        if (plant is { At: { } at, UncertaintyM: { } uncertainty })
        {
            await connection.ExecuteAsync(
                "insert into plant_position (plant, latitude, longitude, uncertainty_m, person) values ($1, $2, $3, $4, $5)",
                [plant.Id, at.Latitude, at.Longitude, uncertainty, person],
                cancel
            );
        }

        return (site, true);
    }

    /// <summary>The plant's visit, and whether it was not here yet.</summary>
    private async Task<(VisitId Id, bool IsNew)> LookAsync(
        PlantId plant,
        SiteId site,
        ArrivingLook look,
        CancellationToken cancel
    )
    {
        var person = await PersonAsync(look.Recorder, cancel);
        await connection.ExecuteAsync(
            "insert into visit (site, visited_on, recorder) values ($1, $2, $3) on conflict do nothing",
            [site, look.Date, person],
            cancel
        );
        var added = await connection.IdAsync<VisitId>(
            """
            insert into plant_visit (plant, visit, stage, sex, parts, altered, note)
            select $1, v.id, $5, $6, $7, $8, $9 from visit v where v.site = $2 and v.visited_on = $3 and v.recorder = $4
            on conflict (plant, visit) do nothing returning id
            """,
            [
                plant,
                site,
                look.Date,
                person,
                look.Stage?.ToString(),
                look.Sex?.ToString(),
                Sql.Names(look.Parts),
                Sql.Names(look.Altered),
                look.Note,
            ],
            cancel
        );
        return added is { } id
            ? (id, true)
            : (
                await connection.IdAsync<VisitId>(
                    "select p.id from plant_visit p join visit v on v.id = p.visit where p.plant = $1 and v.site = $2 and v.visited_on = $3 and v.recorder = $4",
                    [plant, site, look.Date, person],
                    cancel
                ) ?? throw new NotInStoreException(PlantStore.NoSuchPlant),
                false
            );
    }

    private async Task<int> NameAsync(PlantId plant, ArrivingName name, CancellationToken cancel) =>
        await connection.ExecuteAsync(
            """
            insert into determination (plant, id, guide_version, taxon, qualifier, full_name, determined_by, determined_on, remarks, reasons)
            select $1, $2, $3, $4, $5, $6, $7, $8, $9, $10
            where (select count(*) from every_determination d where d.plant = $1 and d.taxon = $4 and d.qualifier = $5 and d.determined_by = $7 and d.determined_on = $8) < $11
            on conflict (id) do nothing
            """,
            [
                plant,
                name.Id,
                new TaxonId(name.Taxon).IsInWords ? 0 : guideVersion,
                name.Taxon,
                name.Qualifier.ToString(),
                name.FullName,
                await PersonAsync(name.Person, cancel),
                name.Date,
                name.Remarks,
                Sql.Jsonb(name.Reasons),
                name.Time,
            ],
            cancel
        );

    private async Task<int> ReviewAsync(
        PlantId plant,
        ArrivingName name,
        ArrivingReview review,
        CancellationToken cancel
    ) =>
        await connection.ExecuteAsync(
            """
            insert into review (determination, reviewer, verdict, remark, given_at)
            select d.id, $6, $7, $8, $9
            from (
                select id from every_determination
                where plant = $1 and taxon = $2 and qualifier = $3 and determined_by = $4 and determined_on = $5
                order by arrived offset $10 limit 1) d
            where not exists (select from review r where r.determination = d.id and r.reviewer = $6 and r.verdict = $7 and r.given_at = $9)
            """,
            [
                plant,
                name.Taxon,
                name.Qualifier.ToString(),
                await PersonAsync(name.Person, cancel),
                name.Date,
                await PersonAsync(review.Person, cancel),
                review.Verdict.ToString(),
                review.Remark,
                review.At.ToUniversalTime(),
                name.Time - 1,
            ],
            cancel
        );

    private async Task<PersonId> PersonAsync(string name, CancellationToken cancel)
    {
        if (!_people.TryGetValue(name, out var id))
        {
            if (
                await connection.IdAsync<PersonId>(
                    "insert into person (name) values ($1) on conflict (name) do nothing returning id",
                    [name],
                    cancel
                ) is
                { } added
            )
            {
                NewPeople.Add(name);
                id = added;
            }
            else
            {
                id = await connection.IdAsync<PersonId>("select id from person where name = $1", [name], cancel)
                    ?? throw new NotInStoreException($"There is no person called {name}.");
            }

            _people[name] = id;
        }

        return id;
    }
}
