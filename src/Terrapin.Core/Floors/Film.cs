using Terrapin.Core.Supply;

namespace Terrapin.Core.Floors;

/// <summary>The film in which water stands on a floor.</summary>
public static class Film
{
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
}
