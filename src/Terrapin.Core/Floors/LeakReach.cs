using System.Buffers;
using Terrapin.Core.Model;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Floors;

/// <summary>Litres out of the pipe when the water is somewhere, between the two ends of all that is not known.</summary>
/// <param name="LowM3">m³; infinite: it never is, whatever is not known.</param>
/// <param name="HighM3">m³; infinite: it may never be.</param>
public readonly record struct ReachBounds(double LowM3, double HighM3)
{
    /// <summary>The same, wider by a share on both sides.</summary>
    internal ReachBounds WidenedBy(double share) => new(LowM3 * (1 - share), HighM3 * (1 + share));
}

/// <summary>
/// Where the water of one drawn leak comes, and after how many litres: the hull over all combinations of what is not known on
/// its way, up to <see cref="FloorRaster.MostUnknowns"/> of them in the order in which the water comes to them. What it reaches after
/// one more is open upwards.
/// </summary>
public sealed class LeakReach
{
    /// <summary>What the cells round, by which a bound is widened on both sides: our own figure.</summary>
    private const double RoundedShare = 0.03;

    private readonly Plan plan;
    private readonly double leastM3PerS;
    private readonly double mostM3PerS;
    private readonly List<Combination> combinations = [];

    /// <summary>Of all combinations.</summary>
    private readonly Track[] tracks;

    /// <summary>One field, with the drains on its way at both ends of what they take.</summary>
    private readonly record struct Track(FloorField Field, DrainsOnWay MostTaken, DrainsOnWay LeastTaken);

    /// <summary>What comes of one guess, at the ends of the flow and of the streams' width.</summary>
    private sealed record Combination(GroundGuess Guess, Track[] Tracks)
    {
        /// <summary>On the floor when the water comes to the first unknown that is not among those taken at both ends, m³.</summary>
        public double OpenFromM3 { get; set; } = double.PositiveInfinity;

        public double TouchesM3(FloorUnknown unknown) => Tracks.Min(t => t.Field.TouchesM3(unknown));
    }

    private LeakReach(Plan plan, FloorMemory.Drawing drawing, int cell, double offXM, double offYM, double leastM3PerS, double mostM3PerS, CancellationToken cancel)
    {
        this.plan = plan;
        this.leastM3PerS = leastM3PerS;
        this.mostM3PerS = mostM3PerS;
        Raster = drawing.Raster;
        var request = new SpreadRequest(cell, offXM, offYM, mostM3PerS, leastM3PerS, mostM3PerS, SpreadEnd.Late);
        int own = Raster.Room[cell];
        int datum = plan.Building.Rooms.Any(r => r.StoreyId == plan.Building.Rooms[own].StoreyId && r is { Areas.Count: > 0, FloorHeightM: not null }) ? -1 : own;
        IReadOnlyList<FloorUnknown> open = drawing.UnknownsFrom(datum);
        var taken = new List<FloorUnknown>();
        int most = Raster.MostUnknowns;
        Combine(drawing, request, [new GroundGuess([], datum)], cancel);
        while (First(open.Except(taken)) is { } next)
        {
            if (taken.Count == most)
            {
                LeftOut = next;
                foreach (Combination of in combinations)
                {
                    of.OpenFromM3 = open.Except(taken).Min(of.TouchesM3);
                }

                break;
            }

            taken.Add(next);
            Combine(drawing, request, [.. combinations.Select(half => half.Guess with { Upper = [.. half.Guess.Upper, next] })], cancel);
        }

        Taken = taken;
        tracks = [.. combinations.SelectMany(c => c.Tracks)];
        UnknownDrains = [.. tracks.SelectMany(t => t.Field.Drains).Select(d => d.Drain).Distinct().Where(d => plan.Building.Rooms[d.RoomIndex].Drains[d.DrainIndex].CapacityM3PerS is null)];
    }

    /// <summary>The reach of a leak; <see langword="null"/> where it is not drawn, or no floor is drawn there.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="room">The leak's room.</param>
    /// <param name="leak">One of its leak points.</param>
    /// <param name="leastM3PerS">The least flow that it may have, m³/s, not negative.</param>
    /// <param name="mostM3PerS">The most, m³/s.</param>
    /// <param name="floors">Keeps the fields.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static LeakReach? Of(Plan plan, Room room, LeakPoint leak, double leastM3PerS, double mostM3PerS, FloorMemory floors, CancellationToken cancel = default)
    {
        if (leak.At is not { } at || room.StoreyId is null)
        {
            return null;
        }

        FloorMemory.Drawing drawing = floors.Of(plan);
        int cell = drawing.Raster.CellAt(room.StoreyId, IndexOf(plan, room), at);
        if (cell < 0)
        {
            return null;
        }

        (double x, double y) = drawing.Raster.SheetOf(cell).MiddleOf(cell);
        (double offX, double offY) = (at.AcrossM - x, at.DownM - y);
        return drawing.ReachOf(
            (cell, offX, offY, leastM3PerS, mostM3PerS),
            () => new LeakReach(plan, drawing, cell, offX, offY, leastM3PerS, mostM3PerS, cancel));
    }

    public FloorRaster Raster { get; }

    /// <summary>What is not known on its way, taken at both ends.</summary>
    public IReadOnlyList<FloorUnknown> Taken { get; }

    /// <summary>The first that it comes to beyond those; <see langword="null"/>: there is none.</summary>
    public FloorUnknown? LeftOut { get; }

    /// <summary>Whether there is one field, and that holds.</summary>
    public bool IsExact => leastM3PerS == mostM3PerS && Taken.Count == 0 && LeftOut is null && UnknownDrains.Count == 0;

    /// <summary>Whether the field ends because nobody waits longer.</summary>
    public bool IsCut => tracks.Any(t => t.Field.IsCut);

    /// <summary>What its whole reach takes at most, m³.</summary>
    public double TotalM3 => tracks.Max(t => t.Field.TotalM3);

    /// <summary>The drains that its water comes to and that are not known to take so and so much.</summary>
    public IReadOnlyList<RasterDrain> UnknownDrains { get; }

    /// <summary>Whether its water may come to a cell.</summary>
    public bool MayReach(int cell)
    {
        foreach (Track track in tracks)
        {
            if (double.IsFinite(track.Field.ArrivalM3(cell)))
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>Whether a drain takes its water before so much lies on the floor, or may.</summary>
    public bool DrainMayTake(int cell) => tracks.Any(t => double.IsFinite(t.Field.ArrivalM3(cell)) && double.IsInfinity(t.MostTaken.OutM3(t.Field.ArrivalM3(cell), leastM3PerS)));

    /// <summary>On the floor before the water is in a cell; what drains take is not counted.</summary>
    public ReachBounds LyingM3(int cell)
    {
        var bounds = new Hull(Rounded);
        foreach (Combination of in combinations)
        {
            foreach (Track track in of.Tracks)
            {
                double lying = track.Field.ArrivalM3(cell);
                bounds.Add(Math.Min(of.OpenFromM3, lying), Closed(of, lying));
            }
        }

        return bounds.Whole;
    }

    /// <summary>Calls with each cell that its water may come to, and <see cref="LyingM3"/> there.</summary>
    public void Visit(Action<int, ReachBounds> each)
    {
        if (combinations is [{ Tracks: [{ } track], OpenFromM3: double.PositiveInfinity }])
        {
            track.Field.Visit((cell, arrival) => each(cell, new ReachBounds(arrival, arrival)));
            return;
        }

        // Field after field: to go through them costs less than to look each cell up in all of them.
        int count = Raster.Count;
        double rounded = Rounded;
        double[] low = ArrayPool<double>.Shared.Rent(count);
        double[] high = ArrayPool<double>.Shared.Rent(count);
        int[] reachedBy = ArrayPool<int>.Shared.Rent(count);
        low.AsSpan(0, count).Fill(combinations.Min(c => c.OpenFromM3));
        high.AsSpan(0, count).Clear();
        reachedBy.AsSpan(0, count).Clear();
        foreach (Combination of in combinations)
        {
            foreach (Track one in of.Tracks)
            {
                one.Field.Visit((cell, lying) =>
                {
                    low[cell] = Math.Min(low[cell], lying);
                    high[cell] = Math.Max(high[cell], Closed(of, lying));
                    reachedBy[cell]++;
                });
            }
        }

        for (int cell = 0; cell < count; cell++)
        {
            if (Raster.Room[cell] >= 0 && low[cell] < double.PositiveInfinity)
            {
                each(cell, new ReachBounds(low[cell], reachedBy[cell] == tracks.Length ? high[cell] : double.PositiveInfinity).WidenedBy(rounded));
            }
        }

        ArrayPool<double>.Shared.Return(low);
        ArrayPool<double>.Shared.Return(high);
        ArrayPool<int>.Shared.Return(reachedBy);
    }

    /// <summary>The upper end of <see cref="OutM3"/> in the middle of each cell, m³; infinite: it may never be.</summary>
    /// <param name="depthM">How deep the water has to stand, m, not negative.</param>
    public float[] LatestM3(double depthM)
    {
        float[] latest = new float[Raster.Count];
        Array.Fill(latest, float.PositiveInfinity);
        tracks[0].Field.Visit((cell, _) => latest[cell] = (float)LatestM3(cell, depthM));
        return latest;
    }

    /// <summary>Out of the pipe when the water in a cell is so deep, with what drains took on the way.</summary>
    /// <param name="cell">Of the raster.</param>
    /// <param name="offX">From its middle, in cells, -½ to ½.</param>
    /// <param name="offY">The same along y.</param>
    /// <param name="depthM">How deep the water has to stand, m, not negative.</param>
    public ReachBounds OutM3(int cell, double offX, double offY, double depthM)
    {
        var bounds = new Hull(Rounded);
        bool filmMayDo = ThickestFilmM(Raster.Room[cell]) >= depthM;
        foreach (Combination of in combinations)
        {
            foreach (Track track in of.Tracks)
            {
                // Between the ends lies a film that is just as high as it has to be: sooner than at either.
                double latest = track.Field.ReadM3(cell, offX, offY, depthM);
                double soonest = filmMayDo ? track.Field.ReadM3(cell, offX, offY, 0) : latest;
                bounds.Add(Math.Min(of.OpenFromM3, track.LeastTaken.OutM3(soonest, mostM3PerS)), LatestM3(of, track, latest));
            }
        }

        return bounds.Whole;
    }

    /// <summary>The upper end of <see cref="OutM3"/> in the middle of a cell, m³; infinite: it may never be.</summary>
    /// <param name="cell">Of the raster.</param>
    /// <param name="depthM">How deep the water has to stand, m, not negative.</param>
    public double LatestM3(int cell, double depthM)
    {
        double high = 0;
        foreach (Combination of in combinations)
        {
            foreach (Track track in of.Tracks)
            {
                high = Math.Max(high, LatestM3(of, track, track.Field.DeepM3(cell, depthM)));
            }
        }

        return high * (1 + Rounded);
    }

    /// <summary>What comes after an unknown that is not tried may come at any time, or never.</summary>
    private static double Closed(Combination of, double lyingM3) => lyingM3 > of.OpenFromM3 ? double.PositiveInfinity : lyingM3;

    private double LatestM3(Combination of, Track track, double lyingM3) => track.MostTaken.OutM3(Closed(of, lyingM3), leastM3PerS);

    private Track TrackOf(FloorField field)
    {
        DrainReached[] drains = [.. field.Drains];
        double[] known = [.. drains.Select(d => plan.Building.Rooms[d.Drain.RoomIndex].Drains[d.Drain.DrainIndex].CapacityM3PerS ?? double.NaN)];
        DrainsOnWay Taking(double unknown) => new(drains, [.. known.Select(c => double.IsNaN(c) ? unknown : c)]);
        return new Track(field, Taking(Span.DrainM3PerS.Most), Taking(Span.DrainM3PerS.Least));
    }

    private double Rounded => combinations is [{ Tracks.Length: 1 }] ? 0 : RoundedShare;

    /// <summary>The lowest that its film may be in a room, m.</summary>
    public double ThinnestFilmM(int room) => tracks.Min(t => t.Field.FilmM(room));

    private double ThickestFilmM(int room) => tracks.Max(t => t.Field.FilmM(room));

    /// <summary>Adds what comes of some guesses; the fields of each are made side by side.</summary>
    private void Combine(FloorMemory.Drawing drawing, SpreadRequest request, IReadOnlyList<GroundGuess> guesses, CancellationToken cancel)
    {
        SpreadRequest thin = request with { FilmM3PerS = request.LeastM3PerS };
        bool oneFlow = request.LeastM3PerS == request.MostM3PerS;
        (GroundGuess Guess, SpreadRequest Request)[] asked = [.. guesses.SelectMany(guess =>
            (oneFlow && !drawing.GroundOf(guess).HasUnknownFinish
                ? (SpreadRequest[])[request]
                : [request, request with { End = SpreadEnd.Soon }, thin, thin with { End = SpreadEnd.Soon }]).Select(r => (guess, r)))];
        var fields = new FloorField[asked.Length];
        Work.InParallel(asked.Length, cancel, i => fields[i] = drawing.FieldOf(asked[i].Request, asked[i].Guess, cancel));
        combinations.AddRange(asked.Zip(fields, (ask, field) => (ask.Guess, Field: field)).GroupBy(
            f => f.Guess,
            (guess, of) => new Combination(guess, [.. of.Select(f => f.Field).DistinctBy(f => f.Key).Select(TrackOf)])));
    }

    /// <summary>The one that the water comes to after the fewest litres; <see langword="null"/>: it comes to none.</summary>
    private FloorUnknown? First(IEnumerable<FloorUnknown> unknowns)
    {
        (FloorUnknown Unknown, double TouchesM3)[] all = [.. unknowns.Select(u => (u, combinations.Min(c => c.TouchesM3(u))))];
        return all.Length > 0 && all.MinBy(u => u.TouchesM3) is { TouchesM3: < double.PositiveInfinity } first ? first.Unknown : null;
    }

    private static int IndexOf(Plan plan, Room room)
    {
        for (int i = 0; i < plan.Building.Rooms.Count; i++)
        {
            if (plan.Building.Rooms[i].Id == room.Id)
            {
                return i;
            }
        }

        return -1;
    }

    /// <param name="rounded">Share by which it is wider than what it holds.</param>
    private struct Hull(double rounded)
    {
        private double low = double.PositiveInfinity;
        private double high;

        public readonly ReachBounds Whole => new ReachBounds(low, high).WidenedBy(rounded);

        public void Add(double lowM3, double highM3)
        {
            low = Math.Min(low, lowM3);
            high = Math.Max(high, highM3);
        }
    }
}
