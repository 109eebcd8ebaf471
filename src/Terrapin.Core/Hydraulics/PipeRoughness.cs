using Terrapin.Core.Model;

namespace Terrapin.Core.Hydraulics;

/// <summary>Wall roughness of pipe by material.</summary>
public static class PipeRoughness
{
    /// <summary>The smoothest pipe in use, m.</summary>
    public const double SmoothestM = 1.5e-6;

    /// <summary>The roughest pipe in use, m.</summary>
    public const double RoughestM = 150e-6;

    /// <summary>Roughness of new pipe. Source: L. F. Moody, Trans. ASME 66 (1944), drawn tubing and galvanised iron.</summary>
    /// <param name="material">A material.</param>
    /// <returns>m; <see langword="null"/> for an unknown material.</returns>
    public static double? M(PipeMaterial material) => material switch
    {
        PipeMaterial.Copper or PipeMaterial.RigidPlastic => SmoothestM,
        PipeMaterial.CrossLinkedPolyethylene => 7e-6,
        PipeMaterial.Steel => RoughestM,
        _ => null,
    };
}
