using Garten.Core.Assessment;
using Garten.Core.Guides;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>Looking things up in the guide: by name, by kinship, by what a plant shows.</summary>
public static class LookingUpEndpoints
{
    private const int LongestText = 80;

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var guide = api.MapGroup("/guide");
        guide
            .MapGet("/names", (string text, CurrentGuide current) =>
                NameSearch.Find(current.Guide, text.Length > LongestText ? text[..LongestText] : text)
            )
            .WithName("names")
            .Produces<NameSearchResult>();

        guide
            .MapGet("/taxa/{taxon}", (string taxon, CurrentGuide current) =>
                current.Model.Guide.FindTaxon(new(taxon)) is { } found
                    ? FloraAccount.Of(current.Guide, found.Id)
                    : throw new NotInStoreException("The guide has no such taxon.")
            )
            .WithName("flora")
            .Produces<FloraAccount>();

        guide
            .MapGet("/look-alikes", (CurrentGuide current) => LookAlikePair.Of(current.Model.Guide).ToArray())
            .WithName("lookAlikes")
            .Produces<LookAlikePair[]>()
            .TaggedByGuide();

        guide
            .MapGet("/showing/{character}/{state}", (string character, string state, CurrentGuide current) =>
                current.Guide.FindCharacter(new(character)) is { } found && found.State(state) is not null
                    ? Showing.Of(current.Guide, found, state).ToArray()
                    : throw new NotInStoreException("The guide has no such feature.")
            )
            .WithName("showing")
            .Produces<Showing[]>();
    }
}
