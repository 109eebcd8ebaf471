using Terrapin.Core.Findings;
using Terrapin.Core.Plans;

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
        drive?.MeasuredEndAngleDeg ?? Travel(drive)?.EndAngleDeg ?? AxisOffset.FullStrokeDeg;

    /// <summary>The handle's travel by the axis offset; <see langword="null"/> while that is not measured.</summary>
    /// <param name="drive">The fitted drive, or none.</param>
    public static HandleTravel? Travel(FittedDrive? drive) =>
        drive?.Mounting is { GripRadiusM: { } grip, AlongOpenM: { } open, AlongClosedM: { } closed }
            ? AxisOffset.Travel(grip, open, closed)
            : null;

    /// <summary>What is wrong with the mounting, or not known of it.</summary>
    /// <param name="plan">A checked plan.</param>
    public static IReadOnlyList<Finding> Of(Plan plan)
    {
        if (plan.Drive is not { } drive)
        {
            return [];
        }

        DriveSpec spec = plan.Catalogue.Drives.First(d => d.Id == drive.SpecId);
        var findings = new List<Finding>();
        AddTravel(drive, spec, findings);
        if (spec.Mount is Mount.Strap or Mount.Stem)
        {
            AddStraps(drive.Mounting, spec, findings);
        }

        return findings;
    }

    private static void AddTravel(FittedDrive drive, DriveSpec spec, List<Finding> findings)
    {
        HandleTravel? travel = Travel(drive);
        if (EndAngleDeg(drive) < CockLoss.ShutDeg)
        {
            findings.Add(Make("stops-short", Severity.Stop, drive.MeasuredEndAngleDeg is null ? "/drive/mounting/alongOpenM" : "/drive/measuredEndAngleDeg", "The handle stops at {angle} from open; the valve is shut only from {shut} on. Water runs on for ever.", "Bring the motor's axis onto the stem's axis, then see the stroke again with the straps tight.", new()
            {
                ["angle"] = new(QuantityKind.Angle, EndAngleDeg(drive)),
                ["shut"] = new(QuantityKind.Angle, CockLoss.ShutDeg),
            }));
        }
        else if (travel is { ExcessDeg: > StrainNoticedDeg })
        {
            findings.Add(Make("drives-against-stop", travel.Fits ? Severity.Caution : Severity.Stop, "/drive/mounting/alongOpenM", "By its axis offset the motor wants to turn the handle {excess} beyond its stop: it strains or stalls.", "Bring the motor's axis onto the stem's axis.", new()
            {
                ["excess"] = new(QuantityKind.Angle, travel.ExcessDeg),
            }));
        }
        else if (drive.MeasuredEndAngleDeg is null && travel is null && spec.Mount != Mount.CutIn)
        {
            findings.Add(Make("end-angle-not-seen", Severity.Note, "/drive/measuredEndAngleDeg", "Nobody has seen where the handle stops under this drive; it is taken to turn fully.", "Watch the handle against its stop with the straps tight, or measure the axis offset.", []));
        }
    }

    private static void AddStraps(Mounting? mounting, DriveSpec spec, List<Finding> findings)
    {
        if (mounting is not { FirstStrapM: { } first, SecondStrapM: { } second } || spec.RatedTorque is not { } torque)
        {
            findings.Add(Make("straps-not-measured", Severity.Note, "/drive/mounting/firstStrapM", "Where the straps sit is not measured, so nothing says what they pull on the pipe.", "Measure from the stem to each strap, along the pipe.", []));
            return;
        }

        double force = Straps.ForceN(torque.Nm, first, second, mounting.StrapsOnOneSide);
        if (Straps.LimitN(mounting.StrappedPipe) is not { } limit)
        {
            findings.Add(Make("strapped-pipe-unknown", Severity.Caution, "/drive/mounting/strappedPipe", "Each strap pulls {force}; what the pipe stands is not known.", "Say what the pipe is made of.", new() { ["force"] = new(QuantityKind.Force, force) }));
            return;
        }

        if (force > CautionShareOfLimit * limit)
        {
            findings.Add(Make("straps-pull-hard", force > limit ? Severity.Stop : Severity.Caution, "/drive/mounting/firstStrapM", "Each strap pulls {force}; this pipe stands {limit}.", "Set the straps farther apart, or use a saddle drive, which keeps the reaction in the valve.", new()
            {
                ["force"] = new(QuantityKind.Force, force),
                ["limit"] = new(QuantityKind.Force, limit),
            }));
        }
    }

    private static Finding Make(string code, Severity severity, string where, string why, string remedy, Dictionary<string, Quantity> numbers) => new()
    {
        Code = code,
        Severity = severity,
        Stage = Stage.Drive,
        Where = where,
        Why = why,
        Remedy = remedy,
        Trade = Trade.Fitter,
        Numbers = numbers,
    };
}
