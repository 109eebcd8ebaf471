using Terrapin.Core.Checker;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Reach;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core.Assessments;

/// <summary>The check of a plan's rules against the leaks of its house.</summary>
public static class RuleChecks
{
    /// <summary>
    /// Whether for each leak that a stop valve with a drive could stop the sensor that knows first has one closed, and the rest; and whether each
    /// leak that does harm is stopped with any single thing broken, from the first drop or from whenever it breaks.
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
        var stories = new StoryRehearsals(plan, memory.LeaksOf(plan, cancel), asked => Rehearser.Of(plan, asked.LeakId, asked.Mode, memory.Floors, asked.Faults, asked.Meanwhile, cancel));
        return check with { Claims = [.. check.Claims.Select(c => c with { Rehearsal = stories.Of(c) }), .. Survivals(plan, memory, cancel)] };
    }

    /// <summary>For the leaks that do harm, those together that the same faults leave running: rehearsed with each fault in each mode.</summary>
    private static IEnumerable<CheckedClaim> Survivals(Plan plan, AssessmentMemory memory, CancellationToken cancel)
    {
        HashSet<string> harmful = [.. plan.Building.Rooms.SelectMany(r => r.Leaks).Where(l => l.Harms.Count > 0).Select(l => l.Id)];
        LeakRehearsal[] leaks = [.. memory.LeaksOf(plan, cancel).Where(l => l.IsStoppable && harmful.Contains(l.LeakId))];
        var matrix = FaultMatrix.Of(plan, leaks, null, cancel);
        RadioReach reach = ReachOfPlan.Of(plan);
        HashSet<Mode> modes = [.. FaultMoments.UnlikeModes(plan)];
        var survivals = new Survival[leaks.Length];
        Work.InParallel(leaks.Length, cancel, i => survivals[i] = Survival.Of(leaks[i], matrix, modes, new FaultMoments(plan, reach, cancel)));
        return survivals.GroupBy(s => (string.Join(',', s.Faults), string.Join(',', s.LaterFaults)), (_, alike) => SurvivalOf([.. alike])).OrderBy(c => c.Verdict == CheckVerdict.Proved);
    }

    private static CheckedClaim SurvivalOf(Survival[] alike) => new()
    {
        Property = CheckedProperty.SurvivesFaults,
        SensorIds = [],
        LeakIds = [.. alike.Select(l => l.LeakId)],
        Faults = alike[0].Faults,
        LaterFaults = alike[0].LaterFaults,
        StopValveIds = [],
        WithinS = null,
        Verdict = alike[0].Defeat is null ? CheckVerdict.Proved : CheckVerdict.Refuted,
        States = alike.Sum(l => l.Rehearsals),
        IsShortest = alike[0].Defeat is not null,
        Steps = alike[0].Defeat is { } defeat ? StepsOf(defeat) : [],
        Rehearsal = alike[0].Defeat,
    };

    private static CheckStep[] StepsOf(AskedRehearsal defeat) =>
    [
        new CheckStep(0, CheckStepKind.StartsIn, null, defeat.Mode, null, []),
        .. defeat.Faults.Select(f => new CheckStep(0, CheckStepKind.Breaks, null, null, null, [], Fault: f)),
        .. defeat.Meanwhile.Select(s => new CheckStep(s.AtS, s.Kind == MeanwhileKind.Breaks ? CheckStepKind.Breaks : CheckStepKind.WorksAgain, null, null, null, [], Fault: s.Fault)),
        new CheckStep(defeat.Meanwhile.LastOrDefault()?.AtS ?? 0, CheckStepKind.Missed, null, null, null, []),
    ];

    /// <param name="LeakId">A leak that does harm.</param>
    /// <param name="Faults">Those that leave it running when they are there from the first drop.</param>
    /// <param name="LaterFaults">The others that leave it running when they come, or are over, while it runs.</param>
    /// <param name="Defeat">How the first of them does; <see langword="null"/> where none does.</param>
    /// <param name="Rehearsals">How many were run.</param>
    private sealed record Survival(string LeakId, IReadOnlyList<Fault> Faults, IReadOnlyList<Fault> LaterFaults, AskedRehearsal? Defeat, int Rehearsals)
    {
        /// <param name="leak">A leak that does harm.</param>
        /// <param name="matrix">With each fault from the first drop.</param>
        /// <param name="modes">Those that moments are looked at in.</param>
        /// <param name="moments">Of this leak alone: it counts what it runs.</param>
        public static Survival Of(LeakRehearsal leak, FaultMatrix matrix, IReadOnlySet<Mode> modes, FaultMoments moments)
        {
            FaultRow[] rows = [.. matrix.Rows.Where(r => r.LeakId == leak.LeakId)];
            var beginnings = matrix.Faults.Select((fault, f) => (Fault: fault, Row: rows.FirstOrDefault(r => !r.Cells[f + 1].Ends))).Where(b => b.Row is not null).ToArray();
            Fault[] faults = [.. beginnings.Select(b => b.Fault)];
            // A leak that nothing stops in some mode is another claim's.
            FaultRow[] ending = [.. rows.Where(r => modes.Contains(r.Mode) && r.Cells[0].Ends)];
            var later = Model.Faults.ComeAndGo.Except(faults)
                .SelectMany(f => ending.Select(r => (Fault: f, r.Mode, Story: moments.Defeating(leak, r.Mode, f))).Where(l => l.Story is not null).Take(1)).ToArray();
            return new Survival(leak.LeakId, faults, [.. later.Select(l => l.Fault)], Defeated(), rows.Sum(r => r.Cells.Count) + moments.Rehearsals);

            AskedRehearsal? Defeated() => faults.Length > 0 ? new AskedRehearsal(leak.LeakId, beginnings[0].Row!.Mode, [faults[0]], [])
                : later.Length > 0 ? new AskedRehearsal(leak.LeakId, later[0].Mode, [.. later[0].Story!.Where(s => s.AtS == 0).Select(s => s.Fault!.Value)], [.. later[0].Story!.Where(s => s.AtS > 0)])
                : null;
        }
    }
}
