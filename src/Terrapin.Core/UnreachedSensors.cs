using Terrapin.Core.Findings;
using Terrapin.Core.Plans;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core;

/// <summary>Sensors on the drawn floor that no leak's water ever comes to, or not deep enough.</summary>
internal static class UnreachedSensors
{
    public static IEnumerable<Finding> Of(Plan plan, IReadOnlyList<SensorTrip> trips)
    {
        var found = new FindingCollector(Stage.Sensors, "/sensors");
        for (int i = 0; i < plan.Sensors.Count; i++)
        {
            Sensor sensor = plan.Sensors[i];
            bool drawn = sensor.At is not null || sensor.Path.Count > 1;
            bool hasLeaks = plan.Rooms.SelectMany(r => r.Leaks).Any(l => l.At is not null);
            if (drawn && hasLeaks && trips.All(t => t.SensorId != sensor.Id || t.VolumeM3.High is null))
            {
                found.Stop("sensor-never-wet", $"{i}", $"\"{sensor.Name}\" never gets wet where it lies: no leak's water comes there, or a drain takes it first, or it stays thinner than the contacts' gap.", "Move it to where the map shows the water of a leak, or take it out.");
            }
        }

        return found.Findings;
    }
}
