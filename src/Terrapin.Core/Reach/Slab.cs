using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;

namespace Terrapin.Core.Reach;

/// <summary>What a slab of a building material takes from a radio wave.</summary>
public static class Slab
{
    /// <summary>The power laws of the materials hold from here, GHz; below they are extended.</summary>
    public const double LawsFromGHz = 1;

    private const double LawsToGHz = 100;
    private const double LightMPerS = 299_792_458;
    private const double PermittivityOfFreeSpace = 8.8541878128e-12;

    /// <summary>Whether the frequency is below those that the materials were measured at.</summary>
    /// <param name="frequencyMHz">Above zero.</param>
    public static bool IsExtrapolated(double frequencyMHz) => frequencyMHz < LawsFromGHz * 1000;

    /// <summary>
    /// Transmission loss at normal incidence with the reflections inside the slab. Source: Recommendation ITU-R P.2040, η = a·f^b −
    /// j·c·f^d/(2πf·ε₀) and the single-layer slab.
    /// </summary>
    /// <param name="material">Any; metal blocks.</param>
    /// <param name="thicknessM">Above zero, m.</param>
    /// <param name="frequencyMHz">100 to 100,000 MHz; below 1 GHz the laws are extended.</param>
    /// <returns>dB, not negative; infinite for metal.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A number is out of its range; names it.</exception>
    public static double LossDb(WallMaterial material, double thicknessM, double frequencyMHz)
    {
        Require.Positive(thicknessM, nameof(thicknessM));
        ArgumentOutOfRangeException.ThrowIfLessThan(frequencyMHz, 100);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(frequencyMHz, LawsToGHz * 1000);
        if (Law(material) is not var (a, b, c, d))
        {
            return double.PositiveInfinity;
        }

        double gHz = frequencyMHz / 1000;
        double sPerM = c * Math.Pow(gHz, d);
        double realPart = a * Math.Pow(gHz, b);
        double lossPart = sPerM / (2 * Math.PI * gHz * 1e9 * PermittivityOfFreeSpace);

        // Moduli and arguments of complex numbers, written out: their library would be a tenth of what Core weighs in a browser beside its own code.
        double modulus = Math.Sqrt(double.Hypot(realPart, lossPart));
        double angle = Math.Atan2(lossPart, realPart) / 2;
        (double refracts, double absorbs) = (modulus * Math.Cos(angle), modulus * Math.Sin(angle));
        double reflected = double.Hypot(1 - refracts, absorbs) / double.Hypot(1 + refracts, absorbs);
        double turned = Math.Atan2(absorbs, 1 - refracts) + Math.Atan2(absorbs, 1 + refracts);
        double phase = 2 * Math.PI * thicknessM * gHz * 1e9 / LightMPerS;
        double once = Math.Exp(-phase * absorbs);
        double inside = reflected * reflected;
        double through = FromOne(inside, 2 * turned) * once / FromOne(inside * once * once, 2 * (turned - (phase * refracts)));
        return Math.Max(0, -20 * Math.Log10(through));
    }

    /// <summary>|1 − z| of a complex number.</summary>
    private static double FromOne(double modulus, double argument) => Math.Sqrt(1 - (2 * modulus * Math.Cos(argument)) + (modulus * modulus));

    /// <summary>Permittivity a·f^b and conductivity c·f^d, S/m, with f in GHz; nothing for metal.</summary>
    private static (double A, double B, double C, double D)? Law(WallMaterial material) => material switch
    {
        WallMaterial.Concrete => (5.24, 0, 0.0462, 0.7822),
        WallMaterial.Brick => (3.91, 0, 0.0238, 0.16),
        WallMaterial.Plasterboard => (2.73, 0, 0.0085, 0.9395),
        WallMaterial.Wood => (1.99, 0, 0.0047, 1.0718),
        WallMaterial.Glass => (6.31, 0, 0.0036, 1.3394),
        WallMaterial.Chipboard => (2.58, 0, 0.0217, 0.78),
        _ => null,
    };
}
