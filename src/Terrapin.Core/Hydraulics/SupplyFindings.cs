using Terrapin.Core.Findings;
using Terrapin.Core.Model;

namespace Terrapin.Core.Hydraulics;

/// <summary>What a tank says against the valve before it.</summary>
internal static class SupplyFindings
{
    public static IReadOnlyList<Finding> Of(Plan plan)
    {
        var found = new FindingCollector("");
        if (plan.Building.Supply.Tank is { AfterStopValveId: { } stopValveId } && plan.Building.StopValves.All(m => m.Id == stopValveId || plan.IsBehind(m.Id, stopValveId)))
        {
            found.Add(
                FindingKinds.TankAfterOnlyValve,
                "building/supply/tank/afterStopValveId",
                "The pressure tank stands after the only stop valve: with that shut it still empties itself into the leak.",
                "Have a stop valve put after the tank, drive that one, and have the pump stopped with it.");
        }

        return found.Findings;
    }
}
