using System.Text.Json.Serialization;
using Terrapin.Core.Model;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Rehearsal;

[JsonConverter(typeof(CamelCase<Outcome>))]
public enum Outcome
{
    /// <summary>The valve shuts and the flow stops.</summary>
    Closes,

    /// <summary>The valve turns, and water goes on running.</summary>
    ClosesPartly,

    /// <summary>Somebody is told; the water runs until they act.</summary>
    TellsOnly,

    /// <summary>Nobody is told and nothing closes.</summary>
    Nothing,

    /// <summary>There is no head left at the leak: no water comes out.</summary>
    NoFlow,

    /// <summary>The leak ends before a valve stops it: what it comes from is switched off, or somebody turns it off.</summary>
    Ended,
}

/// <summary>Why water goes on running.</summary>
[JsonConverter(typeof(CamelCase<Cause>))]
public enum Cause
{
    NoSensor,
    NeverWet,
    NoHub,
    NoRule,
    OnlyTold,

    /// <summary>No main valve with a drive stands before it.</summary>
    NoDrive,

    /// <summary>Its water does not come from a main at all.</summary>
    NotFromMain,
    DriveCannotClose,
    DriveUnproven,
    StopsShort,
    ValvePasses,
    PumpRunsOn,

    /// <summary>The sensor that would know is flat, dead or not heard, and no other knows.</summary>
    SensorGone,
    HubDead,
    DriveWithoutPower,

    /// <summary>The hub's order to close opens.</summary>
    EndsSwapped,

    /// <summary>What is told comes to nobody.</summary>
    NobodyHears,

    /// <summary>The valve was opened again while the leak went on.</summary>
    OpenedAgain,
}

[JsonConverter(typeof(CamelCase<Phase>))]
public enum Phase
{
    BeforeTrip,
    RadioAndLogic,
    ConfirmingAndDelay,
    Stroke,
    DrainDown,
}

/// <summary>A stretch of the rehearsal and what ran out in it.</summary>
/// <param name="FromS">Since the first drop, s.</param>
/// <param name="ToS">s.</param>
/// <param name="VolumeM3">m³.</param>
public sealed record PhaseSpan(Phase Phase, double FromS, double ToS, double VolumeM3);

[JsonConverter(typeof(CamelCase<EventKind>))]
public enum EventKind
{
    FirstDrop,
    SensorWet,
    HubKnows,
    Told,
    ClosingOrdered,
    ValveMoves,
    FlowStops,
    ValveStopsShort,

    /// <summary>A rule had closed the valve long before.</summary>
    StoodShut,
    SwitchesOff,
    MainsFails,
    InternetFails,
    ButtonPressed,
    ModeBecomes,
    WipedUp,
    SensorDry,
    LeakEnds,

    /// <summary>Another leak begins.</summary>
    LeakStarts,

    /// <summary>Somebody resets what holds a valve shut.</summary>
    Reset,

    /// <summary>By the rule, or by hand where there is none.</summary>
    ValveOpens,

    /// <summary>A rule would have opened a valve, and something barred it.</summary>
    OpeningRefused,

    /// <summary>A sensor is colder than a rule waits for.</summary>
    SensorCold,

    /// <summary>The hub misses the report that a valve has closed.</summary>
    ValveFails,

    /// <summary>A drive opens its valve again, because the mains is back.</summary>
    ValveReopens,
    Breaks,
    WorksAgain,
}

/// <summary>Something that happens, with who decided it.</summary>
/// <param name="TimeS">Since the first drop, s.</param>
/// <param name="VolumeM3">Out by then, m³.</param>
/// <param name="Mode">That it becomes.</param>
/// <param name="LeakId">That begins, ends or is wiped up; <see langword="null"/>: the one that is rehearsed.</param>
/// <param name="ButtonId">That is pressed.</param>
/// <param name="AngleDeg">At which a handle stops short, degrees from open.</param>
/// <param name="Fault">That begins, or is over.</param>
public sealed record TimelineEvent(
    double TimeS, EventKind Kind, double VolumeM3, string? SensorId = null, string? RuleId = null, Mode? Mode = null, string? LeakId = null, string? ButtonId = null, double? AngleDeg = null, Fault? Fault = null);

/// <summary>A point of the running total.</summary>
/// <param name="TimeS">s.</param>
/// <param name="VolumeM3">m³.</param>
public sealed record TimelinePoint(double TimeS, double VolumeM3);

/// <summary>When a sensor knows of a leak.</summary>
/// <param name="LeakId">The leak.</param>
/// <param name="SensorId">The sensor.</param>
/// <param name="VolumeM3">On the floor when its contacts are wet, m³; without an upper end where it may never be.</param>
/// <param name="TimeS">From the first drop to its message, at the flow that gives the most litres, s.</param>
public sealed record SensorTrip(string LeakId, string SensorId, Interval VolumeM3, double? TimeS);

/// <summary>What runs out after the shut-off, each an upper bound.</summary>
/// <param name="PipesM3">All pipe behind the shut valve that lies above the leak, m³.</param>
/// <param name="TankM3">A pressure tank on the house side, m³.</param>
/// <param name="HeaterM3">The contents of heaters, m³.</param>
public sealed record DrainParts(double PipesM3, double TankM3, double HeaterM3)
{
    public double TotalM3 => PipesM3 + TankM3 + HeaterM3;

    /// <summary>Both together, as when it drains twice.</summary>
    internal DrainParts And(DrainParts other) => new(PipesM3 + other.PipesM3, TankM3 + other.TankM3, HeaterM3 + other.HeaterM3);
}

/// <summary>Somebody who is told of a leak.</summary>
/// <param name="ContactId">The contact.</param>
/// <param name="AtS">From the first drop, s.</param>
/// <param name="Hears">Whether it comes to them.</param>
/// <param name="ActsAtS">When they have shut the water off by hand, s; <see langword="null"/>: never, or not said.</param>
/// <param name="OutM3">What has run out by then if nothing else stops it, before the pipes drain, m³.</param>
public sealed record ToldContact(string ContactId, double AtS, bool Hears, double? ActsAtS, double? OutM3);

/// <summary>Another leak that began meanwhile.</summary>
/// <param name="LeakId">The leak.</param>
/// <param name="StartsS">From the first drop of the one rehearsed, s.</param>
/// <param name="Outcome">What becomes of it.</param>
/// <param name="LostM3">Out of it until its flow stops, m³; <see langword="null"/>: without end, or not known.</param>
/// <param name="Endless">Whether it runs for ever.</param>
public sealed record OtherLeak(string LeakId, double StartsS, Outcome Outcome, double? LostM3, bool Endless);

/// <summary>One leak in one mode, from the first drop until it is quiet, every unknown taken as it gives the most litres.</summary>
public sealed record Rehearsed
{
    public required string LeakId { get; init; }

    public required Mode Mode { get; init; }

    /// <summary>The time of day at the first drop, minutes from midnight; <see langword="null"/> where it makes no difference and none was asked for.</summary>
    public double? StartMin { get; init; }

    /// <summary>The stop valve that closes for it first; <see langword="null"/> where none does.</summary>
    public string? StopValveId { get; init; }

    public required Outcome Outcome { get; init; }

    /// <summary>Why water goes on running; <see langword="null"/> where it stops.</summary>
    public Cause? Cause { get; init; }

    /// <summary>Total escape, m³. Without an upper end it is either endless or not known; see <see cref="Endless"/>.</summary>
    public required Interval LostM3 { get; init; }

    /// <summary>Whether water runs for ever by this plan.</summary>
    public required bool Endless { get; init; }

    /// <summary>Whether a valve stops it, or what there is runs out by itself, as far as is known.</summary>
    [JsonIgnore]
    public bool Ends => !Endless && LostM3.High is not null;

    /// <summary>The leak's flow with the main open, m³/s.</summary>
    public required Interval FlowM3PerS { get; init; }

    /// <summary>What runs on after the stroke, m³/s; <see langword="null"/>: not known.</summary>
    public required double? ResidualM3PerS { get; init; }

    public required IReadOnlyList<PhaseSpan> Spans { get; init; }

    public required IReadOnlyList<TimelineEvent> Events { get; init; }

    /// <summary>Who is told, once each, in the order of the plan; empty where the plan names nobody.</summary>
    public IReadOnlyList<ToldContact> Told { get; init; } = [];

    public required IReadOnlyList<TimelinePoint> Curve { get; init; }

    public required DrainParts DrainDown { get; init; }

    /// <summary>The leaks that began meanwhile, at the end that gives the most litres; all other figures are of the one rehearsed alone.</summary>
    public IReadOnlyList<OtherLeak> Others { get; init; } = [];

    /// <summary>The most that is lost of all its leaks together, m³; <see langword="null"/>: without end, or not known.</summary>
    public double? AllLostM3 => LostM3.High is { } own && Others.All(o => o.LostM3 is not null) ? own + Others.Sum(o => o.LostM3!.Value) : null;

    /// <summary>From the first drop until the flow stops, s; <see langword="null"/> where it does not.</summary>
    public double? StopsAfterS => Outcome switch
    {
        Outcome.Ended => Events.First(e => e is { Kind: EventKind.LeakEnds, LeakId: null }).TimeS,
        Outcome.Closes => Events.LastOrDefault(e => e.Kind == EventKind.FlowStops)?.TimeS ?? 0,
        _ => null,
    };
}
