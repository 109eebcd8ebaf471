using Terrapin.Core.Findings;
using Terrapin.Core.Model;

namespace Terrapin.Core.Drives;

/// <summary>What the way a drive is mounted does to its stroke and to the pipe.</summary>
public static class MountingVerdict
{
    private const double StrainNoticedDeg = 1;
    private const double CautionShareOfLimit = 0.8;

    /// <summary>
    /// Where the handle stops: as seen on site, or as the axis offset gives it, or the full quarter turn while neither is
    /// known, which <see cref="Of"/> then says.
    /// </summary>
    /// <param name="drive">The fitted drive, or none.</param>
    /// <returns>Degrees from open.</returns>
    public static double EndAngleDeg(FittedDrive? drive) =>
        drive?.Seen?.EndAngleDeg ?? Travel(drive)?.EndAngleDeg ?? AxisOffset.FullStrokeDeg;

    /// <summary>The handle's travel by the axis offset; <see langword="null"/> while that is not measured.</summary>
    /// <param name="drive">The fitted drive, or none.</param>
    public static HandleTravel? Travel(FittedDrive? drive) =>
        drive?.Mounting is { GripRadiusM: { } grip, AlongOpenM: { } open, AlongClosedM: { } closed }
            ? AxisOffset.Travel(grip, open, closed)
            : null;

    /// <summary>What is wrong with the mounting of the drive on one main, or not known of it.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="stopValveId">One of its mains.</param>
    public static IReadOnlyList<Finding> Of(Plan plan, string stopValveId)
    {
        StopValve main = plan.StopValve(stopValveId);
        if (plan.DriveOn(main.Id) is not { } drive)
        {
            return [];
        }

        DriveSpec spec = plan.SpecOf(drive);
        var found = new FindingCollector(ValveVerdict.PlaceOfDrive(plan, stopValveId));
        AddTravel(drive, spec, found);
        if (spec.Mount is Mount.Strap or Mount.Stem)
        {
            AddStraps(main, drive, spec, plan.Catalogue.StrapLimits, found);
        }

        return found.Findings;
    }

    /// <summary>Whether the mounting can be counted on: the motor does not stall against the handle's stop, and the pipe stands its straps.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="stopValveId">One of its mains.</param>
    /// <remarks>A stroke that ends short is no matter of this: the valve turns, and water runs on.</remarks>
    public static bool Holds(Plan plan, string stopValveId)
    {
        StopValve main = plan.StopValve(stopValveId);
        return plan.DriveOn(main.Id) is not { } drive || !(Stalls(drive) || StrapLoad(main, drive, plan.SpecOf(drive), plan.Catalogue.StrapLimits) is { IsBeyond: true });
    }

    /// <summary>By its axis offset; where somebody has watched it shut with the straps tight, it did not.</summary>
    private static bool Stalls(FittedDrive drive) =>
        Travel(drive) is { Shuts: true, Fits: false } && drive.Seen?.EndAngleDeg is null;

    /// <param name="ForceN">Of each strap.</param>
    /// <param name="LimitN">What the pipe stands; <see langword="null"/>: its material is not known.</param>
    private readonly record struct StrapPull(double ForceN, double? LimitN)
    {
        public bool IsBeyond => ForceN > LimitN;
    }

    private static StrapPull? StrapLoad(StopValve main, FittedDrive drive, DriveSpec spec, StrapLimits own) =>
        spec is { Mount: Mount.Strap or Mount.Stem, RatedTorque: { } torque } && drive.Mounting is { FirstStrapM: { } first, SecondStrapM: { } second } mounting
            ? new StrapPull(Straps.ForceN(torque.Nm, first, second, mounting.StrapsOnOneSide), LimitN(main, mounting, own))
            : null;

    private static void AddTravel(FittedDrive drive, DriveSpec spec, FindingCollector found)
    {
        HandleTravel? travel = Travel(drive);
        double? seen = drive.Seen?.EndAngleDeg;
        if (EndAngleDeg(drive) < CockLoss.ShutDeg)
        {
            found.Add(
                FindingKinds.StopsShort,
                seen is null ? "mounting/alongOpenM" : "seen",
                "The handle stops at {angle} from open; the valve is shut only from {shut} on. Water runs on for ever.",
                "Bring the motor's axis onto the stem's axis, then see the stroke again with the straps tight.",
                ("angle", QuantityKind.Angle, EndAngleDeg(drive)),
                ("shut", QuantityKind.Angle, CockLoss.ShutDeg));
        }
        else if (travel is { ExcessDeg: > StrainNoticedDeg })
        {
            found.Add(
                FindingKinds.DrivesAgainstStop,
                Stalls(drive) ? Severity.Stop : Severity.Caution,
                "mounting/alongOpenM",
                "By its axis offset the motor wants to turn the handle {excess} beyond its stop: it strains or stalls.",
                "Bring the motor's axis onto the stem's axis.",
                ("excess", QuantityKind.Angle, travel.ExcessDeg));
        }
        else if (seen is null && travel is null && spec.Mount != Mount.CutIn)
        {
            found.Add(FindingKinds.EndAngleNotSeen, "seen", "Nobody has seen where the handle stops under this drive; it is taken to turn fully.", "Watch the handle against its stop with the straps tight, or measure the axis offset.");
        }
    }

    private static void AddStraps(StopValve main, FittedDrive drive, DriveSpec spec, StrapLimits own, FindingCollector found)
    {
        if (StrapLoad(main, drive, spec, own) is not { } load)
        {
            found.Add(FindingKinds.StrapsNotMeasured, "mounting/firstStrapM", "Where the straps sit is not measured, so nothing says what they pull on the pipe.", "Measure from the stem to each strap, along the pipe.");
            return;
        }

        if (drive.Mounting is { StrapsOnOneSide: false } && (main.PipeBefore.Elbow == Answer.Yes || main.PipeAfter.Elbow == Answer.Yes))
        {
            found.Add(FindingKinds.StrapAtElbow, "mounting/strapsOnOneSide", "There is an elbow on one side: a strap there sits on a bend or close to it.", "Put both straps on the straight side, as far apart as they go.");
        }

        double force = load.ForceN;
        if (load.LimitN is not { } limit)
        {
            found.Add(FindingKinds.StrappedPipeUnknown, "mounting/strappedPipe", "Each strap pulls {force}; what the pipe stands is not known.", "Say what the pipe is made of.", ("force", QuantityKind.Force, force));
            return;
        }

        if (force > CautionShareOfLimit * limit)
        {
            found.Add(
                FindingKinds.StrapsPullHard,
                load.IsBeyond ? Severity.Stop : Severity.Caution,
                "mounting/firstStrapM",
                "Each strap pulls {force}; this pipe stands {limit}.",
                "Set the straps farther apart, or use a saddle drive, which keeps the reaction in the valve.",
                ("force", QuantityKind.Force, force),
                ("limit", QuantityKind.Force, limit));
        }
    }

    /// <summary>Of the pipe that the straps sit on, or the weaker of those beside the valve while that is not said.</summary>
    private static double? LimitN(StopValve main, Mounting mounting, StrapLimits own) =>
        Straps.LimitN(mounting.StrappedPipe, own)
            ?? (Straps.LimitN(main.PipeBefore.Material, own) is { } before && Straps.LimitN(main.PipeAfter.Material, own) is { } after
                ? Math.Min(before, after)
                : null);
}
