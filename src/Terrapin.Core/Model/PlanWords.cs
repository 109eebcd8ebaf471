namespace Terrapin.Core.Model;

/// <summary>What follows from the plan's words alone.</summary>
public static class PlanWords
{
    /// <summary>Reports that do not come before a sensor is taken for silent.</summary>
    private const int MissedReports = 3;

    /// <summary>A day and two hours, where no sensor says how often it reports.</summary>
    private const double UsualSilenceS = 93_600;

    /// <summary>Whether a quarter turn closes it, so that a drive can work it.</summary>
    public static bool IsQuarterTurn(this ValveKind kind) => kind is ValveKind.LeverBall or ValveKind.TeeBall;

    /// <summary>Whether it takes several turns to close.</summary>
    public static bool IsMultiTurn(this ValveKind kind) => kind is ValveKind.Gate or ValveKind.Globe or ValveKind.ScrewDown;

    /// <summary>Whether the leak is calculated as a flow rather than as a hole.</summary>
    public static bool IsFixedFlow(this LeakKind kind) =>
        kind is LeakKind.TapLeftOn or LeakKind.Overflow or LeakKind.Drip or LeakKind.ReliefValve or LeakKind.Trap or LeakKind.Flow;

    /// <summary>How much a leak counts where sensors are placed: one, and one more for each harm it would do.</summary>
    public static double Weight(this LeakPoint leak) => 1 + leak.Harms.Count;

    /// <summary>The contact angle of a room's floor, degrees; <see langword="null"/> where nobody has looked.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="room">One of its rooms.</param>
    public static double? ContactAngleDeg(this Plan plan, Room room) =>
        room.FinishId is { } id ? plan.Catalogue.Finishes.First(f => f.Id == id).ContactAngle.Deg : null;

    /// <summary>A sensor's kind in the catalogue.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="sensor">A sensor of that plan.</param>
    public static SensorSpec SpecOf(this Plan plan, Sensor sensor) => plan.Catalogue.Sensors.First(s => s.Id == sensor.SpecId);

    /// <summary>The hub that runs the rules, in the catalogue; <see langword="null"/> while none is chosen.</summary>
    /// <param name="plan">A checked plan.</param>
    public static HubSpec? HubInUse(this Plan plan) => plan.Installation.Hubs.Count > 0 ? plan.SpecOf(plan.Installation.Hubs[0]) : null;

    /// <summary>A hub's kind in the catalogue.</summary>
    public static HubSpec SpecOf(this Plan plan, Hub hub) => plan.Catalogue.Hubs.First(h => h.Id == hub.SpecId);

    /// <summary>A repeater's kind in the catalogue.</summary>
    public static RepeaterSpec SpecOf(this Plan plan, Repeater repeater) => plan.Catalogue.Repeaters.First(r => r.Id == repeater.SpecId);

    /// <summary>Some modes in a sentence.</summary>
    /// <param name="modes">Different ones.</param>
    internal static string InModes(IReadOnlyCollection<Mode> modes) => modes.Count == Enum.GetValues<Mode>().Length ? "in every mode" : $"in mode {string.Join(" and ", modes.Select(Words.Of))}";

    /// <summary>Whether the rule closes a main valve.</summary>
    public static bool Closes(this Rule rule, string stopValveId) =>
        rule.Action == RuleAction.Close && rule.ActsOn(stopValveId);

    /// <summary>Whether the rule closes any stop valve that has a drive.</summary>
    public static bool ClosesAny(this Plan plan, Rule rule) => plan.Installation.Drives.Any(d => rule.Closes(d.StopValveId));

    /// <summary>Whether the rule opens a main valve.</summary>
    public static bool Opens(this Rule rule, string stopValveId) => rule.Action == RuleAction.Open && rule.ActsOn(stopValveId);

    private static bool ActsOn(this Rule rule, string stopValveId) => rule.StopValveIds.Count == 0 || rule.StopValveIds.Contains(stopValveId);

    /// <summary>From one report to the next of the sensor that reports most seldom, s; 0 where none says.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="sensors">Some of its sensors.</param>
    public static double SlowestReportS(this Plan plan, IEnumerable<Sensor> sensors) =>
        sensors.Select(s => s.ReportEveryS(plan.SpecOf(s))).DefaultIfEmpty(0).Max();

    /// <summary>From one report of a sensor to the next, s; 0 where nothing says.</summary>
    /// <param name="sensor">The sensor.</param>
    /// <param name="spec">Its kind.</param>
    public static double ReportEveryS(this Sensor sensor, SensorSpec spec) => sensor.ReportEveryS ?? spec.Battery?.ReportEveryS ?? 0;

    /// <summary>An id that none of some others is.</summary>
    internal static string FreshId(string id, IEnumerable<string> taken)
    {
        string stem = id[..Math.Min(id.Length, 30)];
        HashSet<string> others = [.. taken];
        return Enumerable.Range(2, others.Count + 1).Select(n => $"{stem}-{n}").First(candidate => !others.Contains(candidate));
    }

    /// <summary>When some sensors, of which nothing has come, are taken for silent, s: after so many reports of the slowest.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="sensors">Some of its sensors.</param>
    public static double SilentAfterS(this Plan plan, IEnumerable<Sensor> sensors) =>
        plan.SlowestReportS(sensors) is > 0 and var slowestS ? Math.Min(MissedReports * slowestS, Rule.LongestSilenceS) : UsualSilenceS;

    /// <summary>Whether a rule or a drive opens a valve, so that what goes on working may lose more water than what is dead.</summary>
    public static bool OpensByItself(this Plan plan) =>
        plan.Installation.Rules.Any(r => r.Action == RuleAction.Open) || plan.Installation.Drives.Any(d => d.OnMainsFailure == MainsFailurePolicy.CloseThenReopen);

    /// <summary>Whether the rule switches the pump of the supply off.</summary>
    public static bool StopsPump(this Plan plan, Rule rule) => (plan.Installation.Switches ?? []).Any(s => s.Stops == SwitchedLoad.Pump && rule.StopsSwitch(s.Id));

    /// <summary>Whether the rule switches off the machine that a leak's water comes out of.</summary>
    public static bool StopsMachineOf(this Plan plan, Rule rule, LeakPoint leak) => leak is { PipeId: null, FixtureId: { } fixture }
        && (plan.Installation.Switches ?? []).Any(s => s.Stops == SwitchedLoad.Machine && s.FixtureId == fixture && rule.StopsSwitch(s.Id));

    /// <summary>A main valve of a plan.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="stopValveId">One of its mains.</param>
    public static StopValve StopValve(this Plan plan, string stopValveId) => plan.Building.StopValves.First(m => m.Id == stopValveId);

    /// <summary>The plan with one of its mains changed.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="stopValveId">One of its mains.</param>
    /// <param name="change">What becomes of it.</param>
    public static Plan WithStopValve(this Plan plan, string stopValveId, Func<StopValve, StopValve> change) =>
        plan.WithBuilding(b => b with { StopValves = [.. b.StopValves.Select(m => m.Id == stopValveId ? change(m) : m)] });

    /// <summary>The plan with something else found.</summary>
    public static Plan WithBuilding(this Plan plan, Func<Building, Building> change) => plan with { Building = change(plan.Building) };

    /// <summary>The plan with something else chosen.</summary>
    public static Plan WithInstallation(this Plan plan, Func<Installation, Installation> change) => plan with { Installation = change(plan.Installation) };

    /// <summary>The drive on a stop valve, or <see langword="null"/> while it has none.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="stopValveId">One of its stop valves.</param>
    public static FittedDrive? DriveOn(this Plan plan, string stopValveId) => plan.Installation.Drives.FirstOrDefault(d => d.StopValveId == stopValveId);

    /// <summary>Whether a rule, or a direct link to its drive, closes a stop valve.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="stopValveId">One of its stop valves.</param>
    public static bool IsClosed(this Plan plan, string stopValveId) => plan.DriveOn(stopValveId) is { } drive
        && (plan.Installation.Rules.Any(r => r.Closes(stopValveId)) || plan.Installation.Links.Any(l => l.DriveId == drive.Id));

    /// <summary>The plan with a drive in place of the one on its stop valve.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="drive">As it is to be fitted.</param>
    public static Plan WithDrive(this Plan plan, FittedDrive drive) =>
        plan.WithInstallation(i => i with { Drives = [.. i.Drives.Where(d => d.StopValveId != drive.StopValveId), drive] });

    /// <summary>The drive of a fitted one in the catalogue.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="drive">A drive of that plan.</param>
    public static DriveSpec SpecOf(this Plan plan, FittedDrive drive) => plan.Catalogue.Drives.First(d => d.Id == drive.SpecId);

    /// <summary>What a fitted drive is called: its kind, and the valve that it turns.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="drive">A drive of that plan.</param>
    public static string NameOf(this Plan plan, FittedDrive drive) => $"{plan.SpecOf(drive).Name} on {plan.StopValve(drive.StopValveId).Name}";

    /// <summary>The main valves in front of one, in the direction of flow, and itself last.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="stopValveId">One of its mains.</param>
    public static IReadOnlyList<StopValve> LineTo(this Plan plan, string stopValveId)
    {
        StopValve main = plan.StopValve(stopValveId);
        return [.. WaterWay.To(plan, main.FedByPipeId).StopValves, main];
    }

    /// <summary>Whether what sits behind one main is on the house side of another.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="stopValveId">The main that is to be closed.</param>
    /// <param name="afterStopValveId">The last main before the thing; <see langword="null"/>: it is before every main.</param>
    public static bool IsBehind(this Plan plan, string stopValveId, string? afterStopValveId) =>
        afterStopValveId is not null && plan.LineTo(afterStopValveId).Any(m => m.Id == stopValveId);

    /// <summary>The radios, by id, that some devices of a catalogue speak.</summary>
    /// <param name="catalogue">Checked.</param>
    /// <param name="deviceIds">Ids of drives, sensors, hubs and repeaters in it.</param>
    public static IEnumerable<string> RadiosOf(this Catalogue catalogue, HashSet<string> deviceIds) =>
        catalogue.Drives.Where(d => deviceIds.Contains(d.Id)).Select(d => d.RadioId)
            .Concat(catalogue.Sensors.Where(s => deviceIds.Contains(s.Id)).Select(s => s.RadioId))
            .Concat(catalogue.Repeaters.Where(r => deviceIds.Contains(r.Id)).Select(r => r.RadioId))
            .Concat(catalogue.Hubs.Where(h => deviceIds.Contains(h.Id)).SelectMany(h => h.RadioIds))
            .OfType<string>();
}
