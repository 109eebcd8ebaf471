using Terrapin.Core.Model;

namespace Terrapin.Core.Rules;

/// <summary>What bars rules from opening valves, beside the rules themselves. Of no use where no rule opens one.</summary>
/// <param name="Links">Direct links: the sensor guards the valve; indices of the program.</param>
/// <param name="SilentAfterS">For each sensor how long nothing has come from it when it is taken for silent, s; <see langword="null"/>: silence bars nothing.</param>
public sealed record RuleGuards(IReadOnlyList<(int Sensor, int Valve)> Links, IReadOnlyList<double>? SilentAfterS)
{
    /// <param name="plan">A checked plan.</param>
    /// <param name="valveIds">Every stop valve with a drive, in the order of the program.</param>
    public static RuleGuards Of(Plan plan, IReadOnlyList<string> valveIds)
    {
        string[] sensors = [.. plan.Installation.Sensors.Select(s => s.Id)];
        string[] valves = [.. valveIds];
        return new RuleGuards(
            [.. plan.Installation.Links.Select(l => (Array.IndexOf(sensors, l.SensorId), Array.IndexOf(valves, plan.Installation.Drives.First(d => d.Id == l.DriveId).StopValveId)))],
            [.. plan.Installation.Sensors.Select(s => plan.SilentAfterS([s]))]);
    }
}
