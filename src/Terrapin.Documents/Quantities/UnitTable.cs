using UnitsNet.Units;

namespace Terrapin.Documents.Quantities;

/// <summary>Units as people write them, for each kind of quantity that a field takes.</summary>
public static class UnitTable
{
    /// <summary>What may be typed for one kind.</summary>
    /// <param name="Si">The unit that the plan keeps.</param>
    /// <param name="Metric">Taken where no unit is typed, in the metric display.</param>
    /// <param name="Us">Taken where no unit is typed, in the US display.</param>
    /// <param name="Names">Spelling to unit; lower case.</param>
    public sealed record Kind(Enum Si, string Metric, string Us, IReadOnlyDictionary<string, Enum> Names);

    private static readonly Dictionary<string, Enum> LengthNames = new()
    {
        ["mm"] = LengthUnit.Millimeter,
        ["cm"] = LengthUnit.Centimeter,
        ["m"] = LengthUnit.Meter,
        ["in"] = LengthUnit.Inch,
        ["inch"] = LengthUnit.Inch,
        ["inches"] = LengthUnit.Inch,
        ["\""] = LengthUnit.Inch,
        ["”"] = LengthUnit.Inch,
        ["''"] = LengthUnit.Inch,
        ["’"] = LengthUnit.Foot,
        ["″"] = LengthUnit.Inch,
        ["ft"] = LengthUnit.Foot,
        ["feet"] = LengthUnit.Foot,
        ["'"] = LengthUnit.Foot,
        ["′"] = LengthUnit.Foot,
    };

    public static IReadOnlyDictionary<TypedKind, Kind> Kinds { get; } = new Dictionary<TypedKind, Kind>
    {
        [TypedKind.Length] = new(LengthUnit.Meter, "m", "ft", LengthNames),
        [TypedKind.SmallLength] = new(LengthUnit.Meter, "mm", "in", LengthNames),
        [TypedKind.Bore] = new(LengthUnit.Meter, "mm", "in", LengthNames),
        [TypedKind.Pressure] = new(PressureUnit.Pascal, "bar", "psi", new Dictionary<string, Enum>
        {
            ["bar"] = PressureUnit.Bar,
            ["mbar"] = PressureUnit.Millibar,
            ["kpa"] = PressureUnit.Kilopascal,
            ["mpa"] = PressureUnit.Megapascal,
            ["pa"] = PressureUnit.Pascal,
            ["psi"] = PressureUnit.PoundForcePerSquareInch,
        }),
        [TypedKind.Flow] = new(VolumeFlowUnit.CubicMeterPerSecond, "l/min", "gpm", new Dictionary<string, Enum>
        {
            ["l/min"] = VolumeFlowUnit.LiterPerMinute,
            ["lpm"] = VolumeFlowUnit.LiterPerMinute,
            ["l/s"] = VolumeFlowUnit.LiterPerSecond,
            ["l/h"] = VolumeFlowUnit.LiterPerHour,
            ["ml/min"] = VolumeFlowUnit.MilliliterPerMinute,
            ["ml/s"] = VolumeFlowUnit.MilliliterPerSecond,
            ["m3/h"] = VolumeFlowUnit.CubicMeterPerHour,
            ["m³/h"] = VolumeFlowUnit.CubicMeterPerHour,
            ["gpm"] = VolumeFlowUnit.UsGallonPerMinute,
            ["gal/min"] = VolumeFlowUnit.UsGallonPerMinute,
        }),
        [TypedKind.Volume] = new(VolumeUnit.CubicMeter, "l", "gal", new Dictionary<string, Enum>
        {
            ["l"] = VolumeUnit.Liter,
            ["litre"] = VolumeUnit.Liter,
            ["litres"] = VolumeUnit.Liter,
            ["liter"] = VolumeUnit.Liter,
            ["liters"] = VolumeUnit.Liter,
            ["ml"] = VolumeUnit.Milliliter,
            ["m3"] = VolumeUnit.CubicMeter,
            ["m³"] = VolumeUnit.CubicMeter,
            ["gal"] = VolumeUnit.UsGallon,
            ["cup"] = VolumeUnit.UsCustomaryCup,
            ["cups"] = VolumeUnit.UsCustomaryCup,
        }),
        [TypedKind.Force] = new(ForceUnit.Newton, "n", "lbf", new Dictionary<string, Enum>
        {
            ["n"] = ForceUnit.Newton,
            ["kn"] = ForceUnit.Kilonewton,
            ["kgf"] = ForceUnit.KilogramForce,

            // What a spring scale shows.
            ["kg"] = ForceUnit.KilogramForce,
            ["lbs"] = ForceUnit.PoundForce,
            ["oz"] = ForceUnit.OunceForce,
            ["lbf"] = ForceUnit.PoundForce,
            ["lb"] = ForceUnit.PoundForce,
        }),
        [TypedKind.Duration] = new(DurationUnit.Second, "s", "s", new Dictionary<string, Enum>
        {
            ["s"] = DurationUnit.Second,
            ["sec"] = DurationUnit.Second,
            ["min"] = DurationUnit.Minute,
            ["h"] = DurationUnit.Hour,
            ["ms"] = DurationUnit.Millisecond,
        }),
        [TypedKind.Torque] = new(TorqueUnit.NewtonMeter, "n·m", "lbf·ft", new Dictionary<string, Enum>
        {
            ["n·m"] = TorqueUnit.NewtonMeter,
            ["nm"] = TorqueUnit.NewtonMeter,
            ["lbf·ft"] = TorqueUnit.PoundForceFoot,
            ["ft-lb"] = TorqueUnit.PoundForceFoot,
            ["lbf·in"] = TorqueUnit.PoundForceInch,
            ["in-lb"] = TorqueUnit.PoundForceInch,
        }),
        [TypedKind.Temperature] = new(TemperatureUnit.DegreeCelsius, "°c", "°f", new Dictionary<string, Enum>
        {
            ["°c"] = TemperatureUnit.DegreeCelsius,
            ["c"] = TemperatureUnit.DegreeCelsius,
            ["°f"] = TemperatureUnit.DegreeFahrenheit,
            ["f"] = TemperatureUnit.DegreeFahrenheit,
        }),
        [TypedKind.Number] = new(RatioUnit.DecimalFraction, "", "", new Dictionary<string, Enum>
        {
            [""] = RatioUnit.DecimalFraction,
        }),
        [TypedKind.Angle] = new(AngleUnit.Degree, "°", "°", new Dictionary<string, Enum>
        {
            ["°"] = AngleUnit.Degree,
            ["deg"] = AngleUnit.Degree,
        }),
    };
}

/// <summary>Display and default units.</summary>
public enum UnitSystem
{
    Metric,
    Us,
}

/// <summary>What a field takes.</summary>
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
