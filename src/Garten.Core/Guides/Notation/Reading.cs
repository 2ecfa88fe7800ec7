using System.Diagnostics.CodeAnalysis;

namespace Garten.Core.Guides.Notation;

/// <summary>The outcome of reading what a person wrote: a value, or what was found and what was expected instead.</summary>
/// <typeparam name="T">What is read.</typeparam>
public sealed class Reading<T>
    where T : class
{
    private Reading(T? value, string found, string expected)
    {
        Value = value;
        Found = found;
        Expected = expected;
    }

    /// <summary>What was read; null when it could not be.</summary>
    public T? Value { get; }

    /// <summary>The piece of text that could not be read; empty on success.</summary>
    public string Found { get; }

    /// <summary>What should stand there, in words; empty on success.</summary>
    public string Expected { get; }

    /// <summary>True when there is a value.</summary>
    [MemberNotNullWhen(true, nameof(Value))]
    public bool Ok => Value is not null;

    /// <summary>A successful reading.</summary>
    /// <param name="value">What was read.</param>
    internal static Reading<T> Of(T value) => new(value, "", "");

    /// <summary>A failed reading.</summary>
    /// <param name="found">What stands there.</param>
    internal static Reading<T> Failed(string found, string expected) => new(null, found, expected);
}
