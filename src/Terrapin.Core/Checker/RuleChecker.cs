using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Checker;

/// <summary>Proves or refutes what a plan's rules have to do, under any order of sensors, modes, hands and time.</summary>
public static class RuleChecker
{
    /// <summary>States of one claim, so that it takes a hundred megabytes at the most.</summary>
    public const int MostStates = 400_000;

    /// <summary>So many are looked at for the shortest story where one is known.</summary>
    private const int StatesForShortest = 40_000;

    /// <summary>Moves of all claims together, some 20 s of work: what comes after is not proved.</summary>
    private const long MostMoves = 40_000_000;

    /// <param name="plan">A checked plan.</param>
    /// <param name="protections">What has to close for which sensor.</param>
    /// <param name="mostStates">Where a claim is given up.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static RuleCheck Of(Plan plan, IReadOnlyList<Protection> protections, int mostStates = MostStates, CancellationToken cancel = default)
    {
        string[] valves = [.. plan.Installation.Drives.Select(d => d.StopValveId)];
        var looking = new Looking(plan, valves, mostStates, cancel);
        CheckedClaim[] claims =
        [
            .. Alike(plan, protections, p => string.Join(',', p.StopValveIds)).SelectMany(alike => (CheckedClaim[])
                [looking.Closes(alike, opensWhileWet: false), looking.Closes(alike, opensWhileWet: true)]),
            .. Alike(plan, [.. plan.Installation.Sensors.Where(s => plan.Installation.Rules.Any(r => r.Hears(s))).Select(s => new Protection(s.Id, []))], _ => "")
                .Select(looking.Told),
            .. plan.Installation.Rules.Select(looking.Fires),
            .. plan.Installation.Rules.Where(r => r.Action == RuleAction.Open && !r.IsOfSensors).SelectMany(looking.Opens),
        ];
        return new RuleCheck([.. claims.OrderBy(c => c.Verdict switch { CheckVerdict.Refuted => 0, CheckVerdict.NotProved => 1, _ => 2 })], claims.Sum(c => c.States), mostStates);
    }

    /// <summary>Sensors that the same rules and links hear, with the same to close for: what is true of one is true of all.</summary>
    private static IEnumerable<IReadOnlyList<Protection>> Alike(Plan plan, IReadOnlyList<Protection> protections, Func<Protection, string> toClose) => protections
        .GroupBy(p => $"{toClose(p)}|{string.Join(',', plan.Installation.Rules.Select(r => r.Hears(plan.Installation.Sensors.First(s => s.Id == p.SensorId))))}|{string.Join(',', plan.Installation.Links.Where(l => l.SensorId == p.SensorId).Select(l => l.DriveId).Order())}")
        .Select(g => (IReadOnlyList<Protection>)[.. g]);

    /// <summary>Looks at one claim after the other.</summary>
    private sealed class Looking(Plan plan, string[] valves, int mostStates, CancellationToken cancel)
    {
        private long movesLeft = MostMoves;

        public CheckedClaim Closes(IReadOnlyList<Protection> alike, bool opensWhileWet)
        {
            var rules = CheckedRules.Of(plan, valves, alike[0].SensorId);
            ulong mask = alike[0].StopValveIds.Aggregate(0ul, (bits, id) => bits | (1ul << Array.IndexOf(valves, id)));
            Rule[] closing = [.. rules.Rules.Where((_, r) => rules.HearsWatched[r] && (rules.Program.Closes(r) & mask) != 0)];
            bool isLinked = (rules.LinkedValves[rules.Watched] & mask) != 0;
            // Who leaves just before the sensor is confirmed waits for another rule's delay from then on.
            int? withinMs = closing.Length > 0
                ? closing.Max(r => RuleProgram.Milliseconds(r.ConfirmS)) + closing.Max(r => RuleProgram.Milliseconds(r.DelayS))
                : isLinked ? 0 : null;
            var goal = new CheckGoal { Valves = mask, WithinTicks = (withinMs ?? 0) / rules.TickMs, OpensWhileWet = opensWhileWet, OthersStayDry = !opensWhileWet, IsHeard = static (_, _, _) => false };
            return Claim(opensWhileWet ? CheckedProperty.ClosesAfterHand : CheckedProperty.Closes, alike, null, alike[0].StopValveIds, withinMs, Look(rules, valves, goal));
        }

        public CheckedClaim Told(IReadOnlyList<Protection> alike)
        {
            // Valves tell nobody, and a closing that drying drops makes its rule wait for no longer than one that is done.
            Plan telling = plan.WithInstallation(i => i with { Links = [], Rules = [.. i.Rules.Where(r => r.WaitsFor == RuleTrigger.SensorWet).Select(r => r.CancelIfDry ? r with { DelayS = 0 } : r)] });
            var rules = CheckedRules.Of(telling, [], alike[0].SensorId, listening: (plan.Installation.Contacts ?? []).Select(c => c.Hours));
            int? withinMs = rules.Rules.Where((_, r) => rules.HearsWatched[r]).Select(r => (int?)RuleProgram.Milliseconds(r.ConfirmS)).Max();
            var goal = new CheckGoal { Valves = 0, WithinTicks = (withinMs ?? 0) / rules.TickMs, OpensWhileWet = false, IsHeard = (rule, mode, part) => IsHeard(rules.Rules[rule], mode, rules.Day[part].FromMin) };
            return Claim(CheckedProperty.Told, alike, null, [], withinMs, Look(rules, valves, goal));
        }

        private bool IsHeard(Rule rule, Mode mode, double atMin) => plan.Installation.Contacts is not { } contacts
            || contacts.Any(c => rule.Tells(c.Id) && c.Hears(mode, atMin));

        /// <summary>
        /// What a rule that opens valves may never do. One that waits for sensors opens on a leak, and another finding says so.
        /// </summary>
        public IEnumerable<CheckedClaim> Opens(Rule rule)
        {
            string[] opened = [.. valves.Where(rule.Opens).Where(v => plan.Installation.Hubs.Count > 0 && IsClosedBySomething(v))];
            return opened.Length == 0 ? [] :
            [
                Forbidden(CheckedProperty.OpensOnlyDry, rule, opened, static valve => valve.OpenedWet),
                Forbidden(CheckedProperty.LeavesClosed, rule, opened, static valve => valve.OpenedJustClosed),
            ];
        }

        private bool IsClosedBySomething(string valveId) => plan.Installation.Rules.Any(r => r.Action == RuleAction.Close && r.Closes(valveId))
            || plan.Installation.Links.Any(l => plan.Installation.Drives.Any(d => d.Id == l.DriveId && d.StopValveId == valveId));

        private CheckedClaim Forbidden(CheckedProperty property, Rule rule, string[] opened, Func<ValveOrders, bool> forbids)
        {
            var goal = new CheckGoal { Valves = 0, Forbids = forbids, WithinTicks = 0, OpensWhileWet = false, IsHeard = static (_, _, _) => false };
            Looked[] looked = [.. opened.Select(valve => Look(CheckedRules.OfOpening(plan, rule, valve), [valve], goal))];
            // Of several valves the one that it is worst for.
            Looked worst = looked.MinBy(l => l.Verdict switch { CheckVerdict.Refuted => 0, CheckVerdict.NotProved => 1, _ => 2 })!;
            return Claim(property, [], rule.Id, opened, null, worst with { States = looked.Sum(l => l.States) });
        }

        private static CheckedClaim Claim(CheckedProperty property, IReadOnlyList<Protection> alike, string? ruleId, IReadOnlyList<string> stopValveIds, int? withinMs, Looked looked) => new()
        {
            Property = property,
            SensorIds = [.. alike.Select(p => p.SensorId)],
            LeakIds = [],
            Faults = [],
            RuleId = ruleId,
            StopValveIds = stopValveIds,
            WithinS = withinMs / 1000.0,
            Verdict = looked.Verdict,
            States = looked.States,
            Steps = looked.Steps,
            IsShortest = looked.IsShortest,
        };

        /// <summary>
        /// Looks in few, long ticks first: a story found there is one. What is not refuted so is looked at again in the short ticks that a proof takes.
        /// </summary>
        private Looked Look(CheckedRules rules, string[] ofValves, CheckGoal goal)
        {
            Looked first = LookAt(rules, ofValves, goal, mostStates);
            if (first.Verdict == CheckVerdict.Refuted || !first.IsComplete || rules.IsExact)
            {
                return first;
            }

            CheckedRules exact = rules.InParts();
            Looked again = LookAt(exact, ofValves, goal with { WithinTicks = goal.WithinTicks * (rules.TickMs / exact.TickMs) }, mostStates - first.States);
            return again with { States = first.States + again.States };
        }

        private Looked LookAt(CheckedRules rules, string[] ofValves, CheckGoal goal, int most)
        {
            // With delays that may be over at any time there are far fewer states: what holds there holds, and a story that comes about is one.
            Explored explored = Exploration.Of(rules, goal, most, ref movesLeft, cancel, forgetsDelays: true);
            IReadOnlyList<CheckStep>? steps = explored.Path is null ? [] : Replay.Of(rules, ofValves, goal, explored);
            int states = explored.States;
            bool isShortest = false;
            if (explored.Path is not null || !explored.IsComplete)
            {
                // The shortest story, or the truth, is found with the delays as they are; where there already is a story, not at any price.
                bool hasStory = steps is { Count: > 0 };
                Explored exact = Exploration.Of(rules, goal, hasStory ? Math.Min(most - states, StatesForShortest) : most - states, ref movesLeft, cancel);
                states += exact.States;
                IReadOnlyList<CheckStep>? shortest = exact.Path is null ? [] : Replay.Of(rules, ofValves, goal, exact);
                isShortest = shortest is { Count: > 0 };
                (explored, steps) = hasStory && !isShortest ? (explored, steps) : (exact, shortest);
            }

            // What was found with sensors merged that are alike may need more of them than there are.
            CheckVerdict verdict = explored.Path is not null && steps is not null ? CheckVerdict.Refuted : explored.IsComplete && explored.Path is null && rules.IsExact ? CheckVerdict.Proved : CheckVerdict.NotProved;
            return new Looked(verdict, states, steps ?? [], isShortest, explored.IsComplete);
        }

        public CheckedClaim Fires(Rule rule)
        {
            Explored? explored = null;
            if (rule.WaitsFor != RuleTrigger.SensorWet)
            {
                return Fired(rule, CanFire(rule) ? CheckVerdict.Proved : CheckVerdict.Refuted, 0);
            }

            if (plan.Installation.Sensors.FirstOrDefault(s => rule.Hears(s)) is { } sensor)
            {
                var rules = CheckedRules.Of(plan, valves, sensor.Id, isWatched: false);
                int index = rules.Rules.ToList().FindIndex(r => r.Id == rule.Id);
                explored = index < 0 ? null : Exploration.Of(rules, new CheckGoal { Valves = 0, Fires = index, WithinTicks = 0, OpensWhileWet = true, IsHeard = static (_, _, _) => false }, mostStates, ref movesLeft, cancel);
            }

            CheckVerdict verdict = explored switch
            {
                null => CheckVerdict.Refuted,
                { Path: not null } => CheckVerdict.Proved,
                { IsComplete: true } => CheckVerdict.Refuted,
                _ => CheckVerdict.NotProved,
            };
            return Fired(rule, verdict, explored?.States ?? 0);
        }

        private static CheckedClaim Fired(Rule rule, CheckVerdict verdict, int states) =>
            Claim(CheckedProperty.Fires, [], rule.Id, [], null, new Looked(verdict, states, [], IsShortest: false, IsComplete: verdict != CheckVerdict.NotProved));

        /// <summary>Whether what a rule waits for beside wet sensors can come at all: nothing else has a part in that.</summary>
        private bool CanFire(Rule rule) => plan.Installation.Hubs.Count > 0 && rule.Modes.Count > 0 && rule.Hours is not { IsNever: true } && rule.WaitsFor switch
        {
            RuleTrigger.ModeComes => rule.Modes.Distinct().Count() < Enum.GetValues<Mode>().Length,
            RuleTrigger.TimeComes => rule.AtMin is { } atMin && rule.HoldsAt(atMin),
            RuleTrigger.ValveMoved or RuleTrigger.ValveFails => plan.Installation.Drives.Count > 0,
            RuleTrigger.ButtonPressed => (plan.Installation.Buttons ?? []).Any(b => rule.IsPressedBy(b.Id)),
            RuleTrigger.SensorCold when rule.ColderThanC is null => false,
            RuleTrigger.SensorSilent or RuleTrigger.SensorCold => plan.Installation.Sensors.Count(rule.Names) >= (rule.AtLeast ?? 1),
            _ => true,
        };
    }

    /// <summary>What exploring says of a claim.</summary>
    /// <param name="Verdict">Whether it holds.</param>
    /// <param name="States">That were come to.</param>
    /// <param name="Steps">A way to where it does not; empty where none was found.</param>
    /// <param name="IsShortest">Whether there is no shorter way.</param>
    /// <param name="IsComplete">Whether every state was looked at.</param>
    private sealed record Looked(CheckVerdict Verdict, int States, IReadOnlyList<CheckStep> Steps, bool IsShortest, bool IsComplete);
}
