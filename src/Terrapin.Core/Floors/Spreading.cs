using System.Buffers;

namespace Terrapin.Core.Floors;

/// <summary>
/// Grows the wet region from a leak, cell by cell, in the order of bed height plus slope times path length. Each cell takes
/// its film; a hollow fills to its sill before the region runs on over it; a threshold is a sill too; a wall or plinth
/// stops it; an opening takes all that comes after.
/// </summary>
public sealed class Spreading : IDisposable
{
    /// <summary>Effective surface slope of a spreading film, m/m: our own figure.</summary>
    public const double SlopeMPerM = 0.002;

    /// <summary>Cells whose ways differ by less than this share of a cell may be wetted in any order.</summary>
    private const double OrderCells = 0.05;

    private readonly FloorRaster raster;
    private readonly FloorSheet sheet;
    private readonly int columns;
    private readonly double cellM2;
    private readonly double gapM;
    private readonly float[] lengthM;

    /// <summary>The lowest sill by which a cell was offered so far; nothing is lower for a wet one.</summary>
    private readonly float[] lowestWayM;
    private readonly float[] arrivalM3;
    private readonly float[] deepM3;
    private readonly FrontQueue front;
    private readonly Ponds ponds;
    private readonly List<DrainReached> drains = [];

    /// <summary>Where water that has come to an opening lands; it goes on falling, so that nothing more happens here. -1: it has not.</summary>
    private int fallsTo = -1;

    /// <summary>Sets out from a leak.</summary>
    /// <param name="raster">The floors.</param>
    /// <param name="source">The cell that its water comes to, one where water can run.</param>
    /// <param name="offXM">From the middle of that cell, m.</param>
    /// <param name="offYM">The same along y.</param>
    /// <param name="gapM">For <see cref="FloorField.DeepM3"/>: how far contacts stand off the floor, m, not negative.</param>
    public Spreading(FloorRaster raster, int source, double offXM, double offYM, double gapM)
    {
        this.raster = raster;
        this.gapM = gapM;
        sheet = raster.SheetOf(source);
        columns = sheet.Columns;
        cellM2 = raster.CellM * raster.CellM;
        arrivalM3 = Dry();
        deepM3 = gapM > 0 ? Dry() : arrivalM3;
        // Large arrays for each field anew cost more than the field itself.
        lengthM = ArrayPool<float>.Shared.Rent(raster.Count);
        lowestWayM = ArrayPool<float>.Shared.Rent(raster.Count);
        lengthM.AsSpan(sheet.Offset, sheet.Count).Fill(float.PositiveInfinity);
        lowestWayM.AsSpan(sheet.Offset, sheet.Count).Fill(float.PositiveInfinity);
        PathLength.Find(raster, source, offXM, offYM, lengthM);
        ponds = new Ponds(raster, sheet, gapM, arrivalM3, deepM3);
        front = new FrontQueue(SlopeMPerM * raster.CellM * OrderCells);
        front.Push(source, raster.BedM[source]);
    }

    /// <summary>What lies on the floor by now, m³.</summary>
    public double VolumeM3 { get; private set; }

    /// <summary>The films and ponds added up by themselves, m³: equal to <see cref="VolumeM3"/>, and slow.</summary>
    public double LyingM3()
    {
        double sum = 0;
        for (int cell = sheet.Offset; cell < sheet.End; cell++)
        {
            if (!IsDry(cell))
            {
                sum += (raster.FilmM[cell] + ponds.SurfaceM(cell) - raster.BedM[cell]) * cellM2;
            }
        }

        return sum;
    }

    /// <summary>Gives back what the work needed; the field stays.</summary>
    public void Dispose()
    {
        ArrayPool<float>.Shared.Return(lengthM);
        ArrayPool<float>.Shared.Return(lowestWayM);
        ponds.Dispose();
    }

    /// <summary>The field of one leak on the storey that it is on; see the constructor.</summary>
    internal static FloorField From(FloorRaster raster, int source, double offXM, double offYM, double gapM)
    {
        using var spreading = new Spreading(raster, source, offXM, offYM, gapM);
        while (spreading.Step())
        {
        }

        return new FloorField(spreading.arrivalM3, spreading.deepM3, spreading.drains, spreading.VolumeM3, spreading.fallsTo);
    }

    /// <summary>Wets the next cell.</summary>
    /// <returns>Whether there was one.</returns>
    public bool Step()
    {
        while (fallsTo < 0 && front.TryPop(out int cell))
        {
            if (IsDry(cell))
            {
                Wet(cell);
                return true;
            }
        }

        return false;
    }

    private void Wet(int cell)
    {
        bool plain = raster.IsPlain[cell];
        if (!plain)
        {
            VolumeM3 = ponds.RiseTo(cell, VolumeM3);
        }

        double film = raster.FilmM[cell];
        arrivalM3[cell] = (float)VolumeM3;
        if (film >= gapM)
        {
            deepM3[cell] = (float)VolumeM3;
        }

        VolumeM3 += film * cellM2;
        lowestWayM[cell] = float.NegativeInfinity;
        if (plain)
        {
            MeetBesidePlain(cell);
            return;
        }

        if (raster.Drains.TryGetValue(cell, out double capacity))
        {
            drains.Add(new DrainReached(cell, VolumeM3, capacity));
        }

        fallsTo = raster.DropTo[cell];
        for (int side = 0; side < 4; side++)
        {
            if (raster.TryBeside(columns, cell, side, out int next))
            {
                Meet(cell, next, raster.SillM(cell, side, next));
            }
        }
    }

    /// <summary>All that is open beside a plain cell lies at its own height.</summary>
    private void MeetBesidePlain(int cell)
    {
        int open = raster.OpenSides[cell];
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
        if ((float)sillM < lowestWayM[next])
        {
            lowestWayM[next] = (float)sillM;
            front.Push(next, sillM + (SlopeMPerM * lengthM[next]));
        }
        else if (ponds.Any && !IsDry(next))
        {
            ponds.Await(next, cell, sillM);
        }
    }

    private bool IsDry(int cell) => float.IsPositiveInfinity(arrivalM3[cell]);

    private float[] Dry()
    {
        float[] cells = GC.AllocateUninitializedArray<float>(raster.Count);
        Array.Fill(cells, float.PositiveInfinity);
        return cells;
    }
}
