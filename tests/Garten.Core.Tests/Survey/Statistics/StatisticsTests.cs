using Garten.Core.Survey;
using Garten.Core.Survey.Statistics;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Survey.Statistics;

/// <summary>Floristic quality, absence, change, amounts and what counts as a species, by hand.</summary>
public sealed class StatisticsTests
{
    [Fact]
    public void Floristic_quality_by_hand()
    {
        (bool, int?)[] species =
        [
            (true, 10),
            (true, 5),
            (true, 3),
            (true, 0),
            (true, 7),
            (true, null),
            (false, null),
            (false, null),
            (false, 4),
        ];
        var native = FloristicQuality.OfNative(species);
        (native.Species, native.Without).ShouldBe((5, 1));
        native.Mean.Value!.Value.ShouldBe(5, 1e-9);
        native.Index.Value!.Value.ShouldBe(5 * Math.Sqrt(5), 1e-9);

        // All: eight with a value, of which the three strangers count 0.
        var all = FloristicQuality.OfAll(species);
        all.Mean.Value!.Value.ShouldBe(25.0 / 8, 1e-9);
        all.Index.Value!.Value.ShouldBe(25 / Math.Sqrt(8), 1e-9);
        FloristicQuality
            .OfNative(species[..4])
            .Mean.InWords()
            .ShouldBe("Needs at least 5 species whose conservatism is known.");
    }

    [Fact]
    public void Absence_after_so_many_visits_by_hand()
    {
        Absence three = new(0.6, 3);
        three.Missed.ShouldBe(0.064, 1e-9);
        three.There(0.5).ShouldBe(0.064 / 1.064, 1e-9);

        // 0.4³ = 0.064 is above one in twenty, 0.4⁴ = 0.0256 below.
        three.VisitsFor(0.95).ShouldBe(4);
        new Absence(0.5, 0).There(0.3).ShouldBe(0.3, 1e-9);
    }

    [Fact]
    public void Detectability_needs_visits_to_where_it_is_known()
    {
        Absence.DetectabilityFrom(new(2, 4)).Value.ShouldBeNull();
        var statistic = Absence.DetectabilityFrom(new(6, 10));
        statistic.Value!.Value.ShouldBe(0.6, 1e-9);
        statistic.Low!.Value.ShouldBe(new Share(6, 10).Interval.Low, 1e-12);
    }

    [Fact]
    public void Change_has_the_interval_published_with_its_method()
    {
        // The worked example of the method's paper: 56 of 70 against 48 of 80 is a difference of 0.2, from 0.0524 to 0.3339.
        var change = new Change(new(48, 80), new(56, 70), 40, 35).Difference;
        change.Value!.Value.ShouldBe(0.2, 1e-9);
        change.Low!.Value.ShouldBe(0.0524, 5e-5);
        change.High!.Value.ShouldBe(0.3339, 5e-5);
    }

    [Fact]
    public void A_change_is_told_only_where_it_is_neither_chance_nor_effort()
    {
        new Change(new(48, 80), new(56, 70), 40, 35).InWords().ShouldBe("More places have it than before.");
        new Change(new(56, 70), new(48, 80), 35, 40).InWords().ShouldBe("Fewer places have it than before.");
        new Change(new(8, 16), new(9, 14), 8, 7).InWords().ShouldBe("No change that could not be chance.");
        new Change(new(48, 80), new(56, 70), 40, 70)
            .InWords()
            .ShouldStartWith("The places were looked at for much longer");
        new Change(new(2, 4), new(56, 70), 2, 35)
            .InWords()
            .ShouldBe("Needs at least 5 places visited in season in either year.");
    }

    [Fact]
    public void Amounts_by_hand()
    {
        // 2, 4, 6, 8 and 10 on four square metres: mean 1.5, standard deviation 0.790569, of the mean 0.353553.
        var density = Amounts.Density([0.5, 1, 1.5, 2, 2.5]);
        density.Value!.Value.ShouldBe(1.5, 1e-9);
        density.Error!.Value.ShouldBe(0.353553, 1e-6);
        Amounts.Cover([10, 0, 0, 5, 20, 25]).Value!.Value.ShouldBe(10, 1e-9);
        Amounts.Cover([10, 20]).InWords().ShouldBe("Needs at least 5 plots.");

        // A girth of 3.141593 m is a diameter of one metre.
        Amounts.BasalArea(Math.PI).ShouldBe(Math.PI / 4, 1e-9);
        Amounts.BasalAreaPerHectare([Math.PI, Math.PI], 400).ShouldBe(50 * Math.PI / 4, 1e-9);
    }

    [Fact]
    public void Names_with_a_qualifier_or_of_a_genus_add_no_species_that_may_be_there_already()
    {
        var guide = Make();
        Counted(
                ("alba-prima", IdentificationQualifier.None),
                ("alba", IdentificationQualifier.None),
                ("alba-secunda", IdentificationQualifier.Cf)
            )
            .ShouldBe(["alba-prima", null, null]);
        Counted(("alba", IdentificationQualifier.None), ("alba-secunda", IdentificationQualifier.Cf))
            .ShouldBe(["alba", "alba"]);
        Counted(("rubra-tertia", IdentificationQualifier.None), ("alba-secunda", IdentificationQualifier.Doubtful))
            .ShouldBe(["rubra-tertia", "alba"]);
        Counted(("alba-prima", IdentificationQualifier.None), ("alba-prima", IdentificationQualifier.None))
            .ShouldBe(["alba-prima", "alba-prima"]);

        string?[] Counted(params (string Taxon, IdentificationQualifier Qualifier)[] names) =>
            [
                .. CountedNames
                    .Of(guide, [.. names.Select(n => new RecordedName(new(n.Taxon), n.Qualifier))])
                    .Select(t => t?.Value),
            ];
    }

    [Fact]
    public void Figures_tell_themselves_in_words()
    {
        Statistic.Of(12.34, 1).InWords().ShouldBe("12.3 (10.4 to 14.3)");
        Statistic.Of(0.5).InWords().ShouldBe("0.50");
    }
}
