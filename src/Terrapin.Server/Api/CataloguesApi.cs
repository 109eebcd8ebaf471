using System.Text.Json;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Documents;
using Terrapin.Documents.Tables;

namespace Terrapin.Server.Api;

/// <summary>Catalogues in and out of files; nothing is saved here.</summary>
internal static class CataloguesApi
{
    public static void Map(IEndpointRouteBuilder api)
    {
        RouteGroupBuilder catalogues = api.MapGroup("/catalogues").WithTags("Catalogues").IsHeavy();
        catalogues.MapPost("/read", ReadFile).WithName("readCatalogueFile")
            .Accepts<CatalogueFile>("application/json").Produces<Catalogue>().ProducesErrors();
        catalogues.MapPost("/write", WriteFile).WithName("writeCatalogueFile")
            .Accepts<Catalogue>("application/json").Produces<CatalogueFile>().ProducesErrors();
        foreach (CatalogueList list in Enum.GetValues<CatalogueList>())
        {
            string name = Words.Of(list);
            catalogues.MapPost($"/{name}/read", (HttpRequest request) => ReadTable(request, list)).WithName($"read-{name}-table")
                .Accepts<string>("text/csv").Produces<Catalogue>().ProducesErrors();
            catalogues.MapPost($"/{name}/write", (HttpRequest request) => WriteTable(request, list)).WithName($"write-{name}-table")
                .Accepts<Catalogue>("application/json").Produces<string>(200, "text/csv").ProducesErrors();
        }
    }

    private static Task<IResult> ReadFile(HttpRequest request) => Body.Use(request, CatalogueFile.Read, c => Task.FromResult<IResult>(TypedResults.Ok(c)));

    private static Task<IResult> ReadTable(HttpRequest request, CatalogueList list) =>
        Body.Use(request, utf8 => CatalogueCsv.Read(utf8, list), c => Task.FromResult<IResult>(TypedResults.Ok(c)));

    private static Task<IResult> WriteFile(HttpRequest request) =>
        Body.Use(request, ReadCatalogue, c => Task.FromResult<IResult>(TypedResults.File(CatalogueFile.Write(c), "application/json", "catalogue.json")));

    private static Task<IResult> WriteTable(HttpRequest request, CatalogueList list) =>
        Body.Use(request, ReadCatalogue, c => Task.FromResult<IResult>(TypedResults.File(CatalogueCsv.Write(c, list), "text/csv", $"{Words.Of(list)}.csv")));

    public static Catalogue ReadCatalogue(ReadOnlyMemory<byte> utf8)
    {
        using JsonDocument document = PlanJson.Parse(utf8);
        return PlanJson.ReadCatalogue(document.RootElement, "");
    }
}
