namespace Terrapin.Core.Simulation;

internal enum WorldEvent
{
    LeakStarts,
    LeakEnds,
    ModeChanges,
    ConditionBegins,

    /// <summary>A condition begins because of the time of day.</summary>
    TimeComes,
    ConditionEnds,
    Wiped,
    Reset,

    /// <summary>A sensor's contacts have been wet, or dry, long enough for its message.</summary>
    SensorSpeaks,

    /// <summary>A sensor says anew that it is wet.</summary>
    SensorRepeats,
    HubHears,
    RuleIsDue,

    /// <summary>By a direct link, or by its own drive.</summary>
    ValveOrdered,
    ValveMoves,
    ValveStands,

    /// <summary>No report has come that it is at its end.</summary>
    ValveIsMissed,
    ValveOpened,

    /// <summary>Something breaks, or works again.</summary>
    Changes,
}

/// <summary>Something that will happen.</summary>
/// <param name="Index">Of the leak, sensor, valve, mode, condition or change.</param>
/// <param name="IsWet">What a sensor says.</param>
/// <param name="DelayS">From a sensor's message to the hub, s.</param>
/// <param name="Stamp">A later one of its kind makes an earlier one void.</param>
/// <param name="BySensor">The sensor that orders a valve by a direct link; −1: none does.</param>
/// <param name="ByRule">The rule that opens a valve; −1: it is opened by hand, or by its drive.</param>
/// <param name="ByDrive">Whether its own drive opens it.</param>
internal readonly record struct Coming(WorldEvent Kind, int Index = 0, bool IsWet = false, double DelayS = 0, int Stamp = 0, int BySensor = -1, int ByRule = -1, bool ByDrive = false);

/// <summary>What will happen, the earliest first; of one time in the order in which it was put in.</summary>
internal sealed class EventQueue
{
    private readonly PriorityQueue<Coming, (double TimeS, int Order)> queue = new();
    private int order;

    /// <summary>Infinite while nothing is coming.</summary>
    public double NextS => queue.TryPeek(out _, out (double TimeS, int Order) at) ? at.TimeS : double.PositiveInfinity;

    public void Add(double timeS, Coming coming)
    {
        if (double.IsFinite(timeS))
        {
            queue.Enqueue(coming, (timeS, order++));
        }
    }

    public Coming Take() => queue.Dequeue();
}
