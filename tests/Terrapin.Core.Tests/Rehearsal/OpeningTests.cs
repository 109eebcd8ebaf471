using CsCheck;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Rehearsal;

/// <summary>Valves that are opened again while a leak goes on: by a rule, by hand, and what bars it.</summary>
public class OpeningTests
{
    private const double WipedS = 900;
    private const double HomeS = 20_000;
    private static readonly Rehearsed Undisturbed = Rehearser.Of(House(), "hose", Mode.Away);
    private static readonly double FlowM3PerS = Undisturbed.FlowM3PerS.High!.Value;
    private static readonly Meanwhile Wiped = new() { AtS = WipedS, Kind = MeanwhileKind.WipedUp };
    private static readonly Meanwhile Home = new() { AtS = HomeS, Kind = MeanwhileKind.ModeBecomes, Mode = Mode.Home };

    /// <summary>The valve opens when somebody comes home.</summary>
    private static Plan Opens(Func<Rule, Rule>? closing = null) => House().WithRule(r => (closing ?? (c => c))(r with { Modes = Enum.GetValues<Mode>() })).WithInstallation(i => i with
    {
        Rules = [.. i.Rules, i.Rules[0] with { Id = "home", Name = "Somebody home", Trigger = RuleTrigger.ModeComes, Modes = [Mode.Home], ConfirmS = 0, DelayS = 0, Action = RuleAction.Open, SensorIds = [] }],
    });

    private static Rehearsed With(Plan plan, params Meanwhile[] steps) => Rehearser.Of(plan, "hose", Mode.Away, meanwhile: steps);

    private static double BeforeDrainM3(Rehearsed rehearsed) => rehearsed.LostM3.High!.Value - rehearsed.DrainDown.TotalM3;

    [Fact]
    public void What_is_wet_stays_shut()
    {
        Rehearsed refused = With(Opens(), Home);
        Assert.Equal((HomeS, "home"), (refused.Events.Single(e => e.Kind == EventKind.OpeningRefused).TimeS, refused.Events.Single(e => e.Kind == EventKind.OpeningRefused).RuleId));
        Assert.Equal(Undisturbed.LostM3, refused.LostM3);
        Assert.DoesNotContain(refused.Events, e => e.Kind == EventKind.ValveOpens);
    }

    [Fact]
    public void What_was_wiped_up_and_not_mended_runs_a_second_time_and_drains_a_second_time()
    {
        Rehearsed again = With(Opens(), Wiped, Home);
        Assert.Equal("home", again.Events.Single(e => e.Kind == EventKind.ValveOpens).RuleId);
        Assert.Equal(Outcome.Closes, again.Outcome);
        // The hub's clock counts whole milliseconds.
        Assert.Equal(2 * BeforeDrainM3(Undisturbed), BeforeDrainM3(again), FlowM3PerS * 2e-3);
        Assert.Equal(2 * Undisturbed.DrainDown.TotalM3, again.DrainDown.TotalM3, 1e-12);
        Assert.Equal(again.LostM3.High!.Value, again.Spans.Sum(s => s.VolumeM3), 1e-9);
        Rehearsed mended = With(Opens(), Wiped, new Meanwhile { AtS = 5000, Kind = MeanwhileKind.LeakEnds }, Home);
        Assert.Equal(Undisturbed.LostM3.High!.Value, mended.LostM3.High!.Value, 1e-9);
    }

    [Fact]
    public void With_nobody_to_close_it_again_it_runs_without_end()
    {
        Rehearsed open = With(Opens(r => r with { Modes = [Mode.Away] }), Wiped, Home);
        Assert.Equal((true, Cause.OpenedAgain), (open.Endless, open.Cause!.Value));
        // The one that had closed is named, so that its handle is shown turning.
        Assert.Equal("main", open.StopValveId);
        double opensS = open.Events.Single(e => e.Kind == EventKind.ValveOpens).TimeS;
        Assert.Equal(BeforeDrainM3(Undisturbed) + (FlowM3PerS * (open.Curve[^1].TimeS - opensS)), open.Curve[^1].VolumeM3, 1e-9);
    }

    [Fact]
    public void A_closing_that_holds_until_it_is_reset_is_not_undone_before()
    {
        Plan plan = Opens(r => r with { Hold = RuleHold.UntilReset });
        Assert.Equal(Undisturbed.LostM3, With(plan, Wiped, Home).LostM3);
        Assert.Contains(With(plan, Wiped, Home).Events, e => e.Kind == EventKind.OpeningRefused);
        Meanwhile Reset(double atS) => new() { AtS = atS, Kind = MeanwhileKind.Reset };
        Assert.Contains(With(plan, Wiped, Reset(HomeS - 1), Home).Events, e => e.Kind == EventKind.ValveOpens);
        // Reset while it is still wet, it goes on holding.
        Assert.DoesNotContain(With(plan, Reset(WipedS - 1), Wiped, Home).Events, e => e.Kind == EventKind.ValveOpens);
    }

    [Fact]
    public void By_hand_it_opens_whatever_is_wet_and_the_rule_has_acted_already() => Gen.Double[1, 2000].Sample(atS =>
    {
        Rehearsed opened = With(Opens(), new Meanwhile { AtS = atS, Kind = MeanwhileKind.ValveOpened, StopValveId = "main" });
        double orderedS = Undisturbed.Events.Single(e => e.Kind == EventKind.ClosingOrdered).TimeS;
        if (atS < orderedS)
        {
            // It stands open; nothing is undone.
            Assert.Equal(Undisturbed.LostM3.High!.Value, opened.LostM3.High!.Value, 1e-12);
            return;
        }

        Assert.True(opened.Endless);
        Assert.Null(opened.Events.Single(e => e.Kind == EventKind.ValveOpens).RuleId);
        double until = opened.Events.Single(e => e.Kind == EventKind.ValveOpens).VolumeM3;
        Assert.True(until <= BeforeDrainM3(Undisturbed) + 1e-9);
        Assert.Equal(until + (FlowM3PerS * (opened.Curve[^1].TimeS - atS)), opened.Curve[^1].VolumeM3, 1e-9);
        Assert.True(opened.Curve.Zip(opened.Curve.Skip(1)).All(p => p.First.VolumeM3 <= p.Second.VolumeM3 + 1e-12));
    }, iter: 60);

    [Fact]
    public void A_valve_that_the_plan_has_no_drive_on_is_opened_for_nothing() =>
        Assert.Equal(Undisturbed.LostM3, With(Opens(), new Meanwhile { AtS = 500, Kind = MeanwhileKind.ValveOpened, StopValveId = "gone" }).LostM3);
}
