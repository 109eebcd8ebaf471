using Terrapin.Core.Drives;
using Terrapin.Core.Model;
using Terrapin.Core.Sensors;
using Terrapin.Core.Simulation;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Rehearsal;

/// <summary>Has one leak case simulated, and reads out of the trace what is shown of it.</summary>
internal sealed class LeakRun
{
    private const double LeastHorizonS = 600;

    private readonly Plan plan;
    private readonly LeakCase leak;
    private readonly Mode mode;
    private readonly Broken broken;
    private readonly Controls controls;
    private readonly double flow;
    private readonly ValveCase[] valves;
    private readonly Trace trace;

    /// <summary>Those of the valves that turn.</summary>
    private readonly ValveCase[] moved;
    private readonly TraceEntry? still;

    private LeakRun(Plan plan, Controls controls, LeakCase leak, Mode mode, Broken broken)
    {
        this.plan = plan;
        this.leak = leak;
        this.mode = mode;
        this.broken = broken;
        this.controls = controls;
        flow = leak.Flow.OpenM3PerS;
        valves = [.. leak.Valves.OfType<ValveCase>().Select(Weaken)];
        trace = Simulator.Run(Scenario());
        moved = [.. valves.Where(v => Entry(e => e.Kind == TraceKind.ValveMoves && e.Valve == v.Index) is not null)];
        still = Still();
    }

    /// <summary>The rehearsal at this case's corner; both ends of its escape are the same, or open where it is endless.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="controls">Of that plan.</param>
    /// <param name="leak">The leak at this corner.</param>
    /// <param name="mode">Who is home.</param>
    /// <param name="broken">What is broken.</param>
    public static Rehearsed Of(Plan plan, Controls controls, LeakCase leak, Mode mode, Broken broken) => leak.Flow.OpenM3PerS > 0
        ? new LeakRun(plan, controls, leak, mode, broken).Read()
        : NoFlow(leak, mode);

    private ValveCase Weaken(ValveCase valve)
    {
        FittedDrive drive = plan.DriveOn(valve.StopValveId)!;
        bool turns = broken.CanTurn(drive);
        bool passes = broken.Passes(valve.StopValveId);
        return valve with
        {
            CannotClose = turns ? valve.CannotClose : valve.CannotClose ?? Cause.DriveWithoutPower,
            RunsOn = passes ? valve.RunsOn ?? Cause.ValvePasses : valve.RunsOn,
            PassesM3PerS = passes && valve.PassesM3PerS is null or 0 ? null : valve.PassesM3PerS,
            Simulated = valve.Simulated with
            {
                Moves = valve.Simulated.Moves && turns,
                EndAngleDeg = broken.Stalls ? Math.Min(Faults.StallDeg, valve.Simulated.EndAngleDeg) : valve.Simulated.EndAngleDeg,
                HeedsHub = broken.OrdersClose && broken.IsHeard(drive.Id),
                ClosesByItself = broken.ClosesByItself(drive),
            },
        };
    }

    /// <summary>Of the sensors that its water comes to: the others never speak.</summary>
    private SimulatedLink[] Links() => broken.LinksClose
        ? [.. leak.Sensors.SelectMany(s => plan.Installation.Links.Where(l => l.SensorId == s.SensorId), (s, l) => new SimulatedLink(s.Index, Array.IndexOf(controls.DrivenIds, plan.Installation.Drives.First(d => d.Id == l.DriveId).StopValveId)))]
        : [];

    private Scenario Scenario()
    {
        // Valves that are not on this leak's way, or that nothing closes, turn without a part in it.
        var simulated = new SimulatedValve[controls.DrivenIds.Length];
        foreach (ValveCase valve in valves)
        {
            simulated[valve.Index] = valve.Simulated;
        }

        SensorCase? first = leak.First();
        return new Scenario
        {
            Program = broken.HubWorks ? controls.Program : null,
            HubS = leak.HubS,
            Valves = simulated,
            Links = Links(),
            Mode = mode,
            Leaks =
            [
                new SimulatedLeak
                {
                    Flow = leak.Flow,
                    Kept = leak.Turning,
                    Valves = [.. leak.Valves.Select(v => v?.Index ?? -1)],
                    HoldsM3 = leak.Leak.PipeId is null ? leak.Leak.HoldsM3 ?? double.PositiveInfinity : double.PositiveInfinity,
                    Sensors = [.. leak.Sensors.Where(s => s.TripM3 is not null && Speaks(s, first)).Select(s => new SimulatedSensor(
                        s.Index, s.TripM3!.Value, s.ResponseS, s.RadioS, Drying.AfterS(plan.SpecOf(plan.Installation.Sensors[s.Index]).Kind), broken.IsHeard(s.SensorId, s == first)))],
                },
            ],
        };
    }

    private bool Speaks(SensorCase sensor, SensorCase? first) => broken.Speaks(plan.Installation.Sensors[sensor.Index], sensor == first);

    private static Rehearsed NoFlow(LeakCase leak, Mode mode) => new()
    {
        LeakId = leak.Leak.Id,
        Mode = mode,
        Outcome = Outcome.NoFlow,
        LostM3 = Interval.Exactly(0),
        Endless = false,
        FlowM3PerS = Interval.Exactly(0),
        ResidualM3PerS = 0,
        Spans = [],
        Events = [],
        Curve = [new TimelinePoint(0, 0)],
        DrainDown = new DrainParts(0, 0, 0),
    };

    private Rehearsed Read() => Entry(e => e.Kind == TraceKind.ValveMoves && ValveOf(e) is not null) is { } moves ? Closed(moves) : RunsOn();

    private Rehearsed Closed(TraceEntry moves)
    {
        bool stops = moved.Any(Stops);
        TraceEntry stands = still ?? trace.Entries.First(e => e.Kind == TraceKind.ValveStands && e.Valve == moves.Valve);
        DrainParts drain = (moved.LastOrDefault(Stops) ?? moved[^1]).Drain;
        double totalM3 = stands.OutM3 + drain.TotalM3;
        Cause? cause = stops ? null : EndsShort(ValveOf(moves)!) ? Cause.StopsShort : ValveOf(moves)!.RunsOn;
        return Result(
            stops ? Outcome.Closes : Outcome.ClosesPartly,
            cause,
            Spans(moves, stands, drain),
            [.. trace.Curve.Where(p => p.TimeS <= stands.TimeS).Select(p => new TimelinePoint(p.TimeS, p.OutM3[0])), new TimelinePoint(stands.TimeS, totalM3)],
            stops ? Interval.Exactly(totalM3) : Interval.Unknown,
            endless: !stops,
            ResidualM3PerS(stops),
            drain) with
        {
            StopValveId = ValveOf(moves)!.StopValveId,
        };
    }

    /// <summary>When the first valve that stops the flow has shut; without one, the first that has turned all the way.</summary>
    private TraceEntry? Still()
    {
        bool stops = moved.Any(Stops);
        return Entry(e => e.Kind == TraceKind.ValveStands && ValveOf(e) is { } valve && (stops ? Stops(valve) : !EndsShort(valve)));
    }

    private static bool EndsShort(ValveCase valve) => valve.Simulated.EndAngleDeg < CockLoss.ShutDeg;

    private static bool Stops(ValveCase valve) => !EndsShort(valve) && valve.RunsOn is null;

    private double? ResidualM3PerS(bool stops)
    {
        bool isKnown = stops || moved.Any(v => v.PassesM3PerS is > 0 || EndsShort(v)) || moved.All(v => v.PassesM3PerS is not null);
        return isKnown ? trace.EndM3PerS[0] : null;
    }

    private PhaseSpan[] Spans(TraceEntry moves, TraceEntry stands, DrainParts drain)
    {
        // Of several orders the last before it moves is the one that it heeded.
        TraceEntry ordered = trace.Entries.Last(e => e.Kind == TraceKind.ClosingOrdered && e.Valve == moves.Valve);
        if (ordered.Rule < 0)
        {
            // By a direct link, or by itself: nothing confirms and nothing waits.
            TraceEntry wet = ordered.Sensor < 0 ? trace.Entries[0] : LastBefore(ordered, TraceKind.SensorWet);
            return
            [
                Span(Phase.BeforeTrip, trace.Entries[0], wet),
                Span(Phase.RadioAndLogic, wet, moves),
                Span(Phase.Stroke, moves, stands),
                new(Phase.DrainDown, stands.TimeS, stands.TimeS, drain.TotalM3),
            ];
        }

        TraceEntry known = LastBefore(ordered, TraceKind.HubKnows);
        TraceEntry trip = LastBefore(known, TraceKind.SensorWet);
        return
        [
            Span(Phase.BeforeTrip, trace.Entries[0], trip),
            Span(Phase.RadioAndLogic, trip, known),
            Span(Phase.ConfirmingAndDelay, known, ordered),
            Span(Phase.RadioAndLogic, ordered, moves),
            Span(Phase.Stroke, moves, stands),
            new(Phase.DrainDown, stands.TimeS, stands.TimeS, drain.TotalM3),
        ];

        TraceEntry LastBefore(TraceEntry then, TraceKind kind) => trace.Entries.Last(e => e.Kind == kind && e.Sensor == ordered.Sensor && e.TimeS <= then.TimeS);
    }

    private static PhaseSpan Span(Phase phase, TraceEntry from, TraceEntry to) => new(phase, from.TimeS, to.TimeS, to.OutM3 - from.OutM3);

    private Rehearsed RunsOn()
    {
        double horizonS = Math.Max(LeastHorizonS, 1.5 * trace.Entries.Max(e => e.TimeS));
        bool told = plan.Installation.Contacts is null
            ? broken.ReachesTelephones && Entry(e => e.Kind == TraceKind.Told) is not null
            : Told().Any(t => t.Hears);
        Outcome outcome = told ? Outcome.TellsOnly : Outcome.Nothing;
        if (Entry(e => e.Kind == TraceKind.LeakEnds) is { } spent)
        {
            return Result(
                outcome,
                WhyItRunsOn(told),
                [],
                [new TimelinePoint(0, 0), new TimelinePoint(spent.TimeS, spent.OutM3), new TimelinePoint(Math.Max(spent.TimeS, horizonS), spent.OutM3)],
                Interval.Exactly(spent.OutM3),
                endless: false,
                0,
                new DrainParts(0, 0, 0));
        }

        return Result(
            outcome,
            WhyItRunsOn(told),
            [],
            [new TimelinePoint(0, 0), new TimelinePoint(horizonS, flow * horizonS)],
            Interval.Unknown,
            endless: true,
            flow,
            new DrainParts(0, 0, 0));
    }

    private Cause WhyItRunsOn(bool told)
    {
        foreach (TraceEntry ordered in trace.Entries.Where(e => e.Kind == TraceKind.ClosingOrdered))
        {
            if ((ValveOf(ordered)?.CannotClose ?? leak.NoValve) is { } cannot)
            {
                return cannot;
            }

            if (ordered.Rule >= 0 && !broken.OrdersClose && ValveOf(ordered) is not null)
            {
                return Cause.EndsSwapped;
            }
        }

        if (told)
        {
            return leak.NoValve == Cause.NotFromMain ? Cause.NotFromMain : Cause.OnlyTold;
        }

        if (leak.Sensors.Count == 0)
        {
            return Cause.NoSensor;
        }

        if (leak.Sensors.All(s => s.TripM3 is null))
        {
            return Cause.NeverWet;
        }

        if (plan.Installation.Hubs.Count > 0 && !broken.HubWorks)
        {
            return Cause.HubDead;
        }

        if (Entry(e => e.Kind == TraceKind.Told) is not null)
        {
            return Cause.NobodyHears;
        }

        SensorCase? first = leak.First();
        if (leak.Sensors.All(s => s.TripM3 is null || !Speaks(s, first) || !broken.IsHeard(s.SensorId, s == first)))
        {
            return Cause.SensorGone;
        }

        return plan.Installation.Hubs.Count == 0 ? Cause.NoHub : Cause.NoRule;
    }

    private Rehearsed Result(
        Outcome outcome,
        Cause? cause,
        IReadOnlyList<PhaseSpan> spans,
        IReadOnlyList<TimelinePoint> curve,
        Interval escapeM3,
        bool endless,
        double? residualM3PerS,
        DrainParts drain) => new()
        {
            LeakId = leak.Leak.Id,
            Mode = mode,
            Outcome = outcome,
            Cause = cause,
            LostM3 = escapeM3,
            Endless = endless,
            FlowM3PerS = Interval.Exactly(flow),
            ResidualM3PerS = residualM3PerS,
            Spans = spans,
            Told = [.. Told()],
            Events = [.. trace.Entries.Select(Event).OfType<TimelineEvent>()],
            Curve = curve,
            DrainDown = drain,
        };

    /// <summary>Each contact at the first time that a rule tells them.</summary>
    private IEnumerable<ToldContact> Told()
    {
        foreach (Contact contact in plan.Installation.Contacts ?? [])
        {
            if (Entry(e => e.Kind == TraceKind.Told && plan.Installation.Rules[e.Rule].Tells(contact.Id)) is not { } told)
            {
                continue;
            }

            bool hears = broken.Hears(contact, mode);
            double? actsAtS = hears && broken.SomebodyActs ? told.TimeS + contact.ActsAfterS : null;
            yield return new ToldContact(contact.Id, told.TimeS, hears, actsAtS, actsAtS is { } at ? OutAt(at) : null);
        }
    }

    /// <summary>Out by a time: the flow changes only at points of the curve.</summary>
    private double OutAt(double timeS)
    {
        int next = 0;
        while (next < trace.Curve.Count && trace.Curve[next].TimeS <= timeS)
        {
            next++;
        }

        TracePoint from = trace.Curve[Math.Max(0, next - 1)];
        double sinceS = timeS - from.TimeS;
        if (next == trace.Curve.Count)
        {
            return from.OutM3[0] + (trace.EndM3PerS[0] * sinceS);
        }

        TracePoint to = trace.Curve[next];
        return from.OutM3[0] + ((to.OutM3[0] - from.OutM3[0]) * sinceS / (to.TimeS - from.TimeS));
    }

    private TimelineEvent? Event(TraceEntry entry) => KindOf(entry) is { } kind
        ? new TimelineEvent(entry.TimeS, kind, entry.OutM3, entry.Sensor < 0 ? null : plan.Installation.Sensors[entry.Sensor].Id, entry.Rule < 0 ? null : plan.Installation.Rules[entry.Rule].Id)
        : null;

    private EventKind? KindOf(TraceEntry entry) => entry.Kind switch
    {
        TraceKind.LeakStarts => EventKind.FirstDrop,
        TraceKind.SensorWet => EventKind.SensorWet,
        TraceKind.HubKnows => EventKind.HubKnows,
        TraceKind.Told => EventKind.Told,
        TraceKind.ClosingOrdered when ValveOf(entry) is not null || leak.NoValve is not null => EventKind.ClosingOrdered,
        TraceKind.ValveMoves when ValveOf(entry) is not null => EventKind.ValveMoves,
        TraceKind.ValveStands when ValveOf(entry) is { } valve && EndsShort(valve) => EventKind.ValveStopsShort,
        TraceKind.ValveStands when entry == still => EventKind.FlowStops,
        _ => null,
    };

    /// <summary>The valve of an entry; <see langword="null"/> where it is not on this leak's way.</summary>
    private ValveCase? ValveOf(TraceEntry entry) => valves.FirstOrDefault(v => v.Index == entry.Valve);

    private TraceEntry? Entry(Func<TraceEntry, bool> which)
    {
        foreach (TraceEntry entry in trace.Entries)
        {
            if (which(entry))
            {
                return entry;
            }
        }

        return null;
    }
}
