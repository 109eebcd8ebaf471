using Terrapin.Core.Assessments;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Rehearsal;

/// <summary>Rules that wait for something other than water, and what they switch off, in a rehearsal.</summary>
public class TriggerTests
{
    private static readonly Rule Wet = House().Installation.Rules[0];
    private static readonly double FlowM3PerS = Rehearser.Of(House(), "hose", Mode.Away).FlowM3PerS.High!.Value;

    private static readonly Rule Leaves = Wet with { Id = "leaves", Trigger = RuleTrigger.ModeComes, Modes = [Mode.Away, Mode.Holiday], ConfirmS = 60, DelayS = 0 };

    [Fact]
    public void What_is_shut_when_everyone_leaves_loses_no_more_than_drains()
    {
        Plan plan = Rules(Wet, Leaves);
        Rehearsed away = Rehearser.Of(plan, "hose", Mode.Away);
        Assert.Equal((Outcome.Closes, 0.0, false), (away.Outcome, away.StopsAfterS!.Value, away.Endless));
        Assert.Equal(away.DrainDown.TotalM3, away.LostM3.High!.Value, 12);
        Assert.Equal(Rehearser.Of(House(), "hose", Mode.Away).DrainDown, away.DrainDown);
        Assert.Equal(0, away.LostM3.Low);
        Assert.Equal((EventKind.StoodShut, "leaves"), (away.Events[0].Kind, away.Events[0].RuleId));
        Assert.DoesNotContain(away.Events, e => e.Kind == EventKind.SensorWet);
        Assert.Equal(Rehearser.Of(House(), "hose", Mode.Home).LostM3, Rehearser.Of(plan, "hose", Mode.Home).LostM3);
    }

    [Theory]
    [InlineData(Fault.HubFailed)]
    [InlineData(Fault.EndsSwapped)]
    [InlineData(Fault.DriveStalls)]
    [InlineData(Fault.ValvePasses)]
    public void What_is_broken_may_have_been_so_before_it_was_shut(Fault fault)
    {
        Rehearsed rehearsed = Rehearser.Of(Rules(Leaves), "hose", Mode.Away, faults: [fault]);
        Assert.True(rehearsed.Endless);
        Assert.Null(rehearsed.LostM3.High);
    }

    [Fact]
    public void The_mains_fails_with_the_first_drop_and_finds_the_valve_shut()
    {
        Plan plan = Rules(Leaves).WithInstallation(i => i with { Hubs = [i.Hubs[0] with { HasBackup = Answer.No }] });
        Assert.Equal(Rehearser.Of(plan, "hose", Mode.Away).LostM3, Rehearser.Of(plan, "hose", Mode.Away, faults: [Fault.MainsFailed]).LostM3);
        Assert.True(Rehearser.Of(plan, "hose", Mode.Away, faults: [Fault.MainsFailed, Fault.HubFailed]).Endless);
    }

    [Fact]
    public void Of_two_valves_the_one_that_is_tight_decides_whether_it_stood_shut_or_closes_now()
    {
        Plan two = House().WithBuilding(b => b with
        {
            StopValves = [b.StopValves[0] with { Id = "street", Name = "Street", ClosesFully = Answer.No, PassesM3PerS = 0.2 * LitresPerMinute }, b.StopValves[0] with { FedByPipeId = "feed" }],
            Pipes = [new Pipe { Id = "feed", Name = "Feed", StopValveId = "street", Material = PipeMaterial.Copper, BoreM = 0.0202, LengthM = 2, EndHeightM = 0 }, .. b.Pipes],
        }).WithInstallation(i => i with { Drives = [i.Drives[0], i.Drives[0] with { Id = "drive-2", StopValveId = "street" }] });
        Rehearsed Away(params Rule[] rules) => Rehearser.Of(two.WithInstallation(i => i with { Rules = rules }), "hose", Mode.Away);
        Rule street = Leaves with { StopValveIds = ["street"] };
        Assert.Equal((Outcome.ClosesPartly, "street", true), (Away(street).Outcome, Away(street).StopValveId, Away(street).Endless));
        Rehearsed closes = Away(Wet with { StopValveIds = ["main"] }, street);
        Assert.Equal((Outcome.Closes, "main", false), (closes.Outcome, closes.StopValveId, closes.Endless));
        // What the street's valve passes until the other has shut, and no more.
        Assert.Equal(0.2 * LitresPerMinute * closes.StopsAfterS!.Value, closes.LostM3.High!.Value - closes.DrainDown.TotalM3, 1e-5);
        Assert.Equal((Outcome.Closes, "main", 0.0), (Away(Leaves).Outcome, Away(Leaves).StopValveId, Away(Leaves).StopsAfterS!.Value));
    }

    [Fact]
    public void A_valve_that_stood_shut_and_passes_runs_on_with_what_it_passes()
    {
        Plan plan = Rules(Leaves).WithStopValve(v => v with { ClosesFully = Answer.No, PassesM3PerS = 0.2 * LitresPerMinute });
        Rehearsed rehearsed = Rehearser.Of(plan, "hose", Mode.Away);
        Assert.Equal((Outcome.ClosesPartly, Cause.ValvePasses, true), (rehearsed.Outcome, rehearsed.Cause, rehearsed.Endless));
        Close(0.2 * LitresPerMinute, rehearsed.ResidualM3PerS!.Value);
    }

    [Fact]
    public void A_drive_that_cannot_be_counted_on_has_not_shut_it() => Assert.NotEqual(
        Outcome.Closes,
        Rehearser.Of(Rules(Leaves).WithStopValve(v => v with { PullToClose = new PullReading { PullN = 900, ArmM = 0.1 } }), "hose", Mode.Away).Outcome);

    [Fact]
    public void A_sensor_that_has_been_silent_for_too_long_has_had_the_water_shut_off()
    {
        Rule silent = Wet with { Id = "silent", Trigger = RuleTrigger.SensorSilent, ConfirmS = 93_600, Modes = [Mode.Away] };
        Plan plan = Rules(Wet, silent);
        Rehearsed dead = Rehearser.Of(plan, "hose", Mode.Away, faults: [Fault.SensorDead]);
        Assert.Equal((Outcome.Closes, "silent"), (dead.Outcome, dead.Events[0].RuleId));
        // In another mode, with a sensor that is heard, or with a rule that waits for two, nothing is shut beforehand.
        Assert.Equal(Outcome.Nothing, Rehearser.Of(plan, "hose", Mode.Home, faults: [Fault.SensorDead]).Outcome);
        Assert.Equal(Rehearser.Of(House(), "hose", Mode.Away).LostM3, Rehearser.Of(plan, "hose", Mode.Away).LostM3);
        Assert.Equal(Outcome.Nothing, Rehearser.Of(Rules(Wet, silent with { AtLeast = 2 }), "hose", Mode.Away, faults: [Fault.SensorDead]).Outcome);
        FaultMatrix matrix = FaultMatrix.Of(plan, new AssessmentMemory());
        Assert.True(matrix.Rows.Single(r => r.Mode == Mode.Away).Cells[1 + matrix.Faults.ToList().IndexOf(Fault.SensorDead)].Ends);
    }

    [Fact]
    public void The_mains_failing_closes_the_valve_where_hub_and_drive_go_on()
    {
        Rule mains = Wet with { Id = "mains", Trigger = RuleTrigger.MainsFails, ConfirmS = 2, DelayS = 3, CancelIfDry = false };
        Plan plan = Rules(mains).WithDrive(d => d with { Power = DrivePower.Batteries });
        Rehearsed rehearsed = Rehearser.Of(plan, "hose", Mode.Away, faults: [Fault.MainsFailed]);
        Assert.Equal(Outcome.Closes, rehearsed.Outcome);
        TimelineEvent ordered = rehearsed.Events.Single(e => e.Kind == EventKind.ClosingOrdered);
        Assert.Equal((5.0, "mains", null), (ordered.TimeS, ordered.RuleId, ordered.SensorId));
        Assert.Equal(FlowM3PerS * 5, rehearsed.Spans.Single(s => s.Phase == Phase.ConfirmingAndDelay).VolumeM3, 12);
        Assert.Equal(rehearsed.LostM3.High!.Value, rehearsed.Spans.Sum(s => s.VolumeM3), 12);
        // Who is told of the mains is not told of water.
        Assert.Equal(Outcome.Nothing, Rehearser.Of(plan.WithRule(r => r with { Action = RuleAction.TellOnly }), "hose", Mode.Away, faults: [Fault.MainsFailed]).Outcome);
        Assert.Equal(Outcome.Nothing, Rehearser.Of(plan, "hose", Mode.Away).Outcome);
    }

    [Theory]
    [InlineData(Fault.InternetFailed, true)]
    [InlineData(Fault.RouterFailed, true)]
    [InlineData(Fault.TelephonesMuted, false)]
    public void The_internet_failing_is_known_in_the_house(Fault fault, bool closes)
    {
        Rule internet = Wet with { Id = "internet", Trigger = RuleTrigger.InternetFails, ConfirmS = 60, DelayS = 0 };
        Rehearsed rehearsed = Rehearser.Of(Rules(internet), "hose", Mode.Away, faults: [fault]);
        Assert.Equal(closes, rehearsed.Outcome == Outcome.Closes);
        Assert.Equal(closes, rehearsed.Events.Any(e => e is { Kind: EventKind.InternetFails, TimeS: 0 }));
    }

    [Fact]
    public void A_pump_on_the_house_side_stops_with_the_valve_where_the_rule_that_closes_switches_it_off()
    {
        Plan pumped = House().WithBuilding(b => b with { Supply = b.Supply with { Pump = new Pump { AfterStopValveId = "main", StopsOnClosing = Answer.No } } })
            .WithInstallation(i => i with { Switches = [new LoadSwitch { Id = "relay", Name = "Pump relay", Stops = SwitchedLoad.Pump }] });
        Rehearsed runs = Rehearser.Of(pumped, "hose", Mode.Away);
        Assert.Equal((Outcome.ClosesPartly, Cause.PumpRunsOn, true, null), (runs.Outcome, runs.Cause, runs.Endless, runs.ResidualM3PerS));
        Assert.Contains(Assessor.Assess(pumped).Findings, f => f.Code == "pump-not-stopped");
        Assert.Contains(Assessor.Assess(pumped).Findings, f => f.Code == "switch-without-rule");

        Plan switched = pumped.WithRule(r => r with { StopSwitchIds = ["relay"] });
        Rehearsed stops = Rehearser.Of(switched, "hose", Mode.Away);
        Assert.Equal(Rehearser.Of(House(), "hose", Mode.Away).LostM3, stops.LostM3);
        TimelineEvent off = stops.Events.Single(e => e.Kind == EventKind.SwitchesOff);
        Assert.Equal((stops.Events.Single(e => e.Kind == EventKind.Told).TimeS, "close"), (off.TimeS, off.RuleId));
        Assert.DoesNotContain(Assessor.Assess(switched).Findings, f => f.Code.StartsWith("pump-", StringComparison.Ordinal) || f.Code.StartsWith("switch-", StringComparison.Ordinal));

        // A direct link closes and switches nothing.
        Plan linked = switched.WithInstallation(i => i with { Links = [new DirectLink { SensorId = "puck", DriveId = "drive" }] });
        Assert.Contains(Assessor.Assess(linked).Findings, f => f.Code == "pump-not-stopped");
        Assert.True(Rehearser.Of(linked.WithInstallation(i => i with { Rules = [] }), "hose", Mode.Away).Endless);
    }

    [Fact]
    public void A_machine_that_is_switched_off_keeps_what_it_holds()
    {
        Plan plan = House().WithLeak(l => l with { Kind = LeakKind.Trap, HoleM = null, FlowM3PerS = 1e-4, PipeId = null, HoldsM3 = 0.05, FixtureId = "washer" })
            .WithBuilding(b => b with { Rooms = [b.Rooms[0] with { Fixtures = [new Fixture { Id = "washer", Kind = FixtureKind.WashingMachine, Name = "Washer", Base = FixtureBase.OnFeet, Area = new FloorRectangle { AcrossM = 0, DownM = 0, LengthM = 0.6, WidthM = 0.6 } }] }] })
            .WithInstallation(i => i with { Switches = [new LoadSwitch { Id = "outlet", Name = "Outlet", Stops = SwitchedLoad.Machine, FixtureId = "washer" }] });
        Assert.Equal(0.05, Rehearser.Of(plan, "hose", Mode.Away).LostM3.High!.Value, 9);
        Rehearsed off = Rehearser.Of(plan.WithRule(r => r with { StopSwitchIds = ["outlet"] }), "hose", Mode.Away);
        TimelineEvent ended = off.Events.Single(e => e.Kind == EventKind.LeakEnds);
        Assert.Equal((Outcome.Ended, false, ended.TimeS), (off.Outcome, off.Endless, off.StopsAfterS!.Value));
        Assert.Equal(1e-4 * ended.TimeS, off.LostM3.High!.Value, 12);
        Assert.True(off.LostM3.High < 0.05);
        Assert.Equal(off.Events.Single(e => e.Kind == EventKind.Told).TimeS, off.Events.Single(e => e.Kind == EventKind.SwitchesOff).TimeS);
        // Nothing but that machine.
        Rehearsed other = Rehearser.Of(plan.WithRule(r => r with { StopSwitchIds = ["outlet"] }).WithInstallation(i => i with { Switches = [i.Switches![0] with { Stops = SwitchedLoad.Heater }] }), "hose", Mode.Away);
        Assert.Equal(0.05, other.LostM3.High!.Value, 9);
    }

    private static Plan Rules(params Rule[] rules) => House().WithInstallation(i => i with { Rules = rules });
}
