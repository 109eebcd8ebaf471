using Terrapin.Core.Drives;
using Terrapin.Core.Hydraulics;

namespace Terrapin.Core.Simulation;

/// <summary>
/// Valves with their positions, leaks with their flows and what is out of them, at one moment. It knows no sensors and no rules.
/// Each leak's water is counted for itself: where two come together on one floor a sensor may know earlier than that.
/// </summary>
internal sealed class World
{
    /// <summary>A mark that is come to while a valve turns is found to this, s.</summary>
    private const double MarkS = 1e-6;

    private readonly Scenario scenario;
    private readonly SharedFlow? shared;

    /// <summary>When each valve began to move, s; not a number while it stands open, without a beginning where it stood shut.</summary>
    private readonly double[] movesS;

    /// <summary>Where each valve's stroke ends, degrees from open.</summary>
    private readonly double[] endsDeg;

    /// <summary>For each valve the kink of its loss table that it comes to next.</summary>
    private readonly int[] nextKink;
    private readonly bool[] runs;
    private double lastStandsS = double.NegativeInfinity;
    private readonly double[][] losses;
    private readonly int[][] valvesOf;
    private readonly double[] flows;
    private readonly double[] early;
    private readonly double[] late;
    private readonly double[] panelM3;
    private bool flowsAreOld = true;

    /// <summary>The flow found last: the next lies near it.</summary>
    private double near = double.NaN;

    public World(Scenario scenario)
    {
        this.scenario = scenario;
        int leaks = scenario.Leaks.Count;
        shared = leaks > 1 ? new SharedFlow([.. scenario.Leaks.Select(l => l.Flow)]) : null;
        movesS = [.. scenario.Valves.Select(v => v.ShutByRule is null ? double.NaN : double.NegativeInfinity)];
        endsDeg = [.. scenario.Valves.Select(v => v.EndAngleDeg)];
        nextKink = new int[movesS.Length];
        runs = new bool[leaks];
        valvesOf = [.. scenario.Leaks.Select(l => l.Valves.ToArray())];
        losses = [.. valvesOf.Select(v => new double[v.Length])];
        flows = new double[leaks];
        early = new double[leaks];
        late = new double[leaks];
        panelM3 = new double[leaks];
        OutM3 = new double[leaks];
    }

    public double TimeS { get; private set; }

    /// <summary>Out of each leak until now, m³.</summary>
    public double[] OutM3 { get; }

    public bool Runs(int leak) => runs[leak];

    /// <summary>Whether any valve is on its way.</summary>
    public bool IsTurning => lastStandsS > TimeS;

    private bool HasMoved(int valve) => !double.IsNaN(movesS[valve]);

    /// <summary>What runs out of each leak now, m³/s.</summary>
    public ReadOnlySpan<double> Flows()
    {
        if (flowsAreOld)
        {
            FlowsAt(TimeS, flows);
            flowsAreOld = false;
        }

        return flows;
    }

    /// <summary>When a valve that has begun to move shuts off, or stands, s.</summary>
    public double StandsS(int valve) => movesS[valve] + (Math.Min(endsDeg[valve], CockLoss.ShutDeg) / 90 * scenario.Valves[valve].StrokeS);

    public void Start(int leak) => SetRunning(leak, true);

    public void End(int leak) => SetRunning(leak, false);

    /// <summary>A valve begins to move, or goes on from where it was caught, now.</summary>
    /// <param name="valve">Its index.</param>
    /// <param name="endDeg">Where it will stand, degrees from open.</param>
    public void Move(int valve, double endDeg)
    {
        movesS[valve] = TimeS - (AngleDeg(valve, TimeS) / 90 * scenario.Valves[valve].StrokeS);
        endsDeg[valve] = endDeg;
        lastStandsS = Math.Max(lastStandsS, StandsS(valve));
        flowsAreOld = true;
    }

    /// <summary>Where a valve stands now, degrees from open.</summary>
    public double AngleDeg(int valve) => AngleDeg(valve, TimeS);

    /// <summary>Whether a valve is on its way.</summary>
    public bool Turns(int valve) => HasMoved(valve) && StandsS(valve) > TimeS;

    /// <summary>Whether a valve has left its open end, and is not on its way.</summary>
    public bool Stands(int valve) => HasMoved(valve) && StandsS(valve) <= TimeS;

    /// <summary>A valve that is on its way stops where it is.</summary>
    public void Halt(int valve)
    {
        endsDeg[valve] = AngleDeg(valve);
        FindLastStand();
    }

    /// <summary>A valve is opened: at once, as if it took no time, which errs towards more water.</summary>
    public void Open(int valve)
    {
        movesS[valve] = double.NaN;
        nextKink[valve] = 0;
        FindLastStand();
    }

    private void FindLastStand()
    {
        lastStandsS = double.NegativeInfinity;
        for (int other = 0; other < movesS.Length; other++)
        {
            lastStandsS = HasMoved(other) ? Math.Max(lastStandsS, StandsS(other)) : lastStandsS;
        }

        flowsAreOld = true;
    }

    /// <summary>
    /// Lets time pass until <paramref name="untilS"/>, or until a flow changes its course, or until what is out of a leak comes to its mark.
    /// While a valve turns, the volume is the two-point Gauss sum of a panel between two kinks of the loss table, as in <see cref="Closing"/>.
    /// </summary>
    /// <param name="untilS">s, not before now; infinite: as long as there is a mark to come to.</param>
    /// <param name="marksM3">For each leak what it may come to, m³; infinite without a mark.</param>
    /// <returns>The leak that has come to its mark, −1 where none has.</returns>
    public int Pass(double untilS, ReadOnlySpan<double> marksM3) =>
        IsTurning ? PassTurning(Math.Min(untilS, NextKinkS()), marksM3) : PassSteady(untilS, marksM3);

    private int PassSteady(double untilS, ReadOnlySpan<double> marksM3)
    {
        ReadOnlySpan<double> now = Flows();
        int first = -1;
        double firstS = untilS;
        for (int i = 0; i < now.Length; i++)
        {
            if (now[i] > 0 && double.IsFinite(marksM3[i]))
            {
                double atS = TimeS + Math.Max(0, (marksM3[i] - OutM3[i]) / now[i]);
                if (atS < firstS || (atS == firstS && first < 0))
                {
                    (first, firstS) = (i, atS);
                }
            }
        }

        if (!double.IsFinite(firstS))
        {
            return -1;
        }

        for (int i = 0; i < now.Length; i++)
        {
            OutM3[i] = i == first ? marksM3[i] : OutM3[i] + (now[i] * (firstS - TimeS));
        }

        TimeS = firstS;
        return first;
    }

    private int PassTurning(double untilS, ReadOnlySpan<double> marksM3)
    {
        double lastsS = untilS - TimeS;
        RunPanel(lastsS);
        int first = ReachedInPanel(marksM3);
        if (first >= 0)
        {
            double low = 0;
            while (lastsS - low > MarkS)
            {
                double middle = (low + lastsS) / 2;
                RunPanel(middle);
                (low, lastsS) = ReachedInPanel(marksM3) < 0 ? (middle, lastsS) : (low, middle);
            }

            RunPanel(lastsS);
            first = Math.Max(ReachedInPanel(marksM3), 0);
        }

        for (int i = 0; i < flows.Length; i++)
        {
            OutM3[i] = i == first ? Math.Max(OutM3[i], marksM3[i]) : OutM3[i] + panelM3[i];
        }

        TimeS = first < 0 ? untilS : TimeS + lastsS;
        flowsAreOld = true;
        return first;
    }

    /// <summary>What runs out of each leak in the time to come, in which no turning valve meets a kink.</summary>
    private void RunPanel(double lastsS)
    {
        double middleS = TimeS + (lastsS / 2);
        FlowsAt(middleS - (Closing.GaussOffset * lastsS), early);
        FlowsAt(middleS + (Closing.GaussOffset * lastsS), late);
        for (int i = 0; i < panelM3.Length; i++)
        {
            panelM3[i] = lastsS * (early[i] + late[i]) / 2;
        }
    }

    /// <returns>A leak that comes to its mark in the panel; −1 where none does.</returns>
    private int ReachedInPanel(ReadOnlySpan<double> marksM3)
    {
        for (int i = 0; i < panelM3.Length; i++)
        {
            if (OutM3[i] + panelM3[i] >= marksM3[i])
            {
                return i;
            }
        }

        return -1;
    }

    private void SetRunning(int leak, bool running)
    {
        runs[leak] = running;
        flowsAreOld = true;
    }

    /// <summary>The next time at which a turning valve comes to a kink of its loss table or to its end, s.</summary>
    private double NextKinkS()
    {
        double next = double.PositiveInfinity;
        for (int valve = 0; valve < movesS.Length; valve++)
        {
            if (!(StandsS(valve) > TimeS))
            {
                continue;
            }

            double secondsPerDeg = scenario.Valves[valve].StrokeS / 90;
            double KinkS() => movesS[valve] + (Closing.PanelEndsDeg[nextKink[valve]] * secondsPerDeg);
            // A kink that rounding has left a hair ahead is behind.
            while (nextKink[valve] < Closing.PanelEndsDeg.Length - 1 && KinkS() <= TimeS + (1e-9 * (1 + TimeS)))
            {
                nextKink[valve]++;
            }

            next = Math.Min(next, KinkS() > TimeS ? Math.Min(KinkS(), StandsS(valve)) : StandsS(valve));
        }

        return next;
    }

    private double AngleDeg(int valve, double atS)
    {
        if (double.IsNaN(movesS[valve]))
        {
            return 0;
        }

        SimulatedValve moved = scenario.Valves[valve];
        return atS >= StandsS(valve) ? endsDeg[valve] : Math.Min(endsDeg[valve], Math.Max(0, (atS - movesS[valve]) / moved.StrokeS * 90));
    }

    private void FlowsAt(double atS, double[] into)
    {
        if (shared is null)
        {
            into[0] = runs[0] ? AloneAt(atS) : 0;
        }
        else
        {
            for (int i = 0; i < into.Length; i++)
            {
                SetLosses(i, atS);
            }

            shared.At(losses, runs).CopyTo(into, 0);
        }

        for (int i = 0; i < into.Length; i++)
        {
            into[i] = runs[i] ? Math.Max(into[i], Passes(i, atS)) : 0;
        }
    }

    private double AloneAt(double atS)
    {
        SimulatedLeak leak = scenario.Leaks[0];
        int turned = -1;
        bool isOne = true;
        for (int v = 0; v < valvesOf[0].Length; v++)
        {
            if (valvesOf[0][v] >= 0 && HasMoved(valvesOf[0][v]))
            {
                isOne = turned < 0;
                turned = v;
            }
        }

        if (turned < 0)
        {
            return leak.Flow.OpenM3PerS;
        }

        if (isOne && leak.Kept is { } kept)
        {
            return kept.At(turned, AngleDeg(valvesOf[0][turned], atS));
        }

        SetLosses(0, atS);
        return near = leak.Flow.Near(near, losses[0]);
    }

    private void SetLosses(int leak, double atS)
    {
        int[] valves = valvesOf[leak];
        for (int v = 0; v < valves.Length; v++)
        {
            losses[leak][v] = valves[v] < 0 ? LeakFlow.OpenValveK : CockLoss.At(AngleDeg(valves[v], atS));
        }
    }

    /// <summary>What the valves that stand let through although they should not: the tightest of them decides. No more than the leak runs with all open.</summary>
    private double Passes(int leak, double atS)
    {
        SimulatedLeak one = scenario.Leaks[leak];
        double passes = double.PositiveInfinity;
        foreach (int valve in valvesOf[leak])
        {
            if (valve >= 0 && HasMoved(valve) && atS >= StandsS(valve))
            {
                passes = Math.Min(passes, scenario.Valves[valve].PassesM3PerS);
            }
        }

        return double.IsFinite(passes) ? Math.Min(passes, one.Flow.OpenM3PerS) : 0;
    }
}
