namespace Terrapin.Core.Model;

public enum DrivePower
{
    Unknown,
    Mains,
    Batteries,
    MainsWithBattery,
}

public enum MainsFailurePolicy
{
    Unknown,
    Hold,
    Close,
    CloseThenReopen,
}

/// <summary>How the drive sat when a stroke was made.</summary>
public enum StrokeStage
{
    /// <summary>Before it is mounted: the valve is not in it.</summary>
    Bench,

    /// <summary>On the valve, straps or screws not tightened yet.</summary>
    Loose,

    /// <summary>As it stays.</summary>
    Tight,
}

public enum StrokeDirection
{
    Closing,
    Opening,
}

/// <summary>A stroke that somebody watched.</summary>
public sealed record SeenStroke
{
    public required StrokeStage Stage { get; init; }

    public required StrokeDirection Direction { get; init; }

    [Limits(0.1, 600, "s")]
    public double? DurationS { get; init; }

    /// <summary>Where the handle stopped, from fully open; 90° is the full quarter turn.</summary>
    [Limits(0, 100, "°")]
    public double? EndAngleDeg { get; init; }
}

/// <summary>The drive as it is, or is to be, fitted on the main valve.</summary>
public sealed record FittedDrive
{
    [Id]
    public required string StopValveId { get; init; }

    /// <summary>Id in the catalogue.</summary>
    [Id]
    public required string SpecId { get; init; }

    public required DrivePower Power { get; init; }

    /// <summary>What it does when the mains fails.</summary>
    public MainsFailurePolicy OnMainsFailure { get; init; }

    /// <summary>How often it is worked, tests and exercise included.</summary>
    [Limits(0, 100000, "1/year")]
    public double? StrokesPerYear { get; init; }

    /// <summary>A pack behind the mains, of its own charger; <see langword="null"/>: the drive's own battery.</summary>
    [Limits(1, 1000000, "mA·h")]
    public double? BackupMah { get; init; }

    /// <summary>Why the installer fits it against a stop of Terrapin's; empty: no stop is overridden.</summary>
    [AtMost(500)]
    public string OverrideNote { get; init; } = "";

    /// <summary>Ids of the mounting steps that are done.</summary>
    [AtMost(40)]
    public IReadOnlyList<string> StepsDone { get; init; } = [];

    /// <summary>Strokes seen and timed, in the order in which they were made.</summary>
    [AtMost(100)]
    public IReadOnlyList<SeenStroke> Strokes { get; init; } = [];

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
