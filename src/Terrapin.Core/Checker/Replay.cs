using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Checker;

/// <summary>Runs what was found once more, with the sensors that there are, by the engine alone.</summary>
internal static class Replay
{
    /// <summary>What happens, in order; <see langword="null"/> where it takes more sensors than there are, or does not come about.</summary>
    /// <param name="rules">What was explored.</param>
    /// <param name="valves">The stop valves, as the rules know them.</param>
    /// <param name="goal">What is missed in the end.</param>
    /// <param name="explored">With a path.</param>
    public static IReadOnlyList<CheckStep>? Of(CheckedRules rules, string[] valves, CheckGoal goal, Explored explored)
    {
        RuleProgram program = rules.Program;
        DayPart start = rules.Day[explored.StartDayPart];
        int[] words = program.Quiet(explored.StartMode, atMin: start.FromMin).Words.ToArray();
        var orders = new RuleOrder[program.MostOrders];
        var steps = new List<CheckStep> { new(0, CheckStepKind.StartsIn, null, explored.StartMode, null, [], rules.Day.Count > 1 ? start.FromMin : null) };
        int nowMs = 0;
        int dayPart = explored.StartDayPart;
        int watchedSinceMs = -1;
        bool isMet = false;
        bool somebodyKnows = false;
        ulong closed = 0;
        long withinMs = (long)goal.WithinTicks * rules.TickMs;
        foreach (Move move in WithOthers(explored.Path!))
        {
            if (IsLate())
            {
                break;
            }

            int sinceMs = 0;
            RuleEvent happened = RuleEvent.TimePassed;
            switch (move.Kind)
            {
                case MoveKind.Tick:
                    sinceMs = rules.TickMs;
                    break;
                case MoveKind.Opens:
                    closed &= ~(1ul << move.Index);
                    Add(CheckStepKind.ValveOpened, valves: 1ul << move.Index);
                    continue;
                case MoveKind.DelayEnds:
                    while (program.ProgressOf(words, move.Index) > 0 && !IsLate())
                    {
                        Take(rules.TickMs, RuleEvent.TimePassed);
                    }

                    continue;
                case MoveKind.HourComes:
                    dayPart = move.Index;
                    steps.Add(new CheckStep(nowMs / 1000.0, CheckStepKind.HourComes, null, null, null, [], rules.Day[move.Index].FromMin));
                    foreach (RuleEvent change in rules.ClockChangesTo(move.Index))
                    {
                        Take(0, change);
                    }

                    continue;
                case MoveKind.ModeBecomes:
                    happened = RuleEvent.Becomes((Mode)move.Index);
                    Add(CheckStepKind.ModeBecomes, mode: (Mode)move.Index);
                    break;
                default:
                    bool wets = move.Kind is MoveKind.Wets or MoveKind.WetsForNow;
                    int sensor = move.Kind switch
                    {
                        MoveKind.Wets or MoveKind.WetsForNow => Members(move.Index).Where(s => program.AgeOf(words, s) is null).DefaultIfEmpty(-1).First(),
                        MoveKind.Dries => Members(move.Index).Where(s => program.AgeOf(words, s) is { } age && Math.Min(age / rules.TickMs, rules.OldestTicks) == move.AgeTicks).DefaultIfEmpty(-1).First(),
                        _ => Members(move.Index).Where(s => program.AgeOf(words, s) is not null).OrderByDescending(s => program.AgeOf(words, s)).DefaultIfEmpty(-1).First(),
                    };
                    if (sensor < 0)
                    {
                        return null;
                    }

                    happened = wets ? RuleEvent.Wet(sensor) : RuleEvent.Dry(sensor);
                    Add(wets ? CheckStepKind.SensorWet : CheckStepKind.SensorDry, sensor);
                    if (move.Kind == MoveKind.Wets && sensor == rules.Watched)
                    {
                        watchedSinceMs = nowMs;
                    }

                    if (wets && rules.LinkedValves[sensor] != 0)
                    {
                        closed |= rules.LinkedValves[sensor];
                        Add(CheckStepKind.Closes, sensor, valves: rules.LinkedValves[sensor]);
                    }

                    break;
            }

            Take(sinceMs, happened);
        }

        if (isMet || !IsLate())
        {
            return null;
        }

        Add(CheckStepKind.Missed, rules.Watched);
        return steps;

        bool IsLate() => watchedSinceMs >= 0 && nowMs - watchedSinceMs > withinMs;

        void Take(int sinceMs, RuleEvent happened)
        {
            nowMs += sinceMs;
            RuleStep step = program.Step(words, sinceMs, happened, words, orders);
            foreach (RuleOrder order in orders.AsSpan(0, step.Orders).ToArray())
            {
                if (order.Kind == RuleOrderKind.StopSwitches)
                {
                    continue;
                }

                bool closes = order.Kind == RuleOrderKind.Close;
                closed |= closes ? program.Closes(order.Rule) : 0;
                somebodyKnows |= !closes && goal.IsHeard(order.Rule, (Mode)words[0], dayPart);
                if (!closes || program.Closes(order.Rule) != 0)
                {
                    Add(closes ? CheckStepKind.Closes : CheckStepKind.Tells, program.SensorOf(order.Condition), null, order.Rule, closes ? program.Closes(order.Rule) : 0);
                }
            }

            somebodyKnows &= Enumerable.Range(0, rules.SensorIds.Count).Any(s => program.AgeOf(words, s) is not null);
            isMet |= watchedSinceMs >= 0 && !IsLate() && (goal.Valves == 0 ? somebodyKnows : (closed & goal.Valves) != 0);
        }

        IEnumerable<int> Members(int number) => Enumerable.Range(0, rules.SensorIds.Count).Where(s => rules.ClassOf[s] == number);

        void Add(CheckStepKind kind, int sensor = -1, Mode? mode = null, int rule = -1, ulong valves = 0) => steps.Add(new CheckStep(
            nowMs / 1000.0,
            kind,
            sensor < 0 ? null : rules.SensorIds[sensor],
            mode,
            rule < 0 ? null : rules.Rules[rule].Id,
            Named(valves)));

        IReadOnlyList<string> Named(ulong mask) => [.. valves.Where((_, v) => (mask & (1ul << v)) != 0)];
    }

    /// <summary>With the sensors that get wet behind another of their class, which only comes to light when that one dries.</summary>
    private static List<Move> WithOthers(IReadOnlyList<Move> path)
    {
        var moves = new List<Move>(path);
        for (int i = 0; i < moves.Count; i++)
        {
            if (moves[i].Kind != MoveKind.DriesBeforeAnother)
            {
                continue;
            }

            int at = i;
            for (int ticks = moves[i].AgeTicks; at > 0 && (ticks > 0 || moves[at - 1].Kind != MoveKind.Tick); at--)
            {
                ticks -= moves[at - 1].Kind == MoveKind.Tick ? 1 : 0;
            }

            moves.Insert(at, new Move(MoveKind.Wets, moves[i].Index));
            i++;
        }

        return moves;
    }
}
