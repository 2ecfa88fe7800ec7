using Garten.Core.Bench;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Seasons;
using Garten.Core.Sheets;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A taxon with the day its part closes or opens.</summary>
/// <param name="Day">The last day it shows, or the first; null for all year.</param>
/// <param name="Error">Standard error of that day, in days.</param>
public sealed record ShownTaxon(TaxonName Taxon, DateOnly? Day, double Error);

/// <summary>A feature that can be looked at.</summary>
/// <param name="Recorded">True when it was recorded on the plant that is asked of.</param>
public sealed record ShownFeature(string Character, string Label, bool Recorded);

/// <summary>A part of plants on a day.</summary>
/// <param name="Part">The part; null for what shows on any day.</param>
/// <param name="Showing">Taxa that show it, what closes soonest first.</param>
/// <param name="Next">Taxa next to show it.</param>
/// <param name="Unsaid">How many taxa the guide does not say it of.</param>
/// <param name="Features">What can be looked at on it.</param>
public sealed record ShownPart(
    PlantPart? Part,
    IReadOnlyList<ShownTaxon> Showing,
    IReadOnlyList<ShownTaxon> Next,
    int Unsaid,
    IReadOnlyList<ShownFeature> Features
);

/// <summary>What shows on a day.</summary>
/// <param name="Taxa">How many taxa are asked of.</param>
/// <param name="Of">Of whom, in words.</param>
public sealed record ShowsView(DateOnly Date, int Taxa, string Of, IReadOnlyList<ShownPart> Parts);

/// <summary>What shows on a day, at a place, on all plants of the guide or on one plant.</summary>
public static class ShowsEndpoints
{
    /// <summary>Names are taken into account until they hold this much together.</summary>
    private const double Held = 0.95;

    /// <summary>Adds the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet(
                "/shows",
                async (
                    DateOnly? date,
                    SiteId? site,
                    PlantId? plant,
                    PlaceStore places,
                    PlantSheets sheets,
                    PlantGrades grades,
                    CurrentGuide current,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    var day = date ?? Clock.Today(clock);
                    if (Math.Abs(day.Year - Clock.Today(clock).Year) > 1)
                    {
                        throw new RuleException("date", "Choose a day of this year, the last or the next.");
                    }

                    var run = day.Year == Clock.Today(clock).Year ? await grades.RunAsync(cancel) : YearRun.Usual;
                    if (plant is { } number)
                    {
                        var sheet = await sheets.ReadAsync(number, cancel);
                        var (taxa, of) = NamesOf(current.Model, sheet);
                        var recorded = sheet.Observations.Select(o => o.Seen.Character).ToHashSet();
                        return ViewOf(
                            current.Guide,
                            day,
                            of,
                            taxa,
                            sheet.Question.Place.Season,
                            run,
                            sheet.Learned.Select(l => l.Sex).LastOrDefault(s => s is not null),
                            recorded
                        );
                    }

                    var at = site is null
                        ? null
                        : (await places.SitesAsync(cancel)).Find(s => s.Id == site)
                            ?? throw new NotInStoreException("There is no such site. Choose one from the list.");
                    return ViewOf(
                        current.Guide,
                        day,
                        "all species of the guide",
                        [.. current.Guide.Taxa.Where(t => t.IsSpeciesLevel).Select(t => t.Id)],
                        at is null ? current.Guide.Title.Reference : at.AsSeasonPlace(),
                        run,
                        null,
                        []
                    );
                }
            )
            .WithName("shows")
            .Produces<ShowsView>();

    /// <summary>The names a plant may have: the one given, or those that hold most of the chance.</summary>
    private static (TaxonId[] Taxa, string Of) NamesOf(CandidateModel model, PlantSheet sheet)
    {
        if (
            sheet.Determinations is [{ } given, ..]
            && model.Guide.FindTaxon(new(given.Taxon)) is { IsSpeciesLevel: true } named
        )
        {
            return ([named.Id], named.Name);
        }

        List<TaxonId> taxa = [];
        var held = 0.0;
        foreach (var name in BenchDesk.Rank(model, new(sheet.Asked(), null)).Names)
        {
            if (held >= Held)
            {
                break;
            }

            taxa.Add(name.Name.Id);
            held += name.Mass;
        }

        return ([.. taxa], taxa.Count == 1 ? model.Guide.Taxon(taxa[0]).Name : $"the {taxa.Count} likeliest names");
    }

    private static ShowsView ViewOf(
        Guide guide,
        DateOnly day,
        string of,
        TaxonId[] taxa,
        SeasonPlace place,
        YearRun run,
        Sex? sex,
        HashSet<CharacterId> recorded
    ) =>
        new(
            day,
            taxa.Length,
            of,
            [
                .. ShowingParts
                    .On(guide, taxa, place, run, day, sex)
                    .Select(p => new ShownPart(
                        p.Part,
                        [.. p.Showing.Select(s => new ShownTaxon(TaxonName.Of(guide.Taxon(s.Taxon)), s.To, s.Error))],
                        [.. p.Next.Select(s => new ShownTaxon(TaxonName.Of(guide.Taxon(s.Taxon)), s.From, s.Error))],
                        p.Unsaid.Length,
                        [
                            .. p.Characters.Select(c => new ShownFeature(
                                c.Value,
                                guide.Character(c).Label,
                                recorded.Contains(c)
                            )),
                        ]
                    )),
            ]
        );
}
