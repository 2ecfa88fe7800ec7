using Garten.Core.Assessment;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Keys;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Assessment;

public sealed class DeterminationTests
{
    private static readonly Guide Guide = Make();

    [Theory]
    [InlineData("alba-prima", IdentificationQualifier.None, "Alba prima")]
    [InlineData("alba-prima", IdentificationQualifier.Cf, "Alba cf. prima")]
    [InlineData("alba-prima", IdentificationQualifier.Aff, "Alba aff. prima")]
    [InlineData("alba-prima", IdentificationQualifier.Doubtful, "Alba prima ?")]
    [InlineData("alba", IdentificationQualifier.None, "Alba sp.")]
    [InlineData("alba", IdentificationQualifier.Cf, "cf. Alba sp.")]
    [InlineData("plantaceae", IdentificationQualifier.None, "Plantaceae")]
    public void Names_are_written_as_on_a_slip(string taxon, IdentificationQualifier qualifier, string expected) =>
        DeterminationName.Full(Guide.Taxon(new(taxon)), qualifier).ShouldBe(expected);

    [Fact]
    public void Reasons_keep_the_path_the_features_and_what_spoke_against_it_in_words()
    {
        CoupletRef main = new(new("main"), 1),
            albas = new(new("albas"), 1);
        var plant = new Plant(
            new PlaceFacts(900, ["wood"]),
            [],
            [
                Observation.OfStates(Margin.Id, 1, Day, "serrate"),
                Observation.OfHidden(Fruit.Id, 1, Day, HiddenReason.TooEarly),
            ],
            KeyWalk.From(main).Answer(main, 1).Answer(albas, 1),
            []
        );
        var reasons = DeterminationReasons.Gather(new CandidateModel(Guide), plant, new("alba-prima"));
        reasons
            .Path.Select(p => (p.Key, p.Couplet, p.Said))
            .ShouldBe([("Key main", 1, "Leaves opposite"), ("Key albas", 1, "Serrate; Fruit a berry")]);
        reasons.ClearWalk.ShouldBeTrue();
        reasons.Ends.ShouldBe(["Alba prima"]);
        reasons
            .Features.Select(f => (f.Label, f.Found, f.Mark))
            .ShouldBe([("Margin", "serrate", Mark.Agrees), ("Fruit", "cannot be seen: too early in the year", null)]);
        reasons.Alerts.ShouldHaveSingleItem().ShouldContain("Never found above 600 m");
        reasons.RuledOut.ShouldBe(["Alba secunda"]);
    }

    [Fact]
    public void A_doubt_on_the_way_is_not_a_clear_walk()
    {
        CoupletRef main = new(new("main"), 1);
        var plant = Plant.At(new PlaceFacts(null, [])) with { Walk = KeyWalk.From(main).Answer(main, null) };
        DeterminationReasons.Gather(new CandidateModel(Guide), plant, new("alba")).ClearWalk.ShouldBeFalse();
    }
}
