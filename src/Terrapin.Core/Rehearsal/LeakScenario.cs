using Terrapin.Core.Drives;
using Terrapin.Core.Model;
using Terrapin.Core.Rules;
using Terrapin.Core.Sensors;
using Terrapin.Core.Simulation;

namespace Terrapin.Core.Rehearsal;

/// <summary>What happens while a leak runs, at one end of what is not known.</summary>
/// <param name="Steps">In any order.</param>
/// <param name="Others">The leaks that begin meanwhile, in the order of the steps that name them.</param>
internal sealed record LeakStory(IReadOnlyList<Meanwhile> Steps, IReadOnlyList<LeakCase> Others)
{
    public static LeakStory None { get; } = new([], []);

    /// <summary>The time of day at the first drop, minutes from midnight; <see langword="null"/>: it is not said.</summary>
    public double? StartMin => Steps.FirstOrDefault(s => s.Kind == MeanwhileKind.TimeIs) is { Min: { } min } step
        ? HoursOfDay.TimeOfDay(min - (step.AtS / 60))
        : null;
}

/// <summary>Puts leaks, what is broken and what happens meanwhile together to what the simulator runs.</summary>
internal sealed class LeakScenario
{
    /// <summary>How long the clock is looked at.</summary>
    private const int Days = 4;

    private readonly Plan plan;
    private readonly Controls controls;
    private readonly Mode mode;

    /// <summary>What is broken from when on, s: from the first drop, and from each change.</summary>
    private readonly (double FromS, Broken Broken)[] brokenFrom;
    private readonly LeakStory story;
    private readonly SensorCase? first;
    private readonly double startMin;

    /// <summary>For each driven valve the rule that had closed it before the first drop; empty where none had.</summary>
    private readonly int?[] shutBy;

    /// <param name="plan">A checked plan.</param>
    /// <param name="controls">Of that plan.</param>
    /// <param name="leak">The leak that is rehearsed.</param>
    /// <param name="mode">Who is home.</param>
    /// <param name="broken">What is broken.</param>
    /// <param name="story">What happens meanwhile.</param>
    /// <param name="startMin">The time of day at the first drop, minutes from midnight.</param>
    public LeakScenario(Plan plan, Controls controls, LeakCase leak, Mode mode, Broken broken, LeakStory story, double startMin)
    {
        (this.plan, this.controls, this.mode, this.story, this.startMin) = (plan, controls, mode, story, startMin);
        first = leak.First();
        Leaks = [leak, .. story.Others];
        Changes = [.. story.Steps.Where(s => s.Kind is MeanwhileKind.Breaks or MeanwhileKind.WorksAgain).OrderBy(s => s.AtS)];
        brokenFrom = new (double, Broken)[1 + Changes.Length];
        brokenFrom[0] = (0, broken);
        for (int i = 0; i < Changes.Length; i++)
        {
            brokenFrom[i + 1] = (Changes[i].AtS, brokenFrom[i].Broken.After(Changes[i]));
        }

        Program = Array.Exists(brokenFrom, b => b.Broken.HubWorks) ? controls.Program : null;
        shutBy = controls.Beforehand.Length == 0 ? [] : ShutBeforehand(broken.BeforeFirstDrop());
        Valves = ValvesWith(broken);
        Scenario = With(Unbroken(broken), broken, Valves);
        Scenario = Scenario with { Changes = [.. brokenFrom.Skip(1).Select(b => (b.FromS, With(Scenario, b.Broken, ValvesWith(b.Broken))))] };
    }

    /// <summary>What breaks and what works again, in the order of time.</summary>
    public Meanwhile[] Changes { get; }

    /// <summary>The hub's, if it works at any time.</summary>
    public RuleProgram? Program { get; }

    /// <summary>The one that is rehearsed, then the others.</summary>
    public LeakCase[] Leaks { get; }

    /// <summary>For each leak the stop valves on its way that something closes, as weak as what is broken at the first drop leaves them.</summary>
    public ValveCase[][] Valves { get; }

    public Scenario Scenario { get; }

    /// <summary>Who is home at a time.</summary>
    /// <param name="timeS">From the first drop, s.</param>
    public Mode ModeAt(double timeS) => Scenario.ModeChanges.Where(c => c.AtS <= timeS).OrderBy(c => c.AtS).Select(c => (Mode?)c.Mode).LastOrDefault() ?? mode;

    /// <summary>The time of day at a time, minutes from midnight, 0 to below a day.</summary>
    /// <param name="timeS">From the first drop, s.</param>
    public double MinuteAt(double timeS) => HoursOfDay.TimeOfDay(startMin + (timeS / 60));

    /// <summary>What is broken at a time.</summary>
    /// <param name="timeS">From the first drop, s.</param>
    public Broken BrokenAt(double timeS) => brokenFrom.Last(b => b.FromS <= timeS).Broken;

    /// <summary>What is broken in the end.</summary>
    public Broken BrokenLast => brokenFrom[^1].Broken;

    /// <summary>Whether the hub stops working after a time.</summary>
    /// <param name="timeS">From the first drop, s.</param>
    public bool HubFailsAfter(double timeS) => plan.Installation.Hubs.Count > 0 && Array.Exists(brokenFrom, b => b.FromS >= timeS && !b.Broken.HubWorks);

    /// <summary>Why a valve cannot close at a time; <see langword="null"/> where it can.</summary>
    /// <param name="valve">One of <see cref="Valves"/>.</param>
    /// <param name="timeS">From the first drop, s.</param>
    public Cause? CannotClose(ValveCase valve, double timeS) => Changes.Length == 0 ? valve.CannotClose : Weaken(Leaks.SelectMany(l => l.Valves).OfType<ValveCase>().First(v => v.Index == valve.Index), BrokenAt(timeS)).CannotClose;

    /// <summary>Whether a sensor says anything.</summary>
    public bool Speaks(SensorCase sensor, Broken broken) => broken.Speaks(plan.Installation.Sensors[sensor.Index], IsFirst(sensor.Index));

    /// <summary>Whether the hub hears a sensor.</summary>
    public bool IsHeard(SensorCase sensor, Broken broken) => broken.IsHeard(sensor.SensorId, IsFirst(sensor.Index));

    private bool IsSilent(int sensor, Broken what) => plan.Installation.Sensors[sensor] is var one && !(what.Speaks(one, IsFirst(sensor)) && what.IsHeard(one.Id, IsFirst(sensor)));

    private bool IsFirst(int sensor) => sensor == first?.Index;

    /// <summary>For each driven valve the rule that had closed it before the first drop. What is broken may have been so by then, and then it had not.</summary>
    private int?[] ShutBeforehand(Broken before)
    {
        int[] acted = before.HubWorks && before.OrdersClose ? [.. controls.Beforehand.Where(rule => HasActed(plan.Installation.Rules[rule], before))] : [];
        return [.. controls.DrivenIds.Select(id => plan.DriveOn(id)! is var drive && before.IsHeard(drive.Id) && before.CanTurn(drive)
            ? acted.Where(r => plan.Installation.Rules[r].Closes(id)).Cast<int?>().FirstOrDefault()
            : null)];
    }

    private bool HasActed(Rule rule, Broken before)
    {
        int Silent() => plan.Installation.Sensors.Where((s, i) => rule.Names(s) && IsSilent(i, before)).Count();
        return rule.Modes.Contains(mode) && rule.HoldsAt(startMin) && (rule.WaitsFor == RuleTrigger.ModeComes || Silent() >= (rule.AtLeast ?? 1));
    }

    private ValveCase[][] ValvesWith(Broken broken) => [.. Leaks.Select(l => (ValveCase[])[.. l.Valves.OfType<ValveCase>().Select(v => Weaken(v, broken))])];

    private ValveCase Weaken(ValveCase valve, Broken broken)
    {
        FittedDrive drive = plan.DriveOn(valve.StopValveId)!;
        bool turns = broken.CanTurn(drive);
        bool passes = broken.Passes(valve.StopValveId);
        bool reports = plan.SpecOf(drive).ReportsPosition == Answer.Yes;
        bool isHeard = broken.IsHeard(drive.Id);
        bool moves = valve.Simulated.Moves && turns;
        double endDeg = broken.Stalls ? Math.Min(Faults.StallDeg, valve.Simulated.EndAngleDeg) : valve.Simulated.EndAngleDeg;
        double? snagsDeg = broken.Snags && endDeg > Faults.StallDeg ? Faults.StallDeg : null;
        return valve with
        {
            CannotClose = turns ? valve.CannotClose : valve.CannotClose ?? Cause.DriveWithoutPower,
            RunsOn = passes ? valve.RunsOn ?? Cause.ValvePasses : valve.RunsOn,
            PassesM3PerS = passes && valve.PassesM3PerS is null or 0 ? null : valve.PassesM3PerS,
            Simulated = valve.Simulated with
            {
                Moves = moves,
                EndAngleDeg = endDeg,
                HeedsHub = broken.OrdersClose && isHeard,
                ClosesByItself = broken.ClosesByItself(drive),
                ShutByRule = valve.Simulated.Moves && shutBy.Length > 0 ? shutBy[valve.Index] : null,
                ReportsTurns = reports && isHeard,
                // With its ends swapped it reports, rightly as it believes, that it is shut.
                ReportsFailure = reports && (!isHeard || (broken.OrdersClose && (!moves || snagsDeg is not null || endDeg < CockLoss.ShutDeg))),
                SnagsDeg = snagsDeg,
                ReopensByItself = drive.OnMainsFailure == MainsFailurePolicy.CloseThenReopen,
            },
        };
    }

    /// <summary>What happens whatever is broken.</summary>
    /// <param name="broken">At the first drop.</param>
    private Scenario Unbroken(Broken broken) => new()
    {
        HubS = Leaks[0].HubS,
        Valves = [],
        Mode = mode,
        ModeChanges = [.. Steps(MeanwhileKind.ModeBecomes).Select(s => (s.AtS, s.Mode!.Value))],
        Wipes = [.. Steps(MeanwhileKind.WipedUp).Select(s => (s.AtS, IndexOf(s.LeakId)))],
        Resets = [.. Steps(MeanwhileKind.Reset).Select(s => s.AtS)],
        OpenedByHand = [.. Steps(MeanwhileKind.ValveOpened).Select(s => (s.AtS, Array.IndexOf(controls.DrivenIds, s.StopValveId))).Where(o => o.Item2 >= 0)],
        Conditions = Program is null ? [] : [.. Conditions(Program, broken)],
        StartMin = startMin,
        Clock = Program is null ? [] : [.. Clock(Program)],
        Leaks = [],
    };

    private Scenario With(Scenario scenario, Broken broken, ValveCase[][] valves)
    {
        // Valves that are on no leak's way, or that nothing closes, turn without a part in it.
        var simulated = new SimulatedValve[controls.DrivenIds.Length];
        foreach (ValveCase valve in valves.SelectMany(v => v))
        {
            SimulatedValve other = simulated[valve.Index];
            simulated[valve.Index] = valve.Simulated with { PassesM3PerS = Math.Max(other.PassesM3PerS, valve.Simulated.PassesM3PerS) };
        }

        return scenario with
        {
            Program = broken.HubWorks ? controls.Program : null,
            Valves = simulated,
            Links = broken.LinksClose ? [.. Leaks.SelectMany(Links).Distinct()] : [],
            SilentSensors = Program is not { KnowsSilence: true } ? [] : [.. Enumerable.Range(0, plan.Installation.Sensors.Count).Where(s => IsSilent(s, broken))],
            Outages = broken.HubWorks && Program is { } knows ? [.. Outages(knows, broken)] : [],
            Leaks = [.. Leaks.Select((leak, i) => LeakOf(leak, i, broken))],
        };
    }

    private IEnumerable<Meanwhile> Steps(MeanwhileKind kind) => story.Steps.Where(s => s.Kind == kind);

    /// <summary>Index of a leak that runs; the one that is rehearsed where none is said.</summary>
    private int IndexOf(string? leakId) => leakId is null ? 0 : Array.FindIndex(Leaks, l => l.Leak.Id == leakId);

    private static IEnumerable<int> Outages(RuleProgram program, Broken broken)
    {
        if (broken.MainsFails && program.ConditionOf(RuleTrigger.MainsFails) is { } mains)
        {
            yield return mains;
        }

        if (!broken.HasInternet && program.ConditionOf(RuleTrigger.InternetFails) is { } internet)
        {
            yield return internet;
        }
    }

    private IEnumerable<(double AtS, int Condition, bool Begins)> Conditions(RuleProgram program, Broken broken)
    {
        string[] buttons = [.. (plan.Installation.Buttons ?? []).Select(b => b.Id)];
        foreach (Meanwhile pressed in Steps(MeanwhileKind.ButtonPressed))
        {
            if (Array.IndexOf(buttons, pressed.ButtonId) is >= 0 and var button && program.ConditionOf(RuleTrigger.ButtonPressed, button) is { } condition)
            {
                yield return (pressed.AtS, condition, true);
            }
        }

        string[] sensors = [.. plan.Installation.Sensors.Select(s => s.Id)];
        foreach (Meanwhile cold in Steps(MeanwhileKind.GetsCold))
        {
            int sensor = Array.IndexOf(sensors, cold.SensorId);
            bool tells = sensor >= 0 && !IsSilent(sensor, broken) && plan.SpecOf(plan.Installation.Sensors[sensor]).MeasuresTemperature == Answer.Yes;
            foreach (int condition in tells ? program.ColderAt(sensor, cold.Celsius!.Value) : [])
            {
                yield return (cold.AtS, condition, true);
            }
        }
    }

    /// <summary>For some days: what waits for an hour waits a day at the most, and then its own times. Of one time what begins comes before what ends.</summary>
    private IEnumerable<(double AtS, int Condition, bool Begins)> Clock(RuleProgram program)
    {
        double lastS = Days * HoursOfDay.DayMin * 60.0 + story.Steps.Select(s => s.AtS).DefaultIfEmpty(0).Max();
        return program.Clock.SelectMany(c => c.Changes(startMin, lastS).Select(change => (change.AtS, c.Condition, change.Begins))).OrderByDescending(c => c.Begins);
    }

    private SimulatedLeak LeakOf(LeakCase leak, int index, Broken broken) => new()
    {
        Flow = leak.Flow,
        Kept = Leaks.Length == 1 ? leak.Turning : null,
        Valves = [.. leak.Valves.Select(v => v?.Index ?? -1)],
        HoldsM3 = leak.Leak.PipeId is null ? leak.Leak.HoldsM3 ?? double.PositiveInfinity : double.PositiveInfinity,
        StartsS = index == 0 ? 0 : Steps(MeanwhileKind.LeakStarts).ElementAt(index - 1).AtS,
        EndsS = Steps(MeanwhileKind.LeakEnds).Where(s => IndexOf(s.LeakId) == index).Select(s => s.AtS).DefaultIfEmpty(double.PositiveInfinity).Min(),
        StoppedByRules = leak.Leak.PipeId is null ? [.. Enumerable.Range(0, plan.Installation.Rules.Count).Where(r => plan.StopsMachineOf(plan.Installation.Rules[r], leak.Leak))] : [],
        Sensors = [.. leak.Sensors.Where(s => s.TripM3 is not null).Select(s => SensorOf(s, broken)).Where(s => s.Speaks || Changes.Length > 0)],
    };

    private SimulatedSensor SensorOf(SensorCase sensor, Broken broken) => new(
        sensor.Index,
        sensor.TripM3!.Value,
        sensor.ResponseS,
        sensor.RadioS,
        Drying.AfterS(plan.SpecOf(plan.Installation.Sensors[sensor.Index]).Kind),
        IsHeard(sensor, broken),
        Speaks(sensor, broken),
        sensor.RepeatsS);

    /// <summary>Of the sensors that a leak's water comes to: the others never speak.</summary>
    private IEnumerable<SimulatedLink> Links(LeakCase leak) => leak.Sensors.SelectMany(
        s => plan.Installation.Links.Where(l => l.SensorId == s.SensorId),
        (s, l) => new SimulatedLink(s.Index, Array.IndexOf(controls.DrivenIds, plan.Installation.Drives.First(d => d.Id == l.DriveId).StopValveId)));
}
