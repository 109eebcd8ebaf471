using CsCheck;
using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Tests.Rules;

/// <summary>Any rules under any order of events: what may never happen.</summary>
public class RuleEngineProperties
{
    private static readonly string[] Sensors = ReferenceRuleEngine.Sensors;
    private static readonly string[] Buttons = ReferenceRuleEngine.Buttons;

    /// <summary>All that may begin and end, but for modes.</summary>
    private static readonly (RuleTrigger Trigger, int Index, string What)[] Conditions =
    [
        .. Sensors.Select((id, i) => (RuleTrigger.SensorWet, i, id)),
        .. Sensors.Select((id, i) => (RuleTrigger.SensorSilent, i, $"silent {id}")),
        .. Buttons.Select((id, i) => (RuleTrigger.ButtonPressed, i, $"button {id}")),
        (RuleTrigger.MainsFails, 0, "MainsFails"),
        (RuleTrigger.InternetFails, 0, "InternetFails"),
        .. ReferenceRuleEngine.Valves.Select((id, i) => (RuleTrigger.ValveMoved, i, $"moved {id}")),
        .. ReferenceRuleEngine.Valves.Select((id, i) => (RuleTrigger.ValveFails, i, $"failed {id}")),
    ];

    private static readonly HoursOfDay Night = new() { FromMin = 1320, UntilMin = 360 };
    private static readonly HoursOfDay Day = new() { FromMin = 360, UntilMin = 1320 };

    /// <summary>What begins and ends that a program knows by other numbers: the cold of a sensor, hours, times of day.</summary>
    private static readonly (string What, Func<RuleProgram, int?> Of)[] Others =
    [
        .. Sensors.SelectMany((id, i) => (IEnumerable<(string, Func<RuleProgram, int?>)>)[($"{id} below 4", p => Cold(p, i, 4)), ($"{id} below 7", p => Cold(p, i, 7))]),
        (ReferenceRuleEngine.HoursOf(Night), p => Clock(p, Night.FromMin, Night.UntilMin)),
        (ReferenceRuleEngine.HoursOf(Day), p => Clock(p, Day.FromMin, Day.UntilMin)),
        ("at 390", p => Clock(p, 390, null)),
    ];

    private static int? Cold(RuleProgram program, int sensor, double belowC) =>
        program.ColderAt(sensor, belowC - 1).Except(program.ColderAt(sensor, belowC)).Select(c => (int?)c).SingleOrDefault();

    private static int? Clock(RuleProgram program, int fromMin, int? untilMin) =>
        program.Clock.Where(c => c.FromMin == fromMin && c.UntilMin == untilMin).Select(c => (int?)c.Condition).SingleOrDefault();

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

    /// <summary>Waiting for anything, and stopping a switch or none.</summary>
    private static readonly Gen<Rule> AnyRuleAtAll = Gen.Select(AnyRule, Gen.Enum<RuleTrigger>(), Gen.Int[0, 4], Gen.Bool, Gen.Int[0, 3], Gen.Int[0, 3], Gen.Int[0, 5]).Select((rule, trigger, buttons, stops, valves, does, hours) => rule with
    {
        Hours = hours switch { 0 => Night, 1 => Day, _ => null },
        AtMin = hours == 5 ? null : 390,
        ColderThanC = hours == 5 ? null : hours % 2 == 0 ? 4 : 7,
        Action = does == 0 ? RuleAction.Open : rule.Action,
        Hold = does == 1 ? RuleHold.UntilReset : null,
        StopValveIds = valves == 3 ? [] : [.. ReferenceRuleEngine.Valves.Where((_, i) => valves == 0 || i == valves - 1)],
        Trigger = trigger == RuleTrigger.SensorWet ? null : trigger,
        ButtonIds = buttons == 4 ? null : [.. Buttons.Where((_, i) => (buttons & (1 << i)) != 0)],
        StopSwitchIds = stops ? ["pump"] : null,
    });

    private static readonly Gen<Happening> AnyMode = Gen.Enum<Mode>().Select(mode => new Happening(null, false, mode));

    private static readonly Gen<Happening> AnyHappening = Gen.OneOf(AnyMode, Gen.Const(Happening.Reset), AnyOf(Conditions.Length + Others.Length), AnyOf(Conditions.Length + Others.Length), AnyOf(Conditions.Length + Others.Length));

    private static readonly Gen<(int GapMs, Happening Happened)[]> AnyStory = Gen.Select(Gen.Int[0, 40_000], Gen.OneOf(AnyMode, AnyOf(Sensors.Length), AnyOf(Sensors.Length), AnyOf(Sensors.Length))).Array[0, 25];
    private static readonly Gen<(int GapMs, Happening Happened)[]> AnyStoryAtAll = Gen.Select(Gen.Int[0, 40_000], AnyHappening).Array[0, 30];

    /// <summary>One of the first conditions begins or ends.</summary>
    private static Gen<Happening> AnyOf(int conditions) => Gen.Select(Gen.Int[0, conditions - 1], Gen.Bool).Select((i, begins) => new Happening(i, begins, default));

    [Fact]
    public void It_orders_what_the_slow_and_obvious_engine_orders() => Gen.Select(AnyRuleAtAll.Array[1, 4], AnyStoryAtAll, Gen.Enum<Mode>(), Gen.Int[0, 2].Select(n => (double)(new[] { 0, 720, 1380 })[n])).Sample((rules, story, mode, atMin) =>
    {
        rules = Numbered(rules);
        RuleProgram program = Compiled(rules);
        // Those of modes are the last: each is named for its rule.
        string What(int condition) => program.WhatIs(condition) is { Trigger: RuleTrigger.ModeComes, Index: var rule }
            ? $"mode {rules[rule].Id}"
            : Others.Where(o => o.Of(program) == condition).Select(o => o.What)
                .Concat(Conditions.Where(c => (c.Trigger, c.Index) == program.WhatIs(condition)).Select(c => c.What)).First();
        return Slowly(rules, story, mode, atMin).SequenceEqual(Tell(rules, story, mode, atMin).Select(d => (d.TimeMs, d.Order.Kind, rules[d.Order.Rule].Id, What(d.Order.Condition), d.Order.Valves)));
    }, iter: 20_000);

    [Fact]
    public void It_never_opens_what_a_wet_sensor_guards() => Gen.Select(AnyRuleAtAll.Array[1, 4], AnyStoryAtAll, Gen.Enum<Mode>()).Sample((rules, story, mode) =>
    {
        rules = Numbered(rules);
        foreach (RuleStory.Ordered opening in Tell(rules, story, mode).Where(d => d.Order.Kind == RuleOrderKind.Open))
        {
            // What happened at the very time may have come before it or after it.
            long time = 0;
            var wet = new HashSet<string>();
            foreach ((int gap, Happening happened) in story.TakeWhile(s => (time += s.GapMs) < opening.TimeMs))
            {
                if (happened.Condition is { } condition && condition < Conditions.Length && Conditions[condition].Trigger == RuleTrigger.SensorWet)
                {
                    _ = happened.Begins ? wet.Add(Conditions[condition].What) : wet.Remove(Conditions[condition].What);
                }
            }

            if (story.Aggregate((At: 0L, Hit: false), (sum, s) => (sum.At + s.GapMs, sum.Hit || sum.At + s.GapMs == opening.TimeMs)).Hit)
            {
                continue;
            }

            for (int v = 0; v < ReferenceRuleEngine.Valves.Length; v++)
            {
                bool isGuarded = wet.Any(s => ReferenceRuleEngine.Links.Contains((s, ReferenceRuleEngine.Valves[v])) || rules.Any(r => r.Closes(ReferenceRuleEngine.Valves[v]) && r.WaitsFor == RuleTrigger.SensorWet && r.SensorIds.Contains(s)));
                Assert.False(isGuarded && (opening.Order.Valves & (1ul << v)) != 0);
            }
        }
    });

    [Fact]
    public void What_no_rule_waits_for_is_no_condition() => AnyRuleAtAll.Sample(rule =>
    {
        // What opens looks at silent sensors too, whether or not it waits for them.
        RuleProgram program = Compiled([rule with { Action = RuleAction.Close }]);
        return Conditions.Skip(Sensors.Length).All(c => program.ConditionOf(c.Trigger, c.Index) is null != ReferenceRuleEngine.WaitsFor(rule, Sensors, Buttons).Contains(c.What))
            && Sensors.Select((_, s) => s).All(s => program.ConditionOf(RuleTrigger.SensorWet, s) == s);
    });

    [Fact]
    public void A_mode_comes_once_and_only_from_outside()
    {
        Rule rule = Single("a") with { Trigger = RuleTrigger.ModeComes, Modes = [Mode.Away, Mode.Holiday], ConfirmS = 60, DelayS = 30, Action = RuleAction.Close };
        (int, Happening)[] Story(params (int GapMs, Mode Mode)[] modes) => [.. modes.Select(m => (m.GapMs, new Happening(null, false, m.Mode)))];
        Assert.Empty(Tell([rule], Story((0, Mode.Home), (120_000, Mode.Asleep)), Mode.Away));
        Assert.Equal([61_000L, 91_000], Tell([rule], Story((1000, Mode.Away), (5000, Mode.Holiday)), Mode.Home).Select(d => d.TimeMs));
        Assert.Empty(Tell([rule], Story((1000, Mode.Away), (59_000, Mode.Home)), Mode.Home));
        Assert.Equal([60_000L, 90_000], Tell([rule], Story((0, Mode.Away), (75_000, Mode.Home)), Mode.Home).Select(d => d.TimeMs));
        Assert.Equal([60_000L], Tell([rule with { CancelIfDry = true }], Story((0, Mode.Away), (75_000, Mode.Home)), Mode.Home).Select(d => d.TimeMs));
    }

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
            else if (step.Order.Kind == RuleOrderKind.Close && step.TimeMs != told + (long)Math.Round(rule.DelayS * 1000))
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
        Tell(rules, [.. story.Where(s => !s.Happened.Begins)]).Count == 0);

    [Fact]
    public void A_rule_acts_the_same_whatever_other_rules_there_are() => Gen.Select(AnyRule, AnyRule, AnyStory).Sample((rule, other, story) =>
    {
        IEnumerable<(long, RuleOrderKind, int)> alone = Tell([rule], story).Select(d => (d.TimeMs, d.Order.Kind, d.Order.Condition));
        IEnumerable<(long, RuleOrderKind, int)> beside = Tell([other, rule], story).Where(d => d.Order.Rule == 1).Select(d => (d.TimeMs, d.Order.Kind, d.Order.Condition));
        return alone.SequenceEqual(beside);
    }, iter: 2000);

    private static Rule[] Numbered(Rule[] rules) => [.. rules.Select((rule, i) => rule with { Id = $"rule-{i}" })];

    private static Rule Single(string sensor) => new()
    {
        Id = "rule",
        Name = "Rule",
        SensorIds = [sensor],
        ConfirmS = 0,
        Modes = Enum.GetValues<Mode>(),
        Action = RuleAction.TellOnly,
        DelayS = 0,
        CancelIfDry = false,
    };

    private static RuleProgram Compiled(Rule[] rules) => RuleProgram.Compile(
        rules,
        Sensors,
        ReferenceRuleEngine.Valves,
        Buttons,
        new RuleGuards(
            [.. ReferenceRuleEngine.Links.Select(l => (Array.IndexOf(Sensors, l.Sensor), Array.IndexOf(ReferenceRuleEngine.Valves, l.Valve)))],
            [.. Sensors.Select(_ => ReferenceRuleEngine.SilentAfter / 1000)]));

    private static List<RuleStory.Ordered> Tell(Rule[] rules, (int GapMs, Happening Happened)[] story, Mode mode = Mode.Home, double atMin = 0)
    {
        RuleProgram program = Compiled(rules);
        var run = new RuleStory(program, mode, atMin);
        long now = 0;
        foreach ((int gap, Happening happened) in story)
        {
            now += gap;
            if (happened.Event(program) is { } told)
            {
                run.At(now, told);
            }
        }

        run.ToEnd();
        return run.Done;
    }

    /// <summary>By the reference engine, with milliseconds for its seconds, so that its sums are exact.</summary>
    private static List<(long TimeMs, RuleOrderKind Kind, string RuleId, string What, ulong Valves)> Slowly(Rule[] rules, (int GapMs, Happening Happened)[] story, Mode mode, double atMin)
    {
        Rule[] exact = [.. rules.Select(r => r with { ConfirmS = Math.Round(r.ConfirmS * 1000), DelayS = Math.Round(r.DelayS * 1000) })];
        var done = new List<(long, RuleOrderKind, string, string, ulong)>();
        EngineState state = EngineState.Quiet(exact, mode, atMin);
        double? deadline = null;
        double now = 0;
        foreach ((int gap, Happening happened) in story)
        {
            now += gap;
            while (deadline <= now)
            {
                Step(deadline.Value, new ReferenceEvent.TimePassed());
            }

            Step(now, happened.Resets ? new ReferenceEvent.Reset()
                : happened.Condition is not { } condition ? new ReferenceEvent.ModeChanged(happened.Mode)
                : happened.Begins ? new ReferenceEvent.Begins(WhatIs(condition))
                : new ReferenceEvent.Ends(WhatIs(condition)));
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
            done.AddRange(step.Actions.Select(a => ((long)time, KindOf(a), a.RuleId, a.What, ValvesOf(a))));
        }
    }

    private static string WhatIs(int condition) => condition < Conditions.Length ? Conditions[condition].What : Others[condition - Conditions.Length].What;

    private static RuleOrderKind KindOf(EngineAction action) => action switch
    {
        EngineAction.Tell => RuleOrderKind.Tell,
        EngineAction.StopSwitches => RuleOrderKind.StopSwitches,
        EngineAction.OpenValves => RuleOrderKind.Open,
        EngineAction.RefuseToOpen => RuleOrderKind.RefuseToOpen,
        _ => RuleOrderKind.Close,
    };

    private static ulong ValvesOf(EngineAction action) => (action switch { EngineAction.OpenValves open => open.Valves, EngineAction.RefuseToOpen refused => refused.Valves, _ => [] })
        .Aggregate(0ul, (mask, valve) => mask | (1ul << Array.IndexOf(ReferenceRuleEngine.Valves, valve)));

    /// <param name="Condition">That begins or ends; <see langword="null"/>: the mode changes.</param>
    /// <param name="Resets">Somebody resets what holds a valve.</param>
    private sealed record Happening(int? Condition, bool Begins, Mode Mode, bool Resets = false)
    {
        public static Happening Reset { get; } = new(null, false, default, Resets: true);

        /// <summary>As a program is told; <see langword="null"/>: none of its rules waits for it.</summary>
        public RuleEvent? Event(RuleProgram program) => Resets ? RuleEvent.Reset
            : Condition is not { } condition ? RuleEvent.Becomes(Mode)
            : (condition < Conditions.Length ? program.ConditionOf(Conditions[condition].Trigger, Conditions[condition].Index) : Others[condition - Conditions.Length].Of(program)) is not { } index ? null
            : Begins ? RuleEvent.Begins(index)
            : RuleEvent.Ends(index);
    }
}
