using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Rehearsal;

/// <summary>A simulated leak, from the first drop to quiet.</summary>
public static class Rehearser
{
    /// <summary>Rehearses one leak in one mode.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="leakId">One of its leak points.</param>
    /// <param name="mode">Who is home.</param>
    /// <exception cref="KeyNotFoundException">The plan has no such leak point.</exception>
    /// <param name="floors">Keeps the fields of the drawn floors from one call to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static Rehearsed Of(Plan plan, string leakId, Mode mode, FloorMemory? floors = null, CancellationToken cancel = default)
    {
        (int room, int leak) = Find(plan, leakId);
        return new LeakRehearsal(plan, room, leak, plan.Building.StopValves.ToDictionary(m => m.Id, m => ValveVerdict.Of(plan, m.Id)), Controls.Of(plan), floors ?? new FloorMemory(), cancel).In(mode);
    }

    private static (int Room, int Leak) Find(Plan plan, string leakId)
    {
        for (int i = 0; i < plan.Building.Rooms.Count; i++)
        {
            for (int j = 0; j < plan.Building.Rooms[i].Leaks.Count; j++)
            {
                if (plan.Building.Rooms[i].Leaks[j].Id == leakId)
                {
                    return (i, j);
                }
            }
        }

        throw new KeyNotFoundException($"The plan has no leak point \"{leakId}\".");
    }
}

/// <summary>One leak made ready, to be rehearsed in any mode.</summary>
internal sealed class LeakRehearsal
{
    private readonly Plan plan;
    private readonly Controls controls;
    private readonly LeakCase most;
    private readonly LeakCase? least;

    /// <param name="plan">A checked plan.</param>
    /// <param name="roomIndex">Of the leak's room.</param>
    /// <param name="leakIndex">Of the leak in it.</param>
    /// <param name="verdicts">Of the drive on each main, by the main's id.</param>
    /// <param name="controls">Of that plan.</param>
    /// <param name="floors">Keeps the fields of the drawn floors.</param>
    /// <param name="cancel">Stops the work.</param>
    public LeakRehearsal(Plan plan, int roomIndex, int leakIndex, IReadOnlyDictionary<string, DriveVerdict> verdicts, Controls controls, FloorMemory floors, CancellationToken cancel)
    {
        (this.plan, this.controls) = (plan, controls);
        var water = LeakWater.Of(plan, roomIndex, leakIndex, floors, cancel);
        most = LeakCaseBuilder.Build(plan, water, verdicts, controls.DrivenIds, Corner.Most);
        least = most.Screening.Any ? LeakCaseBuilder.Build(plan, water, verdicts, controls.DrivenIds, Corner.Least) : null;
        LikelyStopValveId = ClosingValve.On(plan, WaterWay.To(plan, most.Leak.PipeId), verdicts);
    }

    /// <summary>The main that would close for it, if a rule ordered so.</summary>
    public string? LikelyStopValveId { get; }

    /// <summary>What was noticed on the way, whatever the mode.</summary>
    public IReadOnlyList<Finding> Findings => most.Findings;

    /// <summary>What each sensor of the room makes of this leak.</summary>
    public IEnumerable<SensorTrip> Trips()
    {
        double flow = most.Flow.OpenM3PerS;
        for (int i = 0; i < most.Sensors.Count; i++)
        {
            SensorCase sensor = most.Sensors[i];
            double? time = sensor.TripM3 is { } volume && flow > 0 ? (volume / flow) + sensor.ResponseS : null;
            yield return new SensorTrip(most.Leak.Id, sensor.SensorId, new Interval((least ?? most).Sensors[i].TripM3, sensor.TripM3), time);
        }
    }

    public Rehearsed In(Mode mode)
    {
        Rehearsed worst = LeakRun.Of(plan, controls, most, mode);
        return worst with
        {
            LostM3 = new Interval(Low(worst, mode), most.Screening.NoUpperBound ? null : worst.LostM3.High),
            FlowM3PerS = new Interval(LowFlow(), most.Flow.OpenM3PerS),
        };
    }

    private double? Low(Rehearsed worst, Mode mode)
    {
        if (least is null)
        {
            // What drains afterwards is never sure.
            return worst.LostM3.High - worst.DrainDown.TotalM3;
        }

        return least.Screening.NoLowerBound ? null : LeakRun.Of(plan, controls, least, mode).LostM3.High;
    }

    private double? LowFlow()
    {
        if (least is null)
        {
            return most.Flow.OpenM3PerS;
        }

        return least.Screening.NoLowerBound ? null : least.Flow.OpenM3PerS;
    }
}
