using Terrapin.Core.Format;
using Terrapin.Core.Model;

namespace Terrapin.Core.Tests.Reach;

/// <summary>Drawn houses with a hub and sensors, whose walls and floors are known unless a test says otherwise.</summary>
internal static class RadioHouses
{
    public static readonly WallMake Brick = new() { Material = WallMaterial.Brick, ThicknessM = 0.1025 };

    public static FloorPoint At(double acrossM, double downM) => new() { AcrossM = acrossM, DownM = downM };

    public static Room Room(string id, string storeyId, double left, double top, double length, double width) => new()
    {
        Id = id,
        Name = id,
        StoreyId = storeyId,
        Areas = [new FloorRectangle { AcrossM = left, DownM = top, LengthM = length, WidthM = width }],
        Leaks = [],
    };

    public static Hub Hub(string storeyId, double x, double y, double? heightM = 0.02) =>
        new() { Id = "hub", Name = "Hub", SpecId = "k7", Place = new DrawnPlace { StoreyId = storeyId, At = At(x, y), HeightM = heightM }, OnCable = Answer.Yes, HasBackup = Answer.Yes };

    public static Repeater Repeater(string id, string storeyId, double x, double y, double? heightM = 0.02) =>
        new() { Id = id, Name = id, SpecId = "p2", Place = new DrawnPlace { StoreyId = storeyId, At = At(x, y), HeightM = heightM } };

    public static Sensor Spot(string id, string roomId, double x, double y) =>
        new() { Id = id, Name = id, SpecId = "s4", RoomId = roomId, At = At(x, y), Hold = SensorHold.Fixed, Distances = [] };

    public static Storey Storey(string id, WallMake? walls, double? heightM = 2.7, double? floorDb = 14) =>
        new() { Id = id, Name = id, InnerWalls = walls, OuterWalls = walls, HeightM = heightM, FloorLossDb = floorDb };

    /// <param name="storeys">The highest first.</param>
    public static Plan PlanOf(Storey[] storeys, Room[] rooms, Hub hub, params Sensor[] sensors) =>
        NewSite.Named("Radio").WithBuilding(b => b with { Storeys = storeys, Rooms = rooms }).WithInstallation(i => i with { Hubs = [hub], Sensors = sensors });

    /// <summary>Rooms of 3 × 3 m side by side on one storey, the hub in the first and a sensor in the middle of each.</summary>
    public static Plan Row(int rooms, WallMake? walls) => PlanOf(
        [Storey("ground", walls)],
        [.. Enumerable.Range(0, rooms).Select(i => Room($"r{i}", "ground", 3 * i, 0, 3, 3))],
        Hub("ground", 1, 1.5),
        [.. Enumerable.Range(0, rooms).Select(i => Spot($"s{i}", $"r{i}", (3 * i) + 1.5, 1.5))]);

    public static Plan WithRadio(this Plan plan, string id, Func<RadioSpec, RadioSpec> change) =>
        plan with { Catalogue = plan.Catalogue with { Radios = [.. plan.Catalogue.Radios.Select(r => r.Id == id ? change(r) : r)] } };
}
