using Garten.Core.Commands;
using Garten.Core.Evidence.Pictures;
using Garten.Core.Geometry;

namespace Garten.Core.Tests.Evidence.Pictures;

/// <summary>What is drawn on pictures.</summary>
public sealed class PictureMarksTests
{
    private static readonly PictureMark Scale = new(PictureMarkKind.Scale, [new(0, 0), new(100, 0)], "ruler", 50);

    [Fact]
    public void A_length_is_in_millimetres_where_a_scale_is_and_a_line_follows_its_bends()
    {
        PictureMark length = new(PictureMarkKind.Length, [new(0, 0), new(30, 40)], "bud");
        PictureMark vein = new(PictureMarkKind.Line, [new(0, 0), new(30, 40), new(30, 100)], "");
        PictureMark count = new(PictureMarkKind.Count, [new(1, 1), new(2, 2), new(3, 3)], "lobes");
        PictureMark word = new(PictureMarkKind.Word, [new(1, 1)], "gland");
        PictureMarks.InWords([length, vein]).ShouldBe(["bud: no scale yet", ""]);
        PictureMarks
            .InWords([length, vein, count, word, Scale])
            .ShouldBe(["bud: 25 mm", "55 mm", "lobes: 3", "gland", "ruler: 50 mm"]);
        PictureMarks.MillimetresPerPixel([length]).ShouldBeNull();
        PictureMarks.InWords([length, Scale with { Millimetres = 5 }])[0].ShouldBe("bud: 2.5 mm");
        PictureMarks.InWords([length, Scale with { Millimetres = 9000 }])[0].ShouldBe("bud: 4.50 m");
    }

    [Theory]
    [InlineData(PictureMarkKind.Arrow, 1, "", null, "has 2 points, not 1")]
    [InlineData(PictureMarkKind.Word, 2, "gland", null, "has 1 point, not 2")]
    [InlineData(PictureMarkKind.Word, 1, "  ", null, "Words are missing")]
    [InlineData(PictureMarkKind.Line, 1, "", null, "has 2 to 300 points")]
    [InlineData(PictureMarkKind.Count, 301, "", null, "has 1 to 300 points")]
    [InlineData(PictureMarkKind.Scale, 2, "", null, "A scale needs two points apart")]
    [InlineData(PictureMarkKind.Scale, 2, "", -1.0, "A scale needs two points apart")]
    [InlineData(PictureMarkKind.Scale, 2, "", double.NaN, "A scale needs two points apart")]
    public void A_mark_that_cannot_be_says_what_to_do(
        PictureMarkKind kind,
        int points,
        string words,
        double? millimetres,
        string fault
    ) =>
        PictureMarks
            .FaultOf(
                [new(kind, [.. Enumerable.Range(0, points).Select(i => new Point(i, 0))], words, millimetres)],
                400,
                300
            )
            .ShouldContain(fault);

    [Fact]
    public void Points_lie_on_the_picture_and_a_picture_has_one_scale()
    {
        PictureMarks.FaultOf([Scale], 400, 300).ShouldBeEmpty();
        PictureMarks.FaultOf([Scale, Scale], 400, 300).ShouldContain("one scale");
        PictureMarks.FaultOf([Scale], 99, 300).ShouldContain("outside the picture, which has 99 × 300");
        PictureMarks
            .FaultOf([new(PictureMarkKind.Circle, [new(1, 1), new(double.NaN, 2)], "")], 400, 300)
            .ShouldContain("outside");
        PictureMarks
            .FaultOf([.. Enumerable.Repeat(new PictureMark(PictureMarkKind.Word, [new(1, 1)], "a"), 61)], 400, 300)
            .ShouldContain("at most 60 marks");
        PictureMarks
            .FaultOf([new(PictureMarkKind.Word, [new(1, 1)], new string('a', 81))], 400, 300)
            .ShouldContain("at most 80");
    }

    [Fact]
    public void What_changed_of_a_picture_is_told_in_words()
    {
        PictureOnSheet before = new(new(Guid.NewGuid()), new(PictureOrgan.Leaf, "", []), []);
        var after = before with
        {
            Note = new(PictureOrgan.Bark, "furrows", [new(PictureMarkKind.Arrow, [new(0, 0), new(1, 1)], "lenticel")]),
            Characters = ["bark-surface"],
        };
        PictureCorrections
            .Between(before, new(2026, 4, 1), after, new(2026, 4, 1))
            .Select(c => (c.Label, c.Before, c.After))
            .ShouldBe([
                ("shows", "leaf", "bark"),
                ("caption", "", "furrows"),
                ("drawn on it", "", "arrow “lenticel”"),
                ("evidence of", "", "bark-surface"),
            ]);
        Should
            .Throw<RuleException>(() => (after.Note with { Caption = new('a', 301) }).Checked(10, 10))
            .Field.ShouldBe("caption");
        Should.Throw<RuleException>(() => after.Note.Checked(0, 0)).Field.ShouldBe("marks");
    }
}
