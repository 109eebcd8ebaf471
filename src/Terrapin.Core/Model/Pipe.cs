using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

public sealed record Pipe
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>The pipe that feeds this one; <see langword="null"/> where it starts at a main valve or at the supply.</summary>
    [Id]
    public string? ParentId { get; init; }

    /// <summary>The main valve it starts at; with no <see cref="ParentId"/> either it starts at the supply, before every main.</summary>
    [Id]
    public string? StopValveId { get; init; }

    public required PipeMaterial Material { get; init; }

    public PipeWater Water { get; init; }

    [Limits(0.001, 0.2, "m")]
    public double? BoreM { get; init; }

    [Limits(0, 2000, "m")]
    public double? LengthM { get; init; }

    /// <summary>Height of its far end above where the pressure was read; negative is below.</summary>
    [Limits(-100, 200, "m")]
    public double? EndHeightM { get; init; }

    /// <summary>A fixed flow limiter in this pipe: the most it lets through. <see langword="null"/>: there is none.</summary>
    [Limits(1e-7, 0.05, "m³/s")]
    public double? LimiterM3PerS { get; init; }

    /// <summary>
    /// Loss coefficient of a stop valve at the start of this branch, on its bore. <see langword="null"/>: there is none.
    /// </summary>
    [Limits(0, 1e5, "")]
    public double? StopValveK { get; init; }

    /// <summary>Whether what is not measured of it is taken within the span that is usual for houses, rather than within the widest.</summary>
    public bool AssumesUsual { get; init; }
}

/// <summary>What a pipe carries.</summary>
[JsonConverter(typeof(CamelCase<PipeWater>))]
public enum PipeWater
{
    Unknown,
    Cold,
    Hot,
}

[JsonConverter(typeof(CamelCase<PipeMaterial>))]
public enum PipeMaterial
{
    Unknown,
    Copper,
    Steel,
    RigidPlastic,
    CrossLinkedPolyethylene,
}
