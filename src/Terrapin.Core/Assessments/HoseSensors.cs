using Terrapin.Core.Geometry;
using Terrapin.Core.Model;

namespace Terrapin.Core.Assessments;

/// <summary>One sensor under every fixture with a flexible hose, where the hose's water meets the floor.</summary>
public static class HoseSensors
{
    /// <summary>Those that are still missing: a fixture that has a sensor within reach of its hoses gets no other.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <returns>A probe on a cord where the water falls under something on feet, a spot elsewhere; nothing where the catalogue has neither.</returns>
    public static IReadOnlyList<PlacementSuggestion> Of(Plan plan)
    {
        SensorSpec? spot = Of(plan, SensorKind.Spot) ?? Of(plan, SensorKind.SpotWithCup);
        SensorSpec? cord = Of(plan, SensorKind.ProbeOnCord);
        var suggestions = new List<PlacementSuggestion>();
        foreach (Room room in plan.Building.Rooms)
        {
            var hoses = room.Leaks.Where(l => l.Kind == LeakKind.HoseBurst && l.At is not null).GroupBy(l => l.FixtureId ?? l.Id);
            foreach (LeakPoint hose in hoses.Where(g => !g.Any(l => IsHeard(plan, room, l))).Select(g => g.First()))
            {
                bool isUnder = room.Fixtures.Any(f => f.Base == FixtureBase.OnFeet && f.Area.Holds(hose.At!.AcrossM, hose.At.DownM));
                if ((isUnder ? cord ?? spot : spot ?? cord) is { } spec)
                {
                    string under = room.Fixtures.FirstOrDefault(f => f.Id == hose.FixtureId)?.Name ?? hose.Name;
                    suggestions.Add(new PlacementSuggestion($"{room.Name}, {(isUnder ? "under" : "by")} {under}", spec.Id, room.Id, hose.At!, []));
                }
            }
        }

        return suggestions;
    }

    /// <summary>So near a sensor hears the first water, m.</summary>
    private const double NearM = 0.35;

    private static bool IsHeard(Plan plan, Room room, LeakPoint leak) =>
        plan.Installation.Sensors.Any(s => s.RoomId == room.Id && s.At is { } at && Rectangles.Apart(at, leak.At!) <= NearM);

    private static SensorSpec? Of(Plan plan, SensorKind kind) => plan.Catalogue.Sensors.FirstOrDefault(s => s.Kind == kind);
}
