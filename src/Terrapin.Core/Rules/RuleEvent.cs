using System.Text.Json.Serialization;
using Terrapin.Core.Model;

namespace Terrapin.Core.Rules;

[JsonConverter(typeof(CamelCase<RuleEventKind>))]
public enum RuleEventKind
{
    /// <summary>Nothing but the clock: a deadline may have come.</summary>
    TimePassed,
    SensorWet,
    SensorDry,
    ModeChanged,
}

/// <summary>Something that the rules are told.</summary>
/// <param name="Kind">What.</param>
/// <param name="Index">Of the sensor in the program's order, or the mode; 0 where neither has a part in it.</param>
public readonly record struct RuleEvent(RuleEventKind Kind, int Index)
{
    public static RuleEvent TimePassed => default;

    public static RuleEvent Wet(int sensor) => new(RuleEventKind.SensorWet, sensor);

    public static RuleEvent Dry(int sensor) => new(RuleEventKind.SensorDry, sensor);

    public static RuleEvent Becomes(Mode mode) => new(RuleEventKind.ModeChanged, (int)mode);
}

[JsonConverter(typeof(CamelCase<RuleOrderKind>))]
public enum RuleOrderKind
{
    Tell,

    /// <summary>All the valves that the rule closes; see <see cref="RuleProgram.Closes"/>.</summary>
    Close,
}

/// <summary>Something that a rule wants done.</summary>
/// <param name="Kind">What.</param>
/// <param name="Rule">Its index in the program.</param>
/// <param name="Sensor">Index of the sensor that made the rule fire.</param>
public readonly record struct RuleOrder(RuleOrderKind Kind, int Rule, int Sensor);

/// <summary>What one step gave.</summary>
/// <param name="Orders">How many were written, in the order in which they are to be done.</param>
/// <param name="NextMs">From now until the program must be stepped at the latest; <see langword="null"/>: only on an event.</param>
public readonly record struct RuleStep(int Orders, int? NextMs);
