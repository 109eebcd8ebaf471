using Terrapin.Core.Model;

namespace Terrapin.Server.Bench;

/// <summary>A leak behind a main valve and one run of pipe.</summary>
public record LeakFlowInput
{
    [Limits(0, 2.5e6, "Pa")]
    public required double StaticPressurePa { get; init; }

    /// <summary>Height of the leak above the main valve; negative is below.</summary>
    [Limits(-100, 200, "m")]
    public required double RiseM { get; init; }

    [Limits(0.004, 0.2, "m")]
    public required double ValveBoreM { get; init; }

    [Limits(0.001, 0.2, "m")]
    public required double PipeBoreM { get; init; }

    [Limits(0, 2000, "m")]
    public required double PipeLengthM { get; init; }

    public required PipeMaterial PipeMaterial { get; init; }

    [Limits(1e-5, 0.1, "m")]
    public required double HoleM { get; init; }
}

/// <summary>The same leak, and a valve that closes on it.</summary>
public sealed record ClosingInput : LeakFlowInput
{
    [Limits(0, 600, "s")]
    public required double StrokeS { get; init; }

    [Limits(0, 100, "°")]
    public required double EndAngleDeg { get; init; }
}

public sealed record SupplyTestInput
{
    [Limits(0, 2.5e6, "Pa")]
    public required double StaticPressurePa { get; init; }

    [Limits(0, 2.5e6, "Pa")]
    public required double RunningPressurePa { get; init; }

    [Limits(1e-6, 0.05, "m³/s")]
    public required double FlowM3PerS { get; init; }
}

public sealed record DrainDownInput
{
    [Limits(0.001, 0.2, "m")]
    public required double PipeBoreM { get; init; }

    [Limits(0, 2000, "m")]
    public required double PipeLengthM { get; init; }

    [Limits(0, 20, "m³")]
    public required double TankM3 { get; init; }

    [Limits(0, 2.5e6, "Pa")]
    public required double PrechargePa { get; init; }

    [Limits(0, 2.5e6, "Pa")]
    public required double PressurePa { get; init; }
}

public sealed record TorqueInput
{
    [Limits(0.1, 2000, "N")]
    public required double PullN { get; init; }

    [Limits(0.005, 1, "m")]
    public required double ArmM { get; init; }

    [Limits(0.01, 1000, "N·m")]
    public required double RatedNm { get; init; }

    /// <summary>What battery and cold leave of the rated torque.</summary>
    [Limits(0.01, 1, "")]
    public required double SupplyShare { get; init; }
}

public sealed record AxisOffsetInput
{
    [Limits(0.005, 0.5, "m")]
    public required double GripRadiusM { get; init; }

    [Limits(-0.5, 0.5, "m")]
    public required double AlongOpenM { get; init; }

    [Limits(-0.5, 0.5, "m")]
    public required double AlongClosedM { get; init; }
}

public sealed record StrapsInput
{
    [Limits(0, 1000, "N·m")]
    public required double TorqueNm { get; init; }

    [Limits(0.001, 2, "m")]
    public required double FirstM { get; init; }

    [Limits(0.001, 2, "m")]
    public required double SecondM { get; init; }

    /// <summary>Both straps on one side of the stem, as beside an elbow.</summary>
    public required bool SameSide { get; init; }

    public required PipeMaterial PipeMaterial { get; init; }

    /// <summary>Limits that the firm goes by; the screening ones where it has none.</summary>
    public StrapLimits? Own { get; init; }
}

public sealed record BatteryInput
{
    [Limits(1, 1e6, "mAh")]
    public required double CapacityMah { get; init; }

    [Limits(0.01, 1, "")]
    public required double UsableShare { get; init; }

    [Limits(0, 1e6, "µA")]
    public required double SleepUa { get; init; }

    [Limits(0, 1e5, "J")]
    public required double TaskEnergyJ { get; init; }

    [Limits(0.5, 60, "V")]
    public required double VoltageV { get; init; }

    [Limits(1, 1e8, "s")]
    public required double TaskIntervalS { get; init; }

    [Limits(0, 1, "")]
    public required double SelfDischargePerYear { get; init; }
}

public sealed record BackupInput
{
    [Limits(1, 1e6, "mAh")]
    public required double CapacityMah { get; init; }

    [Limits(0.01, 1, "")]
    public required double UsableShare { get; init; }

    [Limits(0.001, 1e5, "mA")]
    public required double DrawMa { get; init; }
}

public sealed record FilmInput
{
    [Limits(1, 180, "°")]
    public required double ContactAngleDeg { get; init; }

    public required FloorPosition Position { get; init; }

    [Limits(0, 200, "m")]
    public required double DistanceM { get; init; }

    /// <summary>Of the leak; nothing: so slow that the finish alone sets the film.</summary>
    [Limits(0, 0.05, "m³/s")]
    public double FlowM3PerS { get; init; }
}

public sealed record RadioInput
{
    [Limits(100, 100000, "MHz")]
    public required double FrequencyMHz { get; init; }

    [Limits(-160, 40, "dBm")]
    public required double PowerDbm { get; init; }

    [Limits(-160, 40, "dBm")]
    public required double SensitivityDbm { get; init; }

    /// <summary>Of the antenna at each end.</summary>
    [Limits(-20, 20, "dB")]
    public required double AntennaGainDb { get; init; }

    [Limits(0, 10000, "m")]
    public required double DistanceM { get; init; }

    public required WallMaterial WallMaterial { get; init; }

    [Limits(0.001, 3, "m")]
    public required double WallThicknessM { get; init; }

    [Limits(0, 50, "")]
    public required double Walls { get; init; }

    [Limits(0, 20, "")]
    public required double Floors { get; init; }

    [Limits(0, 60, "dB")]
    public required double FloorLossDb { get; init; }
}
