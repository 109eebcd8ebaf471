using Terrapin.Core.Floors;
using Terrapin.Core.Plans;

namespace Terrapin.Core.Sensors;

/// <summary>When a sensor on a level floor knows.</summary>
public static class Trip
{
    /// <summary>Litres on the floor when the sensor's contacts are first wet.</summary>
    /// <param name="filmM">Height of the film on this finish, m, above zero.</param>
    /// <param name="contactGapM">How far the contacts stand off the floor, m, not negative.</param>
    /// <param name="position">Where the leak stands.</param>
    /// <param name="distanceM">From the leak to the sensor along the floor, m, not negative.</param>
    /// <returns>m³; <see langword="null"/> where the film is thinner than the gap, so that it never trips.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A number is out of its range, or the position is unknown.</exception>
    public static double? VolumeM3(double filmM, double contactGapM, FloorPosition position, double distanceM) =>
        filmM >= contactGapM ? LevelFloor.VolumeM3(filmM, position, distanceM) : null;
}
