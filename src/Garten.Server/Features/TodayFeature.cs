using Garten.Core.Assessment;
using Garten.Core.Bench;
using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Features;

/// <summary>Something to come back for, and on which plant.</summary>
/// <param name="Plant">The plant.</param>
/// <param name="Grade">Its grade.</param>
/// <param name="Need">What there is to see.</param>
public sealed record TodayNeed(PlantTag Plant, Grade Grade, ReturnNeed Need);

/// <summary>A grade that fell.</summary>
/// <param name="Plant">The plant.</param>
/// <param name="Fall">How.</param>
public sealed record TodayFall(PlantTag Plant, GradeFall Fall);

/// <summary>Something that does not agree on a plant.</summary>
/// <param name="Plant">The plant.</param>
/// <param name="Says">What.</param>
public sealed record TodayDoubt(PlantTag Plant, string Says);

/// <summary>A visit on which nothing was recorded yet.</summary>
/// <param name="Plant">The plant.</param>
/// <param name="Date">The day.</param>
public sealed record TodayVisit(PlantTag Plant, DateOnly Date);

/// <summary>A threat that is not settled.</summary>
/// <param name="Plant">The plant.</param>
/// <param name="Threat">The threat.</param>
public sealed record TodayThreat(PlantTag Plant, Threat Threat);

/// <summary>A name others are to look at, or have.</summary>
/// <param name="Plant">The plant.</param>
/// <param name="Name">The name as written.</param>
/// <param name="By">Who gave it.</param>
/// <param name="Says">What others say against it or ask for; empty while nobody has reviewed it.</param>
/// <param name="Mine">True when the person who asks gave the name.</param>
public sealed record TodayName(PlantTag Plant, string Name, string By, IReadOnlyList<string> Says, bool Mine);

/// <summary>How many plants have a grade.</summary>
/// <param name="Grade">The grade.</param>
/// <param name="Plants">How many.</param>
public sealed record GradeCount(Grade Grade, int Plants);

/// <summary>The desk one starts at.</summary>
/// <param name="Date">Today.</param>
/// <param name="Year">How the year runs, in words.</param>
/// <param name="YearGrounds">What that rests on.</param>
/// <param name="Open">What shows now, what closes soonest first.</param>
/// <param name="Soon">What opens within a month, the soonest first.</param>
/// <param name="Falls">Grades that fell.</param>
/// <param name="Doubts">Plants whose key and features disagree.</param>
/// <param name="Unwritten">Visits not written up.</param>
/// <param name="Threats">Threats not settled, the longest known first.</param>
/// <param name="Names">Latest names of which a second person differs or asks for more, and for those who review the names of others that wait for them.</param>
/// <param name="Grades">How the plants stand.</param>
public sealed record TodayView(
    DateOnly Date, string Year, IReadOnlyList<string> YearGrounds, IReadOnlyList<TodayNeed> Open, IReadOnlyList<TodayNeed> Soon, IReadOnlyList<TodayFall> Falls,
    IReadOnlyList<TodayDoubt> Doubts, IReadOnlyList<TodayVisit> Unwritten, IReadOnlyList<TodayThreat> Threats, IReadOnlyList<TodayName> Names, IReadOnlyList<GradeCount> Grades);

/// <summary>What there is to do today.</summary>
public static class TodayFeature
{
    private const int SoonDays = 31;

    /// <summary>Adds the endpoint.</summary>
    /// <param name="api">The API.</param>
    public static void Map(IEndpointRouteBuilder api) => api.MapGet("/today", async (
        Veil veil, PlantSheets sheets, PlantGrades grades, GradeStore store, CareStore care, ReviewStore reviews, CurrentPerson person, CurrentGuide current, TimeProvider clock, CancellationToken cancel) =>
    {
        var today = Rules.Today(clock);
        var run = await grades.RunAsync(cancel);
        var tags = await veil.TagsAsync(cancel);
        var plants = await SeveralAtOnce.SelectAsync(
            tags, async tag =>
            {
                var request = await sheets.RequestAsync(tag.Id, cancel);
                var answer = await grades.AnswerAsync(tag.Id, request, run, cancel);
                return (Tag: tag, Answer: answer, Doubt: DoubtOf(current, request, answer),
                    Unwritten: request.Plant.Visits.Where(v => request.Plant.Observations.All(o => o.Visit != v.Number)).Select(v => new TodayVisit(tag, v.Date)).ToArray());
            },
            cancel);
        TodayNeed[] needs = [.. plants.SelectMany(p => p.Answer.Needs.Where(n => n.Part is not null).Select(n => new TodayNeed(p.Tag, p.Answer.Grade.Grade, n)))];
        var byId = tags.ToDictionary(t => t.Id);
        return new TodayView(
            today, run.InWords(), [.. run.Grounds],
            [.. needs.Where(n => n.Need.Open).OrderBy(n => n.Need.To)],
            [.. needs.Where(n => !n.Need.Open && n.Need.From is { } from && from <= today.AddDays(SoonDays)).OrderBy(n => n.Need.From)],
            [.. (await store.FallsAsync(cancel)).Where(f => byId.ContainsKey(f.Plant)).Select(f => new TodayFall(byId[f.Plant], f))],
            [.. plants.Where(p => p.Doubt is not null).Select(p => new TodayDoubt(p.Tag, p.Doubt!))], [.. plants.SelectMany(p => p.Unwritten)],
            [.. (await care.OpenThreatsAsync(cancel)).Where(t => byId.ContainsKey(t.Plant)).Select(t => new TodayThreat(byId[t.Plant], t))],
            [
                .. (await reviews.LatestAsync(cancel)).Where(n => byId.ContainsKey(n.Plant) && n.Reviews.All(r => r.Verdict != Verdict.Agrees)).Select(n => new TodayName(
                    byId[n.Plant], n.Name, n.By, [.. n.Reviews.Select(r => $"{r.Person} {(r.Verdict == Verdict.Differs ? "differs" : "asks for more")}: {r.Remark}")], person.Member?.Name == n.By))
                    .Where(n => n.Says.Count > 0 || (!n.Mine && person.Member!.May(Right.Review))),
            ],
            [.. Enum.GetValues<Grade>().Select(g => new GradeCount(g, plants.Count(p => p.Answer.Grade.Grade == g)))]);
    }).WithName("today").Produces<TodayView>();

    /// <summary>What does not agree on a plant; null where all does. Where no key was walked none can disagree.</summary>
    private static string? DoubtOf(CurrentGuide current, BenchRequest request, ReturnAnswer answer) =>
        answer.Grade.Name is not null && answer.Grade.Grounds.FirstOrDefault(g => g is { Kind: GroundKind.Agreement, Met: false }) is { } against ? against.Says
        : request.Plant.Walk is not null && BenchDesk.Answer(current.Model, request).SecondOpinion is { Length: > 0 } opinion ? opinion : null;
}
