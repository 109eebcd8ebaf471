using System.Numerics;
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
        var permittivity = new Complex(a * Math.Pow(gHz, b), -sPerM / (2 * Math.PI * gHz * 1e9 * PermittivityOfFreeSpace));
        Complex index = Complex.Sqrt(permittivity);
        Complex reflected = (1 - index) / (1 + index);
        Complex phase = 2 * Math.PI * thicknessM * gHz * 1e9 / LightMPerS * index;
        Complex once = Complex.Exp(-Complex.ImaginaryOne * phase);
        Complex through = (1 - (reflected * reflected)) * once / (1 - (reflected * reflected * once * once));
        return Math.Max(0, -20 * Math.Log10(through.Magnitude));
    }

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
