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
    private readonly double flow;
    private readonly ValveCase[] valves;
    private readonly Trace trace;

    /// <summary>Those of the valves that turn.</summary>
    private readonly ValveCase[] moved;
    private readonly TraceEntry? still;

    private LeakRun(Plan plan, Controls controls, LeakCase leak, Mode mode)
    {
        this.plan = plan;
        this.leak = leak;
        this.mode = mode;
        flow = leak.Flow.OpenM3PerS;
        valves = [.. leak.Valves.OfType<ValveCase>()];
        trace = Simulator.Run(ScenarioOf(plan, controls, leak, mode));
        moved = [.. valves.Where(v => Entry(e => e.Kind == TraceKind.ValveMoves && e.Valve == v.Index) is not null)];
        still = Still();
    }

    /// <summary>The rehearsal at this case's corner; both ends of its escape are the same, or open where it is endless.</summary>
    public static Rehearsed Of(Plan plan, Controls controls, LeakCase leak, Mode mode) => leak.Flow.OpenM3PerS > 0
        ? new LeakRun(plan, controls, leak, mode).Read()
        : NoFlow(leak, mode);

    private static Scenario ScenarioOf(Plan plan, Controls controls, LeakCase leak, Mode mode)
    {
        // Valves that are not on this leak's way, or that no rule closes, turn without a part in it.
        var simulated = new SimulatedValve[controls.DrivenIds.Length];
        foreach (ValveCase valve in leak.Valves.OfType<ValveCase>())
        {
            simulated[valve.Index] = valve.Simulated;
        }

        return new Scenario
        {
            Program = controls.Program,
            HubS = leak.HubS,
            Valves = simulated,
            Mode = mode,
            Leaks =
            [
                new SimulatedLeak
                {
                    Flow = leak.Flow,
                    Kept = leak.Turning,
                    Valves = [.. leak.Valves.Select(v => v?.Index ?? -1)],
                    HoldsM3 = leak.Leak.PipeId is null ? leak.Leak.HoldsM3 ?? double.PositiveInfinity : double.PositiveInfinity,
                    Sensors = [.. leak.Sensors.Where(s => s.TripM3 is not null).Select(s => new SimulatedSensor(
                        s.Index, s.TripM3!.Value, s.ResponseS, s.RadioS, Drying.AfterS(plan.SpecOf(plan.Installation.Sensors[s.Index]).Kind)))],
                },
            ],
        };
    }

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
        TraceEntry ordered = trace.Entries.First(e => e.Kind == TraceKind.ClosingOrdered && e.Valve == moves.Valve);
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
        bool told = Entry(e => e.Kind == TraceKind.Told) is not null;
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
            Events = [.. trace.Entries.Select(Event).OfType<TimelineEvent>()],
            Curve = curve,
            DrainDown = drain,
        };

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
