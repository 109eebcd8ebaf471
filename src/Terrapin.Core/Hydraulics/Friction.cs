namespace Terrapin.Core.Hydraulics;

/// <summary>Darcy friction factor of a round pipe, with its slope, for the root finder.</summary>
/// <param name="Factor">f, no unit.</param>
/// <param name="LogSlope">d ln f / d ln Re.</param>
public readonly record struct Friction(double Factor, double LogSlope)
{
    private const double LaminarRe = 2000;
    private const double TurbulentRe = 4000;

    // 5.74 / 4000^0.9, the Reynolds term of Swamee and Jain at the end of the transition.
    private static readonly double TermAtTurbulentRe = 5.74 / Math.Pow(TurbulentRe, 0.9);

    /// <summary>
    /// 64/Re below 2000, Swamee and Jain above 4000, Dunlop's cubic between, which joins both in value and slope.
    /// Source: L. A. Rossman et al., EPANET 2.2 User Manual, EPA/600/R-20/133, chapter 12.
    /// </summary>
    /// <param name="reynolds">Greater than zero.</param>
    /// <param name="relativeRoughness">Roughness over bore, 0 to 0.05.</param>
    public static Friction At(double reynolds, double relativeRoughness)
    {
        if (reynolds <= LaminarRe)
        {
            return new Friction(64 / reynolds, -1);
        }

        return reynolds >= TurbulentRe
            ? SwameeJain(reynolds, relativeRoughness)
            : Dunlop(reynolds / LaminarRe, relativeRoughness);
    }

    private static Friction SwameeJain(double reynolds, double relativeRoughness)
    {
        double term = 5.74 / Math.Pow(reynolds, 0.9);
        double argument = (relativeRoughness / 3.7) + term;
        double log = Math.Log(argument);
        double inverseRoot = -0.868588963806504 * log;
        return new Friction(1 / (inverseRoot * inverseRoot), 1.8 * term / (argument * log));
    }

    private static Friction Dunlop(double r, double relativeRoughness)
    {
        double y2 = (relativeRoughness / 3.7) + TermAtTurbulentRe;
        double y3 = -0.868588963806504 * Math.Log(y2);
        double fa = 1 / (y3 * y3);
        double fb = fa * (2 - (0.00514215 / (y2 * y3)));
        double x1 = (7 * fa) - fb;
        double x2 = 0.128 - (17 * fa) + (2.5 * fb);
        double x3 = -0.128 + (13 * fa) - (2 * fb);
        double x4 = 0.032 - (3 * fa) + (0.5 * fb);
        double factor = x1 + (r * (x2 + (r * (x3 + (r * x4)))));
        double slope = x2 + (r * ((2 * x3) + (3 * r * x4)));
        return new Friction(factor, slope * r / factor);
    }
}
