using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Simulation;

/// <summary>
/// Runs a scenario from its start until nothing more happens, from event to event: water comes to sensors, sensors speak, the
/// hub runs its rules, whatever orders a closing closes what it names, and the flows follow the valves.
/// </summary>
public sealed class Simulator
{
    private readonly World world;
    private readonly EventQueue queue = new();
    private readonly List<TraceEntry> entries = [];
    private readonly List<TracePoint> curve = [];
    private readonly bool[] ordered;

    /// <summary>Of each valve's last order: what comes of an older one is void.</summary>
    private readonly int[] orderStamps;

    /// <summary>Of each valve, the strokes that it was told to make since it stood open.</summary>
    private readonly int[] strokes;

    /// <summary>For each leak its sensors, and what was out of it when its water was last wiped up.</summary>
    private readonly Contact[][] contacts;
    private readonly double[] marksM3;
    private readonly Listener[] listeners;

    private readonly int[] rules;
    private readonly RuleOrder[] orders;

    /// <summary>For each valve whether it has closed by itself since the mains failed.</summary>
    private readonly bool[] closedByItself;
    private readonly IReadOnlyList<(double AtS, Scenario Now)> changes;

    /// <summary>As it is now.</summary>
    private Scenario scenario;
    private Mode mode;
    private long rulesMs;
    private int due;

    private Simulator(Scenario scenario)
    {
        this.scenario = scenario;
        world = new World(scenario);
        ordered = new bool[scenario.Valves.Count];
        orderStamps = new int[scenario.Valves.Count];
        strokes = new int[scenario.Valves.Count];
        contacts = [.. scenario.Leaks.Select(l => l.Sensors.Select(s => new Contact(s)).ToArray())];
        marksM3 = new double[scenario.Leaks.Count];
        listeners = new Listener[1 + scenario.Leaks.SelectMany(l => l.Sensors).Select(s => s.Sensor).DefaultIfEmpty(-1).Max()];
        foreach (SimulatedSensor sensor in scenario.Leaks.SelectMany(l => l.Sensors))
        {
            (listeners[sensor.Sensor].Speaks, listeners[sensor.Sensor].ReachesHub) = (sensor.Speaks, sensor.ReachesHub);
        }

        (changes, mode, closedByItself) = (scenario.Changes, scenario.Mode, new bool[scenario.Valves.Count]);
        RuleProgram? program = scenario.Program ?? changes.Select(c => c.Now.Program).FirstOrDefault(p => p is not null);
        rules = program?.Quiet(mode, scenario.SilentSensors, scenario.StartMin).Words.ToArray() ?? [];
        orders = new RuleOrder[program?.MostOrders ?? 0];
    }

    /// <summary>Runs a scenario: times to a millisecond of the hub's clock, volumes to 0.1 % while a valve turns and exact otherwise.</summary>
    /// <param name="scenario">Its valves are those that its program was compiled with, in the same order.</param>
    public static Trace Run(Scenario scenario) => new Simulator(scenario).Run();

    private Trace Run()
    {
        for (int i = 0; i < scenario.Leaks.Count; i++)
        {
            queue.Add(scenario.Leaks[i].StartsS, new Coming(WorldEvent.LeakStarts, i));
            queue.Add(scenario.Leaks[i].EndsS, new Coming(WorldEvent.LeakEnds, i));
        }

        foreach ((double atS, Mode mode) in scenario.ModeChanges)
        {
            queue.Add(atS, new Coming(WorldEvent.ModeChanges, (int)mode));
        }

        foreach (int outage in scenario.Outages)
        {
            queue.Add(0, new Coming(WorldEvent.ConditionBegins, outage));
        }

        foreach ((double atS, int condition, bool begins) in scenario.Conditions)
        {
            queue.Add(atS, new Coming(begins ? WorldEvent.ConditionBegins : WorldEvent.ConditionEnds, condition));
        }

        foreach ((double atS, int condition, bool begins) in scenario.Clock)
        {
            queue.Add(atS, new Coming(begins ? WorldEvent.TimeComes : WorldEvent.ConditionEnds, condition));
        }

        foreach (double atS in scenario.Resets)
        {
            queue.Add(atS, new Coming(WorldEvent.Reset));
        }

        foreach ((double atS, int valve) in scenario.OpenedByHand)
        {
            queue.Add(atS, new Coming(WorldEvent.ValveOpened, valve));
        }

        foreach ((double atS, int leak) in scenario.Wipes)
        {
            queue.Add(atS, new Coming(WorldEvent.Wiped, leak));
        }

        for (int i = 0; i < changes.Count; i++)
        {
            queue.Add(changes[i].AtS, new Coming(WorldEvent.Changes, i));
        }

        for (int i = 0; i < scenario.Valves.Count; i++)
        {
            if (scenario.Valves[i].ShutByRule is { } rule)
            {
                ordered[i] = true;
                Add(TraceKind.StoodShut, rule: rule, valve: i);
            }
            else if (scenario.Valves[i].ClosesByItself)
            {
                queue.Add(0, new Coming(WorldEvent.ValveOrdered, i));
            }
        }

        while (Advance())
        {
            while (queue.NextS <= world.TimeS)
            {
                Happens(queue.Take());
            }
        }

        return new Trace(entries, curve, world.Flows().ToArray());
    }

    /// <summary>Lets time pass to what happens next.</summary>
    /// <returns>Whether there is anything.</returns>
    private bool Advance()
    {
        double untilS = queue.NextS;
        bool isTurning = world.IsTurning;
        bool anyMark = false;
        for (int i = 0; i < marksM3.Length; i++)
        {
            marksM3[i] = world.Runs(i) ? NextMarkM3(i) : double.PositiveInfinity;
            anyMark |= !isTurning && double.IsFinite(marksM3[i]) && world.Flows()[i] > 0;
        }

        if (double.IsInfinity(untilS) && !isTurning && !anyMark)
        {
            return false;
        }

        int leak = world.Pass(untilS, marksM3);
        if (isTurning)
        {
            AddPoint();
        }

        if (leak >= 0)
        {
            Reaches(leak);
        }

        return true;
    }

    private double NextMarkM3(int leak)
    {
        double next = scenario.Leaks[leak].HoldsM3;
        foreach (Contact contact in contacts[leak])
        {
            if (!contact.IsWet)
            {
                next = Math.Min(next, contact.WipedM3 + contact.Sensor.TripM3);
            }
        }

        return next;
    }

    private void Reaches(int leak)
    {
        double outM3 = world.OutM3[leak];
        foreach (Contact contact in contacts[leak])
        {
            if (!contact.IsWet && outM3 >= contact.WipedM3 + contact.Sensor.TripM3)
            {
                contact.IsWet = true;
                if (listeners[contact.Sensor.Sensor].Waters++ == 0)
                {
                    Speaks(contact.Sensor, isWet: true, contact.Sensor.ResponseS);
                }
            }
        }

        if (outM3 >= scenario.Leaks[leak].HoldsM3)
        {
            Ends(leak);
        }
    }

    private void Speaks(SimulatedSensor sensor, bool isWet, double afterS) =>
        queue.Add(world.TimeS + afterS, new Coming(WorldEvent.SensorSpeaks, sensor.Sensor, isWet, sensor.RadioS, ++listeners[sensor.Sensor].Stamp));

    private void Happens(Coming coming)
    {
        switch (coming.Kind)
        {
            case WorldEvent.LeakStarts:
                world.Start(coming.Index);
                AddPoint();
                Add(TraceKind.LeakStarts, leak: coming.Index);
                break;
            case WorldEvent.LeakEnds:
                Ends(coming.Index);
                break;
            case WorldEvent.ModeChanges:
                mode = (Mode)coming.Index;
                Add(TraceKind.ModeChanges, other: coming.Index);
                StepRules(RuleEvent.Becomes((Mode)coming.Index));
                break;
            case WorldEvent.ConditionBegins:
                Add(TraceKind.ConditionBegins, other: coming.Index);
                StepRules(RuleEvent.Begins(coming.Index));
                break;
            case WorldEvent.TimeComes:
                StepRules(RuleEvent.Begins(coming.Index));
                break;
            case WorldEvent.ConditionEnds:
                StepRules(RuleEvent.Ends(coming.Index));
                break;
            case WorldEvent.Wiped:
                Wipe(coming.Index);
                break;
            case WorldEvent.Changes:
                Add(TraceKind.Changes, other: coming.Index);
                Becomes(changes[coming.Index].Now);
                break;
            case WorldEvent.SensorSpeaks:
                Hears(coming);
                break;
            case WorldEvent.SensorRepeats when listeners[coming.Index] is { SaysWet: true, Speaks: true, ReachesHub: true }:
                queue.Add(world.TimeS + coming.DelayS, coming with { Kind = WorldEvent.HubHears });
                break;
            case WorldEvent.HubHears when scenario.Program is not null:
                Add(coming.IsWet ? TraceKind.HubKnows : TraceKind.HubKnowsDry, sensor: coming.Index);
                StepRules(coming.IsWet ? RuleEvent.Wet(coming.Index) : RuleEvent.Dry(coming.Index));
                break;
            case WorldEvent.RuleIsDue when coming.Stamp == due:
                StepRules(RuleEvent.TimePassed);
                break;
            case WorldEvent.ValveOrdered:
                closedByItself[coming.Index] |= coming.BySensor < 0 && !ordered[coming.Index];
                Order(coming.Index, coming.BySensor, rule: -1, delayS: 0);
                break;
            case WorldEvent.Reset:
                Add(TraceKind.Reset);
                StepRules(RuleEvent.Reset);
                break;
            case WorldEvent.ValveOpened when (coming.ByRule < 0 && !coming.ByDrive) || coming.Stamp == orderStamps[coming.Index]:
                Open(coming.Index, coming.ByRule, coming.ByDrive);
                break;
            case WorldEvent.ValveMoves when coming.Stamp == orderStamps[coming.Index] && !scenario.Valves[coming.Index].Moves:
                LosesPower(coming.Index);
                break;
            case WorldEvent.ValveMoves when coming.Stamp == orderStamps[coming.Index]:
                AddPoint();
                Add(TraceKind.ValveMoves, valve: coming.Index);
                world.Move(coming.Index, SnagsDeg(coming.Index) ?? scenario.Valves[coming.Index].EndAngleDeg);
                queue.Add(world.StandsS(coming.Index), coming with { Kind = WorldEvent.ValveStands });
                break;
            case WorldEvent.ValveIsMissed when coming.Stamp == orderStamps[coming.Index] && scenario.Program?.ConditionOf(RuleTrigger.ValveFails, coming.Index) is { } fails:
                Add(TraceKind.ConditionBegins, other: fails);
                StepRules(RuleEvent.Begins(fails));
                break;
            case WorldEvent.ValveStands when coming.Stamp == orderStamps[coming.Index]:
                Stands(coming.Index);
                break;
        }
    }

    /// <summary>Where the stroke that a valve is on is caught, degrees from open.</summary>
    private double? SnagsDeg(int valve) => strokes[valve] == 1 ? scenario.Valves[valve].SnagsDeg : null;

    private bool IsCaught(int valve) => SnagsDeg(valve) is not null && world.StandsS(valve) <= world.TimeS;

    private void Stands(int valve)
    {
        Add(IsCaught(valve) ? TraceKind.ValveSnags : TraceKind.ValveStands, valve: valve, angleDeg: world.AngleDeg(valve));
        if (strokes[valve] > 1 && !scenario.Valves[valve].EndsShort && scenario.Program?.ConditionOf(RuleTrigger.ValveFails, valve) is { } fails)
        {
            StepRules(RuleEvent.Ends(fails));
        }
    }

    /// <summary>
    /// Something breaks, or works again. A hub that starts again remembers nothing, and hears of what is wet when a sensor says so anew; a drive
    /// without power stops where it is, and needs another order afterwards.
    /// </summary>
    private void Becomes(Scenario now)
    {
        Scenario was = scenario;
        scenario = now;
        for (int valve = 0; valve < now.Valves.Count; valve++)
        {
            (SimulatedValve before, SimulatedValve then) = (was.Valves[valve], now.Valves[valve]);
            if (!then.Moves && world.Turns(valve))
            {
                world.Halt(valve);
                AddPoint();
                Add(TraceKind.ValveHalts, valve: valve, angleDeg: world.AngleDeg(valve));
                LosesPower(valve);
            }

            if (then.ClosesByItself && !before.ClosesByItself)
            {
                queue.Add(world.TimeS, new Coming(WorldEvent.ValveOrdered, valve));
            }
            else if (before.ClosesByItself && !then.ClosesByItself && then.ReopensByItself && closedByItself[valve])
            {
                queue.Add(world.TimeS + then.StartS, new Coming(WorldEvent.ValveOpened, valve, Stamp: ++orderStamps[valve], ByDrive: true));
            }
        }

        bool startsAgain = was.Program is null && now.Program is not null;
        foreach (SimulatedSensor sensor in now.Leaks.SelectMany(l => l.Sensors).DistinctBy(s => s.Sensor))
        {
            ref Listener listener = ref listeners[sensor.Sensor];
            bool isBack = sensor.Speaks && !listener.Speaks;
            bool isHeard = sensor.Speaks && sensor.ReachesHub && (isBack || !listener.ReachesHub || startsAgain);
            (listener.Speaks, listener.ReachesHub) = (sensor.Speaks, sensor.ReachesHub);
            if (isBack && listener.Waters > 0 && !listener.SaysWet)
            {
                Speaks(sensor, isWet: true, sensor.ResponseS);
            }
            else if (isHeard && listener.SaysWet)
            {
                queue.Add(world.TimeS + sensor.RepeatsS, new Coming(WorldEvent.SensorRepeats, sensor.Sensor, IsWet: true, DelayS: sensor.RadioS));
            }
        }

        if (startsAgain)
        {
            StartAgain();
        }
        else if (now.Program is { } program)
        {
            SetConditions(was.Outages, now.Outages);
            SetConditions([.. Silences(program, was)], [.. Silences(program, now)]);
        }
    }

    private static IEnumerable<int> Silences(RuleProgram program, Scenario scenario) => scenario.SilentSensors.Select(s => program.ConditionOf(RuleTrigger.SensorSilent, s)).OfType<int>();

    /// <summary>Conditions begin that were not so, and end that are so no more.</summary>
    private void SetConditions(IReadOnlyList<int> before, IReadOnlyList<int> now)
    {
        foreach (int begins in now.Except(before))
        {
            Add(TraceKind.ConditionBegins, other: begins);
            StepRules(RuleEvent.Begins(begins));
        }

        foreach (int ends in before.Except(now))
        {
            StepRules(RuleEvent.Ends(ends));
        }
    }

    private void StartAgain()
    {
        scenario.Program!.Quiet(mode, scenario.SilentSensors, HoursOfDay.TimeOfDay(scenario.StartMin + (world.TimeS / 60))).Words.CopyTo(rules);
        (rulesMs, due) = (NowMs(), due + 1);
        SetConditions([], scenario.Outages);
    }

    /// <summary>An order comes to nothing, and the hub may miss the report of it.</summary>
    private void LosesPower(int valve)
    {
        ordered[valve] = false;
        orderStamps[valve]++;
        if (scenario.Valves[valve].ReportsFailure)
        {
            queue.Add(world.TimeS + scenario.Valves[valve].FailureS, new Coming(WorldEvent.ValveIsMissed, valve, Stamp: orderStamps[valve]));
        }
    }

    private void Ends(int leak)
    {
        if (world.Runs(leak))
        {
            world.End(leak);
            AddPoint();
            Add(TraceKind.LeakEnds, leak: leak);
        }
    }

    /// <summary>A sensor is dry when the last water round it is wiped up: a rope not before it is dry all along.</summary>
    private void Wipe(int leak)
    {
        Add(TraceKind.Wiped, leak: leak);
        foreach (Contact contact in contacts[leak])
        {
            contact.WipedM3 = world.OutM3[leak];
            if (contact.IsWet)
            {
                contact.IsWet = false;
                if (--listeners[contact.Sensor.Sensor].Waters == 0)
                {
                    Speaks(contact.Sensor, isWet: false, contact.Sensor.DryingS);
                }
            }
        }
    }

    /// <summary>It speaks when what it says is new, and still true.</summary>
    private void Hears(Coming coming)
    {
        ref Listener listener = ref listeners[coming.Index];
        if (!listener.Speaks || coming.Stamp != listener.Stamp || coming.IsWet == listener.SaysWet)
        {
            return;
        }

        listener.SaysWet = coming.IsWet;
        Add(coming.IsWet ? TraceKind.SensorWet : TraceKind.SensorDry, sensor: coming.Index);
        if (scenario.Program is not null && listener.ReachesHub)
        {
            queue.Add(world.TimeS + coming.DelayS, coming with { Kind = WorldEvent.HubHears });
        }

        foreach (SimulatedLink link in scenario.Links)
        {
            if (coming.IsWet && link.Sensor == coming.Index)
            {
                queue.Add(world.TimeS + coming.DelayS, new Coming(WorldEvent.ValveOrdered, link.Valve, BySensor: link.Sensor));
            }
        }
    }

    private void StepRules(RuleEvent happened)
    {
        if (scenario.Program is not { } program)
        {
            return;
        }

        long nowMs = NowMs();
        RuleStep step = program.Step(rules, (int)Math.Min(nowMs - rulesMs, int.MaxValue), happened, rules, orders);
        rulesMs = nowMs;
        foreach (RuleOrder order in orders.AsSpan(0, step.Orders))
        {
            int sensor = program.SensorOf(order.Condition);
            switch (order.Kind)
            {
                case RuleOrderKind.Tell:
                    Add(TraceKind.Told, sensor: sensor, rule: order.Rule);
                    break;
                case RuleOrderKind.StopSwitches:
                    SwitchOff(order.Rule, sensor);
                    break;
                case RuleOrderKind.Close:
                    Close(program.Closes(order.Rule), order.Rule, sensor);
                    break;
                case RuleOrderKind.Open:
                    OrderOpen(order.Valves, order.Rule);
                    break;
                case RuleOrderKind.RefuseToOpen:
                    Add(TraceKind.OpeningRefused, rule: order.Rule);
                    break;
            }
        }

        due++;
        if (step.NextMs is { } nextMs)
        {
            queue.Add((nowMs + nextMs) / 1000.0, new Coming(WorldEvent.RuleIsDue, Stamp: due));
        }
    }

    /// <summary>The hub's clock counts whole milliseconds, and never before the time.</summary>
    private long NowMs() => Math.Max(rulesMs, (long)Math.Ceiling((world.TimeS * 1000) - 1e-6));

    private void SwitchOff(int rule, int sensor)
    {
        Add(TraceKind.SwitchesOff, sensor: sensor, rule: rule);
        for (int leak = 0; leak < scenario.Leaks.Count; leak++)
        {
            if (scenario.Leaks[leak].StoppedByRules.Contains(rule))
            {
                queue.Add(world.TimeS + scenario.HubS, new Coming(WorldEvent.LeakEnds, leak));
            }
        }
    }

    private void Close(ulong valves, int rule, int sensor)
    {
        if (scenario.Valves.Count == 0)
        {
            Add(TraceKind.ClosingOrdered, sensor: sensor, rule: rule);
        }

        for (int valve = 0; valve < scenario.Valves.Count; valve++)
        {
            if ((valves & (1ul << valve)) != 0)
            {
                Order(valve, sensor, rule, scenario.HubS);
            }
        }
    }

    /// <summary>A valve is told to close; the first order that it heeds counts, and the next once it was caught.</summary>
    private void Order(int valve, int sensor, int rule, double delayS)
    {
        if (ordered[valve] && !IsCaught(valve))
        {
            return;
        }

        bool heeds = rule < 0 || scenario.Valves[valve].HeedsHub;
        ordered[valve] = heeds;
        Add(TraceKind.ClosingOrdered, sensor: sensor, rule: rule, valve: valve);
        bool turns = heeds && scenario.Valves[valve].Moves;
        if (turns)
        {
            strokes[valve]++;
            queue.Add(world.TimeS + delayS + scenario.Valves[valve].StartS, new Coming(WorldEvent.ValveMoves, valve, Stamp: ++orderStamps[valve]));
        }

        if (rule >= 0 && scenario.Valves[valve].ReportsFailure && (strokes[valve] < 2 || scenario.Valves[valve].EndsShort))
        {
            queue.Add(world.TimeS + delayS + scenario.Valves[valve].FailureS, new Coming(WorldEvent.ValveIsMissed, valve, Stamp: orderStamps[valve]));
        }
    }

    /// <summary>Of those that are shut, or about to be, what heeds the hub and can turn.</summary>
    private void OrderOpen(ulong valves, int rule)
    {
        for (int valve = 0; valve < scenario.Valves.Count; valve++)
        {
            if ((valves & (1ul << valve)) != 0 && ordered[valve] && scenario.Valves[valve] is { HeedsHub: true, Moves: true } turns)
            {
                ordered[valve] = false;
                queue.Add(world.TimeS + scenario.HubS + turns.StartS, new Coming(WorldEvent.ValveOpened, valve, ByRule: rule, Stamp: ++orderStamps[valve]));
            }
        }
    }

    /// <summary>A valve that stands open already stays so without a word.</summary>
    private void Open(int valve, int rule, bool byDrive)
    {
        if (rule < 0 && !ordered[valve] && !world.Stands(valve))
        {
            return;
        }

        ordered[valve] = closedByItself[valve] = false;
        strokes[valve] = 0;
        orderStamps[valve]++;
        AddPoint();
        Add(byDrive ? TraceKind.ValveReopens : TraceKind.ValveOpens, rule: rule, valve: valve);
        world.Open(valve);
        if (scenario.Program?.ConditionOf(RuleTrigger.ValveFails, valve) is { } fails)
        {
            StepRules(RuleEvent.Ends(fails));
        }

        if (rule < 0 && !byDrive && scenario.Valves[valve].ReportsTurns && scenario.Program?.ConditionOf(RuleTrigger.ValveMoved, valve) is { } moved)
        {
            queue.Add(world.TimeS + ClockCondition.MomentS, new Coming(WorldEvent.ConditionEnds, moved));
            StepRules(RuleEvent.Begins(moved));
        }
    }

    private void AddPoint() => curve.Add(new TracePoint(world.TimeS, [.. world.OutM3]));

    private void Add(TraceKind kind, int leak = -1, int sensor = -1, int rule = -1, int valve = -1, int other = -1, double angleDeg = 0)
    {
        double outM3 = 0;
        foreach (double one in world.OutM3)
        {
            outM3 += one;
        }

        entries.Add(new TraceEntry(world.TimeS, kind, outM3, leak, sensor, rule, valve, other, angleDeg));
    }

    /// <summary>One sensor and the water of one leak.</summary>
    private sealed class Contact(SimulatedSensor sensor)
    {
        public SimulatedSensor Sensor { get; } = sensor;

        public bool IsWet { get; set; }

        /// <summary>Out of the leak when it was last wiped up, m³.</summary>
        public double WipedM3 { get; set; }
    }

    /// <summary>What one sensor knows of all the waters that come to it.</summary>
    private struct Listener
    {
        public int Waters;
        public bool SaysWet;
        public bool Speaks;
        public bool ReachesHub;

        /// <summary>Of its last message: one that is still under way and older is void.</summary>
        public int Stamp;
    }
}
