using Garten.Core.Assessment;
using Garten.Core.Bench;
using Garten.Core.Seasons;
using Garten.Data;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Features;

/// <summary>A plant's grade, what would raise it, and what a person said against the computed one.</summary>
/// <param name="Answer">The grade and the return list.</param>
/// <param name="Overrule">The grade a person set; null where the computed one stands.</param>
public sealed record PlantGrade(ReturnAnswer Answer, GradeOverrule? Overrule);

/// <summary>Grades and return lists of plants, and how the year runs.</summary>
/// <param name="plants">Plants.</param>
/// <param name="sheets">Their sheets.</param>
/// <param name="determinations">Their names.</param>
/// <param name="reviews">What others say of the names.</param>
/// <param name="grades">Their grades as noted.</param>
/// <param name="weather">The weather.</param>
/// <param name="watches">Watches of phenophases.</param>
/// <param name="veil">What is hidden from the person who asks.</param>
/// <param name="current">The guide.</param>
/// <param name="clock">The clock.</param>
public sealed class PlantGrades(
    PlantStore plants, PlantSheets sheets, DeterminationStore determinations, ReviewStore reviews, GradeStore grades, SurveyWeather weather, PhenologyWatches watches, Veil veil, CurrentGuide current, TimeProvider clock)
{
    /// <summary>The grade of a plant, and what would raise it.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<PlantGrade> OfAsync(int plant, CancellationToken cancel) =>
        new(await AnswerAsync(plant, await sheets.RequestAsync(plant, cancel), await RunAsync(cancel), cancel), await grades.OverruledAsync(plant, cancel));

    /// <summary>The return list of a plant.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="request">The plant as the core knows it.</param>
    /// <param name="run">How the year runs.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<ReturnAnswer> AnswerAsync(int plant, BenchRequest request, YearRun run, CancellationToken cancel) =>
        ReturnList.Of(current.Model, new(await QuestionAsync(plant, request, cancel), Rules.Today(clock), run));

    /// <summary>Notes the grade of a plant that has changed, so that a fall can be told of, and reads its sheet.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<PlantSheet> ChangedAsync(int plant, CancellationToken cancel)
    {
        var sheet = await sheets.ReadAsync(plant, cancel);
        var answer = Grading.Of(current.Model, await QuestionAsync(plant, sheet.Request, cancel));
        await grades.NoteAsync(plant, answer.Grade, answer.Name?.Id.Value, string.Join(' ', answer.Missing.Select(g => g.Says)), cancel);
        return sheet;
    }

    /// <summary>How this year runs, by the warmth of the station and the first dates of the survey.</summary>
    /// <param name="cancel">Gives up.</param>
    public async Task<YearRun> RunAsync(CancellationToken cancel)
    {
        var today = Rules.Today(clock);
        var firsts = (await plants.FirstDatesAsync(today.Year, cancel)).Concat(await watches.FirstsAsync(today.Year, cancel));

        // A first date tells the day, and how late it is tells the height.
        var hidden = veil.Taxa;
        return YearRun.Judge(
            current.Guide, [.. await weather.SinceNewYearAsync(today, cancel)], [.. await weather.UsualAsync(cancel)],
            [.. firsts.Where(f => current.Guide.FindTaxon(f.Taxon) is not null && !hidden.Contains(f.Taxon.Value))]);
    }

    private async Task<GradeQuestion> QuestionAsync(int plant, BenchRequest request, CancellationToken cancel)
    {
        var names = await determinations.OfAsync(plant, cancel);
        var said = (await reviews.OfAsync(plant, cancel)).Where(r => r.Determination == names[0].Id).DistinctBy(r => r.Person);
        return new(request.Plant, [.. names.Select(d => new GivenName(new(d.Taxon), d.Qualifier, d.Person, d.Date))])
        {
            Reviews = [.. said.Select(r => new NameReview(r.Person, r.Verdict, r.Remark))],
            Vouchers = [.. (await reviews.VouchersAsync(plant, cancel)).Select(v => v.Content.Number)],
        };
    }
}
