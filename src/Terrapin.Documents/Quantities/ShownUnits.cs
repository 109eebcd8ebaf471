using Terrapin.Core.Findings;

namespace Terrapin.Documents.Quantities;

/// <summary>A unit that a quantity is shown in.</summary>
/// <param name="Name">As it stands behind the number.</param>
/// <param name="Size">SI value of one of it.</param>
/// <param name="Below">SI value under which it is taken in place of the usual one; <see langword="null"/>: it is the usual one.</param>
public sealed record ShownUnit(string Name, double Size, double? Below = null);

/// <summary>The units in which quantities are shown, the one that fits little of it first; what is shown in a way of its own is not among them.</summary>
public static class ShownUnits
{
    public static IReadOnlyDictionary<QuantityKind, IReadOnlyDictionary<UnitSystem, IReadOnlyList<ShownUnit>>> All { get; } =
        new Dictionary<QuantityKind, IReadOnlyDictionary<UnitSystem, IReadOnlyList<ShownUnit>>>
        {
            [QuantityKind.Flow] = Both(
                [new("ml/min", Size(TypedKind.Flow, "ml/min"), 0.1 * Size(TypedKind.Flow, "l/min")), Usual(TypedKind.Flow, "l/min", "L/min")],
                [new("fl oz/min", Size(TypedKind.Flow, "gpm") / FluidOuncesPerGallon, 0.1 * Size(TypedKind.Flow, "gpm")), Usual(TypedKind.Flow, "gpm", "gpm")]),
            [QuantityKind.Volume] = Both(
                [new("ml", Size(TypedKind.Volume, "ml"), 0.1 * Size(TypedKind.Volume, "l")), Usual(TypedKind.Volume, "l", "L")],
                [new("fl oz", Size(TypedKind.Volume, "gal") / FluidOuncesPerGallon, 0.1 * Size(TypedKind.Volume, "gal")), Usual(TypedKind.Volume, "gal", "gal")]),
            [QuantityKind.Pressure] = Both([Usual(TypedKind.Pressure, "bar", "bar")], [Usual(TypedKind.Pressure, "psi", "psi")]),
            [QuantityKind.Length] = Both([Usual(TypedKind.Length, "m", "m")], [Usual(TypedKind.Length, "ft", "ft")]),
            [QuantityKind.SmallLength] = Both([Usual(TypedKind.SmallLength, "mm", "mm")], [Usual(TypedKind.SmallLength, "in", "in")]),
            [QuantityKind.Torque] = Both([Usual(TypedKind.Torque, "n·m", "N·m")], [Usual(TypedKind.Torque, "lbf·ft", "lbf·ft")]),
            [QuantityKind.Force] = Both([Usual(TypedKind.Force, "n", "N")], [Usual(TypedKind.Force, "lbf", "lbf")]),
            [QuantityKind.Angle] = Both([Usual(TypedKind.Angle, "°", "°")], [Usual(TypedKind.Angle, "°", "°")]),
            [QuantityKind.Decibels] = Both([new("dB", 1)], [new("dB", 1)]),
        };

    private const double FluidOuncesPerGallon = 128;

    private static Dictionary<UnitSystem, IReadOnlyList<ShownUnit>> Both(ShownUnit[] metric, ShownUnit[] us) => new() { [UnitSystem.Metric] = metric, [UnitSystem.Us] = us };

    private static ShownUnit Usual(TypedKind kind, string spelling, string name) => new(name, Size(kind, spelling));

    private static double Size(TypedKind kind, string spelling) => UnitTable.Kinds[kind].Names[spelling].Si;
}
