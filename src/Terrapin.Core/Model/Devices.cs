using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

/// <summary>Where a figure comes from.</summary>
[JsonConverter(typeof(CamelCase<Provenance>))]
public enum Provenance
{
    Measured,
    MakersSheet,
    Assumed,
}

/// <summary>The devices a plan may use. Ids are unique over all lists of devices.</summary>
public sealed record Catalogue
{
    [AtMost(200)]
    public required IReadOnlyList<DriveSpec> Drives { get; init; }

    [AtMost(200)]
    public required IReadOnlyList<SensorSpec> Sensors { get; init; }

    [AtMost(50)]
    public required IReadOnlyList<HubSpec> Hubs { get; init; }

    [AtMost(50)]
    [JsonRequired]
    public IReadOnlyList<RepeaterSpec> Repeaters { get; init; } = [];

    /// <summary>The radios that devices speak.</summary>
    [AtMost(30)]
    [JsonRequired]
    public IReadOnlyList<RadioSpec> Radios { get; init; } = [];

    /// <summary>Floors, each with how water stands on it.</summary>
    [AtMost(100)]
    [JsonRequired]
    public IReadOnlyList<FloorFinish> Finishes { get; init; } = [];

    /// <summary>What a pipe stands under a strap, where the house's own screening limits are not wanted.</summary>
    [JsonRequired]
    public StrapLimits StrapLimits { get; init; } = new();

    /// <summary>Of all its prices, such as <c>EUR</c>; <see langword="null"/>: not said.</summary>
    [AtMost(3)]
    public string? Currency { get; init; }
}

public sealed record FloorFinish
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>Advancing contact angle of water on it.</summary>
    public required AngleFigure ContactAngle { get; init; }
}

/// <summary>The force on a pipe under a strap, by material; <see langword="null"/>: the house's screening limit.</summary>
public sealed record StrapLimits
{
    [Limits(1, 10000, "N")]
    public double? CopperN { get; init; }

    [Limits(1, 10000, "N")]
    public double? SteelN { get; init; }

    [Limits(1, 10000, "N")]
    public double? RigidPlasticN { get; init; }

    [Limits(1, 10000, "N")]
    public double? CrossLinkedPolyethyleneN { get; init; }
}

[JsonConverter(typeof(CamelCase<Mount>))]
public enum Mount
{
    /// <summary>A bracket on the valve's own body pushes the existing lever.</summary>
    Saddle,

    /// <summary>Two straps on the pipe; the motor reaches over the lever.</summary>
    Strap,

    /// <summary>The handle comes off; the motor drives the stem's flats.</summary>
    Stem,

    /// <summary>A motorised valve cut into the pipe, which replaces the old one.</summary>
    CutIn,
}

/// <summary>What a drive can be run from.</summary>
[JsonConverter(typeof(CamelCase<DriveSupply>))]
public enum DriveSupply
{
    Unknown,
    MainsOnly,
    BatteriesOnly,
    Either,
}

public sealed record DriveSpec
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    public required Mount Mount { get; init; }

    public TorqueFigure? RatedTorque { get; init; }

    public DurationFigure? Stroke { get; init; }

    /// <summary>From the command at the hub to the first movement.</summary>
    public DurationFigure? Start { get; init; }

    /// <summary>What is left of the rated torque on a battery at the end of its life, and in the cold.</summary>
    public ShareFigure? BatteryTorqueShare { get; init; }

    public DriveSupply Supply { get; init; }

    public LengthFigure? Cord { get; init; }

    /// <summary>The coldest its batteries work in.</summary>
    public TemperatureFigure? ColdestOnBatteries { get; init; }

    public DriveBattery? Battery { get; init; }

    /// <summary>What it draws from a pack behind the mains while the mains has failed, strokes aside.</summary>
    public CurrentFigure? BackupDraw { get; init; }

    /// <summary>The room it takes up round the stem.</summary>
    public DriveEnvelope? Envelope { get; init; }

    /// <summary>Whether fitting it puts plastic into the pipe, which breaks its earth bonding.</summary>
    public Answer PlasticInsert { get; init; }

    /// <summary>Whether it tells the hub where the valve stands: when it has come to its end, and when a hand has turned it.</summary>
    public Answer ReportsPosition { get; init; }

    /// <summary>The radio that it speaks; <see langword="null"/>: not known.</summary>
    [Id]
    public string? RadioId { get; init; }

    /// <summary>What its bracket, fingers, adapter and straps take; <see langword="null"/>: nothing says.</summary>
    public DriveFit? Fit { get; init; }

    public PriceFigure? Price { get; init; }
}

/// <summary>What of a valve a drive fits on, and where it may be. A range that is not known bars nothing.</summary>
public sealed record DriveFit
{
    /// <summary>Across the collar that its bracket sits on.</summary>
    public SizeRange? Collar { get; init; }

    /// <summary>Across the flats that its adapter grips.</summary>
    public SizeRange? Flats { get; init; }

    /// <summary>Thickness of the handle that its fingers take.</summary>
    public SizeRange? HandleThickness { get; init; }

    /// <summary>Outside diameter of the pipe that its straps take.</summary>
    public SizeRange? Pipe { get; init; }

    /// <summary>Whether it may be where it gets wet.</summary>
    public Answer StandsWet { get; init; }

    /// <summary>Whether its cord may be extended.</summary>
    public Answer CordMayBeExtended { get; init; }
}

/// <summary>From the least size to the most.</summary>
public sealed record SizeRange
{
    [Limits(0, 0.5, "m")]
    public required double LeastM { get; init; }

    [Limits(0, 0.5, "m")]
    public required double MostM { get; init; }

    public required Provenance Provenance { get; init; }
}

[JsonConverter(typeof(CamelCase<SensorKind>))]
public enum SensorKind
{
    Spot,
    SpotWithCup,
    ProbeOnCord,
    Rope,
}

public sealed record SensorSpec
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    public required SensorKind Kind { get; init; }

    /// <summary>How far the contacts stand off the floor.</summary>
    public HeightFigure? ContactGap { get; init; }

    /// <summary>The radio that it speaks; <see langword="null"/>: not known.</summary>
    [Id]
    public string? RadioId { get; init; }

    /// <summary>From wet contacts to the radio message.</summary>
    public DurationFigure? Response { get; init; }

    /// <summary>From the radio message to the hub knowing.</summary>
    public DurationFigure? Radio { get; init; }

    /// <summary>Of a cord, or of the rope as it is sold.</summary>
    public LengthFigure? Cord { get; init; }

    /// <summary>Whether it tells the hub how cold it is.</summary>
    public Answer MeasuresTemperature { get; init; }

    public SensorBattery? Battery { get; init; }

    public PriceFigure? Price { get; init; }
}

public sealed record HubSpec
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>The radios that it speaks; empty: not known.</summary>
    [AtMost(10)]
    [JsonRequired]
    public IReadOnlyList<string> RadioIds { get; init; } = [];

    /// <summary>From a message arriving to the command leaving.</summary>
    public DurationFigure? Logic { get; init; }

    /// <summary>Whether a service outside the house runs its rules.</summary>
    public Answer LogicInCloud { get; init; }

    /// <summary>How many automations it holds, each of one sensor.</summary>
    public CountFigure? MostAutomations { get; init; }

    public PriceFigure? Price { get; init; }
}

public sealed record TorqueFigure
{
    [Limits(0.01, 1000, "N·m")]
    public required double Nm { get; init; }

    public required Provenance Provenance { get; init; }
}

public sealed record DurationFigure
{
    [Limits(0, 3600, "s")]
    public required double S { get; init; }

    public required Provenance Provenance { get; init; }
}

public sealed record AngleFigure
{
    [Limits(1, 180, "°")]
    public required double Deg { get; init; }

    public required Provenance Provenance { get; init; }
}

public sealed record HeightFigure
{
    [Limits(0, 0.5, "m")]
    public required double M { get; init; }

    public required Provenance Provenance { get; init; }
}

public sealed record ShareFigure
{
    [Limits(0, 1, "")]
    public required double Share { get; init; }

    public required Provenance Provenance { get; init; }
}

public sealed record LengthFigure
{
    [Limits(0, 100, "m")]
    public required double M { get; init; }

    public required Provenance Provenance { get; init; }
}

public sealed record TemperatureFigure
{
    [Limits(-60, 60, "°C")]
    public required double C { get; init; }

    public required Provenance Provenance { get; init; }
}

public sealed record CurrentFigure
{
    [Limits(0.0001, 100000, "mA")]
    public required double Ma { get; init; }

    public required Provenance Provenance { get; init; }
}

public sealed record PriceFigure
{
    /// <summary>In the catalogue's currency.</summary>
    [Limits(0, 1e6, "")]
    public required double Amount { get; init; }

    public required Provenance Provenance { get; init; }
}

/// <summary>What a battery is made of.</summary>
[JsonConverter(typeof(CamelCase<BatteryCells>))]
public enum BatteryCells
{
    Unknown,
    Alkaline,
    Lithium,
}

/// <summary>Sizes of cells as they are sold.</summary>
[JsonConverter(typeof(CamelCase<CellSize>))]
public enum CellSize
{
    Unknown,
    Aaa,
    Aa,
    C,
    D,
    NineVolt,
    Cr2,
    Cr123A,
    Cr2032,
    Cr2450,
}

/// <summary>A sensor's battery and what draws on it.</summary>
public sealed record SensorBattery
{
    [Limits(1, 1000000, "mA·h")]
    public required double CapacityMah { get; init; }

    [Limits(0.5, 60, "V")]
    public required double VoltageV { get; init; }

    /// <summary>What the cut-off leaves of the capacity in a warm room; the cold of a place takes more.</summary>
    [Limits(0.01, 1, "")]
    public required double UsableShare { get; init; }

    /// <summary>The cells that it comes with.</summary>
    public BatteryCells Cells { get; init; }

    /// <summary>How many cells there are.</summary>
    [Limits(1, 40, "")]
    public int? Count { get; init; }

    /// <summary>Their size as it is sold.</summary>
    public CellSize Size { get; init; }

    /// <summary>Whether the maker allows lithium cells in it.</summary>
    public Answer LithiumAllowed { get; init; }

    [Limits(0, 1, "1/year")]
    public required double SelfDischargePerYear { get; init; }

    [Limits(0, 1000000, "µA")]
    public required double SleepUa { get; init; }

    [Limits(0, 1000, "J")]
    public required double ReportJ { get; init; }

    [Limits(1, 1000000, "s")]
    public required double ReportEveryS { get; init; }

    public required Provenance Provenance { get; init; }
}

/// <summary>A drive's own set of batteries and what draws on it.</summary>
public sealed record DriveBattery
{
    [Limits(1, 1000000, "mA·h")]
    public required double CapacityMah { get; init; }

    [Limits(0.5, 60, "V")]
    public required double VoltageV { get; init; }

    /// <summary>What the cut-off leaves of the capacity in a warm room; the cold of a place takes more.</summary>
    [Limits(0.01, 1, "")]
    public required double UsableShare { get; init; }

    /// <summary>The cells that it comes with.</summary>
    public BatteryCells Cells { get; init; }

    /// <summary>How many cells there are.</summary>
    [Limits(1, 40, "")]
    public int? Count { get; init; }

    /// <summary>Their size as it is sold.</summary>
    public CellSize Size { get; init; }

    /// <summary>Whether the maker allows lithium cells in it.</summary>
    public Answer LithiumAllowed { get; init; }

    [Limits(0, 1, "1/year")]
    public required double SelfDischargePerYear { get; init; }

    [Limits(0, 1000000, "µA")]
    public required double StandbyUa { get; init; }

    [Limits(0, 100000, "J")]
    public required double StrokeJ { get; init; }

    public required Provenance Provenance { get; init; }
}

/// <summary>How far a drive reaches from the stem's axis; over the handle, from the pipe's axis.</summary>
public sealed record DriveEnvelope
{
    [Limits(0, 2, "m")]
    public required double OverTheHandleM { get; init; }

    [Limits(0, 2, "m")]
    public required double AcrossM { get; init; }

    [Limits(0, 2, "m")]
    public required double AlongM { get; init; }

    public required Provenance Provenance { get; init; }
}
