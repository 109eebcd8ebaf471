using Terrapin.Core.Findings;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core.Assessments;

/// <summary>How far each stage of the work has come.</summary>
internal static class StageStates
{
    /// <summary>A stage is done when somebody has answered what it asks; silence is no answer.</summary>
    public static IReadOnlyList<StageStatus> Of(Plan plan, IReadOnlyList<StopValveAssessment> mains, IReadOnlyList<Finding> findings, IReadOnlyList<LeakOutcome> leaks)
    {
        StopValveAssessment[] driven = [.. mains.Where(m => m.Role != StopValveRole.HandValve)];
        return
        [
            State(Stage.Main, IsBlank(plan), driven.All(m => LookedRound(plan.StopValve(m.StopValveId))), findings),
            State(Stage.Drive, plan.Installation.Drives.Count == 0, driven.All(m => IsMounted(plan.DriveOn(m.StopValveId))), findings),
            State(Stage.Rooms, plan.Building.Rooms.Count == 0, plan.Building.Rooms.All(r => r.NoLeakPoints || r.Leaks.Count > 0), findings),
            State(Stage.Sensors, plan.Installation.Sensors.Count == 0, plan.Building.Rooms.Any(r => r.Leaks.Count > 0), findings),
            State(Stage.Reach, plan.Installation.Signals.Count == 0 && plan.Installation.Hubs.All(h => h.Place is null), plan.Installation.Sensors.Count > 0, findings),
            State(Stage.Rules, plan.Installation.Rules.Count == 0 && plan.Installation.Hubs.Count == 0, plan.Installation.Sensors.Count > 0, findings),
            new StageStatus(Stage.Rehearse, Rehearsals(leaks)),
        ];
    }

    private static bool LookedRound(StopValve main) => main.NothingInTheWay || main.Obstacles.Count > 0;

    /// <summary>Every step is ticked off, and a stroke was timed on the valve.</summary>
    private static bool IsMounted(FittedDrive? drive) =>
        drive is { Seen: { StepsDone: true, ClosedTheValve: true } };

    private static bool IsBlank(Plan plan)
    {
        Plan blank = NewSite.Named(plan.Site.Name);
        return plan.Building.Supply == blank.Building.Supply && plan.Building.Pipes.Count == 0 && plan.Building.StopValves.Count == 1 && plan.Building.StopValves[0].Obstacles.Count == 0
            && plan.Building.StopValves[0] with { Id = blank.Building.StopValves[0].Id, Name = blank.Building.StopValves[0].Name, Obstacles = blank.Building.StopValves[0].Obstacles } == blank.Building.StopValves[0];
    }

    private static StageStatus State(Stage stage, bool untouched, bool answered, IReadOnlyList<Finding> findings)
    {
        if (untouched)
        {
            return new StageStatus(stage, StageState.Untouched);
        }

        Severity? worst = findings.Where(f => f.Stage == stage).Max(f => (Severity?)f.Severity);
        return new StageStatus(stage, worst switch
        {
            Severity.Stop => StageState.Stop,
            Severity.Caution => StageState.Open,
            _ => answered ? StageState.Done : StageState.Open,
        });
    }

    private static StageState Rehearsals(IReadOnlyList<LeakOutcome> leaks)
    {
        if (leaks.Count == 0)
        {
            return StageState.Untouched;
        }

        if (leaks.Any(l => l.Endless))
        {
            return StageState.Stop;
        }

        return leaks.All(l => l.LostM3.High is not null) ? StageState.Done : StageState.Open;
    }
}
