namespace Garten.Core.Measuring;

/// <summary>
/// Fits by least squares through the normal equations, solved by Gaussian elimination with partial pivoting: right for the few functions
/// a picture or a scale asks for. As <see cref="Samples.StudentT"/> it stands here since the core takes no package.
/// </summary>
internal static class LeastSquares
{
    /// <summary>Solves a square system.</summary>
    /// <param name="matrix">n × n, row by row; overwritten.</param>
    /// <param name="right">n values; overwritten.</param>
    /// <returns>The n unknowns; null where the system does not determine them.</returns>
    public static double[]? Solve(double[,] matrix, double[] right)
    {
        var n = right.Length;
        for (var column = 0; column < n; column++)
        {
            var pivot = column;
            for (var row = column + 1; row < n; row++)
            {
                pivot = Math.Abs(matrix[row, column]) > Math.Abs(matrix[pivot, column]) ? row : pivot;
            }

            if (Math.Abs(matrix[pivot, column]) < 1e-12)
            {
                return null;
            }

            for (var k = 0; k < n; k++)
            {
                (matrix[pivot, k], matrix[column, k]) = (matrix[column, k], matrix[pivot, k]);
            }

            (right[pivot], right[column]) = (right[column], right[pivot]);
            for (var row = column + 1; row < n; row++)
            {
                var by = matrix[row, column] / matrix[column, column];
                right[row] -= by * right[column];
                for (var k = column; k < n; k++)
                {
                    matrix[row, k] -= by * matrix[column, k];
                }
            }
        }

        for (var row = n - 1; row >= 0; row--)
        {
            for (var k = row + 1; k < n; k++)
            {
                right[row] -= matrix[row, k] * right[k];
            }

            right[row] /= matrix[row, row];
        }

        return right;
    }

    /// <summary>The weights of basis functions that come nearest to given values.</summary>
    /// <param name="rows">For each value, the basis functions there; all of one length.</param>
    /// <returns>One weight a function; null where the rows do not determine them.</returns>
    public static double[]? Fit(IReadOnlyList<double[]> rows, IReadOnlyList<double> values)
    {
        var n = rows.Count == 0 ? 0 : rows[0].Length;
        if (rows.Count < n || n == 0)
        {
            return null;
        }

        var matrix = new double[n, n];
        var right = new double[n];
        for (var i = 0; i < rows.Count; i++)
        {
            for (var a = 0; a < n; a++)
            {
                right[a] += rows[i][a] * values[i];
                for (var b = 0; b < n; b++)
                {
                    matrix[a, b] += rows[i][a] * rows[i][b];
                }
            }
        }

        return Solve(matrix, right);
    }
}
