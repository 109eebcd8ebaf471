using System.Numerics;
using Terrapin.Core.Model;

namespace Terrapin.Core.Rules;

/// <summary>
/// A plan's rules made ready to run: sensors, rules and valves are indices, sets of them are bits, times are whole milliseconds.
/// (state, event, time since the step before) → (state, orders), without a clock, without memory of its own and without
/// allocating. It must be stepped at each deadline that it names, so that times are exact. Safe to use from several threads.
/// </summary>
/// <remarks>
/// A state's words: the mode; the wet sensors, 32 a word; for each sensor how long it has been wet, ms, 0 while it is dry; for
/// each rule how far it has come, and the sensor that it fired for.
/// </remarks>
public sealed class RuleProgram
{
    /// <summary>An age stops growing here, 12 days, far beyond the longest time of a rule.</summary>
    private const int OldestMs = 1 << 30;

    private const int WordBits = 32;
    private const int Waiting = 0;

    /// <summary>It has acted, and waits for all its sensors to be dry. Above zero a closing is pending: one more than what is left of its delay, ms.</summary>
    private const int Acted = -1;

    private readonly CompiledRule[] rules;
    private readonly uint[] listens;
    private readonly int wetWords;
    private readonly int agesAt;
    private readonly int progressAt;

    private RuleProgram(CompiledRule[] rules, uint[] listens, int sensors)
    {
        this.rules = rules;
        this.listens = listens;
        wetWords = WordsFor(sensors);
        agesAt = 1 + wetWords;
        progressAt = agesAt + sensors;
        StateLength = progressAt + (2 * rules.Length);
    }

    /// <summary>Words of a state.</summary>
    public int StateLength { get; }

    /// <summary>The most orders that one step can give.</summary>
    public int MostOrders => 2 * rules.Length;

    /// <summary>The valves that a rule closes, one bit each in the order in which they were compiled.</summary>
    public ulong Closes(int rule) => rules[rule].Valves;

    /// <summary>Compiles rules.</summary>
    /// <param name="rules">In the order in which they act.</param>
    /// <param name="sensorIds">Every sensor, in the order of its index.</param>
    /// <param name="valveIds">Every stop valve that has a drive, in the order of its index, at most 64.</param>
    /// <exception cref="ArgumentException">More than 64 valves, or a rule names a sensor that is not among them.</exception>
    public static RuleProgram Compile(IReadOnlyList<Rule> rules, IReadOnlyList<string> sensorIds, IReadOnlyList<string> valveIds)
    {
        if (valveIds.Count > 64)
        {
            throw new ArgumentException("A program closes at most 64 valves.", nameof(valveIds));
        }

        var sensors = new Dictionary<string, int>(StringComparer.Ordinal);
        for (int i = 0; i < sensorIds.Count; i++)
        {
            sensors.Add(sensorIds[i], i);
        }

        int words = WordsFor(sensorIds.Count);
        uint[] listens = new uint[rules.Count * words];
        var compiled = new CompiledRule[rules.Count];
        for (int i = 0; i < rules.Count; i++)
        {
            compiled[i] = CompiledRule.Of(rules[i], valveIds);
            if (rules[i].SensorIds.FirstOrDefault(id => !sensors.ContainsKey(id)) is { } unknown)
            {
                throw new ArgumentException($"\"{rules[i].Name}\" names \"{unknown}\", which is not among the sensors.", nameof(rules));
            }

            foreach ((string id, int sensor) in sensors)
            {
                listens[(i * words) + (sensor / WordBits)] |= rules[i].Hears(id) ? 1u << (sensor % WordBits) : 0;
            }
        }

        return new RuleProgram(compiled, listens, sensorIds.Count);
    }

    /// <summary>All dry and nothing pending.</summary>
    /// <param name="mode">Who is home.</param>
    public RuleState Quiet(Mode mode)
    {
        int[] words = new int[StateLength];
        words[0] = (int)mode;
        return new RuleState(words);
    }

    /// <summary>
    /// Takes one event. A rule fires when as many of its sensors as it needs have been wet for the confirming time and its modes hold,
    /// whichever came last; of several it fires for the one that has been wet longest. A change of mode leaves a pending closing as it is.
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

    /// <summary>For how long a sensor has been wet in a state, ms; <see langword="null"/>: it is dry.</summary>
    internal int? AgeOf(ReadOnlySpan<int> state, int sensor) => IsWet(state, sensor) ? state[agesAt + sensor] : null;

    /// <summary>What is left of a rule's delay in a state, ms; −1: it has acted; <see langword="null"/>: it waits.</summary>
    internal int? ProgressOf(ReadOnlySpan<int> state, int rule) => state[progressAt + (2 * rule)] switch { Waiting => null, Acted => -1, var left => left - 1 };

    /// <summary>Makes a sensor of a state wet for so long.</summary>
    internal void SetWet(Span<int> state, int sensor, int ageMs)
    {
        state[1 + (sensor / WordBits)] |= 1 << (sensor % WordBits);
        state[agesAt + sensor] = ageMs;
    }

    /// <summary>Sets how far a rule of a state has come, as <see cref="ProgressOf"/> says it. Which sensor it fired for is forgotten.</summary>
    internal void SetProgress(Span<int> state, int rule, int? left)
    {
        state[progressAt + (2 * rule)] = left switch { null => Waiting, -1 => Acted, var ms => ms.Value + 1 };
        state[progressAt + (2 * rule) + 1] = 0;
    }

    private static bool IsWet(ReadOnlySpan<int> state, int sensor) => (state[1 + (sensor / WordBits)] & (1 << (sensor % WordBits))) != 0;

    private void Age(Span<int> state, int sinceMs)
    {
        for (int word = 0; word < wetWords; word++)
        {
            for (uint wet = (uint)state[1 + word]; wet != 0; wet &= wet - 1)
            {
                ref int age = ref state[agesAt + (word * WordBits) + BitOperations.TrailingZeroCount(wet)];
                age = sinceMs > OldestMs - age ? OldestMs : age + sinceMs;
            }
        }
    }

    private void Take(Span<int> state, RuleEvent happened)
    {
        switch (happened.Kind)
        {
            case RuleEventKind.SensorWet:
                state[1 + (happened.Index / WordBits)] |= 1 << (happened.Index % WordBits);
                break;
            case RuleEventKind.SensorDry:
                state[1 + (happened.Index / WordBits)] &= ~(1 << (happened.Index % WordBits));
                state[agesAt + happened.Index] = 0;
                break;
            case RuleEventKind.ModeChanged:
                state[0] = happened.Index;
                break;
        }
    }

    /// <returns>From now until its next deadline, ms; <see cref="int.MaxValue"/> without one.</returns>
    private int Advance(int index, Span<int> state, int sinceMs, Span<RuleOrder> orders, ref int given)
    {
        ref readonly CompiledRule rule = ref rules[index];
        ref int progress = ref state[progressAt + (2 * index)];
        ref int firedFor = ref state[progressAt + (2 * index) + 1];
        bool allDry = AllDry(index, state);
        if (progress > Waiting)
        {
            progress = Math.Max(1, progress - sinceMs);
        }

        if (allDry && (progress == Acted || (progress > Waiting && rule.CancelsIfDry)))
        {
            (progress, firedFor) = (Waiting, 0);
        }

        int next = int.MaxValue;
        if (progress == Waiting && !allDry && rule.HoldsIn(state[0]))
        {
            (int sensor, next) = Confirmed(index, state);
            if (sensor >= 0)
            {
                orders[given++] = new RuleOrder(RuleOrderKind.Tell, index, sensor);
                (progress, firedFor) = rule.Closes ? (rule.DelayMs + 1, sensor) : (Acted, 0);
                next = int.MaxValue;
            }
        }

        if (progress == 1)
        {
            orders[given++] = new RuleOrder(RuleOrderKind.Close, index, firedFor);
            // All may be dry again by now; then nothing more comes to say so, and the rule must be ready for the next leak.
            (progress, firedFor) = (allDry ? Waiting : Acted, 0);
        }

        return progress > Waiting ? progress - 1 : next;
    }

    private bool AllDry(int rule, ReadOnlySpan<int> state)
    {
        for (int word = 0; word < wetWords; word++)
        {
            if ((listens[(rule * wetWords) + word] & (uint)state[1 + word]) != 0)
            {
                return false;
            }
        }

        return true;
    }

    /// <returns>
    /// Of the sensors wet for the confirming time the one that was so first, or −1 where they are too few; and when the next of them will be,
    /// ms.
    /// </returns>
    private (int Sensor, int NextMs) Confirmed(int rule, ReadOnlySpan<int> state)
    {
        (int confirmMs, int missing) = (rules[rule].ConfirmMs, rules[rule].AtLeast);
        int sensor = -1;
        int oldest = -1;
        int next = int.MaxValue;
        for (int word = 0; word < wetWords; word++)
        {
            for (uint wet = listens[(rule * wetWords) + word] & (uint)state[1 + word]; wet != 0; wet &= wet - 1)
            {
                int candidate = (word * WordBits) + BitOperations.TrailingZeroCount(wet);
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
                        (sensor, oldest) = (candidate, age);
                    }
                }
            }
        }

        return (missing > 0 ? -1 : sensor, next);
    }

    /// <summary>A time of a rule as the program counts it.</summary>
    internal static int Milliseconds(double seconds) => (int)Math.Round(seconds * 1000);

    private static int WordsFor(int sensors) => (sensors + WordBits - 1) / WordBits;

    private readonly record struct CompiledRule(int ConfirmMs, int AtLeast, int DelayMs, int Modes, bool Closes, bool CancelsIfDry, ulong Valves)
    {
        public bool HoldsIn(int mode) => (Modes & (1 << mode)) != 0;

        public static CompiledRule Of(Rule rule, IReadOnlyList<string> valveIds)
        {
            ulong valves = 0;
            for (int i = 0; rule.Action == RuleAction.Close && i < valveIds.Count; i++)
            {
                valves |= rule.StopValveIds.Count == 0 || rule.StopValveIds.Contains(valveIds[i]) ? 1ul << i : 0;
            }

            return new CompiledRule(
                Milliseconds(rule.ConfirmS),
                rule.AtLeast ?? 1,
                Milliseconds(rule.DelayS),
                rule.Modes.Aggregate(0, (modes, mode) => modes | (1 << (int)mode)),
                rule.Action == RuleAction.Close,
                rule.CancelIfDry,
                valves);
        }
    }
}
