using Garten.Core.Assessment;
using Garten.Core.Sheets;
using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A feature to look at.</summary>
/// <param name="Again">True for one that was recorded and speaks against the name.</param>
public sealed record TodayFeature(string Label, bool Again);

/// <summary>Something to come back for, and on which plant.</summary>
/// <param name="Part">The part of the plant to look at.</param>
/// <param name="From">First day it shows.</param>
/// <param name="To">Last day.</param>
/// <param name="Words">When and why, in words.</param>
/// <param name="Features">What to look at, the most telling first; may be empty where seeing the part is enough.</param>
public sealed record TodayNeed(
    PlantTag Plant,
    Grade Grade,
    PlantPart Part,
    DateOnly? From,
    DateOnly? To,
    string Words,
    IReadOnlyList<TodayFeature> Features
);

/// <summary>A grade that fell.</summary>
public sealed record TodayFall(PlantTag Plant, GradeFall Fall);

/// <summary>Something that does not agree on a plant.</summary>
public sealed record TodayDoubt(PlantTag Plant, string Says);

/// <summary>A visit on which nothing was recorded yet.</summary>
public sealed record TodayVisit(PlantTag Plant, DateOnly Date);

/// <summary>A threat that is not settled.</summary>
public sealed record TodayThreat(PlantTag Plant, Threat Threat);

/// <summary>A name others are to look at, or have.</summary>
/// <param name="Name">The name as written.</param>
/// <param name="By">Who gave it.</param>
/// <param name="Says">What others say against it or ask for; empty while nobody has reviewed it.</param>
/// <param name="Mine">True when the person who asks gave the name.</param>
public sealed record TodayName(PlantTag Plant, string Name, string By, IReadOnlyList<string> Says, bool Mine);

/// <summary>How many plants have a grade.</summary>
public sealed record GradeCount(Grade Grade, int Plants);

/// <summary>The desk one starts at.</summary>
/// <param name="Year">How the year runs, in words.</param>
/// <param name="YearReasons">What that rests on.</param>
/// <param name="Open">What shows now, what closes soonest first.</param>
/// <param name="Soon">What opens within a month, the soonest first.</param>
/// <param name="Falls">Grades that fell.</param>
/// <param name="Doubts">Plants whose key and features disagree.</param>
/// <param name="Unwritten">Visits not written up.</param>
/// <param name="Threats">Threats not settled, the longest known first.</param>
/// <param name="Names">Latest names of which a second person differs or asks for more, and for those who review the names of others that wait for them.</param>
/// <param name="Grades">How the plants stand.</param>
public sealed record TodayView(
    DateOnly Date,
    string Year,
    IReadOnlyList<string> YearReasons,
    IReadOnlyList<TodayNeed> Open,
    IReadOnlyList<TodayNeed> Soon,
    IReadOnlyList<TodayFall> Falls,
    IReadOnlyList<TodayDoubt> Doubts,
    IReadOnlyList<TodayVisit> Unwritten,
    IReadOnlyList<TodayThreat> Threats,
    IReadOnlyList<TodayName> Names,
    IReadOnlyList<GradeCount> Grades
);

/// <summary>What there is to do today.</summary>
public static class TodayEndpoints
{
    private const int SoonDays = 31;

    /// <summary>Adds the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet(
                "/today",
                async (
                    PlantStore store,
                    PlantGrades grades,
                    GradeStore falls,
                    CareStore care,
                    ReviewStore reviews,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    var today = Clock.Today(clock);

                    // None of these hangs on another, so the database is asked for all of them at once.
                    var dayAsked = grades.TodayAsync(cancel);
                    var plantsAsked = store.DigestsAsync(cancel);
                    var fallsAsked = falls.FallsAsync(cancel);
                    var threatsAsked = care.OpenThreatsAsync(cancel);
                    var namesAsked = reviews.LatestAsync(cancel);
                    await Task.WhenAll(dayAsked, plantsAsked, fallsAsked, threatsAsked, namesAsked);
                    var (day, plants) = (await dayAsked, await plantsAsked);
                    var names = (await namesAsked).ToDictionary(n => n.Plant);
                    var needs = plants.SelectMany(p => NeedsOf(p, day)).ToLookup(n => n.Need.Open);
                    var byId = plants.ToDictionary(p => p.Tag.Id, p => p.Tag);
                    return new TodayView(
                        today,
                        day.Run.InWords(),
                        [.. day.Run.Reasons],
                        [.. needs[true].OrderBy(n => n.Need.To).Select(ViewOf)],
                        [
                            .. needs[false]
                                .Where(n => n.Need.From is { } from && from <= today.AddDays(SoonDays))
                                .OrderBy(n => n.Need.From)
                                .Select(ViewOf),
                        ],
                        [
                            .. (await fallsAsked)
                                .Where(f => byId.ContainsKey(f.Plant))
                                .Select(f => new TodayFall(byId[f.Plant], f)),
                        ],
                        [
                            .. plants
                                .Where(p => p.Assessment is { Doubt.Length: > 0 })
                                .Select(p => new TodayDoubt(p.Tag, p.Assessment!.Doubt)),
                        ],
                        [.. plants.SelectMany(p => p.Unwritten.Select(d => new TodayVisit(p.Tag, d)))],
                        [
                            .. (await threatsAsked)
                                .Where(t => byId.ContainsKey(t.Plant))
                                .Select(t => new TodayThreat(byId[t.Plant], t)),
                        ],
                        [
                            .. plants
                                .Where(p =>
                                    names.TryGetValue(p.Tag.Id, out var given)
                                    && given.Reviews.All(r => r.Verdict != Verdict.Agrees)
                                )
                                .Select(p => NameOf(p.Tag, names[p.Tag.Id], person.Member?.Name))
                                .Where(n => n.Says.Count > 0 || (!n.Mine && person.Member!.May(Right.Review))),
                        ],
                        [.. Enum.GetValues<Grade>().Select(g => new GradeCount(g, plants.Count(p => p.Grade == g)))]
                    );
                }
            )
            .WithName("today")
            .Produces<TodayView>();

    private static IEnumerable<(PlantDigest Plant, ReturnNeed Need)> NeedsOf(PlantDigest plant, ReturnDay day) =>
        plant.Assessment is { } assessment
            ? day.Of(assessment, plant.Place).Needs.Where(n => n.Part is not null).Select(n => (plant, n))
            : [];

    private static TodayName NameOf(PlantTag plant, NameUnderReview given, string? asking) =>
        new(
            plant,
            given.Name,
            given.By,
            [
                .. given.Reviews.Select(r =>
                    $"{r.Person} {(r.Verdict == Verdict.Differs ? "differs" : "asks for more")}: {r.Remark}"
                ),
            ],
            asking == given.By
        );

    private static TodayNeed ViewOf((PlantDigest Plant, ReturnNeed Need) waiting) =>
        new(
            waiting.Plant.Tag,
            waiting.Plant.Grade,
            waiting.Need.Part!.Value,
            waiting.Need.From,
            waiting.Need.To,
            waiting.Need.Words,
            [.. waiting.Need.Features.Select(f => new TodayFeature(f.Label, f.Again))]
        );
}
