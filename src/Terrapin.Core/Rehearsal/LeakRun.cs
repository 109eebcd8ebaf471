using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Plans;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Rehearsal;

/// <summary>Runs one leak case through the rule engine and the closing valve, event by event.</summary>
internal sealed class LeakRun
{
    private const double LeastHorizonS = 600;

    private readonly Plan plan;
    private readonly LeakCase leak;
    private readonly Mode mode;
    private readonly double flow;
    private readonly List<TimelineEvent> events = [];

    private LeakRun(Plan plan, LeakCase leak, Mode mode)
    {
        this.plan = plan;
        this.leak = leak;
        this.mode = mode;
        flow = leak.Closing.OpenFlowM3PerS;
    }

    /// <summary>The rehearsal at this case's corner; both ends of its escape are the same, or open where it is endless.</summary>
    public static Rehearsed Of(Plan plan, LeakCase leak, Mode mode) => new LeakRun(plan, leak, mode).Run();

    private Rehearsed Run()
    {
        if (flow <= 0)
        {
            return Result(Outcome.NoFlow, null, [], [new TimelinePoint(0, 0)], Bounds.Exactly(0), endless: false, 0, new DrainParts(0, 0, 0));
        }

        Add(0, EventKind.FirstDrop);
        return Decide() is { } decision ? Close(decision) : RunOn();
    }

    /// <summary>Lets sensors and rules act until the first closing is ordered and can be carried out.</summary>
    private Decision? Decide()
    {
        bool hasHub = plan.HubId is not null;
        EngineState state = EngineState.Quiet(plan.Rules, mode);
        var arrivals = new Queue<Arrival>(Arrivals());
        double? deadline = null;
        Decision? decision = null;
        while (arrivals.Count > 0 || deadline is not null)
        {
            double nowS;
            RuleEvent happened;
            if (arrivals.TryPeek(out Arrival? next) && (deadline is null || next.KnownS <= deadline))
            {
                arrivals.Dequeue();
                if (decision is not null && next.TripS > decision.MovesS)
                {
                    continue;
                }

                Add(next.TripS, EventKind.SensorWet, next.SensorId);
                if (!hasHub)
                {
                    continue;
                }

                Add(next.KnownS, EventKind.HubKnows, next.SensorId);
                (nowS, happened) = (next.KnownS, new RuleEvent.SensorWet(next.SensorId));
            }
            else
            {
                (nowS, happened) = (deadline!.Value, new RuleEvent.TimePassed());
            }

            EngineStep step = RuleEngine.Step(plan.Rules, state, happened, nowS);
            (state, deadline) = (step.State, step.NextDeadlineS);
            foreach (EngineAction action in step.Actions)
            {
                bool closes = action is EngineAction.CloseValve;
                if (decision is null || !closes)
                {
                    Add(nowS, closes ? EventKind.ClosingOrdered : EventKind.Told, action.SensorId, action.RuleId);
                }

                if (closes && leak.CannotClose is null)
                {
                    decision ??= Decided(action, nowS);
                }
            }
        }

        return decision;
    }

    private Decision Decided(EngineAction action, double orderedS)
    {
        SensorCase sensor = leak.Sensors.First(s => s.SensorId == action.SensorId);
        double tripS = (sensor.TripM3!.Value / flow) + sensor.ResponseS;
        return new Decision(tripS, tripS + sensor.RadioS, orderedS, orderedS + leak.LogicS);
    }

    private IEnumerable<Arrival> Arrivals() => leak.Sensors
        .Where(s => s.TripM3 is not null)
        .Select(s => (s.SensorId, Trip: (s.TripM3!.Value / flow) + s.ResponseS, s.RadioS))
        .Select(s => new Arrival(s.SensorId, s.Trip, s.Trip + s.RadioS))
        .OrderBy(a => a.KnownS);

    private Rehearsed Close(Decision decision)
    {
        ClosingResult closing = leak.Closing;
        double beforeM3 = flow * decision.MovesS;
        double stillS = decision.MovesS + closing.Curve[^1].TimeS;
        double stillM3 = beforeM3 + closing.LetThroughM3;
        bool stopsShort = closing.ResidualM3PerS > 0;
        double? residual = stopsShort || leak.PassesM3PerS is > 0
            ? Math.Min(flow, Math.Max(closing.ResidualM3PerS, leak.PassesM3PerS ?? 0))
            : leak.PassesM3PerS;
        Cause? runsOn = stopsShort ? Cause.StopsShort : leak.RunsOn;
        bool endless = runsOn is not null;
        double totalM3 = stillM3 + leak.Drain.TotalM3;

        events.RemoveAll(e => e.TimeS > decision.MovesS);
        Add(decision.MovesS, EventKind.ValveMoves);
        events.Add(new TimelineEvent(stillS, stopsShort ? EventKind.ValveStopsShort : EventKind.FlowStops, stillM3));
        PhaseSpan[] spans =
        [
            Span(Phase.BeforeTrip, 0, decision.TripS),
            Span(Phase.RadioAndLogic, decision.TripS, decision.KnownS),
            Span(Phase.ConfirmingAndDelay, decision.KnownS, decision.OrderedS),
            Span(Phase.RadioAndLogic, decision.OrderedS, decision.MovesS),
            new(Phase.Stroke, decision.MovesS, stillS, closing.LetThroughM3),
            new(Phase.DrainDown, stillS, stillS, leak.Drain.TotalM3),
        ];
        var curve = new List<TimelinePoint> { new(0, 0) };
        curve.AddRange(closing.Curve.Select(p => new TimelinePoint(decision.MovesS + p.TimeS, beforeM3 + p.VolumeM3)));
        curve.Add(new TimelinePoint(stillS, totalM3));
        return Result(
            endless ? Outcome.ClosesPartly : Outcome.Closes,
            runsOn,
            spans,
            curve,
            endless ? Bounds.Unknown : Bounds.Exactly(totalM3),
            endless,
            residual,
            leak.Drain);
    }

    private Rehearsed RunOn()
    {
        double horizonS = Math.Max(LeastHorizonS, 1.5 * events.Max(e => e.TimeS));
        bool told = events.Any(e => e.Kind == EventKind.Told);
        if (leak.Leak is { PipeId: null, HoldsM3: { } holdsM3 })
        {
            double emptyS = holdsM3 / flow;
            return Result(
                told ? Outcome.TellsOnly : Outcome.Nothing,
                WhyItRunsOn(told),
                [],
                [new TimelinePoint(0, 0), new TimelinePoint(emptyS, holdsM3), new TimelinePoint(Math.Max(emptyS, horizonS), holdsM3)],
                Bounds.Exactly(holdsM3),
                endless: false,
                0,
                new DrainParts(0, 0, 0));
        }

        return Result(
            told ? Outcome.TellsOnly : Outcome.Nothing,
            WhyItRunsOn(told),
            [],
            [new TimelinePoint(0, 0), new TimelinePoint(horizonS, flow * horizonS)],
            Bounds.Unknown,
            endless: true,
            flow,
            new DrainParts(0, 0, 0));
    }

    private Cause WhyItRunsOn(bool told)
    {
        bool ordered = events.Any(e => e.Kind == EventKind.ClosingOrdered);
        if (ordered && leak.CannotClose is { } cannot)
        {
            return cannot;
        }

        if (told)
        {
            return leak.CannotClose == Cause.NotFromMain ? Cause.NotFromMain : Cause.OnlyTold;
        }

        if (leak.Sensors.Count == 0)
        {
            return Cause.NoSensor;
        }

        if (leak.Sensors.All(s => s.TripM3 is null))
        {
            return Cause.NeverWet;
        }

        return plan.HubId is null ? Cause.NoHub : Cause.NoRule;
    }

    private Rehearsed Result(
        Outcome outcome,
        Cause? cause,
        IReadOnlyList<PhaseSpan> spans,
        IReadOnlyList<TimelinePoint> curve,
        Bounds escapeM3,
        bool endless,
        double? residualM3PerS,
        DrainParts drain) => new()
        {
            LeakId = leak.Leak.Id,
            Mode = mode,
            Outcome = outcome,
            Cause = cause,
            EscapeM3 = escapeM3,
            Endless = endless,
            FlowM3PerS = Bounds.Exactly(flow),
            ResidualM3PerS = residualM3PerS,
            Spans = spans,
            Events = [.. events.OrderBy(e => e.TimeS)],
            Curve = curve,
            DrainDown = drain,
        };

    private PhaseSpan Span(Phase phase, double fromS, double toS) => new(phase, fromS, toS, flow * (toS - fromS));

    private void Add(double timeS, EventKind kind, string? sensorId = null, string? ruleId = null) =>
        events.Add(new TimelineEvent(timeS, kind, flow * timeS, sensorId, ruleId));

    private sealed record Arrival(string SensorId, double TripS, double KnownS);

    /// <summary>When the deciding sensor tripped, the hub knew, the closing was ordered, and the valve starts to move.</summary>
    private sealed record Decision(double TripS, double KnownS, double OrderedS, double MovesS);
}
