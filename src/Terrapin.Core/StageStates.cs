using Terrapin.Core.Findings;
using Terrapin.Core.Plans;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core;

/// <summary>How far each stage of the work has come.</summary>
internal static class StageStates
{
    /// <summary>A stage is done when somebody has answered what it asks; silence is no answer.</summary>
    public static IReadOnlyList<StageStatus> Of(Plan plan, IReadOnlyList<MainAssessment> mains, IReadOnlyList<Finding> findings, IReadOnlyList<LeakOutcome> leaks)
    {
        MainAssessment[] driven = [.. mains.Where(m => m.Role != MainRole.HandValve)];
        return
        [
            State(Stage.Main, IsBlank(plan), driven.All(m => LookedRound(plan.Main(m.MainId))), findings),
            State(Stage.Drive, plan.Mains.All(m => m.Drive is null), driven.All(m => IsMounted(m, plan.Main(m.MainId).Drive)), findings),
            State(Stage.Rooms, plan.Rooms.Count == 0, plan.Rooms.All(r => r.NoLeakPoints || r.Leaks.Count > 0), findings),
            State(Stage.Sensors, plan.Sensors.Count == 0, plan.Rooms.Any(r => r.Leaks.Count > 0), findings),
            State(Stage.Rules, plan.Rules.Count == 0 && plan.HubId is null, plan.Sensors.Count > 0, findings),
            new StageStatus(Stage.Rehearse, Rehearsals(leaks)),
        ];
    }

    private static bool LookedRound(MainValve main) => main.NothingInTheWay || main.Obstacles.Count > 0;

    /// <summary>Every step is ticked off, and a stroke was timed on the valve.</summary>
    private static bool IsMounted(MainAssessment main, FittedDrive? drive) =>
        drive is not null && main.Steps.All(s => drive.StepsDone.Contains(s.Id)) && drive.Strokes.Any(s => s is { Stage: not StrokeStage.Bench, DurationS: not null });

    private static bool IsBlank(Plan plan)
    {
        Plan blank = NewSite.Named(plan.Site.Name);
        return plan.Supply == blank.Supply && plan.Pipes.Count == 0 && plan.Mains.Count == 1 && plan.Mains[0].Obstacles.Count == 0
            && plan.Mains[0] with { Id = blank.Mains[0].Id, Name = blank.Mains[0].Name, Obstacles = blank.Mains[0].Obstacles } == blank.Mains[0];
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

        return leaks.All(l => l.EscapeM3.High is not null) ? StageState.Done : StageState.Open;
    }
}
