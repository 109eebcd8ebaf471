namespace Terrapin.Core.Hydraulics;

/// <summary>The two-point test of a supply.</summary>
public static class SupplyTest
{
    /// <summary>The supply's droop, R_s = (p₀ − p₁)/Q₁². Source: energy equation of a source with a quadratic resistance.</summary>
    /// <param name="staticPressurePa">p₀, every tap shut, Pa, not negative.</param>
    /// <param name="runningPressurePa">p₁, a tap running, Pa, 0 to p₀.</param>
    /// <param name="flowM3PerS">Q₁, what the tap runs, m³/s, above zero.</param>
    /// <returns>Pa/(m³/s)².</returns>
    /// <exception cref="ArgumentOutOfRangeException">A reading is out of its range; names it.</exception>
    public static double Droop(double staticPressurePa, double runningPressurePa, double flowM3PerS)
    {
        Require.NotNegative(staticPressurePa, nameof(staticPressurePa));
        Require.NotNegative(runningPressurePa, nameof(runningPressurePa));
        Require.Positive(flowM3PerS, nameof(flowM3PerS));
        return runningPressurePa <= staticPressurePa
            ? (staticPressurePa - runningPressurePa) / (flowM3PerS * flowM3PerS)
            : throw new ArgumentOutOfRangeException(nameof(runningPressurePa), runningPressurePa, "Cannot be above the static pressure.");
    }
}
