using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;

namespace Garten.Core.Bench;

/// <summary>A change that lies on a device and has not reached the server.</summary>
/// <param name="Id">Number of the command.</param>
/// <param name="Name">What is asked, by the name of the request, such as <c>recordFeature</c>.</param>
/// <param name="At">The parts of its address, by their names.</param>
/// <param name="Sent">What was sent with it; null for nothing.</param>
/// <param name="Asked">When it was asked for, by the clock of the device.</param>
public sealed record WaitingChange(
    Guid Id,
    string Name,
    IReadOnlyDictionary<string, string> At,
    JsonElement? Sent,
    DateTimeOffset Asked
)
{
    /// <summary>What was sent.</summary>
    /// <exception cref="JsonException">It is nothing of that kind.</exception>
    public T Content<T>(JsonTypeInfo<T> type)
        where T : class =>
        Sent is { } content && content.Deserialize(type) is { } read
            ? read
            : throw new JsonException("The change is empty.");

    /// <summary>A part of the address.</summary>
    /// <exception cref="JsonException">It has no such part.</exception>
    public string PartAt(string part) =>
        At.GetValueOrDefault(part) ?? throw new JsonException($"The address has no {part}.");

    /// <summary>An id in the address.</summary>
    /// <exception cref="JsonException">It has no such id.</exception>
    public T IdAt<T>(string part)
        where T : struct, IEntityId<T> =>
        EntityId.TryParse<T>(PartAt(part), out var id) ? id : throw new JsonException($"The {part} is no id.");

    /// <summary>The revision in the address that it starts from.</summary>
    /// <exception cref="JsonException">There is none.</exception>
    public long Expected() =>
        long.TryParse(PartAt("expected"), CultureInfo.InvariantCulture, out var revision)
            ? revision
            : throw new JsonException("The address has no revision.");

    /// <summary>Makes the change, and says what became of it.</summary>
    /// <param name="make">Makes it; gives whether it shows.</param>
    public ChangeShown Shown(Func<bool> make)
    {
        try
        {
            return new(Id, make(), null, "");
        }
        catch (RuleException e)
        {
            return new(Id, false, e.Message, e.Field);
        }
        catch (JsonException)
        {
            return new(Id, false, "This change was made by another version of Garten.", "");
        }
    }
}

/// <summary>What became of a change on the device.</summary>
/// <param name="Shows">True where it shows; else it shows once the server has it, or the reason stands beside.</param>
/// <param name="Why">Why it cannot be made, in words; null where nothing stands against it.</param>
/// <param name="Field">The field that is about; empty where it is none.</param>
public sealed record ChangeShown(Guid Id, bool Shows, string? Why, string Field);
