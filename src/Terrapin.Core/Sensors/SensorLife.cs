using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Power;

namespace Terrapin.Core.Sensors;

/// <summary>How long a sensor runs on its battery, at the coldest of its place.</summary>
/// <param name="SensorId">A sensor whose kind's battery is known.</param>
/// <param name="Years">Until the model says empty; <see langword="null"/>: it is cold there, and what its cells are is not known.</param>
/// <param name="LithiumYears">The same with lithium cells of as much charge; <see langword="null"/>: they would change nothing, or cannot be put in.</param>
public sealed record SensorLife(string SensorId, double? Years, double? LithiumYears)
{
    /// <summary>Of each sensor whose battery is known.</summary>
    /// <param name="plan">A checked plan.</param>
    public static IReadOnlyList<SensorLife> Of(Plan plan) =>
        [.. plan.Installation.Sensors.Where(s => plan.SpecOf(s).Battery is not null).Select(s => Of(s, plan.SpecOf(s).Battery!))];

    /// <summary>Cells that do not suit their place.</summary>
    /// <param name="plan">A checked plan.</param>
    public static IReadOnlyList<Finding> Findings(Plan plan)
    {
        var found = new FindingCollector("");
        for (int i = 0; i < plan.Installation.Sensors.Count; i++)
        {
            Sensor sensor = plan.Installation.Sensors[i];
            if (plan.SpecOf(sensor).Battery is { } battery)
            {
                CellFindings.AddCold($"\"{sensor.Name}\"", sensor.Cells ?? battery.Cells, battery.LithiumAllowed, sensor.ColdestC, $"installation/sensors/{i}/cells", found);
            }
        }

        return found.Findings;
    }

    private static SensorLife Of(Sensor sensor, SensorBattery battery)
    {
        BatteryCells cells = sensor.Cells ?? battery.Cells;
        double? years = YearsOf(sensor, battery, cells);
        double? lithium = cells == BatteryCells.Lithium || battery.LithiumAllowed == Answer.No ? null : YearsOf(sensor, battery, BatteryCells.Lithium);
        return new SensorLife(sensor.Id, years, lithium == years ? null : lithium);
    }

    private static double? YearsOf(Sensor sensor, SensorBattery battery, BatteryCells cells) => Battery.LifeYears(
        battery.CapacityMah,
        battery.UsableShare,
        ColdShare.Of(cells, sensor.ColdestC),
        battery.SleepUa + Battery.TaskCurrentUa(battery.ReportJ, battery.VoltageV, sensor.ReportEveryS ?? battery.ReportEveryS),
        battery.SelfDischargePerYear);
}
