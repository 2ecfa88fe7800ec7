using Garten.Core.Survey;

namespace Garten.Core.Tests.Survey;

public sealed class CollectingTests
{
    [Theory]
    [InlineData(20, 1, true)]
    [InlineData(19, 1, false)]
    [InlineData(60, 3, true)]
    [InlineData(59, 3, false)]
    [InlineData(1, 0, true)]
    public void At_most_one_plant_in_twenty_is_taken(int stand, int whole, bool allowed) =>
        Collecting.Judge(stand, whole, false, "").Allowed.ShouldBe(allowed);

    [Fact]
    public void What_is_spared_takes_a_permit_and_the_words_say_what_to_do()
    {
        Collecting
            .Judge(100, 0, true, " ")
            .ShouldSatisfyAllConditions(
                c => c.Allowed.ShouldBeFalse(),
                c => c.Says[0].ShouldContain("name the permit")
            );
        Collecting.Judge(100, 2, true, "TF 12").Allowed.ShouldBeTrue();
        Collecting
            .Judge(45, 3, false, "")
            .Says[0]
            .ShouldBe("A stand of 45 bears 2 taken, not 3: at most one plant in 20.");
        Collecting
            .Judge(2_000_000_000, 200_000_000, false, "")
            .Allowed.ShouldBeFalse("large numbers do not wrap round");
        Collecting.Judge(100, 1, false, "").Says.ShouldHaveSingleItem().ShouldContain("landowner");
    }
}
