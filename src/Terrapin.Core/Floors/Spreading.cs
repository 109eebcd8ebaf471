namespace Terrapin.Core.Floors;

/// <summary>
/// Grows the wet region from a leak, cell by cell, in the order of bed height plus slope times path length. Each cell takes
/// its film; a hollow fills to its sill before the region runs on over it; a threshold is a sill too; a wall or plinth
/// stops it; an opening takes it to the storey below.
/// </summary>
public sealed class Spreading
{
    /// <summary>Effective surface slope of a spreading film, m/m: our own figure.</summary>
    public const double SlopeMPerM = 0.002;

    private const double Hair = 1e-9;

    private readonly FloorRaster raster;
    private readonly double gapM;
    private readonly double[] lengthM;
    private readonly double[] arrivalM3;
    private readonly double[] deepM3;
    private readonly double[] offered;
    private readonly Pond?[] pondOf;
    private readonly CellHeap front = new(8192);
    private readonly List<DrainReached> drains = [];
    private readonly double cellM2;
    private double volumeM3;

    /// <summary>Water that falls goes on falling: nothing more happens on the storeys above, whose cells come before this.</summary>
    private int fallenTo;

    private Spreading(FloorRaster raster, int source, double offXM, double offYM, double gapM)
    {
        this.raster = raster;
        this.gapM = gapM;
        cellM2 = raster.CellM * raster.CellM;
        lengthM = PathLength.From(raster, source, offXM, offYM);
        arrivalM3 = new double[raster.Count];
        offered = new double[raster.Count];
        pondOf = new Pond?[raster.Count];
        Array.Fill(offered, double.PositiveInfinity);
        Array.Fill(arrivalM3, double.PositiveInfinity);
        deepM3 = gapM > 0 ? new double[raster.Count] : arrivalM3;
        Array.Fill(deepM3, double.PositiveInfinity);
    }

    /// <summary>The field of one leak.</summary>
    /// <param name="raster">The floors.</param>
    /// <param name="storeyId">The storey that the leak is drawn on.</param>
    /// <param name="at">Where its water meets the floor.</param>
    /// <param name="gapM">For <see cref="FloorField.DeepM3"/>: how far contacts stand off the floor, m, not negative.</param>
    /// <exception cref="ArgumentOutOfRangeException">No floor is drawn there, or the gap is negative.</exception>
    public static FloorField From(FloorRaster raster, string storeyId, Plans.FloorPoint at, double gapM = 0)
    {
        int source = raster.CellAt(storeyId, at);
        if (source < 0)
        {
            throw new ArgumentOutOfRangeException(nameof(at), at, "No floor is drawn there.");
        }

        ArgumentOutOfRangeException.ThrowIfNegative(gapM);
        (double middleX, double middleY) = raster.SheetOf(storeyId)!.MiddleOf(source);
        return new Spreading(raster, source, at.AcrossM - middleX, at.DownM - middleY, gapM).Grow(source);
    }

    private FloorField Grow(int source)
    {
        front.Push(source, raster.BedM[source]);
        while (front.Count > 0)
        {
            int cell = front.Pop(out _);
            if (double.IsInfinity(arrivalM3[cell]) && cell >= fallenTo)
            {
                RiseTo(cell);
                Wet(cell);
            }
        }

        return new FloorField(arrivalM3, deepM3, drains, volumeM3, Lying());
    }

    private void Wet(int cell)
    {
        arrivalM3[cell] = volumeM3;
        if (raster.FilmM[cell] >= gapM)
        {
            deepM3[cell] = volumeM3;
        }

        volumeM3 += raster.FilmM[cell] * cellM2;
        if (raster.Drains.TryGetValue(cell, out double capacity))
        {
            drains.Add(new DrainReached(cell, volumeM3, capacity));
        }

        if (raster.DropTo[cell] is >= 0 and var drop)
        {
            Offer(drop, raster.BedM[drop]);
            fallenTo = Math.Max(fallenTo, raster.Sheets.Where(s => s.Offset <= drop).Max(s => s.Offset));
            return;
        }

        for (int side = 0; side < 4; side++)
        {
            if (!raster.TryBeside(cell, side, out int next))
            {
                continue;
            }

            if (double.IsInfinity(arrivalM3[next]))
            {
                Offer(next, raster.SillM(cell, side, next));
            }
            else if (pondOf[next]?.Whole() is { } pond)
            {
                pond.Shore.Enqueue(cell, raster.SillM(cell, side, next));
            }
        }
    }

    private void Offer(int cell, double sillM)
    {
        double key = sillM + (SlopeMPerM * lengthM[cell]);
        if (key < offered[cell])
        {
            offered[cell] = key;
            front.Push(cell, key);
        }
    }

    /// <summary>Where all water beside a cell stands lower than the way into it, the pond there rises to that sill first.</summary>
    private void RiseTo(int cell)
    {
        int from = -1;
        double lowest = double.PositiveInfinity;
        for (int side = 0; side < 4; side++)
        {
            if (!raster.TryBeside(cell, side, out int next) || double.IsInfinity(arrivalM3[next]) || raster.DropTo[next] >= 0)
            {
                continue;
            }

            double sill = raster.SillM(cell, side, next);
            if (SurfaceM(next) >= sill - Hair)
            {
                return;
            }

            if (sill < lowest || (sill == lowest && SurfaceM(next) > SurfaceM(from)))
            {
                (from, lowest) = (next, sill);
            }
        }

        if (from >= 0)
        {
            Fill(pondOf[from]?.Whole() ?? Begin(from), lowest);
        }
    }

    private double SurfaceM(int cell) => pondOf[cell]?.Whole().LevelM ?? raster.BedM[cell];

    private Pond Begin(int cell)
    {
        var pond = new Pond(raster.BedM[cell]);
        Drown(pond, cell);
        return pond;
    }

    private void Drown(Pond pond, int cell)
    {
        pondOf[cell] = pond;
        pond.Area++;
        if (raster.FilmM[cell] < gapM)
        {
            pond.Shallow.Enqueue(cell, raster.BedM[cell] + gapM - raster.FilmM[cell]);
        }

        for (int side = 0; side < 4; side++)
        {
            if (raster.TryBeside(cell, side, out int next) && !double.IsInfinity(arrivalM3[next]) && raster.DropTo[next] < 0 && pondOf[next]?.Whole() != pond)
            {
                pond.Shore.Enqueue(next, raster.SillM(cell, side, next));
            }
        }
    }

    private void Fill(Pond pond, double levelM)
    {
        while (true)
        {
            double shore = pond.Shore.TryPeek(out int beside, out double at) ? at : double.PositiveInfinity;
            double shallow = pond.Shallow.TryPeek(out int thin, out double deepAt) ? deepAt : double.PositiveInfinity;
            double next = Math.Min(Math.Min(shore, shallow), levelM);
            Lift(pond, next);
            if (next >= levelM)
            {
                return;
            }

            if (shallow <= shore)
            {
                pond.Shallow.Dequeue();
                deepM3[thin] = Math.Min(deepM3[thin], volumeM3);
                continue;
            }

            pond.Shore.Dequeue();
            pond = Absorb(pond, beside);
        }
    }

    private void Lift(Pond pond, double levelM)
    {
        if (levelM > pond.LevelM)
        {
            volumeM3 += pond.Area * (levelM - pond.LevelM) * cellM2;
            pond.LevelM = levelM;
        }
    }

    private Pond Absorb(Pond pond, int cell)
    {
        if (pondOf[cell]?.Whole() is { } other)
        {
            if (other == pond)
            {
                return pond;
            }

            Lift(other, pond.LevelM);
            Lift(pond, other.LevelM);
            (Pond larger, Pond smaller) = pond.Area >= other.Area ? (pond, other) : (other, pond);
            larger.Take(smaller);
            return larger;
        }

        if (raster.BedM[cell] <= pond.LevelM)
        {
            volumeM3 += (pond.LevelM - raster.BedM[cell]) * cellM2;
            Drown(pond, cell);
        }

        return pond;
    }

    private double Lying()
    {
        double sum = 0;
        for (int cell = 0; cell < raster.Count; cell++)
        {
            if (!double.IsInfinity(arrivalM3[cell]))
            {
                sum += (raster.FilmM[cell] + (pondOf[cell] is { } pond ? pond.Whole().LevelM - raster.BedM[cell] : 0)) * cellM2;
            }
        }

        return sum;
    }
}
