using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;

namespace Terrapin.Core.Rehearsal;

/// <summary>A place of a sensor on the drawn floors: a cell, and how far from its middle in cells.</summary>
internal readonly record struct Spot(int Cell, double OffX, double OffY);

/// <summary>Where the sensors of a plan lie: one place, or many along a rope.</summary>
internal static class SensorSpots
{
    // Each leak of a plan asks for the same ones.
    private static readonly ConditionalWeakTable<Plan, ConcurrentDictionary<string, Spot[]>> Known = [];

    /// <param name="plan">A checked plan.</param>
    /// <param name="raster">Of that plan.</param>
    /// <param name="sensor">One of its sensors.</param>
    /// <returns>Empty where it is not drawn.</returns>
    public static Spot[] Of(Plan plan, FloorRaster raster, Sensor sensor) =>
        Known.GetValue(plan, _ => []).GetOrAdd(sensor.Id, _ => [.. Find(plan, raster, sensor)]);

    private static IEnumerable<Spot> Find(Plan plan, FloorRaster raster, Sensor sensor)
    {
        int room = 0;
        while (plan.Building.Rooms[room].Id != sensor.RoomId)
        {
            room++;
        }

        string? storeyId = plan.Building.Rooms[room].StoreyId;
        if (sensor.Path.Count > 1)
        {
            return AlongThePath(sensor.Path, raster.CellM).Select(p => raster.CellAt(storeyId, room, p)).Where(c => c >= 0).Distinct().Select(c => new Spot(c, 0, 0));
        }

        if (sensor.At is not { } at || raster.CellAt(storeyId, room, at) is not (>= 0 and var cell))
        {
            return [];
        }

        (double x, double y) = raster.SheetOf(cell).MiddleOf(cell);
        return [new Spot(cell, Math.Clamp((at.AcrossM - x) / raster.CellM, -0.5, 0.5), Math.Clamp((at.DownM - y) / raster.CellM, -0.5, 0.5))];
    }

    private static IEnumerable<FloorPoint> AlongThePath(IReadOnlyList<FloorPoint> path, double cellM)
    {
        for (int i = 1; i < path.Count; i++)
        {
            double dx = path[i].AcrossM - path[i - 1].AcrossM;
            double dy = path[i].DownM - path[i - 1].DownM;
            int steps = Math.Max(1, (int)Math.Ceiling(Math.Sqrt((dx * dx) + (dy * dy)) / (cellM / 2)));
            for (int step = 0; step <= steps; step++)
            {
                yield return new FloorPoint { AcrossM = path[i - 1].AcrossM + (dx * step / steps), DownM = path[i - 1].DownM + (dy * step / steps) };
            }
        }
    }
}
