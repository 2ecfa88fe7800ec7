using Garten.Core.Measuring.Trees;

namespace Garten.Core.Tests.Measuring.Trees;

/// <summary>Heights and girths worked by hand.</summary>
public sealed class TreeMeasurementTests
{
    private static readonly TreeQuestion Nothing = new(
        [],
        false,
        HeightMethod.None,
        "",
        "",
        false,
        "",
        "",
        "",
        "",
        "",
        "",
        ""
    );

    private static readonly TreeQuestion ByAngles = Nothing with
    {
        Method = HeightMethod.Angles,
        Distance = "20 m",
        Top = "45",
        Foot = "-5",
    };

    [Fact]
    public void A_girth_of_314_cm_is_a_diameter_of_one_metre()
    {
        Stems.Diameter(new(314.159265358979, 0)).Value.ShouldBe(100, 1e-9);
        Stems.Girth(new(100, 1)).Error.ShouldBe(Math.PI, 1e-12);
        Stems.BasalArea(new(2, 0)).Value.ShouldBe(Math.PI, 1e-12);
    }

    [Fact]
    public void Stems_of_30_and_40_cm_stand_for_one_of_50()
    {
        var together = Stems.Together([new(30, 1), new(40, 1)]);
        together.Value.ShouldBe(50, 1e-12);
        together.Error.ShouldBe(1, 1e-12);
    }

    [Theory]
    [InlineData(20, 45, 0, 20)]
    [InlineData(20, 45, -45, 40)]
    [InlineData(10, 60, 30, 11.547005)]
    [InlineData(25, 30, -10, 18.841932)]
    public void Height_is_the_distance_times_the_difference_of_the_tangents(
        double distance,
        double top,
        double foot,
        double height
    ) => TreeHeight.FromAngles(new(distance, 0), new(top, 0), new(foot, 0)).Value.ShouldBe(height, 1e-6);

    [Fact]
    public void The_error_of_the_angle_counts_for_more_the_steeper_it_is()
    {
        // 20 m × 1° in radians ÷ cos² 45° = 0.698 m; at 70° the same degree is worth 2.984 m.
        TreeHeight.FromAngles(new(20, 0), new(45, 1), new(0, 0)).Error.ShouldBe(0.698132, 1e-6);
        TreeHeight.FromAngles(new(20, 0), new(70, 1), new(0, 0)).Error.ShouldBe(2.984036, 1e-6);
    }

    [Fact]
    public void A_tape_along_the_slope_is_brought_level() =>
        TreeHeight.LevelDistance(new(20, 0), new(-60, 0)).Value.ShouldBe(10, 1e-9);

    [Fact]
    public void A_stick_of_60_cm_at_60_cm_makes_the_height_the_distance() =>
        TreeHeight.FromStick(new(17, 0), new(60, 0), new(60, 0)).Value.ShouldBe(17, 1e-12);

    [Fact]
    public void Paces_carry_the_error_of_the_pace_and_half_a_pace()
    {
        var paced = TreeHeight.Paced(20, new(0.8, 0.03));
        paced.Value.ShouldBe(16, 1e-12);
        paced.Error.ShouldBe(Math.Sqrt(0.36 + 0.16), 1e-12);
    }

    [Fact]
    public void A_height_by_angles_is_offered_as_a_range_for_the_sheet()
    {
        var answer = TreeMeasurement.Answer(ByAngles);
        answer.Faults.ShouldBeEmpty();
        answer.Lines.ShouldHaveSingleItem().ShouldBe(new TreeLine("Height", "21.7 ± 0.4 m"));
        answer.Entry.ShouldBe("20.9–22.6 m");
        answer.Warnings.ShouldBeEmpty();
    }

    [Fact]
    public void A_steep_sight_and_a_lean_are_warned_of()
    {
        var answer = TreeMeasurement.Answer(ByAngles with { Top = "66°", Lean = "10" });
        answer.Warnings.Length.ShouldBe(2);
        answer.Warnings[0].ShouldContain("Go farther away");
        answer.Warnings[1].ShouldContain("leans by 10°");
    }

    [Theory]
    [InlineData("89", "-5", "top")]
    [InlineData("steep", "-5", "top")]
    [InlineData("10", "20", "top")]
    [InlineData("45", "", "foot")]
    public void What_cannot_be_is_named_by_its_field(string top, string foot, string field)
    {
        var answer = TreeMeasurement.Answer(ByAngles with { Top = top, Foot = foot });
        answer.Faults.Keys.ShouldBe([field]);
        answer.Entry.ShouldBeNull();
    }

    [Fact]
    public void Girths_in_any_unit_are_put_together()
    {
        var answer = TreeMeasurement.Answer(Nothing with { Stems = ["94.25 cm", "1.2566 m", ""] });
        answer.Lines[0].ShouldBe(new TreeLine("Diameter of 2 stems together", "50.00 ± 0.18 cm"));
        TreeMeasurement
            .Answer(Nothing with { Stems = ["thick"] })
            .Faults["stems"]
            .ShouldContain("“thick” cannot be used");
    }

    [Fact]
    public void A_crown_is_the_mean_of_its_two_spreads() =>
        TreeMeasurement
            .Answer(Nothing with { CrownLong = "10", CrownAcross = "8 m" })
            .Lines.ShouldHaveSingleItem()
            .Words.ShouldBe("9.00 ± 0.18 m");

    [Fact]
    public void Paces_must_be_a_number() =>
        TreeMeasurement
            .Answer(ByAngles with { Pace = "78 cm", Distance = "20 m" })
            .Faults["distance"]
            .ShouldContain("number of paces");
}
