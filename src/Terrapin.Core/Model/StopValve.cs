using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

[JsonConverter(typeof(CamelCase<ValveKind>))]
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

[JsonConverter(typeof(CamelCase<NominalSize>))]
public enum NominalSize
{
    Dn15 = 15,
    Dn20 = 20,
    Dn25 = 25,
    Dn32 = 32,
    Dn40 = 40,
    Dn50 = 50,
}

[JsonConverter(typeof(CamelCase<Stiffness>))]
public enum Stiffness
{
    Unknown,
    Free,
    Stiff,
    NotMovedForYears,
    Seized,
}

[JsonConverter(typeof(CamelCase<UpstreamStop>))]
public enum UpstreamStop
{
    Unknown,
    Works,
    DoesNotClose,
    None,
}

[JsonConverter(typeof(CamelCase<StemShape>))]
public enum StemShape
{
    Unknown,

    /// <summary>Two flats, which a coupler grips.</summary>
    TwoFlats,
    Square,

    /// <summary>Nothing for a coupler to grip.</summary>
    Round,
}

[JsonConverter(typeof(CamelCase<HandleDirection>))]
public enum HandleDirection
{
    Unknown,
    AlongThePipe,
    AcrossThePipe,
}

/// <summary>Which way the handle swings from open to shut, looking down on it with the water running away from the looker.</summary>
[JsonConverter(typeof(CamelCase<HandleSwing>))]
public enum HandleSwing
{
    Unknown,
    ToTheLeft,
    ToTheRight,
}

[JsonConverter(typeof(CamelCase<SideOfMeter>))]
public enum SideOfMeter
{
    Unknown,
    House,
    Street,
    NoMeter,
}

[JsonConverter(typeof(CamelCase<PlaceKind>))]
public enum PlaceKind
{
    Unknown,
    Indoors,
    Damp,
    Outdoors,
    GroundBox,
}

[JsonConverter(typeof(CamelCase<HeaterKind>))]
public enum HeaterKind
{
    Unknown,
    Cylinder,
    Tankless,
    Boiler,
}

[JsonConverter(typeof(CamelCase<ObstacleKind>))]
public enum ObstacleKind
{
    Wall,
    Bar,
    Insulation,
    BondingWire,
    Meter,
    Other,
}

/// <summary>Where something stands, seen from the stem.</summary>
[JsonConverter(typeof(CamelCase<Towards>))]
public enum Towards
{
    /// <summary>Out along the stem, over the handle.</summary>
    OverTheHandle,

    /// <summary>Across the pipe, to the side the handle swings through.</summary>
    HandleSide,

    /// <summary>Across the pipe, to the other side.</summary>
    FarSide,

    /// <summary>Along the pipe, where the water comes from.</summary>
    Upstream,

    /// <summary>Along the pipe, where the water goes.</summary>
    Downstream,
}

/// <summary>
/// A valve that stops all the water to the part behind it, as it was surveyed. Heights are above where
/// the pressure was read.
/// </summary>
public sealed record StopValve
{
    [Id]
    public required string Id { get; init; }

    /// <summary>By its place.</summary>
    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>Where it is in the building; <see langword="null"/>: not drawn.</summary>
    public DrawnPlace? DrawnAt { get; init; }

    /// <summary>The pipe at whose far end it sits; <see langword="null"/>: it takes its water straight from the supply.</summary>
    [Id]
    public string? FedByPipeId { get; init; }

    public required ValveKind Kind { get; init; }

    public NominalSize? Size { get; init; }

    /// <summary>Free bore through the open valve.</summary>
    [Limits(0.004, 0.2, "m")]
    public double? BoreM { get; init; }

    [JsonRequired]
    public ValveHandle Handle { get; init; } = new();

    [JsonRequired]
    public ValveStem Stem { get; init; } = new();

    [JsonRequired]
    public ValveCollar Collar { get; init; } = new();

    [JsonRequired]
    public AdjoiningPipe PipeBefore { get; init; } = new();

    [JsonRequired]
    public AdjoiningPipe PipeAfter { get; init; } = new();

    /// <summary>What is in the way of a drive.</summary>
    [AtMost(20)]
    [JsonRequired]
    public IReadOnlyList<Obstacle> Obstacles { get; init; } = [];

    /// <summary>Whether somebody looked, and nothing is in the way of a drive.</summary>
    public bool NothingInTheWay { get; init; }

    public required Stiffness Stiffness { get; init; }

    /// <summary>How often it was worked before the pull was read.</summary>
    [Limits(0, 100, "")]
    public int? ExerciseStrokes { get; init; }

    /// <summary>Whether it weeps at the stem once worked.</summary>
    public Answer WeepsAtStem { get; init; }

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

    public SideOfMeter SideOfMeter { get; init; }

    [JsonRequired]
    public ValvePlace Place { get; init; } = new();

    [JsonRequired]
    public EarthBonding Bonding { get; init; } = new();

    /// <summary>Whether fire sprinklers or hose reels are fed through this valve.</summary>
    public required Answer FeedsSprinklers { get; init; }

    /// <summary>Whether someone behind this valve is at risk without water, or medical or water-cooled equipment needs it.</summary>
    public required Answer FeedsVitalUse { get; init; }

    /// <summary>Whether animals drink from it.</summary>
    public Answer FeedsAnimals { get; init; }

    /// <summary>Whether other people's flats hang on it.</summary>
    public Answer FeedsOtherTenants { get; init; }

    public Heater? Heater { get; init; }
}

public sealed record ValveHandle
{
    /// <summary>From the stem's axis to its end.</summary>
    [Limits(0.01, 1, "m")]
    public double? LengthM { get; init; }

    [Limits(0.0005, 0.05, "m")]
    public double? ThicknessM { get; init; }

    /// <summary>Which way it points when open.</summary>
    public HandleDirection PointsWhenOpen { get; init; }

    /// <summary>To which side of the pipe it swings when it is shut.</summary>
    public HandleSwing SwingsTo { get; init; }
}

public sealed record ValveStem
{
    public StemShape Shape { get; init; }

    /// <summary>Across the flats.</summary>
    [Limits(0.003, 0.06, "m")]
    public double? AcrossFlatsM { get; init; }
}

/// <summary>The firm round part under the handle that a bracket sits on.</summary>
public sealed record ValveCollar
{
    public Answer Firm { get; init; }

    [Limits(0.01, 0.2, "m")]
    public double? DiameterM { get; init; }

    /// <summary>Whether insulation covers it.</summary>
    public Answer Insulated { get; init; }
}

/// <summary>The pipe on one side of the valve.</summary>
public sealed record AdjoiningPipe
{
    public PipeMaterial Material { get; init; }

    [Limits(0.004, 0.2, "m")]
    public double? OutsideDiameterM { get; init; }

    /// <summary>From the stem's axis to where the straight pipe ends.</summary>
    [Limits(0.01, 20, "m")]
    public double? StraightM { get; init; }

    /// <summary>Whether an elbow ends it.</summary>
    public Answer Elbow { get; init; }
}

public sealed record Obstacle
{
    public required ObstacleKind Kind { get; init; }

    public required Towards Towards { get; init; }

    /// <summary>From the stem's axis; over the handle, from the pipe's axis.</summary>
    [Limits(0, 5, "m")]
    public double? DistanceM { get; init; }
}

public sealed record ValvePlace
{
    public PlaceKind Kind { get; init; }

    /// <summary>Whether a metal lid or door closes over it.</summary>
    public Answer MetalLid { get; init; }

    /// <summary>The coldest it gets there.</summary>
    [Limits(-60, 60, "°C")]
    public double? ColdestC { get; init; }

    /// <summary>Whether there is a mains outlet at all.</summary>
    public Answer Outlet { get; init; }

    /// <summary>From the valve to the outlet, the way a cord would lie.</summary>
    [Limits(0, 200, "m")]
    public double? OutletDistanceM { get; init; }
}

/// <summary>Whether the pipe earths the building.</summary>
public sealed record EarthBonding
{
    public Answer PipeIsEarth { get; init; }

    /// <summary>Whether a bonding wire sits on the pipe.</summary>
    public Answer WireOnPipe { get; init; }
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
    public HeaterKind Kind { get; init; }

    /// <summary>Whether a pump keeps its hot water going round.</summary>
    public Answer Circulation { get; init; }

    /// <summary>Whether a boiler fills itself from this main.</summary>
    public Answer FillsItself { get; init; }

    /// <summary>Whether a check valve or vacuum breaker on its cold feed keeps it from emptying back through the feed.</summary>
    public Answer FeedCheck { get; init; }

    [Limits(0, 5, "m³")]
    public double? VolumeM3 { get; init; }

    /// <summary>Height of its water above where the pressure was read.</summary>
    [Limits(-100, 200, "m")]
    public double? HeightM { get; init; }
}
