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
}

/// <summary>
/// So many of its sensors wet for the confirming time, in these modes: tell, and close after the delay or leave it at that.
/// </summary>
public sealed record Rule
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>The sensors it listens to; with <see cref="AllBut"/> those that it does not.</summary>
    [AtMost(500)]
    public required IReadOnlyList<string> SensorIds { get; init; }

    /// <summary>Whether it listens to every sensor but those named, and so to each that is added.</summary>
    public bool AllBut { get; init; }

    /// <summary>How many of them must be wet at once; <see langword="null"/>: one is enough.</summary>
    [Limits(1, 500, "")]
    public int? AtLeast { get; init; }

    /// <summary>How long a sensor must stay wet before the rule acts.</summary>
    [Limits(0, 86400, "s")]
    public required double ConfirmS { get; init; }

    [AtMost(4)]
    public required IReadOnlyList<Mode> Modes { get; init; }

    public required RuleAction Action { get; init; }

    /// <summary>The contacts it tells; <see langword="null"/>: all there are.</summary>
    [AtMost(50)]
    public IReadOnlyList<string>? TellIds { get; init; }

    /// <summary>The main valves it closes; none named: every one that has a drive.</summary>
    [AtMost(50)]
    [JsonRequired]
    public IReadOnlyList<string> StopValveIds { get; init; } = [];

    /// <summary>From telling to closing.</summary>
    [Limits(0, 86400, "s")]
    public required double DelayS { get; init; }

    /// <summary>Whether a pending closing is dropped when all the rule's sensors are dry again.</summary>
    public required bool CancelIfDry { get; init; }

    /// <summary>Whether it listens to a sensor.</summary>
    /// <param name="sensorId">One of the plan's.</param>
    public bool Hears(string sensorId) => SensorIds.Contains(sensorId) != AllBut;

    /// <summary>Whether it tells a contact.</summary>
    /// <param name="contactId">One of the plan's.</param>
    public bool Tells(string contactId) => TellIds?.Contains(contactId) != false;
}
