using Garten.Core.Survey.Places;

namespace Garten.Core.Tests.Survey.Places;

public sealed class PlaceShapeTests
{
    private static readonly GeoPoint Corner = new(45, -123.7);

    /// <summary>A square of a hundred metres.</summary>
    private static readonly PlaceShape Square = new(
        ShapeForm.Area,
        [Corner, Corner.Moved(0, 100), Corner.Moved(100, 100), Corner.Moved(100, 0)]
    );

    [Fact]
    public void A_square_of_a_hundred_metres_is_a_hectare()
    {
        Square.Fault.ShouldBeEmpty();
        Square.Area.ShouldBe(10_000, 5);
        Square.Length.ShouldBe(400, 0.1);
        Square.Size.ShouldBe("1 ha");
        new PlaceShape(ShapeForm.Line, Square.Points).Length.ShouldBe(300, 0.1);
        new PlaceShape(ShapeForm.Line, [Corner, Corner.Moved(1500, 0)]).Size.ShouldBe("1.5 km");
        new PlaceShape(ShapeForm.Point, [Corner]).Size.ShouldBeEmpty();
    }

    [Fact]
    public void What_lies_in_an_area_is_told_from_what_lies_beside_it()
    {
        Square.Holds(Corner.Moved(50, 50)).ShouldBeTrue();
        Square.Holds(Corner.Moved(50, 101)).ShouldBeFalse();
        Square.Holds(Corner.Moved(-1, 50)).ShouldBeFalse();
        PlaceShape bay = new(
            ShapeForm.Area,
            [Corner, Corner.Moved(0, 100), Corner.Moved(100, 100), Corner.Moved(20, 50), Corner.Moved(100, 0)]
        );
        bay.Holds(Corner.Moved(80, 50)).ShouldBeFalse("it lies in the bay");
        bay.Holds(Corner.Moved(10, 50)).ShouldBeTrue();
        new PlaceShape(ShapeForm.Line, Square.Points).Holds(Corner.Moved(50, 50)).ShouldBeFalse();
    }

    [Fact]
    public void An_area_against_many_thrown_points()
    {
        // Two thirds of the square's points lie in a triangle of two thirds of its area.
        PlaceShape shape = new(
            ShapeForm.Area,
            [Corner, Corner.Moved(0, 100), Corner.Moved(100, 100), Corner.Moved(100, 66.6667)]
        );
        var random = new Random(3);
        var inside = Enumerable
            .Range(0, 20_000)
            .Count(_ => shape.Holds(Corner.Moved(random.NextDouble() * 100, random.NextDouble() * 100)));
        (inside / 20_000.0 * 10_000).ShouldBe(shape.Area, 120);
    }

    [Fact]
    public void Slips_are_named()
    {
        new PlaceShape(ShapeForm.Area, [Corner, Corner.Moved(0, 1)]).Fault.ShouldContain("three corners or more");
        new PlaceShape(ShapeForm.Point, [Corner, Corner]).Fault.ShouldContain("one position");
        new PlaceShape(ShapeForm.Line, [Corner]).Fault.ShouldContain("two points");
        new PlaceShape(ShapeForm.Line, [Corner, new(-123.7, 45)]).Fault.ShouldContain("Perhaps the two are exchanged");
        new PlaceShape(ShapeForm.Line, [Corner, new(35, -123.7)]).Fault.ShouldContain("Check the digits");
        new PlaceShape(
            ShapeForm.Area,
            [Corner, Corner.Moved(100, 100), Corner.Moved(0, 100), Corner.Moved(100, 0)]
        ).Fault.ShouldContain("crosses itself");
        new PlaceShape(ShapeForm.Line, [.. Enumerable.Repeat(Corner, 5001)]).Fault.ShouldContain("5,000 is the most");
        new PlaceShape(ShapeForm.Point, [new(double.NaN, 0)]).Fault.ShouldContain("nowhere on earth");
    }
}
