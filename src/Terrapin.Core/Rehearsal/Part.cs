using Terrapin.Core.Model;
using Terrapin.Core.Reach;

namespace Terrapin.Core.Rehearsal;

/// <summary>One part that can fail.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Id">The sensor, repeater, drive or stop valve, or the first sensor of a batch; <see langword="null"/> where there is one only.</param>
public sealed record Part(PartKind Kind, string? Id = null);

/// <summary>The parts that one leak's closing hangs on.</summary>
internal static class Parts
{
    /// <summary>
    /// The sensors that its water wets and their batches, what carries their messages, what decides, and the drives and stop valves on its
    /// way; the cloud service and the internet where rules are not known to run in the house.
    /// </summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="reach">What radio reaches in it.</param>
    /// <param name="leak">One of its leaks.</param>
    public static IReadOnlyList<Part> Of(Plan plan, RadioReach reach, LeakRehearsal leak)
    {
        Sensor[] sensors = [.. plan.Installation.Sensors.Where(s => leak.HearingSensorIds.Contains(s.Id))];
        FittedDrive[] drives = [.. leak.StopValveIds.Select(id => plan.DriveOn(id)!)];
        HashSet<string> carriers = [.. reach.Devices
            .Where(d => sensors.Any(s => s.Id == d.DeviceId) || drives.Any(v => v.Id == d.DeviceId))
            .SelectMany(d => d.Route.Skip(1))];
        var parts = new List<Part>();
        parts.AddRange(sensors.Select(s => new Part(PartKind.Sensor, s.Id)));
        parts.AddRange(sensors.GroupBy(BatchOf).Where(g => g.Count() > 1).Select(g => new Part(PartKind.SensorBatch, g.First().Id)));
        parts.AddRange(plan.Installation.Repeaters.Where(r => carriers.Contains(r.Id)).Select(r => new Part(PartKind.Repeater, r.Id)));
        if (plan.Installation.Hubs.Count > 0)
        {
            parts.Add(new Part(PartKind.Hub));
            if (plan.HubInUse()?.LogicInCloud is not Answer.No)
            {
                parts.AddRange([new Part(PartKind.CloudService), new Part(PartKind.Internet)]);
            }
        }

        parts.Add(new Part(PartKind.Mains));
        parts.AddRange(drives.Select(d => new Part(PartKind.Drive, d.Id)));
        parts.AddRange(leak.StopValveIds.Select(id => new Part(PartKind.StopValve, id)));
        return parts;
    }

    /// <summary>The sensors among some parts whose batch is among them too.</summary>
    public static HashSet<string> Batched(Plan plan, IReadOnlyList<Part> parts)
    {
        Sensor Of(Part part) => plan.Installation.Sensors.First(s => s.Id == part.Id);
        HashSet<(string, string)> batches = [.. parts.Where(p => p.Kind == PartKind.SensorBatch).Select(p => BatchOf(Of(p)))];
        return [.. parts.Where(p => p.Kind == PartKind.Sensor && batches.Contains(BatchOf(Of(p)))).Select(p => p.Id!)];
    }

    /// <summary>Sensors of one kind whose batch is not read are taken to be of one.</summary>
    public static (string SpecId, string Batch) BatchOf(Sensor sensor) => (sensor.SpecId, sensor.Batch ?? "");
}
