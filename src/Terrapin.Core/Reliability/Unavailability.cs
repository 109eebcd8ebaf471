using Terrapin.Core.Model;

namespace Terrapin.Core.Reliability;

/// <summary>
/// How likely a part does not work when it is needed, on average over the time from one test to the next. It fails at a rate that does
/// not change with its age; a test finds what nobody noticed, and leaves it as new. Source: the mean of 1 − e^(−λt) from 0 to τ.
/// </summary>
public static class Unavailability
{
    /// <summary>Below this the closed form loses digits, and its series does not.</summary>
    private const double SeriesBelow = 1e-3;

    /// <summary>By failures that only a test finds.</summary>
    /// <param name="perYear">Failures a year, not negative.</param>
    /// <param name="testEveryS">From one test to the next, s, above 0.</param>
    /// <returns>0 to 1.</returns>
    public static double Hidden(double perYear, double testEveryS)
    {
        double x = perYear * testEveryS / FailureFigures.YearS;
        return x < SeriesBelow ? x / 2 * (1 - (x / 3 * (1 - (x / 4)))) : 1 - ((1 - Math.Exp(-x)) / x);
    }

    /// <summary>By failures that are noticed at once, and mended in a time.</summary>
    /// <param name="perYear">Failures a year of working time, not negative.</param>
    /// <param name="repairS">From being noticed until it works again, s, not negative.</param>
    /// <returns>0 to 1.</returns>
    public static double Noticed(double perYear, double repairS)
    {
        double x = perYear * repairS / FailureFigures.YearS;
        return x / (1 + x);
    }

    /// <summary>By either.</summary>
    /// <param name="rate">Of that kind of part.</param>
    /// <param name="share">The share of its failures that is looked at, 0 to 1.</param>
    /// <param name="testEveryS">From one test to the next, s; <see langword="null"/>: not said.</param>
    /// <returns>0 to 1; <see langword="null"/> where a figure is missing.</returns>
    public static double? Of(FailureRate rate, double share, double? testEveryS)
    {
        double? perYear = rate.PerYear * share;
        double? hidden = Part(perYear * rate.HiddenShare, testEveryS, Hidden);
        double? noticed = Part(perYear * (1 - rate.HiddenShare), rate.RepairS, Noticed);
        return 1 - ((1 - hidden) * (1 - noticed));
    }

    /// <summary>What never happens needs no time to be known.</summary>
    private static double? Part(double? perYear, double? seconds, Func<double, double, double> of) =>
        perYear == 0 ? 0 : perYear is { } rate && seconds is { } time ? of(rate, time) : null;
}
