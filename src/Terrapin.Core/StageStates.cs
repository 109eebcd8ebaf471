using Terrapin.Core.Findings;
using Terrapin.Core.Plans;

namespace Terrapin.Core;

/// <summary>How far each stage of the work has come.</summary>
internal static class StageStates
{
    public static IReadOnlyList<StageStatus> Of(Plan plan, IReadOnlyList<Finding> findings, IReadOnlyList<LeakOutcome> leaks)
    {
        return
        [
            State(Stage.Main, IsBlank(plan), findings),
            State(Stage.Drive, plan.Mains.All(m => m.Drive is null), findings),
            State(Stage.Rooms, plan.Rooms.Count == 0, findings),
            State(Stage.Sensors, plan.Sensors.Count == 0, findings),
            State(Stage.Rules, plan.Rules.Count == 0 && plan.HubId is null, findings),
            new StageStatus(Stage.Rehearse, Rehearsals(leaks)),
        ];
    }

    private static bool IsBlank(Plan plan)
    {
        Plan blank = NewSite.Named(plan.Site.Name);
        return plan.Supply == blank.Supply && plan.Pipes.Count == 0 && plan.Mains.Count == 1 && plan.Mains[0].Obstacles.Count == 0
            && plan.Mains[0] with { Id = blank.Mains[0].Id, Name = blank.Mains[0].Name, Obstacles = blank.Mains[0].Obstacles } == blank.Mains[0];
    }

    private static StageStatus State(Stage stage, bool untouched, IReadOnlyList<Finding> findings)
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
            _ => StageState.Done,
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
