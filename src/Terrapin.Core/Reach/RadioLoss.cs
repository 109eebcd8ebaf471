using Terrapin.Core.Hydraulics;

namespace Terrapin.Core.Reach;

/// <summary>What distance and floors take from a radio wave, and how likely a margin is enough.</summary>
public static class RadioLoss
{
    /// <summary>Kept back for a signal that comes and goes, dB.</summary>
    public const double FadeDb = 10;

    /// <summary>How far a prediction is off, one standard deviation, dB.</summary>
    public const double SpreadDb = 4;

    /// <summary>The margin that every link should have, dB; the chance is then 93 %.</summary>
    public const double WantedDb = 6;

    /// <summary>Nearer than this the formula of free space says nothing, m.</summary>
    public const double NearestM = 0.1;

    /// <summary>Free space, 20·log₁₀ d + 20·log₁₀ f − 27.55. Source: Friis.</summary>
    /// <param name="distanceM">Not negative, m; below 0.1 m it is taken as that.</param>
    /// <param name="frequencyMHz">Above zero.</param>
    /// <returns>dB, not negative.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A number is out of its range; names it.</exception>
    public static double FreeSpaceDb(double distanceM, double frequencyMHz) => Math.Max(0,
        (20 * Math.Log10(Math.Max(Require.NotNegative(distanceM, nameof(distanceM)), NearestM)))
            + (20 * Math.Log10(Require.Positive(frequencyMHz, nameof(frequencyMHz)))) - 27.55);

    /// <summary>Floors one above the other, k^((k+2)/(k+1) − 0.46)·L. Source: COST 231, multi-wall model.</summary>
    /// <param name="floors">How many are gone through.</param>
    /// <param name="oneDb">L, what one takes (their mean), dB, not negative.</param>
    /// <returns>dB; 0 where none is gone through.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A number is out of its range; names it.</exception>
    public static double FloorsDb(int floors, double oneDb)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(floors);
        Require.NotNegative(oneDb, nameof(oneDb));
        return floors == 0 ? 0 : Math.Pow(floors, ((floors + 2.0) / (floors + 1)) - 0.46) * oneDb;
    }

    /// <summary>The chance that a link of a margin works, Φ(margin/σ) with σ 4 dB.</summary>
    /// <param name="marginDb">Fade kept back already.</param>
    /// <returns>0 to 1.</returns>
    public static double Chance(double marginDb) => NormalBelow(marginDb / SpreadDb);

    /// <summary>The normal distribution. Source: Abramowitz and Stegun, 26.2.17; within 7.5e-8.</summary>
    private static double NormalBelow(double z)
    {
        double t = 1 / (1 + (0.2316419 * Math.Abs(z)));
        double tail = Math.Exp(-z * z / 2) / Math.Sqrt(2 * Math.PI)
            * t * (0.319381530 + (t * (-0.356563782 + (t * (1.781477937 + (t * (-1.821255978 + (t * 1.330274429))))))));
        return z >= 0 ? 1 - tail : tail;
    }
}
