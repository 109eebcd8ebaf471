using System.Text.Json.Serialization;
using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Reach;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Sensors;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Assessments;

/// <summary>What is said of a plan.</summary>
public sealed record Assessment
{
    /// <summary>What must be done first.</summary>
    public required IReadOnlyList<Finding> Findings { get; init; }

    /// <summary>Each stop valve, in the order of the plan.</summary>
    public required IReadOnlyList<StopValveAssessment> StopValves { get; init; }

    /// <summary>Each leak point in each mode, in the order of the plan.</summary>
    public required IReadOnlyList<LeakOutcome> Leaks { get; init; }

    /// <summary>What each sensor makes of each leak point of its room.</summary>
    public required IReadOnlyList<SensorTrip> Trips { get; init; }

    /// <summary>How long the batteries of the sensors last, by kind.</summary>
    public required IReadOnlyList<SensorLife> SensorLives { get; init; }

    /// <summary>What radio reaches.</summary>
    public required RadioReach Reach { get; init; }

    /// <summary>How the kept rehearsals come out, in the order of the plan.</summary>
    public required IReadOnlyList<CaseOutcome> Cases { get; init; }

    public required IReadOnlyList<StageStatus> Stages { get; init; }

    public required Tally Tally { get; init; }
}

/// <summary>One leak point in one mode, in short.</summary>
public sealed record LeakOutcome
{
    public required string LeakId { get; init; }

    public required Mode Mode { get; init; }

    /// <summary>The main that closes for it; <see langword="null"/> where none before it has a drive.</summary>
    public string? StopValveId { get; init; }

    public required Outcome Outcome { get; init; }

    public Cause? Cause { get; init; }

    /// <summary>m³.</summary>
    public required Interval LostM3 { get; init; }

    public required bool Endless { get; init; }

    /// <summary>m³/s, with the main open.</summary>
    public required Interval FlowM3PerS { get; init; }

    /// <summary>From the first drop until the flow stops, s; <see langword="null"/> where it does not.</summary>
    public double? StopsAfterS { get; init; }
}

[JsonConverter(typeof(CamelCase<StageState>))]
public enum StageState
{
    Untouched,
    Open,
    Stop,
    Done,
}

public sealed record StageStatus(Stage Stage, StageState State);

/// <summary>The figures that are always in sight.</summary>
public sealed record Tally
{
    /// <summary>The most litres lost over all modes and all leaks that a stop valve could stop; <see langword="null"/> while there is none.</summary>
    public LeakOutcome? Worst { get; init; }

    /// <summary>Leak points that a stop valve could stop and that are not stopped in at least one mode.</summary>
    public required IReadOnlyList<string> NotStopped { get; init; }

    /// <summary>Leak points whose water no stop valve can stop: a trap, rain, a tank of its own.</summary>
    public IReadOnlyList<string> BeyondValves { get; init; } = [];

    /// <summary>Torque in hand, available over breakaway, of the drive with the least.</summary>
    public double? TorqueRatio { get; init; }

    /// <summary>What is chosen costs so much.</summary>
    public required SitePrice Price { get; init; }

    public required int Stops { get; init; }

    public required int Cautions { get; init; }

    /// <summary>Measurements that are missing and make a result a bound.</summary>
    public required int NotMeasured { get; init; }
}
