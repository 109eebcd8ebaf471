using CsCheck;
using Terrapin.Core.Plans;
using Terrapin.Core.Rules;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Rules;

public class RuleEngineTests
{
    private static readonly Rule Close5Then20 = House().Rules[0] with { Modes = [Mode.Away], SensorIds = ["a", "b"] };

    [Fact]
    public void Confirms_tells_waits_and_closes_on_its_own_deadlines()
    {
        var run = new Run(Mode.Away, Close5Then20).At(100, new RuleEvent.SensorWet("a"));
        Assert.Equal(["105 tell a", "125 close a"], run.ToEnd());
    }

    [Fact]
    public void A_splash_that_dries_within_the_confirming_time_does_nothing()
    {
        var run = new Run(Mode.Away, Close5Then20).At(0, new RuleEvent.SensorWet("a")).At(4, new RuleEvent.SensorDry("a"));
        Assert.Empty(run.ToEnd());
    }

    [Fact]
    public void Drying_cancels_a_pending_closing_where_the_rule_says_so()
    {
        var run = new Run(Mode.Away, Close5Then20).At(0, new RuleEvent.SensorWet("a")).At(10, new RuleEvent.SensorDry("a"));
        Assert.Equal(["5 tell a"], run.ToEnd());
    }

    [Fact]
    public void Drying_does_not_cancel_where_the_rule_does_not_say_so()
    {
        var run = new Run(Mode.Away, Close5Then20 with { CancelIfDry = false }).At(0, new RuleEvent.SensorWet("a")).At(10, new RuleEvent.SensorDry("a"));
        Assert.Equal(["5 tell a", "25 close a"], run.ToEnd());
    }

    [Fact]
    public void A_rule_that_closed_when_all_was_dry_again_hears_the_next_leak()
    {
        var run = new Run(Mode.Away, Close5Then20 with { CancelIfDry = false })
            .At(0, new RuleEvent.SensorWet("a"))
            .At(10, new RuleEvent.SensorDry("a"))
            .At(40, new RuleEvent.SensorWet("b"));
        Assert.Equal(["5 tell a", "25 close a", "45 tell b", "65 close b"], run.ToEnd());
    }

    [Fact]
    public void One_sensor_drying_does_not_cancel_while_another_is_wet()
    {
        var run = new Run(Mode.Away, Close5Then20).At(0, new RuleEvent.SensorWet("a")).At(1, new RuleEvent.SensorWet("b")).At(10, new RuleEvent.SensorDry("a"));
        Assert.Equal(["5 tell a", "25 close a"], run.ToEnd());
    }

    [Fact]
    public void Leaving_home_with_a_wet_sensor_acts_as_away()
    {
        var run = new Run(Mode.Home, Close5Then20).At(0, new RuleEvent.SensorWet("a")).At(60, new RuleEvent.ModeChanged(Mode.Away));
        Assert.Equal(["60 tell a", "80 close a"], run.ToEnd());
    }

    [Fact]
    public void Coming_home_leaves_a_pending_closing_as_it_is()
    {
        var run = new Run(Mode.Away, Close5Then20).At(0, new RuleEvent.SensorWet("a")).At(10, new RuleEvent.ModeChanged(Mode.Home));
        Assert.Equal(["5 tell a", "25 close a"], run.ToEnd());
    }

    [Fact]
    public void A_sensor_that_stays_wet_does_not_fire_twice_but_a_new_leak_does()
    {
        var run = new Run(Mode.Away, Close5Then20).At(0, new RuleEvent.SensorWet("a")).At(30, new RuleEvent.SensorWet("a")).At(50, new RuleEvent.SensorDry("a")).At(60, new RuleEvent.SensorWet("a"));
        Assert.Equal(["5 tell a", "25 close a", "65 tell a", "85 close a"], run.ToEnd());
    }

    [Fact]
    public void Tell_only_never_closes()
    {
        var run = new Run(Mode.Away, Close5Then20 with { Action = RuleAction.TellOnly }).At(0, new RuleEvent.SensorWet("b"));
        Assert.Equal(["5 tell b"], run.ToEnd());
    }

    [Fact]
    public void A_closing_comes_exactly_after_confirming_and_delay() => Gen.Select(Gen.Double[0, 600], Gen.Double[0, 600], Gen.Double[0, 1e5]).Sample((confirm, delay, start) =>
    {
        var rule = Close5Then20 with { ConfirmS = confirm, DelayS = delay };
        return new Run(Mode.Away, rule).At(start, new RuleEvent.SensorWet("a")).CloseTime() == start + confirm + delay;
    });

    [Fact]
    public void A_state_of_other_rules_is_refused() => Assert.Throws<ArgumentException>(
        () => RuleEngine.Step([], EngineState.Quiet([Close5Then20], Mode.Home), new RuleEvent.TimePassed(), 0));

    private sealed class Run(Mode mode, params Rule[] rules)
    {
        private readonly List<(double Time, EngineAction Action)> done = [];
        private EngineState state = EngineState.Quiet(rules, mode);
        private double? deadline;

        public Run At(double time, RuleEvent happened)
        {
            while (deadline <= time)
            {
                Step(deadline.Value, new RuleEvent.TimePassed());
            }

            Step(time, happened);
            return this;
        }

        public List<string> ToEnd()
        {
            while (deadline is { } time)
            {
                Step(time, new RuleEvent.TimePassed());
            }

            return [.. done.Select(d => $"{d.Time} {(d.Action is EngineAction.CloseValve ? "close" : "tell")} {d.Action.SensorId}")];
        }

        public double CloseTime()
        {
            ToEnd();
            return done.First(d => d.Action is EngineAction.CloseValve).Time;
        }

        private void Step(double time, RuleEvent happened)
        {
            EngineStep step = RuleEngine.Step(rules, state, happened, time);
            (state, deadline) = (step.State, step.NextDeadlineS);
            done.AddRange(step.Actions.Select(a => (time, a)));
        }
    }
}
