using Terrapin.Core.Findings;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Sensors;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Rehearsal;

/// <summary>Why a sensor on the drawing may stay dry.</summary>
internal enum DryBecause
{
    /// <summary>It does not.</summary>
    Nothing,
    DrainTakesIt,
    FilmTooThin,

    /// <summary>Too much is not known of the floors on the way.</summary>
    NotKnown,
    NeverComes,
}

/// <summary>When a sensor on the drawing knows of a leak.</summary>
internal readonly record struct FloorTrip(ReachBounds OutM3, DryBecause Dry);

/// <summary>What the sensors make of a leak on the drawn floors.</summary>
/// <param name="plan">A checked plan.</param>
/// <param name="room">The leak's room.</param>
/// <param name="leak">The leak.</param>
/// <param name="reach">Where its water comes.</param>
/// <param name="before">The same leak with the same reach, when some of the sensors lay elsewhere; <see langword="null"/>: it is not known.</param>
internal sealed class LeakOnFloor(Plan plan, Room room, LeakPoint leak, LeakReach reach, LeakOnFloor? before = null)
{
    private readonly FloorRaster raster = reach.Raster;
    private readonly HashSet<DryBecause> reasons = [];

    /// <summary>What is known of sensors that lie where they did, the same objects.</summary>
    private readonly Dictionary<(string SensorId, double GapM), (Sensor Sensor, FloorTrip Trip)> trips = before is null ? [] : new(before.trips);
    private readonly Dictionary<string, (Sensor Sensor, bool Hears)> hears = before is null ? [] : new(before.hears);

    /// <summary>Whether a sensor is drawn where this leak's water may come: in its room, or anywhere that it reaches.</summary>
    public bool Hears(Sensor sensor)
    {
        if (hears.TryGetValue(sensor.Id, out (Sensor Sensor, bool Hears) known) && ReferenceEquals(known.Sensor, sensor))
        {
            return known.Hears;
        }

        bool now = HearsFromWhereItLies(sensor);
        hears[sensor.Id] = (sensor, now);
        return now;
    }

    private bool HearsFromWhereItLies(Sensor sensor)
    {
        Spot[] lies = SensorSpots.Of(plan, raster, sensor);
        return lies.Length > 0 && (sensor.RoomId == room.Id || lies.Any(s => reach.MayReach(s.Cell)));
    }

    /// <summary>
    /// What is out of the pipe when the sensor's contacts are wet, with what drains took on the way: between the two ends of what is
    /// not known of the floors and of the flow.
    /// </summary>
    /// <param name="sensor">One that hears this leak.</param>
    /// <param name="kind">Its kind: what falls into a cup is known at once.</param>
    /// <param name="gapM">How far its contacts or its probe hang above the floor, m.</param>
    public FloorTrip TripOf(Sensor sensor, SensorKind kind, double gapM)
    {
        if (kind == SensorKind.SpotWithCup && sensor.RoomId == room.Id && sensor.At is { } under && Trip.CupCatches(leak, under))
        {
            return new FloorTrip(new ReachBounds(Trip.CupM3, Trip.CupM3), DryBecause.Nothing);
        }

        if (trips.TryGetValue((sensor.Id, gapM), out (Sensor Sensor, FloorTrip Trip) known) && ReferenceEquals(known.Sensor, sensor))
        {
            reasons.Add(known.Trip.Dry);
            return known.Trip;
        }

        // A rope trips where any of it is wet.
        Spot[] lies = SensorSpots.Of(plan, raster, sensor);
        ReachBounds[] each = [.. lies.Select(s => reach.OutM3(s.Cell, s.OffX, s.OffY, gapM))];
        var trip = new ReachBounds(each.Min(b => b.LowM3), each.Min(b => b.HighM3));
        DryBecause dry = double.IsFinite(trip.HighM3) ? DryBecause.Nothing : Why(lies, trip);
        reasons.Add(dry);
        trips[(sensor.Id, gapM)] = (sensor, new FloorTrip(trip, dry));
        return new FloorTrip(trip, dry);
    }

    private DryBecause Why(Spot[] lies, ReachBounds trip)
    {
        if (lies.Any(s => reach.DrainMayTake(s.Cell)))
        {
            return DryBecause.DrainTakesIt;
        }

        return lies.Any(s => double.IsFinite(reach.LyingM3(s.Cell).HighM3))
            ? DryBecause.FilmTooThin
            : double.IsFinite(trip.LowM3) ? DryBecause.NotKnown : DryBecause.NeverComes;
    }

    /// <summary>Notes what is not known of the floors on the leak's way, and of the drains.</summary>
    public void NoteUnknowns(Screening screening)
    {
        foreach (FloorUnknown unknown in reach.Taken)
        {
            (Unmeasured what, Span span) = FloorUnknowns.Describe(plan, unknown);
            screening.Take(null, span, () => what);
        }

        if (reach.LeftOut is { } next)
        {
            (Unmeasured what, _) = FloorUnknowns.Describe(plan, next);
            screening.LeaveOpen(what, FindingKinds.NotMeasured, $"{what.Name}: not measured, nor is all that the water meets before it. Beyond there what is lost has no upper bound.");
        }

        foreach (RasterDrain drain in reach.UnknownDrains)
        {
            Room drained = plan.Building.Rooms[drain.RoomIndex];
            screening.Take(null, Span.DrainM3PerS, () => new(
                Stage.Rooms, $"/building/rooms/{drain.RoomIndex}/drains/{drain.DrainIndex}/capacityM3PerS", $"What the drain in {drained.Name} takes", QuantityKind.Flow, "Pour a bucket into it against the watch."));
        }
    }

    /// <summary>That no sensor ever knows of this leak, or none for sure, and why.</summary>
    /// <param name="at">JSON pointer to the leak.</param>
    /// <param name="mayBeSeen">Whether one may know, by what is not known.</param>
    public Finding NeverSeen(string at, bool mayBeSeen) => Finding.Of(
        FindingKinds.LeakNeverSeen,
        at,
        mayBeSeen
            ? $"It is not sure that any sensor knows of {leak.Name} in {room.Name}: {Reason("may be", "may take")}."
            : $"No sensor ever knows of {leak.Name} in {room.Name}: {Reason("is", "takes")}.",
        Worst switch
        {
            DryBecause.DrainTakesIt => "Lay a sensor between the leak and the drain.",
            DryBecause.FilmTooThin => "Use a rope, or a cord with its probe on the floor.",
            DryBecause.NotKnown => "Measure what is not known on the water's way, or lay a sensor nearer to the leak.",
            _ => "Move a sensor to where the map shows its water.",
        }) with
    {
        About = $"{leak.Name}, {room.Name}",
    };

    private DryBecause Worst => reasons.Where(r => r != DryBecause.Nothing).DefaultIfEmpty(DryBecause.NeverComes).Min();

    private string Reason(string mayBe, string mayTake)
    {
        switch (Worst)
        {
            case DryBecause.DrainTakesIt:
                return $"a drain {mayTake} its water first";
            case DryBecause.FilmTooThin:
                return $"the film {mayBe} thinner than the contacts' gap";
            case DryBecause.NotKnown:
                return "too much is not known of the floors on the way";
        }

        if (leak.HoldsM3 is { } holds && reach.TotalM3 > holds)
        {
            return "what it holds has run out before it comes to one, or its water comes to none";
        }

        return reach.IsCut
            ? $"more than {Spreading.MostM3 * 1000:0} L would be out before its water comes to one"
            : "its water comes to none of them, for walls, plinths or thresholds";
    }
}
