using System.Text.Json.Serialization;
using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Power;

namespace Terrapin.Core.Drives;

/// <summary>Where a breakaway torque comes from.</summary>
[JsonConverter(typeof(CamelCase<TorqueBasis>))]
public enum TorqueBasis
{
    /// <summary>No reading and no size.</summary>
    Unknown,
    Measured,

    /// <summary>By size and stiffness.</summary>
    Estimated,
}

/// <summary>The drive of one main held against it.</summary>
public sealed record DriveVerdict
{
    public required TorqueVerdict Verdict { get; init; }

    public required TorqueBasis Basis { get; init; }

    /// <summary>N·m.</summary>
    public double? BreakawayNm { get; init; }

    /// <summary>N·m.</summary>
    public double? NeededNm { get; init; }

    /// <summary>N·m.</summary>
    public double? AvailableNm { get; init; }

    /// <summary>Torque in hand, available over breakaway; <see langword="null"/>: a figure is missing, or it turns a valve of its own.</summary>
    public double? Ratio => NeededNm is null ? null : AvailableNm / BreakawayNm;

    /// <summary>Whether the installer's note sets a stop of Terrapin's aside.</summary>
    public bool Overridden { get; init; }

    /// <summary><see langword="null"/> without a drive.</summary>
    public PowerOutlook? Power { get; init; }

    public required IReadOnlyList<Finding> Findings { get; init; }
}

/// <summary>Whether a drive can be counted on to close a main valve.</summary>
public static class ValveVerdict
{
    /// <summary>Holds the drive on one of a plan's mains against that valve.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="stopValveId">One of its mains.</param>
    /// <returns>A verdict of stop wherever the valve must not or cannot be closed by a drive.</returns>
    public static DriveVerdict Of(Plan plan, string stopValveId)
    {
        StopValve main = plan.StopValve(stopValveId);
        string at = PlaceOf(plan, stopValveId);
        var findings = new List<Finding>(ValveFindings.Of(main, at));
        bool valveStops = findings.Any(f => f.Severity == Severity.Stop);
        (double? breakaway, TorqueBasis basis) = Breakaway(main);
        double? needed = breakaway is { } torque ? Torque.NeededNm(torque) : null;
        if (main.Kind.IsQuarterTurn() && main.Stiffness != Stiffness.Seized)
        {
            findings.AddRange(TorqueBasisFindings(main, basis, breakaway, at));
        }

        var verdict = new DriveVerdict
        {
            Verdict = TorqueVerdict.Unknown,
            Basis = basis,
            BreakawayNm = Finite(breakaway),
            NeededNm = Finite(needed),
            Findings = findings,
        };
        if (plan.DriveOn(main.Id) is { } drive)
        {
            verdict = WithDrive(verdict, main, drive, plan.SpecOf(drive), plan.Catalogue.StrapLimits, at, PlaceOfDrive(plan, stopValveId));
        }
        else if (!main.Kind.IsMultiTurn())
        {
            var found = new FindingCollector(at);
            found.Add(FindingKinds.DriveNotChosen, "", $"\"{main.Name}\" has no drive: nothing closes it by itself.", "Choose a drive for this valve.");
            verdict = verdict with { Findings = [.. findings, .. found.Findings] };
        }

        return valveStops ? verdict with { Verdict = TorqueVerdict.Stop } : verdict;
    }

    /// <summary>JSON pointer to a stop valve of a plan.</summary>
    internal static string PlaceOf(Plan plan, string stopValveId) => $"/building/stopValves/{plan.Building.StopValves.TakeWhile(m => m.Id != stopValveId).Count()}";

    /// <summary>JSON pointer to the drive on a stop valve that has one.</summary>
    internal static string PlaceOfDrive(Plan plan, string stopValveId) => $"/installation/drives/{plan.Installation.Drives.TakeWhile(d => d.StopValveId != stopValveId).Count()}";

    private static DriveVerdict WithDrive(DriveVerdict valve, StopValve main, FittedDrive drive, DriveSpec spec, StrapLimits own, string at, string driveAt)
    {
        var found = new FindingCollector(at) { DriveAt = driveAt };
        double? available = AvailableNm(drive, spec, found);
        bool ownValve = spec.Mount == Mount.CutIn;
        TorqueVerdict verdict = TorqueVerdict.Unknown;
        if (ownValve)
        {
            // It brings its own valve, which its maker has matched: the old valve's torque does not matter.
            verdict = TorqueVerdict.Passes;
            found.Add(FindingKinds.CutInIsPlumbing, $"{found.DriveAt}/specId", "A cut-in valve means cutting the supply pipe.", "Have a plumber do it behind a working upstream stop; keep the hand valve, and keep the earth bonding whole.");
        }
        else if (available is { } have && valve.BreakawayNm is > 0 and var breakaway)
        {
            verdict = Torque.Verdict(have, breakaway);
            AddTorqueVerdict(verdict, have, breakaway, spec, found);
            AddBackupTorque(drive, spec, breakaway, found);
        }

        Finding[] fit = [.. found.Findings, .. FitFindings.Of(main, drive, spec, own, at, driveAt)];
        bool fitStops = fit.Any(f => f.Severity == Severity.Stop);
        bool overridden = fitStops && drive.OverrideNote.Trim().Length > 0;
        if (overridden)
        {
            fit = [.. fit.Select(f => f.Severity == Severity.Stop ? SetAside(f, drive.OverrideNote.Trim()) : f)];
            verdict = TorqueVerdict.Caution;
        }
        else if (fitStops && verdict != TorqueVerdict.Unknown)
        {
            verdict = TorqueVerdict.Stop;
        }

        var power = PowerOutlook.Of(drive, spec, main.Place.ColdestC, driveAt);
        return valve with
        {
            Verdict = verdict,
            NeededNm = ownValve ? null : valve.NeededNm,
            AvailableNm = available,
            Overridden = overridden,
            Power = power,
            Findings = [.. valve.Findings, .. fit, .. power.Findings],
        };
    }

    private static Finding SetAside(Finding finding, string note) => finding with
    {
        Severity = Severity.Caution,
        Why = $"{finding.Why} Fitted all the same by the installer: \"{note.Replace('{', '(').Replace('}', ')')}\".",
    };

    private static double? Finite(double? value) => value is { } v && double.IsFinite(v) ? v : null;

    private static (double? Nm, TorqueBasis Basis) Breakaway(StopValve main)
    {
        if (main.Kind.IsMultiTurn())
        {
            // Its turns have no quarter-turn torque.
            return (null, TorqueBasis.Unknown);
        }

        if (main.Stiffness == Stiffness.Seized)
        {
            return (double.PositiveInfinity, TorqueBasis.Estimated);
        }

        double? larger = new[] { main.PullToOpen, main.PullToClose }
            .Max(pull => pull is null ? (double?)null : Torque.BreakawayNm(pull.PullN, pull.ArmM));
        if (larger is not null)
        {
            return (larger, TorqueBasis.Measured);
        }

        return main.Size is { } size
            ? (Torque.ScreeningNm(size, main.Stiffness), TorqueBasis.Estimated)
            : (null, TorqueBasis.Unknown);
    }

    private static IReadOnlyList<Finding> TorqueBasisFindings(StopValve main, TorqueBasis basis, double? breakaway, string at)
    {
        const string read = "Hook a spring scale on the handle, square to it, and read the pull that starts it, both ways, after five strokes.";
        var found = new FindingCollector(at);
        if (basis == TorqueBasis.Unknown)
        {
            found.Add(FindingKinds.TorqueUnknown, "pullToClose", "Neither a pull nor the valve's size is known, so nothing says that a drive can turn it.", read);
        }
        else if (basis == TorqueBasis.Estimated)
        {
            found.Add(FindingKinds.TorqueEstimated, "pullToClose", "The breakaway torque of {torque} is an estimate by size and feel, not a reading.", read, ("torque", QuantityKind.Torque, breakaway!.Value));
        }
        else if (main.PullToOpen is null || main.PullToClose is null)
        {
            found.Add(FindingKinds.TorqueOneWay, main.PullToOpen is null ? "pullToOpen" : "pullToClose", "The pull was read in one direction only; the other may be stiffer than {torque}.", "Read the other direction too.", ("torque", QuantityKind.Torque, breakaway!.Value));
        }

        return found.Findings;
    }

    private static double? AvailableNm(FittedDrive drive, DriveSpec spec, FindingCollector found)
    {
        if (spec.RatedTorque is null)
        {
            found.Add(FindingKinds.DriveTorqueUnknown, $"{found.DriveAt}/specId", $"{spec.Name} has no torque figure.", "Find the maker's sheet, or measure it on the bench.");
            return null;
        }

        double lever = drive.Mounting is { GripRadiusM: { } grip, AlongOpenM: { } along } ? AxisOffset.LeverShare(grip, along) : 1;
        if (!SupplyInUse.BatteriesTurnIt(drive.Power, spec))
        {
            return spec.RatedTorque.Nm * lever;
        }

        if (drive.Power == DrivePower.Unknown)
        {
            found.Add(FindingKinds.DrivePowerUnknown, $"{found.DriveAt}/power", "It is not decided what powers the drive; it is held against the torque left on a weak battery.", "Say whether there is an outlet within reach of the cord.");
        }

        if (spec.BatteryTorqueShare is null)
        {
            found.Add(FindingKinds.DriveDeratingUnknown, $"{found.DriveAt}/specId", $"Nothing says what torque {spec.Name} keeps on a weak or cold battery.", "Find the figure, or run the drive from an outlet.");
            return null;
        }

        return spec.RatedTorque.Nm * spec.BatteryTorqueShare.Share * lever;
    }

    /// <summary>From an outlet it has its rated torque; in a power cut a battery turns it.</summary>
    private static void AddBackupTorque(FittedDrive drive, DriveSpec spec, double breakawayNm, FindingCollector found)
    {
        if (drive.Power != DrivePower.MainsWithBattery || spec.Supply == DriveSupply.MainsOnly || spec.RatedTorque is not { } rated || spec.BatteryTorqueShare is not { } share)
        {
            return;
        }

        double have = rated.Nm * share.Share;
        if (Torque.Verdict(have, breakawayNm) == TorqueVerdict.Stop)
        {
            found.Add(
                FindingKinds.DriveWeakInPowerCut,
                $"{found.DriveAt}/power",
                $"In a power cut {spec.Name} gives {{available}} on a weak battery, {{ratio}} what starts this valve: it may stall then.",
                "Change its battery early, or choose a stronger drive.",
                ("available", QuantityKind.Torque, have),
                ("ratio", QuantityKind.Ratio, have / breakawayNm));
        }
    }

    private static void AddTorqueVerdict(TorqueVerdict verdict, double have, double breakawayNm, DriveSpec spec, FindingCollector found)
    {
        if (verdict == TorqueVerdict.Passes)
        {
            return;
        }

        bool stops = verdict == TorqueVerdict.Stop;
        string then = have < breakawayNm
            ? "it stalls, with water running"
            : stops ? "it may stall as the valve ages, with water running" : "it turns, with little in hand as the valve ages";
        found.Add(
            stops ? FindingKinds.DriveTooWeak : FindingKinds.DriveMarginThin,
            $"{found.DriveAt}/specId",
            $"{spec.Name} gives {{available}}, {{ratio}} the {{breakaway}} that starts this valve: {then}.",
            "Choose a stronger drive, run it from an outlet, or work the valve free and read the pull again.",
            ("available", QuantityKind.Torque, have),
            ("breakaway", QuantityKind.Torque, breakawayNm),
            ("ratio", QuantityKind.Ratio, have / breakawayNm));
    }
}
