namespace Terrapin.Core.Hydraulics;

/// <summary>
/// How fast water comes out of several leaks and open taps at once. They share the supply's droop, and each pipe, fitting, valve
/// and limiter that more than one way has under one id; there each takes pressure from the others.
/// </summary>
public sealed class SharedFlow
{
    private const double Tolerance = 1e-8;

    /// <summary>A valve as good as shut: what passes is under 1 ml a minute, and how the leaks share it is lost in rounding.</summary>
    private const double ShutK = 1e12;

    /// <summary>Three millilitres in a thousand years: less is nothing.</summary>
    private const double LeastM3PerS = 1e-16;
    private const double LeastShare = 1e-9;
    private const int MostSteps = 400;
    private const int MostRounds = 60;

    private readonly LeakFlow[] leaks;
    private readonly double[] headM;
    private readonly List<Part> parts = [];
    private readonly int[][] partsOf;
    private readonly (int Part, double MostM3PerS)[] limiters;

    /// <summary>Prepares some leaks.</summary>
    /// <param name="leaks">Each with its own way; parts with one id are one part, and must be alike.</param>
    public SharedFlow(IReadOnlyList<LeakFlow> leaks)
    {
        this.leaks = [.. leaks];
        headM = [.. leaks.Select(l => (l.Path.StaticPressurePa / Weight) - l.Path.RiseM)];
        var known = new Dictionary<string, int>(StringComparer.Ordinal);
        var limited = new List<(int, double)>();
        partsOf = new int[leaks.Count][];
        for (int i = 0; i < leaks.Count; i++)
        {
            FlowPath path = leaks[i].Path;
            var own = new List<int>();
            Add("supply", new Part { Square = path.DroopPaS2PerM6 / Weight });
            foreach (PipeRun run in path.Pipes.Where(r => r.LengthM > 0))
            {
                Add(run.Id is { } id ? $"pipe {id}" : null, new Part { Run = run });
            }

            foreach (LocalLoss loss in path.Losses)
            {
                Add(loss.Id is { } id ? $"loss {id}" : null, new Part { Square = loss.K * LeakFlow.VelocityHeadPerSquare(loss.BoreM) });
            }

            for (int v = 0; v < path.Valves.Count; v++)
            {
                PathValve valve = path.Valves[v];
                Add(valve.Id is { } id ? $"valve {id}" : null, new Part { PerK = LeakFlow.VelocityHeadPerSquare(valve.BoreM), Valve = (i, v) });
            }

            foreach (FlowLimiter limiter in path.Limiters)
            {
                limited.Add((Add(limiter.Id is { } id ? $"limiter {id}" : null, new Part()), limiter.MostM3PerS));
            }

            Add(null, new Part { Square = leaks[i].OutletTerm });
            partsOf[i] = [.. own];

            int Add(string? id, Part part)
            {
                if (id is null || !known.TryGetValue(id, out int index))
                {
                    index = parts.Count;
                    parts.Add(part);
                    if (id is not null)
                    {
                        known.Add(id, index);
                    }
                }

                own.Add(index);
                return index;
            }
        }

        limiters = [.. limited.Distinct()];
    }

    private static double Weight => Water.DensityKgPerM3 * Water.GravityMPerS2;

    /// <summary>
    /// Solves the energy equation of <see cref="LeakFlow.At"/> for all leaks together; the flows are the minimum of a convex function,
    /// so that there is one answer. A leak that the others leave no head stands still: water never runs back through it.
    /// </summary>
    /// <param name="valveKs">For each leak the loss of each stop valve on its way, no unit; the same for a shared valve.</param>
    /// <param name="isOpen">For each leak whether it runs at all.</param>
    /// <returns>m³/s for each leak, to a relative 1e-6 or better.</returns>
    /// <exception cref="InvalidOperationException">No answer was found.</exception>
    public double[] At(IReadOnlyList<double[]> valveKs, IReadOnlyList<bool> isOpen)
    {
        int[] running = [.. Enumerable.Range(0, leaks.Length).Where(i => isOpen[i] && headM[i] > 0 && !valveKs[i].Any(k => k > ShutK))];
        if (running.Length <= 1)
        {
            double[] alone = new double[leaks.Length];
            foreach (int i in running)
            {
                alone[i] = leaks[i].At(valveKs[i]);
            }

            return alone;
        }

        double[] squares = new double[parts.Count];
        for (int p = 0; p < squares.Length; p++)
        {
            Part part = parts[p];
            squares[p] = part.Square + (part.Valve is { } at ? part.PerK * valveKs[at.Leak][at.Valve] : 0);
        }

        double[] flows = Solve(running, squares);
        // A limiter that is passed throttles until it lets through what it may.
        for (int round = 0; Passed(running, flows) is { } limiter; round++)
        {
            if (round == MostRounds)
            {
                throw new InvalidOperationException("The limiters of these leaks have no common answer.");
            }

            flows = Throttle(running, squares, limiter);
        }

        return flows;
    }

    private (int Part, double MostM3PerS)? Passed(int[] running, double[] flows)
    {
        foreach ((int Part, double MostM3PerS) limiter in limiters)
        {
            if (Through(limiter.Part, running, flows) > limiter.MostM3PerS * (1 + 1e-6))
            {
                return limiter;
            }
        }

        return null;
    }

    private double Through(int part, int[] running, double[] flows) => running.Where(i => partsOf[i].Contains(part)).Sum(i => flows[i]);

    private double[] Throttle(int[] running, double[] squares, (int Part, double MostM3PerS) limiter)
    {
        double low = squares[limiter.Part];
        double high = Math.Max(low * 2, 1);
        double[] With(double square)
        {
            squares[limiter.Part] = square;
            return Solve(running, squares);
        }

        while (Through(limiter.Part, running, With(high)) > limiter.MostM3PerS)
        {
            (low, high) = (high, high * 16);
        }

        while (high - low > 1e-9 * high)
        {
            double middle = low < high / 16 ? Math.Sqrt(Math.Max(low, high * 1e-9) * high) : (low + high) / 2;
            if (Through(limiter.Part, running, With(middle)) > limiter.MostM3PerS)
            {
                low = middle;
            }
            else
            {
                high = middle;
            }
        }

        return With(high);
    }

    private double[] Solve(int[] running, double[] squares)
    {
        double[] flows = new double[leaks.Length];
        foreach (int i in running)
        {
            flows[i] = leaks[i].OpenM3PerS / running.Length;
        }

        // One that would run backwards stands still. It fed the others, so that no other of them runs forwards without it.
        while (true)
        {
            Balance(running, flows, squares);
            int[] forwards = [.. running.Where(i => flows[i] > 0)];
            if (forwards.Length == running.Length)
            {
                return flows;
            }

            foreach (int i in running.Except(forwards))
            {
                flows[i] = 0;
            }

            running = forwards;
        }
    }

    /// <summary>Brings some leaks into balance, backwards where they must, by Newton's method with backtracking.</summary>
    private void Balance(int[] running, double[] flows, double[] squares)
    {
        double[] excess = new double[leaks.Length];
        double[] tried = new double[leaks.Length];
        double[] through = new double[parts.Count];
        double[] slopes = new double[parts.Count];
        Excess(running, flows, squares, through, slopes, excess);
        for (int step = 0; step < MostSteps; step++)
        {
            double[] move = Newton(running, slopes, excess);
            if (running.Select((i, k) => Math.Abs(move[k]) <= (Tolerance * Math.Abs(flows[i])) + LeastM3PerS).All(isStill => isStill))
            {
                return;
            }

            double before = Badness(running, excess);
            double share = 1;
            do
            {
                for (int k = 0; k < running.Length; k++)
                {
                    tried[running[k]] = flows[running[k]] + (share * move[k]);
                }

                Excess(running, tried, squares, through, slopes, excess);
                share /= 2;
            }
            while (Badness(running, excess) >= before && share > LeastShare);
            tried.CopyTo(flows, 0);
        }

        throw new InvalidOperationException("The flows of these leaks have no common answer.");
    }

    private static double Badness(int[] running, double[] excess) => running.Sum(i => excess[i] * excess[i]);

    /// <summary>For each leak, head lost on its way beyond the head that there is, m.</summary>
    private void Excess(int[] running, double[] flows, double[] squares, double[] through, double[] slopes, double[] excess)
    {
        Array.Clear(through);
        foreach (int i in running)
        {
            foreach (int p in partsOf[i])
            {
                through[p] += flows[i];
            }
        }

        double[] losses = new double[parts.Count];
        for (int p = 0; p < losses.Length; p++)
        {
            (losses[p], slopes[p]) = parts[p].Loss(through[p], squares[p]);
        }

        foreach (int i in running)
        {
            excess[i] = partsOf[i].Sum(p => losses[p]) - headM[i];
        }
    }

    /// <summary>Gauss with pivots on a matrix as large as there are leaks: the slopes of what two of them share.</summary>
    private double[] Newton(int[] free, double[] slopes, double[] excess)
    {
        int n = free.Length;
        double[,] rows = new double[n, n + 1];
        for (int a = 0; a < n; a++)
        {
            for (int b = 0; b < n; b++)
            {
                rows[a, b] = partsOf[free[a]].Intersect(partsOf[free[b]]).Sum(p => slopes[p]);
            }

            rows[a, n] = -excess[free[a]];
        }

        for (int column = 0; column < n; column++)
        {
            int pivot = Enumerable.Range(column, n - column).MaxBy(r => Math.Abs(rows[r, column]));
            for (int k = 0; k <= n; k++)
            {
                (rows[column, k], rows[pivot, k]) = (rows[pivot, k], rows[column, k]);
            }

            for (int row = 0; row < n; row++)
            {
                double factor = row == column ? 0 : rows[row, column] / rows[column, column];
                for (int k = column; factor != 0 && k <= n; k++)
                {
                    rows[row, k] -= factor * rows[column, k];
                }
            }
        }

        return [.. Enumerable.Range(0, n).Select(r => rows[r, n] / rows[r, r])];
    }

    /// <summary>Something on the way: a run of pipe, or a loss that grows with the square of the flow.</summary>
    private sealed class Part
    {
        public PipeRun? Run { get; init; }

        public double Square { get; init; }

        public double PerK { get; init; }

        /// <summary>Where its loss is given.</summary>
        public (int Leak, int Valve)? Valve { get; init; }

        public (double Loss, double Slope) Loss(double flow, double square)
        {
            // A slope of nothing would leave a leak that stands still without a way to start.
            double size = Math.Max(Math.Abs(flow), LeastM3PerS);
            double loss = square * Math.Abs(flow) * flow;
            double slope = 2 * square * size;
            if (Run is { } run)
            {
                double area = Math.PI * run.BoreM * run.BoreM / 4;
                Friction friction = Friction.At(size * run.BoreM / (area * Water.KinematicViscosityM2PerS), run.RoughnessM / run.BoreM);
                double part = friction.Factor * run.LengthM / run.BoreM * LeakFlow.VelocityHeadPerSquare(run.BoreM) * size;
                loss += part * flow;
                slope += part * (2 + friction.LogSlope);
            }

            return (loss, slope);
        }
    }
}
