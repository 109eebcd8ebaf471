namespace Terrapin.Core.Model;

/// <summary>
/// Outside diameters that pipes are made in, metric and inch. Sources: EN 1057 and ASTM B88 (copper), EN 10255 and ASME
/// B36.10 (steel), ISO 4065 and ASTM D1785 and D2846 (rigid plastic), ISO 15875 and ASTM F876 (cross-linked polyethylene).
/// </summary>
public static class PipeSizes
{
    /// <summary>How far a caliper on a painted or slightly oval pipe may be off, m: our own figure.</summary>
    public const double ToleranceM = 0.0007;

    private static readonly double[] CopperMm =
        [6, 8, 9.5, 10, 12, 12.7, 14, 15, 15.9, 16, 18, 19.1, 22, 22.2, 28, 28.6, 34.9, 35, 41.3, 42, 54, 64, 66.7, 76.1, 79.4, 88.9, 104.8, 108];

    private static readonly double[] SteelMm = [10.2, 13.5, 13.7, 17.1, 17.2, 21.3, 26.7, 26.9, 33.4, 33.7, 42.2, 42.4, 48.3, 60.3, 73, 76.1, 88.9, 114.3];

    private static readonly double[] RigidMm =
        [12, 15.9, 16, 20, 21.3, 22.2, 25, 26.7, 28.6, 32, 33.4, 34.9, 40, 41.3, 42.2, 48.3, 50, 54, 60.3, 63, 73, 75, 88.9, 90, 110, 114.3];

    private static readonly double[] CrossLinkedMm = [10, 12, 12.7, 14, 15, 15.9, 16, 17, 18, 20, 22, 22.2, 25, 26, 28, 28.6, 32, 34.9, 40, 41.3, 50, 54, 63, 75, 90, 110];

    /// <summary>The made sizes on both sides of a measured one that no pipe has.</summary>
    /// <param name="material">Of the pipe.</param>
    /// <param name="outsideDiameterM">As measured, m.</param>
    /// <returns><see langword="null"/> where a pipe of this material has the size, or the material is not known.</returns>
    public static IReadOnlyList<double>? NearestWhenNone(PipeMaterial material, double outsideDiameterM)
    {
        double[]? sizes = material switch
        {
            PipeMaterial.Copper => CopperMm,
            PipeMaterial.Steel => SteelMm,
            PipeMaterial.RigidPlastic => RigidMm,
            PipeMaterial.CrossLinkedPolyethylene => CrossLinkedMm,
            _ => null,
        };
        if (sizes is null || sizes.Any(s => Math.Abs((s / 1000) - outsideDiameterM) <= ToleranceM))
        {
            return null;
        }

        double mm = outsideDiameterM * 1000;
        return [.. sizes.Where(s => s < mm).TakeLast(1).Concat(sizes.Where(s => s > mm).Take(1)).Select(s => s / 1000)];
    }
}
