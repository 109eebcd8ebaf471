using System.Text.Json.Serialization;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core.Assessments;

[JsonConverter(typeof(CamelCase<RemedyKind>))]
public enum RemedyKind
{
    /// <summary>Link a sensor straight to a drive.</summary>
    DirectLink,

    /// <summary>Put a backup behind the hub.</summary>
    HubBackup,

    /// <summary>Put a battery behind the drive's outlet, and let it close in a power cut.</summary>
    DriveBackup,

    /// <summary>Let a rule close at once.</summary>
    NoDelay,

    /// <summary>Let a rule hold in every mode.</summary>
    EveryMode,

    /// <summary>Let a rule hold at every hour.</summary>
    EveryHour,

    /// <summary>Put a second sensor of the kind beside one.</summary>
    SecondSensor,

    /// <summary>Add a rule that shuts a valve when everyone has left.</summary>
    ShutWhenLeaving,

    /// <summary>Add a rule that shuts a valve when a sensor has been silent for too long.</summary>
    ShutOnSilence,

    /// <summary>Add a rule that tells a valve to close once more when it has not.</summary>
    CloseAgain,
}

/// <summary>A change that was tried for one leak, with what the matrix makes of it then.</summary>
public sealed record Remedy
{
    public required RemedyKind Kind { get; init; }

    /// <summary>What is changed: a sensor, hub, drive or rule, or the stop valve that the added rule shuts.</summary>
    public required string TargetId { get; init; }

    /// <summary>The drive that a sensor is linked to.</summary>
    public string? DriveId { get; init; }

    /// <summary>The rule that is added.</summary>
    public Rule? Rule { get; init; }

    /// <summary>What it costs, in the catalogue's currency; <see langword="null"/>: not known.</summary>
    public double? Price { get; init; }

    /// <summary>Cells of this leak in which water runs on, without and with it.</summary>
    public required int RunsOnBefore { get; init; }

    public required int RunsOnAfter { get; init; }

    /// <summary>The most litres of the cells that end, m³.</summary>
    public required double? WorstBeforeM3 { get; init; }

    public required double? WorstAfterM3 { get; init; }

    /// <summary>The rows of this leak with it.</summary>
    public required IReadOnlyList<FaultRow> Rows { get; init; }
}

/// <summary>What helps one leak against single faults, found by trying it.</summary>
public static class FaultRemedies
{
    /// <summary>The remedies that make fewer cells run on, or as many with fewer litres; the best first, among equals the cheapest.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="leakId">One of its leak points.</param>
    /// <param name="memory">What is kept from one question to the next.</param>
    /// <param name="beside">A fault that there is in every cell, see <see cref="FaultMatrix"/>; <see langword="null"/>: none.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static IReadOnlyList<Remedy> Of(Plan plan, string leakId, AssessmentMemory memory, Fault? beside = null, CancellationToken cancel = default)
    {
        IReadOnlyList<FaultRow> before = RowsOf(plan, leakId, memory, beside, cancel);
        (int Count, double? WorstM3) was = Judge(before);
        var found = new List<Remedy>();
        foreach (Change change in Changes(plan, leakId, memory, cancel))
        {
            IReadOnlyList<FaultRow> rows = RowsOf(change.Plan, leakId, memory, beside, cancel);
            (int Count, double? WorstM3) now = Judge(rows);
            if (now.Count < was.Count || (now.Count == was.Count && now.WorstM3 < was.WorstM3))
            {
                found.Add(new Remedy
                {
                    Kind = change.Kind,
                    TargetId = change.TargetId,
                    DriveId = change.DriveId,
                    Rule = change.Rule,
                    Price = change.Price,
                    RunsOnBefore = was.Count,
                    RunsOnAfter = now.Count,
                    WorstBeforeM3 = was.WorstM3,
                    WorstAfterM3 = now.WorstM3,
                    Rows = rows,
                });
            }
        }

        return [.. found.OrderBy(r => r.RunsOnAfter).ThenBy(r => r.WorstAfterM3).ThenBy(r => r.Price ?? double.PositiveInfinity)];
    }

    private sealed record Change(Plan Plan, RemedyKind Kind, string TargetId, double? Price, string? DriveId = null, Rule? Rule = null);

    private static IReadOnlyList<FaultRow> RowsOf(Plan plan, string leakId, AssessmentMemory memory, Fault? beside, CancellationToken cancel) =>
        FaultMatrix.Of(plan, [memory.LeakOf(plan, leakId, cancel)], beside, cancel).Rows;

    private static (int RunsOn, double? WorstM3) Judge(IReadOnlyList<FaultRow> rows)
    {
        FaultCell[] cells = [.. rows.SelectMany(r => r.Cells)];
        return (cells.Count(c => !c.Ends), cells.Max(c => c.LostM3));
    }

    private static IEnumerable<Change> Changes(Plan plan, string leakId, AssessmentMemory memory, CancellationToken cancel)
    {
        Installation fitted = plan.Installation;
        Plan With(Func<Installation, Installation> change) => plan.WithInstallation(change);
        LeakRehearsal leak = memory.LeakOf(plan, leakId, cancel);
        Sensor? sensor = fitted.Sensors.FirstOrDefault(s => s.Id == leak.FirstSensorId);
        FittedDrive? drive = (leak.In(Mode.Home).StopValveId ?? leak.LikelyStopValveId) is { } valve ? plan.DriveOn(valve) : null;
        if (sensor is not null && drive is not null && CanLink(plan, fitted.Links, sensor, drive))
        {
            yield return new(With(i => i with { Links = [.. i.Links, new DirectLink { SensorId = sensor.Id, DriveId = drive.Id }] }), RemedyKind.DirectLink, sensor.Id, 0, DriveId: drive.Id);
        }

        if (fitted.Hubs.Count > 0 && fitted.Hubs[0] is { HasBackup: not Answer.Yes } hub)
        {
            yield return new(With(i => i with { Hubs = [hub with { HasBackup = Answer.Yes }, .. i.Hubs.Skip(1)] }), RemedyKind.HubBackup, hub.Id, null);
        }

        if (drive is { Power: DrivePower.Mains or DrivePower.Unknown } && plan.SpecOf(drive).Supply is not (DriveSupply.MainsOnly or DriveSupply.BatteriesOnly))
        {
            yield return new(plan.WithDrive(drive with { Power = DrivePower.MainsWithBattery, OnMainsFailure = MainsFailurePolicy.Close }), RemedyKind.DriveBackup, drive.Id, null);
        }

        foreach (Rule rule in fitted.Rules.Where(r => r.Action == RuleAction.Close && sensor is not null && r.Hears(sensor)))
        {
            Plan WithRule(Rule changed) => With(i => i with { Rules = [.. i.Rules.Select(r => r.Id == changed.Id ? changed : r)] });
            if (rule.DelayS > 0)
            {
                yield return new(WithRule(rule with { DelayS = 0 }), RemedyKind.NoDelay, rule.Id, 0);
            }

            if (rule.Modes.Count < Enum.GetValues<Mode>().Length)
            {
                yield return new(WithRule(rule with { Modes = Enum.GetValues<Mode>() }), RemedyKind.EveryMode, rule.Id, 0);
            }

            if (rule.Hours is not null)
            {
                yield return new(WithRule(rule with { Hours = null }), RemedyKind.EveryHour, rule.Id, 0);
            }
        }

        if (sensor is not null)
        {
            Sensor second = sensor with { Id = PlanWords.FreshId(sensor.Id, plan.Installation.Sensors.Select(s => s.Id)), Name = $"{sensor.Name}, second" };
            Plan changed = With(i => i with
            {
                Sensors = [.. i.Sensors, second],
                Rules = [.. i.Rules.Select(r => r.SensorIds.Contains(sensor.Id) ? r with { SensorIds = [.. r.SensorIds, second.Id] } : r)],
            });
            yield return new(changed, RemedyKind.SecondSensor, sensor.Id, plan.SpecOf(sensor).Price?.Amount);
        }

        if (drive is not null && fitted.Hubs.Count > 0)
        {
            foreach ((RemedyKind kind, Rule rule) in ShuttingRules.For(plan, drive.StopValveId))
            {
                yield return new(With(i => i with { Rules = [.. i.Rules, rule] }), kind, drive.StopValveId, 0, Rule: rule);
            }
        }
    }

    /// <summary>They speak the same radio, and the drive takes one more.</summary>
    internal static bool CanLink(Plan plan, IReadOnlyList<DirectLink> links, Sensor sensor, FittedDrive drive)
    {
        return plan.SpecOf(sensor).RadioId is { } radioId
            && plan.SpecOf(drive).RadioId == radioId
            && plan.Catalogue.Radios.FirstOrDefault(r => r.Id == radioId)?.DirectLinksPerDrive?.N > links.Count(l => l.DriveId == drive.Id)
            && !links.Any(l => l.SensorId == sensor.Id && l.DriveId == drive.Id);
    }
}
