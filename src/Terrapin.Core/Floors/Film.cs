using Terrapin.Core.Plans;
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

    /// <summary>The advancing contact angle of a finish, degrees: our own figures, assumed until measured on the floor.</summary>
    /// <param name="finish">A finish.</param>
    /// <returns><see langword="null"/> for an unknown finish.</returns>
    public static double? ContactAngleDeg(FloorFinish finish) => finish switch
    {
        FloorFinish.PolishedStone => 25,
        FloorFinish.GlazedTile => 45,
        FloorFinish.MattTile => 60,
        FloorFinish.SealedConcrete => 70,
        FloorFinish.Vinyl => 80,
        FloorFinish.OiledWood => 85,
        FloorFinish.WaxedWood => 95,
        _ => null,
    };
}
