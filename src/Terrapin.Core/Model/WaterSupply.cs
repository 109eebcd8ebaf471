namespace Terrapin.Core.Model;

/// <summary>The water in front of the first main valve. Heights of the plan are above where its pressure was read.</summary>
public sealed record WaterSupply
{
    /// <summary>Gauge pressure where the water comes in with every tap shut.</summary>
    [Limits(0, 2.5e6, "Pa")]
    public double? StaticPressurePa { get; init; }

    /// <summary>The second point of the supply test: a tap running. <see langword="null"/>: not tested.</summary>
    public FlowTest? FlowTest { get; init; }

    public PressureTank? Tank { get; init; }

    public Pump? Pump { get; init; }

    /// <summary>Whether what is not measured of it is taken within the span that is usual for houses, rather than within the widest.</summary>
    public bool AssumesUsual { get; init; }
}

/// <summary>A tap run into a bucket against the watch, and the pressure that is left meanwhile.</summary>
public sealed record FlowTest
{
    [Limits(1e-6, 0.05, "m³/s")]
    public required double FlowM3PerS { get; init; }

    /// <summary>The same while the tap runs.</summary>
    [Limits(0, 2.5e6, "Pa")]
    public required double PressurePa { get; init; }
}

/// <summary>A tank with an air cushion that keeps the pressure up.</summary>
public sealed record PressureTank
{
    /// <summary>The last main valve that the water passes before it; <see langword="null"/>: it is before every main.</summary>
    [Id]
    public string? AfterStopValveId { get; init; }

    [Limits(1e-4, 20, "m³")]
    public double? VolumeM3 { get; init; }

    /// <summary>Gauge pressure of the air with the tank empty of water.</summary>
    [Limits(0, 2.5e6, "Pa")]
    public double? PrechargePa { get; init; }
}

public sealed record Pump
{
    /// <summary>The last main valve that the water passes before it; <see langword="null"/>: it is before every main.</summary>
    [Id]
    public string? AfterStopValveId { get; init; }

    /// <summary>Whether the pump is stopped when the valve is closed.</summary>
    public required Answer StopsOnClosing { get; init; }
}
