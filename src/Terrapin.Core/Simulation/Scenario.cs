using Terrapin.Core.Drives;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Simulation;

/// <summary>A stop valve with its drive, as plain numbers.</summary>
/// <param name="StartS">From the command to the first movement, s.</param>
/// <param name="StrokeS">Of the full quarter turn, s.</param>
/// <param name="EndAngleDeg">Where the handle stops, degrees from open.</param>
/// <param name="Moves">Whether its drive can be counted on to turn it.</param>
/// <param name="PassesM3PerS">What it lets through when it is shut, m³/s.</param>
/// <param name="HeedsHub">Whether the hub's order to close closes it.</param>
/// <param name="ClosesByItself">Whether it closes at the start, because the mains has failed.</param>
/// <param name="ShutByRule">The rule, by index, that has closed it long before the start; <see langword="null"/>: it stands open.</param>
/// <param name="ReportsTurns">Whether the hub learns that a hand has turned it.</param>
/// <param name="ReportsFailure">Whether the hub learns that it has not closed: its drive reports its end, and none comes.</param>
/// <param name="SnagsDeg">Where the first stroke from open is caught, degrees from open; <see langword="null"/>: it is not.</param>
/// <param name="ReopensByItself">Whether it opens again what it has closed by itself, once the mains is back.</param>
public readonly record struct SimulatedValve(
    double StartS, double StrokeS, double EndAngleDeg, bool Moves, double PassesM3PerS, bool HeedsHub = true, bool ClosesByItself = false, int? ShutByRule = null, bool ReportsTurns = false, bool ReportsFailure = false, double? SnagsDeg = null, bool ReopensByItself = false)
{
    /// <summary>Whether it stands at its end before it is shut.</summary>
    public bool EndsShort => EndAngleDeg < CockLoss.ShutDeg;

    /// <summary>From its first movement, so many strokes without a report that it has come to its end are a failure. Our own figure.</summary>
    private const double StrokesUntilFailure = 2;

    /// <summary>From the command to the hub's taking it for failed, s.</summary>
    public double FailureS => StartS + (StrokesUntilFailure * StrokeS);
}

/// <summary>When a sensor gets wet by one water, and tells.</summary>
/// <param name="Sensor">Index in the rule program.</param>
/// <param name="TripM3">Out of the leak when the contacts are wet, m³.</param>
/// <param name="ResponseS">From wet contacts to the radio message, s.</param>
/// <param name="RadioS">From the message to the hub, s.</param>
/// <param name="DryingS">From the last water wiped up round it to its message that it is dry, s.</param>
/// <param name="ReachesHub">Whether the hub hears it.</param>
/// <param name="Speaks">Whether it says anything.</param>
/// <param name="RepeatsS">How often it says anew what it has said, s; infinite: never, or not known.</param>
public readonly record struct SimulatedSensor(
    int Sensor, double TripM3, double ResponseS, double RadioS, double DryingS, bool ReachesHub = true, bool Speaks = true, double RepeatsS = double.PositiveInfinity);

/// <summary>A direct link: a sensor orders a valve to close as soon as it is wet, whatever the hub does.</summary>
/// <param name="Sensor">Index in the rule program.</param>
/// <param name="Valve">Index of the simulated valve.</param>
public readonly record struct SimulatedLink(int Sensor, int Valve);

/// <summary>Somewhere that water runs out: a leak, or a tap that somebody opens.</summary>
public sealed record SimulatedLeak
{
    public required LeakFlow Flow { get; init; }

    /// <summary>For each stop valve on its way the index of the simulated valve; −1: it stands open.</summary>
    public required IReadOnlyList<int> Valves { get; init; }

    /// <summary>Kept by whoever runs one leak several times; <see langword="null"/>: nothing is kept.</summary>
    public TurningFlows? Kept { get; init; }

    /// <summary>The sensors that its water comes to; none for a tap, whose water runs off.</summary>
    public IReadOnlyList<SimulatedSensor> Sensors { get; init; } = [];

    /// <summary>The most there is to run out, m³.</summary>
    public double HoldsM3 { get; init; } = double.PositiveInfinity;

    /// <summary>s.</summary>
    public double StartsS { get; init; }

    /// <summary>When somebody turns it off, s.</summary>
    public double EndsS { get; init; } = double.PositiveInfinity;

    /// <summary>The rules, by index, that switch off what its water comes from.</summary>
    public IReadOnlyList<int> StoppedByRules { get; init; } = [];
}

/// <summary>All that one run of the simulator needs. Nothing in it is unknown any more: each run is one end of what is not measured.</summary>
public sealed record Scenario
{
    /// <summary><see langword="null"/>: there is no hub, and nobody hears the sensors.</summary>
    public RuleProgram? Program { get; init; }

    /// <summary>From a message to the command, s.</summary>
    public double HubS { get; init; }

    public required IReadOnlyList<SimulatedValve> Valves { get; init; }

    public required IReadOnlyList<SimulatedLeak> Leaks { get; init; }

    public IReadOnlyList<SimulatedLink> Links { get; init; } = [];

    /// <summary>Who is home at the start.</summary>
    public required Mode Mode { get; init; }

    /// <summary>Who is home from when on, s.</summary>
    public IReadOnlyList<(double AtS, Mode Mode)> ModeChanges { get; init; } = [];

    /// <summary>Conditions of the program that are so because of what is broken: the mains, the internet.</summary>
    public IReadOnlyList<int> Outages { get; init; } = [];

    /// <summary>When a condition of the program begins, or ends, s: none of a wet sensor, of the time of day, nor of what is broken.</summary>
    public IReadOnlyList<(double AtS, int Condition, bool Begins)> Conditions { get; init; } = [];

    /// <summary>When a condition begins, or ends, that the time of day decides, s.</summary>
    public IReadOnlyList<(double AtS, int Condition, bool Begins)> Clock { get; init; } = [];

    /// <summary>The time of day at the start, minutes from midnight.</summary>
    public double StartMin { get; init; }

    /// <summary>Sensors, by index in the program, of which the hub has heard nothing for long.</summary>
    public IReadOnlyList<int> SilentSensors { get; init; } = [];

    /// <summary>When somebody resets what holds a valve shut, s.</summary>
    public IReadOnlyList<double> Resets { get; init; } = [];

    /// <summary>When somebody opens a valve by hand, s.</summary>
    public IReadOnlyList<(double AtS, int Valve)> OpenedByHand { get; init; } = [];

    /// <summary>When somebody wipes up the water of a leak, s.</summary>
    public IReadOnlyList<(double AtS, int Leak)> Wipes { get; init; } = [];

    /// <summary>
    /// When something breaks or works again, s, the earliest first, and the scenario as if all that is broken from then on had been so from the
    /// start: its program, valves, links, sensors, outages and silent sensors count.
    /// </summary>
    public IReadOnlyList<(double AtS, Scenario Now)> Changes { get; init; } = [];
}
