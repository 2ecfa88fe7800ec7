using System.Text.Json;
using Garten.Core.Assessment;
using Garten.Core.Evidence;
using Garten.Core.Identification;
using Garten.Core.Seasons;
using Garten.Core.Sheets;
using Garten.Core.Survey.Places;

namespace Garten.Core.Bench;

/// <summary>A sheet as the server last gave it, and what was changed of its plant since.</summary>
/// <param name="Sheet">The sheet; null for a plant the server does not know yet.</param>
/// <param name="Changes">The changes, in the order they were made.</param>
/// <param name="Sites">Sites a plant can stand at.</param>
public sealed record WaitingQuestion(
    PlantSheet? Sheet,
    IReadOnlyList<WaitingChange> Changes,
    AtWork Who,
    IReadOnlyList<Site> Sites
);

/// <summary>A question for the grade of a plant, and for what would raise it.</summary>
/// <param name="Today">The day it is.</param>
/// <param name="Run">How this year runs, as the server last said.</param>
public sealed record GradeAsked(PlantSheet Sheet, DateOnly Today, YearRun Run);

/// <summary>A sheet with what waits on it.</summary>
/// <param name="Sheet">The sheet; null where there is no such plant yet, or not any more.</param>
/// <param name="Listed">The plant as it is listed.</param>
/// <param name="Changes">The changes, in their order.</param>
public sealed record WaitingAnswer(PlantSheet? Sheet, PlantTag? Listed, IReadOnlyList<ChangeShown> Changes);

/// <summary>
/// Makes the changes that wait on a device on the sheet of their plant, as the server will make them when it has them:
/// <code>var answer = WaitingChanges.On(model, question);</code>
/// What only the server knows, such as what stands at the far end of moving a visit, is left to it.
/// </summary>
public static class WaitingChanges
{
    /// <summary>The grade of a plant as it stands with its changes, and what would raise it.</summary>
    /// <param name="model">The guide made ready.</param>
    public static ReturnAnswer Grade(CandidateModel model, GradeAsked question) =>
        new ReturnDay(model.Guide, question.Today, question.Run).Of(
            PlantAssessment.Of(model, question.Sheet.Graded()),
            question.Sheet.Plant.Site.AsSeasonPlace()
        );

    /// <summary>The sheet after its changes.</summary>
    /// <param name="model">The guide made ready.</param>
    public static WaitingAnswer On(CandidateModel model, WaitingQuestion question)
    {
        var at = new Desk(new SheetAway(model, question.Who), question.Sites);
        var sheet = question.Sheet;
        var shown = new List<ChangeShown>(question.Changes.Count);
        foreach (var change in question.Changes)
        {
            shown.Add(
                change.Shown(() =>
                {
                    var (after, shows) = at.Make(sheet, change);
                    sheet = after;
                    return shows;
                })
            );
        }

        return new(sheet, sheet?.Listed(), shown);
    }

    /// <summary>A step that can be taken back: what stood before and after it.</summary>
    /// <param name="What">The step in words.</param>
    private abstract record Step(string What)
    {
        /// <summary>What was recorded of a feature.</summary>
        public sealed record Feature(
            string What,
            VisitId Visit,
            string Character,
            ObservationView? Before,
            ObservationView? After
        ) : Step(What)
        {
            public override PlantSheet Put(PlantSheet on, bool after, Guid command) =>
                SheetAway.Put(on, Visit, Character, after ? After : Before, command);
        }

        /// <summary>How far a key was walked.</summary>
        public sealed record Walk(string What, KeyWalk? Before, KeyWalk? After) : Step(What)
        {
            public override PlantSheet Put(PlantSheet on, bool after, Guid command) =>
                SheetAway.WalkPut(on, after ? After : Before, command);
        }

        /// <summary>The sheet as it stood on one side of the step.</summary>
        /// <param name="after">True for after it.</param>
        public abstract PlantSheet Put(PlantSheet on, bool after, Guid command);
    }

    /// <summary>One sheet being changed, with the steps that can be taken back.</summary>
    private sealed class Desk(SheetAway away, IReadOnlyList<Site> sites)
    {
        private readonly Stack<Step> _done = [];
        private readonly Stack<Step> _undone = [];

        /// <summary>Makes a change.</summary>
        /// <returns>The sheet after it, and whether it shows there.</returns>
        /// <exception cref="RuleException">It cannot be made.</exception>
        /// <exception cref="JsonException">It cannot be read.</exception>
        public (PlantSheet? Sheet, bool Shows) Make(PlantSheet? sheet, WaitingChange change)
        {
            var json = BenchJson.Default;
            if (change.Name == "takePlant")
            {
                var input = change.Content(json.PlantInput);
                return (sheet ?? away.Taken(input, SiteOf(input.Site), change.Id), true);
            }

            if (sheet is null)
            {
                return (null, false);
            }

            var after = change.Name switch
            {
                "correctPlant" when change.Content(json.PlantCorrection) is var input => SheetAway.Corrected(
                    sheet,
                    input,
                    SiteOf(input.After.Site)
                ),
                "addVisit" => away.Visited(sheet, change.Content(json.VisitContent), change.Id),
                "correctVisit" => away.VisitCorrected(
                    sheet,
                    change.IdAt<VisitId>("visit"),
                    change.Content(json.VisitCorrection)
                ),
                "deleteVisit" => SheetAway.VisitDeleted(sheet, change.IdAt<VisitId>("visit")),
                "recordFeature" => Done(
                    sheet,
                    away.Recorded(
                        sheet,
                        change.IdAt<VisitId>("visit"),
                        change.PartAt("character"),
                        change.Content(json.ObservationInput),
                        change.Id
                    ),
                    change
                ),
                "removeFeature" => Done(
                    sheet,
                    away.FeatureRemoved(
                        sheet,
                        change.IdAt<VisitId>("visit"),
                        change.PartAt("character"),
                        change.Expected()
                    ),
                    change
                ),
                "usePhoto" => ReadFrom(sheet, change.Content(json.PhotoUseInput), change.Id),
                "walk" => Done(sheet, away.Walked(sheet, change.Content(json.KeyMove), change.Id), change),
                "undo" => Moved(sheet, again: false, change.Id),
                "redo" => Moved(sheet, again: true, change.Id),
                "determine" => away.Named(sheet, change.Content(json.NameInput)),
                "withdrawName" => SheetAway.NameWithdrawn(
                    sheet,
                    change.IdAt<DeterminationId>("name"),
                    change.Content(json.Reasoned)
                ),
                "reviewName" => away.Reviewed(
                    sheet,
                    change.IdAt<DeterminationId>("determination"),
                    change.Content(json.ReviewInput),
                    change.Id,
                    change.Asked
                ),
                "addVoucher" => away.Collected(sheet, change.Content(json.VoucherContent)),
                _ => null,
            };
            return (after ?? sheet, after is not null);
        }

        private PlantSheet Done(PlantSheet before, PlantSheet after, WaitingChange change) =>
            change.Name == "walk"
                ? Done(new Step.Walk(after.Undo.Undo ?? "", before.Question.Walk, after.Question.Walk), after)
                : DoneOf(before, after, change.IdAt<VisitId>("visit"), change.PartAt("character"));

        private PlantSheet DoneOf(PlantSheet before, PlantSheet after, VisitId visit, string character) =>
            Done(
                new Step.Feature(
                    after.Undo.Undo ?? "",
                    visit,
                    character,
                    On(before, visit, character),
                    On(after, visit, character)
                ),
                after
            );

        private PlantSheet Done(Step step, PlantSheet after)
        {
            _done.Push(step);

            // A new step closes the way forward to what was taken back before it.
            _undone.Clear();
            return after;
        }

        /// <summary>Features read from a picture: all or none, and each a step of its own.</summary>
        private PlantSheet ReadFrom(PlantSheet sheet, PhotoUseInput input, Guid command)
        {
            foreach (var (character, after) in away.Read(sheet, input, command).ToList())
            {
                sheet = DoneOf(sheet, after, input.Visit, character);
            }

            return sheet;
        }

        /// <summary>Takes a step back, or does it again.</summary>
        /// <returns>Null where the step was made with the server at hand, which alone knows what it was.</returns>
        private PlantSheet? Moved(PlantSheet sheet, bool again, Guid command)
        {
            var (from, to) = again ? (_undone, _done) : (_done, _undone);
            if (!from.TryPop(out var step))
            {
                return null;
            }

            to.Push(step);
            return step.Put(sheet, again, command) with
            {
                Undo = new(
                    _done.TryPeek(out var next) ? next.What : null,
                    _undone.TryPeek(out var gone) ? gone.What : null
                ),
            };
        }

        private static ObservationView? On(PlantSheet sheet, VisitId visit, string character) =>
            sheet.Observations.FirstOrDefault(o => o.Visit == visit && o.Seen.Character.Value == character);

        private Site SiteOf(SiteId id) =>
            sites.FirstOrDefault(s => s.Id == id)
            ?? throw new RuleException("site", "There is no such site. Choose one from the list.");
    }
}
