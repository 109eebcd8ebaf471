using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;
using Terrapin.Core.Rules;
using Terrapin.Core.Simulation;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Simulation;

/// <summary>From event to event: what is told, what closes, and what ran out.</summary>
public class SimulatorTests
{
    private static readonly SimulatedValve Quick = new(0, 6, 90, Moves: true, 0);

    private static readonly Rule CloseAfter20 = House().Installation.Rules[0] with { Modes = [Mode.Away], SensorIds = ["puck"], ConfirmS = 0 };

    private static LeakFlow Hose { get; } = new(WorkedPath(0.007));

    [Fact]
    public void A_leak_before_a_shut_valve_stops_and_what_ran_out_is_counted_once()
    {
        Trace trace = Simulator.Run(OneLeak());
        Assert.Equal(
            [TraceKind.LeakStarts, TraceKind.SensorWet, TraceKind.HubKnows, TraceKind.Told, TraceKind.ClosingOrdered, TraceKind.ValveMoves, TraceKind.ValveStands],
            trace.Entries.Select(e => e.Kind));
        double beforeStroke = Hose.OpenM3PerS * trace.Entries.Single(e => e.Kind == TraceKind.ValveMoves).TimeS;
        Close(beforeStroke + Core.Drives.Closing.Of(Hose, 6).LetThroughM3, trace.Entries[^1].OutM3, 1e-9);
        Assert.Equal(0, trace.EndM3PerS[0]);
    }

    [Fact]
    public void A_valve_that_cannot_turn_is_ordered_once_and_the_leak_runs_on()
    {
        Trace trace = Simulator.Run(OneLeak() with { Valves = [Quick with { Moves = false }] });
        Assert.Single(trace.Entries, e => e.Kind == TraceKind.ClosingOrdered);
        Assert.DoesNotContain(trace.Entries, e => e.Kind == TraceKind.ValveMoves);
        Assert.Equal(Hose.OpenM3PerS, trace.EndM3PerS[0]);
    }

    [Fact]
    public void Wiped_up_in_time_nothing_closes_and_a_rope_says_so_later_than_a_spot()
    {
        Trace Wiped(double dryingS) => Simulator.Run(OneLeak(dryingS) with
        {
            Leaks = [OneLeak(dryingS).Leaks[0] with { EndsS = 15 }],
            Wipes = [(16, 0)],
            Program = Program(CloseAfter20 with { DelayS = 300 }),
        });
        Trace spot = Wiped(60);
        Assert.DoesNotContain(spot.Entries, e => e.Kind == TraceKind.ClosingOrdered);
        Close(16 + 60, spot.Entries.Single(e => e.Kind == TraceKind.SensorDry).TimeS, 1e-9);
        Trace rope = Wiped(1800);
        Assert.Contains(rope.Entries, e => e.Kind == TraceKind.ClosingOrdered);
        Close(16 + 1800, rope.Entries.Single(e => e.Kind == TraceKind.SensorDry).TimeS, 1e-9);
    }

    [Fact]
    public void A_sensor_stays_wet_until_the_last_of_two_waters_is_wiped_up()
    {
        Scenario one = OneLeak();
        SimulatedLeak leak = one.Leaks[0] with { EndsS = 15 };
        Trace trace = Simulator.Run(one with { Leaks = [leak, leak], Wipes = [(20, 0), (50, 1)], Program = Program(CloseAfter20 with { Action = RuleAction.TellOnly }) });
        Close(50 + 60, trace.Entries.Single(e => e.Kind == TraceKind.SensorDry).TimeS, 1e-9);
        Assert.Single(trace.Entries, e => e.Kind == TraceKind.SensorWet);
    }

    [Fact]
    public void A_leak_that_runs_on_after_wiping_wets_the_sensor_again()
    {
        Trace trace = Simulator.Run(OneLeak() with { Wipes = [(30, 0)], Program = Program(CloseAfter20 with { Action = RuleAction.TellOnly }) });
        double tripS = 0.003 / Hose.OpenM3PerS;
        // Before the sensor has said that it is dry, it is wet again: it says nothing new.
        Assert.Single(trace.Entries, e => e.Kind == TraceKind.SensorWet);
        Close(tripS + 1, trace.Entries.First(e => e.Kind == TraceKind.SensorWet).TimeS, 1e-9);
    }

    [Fact]
    public void Leaving_home_with_a_wet_sensor_closes_as_away()
    {
        Trace trace = Simulator.Run(OneLeak() with { Mode = Mode.Home, ModeChanges = [(100, Mode.Away)] });
        Close(100 + 20, trace.Entries.Single(e => e.Kind == TraceKind.ClosingOrdered).TimeS, 1e-9);
    }

    [Fact]
    public void What_a_tank_holds_runs_out_and_ends()
    {
        Trace trace = Simulator.Run(OneLeak() with { Program = null, Leaks = [OneLeak().Leaks[0] with { HoldsM3 = 0.05 }] });
        TraceEntry ends = trace.Entries.Single(e => e.Kind == TraceKind.LeakEnds);
        Assert.Equal(0.05, ends.OutM3, 12);
        Close(0.05 / Hose.OpenM3PerS, ends.TimeS, 1e-9);
        Assert.Equal(0, trace.EndM3PerS[0]);
        Assert.Contains(trace.Entries, e => e.Kind == TraceKind.SensorWet);
        Assert.DoesNotContain(trace.Entries, e => e.Kind == TraceKind.HubKnows);
    }

    [Fact]
    public void An_open_tap_slows_the_leak_and_the_sensor_knows_later()
    {
        LeakFlow tap = new(WorkedPath(0.007) with { Outlet = new Outlet.Hole(0.008), Pipes = [new PipeRun(0.0202, 9, 1.5e-6, "rise")], Valves = [new PathValve(0.0202, "main")] });
        LeakFlow hose = new(WorkedPath(0.007) with { Pipes = [new PipeRun(0.0202, 9, 1.5e-6, "rise"), new PipeRun(0.0136, 6, 1.5e-6, "branch")], Valves = [new PathValve(0.0202, "main")] });
        Scenario alone = OneLeak() with { Leaks = [OneLeak().Leaks[0] with { Flow = hose }] };
        Scenario beside = alone with { Leaks = [alone.Leaks[0], new SimulatedLeak { Flow = tap, Valves = [0] }] };
        double Knows(Scenario scenario) => Simulator.Run(scenario).Entries.First(e => e.Kind == TraceKind.SensorWet).TimeS;
        Assert.True(Knows(beside) > 1.02 * Knows(alone));
        Trace trace = Simulator.Run(beside);
        Assert.All(trace.EndM3PerS, flow => Assert.Equal(0, flow));
    }

    private static RuleProgram Program(params Rule[] rules) => RuleProgram.Compile(rules, ["puck"], ["main"]);

    /// <summary>The worked hose, 3 L to its sensor.</summary>
    private static Scenario OneLeak(double dryingS = 60) => new()
    {
        Program = Program(CloseAfter20),
        Valves = [Quick],
        Mode = Mode.Away,
        Leaks = [new SimulatedLeak { Flow = Hose, Valves = [0], Sensors = [new SimulatedSensor(0, 0.003, 1, 0, dryingS)] }],
    };
}
