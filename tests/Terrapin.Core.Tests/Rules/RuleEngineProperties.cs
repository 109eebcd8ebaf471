using CsCheck;
using Terrapin.Core.Plans;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Tests.Rules;

/// <summary>Any rules under any order of events: what may never happen.</summary>
public class RuleEngineProperties
{
    private static readonly string[] Sensors = ["a", "b", "c"];

    private static readonly Gen<Rule> AnyRule = Gen.Select(
        Gen.Int[1, 7],
        Gen.Double[0, 30],
        Gen.Int[1, 15],
        Gen.Bool,
        Gen.Double[0, 60],
        Gen.Bool,
        (sensors, confirm, modes, closes, delay, cancels) => new Rule
        {
            Id = "rule",
            Name = "Rule",
            SensorIds = [.. Sensors.Where((_, i) => (sensors & (1 << i)) != 0)],
            ConfirmS = confirm,
            Modes = [.. Enum.GetValues<Mode>().Where((_, i) => (modes & (1 << i)) != 0)],
            Action = closes ? RuleAction.Close : RuleAction.TellOnly,
            DelayS = delay,
            CancelIfDry = cancels,
        });

    private static readonly Gen<RuleEvent> AnyEvent = Gen.Select(Gen.Int[0, 6], Gen.Int[0, 3]).Select((what, mode) => what switch
    {
        < 3 => (RuleEvent)new RuleEvent.SensorWet(Sensors[what]),
        < 6 => new RuleEvent.SensorDry(Sensors[what - 3]),
        _ => new RuleEvent.ModeChanged((Mode)mode),
    });

    private static readonly Gen<(double Gap, RuleEvent Happened)[]> AnyStory = Gen.Select(Gen.Double[0, 40], AnyEvent).Array[0, 25];

    [Fact]
    public void It_never_closes_without_having_told() => Gen.Select(AnyRule.Array[1, 3], AnyStory).Sample((rules, story) =>
    {
        List<Done> done = Tell(Numbered(rules), story);
        return done.Where(d => d.Action is EngineAction.CloseValve).All(close =>
            done.Any(t => t.Action is EngineAction.Tell && t.Action.RuleId == close.Action.RuleId && t.TimeS <= close.TimeS));
    });

    [Fact]
    public void It_closes_exactly_the_delay_after_telling() => Gen.Select(AnyRule, AnyStory).Sample((rule, story) =>
    {
        List<Done> done = Tell([rule], story);
        double told = double.NaN;
        foreach (Done step in done)
        {
            if (step.Action is EngineAction.Tell)
            {
                told = step.TimeS;
            }
            else if (step.TimeS != told + rule.DelayS)
            {
                return false;
            }
        }

        return true;
    });

    [Fact]
    public void It_tells_only_in_its_modes_of_a_sensor_wet_for_its_time() => Gen.Select(AnyRule, AnyStory).Sample((rule, story) =>
        Tell([rule], story).Where(d => d.Action is EngineAction.Tell).All(told =>
            rule.Modes.Contains(told.State.Mode)
            && told.State.WetSinceS.TryGetValue(told.Action.SensorId, out double since)
            && told.TimeS >= since + rule.ConfirmS));

    [Fact]
    public void A_rule_that_only_tells_never_closes() => Gen.Select(AnyRule, AnyStory).Sample((rule, story) =>
        Tell([rule with { Action = RuleAction.TellOnly }], story).All(d => d.Action is EngineAction.Tell));

    [Fact]
    public void Without_water_nothing_happens() => Gen.Select(AnyRule.Array[1, 3], AnyStory).Sample((rules, story) =>
        Tell(Numbered(rules), [.. story.Where(s => s.Happened is not RuleEvent.SensorWet)]).Count == 0);

    [Fact]
    public void A_rule_acts_the_same_whatever_other_rules_there_are() => Gen.Select(AnyRule, AnyRule, AnyStory).Sample((rule, other, story) =>
    {
        IEnumerable<(double, EngineAction)> alone = Tell([rule], story).Select(d => (d.TimeS, d.Action));
        IEnumerable<(double, EngineAction)> beside = Tell([other with { Id = "other" }, rule], story)
            .Where(d => d.Action.RuleId == rule.Id)
            .Select(d => (d.TimeS, d.Action));
        return alone.SequenceEqual(beside);
    }, iter: 2000);

    private static Rule[] Numbered(Rule[] rules) => [.. rules.Select((rule, i) => rule with { Id = $"rule-{i}" })];

    private static List<Done> Tell(Rule[] rules, (double Gap, RuleEvent Happened)[] story)
    {
        var done = new List<Done>();
        EngineState state = EngineState.Quiet(rules, Mode.Home);
        double? deadline = null;
        double now = 0;
        foreach ((double gap, RuleEvent happened) in story)
        {
            now += gap;
            while (deadline <= now)
            {
                Step(deadline.Value, new RuleEvent.TimePassed());
            }

            Step(now, happened);
        }

        while (deadline is { } time)
        {
            Step(time, new RuleEvent.TimePassed());
        }

        return done;

        void Step(double time, RuleEvent happened)
        {
            EngineStep step = RuleEngine.Step(rules, state, happened, time);
            (state, deadline) = (step.State, step.NextDeadlineS);
            done.AddRange(step.Actions.Select(a => new Done(time, a, state)));
        }
    }

    private sealed record Done(double TimeS, EngineAction Action, EngineState State);
}
