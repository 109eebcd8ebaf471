using Terrapin.Documents;
using Terrapin.Documents.Quantities;

namespace Terrapin.Server.Api;

/// <summary>Reads what people type into measurement fields.</summary>
internal static class QuantitiesApi
{
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/quantities", Read).WithName("readQuantity").WithTags("Quantities")
            .Accepts<TypedText>("application/json").Produces<ReadQuantity>().ProducesErrors();

    private static Task<IResult> Read(HttpRequest request) => Body.Use(
        request,
        utf8 => TypedText.Read(utf8, DocumentJson.Options),
        read => Task.FromResult<IResult>(TypedResults.Ok(read)));
}
