using Terrapin.Core.Geometry;
using Terrapin.Core.Model;

namespace Terrapin.Core.Assessments;

/// <summary>A room of a ready-made house, in shares of its width and depth.</summary>
/// <param name="Name">What people call it.</param>
/// <param name="Left">Its left edge, 0 to 1.</param>
/// <param name="Top">Its upper edge, 0 to 1.</param>
/// <param name="Wide">Across, 0 to 1.</param>
/// <param name="Deep">Down the drawing, 0 to 1.</param>
/// <param name="Fixtures">What stands in it.</param>
public sealed record ShapeRoom(string Name, double Left, double Top, double Wide, double Deep, IReadOnlyList<FixtureKind> Fixtures);

/// <summary>A storey of a ready-made house; the first of its rooms is the one that others are reached by.</summary>
public sealed record ShapeStorey(string Name, IReadOnlyList<ShapeRoom> Rooms);

/// <summary>A house or flat to begin from. All of it is our own, and meant to be changed.</summary>
/// <param name="Id">A short word.</param>
/// <param name="Name">By its shape.</param>
/// <param name="WidthM">As it usually is, m.</param>
/// <param name="DepthM">As it usually is, m.</param>
/// <param name="HasPump">Whether a pump and tank feed it.</param>
/// <param name="Storeys">The highest first.</param>
public sealed record HouseShape(string Id, string Name, double WidthM, double DepthM, bool HasPump, IReadOnlyList<ShapeStorey> Storeys);

/// <summary>What a ready-made house puts into a plan.</summary>
/// <param name="Storeys">The highest first; nothing is measured on them.</param>
/// <param name="Rooms">Drawn, with fixtures and their usual leak points.</param>
/// <param name="Doorways">One to each room; their thresholds are not measured.</param>
/// <param name="HasPump">Whether a pump and tank feed it.</param>
public sealed record ProposedHouse(IReadOnlyList<Storey> Storeys, IReadOnlyList<Room> Rooms, IReadOnlyList<Doorway> Doorways, bool HasPump);

/// <summary>Houses and flats to begin from, stretched to size.</summary>
public static class HouseShapes
{
    private const double DoorwayM = 0.8;

    /// <summary>A doorway keeps so far from the ends of its wall, m.</summary>
    private const double JambM = 0.1;

    public static IReadOnlyList<HouseShape> All { get; } =
    [
        new("two-up-two-down", "Two up two down", 5.5, 8, false,
        [
            new("First floor",
            [
                Room("Landing", 0, 0, 0.3, 0.5),
                Room("Front bedroom", 0.3, 0, 0.7, 0.5),
                Room("Bathroom", 0, 0.5, 0.45, 0.5, FixtureKind.Basin, FixtureKind.Wc, FixtureKind.Bath),
                Room("Back bedroom", 0.45, 0.5, 0.55, 0.5),
            ]),
            new("Ground floor",
            [
                Room("Hall", 0, 0, 0.3, 0.5),
                Room("Front room", 0.3, 0, 0.7, 0.5),
                Room("Kitchen", 0, 0.5, 1, 0.5, FixtureKind.KitchenSink, FixtureKind.Dishwasher, FixtureKind.WashingMachine, FixtureKind.Boiler),
            ]),
        ]),
        new("bungalow", "Bungalow", 12, 8, false,
        [
            new("Ground floor",
            [
                Room("Hall", 0.4, 0, 0.15, 1),
                Room("Living room", 0, 0, 0.4, 0.6),
                Room("Kitchen", 0, 0.6, 0.4, 0.4, FixtureKind.KitchenSink, FixtureKind.Dishwasher),
                Room("Bathroom", 0.55, 0, 0.2, 0.4, FixtureKind.Basin, FixtureKind.Wc, FixtureKind.Bath),
                Room("Utility", 0.75, 0, 0.25, 0.4, FixtureKind.WashingMachine, FixtureKind.Boiler),
                Room("Bedroom", 0.55, 0.4, 0.45, 0.6),
            ]),
        ]),
        new("flat", "Flat", 9, 7, false,
        [
            new("Flat",
            [
                Room("Hall", 0.35, 0, 0.15, 1),
                Room("Living room", 0, 0, 0.35, 0.55),
                Room("Kitchen", 0, 0.55, 0.35, 0.45, FixtureKind.KitchenSink, FixtureKind.Dishwasher, FixtureKind.WashingMachine),
                Room("Bathroom", 0.5, 0, 0.28, 0.4, FixtureKind.Basin, FixtureKind.Wc, FixtureKind.Bath),
                Room("Cylinder cupboard", 0.78, 0, 0.22, 0.4, FixtureKind.Cylinder),
                Room("Bedroom", 0.5, 0.4, 0.5, 0.6),
            ]),
        ]),
        new("deep-terrace", "Deep terrace", 5, 14, false,
        [
            new("First floor",
            [
                Room("Landing", 0, 0, 0.3, 0.6),
                Room("Front bedroom", 0.3, 0, 0.7, 0.3),
                Room("Middle bedroom", 0.3, 0.3, 0.7, 0.3),
                Room("Bathroom", 0, 0.6, 1, 0.18, FixtureKind.Basin, FixtureKind.Wc, FixtureKind.Bath),
                Room("Back bedroom", 0, 0.78, 1, 0.22),
            ]),
            new("Ground floor",
            [
                Room("Hall", 0, 0, 0.3, 0.6),
                Room("Front room", 0.3, 0, 0.7, 0.3),
                Room("Middle room", 0.3, 0.3, 0.7, 0.3),
                Room("Kitchen", 0, 0.6, 1, 0.25, FixtureKind.KitchenSink, FixtureKind.Dishwasher),
                Room("Utility", 0, 0.85, 1, 0.15, FixtureKind.WashingMachine, FixtureKind.Boiler),
            ]),
        ]),
        new("house-on-a-pump", "House on a pump", 10, 8, true,
        [
            new("Ground floor",
            [
                Room("Hall", 0.4, 0, 0.2, 1),
                Room("Kitchen", 0, 0, 0.4, 0.5, FixtureKind.KitchenSink, FixtureKind.Dishwasher),
                Room("Living room", 0, 0.5, 0.4, 0.5),
                Room("Pump room", 0.6, 0, 0.4, 0.3, FixtureKind.Softener, FixtureKind.FilterHousing, FixtureKind.Cylinder),
                Room("Bathroom", 0.6, 0.3, 0.4, 0.3, FixtureKind.Basin, FixtureKind.Wc, FixtureKind.Bath),
                Room("Bedroom", 0.6, 0.6, 0.4, 0.4),
            ]),
        ]),
    ];

    /// <summary>A shape stretched to size, for a plan on whose drawing nothing is yet.</summary>
    /// <param name="plan">A checked plan; its pipes feed the leak points.</param>
    /// <param name="shape">One of <see cref="All"/>.</param>
    /// <param name="widthM">Across, m.</param>
    /// <param name="depthM">Down the drawing, m.</param>
    /// <param name="idOf">A free id for a name.</param>
    public static ProposedHouse Stretch(Plan plan, HouseShape shape, double widthM, double depthM, Func<string, string> idOf)
    {
        var storeys = new List<Storey>();
        var rooms = new List<Room>();
        var doorways = new List<Doorway>();
        foreach (ShapeStorey of in shape.Storeys)
        {
            var storey = new Storey { Id = idOf(of.Name), Name = of.Name };
            storeys.Add(storey);
            Room[] own = [.. of.Rooms.Select(r => new Room { Id = idOf(r.Name), Name = r.Name, StoreyId = storey.Id, Areas = [Area(r, widthM, depthM)], Leaks = [] })];
            own = [.. own.Select(r => r with { LengthM = r.Areas[0].LengthM, WidthM = r.Areas[0].WidthM })];
            Doorway[] ways = [.. Ways(own, storey.Id, idOf)];
            doorways.AddRange(ways);
            for (int i = 0; i < own.Length; i++)
            {
                Plan so = plan.WithBuilding(b => b with { Doorways = ways });
                rooms.Add(FixtureAdvice.Furnished(so, own[i], of.Rooms[i].Fixtures.Select(k => FixtureLibrary.All.First(f => f.Kind == k)), idOf));
            }
        }

        return new ProposedHouse(storeys, rooms, doorways, shape.HasPump);
    }

    private static ShapeRoom Room(string name, double left, double top, double wide, double deep, params FixtureKind[] fixtures) => new(name, left, top, wide, deep, fixtures);

    /// <summary>Its edges to the centimetre, so that neighbours share theirs.</summary>
    private static FloorRectangle Area(ShapeRoom room, double widthM, double depthM)
    {
        static double Cm(double metres) => Math.Round(metres, 2);
        (double left, double top) = (Cm(room.Left * widthM), Cm(room.Top * depthM));
        return new FloorRectangle
        {
            AcrossM = left,
            DownM = top,
            LengthM = Math.Round(Cm((room.Left + room.Wide) * widthM) - left, 2),
            WidthM = Math.Round(Cm((room.Top + room.Deep) * depthM) - top, 2),
        };
    }

    /// <summary>Each room is reached from the nearest in the list before it that it shares enough wall with.</summary>
    private static IEnumerable<Doorway> Ways(Room[] rooms, string storeyId, Func<string, string> idOf)
    {
        for (int i = 1; i < rooms.Length; i++)
        {
            for (int j = 0; j < i; j++)
            {
                if (Between(rooms[j].Areas[0], rooms[i].Areas[0]) is var (wall, at, fromM, toM) && toM - fromM >= DoorwayM + (2 * JambM))
                {
                    double start = Math.Round((fromM + toM - DoorwayM) / 2, 2);
                    yield return new Doorway
                    {
                        Id = idOf($"doorway {rooms[i].Name}"),
                        StoreyId = storeyId,
                        Wall = wall,
                        WidthM = DoorwayM,
                        At = wall == WallDirection.AlongX ? new FloorPoint { AcrossM = start, DownM = at } : new FloorPoint { AcrossM = at, DownM = start },
                    };
                    break;
                }
            }
        }
    }

    /// <summary>The wall that two rooms share: its line, and from where to where.</summary>
    private static (WallDirection Wall, double AtM, double FromM, double ToM)? Between(FloorRectangle a, FloorRectangle b)
    {
        (double from, double to) across = (Math.Max(a.AcrossM, b.AcrossM), Math.Min(a.RightM(), b.RightM()));
        (double from, double to) down = (Math.Max(a.DownM, b.DownM), Math.Min(a.BottomM(), b.BottomM()));
        bool Meet(double one, double other) => Math.Abs(one - other) < Rectangles.SlipM;
        if (Meet(a.RightM(), b.AcrossM) || Meet(b.RightM(), a.AcrossM))
        {
            return (WallDirection.AlongY, Meet(a.RightM(), b.AcrossM) ? b.AcrossM : a.AcrossM, down.from, down.to);
        }

        return Meet(a.BottomM(), b.DownM) || Meet(b.BottomM(), a.DownM)
            ? (WallDirection.AlongX, Meet(a.BottomM(), b.DownM) ? b.DownM : a.DownM, across.from, across.to)
            : null;
    }
}
