using System.Collections.Immutable;
using Terrapin.Core.Model;

namespace Terrapin.Core.Tests.Rules;

/// <summary>Something that the engine is told.</summary>
internal abstract record ReferenceEvent
{
    private ReferenceEvent()
    {
    }

    public sealed record SensorWet(string SensorId) : ReferenceEvent;

    public sealed record SensorDry(string SensorId) : ReferenceEvent;

    public sealed record ModeChanged(Mode Mode) : ReferenceEvent;

    /// <summary>Nothing but the clock: a deadline may have come.</summary>
    public sealed record TimePassed : ReferenceEvent;
}

/// <summary>Something that the engine wants done.</summary>
/// <param name="RuleId">The rule that wants it.</param>
/// <param name="SensorId">The sensor that made the rule fire.</param>
internal abstract record EngineAction(string RuleId, string SensorId)
{
    public sealed record Tell(string RuleId, string SensorId) : EngineAction(RuleId, SensorId);

    public sealed record CloseValve(string RuleId, string SensorId) : EngineAction(RuleId, SensorId);
}

/// <summary>How far one rule has come.</summary>
internal abstract record RuleProgress
{
    private RuleProgress()
    {
    }

    public sealed record Waiting : RuleProgress;

    /// <summary>It has told, and closes at a time.</summary>
    public sealed record ClosingPending(double AtS, string SensorId) : RuleProgress;

    /// <summary>It has acted, and waits for all its sensors to be dry.</summary>
    public sealed record Acted : RuleProgress;
}

/// <summary>All that the engine remembers.</summary>
/// <param name="Mode">Who is home.</param>
/// <param name="WetSinceS">Each wet sensor and when it became so, s.</param>
/// <param name="Progress">One entry a rule, in the rules' order.</param>
internal sealed record EngineState(
    Mode Mode,
    ImmutableSortedDictionary<string, double> WetSinceS,
    ImmutableArray<RuleProgress> Progress)
{
    /// <summary>All dry and nothing pending.</summary>
    public static EngineState Quiet(IReadOnlyList<Rule> rules, Mode mode) => new(
        mode,
        ImmutableSortedDictionary<string, double>.Empty.WithComparers(StringComparer.Ordinal),
        [.. rules.Select(_ => (RuleProgress)new RuleProgress.Waiting())]);
}

/// <summary>What one step gave.</summary>
/// <param name="State">The new state.</param>
/// <param name="Actions">What is to be done now, in order.</param>
/// <param name="NextDeadlineS">When the engine must be stepped at the latest; <see langword="null"/>: only on an event.</param>
internal sealed record EngineStep(EngineState State, IReadOnlyList<EngineAction> Actions, double? NextDeadlineS);

/// <summary>
/// A rule engine that is slow and obvious, to hold the compiled program against: (rules, state, event, now) → (state, actions).
/// </summary>
internal static class ReferenceRuleEngine
{
    /// <summary>
    /// Takes one event. A rule fires when one of its sensors has been wet for the confirming time and its modes hold,
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

        state = Take(state, happened, nowS);
        var actions = new List<EngineAction>();
        ImmutableArray<RuleProgress>.Builder progress = state.Progress.ToBuilder();
        double? next = null;
        for (int i = 0; i < rules.Count; i++)
        {
            progress[i] = Advance(rules[i], progress[i], state, nowS, actions);
            next = Earliest(next, Deadline(rules[i], progress[i], state, nowS));
        }

        return new EngineStep(state with { Progress = progress.DrainToImmutable() }, actions, next);
    }

    private static EngineState Take(EngineState state, ReferenceEvent happened, double nowS) => happened switch
    {
        ReferenceEvent.SensorWet wet when !state.WetSinceS.ContainsKey(wet.SensorId) =>
            state with { WetSinceS = state.WetSinceS.Add(wet.SensorId, nowS) },
        ReferenceEvent.SensorDry dry => state with { WetSinceS = state.WetSinceS.Remove(dry.SensorId) },
        ReferenceEvent.ModeChanged change => state with { Mode = change.Mode },
        _ => state,
    };

    private static RuleProgress Advance(Rule rule, RuleProgress progress, EngineState state, double nowS, List<EngineAction> actions)
    {
        if (AllDry(rule, state) && (progress is RuleProgress.Acted || (progress is RuleProgress.ClosingPending && rule.CancelIfDry)))
        {
            progress = new RuleProgress.Waiting();
        }

        if (progress is RuleProgress.Waiting && rule.Modes.Contains(state.Mode) && FirstConfirmed(rule, state, nowS) is { } sensor)
        {
            actions.Add(new EngineAction.Tell(rule.Id, sensor));
            progress = rule.Action == RuleAction.Close
                ? new RuleProgress.ClosingPending(nowS + rule.DelayS, sensor)
                : new RuleProgress.Acted();
        }

        if (progress is RuleProgress.ClosingPending pending && nowS >= pending.AtS)
        {
            actions.Add(new EngineAction.CloseValve(rule.Id, pending.SensorId));
            // All may be dry again by now; then nothing more comes to say so, and the rule must be ready for the next leak.
            progress = AllDry(rule, state) ? new RuleProgress.Waiting() : new RuleProgress.Acted();
        }

        return progress;
    }

    private static bool AllDry(Rule rule, EngineState state)
    {
        foreach (string id in rule.SensorIds)
        {
            if (state.WetSinceS.ContainsKey(id))
            {
                return false;
            }
        }

        return true;
    }

    private static string? FirstConfirmed(Rule rule, EngineState state, double nowS)
    {
        int wetForLong = rule.SensorIds.Count(id => state.WetSinceS.TryGetValue(id, out double since) && nowS >= since + rule.ConfirmS);
        if (wetForLong < (rule.AtLeast ?? 1))
        {
            return null;
        }

        string? first = null;
        double firstSince = double.PositiveInfinity;
        foreach (string id in rule.SensorIds)
        {
            if (state.WetSinceS.TryGetValue(id, out double since) && nowS >= since + rule.ConfirmS && since < firstSince)
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
        if (progress is RuleProgress.Waiting && rule.Modes.Contains(state.Mode))
        {
            foreach (string id in rule.SensorIds)
            {
                if (state.WetSinceS.TryGetValue(id, out double since) && since + rule.ConfirmS > nowS)
                {
                    next = Earliest(next, since + rule.ConfirmS);
                }
            }
        }

        return next;
    }

    private static double? Earliest(double? a, double? b) => a is null || b < a ? b ?? a : a;
}
