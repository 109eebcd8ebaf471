namespace Terrapin.Core.Floors;

/// <summary>A drain that the water came to.</summary>
/// <param name="ReachedM3">On the floor by then, m³.</param>
public readonly record struct DrainReached(RasterDrain Drain, double ReachedM3);

/// <summary>The drains on the way of a leak's water, in the order in which it comes to them.</summary>
/// <param name="drains">When.</param>
/// <param name="capacityM3PerS">What each takes, not negative.</param>
public sealed class DrainsOnWay(IReadOnlyList<DrainReached> drains, IReadOnlyList<double> capacityM3PerS)
{
    private readonly DrainReached[] reached = [.. drains];
    private readonly double[] takes = [.. capacityM3PerS];

    /// <summary>
    /// When so much lies on the floor: what the drains take on the way is out of the pipe too, and lies nowhere.
    /// </summary>
    /// <param name="floorM3">On the floor, m³.</param>
    /// <param name="flowM3PerS">Of the leak, above zero.</param>
    /// <returns>s; infinite where a drain takes all of it first.</returns>
    public double TimeS(double floorM3, double flowM3PerS)
    {
        double time = 0;
        double lying = 0;
        double net = flowM3PerS;
        for (int d = 0; d < reached.Length && reached[d].ReachedM3 < floorM3; d++)
        {
            time += (reached[d].ReachedM3 - lying) / net;
            lying = reached[d].ReachedM3;
            net -= takes[d];
            if (net <= 0)
            {
                return double.PositiveInfinity;
            }
        }

        return time + ((floorM3 - lying) / net);
    }

    /// <summary>What is out of the pipe when so much lies on the floor, m³; infinite where a drain takes all of it first.</summary>
    /// <param name="floorM3">m³; may be infinite.</param>
    /// <param name="flowM3PerS">Of the leak, not negative.</param>
    public double OutM3(double floorM3, double flowM3PerS)
    {
        if (double.IsInfinity(floorM3) || !TakesAny(floorM3))
        {
            return floorM3;
        }

        return flowM3PerS > 0 ? TimeS(floorM3, flowM3PerS) * flowM3PerS : double.PositiveInfinity;
    }

    private bool TakesAny(double floorM3)
    {
        for (int d = 0; d < reached.Length && reached[d].ReachedM3 < floorM3; d++)
        {
            if (takes[d] > 0)
            {
                return true;
            }
        }

        return false;
    }
}

/// <summary>The part of a sheet that a leak wets.</summary>
internal sealed class FieldWindow
{
    private readonly FloorSheet sheet;
    private readonly int left;
    private readonly int top;
    private readonly int columns;
    private readonly int rows;
    private readonly float[] arrivalM3;
    private readonly ushort[]? sinks;

    private FieldWindow(FloorSheet sheet, int left, int top, int columns, int rows, float[] arrivalM3, ushort[]? sinks)
    {
        this.sheet = sheet;
        this.left = left;
        this.top = top;
        this.columns = columns;
        this.rows = rows;
        this.arrivalM3 = arrivalM3;
        this.sinks = sinks;
    }

    /// <summary>Bytes that it holds, roughly.</summary>
    public long Bytes => (arrivalM3.Length * 4L) + (sinks is null ? 0 : sinks.Length * 2L);

    /// <summary>Keeps what is wet of a finished spread.</summary>
    /// <param name="sheet">That it is on.</param>
    /// <param name="scratch">The spread.</param>
    /// <param name="firstWet">Of its cells.</param>
    /// <param name="lastWet">Of its cells.</param>
    /// <param name="keepSinks">Whether any of it is under water deeper than the film.</param>
    public static FieldWindow Of(FloorSheet sheet, SpreadScratch scratch, int firstWet, int lastWet, bool keepSinks)
    {
        int top = sheet.RowOf(firstWet);
        int rows = sheet.RowOf(lastWet) - top + 1;
        int left = sheet.Columns;
        int right = -1;
        for (int row = 0; row < rows; row++)
        {
            ReadOnlySpan<SpreadCell> cells = scratch.Cells.AsSpan(sheet.Cell(0, top + row), sheet.Columns);
            int first = 0;
            while (first < left && cells[first].IsDry)
            {
                first++;
            }

            left = first;
            int last = cells.Length - 1;
            while (last > right && cells[last].IsDry)
            {
                last--;
            }

            right = last;
        }

        int columns = right - left + 1;
        float[] arrival = GC.AllocateUninitializedArray<float>(columns * rows);
        ushort[]? sinks = keepSinks ? new ushort[columns * rows] : null;
        for (int row = 0; row < rows; row++)
        {
            ReadOnlySpan<SpreadCell> cells = scratch.Cells.AsSpan(sheet.Cell(left, top + row), columns);
            Span<float> arrives = arrival.AsSpan(row * columns, columns);
            for (int column = 0; column < columns; column++)
            {
                arrives[column] = cells[column].ArrivalM3;
            }

            for (int column = 0; sinks is not null && column < columns; column++)
            {
                sinks[(row * columns) + column] = cells[column].Sink;
            }
        }

        return new FieldWindow(sheet, left, top, columns, rows, arrival, sinks);
    }

    /// <summary>m³; infinite where the water never gets, or outside.</summary>
    public float ArrivalM3(int cell) => IndexOf(cell) is >= 0 and var index ? arrivalM3[index] : float.PositiveInfinity;

    /// <summary>Number of the sink that a wet cell belongs to.</summary>
    public int SinkOf(int cell) => sinks is not null && IndexOf(cell) is >= 0 and var index ? sinks[index] : 0;

    /// <summary>Calls with each wet cell and when the water is there.</summary>
    public void Visit(Action<int, float> each)
    {
        for (int row = 0; row < rows; row++)
        {
            int first = sheet.Cell(left, top + row);
            ReadOnlySpan<float> cells = arrivalM3.AsSpan(row * columns, columns);
            for (int column = 0; column < columns; column++)
            {
                if (!float.IsPositiveInfinity(cells[column]))
                {
                    each(first + column, cells[column]);
                }
            }
        }
    }

    private int IndexOf(int cell)
    {
        if (cell < sheet.Offset || cell >= sheet.End)
        {
            return -1;
        }

        (int row, int column) = Math.DivRem(cell - sheet.Offset, sheet.Columns);
        row -= top;
        column -= left;
        return row >= 0 && row < rows && column >= 0 && column < columns ? (row * columns) + column : -1;
    }
}

/// <summary>What one leak does on the floor: litres on the floor before the water is here.</summary>
public sealed class FloorField
{
    private readonly FloorRaster raster;
    private readonly Ground ground;
    private readonly double[] roomFilmM;
    private readonly FieldWindow window;
    private readonly PondRecord[] ponds;
    private readonly IReadOnlyList<DrainReached> drains;
    private readonly IReadOnlyDictionary<FloorUnknown, double> touched;

    /// <summary>Where its water falls to and goes on; <see langword="null"/>: it stays.</summary>
    private readonly FloorField? below;

    /// <summary>On the floors that the leak is on, m³.</summary>
    private readonly double ownM3;

    internal FloorField(
        FloorRaster raster,
        Ground ground,
        double[] roomFilmM,
        FieldWindow window,
        PondRecord[] ponds,
        IReadOnlyList<DrainReached> drains,
        IReadOnlyDictionary<FloorUnknown, double> touched,
        double ownM3,
        bool isCut,
        int fallsTo)
    {
        this.raster = raster;
        this.ground = ground;
        this.roomFilmM = roomFilmM;
        this.window = window;
        this.ponds = ponds;
        this.drains = drains;
        this.touched = touched;
        this.ownM3 = ownM3;
        IsCut = isCut;
        FallsTo = fallsTo;
    }

    private FloorField(FloorField here, FloorField below)
        : this(here.raster, here.ground, here.roomFilmM, here.window, here.ponds, here.drains, here.touched, here.ownM3, below.IsCut, -1) =>
        this.below = below;

    /// <summary>Drains that the water came to, in order.</summary>
    public IEnumerable<DrainReached> Drains => below is null
        ? drains
        : drains.Concat(below.Drains.Select(d => d with { ReachedM3 = ownM3 + d.ReachedM3 }));

    /// <summary>What the whole reach takes, m³.</summary>
    public double TotalM3 => ownM3 + (below?.TotalM3 ?? 0);

    /// <summary>Whether it ends for <see cref="Spreading.MostM3"/> rather than for the walls.</summary>
    public bool IsCut { get; }

    /// <summary>The cell of another storey that all further water falls to; -1: it stays where it is.</summary>
    internal int FallsTo { get; }

    /// <summary>Equal for fields that are the same, all the way down.</summary>
    internal object Key => below is null ? window : (window, below.Key);

    /// <summary>Bytes that it holds, roughly.</summary>
    internal long Bytes => window.Bytes + ponds.Sum(p => p.Bytes) + 500;

    /// <summary>The whole field of water that falls: what lies up here by then comes before all that lies below.</summary>
    internal FloorField GoingOnIn(FloorField lower) => new(this, lower);

    /// <summary>On the floor before the water is in a cell, m³; infinite where it never gets.</summary>
    public double ArrivalM3(int cell)
    {
        double here = window.ArrivalM3(cell);
        return below is null ? here : Math.Min(here, ownM3 + below.ArrivalM3(cell));
    }

    /// <summary>Height of the film in a room, m.</summary>
    internal double FilmM(int room) => below is null ? roomFilmM[room] : Math.Max(roomFilmM[room], below.FilmM(room));

    /// <summary>On the floor when the water in a cell is so deep, m³; infinite: it never is.</summary>
    /// <param name="cell">Of the raster.</param>
    /// <param name="depthM">m.</param>
    public double DeepM3(int cell, double depthM)
    {
        double here = window.ArrivalM3(cell);
        if (double.IsFinite(here))
        {
            double filmM = roomFilmM[raster.Room[cell]];
            if (filmM < depthM)
            {
                here = Math.Max(here, RisesToM3(window.SinkOf(cell), ground.BedM(cell) + depthM - filmM));
            }
        }

        return below is null ? here : Math.Min(here, ownM3 + below.DeepM3(cell, depthM));
    }

    /// <summary>
    /// <see cref="DeepM3"/> at a place beside the middle of a cell, by the slope to the next cell. Where the water comes to the two at
    /// quite different times, as beside a stream, the cell's own figure stands.
    /// </summary>
    /// <param name="cell">Of the raster.</param>
    /// <param name="offX">From its middle, in cells, -½ to ½.</param>
    /// <param name="offY">The same along y.</param>
    /// <param name="depthM">m.</param>
    public double ReadM3(int cell, double offX, double offY, double depthM)
    {
        double own = DeepM3(cell, depthM);
        return double.IsInfinity(own) || (offX == 0 && offY == 0)
            ? own
            : Math.Max(0, own + (offX * SlopeM3(cell, own, offX > 0 ? 0 : 2, depthM)) + (offY * SlopeM3(cell, own, offY > 0 ? 1 : 3, depthM)));
    }

    private double SlopeM3(int cell, double own, int side, double depthM)
    {
        const double Alike = 3;
        int columns = raster.SheetOf(cell).Columns;
        double sign = side < 2 ? 1 : -1;
        foreach ((int beside, double towards) in ((int, double)[])[(side, sign), ((side + 2) % 4, -sign)])
        {
            if (raster.TryBeside(columns, cell, beside, out int next) && raster.Room[next] == raster.Room[cell]
                && DeepM3(next, depthM) is var there && double.IsFinite(there) && Math.Max(there, own) <= Alike * Math.Min(there, own))
            {
                return (there - own) * towards;
            }
        }

        return 0;
    }

    /// <summary>Calls with each cell that it wets, once, and what is on the floor then, m³.</summary>
    public void Visit(Action<int, double> each)
    {
        window.Visit((cell, arrival) => each(cell, arrival));
        below?.Visit((cell, arrival) =>
        {
            if (float.IsPositiveInfinity(window.ArrivalM3(cell)))
            {
                each(cell, ownM3 + arrival);
            }
        });
    }

    /// <summary>On the floor when the water first comes to where something is, m³; infinite: it does not.</summary>
    internal double TouchesM3(FloorUnknown unknown)
    {
        double here = touched.TryGetValue(unknown, out double at) ? at : double.PositiveInfinity;
        return below is null ? here : Math.Min(here, ownM3 + below.TouchesM3(unknown));
    }

    private double RisesToM3(int sink, double levelM)
    {
        for (int at = sink; at >= 0; at = ponds[at].MergedInto)
        {
            if (ponds[at].ReachesM3(levelM) is var reached && double.IsFinite(reached))
            {
                return reached;
            }
        }

        return double.PositiveInfinity;
    }
}
