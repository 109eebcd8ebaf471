using Terrapin.Core.Floors;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;

namespace Terrapin.Core.Rehearsal;

/// <summary>One leak's flow at both ends of what is not measured, and where its water comes on the drawn floors.</summary>
/// <param name="RoomIndex">Of the plan.</param>
/// <param name="LeakIndex">Of the room.</param>
/// <param name="Reach"><see langword="null"/>: it is not drawn.</param>
internal sealed record LeakWater(int RoomIndex, int LeakIndex, LeakFlow Least, LeakFlow Most, LeakReach? Reach)
{
    /// <summary>What the sensors make of it; both ends of a rehearsal ask for the same.</summary>
    public LeakOnFloor? OnFloor { get; private init; }

    /// <summary>As a rehearsal needs it: where no sensor is drawn, nothing asks where the water comes.</summary>
    public static LeakWater Of(Plan plan, int roomIndex, int leakIndex, FloorMemory floors, CancellationToken cancel) =>
        Of(plan, roomIndex, leakIndex, floors, cancel, onFloors: AnySensorDrawn(plan));

    /// <summary>The same in a plan that differs in where some sensors lie, and in nothing else.</summary>
    public LeakWater In(Plan plan)
    {
        Room room = plan.Building.Rooms[RoomIndex];
        return this with { OnFloor = Reach is null ? null : new LeakOnFloor(plan, room, room.Leaks[LeakIndex], Reach, OnFloor) };
    }

    /// <summary>Whether a sensor lies on the drawing.</summary>
    public static bool AnySensorDrawn(Plan plan) => plan.Installation.Sensors.Any(s => s.At is not null || s.Path.Count > 1);

    /// <summary>With all that its water comes to on the drawn floors.</summary>
    public static LeakWater OnFloors(Plan plan, int roomIndex, int leakIndex, FloorMemory floors, CancellationToken cancel) =>
        Of(plan, roomIndex, leakIndex, floors, cancel, onFloors: true);

    private static (double LeastM3PerS, double MostM3PerS) RangeOf(LeakFlow least, LeakFlow most) =>
        (least == most ? most.OpenM3PerS : Math.Min(most.OpenM3PerS, least.OpenM3PerS), most.OpenM3PerS);

    private static LeakWater Of(Plan plan, int roomIndex, int leakIndex, FloorMemory floors, CancellationToken cancel, bool onFloors)
    {
        Room room = plan.Building.Rooms[roomIndex];
        LeakPoint leak = room.Leaks[leakIndex];
        (LeakFlow least, LeakFlow most) = LeakSupply.FlowsOf(plan, roomIndex, leakIndex);
        (double leastM3PerS, double mostM3PerS) = RangeOf(least, most);
        LeakReach? reach = onFloors ? LeakReach.Of(plan, room, leak, leastM3PerS, mostM3PerS, floors, cancel) : null;
        return new LeakWater(roomIndex, leakIndex, least, most, reach) { OnFloor = reach is null ? null : new LeakOnFloor(plan, room, leak, reach) };
    }
}
