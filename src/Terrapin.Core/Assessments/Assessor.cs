using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Floors;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;
using Terrapin.Core.Reach;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Rules;
using Terrapin.Core.Sensors;

namespace Terrapin.Core.Assessments;

/// <summary>The one door: a plan goes in, an assessment comes out.</summary>
public static class Assessor
{
    private static readonly Mode[] Modes = Enum.GetValues<Mode>();

    /// <summary>Assesses a plan, in the order in which the craft works: main, drive, leaks, sensors, rules, rehearsals.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="floors">Keeps the fields of the drawn floors from one call to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static Assessment Assess(Plan plan, FloorMemory? floors = null, CancellationToken cancel = default) =>
        Assess(plan, new AssessmentMemory(floors ?? new FloorMemory()), cancel);

    /// <summary>The same, with what is kept of the plans before.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="memory">What is kept from one assessment to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static Assessment Assess(Plan plan, AssessmentMemory memory, CancellationToken cancel = default)
    {
        IReadOnlyList<StopValveAssessment> mains = memory.StopValvesOf(plan);
        var findings = new List<Finding>();
        foreach (StopValveAssessment main in mains.Where(m => m.Role != StopValveRole.HandValve))
        {
            findings.AddRange(main.Drive.Findings);
            findings.AddRange(MountingVerdict.Of(plan, main.StopValveId));
        }

        findings.AddRange(RuleFindings.Of(plan));
        findings.AddRange(FedByFindings.Of(plan));
        var leaks = new List<LeakOutcome>();
        var trips = new List<SensorTrip>();
        IReadOnlyList<LeakRehearsal> rehearsals = memory.LeaksOf(plan, cancel);
        foreach (LeakRehearsal rehearsal in rehearsals)
        {
            findings.AddRange(rehearsal.Findings);
            trips.AddRange(rehearsal.Trips());
            leaks.AddRange(Modes.Select(mode => Shorten(rehearsal.In(mode), rehearsal.LikelyStopValveId)));
        }

        // Once there is a leak it is told with its litres.
        if (findings.All(f => f.Kind != FindingKinds.TankOnHouseSide))
        {
            findings.AddRange(SupplyFindings.Of(plan));
        }

        findings.AddRange(UncoveredModes.Of(plan, leaks));
        findings.AddRange(IdleSensors.Of(plan, trips));
        findings.AddRange(PlaceFindings.Of(plan));
        findings.AddRange(SensorLife.Findings(plan));

        RadioReach reach = ReachOfPlan.Of(plan);
        findings.AddRange(ReachFindings.Of(plan, reach));
        IReadOnlyList<CaseOutcome> cases = CaseCheck.Of(plan, rehearsals, reach);
        findings.AddRange(CaseCheck.Findings(plan, cases));

        HashSet<string> beyond = [.. plan.Building.Rooms.SelectMany(r => r.Leaks).Where(l => l.PipeId is null).Select(l => l.Id)];
        LeakOutcome[] stoppable = [.. leaks.Where(l => !beyond.Contains(l.LeakId))];
        List<Finding> sorted = [.. AlikeFindings.Merge(findings.DistinctBy(f => (f.Code, f.Where, f.Why)).Select(f => AlikeFindings.NameStopValve(plan, f)))
            .OrderByDescending(f => f.Severity)
            .ThenBy(f => f.Stage)];
        return new Assessment
        {
            Findings = sorted,
            StopValves = mains,
            Leaks = leaks,
            Trips = trips,
            SensorLives = SensorLife.Of(plan),
            Reach = reach,
            Cases = cases,
            Stages = StageStates.Of(plan, mains, sorted, stoppable),
            Tally = new Tally
            {
                Worst = stoppable.Length == 0 ? null : stoppable.MaxBy(l => l, Comparer<LeakOutcome>.Create(Compare)),
                NotStopped = [.. stoppable.Where(l => l.Endless).Select(l => l.LeakId).Distinct()],
                BeyondValves = [.. beyond],
                TorqueRatio = mains.Where(m => m.Role == StopValveRole.Driven).Min(m => m.Drive.Ratio),
                Price = SitePrice.Of(plan),
                Stops = sorted.Count(f => f.Severity == Severity.Stop),
                Cautions = sorted.Count(f => f.Severity == Severity.Caution),
                NotMeasured = sorted.Count(f => f.WidensBound),
            },
        };
    }

    private static LeakOutcome Shorten(Rehearsed rehearsed, string? likelyStopValveId) => new()
    {
        LeakId = rehearsed.LeakId,
        Mode = rehearsed.Mode,
        StopValveId = rehearsed.StopValveId ?? likelyStopValveId,
        Outcome = rehearsed.Outcome,
        Cause = rehearsed.Cause,
        LostM3 = rehearsed.LostM3,
        Endless = rehearsed.Endless,
        FlowM3PerS = rehearsed.FlowM3PerS,
        StopsAfterS = rehearsed.StopsAfterS,
    };

    /// <summary>The worse of two outcomes.</summary>
    internal static LeakOutcome Worse(LeakOutcome a, LeakOutcome b) => Compare(a, b) >= 0 ? a : b;

    /// <summary>Endless is worse than not known, not known worse than any number; among the endless the faster.</summary>
    private static int Compare(LeakOutcome a, LeakOutcome b)
    {
        int byEndless = a.Endless.CompareTo(b.Endless);
        if (byEndless != 0)
        {
            return byEndless;
        }

        return a.Endless
            ? (a.FlowM3PerS.High ?? 0).CompareTo(b.FlowM3PerS.High ?? 0)
            : (a.LostM3.High ?? double.PositiveInfinity).CompareTo(b.LostM3.High ?? double.PositiveInfinity);
    }
}
