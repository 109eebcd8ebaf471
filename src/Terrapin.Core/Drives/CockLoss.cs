namespace Terrapin.Core.Drives;

/// <summary>Loss of a quarter-turn cock in a round pipe against its angle from open.</summary>
public static class CockLoss
{
    /// <summary>From this angle on nothing passes, degrees from open.</summary>
    public const double ShutDeg = 82.5;

    private const double StepDeg = 5;
    private const double LastDeg = 65;
    private const double LastK = 486;

    // Every 5°, from 5° to 65°.
    private static readonly double[] Table = [0.05, 0.29, 0.75, 1.56, 3.10, 5.47, 9.68, 17.3, 31.2, 52.6, 106, 206, LastK];

    private static readonly double[] LogTable = [.. Table.Select(k => Math.Log(k))];

    /// <summary>
    /// Loss coefficient on the bore's velocity: the table with ln K linear between, below 5° its first value, above 65°
    /// 486·(17.5/(82.5 − δ))³. Source: J. Weisbach's experiments on cocks in round pipes; the close to shut is a screening
    /// estimate.
    /// </summary>
    /// <param name="angleDeg">From open, degrees, 0 to 90 and a little beyond.</param>
    /// <returns>No unit; infinite from 82.5° on.</returns>
    /// <exception cref="ArgumentOutOfRangeException">The angle is negative or not a number.</exception>
    public static double At(double angleDeg)
    {
        if (!(angleDeg >= 0))
        {
            throw new ArgumentOutOfRangeException(nameof(angleDeg), angleDeg, "Must not be negative.");
        }

        if (angleDeg >= ShutDeg)
        {
            return double.PositiveInfinity;
        }

        if (angleDeg >= LastDeg)
        {
            return LastK * Math.Pow((ShutDeg - LastDeg) / (ShutDeg - angleDeg), 3);
        }

        if (angleDeg <= StepDeg)
        {
            return Table[0];
        }

        double place = (angleDeg / StepDeg) - 1;
        int index = (int)place;
        double share = place - index;
        return Math.Exp(LogTable[index] + (share * (LogTable[index + 1] - LogTable[index])));
    }
}
