using System.Buffers;

namespace Terrapin.Core.Floors;

/// <summary>
/// The hollows on the way of the water: which wet cells stand deeper than their film, up to which level, and what that takes.
/// </summary>
internal sealed class Ponds : IDisposable
{
    private const double Hair = 1e-9;

    private readonly FloorRaster raster;
    private readonly int columns;
    private readonly double cellM2;
    private readonly double gapM;
    private readonly float[] arrivalM3;
    private readonly float[] deepM3;

    /// <summary>All that there ever were, by number from 1.</summary>
    private readonly List<Pond> all = [];

    /// <summary>Number of the pond that a cell lies under; 0: none.</summary>
    private readonly int[] pondOf;

    /// <summary>Number of the pond that a wet cell waits to go under in.</summary>
    private readonly int[] shoreOf;

    /// <summary>At which level it does.</summary>
    private readonly float[] shoreAtM;

    /// <summary>Cells gone under whose neighbours have yet to be looked at.</summary>
    private readonly Stack<int> under = new();
    private double volumeM3;

    /// <param name="raster">The floors.</param>
    /// <param name="sheet">The storey that the water is on.</param>
    /// <param name="gapM">How deep sensors have to stand in water, m.</param>
    /// <param name="arrivalM3">Of all cells; infinite where it is dry. Only read.</param>
    /// <param name="deepM3">Of all cells, what was on the floor when the gap was reached; gets what the ponds reach.</param>
    public Ponds(FloorRaster raster, FloorSheet sheet, double gapM, float[] arrivalM3, float[] deepM3)
    {
        this.raster = raster;
        this.gapM = gapM;
        this.arrivalM3 = arrivalM3;
        this.deepM3 = deepM3;
        columns = sheet.Columns;
        cellM2 = raster.CellM * raster.CellM;
        pondOf = ArrayPool<int>.Shared.Rent(raster.Count);
        shoreOf = ArrayPool<int>.Shared.Rent(raster.Count);
        shoreAtM = ArrayPool<float>.Shared.Rent(raster.Count);
        pondOf.AsSpan(sheet.Offset, sheet.Count).Clear();
        shoreOf.AsSpan(sheet.Offset, sheet.Count).Clear();
    }

    public void Dispose()
    {
        ArrayPool<int>.Shared.Return(pondOf);
        ArrayPool<int>.Shared.Return(shoreOf);
        ArrayPool<float>.Shared.Return(shoreAtM);
    }

    public bool Any => all.Count > 0;

    /// <summary>How high the water stands on a wet cell, its film not counted, m.</summary>
    public double SurfaceM(int cell) => PondOf(cell)?.LevelM ?? raster.BedM[cell];

    /// <summary>Where all water beside a cell stands lower than the way into it, the pond there rises to that sill first.</summary>
    /// <param name="cell">One about to be wetted.</param>
    /// <param name="lyingM3">On the floor before, m³.</param>
    /// <returns>On the floor after, m³.</returns>
    public double RiseTo(int cell, double lyingM3)
    {
        int from = -1;
        double lowest = double.PositiveInfinity;
        double surface = double.NegativeInfinity;
        for (int side = 0; side < 4; side++)
        {
            if (!raster.TryBeside(columns, cell, side, out int next) || IsDry(next))
            {
                continue;
            }

            double sill = raster.SillM(cell, side, next);
            double stands = SurfaceM(next);
            if (stands >= sill - Hair)
            {
                return lyingM3;
            }

            if (sill < lowest || (sill == lowest && stands > surface))
            {
                (from, lowest, surface) = (next, sill, stands);
            }
        }

        if (from < 0)
        {
            return lyingM3;
        }

        volumeM3 = lyingM3;
        Fill(PondOf(from) ?? Begin(from), lowest);
        return volumeM3;
    }

    /// <summary>If a cell lies under a pond, a wet one beside it is on its shore.</summary>
    /// <param name="cell">Perhaps under a pond.</param>
    /// <param name="beside">The wet one.</param>
    /// <param name="sillM">The way between the two.</param>
    public void Await(int cell, int beside, double sillM)
    {
        if (PondOf(cell) is { } pond)
        {
            Await(pond, beside, sillM);
        }
    }

    private Pond? PondOf(int cell) => pondOf[cell] is > 0 and var number ? all[number - 1].Whole() : null;

    private Pond Begin(int cell)
    {
        var pond = new Pond(all.Count + 1, raster.BedM[cell]);
        all.Add(pond);
        Drown(pond, cell);
        return pond;
    }

    private void Fill(Pond pond, double levelM)
    {
        while (true)
        {
            // A level floor goes under at once.
            while (under.TryPop(out int cell))
            {
                pond = Widen(pond, cell);
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

    /// <summary>What is wet beside a cell gone under goes under too, or waits for its sill.</summary>
    private Pond Widen(Pond pond, int cell)
    {
        for (int side = 0; side < 4; side++)
        {
            if (!raster.TryBeside(columns, cell, side, out int next) || pondOf[next] == pond.Number || IsDry(next))
            {
                continue;
            }

            double sill = raster.SillM(cell, side, next);
            if (sill <= pond.LevelM)
            {
                pond = Absorb(pond, next);
            }
            else if (PondOf(next) != pond)
            {
                Await(pond, next, sill);
            }
        }

        return pond;
    }

    private Pond Absorb(Pond pond, int cell)
    {
        if (PondOf(cell) is { } other)
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

    private void Drown(Pond pond, int cell)
    {
        pondOf[cell] = pond.Number;
        pond.Area++;
        if (raster.FilmM[cell] < gapM)
        {
            pond.Shallow.Enqueue(cell, raster.BedM[cell] + gapM - raster.FilmM[cell]);
        }

        under.Push(cell);
    }

    /// <summary>Notes a wet cell on the shore of a pond, once.</summary>
    private void Await(Pond pond, int cell, double sillM)
    {
        if (shoreOf[cell] != pond.Number || sillM < shoreAtM[cell])
        {
            shoreOf[cell] = pond.Number;
            shoreAtM[cell] = (float)sillM;
            pond.Shore.Enqueue(cell, sillM);
        }
    }

    private bool IsDry(int cell) => float.IsPositiveInfinity(arrivalM3[cell]);
}
