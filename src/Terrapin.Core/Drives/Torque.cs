using System.Text.Json.Serialization;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;

namespace Terrapin.Core.Drives;

[JsonConverter(typeof(CamelCase<TorqueVerdict>))]
public enum TorqueVerdict
{
    /// <summary>A figure is missing, so nothing can be said.</summary>
    Unknown,
    Passes,
    Caution,
    Stop,
}

/// <summary>Can the drive turn the valve.</summary>
public static class Torque
{
    /// <summary>What a drive must have over the breakaway torque.</summary>
    public const double Reserve = 1.5;

    /// <summary>Below this ratio of available to breakaway torque there is little in hand: caution.</summary>
    public const double CautionRatio = 1.9;

    /// <summary>Breakaway torque from a spring scale, pull × arm.</summary>
    /// <param name="pullN">Square to the handle, N, not negative; the larger of both directions.</param>
    /// <param name="armM">From the stem's axis to the hook, m, above zero.</param>
    /// <returns>N·m.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A reading is out of its range; names it.</exception>
    public static double BreakawayNm(double pullN, double armM) =>
        Require.NotNegative(pullN, nameof(pullN)) * Require.Positive(armM, nameof(armM));

    /// <summary>
    /// A screening value by size and state, where nothing was read: our own figures, an estimate until measured.
    /// </summary>
    /// <param name="size">Nominal size.</param>
    /// <param name="stiffness">How it feels by hand. Unknown counts as not moved for years.</param>
    /// <returns>N·m; infinite for a seized valve.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A word is none of its enumeration.</exception>
    public static double ScreeningNm(NominalSize size, Stiffness stiffness)
    {
        double free = size switch
        {
            NominalSize.Dn15 => 4,
            NominalSize.Dn20 => 6,
            NominalSize.Dn25 => 9,
            NominalSize.Dn32 => 14,
            NominalSize.Dn40 => 20,
            NominalSize.Dn50 => 32,
            _ => throw new ArgumentOutOfRangeException(nameof(size), size, "Not a nominal size of the table."),
        };
        return free * stiffness switch
        {
            Stiffness.Free => 1,
            Stiffness.Stiff => 1.8,
            Stiffness.NotMovedForYears or Stiffness.Unknown => 2.5,
            Stiffness.Seized => double.PositiveInfinity,
            _ => throw new ArgumentOutOfRangeException(nameof(stiffness), stiffness, "Not a stiffness of the table."),
        };
    }

    /// <summary>What the drive must be able to give, breakaway × 1.5.</summary>
    /// <param name="breakawayNm">N·m, not negative.</param>
    /// <returns>N·m.</returns>
    /// <exception cref="ArgumentOutOfRangeException">It is negative or not a number.</exception>
    public static double NeededNm(double breakawayNm) =>
        breakawayNm >= 0 ? breakawayNm * Reserve : throw new ArgumentOutOfRangeException(nameof(breakawayNm), breakawayNm, "Must not be negative.");

    /// <summary>
    /// The verdict by the torque in hand, available/breakaway: below 1 it stalls, below 1.5 it may stall as the valve ages, both a
    /// stop; below 1.9 caution.
    /// </summary>
    /// <param name="availableNm">Rated torque × what the supply and the mounting leave of it, N·m, not negative.</param>
    /// <param name="breakawayNm">N·m, above zero; may be infinite.</param>
    /// <exception cref="ArgumentOutOfRangeException">A torque is out of its range; names it.</exception>
    public static TorqueVerdict Verdict(double availableNm, double breakawayNm)
    {
        Require.NotNegative(availableNm, nameof(availableNm));
        if (!(breakawayNm > 0))
        {
            throw new ArgumentOutOfRangeException(nameof(breakawayNm), breakawayNm, "Must be greater than zero.");
        }

        double ratio = availableNm / breakawayNm;
        if (ratio < Reserve)
        {
            return TorqueVerdict.Stop;
        }

        return ratio < CautionRatio ? TorqueVerdict.Caution : TorqueVerdict.Passes;
    }
}
