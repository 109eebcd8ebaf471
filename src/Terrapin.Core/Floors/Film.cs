using Terrapin.Core.Hydraulics;

namespace Terrapin.Core.Floors;

/// <summary>The film in which water stands on a floor, and the stream in which it runs down a fall.</summary>
public static class Film
{
    /// <summary>Of the mean height of a steadily fed viscous current to (3νQ/g)^¼: 1/(π·0.715²).</summary>
    private const double SteadyCurrent = 0.623;

    /// <summary>Capillary length ℓ = √(γ/ρg), m.</summary>
    public static double CapillaryLengthM { get; } =
        Math.Sqrt(Water.SurfaceTensionNPerM / (Water.DensityKgPerM3 * Water.GravityMPerS2));

    /// <summary>
    /// Height of a spreading puddle, e = 2·ℓ·sin(θ/2). Source: P.-G. de Gennes, F. Brochard-Wyart, D. Quéré, Capillarity
    /// and Wetting Phenomena, on puddles.
    /// </summary>
    /// <param name="contactAngleDeg">Advancing contact angle of the finish, degrees, above 0 to 180.</param>
    /// <returns>m.</returns>
    /// <exception cref="ArgumentOutOfRangeException">The angle is out of its range.</exception>
    public static double HeightM(double contactAngleDeg) => contactAngleDeg is > 0 and <= 180
        ? 2 * CapillaryLengthM * Math.Sin(contactAngleDeg * Math.PI / 360)
        : throw new ArgumentOutOfRangeException(nameof(contactAngleDeg), contactAngleDeg, "Must be above 0 and at most 180.");

    /// <summary>
    /// Mean height to which a fast leak spreads, 0.623·(3νQ/(g·share))^¼, constant in time. The film is the higher of this and
    /// <see cref="HeightM"/>. Source: H. E. Huppert, The propagation of two-dimensional and axisymmetric viscous gravity
    /// currents over a rigid horizontal surface, 1982, steady supply.
    /// </summary>
    /// <param name="flowM3PerS">Of the leak, m³/s, not negative.</param>
    /// <param name="openShare">Of the circle about the leak that is open: 1 on open floor, ½ at a wall, ¼ in a corner; above 0 to 1.</param>
    /// <returns>m.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A number is out of its range; names it.</exception>
    public static double ViscousHeightM(double flowM3PerS, double openShare)
    {
        Require.NotNegative(flowM3PerS, nameof(flowM3PerS));
        return openShare is > 0 and <= 1
            ? SteadyCurrent * Math.Pow(3 * Water.KinematicViscosityM2PerS * flowM3PerS / (Water.GravityMPerS2 * openShare), 0.25)
            : throw new ArgumentOutOfRangeException(nameof(openShare), openShare, "Must be above 0 and at most 1.");
    }

    /// <summary>Width of a stream down a fall, 3νQ/(g·s·e³). Source: W. Nusselt, laminar film down an incline.</summary>
    /// <param name="flowM3PerS">m³/s, not negative.</param>
    /// <param name="fallMPerM">s, above zero.</param>
    /// <param name="filmM">e, m, above zero.</param>
    /// <returns>m.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A number is out of its range; names it.</exception>
    public static double StreamWidthM(double flowM3PerS, double fallMPerM, double filmM) =>
        3 * Water.KinematicViscosityM2PerS * Require.NotNegative(flowM3PerS, nameof(flowM3PerS))
        / (Water.GravityMPerS2 * Require.Positive(fallMPerM, nameof(fallMPerM)) * Math.Pow(Require.Positive(filmM, nameof(filmM)), 3));
}
