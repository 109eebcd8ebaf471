using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;

namespace Terrapin.Core.Floors;

/// <summary>How far water runs on a level floor of one finish, in closed form.</summary>
public static class LevelFloor
{
    /// <summary>
    /// Litres on the floor before the film's edge is <paramref name="distanceM"/> from the leak: the film's height times a
    /// full, half or quarter circle.
    /// </summary>
    /// <param name="filmM">Height of the film, m, above zero.</param>
    /// <param name="position">Open floor, along a wall, or out of a corner.</param>
    /// <param name="distanceM">m, not negative.</param>
    /// <returns>m³.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A number is out of its range, or the position is unknown.</exception>
    public static double VolumeM3(double filmM, FloorPosition position, double distanceM)
    {
        return Require.Positive(filmM, nameof(filmM)) * position.OpenShare() * Math.PI
            * Math.Pow(Require.NotNegative(distanceM, nameof(distanceM)), 2);
    }

    /// <summary>Of the circle about a leak that is open: a full, half or quarter.</summary>
    /// <exception cref="ArgumentOutOfRangeException">The position is unknown.</exception>
    public static double OpenShare(this FloorPosition position) => position switch
    {
        FloorPosition.Open => 1,
        FloorPosition.Wall => 0.5,
        FloorPosition.Corner => 0.25,
        _ => throw new ArgumentOutOfRangeException(nameof(position), position, "The position must be known."),
    };
}
