using System.Collections.Immutable;
using Terrapin.Core.Model;

namespace Terrapin.Core.Tests.Rules;

/// <summary>Something that the engine is told.</summary>
internal abstract record ReferenceEvent
{
    private ReferenceEvent()
    {
    }

    /// <summary>What a rule may wait for is so: see <see cref="ReferenceRuleEngine.WaitsFor(Rule, IReadOnlyList{string}, IReadOnlyList{string})"/>.</summary>
    public sealed record Begins(string What) : ReferenceEvent;

    public sealed record Ends(string What) : ReferenceEvent;

    public sealed record ModeChanged(Mode Mode) : ReferenceEvent;

    /// <summary>Somebody has looked: what is over holds no valve any more.</summary>
    public sealed record Reset : ReferenceEvent;

    /// <summary>Nothing but the clock: a deadline may have come.</summary>
    public sealed record TimePassed : ReferenceEvent;
}

/// <summary>Something that the engine wants done.</summary>
/// <param name="RuleId">The rule that wants it.</param>
/// <param name="What">What made the rule fire.</param>
internal abstract record EngineAction(string RuleId, string What)
{
    public sealed record Tell(string RuleId, string What) : EngineAction(RuleId, What);

    public sealed record StopSwitches(string RuleId, string What) : EngineAction(RuleId, What);

    public sealed record CloseValve(string RuleId, string What) : EngineAction(RuleId, What);

    public sealed record OpenValves(string RuleId, string What, IReadOnlyList<string> Valves) : EngineAction(RuleId, What);

    public sealed record RefuseToOpen(string RuleId, string What, IReadOnlyList<string> Valves) : EngineAction(RuleId, What);
}

/// <summary>How far one rule has come.</summary>
internal abstract record RuleProgress
{
    private RuleProgress()
    {
    }

    public sealed record Waiting : RuleProgress;

    /// <summary>It has told, and closes or opens at a time.</summary>
    public sealed record ClosingPending(double AtS, string What) : RuleProgress;

    /// <summary>It has acted, and waits until all that it waits for is over.</summary>
    public sealed record Acted : RuleProgress;
}

/// <summary>All that the engine remembers.</summary>
/// <param name="Mode">Who is home.</param>
/// <param name="SinceS">All that is so and that a rule may wait for, and since when, s.</param>
/// <param name="Progress">One entry a rule, in the rules' order.</param>
/// <param name="Held">Rules whose closing holds until it is reset.</param>
internal sealed record EngineState(
    Mode Mode,
    ImmutableSortedDictionary<string, double> SinceS,
    ImmutableArray<RuleProgress> Progress,
    ImmutableHashSet<string> Held)
{
    /// <summary>All dry and nothing pending. What waits for this mode to come has acted long ago, unless its hours are still to come.</summary>
    public static EngineState Quiet(IReadOnlyList<Rule> rules, Mode mode, double atMin = 0) => new(
        mode,
        rules.Where(r => CameLongAgo(r, mode)).Select(r => $"mode {r.Id}")
            .Concat(rules.Where(r => r.Hours?.Holds(atMin) == true).Select(r => ReferenceRuleEngine.HoursOf(r.Hours!)).Distinct())
            .ToImmutableSortedDictionary(what => what, _ => double.NegativeInfinity, StringComparer.Ordinal),
        [.. rules.Select(r => CameLongAgo(r, mode) && r.HoldsAt(atMin) ? (RuleProgress)new RuleProgress.Acted() : new RuleProgress.Waiting())],
        []);

    private static bool CameLongAgo(Rule rule, Mode mode) => rule.WaitsFor == RuleTrigger.ModeComes && rule.Modes.Contains(mode);
}

/// <summary>What one step gave.</summary>
/// <param name="State">The new state.</param>
/// <param name="Actions">What is to be done now, in order.</param>
/// <param name="NextDeadlineS">When the engine must be stepped at the latest; <see langword="null"/>: only on an event.</param>
internal sealed record EngineStep(EngineState State, IReadOnlyList<EngineAction> Actions, double? NextDeadlineS);

/// <summary>
/// A rule engine that is slow and obvious, to hold the compiled program against: (rules, state, event, now) → (state, actions). Its sensors and
/// buttons are always the same.
/// </summary>
internal static class ReferenceRuleEngine
{
    public static readonly string[] Sensors = ["a", "b", "c"];
    public static readonly string[] Buttons = ["door", "panel"];
    public static readonly string[] Valves = ["upper", "lower"];

    /// <summary>The sensor closes the valve without a hub.</summary>
    public static readonly (string Sensor, string Valve)[] Links = [("b", "upper")];

    /// <summary>When a sensor is taken for silent, in the unit of the rules.</summary>
    public const double SilentAfter = 30_000;

    /// <summary>
    /// Takes one event. A rule fires when enough of what it waits for has been so for the confirming time and its modes hold,
    /// whichever came last. A change of mode leaves a pending closing as it is.
    /// </summary>
    /// <param name="rules">In the order in which they act; the same at each step.</param>
    /// <param name="state">From the step before, or <see cref="EngineState.Quiet"/>.</param>
    /// <param name="happened">The event.</param>
    /// <param name="nowS">The time, s, never earlier than at the step before.</param>
    /// <exception cref="ArgumentException">The state belongs to other rules.</exception>
    public static EngineStep Step(IReadOnlyList<Rule> rules, EngineState state, ReferenceEvent happened, double nowS)
    {
        if (state.Progress.Length != rules.Count)
        {
            throw new ArgumentException("The state belongs to other rules.", nameof(state));
        }

        state = Take(rules, state, happened, nowS);
        var actions = new List<EngineAction>();
        ImmutableArray<RuleProgress>.Builder progress = state.Progress.ToBuilder();
        double? next = null;
        for (int i = 0; i < rules.Count; i++)
        {
            int own = i;
            progress[i] = Advance(rules[i], progress[i], state, nowS, actions, valve => IsBarred(valve, rules, own, progress, state, nowS));
            if (actions.LastOrDefault() is EngineAction.CloseValve close && close.RuleId == rules[i].Id && rules[i].Hold == RuleHold.UntilReset)
            {
                state = state with { Held = state.Held.Add(rules[i].Id) };
            }

            next = Earliest(next, Deadline(rules[i], progress[i], state, nowS));
        }

        return new EngineStep(state with { Progress = progress.DrainToImmutable() }, actions, next);
    }

    /// <summary>What a rule waits for, in words that are the same for whoever waits for the same.</summary>
    /// <param name="rule">The rule.</param>
    /// <param name="sensors">Every sensor.</param>
    /// <param name="buttons">Every button.</param>
    public static IEnumerable<string> WaitsFor(Rule rule, IReadOnlyList<string> sensors, IReadOnlyList<string> buttons) => rule.WaitsFor switch
    {
        RuleTrigger.SensorWet => Named(rule, sensors),
        RuleTrigger.SensorSilent => Named(rule, sensors).Select(id => $"silent {id}"),
        RuleTrigger.ButtonPressed => buttons.Where(rule.IsPressedBy).Select(id => $"button {id}"),
        RuleTrigger.ModeComes => [$"mode {rule.Id}"],
        RuleTrigger.SensorCold => rule.ColderThanC is { } belowC ? Named(rule, sensors).Select(id => $"{id} below {belowC}") : [],
        RuleTrigger.ValveMoved => Valves.Select(id => $"moved {id}"),
        RuleTrigger.ValveFails => Valves.Select(id => $"failed {id}"),
        RuleTrigger.TimeComes => rule.AtMin is { } atMin ? [$"at {atMin}"] : [],
        _ => [rule.WaitsFor.ToString()],
    };

    /// <summary>Hours in words that are the same for all rules that hold in them.</summary>
    public static string HoursOf(HoursOfDay hours) => $"hours {hours.FromMin}-{hours.UntilMin}";

    private static bool HoldsNow(Rule rule, EngineState state) =>
        rule.Modes.Contains(state.Mode) && (rule.Hours is null || state.SinceS.ContainsKey(HoursOf(rule.Hours)));

    private static double ConfirmS(Rule rule) => rule.WaitsFor == RuleTrigger.TimeComes ? 0 : rule.ConfirmS;

    private static IEnumerable<string> Named(Rule rule, IReadOnlyList<string> sensors) => rule.AllBut ? sensors.Except(rule.SensorIds) : rule.SensorIds;

    private static string[] WaitsFor(Rule rule) => [.. WaitsFor(rule, Sensors, Buttons)];

    private static EngineState Take(IReadOnlyList<Rule> rules, EngineState state, ReferenceEvent happened, double nowS)
    {
        switch (happened)
        {
            case ReferenceEvent.Begins { What: var what }:
                return state with { SinceS = state.SinceS.ContainsKey(what) ? state.SinceS : state.SinceS.Add(what, nowS) };
            case ReferenceEvent.Ends { What: var what }:
                return state with { SinceS = state.SinceS.Remove(what) };
            case ReferenceEvent.ModeChanged { Mode: var mode }:
                ImmutableSortedDictionary<string, double> since = state.SinceS;
                foreach (Rule rule in rules.Where(r => r.WaitsFor == RuleTrigger.ModeComes))
                {
                    string what = $"mode {rule.Id}";
                    since = !rule.Modes.Contains(mode) ? since.Remove(what) : since.ContainsKey(what) ? since : since.Add(what, nowS);
                }

                return state with { Mode = mode, SinceS = since };
            case ReferenceEvent.Reset:
                return state with { Held = [.. state.Held.Where(id => !IsOver(rules.First(r => r.Id == id), state))] };
            default:
                return state;
        }
    }

    /// <summary>Whether no rule may open a valve: what guards it is wet or silent, or a closing of it is pending or holds.</summary>
    private static bool IsBarred(string valve, IReadOnlyList<Rule> rules, int opening, IReadOnlyList<RuleProgress> progress, EngineState state, double nowS)
    {
        Rule[] closing = [.. rules.Where(r => r.Closes(valve))];
        return Sensors.Where(id => closing.Any(r => r.WaitsFor == RuleTrigger.SensorWet && r.SensorIds.Contains(id)) || Links.Contains((id, valve))).Any(id =>
                state.SinceS.ContainsKey(id) || (state.SinceS.TryGetValue($"silent {id}", out double since) && nowS - since >= SilentAfter))
            || closing.Any(r => state.Held.Contains(r.Id))
            || rules.Where((r, i) => i != opening && closing.Contains(r) && progress[i] is RuleProgress.ClosingPending).Any();
    }

    private static RuleProgress Advance(Rule rule, RuleProgress progress, EngineState state, double nowS, List<EngineAction> actions, Func<string, bool> isBarred)
    {
        if (IsOver(rule, state) && (progress is RuleProgress.Acted || (progress is RuleProgress.ClosingPending && rule.CancelIfDry)))
        {
            progress = new RuleProgress.Waiting();
        }

        if (progress is RuleProgress.Waiting && HoldsNow(rule, state) && FirstConfirmed(rule, state, nowS) is { } what)
        {
            actions.Add(new EngineAction.Tell(rule.Id, what));
            if (rule.StopSwitchIds is { Count: > 0 })
            {
                actions.Add(new EngineAction.StopSwitches(rule.Id, what));
            }

            progress = rule.Action != RuleAction.TellOnly
                ? new RuleProgress.ClosingPending(nowS + rule.DelayS, what)
                : new RuleProgress.Acted();
        }

        if (progress is RuleProgress.ClosingPending pending && nowS >= pending.AtS)
        {
            if (rule.Action == RuleAction.Close)
            {
                actions.Add(new EngineAction.CloseValve(rule.Id, pending.What));
            }
            else
            {
                ILookup<bool, string> named = Valves.Where(rule.Opens).ToLookup(isBarred);
                actions.AddRange(named[false].Any() ? [new EngineAction.OpenValves(rule.Id, pending.What, [.. named[false]])] : Array.Empty<EngineAction>());
                actions.AddRange(named[true].Any() ? [new EngineAction.RefuseToOpen(rule.Id, pending.What, [.. named[true]])] : Array.Empty<EngineAction>());
            }

            // All may be over by now; then nothing more comes to say so, and the rule must be ready for the next time.
            progress = IsOver(rule, state) ? new RuleProgress.Waiting() : new RuleProgress.Acted();
        }

        return progress;
    }

    private static bool IsOver(Rule rule, EngineState state)
    {
        foreach (string id in WaitsFor(rule))
        {
            if (state.SinceS.ContainsKey(id))
            {
                return false;
            }
        }

        return true;
    }

    private static string? FirstConfirmed(Rule rule, EngineState state, double nowS)
    {
        int soForLong = WaitsFor(rule).Count(id => state.SinceS.TryGetValue(id, out double since) && nowS >= since + ConfirmS(rule));
        if (soForLong < (rule.IsOfSensors ? rule.AtLeast ?? 1 : 1))
        {
            return null;
        }

        string? first = null;
        double firstSince = double.PositiveInfinity;
        foreach (string id in WaitsFor(rule))
        {
            if (state.SinceS.TryGetValue(id, out double since) && nowS >= since + ConfirmS(rule) && since < firstSince)
            {
                (first, firstSince) = (id, since);
            }
        }

        return first;
    }

    private static double? Deadline(Rule rule, RuleProgress progress, EngineState state, double nowS)
    {
        if (progress is RuleProgress.ClosingPending pending)
        {
            return pending.AtS;
        }

        double? next = null;
        if (progress is RuleProgress.Waiting && HoldsNow(rule, state))
        {
            foreach (string id in WaitsFor(rule))
            {
                if (state.SinceS.TryGetValue(id, out double since) && since + ConfirmS(rule) > nowS)
                {
                    next = Earliest(next, since + ConfirmS(rule));
                }
            }
        }

        return next;
    }

    private static double? Earliest(double? a, double? b) => a is null || b < a ? b ?? a : a;
}
