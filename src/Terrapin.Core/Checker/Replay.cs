using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Checker;

/// <summary>Runs what was found once more, with the sensors that there are, by the engine alone.</summary>
internal sealed class Replay
{
    private readonly CheckedRules rules;
    private readonly string[] valves;
    private readonly CheckGoal goal;
    private readonly RuleProgram program;
    private readonly int[] words;
    private readonly RuleOrder[] orders;
    private readonly List<CheckStep> steps;
    private readonly long withinMs;
    private int nowMs;
    private int dayPart;
    private int watchedSinceMs = -1;
    private bool isMet;
    private bool somebodyKnows;
    private ulong closed;
    private ValveOrders valve;

    private Replay(CheckedRules rules, string[] valves, CheckGoal goal, Explored explored)
    {
        (this.rules, this.valves, this.goal) = (rules, valves, goal);
        program = rules.Program;
        dayPart = explored.StartDayPart;
        DayPart start = rules.Day[dayPart];
        words = program.Quiet(explored.StartMode, atMin: start.FromMin).Words.ToArray();
        orders = new RuleOrder[program.MostOrders];
        steps = [new(0, CheckStepKind.StartsIn, null, explored.StartMode, null, [], rules.Day.Count > 1 ? start.FromMin : null)];
        withinMs = (long)goal.WithinTicks * rules.TickMs;
    }

    private bool IsLate => watchedSinceMs >= 0 && nowMs - watchedSinceMs > withinMs;

    private bool IsForbidden => goal.Forbids?.Invoke(valve) == true;

    private bool IsOver => IsLate || IsForbidden;

    /// <summary>What happens, in order; <see langword="null"/> where it takes more sensors than there are, or does not come about.</summary>
    /// <param name="rules">What was explored.</param>
    /// <param name="valves">The stop valves, as the rules know them.</param>
    /// <param name="goal">What is missed in the end.</param>
    /// <param name="explored">With a path.</param>
    public static IReadOnlyList<CheckStep>? Of(CheckedRules rules, string[] valves, CheckGoal goal, Explored explored)
    {
        var replay = new Replay(rules, valves, goal, explored);
        foreach (Move move in WithOthers(explored.Path!))
        {
            if (replay.IsOver)
            {
                break;
            }

            if (!replay.Happens(move))
            {
                return null;
            }
        }

        return replay.Told();
    }

    private IReadOnlyList<CheckStep>? Told()
    {
        if (IsForbidden)
        {
            return steps;
        }

        if (isMet || !IsLate)
        {
            return null;
        }

        Add(CheckStepKind.Missed, rules.Watched);
        return steps;
    }

    /// <returns>Whether there are sensors enough for it.</returns>
    private bool Happens(Move move)
    {
        valve.JustClosed &= move.Kind is MoveKind.Tick or MoveKind.DelayEnds;
        switch (move.Kind)
        {
            case MoveKind.Tick:
                Take(rules.TickMs, RuleEvent.TimePassed);
                break;
            case MoveKind.Opens:
                closed &= ~(1ul << move.Index);
                Add(CheckStepKind.ValveOpened, valves: 1ul << move.Index);
                break;
            case MoveKind.DelayEnds:
                while (program.ProgressOf(words, move.Index) > 0 && !IsOver)
                {
                    Take(rules.TickMs, RuleEvent.TimePassed);
                }

                break;
            case MoveKind.HourComes:
                dayPart = move.Index;
                steps.Add(new CheckStep(nowMs / 1000.0, CheckStepKind.HourComes, null, null, null, [], rules.Day[move.Index].FromMin));
                foreach (RuleEvent change in rules.ClockChangesTo(move.Index))
                {
                    Take(0, change);
                }

                break;
            case MoveKind.ModeBecomes:
                Add(CheckStepKind.ModeBecomes, mode: (Mode)move.Index);
                Take(0, RuleEvent.Becomes((Mode)move.Index));
                break;
            case MoveKind.Begins or MoveKind.Ends:
                bool begins = move.Kind == MoveKind.Begins;
                steps.Add(rules.StepOf(move.Index, nowMs / 1000.0, begins));
                Take(0, begins ? RuleEvent.Begins(move.Index) : RuleEvent.Ends(move.Index));
                break;
            case MoveKind.Resets:
                Add(CheckStepKind.Resets);
                Take(0, RuleEvent.Reset);
                break;
            default:
                return TakesSensor(move);
        }

        return true;
    }

    private bool TakesSensor(Move move)
    {
        bool wets = move.Kind is MoveKind.Wets or MoveKind.WetsForNow;
        int sensor = move.Kind switch
        {
            MoveKind.Wets or MoveKind.WetsForNow => Members(move.Index).Where(s => program.AgeOf(words, s) is null).DefaultIfEmpty(-1).First(),
            MoveKind.Dries => Members(move.Index).Where(s => program.AgeOf(words, s) is { } age && Math.Min(age / rules.TickMs, rules.OldestTicks[s]) == move.AgeTicks).DefaultIfEmpty(-1).First(),
            _ => Members(move.Index).Where(s => program.AgeOf(words, s) is not null).OrderByDescending(s => program.AgeOf(words, s)).DefaultIfEmpty(-1).First(),
        };
        if (sensor < 0)
        {
            return false;
        }

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

        Take(0, wets ? RuleEvent.Wet(sensor) : RuleEvent.Dry(sensor));
        return true;
    }

    private void Take(int sinceMs, RuleEvent happened)
    {
        nowMs += sinceMs;
        RuleStep step = program.Step(words, sinceMs, happened, words, orders);
        foreach (RuleOrder order in orders.AsSpan(0, step.Orders).ToArray())
        {
            valve.Take(order, rules.IsGuardWet(words));
            ulong moved = order.Kind == RuleOrderKind.Close ? program.Closes(order.Rule) : order.Valves;
            closed = order.Kind == RuleOrderKind.Close ? closed | moved : closed;
            somebodyKnows |= order.Kind == RuleOrderKind.Tell && goal.IsHeard(order.Rule, (Mode)words[0], dayPart);
            if (Shown(order.Kind) is { } kind && (kind == CheckStepKind.Tells || moved != 0))
            {
                Add(kind, program.SensorOf(order.Condition), null, order.Rule, moved);
            }
        }

        somebodyKnows &= Enumerable.Range(0, rules.SensorIds.Count).Any(s => program.AgeOf(words, s) is not null);
        isMet |= watchedSinceMs >= 0 && !IsLate && (goal.Valves == 0 ? somebodyKnows : (closed & goal.Valves) != 0);
    }

    /// <summary>As what an order is told in a story; <see langword="null"/>: it has no part in one.</summary>
    private static CheckStepKind? Shown(RuleOrderKind order) => order switch
    {
        RuleOrderKind.Tell => CheckStepKind.Tells,
        RuleOrderKind.Close => CheckStepKind.Closes,
        RuleOrderKind.Open => CheckStepKind.Opens,
        _ => null,
    };

    private IEnumerable<int> Members(int number) => Enumerable.Range(0, rules.SensorIds.Count).Where(s => rules.ClassOf[s] == number);

    private void Add(CheckStepKind kind, int sensor = -1, Mode? mode = null, int rule = -1, ulong valves = 0) => steps.Add(new CheckStep(
        nowMs / 1000.0,
        kind,
        sensor < 0 ? null : rules.SensorIds[sensor],
        mode,
        rule < 0 ? null : rules.Rules[rule].Id,
        [.. this.valves.Where((_, v) => (valves & (1ul << v)) != 0)]));

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
