using System.Collections.Immutable;
using Garten.Core.Commands;
using Garten.Core.Evidence;

namespace Garten.Data.Tests;

/// <summary>Long runs of changes, undone and done again, against a plain list of what was there.</summary>
public sealed class EvidenceHistoryTests(DatabaseFixture fixture) : IClassFixture<DatabaseFixture>
{
    private static readonly CancellationToken None = CancellationToken.None;
    private static readonly string[] Characters = ["margin", "leaf-arrangement", "pith"];
    private static readonly Dictionary<string, string[]> States = new()
    {
        ["margin"] = ["serrate", "entire"],
        ["leaf-arrangement"] = ["opposite", "alternate"],
        ["pith"] = ["chambered", "solid"],
    };
    private readonly EvidenceStore _evidence = fixture.Evidence;

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    public async Task Whatever_is_done_undone_and_done_again_is_as_the_list_of_what_was_there_says(int seed)
    {
        Random random = new(seed);
        var plant = await fixture.TakeAsync();
        var visit = (await fixture.ReadAsync(plant)).Visits.Single().Id;
        List<State> history = [new([], null)];
        List<string> words = [];
        var at = 0;
        var (undone, redone, closed) = (0, 0, 0);
        for (var step = 0; step < 60; step++)
        {
            switch (random.Next(8))
            {
                case 0 or 1:
                    (await UndoAsync(plant, false)).ShouldBe(at > 0 ? words[at - 1] : null);
                    undone += at > 0 ? 1 : 0;
                    at = Math.Max(at - 1, 0);
                    break;
                case 2 or 3:
                    (await UndoAsync(plant, true)).ShouldBe(at < words.Count ? words[at] : null);
                    redone += at < words.Count ? 1 : 0;
                    at = Math.Min(at + 1, words.Count);
                    break;
                case 4:
                    var walk = history[at].Walk is { } before
                        ? before.Answer(
                            new(new("roses"), 1 + random.Next(3)),
                            random.Next(3) is > 0 and var lead ? lead : null
                        )
                        : KeyWalk.From(new(new("roses"), 1));
                    if (walk.Equals(history[at].Walk))
                    {
                        // The same once more is no change.
                        continue;
                    }

                    Do(history[at] with { Walk = walk }, $"walk {step}");
                    await _evidence.HandleAsync(
                        fixture.Head(),
                        new WalkKey(plant, walk, (await fixture.ReadAsync(plant)).Walk?.Revision, words[^1]),
                        None
                    );
                    break;
                default:
                    var character = Characters[random.Next(3)];
                    var seen = random.Next(4) > 0 ? States[character][random.Next(2)] : null;
                    if (seen == history[at].Seen.GetValueOrDefault(character))
                    {
                        continue;
                    }

                    Do(
                        history[at] with
                        {
                            Seen = seen is null
                                ? history[at].Seen.Remove(character)
                                : history[at].Seen.SetItem(character, seen),
                        },
                        $"record {character} {step}"
                    );
                    var stored = (await fixture.ObservationsAsync(plant)).SingleOrDefault(o =>
                        o.Content.Character == character
                    );
                    await SetAsync(
                        plant,
                        visit,
                        character,
                        seen is null ? null : Content(visit, character, seen),
                        stored?.Revision,
                        words[^1]
                    );
                    break;
            }

            (await fixture.ObservationsAsync(plant))
                .ToDictionary(o => o.Content.Character, o => o.Content.States.Single())
                .ShouldBe(history[at].Seen, ignoreOrder: true);
            (await fixture.ReadAsync(plant)).Walk?.Walk.ShouldBe(history[at].Walk);
            var can = await _evidence.UndoStateAsync(plant, fixture.Person.Id, None);
            (can.Undo, can.Redo).ShouldBe((at > 0 ? words[at - 1] : null, at < words.Count ? words[at] : null));
        }

        (undone > 3 && redone > 1 && closed > 0).ShouldBeTrue(
            $"{undone} undone, {redone} done again, {closed} ways forward closed"
        );

        void Do(State next, string what)
        {
            closed += at < words.Count ? 1 : 0;
            history.RemoveRange(at + 1, history.Count - at - 1);
            words.RemoveRange(at, words.Count - at);
            history.Add(next);
            words.Add(what);
            at++;
        }
    }

    [Fact]
    public async Task Revisions_only_ever_grow_so_that_none_is_mistaken_for_an_earlier_one()
    {
        var plant = await fixture.TakeAsync();
        var visit = (await fixture.ReadAsync(plant)).Visits.Single().Id;
        long last = 0;
        for (var i = 0; i < 6; i++)
        {
            var stored = (await fixture.ObservationsAsync(plant)).SingleOrDefault();
            await SetAsync(
                plant,
                visit,
                "margin",
                i % 3 == 2 ? null : Content(visit, "margin", States["margin"][i % 2]),
                stored?.Revision,
                $"{i}"
            );
            if ((await fixture.ObservationsAsync(plant)).SingleOrDefault() is { } now)
            {
                now.Revision.ShouldBeGreaterThan(last);
                last = now.Revision;
            }
        }

        // One who looked before it was removed and recorded anew is told, though the same stands there again.
        await Should.ThrowAsync<ChangedMeanwhileException>(() =>
            SetAsync(plant, visit, "margin", Content(visit, "margin", "entire") with { Note = "late" }, 1, "late")
        );
    }

    private Task<PlantInColony> SetAsync(
        PlantId plant,
        VisitId visit,
        string character,
        ObservationContent? content,
        long? expected,
        string what
    ) =>
        _evidence.HandleAsync(
            fixture.Head(),
            new RecordFeatures(plant, visit, [new(character, content, expected, what)]),
            None
        );

    private async Task<string?> UndoAsync(PlantId plant, bool redo) =>
        (await _evidence.HandleAsync(fixture.Head(), new Undo(plant, redo), None)).What;

    private ObservationContent Content(VisitId visit, string character, string state) =>
        new(
            visit,
            character,
            FindingKind.States,
            [state],
            [],
            null,
            null,
            Certainty.Sure,
            EvidenceSource.Attached,
            [],
            null,
            null,
            "",
            fixture.Person.Id
        );

    private sealed record State(ImmutableDictionary<string, string> Seen, KeyWalk? Walk);
}
