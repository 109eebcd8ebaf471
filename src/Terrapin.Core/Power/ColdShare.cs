using Terrapin.Core.Model;

namespace Terrapin.Core.Power;

/// <summary>What the cold leaves of a battery. Our own screening values for small loads, between them by straight lines.</summary>
public static class ColdShare
{
    /// <summary>From here on upwards nothing is lost, °C.</summary>
    public const double WarmC = 20;

    private static readonly (double AtC, double Share)[] Alkaline = [(-30, 0), (-20, 0.15), (-10, 0.4), (0, 0.7), (10, 0.9), (WarmC, 1)];

    private static readonly (double AtC, double Share)[] Lithium = [(-60, 0), (-40, 0.4), (-20, 0.8), (0, 0.95), (WarmC, 1)];

    /// <summary>The share of what a battery gives in a warm room.</summary>
    /// <param name="cells">What it is made of.</param>
    /// <param name="coldestC">The coldest that it gets, °C; <see langword="null"/>: a warm room is taken.</param>
    /// <returns>0 to 1; <see langword="null"/>: it is cold, and nobody has said what it is made of.</returns>
    public static double? Of(BatteryCells cells, double? coldestC) => coldestC is not { } atC || atC >= WarmC
        ? 1
        : cells switch { BatteryCells.Alkaline => Between(Alkaline, atC), BatteryCells.Lithium => Between(Lithium, atC), _ => null };

    private static double Between((double AtC, double Share)[] points, double atC)
    {
        int above = Array.FindIndex(points, p => p.AtC > atC);
        if (above <= 0)
        {
            return points[0].Share;
        }

        ((double lowC, double low), (double highC, double high)) = (points[above - 1], points[above]);
        return low + ((high - low) * (atC - lowC) / (highC - lowC));
    }
}
