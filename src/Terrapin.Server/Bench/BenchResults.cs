using Terrapin.Core.Drives;

namespace Terrapin.Server.Bench;

/// <summary>A point of a curve to draw.</summary>
public sealed record CurvePoint(double X, double Y);

public sealed record LeakFlowResult(double FlowM3PerS);

/// <summary>The curve is flow, m³/s, against the valve's angle from open, degrees.</summary>
public sealed record ClosingBenchResult(double OpenFlowM3PerS, double LetThroughM3, double EquivalentInstantS, double ResidualM3PerS, IReadOnlyList<CurvePoint> Curve);

/// <summary>The curve is the pressure left, Pa, against flow, m³/s.</summary>
public sealed record SupplyTestResult(double DroopPaS2PerM6, double MostFlowM3PerS, IReadOnlyList<CurvePoint> Curve);

public sealed record DrainDownResult(double PipeM3, double TankM3);

/// <param name="Ratio">Torque in hand, available over breakaway.</param>
public sealed record TorqueResult(double BreakawayNm, double NeededNm, double AvailableNm, double Ratio, TorqueVerdict Verdict);

/// <summary>The outline encloses where the motor's axis may lie with the valve still shutting and the drive not straining, m from the stem.</summary>
public sealed record AxisOffsetResult(double TravelDeg, double EndAngleDeg, double ExcessDeg, bool Shuts, IReadOnlyList<CurvePoint> Tolerance);

public sealed record StrapsResult(double ForceN, double? LimitN);

public sealed record BatteryResult(double MeanCurrentUa, double LifeYears);

public sealed record BackupResult(double Hours);

public sealed record FilmResult(double FilmM, double VolumeM3);

/// <summary>The curve is what one wall takes, dB, against frequency, MHz.</summary>
/// <param name="WallDb">Of one wall; <see langword="null"/>: it blocks.</param>
/// <param name="MarginDb">The fade of 10 dB kept back; <see langword="null"/>: a wall blocks.</param>
/// <param name="Chance">How likely it works, 0 to 1.</param>
/// <param name="IsExtrapolated">Whether the materials' laws are extended below 1 GHz.</param>
public sealed record RadioResult(double FreeSpaceDb, double? WallDb, double FloorsDb, double? MarginDb, double Chance, bool IsExtrapolated, IReadOnlyList<CurvePoint> Curve);
