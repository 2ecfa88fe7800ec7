using Garten.Core.Assessment;
using Garten.Core.Evidence;
using Garten.Core.Sheets;
using Garten.Core.Survey.Care;

namespace Garten.Data;

/// <summary>What was reckoned of a plant, and from what.</summary>
/// <param name="Revision">Revision of the plant it is of.</param>
/// <param name="GuideVersion">Number of the guide's version.</param>
/// <param name="Content">What was reckoned.</param>
public sealed record KeptAssessment(long Revision, int GuideVersion, PlantAssessment Content);

/// <summary>How a plant stands and what it waits for, as kept.</summary>
/// <param name="Assessment">What was reckoned of it; null before it ever was.</param>
/// <param name="Overrule">The grade a person set; null where the reckoned one stands.</param>
/// <param name="Place">The site as seasons depend on it.</param>
/// <param name="Unwritten">Days of visits on which nothing was recorded.</param>
/// <param name="Landmarks">What it is found again by.</param>
/// <param name="Origin">Wild or planted.</param>
public sealed record PlantDigest(
    PlantTag Tag,
    PlantAssessment? Assessment,
    Grade? Overrule,
    SiteId Site,
    SeasonPlace Place,
    IReadOnlyList<DateOnly> Unwritten,
    IReadOnlyList<Landmark> Landmarks,
    Origin Origin
)
{
    /// <summary>The grade that counts: the one a person set, or else the one reckoned.</summary>
    public Grade Grade => Overrule ?? Assessment?.Grade.Grade ?? Grade.Unplaced;
}

/// <summary>A plant, and those that stand in one colony with it.</summary>
/// <param name="Others">Plants read with it, by id.</param>
public sealed record PlantInColony(StoredPlant Stored, IReadOnlyDictionary<PlantId, StoredPlant> Others)
{
    /// <summary>Most linked plants that are weighed with one.</summary>
    private const int MostLinked = 40;

    /// <summary>The plant of an id, among those read.</summary>
    /// <exception cref="NotInStoreException">It is not among them.</exception>
    public static PlantInColony Of(PlantId id, IReadOnlyDictionary<PlantId, StoredPlant> read) =>
        read.TryGetValue(id, out var found) ? new(found, read) : throw new NotInStoreException(PlantStore.NoSuchPlant);

    /// <summary>The plant as the core knows it.</summary>
    public Plant ToPlant() =>
        Alone(Stored) with
        {
            Walk = Stored.Walk?.Walk,
            Colony =
            [
                .. Stored
                    .Colony.Where(l => Others.ContainsKey(l.Id))
                    .Take(MostLinked)
                    .Select(l => (l.Tag, Plant: Alone(Others[l.Id])))
                    .Select(x => new ColonyMember(x.Tag, x.Plant.Place, x.Plant.Visits, x.Plant.Observations)),
            ],
        };

    /// <summary>The plant with what was said of its names, as grades are reckoned from it.</summary>
    public GradeQuestion ToQuestion() =>
        new(
            ToPlant(),
            [
                .. Stored.Determinations.Select(d => new GivenName(new(d.Taxon), d.Qualifier, d.Person, d.Date)
                {
                    FullName = d.FullName,
                }),
            ]
        )
        {
            Reviews = [.. Stored.ReviewsOfLatest],
            Vouchers = [.. Stored.Vouchers.Select(v => v.Content.Number)],
        };

    private static Plant Alone(StoredPlant stored)
    {
        var visits = new PlantVisits(stored.Visits);
        return new(
            stored.Card.Site.AsPlaceFacts(),
            visits.Asked,
            [
                .. stored.Observations.Select(o =>
                    visits.Seen(
                        o.Content.PlantVisit,
                        o.Content.ToObservation(0, default, null, null),
                        o.Content.Altered
                    )
                ),
            ],
            null,
            []
        );
    }
}
