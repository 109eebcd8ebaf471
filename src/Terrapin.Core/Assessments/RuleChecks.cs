using Terrapin.Core.Checker;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core.Assessments;

/// <summary>The check of a plan's rules against the leaks of its house.</summary>
public static class RuleChecks
{
    /// <summary>
    /// Whether for each leak that a stop valve with a drive could stop the sensor that knows first has one closed, and the rest; and whether each
    /// leak that does harm is stopped with any single thing broken.
    /// </summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="memory">What is kept from one question to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static RuleCheck Of(Plan plan, AssessmentMemory memory, CancellationToken cancel = default)
    {
        var protections = new List<Protection>();
        foreach (LeakRehearsal leak in memory.LeaksOf(plan, cancel).Where(l => l.IsStoppable && l.FirstSensorId is not null))
        {
            string[] driven = [.. WaterWay.To(plan, leak.PipeId).StopValves.Where(v => plan.DriveOn(v.Id) is not null).Select(v => v.Id)];
            if (driven.Length > 0 && !protections.Exists(p => p.SensorId == leak.FirstSensorId && p.StopValveIds.SequenceEqual(driven)))
            {
                protections.Add(new Protection(leak.FirstSensorId!, driven));
            }
        }

        RuleCheck check = RuleChecker.Of(plan, protections, cancel: cancel);
        return check with { Claims = [.. check.Claims, .. Survivals(plan, memory, cancel)] };
    }

    /// <summary>For the leaks that do harm, those together that the same faults leave running: rehearsed with each fault in each mode.</summary>
    private static IEnumerable<CheckedClaim> Survivals(Plan plan, AssessmentMemory memory, CancellationToken cancel)
    {
        HashSet<string> harmful = [.. plan.Building.Rooms.SelectMany(r => r.Leaks).Where(l => l.Harms.Count > 0).Select(l => l.Id)];
        var matrix = FaultMatrix.Of(plan, [.. memory.LeaksOf(plan, cancel).Where(l => l.IsStoppable && harmful.Contains(l.LeakId))], null, cancel);
        Fault[] Defeating(IEnumerable<FaultRow> rows) => [.. matrix.Faults.Where((_, f) => rows.Any(r => !r.Cells[f + 1].Ends))];
        return matrix.Rows.GroupBy(r => r.LeakId, (leakId, rows) => (LeakId: leakId, Rows: rows.ToArray(), Faults: Defeating(rows)))
            .GroupBy(l => string.Join(',', l.Faults), (_, leaks) => SurvivalOf(matrix, [.. leaks]))
            .OrderBy(c => c.Verdict == CheckVerdict.Proved);
    }

    private static CheckedClaim SurvivalOf(FaultMatrix matrix, (string LeakId, FaultRow[] Rows, Fault[] Faults)[] alike)
    {
        Fault[] faults = alike[0].Faults;
        FaultRow? row = faults.Length == 0 ? null : alike[0].Rows.First(r => !r.Cells[1 + matrix.Faults.ToList().IndexOf(faults[0])].Ends);
        return new CheckedClaim
        {
            Property = CheckedProperty.SurvivesFaults,
            SensorIds = [],
            LeakIds = [.. alike.Select(l => l.LeakId)],
            Faults = faults,
            StopValveIds = [],
            WithinS = null,
            Verdict = faults.Length == 0 ? CheckVerdict.Proved : CheckVerdict.Refuted,
            States = alike.Sum(l => l.Rows.Sum(r => r.Cells.Count)),
            IsShortest = row is not null,
            Steps = row is null ? [] :
            [
                new CheckStep(0, CheckStepKind.StartsIn, null, row.Mode, null, []),
                new CheckStep(0, CheckStepKind.Breaks, null, null, null, [], Fault: faults[0]),
                new CheckStep(0, CheckStepKind.Missed, null, null, null, []),
            ],
        };
    }
}
