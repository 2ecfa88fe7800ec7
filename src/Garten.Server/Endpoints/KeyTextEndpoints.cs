using Garten.Core.Guides;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A choice of a printed key.</summary>
/// <param name="Number">Its number within the step.</param>
/// <param name="Says">Its statements as printed.</param>
/// <param name="Step">The step it leads to; null where it leads elsewhere.</param>
/// <param name="Taxon">The name it ends at; null where it does not.</param>
/// <param name="Key">Identifier of the key it leads on to; empty where it does not.</param>
/// <param name="KeyTitle">Title of that key.</param>
public sealed record PrintedChoice(
    int Number,
    IReadOnlyList<string> Says,
    int? Step,
    TaxonName? Taxon,
    string Key,
    string KeyTitle
);

/// <summary>A step of a printed key.</summary>
public sealed record PrintedStep(int Number, IReadOnlyList<PrintedChoice> Choices);

/// <summary>A whole key, to be read or printed.</summary>
/// <param name="UseWhen">When to take it.</param>
public sealed record PrintedKey(string Id, string Title, string UseWhen, IReadOnlyList<PrintedStep> Steps);

/// <summary>Keys as texts.</summary>
public static class KeyTextEndpoints
{
    /// <summary>Adds the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/guide/keys/{key}", (string key, CurrentGuide current) =>
                current.Model.Guide.Keys.FirstOrDefault(k => k.Id.Value == key) is { } found
                    ? Printed(current.Model.Guide, found)
                    : throw new NotInStoreException("The guide has no such key. Choose one from the list.")
            )
            .WithName("printedKey")
            .Produces<PrintedKey>()
            .TaggedByGuide();

    private static PrintedKey Printed(Guide guide, DichotomousKey key) =>
        new(
            key.Id.Value,
            key.Title,
            key.UseWhen,
            [
                .. key
                    .Couplets.Values.OrderBy(c => c.Number)
                    .Select(c => new PrintedStep(
                        c.Number,
                        [
                            .. c.Leads.Select(l => new PrintedChoice(
                                l.Number,
                                l.Wording.Length > 0 ? [l.Wording] : [.. l.Tests.Select(t => t.Text)],
                                (l.Target as ToCouplet)?.Couplet,
                                l.Target is ToTaxon t ? TaxonName.Of(guide.Taxon(t.Taxon)) : null,
                                (l.Target as ToKey)?.Key.Value ?? "",
                                l.Target is ToKey k ? guide.Key(k.Key).Title : ""
                            )),
                        ]
                    )),
            ]
        );
}
