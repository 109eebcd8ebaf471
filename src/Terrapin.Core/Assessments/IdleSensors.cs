using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core.Assessments;

/// <summary>Sensors on the drawn floor that no leak's water ever comes to, or that always come second.</summary>
internal static class IdleSensors
{
    public static IEnumerable<Finding> Of(Plan plan, IReadOnlyList<SensorTrip> trips)
    {
        var found = new FindingCollector("/installation/sensors");
        if (!plan.Building.Rooms.SelectMany(r => r.Leaks).Any(l => l.At is not null))
        {
            return found.Findings;
        }

        SensorTrip[] known = [.. trips.Where(t => t.VolumeM3.High is not null)];
        ILookup<string, SensorTrip> bySensor = known.ToLookup(t => t.SensorId);
        ILookup<string, SensorTrip> byLeak = known.ToLookup(t => t.LeakId);
        for (int i = 0; i < plan.Installation.Sensors.Count; i++)
        {
            Sensor sensor = plan.Installation.Sensors[i];
            if (sensor.At is null && sensor.Path.Count <= 1)
            {
                continue;
            }

            SensorTrip[] own = [.. bySensor[sensor.Id]];
            if (own.Length > 0 && own.All(mine => byLeak[mine.LeakId].Any(t => t.SensorId != sensor.Id && t.VolumeM3.High <= mine.VolumeM3.High)))
            {
                found.Add(FindingKinds.SensorAddsNothing, $"{i}", $"\"{sensor.Name}\" is never the first to know: of each leak that it hears, another knows as soon.", "Keep it as a second pair of ears, or move it to where the map is palest.");
            }
            else if (own.Length == 0)
            {
                found.Add(FindingKinds.SensorNeverWet, $"{i}", $"\"{sensor.Name}\" never gets wet where it lies: no leak's water comes there, or a drain takes it first, or it stays thinner than the contacts' gap.", "Move it to where the map shows the water of a leak, or take it out.");
            }
        }

        return found.Findings;
    }
}
