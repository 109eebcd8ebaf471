using Terrapin.Core.Floors;
using Terrapin.Core.Plans;
using Terrapin.Documents.Floors;

namespace Terrapin.Server.Api;

/// <summary>One storey of the map.</summary>
/// <param name="AcrossM">Left edge of its first cell, m.</param>
/// <param name="DownM">Upper edge of its first cell, m.</param>
/// <param name="CellM">Side of a cell, m.</param>
/// <param name="Millilitres">On the floor before the water is here, row by row; -1: it never comes, -2: no floor.</param>
/// <param name="Leaks">For several leaks: which of the map's leaks that is; empty for a single one.</param>
public sealed record FloorMapSheet(string StoreyId, double AcrossM, double DownM, double CellM, int Columns, int Rows, IReadOnlyList<int> Millilitres, IReadOnlyList<short> Leaks);

/// <summary>Litres on the floor before the water is here.</summary>
/// <param name="LeakIds">The leak points it was made from.</param>
public sealed record FloorMap(IReadOnlyList<string> LeakIds, IReadOnlyList<FloorMapSheet> Sheets);

/// <summary>The map of a posted plan's drawn floors; saves nothing.</summary>
internal static class FloorsApi
{
    public static void Map(IEndpointRouteBuilder api)
    {
        RouteGroupBuilder group = api.MapGroup("/floors").WithTags("Floors");
        group.MapPost("/", Draw).WithName("drawFloors").Accepts<Plan>("application/json").Produces<FloorMap>().ProducesFaults();
        group.MapPost("/svg", (HttpRequest request) => Write(request, FloorSvg.Write, "image/svg+xml", "floors.svg")).WithName("floorsAsSvg")
            .Accepts<Plan>("application/json").Produces<string>(200, "image/svg+xml").ProducesFaults();
        group.MapPost("/geojson", (HttpRequest request) => Write(request, FloorGeoJson.Write, "application/geo+json", "floors.geojson")).WithName("floorsAsGeoJson")
            .Accepts<Plan>("application/json").Produces<string>(200, "application/geo+json").ProducesFaults();
        group.MapPost("/rooms/geojson", (HttpRequest request) => ReadRooms(request, FloorGeoJson.Read)).WithName("roomsFromGeoJson")
            .Accepts<string>("application/geo+json").Produces<RoomsRead>().ProducesFaults();
        group.MapPost("/rooms/csv", (HttpRequest request) => ReadRooms(request, RoomsCsv.Read)).WithName("roomsFromCsv")
            .Accepts<string>("text/csv").Produces<RoomsRead>().ProducesFaults();
        api.MapGet("/fixtures", () => FixtureLibrary.All).WithName("listFixtures").WithTags("Floors");
    }

    private static Task<IResult> Write(HttpRequest request, Func<Plan, byte[]> write, string type, string name) =>
        Body.Use(request, PlanJson.Read, plan => Task.FromResult(Results.File(write(plan), type, name)));

    private static Task<IResult> ReadRooms(HttpRequest request, Func<ReadOnlyMemory<byte>, RoomsRead> read) =>
        Body.Use(request, read, rooms => Task.FromResult(Results.Ok(rooms)));

    /// <summary>
    /// Of one leak; or of all, at each spot the one whose water is there after the fewest litres, which is what a sensor there
    /// would hear first, or with <paramref name="worst"/> the one that comes after the most.
    /// </summary>
    private static Task<IResult> Draw(string? leak, bool? worst, HttpRequest request, FloorMemory floors) => Body.Use(request, PlanJson.Read, plan =>
    {
        (Room Room, LeakPoint Leak)[] drawn =
            [.. plan.Rooms.SelectMany(r => r.Leaks.Select(l => (r, l))).Where(p => p.l.At is not null && p.r.StoreyId is not null && (leak is null || p.l.Id == leak))];
        if (leak is not null && drawn.Length == 0)
        {
            return Task.FromResult(Problems.Refused(new RefusedException([new Fault("/rooms", $"The leak point \"{leak}\" is not drawn on a floor. Put it on the drawing of its room first.")])));
        }

        FloorRaster raster = floors.RasterOf(plan, FloorGuess.Middle);
        FloorField[] fields = [.. drawn.Select(p => floors.FieldOf(plan, p.Room, p.Leak, 0, FloorGuess.Middle)).OfType<FloorField>()];
        return Task.FromResult(Results.Ok(new FloorMap([.. drawn.Select(p => p.Leak.Id)], [.. raster.Sheets.Select(s => SheetOf(raster, s, fields, worst == true))])));
    });

    private static FloorMapSheet SheetOf(FloorRaster raster, FloorSheet sheet, FloorField[] fields, bool theWorst)
    {
        int count = sheet.Columns * sheet.Rows;
        var millilitres = new int[count];
        var leaks = new short[fields.Length > 1 ? count : 0];
        for (int i = 0; i < count; i++)
        {
            int cell = sheet.Offset + i;
            double shown = -1;
            for (short f = 0; f < fields.Length; f++)
            {
                double volume = fields[f].ArrivalM3[cell];
                if (double.IsFinite(volume) && (shown < 0 || (theWorst ? volume > shown : volume < shown)))
                {
                    shown = volume;
                    if (leaks.Length > 0)
                    {
                        leaks[i] = f;
                    }
                }
            }

            millilitres[i] = raster.Room[cell] < 0 ? -2 : shown < 0 ? -1 : (int)Math.Round(shown * 1e6);
        }

        return new FloorMapSheet(sheet.StoreyId, sheet.AcrossM, sheet.DownM, sheet.CellM, sheet.Columns, sheet.Rows, millilitres, leaks);
    }
}
