namespace Garten.Core.Measuring.Trees;

/// <summary>Girth, diameter and basal area of stems, measured at 1.3 m above the ground on the upper side of a slope.</summary>
public static class Stems
{
    /// <summary>Diameter of a round stem of a girth: girth ÷ π.</summary>
    public static Measured Diameter(Measured girth) => girth * (1 / Math.PI);

    /// <summary>Girth of a round stem of a diameter: diameter × π.</summary>
    public static Measured Girth(Measured diameter) => diameter * Math.PI;

    /// <summary>
    /// The one diameter that stands for several stems of a tree: that of a stem with the basal area of all of them, the root
    /// of the sum of the squares of their diameters (the quadratic rule of forest inventories).
    /// </summary>
    /// <param name="diameters">Diameters, at least one.</param>
    public static Measured Together(IReadOnlyList<Measured> diameters)
    {
        var squares = diameters.Sum(d => d.Value * d.Value);
        var root = Math.Sqrt(squares);

        // d(root)/d(dᵢ) = dᵢ ÷ root
        return new(root, root <= 0 ? 0 : Measured.Together([.. diameters.Select(d => d.Error * d.Value / root)]));
    }

    /// <summary>Area of the cross-section of a round stem: π ÷ 4 × diameter².</summary>
    /// <returns>In the square of the unit.</returns>
    public static Measured BasalArea(Measured diameter) =>
        new(Math.PI / 4 * diameter.Value * diameter.Value, Math.PI / 2 * diameter.Value * diameter.Error);
}
