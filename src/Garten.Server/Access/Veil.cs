using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Access;

/// <summary>Keeps exact places of sensitive species from those who are not to know them.</summary>
/// <param name="plants">The plants.</param>
/// <param name="person">Who asks.</param>
/// <param name="current">The guide.</param>
public sealed class Veil(PlantStore plants, CurrentPerson person, CurrentGuide current)
{
    /// <summary>True when the person who asks sees everything.</summary>
    public bool IsLifted => person.Member is { SeesSensitive: true };

    /// <summary>Identifiers of the taxa whose places are hidden from the person who asks; none where they see everything.</summary>
    public IReadOnlySet<string> Taxa => IsLifted ? new HashSet<string>() : Sensitive();

    /// <summary>Identifiers of all sensitive taxa.</summary>
    public IReadOnlySet<string> Sensitive() => SensitiveTaxa.Of(current.Guide).Select(t => t.Value).ToHashSet();

    /// <summary>The plants whose place the person may not know.</summary>
    /// <param name="cancel">Gives up.</param>
    public async Task<IReadOnlySet<int>> HiddenAsync(CancellationToken cancel) =>
        IsLifted ? new HashSet<int>() : await plants.OfTaxaAsync([.. Sensitive()], person.Member is { Role: > Role.Reader } ? person.Id : null, cancel);

    /// <summary>What is hidden in a file that leaves the house: all that is sensitive, unless one who sees it asks for exact places.</summary>
    /// <param name="exact">True when exact places are asked for.</param>
    /// <param name="cancel">Gives up.</param>
    /// <exception cref="ForbiddenException">The person asks for places they may not know.</exception>
    public async Task<(IReadOnlySet<int> Plants, IReadOnlySet<string> Taxa)> LeavingAsync(bool exact, CancellationToken cancel)
    {
        if (exact && !IsLifted)
        {
            throw new ForbiddenException(
                StatusCodes.Status403Forbidden, "Not yours to see", "Exact places of sensitive species go only to those a steward trusts with them. Take the file without them.");
        }

        return exact ? (new HashSet<int>(), new HashSet<string>()) : (await plants.OfTaxaAsync([.. Sensitive()], null, cancel), Sensitive());
    }

    /// <summary>The plants the person may see.</summary>
    /// <param name="cancel">Gives up.</param>
    public async Task<List<PlantTag>> TagsAsync(CancellationToken cancel)
    {
        var hidden = await HiddenAsync(cancel);
        var tags = await plants.TagsAsync(cancel);
        return hidden.Count == 0 ? tags : tags.FindAll(t => !hidden.Contains(t.Id));
    }

    /// <summary>Refuses a plant the person may not know of, in the words used for one that is not there.</summary>
    /// <param name="plant">Number of the plant.</param>
    /// <param name="cancel">Gives up.</param>
    /// <exception cref="NotInStoreException">It is hidden from them.</exception>
    public async Task RequireAsync(int plant, CancellationToken cancel)
    {
        if ((await HiddenAsync(cancel)).Contains(plant))
        {
            throw new NotInStoreException(PlantStore.NoSuchPlant);
        }
    }
}
