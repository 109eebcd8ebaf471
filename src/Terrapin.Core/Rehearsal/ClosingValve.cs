using Terrapin.Core.Drives;
using Terrapin.Core.Model;

namespace Terrapin.Core.Rehearsal;

/// <summary>Which of the main valves before a leak is the one that would close for it.</summary>
internal static class ClosingValve
{
    /// <summary>
    /// Of those with a drive: one that a rule or a direct link closes before one that nothing does, one that can be counted on before one
    /// that cannot, and then the quicker.
    /// </summary>
    /// <returns>Its id; <see langword="null"/> where none has a drive.</returns>
    public static string? On(Plan plan, WaterWay way, IReadOnlyDictionary<string, DriveVerdict> verdicts) => way.StopValves
        .Where(m => plan.DriveOn(m.Id) is not null)
        .OrderByDescending(m => plan.IsClosed(m.Id))
        .ThenBy(m => verdicts[m.Id].Verdict is TorqueVerdict.Stop or TorqueVerdict.Unknown)
        .ThenBy(m => plan.DriveOn(m.Id)!.Seen?.ClosingS ?? plan.SpecOf(plan.DriveOn(m.Id)!).Stroke?.S ?? double.PositiveInfinity)
        .FirstOrDefault()?.Id;
}
