using Terrapin.Core.Findings;
using Terrapin.Core.Floors;
using Terrapin.Core.Plans;
using Terrapin.Core.Sensors;

namespace Terrapin.Core.Rehearsal;

/// <summary>A leak on the drawn floors, at one corner of what is not known of them.</summary>
internal sealed class LeakOnFloor
{
    private readonly Plan plan;
    private readonly Room room;
    private readonly LeakPoint leak;
    private readonly FloorMemory floors;
    private readonly FloorGuess guess;
    private readonly FloorRaster raster;
    private readonly FloorField field;
    private readonly double flowM3PerS;
    private bool drainTakesIt;
    private bool tooThin;

    private LeakOnFloor(Plan plan, Room room, LeakPoint leak, FloorMemory floors, FloorGuess guess, FloorField field, double flowM3PerS)
    {
        this.plan = plan;
        this.room = room;
        this.leak = leak;
        this.floors = floors;
        this.guess = guess;
        this.field = field;
        this.flowM3PerS = flowM3PerS;
        raster = floors.RasterOf(plan, guess);
    }

    /// <summary>The leak on its floor; <see langword="null"/> where it is not drawn.</summary>
    public static LeakOnFloor? Of(Plan plan, Room room, LeakPoint leak, FloorMemory floors, Screening screening, double flowM3PerS)
    {
        if (leak.At is null || room.StoreyId is null)
        {
            return null;
        }

        return Of(plan, room, leak, floors, new FloorGuess(AngleDeg(plan, room, screening), ThresholdM(plan, room, screening)), flowM3PerS);
    }

    /// <summary>The leak on its floor, with one guess for all that is not known of it; <see langword="null"/> where it is not drawn.</summary>
    public static LeakOnFloor? Of(Plan plan, Room room, LeakPoint leak, FloorMemory floors, FloorGuess guess, double flowM3PerS) =>
        floors.FieldOf(plan, room, leak, 0, guess) is { } field ? new LeakOnFloor(plan, room, leak, floors, guess, field, flowM3PerS) : null;

    private static double AngleDeg(Plan plan, Room room, Screening screening)
    {
        for (int i = 0; i < plan.Rooms.Count; i++)
        {
            Room other = plan.Rooms[i];
            if (other.StoreyId == room.StoreyId && other.Areas.Count > 0 && other.FinishId is null)
            {
                string at = $"/rooms/{i}/finishId";
                string name = other.Name;
                screening.Take(null, Span.ContactAngleDeg, () => new(Stage.Rooms, at, $"Floor finish of {name}", QuantityKind.Angle, "Look at the floor; drip some water on it where it is in doubt."));
            }
        }

        return Span.ContactAngleDeg.At(screening.Corner);
    }

    private static double ThresholdM(Plan plan, Room room, Screening screening)
    {
        for (int i = 0; i < plan.Doorways.Count; i++)
        {
            if (plan.Doorways[i].StoreyId == room.StoreyId && plan.Doorways[i].ThresholdM is null)
            {
                string at = $"/doorways/{i}/thresholdM";
                screening.Take(null, Span.ThresholdM, () => new(Stage.Rooms, at, "Threshold of a doorway", QuantityKind.SmallLength, "Measure from the floor to its top; 0 where there is none."));
            }
        }

        return Span.ThresholdM.At(screening.Corner);
    }

    /// <summary>Whether a sensor is drawn where this leak's water may come: in its room, or anywhere that it reaches.</summary>
    public bool Hears(Sensor sensor)
    {
        int[] cells = CellsOf(sensor);
        return cells.Length > 0 && (sensor.RoomId == room.Id || cells.Any(c => float.IsFinite(field.ArrivalM3[c])));
    }

    /// <summary>
    /// What is out of the pipe when the sensor's contacts are wet, with what drains took on the way, m³;
    /// <see langword="null"/>: never.
    /// </summary>
    /// <param name="sensor">One that hears this leak.</param>
    /// <param name="kind">Its kind: what falls into a cup is known at once.</param>
    /// <param name="gapM">How far its contacts or its probe hang above the floor, m.</param>
    public double? TripM3(Sensor sensor, SensorKind kind, double gapM)
    {
        if (kind == SensorKind.SpotWithCup && sensor.RoomId == room.Id && sensor.At is { } under && Trip.CupCatches(leak, under))
        {
            return Trip.CupM3;
        }

        int[] cells = CellsOf(sensor);
        float[] deep = field.ArrivalM3;
        if (cells.Any(c => raster.FilmM[c] < gapM))
        {
            deep = floors.FieldOf(plan, room, leak, gapM, guess)!.DeepM3;
        }

        double lying = cells.Min(c => deep[c]);
        if (double.IsInfinity(lying))
        {
            tooThin |= cells.Any(c => float.IsFinite(field.ArrivalM3[c]));
            return null;
        }

        double time = field.TimeS(lying, flowM3PerS);
        drainTakesIt |= double.IsInfinity(time);
        return double.IsInfinity(time) ? null : time * flowM3PerS;
    }

    /// <summary>That no sensor ever knows of this leak, and why.</summary>
    public Finding NeverSeen(string at) => new()
    {
        Code = "leak-never-seen",
        Severity = Severity.Stop,
        Stage = Stage.Sensors,
        Where = at,
        Why = $"No sensor ever knows of {leak.Name} in {room.Name}: {Reason()}.",
        Remedy = drainTakesIt
            ? "Lay a sensor between the leak and the drain."
            : tooThin
                ? "Use a rope, or a cord with its probe on the floor."
                : "Move a sensor to where the map shows its water.",
        Trade = Trade.Fitter,
    };

    private string Reason() => drainTakesIt
        ? "a drain takes its water first"
        : tooThin ? "the film is thinner than the contacts' gap" : leak.HoldsM3 is not null && field.TotalM3 > leak.HoldsM3 ? "what it holds has run out before it comes to one, or its water comes to none" : "its water comes to none of them, for walls, plinths or thresholds";

    private int[] CellsOf(Sensor sensor)
    {
        string? storeyId = plan.Rooms.First(r => r.Id == sensor.RoomId).StoreyId;
        IEnumerable<FloorPoint> places = sensor.Path.Count > 1 ? AlongThePath(sensor.Path) : sensor.At is { } at ? [at] : [];
        return [.. places.Select(p => raster.CellAt(storeyId, p)).Where(c => c >= 0).Distinct()];
    }

    private static IEnumerable<FloorPoint> AlongThePath(IReadOnlyList<FloorPoint> path)
    {
        for (int i = 1; i < path.Count; i++)
        {
            double dx = path[i].AcrossM - path[i - 1].AcrossM;
            double dy = path[i].DownM - path[i - 1].DownM;
            int steps = Math.Max(1, (int)Math.Ceiling(Math.Sqrt((dx * dx) + (dy * dy)) / (FloorRaster.UsualCellM / 2)));
            for (int step = 0; step <= steps; step++)
            {
                yield return new FloorPoint { AcrossM = path[i - 1].AcrossM + (dx * step / steps), DownM = path[i - 1].DownM + (dy * step / steps) };
            }
        }
    }
}
