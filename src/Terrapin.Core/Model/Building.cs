namespace Terrapin.Core.Model;

/// <summary>What was found on the site: the water, the pipes, the rooms and what may leak in them.</summary>
public sealed record Building
{
    public required WaterSupply Supply { get; init; }

    /// <summary>The stop valves, at least one: in line, or one for each part of the building.</summary>
    [AtMost(50)]
    public required IReadOnlyList<StopValve> StopValves { get; init; }

    /// <summary>The pipes, as a tree that starts at the supply and runs through the stop valves.</summary>
    [AtMost(300)]
    public required IReadOnlyList<Pipe> Pipes { get; init; }

    [AtMost(300)]
    public required IReadOnlyList<Room> Rooms { get; init; }

    /// <summary>The floors that rooms are drawn on, the highest first.</summary>
    [AtMost(20)]
    public required IReadOnlyList<Storey> Storeys { get; init; }

    [AtMost(500)]
    public required IReadOnlyList<Doorway> Doorways { get; init; }

    [AtMost(500)]
    public required IReadOnlyList<Wall> Walls { get; init; }

    [AtMost(100)]
    public required IReadOnlyList<FloorOpening> Openings { get; init; }

    /// <summary>What wets a sensor here although nothing leaks; <see langword="null"/>: nobody has said.</summary>
    [AtMost(20)]
    public IReadOnlyList<NuisanceEvent>? Nuisance { get; init; }
}
