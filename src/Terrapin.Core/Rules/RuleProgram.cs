using System.Numerics;
using Terrapin.Core.Model;

namespace Terrapin.Core.Rules;

/// <summary>
/// A plan's rules made ready to run: what they wait for, the rules and the valves are indices, sets of them are bits, times are whole
/// milliseconds. A condition is something that is so or not, of which a rule waits for one or several: each sensor's being wet is one, by
/// the sensor's index; behind them come those others that a rule waits for, and the hours in which one holds.
/// (state, event, time since the step before) → (state, orders), without a clock, without memory of its own and without
/// allocating. It must be stepped at each deadline that it names, so that times are exact. Safe to use from several threads.
/// </summary>
/// <remarks>
/// A state's words: the mode; the conditions that are so, 32 a word; for each condition how long it has been so, ms, 0 while it is not; for
/// each rule how far it has come, and the condition that it fired for; where closings hold until they are reset, which rules hold one, 32 a
/// word.
/// </remarks>
public sealed class RuleProgram
{
    /// <summary>An age stops growing here, 12 days, far beyond the longest time of a rule.</summary>
    private const int OldestMs = 1 << 30;

    private const int WordBits = 32;
    private const int Waiting = 0;

    /// <summary>It has acted, and waits for all its conditions to be over. Above zero a closing is pending: one more than what is left of its delay, ms.</summary>
    private const int Acted = -1;

    private readonly CompiledRule[] rules;
    private readonly Condition[] conditions;
    private readonly uint[] waitsFor;
    private readonly int bitWords;
    private readonly int agesAt;
    private readonly int progressAt;
    private readonly int heldAt;

    /// <summary>For each condition the valves that are not opened while it is so, a bit each.</summary>
    private readonly ulong[] guards;

    /// <summary>For each condition how long it must have been so for that, ms.</summary>
    private readonly int[] guardsAfterMs;

    private RuleProgram(CompiledRule[] rules, Condition[] conditions, uint[] waitsFor, ulong[] guards, int[] guardsAfterMs)
    {
        this.rules = rules;
        this.conditions = conditions;
        this.waitsFor = waitsFor;
        (this.guards, this.guardsAfterMs) = (guards, guardsAfterMs);
        bitWords = WordsFor(conditions.Length);
        agesAt = 1 + bitWords;
        progressAt = agesAt + conditions.Length;
        heldAt = progressAt + (2 * rules.Length);
        StateLength = heldAt + (rules.Any(r => r.HoldsUntilReset) ? WordsFor(rules.Length) : 0);
        KnowsSilence = conditions.Any(c => c.Trigger == RuleTrigger.SensorSilent);
        ModeConditions = [.. Enumerable.Range(0, conditions.Length).Where(c => conditions[c].Trigger == RuleTrigger.ModeComes)];
        Clock = [.. Enumerable.Range(0, conditions.Length).Where(c => conditions[c].Trigger == RuleTrigger.TimeComes).Select(c => new ClockCondition(c, conditions[c].Index, conditions[c].UntilMin))];
    }

    /// <summary>Words of a state.</summary>
    public int StateLength { get; }

    /// <summary>The most orders that one step can give.</summary>
    public int MostOrders => 4 * rules.Length;

    /// <summary>How many conditions there are.</summary>
    public int Conditions => conditions.Length;

    /// <summary>Whether it asks anywhere if a sensor is silent.</summary>
    public bool KnowsSilence { get; }

    /// <summary>The conditions that the mode decides: nothing else begins or ends them.</summary>
    internal IReadOnlyList<int> ModeConditions { get; }

    /// <summary>The conditions that the time of day decides.</summary>
    public IReadOnlyList<ClockCondition> Clock { get; }

    /// <summary>The valves that a rule closes, one bit each in the order in which they were compiled.</summary>
    public ulong Closes(int rule) => rules[rule].Opens ? 0 : rules[rule].Valves;

    /// <summary>The condition that something begins or ends; <see langword="null"/>: no rule waits for it.</summary>
    /// <param name="trigger">What kind, other than the coming of a mode.</param>
    /// <param name="index">Of the sensor, the button or the valve.</param>
    /// <exception cref="ArgumentException">Rules may wait for several temperatures of one sensor, or parts of a day.</exception>
    public int? ConditionOf(RuleTrigger trigger, int index = 0) => trigger is RuleTrigger.SensorCold or RuleTrigger.TimeComes
        ? throw new ArgumentException("A temperature or a time of day is not one condition.", nameof(trigger))
        : Array.IndexOf(conditions, new Condition(trigger, index)) is >= 0 and var found ? found : null;

    /// <summary>The conditions that begin when a sensor falls to a temperature.</summary>
    /// <param name="sensor">Its index.</param>
    /// <param name="celsius">°C; what waits for a colder one is not among them.</param>
    public IEnumerable<int> ColderAt(int sensor, double celsius) =>
        Enumerable.Range(0, conditions.Length).Where(c => conditions[c] is { Trigger: RuleTrigger.SensorCold } cold && cold.Index == sensor && celsius < cold.BelowC);

    /// <summary>What a condition is, and the index of its sensor, button or valve, or when of the day it begins.</summary>
    public (RuleTrigger Trigger, int Index) WhatIs(int condition) => (conditions[condition].Trigger, conditions[condition].Index);

    /// <summary>The sensor of a condition; −1: none.</summary>
    public int SensorOf(int condition) => conditions[condition] is { Trigger: RuleTrigger.SensorWet or RuleTrigger.SensorSilent or RuleTrigger.SensorCold, Index: var sensor } ? sensor : -1;

    /// <summary>Compiles rules.</summary>
    /// <param name="rules">In the order in which they act; those of rooms or tags with each of their sensors named, see <see cref="Rule.Naming"/>.</param>
    /// <param name="sensorIds">Every sensor, in the order of its index.</param>
    /// <param name="valveIds">Every stop valve that has a drive, in the order of its index, at most 64.</param>
    /// <param name="buttonIds">Every button, in the order of its index; <see langword="null"/>: none.</param>
    /// <param name="barriers">What bars openings beside the rules; <see langword="null"/>: nothing.</param>
    /// <exception cref="ArgumentException">More than 64 valves, or a rule names a sensor that is not among them, or rooms or tags.</exception>
    public static RuleProgram Compile(
        IReadOnlyList<Rule> rules, IReadOnlyList<string> sensorIds, IReadOnlyList<string> valveIds, IReadOnlyList<string>? buttonIds = null, RuleGuards? barriers = null)
    {
        if (valveIds.Count > 64)
        {
            throw new ArgumentException("A program closes at most 64 valves.", nameof(valveIds));
        }

        if (rules.FirstOrDefault(r => r.IsOfGroup) is { } ofGroup)
        {
            throw new ArgumentException($"\"{ofGroup.Name}\" names rooms or tags in the place of their sensors.", nameof(rules));
        }

        HashSet<string> sensors = [.. sensorIds];
        if (rules.FirstOrDefault(r => !sensors.IsSupersetOf(r.SensorIds)) is { } wrong)
        {
            throw new ArgumentException($"\"{wrong.Name}\" names \"{wrong.SensorIds.First(id => !sensors.Contains(id))}\", which is not among the sensors.", nameof(rules));
        }

        Condition[][] ofRules = [.. rules.Select((rule, i) => ConditionsOf(rule, i, sensorIds, valveIds, buttonIds ?? []).ToArray())];
        CompiledRule[] compiled = [.. rules.Select(r => CompiledRule.Of(r, valveIds))];
        IEnumerable<Condition> hours = rules.Select(r => r.Hours).OfType<HoursOfDay>().Select(Condition.In);
        ulong[] guarded = compiled.Any(r => r.Opens) ? [.. sensorIds.Select((id, s) => GuardedBy(id, s, rules, compiled, barriers))] : [];
        IReadOnlyList<double>? silentAfterS = barriers?.SilentAfterS;
        IEnumerable<Condition> silences = guarded.Select((valves, s) => (valves, s)).Where(g => g.valves != 0 && silentAfterS is not null).Select(g => new Condition(RuleTrigger.SensorSilent, g.s));
        Condition[] conditions =
        [
            .. sensorIds.Select((_, s) => new Condition(RuleTrigger.SensorWet, s)),
            // In one order whatever the rules: of several that are so equally long a rule fires for the first.
            .. ofRules.SelectMany(c => c).Concat(silences).Concat(hours).Where(c => c.Trigger != RuleTrigger.SensorWet).Distinct().OrderBy(c => c.Trigger).ThenBy(c => c.Index),
        ];
        var indexOf = new Dictionary<Condition, int>();
        for (int i = 0; i < conditions.Length; i++)
        {
            indexOf.Add(conditions[i], i);
        }

        for (int i = 0; i < compiled.Length; i++)
        {
            compiled[i] = compiled[i] with { Hours = rules[i].Hours is { } holds ? indexOf[Condition.In(holds)] : CompiledRule.EveryHour };
        }

        int words = WordsFor(conditions.Length);
        uint[] waitsFor = new uint[rules.Count * words];
        for (int i = 0; i < rules.Count; i++)
        {
            foreach (Condition condition in ofRules[i])
            {
                waitsFor[(i * words) + (indexOf[condition] / WordBits)] |= 1u << (indexOf[condition] % WordBits);
            }
        }

        bool Guards(Condition c) => guarded.Length > 0 && (c.Trigger == RuleTrigger.SensorWet || (c.Trigger == RuleTrigger.SensorSilent && silentAfterS is not null));
        return new RuleProgram(
            compiled,
            conditions,
            waitsFor,
            guarded.Length == 0 ? [] : [.. conditions.Select(c => Guards(c) ? guarded[c.Index] : 0)],
            guarded.Length == 0 ? [] : [.. conditions.Select(c => c.Trigger == RuleTrigger.SensorSilent && silentAfterS is not null ? Milliseconds(silentAfterS[c.Index]) : 0)]);
    }

    /// <summary>The valves that a sensor's water closes, by a rule or a link: while it is wet or silent no rule opens them.</summary>
    private static ulong GuardedBy(string sensorId, int sensor, IReadOnlyList<Rule> rules, CompiledRule[] compiled, RuleGuards? barriers)
    {
        ulong valves = (barriers?.Links ?? []).Where(l => l.Sensor == sensor).Aggregate(0ul, (mask, link) => mask | (1ul << link.Valve));
        for (int i = 0; i < compiled.Length; i++)
        {
            valves |= compiled[i].Closes && rules[i].WaitsFor == RuleTrigger.SensorWet && Names(rules[i], sensorId) ? compiled[i].Valves : 0;
        }

        return valves;
    }

    private static bool Names(Rule rule, string sensorId) => rule.SensorIds.Contains(sensorId) != rule.AllBut;

    private static IEnumerable<Condition> ConditionsOf(
        Rule rule, int index, IReadOnlyList<string> sensorIds, IReadOnlyList<string> valveIds, IReadOnlyList<string> buttonIds) => rule.WaitsFor switch
        {
            RuleTrigger.ModeComes => [new Condition(RuleTrigger.ModeComes, index)],
            RuleTrigger.TimeComes => rule.AtMin is { } atMin ? [new Condition(RuleTrigger.TimeComes, atMin)] : [],
            RuleTrigger.ValveMoved or RuleTrigger.ValveFails => Enumerable.Range(0, valveIds.Count).Select(v => new Condition(rule.WaitsFor, v)),
            RuleTrigger.SensorCold => rule.ColderThanC is not { } belowC ? [] : Enumerable.Range(0, sensorIds.Count).Where(s => Names(rule, sensorIds[s])).Select(s => new Condition(RuleTrigger.SensorCold, s, BelowC: belowC)),
            RuleTrigger.ButtonPressed => Enumerable.Range(0, buttonIds.Count).Where(b => rule.IsPressedBy(buttonIds[b])).Select(b => new Condition(RuleTrigger.ButtonPressed, b)),
            RuleTrigger.SensorWet or RuleTrigger.SensorSilent => Enumerable.Range(0, sensorIds.Count).Where(s => Names(rule, sensorIds[s])).Select(s => new Condition(rule.WaitsFor, s)),
            var trigger => [new Condition(trigger, 0)],
        };

    /// <summary>
    /// All dry and nothing pending. What waits for this mode to come, or for those sensors to fall silent, has acted long ago, unless its
    /// hours are still to come.
    /// </summary>
    /// <param name="mode">Who is home.</param>
    /// <param name="silent">Sensors that have said nothing for long; <see langword="null"/>: none.</param>
    /// <param name="atMin">The time of day, minutes from midnight. Of use where rules hold in hours.</param>
    public RuleState Quiet(Mode mode, IEnumerable<int>? silent = null, double atMin = 0)
    {
        int[] words = new int[StateLength];
        words[0] = (int)mode;
        foreach (ClockCondition hours in Clock.Where(c => c.IsSoAt(atMin)))
        {
            SetSo(words, hours.Condition, OldestMs);
        }

        foreach (int condition in ModeConditions.Where(c => rules[conditions[c].Index].HoldsIn((int)mode)))
        {
            SetSo(words, condition, OldestMs);
            SetProgress(words, conditions[condition].Index, HoldsNow(conditions[condition].Index, words) ? Acted : null);
        }

        foreach (int sensor in silent ?? [])
        {
            if (ConditionOf(RuleTrigger.SensorSilent, sensor) is { } condition)
            {
                SetSo(words, condition, OldestMs);
            }
        }

        for (int rule = 0; rule < rules.Length; rule++)
        {
            if (ProgressOf(words, rule) is null && HoldsNow(rule, words) && Confirmed(rule, words).Condition >= 0)
            {
                SetProgress(words, rule, Acted);
            }
        }

        return new RuleState(words);
    }

    /// <summary>
    /// Takes one event. A rule fires when as many of its conditions as it needs have been so for the confirming time and its modes hold,
    /// whichever came last; of several it fires for the one that has been so longest. A change of mode leaves a pending closing as it is.
    /// </summary>
    /// <param name="before">Words of the state from the step before, or of <see cref="Quiet"/>.</param>
    /// <param name="sinceMs">From the step before until now, not negative.</param>
    /// <param name="happened">The event.</param>
    /// <param name="after">Gets the new state: <see cref="StateLength"/> words. May be <paramref name="before"/> itself.</param>
    /// <param name="orders">Gets what is to be done now: room for <see cref="MostOrders"/>.</param>
    /// <exception cref="ArgumentException">The state belongs to another program.</exception>
    /// <exception cref="ArgumentOutOfRangeException">The time is negative.</exception>
    public RuleStep Step(ReadOnlySpan<int> before, int sinceMs, RuleEvent happened, Span<int> after, Span<RuleOrder> orders)
    {
        if (before.Length != StateLength || after.Length != StateLength)
        {
            throw new ArgumentException("The state belongs to another program.", nameof(before));
        }

        ArgumentOutOfRangeException.ThrowIfNegative(sinceMs);
        before.CopyTo(after);
        Age(after, sinceMs);
        Take(after, happened);
        int given = 0;
        int next = int.MaxValue;
        for (int rule = 0; rule < rules.Length; rule++)
        {
            next = Math.Min(next, Advance(rule, after, sinceMs, orders, ref given));
        }

        return new RuleStep(given, next == int.MaxValue ? null : next);
    }

    /// <summary>The longest that a rule waits for a condition to have been so, ms: beyond it its age decides nothing.</summary>
    internal int LongestConfirmMs(int condition) => rules.Where((_, r) => (waitsFor[(r * bitWords) + (condition / WordBits)] & (1u << (condition % WordBits))) != 0).Select(r => r.ConfirmMs).DefaultIfEmpty(0).Max();

    /// <summary>For how long a condition has been so in a state, ms; <see langword="null"/>: it is not.</summary>
    internal int? AgeOf(ReadOnlySpan<int> state, int condition) => IsSo(state, condition) ? state[agesAt + condition] : null;

    /// <summary>What is left of a rule's delay in a state, ms; −1: it has acted; <see langword="null"/>: it waits.</summary>
    internal int? ProgressOf(ReadOnlySpan<int> state, int rule) => state[progressAt + (2 * rule)] switch { Waiting => null, Acted => -1, var left => left - 1 };

    /// <summary>Makes a condition of a state so for so long.</summary>
    internal void SetSo(Span<int> state, int condition, int ageMs)
    {
        state[1 + (condition / WordBits)] |= 1 << (condition % WordBits);
        state[agesAt + condition] = ageMs;
    }

    /// <summary>Sets how far a rule of a state has come, as <see cref="ProgressOf"/> says it. Which condition it fired for is forgotten.</summary>
    internal void SetProgress(Span<int> state, int rule, int? left)
    {
        state[progressAt + (2 * rule)] = left switch { null => Waiting, -1 => Acted, var ms => ms.Value + 1 };
        state[progressAt + (2 * rule) + 1] = 0;
    }

    /// <summary>Whether a rule's closing holds in a state until somebody resets it.</summary>
    internal bool IsHeld(ReadOnlySpan<int> state, int rule) => heldAt < StateLength && (state[heldAt + (rule / WordBits)] & (1 << (rule % WordBits))) != 0;

    /// <summary>Makes the closing of a rule that holds until somebody resets it hold in a state.</summary>
    internal void SetHeld(Span<int> state, int rule) => state[heldAt + (rule / WordBits)] |= 1 << (rule % WordBits);

    private static bool IsSo(ReadOnlySpan<int> state, int condition) => (state[1 + (condition / WordBits)] & (1 << (condition % WordBits))) != 0;

    private void Age(Span<int> state, int sinceMs)
    {
        for (int word = 0; word < bitWords; word++)
        {
            for (uint so = (uint)state[1 + word]; so != 0; so &= so - 1)
            {
                ref int age = ref state[agesAt + (word * WordBits) + BitOperations.TrailingZeroCount(so)];
                age = sinceMs > OldestMs - age ? OldestMs : age + sinceMs;
            }
        }
    }

    private void Take(Span<int> state, RuleEvent happened)
    {
        switch (happened.Kind)
        {
            case RuleEventKind.Begins:
                state[1 + (happened.Index / WordBits)] |= 1 << (happened.Index % WordBits);
                break;
            case RuleEventKind.Ends:
                End(state, happened.Index);
                break;
            case RuleEventKind.ModeChanged:
                state[0] = happened.Index;
                TakeMode(state);
                break;
            case RuleEventKind.Reset:
                Reset(state);
                break;
        }
    }

    /// <summary>What is still wet goes on holding.</summary>
    private void Reset(Span<int> state)
    {
        for (int rule = 0; heldAt < StateLength && rule < rules.Length; rule++)
        {
            if (IsOver(rule, state))
            {
                state[heldAt + (rule / WordBits)] &= ~(1 << (rule % WordBits));
            }
        }
    }

    private void TakeMode(Span<int> state)
    {
        foreach (int condition in ModeConditions)
        {
            if (!rules[conditions[condition].Index].HoldsIn(state[0]))
            {
                End(state, condition);
            }
            else if (!IsSo(state, condition))
            {
                SetSo(state, condition, 0);
            }
        }
    }

    private void End(Span<int> state, int condition)
    {
        state[1 + (condition / WordBits)] &= ~(1 << (condition % WordBits));
        state[agesAt + condition] = 0;
    }

    /// <returns>From now until its next deadline, ms; <see cref="int.MaxValue"/> without one.</returns>
    private int Advance(int index, Span<int> state, int sinceMs, Span<RuleOrder> orders, ref int given)
    {
        ref readonly CompiledRule rule = ref rules[index];
        ref int progress = ref state[progressAt + (2 * index)];
        ref int firedFor = ref state[progressAt + (2 * index) + 1];
        bool isOver = IsOver(index, state);
        if (progress > Waiting)
        {
            progress = Math.Max(1, progress - sinceMs);
        }

        if (isOver && (progress == Acted || (progress > Waiting && rule.CancelsIfOver)))
        {
            (progress, firedFor) = (Waiting, 0);
        }

        int next = int.MaxValue;
        if (progress == Waiting && !isOver && HoldsNow(index, state))
        {
            (int condition, next) = Confirmed(index, state);
            if (condition >= 0)
            {
                orders[given++] = new RuleOrder(RuleOrderKind.Tell, index, condition);
                if (rule.StopsSwitches)
                {
                    orders[given++] = new RuleOrder(RuleOrderKind.StopSwitches, index, condition);
                }

                (progress, firedFor) = rule.Closes || rule.Opens ? (rule.DelayMs + 1, condition) : (Acted, 0);
                next = int.MaxValue;
            }
        }

        if (progress == 1)
        {
            if (rule.Opens)
            {
                Open(index, firedFor, state, orders, ref given);
            }
            else
            {
                orders[given++] = new RuleOrder(RuleOrderKind.Close, index, firedFor);
                if (rule.HoldsUntilReset)
                {
                    SetHeld(state, index);
                }
            }

            // All may be over by now; then nothing more comes to say so, and the rule must be ready for the next time.
            (progress, firedFor) = (isOver ? Waiting : Acted, 0);
        }

        return progress > Waiting ? progress - 1 : next;
    }

    private void Open(int index, int firedFor, ReadOnlySpan<int> state, Span<RuleOrder> orders, ref int given)
    {
        ulong barred = Barred(state) & rules[index].Valves;
        if (barred != rules[index].Valves)
        {
            orders[given++] = new RuleOrder(RuleOrderKind.Open, index, firedFor, rules[index].Valves & ~barred);
        }

        if (barred != 0)
        {
            orders[given++] = new RuleOrder(RuleOrderKind.RefuseToOpen, index, firedFor, barred);
        }
    }

    /// <summary>The valves that no rule may open now: a sensor that guards them is wet or silent, a closing is pending, or one holds until it is reset.</summary>
    private ulong Barred(ReadOnlySpan<int> state)
    {
        ulong barred = 0;
        for (int condition = 0; condition < guards.Length; condition++)
        {
            barred |= guards[condition] != 0 && AgeOf(state, condition) >= guardsAfterMs[condition] ? guards[condition] : 0;
        }

        for (int rule = 0; rule < rules.Length; rule++)
        {
            barred |= IsHeld(state, rule) || (rules[rule].Closes && ProgressOf(state, rule) >= 0) ? rules[rule].Valves : 0;
        }

        return barred;
    }

    private bool HoldsNow(int rule, ReadOnlySpan<int> state) =>
        rules[rule].HoldsIn(state[0]) && (rules[rule].Hours == CompiledRule.EveryHour || IsSo(state, rules[rule].Hours));

    private bool IsOver(int rule, ReadOnlySpan<int> state)
    {
        for (int word = 0; word < bitWords; word++)
        {
            if ((waitsFor[(rule * bitWords) + word] & (uint)state[1 + word]) != 0)
            {
                return false;
            }
        }

        return true;
    }

    /// <returns>
    /// Of the conditions that are so for the confirming time the one that was so first, or −1 where they are too few; and when the next of
    /// them will be, ms.
    /// </returns>
    private (int Condition, int NextMs) Confirmed(int rule, ReadOnlySpan<int> state)
    {
        (int confirmMs, int missing) = (rules[rule].ConfirmMs, rules[rule].AtLeast);
        int condition = -1;
        int oldest = -1;
        int next = int.MaxValue;
        for (int word = 0; word < bitWords; word++)
        {
            for (uint so = waitsFor[(rule * bitWords) + word] & (uint)state[1 + word]; so != 0; so &= so - 1)
            {
                int candidate = (word * WordBits) + BitOperations.TrailingZeroCount(so);
                int age = state[agesAt + candidate];
                if (age < confirmMs)
                {
                    next = Math.Min(next, confirmMs - age);
                }
                else
                {
                    missing--;
                    if (age > oldest)
                    {
                        (condition, oldest) = (candidate, age);
                    }
                }
            }
        }

        return (missing > 0 ? -1 : condition, next);
    }

    /// <summary>A time of a rule as the program counts it.</summary>
    internal static int Milliseconds(double seconds) => (int)Math.Round(seconds * 1000);

    private static int WordsFor(int conditions) => (conditions + WordBits - 1) / WordBits;

    /// <param name="Trigger">What kind of condition it is.</param>
    /// <param name="Index">Of the sensor, the button or the valve, or of the rule that waits for a mode; when of the day it begins; 0 otherwise.</param>
    /// <param name="UntilMin">When of the day it is over, of hours in which a rule holds.</param>
    /// <param name="BelowC">What a cold sensor is below, °C.</param>
    private readonly record struct Condition(RuleTrigger Trigger, int Index, int? UntilMin = null, double BelowC = 0)
    {
        public static Condition In(HoursOfDay hours) => new(RuleTrigger.TimeComes, hours.FromMin, hours.UntilMin);
    }

    /// <param name="Hours">The condition of the hours in which it holds, or <see cref="EveryHour"/>.</param>
    private readonly record struct CompiledRule(
        int ConfirmMs, int AtLeast, int DelayMs, int Modes, bool Closes, bool Opens, bool HoldsUntilReset, bool CancelsIfOver, bool StopsSwitches, ulong Valves, int Hours = CompiledRule.EveryHour)
    {
        public const int EveryHour = -1;

        public bool HoldsIn(int mode) => (Modes & (1 << mode)) != 0;

        public static CompiledRule Of(Rule rule, IReadOnlyList<string> valveIds)
        {
            ulong valves = 0;
            for (int i = 0; rule.Action != RuleAction.TellOnly && i < valveIds.Count; i++)
            {
                valves |= rule.StopValveIds.Count == 0 || rule.StopValveIds.Contains(valveIds[i]) ? 1ul << i : 0;
            }

            return new CompiledRule(
                rule.WaitsFor == RuleTrigger.TimeComes ? 0 : Milliseconds(rule.ConfirmS),
                rule.IsOfSensors ? rule.AtLeast ?? 1 : 1,
                Milliseconds(rule.DelayS),
                rule.Modes.Aggregate(0, (modes, mode) => modes | (1 << (int)mode)),
                rule.Action == RuleAction.Close,
                rule.Action == RuleAction.Open,
                rule is { Action: RuleAction.Close, Hold: RuleHold.UntilReset },
                rule.CancelIfDry,
                rule.StopSwitchIds is { Count: > 0 },
                valves);
        }
    }
}
