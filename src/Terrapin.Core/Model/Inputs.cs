using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

/// <summary>A hand button, or a contact of an alarm panel or a relay, that the hub reads.</summary>
public sealed record HandButton
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }
}

/// <summary>What a switch turns off.</summary>
[JsonConverter(typeof(CamelCase<SwitchedLoad>))]
public enum SwitchedLoad
{
    /// <summary>The pump of the supply.</summary>
    Pump,

    /// <summary>A machine that pumps water out of itself: what it holds stays in it.</summary>
    Machine,

    /// <summary>What fires or heats a water heater.</summary>
    Heater,
}

/// <summary>A relay or an outlet that the hub can turn off.</summary>
public sealed record LoadSwitch
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    public required SwitchedLoad Stops { get; init; }

    /// <summary>The machine that it stops; <see langword="null"/>: not said, or no machine.</summary>
    [Id]
    public string? FixtureId { get; init; }
}
