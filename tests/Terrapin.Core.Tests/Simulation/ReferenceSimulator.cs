using Terrapin.Core.Drives;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;
using Terrapin.Core.Simulation;
using Terrapin.Core.Tests.Rules;

namespace Terrapin.Core.Tests.Simulation;

/// <summary>A simulator that is slow and obvious: small steps of time, each leak's flow found by halving with the others held, the rules run by the reference engine.</summary>
internal sealed class ReferenceSimulator(Scenario scenario, Rule[] rules, string[] sensorIds, string[] valveIds)
{
    private const double StepS = 0.02;
    private const double Weight = Water.DensityKgPerM3 * Water.GravityMPerS2;

    private readonly double[] movesS = [.. scenario.Valves.Select(_ => double.PositiveInfinity)];
    private readonly double[] flows = new double[scenario.Leaks.Count];
    private readonly List<(double AtS, int Sensor)> messages = [];
    private readonly HashSet<(int Leak, int Sensor)> wet = [];
    private readonly HashSet<int> spoken = [];
    private EngineState state = EngineState.Quiet(rules, scenario.Mode);
    private double[] anglesOfFlows = [];

    public double[] OutM3 { get; } = new double[scenario.Leaks.Count];

    public double[] MovesS => movesS;

    public void Run(double untilS)
    {
        for (double now = 0; now < untilS; now += StepS)
        {
            Flow(now + (StepS / 2));
            for (int i = 0; i < flows.Length; i++)
            {
                OutM3[i] += flows[i] * StepS;
            }

            Listen(now + StepS);
            Decide(now + StepS);
        }
    }

    private void Listen(double now)
    {
        for (int i = 0; i < scenario.Leaks.Count; i++)
        {
            foreach (SimulatedSensor sensor in scenario.Leaks[i].Sensors)
            {
                if (OutM3[i] >= sensor.TripM3 && wet.Add((i, sensor.Sensor)) && spoken.Add(sensor.Sensor))
                {
                    messages.Add((now + sensor.ResponseS + sensor.RadioS, sensor.Sensor));
                }
            }
        }
    }

    private void Decide(double now)
    {
        (double AtS, int Sensor)[] heard = [.. messages.Where(m => m.AtS <= now)];
        messages.RemoveAll(m => m.AtS <= now);
        List<EngineAction> actions = [];
        foreach ((_, int sensor) in heard)
        {
            Take(new ReferenceEvent.Begins(sensorIds[sensor]));
        }

        Take(new ReferenceEvent.TimePassed());
        foreach (EngineAction.CloseValve close in actions.OfType<EngineAction.CloseValve>())
        {
            Rule rule = rules.First(r => r.Id == close.RuleId);
            for (int v = 0; v < valveIds.Length; v++)
            {
                if (rule.Closes(valveIds[v]) && double.IsInfinity(movesS[v]))
                {
                    movesS[v] = now + scenario.HubS + scenario.Valves[v].StartS;
                }
            }
        }

        void Take(ReferenceEvent happened)
        {
            EngineStep step = ReferenceRuleEngine.Step(rules, state, happened, now);
            state = step.State;
            actions.AddRange(step.Actions);
        }
    }

    private void Flow(double now)
    {
        double[] angles = [.. scenario.Valves.Select((v, i) => now < movesS[i] ? 0 : Math.Min(v.EndAngleDeg, (now - movesS[i]) / v.StrokeS * 90))];
        if (angles.SequenceEqual(anglesOfFlows))
        {
            return;
        }

        anglesOfFlows = angles;
        for (double change = 1; change > 1e-7;)
        {
            change = 0;
            for (int i = 0; i < flows.Length; i++)
            {
                double low = 0;
                double high = 0.01;
                while (high - low > 1e-12)
                {
                    double middle = (low + high) / 2;
                    (low, high) = HeadLeftM(i, middle, angles) < 0 ? (low, middle) : (middle, high);
                }

                change = Math.Max(change, Math.Abs(low - flows[i]) / Math.Max(1e-9, low));
                flows[i] = low;
            }
        }
    }

    private double HeadLeftM(int leak, double flow, double[] angles)
    {
        FlowPath path = scenario.Leaks[leak].Flow.Path;
        double Through(Func<FlowPath, bool> shares) => flow + scenario.Leaks.Where((l, j) => j != leak && shares(l.Flow.Path)).Sum(l => flows[scenario.Leaks.ToList().IndexOf(l)]);
        double supply = Through(_ => true);
        double head = (path.StaticPressurePa / Weight) - path.RiseM - (path.DroopPaS2PerM6 * supply * supply / Weight);
        foreach (PipeRun pipe in path.Pipes)
        {
            double through = Through(p => p.Pipes.Any(r => r.Id == pipe.Id));
            double reynolds = 4 * through / (Math.PI * pipe.BoreM * Water.KinematicViscosityM2PerS);
            head -= through > 0 ? Friction.At(reynolds, pipe.RoughnessM / pipe.BoreM).Factor * pipe.LengthM / pipe.BoreM * VelocityHead(pipe.BoreM, through) : 0;
        }

        for (int v = 0; v < path.Valves.Count; v++)
        {
            double through = Through(p => p.Valves.Any(valve => valve.Id == path.Valves[v].Id));
            double k = CockLoss.At(angles[scenario.Leaks[leak].Valves[v]]);
            head -= through > 0 ? k * VelocityHead(path.Valves[v].BoreM, through) : 0;
        }

        return head - VelocityHead(((Outlet.Hole)path.Outlet).DiameterM * Math.Sqrt(0.62), flow);
    }

    private static double VelocityHead(double boreM, double flow) => Math.Pow(flow / (Math.PI * boreM * boreM / 4), 2) / (2 * Water.GravityMPerS2);
}
