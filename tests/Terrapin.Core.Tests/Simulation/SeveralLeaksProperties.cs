using CsCheck;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;
using Terrapin.Core.Rules;
using Terrapin.Core.Simulation;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Simulation;

/// <summary>Two leaks, two valves in line, and rules that close either: held against small steps of time.</summary>
public class SeveralLeaksProperties
{
    private static readonly string[] Sensors = ["low", "high"];
    private static readonly string[] Valves = ["street", "flat"];

    private static readonly Gen<Rule> AnyRule = Gen.Select(Gen.Int[1, 3], Gen.Int[0, 2], Gen.Int[0, 5], Gen.Int[0, 20], (sensors, valve, confirm, delay) => House().Installation.Rules[0] with
    {
        SensorIds = [.. Sensors.Where((_, i) => (sensors & (1 << i)) != 0)],
        StopValveIds = valve == 2 ? [] : [Valves[valve]],
        Modes = [Mode.Away],
        ConfirmS = confirm,
        DelayS = delay,
    });

    private static readonly Gen<(Scenario Scenario, Rule[] Rules)> AnyCase = Gen.Select(
        Gen.Double[2e5, 6e5],
        Gen.Double[0.003, 0.009],
        Gen.Double[0.003, 0.009],
        Gen.Double[0.001, 0.02],
        Gen.Double[0.001, 0.02],
        Gen.Double[2, 12],
        Gen.Double[2, 12],
        AnyRule.Array[1, 3]).Select(t =>
    {
        (double pressure, double low, double high, double lowTrip, double highTrip, double street, double flat, Rule[] rules) = t;
        rules = [.. rules.Select((rule, i) => rule with { Id = $"rule-{i}" })];
        FlowPath path = WorkedPath(low) with { StaticPressurePa = pressure, DroopPaS2PerM6 = 3e11, Pipes = [new PipeRun(0.0202, 9, 1.5e-6, "rise")], Valves = [new PathValve(0.0202, "street")] };
        FlowPath far = path with { RiseM = 3, Outlet = new Outlet.Hole(high), Pipes = [.. path.Pipes, new PipeRun(0.0136, 6, 1.5e-6, "branch")], Valves = [.. path.Valves, new PathValve(0.0136, "flat")] };
        return (new Scenario
        {
            Program = RuleProgram.Compile(rules, Sensors, Valves),
            HubS = 0.2,
            Valves = [new SimulatedValve(0.5, street, 90, Moves: true, 0), new SimulatedValve(0.5, flat, 90, Moves: true, 0)],
            Mode = Mode.Away,
            Leaks =
            [
                new SimulatedLeak { Flow = new LeakFlow(path), Valves = [0], Sensors = [new SimulatedSensor(0, lowTrip, 1, 0.4, 60)] },
                new SimulatedLeak { Flow = new LeakFlow(far), Valves = [0, 1], Sensors = [new SimulatedSensor(1, highTrip, 1, 0.4, 60)] },
            ],
        }, rules);
    });

    [Fact]
    public void It_finds_what_small_steps_of_time_find() => AnyCase.Sample(c =>
    {
        const double untilS = 120;
        var slow = new ReferenceSimulator(c.Scenario, c.Rules, Sensors, Valves);
        slow.Run(untilS);
        Trace trace = Simulator.Run(c.Scenario);
        double[] found = OutAt(trace, c.Scenario, untilS);
        double mostFlow = c.Scenario.Leaks.Max(l => l.Flow.OpenM3PerS);
        for (int i = 0; i < found.Length; i++)
        {
            // The steps are 20 ms, and a closing goes through four of them.
            Assert.True(Math.Abs(found[i] - slow.OutM3[i]) <= (0.005 * found[i]) + (0.15 * mostFlow), $"leak {i}: {found[i] * 1000:G5} L, slowly {slow.OutM3[i] * 1000:G5} L");
        }

        for (int v = 0; v < Valves.Length; v++)
        {
            TraceEntry[] moves = [.. trace.Entries.Where(e => e.Kind == TraceKind.ValveMoves && e.Valve == v && e.TimeS < untilS - 1)];
            Assert.Equal(slow.MovesS[v] < untilS - 1, moves.Length == 1);
            Assert.All(moves, m => Assert.InRange(m.TimeS, slow.MovesS[v] - 0.15, slow.MovesS[v] + 0.15));
        }
    }, iter: Runs.Of(12), threads: 2);

    [Fact]
    public void What_ran_out_is_what_its_flows_ran_and_no_curve_falls() => AnyCase.Sample(c =>
    {
        Trace trace = Simulator.Run(c.Scenario);
        return trace.Curve.Zip(trace.Curve.Skip(1)).All(pair =>
                pair.Second.TimeS >= pair.First.TimeS
                && pair.First.OutM3.Zip(pair.Second.OutM3).Select((p, i) => (Run: p.Second - p.First, Most: c.Scenario.Leaks[i].Flow.OpenM3PerS * (pair.Second.TimeS - pair.First.TimeS)))
                    .All(p => p.Run >= 0 && p.Run <= (p.Most * (1 + 1e-6)) + 1e-12))
            && trace.Entries.Zip(trace.Entries.Skip(1)).All(pair => pair.Second.TimeS >= pair.First.TimeS && pair.Second.OutM3 >= pair.First.OutM3);
    }, iter: 500);

    [Fact]
    public void Which_leak_is_named_first_does_not_matter() => AnyCase.Sample(c =>
    {
        Trace forward = Simulator.Run(c.Scenario);
        Trace backward = Simulator.Run(c.Scenario with { Leaks = [.. c.Scenario.Leaks.Reverse()] });
        double[] a = OutAt(forward, c.Scenario, 60);
        double[] b = OutAt(backward, c.Scenario, 60);
        // The hub's clock may round one to the next millisecond.
        bool AreAlike(double x, double y, int leak) => Math.Abs(x - y) <= (1e-5 * x) + (0.003 * c.Scenario.Leaks[leak].Flow.OpenM3PerS);
        return AreAlike(a[0], b[1], 0) && AreAlike(a[1], b[0], 1);
    }, iter: 200);

    /// <summary>What was out of each leak at a time, from the curve and what runs on after it.</summary>
    private static double[] OutAt(Trace trace, Scenario scenario, double atS)
    {
        TracePoint before = trace.Curve.Last(p => p.TimeS <= atS);
        TracePoint? after = trace.Curve.Cast<TracePoint?>().FirstOrDefault(p => p!.Value.TimeS > atS);
        return [.. scenario.Leaks.Select((_, i) => after is { } next
            ? before.OutM3[i] + ((next.OutM3[i] - before.OutM3[i]) * (atS - before.TimeS) / (next.TimeS - before.TimeS))
            : before.OutM3[i] + (trace.EndM3PerS[i] * (atS - before.TimeS)))];
    }
}
