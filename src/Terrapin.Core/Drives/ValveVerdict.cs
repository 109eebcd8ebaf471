using Terrapin.Core.Findings;
using Terrapin.Core.Plans;

namespace Terrapin.Core.Drives;

/// <summary>Where a breakaway torque comes from.</summary>
public enum TorqueBasis
{
    /// <summary>No reading and no size.</summary>
    Unknown,
    Measured,

    /// <summary>By size and stiffness.</summary>
    Estimated,
}

/// <summary>The drive held against the valve.</summary>
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

    /// <summary>Available over needed.</summary>
    public double? Ratio => AvailableNm / NeededNm;

    public required IReadOnlyList<Finding> Findings { get; init; }
}

/// <summary>Whether the chosen drive can be counted on to close the main valve.</summary>
public static class ValveVerdict
{
    /// <summary>Holds the drive of a plan against its main valve.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <returns>A verdict of stop wherever the valve must not or cannot be closed by a drive.</returns>
    public static DriveVerdict Of(Plan plan)
    {
        var findings = new List<Finding>();
        MainValve main = plan.Main;
        AddValveFindings(main, findings);
        bool valveStops = findings.Any(f => f.Severity == Severity.Stop);

        (double? breakaway, TorqueBasis basis) = Breakaway(main);
        if (main.Kind.IsQuarterTurn() && main.Stiffness != Stiffness.Seized)
        {
            AddTorqueBasisFinding(main, basis, breakaway, findings);
        }

        double? needed = breakaway is { } torque ? Torque.NeededNm(torque) : null;
        double? available = null;
        TorqueVerdict verdict = TorqueVerdict.Unknown;
        if (plan.Drive is { } drive)
        {
            DriveSpec spec = plan.Catalogue.Drives.First(d => d.Id == drive.SpecId);
            available = AvailableNm(drive, spec, findings);
            if (spec.Mount == Mount.CutIn)
            {
                // It brings its own valve, which its maker has matched: the old valve's torque does not matter.
                needed = null;
                verdict = TorqueVerdict.Passes;
                findings.Add(DriveFinding("cut-in-is-plumbing", Severity.Caution, "/drive/specId", "A cut-in valve means cutting the main.", "Have a plumber do it behind a working upstream stop; keep the hand valve, and keep the earth bonding whole.") with { Trade = Trade.Plumber });
            }
            else if (available is { } have && needed is { } need)
            {
                verdict = Torque.Verdict(have, need);
                AddTorqueVerdict(verdict, have, need, spec, findings);
            }
        }
        else
        {
            findings.Add(new Finding
            {
                Code = "drive-not-chosen",
                Severity = Severity.Stop,
                Stage = Stage.Drive,
                Where = "/drive",
                Why = "No drive is chosen: nothing closes the main by itself.",
                Remedy = "Choose a drive for this valve.",
                Trade = Trade.Fitter,
            });
        }

        if (valveStops)
        {
            verdict = TorqueVerdict.Stop;
        }

        return new DriveVerdict
        {
            Verdict = verdict,
            Basis = basis,
            BreakawayNm = breakaway is { } b && double.IsFinite(b) ? b : null,
            NeededNm = needed is { } n && double.IsFinite(n) ? n : null,
            AvailableNm = available,
            Findings = findings,
        };
    }

    private static void AddValveFindings(MainValve main, List<Finding> findings)
    {
        void Add(string code, Severity severity, string where, string why, string remedy, Trade trade) => findings.Add(new Finding
        {
            Code = code,
            Severity = severity,
            Stage = Stage.Main,
            Where = $"/main/{where}",
            Why = why,
            Remedy = remedy,
            Trade = trade,
        });

        if (main.Kind.IsMultiTurn())
        {
            Add(
                "valve-multi-turn",
                Severity.Stop,
                "kind",
                "This valve takes several turns; a drive gives a quarter turn and cannot close it.",
                "Have it replaced by a quarter-turn valve, behind an upstream stop that is known to work.",
                Trade.Plumber);
        }
        else if (main.Kind == ValveKind.Unknown)
        {
            Add(
                "valve-kind-unknown",
                Severity.Stop,
                "kind",
                "The kind of valve is not known; only a quarter-turn valve can be driven.",
                "Look at the handle: a lever or tee that turns a quarter, or a wheel or screw that turns several times.",
                Trade.Fitter);
        }

        if (main.Stiffness == Stiffness.Seized)
        {
            Add(
                "valve-seized",
                Severity.Stop,
                "stiffness",
                "The valve is seized. Forced, its stem can break off with the full main behind it.",
                "Do not force it. Find the upstream stop first, then have the valve replaced.",
                Trade.Plumber);
        }

        if (main.FeedsSprinklers == Answer.Yes)
        {
            Add(
                "sprinklers-behind-valve",
                Severity.Stop,
                "feedsSprinklers",
                "Fire sprinklers or hose reels hang on this valve. Fire protection is never behind an automatic valve.",
                "Fit nothing here. Have the fire branch taken off ahead of the valve, or use a valve further on.",
                Trade.Plumber);
        }
        else if (main.FeedsSprinklers == Answer.Unknown)
        {
            Add(
                "sprinklers-unknown",
                Severity.Caution,
                "feedsSprinklers",
                "It is not known whether fire sprinklers or hose reels hang on this valve.",
                "Follow the pipe, or ask the owner, before anything is fitted.",
                Trade.Fitter);
        }

        if (main.FeedsVitalUse == Answer.Yes)
        {
            Add(
                "vital-use-behind-valve",
                Severity.Caution,
                "feedsVitalUse",
                "A person at risk without water, animals or a process depend on this valve.",
                "Ask them before it closes by itself; let the rules tell only until that is settled.",
                Trade.Fitter);
        }

        if (main.UpstreamStop is UpstreamStop.None or UpstreamStop.DoesNotClose)
        {
            Add(
                "no-upstream-stop",
                Severity.Caution,
                "upstreamStop",
                "Nothing upstream closes. If this valve fails under work, the full main runs.",
                "Have the utility or a plumber restore a stop upstream before the handle or stem is touched.",
                Trade.Utility);
        }
        else if (main.UpstreamStop == UpstreamStop.Unknown)
        {
            Add(
                "upstream-stop-unknown",
                Severity.Caution,
                "upstreamStop",
                "It is not known whether anything upstream closes.",
                "Find the upstream stop and try it before working on this valve.",
                Trade.Fitter);
        }

        if (main.ClosesFully == Answer.No)
        {
            Add(
                "valve-passes",
                Severity.Caution,
                "closesFully",
                "The valve passes water when shut by hand; it will pass it under a drive too.",
                "Work it a few times and look again; if it still passes, have it replaced.",
                Trade.Plumber);
        }
    }

    private static (double? Nm, TorqueBasis Basis) Breakaway(MainValve main)
    {
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

    private static void AddTorqueBasisFinding(MainValve main, TorqueBasis basis, double? breakaway, List<Finding> findings)
    {
        const string read = "Hook a spring scale on the handle, square to it, and read the pull that starts it, both ways, after five strokes.";
        if (basis == TorqueBasis.Unknown)
        {
            findings.Add(new Finding
            {
                Code = "torque-unknown",
                Severity = Severity.Stop,
                Stage = Stage.Main,
                Where = "/main/pullToClose",
                Why = "Neither a pull nor the valve's size is known, so nothing says that a drive can turn it.",
                Remedy = read,
                Trade = Trade.Fitter,
            });
        }
        else if (basis == TorqueBasis.Estimated)
        {
            findings.Add(new Finding
            {
                Code = "torque-estimated",
                Severity = Severity.Caution,
                Stage = Stage.Main,
                Where = "/main/pullToClose",
                Why = "The breakaway torque of {torque} is an estimate by size and feel, not a reading.",
                Remedy = read,
                Trade = Trade.Fitter,
                Numbers = Number("torque", breakaway!.Value),
            });
        }
        else if (main.PullToOpen is null || main.PullToClose is null)
        {
            findings.Add(new Finding
            {
                Code = "torque-one-way",
                Severity = Severity.Note,
                Stage = Stage.Main,
                Where = main.PullToOpen is null ? "/main/pullToOpen" : "/main/pullToClose",
                Why = "The pull was read in one direction only; the other may be stiffer than {torque}.",
                Remedy = "Read the other direction too.",
                Trade = Trade.Fitter,
                Numbers = Number("torque", breakaway!.Value),
            });
        }
    }

    private static double? AvailableNm(FittedDrive drive, DriveSpec spec, List<Finding> findings)
    {
        if (spec.RatedTorque is null)
        {
            findings.Add(DriveFinding("drive-torque-unknown", Severity.Stop, "/drive/specId", $"{spec.Name} has no torque figure.", "Find the maker's sheet, or measure it on the bench."));
            return null;
        }

        if (drive.Power == DrivePower.Mains)
        {
            return spec.RatedTorque.Nm;
        }

        if (drive.Power == DrivePower.Unknown)
        {
            findings.Add(DriveFinding("drive-power-unknown", Severity.Caution, "/drive/power", "It is not decided what powers the drive; it is held against the torque left on a weak battery.", "Say whether there is an outlet within reach of the cord."));
        }

        if (spec.BatteryTorqueShare is null)
        {
            findings.Add(DriveFinding("drive-derating-unknown", Severity.Stop, "/drive/specId", $"Nothing says what torque {spec.Name} keeps on a weak or cold battery.", "Find the figure, or run the drive from the mains."));
            return null;
        }

        return spec.RatedTorque.Nm * spec.BatteryTorqueShare.Share;
    }

    private static void AddTorqueVerdict(TorqueVerdict verdict, double have, double need, DriveSpec spec, List<Finding> findings)
    {
        if (!double.IsFinite(need) || verdict == TorqueVerdict.Passes)
        {
            return;
        }

        bool stops = verdict == TorqueVerdict.Stop;
        findings.Add(new Finding
        {
            Code = stops ? "drive-too-weak" : "drive-margin-thin",
            Severity = stops ? Severity.Stop : Severity.Caution,
            Stage = Stage.Drive,
            Where = "/drive/specId",
            Why = stops
                ? $"{spec.Name} gives {{available}}, this valve needs {{needed}}: it may stall part way, with water running."
                : $"{spec.Name} gives {{available}}, this valve needs {{needed}}: it turns, with little in hand as the valve ages.",
            Remedy = "Choose a stronger drive, run it from the mains, or work the valve free and read the pull again.",
            Trade = Trade.Fitter,
            Numbers = new Dictionary<string, Quantity>
            {
                ["available"] = new(QuantityKind.Torque, have),
                ["needed"] = new(QuantityKind.Torque, need),
            },
        });
    }

    private static Finding DriveFinding(string code, Severity severity, string where, string why, string remedy) => new()
    {
        Code = code,
        Severity = severity,
        Stage = Stage.Drive,
        Where = where,
        Why = why,
        Remedy = remedy,
        Trade = Trade.Fitter,
    };

    private static Dictionary<string, Quantity> Number(string name, double torqueNm) =>
        new() { [name] = new Quantity(QuantityKind.Torque, torqueNm) };
}
