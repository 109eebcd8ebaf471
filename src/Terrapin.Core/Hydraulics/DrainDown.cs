namespace Terrapin.Core.Hydraulics;

/// <summary>What still runs out once the main is shut. Each is an upper bound: it needs air to come in behind it.</summary>
public static class DrainDown
{
    /// <summary>Water in a length of pipe, πD²L/4.</summary>
    /// <param name="boreM">m, above zero.</param>
    /// <param name="lengthM">m, not negative.</param>
    /// <returns>m³.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A length is out of its range; names it.</exception>
    public static double PipeM3(double boreM, double lengthM) =>
        Math.PI / 4 * Math.Pow(Require.Positive(boreM, nameof(boreM)), 2) * Require.NotNegative(lengthM, nameof(lengthM));

    /// <summary>The share of an evenly rising pipe that lies above a leak, 0 to 1.</summary>
    /// <param name="startHeightM">Height of its near end above the main valve, m.</param>
    /// <param name="endHeightM">Height of its far end, m.</param>
    /// <param name="leakHeightM">Height of the leak, m.</param>
    /// <exception cref="ArgumentOutOfRangeException">A height is not finite; names it.</exception>
    public static double ShareAbove(double startHeightM, double endHeightM, double leakHeightM)
    {
        Require.Finite(startHeightM, nameof(startHeightM));
        Require.Finite(endHeightM, nameof(endHeightM));
        Require.Finite(leakHeightM, nameof(leakHeightM));
        double top = Math.Max(startHeightM, endHeightM);
        double bottom = Math.Min(startHeightM, endHeightM);
        if (top <= leakHeightM)
        {
            return 0;
        }

        return bottom >= leakHeightM ? 1 : (top - leakHeightM) / (top - bottom);
    }

    /// <summary>
    /// What a pressure tank on the house side pushes out, V·(1 − p_pre/p) with absolute pressures. Source: Boyle's law.
    /// </summary>
    /// <param name="volumeM3">Of the whole tank, m³, not negative.</param>
    /// <param name="prechargePa">Gauge pressure of its air when empty, Pa, not negative.</param>
    /// <param name="pressurePa">Gauge pressure at shut-off, Pa, not negative.</param>
    /// <returns>m³; 0 where the pressure is below the precharge.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A number is out of its range; names it.</exception>
    public static double TankM3(double volumeM3, double prechargePa, double pressurePa)
    {
        Require.NotNegative(volumeM3, nameof(volumeM3));
        Require.NotNegative(prechargePa, nameof(prechargePa));
        Require.NotNegative(pressurePa, nameof(pressurePa));
        double ratio = (prechargePa + Water.AtmospherePa) / (pressurePa + Water.AtmospherePa);
        return Math.Max(0, volumeM3 * (1 - ratio));
    }
}
