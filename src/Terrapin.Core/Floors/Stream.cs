namespace Terrapin.Core.Floors;

/// <summary>A cell on the way of a stream.</summary>
/// <param name="Cell">-1: no cell, only water.</param>
/// <param name="InMiddle">On the way itself, not beside it.</param>
/// <param name="TakesFilm">Whether its film counts.</param>
/// <param name="MoreM3">What the stream holds there beside the cell's own film, m³.</param>
internal readonly record struct StreamCell(int Cell, bool InMiddle, bool TakesFilm, double MoreM3);

/// <summary>How wide a stream is taken, where neither its flow nor the finish need be known.</summary>
internal sealed class StreamWidth(Ground ground, SpreadRequest request, double thinM, double thickM)
{
    /// <summary>Of the floor that it surely, or perhaps, wets, m.</summary>
    public double WetM(int room, double fallMPerM) => request.End == SpreadEnd.Late ? NarrowM(room, fallMPerM) : WideM(room, fallMPerM);

    /// <summary>Of the floor whose film it holds, m.</summary>
    public double HoldsM(int room, double fallMPerM) => request.End == SpreadEnd.Late ? WideM(room, fallMPerM) : NarrowM(room, fallMPerM);

    private double NarrowM(int room, double fallMPerM) =>
        Film.StreamWidthM(request.LeastM3PerS, fallMPerM, Math.Max(ground.ThickFilmM(room), thickM));

    private double WideM(int room, double fallMPerM) =>
        Film.StreamWidthM(request.MostM3PerS, fallMPerM, Math.Max(ground.ThinFilmM(room), thinM));
}

/// <summary>The way of water down a fall, straight down the slope and along what is in its way, to the lowest place.</summary>
internal sealed class Stream(FloorRaster raster, Ground ground, FloorSheet sheet, StreamWidth width, double[] roomFilmM)
{
    private readonly double cellM = raster.CellM;

    /// <summary>Whether the floor falls away from a cell by more than a spreading film's own slope.</summary>
    public bool Leaves(int cell) => Steepest(cell) >= 0;

    /// <summary>Its cells in the order in which it comes to them, the first one not among them.</summary>
    /// <param name="cell">Where it begins.</param>
    /// <param name="offXM">From the middle of that cell, m.</param>
    /// <param name="offYM">The same along y.</param>
    public IEnumerable<StreamCell> From(int cell, double offXM, double offYM)
    {
        double x = sheet.ColumnOf(cell) + Within(offXM);
        double y = sheet.RowOf(cell) + Within(offYM);
        int most = 4 * (sheet.Columns + sheet.Rows);
        for (int step = 0; step < most; step++)
        {
            (double gx, double gy) = Gradient(cell);
            double fall = Math.Sqrt((gx * gx) + (gy * gy));
            if (fall > Spreading.SlopeMPerM)
            {
                foreach (StreamCell beside in Beside(cell, x, y, -gx / fall, -gy / fall, fall))
                {
                    yield return beside;
                }
            }

            int side = NextSide(cell, x, y, gx, gy);
            if (side < 0)
            {
                yield break;
            }

            (x, y) = Cross(cell, x, y, gx, gy, side);
            raster.TryBeside(sheet.Columns, cell, side, out cell);
            yield return new StreamCell(cell, true, true, 0);
            if ((raster.Mark[cell] & FloorRaster.Marks.Drop) != 0)
            {
                yield break;
            }
        }
    }

    /// <summary>Across a cell, in cells; on its very edge the last digit must not tell.</summary>
    private double Within(double offM) => Math.Clamp(Math.Round((offM / cellM) + 0.5, 6) + 1e-7, 0.001, 0.999);

    /// <summary>Down the slope if that is open and lower; else along what is in the way; else to the lowest cell beside.</summary>
    private int NextSide(int cell, double x, double y, double gx, double gy)
    {
        int sideX = gx < 0 ? 0 : 2;
        int sideY = gy < 0 ? 1 : 3;
        double toX = gx == 0 ? double.PositiveInfinity : ToEdge(x, gx < 0) / Math.Abs(gx);
        double toY = gy == 0 ? double.PositiveInfinity : ToEdge(y, gy < 0) / Math.Abs(gy);
        (int first, int second) = toX <= toY ? (sideX, sideY) : (sideY, sideX);
        return (gx != 0 || gy != 0) && FallM(cell, first) > Sink.Hair && Math.Sqrt((gx * gx) + (gy * gy)) > Spreading.SlopeMPerM
            ? first
            : Steep(cell, second) ? second : Steepest(cell);
    }

    /// <summary>Where it enters the next cell, in cells.</summary>
    private (double X, double Y) Cross(int cell, double x, double y, double gx, double gy, int side)
    {
        double middleX = sheet.ColumnOf(cell) + 0.5;
        double middleY = sheet.RowOf(cell) + 0.5;
        if (side is 0 or 2)
        {
            double edge = middleX + (side == 0 ? 0.5 : -0.5);
            double along = gx != 0 && (gx < 0) == (side == 0) ? y + (Math.Abs(edge - x) * (-gy / Math.Abs(gx))) : y;
            return (edge + (side == 0 ? 1e-6 : -1e-6), Math.Clamp(along, middleY - 0.499, middleY + 0.499));
        }

        double line = middleY + (side == 1 ? 0.5 : -0.5);
        double across = gy != 0 && (gy < 0) == (side == 1) ? x + (Math.Abs(line - y) * (-gx / Math.Abs(gy))) : x;
        return (Math.Clamp(across, middleX - 0.499, middleX + 0.499), line + (side == 1 ? 1e-6 : -1e-6));
    }

    private static double ToEdge(double at, bool upwards) => upwards ? Math.Floor(at) + 1 - at : at - Math.Floor(at);

    /// <summary>How far the next cell on a side lies lower, m; minus infinite where there is no way over.</summary>
    private double FallM(int cell, int side) =>
        raster.TryBeside(sheet.Columns, cell, side, out int next) && ground.SillM(cell, side, next) <= ground.BedM(cell) + Sink.Hair
            ? ground.BedM(cell) - ground.BedM(next)
            : double.NegativeInfinity;

    private bool Steep(int cell, int side) => FallM(cell, side) > raster.LevelStepM[raster.Room[cell]];

    private int Steepest(int cell)
    {
        int steepest = -1;
        double most = raster.LevelStepM[raster.Room[cell]];
        for (int side = 0; side < 4; side++)
        {
            if (FallM(cell, side) is var fall && fall > most)
            {
                (steepest, most) = (side, fall);
            }
        }

        return steepest;
    }

    /// <summary>Rise of the floor to the right and down the drawing, m/m.</summary>
    private (double X, double Y) Gradient(int cell) => (Along(cell, 0, 2), Along(cell, 1, 3));

    private double Along(int cell, int forward, int backward)
    {
        double bed = ground.BedM(cell);
        (double ahead, int ways) = RiseM(cell, forward) is { } f ? (f, 1) : (0, 0);
        if (RiseM(cell, backward) is { } b)
        {
            ahead -= b;
            ways++;
        }

        return ways == 0 ? 0 : ahead / (ways * cellM);

        double? RiseM(int from, int side) =>
            raster.TryBeside(sheet.Columns, from, side, out int next) && raster.Room[next] == raster.Room[from] ? ground.BedM(next) - bed : null;
    }

    /// <summary>What a wide stream covers to both sides of its way.</summary>
    private IEnumerable<StreamCell> Beside(int cell, double x, double y, double dirX, double dirY, double fall)
    {
        int room = raster.Room[cell];
        double wet = (width.WetM(room, fall) / cellM / 2) - 0.5;
        double holds = (width.HoldsM(room, fall) / cellM / 2) - 0.5;
        if (wet <= 0 && holds <= 0)
        {
            yield break;
        }

        foreach (int way in (int[])[1, -1])
        {
            int at = cell;
            double filmM3 = cellM * cellM * roomFilmM[room];
            for (double off = 0.5; off <= Math.Max(wet, holds) + 0.25; off += 0.5)
            {
                int next = Sideways(at, x + (way * off * -dirY), y + (way * off * dirX));
                if (next < 0)
                {
                    break;
                }

                if (next != at)
                {
                    at = next;
                    bool isWet = off <= wet + 0.25;
                    bool isHeld = off <= holds + 0.25;
                    yield return isWet
                        ? new StreamCell(at, false, isHeld, 0)
                        : new StreamCell(-1, false, false, filmM3);
                }
            }
        }
    }

    /// <summary>The cell at a place beside another, in cells, where nothing stands between them; -1: something does.</summary>
    private int Sideways(int from, double x, double y)
    {
        int column = (int)Math.Floor(x);
        int row = (int)Math.Floor(y);
        int at = from;
        while (sheet.ColumnOf(at) != column)
        {
            if (!TryWithin(at, column > sheet.ColumnOf(at) ? 0 : 2, out at))
            {
                return -1;
            }
        }

        while (sheet.RowOf(at) != row)
        {
            if (!TryWithin(at, row > sheet.RowOf(at) ? 1 : 3, out at))
            {
                return -1;
            }
        }

        return at;
    }

    private bool TryWithin(int cell, int side, out int next) =>
        raster.TryBeside(sheet.Columns, cell, side, out next) && raster.Room[next] == raster.Room[cell];
}
