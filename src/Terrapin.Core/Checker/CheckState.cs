using System.Numerics;
using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Checker;

/// <summary>
/// One state while it is looked at: the words of the rule program, which valves are closed, and what the goal waits for. It packs into a row of
/// small numbers in which states that differ in nothing that matters are the same: ages in ticks up to the oldest that counts, sensors of a class
/// by age, and of one age no more than matter.
/// </summary>
internal sealed class CheckState
{
    private const int Mode = 0;
    private const int Watching = 1;
    private const int Told = 2;
    private const int Closed = 3;
    private const int Hour = Closed + 4;
    private const int JustClosed = Hour + 1;
    private const int Sensors = JustClosed + 1;
    private const ushort Waiting = 0;
    private const ushort Acted = 1;
    private const ushort Pending = 2;

    private static readonly Mode[] AllModes = Enum.GetValues<Mode>();

    private readonly CheckedRules rules;
    private readonly int[][] classes;
    private readonly int[] words;
    private readonly RuleOrder[] orders;

    /// <summary>Of the sensors, then of what the mode or the time of day decides.</summary>
    private readonly ushort[] ages;
    private readonly int sensors;
    private readonly bool forgetsDelays;

    /// <summary>Where which closings hold until they are reset begins: it counts where a rule opens.</summary>
    private readonly int holdsAt;
    private ValveOrders valve;

    /// <summary>Whether a rule ordered anything when the last move was made.</summary>
    private bool hasOrdered;

    /// <summary>What was unpacked last.</summary>
    private readonly int[] unpackedWords;
    private readonly ushort[] unpackedAges;
    private (ulong ClosedValves, bool SomebodyKnows, int WatchedTicks, int DayPart, ValveOrders Valve) unpacked;

    /// <param name="rules">What is explored.</param>
    /// <param name="forgetsDelays">
    /// Whether of a delay that has begun only that is known, so that it is over at any time: states that differ in what is left are one. That allows for
    /// more than can be, and never for a closing in time that might not come: what is left is no more than the whole delay.
    /// </param>
    public CheckState(CheckedRules rules, bool forgetsDelays = false)
    {
        (this.rules, this.forgetsDelays) = (rules, forgetsDelays);
        words = new int[rules.Program.StateLength];
        orders = new RuleOrder[rules.Program.MostOrders];
        sensors = rules.SensorIds.Count;
        ages = new ushort[rules.Program.Conditions];
        (unpackedWords, unpackedAges) = (new int[words.Length], new ushort[ages.Length]);
        classes = [.. Enumerable.Range(0, rules.ClassOf.DefaultIfEmpty(-1).Max() + 1).Select(c => Enumerable.Range(0, sensors).Where(s => rules.ClassOf[s] == c).ToArray())];
        holdsAt = Sensors + ages.Length + rules.Rules.Count;
        Length = holdsAt + (rules.Opens ? rules.Rules.Count : 0);
    }

    /// <summary>Numbers of a packed state.</summary>
    public int Length { get; }

    public Mode InMode => (Mode)words[0];

    /// <summary>Which part of the day it is.</summary>
    public int DayPart { get; private set; }

    public ulong ClosedValves { get; set; }

    /// <summary>Whether somebody who hears has been told since all was dry last.</summary>
    public bool SomebodyKnows { get; set; }

    /// <summary>Ticks since the watched sensor is wet; −1 while it is dry.</summary>
    public int WatchedTicks { get; set; }

    /// <summary>What the rules have done to the valve that one of them opens.</summary>
    public ValveOrders Valve => valve;

    /// <summary>Who is home in a packed state.</summary>
    public static Mode ModeOf(ReadOnlySpan<ushort> packed) => (Mode)packed[Mode];

    /// <summary>Which part of the day it is in a packed state.</summary>
    public static int DayPartOf(ReadOnlySpan<ushort> packed) => packed[Hour];

    /// <summary>Packs a quiet start.</summary>
    public void PackQuiet(Mode mode, int dayPart, Span<ushort> packed)
    {
        rules.Program.Quiet(mode, atMin: rules.Day[dayPart].FromMin).Words.CopyTo(words);
        (ClosedValves, SomebodyKnows, WatchedTicks, DayPart, valve) = (0, false, -1, dayPart, default);
        LookAtAges();
        Pack(packed);
    }

    /// <summary>Takes a packed state over.</summary>
    public void Unpack(ReadOnlySpan<ushort> packed)
    {
        Array.Clear(words);
        words[0] = packed[Mode];
        WatchedTicks = packed[Watching] - 1;
        SomebodyKnows = packed[Told] != 0;
        ClosedValves = packed[Closed] | ((ulong)packed[Closed + 1] << 16) | ((ulong)packed[Closed + 2] << 32) | ((ulong)packed[Closed + 3] << 48);
        DayPart = packed[Hour];
        valve = new ValveOrders { JustClosed = packed[JustClosed] != 0 };
        for (int s = 0; s < ages.Length; s++)
        {
            ages[s] = packed[Sensors + s];
            if (ages[s] > 0)
            {
                rules.Program.SetSo(words, s, (ages[s] - 1) * rules.TickMs);
            }
        }

        for (int r = 0; r < rules.Rules.Count; r++)
        {
            ushort progress = packed[Sensors + ages.Length + r];
            rules.Program.SetProgress(words, r, progress switch { Waiting => null, Acted => -1, _ => (progress - Pending) * rules.TickMs });
        }

        for (int r = 0; r < Length - holdsAt; r++)
        {
            if (packed[holdsAt + r] != 0)
            {
                rules.Program.SetHeld(words, r);
            }
        }

        words.CopyTo(unpackedWords, 0);
        ages.CopyTo(unpackedAges, 0);
        unpacked = (ClosedValves, SomebodyKnows, WatchedTicks, DayPart, valve);
    }

    /// <summary>Goes back to the state that was unpacked last, which costs less than to unpack it again.</summary>
    public void GoBack()
    {
        unpackedWords.CopyTo(words, 0);
        unpackedAges.CopyTo(ages, 0);
        (ClosedValves, SomebodyKnows, WatchedTicks, DayPart, valve) = unpacked;
    }

    /// <summary>Packs it.</summary>
    public void Pack(Span<ushort> packed)
    {
        packed[Mode] = (ushort)words[0];
        packed[Watching] = (ushort)(WatchedTicks + 1);
        packed[Told] = (ushort)(SomebodyKnows ? 1 : 0);
        for (int i = 0; i < 4; i++)
        {
            packed[Closed + i] = (ushort)(ClosedValves >> (16 * i));
        }

        packed[Hour] = (ushort)DayPart;
        packed[JustClosed] = (ushort)(valve.JustClosed ? 1 : 0);
        foreach (int[] members in classes)
        {
            PackClass(members, packed);
        }

        ages.AsSpan(sensors).CopyTo(packed[(Sensors + sensors)..]);

        for (int r = 0; r < rules.Rules.Count; r++)
        {
            packed[Sensors + ages.Length + r] = rules.Program.ProgressOf(words, r) switch { null => Waiting, -1 => Acted, var leftMs => (ushort)((forgetsDelays ? rules.DelayTicks[r] : leftMs.Value / rules.TickMs) + Pending) };
        }

        for (int r = 0; r < Length - holdsAt; r++)
        {
            packed[holdsAt + r] = (ushort)(rules.Program.IsHeld(words, r) ? 1 : 0);
        }
    }

    /// <summary>Index of a dry sensor of a class; −1: all are wet.</summary>
    private int DryOf(int number) => WithAge(number, 0);

    /// <summary>Index of a wet sensor of a class and an age; −1: there is none.</summary>
    private int WetOf(int number, int ageTicks) => WithAge(number, ageTicks + 1);

    private int WithAge(int number, int age)
    {
        int[] members = classes[number];
        for (int i = members.Length - 1; i >= 0; i--)
        {
            if (ages[members[i]] == age)
            {
                return members[i];
            }
        }

        return -1;
    }

    /// <summary>What may happen next, but for time.</summary>
    /// <param name="goal">What is looked for.</param>
    /// <param name="into">Gets the moves.</param>
    public void Moves(CheckGoal goal, List<Move> into)
    {
        for (int c = 0; c < classes.Length; c++)
        {
            if (!goal.OthersStayDry || IsWatched(c))
            {
                SensorMoves(c, into);
            }
        }

        foreach (Mode mode in AllModes)
        {
            if (mode != InMode)
            {
                into.Add(new Move(MoveKind.ModeBecomes, (int)mode));
            }
        }

        if (rules.Day.Count > 1)
        {
            into.Add(new Move(MoveKind.HourComes, (DayPart + 1) % rules.Day.Count));
        }

        for (int r = 0; r < rules.Rules.Count && forgetsDelays; r++)
        {
            if (rules.Program.ProgressOf(words, r) >= 0)
            {
                into.Add(new Move(MoveKind.DelayEnds, r));
            }
        }

        foreach (int condition in rules.Happenings)
        {
            bool isSo = rules.Program.AgeOf(words, condition) is not null;
            if (isSo || rules.MayBegin(condition, DayPart))
            {
                into.Add(new Move(isSo ? MoveKind.Ends : MoveKind.Begins, condition));
            }
        }

        if (rules.Opens && Enumerable.Range(0, rules.Rules.Count).Any(r => rules.Program.IsHeld(words, r)))
        {
            into.Add(new Move(MoveKind.Resets));
        }

        for (ulong closed = goal.OpensWhileWet || AllDry ? ClosedValves : 0; closed != 0; closed &= closed - 1)
        {
            into.Add(new Move(MoveKind.Opens, BitOperations.TrailingZeroCount(closed)));
        }
    }

    private void SensorMoves(int number, List<Move> into)
    {
        int oldest = Oldest(number);
        if (oldest < 0 || (!rules.KnowsOldestOnly && DryOf(number) >= 0))
        {
            into.Add(new Move(MoveKind.Wets, number));
            if (IsWatched(number))
            {
                into.Add(new Move(MoveKind.WetsForNow, number));
            }
        }

        // What is watched stays wet, unless it was for now.
        if (oldest < 0 || (IsWatched(number) && WatchedTicks >= 0))
        {
            return;
        }

        // The nearest age first: what follows from it need not be tried again.
        int oldestTicks = ages[oldest] - 1;
        for (int age = oldestTicks - 1; age >= 0 && rules.KnowsOldestOnly && rules.ClassSizes[number] > 1; age--)
        {
            into.Add(new Move(MoveKind.DriesBeforeAnother, number, age));
        }

        for (int age = rules.KnowsOldestOnly ? oldestTicks : 0; age <= oldestTicks; age++)
        {
            if (WetOf(number, age) >= 0)
            {
                into.Add(new Move(MoveKind.Dries, number, age));
            }
        }
    }

    private bool IsWatched(int number) => rules.Watched >= 0 && rules.ClassOf[rules.Watched] == number;

    /// <summary>Index of a class's sensor that has been wet longest; −1: all are dry.</summary>
    private int Oldest(int number)
    {
        int oldest = -1;
        foreach (int s in classes[number])
        {
            oldest = ages[s] > 0 && (oldest < 0 || ages[s] > ages[oldest]) ? s : oldest;
        }

        return oldest;
    }

    /// <summary>Lets a move happen.</summary>
    /// <param name="move">One that may.</param>
    /// <param name="isHeard">Whether what a rule tells is heard, by who is home and the part of the day.</param>
    /// <param name="ordered">Is told of each order.</param>
    public void Make(Move move, Func<int, Mode, int, bool> isHeard, Action<RuleOrder>? ordered = null)
    {
        hasOrdered = false;
        valve.JustClosed &= move.Kind is MoveKind.Tick or MoveKind.DelayEnds;
        switch (move.Kind)
        {
            case MoveKind.Tick:
                WatchedTicks += WatchedTicks >= 0 ? 1 : 0;
                Step(rules.TickMs, RuleEvent.TimePassed, isHeard, ordered);
                break;
            case MoveKind.Wets or MoveKind.WetsForNow:
                int wet = DryOf(move.Index);
                WatchedTicks = wet == rules.Watched && move.Kind == MoveKind.Wets ? 0 : WatchedTicks;
                Step(0, RuleEvent.Wet(wet), isHeard, ordered);
                break;
            case MoveKind.Dries:
                Step(0, RuleEvent.Dry(WetOf(move.Index, move.AgeTicks)), isHeard, ordered);
                break;
            case MoveKind.DriesBeforeAnother:
                // The one that stands for its class stands for the other from now on.
                rules.Program.SetSo(words, Oldest(move.Index), move.AgeTicks * rules.TickMs);
                Step(0, RuleEvent.TimePassed, isHeard, ordered);
                break;
            case MoveKind.ModeBecomes:
                Step(0, RuleEvent.Becomes((Mode)move.Index), isHeard, ordered);
                break;
            case MoveKind.HourComes:
                DayPart = move.Index;
                foreach (RuleEvent change in rules.ClockChangesTo(DayPart))
                {
                    Step(0, change, isHeard, ordered);
                }

                break;
            case MoveKind.DelayEnds:
                rules.Program.SetProgress(words, move.Index, 0);
                Step(0, RuleEvent.TimePassed, isHeard, ordered);
                break;
            case MoveKind.Opens:
                ClosedValves &= ~(1ul << move.Index);
                break;
            case MoveKind.Begins:
                Step(0, RuleEvent.Begins(move.Index), isHeard, ordered);
                break;
            case MoveKind.Ends:
                Step(0, RuleEvent.Ends(move.Index), isHeard, ordered);
                break;
            case MoveKind.Resets:
                Step(0, RuleEvent.Reset, isHeard, ordered);
                break;
        }
    }

    /// <summary>Whether the move that was made last changed nothing but what it is about, and no rule ordered anything.</summary>
    /// <param name="move">That move.</param>
    /// <param name="before">The packed state before it.</param>
    /// <param name="after">After it.</param>
    public bool OnlyRestates(Move move, ReadOnlySpan<ushort> before, ReadOnlySpan<ushort> after) => !hasOrdered && move.Kind switch
    {
        MoveKind.ModeBecomes => SameButFor(Mode, before, after),
        MoveKind.DriesBeforeAnother => SameButFor(Sensors + classes[move.Index][0], before, after),
        _ => false,
    };

    /// <summary>Whether two packed states are the same but for one number.</summary>
    private static bool SameButFor(int index, ReadOnlySpan<ushort> one, ReadOnlySpan<ushort> other) =>
        one[..index].SequenceEqual(other[..index]) && one[(index + 1)..].SequenceEqual(other[(index + 1)..]);

    /// <summary>Whether a rule is about to close one of some valves, and nothing can drop that while the watched sensor stays wet.</summary>
    /// <param name="valves">A bit each.</param>
    /// <param name="withinTicks">From now.</param>
    public bool WillClose(ulong valves, int withinTicks)
    {
        for (int r = 0; r < rules.Rules.Count; r++)
        {
            if ((rules.Program.Closes(r) & valves) != 0
                && rules.Program.ProgressOf(words, r) is >= 0 and var leftMs && leftMs <= (long)withinTicks * rules.TickMs
                && (!rules.Rules[r].CancelIfDry || rules.HearsWatched[r]))
            {
                return true;
            }
        }

        return false;
    }

    private bool AllDry => !ages.AsSpan(0, sensors).ContainsAnyExcept((ushort)0);

    /// <summary>Steps the rules, and lets what they order and tell come about.</summary>
    /// <param name="sinceMs">Since the step before.</param>
    /// <param name="happened">The event.</param>
    /// <param name="isHeard">Whether what a rule tells is heard, by who is home and the part of the day.</param>
    /// <param name="ordered">Is told of each order.</param>
    private void Step(int sinceMs, RuleEvent happened, Func<int, Mode, int, bool> isHeard, Action<RuleOrder>? ordered)
    {
        RuleStep step = rules.Program.Step(words, sinceMs, happened, words, orders);
        if (happened.Kind == RuleEventKind.Begins && happened.Index < sensors)
        {
            ClosedValves |= rules.LinkedValves[happened.Index];
        }

        hasOrdered |= step.Orders > 0;
        for (int i = 0; i < step.Orders; i++)
        {
            if (rules.Opens)
            {
                // Of a valve that a rule opens it only counts what the rules do to it.
                valve.Take(orders[i], rules.IsGuardWet(words));
            }
            else if (orders[i].Kind == RuleOrderKind.Close)
            {
                ClosedValves |= rules.Program.Closes(orders[i].Rule);
            }
            else if (orders[i].Kind == RuleOrderKind.Tell)
            {
                SomebodyKnows |= isHeard(orders[i].Rule, InMode, DayPart);
            }

            ordered?.Invoke(orders[i]);
        }

        LookAtAges();
        SomebodyKnows &= !AllDry;
    }

    private void LookAtAges()
    {
        for (int c = 0; c < ages.Length; c++)
        {
            ages[c] = rules.Program.AgeOf(words, c) is { } ageMs ? (ushort)(Math.Min(ageMs / rules.TickMs, rules.OldestTicks[c]) + 1) : (ushort)0;
        }
    }

    /// <summary>The oldest first, and of each age no more than matter.</summary>
    private void PackClass(int[] members, Span<ushort> packed)
    {
        Span<ushort> sorted = packed.Slice(Sensors, ages.Length);
        if (members.Length == 1)
        {
            sorted[members[0]] = ages[members[0]];
            return;
        }

        Span<ushort> row = stackalloc ushort[members.Length];
        for (int i = 0; i < members.Length; i++)
        {
            row[i] = ages[members[i]];
        }

        row.Sort(static (a, b) => b.CompareTo(a));
        int kept = 0;
        int alike = 0;
        for (int i = 0; i < row.Length; i++)
        {
            alike = i > 0 && row[i] == row[i - 1] ? alike + 1 : 1;
            if (alike <= rules.MostAlike)
            {
                row[kept++] = row[i];
            }
        }

        row[kept..].Clear();
        for (int i = 0; i < members.Length; i++)
        {
            sorted[members[i]] = row[i];
        }
    }
}
