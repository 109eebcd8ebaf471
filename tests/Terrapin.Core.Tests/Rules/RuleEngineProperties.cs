using CsCheck;
using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Tests.Rules;

/// <summary>Any rules under any order of events: what may never happen.</summary>
public class RuleEngineProperties
{
    private static readonly string[] Sensors = ["a", "b", "c"];

    private static readonly Gen<Rule> AnyRule = Gen.Select(
        Gen.Int[1, 7],
        Gen.Int[0, 30_000],
        Gen.Int[1, 15],
        Gen.Bool,
        Gen.Int[0, 60_000],
        Gen.Select(Gen.Bool, Gen.Int[0, 3]),
        (sensors, confirm, modes, closes, delay, other) => new Rule
        {
            Id = "rule",
            Name = "Rule",
            SensorIds = [.. Sensors.Where((_, i) => (sensors & (1 << i)) != 0)],
            ConfirmS = confirm / 1000.0,
            Modes = [.. Enum.GetValues<Mode>().Where((_, i) => (modes & (1 << i)) != 0)],
            Action = closes ? RuleAction.Close : RuleAction.TellOnly,
            DelayS = delay / 1000.0,
            CancelIfDry = other.Item1,
            AtLeast = other.Item2 == 0 ? null : other.Item2,
        });

    /// <summary>Wet and dry for each sensor, then the modes.</summary>
    private static readonly Gen<RuleEvent> AnyEvent = Gen.Select(Gen.Int[0, 6], Gen.Int[0, 3]).Select((what, mode) => what switch
    {
        < 3 => RuleEvent.Wet(what),
        < 6 => RuleEvent.Dry(what - 3),
        _ => RuleEvent.Becomes((Mode)mode),
    });

    private static readonly Gen<(int GapMs, RuleEvent Happened)[]> AnyStory = Gen.Select(Gen.Int[0, 40_000], AnyEvent).Array[0, 25];

    [Fact]
    public void It_orders_what_the_slow_and_obvious_engine_orders() => Gen.Select(AnyRule.Array[1, 4], AnyStory).Sample((rules, story) =>
    {
        rules = Numbered(rules);
        IEnumerable<(long, bool, string, int)> slow = Slowly(rules, story);
        return slow.SequenceEqual(Tell(rules, story).Select(d => (d.TimeMs, d.Order.Kind == RuleOrderKind.Close, rules[d.Order.Rule].Id, d.Order.Sensor)));
    }, iter: 20_000);

    [Fact]
    public void It_never_closes_without_having_told() => Gen.Select(AnyRule.Array[1, 3], AnyStory).Sample((rules, story) =>
    {
        List<RuleStory.Ordered> done = Tell(rules, story);
        return done.Where(d => d.Order.Kind == RuleOrderKind.Close).All(close =>
            done.Any(t => t.Order.Kind == RuleOrderKind.Tell && t.Order.Rule == close.Order.Rule && t.TimeMs <= close.TimeMs));
    });

    [Fact]
    public void It_closes_exactly_the_delay_after_telling() => Gen.Select(AnyRule, AnyStory).Sample((rule, story) =>
    {
        long? told = null;
        foreach (RuleStory.Ordered step in Tell([rule], story))
        {
            if (step.Order.Kind == RuleOrderKind.Tell)
            {
                told = step.TimeMs;
            }
            else if (step.TimeMs != told + (long)Math.Round(rule.DelayS * 1000))
            {
                return false;
            }
        }

        return true;
    });

    [Fact]
    public void It_tells_only_in_its_modes() => Gen.Select(AnyRule, AnyStory).Sample((rule, story) =>
        Tell([rule], story).Where(d => d.Order.Kind == RuleOrderKind.Tell).All(told => rule.Modes.Contains(told.Mode)));

    [Fact]
    public void A_rule_that_only_tells_never_closes() => Gen.Select(AnyRule, AnyStory).Sample((rule, story) =>
        Tell([rule with { Action = RuleAction.TellOnly }], story).All(d => d.Order.Kind == RuleOrderKind.Tell));

    [Fact]
    public void Without_water_nothing_happens() => Gen.Select(AnyRule.Array[1, 3], AnyStory).Sample((rules, story) =>
        Tell(rules, [.. story.Where(s => s.Happened.Kind != RuleEventKind.SensorWet)]).Count == 0);

    [Fact]
    public void A_rule_acts_the_same_whatever_other_rules_there_are() => Gen.Select(AnyRule, AnyRule, AnyStory).Sample((rule, other, story) =>
    {
        IEnumerable<(long, RuleOrderKind, int)> alone = Tell([rule], story).Select(d => (d.TimeMs, d.Order.Kind, d.Order.Sensor));
        IEnumerable<(long, RuleOrderKind, int)> beside = Tell([other, rule], story).Where(d => d.Order.Rule == 1).Select(d => (d.TimeMs, d.Order.Kind, d.Order.Sensor));
        return alone.SequenceEqual(beside);
    }, iter: 2000);

    private static Rule[] Numbered(Rule[] rules) => [.. rules.Select((rule, i) => rule with { Id = $"rule-{i}" })];

    private static List<RuleStory.Ordered> Tell(Rule[] rules, (int GapMs, RuleEvent Happened)[] story)
    {
        var run = new RuleStory(RuleProgram.Compile(rules, Sensors, []), Mode.Home);
        long now = 0;
        foreach ((int gap, RuleEvent happened) in story)
        {
            now += gap;
            run.At(now, happened);
        }

        run.ToEnd();
        return run.Done;
    }

    /// <summary>By the reference engine, with milliseconds for its seconds, so that its sums are exact.</summary>
    private static List<(long TimeMs, bool Closes, string RuleId, int Sensor)> Slowly(Rule[] rules, (int GapMs, RuleEvent Happened)[] story)
    {
        Rule[] exact = [.. rules.Select(r => r with { ConfirmS = Math.Round(r.ConfirmS * 1000), DelayS = Math.Round(r.DelayS * 1000) })];
        var done = new List<(long, bool, string, int)>();
        EngineState state = EngineState.Quiet(exact, Mode.Home);
        double? deadline = null;
        double now = 0;
        foreach ((int gap, RuleEvent happened) in story)
        {
            now += gap;
            while (deadline <= now)
            {
                Step(deadline.Value, new ReferenceEvent.TimePassed());
            }

            Step(now, happened.Kind switch
            {
                RuleEventKind.SensorWet => new ReferenceEvent.SensorWet(Sensors[happened.Index]),
                RuleEventKind.SensorDry => new ReferenceEvent.SensorDry(Sensors[happened.Index]),
                _ => new ReferenceEvent.ModeChanged((Mode)happened.Index),
            });
        }

        while (deadline is { } time)
        {
            Step(time, new ReferenceEvent.TimePassed());
        }

        return done;

        void Step(double time, ReferenceEvent happened)
        {
            EngineStep step = ReferenceRuleEngine.Step(exact, state, happened, time);
            (state, deadline) = (step.State, step.NextDeadlineS);
            done.AddRange(step.Actions.Select(a => ((long)time, a is EngineAction.CloseValve, a.RuleId, Array.IndexOf(Sensors, a.SensorId))));
        }
    }
}
