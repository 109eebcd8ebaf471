using Terrapin.Core.Drives;
using Terrapin.Core.Plans;

namespace Terrapin.Core.Rehearsal;

/// <summary>Which of the main valves before a leak is the one that closes for it.</summary>
internal static class ClosingMain
{
    /// <summary>
    /// Of those with a drive: one that a closing rule names before one that none does, one that can be counted on before one
    /// that cannot, and then the quicker.
    /// </summary>
    /// <returns>Index into the way's mains; <see langword="null"/> where none has a drive.</returns>
    public static int? On(Plan plan, WaterWay way, IReadOnlyDictionary<string, DriveVerdict> verdicts) =>
        Enumerable.Range(0, way.Mains.Count)
            .Where(i => way.Mains[i].Drive is not null)
            .OrderByDescending(i => plan.Rules.Any(r => r.Closes(way.Mains[i].Id)))
            .ThenBy(i => verdicts[way.Mains[i].Id].Verdict is TorqueVerdict.Stop or TorqueVerdict.Unknown)
            .ThenBy(i => StrokeSeen.DurationS(way.Mains[i].Drive) ?? plan.SpecOf(way.Mains[i].Drive!).Stroke?.S ?? double.PositiveInfinity)
            .Select(i => (int?)i)
            .FirstOrDefault();

    /// <summary>The rules as they act on one main: those that close others only tell.</summary>
    public static IReadOnlyList<Rule> RulesFor(Plan plan, string? mainId) =>
        [.. plan.Rules.Select(r => r.Action != RuleAction.Close || mainId is null || r.Closes(mainId) ? r : r with { Action = RuleAction.TellOnly })];
}
