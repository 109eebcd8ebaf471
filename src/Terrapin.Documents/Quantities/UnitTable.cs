using System.Text.Json.Serialization;
using Terrapin.Core.Model;

namespace Terrapin.Documents.Quantities;

/// <summary>A unit as people type it.</summary>
/// <param name="Si">SI value of one of it.</param>
/// <param name="Zero">SI value of none of it.</param>
public readonly record struct Unit(double Si, double Zero = 0)
{
    /// <summary>So many of it, in SI as the plan keeps it.</summary>
    public double ToSi(double number) => (number * Si) + Zero;
}

/// <summary>
/// Units as people write them, for each kind of quantity that a field takes. The definitions are exact: the inch of 1959, the
/// avoirdupois pound and standard gravity, the US gallon of 231 cubic inches. A table of its own, for a library of all units would be
/// an eighth of the program on a device.
/// </summary>
public static class UnitTable
{
    private const double InchM = 0.0254;
    private const double FootM = 12 * InchM;
    private const double LitreM3 = 1e-3;
    private const double GallonM3 = 231 * InchM * InchM * InchM;
    private const double KilogramForceN = 9.80665;
    private const double PoundForceN = 0.45359237 * KilogramForceN;
    private const double MinuteS = 60;
    private const double HourS = 3600;
    private const double DayS = 24 * HourS;
    private const double YearS = 365.25 * DayS;

    /// <summary>What may be typed for one kind.</summary>
    /// <param name="Metric">Taken where no unit is typed, in the metric display.</param>
    /// <param name="Us">Taken where no unit is typed, in the US display.</param>
    /// <param name="Names">Spelling to unit; lower case.</param>
    public sealed record Kind(string Metric, string Us, IReadOnlyDictionary<string, Unit> Names);

    private static readonly Dictionary<string, Unit> LengthNames = new()
    {
        ["mm"] = new(1e-3),
        ["cm"] = new(1e-2),
        ["m"] = new(1),
        ["in"] = new(InchM),
        ["inch"] = new(InchM),
        ["inches"] = new(InchM),
        ["\""] = new(InchM),
        ["”"] = new(InchM),
        ["''"] = new(InchM),
        ["’"] = new(FootM),
        ["″"] = new(InchM),
        ["ft"] = new(FootM),
        ["feet"] = new(FootM),
        ["'"] = new(FootM),
        ["′"] = new(FootM),
    };

    public static IReadOnlyDictionary<TypedKind, Kind> Kinds { get; } = new Dictionary<TypedKind, Kind>
    {
        [TypedKind.Length] = new("m", "ft", LengthNames),
        [TypedKind.SmallLength] = new("mm", "in", LengthNames),
        [TypedKind.Bore] = new("mm", "in", LengthNames),
        [TypedKind.Pressure] = new("bar", "psi", new Dictionary<string, Unit>
        {
            ["bar"] = new(1e5),
            ["mbar"] = new(1e2),
            ["kpa"] = new(1e3),
            ["mpa"] = new(1e6),
            ["pa"] = new(1),
            ["psi"] = new(PoundForceN / (InchM * InchM)),
        }),
        [TypedKind.Flow] = new("l/min", "gpm", new Dictionary<string, Unit>
        {
            ["l/min"] = new(LitreM3 / MinuteS),
            ["lpm"] = new(LitreM3 / MinuteS),
            ["l/s"] = new(LitreM3),
            ["l/h"] = new(LitreM3 / HourS),
            ["ml/min"] = new(1e-6 / MinuteS),
            ["ml/s"] = new(1e-6),
            ["m3/h"] = new(1 / HourS),
            ["m³/h"] = new(1 / HourS),
            ["gpm"] = new(GallonM3 / MinuteS),
            ["gal/min"] = new(GallonM3 / MinuteS),
        }),
        [TypedKind.Volume] = new("l", "gal", new Dictionary<string, Unit>
        {
            ["l"] = new(LitreM3),
            ["litre"] = new(LitreM3),
            ["litres"] = new(LitreM3),
            ["liter"] = new(LitreM3),
            ["liters"] = new(LitreM3),
            ["ml"] = new(1e-6),
            ["m3"] = new(1),
            ["m³"] = new(1),
            ["gal"] = new(GallonM3),
            ["qt"] = new(GallonM3 / 4),
            ["quart"] = new(GallonM3 / 4),
            ["quarts"] = new(GallonM3 / 4),
            ["cup"] = new(GallonM3 / 16),
            ["cups"] = new(GallonM3 / 16),
        }),
        [TypedKind.Force] = new("n", "lbf", new Dictionary<string, Unit>
        {
            ["n"] = new(1),
            ["kn"] = new(1e3),
            ["kgf"] = new(KilogramForceN),

            // What a spring scale shows.
            ["kg"] = new(KilogramForceN),
            ["lbs"] = new(PoundForceN),
            ["oz"] = new(PoundForceN / 16),
            ["lbf"] = new(PoundForceN),
            ["lb"] = new(PoundForceN),
        }),
        [TypedKind.Duration] = new("s", "s", new Dictionary<string, Unit>
        {
            ["s"] = new(1),
            ["sec"] = new(1),
            ["min"] = new(MinuteS),
            ["h"] = new(HourS),
            ["d"] = new(DayS),
            ["day"] = new(DayS),
            ["days"] = new(DayS),
            ["week"] = new(7 * DayS),
            ["weeks"] = new(7 * DayS),
            ["month"] = new(YearS / 12),
            ["months"] = new(YearS / 12),
            ["year"] = new(YearS),
            ["years"] = new(YearS),
            ["ms"] = new(1e-3),
        }),
        [TypedKind.Torque] = new("n·m", "lbf·ft", new Dictionary<string, Unit>
        {
            ["n·m"] = new(1),
            ["nm"] = new(1),
            ["lbf·ft"] = new(PoundForceN * FootM),
            ["ft-lb"] = new(PoundForceN * FootM),
            ["lbf·in"] = new(PoundForceN * InchM),
            ["in-lb"] = new(PoundForceN * InchM),
        }),
        [TypedKind.Temperature] = new("°c", "°f", new Dictionary<string, Unit>
        {
            ["°c"] = new(1),
            ["c"] = new(1),
            ["°f"] = new(5.0 / 9, -160.0 / 9),
            ["f"] = new(5.0 / 9, -160.0 / 9),
        }),
        [TypedKind.Number] = new("", "", new Dictionary<string, Unit> { [""] = new(1) }),
        [TypedKind.Angle] = new("°", "°", new Dictionary<string, Unit>
        {
            ["°"] = new(1),
            ["deg"] = new(1),
        }),
    };
}

/// <summary>Display and default units.</summary>
[JsonConverter(typeof(CamelCase<UnitSystem>))]
public enum UnitSystem
{
    Metric,
    Us,
}

/// <summary>What a field takes.</summary>
[JsonConverter(typeof(CamelCase<TypedKind>))]
public enum TypedKind
{
    /// <summary>m</summary>
    Length,

    /// <summary>m, typed in millimetres or inches where no unit is given</summary>
    SmallLength,

    /// <summary>Pa</summary>
    Pressure,

    /// <summary>m³/s</summary>
    Flow,

    /// <summary>m³</summary>
    Volume,

    /// <summary>N</summary>
    Force,

    /// <summary>s</summary>
    Duration,

    /// <summary>°</summary>
    Angle,

    /// <summary>N·m</summary>
    Torque,

    /// <summary>°C</summary>
    Temperature,

    /// <summary>A plain number, such as a loss coefficient</summary>
    Number,

    /// <summary>N and m, as in <c>85 N at 140 mm</c></summary>
    PullAtArm,

    /// <summary>Pa and m³/s, as in <c>2.1 bar at 15 L/min</c></summary>
    PressureAtFlow,

    /// <summary>m inside a pipe: a small length, or outside by wall as printed on it, <c>22 x 3</c></summary>
    Bore,

    /// <summary>m and m of a room, as in <c>3.2 x 2.4</c></summary>
    LengthByWidth,
}
