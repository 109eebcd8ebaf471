using Microsoft.AspNetCore.Mvc;
using Terrapin.Core.Assessments;
using Terrapin.Core.Floors;
using Terrapin.Core.Geometry;
using Terrapin.Core.Model;
using Terrapin.Documents.Floors;

namespace Terrapin.Server.Api;

/// <summary>A group of joined rooms of the map.</summary>
/// <param name="AcrossM">Left edge of its first cell, m.</param>
/// <param name="DownM">Upper edge of its first cell, m.</param>
/// <param name="CellM">Side of a cell, m.</param>
/// <param name="Millilitres">On the floor before the water is here, row by row, at the worse end of what is not known; -1: it may never come, -2: no floor.</param>
/// <param name="LeastMillilitres">The same at the better end; -1: it never comes. Empty where nothing is open.</param>
/// <param name="Leaks">For several leaks: which of the map's leaks that is; empty for a single one.</param>
public sealed record FloorMapSheet(string StoreyId, double AcrossM, double DownM, double CellM, int Columns, int Rows, IReadOnlyList<int> Millilitres, IReadOnlyList<int> LeastMillilitres, IReadOnlyList<short> Leaks);

/// <summary>Litres on the floor before the water is here.</summary>
/// <param name="LeakIds">The leak points it was made from.</param>
/// <param name="IsCoarse">Whether its cells are larger than usual, for the size of the drawing.</param>
public sealed record FloorMap(IReadOnlyList<string> LeakIds, IReadOnlyList<FloorMapSheet> Sheets, bool IsCoarse);

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

    private static Task<IResult> Draw(string? leak, bool? worst, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, FloorMemory floors, CancellationToken cancel) => Body.UsePlan(request, address, plans, plan =>
    {
        var map = WaterMap.Of(plan, leak, worst == true, floors, cancel);
        return Task.FromResult<IResult>(TypedResults.Ok(new FloorMap(map.LeakIds, [.. map.Sheets.Select(s => SheetOf(map, s))], map.Raster.CellM > DrawingSize.UsualCellM)));
    });

    private static FloorMapSheet SheetOf(WaterMap map, WaterMapSheet of)
    {
        FloorSheet sheet = of.Sheet;
        int[] Millilitres(float[] volumesM3) => [.. volumesM3.Select((v, i) => map.Raster.Room[sheet.Offset + i] < 0 ? -2 : float.IsFinite(v) ? (int)Math.Round(v * 1e6) : -1)];
        return new FloorMapSheet(
            sheet.StoreyId,
            sheet.AcrossM,
            sheet.DownM,
            sheet.CellM,
            sheet.Columns,
            sheet.Rows,
            Millilitres(of.MostM3),
            map.IsExact ? [] : Millilitres(of.LeastM3),
            map.LeakIds.Count > 1 ? of.Leak : []);
    }
}
