using Garten.Core.Measuring;

namespace Garten.Core.Tests.Measuring;

public sealed class MeasuredTests
{
    [Fact]
    public void Errors_of_a_sum_add_as_squares() =>
        (new Measured(10, 3) + new Measured(20, 4)).ShouldBe(new Measured(30, 5));

    [Fact]
    public void Shares_of_a_quotient_add_as_squares()
    {
        var ratio = new Measured(60, 1.8) / new Measured(20, 0.8);
        ratio.Value.ShouldBe(3, 1e-12);
        ratio.Share.ShouldBe(0.05, 1e-12);
    }

    [Theory]
    [InlineData(61.284, 0.62, "61.3 ± 0.6")]
    [InlineData(61.284, 0.12, "61.28 ± 0.12")]
    [InlineData(1234.5, 37, "1234 ± 37")]
    [InlineData(2.6179, 0.0312, "2.62 ± 0.03")]
    [InlineData(5, 0, "5")]
    public void A_value_keeps_no_more_digits_than_its_error_leaves(double value, double error, string words) =>
        MeasuredWords.Of(new(value, error)).ShouldBe(words);

    [Fact]
    public void A_straight_line_is_fitted_exactly()
    {
        var fit = LeastSquares
            .Fit(
                [
                    [1, 0],
                    [1, 1],
                    [1, 2],
                ],
                [1, 3, 5]
            )
            .ShouldNotBeNull();
        fit[0].ShouldBe(1, 1e-9);
        fit[1].ShouldBe(2, 1e-9);
    }

    [Fact]
    public void Rows_that_say_nothing_of_an_unknown_give_no_fit() =>
        LeastSquares
            .Fit(
                [
                    [1, 0],
                    [1, 0],
                ],
                [1, 2]
            )
            .ShouldBeNull();
}
