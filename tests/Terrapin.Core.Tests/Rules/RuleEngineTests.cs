using CsCheck;
using Terrapin.Core.Model;
using Terrapin.Core.Rules;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Rules;

public class RuleEngineTests
{
    private static readonly Rule Close5Then20 = House().Installation.Rules[0] with { Modes = [Mode.Away], SensorIds = ["a", "b"] };

    [Fact]
    public void Confirms_tells_waits_and_closes_on_its_own_deadlines()
    {
        var run = new Run(Mode.Away, Close5Then20).At(100, Wet("a"));
        Assert.Equal(["105 tell a", "125 close a"], run.ToEnd());
    }

    [Fact]
    public void A_splash_that_dries_within_the_confirming_time_does_nothing()
    {
        var run = new Run(Mode.Away, Close5Then20).At(0, Wet("a")).At(4, Dry("a"));
        Assert.Empty(run.ToEnd());
    }

    [Fact]
    public void Drying_cancels_a_pending_closing_where_the_rule_says_so()
    {
        var run = new Run(Mode.Away, Close5Then20).At(0, Wet("a")).At(10, Dry("a"));
        Assert.Equal(["5 tell a"], run.ToEnd());
    }

    [Fact]
    public void Drying_does_not_cancel_where_the_rule_does_not_say_so()
    {
        var run = new Run(Mode.Away, Close5Then20 with { CancelIfDry = false }).At(0, Wet("a")).At(10, Dry("a"));
        Assert.Equal(["5 tell a", "25 close a"], run.ToEnd());
    }

    [Fact]
    public void A_rule_that_closed_when_all_was_dry_again_hears_the_next_leak()
    {
        var run = new Run(Mode.Away, Close5Then20 with { CancelIfDry = false })
            .At(0, Wet("a"))
            .At(10, Dry("a"))
            .At(40, Wet("b"));
        Assert.Equal(["5 tell a", "25 close a", "45 tell b", "65 close b"], run.ToEnd());
    }

    [Fact]
    public void One_sensor_drying_does_not_cancel_while_another_is_wet()
    {
        var run = new Run(Mode.Away, Close5Then20).At(0, Wet("a")).At(1, Wet("b")).At(10, Dry("a"));
        Assert.Equal(["5 tell a", "25 close a"], run.ToEnd());
    }

    [Fact]
    public void Leaving_home_with_a_wet_sensor_acts_as_away()
    {
        var run = new Run(Mode.Home, Close5Then20).At(0, Wet("a")).At(60, RuleEvent.Becomes(Mode.Away));
        Assert.Equal(["60 tell a", "80 close a"], run.ToEnd());
    }

    [Fact]
    public void Coming_home_leaves_a_pending_closing_as_it_is()
    {
        var run = new Run(Mode.Away, Close5Then20).At(0, Wet("a")).At(10, RuleEvent.Becomes(Mode.Home));
        Assert.Equal(["5 tell a", "25 close a"], run.ToEnd());
    }

    [Fact]
    public void A_sensor_that_stays_wet_does_not_fire_twice_but_a_new_leak_does()
    {
        var run = new Run(Mode.Away, Close5Then20).At(0, Wet("a")).At(30, Wet("a")).At(50, Dry("a")).At(60, Wet("a"));
        Assert.Equal(["5 tell a", "25 close a", "65 tell a", "85 close a"], run.ToEnd());
    }

    [Fact]
    public void Tell_only_never_closes()
    {
        var run = new Run(Mode.Away, Close5Then20 with { Action = RuleAction.TellOnly }).At(0, Wet("b"));
        Assert.Equal(["5 tell b"], run.ToEnd());
    }

    [Fact]
    public void A_closing_comes_exactly_after_confirming_and_delay() => Gen.Select(Gen.Int[0, 600_000], Gen.Int[0, 600_000], Gen.Int[0, 100_000_000]).Sample((confirm, delay, start) =>
    {
        Rule rule = Close5Then20 with { ConfirmS = confirm / 1000.0, DelayS = delay / 1000.0 };
        return new Run(Mode.Away, rule).At(start / 1000.0, Wet("a")).CloseTimeMs() == start + confirm + delay;
    });

    [Fact]
    public void A_state_of_another_program_is_refused()
    {
        RuleProgram program = RuleProgram.Compile([Close5Then20], ["a", "b"], []);
        RuleProgram other = RuleProgram.Compile([], ["a", "b"], []);
        Assert.Throws<ArgumentException>(() => program.Step(other.Quiet(Mode.Home).Words, 0, RuleEvent.TimePassed, new int[program.StateLength], []));
        Assert.Throws<ArgumentOutOfRangeException>(() => program.Step(program.Quiet(Mode.Home).Words, -1, RuleEvent.TimePassed, new int[program.StateLength], new RuleOrder[2]));
    }

    [Fact]
    public void What_a_program_cannot_hold_is_refused()
    {
        Assert.Throws<ArgumentException>(() => RuleProgram.Compile([Close5Then20], ["a"], []));
        Assert.Throws<ArgumentException>(() => RuleProgram.Compile([], [], [.. Enumerable.Range(0, 65).Select(i => $"v{i}")]));
    }

    [Fact]
    public void A_rule_closes_the_valves_that_it_names_or_every_driven_one()
    {
        string[] valves = ["low", "middle", "high"];
        Rule all = Close5Then20 with { StopValveIds = [] };
        RuleProgram program = RuleProgram.Compile([all, all with { StopValveIds = ["high", "undriven"] }, all with { Action = RuleAction.TellOnly }], ["a", "b"], valves);
        Assert.Equal([0b111ul, 0b100ul, 0ul], Enumerable.Range(0, 3).Select(program.Closes));
    }

    [Fact]
    public void Equal_situations_at_other_hours_are_equal_states()
    {
        RuleProgram program = RuleProgram.Compile([Close5Then20], ["a", "b"], []);
        RuleState After(int quietMs, int wetMs)
        {
            int[] state = program.Quiet(Mode.Away).Words.ToArray();
            program.Step(state, quietMs, Wet("b"), state, new RuleOrder[2]);
            program.Step(state, wetMs, RuleEvent.TimePassed, state, new RuleOrder[2]);
            return new RuleState(state);
        }

        Assert.Equal(After(0, 3000), After(7_654_321, 3000));
        Assert.Equal(After(0, 3000).GetHashCode(), After(7_654_321, 3000).GetHashCode());
        Assert.NotEqual(After(0, 3000), After(0, 3001));
        Assert.True(After(0, 3000) < After(0, 3001));
    }

    private static RuleEvent Wet(string sensor) => RuleEvent.Wet(sensor[0] - 'a');

    private static RuleEvent Dry(string sensor) => RuleEvent.Dry(sensor[0] - 'a');

    private sealed class Run(Mode mode, params Rule[] rules)
    {
        private readonly RuleStory story = new(RuleProgram.Compile(rules, ["a", "b"], []), mode);

        public Run At(double timeS, RuleEvent happened)
        {
            story.At((long)Math.Round(timeS * 1000), happened);
            return this;
        }

        public List<string> ToEnd()
        {
            story.ToEnd();
            return [.. story.Done.Select(d => $"{d.TimeMs / 1000.0} {(d.Order.Kind == RuleOrderKind.Close ? "close" : "tell")} {(char)('a' + d.Order.Condition)}")];
        }

        public long CloseTimeMs()
        {
            story.ToEnd();
            return story.Done.First(d => d.Order.Kind == RuleOrderKind.Close).TimeMs;
        }
    }
}
