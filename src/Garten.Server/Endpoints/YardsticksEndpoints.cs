using Garten.Core.Measuring;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A yardstick as shown.</summary>
/// <param name="Words">Its length with its error, in millimetres.</param>
/// <param name="Share">Its standard error as a share of the length.</param>
/// <param name="Own">True for the person's own, which can be taken away.</param>
public sealed record YardstickView(string Name, string Words, double Millimetres, double Share, bool Own);

/// <summary>A yardstick as calibrated.</summary>
/// <param name="Lengths">Its length as typed, measured once or several times.</param>
public sealed record YardstickInput(string[] Lengths);

/// <summary>Things of known size: cards, coins, hand spans, each person's own.</summary>
public static class YardsticksEndpoints
{
    private const double Longest = 10_000;

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var yardsticks = api.MapGroup("/yardsticks");
        yardsticks
            .MapGet("", (YardstickStore store, CurrentPerson person, CancellationToken cancel) =>
                ShownAsync(store, person.Id, cancel)
            )
            .WithName("yardsticks")
            .Produces<YardstickView[]>();

        yardsticks
            .MapPut(
                "/{name}",
                async (
                    string name,
                    YardstickInput input,
                    YardstickStore store,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    await store.KeepAsync(person.Required, Calibrated(name, input), cancel);
                    return await ShownAsync(store, person.Required, cancel);
                }
            )
            .WithName("keepYardstick")
            .Produces<YardstickView[]>();

        yardsticks
            .MapDelete(
                "/{name}",
                async (string name, YardstickStore store, CurrentPerson person, CancellationToken cancel) =>
                {
                    await store.RemoveAsync(person.Required, name, cancel);
                    return await ShownAsync(store, person.Required, cancel);
                }
            )
            .WithName("removeYardstick")
            .Produces<YardstickView[]>();
    }

    /// <summary>All yardsticks a person may speak of: their own first, so that their own card comes before the usual one.</summary>
    public static async Task<List<Yardstick>> AllAsync(
        YardstickStore store,
        PersonId person,
        CancellationToken cancel
    ) => [.. await store.OfAsync(person, cancel), Yardstick.Card];

    private static async Task<YardstickView[]> ShownAsync(
        YardstickStore store,
        PersonId? person,
        CancellationToken cancel
    )
    {
        // Who has not said who they are has none of their own.
        var own = person is { } known ? await store.OfAsync(known, cancel) : [];
        var usual = own.Any(y => y.Name == Yardstick.Card.Name) ? [] : new[] { Yardstick.Card };
        return [.. own.Select(y => View(y, true)), .. usual.Select(y => View(y, false))];

        static YardstickView View(Yardstick yardstick, bool own) =>
            new(
                yardstick.Name,
                $"{MeasuredWords.Of(yardstick.Size)} mm",
                yardstick.Size.Value,
                yardstick.Size.Error / yardstick.Size.Value,
                own
            );
    }

    private static Yardstick Calibrated(string name, YardstickInput input)
    {
        var plain = Rules.Text("name", "The name", name, Yardstick.LongestName, required: true).ToLowerInvariant();
        if (!plain.All(c => char.IsLetter(c) || c is ' ' or '-' or '\''))
        {
            throw new RuleException("name", "Call it by letters only, for example “hand” or “two euro”.");
        }

        string[] typed = [.. input.Lengths.Where(l => l.Trim().Length > 0)];
        if (typed.Length is 0 or > Yardstick.MostMeasurements)
        {
            throw new RuleException(
                "lengths",
                $"Give its length, measured once or up to {Yardstick.MostMeasurements} times."
            );
        }

        return Yardstick.Calibrated(
            plain,
            [
                .. typed.Select(t =>
                    LengthReader.Millimetres(t, "mm") is { } mm and > 0.5 and < Longest
                        ? mm
                        : throw new RuleException(
                            "lengths",
                            $"“{t.Trim()}” cannot be used: give a length such as 85.6 mm, 19 cm or 7 1/2 in."
                        )
                ),
            ]
        );
    }
}
