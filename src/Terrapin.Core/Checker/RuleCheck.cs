using System.Text.Json.Serialization;
using Terrapin.Core.Model;

namespace Terrapin.Core.Checker;

[JsonConverter(typeof(CamelCase<CheckedProperty>))]
public enum CheckedProperty
{
    /// <summary>Once the sensor is wet and stays so, a valve that stops its leak closes in time; nobody opens one by hand while a sensor is wet.</summary>
    Closes,

    /// <summary>The same even where somebody opens a valve by hand while another sensor is wet.</summary>
    ClosesAfterHand,

    /// <summary>Once the sensor is wet and stays so, somebody who hears it has been told in time.</summary>
    Told,

    /// <summary>The rule can fire at all.</summary>
    Fires,

    /// <summary>A rule never opens a valve while a sensor is wet whose water closes it.</summary>
    OpensOnlyDry,

    /// <summary>A rule never opens a valve that another has just closed, with nothing but time between.</summary>
    LeavesClosed,

    /// <summary>No single fault leaves a leak that does harm running, in any mode: from the first drop, or whenever it comes and is over.</summary>
    SurvivesFaults,
}

[JsonConverter(typeof(CamelCase<CheckVerdict>))]
public enum CheckVerdict
{
    /// <summary>In every order of what may happen.</summary>
    Proved,

    /// <summary>Not in the order that is shown.</summary>
    Refuted,

    /// <summary>There were more states than were looked at.</summary>
    NotProved,
}

[JsonConverter(typeof(CamelCase<CheckStepKind>))]
public enum CheckStepKind
{
    StartsIn,
    SensorWet,
    SensorDry,
    ModeBecomes,

    /// <summary>A part of the day begins in which other rules hold.</summary>
    HourComes,
    ValveOpened,

    /// <summary>Something begins that a rule waits for beside water, modes and hours.</summary>
    Begins,

    /// <summary>It is over.</summary>
    Ends,

    /// <summary>Somebody resets closings that hold until then.</summary>
    Resets,

    /// <summary>Something breaks.</summary>
    Breaks,

    /// <summary>What was broken works again.</summary>
    WorksAgain,
    Tells,
    Closes,

    /// <summary>A rule opens a valve.</summary>
    Opens,

    /// <summary>It is too late now.</summary>
    Missed,
}

/// <summary>One thing that happens on the way to what was found.</summary>
/// <param name="AtS">From the start, s.</param>
/// <param name="Kind">What.</param>
/// <param name="SensorId">The sensor that gets wet or dries, or closes by its link.</param>
/// <param name="Mode">Who is home from now on.</param>
/// <param name="RuleId">The rule that tells, closes or opens.</param>
/// <param name="StopValveIds">The valves that are closed or opened.</param>
/// <param name="AtMin">The time of day from now on, minutes from midnight; <see langword="null"/> where no rule holds in hours.</param>
/// <param name="Fault">What breaks, or works again.</param>
/// <param name="Trigger">What begins or ends.</param>
/// <param name="ButtonId">The button that is pressed or let go.</param>
public sealed record CheckStep(
    double AtS, CheckStepKind Kind, string? SensorId, Mode? Mode, string? RuleId, IReadOnlyList<string> StopValveIds, int? AtMin = null, Fault? Fault = null, RuleTrigger? Trigger = null, string? ButtonId = null);

/// <summary>One claim about the rules, and whether it holds.</summary>
public sealed record CheckedClaim
{
    public required CheckedProperty Property { get; init; }

    /// <summary>The sensors that it is about: they are alike. Empty where it is about a rule.</summary>
    public required IReadOnlyList<string> SensorIds { get; init; }

    /// <summary>The rule that it is about; <see langword="null"/> where it is about sensors.</summary>
    public string? RuleId { get; init; }

    /// <summary>The leaks that it is about: the same faults leave them running. Empty where it is about sensors or a rule.</summary>
    public required IReadOnlyList<string> LeakIds { get; init; }

    /// <summary>The faults that leave them running when they are there from the first drop.</summary>
    public required IReadOnlyList<Fault> Faults { get; init; }

    /// <summary>The other faults that do when they come, or are over, while they run.</summary>
    public IReadOnlyList<Fault> LaterFaults { get; init; } = [];

    /// <summary>The valves of which one has to close.</summary>
    public required IReadOnlyList<string> StopValveIds { get; init; }

    /// <summary>In time, s from when the hub knows; <see langword="null"/>: no rule gives one.</summary>
    public required double? WithinS { get; init; }

    public required CheckVerdict Verdict { get; init; }

    /// <summary>States that were come to, or rehearsals that were run.</summary>
    public required int States { get; init; }

    /// <summary>A way to where it does not hold; empty where none was found.</summary>
    public required IReadOnlyList<CheckStep> Steps { get; init; }

    /// <summary>Whether there is no shorter way.</summary>
    public bool IsShortest { get; init; }

    /// <summary>That way as a rehearsal; <see langword="null"/> where none can show it.</summary>
    public AskedRehearsal? Rehearsal { get; init; }
}

/// <summary>What holds of a plan's rules under any order of events.</summary>
/// <param name="Claims">The refuted ones first, then those that were not proved.</param>
/// <param name="States">All that were come to by exploring.</param>
/// <param name="MostStates">The most for one claim.</param>
public sealed record RuleCheck(IReadOnlyList<CheckedClaim> Claims, int States, int MostStates);

/// <summary>A sensor that protects, for the check.</summary>
/// <param name="SensorId">The sensor.</param>
/// <param name="StopValveIds">Valves with a drive that stop a leak which it hears: one of them has to close.</param>
public sealed record Protection(string SensorId, IReadOnlyList<string> StopValveIds);
