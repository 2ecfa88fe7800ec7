using System.Collections.Immutable;

namespace Garten.Core.Guides.Text;

/// <summary>A run of a text, with what was understood of it.</summary>
/// <param name="Statements">None for a run nothing was made of.</param>
public sealed record TextPiece(string Text, ImmutableArray<TextStatement> Statements);

/// <summary>
/// Parts a text into what was understood and what was not, so that both can be shown where they stand: one behind the other, the pieces are
/// the whole text.
/// <code>TextPieces.Of("Leaves opposite, of great beauty", statements) // "Leaves opposite" understood, ", of great beauty" not</code>
/// Statements that share words share a piece.
/// </summary>
public static class TextPieces
{
    /// <summary>Parts a text.</summary>
    /// <param name="statements">Read from it; one whose words do not stand in it is left out.</param>
    public static ImmutableArray<TextPiece> Of(string text, ImmutableArray<TextStatement> statements)
    {
        var spans = new List<(int From, int To, List<TextStatement> Said)>();
        foreach (
            var (statement, from) in statements
                .Select(s =>
                    (Statement: s, From: s.Text.Length == 0 ? -1 : text.IndexOf(s.Text, StringComparison.Ordinal))
                )
                .Where(s => s.From >= 0)
                .OrderBy(s => s.From)
        )
        {
            var to = from + statement.Text.Length;
            if (spans.Count > 0 && from < spans[^1].To)
            {
                spans[^1].Said.Add(statement);
                spans[^1] = spans[^1] with { To = Math.Max(to, spans[^1].To) };
            }
            else
            {
                spans.Add((from, to, [statement]));
            }
        }

        var pieces = ImmutableArray.CreateBuilder<TextPiece>();
        var at = 0;
        foreach (var (from, to, said) in spans)
        {
            Add(at, from, []);
            Add(from, to, [.. said]);
            at = to;
        }

        Add(at, text.Length, []);
        return pieces.ToImmutable();

        void Add(int from, int to, ImmutableArray<TextStatement> said)
        {
            if (to > from)
            {
                pieces.Add(new(text[from..to], said));
            }
        }
    }
}
