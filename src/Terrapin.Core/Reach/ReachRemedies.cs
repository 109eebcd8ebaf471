using System.Text.Json.Serialization;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;

namespace Terrapin.Core.Reach;

[JsonConverter(typeof(CamelCase<ReachRemedyKind>))]
public enum ReachRemedyKind
{
    AddRepeater,
    MoveHub,

    /// <summary>Take the device out of what is round it.</summary>
    TakeCoverOff,
}

/// <summary>A change that was tried for one device, with what it has in hand then.</summary>
/// <param name="Place">Of the hub or the repeater; <see langword="null"/>: nothing is placed.</param>
/// <param name="SpecId">The repeater's kind in the catalogue.</param>
/// <param name="BeforeDb">The margin without it, at the worse end of what is not known, dB; <see langword="null"/>: nothing comes through.</param>
/// <param name="AfterDb">The same with it.</param>
/// <param name="WeakestDb">The least of all devices with it; <see langword="null"/>: one is blocked.</param>
public sealed record ReachRemedy(ReachRemedyKind Kind, DrawnPlace? Place, string? SpecId, double? BeforeDb, double AfterDb, double? WeakestDb);

/// <summary>What helps one device that is heard too weakly, found by trying it.</summary>
public static class ReachRemedies
{
    /// <summary>Less is no help, dB.</summary>
    private const double LeastGainDb = 1;

    /// <summary>The changes that give a device more in hand, the best first.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="deviceId">A sensor, a drive or a repeater of it.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">There is no such device.</exception>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static IReadOnlyList<ReachRemedy> Of(Plan plan, string deviceId, CancellationToken cancel = default)
    {
        RadioDevice device = RadioDevice.Of(plan).FirstOrDefault(d => d.Id == deviceId && d.Role != RadioRole.Hub)
            ?? throw new RefusedException([new DocumentError("/installation", $"There is no device \"{deviceId}\" that a hub is to hear. Choose a sensor, a drive or a repeater.")]);
        double? before = MarginDb(ReachOfPlan.Of(plan), deviceId);
        var found = new List<ReachRemedy>();
        foreach ((ReachRemedyKind kind, Plan changed, DrawnPlace? place, string? specId) in Changes(plan, device, cancel))
        {
            RadioReach reach = ReachOfPlan.Of(changed);
            if (MarginDb(reach, deviceId) is { } after && after >= (before ?? double.NegativeInfinity) + LeastGainDb)
            {
                found.Add(new ReachRemedy(kind, place, specId, before, after, reach.Weakest?.MarginDb?.Low));
            }
        }

        return [.. found.OrderByDescending(r => r.AfterDb)];
    }

    private static double? MarginDb(RadioReach reach, string deviceId) => reach.Devices.First(d => d.DeviceId == deviceId).MarginDb?.Low;

    private static IEnumerable<(ReachRemedyKind Kind, Plan Plan, DrawnPlace? Place, string? SpecId)> Changes(Plan plan, RadioDevice device, CancellationToken cancel)
    {
        if (BestRepeater(plan, device, cancel) is { } repeater)
        {
            yield return (ReachRemedyKind.AddRepeater, plan.WithInstallation(i => i with { Repeaters = [.. i.Repeaters, repeater] }), repeater.Place, repeater.SpecId);
        }

        if (plan.Installation.Hubs is [{ Place: not null } hub, ..] && device.Place is not null && plan.SpecOf(hub).RadioIds.Intersect(device.RadioIds).Any())
        {
            DrawnPlace place = ReachAdvice.BestHub(plan, cancel).Place;
            yield return (ReachRemedyKind.MoveHub, plan.WithInstallation(i => i with { Hubs = [hub with { Place = place }, .. i.Hubs.Skip(1)] }), place, null);
        }

        if (plan.Installation.Sensors.Any(s => s.Id == device.Id && s.Cover != RadioCover.None))
        {
            yield return (ReachRemedyKind.TakeCoverOff, plan.WithInstallation(i => i with { Sensors = [.. i.Sensors.Select(s => s.Id == device.Id ? s with { Cover = RadioCover.None } : s)] }), null, null);
        }
    }

    /// <summary>A repeater where the weaker of its hop to the device and its own way to the hub is strongest; <see langword="null"/>: none is sold, or none can be.</summary>
    private static Repeater? BestRepeater(Plan plan, RadioDevice device, CancellationToken cancel)
    {
        RepeaterSpec? spec = plan.Catalogue.Repeaters.FirstOrDefault(r => r.RadioId is { } id && device.RadioIds.Contains(id));
        if (spec is null || device.Place is null || plan.Catalogue.Radios.FirstOrDefault(r => r.Id == spec.RadioId) is not { } radio || RadioFigures.Of(radio) is not { } figures)
        {
            return null;
        }

        var net = new RadioNet(plan, figures, RadioDevice.Of(plan));
        Relay[] relays = [.. net.Relays(m => m.Low).Where(r => r.Device.Place is not null && r.Device.Id != device.Id && r.Hops < figures.HopLimit)];
        if (relays.Length == 0)
        {
            return null;
        }

        RadioPlace[] places = ReachAdvice.Places(plan);
        double[] weaker = new double[places.Length];
        Work.InParallel(places.Length, cancel, i => weaker[i] = Math.Min(ReachMap.BestAt(net, relays, places[i]), net.MarginAt(places[i], device).Low));
        int best = Enumerable.Range(0, places.Length).MaxBy(i => weaker[i]);
        return new Repeater { Id = PlanWords.FreshId("tried", plan.Installation.Repeaters.Select(r => r.Id)), Name = "Repeater", SpecId = spec.Id, Place = ReachAdvice.Drawn(plan, places[best]) };
    }
}
