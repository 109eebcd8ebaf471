namespace Terrapin.Core.Plans;

/// <summary>What follows from the plan's words alone.</summary>
public static class PlanWords
{
    /// <summary>Whether a quarter turn closes it, so that a drive can work it.</summary>
    public static bool IsQuarterTurn(this ValveKind kind) => kind is ValveKind.LeverBall or ValveKind.TeeBall;

    /// <summary>Whether it takes several turns to close.</summary>
    public static bool IsMultiTurn(this ValveKind kind) => kind is ValveKind.Gate or ValveKind.Globe or ValveKind.ScrewDown;

    /// <summary>Whether the leak is reckoned as a flow rather than as a hole.</summary>
    public static bool IsFixedFlow(this LeakKind kind) =>
        kind is LeakKind.TapLeftOn or LeakKind.CisternOverflow or LeakKind.Drip;

    /// <summary>The pipes from the main valve to the end of a pipe, in the direction of flow.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="pipeId">A pipe of that plan.</param>
    public static IReadOnlyList<Pipe> PathTo(this Plan plan, string pipeId)
    {
        var path = new List<Pipe>();
        for (string? id = pipeId; id is not null; id = path[^1].ParentId)
        {
            path.Add(plan.Pipes.First(p => p.Id == id));
        }

        path.Reverse();
        return path;
    }
}
