using Terrapin.Core.Floors;
using Terrapin.Core.Model;

namespace Terrapin.Core.Sensors;

/// <summary>When a sensor on a level floor knows.</summary>
public static class Trip
{
    /// <summary>So much in its cup is enough, m³: our own figure.</summary>
    public const double CupM3 = 5e-6;

    /// <summary>A cup this near to where the water falls catches it, m: our own figure.</summary>
    private const double CupReachM = 0.1;

    /// <summary>Whether a cup at a place of the leak's room catches what falls from it.</summary>
    public static bool CupCatches(LeakPoint leak, FloorPoint cup) =>
        leak is { HeightAboveFloorM: > 0, At: { } falls } && Math.Abs(cup.AcrossM - falls.AcrossM) <= CupReachM && Math.Abs(cup.DownM - falls.DownM) <= CupReachM;

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
