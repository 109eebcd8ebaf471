using Microsoft.AspNetCore.Mvc;
using Terrapin.Core.Assessments;
using Terrapin.Core.Model;
using Terrapin.Store;

namespace Terrapin.Server.Api;

/// <summary>How a plan's copy stands to the firm's catalogue.</summary>
/// <param name="Revision">The firm's newest.</param>
/// <param name="Differences">Those that the plan uses first.</param>
public sealed record CatalogueComparison(int Revision, IReadOnlyList<CatalogueDifference> Differences);

/// <summary>The firm's one catalogue and its revisions; plans keep copies.</summary>
internal static class FirmCatalogueApi
{
    public static void Map(IEndpointRouteBuilder api)
    {
        RouteGroupBuilder catalogue = api.MapGroup("/catalogue").WithTags("Catalogue");
        catalogue.MapGet("/", Read).WithName("readFirmCatalogue").Produces<SavedCatalogue>();
        catalogue.MapGet("/revisions", History).WithName("listCatalogueRevisions");
        catalogue.MapGet("/revisions/{revision:int}", ReadRevision).WithName("readCatalogueRevision").Produces<SavedCatalogue>().Produces<ApiProblem>(404, "application/problem+json");
        catalogue.MapPut("/", Save).WithName("saveFirmCatalogue").Accepts<Catalogue>("application/json").Produces<SavedCatalogue>().ProducesErrors().Produces<ApiProblem>(412, "application/problem+json");
        catalogue.MapPost("/check", Check).WithName("checkCatalogue").Accepts<Catalogue>("application/json").Produces(204).ProducesErrors();
        catalogue.MapPost("/compare", Compare).WithName("compareCatalogue").Accepts<Plan>("application/json").Produces<CatalogueComparison>().ProducesErrors();
        catalogue.MapPost("/take-over", TakeOver).WithName("takeOverCatalogue").Accepts<Plan>("application/json").Produces<Plan>().ProducesErrors();
    }

    private static async Task<IResult> Read(HttpResponse response, CatalogueStore store, CancellationToken cancel) => WithTag(response, await store.Newest(cancel));

    private static Task<IReadOnlyList<CatalogueRevision>> History(CatalogueStore store, CancellationToken cancel) => store.History(cancel);

    private static async Task<IResult> ReadRevision(int revision, HttpResponse response, CatalogueStore store, CancellationToken cancel) =>
        await store.Read(revision, cancel) is { } saved
            ? WithTag(response, saved)
            : Problems.Of(StatusCodes.Status404NotFound, "No such revision", $"The catalogue has no revision {revision}. Look at its list of revisions.");

    private static async Task<IResult> Save(HttpRequest request, HttpResponse response, CatalogueStore store, CancellationToken cancel)
    {
        if (Author.Of(request) is not { } author)
        {
            return Author.Missing();
        }

        if (RevisionTag.Of(request, out IResult? problem) is not { } basedOn)
        {
            return problem!;
        }

        return await Body.Use(request, CataloguesApi.ReadCatalogue, async catalogue => await store.Save(catalogue, author, basedOn, cancel) is { } saved
            ? WithTag(response, saved)
            : Problems.Of(
                StatusCodes.Status412PreconditionFailed,
                "Somebody saved in the meantime",
                $"Read the catalogue again and make the change there: it was saved by somebody else since revision {basedOn}. Nothing of yours was written and nothing of theirs is lost."));
    }

    private static Task<IResult> Check(HttpRequest request) => Body.Use(request, CataloguesApi.ReadCatalogue, _ => Task.FromResult<IResult>(TypedResults.NoContent()));

    private static Task<IResult> Compare([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, CatalogueStore store, CancellationToken cancel) => Body.UsePlan(request, address, plans, async plan =>
    {
        SavedCatalogue firm = await store.Newest(cancel);
        return TypedResults.Ok(new CatalogueComparison(firm.Revision, CatalogueCopy.Differences(plan, firm.Catalogue)));
    });

    private static Task<IResult> TakeOver([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, CatalogueStore store, CancellationToken cancel) => Body.UsePlan(request, address, plans, async plan =>
    {
        SavedCatalogue firm = await store.Newest(cancel);
        return TypedResults.Ok(CatalogueCopy.TakeOver(plan, firm.Catalogue, firm.Revision));
    });

    private static IResult WithTag(HttpResponse response, SavedCatalogue saved)
    {
        RevisionTag.Put(response, saved.Revision);
        return TypedResults.Ok(saved);
    }
}
