namespace Terrapin.Core.Model;

/// <summary>What is chosen for a building: the drives, the sensors, the hubs and what they shall do when it leaks.</summary>
public sealed record Installation
{
    /// <summary>At most one on each stop valve.</summary>
    [AtMost(50)]
    public required IReadOnlyList<FittedDrive> Drives { get; init; }

    [AtMost(500)]
    public required IReadOnlyList<Sensor> Sensors { get; init; }

    /// <summary>The first runs the rules; empty while none is chosen.</summary>
    [AtMost(10)]
    public required IReadOnlyList<Hub> Hubs { get; init; }

    [AtMost(50)]
    public required IReadOnlyList<Repeater> Repeaters { get; init; }

    /// <summary>Sensors that order a drive without a hub.</summary>
    [AtMost(500)]
    public required IReadOnlyList<DirectLink> Links { get; init; }

    /// <summary>Signals that were read in place.</summary>
    [AtMost(1000)]
    public required IReadOnlyList<SignalReading> Signals { get; init; }

    [AtMost(200)]
    public required IReadOnlyList<Rule> Rules { get; init; }

    /// <summary>Who is told; <see langword="null"/>: nobody has said.</summary>
    [AtMost(50)]
    public IReadOnlyList<Contact>? Contacts { get; init; }

    /// <summary>Hand buttons, and contacts of other equipment; <see langword="null"/>: none.</summary>
    [AtMost(50)]
    public IReadOnlyList<HandButton>? Buttons { get; init; }

    /// <summary>Switches that rules can turn off; <see langword="null"/>: none.</summary>
    [AtMost(50)]
    public IReadOnlyList<LoadSwitch>? Switches { get; init; }

    /// <summary>The modes that somebody or something sets; <see langword="null"/>: nobody has said.</summary>
    [AtMost(4)]
    public IReadOnlyList<Mode>? ModesSet { get; init; }

    /// <summary>Nothing chosen yet.</summary>
    public static Installation None { get; } = new() { Drives = [], Sensors = [], Hubs = [], Repeaters = [], Links = [], Signals = [], Rules = [] };
}

/// <summary>What a customer could have instead, for the same building.</summary>
public sealed record PlanOption
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    public required Installation Installation { get; init; }
}
