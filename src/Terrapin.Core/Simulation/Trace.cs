using System.Text.Json.Serialization;
using Terrapin.Core.Model;

namespace Terrapin.Core.Simulation;

[JsonConverter(typeof(CamelCase<TraceKind>))]
public enum TraceKind
{
    LeakStarts,

    /// <summary>Somebody has turned it off, or all that there was is out.</summary>
    LeakEnds,
    SensorWet,
    SensorDry,
    HubKnows,
    HubKnowsDry,
    Told,
    SwitchesOff,

    /// <summary>A rule had closed the valve long before.</summary>
    StoodShut,

    /// <summary>Once a valve, until it is opened again or was caught.</summary>
    ClosingOrdered,
    ValveMoves,

    /// <summary>It has shut off, or stands where its drive has left it.</summary>
    ValveStands,

    /// <summary>Its first stroke was caught on the way.</summary>
    ValveSnags,
    /// <summary>It has lost its power on the way.</summary>
    ValveHalts,
    ModeChanges,
    ConditionBegins,
    Wiped,

    /// <summary>Somebody resets what holds a valve shut.</summary>
    Reset,

    /// <summary>By the rule, or by hand where there is none.</summary>
    ValveOpens,

    /// <summary>By its own drive, because the mains is back.</summary>
    ValveReopens,

    /// <summary>Something breaks, or works again.</summary>
    Changes,

    /// <summary>A rule would have opened a valve, and something barred it.</summary>
    OpeningRefused,
}

/// <summary>Something that happened.</summary>
/// <param name="OutM3">Out of all leaks by then, m³.</param>
/// <param name="Leak">Index, or −1 where none has a part in it; so are the others.</param>
/// <param name="Other">The mode that it changes to, the condition, or which change it is.</param>
/// <param name="AngleDeg">Where the valve stands, degrees from open.</param>
public readonly record struct TraceEntry(double TimeS, TraceKind Kind, double OutM3, int Leak = -1, int Sensor = -1, int Rule = -1, int Valve = -1, int Other = -1, double AngleDeg = 0)
{
    /// <summary>Whether a valve is opened again.</summary>
    public bool Opens => Kind is TraceKind.ValveOpens or TraceKind.ValveReopens;

    /// <summary>Whether a valve has come to where it stands.</summary>
    public bool Stands => Kind is TraceKind.ValveStands or TraceKind.ValveSnags or TraceKind.ValveHalts;
}

/// <summary>A point of the running totals.</summary>
/// <param name="OutM3">Out of each leak by then, m³.</param>
public readonly record struct TracePoint(double TimeS, double[] OutM3);

/// <summary>What a run of the simulator gave. What the screens show are projections of it.</summary>
/// <param name="Entries">In the order of time.</param>
/// <param name="Curve">From 0 to the last time at which a flow changed.</param>
/// <param name="EndM3PerS">What still runs out of each leak when nothing more happens, m³/s.</param>
public sealed record Trace(IReadOnlyList<TraceEntry> Entries, IReadOnlyList<TracePoint> Curve, double[] EndM3PerS);
