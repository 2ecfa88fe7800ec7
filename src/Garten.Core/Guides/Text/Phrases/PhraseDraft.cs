using System.Collections.Immutable;
using System.Text;

namespace Garten.Core.Guides.Text.Phrases;

/// <summary>A statement while its phrase is still being read.</summary>
internal sealed class PhraseDraft(string organ, string character, int start)
{
    private readonly List<(string Value, string Frequency, string Join)> values = [];

    public string Organ { get; } = organ;

    public string Character { get; private set; } = character;

    /// <summary>Where it begins and ends in the text.</summary>
    public int Start { get; } = start;

    public int End { get; private set; }

    public SortedDictionary<string, string> Scope { get; } = new(StringComparer.Ordinal);

    /// <summary>Adds a value.</summary>
    /// <param name="join">"|" or "&amp;"; of the first it does not matter.</param>
    public void Add(string value, string frequency, string join, int end)
    {
        values.Add((value, frequency, join));
        End = Math.Max(End, end);
    }

    /// <summary>Says of a part of the organ what was said of all of it: "rounded at the base".</summary>
    public void IsOf(string part) => Character = part;

    /// <summary>Goes on to a place of the text that still belongs to it.</summary>
    public void Reach(int end) => End = Math.Max(End, end);

    public TextStatement Done(string text)
    {
        // A frequency before the first value holds for all, unless another one says otherwise of a later value.
        var shared = values.Skip(1).All(v => v.Frequency.Length == 0) ? values[0].Frequency : "";
        var value = new StringBuilder();
        foreach (var (said, frequency, join) in values)
        {
            if (value.Length > 0)
            {
                value.Append(' ').Append(join).Append(' ');
            }

            value.Append(said);
            if (shared.Length == 0 && frequency.Length > 0)
            {
                value.Append(" (").Append(frequency).Append(')');
            }
        }

        return new(
            text[Start..End],
            Organ,
            Character,
            value.ToString(),
            shared,
            Scope.ToImmutableSortedDictionary(StringComparer.Ordinal)
        );
    }
}
