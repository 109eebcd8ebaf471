using Terrapin.Documents.Quantities;
using UnitsNet;
using UnitsNet.Units;
using Unit = Terrapin.Documents.Quantities.Unit;

namespace Terrapin.Documents.Tests;

/// <summary>The table of units against a library of units.</summary>
public class UnitTableTests
{
    private static readonly Dictionary<string, Enum> Lengths = new()
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
        ["″"] = LengthUnit.Inch,
        ["ft"] = LengthUnit.Foot,
        ["feet"] = LengthUnit.Foot,
        ["'"] = LengthUnit.Foot,
        ["′"] = LengthUnit.Foot,
        ["’"] = LengthUnit.Foot,
    };

    private static readonly Dictionary<TypedKind, (Enum Si, Dictionary<string, Enum> Names)> Library = new()
    {
        [TypedKind.Length] = (LengthUnit.Meter, Lengths),
        [TypedKind.SmallLength] = (LengthUnit.Meter, Lengths),
        [TypedKind.Bore] = (LengthUnit.Meter, Lengths),
        [TypedKind.Pressure] = (PressureUnit.Pascal, new()
        {
            ["bar"] = PressureUnit.Bar,
            ["mbar"] = PressureUnit.Millibar,
            ["kpa"] = PressureUnit.Kilopascal,
            ["mpa"] = PressureUnit.Megapascal,
            ["pa"] = PressureUnit.Pascal,
            ["psi"] = PressureUnit.PoundForcePerSquareInch,
        }),
        [TypedKind.Flow] = (VolumeFlowUnit.CubicMeterPerSecond, new()
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
        [TypedKind.Volume] = (VolumeUnit.CubicMeter, new()
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
            ["qt"] = VolumeUnit.UsQuart,
            ["quart"] = VolumeUnit.UsQuart,
            ["quarts"] = VolumeUnit.UsQuart,
            ["cup"] = VolumeUnit.UsCustomaryCup,
            ["cups"] = VolumeUnit.UsCustomaryCup,
        }),
        [TypedKind.Force] = (ForceUnit.Newton, new()
        {
            ["n"] = ForceUnit.Newton,
            ["kn"] = ForceUnit.Kilonewton,
            ["kgf"] = ForceUnit.KilogramForce,
            ["kg"] = ForceUnit.KilogramForce,
            ["lbs"] = ForceUnit.PoundForce,
            ["lbf"] = ForceUnit.PoundForce,
            ["lb"] = ForceUnit.PoundForce,
            ["oz"] = ForceUnit.OunceForce,
        }),
        [TypedKind.Duration] = (DurationUnit.Second, new()
        {
            ["s"] = DurationUnit.Second,
            ["sec"] = DurationUnit.Second,
            ["min"] = DurationUnit.Minute,
            ["h"] = DurationUnit.Hour,
            ["d"] = DurationUnit.Day,
            ["day"] = DurationUnit.Day,
            ["days"] = DurationUnit.Day,
            ["week"] = DurationUnit.Week,
            ["weeks"] = DurationUnit.Week,
            ["year"] = DurationUnit.JulianYear,
            ["years"] = DurationUnit.JulianYear,
            ["ms"] = DurationUnit.Millisecond,
        }),
        [TypedKind.Torque] = (TorqueUnit.NewtonMeter, new()
        {
            ["n·m"] = TorqueUnit.NewtonMeter,
            ["nm"] = TorqueUnit.NewtonMeter,
            ["lbf·ft"] = TorqueUnit.PoundForceFoot,
            ["ft-lb"] = TorqueUnit.PoundForceFoot,
            ["lbf·in"] = TorqueUnit.PoundForceInch,
            ["in-lb"] = TorqueUnit.PoundForceInch,
        }),
        [TypedKind.Temperature] = (TemperatureUnit.DegreeCelsius, new()
        {
            ["°c"] = TemperatureUnit.DegreeCelsius,
            ["c"] = TemperatureUnit.DegreeCelsius,
            ["°f"] = TemperatureUnit.DegreeFahrenheit,
            ["f"] = TemperatureUnit.DegreeFahrenheit,
        }),
        [TypedKind.Number] = (RatioUnit.DecimalFraction, new() { [""] = RatioUnit.DecimalFraction }),
        [TypedKind.Angle] = (AngleUnit.Degree, new() { ["°"] = AngleUnit.Degree, ["deg"] = AngleUnit.Degree }),
    };

    public static TheoryData<TypedKind> Kinds => [.. UnitTable.Kinds.Keys];

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Every_unit_is_as_large_as_the_library_says(TypedKind kind)
    {
        (Enum si, Dictionary<string, Enum> names) = Library[kind];
        IEnumerable<KeyValuePair<string, Unit>> known = UnitTable.Kinds[kind].Names.Where(u => !u.Key.StartsWith("month", StringComparison.Ordinal));
        Assert.Equal(names.Keys.Order(StringComparer.Ordinal), known.Select(u => u.Key).Order(StringComparer.Ordinal));
        foreach ((string name, Unit unit) in known)
        {
            foreach (double number in (double[])[-40, 0, 1, 2.75, 1234.5])
            {
                double expected = names[name].Equals(si) ? number : UnitConverter.Convert(number, names[name], si);

                // The library keeps nine digits of some.
                Assert.True(Math.Abs(expected - unit.ToSi(number)) <= (1e-9 * Math.Abs(expected)) + 1e-12, $"{number} {name}: {unit.ToSi(number)}, not {expected}");
            }
        }
    }

    /// <summary>The library's month has 30 days.</summary>
    [Fact]
    public void Twelve_months_are_a_year()
    {
        IReadOnlyDictionary<string, Unit> names = UnitTable.Kinds[TypedKind.Duration].Names;
        Assert.Equal(names["year"].ToSi(1), names["months"].ToSi(12), 1e-6);
        Assert.Equal(names["month"].ToSi(1), names["months"].ToSi(1));
    }
}
