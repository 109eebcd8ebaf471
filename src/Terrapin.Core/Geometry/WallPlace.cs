using Terrapin.Core.Model;

namespace Terrapin.Core.Geometry;

/// <summary>The wall of a room that something stands at, seen on the drawing.</summary>
internal enum RoomSide
{
    Top,
    Left,
    Right,
    Bottom,
}

/// <summary>Something that stands at a wall of a room.</summary>
/// <param name="Area">Its floor.</param>
/// <param name="Side">The wall at its back.</param>
internal readonly record struct WallPlace(FloorRectangle Area, RoomSide Side)
{
    /// <summary>Places are tried this far apart, m.</summary>
    private const double StepM = 0.1;

    /// <summary>A doorway is kept free so far on each side, m.</summary>
    private const double DoorwayM = 0.05;

    /// <summary>Water meets the floor this far off the wall, or off what stands tight on it, m.</summary>
    private const double OffM = 0.05;

    /// <summary>The first free stretch of wall that something fits at, clear of doorways and of what stands there; in the room's corner where there is none.</summary>
    /// <param name="room">Drawn.</param>
    /// <param name="lengthM">Along the wall, m.</param>
    /// <param name="widthM">Off the wall, m.</param>
    /// <param name="doorways">Of its storey.</param>
    /// <param name="bare">Places that it must not cover.</param>
    public static WallPlace Free(Room room, double lengthM, double widthM, IReadOnlyList<Doorway> doorways, IReadOnlyList<FloorPoint> bare)
    {
        foreach (Stretch wall in WallsOf(room))
        {
            for (int step = 0; (step * StepM) + lengthM <= wall.EndM - wall.StartM + 1e-3; step++)
            {
                FloorRectangle area = wall.AreaAt(step * StepM, lengthM, widthM);
                if (IsInside(room, area) && !room.Fixtures.Any(f => Rectangles.Overlap(f.Area, area, Rectangles.SlipM)) && !doorways.Any(d => Blocks(area, d)) && !bare.Any(area.HoldsInside))
                {
                    return new WallPlace(ToCentimetres(area), wall.Side);
                }
            }
        }

        FloorRectangle corner = room.Areas[0];
        return new WallPlace(ToCentimetres(new Stretch(RoomSide.Top, corner.AcrossM, corner.RightM(), corner.DownM).AreaAt(0, lengthM, widthM)), RoomSide.Top);
    }

    /// <summary>Where water that gets out at its back meets the floor: behind it, or before it where it stands tight.</summary>
    /// <param name="isTight">Whether water runs round it.</param>
    /// <param name="along">Where along its back, 0 to 1.</param>
    public FloorPoint FallsAt(bool isTight, double along)
    {
        double across = Area.AcrossM + (Area.LengthM * along);
        double down = Area.DownM + (Area.WidthM * along);
        (double x, double y) = Side switch
        {
            RoomSide.Top => (across, isTight ? Area.BottomM() + OffM : Area.DownM + OffM),
            RoomSide.Bottom => (across, isTight ? Area.DownM - OffM : Area.BottomM() - OffM),
            RoomSide.Left => (isTight ? Area.RightM() + OffM : Area.AcrossM + OffM, down),
            _ => (isTight ? Area.AcrossM - OffM : Area.RightM() - OffM, down),
        };
        return new FloorPoint { AcrossM = ToCentimetres(x), DownM = ToCentimetres(y) };
    }

    private static IEnumerable<Stretch> WallsOf(Room room)
    {
        foreach (FloorRectangle area in room.Areas)
        {
            (double middleX, double middleY) = (area.Middle().AcrossM, area.Middle().DownM);
            (Stretch Wall, double BeyondX, double BeyondY)[] walls =
            [
                (new(RoomSide.Top, area.AcrossM, area.RightM(), area.DownM), middleX, area.DownM - OffM),
                (new(RoomSide.Left, area.DownM, area.BottomM(), area.AcrossM), area.AcrossM - OffM, middleY),
                (new(RoomSide.Right, area.DownM, area.BottomM(), area.RightM()), area.RightM() + OffM, middleY),
                (new(RoomSide.Bottom, area.AcrossM, area.RightM(), area.BottomM()), middleX, area.BottomM() + OffM),
            ];
            foreach ((Stretch wall, _, _) in walls.Where(w => !room.Areas.Hold(w.BeyondX, w.BeyondY)))
            {
                yield return wall;
            }
        }
    }

    private static bool IsInside(Room room, FloorRectangle area) =>
        ((double[])[area.AcrossM + Rectangles.SlipM, area.RightM() - Rectangles.SlipM]).All(x => ((double[])[area.DownM + Rectangles.SlipM, area.BottomM() - Rectangles.SlipM]).All(y => room.Areas.Hold(x, y)));

    private static bool Blocks(FloorRectangle area, Doorway doorway)
    {
        const double Thin = 0.02;
        bool alongX = doorway.Wall == WallDirection.AlongX;
        var around = new FloorRectangle { AcrossM = area.AcrossM - DoorwayM, DownM = area.DownM - DoorwayM, LengthM = area.LengthM + (2 * DoorwayM), WidthM = area.WidthM + (2 * DoorwayM) };
        var opening = new FloorRectangle { AcrossM = doorway.At.AcrossM, DownM = doorway.At.DownM, LengthM = alongX ? doorway.WidthM : Thin, WidthM = alongX ? Thin : doorway.WidthM };
        return Rectangles.Overlap(around, opening, Rectangles.SlipM);
    }

    private static double ToCentimetres(double metres) => Math.Round(metres * 100, MidpointRounding.AwayFromZero) / 100;

    private static FloorRectangle ToCentimetres(FloorRectangle area) => new()
    {
        AcrossM = ToCentimetres(area.AcrossM),
        DownM = ToCentimetres(area.DownM),
        LengthM = ToCentimetres(area.LengthM),
        WidthM = ToCentimetres(area.WidthM),
    };

    /// <summary>A wall of a room from the inside.</summary>
    /// <param name="StartM">Where it begins, across or down the drawing.</param>
    /// <param name="EndM">Where it ends.</param>
    /// <param name="AtM">Where it stands, the other way.</param>
    private readonly record struct Stretch(RoomSide Side, double StartM, double EndM, double AtM)
    {
        public FloorRectangle AreaAt(double offM, double lengthM, double widthM) => Side switch
        {
            RoomSide.Top => new() { AcrossM = StartM + offM, DownM = AtM, LengthM = lengthM, WidthM = widthM },
            RoomSide.Bottom => new() { AcrossM = StartM + offM, DownM = AtM - widthM, LengthM = lengthM, WidthM = widthM },
            RoomSide.Left => new() { AcrossM = AtM, DownM = StartM + offM, LengthM = widthM, WidthM = lengthM },
            _ => new() { AcrossM = AtM - widthM, DownM = StartM + offM, LengthM = widthM, WidthM = lengthM },
        };
    }
}
