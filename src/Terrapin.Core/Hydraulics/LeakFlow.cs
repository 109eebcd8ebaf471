namespace Terrapin.Core.Hydraulics;

/// <summary>How fast water comes out of a leak behind stop valves. Prepared once for a path, then solved per valve loss.</summary>
public sealed class LeakFlow
{
    /// <summary>Loss of an open quarter-turn valve with full bore, no unit (J. Weisbach's table at 5°).</summary>
    public const double OpenValveK = 0.05;

    private const double RelativeTolerance = 1e-10;

    /// <summary>Newton's steps square their error: after one as small as this it is gone.</summary>
    private const double LastNewtonStep = 1e-6;
    private const int MostSteps = 200;

    private readonly double headM;
    private readonly double[] perK;
    private readonly double openTerm;
    private readonly double limitM3PerS;
    private readonly Run[] runs;

    /// <summary>Prepares a path.</summary>
    /// <param name="path">Units and ranges as its properties say.</param>
    /// <exception cref="ArgumentOutOfRangeException">A number is out of its range; names it.</exception>
    public LeakFlow(FlowPath path)
    {
        Require.NotNegative(path.StaticPressurePa, nameof(path.StaticPressurePa));
        Require.Finite(path.RiseM, nameof(path.RiseM));
        Require.NotNegative(path.DroopPaS2PerM6, nameof(path.DroopPaS2PerM6));
        limitM3PerS = path.Limiters.Select(l => Require.Positive(l.MostM3PerS, nameof(l.MostM3PerS))).DefaultIfEmpty(double.PositiveInfinity).Min();

        const double weight = Water.DensityKgPerM3 * Water.GravityMPerS2;
        headM = (path.StaticPressurePa / weight) - path.RiseM;
        perK = [.. path.Valves.Select(v => VelocityHeadPerSquare(Require.Positive(v.BoreM, nameof(v.BoreM))))];
        double squareTerm = (path.DroopPaS2PerM6 / weight) + (OpenValveK * perK.Sum());
        foreach (LocalLoss loss in path.Losses)
        {
            squareTerm += Require.NotNegative(loss.K, nameof(loss.K))
                * VelocityHeadPerSquare(Require.Positive(loss.BoreM, nameof(loss.BoreM)));
        }

        runs = [.. path.Pipes.Where(p => p.LengthM != 0).Select(p => new Run(p))];
        OutletTerm = path.Outlet switch
        {
            Outlet.Hole hole => HoleTerm(hole),
            Outlet.Tap tap => TapTerm(Require.Positive(tap.FlowM3PerS, nameof(tap.FlowM3PerS)), squareTerm),
            _ => throw new NotSupportedException($"{path.Outlet.GetType().Name} is no outlet that this model knows."),
        };
        openTerm = squareTerm + OutletTerm;
        Path = path;
        OpenM3PerS = Flow(openTerm, double.NaN);
    }

    public FlowPath Path { get; }

    /// <summary>With every valve on its way open, m³/s.</summary>
    public double OpenM3PerS { get; }

    /// <summary>Head lost at the outlet alone, per square of the flow, m/(m³/s)².</summary>
    internal double OutletTerm { get; }

    /// <summary>
    /// Solves <c>p/(ρg) − Δz − R_s·Q²/(ρg) − Σ f(L/D)·v²/2g − ΣK·v²/2g − (Q/(C_d·A))²/2g = 0</c> for Q ≥ 0 by Newton's
    /// method kept inside a bracket. Without head left, Q is 0.
    /// Source: energy equation with Darcy–Weisbach friction, as in EPA/600/R-20/133.
    /// </summary>
    /// <param name="valveKs">Loss of each stop valve on the way, no unit, not negative; infinite is shut.</param>
    /// <returns>m³/s, to a relative 1e-9 or better, and no more than the limiter lets through.</returns>
    /// <exception cref="ArgumentException">There are not as many losses as valves.</exception>
    /// <exception cref="ArgumentOutOfRangeException">One of <paramref name="valveKs"/> is negative or not a number.</exception>
    public double At(params ReadOnlySpan<double> valveKs) => Near(double.NaN, valveKs);

    /// <summary>The same with one valve turned and every other one on the way open.</summary>
    /// <param name="valve">Its index on the way.</param>
    /// <param name="valveK">Its loss, no unit, not negative; infinite is shut.</param>
    /// <param name="guessM3PerS">As of <see cref="Near"/>.</param>
    internal double Turned(int valve, double valveK, double guessM3PerS = double.NaN) => Flow(openTerm + ((valveK - OpenValveK) * perK[valve]), guessM3PerS);

    /// <summary>The same, sooner where the flow is nearly known.</summary>
    /// <param name="guessM3PerS">Where the search begins; not a number: nothing is known.</param>
    /// <param name="valveKs">As of <see cref="At"/>.</param>
    internal double Near(double guessM3PerS, ReadOnlySpan<double> valveKs)
    {
        if (valveKs.Length != perK.Length)
        {
            throw new ArgumentException($"The way has {perK.Length} stop valves, not {valveKs.Length}.", nameof(valveKs));
        }

        double square = openTerm;
        for (int i = 0; i < perK.Length; i++)
        {
            if (!(valveKs[i] >= 0))
            {
                throw new ArgumentOutOfRangeException(nameof(valveKs), valveKs[i], "Must not be negative.");
            }

            square += (valveKs[i] - OpenValveK) * perK[i];
        }

        return Flow(square, guessM3PerS);
    }

    private double Flow(double square, double guess) => headM <= 0 || double.IsPositiveInfinity(square) ? 0 : Math.Min(Solve(square, guess), limitM3PerS);

    private double Solve(double square, double guess)
    {
        double low = 0;
        double high = square > 0 ? Math.Sqrt(headM / square) : PipesAloneBound();
        double flow = guess > 0 && guess < high ? guess : high;
        for (int step = 0; step < MostSteps; step++)
        {
            (double loss, double slope) = HeadLoss(flow, square);
            double excess = loss - headM;
            if (excess > 0)
            {
                high = flow;
            }
            else
            {
                low = flow;
            }

            double next = flow - (excess / slope);
            double tolerance = LastNewtonStep;
            if (!(next > low && next < high))
            {
                (next, tolerance) = ((low + high) / 2, RelativeTolerance);
            }

            if (Math.Abs(next - flow) <= tolerance * flow)
            {
                return next;
            }

            flow = next;
        }

        return flow;
    }

    /// <summary>Twice the flow until the pipes alone use up the head.</summary>
    private double PipesAloneBound()
    {
        if (runs.Length == 0)
        {
            throw new InvalidOperationException("A path without pipe, valve loss, droop or outlet has no flow to solve for.");
        }

        double flow = 1e-6;
        while (HeadLoss(flow, 0).Loss < headM)
        {
            flow *= 2;
        }

        return flow;
    }

    private (double Loss, double Slope) HeadLoss(double flow, double square)
    {
        double loss = square * flow * flow;
        double slope = 2 * square * flow;
        foreach (Run run in runs)
        {
            Friction friction = Friction.At(run.ReynoldsPerFlow * flow, run.RelativeRoughness);
            double part = friction.Factor * run.LossPerFactorAndSquare * flow * flow;
            loss += part;
            slope += part * (2 + friction.LogSlope) / flow;
        }

        return (loss, slope);
    }

    private static double HoleTerm(Outlet.Hole hole)
    {
        double effectiveM2 = Require.Positive(hole.DischargeCoefficient, nameof(hole.DischargeCoefficient))
            * Area(Require.Positive(hole.DiameterM, nameof(hole.DiameterM)));
        return 1 / (2 * Water.GravityMPerS2 * effectiveM2 * effectiveM2);
    }

    /// <summary>The throttle that makes an open tap run at its known flow, or none where the supply gives less.</summary>
    private double TapTerm(double flow, double squareTerm)
    {
        (double loss, _) = HeadLoss(flow, squareTerm);
        return Math.Max(0, headM - loss) / (flow * flow);
    }

    private static double Area(double boreM) => Math.PI * boreM * boreM / 4;

    internal static double VelocityHeadPerSquare(double boreM) =>
        1 / (2 * Water.GravityMPerS2 * Area(boreM) * Area(boreM));

    private readonly struct Run
    {
        public Run(PipeRun pipe)
        {
            double bore = Require.Positive(pipe.BoreM, nameof(pipe.BoreM));
            RelativeRoughness = Require.NotNegative(pipe.RoughnessM, nameof(pipe.RoughnessM)) / bore;
            ReynoldsPerFlow = bore / (Area(bore) * Water.KinematicViscosityM2PerS);
            LossPerFactorAndSquare =
                Require.NotNegative(pipe.LengthM, nameof(pipe.LengthM)) / bore * VelocityHeadPerSquare(bore);
        }

        public double RelativeRoughness { get; }

        public double ReynoldsPerFlow { get; }

        public double LossPerFactorAndSquare { get; }
    }
}
