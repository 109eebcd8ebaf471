using Microsoft.AspNetCore.Mvc;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Documents.Floors;

namespace Terrapin.Server.Api;

/// <summary>The map of a posted plan's drawn floors; saves nothing.</summary>
internal static class FloorsApi
{
    public static void Map(IEndpointRouteBuilder api)
    {
        RouteGroupBuilder group = api.MapGroup("/floors").WithTags("Floors").IsHeavy();
        group.MapPost("/", Draw).WithName("drawFloors").Accepts<Plan>("application/json").Produces<FloorMap>().ProducesErrors();
        group.MapPost("/svg", ([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) => Write(request, address, plans, FloorSvg.Write, "image/svg+xml", "floors.svg")).WithName("floorsAsSvg")
            .Accepts<Plan>("application/json").Produces<string>(200, "image/svg+xml").ProducesErrors();
        group.MapPost("/geojson", ([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) => Write(request, address, plans, FloorGeoJson.Write, "application/geo+json", "floors.geojson")).WithName("floorsAsGeoJson")
            .Accepts<Plan>("application/json").Produces<string>(200, "application/geo+json").ProducesErrors();
        group.MapPost("/rooms/geojson", (HttpRequest request) => ReadRooms(request, FloorGeoJson.Read)).WithName("roomsFromGeoJson")
            .Accepts<string>("application/geo+json").Produces<RoomsRead>().ProducesErrors();
        group.MapPost("/rooms/csv", (HttpRequest request) => ReadRooms(request, RoomsCsv.Read)).WithName("roomsFromCsv")
            .Accepts<string>("text/csv").Produces<RoomsRead>().ProducesErrors();
        api.MapGet("/fixtures", () => FixtureLibrary.All).WithName("listFixtures").WithTags("Floors");
    }

    private static Task<IResult> Write(HttpRequest request, string? address, RecentPlans plans, Func<Plan, byte[]> write, string type, string name) =>
        Body.UsePlan(request, address, plans, plan => Task.FromResult<IResult>(TypedResults.File(write(plan), type, name)));

    private static Task<IResult> ReadRooms(HttpRequest request, Func<ReadOnlyMemory<byte>, RoomsRead> read) =>
        Body.Use(request, read, rooms => Task.FromResult<IResult>(TypedResults.Ok(rooms)));

    private static Task<IResult> Draw(string? leak, bool? worst, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, FloorMemory floors, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => FloorMap.Of(plan, leak, worst == true, floors, cancel));
}
