using Terrapin.Core.Model;

namespace Terrapin.Core.Geometry;

/// <summary>
/// One storey as it is drawn: which room a place is in, what lies on both sides of a stretch of wall, and which walls a
/// straight line goes through. Rooms that share an edge, or leave a gap no wider than a thin wall, have one wall between them.
/// </summary>
/// <param name="plan">With rooms drawn on storeys of its own.</param>
/// <param name="storeyId">One of its storeys.</param>
public sealed class StoreyDrawing(Plan plan, string storeyId)
{
    /// <summary>Rooms whose edges lie nearer than this are joined, m.</summary>
    public const double JoinedM = 0.065;

    /// <summary>So far beside a wall's line its rooms are looked for, m.</summary>
    private const double BesideM = 0.03;

    private IReadOnlyList<WallPiece>? walls;

    private readonly Room[] rooms = [.. plan.Building.Rooms.Where(r => r.StoreyId == storeyId && r.Areas.Count > 0)];

    /// <summary>The room at a place, or <see langword="null"/> outside all; on a shared edge, the first of the plan.</summary>
    public Room? RoomAt(double xM, double yM) => rooms.FirstOrDefault(r => r.Areas.Hold(xM, yM));

    /// <summary>The rooms on the two sides of a wall's line, left or above first.</summary>
    /// <param name="at">Its left or upper end.</param>
    /// <param name="direction">Which way it runs.</param>
    /// <param name="alongM">How far along it, m.</param>
    public (Room? Before, Room? After) Beside(FloorPoint at, WallDirection direction, double alongM) => direction == WallDirection.AlongX
        ? (RoomAt(at.AcrossM + alongM, at.DownM - BesideM), RoomAt(at.AcrossM + alongM, at.DownM + BesideM))
        : (RoomAt(at.AcrossM - BesideM, at.DownM + alongM), RoomAt(at.AcrossM + BesideM, at.DownM + alongM));

    /// <summary>Whether something holds of both sides all along a stretch: near both its ends and in its middle.</summary>
    /// <param name="at">Its left or upper end.</param>
    /// <param name="direction">Which way it runs.</param>
    /// <param name="lengthM">How long it is, m.</param>
    /// <param name="holds">Of the rooms on both sides.</param>
    public bool AllAlong(FloorPoint at, WallDirection direction, double lengthM, Func<Room?, Room?, bool> holds) =>
        new[] { BesideM, lengthM / 2, lengthM - BesideM }.All(along => Beside(at, direction, along) is var (before, after) && holds(before, after));

    /// <summary>Its walls and doorways, in straight pieces that are alike all along.</summary>
    public IReadOnlyList<WallPiece> Walls => walls ??= [.. WallPieces.Of(this, rooms, plan.Building)];

    /// <summary>The walls and doorways that a straight line goes through, from its beginning on.</summary>
    /// <param name="from">Where it begins.</param>
    /// <param name="to">Where it ends.</param>
    /// <returns>Empty where both places are in one room, and the line does not leave it.</returns>
    public IReadOnlyList<WallCrossing> Crossed(FloorPoint from, FloorPoint to)
    {
        double dx = to.AcrossM - from.AcrossM;
        double dy = to.DownM - from.DownM;
        return
        [
            .. Walls.Select(w => (Wall: w, Share: w.CrossedAt(from.AcrossM, from.DownM, dx, dy))).Where(c => c.Share is not null).OrderBy(c => c.Share).Select(c =>
            {
                double share = c.Share!.Value;
                bool isForward = (c.Wall.Direction == WallDirection.AlongX ? dy : dx) > 0;
                return new WallCrossing(
                    new FloorPoint { AcrossM = from.AcrossM + (dx * share), DownM = from.DownM + (dy * share) },
                    c.Wall.Direction,
                    isForward ? c.Wall.Before : c.Wall.After,
                    isForward ? c.Wall.After : c.Wall.Before,
                    c.Wall.Make,
                    c.Wall.Doorway);
            }),
        ];
    }

    /// <summary>What the wall is made of there: a stretch of its own, or else what the storey says of outer and inner walls.</summary>
    internal WallMake? MakeAt(FloorPoint at, WallDirection direction, Room? before, Room? after)
    {
        Wall? own = plan.Building.Walls.FirstOrDefault(w => w.StoreyId == storeyId && w.Direction == direction && IsOn(at, w.At, direction, w.LengthM));
        Storey storey = plan.Building.Storeys.First(s => s.Id == storeyId);
        return own is not null ? own.Make : before is null || after is null ? storey.OuterWalls : storey.InnerWalls;
    }

    internal Doorway? DoorwayAt(FloorPoint at, WallDirection direction) =>
        plan.Building.Doorways.FirstOrDefault(d => d.StoreyId == storeyId && d.Wall == direction && IsOn(at, d.At, direction, d.WidthM));

    internal string StoreyId => storeyId;

    /// <summary>Whether a place lies on a stretch of wall, taken as thick as rooms may be apart.</summary>
    private static bool IsOn(FloorPoint place, FloorPoint end, WallDirection direction, double lengthM)
    {
        (double along, double beside) = direction == WallDirection.AlongX
            ? (place.AcrossM - end.AcrossM, place.DownM - end.DownM)
            : (place.DownM - end.DownM, place.AcrossM - end.AcrossM);
        return along >= 0 && along <= lengthM && Math.Abs(beside) <= JoinedM;
    }
}

/// <summary>A wall or doorway where a straight line goes through it.</summary>
/// <param name="At">Where the line meets it.</param>
/// <param name="Direction">Which way the wall runs.</param>
/// <param name="Before">The room the line comes from; <see langword="null"/>: outside.</param>
/// <param name="After">The room it comes to.</param>
/// <param name="Make">What the wall is made of; <see langword="null"/>: nobody has looked.</param>
/// <param name="Doorway">The doorway that the line goes through, in place of the wall.</param>
public sealed record WallCrossing(FloorPoint At, WallDirection Direction, Room? Before, Room? After, WallMake? Make, Doorway? Doorway);
