namespace Terrapin.Core.Plans;

/// <summary>What follows from the plan's words alone.</summary>
public static class PlanWords
{
    /// <summary>Whether a quarter turn closes it, so that a drive can work it.</summary>
    public static bool IsQuarterTurn(this ValveKind kind) => kind is ValveKind.LeverBall or ValveKind.TeeBall;

    /// <summary>Whether it takes several turns to close.</summary>
    public static bool IsMultiTurn(this ValveKind kind) => kind is ValveKind.Gate or ValveKind.Globe or ValveKind.ScrewDown;

    /// <summary>Whether the leak is calculated as a flow rather than as a hole.</summary>
    public static bool IsFixedFlow(this LeakKind kind) =>
        kind is LeakKind.TapLeftOn or LeakKind.Overflow or LeakKind.Drip or LeakKind.ReliefValve or LeakKind.Trap or LeakKind.Flow;

    /// <summary>How much a leak counts where sensors are placed: one, and one more for each harm it would do.</summary>
    public static double Weight(this LeakPoint leak) => 1 + leak.Harms.Count;

    /// <summary>The contact angle of a room's floor, degrees; <see langword="null"/> where nobody has looked.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="room">One of its rooms.</param>
    public static double? ContactAngleDeg(this Plan plan, Room room) =>
        room.FinishId is { } id ? plan.Catalogue.Finishes.First(f => f.Id == id).ContactAngle.Deg : null;

    /// <summary>A sensor's kind in the catalogue.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="sensor">A sensor of that plan.</param>
    public static SensorSpec SpecOf(this Plan plan, Sensor sensor) => plan.Catalogue.Sensors.First(s => s.Id == sensor.SpecId);

    /// <summary>Whether the rule closes a main valve.</summary>
    public static bool Closes(this Rule rule, string mainId) =>
        rule.Action == RuleAction.Close && (rule.MainIds.Count == 0 || rule.MainIds.Contains(mainId));

    /// <summary>A main valve of a plan.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="mainId">One of its mains.</param>
    public static MainValve Main(this Plan plan, string mainId) => plan.Mains.First(m => m.Id == mainId);

    /// <summary>The plan with one of its mains changed.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="mainId">One of its mains.</param>
    /// <param name="change">What becomes of it.</param>
    public static Plan WithMain(this Plan plan, string mainId, Func<MainValve, MainValve> change) =>
        plan with { Mains = [.. plan.Mains.Select(m => m.Id == mainId ? change(m) : m)] };

    /// <summary>The drive of a fitted one in the catalogue.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="drive">A drive of that plan.</param>
    public static DriveSpec SpecOf(this Plan plan, FittedDrive drive) => plan.Catalogue.Drives.First(d => d.Id == drive.SpecId);

    /// <summary>The main valves in front of one, in the direction of flow, and itself last.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="mainId">One of its mains.</param>
    public static IReadOnlyList<MainValve> LineTo(this Plan plan, string mainId)
    {
        MainValve main = plan.Main(mainId);
        return [.. WaterWay.To(plan, main.FedByPipeId).Mains, main];
    }

    /// <summary>Whether what sits behind one main is on the house side of another.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="mainId">The main that is to be closed.</param>
    /// <param name="afterMainId">The last main before the thing; <see langword="null"/>: it is before every main.</param>
    public static bool IsBehind(this Plan plan, string mainId, string? afterMainId) =>
        afterMainId is not null && plan.LineTo(afterMainId).Any(m => m.Id == mainId);
}
