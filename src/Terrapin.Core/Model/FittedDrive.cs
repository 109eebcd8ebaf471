using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

[JsonConverter(typeof(CamelCase<DrivePower>))]
public enum DrivePower
{
    Unknown,
    Mains,
    Batteries,
    MainsWithBattery,
}

[JsonConverter(typeof(CamelCase<MainsFailurePolicy>))]
public enum MainsFailurePolicy
{
    Unknown,
    Hold,
    Close,
    CloseThenReopen,
}

/// <summary>The drive as it is, or is to be, fitted on the main valve.</summary>
public sealed record FittedDrive
{
    /// <summary>Of this fitting: another drive on the same valve is another one.</summary>
    [Id]
    public required string Id { get; init; }

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

    /// <summary>The cells that were put in; <see langword="null"/>: those that it comes with.</summary>
    public BatteryCells? Cells { get; init; }

    /// <summary>A pack behind the mains, of its own charger; <see langword="null"/>: the drive's own battery.</summary>
    [Limits(1, 1000000, "mA·h")]
    public double? BackupMah { get; init; }

    /// <summary>Why the installer fits it against a stop of Terrapin's; empty: no stop is overridden.</summary>
    [AtMost(500)]
    [JsonRequired]
    public string OverrideNote { get; init; } = "";

    /// <summary>What was seen of it on this valve, adopted from the log; <see langword="null"/>: nothing yet.</summary>
    public DriveSeen? Seen { get; init; }

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

/// <summary>The figures that a plan has adopted from the log of a drive.</summary>
public sealed record DriveSeen
{
    /// <summary>How long the slowest closing stroke of the last stage that was timed took.</summary>
    [Limits(0.1, 600, "s")]
    public double? ClosingS { get; init; }

    /// <summary>Whether that was on the valve, not on the bench.</summary>
    public bool ClosedTheValve { get; init; }

    /// <summary>The least angle at which the handle stopped closing, on the valve, from fully open; 90° is the full quarter turn.</summary>
    [Limits(0, 100, "°")]
    public double? EndAngleDeg { get; init; }

    /// <summary>Whether every step of mounting it is ticked off.</summary>
    public bool StepsDone { get; init; }
}
