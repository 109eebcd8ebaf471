using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;
using Terrapin.Core.Simulation;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Rehearsal;

/// <summary>Gathers from the plan what one leak meets on its way, and settles what is not measured.</summary>
internal static class LeakCaseBuilder
{
    /// <param name="plan">A checked plan.</param>
    /// <param name="water">The leak's flow, and where its water comes.</param>
    /// <param name="verdicts">Of the drive on each main, by the main's id.</param>
    /// <param name="driven">The driven valves of the plan.</param>
    /// <param name="corner">The end at which what is not measured is taken.</param>
    /// <param name="before">The same at that end where only sensors lay elsewhere; <see langword="null"/>: it is not known.</param>
    public static LeakCase Build(Plan plan, LeakWater water, IReadOnlyDictionary<string, DriveVerdict> verdicts, string[] driven, Corner corner, LeakCase? before)
    {
        Room room = plan.Building.Rooms[water.RoomIndex];
        LeakPoint leak = room.Leaks[water.LeakIndex];
        string leakAt = $"/building/rooms/{water.RoomIndex}/leaks/{water.LeakIndex}";
        LeakFlow flow = corner == Corner.Most ? water.Most : water.Least;
        ClosingCase closing = before?.Closing ?? Closing();
        Screening screening = closing.Screening.Continued();
        var findings = new List<Finding>();
        return new LeakCase
        {
            Leak = leak,
            Flow = flow,
            Turning = new TurningFlows(flow),
            Closing = closing,
            Sensors = new SensorCases(plan, water, room, leak, leakAt, screening, findings).Of(flow.OpenM3PerS),
            Screening = screening,
            Findings = [.. screening.Findings, .. closing.Findings, .. findings],
        };

        ClosingCase Closing()
        {
            var own = new Screening(corner);
            var noticed = new List<Finding>();
            var supply = new LeakSupply(plan, water.RoomIndex, water.LeakIndex, own);
            var valves = new ValveCases(plan, room, leak, leakAt, supply, own, noticed);
            supply.Path();
            return new ClosingCase
            {
                HubS = HubS(plan, own),
                Valves = valves.Of(flow.OpenM3PerS, verdicts, driven),
                NoValve = valves.NoValve(),
                Screening = own,
                Findings = noticed,
            };
        }
    }

    private static double HubS(Plan plan, Screening screening)
    {
        return plan.HubInUse() is not { } hub ? 0 : screening.Take(hub.Logic?.S, Span.DelayS, () => new(
            Stage.Rules, "/installation/hubs/0/specId", $"Delay in {hub.Name}", QuantityKind.Duration, "Time it from the hub's light to the drive's first sound."));
    }
}
