using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

/// <summary>Who is home.</summary>
[JsonConverter(typeof(CamelCase<Mode>))]
public enum Mode
{
    Home,
    Away,
    Asleep,
    Holiday,
}

[JsonConverter(typeof(CamelCase<RuleAction>))]
public enum RuleAction
{
    Close,
    TellOnly,

    /// <summary>Open the valves. Refused while something guards them that is wet or silent, or holds them shut.</summary>
    Open,
}

/// <summary>For how long a closing bars a rule from opening the valves again.</summary>
[JsonConverter(typeof(CamelCase<RuleHold>))]
public enum RuleHold
{
    /// <summary>While its sensors are wet.</summary>
    UntilDry,

    /// <summary>Until somebody has looked and resets it.</summary>
    UntilReset,
}

/// <summary>What a rule waits for.</summary>
[JsonConverter(typeof(CamelCase<RuleTrigger>))]
public enum RuleTrigger
{
    /// <summary>One of its sensors is wet.</summary>
    SensorWet,

    /// <summary>One of its sensors has sent nothing; the time is from its last message.</summary>
    SensorSilent,

    /// <summary>A mode of the rule has come; from one of them to another is no coming.</summary>
    ModeComes,
    MainsFails,

    /// <summary>The hub does not reach the internet.</summary>
    InternetFails,

    /// <summary>One of its buttons or contacts is closed.</summary>
    ButtonPressed,
}

/// <summary>
/// What it waits for is so for the confirming time, in these modes: tell, stop what is switched, and close or open after the delay or
/// leave it at that.
/// </summary>
public sealed record Rule
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>What it waits for; <see langword="null"/>: a wet sensor.</summary>
    public RuleTrigger? Trigger { get; init; }

    /// <summary>The sensors it listens to; with <see cref="AllBut"/> those that it does not.</summary>
    [AtMost(500)]
    public required IReadOnlyList<string> SensorIds { get; init; }

    /// <summary>Whether it listens to every sensor but those named, and so to each that is added.</summary>
    public bool AllBut { get; init; }

    /// <summary>How many of them must be wet at once; <see langword="null"/>: one is enough.</summary>
    [Limits(1, 500, "")]
    public int? AtLeast { get; init; }

    /// <summary>The buttons it waits for; <see langword="null"/>: every one.</summary>
    [AtMost(50)]
    public IReadOnlyList<string>? ButtonIds { get; init; }

    /// <summary>How long what it waits for must be so before the rule acts; a week for a silent sensor, a day otherwise.</summary>
    [Limits(0, LongestSilenceS, "s")]
    public required double ConfirmS { get; init; }

    [AtMost(4)]
    public required IReadOnlyList<Mode> Modes { get; init; }

    public required RuleAction Action { get; init; }

    /// <summary>The contacts it tells; <see langword="null"/>: all there are.</summary>
    [AtMost(50)]
    public IReadOnlyList<string>? TellIds { get; init; }

    /// <summary>The switches it stops as soon as it tells; <see langword="null"/>: none.</summary>
    [AtMost(50)]
    public IReadOnlyList<string>? StopSwitchIds { get; init; }

    /// <summary>The main valves it closes or opens; none named: every one that has a drive.</summary>
    [AtMost(50)]
    [JsonRequired]
    public IReadOnlyList<string> StopValveIds { get; init; } = [];

    /// <summary>How long its closing holds; <see langword="null"/>: until dry.</summary>
    public RuleHold? Hold { get; init; }

    /// <summary>From telling to closing or opening.</summary>
    [Limits(0, 86400, "s")]
    public required double DelayS { get; init; }

    /// <summary>Whether a pending closing is dropped when all that the rule waits for is over: its sensors dry again, the mains back.</summary>
    public required bool CancelIfDry { get; init; }

    /// <summary>The longest wait of a rule but for a silent sensor, s.</summary>
    public const double LongestS = 86400;

    /// <summary>The longest silence that a rule waits for, s.</summary>
    public const double LongestSilenceS = 604800;

    /// <summary>What it waits for.</summary>
    [JsonIgnore]
    public RuleTrigger WaitsFor => Trigger ?? RuleTrigger.SensorWet;

    /// <summary>Whether it waits for sensors, wet or silent.</summary>
    [JsonIgnore]
    public bool IsOfSensors => WaitsFor is RuleTrigger.SensorWet or RuleTrigger.SensorSilent;

    /// <summary>Whether it acts when a sensor is wet.</summary>
    /// <param name="sensorId">One of the plan's.</param>
    public bool Hears(string sensorId) => WaitsFor == RuleTrigger.SensorWet && Names(sensorId);

    /// <summary>Whether a sensor, wet or silent, is one of those that it waits for.</summary>
    /// <param name="sensorId">One of the plan's.</param>
    public bool Names(string sensorId) => SensorIds.Contains(sensorId) != AllBut;

    /// <summary>Whether it waits for a button.</summary>
    /// <param name="buttonId">One of the plan's.</param>
    public bool IsPressedBy(string buttonId) => WaitsFor == RuleTrigger.ButtonPressed && ButtonIds?.Contains(buttonId) != false;

    /// <summary>Whether it stops a switch.</summary>
    /// <param name="switchId">One of the plan's.</param>
    public bool StopsSwitch(string switchId) => StopSwitchIds?.Contains(switchId) == true;

    /// <summary>Whether it tells a contact.</summary>
    /// <param name="contactId">One of the plan's.</param>
    public bool Tells(string contactId) => TellIds?.Contains(contactId) != false;
}
