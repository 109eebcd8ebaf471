using Terrapin.Core.Model;
using Terrapin.Core.Validation;
using Terrapin.Server.Photographs;
using Terrapin.Store;

namespace Terrapin.Server.Api;

/// <summary>Photographs of a site and its mains.</summary>
internal static class PhotographsApi
{
    private const int MostCaption = 200;

    public static void Map(IEndpointRouteBuilder api)
    {
        RouteGroupBuilder photographs = api.MapGroup("/sites/{id}/photographs").WithTags("Photographs");
        photographs.MapGet("/", List).WithName("listPhotographs");
        photographs.MapPost("/", Add).WithName("addPhotograph").Accepts<byte[]>("image/jpeg", "image/png", "image/webp").Produces<PhotographSummary>(201).ProducesErrors().ProducesNoSite();
        photographs.MapGet("/{photographId}", Read).WithName("readPhotograph").Produces<byte[]>(200, "image/jpeg").ProducesNoSite();
        photographs.MapDelete("/{photographId}", Remove).WithName("removePhotograph").Produces(204).ProducesNoSite();
    }

    private static Task<IReadOnlyList<PhotographSummary>> List(string id, PhotographStore store, CancellationToken cancel) => store.List(id, cancel);

    private static async Task<IResult> Add(string id, string? stopValveId, string? caption, HttpRequest request, PhotographStore store, CancellationToken cancel)
    {
        if (Author.Of(request) is not { } author)
        {
            return Author.Missing();
        }

        if (caption?.Length > MostCaption || (stopValveId is not null && !IdAttribute.IsId(stopValveId)))
        {
            return Problems.Refused(new RefusedException([caption?.Length > MostCaption
                ? new DocumentError("/caption", $"A caption has at most {MostCaption} characters. Shorten it.")
                : new DocumentError("/stopValveId", "This is no id of a stop valve. Give the id as the plan has it.")]));
        }

        return await Body.Use(
            request,
            Picture.Read,
            async picture => await store.Add(id, stopValveId, caption?.Trim() ?? "", author, picture.Jpeg, picture.Width, picture.Height, cancel) is { } added
                ? TypedResults.Created($"/api/sites/{id}/photographs/{added.Id}", added)
                : Problems.NoSuchSite(id),
            Picture.MostBytes);
    }

    private static async Task<IResult> Read(string id, string photographId, HttpResponse response, PhotographStore store, CancellationToken cancel)
    {
        if (await store.Read(id, photographId, cancel) is not { } jpeg)
        {
            return NoSuchPhotograph(id, photographId);
        }

        response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return TypedResults.File(jpeg, "image/jpeg");
    }

    private static async Task<IResult> Remove(string id, string photographId, PhotographStore store, CancellationToken cancel) =>
        await store.Remove(id, photographId, cancel) ? TypedResults.NoContent() : NoSuchPhotograph(id, photographId);

    private static IResult NoSuchPhotograph(string id, string photographId) =>
        Problems.Of(StatusCodes.Status404NotFound, "No such photograph", $"Site \"{id}\" has no photograph \"{photographId}\". Look at its list of photographs.");
}
