using Terrapin.Core.Model;
using Terrapin.Core.Power;

namespace Terrapin.Core.Sensors;

/// <summary>How long one kind of sensor runs on its battery.</summary>
/// <param name="Years">Until the model says empty.</param>
public sealed record SensorLife(string SpecId, double Years)
{
    /// <summary>Of each kind that the plan uses and whose battery is known.</summary>
    /// <param name="plan">A checked plan.</param>
    public static IReadOnlyList<SensorLife> Of(Plan plan) =>
        [.. plan.Installation.Sensors.Select(plan.SpecOf).Distinct().Where(s => s.Battery is not null).Select(s => new SensorLife(s.Id, YearsOf(s.Battery!)))];

    private static double YearsOf(SensorBattery battery) => Battery.LifeYears(
        battery.CapacityMah,
        battery.UsableShare,
        battery.SleepUa + Battery.TaskCurrentUa(battery.ReportJ, battery.VoltageV, battery.ReportEveryS),
        battery.SelfDischargePerYear);
}
