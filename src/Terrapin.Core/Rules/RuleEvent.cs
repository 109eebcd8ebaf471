using System.Text.Json.Serialization;
using Terrapin.Core.Model;

namespace Terrapin.Core.Rules;

[JsonConverter(typeof(CamelCase<RuleEventKind>))]
public enum RuleEventKind
{
    /// <summary>Nothing but the clock: a deadline may have come.</summary>
    TimePassed,

    /// <summary>Something that rules wait for is so from now on; see <see cref="RuleProgram.ConditionOf"/>.</summary>
    Begins,
    Ends,
    ModeChanged,

    /// <summary>Somebody has looked, and closings that hold until then hold no more.</summary>
    Reset,
}

/// <summary>Something that the rules are told.</summary>
/// <param name="Kind">What.</param>
/// <param name="Index">Of the condition, or the mode; 0 where neither has a part in it.</param>
public readonly record struct RuleEvent(RuleEventKind Kind, int Index)
{
    public static RuleEvent TimePassed => default;

    /// <summary>A sensor is wet: the condition of its own index.</summary>
    public static RuleEvent Wet(int sensor) => Begins(sensor);

    public static RuleEvent Dry(int sensor) => Ends(sensor);

    public static RuleEvent Begins(int condition) => new(RuleEventKind.Begins, condition);

    public static RuleEvent Ends(int condition) => new(RuleEventKind.Ends, condition);

    public static RuleEvent Reset => new(RuleEventKind.Reset, 0);

    public static RuleEvent Becomes(Mode mode) => new(RuleEventKind.ModeChanged, (int)mode);
}

[JsonConverter(typeof(CamelCase<RuleOrderKind>))]
public enum RuleOrderKind
{
    Tell,

    /// <summary>All the switches that the rule stops.</summary>
    StopSwitches,

    /// <summary>All the valves that the rule closes; see <see cref="RuleProgram.Closes"/>.</summary>
    Close,

    /// <summary>The valves of the order, which nothing bars.</summary>
    Open,

    /// <summary>The valves of the order stay as they are: something bars that they are opened.</summary>
    RefuseToOpen,
}

/// <summary>Something that a rule wants done.</summary>
/// <param name="Kind">What.</param>
/// <param name="Rule">Its index in the program.</param>
/// <param name="Condition">Index of the condition that made the rule fire: of the sensor, where one is wet.</param>
/// <param name="Valves">Those that it is to open or may not open, one bit each; 0 for the other kinds.</param>
public readonly record struct RuleOrder(RuleOrderKind Kind, int Rule, int Condition, ulong Valves = 0);

/// <summary>What one step gave.</summary>
/// <param name="Orders">How many were written, in the order in which they are to be done.</param>
/// <param name="NextMs">From now until the program must be stepped at the latest; <see langword="null"/>: only on an event.</param>
public readonly record struct RuleStep(int Orders, int? NextMs);
