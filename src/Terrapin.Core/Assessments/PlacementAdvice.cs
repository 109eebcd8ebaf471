using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Reach;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Sensors;
using Terrapin.Core.Validation;

namespace Terrapin.Core.Assessments;

/// <summary>What is asked of a placement.</summary>
public sealed record PlacementRequest
{
    /// <summary>How many more sensors at most.</summary>
    [Limits(1, 30, "")]
    public required double MostSensors { get; init; }

    /// <summary>Kinds to choose from, by their ids in the catalogue; a rope has a way and is laid by hand.</summary>
    [AtMost(20)]
    public required IReadOnlyList<string> SpecIds { get; init; }

    /// <summary>Rooms in which none may lie.</summary>
    [AtMost(300)]
    public IReadOnlyList<string> BarredRoomIds { get; init; } = [];

    /// <summary>Whether one may lie where it is mopped.</summary>
    public bool MoppedToo { get; init; }

    /// <summary>Whether one may lie where it is splashed.</summary>
    public bool SplashedToo { get; init; }
}

/// <summary>A leak that a place is the first to hear.</summary>
/// <param name="LeakId">The leak.</param>
/// <param name="TripM3">What is out by then, m³.</param>
/// <param name="WithoutM3">What would be out if this place were left out, m³; <see langword="null"/>: nothing would hear it.</param>
public sealed record PlacementGain(string LeakId, double TripM3, double? WithoutM3);

/// <summary>A place for one sensor.</summary>
/// <param name="Name">By its place.</param>
/// <param name="Gains">What it buys: the leaks that it is the first to hear, those with the most to gain first.</param>
public sealed record PlacementSuggestion(string Name, string SpecId, string RoomId, FloorPoint At, IReadOnlyList<PlacementGain> Gains);

/// <summary>One number of sensors on the curve of litres against sensors and price.</summary>
public sealed record PlacementStep
{
    /// <summary>Beside those that are placed already.</summary>
    public required int Sensors { get; init; }

    /// <summary>Of all leaks that are heard, the most that is out before one of the sensors knows, m³.</summary>
    public double? WorstM3 { get; init; }

    public string? WorstLeakId { get; init; }

    public required IReadOnlyList<string> UnheardLeakIds { get; init; }

    /// <summary>The mean over the heard leaks by their weights, m³.</summary>
    public double? MeanM3 { get; init; }

    /// <summary>Of the suggested sensors, in the catalogue's currency; <see langword="null"/> where a price is not known.</summary>
    public double? Price { get; init; }

    /// <summary>Whether the last one more changed the worst by less than a tenth and made no leak heard.</summary>
    public required bool BuysLittle { get; init; }

    public required IReadOnlyList<PlacementSuggestion> Suggestions { get; init; }
}

/// <summary>Where to put how many sensors, so that the fewest litres are out before one of them knows.</summary>
public static class PlacementAdvice
{
    private const double LittleShare = 0.1;

    /// <summary>A sensor whose gap is not known is taken to need this much, m.</summary>
    private const double UnknownGapM = 0.003;

    /// <summary>The plan as it stands first, then one sensor more, and so on; the work is done as the steps are taken.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="request">Kinds and rooms must be the plan's.</param>
    /// <param name="floors">Keeps the fields of the drawn floors.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">The request names what the plan has not, or no leak point is drawn.</exception>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static IEnumerable<PlacementStep> Of(Plan plan, PlacementRequest request, FloorMemory floors, CancellationToken cancel = default)
    {
        Check(plan, request);
        HeardLeak[] leaks = Leaks(plan, request, floors, cancel);
        (List<Place> places, PlacementProblem problem) = Problem(plan, request, floors.Of(plan).Raster, leaks, cancel);
        return Steps(plan, leaks, places, problem, (int)request.MostSensors, cancel);
    }

    private static void Check(Plan plan, PlacementRequest request)
    {
        var errors = new List<DocumentError>();
        for (int i = 0; i < request.SpecIds.Count; i++)
        {
            SensorSpec? spec = plan.Catalogue.Sensors.FirstOrDefault(s => s.Id == request.SpecIds[i]);
            if (spec is null)
            {
                errors.Add(PlanReferences.Nowhere($"/request/specIds/{i}", "sensor in the catalogue", request.SpecIds[i]));
            }
            else if (spec.Kind == SensorKind.Rope)
            {
                errors.Add(new DocumentError($"/request/specIds/{i}", $"{spec.Name} is laid along a way of its own. Choose kinds that lie in one place, and lay ropes by hand."));
            }
        }

        if (request.SpecIds.Count == 0)
        {
            errors.Add(new DocumentError("/request/specIds", "No kind of sensor is chosen. Choose at least one."));
        }

        for (int i = 0; i < request.BarredRoomIds.Count; i++)
        {
            if (plan.Building.Rooms.All(r => r.Id != request.BarredRoomIds[i]))
            {
                errors.Add(PlanReferences.Nowhere($"/request/barredRoomIds/{i}", "room", request.BarredRoomIds[i]));
            }
        }

        if (!plan.Building.Rooms.Any(r => r.StoreyId is not null && r.Leaks.Any(l => l.At is not null)))
        {
            errors.Add(new DocumentError("/plan/building/rooms", "No leak point is drawn on a floor. Put at least one on the drawing of its room."));
        }

        if (errors.Count > 0)
        {
            throw new RefusedException(errors);
        }
    }

    /// <param name="LatestM3">For each kind of sensor, by its id: when it would know in each cell, m³.</param>
    private sealed record HeardLeak(Room Room, LeakPoint Leak, IReadOnlyDictionary<string, float[]> LatestM3, double HeardM3);

    private sealed record Place(int Cell, SensorSpec Spec, Room Room, FloorPoint At);

    private static HeardLeak[] Leaks(Plan plan, PlacementRequest request, FloorMemory floors, CancellationToken cancel)
    {
        (int Room, int Leak)[] drawn = [.. Enumerable.Range(0, plan.Building.Rooms.Count)
            .SelectMany(r => Enumerable.Range(0, plan.Building.Rooms[r].Leaks.Count).Select(l => (r, l)))
            .Where(at => plan.Building.Rooms[at.r].Leaks[at.l].At is not null)];
        SensorSpec[] specs = [.. plan.Catalogue.Sensors.Where(s => request.SpecIds.Contains(s.Id))];
        var heard = new HeardLeak?[drawn.Length];
        Work.InParallel(drawn.Length, cancel, i => heard[i] = Heard(plan, specs, LeakWater.OnFloors(plan, drawn[i].Room, drawn[i].Leak, floors, cancel)));
        return [.. heard.OfType<HeardLeak>()];
    }

    private static HeardLeak? Heard(Plan plan, SensorSpec[] specs, LeakWater water)
    {
        if (water.OnFloor is not { } onFloor || water.Most.OpenM3PerS <= 0)
        {
            return null;
        }

        Room room = plan.Building.Rooms[water.RoomIndex];
        double heard = plan.Installation.Sensors.Where(onFloor.Hears)
            .Select(s => (Sensor: s, Spec: plan.SpecOf(s)))
            .Select(s => onFloor.TripOf(s.Sensor, s.Spec.Kind, GapM(s.Spec) + (s.Sensor.ProbeHeightM ?? 0)).OutM3.HighM3)
            .DefaultIfEmpty(double.PositiveInfinity)
            .Min();
        Dictionary<double, float[]> byGap = specs.Select(GapM).Distinct().ToDictionary(gap => gap, water.Reach!.LatestM3);
        return new HeardLeak(room, room.Leaks[water.LeakIndex], specs.ToDictionary(s => s.Id, s => byGap[GapM(s)]), heard);
    }

    private static double GapM(SensorSpec spec) => spec.ContactGap?.M ?? UnknownGapM;

    private static (List<Place> Places, PlacementProblem Problem) Problem(Plan plan, PlacementRequest request, FloorRaster raster, HeardLeak[] leaks, CancellationToken cancel)
    {
        var places = new List<Place>();
        var trips = new List<float[]>();
        foreach (SensorSpec spec in plan.Catalogue.Sensors.Where(s => request.SpecIds.Contains(s.Id)))
        {
            float[][] latest = [.. leaks.Select(l => l.LatestM3[spec.Id])];
            cancel.ThrowIfCancellationRequested();
            foreach (Place place in Places(plan, request, raster, spec))
            {
                float[] trip = new float[leaks.Length];
                bool any = false;
                for (int l = 0; l < leaks.Length; l++)
                {
                    trip[l] = TripM3(leaks[l], place, latest[l][place.Cell]);
                    any |= float.IsFinite(trip[l]);
                }

                if (any)
                {
                    places.Add(place);
                    trips.Add(trip);
                }
            }
        }

        double[] prices = [.. places.Select(p => p.Spec.Price?.Amount ?? double.PositiveInfinity)];
        return (places, new PlacementProblem(trips, prices, [.. leaks.Select(l => l.Leak.Weight())], [.. leaks.Select(l => l.HeardM3)]));
    }

    private static float TripM3(HeardLeak leak, Place place, float latestM3)
    {
        if (place.Spec.Kind == SensorKind.SpotWithCup && place.Room == leak.Room && Trip.CupCatches(leak.Leak, place.At))
        {
            return (float)Trip.CupM3;
        }

        return latestM3 > (leak.Leak.HoldsM3 ?? double.PositiveInfinity) ? float.PositiveInfinity : latestM3;
    }

    private static IEnumerable<Place> Places(Plan plan, PlacementRequest request, FloorRaster raster, SensorSpec spec)
    {
        bool needsRoom = spec.Kind != SensorKind.ProbeOnCord;
        var heard = new HeardPlaces(plan);
        foreach (FloorSheet sheet in raster.Sheets)
        {
            for (int cell = sheet.Offset; cell < sheet.End; cell++)
            {
                if (raster.Room[cell] < 0 || raster.DropTo(cell) >= 0 || raster.Drains.ContainsKey(cell))
                {
                    continue;
                }

                Room room = plan.Building.Rooms[raster.Room[cell]];
                (double across, double down) = sheet.MiddleOf(cell);
                bool barred = request.BarredRoomIds.Contains(room.Id)
                    || room.Zones.Any(z => z.Area.Holds(across, down) && (z.Kind == ZoneKind.KeepClear || (z.Kind == ZoneKind.Mopped && !request.MoppedToo) || (z.Kind == ZoneKind.Splashed && !request.SplashedToo)))
                    || room.Fixtures.Any(f => f.Area.Holds(across, down) && (f.Base == FixtureBase.Pit || (f.Base == FixtureBase.OnFeet && needsRoom)));
                if (!barred && heard.Holds(spec, sheet.StoreyId, across, down))
                {
                    yield return new Place(cell, spec, room, new FloorPoint { AcrossM = Math.Round(across, 3), DownM = Math.Round(down, 3) });
                }
            }
        }
    }

    private static IEnumerable<PlacementStep> Steps(Plan plan, HeardLeak[] leaks, List<Place> places, PlacementProblem problem, int most, CancellationToken cancel)
    {
        PlacementStep before = Step(plan, leaks, places, problem, [], null);
        yield return before;
        foreach (PlacementChoice choice in PlacementSearch.Choices(problem, most, cancel))
        {
            before = Step(plan, leaks, places, problem, choice.Candidates, before);
            yield return before;
        }
    }

    private static PlacementStep Step(Plan plan, HeardLeak[] leaks, List<Place> places, PlacementProblem problem, IReadOnlyList<int> taken, PlacementStep? before)
    {
        double[] nearest = [.. leaks.Select((l, i) => taken.Select(c => (double)problem.TripM3[c][i]).Append(l.HeardM3).Min())];
        int[] heard = [.. Enumerable.Range(0, leaks.Length).Where(l => double.IsFinite(nearest[l]))];
        int? worst = heard.Length == 0 ? null : heard.MaxBy(l => nearest[l]);
        double? worstM3 = worst is { } w ? nearest[w] : null;
        string[] unheard = [.. Enumerable.Range(0, leaks.Length).Where(l => double.IsInfinity(nearest[l])).Select(l => leaks[l].Leak.Id)];
        double?[] prices = [.. taken.Select(c => places[c].Spec.Price?.Amount)];
        return new PlacementStep
        {
            Sensors = taken.Count,
            WorstM3 = worstM3,
            WorstLeakId = worst is { } at ? leaks[at].Leak.Id : null,
            UnheardLeakIds = unheard,
            MeanM3 = heard.Length == 0 ? null : heard.Sum(l => nearest[l] * problem.Weights[l]) / heard.Sum(l => problem.Weights[l]),
            Price = prices.Any(p => p is null) ? null : prices.Sum(),
            BuysLittle = before is not null && before.UnheardLeakIds.Count == unheard.Length && worstM3 > before.WorstM3 * (1 - LittleShare),
            Suggestions = Suggestions(leaks, places, problem, taken),
        };
    }

    private static IReadOnlyList<PlacementSuggestion> Suggestions(HeardLeak[] leaks, List<Place> places, PlacementProblem problem, IReadOnlyList<int> taken)
    {
        var gains = taken.Select(_ => new List<PlacementGain>()).ToArray();
        for (int l = 0; l < leaks.Length; l++)
        {
            int[] byTrip = [.. Enumerable.Range(0, taken.Count).OrderBy(t => problem.TripM3[taken[t]][l])];
            float first = byTrip.Length == 0 ? float.PositiveInfinity : problem.TripM3[taken[byTrip[0]]][l];
            if (first < leaks[l].HeardM3)
            {
                double without = Math.Min(leaks[l].HeardM3, byTrip.Length > 1 ? problem.TripM3[taken[byTrip[1]]][l] : double.PositiveInfinity);
                gains[byTrip[0]].Add(new PlacementGain(leaks[l].Leak.Id, first, double.IsFinite(without) ? without : null));
            }
        }

        return [.. taken.Select((c, t) => new PlacementSuggestion(
            NameOf(places[c], gains[t], leaks),
            places[c].Spec.Id,
            places[c].Room.Id,
            places[c].At,
            [.. gains[t].OrderByDescending(g => (g.WithoutM3 ?? double.PositiveInfinity) - g.TripM3)]))];
    }

    private static string NameOf(Place place, List<PlacementGain> gains, HeardLeak[] leaks) =>
        gains.Count == 0 ? place.Room.Name : $"{place.Room.Name}, {leaks.First(l => l.Leak.Id == gains.MinBy(g => g.TripM3)!.LeakId).Leak.Name}";
}
