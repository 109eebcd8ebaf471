using Terrapin.Core.Hydraulics;

namespace Terrapin.Core.Power;

/// <summary>How long a battery lasts.</summary>
public static class Battery
{
    private const double ThousandHoursAYear = 8.766;

    /// <summary>Mean current of short tasks, energy over voltage over interval. Source: charge balance.</summary>
    /// <param name="energyJ">Of one task, J, not negative.</param>
    /// <param name="voltageV">Of the battery, V, above zero.</param>
    /// <param name="intervalS">Between two tasks, s, above zero.</param>
    /// <returns>µA.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A number is out of its range; names it.</exception>
    public static double TaskCurrentUa(double energyJ, double voltageV, double intervalS) =>
        Require.NotNegative(energyJ, nameof(energyJ)) / Require.Positive(voltageV, nameof(voltageV))
            / Require.Positive(intervalS, nameof(intervalS)) * 1e6;

    /// <summary>Life, C·η/(8.766·I + C·s). Source: charge balance with self-discharge in proportion to the capacity.</summary>
    /// <param name="capacityMah">C, mAh, above zero.</param>
    /// <param name="usableShare">η, for cold and cut-off, above 0 to 1.</param>
    /// <param name="meanCurrentUa">I, sleep and tasks together, µA, not negative.</param>
    /// <param name="selfDischargePerYear">s, share of the capacity, 0 to 1.</param>
    /// <returns>Years; infinite where nothing draws on it.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A number is out of its range; names it.</exception>
    public static double LifeYears(double capacityMah, double usableShare, double meanCurrentUa, double selfDischargePerYear)
    {
        Require.Positive(capacityMah, nameof(capacityMah));
        Require.Share(Require.Positive(usableShare, nameof(usableShare)), nameof(usableShare));
        Require.NotNegative(meanCurrentUa, nameof(meanCurrentUa));
        Require.Share(selfDischargePerYear, nameof(selfDischargePerYear));
        return capacityMah * usableShare / ((ThousandHoursAYear * meanCurrentUa) + (capacityMah * selfDischargePerYear));
    }

    /// <summary>The same at the coldest of its place.</summary>
    /// <param name="coldShare">What the cold leaves of it, 0 to 1, as <see cref="ColdShare.Of"/> says; <see langword="null"/>: not known.</param>
    /// <returns>Years, 0 where the cold leaves nothing; <see langword="null"/>: not known.</returns>
    internal static double? LifeYears(double capacityMah, double usableShare, double? coldShare, double meanCurrentUa, double selfDischargePerYear) => coldShare switch
    {
        null => null,
        0 => 0,
        var share => LifeYears(capacityMah, usableShare * share.Value, meanCurrentUa, selfDischargePerYear),
    };

    /// <summary>How long a backup pack carries a drive, C·η/I. Source: charge balance.</summary>
    /// <param name="capacityMah">C, mAh, above zero.</param>
    /// <param name="usableShare">η, above 0 to 1.</param>
    /// <param name="drawMa">Standby and strokes together, mA, above zero.</param>
    /// <returns>Hours.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A number is out of its range; names it.</exception>
    public static double BackupHours(double capacityMah, double usableShare, double drawMa) =>
        Require.Positive(capacityMah, nameof(capacityMah))
            * Require.Share(Require.Positive(usableShare, nameof(usableShare)), nameof(usableShare))
            / Require.Positive(drawMa, nameof(drawMa));
}
