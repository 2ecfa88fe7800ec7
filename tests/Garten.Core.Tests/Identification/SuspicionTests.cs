using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Keys;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Identification;

public sealed class SuspicionTests
{
    private static readonly Guide Guide = Make();

    [Fact]
    public void It_lists_what_would_disprove_the_name()
    {
        var margin = Examine().Disproofs.Single(d => d.Character == Margin.Id);
        margin.Expected.ShouldBe("serrate");
        margin.DisprovedBy.ShouldBe("entire or crenate");
        margin.Parted.ShouldBe(1, "of the two others, only the entire one is parted; the third is not described");
        margin.Compared.ShouldBe(2);
    }

    [Fact]
    public void It_says_that_nothing_tests_it_yet() =>
        Examine().Verdict.ShouldContain("Nothing recorded tests Alba prima yet");

    [Fact]
    public void A_feature_that_conflicts_disproves_it_and_stands_first()
    {
        var suspicion = Examine(Observation.OfStates(Margin.Id, 1, Day, "entire"));
        suspicion.Disproofs[0].Marking.Mark.ShouldBe(Mark.Conflicts);
        suspicion.Verdict.ShouldBe("Disproved by what was recorded: margin.");
    }

    [Fact]
    public void A_guess_only_makes_it_doubtful() =>
        Examine(Observation.OfStates(Margin.Id, 1, Day, "entire") with { Certainty = Certainty.Unsure })
            .Verdict.ShouldStartWith("Doubtful");

    [Fact]
    public void A_feature_that_cannot_be_seen_disproves_nothing() =>
        Examine(Observation.OfHidden(Margin.Id, 1, Day, HiddenReason.Over))
            .Disproofs.ShouldAllBe(d => d.Marking.Mark == Mark.NotSeen);

    [Fact]
    public void What_could_have_disproved_it_and_did_not_is_counted() =>
        Examine(Observation.OfStates(Margin.Id, 1, Day, "serrate"))
            .Verdict.ShouldContain("1 features could have disproved it and did not");

    private static Suspicion Examine(params Observation[] observations) =>
        Suspicion.Examine(Guide, new("alba-prima"), new EvidenceSheet(Guide, observations));
}
