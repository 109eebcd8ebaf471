using CsCheck;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Rehearsal;

/// <summary>What breaks while a leak runs, and works again.</summary>
public class BreakingMeanwhileTests
{
    private static readonly Rehearsed Undisturbed = Rehearser.Of(House(), "hose", Mode.Away);

    /// <summary>Closes by itself in a power cut, and opens again.</summary>
    private static readonly Plan Reopening = House().WithDrive(d => d with { Power = DrivePower.MainsWithBattery, OnMainsFailure = MainsFailurePolicy.CloseThenReopen });

    [Fact]
    public void What_breaks_with_the_first_drop_is_as_if_it_had_been_broken_before() =>
        Gen.Select(Gen.Int[0, Faults.ComeAndGo.Count - 1], Gen.Enum<Mode>(), Gen.Bool, Gen.Enum<MainsFailurePolicy>(), Gen.Bool).Sample((fault, mode, isLinked, policy, runsOnBatteries) =>
        {
            Plan plan = House().WithDrive(d => d with { OnMainsFailure = policy, Power = runsOnBatteries ? DrivePower.Batteries : DrivePower.MainsWithBattery })
                .WithInstallation(i => i with { Links = isLinked ? [new DirectLink { SensorId = "puck", DriveId = "drive" }] : [] });
            Rehearsed before = Rehearser.Of(plan, "hose", mode, faults: [Faults.ComeAndGo[fault]]);
            Rehearsed then = With(plan, mode, Breaks(Faults.ComeAndGo[fault], 0));
            return before.Outcome == then.Outcome && before.LostM3 == then.LostM3 && before.Cause == then.Cause && before.StopsAfterS == then.StopsAfterS;
        }, iter: 200);

    [Fact]
    public void What_breaks_when_all_is_over_changes_nothing_and_what_is_back_before_anything_happened_neither() =>
        Gen.Int[0, Faults.ComeAndGo.Count - 1].Sample(fault =>
        {
            Rehearsed late = With(House(), Mode.Away, Breaks(Faults.ComeAndGo[fault], 7200));
            Rehearsed early = With(House(), Mode.Away, Breaks(Faults.ComeAndGo[fault], 1), Again(Faults.ComeAndGo[fault], 2));
            return late.LostM3 == Undisturbed.LostM3 && early.LostM3.High!.Value - Undisturbed.LostM3.High!.Value is > -1e-9 and < 1e-9;
        });

    [Fact]
    public void A_later_break_never_loses_more_than_an_earlier_one_where_it_only_stops_what_works() =>
        Gen.Select(Gen.OneOf(new[] { Fault.HubFailed, Fault.SensorFlat, Fault.SensorOutOfReach, Fault.DriveBatteryFlat }.Select(Gen.Const).ToArray()), Gen.Double[0, 120], Gen.Double[0, 120]).Sample((fault, one, other) =>
        {
            Plan plan = House().WithDrive(d => d with { Power = DrivePower.Batteries });
            double Lost(double atS) => With(plan, Mode.Away, Breaks(fault, atS)).LostM3.High ?? double.PositiveInfinity;
            // While a handle turns volumes are sums of panels, which an event cuts elsewhere.
            return Lost(Math.Max(one, other)) <= Lost(Math.Min(one, other)) * 1.0001;
        }, iter: 200);

    [Fact]
    public void A_handle_that_loses_its_power_on_the_way_stands_there_and_lets_that_through()
    {
        Plan plan = House();
        (double movesS, double standsS) = (Of(Undisturbed, EventKind.ValveMoves).TimeS, Undisturbed.StopsAfterS!.Value);
        // The shut-off comes before 90 degrees; the worked stroke takes 12 s for them.
        Rehearsed halted = With(plan, Mode.Away, Breaks(Fault.MainsFailed, movesS + 6));
        TimelineEvent stops = Of(halted, EventKind.ValveStopsShort);
        Assert.Equal((45.0, movesS + 6), (Math.Round(stops.AngleDeg!.Value, 9), stops.TimeS));
        Assert.True(standsS > movesS + 6);
        Assert.Equal((Outcome.ClosesPartly, Cause.DriveWithoutPower), (halted.Outcome, halted.Cause!.Value));
        Assert.Equal(Rehearser.Of(plan, "hose", Mode.Away, faults: [Fault.DriveStalls]).ResidualM3PerS!.Value, halted.ResidualM3PerS!.Value, 1e-9);
        // With the power back it needs another order, and the rule has acted.
        Rehearsed back = With(plan, Mode.Away, Breaks(Fault.MainsFailed, movesS + 6), Again(Fault.MainsFailed, movesS + 60));
        Assert.Equal(Outcome.ClosesPartly, back.Outcome);
        // An order that was under way comes to nothing.
        Assert.True(With(plan, Mode.Away, Breaks(Fault.MainsFailed, movesS - 0.01)).Endless);
    }

    [Fact]
    public void A_hub_that_starts_again_has_forgotten_the_wait_and_hears_of_the_water_at_the_next_report()
    {
        double knowsS = Of(Undisturbed, EventKind.HubKnows).TimeS;
        double closingS = Undisturbed.StopsAfterS!.Value - knowsS;
        Plan Reporting(double? everyS) => House().WithInstallation(i => i with { Sensors = [i.Sensors[0] with { ReportEveryS = everyS }] });
        Rehearsed down = With(Reporting(900), Mode.Away, Breaks(Fault.HubFailed, knowsS + 10));
        Assert.Equal((true, Cause.HubDead), (down.Endless, down.Cause!.Value));
        Rehearsed again = With(Reporting(900), Mode.Away, Breaks(Fault.HubFailed, knowsS + 10), Again(Fault.HubFailed, knowsS + 100));
        double radioS = knowsS - Of(Undisturbed, EventKind.SensorWet).TimeS;
        Assert.Equal(knowsS + 100 + 900 + radioS + closingS, again.StopsAfterS!.Value, 2e-3);
        Assert.Equal(again.LostM3.High!.Value, again.Spans.Sum(s => s.VolumeM3), 1e-9);
        Assert.Equal([(EventKind.Breaks, Fault.HubFailed), (EventKind.WorksAgain, Fault.HubFailed)], again.Events.Where(e => e.Fault is not null).Select(e => (e.Kind, e.Fault!.Value)));
        // A hub that is back before the water comes has no part in it that a rule only tells.
        Assert.Equal(Cause.OnlyTold, With(House().WithRule(r => r with { Action = RuleAction.TellOnly }), Mode.Away, Breaks(Fault.HubFailed, 0.1), Again(Fault.HubFailed, 0.2)).Cause);
        // What dies after it has told is not missed.
        Assert.Equal(Undisturbed.LostM3, With(House(), Mode.Away, Breaks(Fault.SensorDead, knowsS + 1)).LostM3);
    }

    [Fact]
    public void What_closed_by_itself_opens_on_the_leak_when_the_mains_is_back()
    {
        // It closes with the power cut, before the sensor knows; open again the leak runs on to the sensor, and the rule closes.
        Rehearsed early = With(Reopening, Mode.Away, Breaks(Fault.MainsFailed, 0.5), Again(Fault.MainsFailed, 3600));
        Assert.Equal(Outcome.Closes, early.Outcome);
        Assert.Equal(2, early.Events.Count(e => e.Kind == EventKind.ValveMoves));
        Assert.True(Of(early, EventKind.ValveReopens).TimeS > 3600 && early.StopsAfterS > 3600);
        // Once the sensor has told and its rule has acted nobody closes it any more.
        double knowsS = Of(Undisturbed, EventKind.HubKnows).TimeS;
        Rehearsed late = With(Reopening, Mode.Away, Breaks(Fault.MainsFailed, knowsS + 6), Again(Fault.MainsFailed, 3600));
        Assert.Equal((true, Cause.OpenedAgain), (late.Endless, late.Cause!.Value));
        // One that stays shut, and one that a rule had closed, do not open.
        Plan staying = Reopening.WithDrive(d => d with { OnMainsFailure = MainsFailurePolicy.Close });
        Assert.Equal(Outcome.Closes, With(staying, Mode.Away, Breaks(Fault.MainsFailed, knowsS + 6), Again(Fault.MainsFailed, 3600)).Outcome);
        Rehearsed ordered = With(Reopening, Mode.Away, Breaks(Fault.MainsFailed, Undisturbed.StopsAfterS!.Value + 1), Again(Fault.MainsFailed, 3600));
        Assert.DoesNotContain(ordered.Events, e => e.Kind == EventKind.ValveReopens);
    }

    [Fact]
    public void A_rule_that_waits_for_the_mains_acts_from_when_it_fails_and_no_more_once_it_is_back()
    {
        Plan plan = House().WithDrive(d => d with { Power = DrivePower.Batteries }).WithRule(r => r with { Trigger = RuleTrigger.MainsFails, ConfirmS = 60, DelayS = 0, SensorIds = [] });
        Rehearsed closes = With(plan, Mode.Away, Breaks(Fault.MainsFailed, 30));
        Assert.Equal((Outcome.Closes, 90.0), (closes.Outcome, Of(closes, EventKind.ClosingOrdered).TimeS));
        Assert.True(With(plan, Mode.Away, Breaks(Fault.MainsFailed, 30), Again(Fault.MainsFailed, 80)).Endless);
    }

    [Fact]
    public void Where_a_rule_opens_a_hub_that_may_go_on_is_worse_than_a_dead_one()
    {
        // Shut when everybody left, opened by a rule in a power cut, if the hub has a backup: nobody knows.
        Plan plan = House().WithDrive(d => d with { Power = DrivePower.Batteries }).WithInstallation(i => i with
        {
            Hubs = [Samples.Hub with { HasBackup = Answer.Unknown }],
            Rules =
            [
                i.Rules[0] with { Trigger = RuleTrigger.ModeComes, SensorIds = [], Modes = [Mode.Away] },
                i.Rules[0] with { Id = "open", Trigger = RuleTrigger.MainsFails, SensorIds = [], Action = RuleAction.Open, ConfirmS = 0, DelayS = 0 },
            ],
        });
        Rehearsed cut = Rehearser.Of(plan, "hose", Mode.Away, faults: [Fault.MainsFailed]);
        Assert.True(cut.Endless);
        Assert.Contains(cut.Events, e => e.Kind == EventKind.ValveOpens);
        Assert.True(Rehearser.Of(plan.WithInstallation(i => i with { Hubs = [Samples.Hub with { HasBackup = Answer.No }] }), "hose", Mode.Away, faults: [Fault.MainsFailed]).Ends);
    }

    private static readonly Gen<Meanwhile> AnyStep = Gen.Select(Gen.Int[0, 6], Gen.OneOf(Gen.Double[0, 90], Gen.Double[0, 4000]), Gen.Int[0, Faults.ComeAndGo.Count - 1], Gen.Enum<Mode>()).Select((kind, atS, fault, mode) => kind switch
    {
        0 or 1 => Breaks(Faults.ComeAndGo[fault], atS),
        2 or 3 => Again(Faults.ComeAndGo[fault], atS),
        4 => new Meanwhile { AtS = atS, Kind = MeanwhileKind.ModeBecomes, Mode = mode },
        5 => new Meanwhile { AtS = atS, Kind = MeanwhileKind.WipedUp },
        _ => new Meanwhile { AtS = atS, Kind = MeanwhileKind.ValveOpened, StopValveId = "main" },
    });

    private static readonly Gen<Rule> AnyRule = Gen.Select(
        Gen.OneOf(new[] { RuleTrigger.SensorWet, RuleTrigger.SensorWet, RuleTrigger.SensorSilent, RuleTrigger.MainsFails, RuleTrigger.InternetFails, RuleTrigger.ModeComes, RuleTrigger.ValveFails }.Select(Gen.Const).ToArray()),
        Gen.Int[0, 60], Gen.Int[0, 120], Gen.Int[1, 15], Gen.Enum<RuleAction>(), Gen.Bool).Select((trigger, confirmS, delayS, modes, action, cancels) => new Rule
        {
            Id = "rule",
            Name = "Rule",
            Trigger = trigger,
            SensorIds = ["puck"],
            ConfirmS = confirmS,
            DelayS = delayS,
            Modes = [.. Enum.GetValues<Mode>().Where((_, i) => (modes & (1 << i)) != 0)],
            Action = action,
            CancelIfDry = cancels,
        });

    [Fact]
    public void Whatever_happens_in_whatever_order_the_water_adds_up() =>
        Gen.Select(AnyStep.Array[0, 8], AnyRule.Array[1, 4], Gen.Enum<Mode>(), Gen.Enum<MainsFailurePolicy>(), Gen.Enum<DrivePower>(), Gen.Select(Gen.Bool, Gen.Int[0, Faults.All.Count])).Sample((steps, rules, mode, policy, power, other) =>
        {
            Plan plan = House().WithDrive(d => d with { OnMainsFailure = policy, Power = power }).WithInstallation(i => i with
            {
                Rules = [.. rules.Select((r, n) => r with { Id = $"r{n}" })],
                Sensors = [i.Sensors[0] with { ReportEveryS = 600 }],
                Links = other.Item1 ? [new DirectLink { SensorId = "puck", DriveId = "drive" }] : [],
            });
            Rehearsed run = Rehearser.Of(plan, "hose", mode, faults: other.Item2 < Faults.All.Count ? [Faults.All[other.Item2]] : [], meanwhile: steps);
            double[] out0 = [.. run.Curve.Select(p => p.VolumeM3)];
            double flow = run.FlowM3PerS.High!.Value;
            bool grows = out0.Zip(out0.Skip(1)).All(p => p.Second >= p.First - 1e-12);
            bool isNoMoreThanRuns = run.Curve.All(p => p.VolumeM3 <= (flow * p.TimeS * 1.001) + (2 * run.DrainDown.TotalM3) + 1e-9);
            bool addsUp = run.Outcome != Outcome.Closes || run.Spans.Count == 0 || Math.Abs(run.Spans.Sum(s => s.VolumeM3) - run.LostM3.High!.Value) < 1e-9;
            bool isInOrder = run.Events.Zip(run.Events.Skip(1)).All(p => p.Second.TimeS >= p.First.TimeS - 1e-9);
            Assert.True(grows && isNoMoreThanRuns && addsUp && isInOrder, $"{grows} {isNoMoreThanRuns} {addsUp} {isInOrder} {run.Outcome} {run.LostM3.High} {run.DrainDown.TotalM3} sum {run.Spans.Sum(s => s.VolumeM3)} {string.Join(' ', run.Spans.Select(s => $"{s.Phase}:{s.FromS}-{s.ToS}:{s.VolumeM3}"))} | {string.Join(' ', run.Events.Select(e => $"{e.Kind}@{e.TimeS:F3}"))}");
        }, iter: 2000);

    private static TimelineEvent Of(Rehearsed rehearsed, EventKind kind) => rehearsed.Events.First(e => e.Kind == kind);

    private static Rehearsed With(Plan plan, Mode mode, params Meanwhile[] steps) => Rehearser.Of(plan, "hose", mode, meanwhile: steps);

    private static Meanwhile Breaks(Fault fault, double atS) => new() { AtS = atS, Kind = MeanwhileKind.Breaks, Fault = fault };

    private static Meanwhile Again(Fault fault, double atS) => new() { AtS = atS, Kind = MeanwhileKind.WorksAgain, Fault = fault };
}
