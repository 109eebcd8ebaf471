using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;

namespace Terrapin.Core.Drives;

/// <summary>The two straps that hold a drive on the pipe against its own torque.</summary>
public static class Straps
{
    /// <summary>
    /// Force on each strap of the couple that holds the motor. Source: statics of a couple. Straps on both sides of the stem
    /// add their distances; both on one side have only what lies between them.
    /// </summary>
    /// <param name="torqueNm">Of the motor, N·m, not negative.</param>
    /// <param name="firstM">a₁, from the stem along the pipe, m, above zero.</param>
    /// <param name="secondM">a₂, m, above zero.</param>
    /// <param name="sameSide">Whether both straps are on one side of the stem.</param>
    /// <returns>N.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A number is out of its range, or both straps are in one place.</exception>
    public static double ForceN(double torqueNm, double firstM, double secondM, bool sameSide)
    {
        Require.NotNegative(torqueNm, nameof(torqueNm));
        Require.Positive(firstM, nameof(firstM));
        Require.Positive(secondM, nameof(secondM));
        double spread = sameSide ? Math.Abs(secondM - firstM) : firstM + secondM;
        return spread > 0
            ? torqueNm / spread
            : throw new ArgumentOutOfRangeException(nameof(secondM), secondM, "Both straps are in one place; move one.");
    }

    /// <summary>What the pipe stands by material: our own screening limits, or those of the firm.</summary>
    /// <param name="material">Of the pipe.</param>
    /// <param name="own">Limits that take the place of the screening ones where they are given.</param>
    /// <returns>N; <see langword="null"/> for an unknown material.</returns>
    public static double? LimitN(PipeMaterial material, StrapLimits? own = null) => material switch
    {
        PipeMaterial.Copper => own?.CopperN ?? 400,
        PipeMaterial.Steel => own?.SteelN ?? 400,
        PipeMaterial.RigidPlastic => own?.RigidPlasticN ?? 200,
        PipeMaterial.CrossLinkedPolyethylene => own?.CrossLinkedPolyethyleneN ?? 120,
        _ => null,
    };
}
