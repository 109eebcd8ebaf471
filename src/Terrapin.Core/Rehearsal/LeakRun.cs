using Terrapin.Core.Drives;
using Terrapin.Core.Model;
using Terrapin.Core.Simulation;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Rehearsal;

/// <summary>Has one leak case simulated, and reads out of the trace what is shown of it.</summary>
internal sealed class LeakRun
{
    private const double LeastHorizonS = 600;
    private static readonly DrainParts NothingDrained = new(0, 0, 0);

    private readonly Plan plan;
    private readonly LeakCase leak;
    private readonly Mode mode;
    private readonly LeakScenario scenario;
    private readonly double flow;
    private readonly ValveCase[] valves;
    private readonly Trace trace;

    /// <summary>The trace without the strokes of valves that were opened again afterwards.</summary>
    private readonly IReadOnlyList<TraceEntry> lasting;

    /// <summary>What drained when valves had shut that were opened again.</summary>
    private readonly DrainParts drained;

    /// <summary>Those of the valves that turn, and are not opened again.</summary>
    private readonly ValveCase[] moved;
    private readonly TraceEntry? still;

    private LeakRun(Plan plan, LeakScenario scenario, Mode mode)
    {
        (this.plan, this.scenario, this.mode) = (plan, scenario, mode);
        leak = scenario.Leaks[0];
        flow = leak.Flow.OpenM3PerS;
        valves = scenario.Valves[0];
        trace = Simulator.Run(scenario.Scenario);
        lasting = Lasting(trace.Entries);
        moved = [.. valves.Where(v => Lasts(e => e.Kind == TraceKind.ValveMoves && e.Valve == v.Index) is not null)];
        drained = ReferenceEquals(lasting, trace.Entries) ? NothingDrained : trace.Entries.Except(lasting).Where(e => e.Kind == TraceKind.ValveStands).Select(ValveOf).OfType<ValveCase>().Where(Stops)
            .Aggregate(NothingDrained, (sum, valve) => sum.And(valve.Drain));
        still = Still();
    }

    /// <summary>The rehearsal at this case's corner; both ends of its escape are the same, or open where it is endless.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="controls">Of that plan.</param>
    /// <param name="leak">The leak at this corner.</param>
    /// <param name="mode">Who is home.</param>
    /// <param name="broken">What is broken.</param>
    /// <param name="story">What happens meanwhile.</param>
    /// <param name="startMin">The time of day at the first drop, minutes from midnight; <see langword="null"/> where no rule looks at the clock.</param>
    public static Rehearsed Of(Plan plan, Controls controls, LeakCase leak, Mode mode, Broken broken, LeakStory story, double? startMin = null) => leak.Flow.OpenM3PerS > 0
        ? new LeakRun(plan, new LeakScenario(plan, controls, leak, mode, broken, story, startMin ?? 0), mode).Read() with { StartMin = startMin }
        : NoFlow(leak, mode);

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
        DrainDown = NothingDrained,
    };

    private Rehearsed Read()
    {
        ValveCase[] shut = [.. lasting.Where(e => e.Kind == TraceKind.StoodShut).Select(ValveOf).OfType<ValveCase>()];
        if (Array.Find(shut, Stops) is { } tight)
        {
            return StoodShut(tight);
        }

        if (EndedBefore() is { } ended)
        {
            return Ended(ended);
        }

        TraceEntry? moves = Lasts(e => e.Kind == TraceKind.ValveMoves && ValveOf(e) is not null);
        return moves is { } turning && (shut.Length == 0 || moved.Any(Stops)) ? Closed(turning) : shut.Length > 0 ? StoodShut(shut[0]) : RunsOn();
    }

    /// <summary>Where the leak ends by a switch or by hand before a valve stops it, and before all that there was is out.</summary>
    private TraceEntry? EndedBefore() =>
        Entry(e => e.Kind == TraceKind.LeakEnds && e.Leak == 0) is { } ended
        && OutOf(ended) < scenario.Scenario.Leaks[0].HoldsM3
        && !(moved.Any(Stops) && still?.TimeS <= ended.TimeS) ? ended : null;

    private Rehearsed Ended(TraceEntry ended) => Result(
        Outcome.Ended,
        null,
        [new PhaseSpan(Phase.BeforeTrip, 0, ended.TimeS, OutOf(ended)), .. drained.TotalM3 > 0 ? [new PhaseSpan(Phase.DrainDown, ended.TimeS, ended.TimeS, drained.TotalM3)] : Array.Empty<PhaseSpan>()],
        [.. CurveUntil(ended.TimeS), new TimelinePoint(Math.Max(ended.TimeS, LeastHorizonS), OutOf(ended) + drained.TotalM3)],
        Interval.Exactly(OutOf(ended) + drained.TotalM3),
        endless: false,
        0,
        drained);

    /// <summary>Without the strokes of valves that are opened again afterwards.</summary>
    /// <returns>The very list where none is opened, as in nearly every run.</returns>
    private static IReadOnlyList<TraceEntry> Lasting(IReadOnlyList<TraceEntry> all)
    {
        if (First(all, e => e.Opens) is null)
        {
            return all;
        }

        var opened = new HashSet<int>();
        var lasting = new List<TraceEntry>();
        foreach (TraceEntry entry in all.Reverse())
        {
            if (entry.Opens)
            {
                opened.Add(entry.Valve);
            }

            if (!((entry.Stands || entry.Kind is TraceKind.ClosingOrdered or TraceKind.ValveMoves or TraceKind.StoodShut) && opened.Contains(entry.Valve)))
            {
                lasting.Add(entry);
            }
        }

        lasting.Reverse();
        return lasting;
    }

    /// <summary>A rule had closed a valve before the first drop: what stands above the leak drains, and what the valve passes runs on.</summary>
    private Rehearsed StoodShut(ValveCase valve)
    {
        bool stops = Stops(valve);
        bool isKnown = stops || valve.PassesM3PerS is > 0 || EndsShort(valve);
        return Result(
            stops ? Outcome.Closes : Outcome.ClosesPartly,
            stops ? null : WhyItPasses(valve),
            [new PhaseSpan(Phase.DrainDown, 0, 0, valve.Drain.TotalM3)],
            [new TimelinePoint(0, 0), new TimelinePoint(0, valve.Drain.TotalM3), new TimelinePoint(LeastHorizonS, valve.Drain.TotalM3 + (LeastHorizonS * trace.EndM3PerS[0]))],
            stops ? Interval.Exactly(valve.Drain.TotalM3) : Interval.Unknown,
            endless: !stops,
            isKnown ? trace.EndM3PerS[0] : null,
            valve.Drain) with
        {
            StopValveId = valve.StopValveId,
        };
    }

    private Rehearsed Closed(TraceEntry moves)
    {
        bool stops = moved.Any(Stops);
        TraceEntry stands = still ?? lasting.First(e => e.Stands && e.Valve == moves.Valve);
        DrainParts drain = (moved.LastOrDefault(Stops) ?? moved[^1]).Drain.And(drained);
        double totalM3 = OutOf(stands) + drain.TotalM3;
        Cause? cause = stops ? null : WhyItPasses(ValveOf(moves)!);
        return Result(
            stops ? Outcome.Closes : Outcome.ClosesPartly,
            cause,
            Spans(moves, stands, drain),
            [.. CurveUntil(stands.TimeS), new TimelinePoint(stands.TimeS, totalM3)],
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
        return Lasts(e => e.Kind == TraceKind.ValveStands && ValveOf(e) is { } valve && (stops ? Stops(valve) : !EndsShort(valve)));
    }

    private IEnumerable<TimelinePoint> CurveUntil(double timeS) => trace.Curve.Where(p => p.TimeS <= timeS).Select(p => new TimelinePoint(p.TimeS, p.OutM3[0]));

    private bool EndsShort(ValveCase valve) => EndDeg(valve) < CockLoss.ShutDeg;

    /// <summary>Where its handle is left, degrees from open.</summary>
    private double EndDeg(ValveCase valve) => LastStand(valve)?.AngleDeg ?? valve.Simulated.EndAngleDeg;

    /// <summary>When it came to where it is left; <see langword="null"/> where it did not move.</summary>
    private TraceEntry? LastStand(ValveCase valve)
    {
        for (int i = lasting.Count - 1; i >= 0; i--)
        {
            if (lasting[i].Stands && lasting[i].Valve == valve.Index)
            {
                return lasting[i];
            }
        }

        return null;
    }

    private bool Stops(ValveCase valve) => WhyItPasses(valve) is null;

    private Cause? WhyItPasses(ValveCase valve) => EndsShort(valve) ? LastStand(valve)?.Kind == TraceKind.ValveHalts ? Cause.DriveWithoutPower : Cause.StopsShort : PumpGoesOn(valve) ? Cause.PumpRunsOn : valve.RunsOn;

    /// <summary>A pump behind it that no rule has switched off.</summary>
    private bool PumpGoesOn(ValveCase valve) => valve.PumpRunsOn
        && Entry(e => e.Kind is TraceKind.SwitchesOff or TraceKind.StoodShut && plan.StopsPump(plan.Installation.Rules[e.Rule])) is null;

    private double? ResidualM3PerS(bool stops)
    {
        bool isKnown = stops || moved.Any(v => v.PassesM3PerS is > 0 || EndsShort(v)) || moved.All(v => v.PassesM3PerS is not null && !PumpGoesOn(v));
        return isKnown ? trace.EndM3PerS[0] : null;
    }

    private PhaseSpan[] Spans(TraceEntry moves, TraceEntry stands, DrainParts drain)
    {
        // Of several orders the last before it moves is the one that it heeded.
        TraceEntry ordered = lasting.Last(e => e.Kind == TraceKind.ClosingOrdered && e.Valve == moves.Valve && e.TimeS <= moves.TimeS);
        TraceEntry start = trace.Entries[0];
        if (ordered.Rule >= 0 && plan.Installation.Rules[ordered.Rule].WaitsFor != RuleTrigger.SensorWet)
        {
            // By what no water has to come to: the mains, a button, a mode, the cold.
            return
            [
                Span(Phase.ConfirmingAndDelay, start, ordered),
                Span(Phase.RadioAndLogic, ordered, moves),
                Span(Phase.Stroke, moves, stands),
                new(Phase.DrainDown, stands.TimeS, stands.TimeS, drain.TotalM3),
            ];
        }

        if (ordered.Rule < 0)
        {
            // By a direct link, or by itself: nothing confirms and nothing waits.
            TraceEntry wet = ordered.Sensor < 0 ? start : LastBefore(ordered, TraceKind.SensorWet);
            return
            [
                Span(Phase.BeforeTrip, start, wet),
                Span(Phase.RadioAndLogic, wet, moves),
                Span(Phase.Stroke, moves, stands),
                new(Phase.DrainDown, stands.TimeS, stands.TimeS, drain.TotalM3),
            ];
        }

        TraceEntry known = LastBefore(ordered, TraceKind.HubKnows);
        TraceEntry trip = LastBefore(known, TraceKind.SensorWet);
        return
        [
            Span(Phase.BeforeTrip, start, trip),
            Span(Phase.RadioAndLogic, trip, known),
            Span(Phase.ConfirmingAndDelay, known, ordered),
            Span(Phase.RadioAndLogic, ordered, moves),
            Span(Phase.Stroke, moves, stands),
            new(Phase.DrainDown, stands.TimeS, stands.TimeS, drain.TotalM3),
        ];

        TraceEntry LastBefore(TraceEntry then, TraceKind kind) => trace.Entries.Last(e => e.Kind == kind && e.Sensor == ordered.Sensor && e.TimeS <= then.TimeS);
    }

    private PhaseSpan Span(Phase phase, TraceEntry from, TraceEntry to) => new(phase, from.TimeS, to.TimeS, OutOf(to) - OutOf(from));

    private Rehearsed RunsOn()
    {
        double horizonS = Math.Max(LeastHorizonS, 1.5 * trace.Entries.Max(e => e.TimeS));
        bool told = plan.Installation.Contacts is null
            ? Entry(e => TellsOfLeak(e) && scenario.BrokenAt(e.TimeS).ReachesTelephones) is not null
            : Told().Any(t => t.Hears);
        Outcome outcome = told ? Outcome.TellsOnly : Outcome.Nothing;
        if (Entry(e => e.Kind == TraceKind.LeakEnds && e.Leak == 0) is { } spent)
        {
            return Result(
                outcome,
                WhyItRunsOn(told),
                [],
                [.. CurveUntil(spent.TimeS), new TimelinePoint(Math.Max(spent.TimeS, horizonS), OutOf(spent))],
                Interval.Exactly(OutOf(spent)),
                endless: false,
                0,
                NothingDrained);
        }

        return Result(
            outcome,
            WhyItRunsOn(told),
            [],
            [.. CurveUntil(horizonS), new TimelinePoint(horizonS, OutAt(horizonS))],
            Interval.Unknown,
            endless: true,
            trace.EndM3PerS[0],
            NothingDrained) with
        {
            StopValveId = OpenedAgain is { } opened ? ValveOf(opened)!.StopValveId : null,
        };
    }

    /// <summary>When a valve that had closed on the leak's way is opened; <c>null</c> if none is.</summary>
    private TraceEntry? OpenedAgain => Entry(e => e.Opens && ValveOf(e) is not null);

    private Cause WhyItRunsOn(bool told)
    {
        if (OpenedAgain is not null)
        {
            return Cause.OpenedAgain;
        }

        foreach (TraceEntry ordered in lasting.Where(e => e.Kind == TraceKind.ClosingOrdered))
        {
            if (((ValveOf(ordered) is { } valve ? scenario.CannotClose(valve, ordered.TimeS) : null) ?? leak.NoValve) is { } cannot)
            {
                return cannot;
            }

            if (ordered.Rule >= 0 && !scenario.BrokenLast.OrdersClose && ValveOf(ordered) is not null)
            {
                return Cause.EndsSwapped;
            }
        }

        if (Entry(e => e.Kind == TraceKind.Told && plan.Installation.Rules[e.Rule].Action == RuleAction.Close && scenario.HubFailsAfter(e.TimeS)) is not null)
        {
            return Cause.HubDead;
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

        if (scenario.HubFailsAfter(0) && Entry(TellsOfLeak) is null)
        {
            return Cause.HubDead;
        }

        if (Entry(TellsOfLeak) is not null)
        {
            return Cause.NobodyHears;
        }

        if (leak.Sensors.All(s => s.TripM3 is null || !scenario.Speaks(s, scenario.BrokenLast) || !scenario.IsHeard(s, scenario.BrokenLast)))
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
            Others = scenario.Leaks.Length == 1 ? [] : [.. Others(drain)],
        };

    /// <summary>What becomes of the leaks that began meanwhile. What drains behind one valve comes out of one of them: the most that any of them could is counted.</summary>
    private IEnumerable<OtherLeak> Others(DrainParts own)
    {
        var counted = new Dictionary<string, double>();
        if ((moved.LastOrDefault(Stops) ?? valves.FirstOrDefault(v => v.Simulated.ShutByRule is not null)) is { } closed)
        {
            counted[closed.StopValveId] = own.TotalM3;
        }

        for (int i = 1; i < scenario.Leaks.Length; i++)
        {
            yield return Other(i, counted);
        }
    }

    private OtherLeak Other(int index, Dictionary<string, double> counted)
    {
        LeakCase other = scenario.Leaks[index];
        ValveCase[] turned = [.. scenario.Valves[index].Where(v => Lasts(e => e.Kind is TraceKind.ValveMoves or TraceKind.StoodShut && e.Valve == v.Index) is not null)];
        bool stops = turned.Any(Stops);
        bool ended = Entry(e => e.Kind == TraceKind.LeakEnds && e.Leak == index) is not null;
        double drainM3 = 0;
        if (!ended && turned.LastOrDefault(Stops) is { } last)
        {
            double before = counted.GetValueOrDefault(last.StopValveId);
            drainM3 = Math.Max(0, last.Drain.TotalM3 - before);
            counted[last.StopValveId] = before + drainM3;
        }

        double outM3 = trace.Curve[^1].OutM3[index] + drainM3;
        bool isNothing = other.Flow.OpenM3PerS <= 0;
        return new OtherLeak(
            other.Leak.Id,
            scenario.Scenario.Leaks[index].StartsS,
            isNothing ? Outcome.NoFlow : ended ? Outcome.Ended : stops ? Outcome.Closes : turned.Length > 0 ? Outcome.ClosesPartly : Entry(TellsOfLeak) is not null ? Outcome.TellsOnly : Outcome.Nothing,
            isNothing ? 0 : ended || stops ? outM3 : null,
            Endless: !isNothing && !ended && !stops);
    }

    /// <summary>Of water, or of a valve that was to close for it.</summary>
    private bool TellsOfLeak(TraceEntry entry) => entry.Kind == TraceKind.Told && plan.Installation.Rules[entry.Rule].WaitsFor is RuleTrigger.SensorWet or RuleTrigger.ValveFails;

    /// <summary>Each contact at the first time that a rule tells them and they hear it; who never hears it, at the first time that one tells them.</summary>
    private IEnumerable<ToldContact> Told()
    {
        foreach (Contact contact in plan.Installation.Contacts ?? [])
        {
            bool Tells(TraceEntry entry) => TellsOfLeak(entry) && plan.Installation.Rules[entry.Rule].Tells(contact.Id);
            bool Hears(TraceEntry entry) => scenario.BrokenAt(entry.TimeS).Hears(contact, scenario.ModeAt(entry.TimeS), scenario.MinuteAt(entry.TimeS));
            if ((Entry(e => Tells(e) && Hears(e)) ?? Entry(Tells)) is not { } told)
            {
                continue;
            }

            bool hears = Hears(told);
            double? actsAtS = hears && scenario.BrokenLast.SomebodyActs ? told.TimeS + contact.ActsAfterS : null;
            yield return new ToldContact(contact.Id, told.TimeS, hears, actsAtS, actsAtS is { } at ? OutAt(at) : null);
        }
    }

    /// <summary>Out of the leak itself by then: an entry counts all of them.</summary>
    private double OutOf(TraceEntry entry) => scenario.Leaks.Length == 1 ? entry.OutM3 : OutAt(entry.TimeS);

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
        ? new TimelineEvent(
            entry.TimeS,
            kind,
            OutOf(entry),
            kind == EventKind.SensorCold ? plan.Installation.Sensors[scenario.Program!.SensorOf(entry.Other)].Id : entry.Sensor < 0 ? null : plan.Installation.Sensors[entry.Sensor].Id,
            entry.Rule < 0 ? null : plan.Installation.Rules[entry.Rule].Id,
            kind == EventKind.ModeBecomes ? (Mode)entry.Other : null,
            kind is EventKind.LeakStarts or EventKind.LeakEnds or EventKind.WipedUp && entry.Leak > 0 ? scenario.Leaks[entry.Leak].Leak.Id : null,
            kind == EventKind.ButtonPressed ? plan.Installation.Buttons![scenario.Program!.WhatIs(entry.Other).Index].Id : null,
            kind == EventKind.ValveStopsShort ? entry.AngleDeg : null,
            entry.Kind == TraceKind.Changes ? scenario.Changes[entry.Other].Fault : null)
        : null;

    private EventKind? KindOf(TraceEntry entry) => entry.Kind switch
    {
        TraceKind.LeakStarts => entry.Leak == 0 ? EventKind.FirstDrop : EventKind.LeakStarts,
        TraceKind.LeakEnds => EventKind.LeakEnds,
        TraceKind.SensorWet => EventKind.SensorWet,
        TraceKind.SensorDry => EventKind.SensorDry,
        TraceKind.HubKnows => EventKind.HubKnows,
        TraceKind.Told => EventKind.Told,
        TraceKind.SwitchesOff => EventKind.SwitchesOff,
        TraceKind.ModeChanges => EventKind.ModeBecomes,
        TraceKind.Wiped => EventKind.WipedUp,
        TraceKind.Reset => EventKind.Reset,
        TraceKind.OpeningRefused => EventKind.OpeningRefused,
        TraceKind.ValveOpens when ValveOf(entry) is not null => EventKind.ValveOpens,
        TraceKind.ValveReopens when ValveOf(entry) is not null => EventKind.ValveReopens,
        TraceKind.Changes => scenario.Changes[entry.Other].Kind == MeanwhileKind.Breaks ? EventKind.Breaks : EventKind.WorksAgain,
        TraceKind.ConditionBegins => scenario.Program!.WhatIs(entry.Other).Trigger switch
        {
            RuleTrigger.MainsFails => (EventKind?)EventKind.MainsFails,
            RuleTrigger.InternetFails => EventKind.InternetFails,
            RuleTrigger.SensorCold => EventKind.SensorCold,
            RuleTrigger.ValveFails => EventKind.ValveFails,
            RuleTrigger.ButtonPressed => EventKind.ButtonPressed,
            // What breaks says it already.
            _ => null,
        },
        TraceKind.StoodShut when ValveOf(entry) is not null => EventKind.StoodShut,
        TraceKind.ClosingOrdered when ValveOf(entry) is not null || leak.NoValve is not null => EventKind.ClosingOrdered,
        TraceKind.ValveMoves when ValveOf(entry) is not null => EventKind.ValveMoves,
        TraceKind.ValveSnags or TraceKind.ValveHalts when ValveOf(entry) is not null => EventKind.ValveStopsShort,
        TraceKind.ValveStands when ValveOf(entry) is { } valve && EndsShort(valve) => EventKind.ValveStopsShort,
        TraceKind.ValveStands when entry == still || (ValveOf(entry) is { } once && Stops(once) && !lasting.Contains(entry)) => EventKind.FlowStops,
        _ => null,
    };

    /// <summary>The valve of an entry; <see langword="null"/> where it is not on this leak's way.</summary>
    private ValveCase? ValveOf(TraceEntry entry) => valves.FirstOrDefault(v => v.Index == entry.Valve);

    private TraceEntry? Entry(Func<TraceEntry, bool> which) => First(trace.Entries, which);

    private TraceEntry? Lasts(Func<TraceEntry, bool> which) => First(lasting, which);

    private static TraceEntry? First(IReadOnlyList<TraceEntry> entries, Func<TraceEntry, bool> which)
    {
        foreach (TraceEntry entry in entries)
        {
            if (which(entry))
            {
                return entry;
            }
        }

        return null;
    }
}
