using Terrapin.Core.Hydraulics;

namespace Terrapin.Core.Drives;

/// <summary>What a motor whose axis is not the stem's does to the handle.</summary>
/// <param name="TravelDeg">How far the handle turns for the motor's quarter turn, degrees.</param>
/// <param name="EndAngleDeg">Where the handle stops, from its open stop, degrees; at most 90.</param>
/// <param name="ExcessDeg">What the motor wants beyond the closed stop, degrees; it stalls or strains by that much.</param>
public sealed record HandleTravel(double TravelDeg, double EndAngleDeg, double ExcessDeg)
{
    /// <summary>Whether the valve is shut where the handle stops.</summary>
    public bool Shuts => EndAngleDeg >= CockLoss.ShutDeg;

    /// <summary>Whether it shuts without straining hard against its stop.</summary>
    public bool Fits => Shuts && ExcessDeg <= AxisOffset.MostExcessDeg;
}

/// <summary>A motor that grips the handle at a radius, with its axis beside the stem's.</summary>
public static class AxisOffset
{
    /// <summary>The handle's full stroke between its stops, degrees.</summary>
    public const double FullStrokeDeg = 90;

    /// <summary>Beyond this against the stop a drive is taken to stall, degrees: our own screening value.</summary>
    public const double MostExcessDeg = 7.5;

    /// <summary>
    /// Travel of the handle for a 90° motor stroke, atan2(r + y, x) − atan2(y, r + x): the gripping point moves on a circle
    /// round the motor's axis, and the handle follows it round the stem's. Source: plane geometry.
    /// </summary>
    /// <param name="gripRadiusM">r, from the motor's axis to where it grips, m, above zero.</param>
    /// <param name="alongOpenM">x, of the motor's axis from the stem's, along the open handle, m.</param>
    /// <param name="alongClosedM">y, the same along the closed handle, m.</param>
    /// <exception cref="ArgumentOutOfRangeException">A length is out of its range, or the offset is not smaller than the
    /// radius, where the grip would pass the stem.</exception>
    public static HandleTravel Travel(double gripRadiusM, double alongOpenM, double alongClosedM)
    {
        Require.Positive(gripRadiusM, nameof(gripRadiusM));
        Require.Finite(alongOpenM, nameof(alongOpenM));
        Require.Finite(alongClosedM, nameof(alongClosedM));
        if (Math.Sqrt((alongOpenM * alongOpenM) + (alongClosedM * alongClosedM)) >= gripRadiusM)
        {
            throw new ArgumentOutOfRangeException(nameof(alongOpenM), alongOpenM, "The offset must be smaller than the grip radius.");
        }

        double travel = Degrees(Math.Atan2(gripRadiusM + alongClosedM, alongOpenM) - Math.Atan2(alongClosedM, gripRadiusM + alongOpenM));
        return new HandleTravel(travel, Math.Min(travel, FullStrokeDeg), Math.Max(0, travel - FullStrokeDeg));
    }

    /// <summary>
    /// What an offset along the open handle leaves of the motor's torque when it has to start the handle moving, r/(r + |x|): it
    /// shortens the lever whichever way it lies.
    /// </summary>
    /// <param name="gripRadiusM">r, from the motor's axis to where it grips, m, above zero.</param>
    /// <param name="alongOpenM">x, of the motor's axis from the stem's, along the open handle, m.</param>
    /// <returns>Above zero to 1.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A length is out of its range; names it.</exception>
    public static double LeverShare(double gripRadiusM, double alongOpenM) =>
        Require.Positive(gripRadiusM, nameof(gripRadiusM)) / (gripRadiusM + Math.Abs(Require.Finite(alongOpenM, nameof(alongOpenM))));

    /// <summary>
    /// How far the axis may lie from the stem in one direction with the valve still shutting and the drive not straining:
    /// the tolerance, found by steps and bisection.
    /// </summary>
    /// <param name="gripRadiusM">m, above zero.</param>
    /// <param name="directionDeg">From the open handle towards the closed one, degrees.</param>
    /// <returns>m, up to 0.95 of the grip radius.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A number is out of its range; names it.</exception>
    public static double ToleranceM(double gripRadiusM, double directionDeg)
    {
        const double most = 0.95;
        const double step = 0.01;
        Require.Positive(gripRadiusM, nameof(gripRadiusM));
        double direction = Require.Finite(directionDeg, nameof(directionDeg)) * Math.PI / 180;
        bool Fits(double share) =>
            Travel(gripRadiusM, share * gripRadiusM * Math.Cos(direction), share * gripRadiusM * Math.Sin(direction)).Fits;

        // Far out it can fit again by chance; the tolerance ends where it first does not.
        double fails = step;
        while (fails < most && Fits(fails))
        {
            fails += step;
        }

        if (fails >= most)
        {
            return most * gripRadiusM;
        }

        double fits = fails - step;
        while (fails - fits > 1e-4)
        {
            double middle = (fits + fails) / 2;
            (fits, fails) = Fits(middle) ? (middle, fails) : (fits, middle);
        }

        return fits * gripRadiusM;
    }

    private static double Degrees(double radians) => radians * 180 / Math.PI;
}
