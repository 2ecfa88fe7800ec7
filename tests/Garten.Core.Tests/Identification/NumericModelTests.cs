using CsCheck;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Identification;

namespace Garten.Core.Tests.Identification;

public sealed class NumericModelTests
{
    [Fact]
    public void A_range_spans_the_middle_ninety_percent_on_the_log_scale()
    {
        var model = Fit("20–80 mm", CharacterKind.Length);
        Math.Exp(model.Middle).ShouldBe(40, 1e-9, "the geometric mean");
        model.Below.ShouldBe(Math.Log(2) / 1.6449, 1e-9);
        model.Above.ShouldBe(model.Below, 1e-12);
    }

    [Fact]
    public void An_extreme_on_one_side_widens_that_side_only()
    {
        var model = Fit("20–80(–400) mm", CharacterKind.Length);
        model.Above.ShouldBe(((Math.Log(2) / 1.6449) + (Math.Log(10) / 2.5758)) / 2, 1e-9);
        model.Below.ShouldBe(Math.Log(2) / 1.6449, 1e-9);
    }

    [Fact]
    public void Counts_stay_on_the_plain_scale()
    {
        var model = Fit("5 | 7", CharacterKind.Count);
        model.Middle.ShouldBe(6);
        model.Below.ShouldBe(1);
        model.Logarithmic.ShouldBeFalse();
    }

    [Fact]
    public void The_density_holds_a_mass_of_one_however_lopsided() =>
        Gen.Select(Gen.Double[0.1, 2], Gen.Double[0.1, 2], Gen.Int[1, 30])
            .Sample(
                (below, above, parts) =>
                {
                    var model = new NumericModel(0, below, above, true);
                    const double Step = 0.01;
                    Enumerable
                        .Range(-2000, 4001)
                        .Sum(i => model.Density(i * Step, parts, 0.05) * Step)
                        .ShouldBe(1, 1e-3);
                }
            );

    [Fact]
    public void More_parts_never_widen_it() =>
        Gen.Select(Gen.Int[1, 50], Gen.Int[1, 50])
            .Sample(
                (few, more) =>
                {
                    var model = new NumericModel(0, 0.3, 0.5, true);
                    model.Density(0, few + more, 0.05).ShouldBeGreaterThanOrEqualTo(model.Density(0, few, 0.05));
                }
            );

    private static NumericModel Fit(string notation, CharacterKind kind)
    {
        var character = SmallGuide.Numeric("n", Organ.Leaf, kind, kind == CharacterKind.Length ? "mm" : "", 0, 10_000);
        return NumericModel.Fit(NotationReader.Read(notation, character).Value!, kind);
    }
}
