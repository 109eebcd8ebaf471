using Terrapin.Core.Model;
using Terrapin.Core.Power;
using Terrapin.Core.Reach;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Rehearsal;

/// <summary>
/// What some faults leave of a plan, at one end of what is not known. Sensors live on batteries, repeaters and the router hang on outlets
/// without backup, and people are told over the internet.
/// </summary>
internal sealed class Broken
{
    private readonly Plan plan;
    private readonly RadioReach reach;
    private readonly IReadOnlyCollection<Fault> faults;
    private readonly Corner corner;
    private readonly IReadOnlyCollection<Part> failed;
    private readonly bool mainsFailed;

    /// <summary>Devices that a hub is heard by, or hears, through a repeater that does not work.</summary>
    private readonly HashSet<string> cutOff;

    private readonly HashSet<(string SpecId, string Batch)> deadBatches;

    /// <param name="plan">A checked plan.</param>
    /// <param name="reach">What radio reaches in it.</param>
    /// <param name="faults">What is broken.</param>
    /// <param name="corner">At <see cref="Corner.Most"/> what is not known to go on without the mains is dead.</param>
    /// <param name="failed">Parts that have failed besides.</param>
    public Broken(Plan plan, RadioReach reach, IReadOnlyCollection<Fault> faults, Corner corner, IReadOnlyCollection<Part> failed)
    {
        (this.plan, this.reach, this.faults, this.corner, this.failed) = (plan, reach, faults, corner, failed);
        mainsFailed = faults.Contains(Fault.MainsFailed) || HasFailed(PartKind.Mains);
        bool IsDead(string id) => plan.Installation.Repeaters.Any(r => r.Id == id) && (mainsFailed || HasFailed(PartKind.Repeater, id));
        cutOff = mainsFailed || failed.Any(p => p.Kind == PartKind.Repeater) ? [.. reach.Devices.Where(d => d.Route.Any(IsDead)).Select(d => d.DeviceId)] : [];
        deadBatches = [.. failed.Where(p => p.Kind == PartKind.SensorBatch).Select(p => Parts.BatchOf(plan.Installation.Sensors.First(s => s.Id == p.Id)))];
    }

    /// <summary>Nothing is broken.</summary>
    public static Broken Nothing(Plan plan) => new(plan, NoReach, [], Corner.Most, []);

    private static RadioReach NoReach { get; } = new() { Devices = [], Links = [], WantedDb = RadioLoss.WantedDb };

    public bool HubWorks => !faults.Contains(Fault.HubFailed) && !HasFailed(PartKind.Hub)
        && !(mainsFailed && !(plan.Installation.Hubs is [var hub, ..] && GoesOn(hub.HasBackup)))
        && ((HasInternet && !faults.Contains(Fault.CloudFailed) && !HasFailed(PartKind.CloudService)) || GoesOn(DecidesInTheHouse));

    /// <summary>Whether what the hub tells comes to a telephone.</summary>
    public bool ReachesTelephones => HasInternet && !faults.Contains(Fault.TelephonesMuted);

    /// <summary>Whether somebody hears what the hub tells.</summary>
    /// <param name="contact">One of the plan's.</param>
    /// <param name="mode">Who is home.</param>
    /// <param name="atMin">The time of day, minutes from midnight, 0 to below a day.</param>
    public bool Hears(Contact contact, Mode mode, double atMin) =>
        contact.Ways.Any(way => contact.Hears(way, mode, atMin) && (way is AlertWay.Siren or AlertWay.Spoken || ReachesTelephones));

    /// <summary>Whether who hears of it does something.</summary>
    public bool SomebodyActs => !faults.Contains(Fault.NobodyAnswers);

    /// <summary>Whether the mains fails with the first drop.</summary>
    public bool MainsFails => mainsFailed;

    /// <summary>What may have been broken before the first drop: all but the mains.</summary>
    public Broken BeforeFirstDrop() => mainsFailed
        ? new Broken(plan, reach, [.. faults.Where(f => f != Fault.MainsFailed)], corner, [.. failed.Where(p => p.Kind != PartKind.Mains)])
        : this;

    /// <summary>The same with one thing more broken, or with one that works again.</summary>
    public Broken After(Meanwhile change) => new(
        plan, reach, change.Kind == MeanwhileKind.Breaks ? [.. faults, change.Fault!.Value] : [.. faults.Where(f => f != change.Fault)], corner, failed);

    /// <summary>Whether the hub reaches the internet.</summary>
    public bool HasInternet => !faults.Contains(Fault.InternetFailed) && !faults.Contains(Fault.RouterFailed) && !HasFailed(PartKind.Internet) && !mainsFailed;

    private Answer DecidesInTheHouse => plan.HubInUse()?.LogicInCloud switch { Answer.No => Answer.Yes, Answer.Yes => Answer.No, _ => Answer.Unknown };

    private bool FirstSensorIsGone => faults.Contains(Fault.SensorFlat) || faults.Contains(Fault.SensorDead);

    /// <summary>Whether a sensor says anything at all.</summary>
    /// <param name="sensor">One of the plan's.</param>
    /// <param name="isFirst">Whether it is the one that would know first.</param>
    public bool Speaks(Sensor sensor, bool isFirst) =>
        !(isFirst && FirstSensorIsGone) && !HasFailed(PartKind.Sensor, sensor.Id) && !deadBatches.Contains(Parts.BatchOf(sensor));

    /// <summary>Whether the hub hears a device, or a device the hub.</summary>
    /// <param name="deviceId">A sensor or a drive.</param>
    /// <param name="isFirst">Whether it is the sensor that would know first.</param>
    public bool IsHeard(string deviceId, bool isFirst = false) =>
        !(isFirst && faults.Contains(Fault.SensorOutOfReach)) && !cutOff.Contains(deviceId);

    /// <summary>Whether the hub's order to close does close.</summary>
    public bool OrdersClose => !faults.Contains(Fault.EndsSwapped);

    /// <summary>Whether a direct link closes.</summary>
    public bool LinksClose => !faults.Contains(Fault.LinkLearnedOpen);

    public bool Stalls => faults.Contains(Fault.DriveStalls);

    public bool Snags => faults.Contains(Fault.DriveSnags);

    /// <summary>Whether a stop valve lets water through when it is shut, beside what is known of it.</summary>
    public bool Passes(string stopValveId) => faults.Contains(Fault.ValvePasses) || HasFailed(PartKind.StopValve, stopValveId);

    /// <summary>Whether a drive turns its valve, as far as its power and what has failed decide that.</summary>
    public bool CanTurn(FittedDrive drive) => HasPower(drive) && !HasFailed(PartKind.Drive, drive.Id);

    /// <summary>Whether a drive has power to turn its valve.</summary>
    private bool HasPower(FittedDrive drive)
    {
        bool hasBattery = !faults.Contains(Fault.DriveBatteryFlat);
        DriveSupply supply = plan.SpecOf(drive).Supply;
        bool livesOnBattery = supply == DriveSupply.BatteriesOnly || (supply != DriveSupply.MainsOnly && drive.Power == DrivePower.Batteries);
        return livesOnBattery
            ? hasBattery
            : !mainsFailed || (hasBattery && GoesOn(PowerOutlook.Of(drive, plan.SpecOf(drive), null, "").ClosesWithoutMains));
    }

    /// <summary>Whether a drive closes by itself when the mains fails, as it was told to.</summary>
    public bool ClosesByItself(FittedDrive drive) =>
        mainsFailed && drive.OnMainsFailure is MainsFailurePolicy.Close or MainsFailurePolicy.CloseThenReopen && CanTurn(drive);

    private bool HasFailed(PartKind kind, string? id = null) => failed.Count > 0 && failed.Contains(new Part(kind, id));

    private bool GoesOn(Answer answer) => answer == Answer.Yes || (answer == Answer.Unknown && corner == Corner.Least);
}
