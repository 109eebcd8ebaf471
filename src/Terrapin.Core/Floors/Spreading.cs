using System.Buffers;

namespace Terrapin.Core.Floors;

/// <summary>
/// Grows the wet region from a leak, cell by cell, in the order of bed height plus slope times path length. Each cell takes
/// its film; a hollow fills to its sill before the region runs on over it; a threshold is a sill too; a wall or plinth
/// stops it; an opening takes it to the storey below.
/// </summary>
public sealed class Spreading : IDisposable
{
    /// <summary>Effective surface slope of a spreading film, m/m: our own figure.</summary>
    public const double SlopeMPerM = 0.002;

    private const double Hair = 1e-9;

    /// <summary>Cells whose ways differ by less than this share of a cell may be wetted in any order.</summary>
    private const double OrderCells = 0.05;

    private readonly FloorRaster raster;
    private readonly double gapM;
    private readonly double[] lengthM;
    private readonly float[] arrivalM3;
    private readonly float[] deepM3;
    private readonly double[] offered;
    private readonly Pond?[] pondOf;

    /// <summary>The pond that a wet cell waits to go under in.</summary>
    private readonly int[] shoreOf;

    /// <summary>At which level it does.</summary>
    private readonly double[] shoreAtM;
    private readonly FrontQueue front;
    private readonly Stack<int> flood = new();
    private readonly List<DrainReached> drains = [];
    private readonly double cellM2;
    private double volumeM3;
    private int ponds;

    /// <summary>Water that falls goes on falling: nothing more happens on the storeys above, whose cells come before this.</summary>
    private int fallenTo;

    private Spreading(FloorRaster raster, int source, double offXM, double offYM, double gapM)
    {
        this.raster = raster;
        this.gapM = gapM;
        cellM2 = raster.CellM * raster.CellM;
        front = new FrontQueue(SlopeMPerM * raster.CellM * OrderCells);
        lengthM = Rent(double.PositiveInfinity);
        offered = Rent(double.PositiveInfinity);
        shoreAtM = Rent(0.0);
        shoreOf = Rent(0);
        pondOf = Rent<Pond?>(null);
        PathLength.Find(raster, source, offXM, offYM, lengthM);
        arrivalM3 = new float[raster.Count];
        deepM3 = gapM > 0 ? new float[raster.Count] : arrivalM3;
        Array.Fill(arrivalM3, float.PositiveInfinity);
        Array.Fill(deepM3, float.PositiveInfinity);
    }

    // Large arrays for each field anew cost more than the field itself.
    private T[] Rent<T>(T filled)
    {
        T[] array = ArrayPool<T>.Shared.Rent(raster.Count);
        array.AsSpan(0, raster.Count).Fill(filled);
        return array;
    }

    /// <summary>Gives back what the work needed; the field stays.</summary>
    public void Dispose()
    {
        ArrayPool<double>.Shared.Return(lengthM);
        ArrayPool<double>.Shared.Return(offered);
        ArrayPool<double>.Shared.Return(shoreAtM);
        ArrayPool<int>.Shared.Return(shoreOf);
        ArrayPool<Pond?>.Shared.Return(pondOf, clearArray: true);
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
        using var spreading = new Spreading(raster, source, at.AcrossM - middleX, at.DownM - middleY, gapM);
        return spreading.Grow(source);
    }

    private FloorField Grow(int source)
    {
        front.Push(source, raster.BedM[source]);
        while (front.TryPop(out int cell))
        {
            if (float.IsInfinity(arrivalM3[cell]) && cell >= fallenTo)
            {
                if (!raster.IsPlain[cell])
                {
                    RiseTo(cell);
                }

                Wet(cell);
            }
        }

        return new FloorField(arrivalM3, deepM3, drains, volumeM3, Lying());
    }

    private void Wet(int cell)
    {
        arrivalM3[cell] = (float)volumeM3;
        if (raster.FilmM[cell] >= gapM)
        {
            deepM3[cell] = (float)volumeM3;
        }

        volumeM3 += raster.FilmM[cell] * cellM2;
        if (raster.IsPlain[cell])
        {
            OfferBesidePlain(cell);
            return;
        }

        if (raster.Drains.TryGetValue(cell, out double capacity))
        {
            drains.Add(new DrainReached(cell, volumeM3, capacity));
        }

        if (raster.DropTo[cell] is >= 0 and var drop)
        {
            FallTo(raster.Sheets.Where(s => s.Offset <= drop).Max(s => s.Offset));
            Offer(drop, raster.BedM[drop]);
            return;
        }

        for (int side = 0; side < 4; side++)
        {
            if (raster.TryBeside(cell, side, out int next))
            {
                Meet(cell, next, raster.SillM(cell, side, next));
            }
        }
    }

    private void FallTo(int storey)
    {
        if (storey > fallenTo)
        {
            fallenTo = storey;
            front.Clear();
        }
    }

    /// <summary>All that is open beside a plain cell lies at its own height.</summary>
    private void OfferBesidePlain(int cell)
    {
        int open = raster.OpenSides[cell];
        int columns = raster.Columns[cell];
        double bed = raster.BedM[cell];
        if ((open & 1) != 0)
        {
            Meet(cell, cell + 1, bed);
        }

        if ((open & 2) != 0)
        {
            Meet(cell, cell + columns, bed);
        }

        if ((open & 4) != 0)
        {
            Meet(cell, cell - 1, bed);
        }

        if ((open & 8) != 0)
        {
            Meet(cell, cell - columns, bed);
        }
    }

    /// <summary>A cell just wetted and one beside it: a dry one may be next; a pond there has a new shore.</summary>
    private void Meet(int cell, int next, double sillM)
    {
        if (float.IsInfinity(arrivalM3[next]))
        {
            Offer(next, sillM);
        }
        else if (ponds > 0 && pondOf[next]?.Whole() is { } pond)
        {
            Await(pond, cell, sillM);
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
            if (!raster.TryBeside(cell, side, out int next) || float.IsInfinity(arrivalM3[next]) || raster.DropTo[next] >= 0)
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
        var pond = new Pond(++ponds, raster.BedM[cell]);
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
            if (!raster.TryBeside(cell, side, out int next) || float.IsInfinity(arrivalM3[next]) || raster.DropTo[next] >= 0 || pondOf[next]?.Whole() == pond)
            {
                continue;
            }

            double sill = raster.SillM(cell, side, next);
            if (sill <= pond.LevelM)
            {
                flood.Push(next);
            }
            else
            {
                Await(pond, next, sill);
            }
        }
    }

    /// <summary>Notes a wet cell on the shore of a pond, once.</summary>
    private void Await(Pond pond, int cell, double sillM)
    {
        if (shoreOf[cell] != pond.Number || sillM < shoreAtM[cell])
        {
            shoreOf[cell] = pond.Number;
            shoreAtM[cell] = sillM;
            pond.Shore.Enqueue(cell, sillM);
        }
    }

    private void Fill(Pond pond, double levelM)
    {
        while (true)
        {
            // A level floor goes under at once.
            while (flood.TryPop(out int level))
            {
                pond = Absorb(pond, level);
            }

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
                deepM3[thin] = Math.Min(deepM3[thin], (float)volumeM3);
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
            if (!float.IsInfinity(arrivalM3[cell]))
            {
                sum += (raster.FilmM[cell] + (pondOf[cell] is { } pond ? pond.Whole().LevelM - raster.BedM[cell] : 0)) * cellM2;
            }
        }

        return sum;
    }
}
