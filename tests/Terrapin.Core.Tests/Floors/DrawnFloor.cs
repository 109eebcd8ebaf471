using Terrapin.Core.Floors;
using Terrapin.Core.Format;
using Terrapin.Core.Geometry;
using Terrapin.Core.Model;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Floors;

/// <summary>Rooms drawn for a test, and what a leak does on them.</summary>
internal sealed record DrawnFloor(Plan Plan, FloorRaster Raster)
{
    /// <summary>So slow that neither its film nor its stream is any other than of a drip.</summary>
    public const double Drip = 1e-9;

    private readonly Ground ground = new(Plan, Raster, GroundGuess.Lower);
    private readonly FloorMemory floors = new();

    public static DrawnFloor Of(Room room) => Of([room], []);

    public static DrawnFloor Of(Room[] rooms, Doorway[] doorways, double? cellM = null)
    {
        Plan plan = PlanOf(rooms, doorways);
        return new DrawnFloor(plan, FloorRaster.Of(plan, cellM));
    }

    public static Plan PlanOf(Room[] rooms, Doorway[] doorways) => NewSite.Named("Floors").WithBuilding(b => b with
    {
        Storeys = [new Storey { Id = "ground", Name = "Ground floor" }],
        Rooms = rooms,
        Doorways = doorways,
    });

    /// <summary>On tile of 60°, at the height of all others.</summary>
    public static Room Rectangle(string id, double x, double y, double length, double width) => new()
    {
        Id = id,
        Name = id,
        FinishId = "matt-tile",
        StoreyId = "ground",
        FloorHeightM = 0,
        Areas = [Area(x, y, length, width)],
        Leaks = [],
    };

    public static FloorRectangle Area(double x, double y, double length, double width) => new() { AcrossM = x, DownM = y, LengthM = length, WidthM = width };

    public static FloorPoint Point(double x, double y) => new() { AcrossM = x, DownM = y };

    /// <summary>0.8 m wide in a wall along y, without a threshold.</summary>
    public static Doorway Door(string id, double x, double y) =>
        new() { Id = id, StoreyId = "ground", At = Point(x, y), Wall = WallDirection.AlongY, WidthM = 0.8, ThresholdM = 0 };

    public FloorField Field(string room, double x, double y, double flowM3PerS = Drip) =>
        Raster.CellM == DrawingSize.UsualCellM
            ? floors.Of(Plan).FieldOf(Request(room, x, y, flowM3PerS), GroundGuess.Lower, default)
            : Spreading.From(Raster, ground, Request(room, x, y, flowM3PerS), default);

    /// <summary>From a memory of the test's own.</summary>
    public FloorField FieldIn(FloorMemory memory, string room, double x, double y) => memory.Of(Plan).FieldOf(Request(room, x, y, Drip), GroundGuess.Lower, default);

    public Spreading Spread(string room, double x, double y, double flowM3PerS = Drip) => new(Raster, ground, Request(room, x, y, flowM3PerS));

    public double BedM(int cell) => ground.BedM(cell);

    public int Cell(string room, double x, double y)
    {
        int cell = Raster.CellAt(Plan.Building.Rooms[Index(room)].StoreyId, Index(room), Point(x, y));
        Assert.True(cell >= 0, $"no floor of {room} at {x}, {y}");
        return cell;
    }

    public double At(FloorField field, string room, double x, double y) => field.ArrivalM3(Cell(room, x, y));

    /// <summary>At the very place, not in the middle of its cell.</summary>
    public double Read(FloorField field, string room, double x, double y, double depthM = 0)
    {
        int cell = Cell(room, x, y);
        (double middleX, double middleY) = Raster.SheetOf(cell).MiddleOf(cell);
        return field.ReadM3(cell, (x - middleX) / Raster.CellM, (y - middleY) / Raster.CellM, depthM);
    }

    /// <summary>The volume balance once the water has gone as far as it goes.</summary>
    public void AssertWhatCameInLiesThere(string room, double x, double y)
    {
        using Spreading spreading = Spread(room, x, y);
        while (spreading.Step())
        {
        }

        Close(spreading.VolumeM3, spreading.LyingM3(), 1e-6);
    }

    private SpreadRequest Request(string room, double x, double y, double flowM3PerS) =>
        SpreadRequest.At(Raster, Plan.Building.Rooms[Index(room)].StoreyId!, Index(room), Point(x, y), flowM3PerS);

    private int Index(string room) => Plan.Building.Rooms.TakeWhile(r => r.Id != room).Count();
}
