using Terrapin.Core.Model;
using Terrapin.Core.Power;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core.Assessments;

/// <summary>How long something goes on after the power has failed.</summary>
/// <param name="LeastH">For sure, h, not negative; <see langword="null"/>: for as long as its batteries last.</param>
/// <param name="MostH">At most, h; <see langword="null"/>: no end is known.</param>
public sealed record PowerCutSpan(double? LeastH, double? MostH)
{
    /// <summary>It lives on batteries.</summary>
    public static PowerCutSpan Endless { get; } = new(null, null);

    /// <summary>Nothing carries it.</summary>
    public static PowerCutSpan None { get; } = new(0, 0);

    /// <summary>Nobody has said what carries it, or for how long.</summary>
    public static PowerCutSpan NotKnown { get; } = new(0, null);

    /// <summary>As long as both go on.</summary>
    public PowerCutSpan And(PowerCutSpan other) => new(Shorter(LeastH, other.LeastH), Shorter(MostH, other.MostH));

    /// <summary>As long as one of them goes on.</summary>
    public PowerCutSpan Or(PowerCutSpan other) => new(Longer(LeastH, other.LeastH), Longer(MostH, other.MostH));

    private static double? Shorter(double? a, double? b) => a is null ? b : b is null ? a : Math.Min(a.Value, b.Value);

    private static double? Longer(double? a, double? b) => a is null || b is null ? null : Math.Max(a.Value, b.Value);
}

/// <summary>A device that the closing depends on.</summary>
/// <param name="DeviceId">A hub or a drive.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Works">How long it works on.</param>
public sealed record PowerCutDevice(string DeviceId, string Name, PowerCutSpan Works);

/// <summary>A leak point that something closes for while there is power.</summary>
/// <param name="LeakId">The leak point.</param>
/// <param name="Stopped">How long it is still stopped.</param>
/// <param name="IsShut">Whether its valve closes by itself when the power fails, so that there is no water meanwhile.</param>
/// <param name="ByLink">Whether a direct link to the drive makes it longer than the hub alone would.</param>
public sealed record PowerCutLeak(string LeakId, PowerCutSpan Stopped, bool IsShut, bool ByLink);

/// <summary>
/// What is still stopped after a power cut: the sensors live on batteries, the hub and its router as long as something carries them, a
/// drive as long as its batteries or its pack. Repeaters hang on outlets and are dead at once.
/// </summary>
/// <param name="Devices">Hubs first.</param>
/// <param name="Leaks">Those that are stopped while there is power, the soonest lost first.</param>
public sealed record PowerCut(IReadOnlyList<PowerCutDevice> Devices, IReadOnlyList<PowerCutLeak> Leaks)
{
    /// <param name="plan">A checked plan.</param>
    /// <param name="assessment">Of that plan.</param>
    public static PowerCut Of(Plan plan, Assessment assessment)
    {
        Installation fitted = plan.Installation;
        PowerCutDevice[] hubs = [.. fitted.Hubs.Take(1).Select(h => new PowerCutDevice(h.Id, h.Name, SpanOf(h)))];
        var drives = fitted.Drives.ToDictionary(d => d.StopValveId, d => new PowerCutDevice(d.Id, plan.NameOf(d), SpanOf(plan, d)));
        PowerCutSpan hub = hubs.Length > 0 ? hubs[0].Works : PowerCutSpan.None;
        HashSet<string> repeaters = [.. fitted.Repeaters.Select(r => r.Id)];
        HashSet<string> throughRepeater = [.. assessment.Reach.Devices.Where(d => d.Route.Any(repeaters.Contains)).Select(d => d.DeviceId)];
        ILookup<string, string> heardBy = assessment.Trips.Where(t => t.VolumeM3.High is not null).ToLookup(t => t.LeakId, t => t.SensorId);
        IEnumerable<PowerCutLeak> leaks = assessment.Leaks
            .Where(l => l is { Outcome: Outcome.Closes, StopValveId: not null } && drives.ContainsKey(l.StopValveId))
            .DistinctBy(l => l.LeakId)
            .Select(l => LeakOf(plan, l.LeakId, plan.DriveOn(l.StopValveId!)!, drives[l.StopValveId!], hub, throughRepeater, [.. heardBy[l.LeakId]]));
        return new PowerCut([.. hubs, .. drives.Values], [.. leaks.OrderBy(l => l.Stopped.LeastH ?? double.PositiveInfinity).ThenBy(l => l.Stopped.MostH ?? double.PositiveInfinity)]);
    }

    private static PowerCutLeak LeakOf(Plan plan, string leakId, FittedDrive drive, PowerCutDevice driven, PowerCutSpan hub, HashSet<string> throughRepeater, string[] heardBy)
    {
        bool reachesHub = !throughRepeater.Contains(drive.Id) && heardBy.Any(s => !throughRepeater.Contains(s));
        PowerCutSpan byHub = reachesHub ? hub.And(driven.Works) : PowerCutSpan.None;
        bool isLinked = plan.Installation.Links.Any(link => link.DriveId == drive.Id && heardBy.Contains(link.SensorId));
        PowerCutSpan stopped = isLinked ? byHub.Or(driven.Works) : byHub;
        bool isShut = drive.OnMainsFailure is MainsFailurePolicy.Close or MainsFailurePolicy.CloseThenReopen && PowerOutlook.Of(drive, plan.SpecOf(drive), null, "").ClosesWithoutMains == Answer.Yes;
        return new PowerCutLeak(leakId, isShut ? PowerCutSpan.Endless : stopped, isShut, isLinked && stopped != byHub);
    }

    private static PowerCutSpan SpanOf(Hub hub) => (hub.HasBackup, hub.BackupH) switch
    {
        (Answer.No, _) => PowerCutSpan.None,
        (Answer.Yes, { } hours) => new PowerCutSpan(hours, hours),
        (Answer.Unknown, { } hours) => new PowerCutSpan(0, hours),
        _ => PowerCutSpan.NotKnown,
    };

    private static PowerCutSpan SpanOf(Plan plan, FittedDrive drive)
    {
        DriveSpec spec = plan.SpecOf(drive);
        var outlook = PowerOutlook.Of(drive, spec, plan.StopValve(drive.StopValveId).Place.ColdestC, "");
        return outlook.ClosesWithoutMains switch
        {
            Answer.No => PowerCutSpan.None,
            Answer.Unknown => PowerCutSpan.NotKnown,
            _ when drive.Power == DrivePower.Batteries || spec.Supply == DriveSupply.BatteriesOnly => PowerCutSpan.Endless,
            _ => outlook.BackupHours is { } hours ? new PowerCutSpan(hours, hours) : PowerCutSpan.NotKnown,
        };
    }
}
