using Terrapin.Core.Drives;
using Terrapin.Core.Hydraulics;

namespace Terrapin.Core.Simulation;

/// <summary>
/// The flow of one leak while one valve on its way turns, kept from run to run: the same leak rehearsed in another mode meets the
/// same angles. Not safe to use from several threads.
/// </summary>
/// <param name="flow">The leak.</param>
public sealed class TurningFlows(LeakFlow flow)
{
    /// <summary>Angles are the same to a millionth of a degree.</summary>
    private const double AngleSteps = 1e6;

    private readonly Dictionary<(int Valve, long Angle), double> known = [];
    private double near = double.NaN;

    /// <param name="valve">Index on the leak's way; the others stand open.</param>
    /// <param name="angleDeg">From open, degrees, not negative.</param>
    /// <returns>m³/s</returns>
    public double At(int valve, double angleDeg)
    {
        long angle = (long)Math.Round(angleDeg * AngleSteps);
        if (known.TryGetValue((valve, angle), out double found))
        {
            return found;
        }

        near = flow.Turned(valve, CockLoss.At(angle / AngleSteps), near);
        return known[(valve, angle)] = near;
    }
}
