using Garten.Core.Evidence;
using Garten.Core.Identification;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Identification;

public sealed class PlantComparisonTests
{
    private static readonly CandidateModel Model = new(Make());
    private static readonly Observation[] Rubra =
    [
        Observation.OfStates(Arrangement.Id, 1, Day, "alternate"),
        Observation.OfStates(Division.Id, 1, Day, "pinnate"),
        Observation.OfSample(Leaflets.Id, 1, Day, 7, 7, 5),
    ];

    [Fact]
    public void Two_plants_alike_in_telling_features_most_likely_share_a_name()
    {
        var comparison = Compare(Rubra, Rubra);
        comparison.Name!.Name.ShouldBe("Rubra tertia");
        comparison.Same.ShouldBeGreaterThan(0.9);
        comparison
            .Features.Where(f => f.Character == Arrangement.Id)
            .ShouldHaveSingleItem()
            .Likeness.ShouldBe(Likeness.Alike);
    }

    [Fact]
    public void One_good_difference_parts_them_and_is_named()
    {
        var comparison = Compare(
            Rubra,
            Observation.OfStates(Arrangement.Id, 1, Day, "opposite"),
            Observation.OfStates(Margin.Id, 1, Day, "serrate")
        );
        comparison.Features[0].Character.ShouldBe(Arrangement.Id);
        comparison.Features[0].Likeness.ShouldBe(Likeness.Different);
        comparison.Features[0].Bits.ShouldBeLessThan(0);
        comparison.Same.ShouldBeLessThan(0.1);
        comparison.Features.Single(f => f.Character == Margin.Id).Likeness.ShouldBe(Likeness.OneOnly);
    }

    [Fact]
    public void Without_a_feature_on_both_nothing_is_claimed() =>
        Compare([Rubra[0]], Observation.OfStates(Margin.Id, 1, Day, "entire"))
            .Verdict.ShouldContain("cannot be compared yet");

    [Fact]
    public void Swapping_the_plants_changes_no_number()
    {
        Observation[] other = [Observation.OfStates(Arrangement.Id, 1, Day, "opposite")];
        Compare(Rubra, other).Same.ShouldBe(Compare(other, Rubra).Same, 1e-12);
        Compare(Rubra, other).Features[0].Bits.ShouldBe(Compare(other, Rubra).Features[0].Bits, 1e-12);
    }

    private static PlantComparison Compare(Observation[] one, params Observation[] other) =>
        PlantComparison.Of(Model, Plant(one), Plant(other));

    private static PlantEvidence Plant(Observation[] seen) =>
        new(new EvidenceSheet(Model.Guide, seen), new PlaceFacts(null, []), []);
}
