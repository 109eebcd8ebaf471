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

    /// <summary>What it may run with every valve open, m³/s.</summary>
    public (double LeastM3PerS, double MostM3PerS) FlowRangeM3PerS => RangeOf(Least, Most);

    /// <summary>As a rehearsal needs it: where no sensor is drawn, nothing asks where the water comes.</summary>
    /// <param name="flows">Where they are known already.</param>
    /// <param name="before">The same leak on floors with other sensors.</param>
    public static LeakWater Of(Plan plan, int roomIndex, int leakIndex, FloorMemory floors, CancellationToken cancel, (LeakFlow Least, LeakFlow Most)? flows = null, LeakOnFloor? before = null) =>
        Of(plan, roomIndex, leakIndex, floors, cancel, onFloors: AnySensorDrawn(plan), flows, before);

    /// <summary>Whether a sensor lies on the drawing.</summary>
    public static bool AnySensorDrawn(Plan plan) => plan.Installation.Sensors.Any(s => s.At is not null || s.Path.Count > 1);

    /// <summary>With all that its water comes to on the drawn floors.</summary>
    public static LeakWater OnFloors(Plan plan, int roomIndex, int leakIndex, FloorMemory floors, CancellationToken cancel) =>
        Of(plan, roomIndex, leakIndex, floors, cancel, onFloors: true, null, null);

    private static (double LeastM3PerS, double MostM3PerS) RangeOf(LeakFlow least, LeakFlow most) =>
        (least == most ? most.OpenM3PerS : Math.Min(most.OpenM3PerS, least.OpenM3PerS), most.OpenM3PerS);

    private static LeakWater Of(Plan plan, int roomIndex, int leakIndex, FloorMemory floors, CancellationToken cancel, bool onFloors, (LeakFlow Least, LeakFlow Most)? flows, LeakOnFloor? before)
    {
        Room room = plan.Building.Rooms[roomIndex];
        LeakPoint leak = room.Leaks[leakIndex];
        (LeakFlow least, LeakFlow most) = flows ?? LeakSupply.FlowsOf(plan, roomIndex, leakIndex);
        (double leastM3PerS, double mostM3PerS) = RangeOf(least, most);
        LeakReach? reach = onFloors ? LeakReach.Of(plan, room, leak, leastM3PerS, mostM3PerS, floors, cancel) : null;
        return new LeakWater(roomIndex, leakIndex, least, most, reach) { OnFloor = reach is null ? null : new LeakOnFloor(plan, room, leak, reach, before) };
    }
}
