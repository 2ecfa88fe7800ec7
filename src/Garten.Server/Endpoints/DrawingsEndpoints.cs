using System.Collections.Immutable;
using Garten.Core.Bench;
using Garten.Core.Drawing.Plates;
using Garten.Core.Guides;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>Drawings made from the guide: states, plates, and names side by side.</summary>
public static class DrawingsEndpoints
{
    private const int MostCharacters = 20;

    private const int MostDrawn = 100_000;

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var drawings = api.MapGroup("/drawings");
        drawings
            .MapGet("/organs/{organ}", (string organ, CurrentGuide current) =>
                Enum.TryParse<Organ>(organ, true, out var found) && Enum.IsDefined(found)
                    ? Drawings.OfOrgan(current.Guide, found).ToArray()
                    : throw new NotInStoreException("A plant has no such organ.")
            )
            .WithName("tiles")
            .Produces<CharacterTiles[]>()
            .TaggedByGuide();

        drawings
            .MapGet("/numbers/{character}", (string character, double number, CurrentGuide current) =>
            {
                if (current.Guide.FindCharacter(new(character)) is not { IsNumeric: true } found)
                {
                    throw new NotInStoreException("The guide counts and measures no such character.");
                }

                return double.IsFinite(number) && number >= 0 && number <= MostDrawn
                    ? new NumberTile(found.Id, number, Drawings.OfNumber(found, number))
                    : throw new RuleException("number", $"Only numbers from 0 to {MostDrawn} are drawn.");
            })
            .WithName("numberTile")
            .Produces<NumberTile>();

        drawings
            .MapGet("/taxa/{taxon}", (string taxon, CurrentGuide current) =>
                current.Model.Guide.FindTaxon(new(taxon)) is { } found
                    ? Drawings.OfTaxon(current.Guide, found.Id)
                    : throw new NotInStoreException("The guide has no such taxon.")
            )
            .WithName("plate")
            .Produces<PlateView>()
            .TaggedByGuide();

        drawings
            .MapGet("/apart", (string taxa, string characters, CurrentGuide current) =>
            {
                ImmutableArray<TaxonId> names = [.. Split(taxa).Select(t => new TaxonId(t))];
                if (BenchRules.FaultOf(current.Guide, names) is { Length: > 0 } fault)
                {
                    throw new RuleException("taxa", fault);
                }

                return Drawings.Apart(
                    current.Guide,
                    names,
                    [.. Split(characters).Take(MostCharacters).Select(c => new CharacterId(c))]
                );
            })
            .WithName("apartDrawings")
            .Produces<ApartDrawings>();
    }

    private static string[] Split(string list) =>
        list.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
}
