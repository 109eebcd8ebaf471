using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Simulation;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Rehearsal;

/// <summary>What the stop valves before one leak do for it, at one end of what is not measured.</summary>
internal sealed class ValveCases(Plan plan, Room room, LeakPoint leak, string leakAt, LeakSupply supply, Screening screening, List<Finding> findings)
{
    private readonly WaterWay way = WaterWay.To(plan, leak.PipeId);

    /// <summary>For each stop valve on the way, in the direction of flow; <see langword="null"/>: nothing ever closes it, or it has no drive.</summary>
    /// <param name="openM3PerS">What the leak runs with every valve open.</param>
    /// <param name="verdicts">Of the drive on each main, by the main's id.</param>
    /// <param name="driven">The driven valves of the plan.</param>
    public IReadOnlyList<ValveCase?> Of(double openM3PerS, IReadOnlyDictionary<string, DriveVerdict> verdicts, string[] driven)
    {
        StopValve[] closed = [.. way.StopValves.Where(m => plan.IsClosed(m.Id))];
        if (closed.Length == 0 && Likely(verdicts) is { } likely)
        {
            // Nothing closes it yet; what is not known of it is asked for all the same.
            Of(likely, openM3PerS, verdicts, 0, findings);
        }

        return [.. way.StopValves.Select(main =>
            closed.Contains(main) ? Of(main, openM3PerS, verdicts, Array.IndexOf(driven, main.Id), ToldOf(main, closed))
            : ClosesInPowerCut(main) ? Unscreened().Of(main, openM3PerS, verdicts, Array.IndexOf(driven, main.Id), [])
            : null)];
    }

    private bool ClosesInPowerCut(StopValve main) => plan.DriveOn(main.Id)?.OnMainsFailure is MainsFailurePolicy.Close or MainsFailurePolicy.CloseThenReopen;

    /// <summary>For a valve that moves only when the mains fails: what is not known of it has no part in what happens otherwise.</summary>
    private ValveCases Unscreened() => new(plan, room, leak, leakAt, supply, new Screening(screening.Corner), []);

    /// <summary>Why none of them can close, whatever the rules order.</summary>
    public Cause? NoValve()
    {
        if (way.StopValves.Any(m => plan.DriveOn(m.Id) is not null))
        {
            return null;
        }

        if (leak.PipeId is null)
        {
            findings.Add(Finding.Of(
                FindingKinds.NotFromTheMain,
                $"{leakAt}/pipeId",
                $"The water of {leak.Name} in {room.Name} does not pass a stop valve: closing one does not stop it.",
                leak.HoldsM3 is null ? "Have a sensor tell somebody who can act, and say how much there is to run out." : "Have a sensor tell somebody who can act.") with
            {
                About = $"{leak.Name}, {room.Name}",
            });
            return Cause.NotFromMain;
        }

        if (way.StopValves.Count == 0)
        {
            findings.Add(Finding.Of(
                FindingKinds.LeakBeforeEveryMain,
                $"{leakAt}/pipeId",
                $"{leak.Name} in {room.Name} hangs on a pipe that starts before every stop valve: nothing here stops it.",
                "Look whether a valve stands before that pipe, and add it; or tell the customer that only the street's stop helps there.") with
            {
                About = $"{leak.Name}, {room.Name}",
            });
        }

        return Cause.NoDrive;
    }

    /// <summary>The valve that would close: the nearest to the leak where none has a drive.</summary>
    private StopValve? Likely(IReadOnlyDictionary<string, DriveVerdict> verdicts) =>
        ClosingValve.On(plan, way, verdicts) is { } id ? plan.StopValve(id) : way.StopValves.LastOrDefault();

    /// <summary>What is wrong behind a valve is told unless whatever closes it closes one nearer to the leak as well.</summary>
    private List<Finding> ToldOf(StopValve main, StopValve[] closed)
    {
        StopValve[] nearer = [.. closed.SkipWhile(m => m != main).Skip(1)];
        return plan.Installation.Rules.Any(r => r.Closes(main.Id) && !nearer.Any(n => r.Closes(n.Id))) ? findings : [];
    }

    private ValveCase Of(StopValve main, double openM3PerS, IReadOnlyDictionary<string, DriveVerdict> verdicts, int index, List<Finding> told)
    {
        string at = ValveVerdict.PlaceOf(plan, main.Id);
        Cause? cannotClose = CannotClose(main, verdicts);
        double? passesM3PerS = PassesM3PerS(main, at, openM3PerS);
        return new ValveCase
        {
            StopValveId = main.Id,
            Index = index,
            Simulated = new SimulatedValve(StartS(main), StrokeS(main), MountingVerdict.EndAngleDeg(plan.DriveOn(main.Id)), cannotClose is null, passesM3PerS ?? 0),
            PassesM3PerS = passesM3PerS,
            CannotClose = cannotClose,
            RunsOn = main.ClosesFully == Answer.No ? Cause.ValvePasses : null,
            PumpRunsOn = PumpRunsOn(main, told),
            Drain = screening.Corner == Corner.Most
                ? new AfterShutOff(plan, leak, main, supply, screening, told).Parts()
                : new DrainParts(0, 0, 0),
        };
    }

    private double StrokeS(StopValve main) => plan.DriveOn(main.Id) is { } drive
        ? screening.Take(drive.Seen?.ClosingS ?? plan.SpecOf(drive).Stroke?.S, Span.StrokeS, () => new(
            Stage.Drive, $"{ValveVerdict.PlaceOfDrive(plan, main.Id)}/seen", "Stroke of the drive", QuantityKind.Duration, "Time it from open to shut on this valve."))
        : 0;

    private double StartS(StopValve main) => plan.DriveOn(main.Id) is { } drive && plan.SpecOf(drive) is var spec
        ? screening.Take(spec.Start?.S, Span.DelayS, () => new(
            Stage.Drive, $"{ValveVerdict.PlaceOfDrive(plan, main.Id)}/specId", $"Start of {spec.Name}", QuantityKind.Duration, "Time it from the command to the first movement."))
        : 0;

    private double? PassesM3PerS(StopValve main, string at, double openM3PerS)
    {
        if (main.ClosesFully == Answer.Unknown)
        {
            screening.LeaveOpen(
                new(Stage.Main, $"{at}/closesFully", "Closes fully", QuantityKind.Ratio, "Shut it by hand with a low tap open, and look for a trickle."),
                FindingKinds.ClosesFullyUnknown,
                "It is not known whether the valve closes fully: what is lost has no upper bound until somebody looks.",
                above: true);
        }

        // A shut valve passes no more than the leak runs with it open.
        return main.ClosesFully == Answer.No ? (main.PassesM3PerS is { } passes ? Math.Min(passes, openM3PerS) : null) : 0;
    }

    private Cause? CannotClose(StopValve main, IReadOnlyDictionary<string, DriveVerdict> verdicts) => verdicts[main.Id].Verdict switch
    {
        TorqueVerdict.Stop => Cause.DriveCannotClose,
        TorqueVerdict.Unknown => Cause.DriveUnproven,
        _ => MountingVerdict.Holds(plan, main.Id) ? null : Cause.DriveCannotClose,
    };

    private bool PumpRunsOn(StopValve main, List<Finding> told)
    {
        if (plan.Building.Supply.Pump is not { } pump || pump.StopsOnClosing == Answer.Yes)
        {
            return false;
        }

        bool isBehind = plan.IsBehind(main.Id, pump.AfterStopValveId);
        if (!IsSwitchedOffWith(main))
        {
            told.Add(isBehind
                ? Finding.Of(
                    FindingKinds.PumpNotStopped,
                    "/building/supply/pump/stopsOnClosing",
                    "The pump is on the house side and is not known to stop: it goes on pumping after the shut valve.",
                    "Have a rule that closes the valve stop a switch of the pump as well; electrical wiring is an electrician's work.")
                : Finding.Of(
                    FindingKinds.PumpAgainstShutValve,
                    "/building/supply/pump/stopsOnClosing",
                    "The pump is not known to stop when the valve closes: it would run against a shut valve.",
                    "See that its pressure switch stops it, or let the rule that closes the valve stop a switch of the pump."));
        }

        return isBehind;
    }

    /// <summary>Whether all that closes it switches the pump off too: no direct link does.</summary>
    private bool IsSwitchedOffWith(StopValve main)
    {
        Rule[] closing = [.. plan.Installation.Rules.Where(r => r.Closes(main.Id))];
        return closing.Length > 0 && closing.All(plan.StopsPump) && plan.Installation.Links.All(l => l.DriveId != plan.DriveOn(main.Id)?.Id);
    }
}
