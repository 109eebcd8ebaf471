using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

[JsonConverter(typeof(CamelCase<LeakKind>))]
public enum LeakKind
{
    HoseBurst,
    SplitPipe,
    Pinhole,
    WeepingJoint,

    /// <summary>Of a size given with it.</summary>
    Hole,

    TapLeftOn,

    /// <summary>Of a cistern, bath or basin.</summary>
    Overflow,

    Drip,

    /// <summary>A relief or safety valve that blows.</summary>
    ReliefValve,

    /// <summary>A trap or waste that lets water out while something runs off.</summary>
    Trap,

    /// <summary>A pipe burst by frost.</summary>
    FrozenPipe,

    /// <summary>The seam of a heater, tank or aquarium.</summary>
    TankSeam,

    /// <summary>A flow given with it.</summary>
    Flow,
}

[JsonConverter(typeof(CamelCase<WaterSide>))]
public enum WaterSide
{
    Cold,
    Hot,
}

/// <summary>Where the water comes out of the wall-and-floor geometry, for the closed forms of a level floor.</summary>
[JsonConverter(typeof(CamelCase<FloorPosition>))]
public enum FloorPosition
{
    Unknown,
    Open,
    Wall,
    Corner,
}

/// <summary>What its water would ruin, or who would not be there to see it.</summary>
[JsonConverter(typeof(CamelCase<Harm>))]
public enum Harm
{
    FinishedCeilingBelow,
    Electrics,
    LongUnattended,
    GoodsOrFittings,
    OtherPeoplesRooms,
}

/// <summary>A place where water may get out.</summary>
public sealed record LeakPoint
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>The fixture of its room that it belongs to; <see langword="null"/>: none, or not said.</summary>
    [Id]
    public string? FixtureId { get; init; }

    public required LeakKind Kind { get; init; }

    /// <summary>Diameter of the equivalent round hole, for kinds that are a hole.</summary>
    [Limits(1e-5, 0.1, "m")]
    public double? HoleM { get; init; }

    /// <summary>Flow with the main open, for kinds that are a fixed flow.</summary>
    [Limits(1e-10, 0.02, "m³/s")]
    public double? FlowM3PerS { get; init; }

    /// <summary>
    /// The pipe it is fed by; <see langword="null"/> where its water comes from none: waste, rain or a tank of its own, which no
    /// main stops.
    /// </summary>
    [Id]
    public string? PipeId { get; init; }

    /// <summary>Whether the pipe was only proposed, and nobody has said yet that it is the one.</summary>
    public bool PipeIsProposed { get; init; }

    /// <summary>The most there is to run out where no pipe feeds it; <see langword="null"/>: not known.</summary>
    [Limits(1e-5, 100, "m³")]
    public double? HoldsM3 { get; init; }

    public required WaterSide Side { get; init; }

    [Limits(-10, 20, "m")]
    public double? HeightAboveFloorM { get; init; }

    public required FloorPosition Position { get; init; }

    /// <summary>Where its water meets the floor, on the drawing of its room; <see langword="null"/>: not drawn.</summary>
    public FloorPoint? At { get; init; }

    /// <summary>Each makes it weigh more where sensors are placed.</summary>
    [AtMost(5)]
    [JsonRequired]
    public IReadOnlyList<Harm> Harms { get; init; } = [];

    /// <summary>Whether what is not measured of it is taken within the span that is usual for houses, rather than within the widest.</summary>
    public bool AssumesUsual { get; init; }
}
