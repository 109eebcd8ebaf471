namespace Terrapin.Core.Plans;

public enum FloorFinish
{
    Unknown,
    PolishedStone,
    GlazedTile,
    MattTile,
    SealedConcrete,
    Vinyl,
    OiledWood,
    WaxedWood,
}

public sealed record Room
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    [Limits(0.1, 200, "m")]
    public double? LengthM { get; init; }

    [Limits(0.1, 200, "m")]
    public double? WidthM { get; init; }

    /// <summary>Height of the floor above the main valve; negative is below.</summary>
    [Limits(-100, 200, "m")]
    public double? FloorHeightM { get; init; }

    public required FloorFinish Finish { get; init; }

    /// <summary>The storey it is drawn on; <see langword="null"/> while it is not drawn.</summary>
    [Id]
    public string? StoreyId { get; init; }

    /// <summary>Its floor, as rectangles that join; empty while it is not drawn.</summary>
    [AtMost(20)]
    public IReadOnlyList<FloorRectangle> Areas { get; init; } = [];

    /// <summary><see langword="null"/>: level.</summary>
    public FloorFall? Fall { get; init; }

    [AtMost(10)]
    public IReadOnlyList<FloorDrain> Drains { get; init; } = [];

    [AtMost(50)]
    public IReadOnlyList<FloorBlock> Blocks { get; init; } = [];

    [AtMost(100)]
    public required IReadOnlyList<LeakPoint> Leaks { get; init; }
}

public enum LeakKind
{
    HoseBurst,
    SplitPipe,
    Pinhole,
    WeepingJoint,

    /// <summary>Of a size given with it.</summary>
    Hole,

    TapLeftOn,
    CisternOverflow,
    Drip,
}

public enum WaterSide
{
    Cold,
    Hot,
}

/// <summary>Where the water comes out of the wall-and-floor geometry, for the closed forms of a level floor.</summary>
public enum FloorPosition
{
    Unknown,
    Open,
    Wall,
    Corner,
}

/// <summary>A place where water may get out.</summary>
public sealed record LeakPoint
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    public required LeakKind Kind { get; init; }

    /// <summary>Diameter of the equivalent round hole, for kinds that are a hole.</summary>
    [Limits(1e-5, 0.1, "m")]
    public double? HoleM { get; init; }

    /// <summary>Flow with the main open, for kinds that are a fixed flow.</summary>
    [Limits(1e-10, 0.02, "m³/s")]
    public double? FlowM3PerS { get; init; }

    /// <summary>The pipe it is fed by.</summary>
    [Id]
    public required string PipeId { get; init; }

    public required WaterSide Side { get; init; }

    [Limits(-10, 20, "m")]
    public double? HeightAboveFloorM { get; init; }

    public required FloorPosition Position { get; init; }

    /// <summary>Where its water meets the floor, on the drawing of its room; <see langword="null"/>: not drawn.</summary>
    public FloorPoint? At { get; init; }
}

public sealed record Sensor
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>Id in the catalogue.</summary>
    [Id]
    public required string SpecId { get; init; }

    [Id]
    public required string RoomId { get; init; }

    /// <summary>Where it lies (a cord's probe) on the drawing of its room; <see langword="null"/>: not drawn.</summary>
    public FloorPoint? At { get; init; }

    /// <summary>The way a rope lies, at least two places; empty for other kinds.</summary>
    [AtMost(50)]
    public IReadOnlyList<FloorPoint> Path { get; init; } = [];

    /// <summary>The leak points of its room that it can hear, each with the way the water has to go.</summary>
    [AtMost(100)]
    public required IReadOnlyList<LeakDistance> Distances { get; init; }
}

/// <summary>How far the water runs along the floor from a leak point to a sensor.</summary>
public sealed record LeakDistance
{
    [Id]
    public required string LeakId { get; init; }

    [Limits(0, 200, "m")]
    public double? DistanceM { get; init; }
}
