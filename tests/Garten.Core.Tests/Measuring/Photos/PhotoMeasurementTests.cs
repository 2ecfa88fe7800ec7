using Garten.Core.Drawing.Leaves;
using Garten.Core.Geometry;
using Garten.Core.Measuring.Photos;
using Garten.Core.Training.Photographs;

namespace Garten.Core.Tests.Measuring.Photos;

/// <summary>Leaves measured on drawn photographs whose true sizes are known.</summary>
public sealed class PhotoMeasurementTests
{
    private static readonly Tone Green = new(0.3, 0.47, 0.16);

    private static readonly BladeForm Form = new(
        80,
        2.5,
        0.4,
        BladeBase.Rounded,
        BladeTip.Pointed,
        BladeLobing.None,
        3,
        0.5,
        BladeMargin.Entire,
        10,
        0.1,
        BladeVeins.Pinnate,
        6
    );

    [Theory]
    [InlineData(3, true, 0)]
    [InlineData(21, true, 20)]
    [InlineData(1005, false, 0)]
    public void Length_and_width_come_out_within_a_few_hundredths(int seed, bool card, double tilt)
    {
        var (setting, truth) = SamplePhotos.Draw(seed, card, tilt);
        var answer = PhotoMeasurement.Answer(PhotoScene.Read(PhotoRenderer.Take(setting)), PhotoQuestion.Usual);
        var leaf = answer.Leaf.ShouldNotBeNull();
        leaf.Length!.Value.Value.ShouldBe(truth.Length, 0.04 * truth.Length);
        leaf.Width!.Value.Value.ShouldBe(truth.Width, 0.03 * truth.Width);
        answer.Problems.ShouldNotContain(PhotoProblem.NoScale);
    }

    [Fact]
    public void Teeth_are_counted_on_each_side()
    {
        var leaf = Found(Setting(Leaf(Form with { Margin = BladeMargin.Serrate, Teeth = 20 })));
        leaf.Teeth.ShouldNotBeNull().Right.ShouldBeInRange(18, 22);
        leaf.Teeth.Left.ShouldBeInRange(18, 22);
        leaf.Lobing.Lobes.ShouldBe(1);
    }

    [Fact]
    public void Lobes_are_counted_and_teeth_then_left_to_the_eye()
    {
        var leaf = Found(
            Setting(Leaf(Form with { Ratio = 1.2, Lobing = BladeLobing.Palmate, Lobes = 5, SinusDepth = 0.55 }))
        );
        leaf.Lobing.Lobes.ShouldBe(5);
        leaf.Lobing.Palmate.ShouldBeTrue();
        leaf.Teeth.ShouldBeNull();
    }

    [Fact]
    public void The_base_is_where_the_blade_leaves_its_stalk()
    {
        var setting = Setting(Leaf(Form));
        var leaf = Found(setting);
        (leaf.Base - PhotoRenderer.Seen(setting.Camera, setting.Leaves[0].At)).Length.ShouldBeLessThan(12);
        (
            leaf.Tip - PhotoRenderer.Seen(setting.Camera, setting.Leaves[0].At + new Point(0, 80))
        ).Length.ShouldBeLessThan(12);
        leaf.StalkLength!.Value.Value.ShouldBe(25, 2.5);
    }

    [Fact]
    public void A_point_dragged_by_hand_is_believed()
    {
        var scene = PhotoScene.Read(PhotoRenderer.Take(Setting(Leaf(Form))));
        var before = PhotoMeasurement.Answer(scene, PhotoQuestion.Usual).Leaf!;
        var lower = before.Base.Towards(before.Tip, 0.25);
        var after = PhotoMeasurement.Answer(scene, PhotoQuestion.Usual with { Base = lower }).Leaf!;
        after.Length!.Value.Value.ShouldBe(0.75 * before.Length!.Value.Value, 1.5);
    }

    [Fact]
    public void Two_points_on_a_known_length_make_the_scale()
    {
        var setting = Setting(Leaf(Form)) with { Coin = null };
        Point[] ends = [PhotoRenderer.Seen(setting.Camera, new(20, 0)), PhotoRenderer.Seen(setting.Camera, new(70, 0))];
        var question = PhotoQuestion.Usual with
        {
            Scale = PhotoScale.Usual with { Kind = ScaleKind.Points, Points = [.. ends], Millimetres = 50 },
        };
        PhotoMeasurement
            .Answer(PhotoScene.Read(PhotoRenderer.Take(setting)), question)
            .Leaf!.Length!.Value.Value.ShouldBe(80, 2);
    }

    [Fact]
    public void Without_a_scale_shapes_are_given_and_sizes_are_not()
    {
        var answer = Answer(Setting(Leaf(Form)) with { Coin = null });
        answer.Problems.ShouldBe([PhotoProblem.NoScale]);
        answer.Leaf.ShouldNotBeNull().Length.ShouldBeNull();
        answer.Leaf.Ratio.Value.ShouldBe(2.5, 0.1);
    }

    [Fact]
    public void A_blank_sheet_holds_no_leaf() =>
        Answer(Setting() with { Coin = null }).Problems.ShouldContain(PhotoProblem.NoLeaf);

    [Fact]
    public void Two_leaves_are_not_taken_for_one() =>
        Answer(Setting(Leaf(Form), Leaf(Form) with { At = new(8, -28) }))
            .Problems.ShouldContain(PhotoProblem.SeveralLeaves);

    [Theory]
    [InlineData(35, -8)]
    [InlineData(60, -12)]
    [InlineData(90, -20)]
    [InlineData(150, 10)]
    public void Leaves_that_lie_over_one_another_are_told_of(double degrees, double across)
    {
        var problems = Answer(
            Setting(Leaf(Form), Leaf(Form) with { At = Leaf(Form).At + new Point(across, 30), Degrees = degrees })
        ).Problems;
        problems.ShouldContain(PhotoProblem.PerhapsSeveral);
    }

    [Fact]
    public void One_leaf_is_not_taken_for_several() => Answer(Setting(Leaf(Form))).Problems.ShouldBeEmpty();

    [Fact]
    public void A_leaf_that_runs_out_of_the_picture_is_not_measured()
    {
        var answer = Answer(Setting(Leaf(Form) with { At = new(-20, 10) }));
        answer.Problems.ShouldContain(PhotoProblem.LeafCut);
        answer.Leaf.ShouldBeNull();
    }

    [Fact]
    public void A_tilted_coin_is_warned_of()
    {
        var setting = Setting(Leaf(Form));
        Answer(setting with { Camera = setting.Camera with { Tilt = 20 } }).Problems.ShouldContain(PhotoProblem.Tilted);
    }

    [Fact]
    public void Lengths_angles_and_counts_are_placed_by_hand()
    {
        var setting = Setting(Leaf(Form));
        Point Seen(double x, double y) => PhotoRenderer.Seen(setting.Camera, new(x, y));
        var answer = PhotoMeasurement.Answer(
            PhotoScene.Read(PhotoRenderer.Take(setting)),
            PhotoQuestion.Usual with
            {
                Marks =
                [
                    new("a length", [Seen(0, 0), Seen(30, 40)], MarkKind.Length),
                    new("an angle", [Seen(0, 30), Seen(0, 0), Seen(30, 0)], MarkKind.Angle),
                    new("a count", [Seen(0, 0), Seen(1, 1), Seen(2, 2)], MarkKind.Count),
                ],
            }
        );
        answer.Marks[0].Value!.Value.Value.ShouldBe(50, 0.8);
        answer.Marks[1].Value!.Value.Value.ShouldBe(90, 0.01);
        answer.Marks[2].Value!.Value.ShouldBe(new(3, 0));
        PhotoReadings.Of(answer.Marks[2]).ShouldBe("3");
    }

    [Fact]
    public void What_was_found_is_put_into_the_words_of_the_field()
    {
        var readings = PhotoReadings.Of(Answer(Setting(Leaf(Form with { Widest = 0.3 }))));
        readings.Single(r => r.Label == "Shape").Words.ShouldBe("lanceolate");
        readings.Single(r => r.Label == "Shape").Because.ShouldContain("above ovate, which ends at 2.45");
        readings.Single(r => r.Label == "Tip").Words.ShouldBe("acute");
        readings.Single(r => r.Label == "Teeth").Words.ShouldBe("none that show");
    }

    [Theory]
    [InlineData(0, 0, 0, "The size of the known thing")]
    [InlineData(24, 0.9, 0, "How well the known size")]
    [InlineData(24, 0, -50, "outside the picture")]
    public void Questions_that_cannot_be_answered_are_refused_in_words(
        double coin,
        double error,
        double x,
        string words
    )
    {
        var question = PhotoQuestion.Usual with
        {
            Scale = PhotoScale.Usual with { Coin = coin, Error = error },
            Base = new(x, 10),
        };
        PhotoRules.FaultOf(question, 1000, 800).ShouldContain(words);
        PhotoRules.FaultOf(PhotoQuestion.Usual, 1000, 800).ShouldBeEmpty();
    }

    private static LaidLeaf Leaf(BladeForm form) => new(form, 25, new(-30, -28), 0, Green);

    private static PhotoSetting Setting(params LaidLeaf[] leaves) =>
        new(
            leaves,
            null,
            new(new(45, 0), 0, SamplePhotos.Coin, 0, new(0.66, 0.42, 0.22)),
            new(1200, 900, 6.4, 0, 0),
            new(0.1, 0.15, 0.8, 2, new(0.94, 0.93, 0.9), 0),
            5
        );

    private static PhotoAnswer Answer(PhotoSetting setting) =>
        PhotoMeasurement.Answer(PhotoScene.Read(PhotoRenderer.Take(setting)), PhotoQuestion.Usual);

    private static LeafFound Found(PhotoSetting setting) => Answer(setting).Leaf.ShouldNotBeNull();
}
