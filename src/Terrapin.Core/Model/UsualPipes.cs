namespace Terrapin.Core.Model;

/// <summary>A pipe as it is sold.</summary>
/// <param name="OutsideM">Outside diameter, m.</param>
/// <param name="WallM">Wall thickness, m.</param>
/// <param name="InchName">Its nominal size, where it is made to an inch standard; <see langword="null"/>: it goes by its millimetres.</param>
public sealed record UsualPipe(double OutsideM, double WallM, string? InchName = null)
{
    /// <summary>Inside diameter, m.</summary>
    public double BoreM => Math.Round(OutsideM - (2 * WallM), 6);
}

/// <summary>
/// The pipes of house plumbing by material. Sources: EN 1057 and ASTM B88 type L (copper), EN 10255 medium and ASME B36.10 schedule 40
/// (steel), EN ISO 1452 PN 16 and ASTM D2846 SDR 11 (rigid plastic), EN ISO 15875 S 3.2 and ASTM F876 SDR 9 (cross-linked polyethylene).
/// </summary>
public static class UsualPipes
{
    private const double InchM = 0.0254;

    /// <summary>The smallest first, metric before inch; none where the material is not known.</summary>
    public static IReadOnlyList<UsualPipe> Of(PipeMaterial material) => material switch
    {
        PipeMaterial.Copper => [Metric(12, 1), Metric(15, 0.7), Metric(15, 1), Metric(18, 1), Metric(22, 0.9), Metric(22, 1), Metric(28, 0.9), Inch("1/2 in", 0.625, 0.04), Inch("3/4 in", 0.875, 0.045), Inch("1 in", 1.125, 0.05)],
        PipeMaterial.Steel => [Metric(21.3, 2.6), Metric(26.9, 2.6), Metric(33.7, 3.2), Inch("1/2 in", 0.84, 0.109), Inch("3/4 in", 1.05, 0.113), Inch("1 in", 1.315, 0.133)],
        PipeMaterial.RigidPlastic => [Metric(20, 1.5), Metric(25, 1.9), Metric(32, 2.4), Inch("1/2 in", 0.625, 0.068), Inch("3/4 in", 0.875, 0.08), Inch("1 in", 1.125, 0.102)],
        PipeMaterial.CrossLinkedPolyethylene => [Metric(16, 2.2), Metric(20, 2.8), Metric(25, 3.5), Metric(32, 4.4), Inch("1/2 in", 0.625, 0.07), Inch("3/4 in", 0.875, 0.097), Inch("1 in", 1.125, 0.125)],
        _ => [],
    };

    private static UsualPipe Metric(double outsideMm, double wallMm) => new(outsideMm / 1000, wallMm / 1000);

    private static UsualPipe Inch(string name, double outsideIn, double wallIn) => new(outsideIn * InchM, wallIn * InchM, name);
}
