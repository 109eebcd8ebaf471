using Terrapin.Core.Floors;
using Terrapin.Core.Plans;
using Terrapin.Core.Supply;

namespace Terrapin.Core.Rehearsal;

/// <summary>One leak's flow at both ends of what is not measured, and where its water comes on the drawn floors.</summary>
/// <param name="RoomIndex">Of the plan.</param>
/// <param name="LeakIndex">Of the room.</param>
/// <param name="Closing">Index of the main on its way that closes; <see langword="null"/>: none has a drive.</param>
/// <param name="Reach"><see langword="null"/>: it is not drawn.</param>
internal sealed record LeakWater(int RoomIndex, int LeakIndex, int? Closing, LeakFlow Least, LeakFlow Most, LeakReach? Reach)
{
    /// <summary>What the sensors make of it; both ends of a rehearsal ask for the same.</summary>
    public LeakOnFloor? OnFloor { get; private init; }

    /// <summary>As a rehearsal needs it: where no sensor is drawn, nothing asks where the water comes.</summary>
    /// <param name="closes">The index of the main that closes, for the way of the leak's water.</param>
    public static LeakWater Of(Plan plan, int roomIndex, int leakIndex, Func<WaterWay, int?> closes, FloorMemory floors, CancellationToken cancel) =>
        Of(plan, roomIndex, leakIndex, closes, floors, cancel, onFloors: plan.Sensors.Any(s => s.At is not null || s.Path.Count > 1));

    /// <summary>With all that its water comes to on the drawn floors.</summary>
    public static LeakWater OnFloors(Plan plan, int roomIndex, int leakIndex, FloorMemory floors, CancellationToken cancel) =>
        Of(plan, roomIndex, leakIndex, _ => null, floors, cancel, onFloors: true);

    private static LeakWater Of(Plan plan, int roomIndex, int leakIndex, Func<WaterWay, int?> closes, FloorMemory floors, CancellationToken cancel, bool onFloors)
    {
        Room room = plan.Rooms[roomIndex];
        LeakPoint leak = room.Leaks[leakIndex];
        int? closing = closes(WaterWay.To(plan, leak.PipeId));
        (LeakFlow least, LeakFlow most) = LeakSupply.FlowsOf(plan, roomIndex, leakIndex, closing);
        double mostM3PerS = most.At(LeakFlow.OpenValveK);
        double leastM3PerS = least == most ? mostM3PerS : Math.Min(mostM3PerS, least.At(LeakFlow.OpenValveK));
        LeakReach? reach = onFloors ? LeakReach.Of(plan, room, leak, leastM3PerS, mostM3PerS, floors, cancel) : null;
        return new LeakWater(roomIndex, leakIndex, closing, least, most, reach) { OnFloor = reach is null ? null : new LeakOnFloor(plan, room, leak, reach) };
    }
}
