using Terrapin.Core.Findings;
using Terrapin.Core.Geometry;
using Terrapin.Core.Model;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Floors;

/// <summary>What is not known of a plan's drawn floors.</summary>
public static class FloorUnknowns
{
    /// <summary>The room that the floors of a storey are measured from: the highest that was measured, or else any one.</summary>
    /// <param name="preferred">Index of the room to take where none was measured and it is of that storey.</param>
    /// <returns>Index of the room; -1: none is drawn there.</returns>
    internal static int DatumOf(Plan plan, string storeyId, int preferred)
    {
        int[] drawn = [.. Enumerable.Range(0, plan.Building.Rooms.Count).Where(r => plan.Building.Rooms[r].StoreyId == storeyId && plan.Building.Rooms[r].Areas.Count > 0)];
        int[] measured = [.. drawn.Where(r => plan.Building.Rooms[r].FloorHeightM is not null)];
        return measured.Length > 0
            ? measured.MaxBy(r => plan.Building.Rooms[r].FloorHeightM)
            : drawn.Contains(preferred) ? preferred : drawn.FirstOrDefault(-1);
    }

    /// <summary>Whether a room's step to those beside it is not known.</summary>
    internal static bool HasUnknownStep(Plan plan, int room, int datumRoom) =>
        plan.Building.Rooms[room] is { FloorHeightM: null, StoreyId: { } storey, Areas.Count: > 0 } && DatumOf(plan, storey, datumRoom) != room;

    /// <summary>All that is open, whether water comes there or not.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="datumRoom">As in <see cref="GroundGuess"/>.</param>
    internal static IEnumerable<FloorUnknown> Of(Plan plan, int datumRoom)
    {
        for (int i = 0; i < plan.Building.Doorways.Count; i++)
        {
            if (plan.Building.Doorways[i].ThresholdM is null)
            {
                yield return new FloorUnknown(FloorUnknownKind.Threshold, i);
            }
        }

        for (int r = 0; r < plan.Building.Rooms.Count; r++)
        {
            Room room = plan.Building.Rooms[r];
            if (room.Areas.Count > 0 && plan.ContactAngleDeg(room) is null)
            {
                yield return new FloorUnknown(FloorUnknownKind.Finish, r);
            }

            if (HasUnknownStep(plan, r, datumRoom))
            {
                yield return new FloorUnknown(FloorUnknownKind.Step, r);
            }

            for (int f = 0; f < room.Fixtures.Count; f++)
            {
                if (room.Fixtures[f] is { Base: FixtureBase.Pit, DepthM: null })
                {
                    yield return new FloorUnknown(FloorUnknownKind.PitDepth, r, f);
                }
            }
        }
    }

    /// <summary>What to measure, and within which span it is taken meanwhile.</summary>
    internal static (Unmeasured What, Span Span) Describe(Plan plan, FloorUnknown unknown) => unknown.Kind switch
    {
        FloorUnknownKind.Finish => (
            new(Stage.Rooms, $"/building/rooms/{unknown.Index}/finishId", $"Floor finish of {plan.Building.Rooms[unknown.Index].Name}", QuantityKind.Angle, "Look at the floor; drip some water on it where it is in doubt."),
            SpanOf.ContactAngleDeg(plan.Building.Rooms[unknown.Index])),
        FloorUnknownKind.Threshold => (
            new(Stage.Rooms, $"/building/doorways/{unknown.Index}/thresholdM", $"Threshold of the doorway {Between(plan, plan.Building.Doorways[unknown.Index])}", QuantityKind.SmallLength, "Measure from the floor to its top; 0 where there is none."),
            SpanOf.ThresholdM(plan.Building.Doorways[unknown.Index])),
        FloorUnknownKind.Step => (
            new(Stage.Rooms, $"/building/rooms/{unknown.Index}/floorHeightM", $"Step between the floor of {plan.Building.Rooms[unknown.Index].Name} and those beside it", QuantityKind.SmallLength, "Measure the heights of both floors, or type the same height for both where there is no step."),
            SpanOf.StepM(plan.Building.Rooms[unknown.Index])),
        FloorUnknownKind.PitDepth => (
            new(Stage.Rooms, $"/building/rooms/{unknown.Index}/fixtures/{unknown.Fixture}/depthM", $"Depth of {plan.Building.Rooms[unknown.Index].Fixtures[unknown.Fixture].Name}", QuantityKind.Length, "Measure from the floor to its bottom."),
            SpanOf.PitDepthM(plan.Building.Rooms[unknown.Index].Fixtures[unknown.Fixture])),
        _ => throw new ArgumentOutOfRangeException(nameof(unknown), unknown.Kind, "No kind of unknown."),
    };

    private static string Between(Plan plan, Doorway doorway)
    {
        (Room? before, Room? after) = new StoreyDrawing(plan, doorway.StoreyId).Beside(doorway.At, doorway.Wall, doorway.WidthM / 2);
        return $"between {before?.Name ?? "outside"} and {after?.Name ?? "outside"}";
    }
}
