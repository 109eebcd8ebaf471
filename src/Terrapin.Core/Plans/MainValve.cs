namespace Terrapin.Core.Plans;

public enum ValveKind
{
    Unknown,

    /// <summary>Quarter-turn ball with a lever.</summary>
    LeverBall,

    /// <summary>Quarter-turn ball with a tee or butterfly handle.</summary>
    TeeBall,

    /// <summary>Multi-turn.</summary>
    Gate,

    /// <summary>Multi-turn.</summary>
    Globe,

    /// <summary>Multi-turn.</summary>
    ScrewDown,
}

public enum NominalSize
{
    Dn15 = 15,
    Dn20 = 20,
    Dn25 = 25,
    Dn32 = 32,
    Dn40 = 40,
    Dn50 = 50,
}

public enum Stiffness
{
    Unknown,
    Free,
    Stiff,
    NotMovedForYears,
    Seized,
}

public enum UpstreamStop
{
    Unknown,
    Works,
    DoesNotClose,
    None,
}

/// <summary>The valve that stops all the water to the part protected.</summary>
public sealed record MainValve
{
    public required ValveKind Kind { get; init; }

    public NominalSize? Size { get; init; }

    /// <summary>Free bore through the open valve.</summary>
    [Limits(0.004, 0.2, "m")]
    public double? BoreM { get; init; }

    public required Stiffness Stiffness { get; init; }

    /// <summary>The pull that starts the handle from shut towards open.</summary>
    public PullReading? PullToOpen { get; init; }

    /// <summary>The pull that starts the handle from open towards shut.</summary>
    public PullReading? PullToClose { get; init; }

    /// <summary>Whether a low tap runs dry when the valve is shut by hand.</summary>
    public required Answer ClosesFully { get; init; }

    /// <summary>What still runs from the low tap with the valve shut by hand.</summary>
    [Limits(0, 0.01, "m³/s")]
    public double? PassesM3PerS { get; init; }

    public required UpstreamStop UpstreamStop { get; init; }

    /// <summary>Whether fire sprinklers or hose reels are fed through this valve.</summary>
    public required Answer FeedsSprinklers { get; init; }

    /// <summary>Whether someone behind this valve is at risk without water, or animals or a process depend on it.</summary>
    public required Answer FeedsVitalUse { get; init; }

    public Heater? Heater { get; init; }
}

/// <summary>A spring scale hooked on the handle, square to it.</summary>
public sealed record PullReading
{
    [Limits(0.1, 2000, "N")]
    public required double PullN { get; init; }

    /// <summary>From the stem's axis to the hook.</summary>
    [Limits(0.005, 1, "m")]
    public required double ArmM { get; init; }
}

/// <summary>A heater or hot-water cylinder behind the main valve.</summary>
public sealed record Heater
{
    [Limits(0, 5, "m³")]
    public double? VolumeM3 { get; init; }

    /// <summary>Height of its water above the main valve.</summary>
    [Limits(-100, 200, "m")]
    public double? HeightM { get; init; }
}

public sealed record Pipe
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>The pipe that feeds this one; <see langword="null"/> where it starts at the main valve.</summary>
    [Id]
    public string? ParentId { get; init; }

    public required PipeMaterial Material { get; init; }

    [Limits(0.001, 0.2, "m")]
    public double? BoreM { get; init; }

    [Limits(0, 2000, "m")]
    public double? LengthM { get; init; }

    /// <summary>Height of its far end above the main valve; negative is below.</summary>
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
}

public enum PipeMaterial
{
    Unknown,
    Copper,
    Steel,
    RigidPlastic,
    CrossLinkedPolyethylene,
}
