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
        return check with { Claims = [.. check.Claims.Concat(Survivals(plan, memory, cancel)).Select(c => c with { Rehearsal = stories.Of(c) })] };
    }

    /// <summary>For the leaks that do harm, those together that the same faults leave running: rehearsed with each fault in each mode.</summary>
    private static IEnumerable<CheckedClaim> Survivals(Plan plan, AssessmentMemory memory, CancellationToken cancel)
    {
        HashSet<string> harmful = [.. plan.Building.Rooms.SelectMany(r => r.Leaks).Where(l => l.Harms.Count > 0).Select(l => l.Id)];
        LeakRehearsal[] leaks = [.. memory.LeaksOf(plan, cancel).Where(l => l.IsStoppable && harmful.Contains(l.LeakId))];
        var matrix = FaultMatrix.Of(plan, leaks, null, cancel);
        RadioReach reach = ReachOfPlan.Of(plan);
        var survivals = new Survival[leaks.Length];
        Work.InParallel(leaks.Length, cancel, i => survivals[i] = Survival.Of(plan, reach, leaks[i], matrix, cancel));
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
        Verdict = alike[0].Steps.Count == 0 ? CheckVerdict.Proved : CheckVerdict.Refuted,
        States = alike.Sum(l => l.Rehearsals),
        IsShortest = alike[0].Steps.Count > 0,
        Steps = alike[0].Steps,
    };

    /// <param name="LeakId">A leak that does harm.</param>
    /// <param name="Faults">Those that leave it running when they are there from the first drop.</param>
    /// <param name="LaterFaults">The others that leave it running when they come, or are over, while it runs.</param>
    /// <param name="Steps">How the first of them does; empty where none does.</param>
    /// <param name="Rehearsals">How many were run.</param>
    private sealed record Survival(string LeakId, IReadOnlyList<Fault> Faults, IReadOnlyList<Fault> LaterFaults, IReadOnlyList<CheckStep> Steps, int Rehearsals)
    {
        public static Survival Of(Plan plan, RadioReach reach, LeakRehearsal leak, FaultMatrix matrix, CancellationToken cancel)
        {
            FaultRow[] rows = [.. matrix.Rows.Where(r => r.LeakId == leak.LeakId)];
            bool Ends(FaultRow row, Fault fault) => row.Cells[1 + matrix.Faults.ToList().IndexOf(fault)].Ends;
            Fault[] faults = [.. matrix.Faults.Where(f => rows.Any(r => !Ends(r, f)))];
            var moments = new FaultMoments(plan, reach, cancel);
            // A leak that nothing stops in some mode is another claim's.
            HashSet<Mode> modes = [.. FaultMoments.UnlikeModes(plan)];
            FaultRow[] ending = [.. rows.Where(r => modes.Contains(r.Mode) && r.Cells[0].Ends)];
            var later = Model.Faults.ComeAndGo.Except(faults)
                .SelectMany(f => ending.Select(r => (Fault: f, r.Mode, Story: moments.Defeating(leak, r.Mode, f))).Where(l => l.Story is not null).Take(1)).ToArray();
            CheckStep[] steps = faults.Length > 0
                ? StepsOf(rows.First(r => !Ends(r, faults[0])).Mode, [new Meanwhile { AtS = 0, Kind = MeanwhileKind.Breaks, Fault = faults[0] }])
                : later.Length > 0 ? StepsOf(later[0].Mode, later[0].Story!) : [];
            return new Survival(leak.LeakId, faults, [.. later.Select(l => l.Fault)], steps, rows.Sum(r => r.Cells.Count) + moments.Rehearsals);
        }

        private static CheckStep[] StepsOf(Mode mode, IReadOnlyList<Meanwhile> story) =>
        [
            new CheckStep(0, CheckStepKind.StartsIn, null, mode, null, []),
            .. story.Select(s => new CheckStep(s.AtS, s.Kind == MeanwhileKind.Breaks ? CheckStepKind.Breaks : CheckStepKind.WorksAgain, null, null, null, [], Fault: s.Fault)),
            new CheckStep(story[^1].AtS, CheckStepKind.Missed, null, null, null, []),
        ];
    }
}
