using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core.Assessments;

/// <summary>What is kept from one assessment to the next, so that an edit is assessed for what it changes. Safe to use from several threads.</summary>
/// <param name="floors">Keeps the fields of the drawn floors.</param>
public sealed class AssessmentMemory(FloorMemory floors)
{
    public AssessmentMemory()
        : this(new FloorMemory())
    {
    }

    public FloorMemory Floors { get; } = floors;

    private readonly LeakMemory leaks = new();
    private readonly Lock gate = new();
    private (Plan Plan, IReadOnlyList<StopValveAssessment> Judged)? stopValves;

    /// <summary>The stop valves and the drives for them, which depend on neither sensors nor rules.</summary>
    internal IReadOnlyList<StopValveAssessment> StopValvesOf(Plan plan)
    {
        lock (gate)
        {
            if (stopValves is var (before, judged)
                && ReferenceEquals(before.Building, plan.Building)
                && ReferenceEquals(before.Catalogue, plan.Catalogue)
                && ReferenceEquals(before.Installation.Drives, plan.Installation.Drives))
            {
                return judged;
            }
        }

        IReadOnlyList<StopValveAssessment> now = DriveSiteChoice.Of(plan);
        lock (gate)
        {
            stopValves = (plan, now);
        }

        return now;
    }

    /// <summary>Every leak of a plan made ready, in the order of the plan.</summary>
    internal IReadOnlyList<LeakRehearsal> LeaksOf(Plan plan, CancellationToken cancel) =>
        leaks.Of(plan, StopValvesOf(plan).ToDictionary(m => m.StopValveId, m => m.Drive), Floors, cancel);

    /// <summary>One of them.</summary>
    internal LeakRehearsal LeakOf(Plan plan, string leakId, CancellationToken cancel) => LeaksOf(plan, cancel).First(l => l.LeakId == leakId);
}
