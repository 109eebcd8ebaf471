namespace Terrapin.Core.Plans;

/// <summary>Where a figure comes from.</summary>
public enum Standing
{
    Measured,
    MakersSheet,
    Assumed,
}

/// <summary>The devices a plan may use. Ids are unique over all three lists.</summary>
public sealed record Catalogue
{
    [AtMost(200)]
    public required IReadOnlyList<DriveSpec> Drives { get; init; }

    [AtMost(200)]
    public required IReadOnlyList<SensorSpec> Sensors { get; init; }

    [AtMost(50)]
    public required IReadOnlyList<HubSpec> Hubs { get; init; }
}

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
}

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

    /// <summary>From wet contacts to the radio message.</summary>
    public DurationFigure? Response { get; init; }

    /// <summary>From the radio message to the hub knowing.</summary>
    public DurationFigure? Radio { get; init; }
}

public sealed record HubSpec
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>From a message arriving to the command leaving.</summary>
    public DurationFigure? Logic { get; init; }
}

public sealed record TorqueFigure
{
    [Limits(0.01, 1000, "N·m")]
    public required double Nm { get; init; }

    public required Standing Standing { get; init; }
}

public sealed record DurationFigure
{
    [Limits(0, 3600, "s")]
    public required double S { get; init; }

    public required Standing Standing { get; init; }
}

public sealed record HeightFigure
{
    [Limits(0, 0.5, "m")]
    public required double M { get; init; }

    public required Standing Standing { get; init; }
}

public sealed record ShareFigure
{
    [Limits(0, 1, "")]
    public required double Share { get; init; }

    public required Standing Standing { get; init; }
}

public enum DrivePower
{
    Unknown,
    Mains,
    Batteries,
    MainsWithBattery,
}

/// <summary>The drive as it is, or is to be, fitted on the main valve.</summary>
public sealed record FittedDrive
{
    /// <summary>Id in the catalogue.</summary>
    [Id]
    public required string SpecId { get; init; }

    public required DrivePower Power { get; init; }

    /// <summary>Seconds from open to shut, timed on this valve; replaces the catalogue's figure.</summary>
    [Limits(0.1, 600, "s")]
    public double? MeasuredStrokeS { get; init; }

    /// <summary>Where the handle stops, from fully open; 90° is the full quarter turn.</summary>
    [Limits(0, 100, "°")]
    public double? MeasuredEndAngleDeg { get; init; }

    /// <summary>How it sits on the valve and the pipe; <see langword="null"/>: not measured.</summary>
    public Mounting? Mounting { get; init; }
}

/// <summary>Where the drive's axis and its straps are, seen from the valve's stem.</summary>
public sealed record Mounting
{
    /// <summary>From the motor's axis to where it grips the handle.</summary>
    [Limits(0.005, 0.5, "m")]
    public double? GripRadiusM { get; init; }

    /// <summary>Of the motor's axis from the stem's, along the open handle.</summary>
    [Limits(-0.5, 0.5, "m")]
    public double? AlongOpenM { get; init; }

    /// <summary>The same along the closed handle.</summary>
    [Limits(-0.5, 0.5, "m")]
    public double? AlongClosedM { get; init; }

    /// <summary>From the stem along the pipe.</summary>
    [Limits(0.001, 2, "m")]
    public double? FirstStrapM { get; init; }

    [Limits(0.001, 2, "m")]
    public double? SecondStrapM { get; init; }

    /// <summary>Both straps on one side of the stem, as beside an elbow.</summary>
    public required bool StrapsOnOneSide { get; init; }

    /// <summary>The pipe that the straps sit on.</summary>
    public required PipeMaterial StrappedPipe { get; init; }
}
