namespace Terrapin.Core.Model;

/// <summary>What is chosen for a building: the drives, the sensors, the hub and what they shall do when it leaks.</summary>
public sealed record Installation
{
    /// <summary>At most one on each stop valve.</summary>
    [AtMost(50)]
    public required IReadOnlyList<FittedDrive> Drives { get; init; }

    [AtMost(500)]
    public required IReadOnlyList<Sensor> Sensors { get; init; }

    /// <summary>The hub that runs the rules, by its id in the catalogue; <see langword="null"/> while none is chosen.</summary>
    [Id]
    public string? HubId { get; init; }

    [AtMost(200)]
    public required IReadOnlyList<Rule> Rules { get; init; }

    /// <summary>Nothing chosen yet.</summary>
    public static Installation None { get; } = new() { Drives = [], Sensors = [], Rules = [] };
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
