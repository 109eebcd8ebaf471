using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Checker;

/// <summary>
/// The rules, links and sensors that can have a part in what one sensor's water leads to, made ready to explore: rules that hear the sensor,
/// those that share a sensor with them, and so on. What is not among them never changes a rule or a valve that is.
/// </summary>
internal sealed class CheckedRules
{
    private readonly IReadOnlyList<string> valveIds;
    private readonly IReadOnlyList<(string SensorId, int Valve)> links;
    private readonly IReadOnlyList<HoursOfDay?> listening;
    private readonly IReadOnlyList<string> buttonIds;

    private CheckedRules(
        IReadOnlyList<Rule> rules, IReadOnlyList<string> sensorIds, IReadOnlyList<string> valveIds, IReadOnlyList<(string SensorId, int Valve)> links, int watched, IReadOnlyList<HoursOfDay?> listening, IReadOnlyList<string> buttonIds, bool inParts)
    {
        (Rules, SensorIds, Watched) = (rules, sensorIds, watched);
        (this.valveIds, this.links, this.listening, this.buttonIds) = (valveIds, links, listening, buttonIds);
        Opens = rules.Any(r => r.Action == RuleAction.Open);
        Program = RuleProgram.Compile(rules, sensorIds, valveIds, buttonIds, new RuleGuards([.. links.Select(l => (sensorIds.ToList().IndexOf(l.SensorId), l.Valve))], SilentAfterS: null));
        LinkedValves = [.. sensorIds.Select(id => links.Where(l => l.SensorId == id).Aggregate(0ul, (mask, l) => mask | (1ul << l.Valve)))];
        TickMs = rules.SelectMany(r => new[] { RuleProgram.Milliseconds(r.ConfirmS), RuleProgram.Milliseconds(r.DelayS) }).Aggregate(0, Divisor);
        TickMs = TickMs == 0 ? 1000 : TickMs;
        int parts = PartsOf(TickMs, 1 + rules.Count(r => r.ConfirmS + r.DelayS > 0));
        IsExact = parts == 1 || (inParts && parts <= TickMs);
        TickMs /= IsExact ? parts : 1;
        LongestTicks = rules.Select(r => RuleProgram.Milliseconds(r.ConfirmS) + RuleProgram.Milliseconds(r.DelayS)).DefaultIfEmpty(0).Max() / TickMs;
        DelayTicks = [.. rules.Select(r => RuleProgram.Milliseconds(r.DelayS) / TickMs)];
        OldestTicks = [.. Enumerable.Range(0, Program.Conditions).Select(c => Program.LongestConfirmMs(c) / TickMs)];
        HearsWatched = [.. rules.Select(r => watched >= 0 && r.SensorIds.Contains(sensorIds[watched]))];
        ClassOf = Classes();
        ClassSizes = [.. ClassOf.GroupBy(c => c).OrderBy(g => g.Key).Select(g => g.Count())];
        Happenings = [.. Enumerable.Range(sensorIds.Count, Program.Conditions - sensorIds.Count).Where(c => Program.WhatIs(c).Trigger != RuleTrigger.ModeComes && !Program.Clock.Any(h => h.Condition == c && h.UntilMin is not null))];
        Guards = [.. Enumerable.Range(0, sensorIds.Count).Where(s => LinkedValves[s] != 0 || rules.Any(r => r is { Action: RuleAction.Close, WaitsFor: RuleTrigger.SensorWet } && r.SensorIds.Contains(sensorIds[s])))];
        Day = DayPart.Of(rules.Select(r => r.Hours).Concat(listening), Program.Clock);
        MostAlike = Math.Max(1, rules.Select(r => r.AtLeast ?? 1).DefaultIfEmpty(1).Max());
    }

    public IReadOnlyList<Rule> Rules { get; }

    public IReadOnlyList<string> SensorIds { get; }

    /// <summary>Index of the sensor that is watched; −1: none.</summary>
    public int Watched { get; }

    public RuleProgram Program { get; }

    /// <summary>Whether it is about a rule that opens a valve, and those that close that one.</summary>
    public bool Opens { get; }

    /// <summary>The conditions that neither water nor a mode nor hours decide.</summary>
    public int[] Happenings { get; }

    /// <summary>For each rule whether it hears the watched sensor.</summary>
    public bool[] HearsWatched { get; }

    /// <summary>For each sensor the valves that its direct links close, a bit each.</summary>
    public ulong[] LinkedValves { get; }

    /// <summary>The greatest common divisor of all times, ms, or one part of it where <see cref="IsExact"/> asks for parts.</summary>
    public int TickMs { get; }

    /// <summary>
    /// Whether what can happen at any times can happen at multiples of the tick. At multiples of the divisor itself nothing happens between two
    /// deadlines, as when somebody leaves just before a sensor is confirmed and that closes later than if they had left a tick sooner. With as many
    /// parts as there are rules that wait, and one, there is a multiple before, between and after as many deadlines. Source: A. Göllü, A. Puri and
    /// P. Varaiya, Discretization of timed automata, 1994.
    /// </summary>
    public bool IsExact { get; }

    /// <summary>The longest of all times.</summary>
    public int LongestTicks { get; }

    /// <summary>For each rule its delay.</summary>
    public int[] DelayTicks { get; }

    /// <summary>For each condition the age beyond which it makes no difference.</summary>
    public int[] OldestTicks { get; }

    /// <summary>Parts of the day in their order, each by which conditions of the clock are so in it; one alone where none is looked at.</summary>
    public IReadOnlyList<DayPart> Day { get; }

    /// <summary>For each sensor its class: those of one class are heard by the same rules and links, and are interchangeable. The watched one is alone.</summary>
    public int[] ClassOf { get; }

    /// <summary>For each class how many sensors are of it.</summary>
    public int[] ClassSizes { get; private init; }

    /// <summary>More sensors of one class and age than the largest number that a rule waits for make no difference.</summary>
    public int MostAlike { get; }

    /// <summary>
    /// Whether of a class only the sensor that has been wet longest need be known: no rule counts, and any other may have got wet at any time
    /// since. Of few sensors that allows for more than can be, so that what is found has to be run with the sensors that there are.
    /// </summary>
    public bool KnowsOldestOnly => MostAlike == 1;

    /// <summary>The sensors whose water closes a valve, by a rule or a link.</summary>
    private int[] Guards { get; }

    /// <summary>Whether one of the sensors is wet whose water closes a valve.</summary>
    /// <param name="words">Of a state.</param>
    public bool IsGuardWet(ReadOnlySpan<int> words)
    {
        foreach (int sensor in Guards)
        {
            if (Program.AgeOf(words, sensor) is not null)
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>Whether one of the <see cref="Happenings"/> can begin: a time of day only in its part of the day.</summary>
    public bool MayBegin(int condition, int dayPart)
    {
        for (int c = 0; c < Program.Clock.Count; c++)
        {
            if (Program.Clock[c].Condition == condition)
            {
                return Day[dayPart].Comes[c];
            }
        }

        return true;
    }

    /// <summary>One of the <see cref="Happenings"/> as a step of a story.</summary>
    /// <param name="condition">Its index in the program.</param>
    /// <param name="atS">From the start, s.</param>
    /// <param name="begins">Whether it begins or is over.</param>
    public CheckStep StepOf(int condition, double atS, bool begins)
    {
        (RuleTrigger trigger, int index) = Program.WhatIs(condition);
        return new CheckStep(
            atS,
            begins ? CheckStepKind.Begins : CheckStepKind.Ends,
            trigger == RuleTrigger.SensorCold ? SensorIds[index] : null,
            null,
            null,
            trigger is RuleTrigger.ValveMoved or RuleTrigger.ValveFails ? [valveIds[index]] : [],
            trigger == RuleTrigger.TimeComes ? index : null,
            Trigger: trigger,
            ButtonId: trigger == RuleTrigger.ButtonPressed ? buttonIds[index] : null);
    }

    /// <summary>The same with the divisor in parts; see <see cref="IsExact"/>.</summary>
    public CheckedRules InParts() => new(Rules, SensorIds, valveIds, links, Watched, listening, buttonIds, inParts: true);

    /// <summary>The same with one sensor for each class, that has been wet longest, where no more need be known; classes and rules keep their numbers.</summary>
    public CheckedRules OneOfEachClass()
    {
        // Where a rule opens, conditions keep their numbers as well.
        if (!KnowsOldestOnly || Opens)
        {
            return this;
        }

        string[] ids = [.. SensorIds.Where((_, s) => Array.IndexOf(ClassOf, ClassOf[s]) == s)];
        return new CheckedRules(
            [.. Rules.Select(r => r with { SensorIds = [.. r.SensorIds.Where(ids.Contains)] })],
            ids,
            valveIds,
            [.. links.Where(l => ids.Contains(l.SensorId))],
            Watched < 0 ? Watched : Array.IndexOf(ids, SensorIds[Watched]),
            listening,
            buttonIds,
            IsExact)
        {
            ClassSizes = ClassSizes,
        };
    }

    /// <param name="plan">A checked plan.</param>
    /// <param name="valveIds">Every stop valve with a drive.</param>
    /// <param name="sensorId">The sensor whose water is looked at.</param>
    /// <param name="isWatched">Whether it stays wet once it is, and something has to come of it.</param>
    /// <param name="listening">The hours of those who have to hear of it; <see langword="null"/>: nobody has to.</param>
    public static CheckedRules Of(Plan plan, IReadOnlyList<string> valveIds, string sensorId, bool isWatched = true, IEnumerable<HoursOfDay?>? listening = null)
    {
        Installation fitted = plan.Installation;
        // Rules in a hub that is not there never run. What waits for the mains, a button, silence, the cold or a time of day may never come, and
        // closes only more. What opens is barred while a sensor is wet.
        Rule[] left = fitted.Hubs.Count == 0 ? [] : [.. fitted.Rules.Where(r => r.Action != RuleAction.Open && r.WaitsFor is RuleTrigger.SensorWet or RuleTrigger.ModeComes).Select(r => Named(r, fitted.Sensors))];
        HashSet<string> sensors = [sensorId];
        var rules = new HashSet<Rule>();
        while (left.Where(r => !rules.Contains(r) && r.SensorIds.Any(sensors.Contains)).ToArray() is { Length: > 0 } more)
        {
            rules.UnionWith(more);
            sensors.UnionWith(more.SelectMany(r => r.SensorIds));
        }

        string[] ids = [.. fitted.Sensors.Select(s => s.Id).Where(sensors.Contains)];
        return new CheckedRules(
            [.. left.Where(r => rules.Contains(r) || (r.WaitsFor == RuleTrigger.ModeComes && r.Action == RuleAction.Close))],
            ids,
            valveIds,
            [.. fitted.Links.Where(l => sensors.Contains(l.SensorId)).Select(l => (l.SensorId, valveIds.ToList().IndexOf(fitted.Drives.First(d => d.Id == l.DriveId).StopValveId)))],
            isWatched ? Array.IndexOf(ids, sensorId) : -1,
            [.. listening ?? []],
            buttonIds: [],
            inParts: false);
    }

    /// <summary>
    /// A rule that opens a valve and those that close it, with whatever they wait for. Closings for silence are left out: a silent sensor bars the
    /// opening itself.
    /// </summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="opening">One of its rules, that opens the valve and waits for no sensor.</param>
    /// <param name="valveId">A stop valve with a drive.</param>
    public static CheckedRules OfOpening(Plan plan, Rule opening, string valveId)
    {
        Installation fitted = plan.Installation;
        string[] drives = [.. fitted.Drives.Where(d => d.StopValveId == valveId).Select(d => d.Id)];
        Rule[] rules = [.. fitted.Rules.Where(r => r.Id == opening.Id || (r.Action == RuleAction.Close && r.Closes(valveId) && r.WaitsFor != RuleTrigger.SensorSilent)).Select(r => Named(r, fitted.Sensors))];
        DirectLink[] links = [.. fitted.Links.Where(l => drives.Contains(l.DriveId))];
        return new CheckedRules(
            rules,
            [.. fitted.Sensors.Select(s => s.Id).Where(id => links.Any(l => l.SensorId == id) || rules.Any(r => r.SensorIds.Contains(id)))],
            [valveId],
            [.. links.Select(l => (l.SensorId, 0))],
            watched: -1,
            listening: [],
            [.. (fitted.Buttons ?? []).Select(b => b.Id)],
            inParts: true);
    }

    private static Rule Named(Rule rule, IReadOnlyList<Sensor> sensors) => rule.IsOfSensors
        ? rule.Naming(sensors)
        : rule.NamingNone() with { AtLeast = null };

    /// <summary>What a part of the day brings, as the rules are told it: what begins before what ends.</summary>
    public IEnumerable<RuleEvent> ClockChangesTo(int dayPart)
    {
        bool[] before = Day[(dayPart + Day.Count - 1) % Day.Count].IsSo;
        return Enumerable.Range(0, Program.Clock.Count)
            .Where(c => Day[dayPart].IsSo[c] != before[c])
            .OrderByDescending(c => Day[dayPart].IsSo[c])
            .Select(c => Day[dayPart].IsSo[c] ? RuleEvent.Begins(Program.Clock[c].Condition) : RuleEvent.Ends(Program.Clock[c].Condition));
    }

    /// <summary>The least number of equal parts of whole milliseconds, not fewer than asked for; more than there are milliseconds where there is none.</summary>
    private static int PartsOf(int ms, int least) => Enumerable.Range(least, Math.Max(1, ms)).First(parts => ms % parts == 0 || parts > ms);

    private static int Divisor(int a, int b) => b == 0 ? a : Divisor(b, a % b);

    private int[] Classes()
    {
        var known = new Dictionary<string, int>();
        return [.. SensorIds.Select((id, s) =>
        {
            string alike = $"{s == Watched} {LinkedValves[s]} {string.Join(',', Rules.Select(r => r.SensorIds.Contains(id)))}";
            if (!known.TryGetValue(alike, out int number))
            {
                known[alike] = number = known.Count;
            }

            return number;
        })];
    }
}
