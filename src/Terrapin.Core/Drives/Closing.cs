using Terrapin.Core.Hydraulics;

namespace Terrapin.Core.Drives;

/// <summary>A point of the running total while the valve turns.</summary>
/// <param name="TimeS">Since the first movement, s.</param>
/// <param name="VolumeM3">Let through since the first movement, m³.</param>
public readonly record struct ClosingPoint(double TimeS, double VolumeM3);

/// <summary>What a closing lets through.</summary>
/// <param name="OpenFlowM3PerS">Before the valve moves, m³/s.</param>
/// <param name="LetThroughM3">From the first movement until the flow is at its end value, m³.</param>
/// <param name="ResidualM3PerS">What runs for ever after; 0 where it shuts.</param>
/// <param name="Curve">The running total, from 0 to the end of the stroke.</param>
public sealed record ClosingResult(
    double OpenFlowM3PerS,
    double LetThroughM3,
    double ResidualM3PerS,
    IReadOnlyList<ClosingPoint> Curve)
{
    /// <summary>The delay of an instant closing that lets as much through, s; 0 where nothing flows.</summary>
    public double EquivalentInstantS => OpenFlowM3PerS > 0 ? LetThroughM3 / OpenFlowM3PerS : 0;
}

/// <summary>What the closing valve lets through.</summary>
public static class Closing
{
    // Panels follow the loss table's kinks; the first 20° hardly throttle and the last 17.5° fall steeply to nothing.
    internal static readonly double[] PanelEndsDeg =
        [5, 10, 20, 25, 30, 35, 40, 45, 50, 55, 60, 65, 71, 76, 80, CockLoss.ShutDeg];

    internal static readonly double GaussOffset = 0.5 / Math.Sqrt(3);

    /// <summary>
    /// Integrates the leak's flow over a stroke in which the angle runs evenly from open to 90° in
    /// <paramref name="strokeS"/>, and stops at <paramref name="endAngleDeg"/>. Two-point Gauss per panel; error under 0.1 %.
    /// </summary>
    /// <param name="flow">The leak behind the valve; every other valve on its way stands open.</param>
    /// <param name="strokeS">Time of the full quarter turn, s, not negative.</param>
    /// <param name="endAngleDeg">Where the handle stops, degrees from open, not negative.</param>
    /// <param name="valve">Index of the valve among those on the leak's way.</param>
    /// <exception cref="ArgumentOutOfRangeException">A number is out of its range; names it.</exception>
    public static ClosingResult Of(LeakFlow flow, double strokeS, double endAngleDeg = 90, int valve = 0)
    {
        Require.NotNegative(strokeS, nameof(strokeS));
        Require.NotNegative(endAngleDeg, nameof(endAngleDeg));
        double lastDeg = Math.Min(endAngleDeg, CockLoss.ShutDeg);
        double secondsPerDeg = strokeS / 90;
        var curve = new List<ClosingPoint>(PanelEndsDeg.Length + 2) { new(0, 0) };
        double volume = 0;
        double startDeg = 0;
        foreach (double panelEnd in PanelEndsDeg)
        {
            double endDeg = Math.Min(panelEnd, lastDeg);
            if (endDeg <= startDeg)
            {
                break;
            }

            double width = endDeg - startDeg;
            double middle = startDeg + (width / 2);
            double mean = (At(middle - (GaussOffset * width)) + At(middle + (GaussOffset * width))) / 2;
            volume += mean * width * secondsPerDeg;
            curve.Add(new ClosingPoint(endDeg * secondsPerDeg, volume));
            startDeg = endDeg;
        }

        double residual = endAngleDeg < CockLoss.ShutDeg ? At(endAngleDeg) : 0;
        return new ClosingResult(flow.OpenM3PerS, volume, residual, curve);

        double At(double deg) => flow.Turned(valve, CockLoss.At(deg));
    }
}
