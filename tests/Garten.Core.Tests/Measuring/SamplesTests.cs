using Garten.Core.Measuring.Samples;

namespace Garten.Core.Tests.Measuring;

public sealed class SamplesTests
{
    [Theory]
    [InlineData(0.95, 1, 12.7062)]
    [InlineData(0.95, 2, 4.30265)]
    [InlineData(0.95, 3, 3.18245)]
    [InlineData(0.95, 4, 2.77645)]
    [InlineData(0.95, 9, 2.26216)]
    [InlineData(0.95, 30, 2.04227)]
    [InlineData(0.95, 120, 1.97993)]
    [InlineData(0.9, 5, 2.01505)]
    [InlineData(0.99, 10, 3.16927)]
    public void Quantiles_of_students_t_are_those_of_the_tables(double share, int freedom, double t) =>
        StudentT.TwoSided(share, freedom).ShouldBe(t, 1e-5 * t);

    [Fact]
    public void Sixty_four_among_sixes_is_a_slip_for_six_point_four()
    {
        var slip = TypingErrors.Find([6.1, 5.8, 64, 6.6, 5.5]).ShouldHaveSingleItem();
        slip.Index.ShouldBe(2);
        slip.Rather.ShouldBe(6.4, 1e-9);
        slip.Factor.ShouldBe(10);
    }

    [Fact]
    public void Inches_among_centimetres_are_a_slip_of_the_unit() =>
        TypingErrors.Find([6.1, 5.8, 2.4, 6.6, 5.5]).ShouldHaveSingleItem().Factor.ShouldBe(1 / 2.54);

    [Theory]
    [InlineData(6.1, 5.8, 9.5, 6.6, 5.5)]
    [InlineData(2.0, 4.0, 8.0, 16.0, 33.0)]
    [InlineData(6.0, 60.0, 0.0, 0.0, 0.0)]
    public void Large_leaves_uneven_samples_and_too_few_others_are_no_slips(params double[] values) =>
        TypingErrors.Find([.. values.Where(v => v > 0)]).ShouldBeEmpty();
}
