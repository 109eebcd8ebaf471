using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Checker;

/// <summary>What exploring gave.</summary>
/// <param name="Path">From a quiet start to a state in which the goal is missed, or the rule that is looked for fires; <see langword="null"/>: there is none, as far as was looked.</param>
/// <param name="StartMode">Who is home at that start.</param>
/// <param name="StartDayPart">Which part of the day it is at that start.</param>
/// <param name="States">How many were come to.</param>
/// <param name="IsComplete">Whether every state was looked at.</param>
internal sealed record Explored(IReadOnlyList<Move>? Path, Mode StartMode, int StartDayPart, int States, bool IsComplete);

/// <summary>
/// Goes through every state that can be come to, the nearest first, by the engine that runs the rules: sensors wet and dry, modes, hands on
/// valves and time, in any order.
/// </summary>
internal static class Exploration
{
    /// <summary>More ticks do not go into the small numbers of a state.</summary>
    private const int MostTicks = 60_000;

    /// <param name="rules">What is explored.</param>
    /// <param name="goal">What has to come.</param>
    /// <param name="mostStates">Where it gives up.</param>
    /// <param name="movesLeft">How many moves it may try; what it has tried is taken off.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <param name="forgetsDelays">See <see cref="CheckState"/>.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static Explored Of(CheckedRules rules, CheckGoal goal, int mostStates, ref long movesLeft, CancellationToken cancel, bool forgetsDelays = false)
    {
        if (rules.LongestTicks > MostTicks)
        {
            return new Explored(null, Mode.Home, 0, 0, false);
        }

        rules = rules.OneOfEachClass();
        var state = new CheckState(rules, forgetsDelays);
        var table = new StateTable(state.Length, mostStates);
        Span<ushort> packed = new ushort[state.Length];
        foreach (Mode mode in Enum.GetValues<Mode>())
        {
            for (int part = 0; part < rules.Day.Count; part++)
            {
                state.PackQuiet(mode, part, packed);
                table.Add(packed, -1, default);
            }
        }

        var moves = new List<Move>();
        bool isSeen = false;
        Action<RuleOrder> look = order => isSeen |= order.Rule == goal.Fires;
        for (int i = 0; i < table.Count; i++)
        {
            cancel.ThrowIfCancellationRequested();
            moves.Clear();
            state.Unpack(table[i]);
            state.Moves(goal, moves);
            moves.Add(new Move(MoveKind.Tick));
            bool knowsModes = false;
            foreach (Move move in moves)
            {
                bool isDrying = move.Kind is MoveKind.Dries or MoveKind.DriesBeforeAnother;
                if ((isDrying && table.KnowsDrying(i, move.Index)) || (knowsModes && move.Kind == MoveKind.ModeBecomes))
                {
                    continue;
                }

                movesLeft--;
                state.GoBack();
                state.Make(move, goal.IsHeard, look);
                if (isSeen || goal.IsMissed(state))
                {
                    return Found(table, i, move);
                }

                if (state.WatchedTicks < 0 || goal.Fires is not null || !goal.IsSettled(state))
                {
                    state.Pack(packed);
                    int to = table.Add(packed, i, move);
                    if (to >= 0 && state.OnlyRestates(move, table[i], packed))
                    {
                        // The same follows from both, and of the two one is looked at first.
                        knowsModes |= move.Kind == MoveKind.ModeBecomes && to < i;
                        if (isDrying)
                        {
                            table.NoteDrying(Math.Max(i, to), move.Index);
                        }
                    }
                }
            }

            if (table.IsFull || movesLeft <= 0)
            {
                return new Explored(null, Mode.Home, 0, table.Count, false);
            }
        }

        return new Explored(null, Mode.Home, 0, table.Count, true);
    }

    private static Explored Found(StateTable table, int at, Move last)
    {
        var path = new List<Move> { last };
        for ((int from, Move by) = table.How(at); from >= 0; (from, by) = table.How(at))
        {
            path.Add(by);
            at = from;
        }

        path.Reverse();
        return new Explored(path, CheckState.ModeOf(table[at]), CheckState.DayPartOf(table[at]), table.Count, true);
    }
}
