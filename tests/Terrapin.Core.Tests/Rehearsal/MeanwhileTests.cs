using CsCheck;
using Terrapin.Core.Assessments;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Rehearsal;

/// <summary>What happens while a leak runs: modes, wiping, hands, other leaks; and rehearsals that are kept.</summary>
public class MeanwhileTests
{
    private static readonly Rehearsed Undisturbed = Rehearser.Of(House(), "hose", Mode.Away);
    private static readonly double FlowM3PerS = Undisturbed.FlowM3PerS.High!.Value;

    [Fact]
    public void A_mode_that_comes_lets_its_rules_act_on_what_is_wet_already()
    {
        Plan plan = House().WithRule(r => r with { Modes = [Mode.Away] });
        Assert.True(Rehearser.Of(plan, "hose", Mode.Home).Endless);
        Rehearsed left = With(plan, Mode.Home, new Meanwhile { AtS = 300, Kind = MeanwhileKind.ModeBecomes, Mode = Mode.Away });
        Assert.Equal(Outcome.Closes, left.Outcome);
        Assert.Equal((300.0, Mode.Away), (left.Events.Single(e => e.Kind == EventKind.ModeBecomes).TimeS, left.Events.Single(e => e.Kind == EventKind.ModeBecomes).Mode));
        // From then on as if the sensor's time had been served: delay, hub, start and stroke are those of every closing.
        double afterOrderS = Undisturbed.StopsAfterS!.Value - Undisturbed.Events.Single(e => e.Kind == EventKind.ClosingOrdered).TimeS;
        Assert.Equal(300 + 20 + afterOrderS, left.StopsAfterS!.Value, 6);
        Assert.Equal(left.LostM3.High!.Value, left.Spans.Sum(s => s.VolumeM3), 9);
        // A pending closing outlives the mode that began it.
        Rehearsed back = With(plan, Mode.Away, new Meanwhile { AtS = TrippedS + 6, Kind = MeanwhileKind.ModeBecomes, Mode = Mode.Home });
        Assert.Equal(Undisturbed.LostM3.High!.Value, back.LostM3.High!.Value, 12);
    }

    [Fact]
    public void What_ends_and_is_wiped_up_drops_the_closing_and_what_runs_on_wets_the_sensor_again()
    {
        Plan plan = House().WithRule(r => r with { DelayS = 3600 });
        var wiped = new Meanwhile { AtS = TrippedS + 30, Kind = MeanwhileKind.WipedUp };
        var ends = new Meanwhile { AtS = TrippedS + 25, Kind = MeanwhileKind.LeakEnds };
        Rehearsed dropped = With(plan, Mode.Away, ends, wiped);
        Assert.Equal(Outcome.Ended, dropped.Outcome);
        Assert.Single(dropped.Events, e => e.Kind == EventKind.SensorDry);
        Assert.DoesNotContain(dropped.Events, e => e.Kind == EventKind.ValveMoves);
        // Without the wiping, or with a rule that does not look, the valve closes for nothing.
        Assert.Contains(With(plan, Mode.Away, ends).Events, e => e.Kind == EventKind.ValveMoves);
        Assert.Contains(With(plan.WithRule(r => r with { CancelIfDry = false }), Mode.Away, ends, wiped).Events, e => e.Kind == EventKind.ValveMoves);
        // What the hub learns of the drying begins no phase.
        Rehearsed late = With(House().WithRule(r => r with { CancelIfDry = false, DelayS = 900 }), Mode.Away, wiped with { AtS = 700 }, wiped with { AtS = 300 }, wiped);
        Assert.Equal(late.LostM3.High!.Value, late.Spans.Sum(s => s.VolumeM3), 9);
        Assert.Equal(900, late.Spans.Single(s => s.Phase == Phase.ConfirmingAndDelay).ToS - late.Spans.Single(s => s.Phase == Phase.ConfirmingAndDelay).FromS - 5, 1e-3);
        // Wet again before it could say that it is dry.
        Rehearsed runsOn = With(plan, Mode.Away, wiped);
        Assert.Equal(Rehearser.Of(plan, "hose", Mode.Away).LostM3.High!.Value, runsOn.LostM3.High!.Value, 9);
        Assert.DoesNotContain(runsOn.Events, e => e.Kind == EventKind.SensorDry);
    }

    [Fact]
    public void A_leak_that_ends_loses_what_ran_out_by_then() => Gen.Double[0.1, 500].Sample(atS =>
    {
        Rehearsed ended = With(House(), Mode.Away, new Meanwhile { AtS = atS, Kind = MeanwhileKind.LeakEnds });
        if (Undisturbed.StopsAfterS <= atS)
        {
            return ended.Outcome == Outcome.Closes && ended.LostM3 == Undisturbed.LostM3;
        }

        double movesS = Undisturbed.Events.Single(e => e.Kind == EventKind.ValveMoves).TimeS;
        return ended.Outcome == Outcome.Ended && ended.StopsAfterS == atS && ended.Cause is null
            && (atS > movesS ? ended.LostM3.High <= (FlowM3PerS * atS) + 1e-9 : Math.Abs(ended.LostM3.High!.Value - (FlowM3PerS * atS)) < 1e-9);
    }, iter: 60);

    [Fact]
    public void A_leak_that_ends_behind_a_valve_that_passes_has_an_end()
    {
        Plan passes = House().WithStopValve(v => v with { ClosesFully = Answer.No, PassesM3PerS = 0.3 * LitresPerMinute });
        Assert.True(Rehearser.Of(passes, "hose", Mode.Away).Endless);
        Rehearsed ended = With(passes, Mode.Away, new Meanwhile { AtS = 600, Kind = MeanwhileKind.LeakEnds });
        Assert.Equal((Outcome.Ended, false, 600.0), (ended.Outcome, ended.Endless, ended.StopsAfterS!.Value));
        double shutS = Undisturbed.StopsAfterS!.Value;
        Assert.Equal(Undisturbed.LostM3.High!.Value - Undisturbed.DrainDown.TotalM3 + ((600 - shutS) * 0.3 * LitresPerMinute), ended.LostM3.High!.Value, 1e-4);
    }

    [Fact]
    public void A_button_closes_from_when_it_is_pressed_and_one_that_no_rule_knows_does_nothing()
    {
        Plan plan = House().WithRule(r => r with { Trigger = RuleTrigger.ButtonPressed, ButtonIds = ["door"], ConfirmS = 0, DelayS = 0 })
            .WithInstallation(i => i with { Buttons = [new HandButton { Id = "door", Name = "By the door" }, new HandButton { Id = "panel", Name = "Alarm panel" }] });
        Rehearsed pressed = With(plan, Mode.Home, Pressed("door", 40));
        Assert.Equal((Outcome.Closes, 40.0, "door"), (pressed.Outcome, pressed.Events.Single(e => e.Kind == EventKind.ClosingOrdered).TimeS, pressed.Events.Single(e => e.Kind == EventKind.ButtonPressed).ButtonId));
        Assert.True(With(plan, Mode.Home, Pressed("panel", 40)).Endless);
        Assert.True(With(plan, Mode.Home, Pressed("gone", 40)).Endless);
    }

    [Fact]
    public void Two_leaks_at_once_share_the_water_and_one_valve_stops_both()
    {
        Plan plan = TwoLeaks();
        Rehearsed both = With(plan, Mode.Away, Begins("second", 0));
        Rehearsed alone = Rehearser.Of(plan, "hose", Mode.Away);
        OtherLeak other = Assert.Single(both.Others);
        Assert.Equal((Outcome.Closes, "second", 0.0), (other.Outcome, other.LeakId, other.StartsS));
        // Two like leaks on one pipe run alike.
        Assert.Equal(both.LostM3.High!.Value - both.DrainDown.TotalM3, other.LostM3!.Value, 9);
        Assert.Equal(both.AllLostM3!.Value, both.LostM3.High!.Value + other.LostM3!.Value, 12);
        // By the time that the valve shuts, each has lost less than one alone would have by then, and both together more.
        double stopsS = both.StopsAfterS!.Value;
        Assert.True(other.LostM3 < FlowOf(alone) * stopsS);
        Assert.True(2 * other.LostM3 > (alone.LostM3.High - alone.DrainDown.TotalM3) * 0.99);
    }

    [Fact]
    public void A_leak_that_begins_when_the_valve_is_shut_runs_no_more_than_drains()
    {
        Rehearsed late = With(TwoLeaks(), Mode.Away, Begins("second", 3600));
        Assert.Equal(0, late.Others[0].LostM3!.Value, 12);
        Assert.Equal(Rehearser.Of(TwoLeaks(), "hose", Mode.Away).LostM3.High!.Value, late.LostM3.High!.Value, 9);
    }

    [Fact]
    public void Another_leak_that_ends_and_is_wiped_up_leaves_the_first_as_it_is()
    {
        Plan plan = TwoLeaks().WithRule(r => r with { Action = RuleAction.TellOnly });
        Meanwhile Second(MeanwhileKind kind, double atS) => new() { AtS = atS, Kind = kind, LeakId = "second" };
        Rehearsed both = With(plan, Mode.Away, Begins("second", 100), Second(MeanwhileKind.LeakEnds, 200), Second(MeanwhileKind.WipedUp, 200), new Meanwhile { AtS = 400, Kind = MeanwhileKind.LeakEnds });
        Assert.Equal((Outcome.Ended, Outcome.Ended, 400.0), (both.Outcome, both.Others[0].Outcome, both.StopsAfterS!.Value));
        Assert.Equal(["second", null], both.Events.Where(e => e.Kind == EventKind.LeakEnds).Select(e => e.LeakId));
        Assert.Equal("second", both.Events.Single(e => e.Kind == EventKind.WipedUp).LeakId);
        // The first keeps its sensor wet, and what ran out of both together is what shares of one pipe give.
        Assert.DoesNotContain(both.Events, e => e.Kind == EventKind.SensorDry);
        Assert.True(both.Others[0].LostM3 < 100 * FlowM3PerS);
        Assert.Equal(FlowM3PerS * 300, both.LostM3.High!.Value - both.Others[0].LostM3!.Value, 1e-6);
    }

    [Fact]
    public void Another_leak_that_no_valve_stops_has_no_end_and_so_have_both()
    {
        Plan plan = TwoLeaks();
        plan = plan.WithBuilding(b => b with { Rooms = [b.Rooms[0] with { Leaks = [b.Rooms[0].Leaks[0], b.Rooms[0].Leaks[1] with { PipeId = null, Kind = LeakKind.Flow, HoleM = null, FlowM3PerS = 1e-5 }] }] });
        Rehearsed both = With(plan, Mode.Away, Begins("second", 10));
        Assert.Equal((true, null, null), (both.Others[0].Endless, both.Others[0].LostM3, both.AllLostM3));
        Assert.Equal(Outcome.Closes, both.Outcome);
    }

    [Fact]
    public void What_happens_when_all_is_over_changes_nothing() => Gen.Select(Gen.Enum<Mode>(), Gen.Int[0, 3]).Sample((mode, what) =>
    {
        Meanwhile[] steps = [new Meanwhile { AtS = 7200, Kind = MeanwhileKind.ModeBecomes, Mode = mode }, new Meanwhile { AtS = 7200, Kind = MeanwhileKind.WipedUp }, new Meanwhile { AtS = 7200, Kind = MeanwhileKind.LeakEnds }];
        Rehearsed rehearsed = With(House(), Mode.Away, steps[..what]);
        return rehearsed.LostM3 == Undisturbed.LostM3 && rehearsed.Outcome == Undisturbed.Outcome && rehearsed.StopsAfterS == Undisturbed.StopsAfterS;
    }, iter: 20);

    [Fact]
    public void A_kept_rehearsal_that_loses_more_than_it_may_is_a_finding()
    {
        double lostM3 = Undisturbed.LostM3.High!.Value;
        var kept = new RehearsalCase { Id = "case", Name = "Hose, away", LeakId = "hose", Mode = Mode.Away, Faults = [], Meanwhile = [], MostM3 = lostM3 };
        Plan plan = House() with { Cases = [kept] };
        CaseOutcome holds = Assert.Single(Assessor.Assess(plan).Cases);
        Assert.Equal(("case", true), (holds.CaseId, holds.Holds));
        Assert.Equal(lostM3, holds.LostM3!.Value, 12);
        Assert.DoesNotContain(Assessor.Assess(plan).Findings, f => f.Code == "case-broken");

        Assessment slower = Assessor.Assess(plan.WithRule(r => r with { DelayS = 30 }));
        Assert.False(slower.Cases[0].Holds);
        Assert.Equal(lostM3 + (10 * FlowM3PerS), slower.Findings.Single(f => f.Code == "case-broken").Numbers["now"].Value, 9);
        Assessment endless = Assessor.Assess(plan with { Cases = [kept with { Faults = [Fault.HubFailed] }] });
        Assert.Contains("has no end", endless.Findings.Single(f => f.Code == "case-broken").Why, StringComparison.Ordinal);
    }

    [Fact]
    public void An_edit_of_who_is_told_is_seen_though_the_rest_is_kept()
    {
        Plan plan = House().WithRule(r => r with { Action = RuleAction.TellOnly }).WithInstallation(i => i with { Contacts = [new Contact { Id = "maren", Name = "Maren", Ways = [AlertWay.Call], Modes = [Mode.Away] }] });
        var memory = new AssessmentMemory();
        Outcome Away(Plan of) => Assessor.Assess(of, memory).Leaks.Single(l => l.Mode == Mode.Away).Outcome;
        Assert.Equal(Outcome.TellsOnly, Away(plan));
        Assert.Equal(Outcome.Nothing, Away(plan.WithInstallation(i => i with { Contacts = [i.Contacts![0] with { Modes = [Mode.Home] }] })));
        Assert.Equal(Outcome.TellsOnly, Away(plan));
    }

    private static double TrippedS => Undisturbed.Events.First(e => e.Kind == EventKind.HubKnows).TimeS;

    private static double FlowOf(Rehearsed rehearsed) => rehearsed.FlowM3PerS.High!.Value;

    private static Rehearsed With(Plan plan, Mode mode, params Meanwhile[] steps) => Rehearser.Of(plan, "hose", mode, meanwhile: steps);

    private static Meanwhile Pressed(string buttonId, double atS) => new() { AtS = atS, Kind = MeanwhileKind.ButtonPressed, ButtonId = buttonId };

    private static Meanwhile Begins(string leakId, double atS) => new() { AtS = atS, Kind = MeanwhileKind.LeakStarts, LeakId = leakId };

    private static Plan TwoLeaks() => House().WithBuilding(b => b with { Rooms = [b.Rooms[0] with { Leaks = [b.Rooms[0].Leaks[0], b.Rooms[0].Leaks[0] with { Id = "second", Name = "Second hose" }] }] })
        .WithInstallation(i => i with { Sensors = [i.Sensors[0] with { Distances = [.. i.Sensors[0].Distances, new LeakDistance { LeakId = "second", DistanceM = 1.2 }] }] });
}
