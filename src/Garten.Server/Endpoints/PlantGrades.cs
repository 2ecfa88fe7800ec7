using Garten.Core.Assessment;
using Garten.Core.Seasons;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A plant's grade, what would raise it, and what a person said against the computed one.</summary>
/// <param name="Answer">The grade and the return list.</param>
/// <param name="Overrule">The grade a person set; null where the computed one stands.</param>
/// <param name="Run">How this year runs, which shifts when things can be seen.</param>
public sealed record PlantGrade(ReturnAnswer Answer, GradeOverrule? Overrule, YearRun Run);

/// <summary>Grades and return lists of plants, and how the year runs.</summary>
/// <param name="watches">Watches of phenophases.</param>
public sealed class PlantGrades(
    PlantStore plants,
    SurveyWeather weather,
    PhenologyWatches watches,
    CurrentGuide current,
    TimeProvider clock
)
{
    /// <summary>The grade of a plant, and what would raise it.</summary>
    public async Task<PlantGrade> OfAsync(PlantId plant, CancellationToken cancel) =>
        await OfAsync(await plants.ReadAsync(plant, cancel), cancel);

    /// <summary>The grade of a plant that was just read or changed.</summary>
    public async Task<PlantGrade> OfAsync(PlantInColony plant, CancellationToken cancel)
    {
        var assessment = plant.Stored.Assessment?.Content ?? PlantAssessment.Of(current.Model, plant.ToQuestion());
        var today = await TodayAsync(cancel);
        return new(today.Of(assessment, plant.Stored.Card.Site.AsSeasonPlace()), plant.Stored.Overrule, today.Run);
    }

    /// <summary>What plants are to be visited again for, as it stands today.</summary>
    public async Task<ReturnDay> TodayAsync(CancellationToken cancel) =>
        new(current.Guide, Clock.Today(clock), await RunAsync(cancel));

    /// <summary>How this year runs, by the warmth of the station and the first dates of the survey.</summary>
    public async Task<YearRun> RunAsync(CancellationToken cancel)
    {
        var today = Clock.Today(clock);
        var firsts = (await plants.FirstDatesAsync(today.Year, cancel)).Concat(
            await watches.FirstsAsync(today.Year, cancel)
        );
        return YearRun.Judge(
            current.Guide,
            [.. await weather.SinceNewYearAsync(today, cancel)],
            [.. await weather.UsualAsync(cancel)],
            [.. firsts.Where(f => current.Guide.FindTaxon(f.Taxon) is not null)]
        );
    }
}
