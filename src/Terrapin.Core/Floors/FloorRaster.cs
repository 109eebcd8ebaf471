using System.Runtime.CompilerServices;
using Terrapin.Core.Plans;

namespace Terrapin.Core.Floors;

/// <summary>One storey of a raster.</summary>
/// <param name="StoreyId">Of the plan.</param>
/// <param name="Offset">Index of its first cell.</param>
/// <param name="Columns">Cells in a row, with a border of one closed cell on each side.</param>
/// <param name="Rows">The same the other way.</param>
/// <param name="AcrossM">Left edge of its first cell, m.</param>
/// <param name="DownM">Upper edge of its first cell, m.</param>
/// <param name="CellM">Side of a cell, m.</param>
public sealed record FloorSheet(string StoreyId, int Offset, int Columns, int Rows, double AcrossM, double DownM, double CellM)
{
    /// <summary>A place on the edge of two cells belongs to the second, whatever its last digit.</summary>
    private const double Hair = 1e-6;

    /// <summary>Cells of the sheet, its border with them.</summary>
    public int Count => Columns * Rows;

    /// <summary>Index of the first cell behind it.</summary>
    public int End => Offset + Count;

    /// <summary>The cell at a place, or -1 outside the sheet.</summary>
    public int CellAt(double xM, double yM)
    {
        int column = (int)Math.Floor(((xM - AcrossM) / CellM) + Hair);
        int row = (int)Math.Floor(((yM - DownM) / CellM) + Hair);
        return column < 1 || row < 1 || column >= Columns - 1 || row >= Rows - 1 ? -1 : Offset + (row * Columns) + column;
    }

    /// <summary>The middle of a cell of this sheet, m.</summary>
    public (double AcrossM, double DownM) MiddleOf(int cell) =>
        (AcrossM + ((((cell - Offset) % Columns) + 0.5) * CellM), DownM + ((((cell - Offset) / Columns) + 0.5) * CellM));
}

/// <summary>
/// The drawn floors of a plan as cells, usually of 50 mm, storeys one after the other: where the bed is, how thick the film, what
/// parts each cell from the next, where water falls through or runs off.
/// </summary>
public sealed class FloorRaster
{
    public const double UsualCellM = 0.05;

    /// <summary>Water falls from one storey to the next whatever their real heights; m.</summary>
    private const double StoreyDropM = 10;

    private readonly Dictionary<string, FloorSheet> sheets = [];

    private FloorRaster(int count, double cellM)
    {
        CellM = cellM;
        Room = new short[count];
        BedM = new double[count];
        FilmM = new double[count];
        RightBarrierM = new double[count];
        BelowBarrierM = new double[count];
        DropTo = new int[count];
        OpenSides = new byte[count];
        IsPlain = new bool[count];
        Array.Fill(Room, (short)-1);
        Array.Fill(RightBarrierM, double.PositiveInfinity);
        Array.Fill(BelowBarrierM, double.PositiveInfinity);
        Array.Fill(DropTo, -1);
    }

    /// <summary>Side of a cell.</summary>
    public double CellM { get; }

    public IReadOnlyCollection<FloorSheet> Sheets => sheets.Values;

    public int Count => Room.Length;

    /// <summary>Index of the plan's room that a cell belongs to; -1 where no water runs.</summary>
    public short[] Room { get; }

    /// <summary>Height of the bed; storeys lie far apart.</summary>
    public double[] BedM { get; }

    /// <summary>Height in which water stands on the cell's finish.</summary>
    public double[] FilmM { get; }

    /// <summary>What parts a cell from the one to its right: the height of a threshold above the higher bed, or infinite.</summary>
    public double[] RightBarrierM { get; }

    /// <summary>The same towards the cell below it on the drawing.</summary>
    public double[] BelowBarrierM { get; }

    /// <summary>The sides on which a cell is open, one bit each: right, below, left, above.</summary>
    internal byte[] OpenSides { get; }

    /// <summary>Cells whose open neighbours all lie at their own height, without drain or drop: most of a floor.</summary>
    internal bool[] IsPlain { get; }

    /// <summary>The cell of another storey that water falls to; -1: it stays.</summary>
    public int[] DropTo { get; }

    /// <summary>Capacity of the drain in a cell, m³/s; infinite where it is not known.</summary>
    public Dictionary<int, double> Drains { get; } = [];

    public FloorSheet? SheetOf(string? storeyId) => storeyId is null ? null : sheets.GetValueOrDefault(storeyId);

    /// <summary>The sheet that a cell belongs to.</summary>
    internal FloorSheet SheetOf(int cell) => sheets.Values.First(s => cell < s.End);

    /// <summary>The cell at a place of a storey where water can run; -1: none.</summary>
    public int CellAt(string? storeyId, FloorPoint at) =>
        SheetOf(storeyId)?.CellAt(at.AcrossM, at.DownM) is { } cell and >= 0 && Room[cell] >= 0 ? cell : -1;

    /// <summary>Draws the rooms of a plan.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="unknownContactAngleDeg">For floors whose finish is not known.</param>
    /// <param name="unknownThresholdM">For doorways whose threshold is not measured.</param>
    /// <param name="cellM">Side of a cell, m, above zero.</param>
    public static FloorRaster Of(Plan plan, double unknownContactAngleDeg, double unknownThresholdM, double cellM = UsualCellM)
    {
        var laid = new List<FloorSheet>();
        int count = 0;
        foreach (Storey storey in plan.Storeys)
        {
            FloorRectangle[] areas = [.. plan.Rooms.Where(r => r.StoreyId == storey.Id).SelectMany(r => r.Areas)];
            if (areas.Length == 0)
            {
                continue;
            }

            double left = Math.Floor(areas.Min(a => a.AcrossM) / cellM) * cellM;
            double top = Math.Floor(areas.Min(a => a.DownM) / cellM) * cellM;
            int columns = (int)Math.Ceiling((areas.Max(a => a.RightM()) - left) / cellM) + 2;
            int rows = (int)Math.Ceiling((areas.Max(a => a.BottomM()) - top) / cellM) + 2;
            laid.Add(new FloorSheet(storey.Id, count, columns, rows, left - cellM, top - cellM, cellM));
            count += columns * rows;
        }

        var raster = new FloorRaster(count, cellM);
        foreach (FloorSheet sheet in laid)
        {
            raster.sheets[sheet.StoreyId] = sheet;
        }

        raster.LayRooms(plan, unknownContactAngleDeg);
        raster.OpenFloors();
        raster.OpenDoorways(plan, unknownThresholdM);
        raster.OpenDrops(plan);
        raster.NoteOpenSides();
        raster.NotePlainCells();
        return raster;
    }

    private void LayRooms(Plan plan, double unknownContactAngleDeg)
    {
        for (int i = 0; i < plan.Rooms.Count; i++)
        {
            Room room = plan.Rooms[i];
            if (SheetOf(room.StoreyId) is not { } sheet)
            {
                continue;
            }

            double film = Film.HeightM(plan.ContactAngleDeg(room) ?? unknownContactAngleDeg);
            double floor = BaseM(plan, room);
            foreach (int cell in room.Areas.SelectMany(a => CellsIn(sheet, a)))
            {
                (double x, double y) = sheet.MiddleOf(cell);
                Room[cell] = (short)i;
                FilmM[cell] = film;
                BedM[cell] = floor + SlopeM(room, x, y);
            }

            foreach (int cell in room.Fixtures.Where(f => f.Base == FixtureBase.Tight).SelectMany(f => CellsIn(sheet, f.Area)))
            {
                Room[cell] = -1;
            }

            foreach (Fixture pit in room.Fixtures.Where(f => f.Base == FixtureBase.Pit))
            {
                foreach (int cell in CellsIn(sheet, pit.Area).Where(c => Room[c] == i))
                {
                    BedM[cell] = floor - (pit.DepthM ?? 0);
                }
            }

            foreach (FloorDrain drain in room.Drains)
            {
                if (CellAt(room.StoreyId, drain.At) is >= 0 and var cell)
                {
                    Drains[cell] = drain.CapacityM3PerS ?? double.PositiveInfinity;
                }
            }
        }
    }

    /// <summary>Steps between the rooms of a storey count where every one of its floors was measured.</summary>
    private static double BaseM(Plan plan, Room room)
    {
        Room[] beside = [.. plan.Rooms.Where(r => r.StoreyId == room.StoreyId && r.Areas.Count > 0)];
        int depth = plan.Storeys.TakeWhile(s => s.Id != room.StoreyId).Count();
        double step = beside.All(r => r.FloorHeightM is not null) ? room.FloorHeightM!.Value - beside.Max(r => r.FloorHeightM!.Value) : 0;
        return (-StoreyDropM * depth) + step;
    }

    private static double SlopeM(Room room, double xM, double yM)
    {
        if (room.Fall is not { } fall)
        {
            return 0;
        }

        if (fall.LowPoint is { } low)
        {
            return fall.PerCent / 100 * Math.Sqrt(((xM - low.AcrossM) * (xM - low.AcrossM)) + ((yM - low.DownM) * (yM - low.DownM)));
        }

        double direction = fall.TowardsDeg * Math.PI / 180;
        return -fall.PerCent / 100 * ((xM * Math.Cos(direction)) + (yM * Math.Sin(direction)));
    }

    private IEnumerable<int> CellsIn(FloorSheet sheet, FloorRectangle area)
    {
        int left = Math.Max(1, (int)Math.Round((area.AcrossM - sheet.AcrossM) / CellM));
        int right = Math.Min(sheet.Columns - 1, (int)Math.Round((area.RightM() - sheet.AcrossM) / CellM));
        int top = Math.Max(1, (int)Math.Round((area.DownM - sheet.DownM) / CellM));
        int bottom = Math.Min(sheet.Rows - 1, (int)Math.Round((area.BottomM() - sheet.DownM) / CellM));
        for (int row = top; row < bottom; row++)
        {
            for (int column = left; column < right; column++)
            {
                yield return sheet.Offset + (row * sheet.Columns) + column;
            }
        }
    }

    /// <summary>Inside one room nothing parts the cells; between two there is a wall.</summary>
    private void OpenFloors()
    {
        foreach (FloorSheet sheet in sheets.Values)
        {
            int end = sheet.Offset + (sheet.Columns * (sheet.Rows - 1));
            for (int cell = sheet.Offset; cell < end; cell++)
            {
                if (Room[cell] >= 0 && Room[cell] == Room[cell + 1])
                {
                    RightBarrierM[cell] = 0;
                }

                if (Room[cell] >= 0 && Room[cell] == Room[cell + sheet.Columns])
                {
                    BelowBarrierM[cell] = 0;
                }
            }
        }
    }

    private void OpenDoorways(Plan plan, double unknownThresholdM)
    {
        foreach (Doorway doorway in plan.Doorways)
        {
            if (SheetOf(doorway.StoreyId) is not { } sheet)
            {
                continue;
            }

            bool alongX = doorway.Wall == WallDirection.AlongX;
            double[] barriers = alongX ? BelowBarrierM : RightBarrierM;
            int cells = Math.Max(1, (int)Math.Round(doorway.WidthM / CellM));
            for (int i = 0; i < cells; i++)
            {
                double along = (i + 0.5) * CellM;
                int cell = alongX
                    ? sheet.CellAt(doorway.At.AcrossM + along, doorway.At.DownM - (CellM / 2))
                    : sheet.CellAt(doorway.At.AcrossM - (CellM / 2), doorway.At.DownM + along);
                if (cell >= 0 && Room[cell] >= 0 && Room[cell + (alongX ? sheet.Columns : 1)] >= 0)
                {
                    barriers[cell] = doorway.ThresholdM ?? unknownThresholdM;
                }
            }
        }
    }

    private void NoteOpenSides()
    {
        foreach (FloorSheet sheet in sheets.Values)
        {
            for (int cell = sheet.Offset; cell < sheet.Offset + (sheet.Columns * (sheet.Rows - 1)); cell++)
            {
                if (!double.IsInfinity(RightBarrierM[cell]))
                {
                    OpenSides[cell] |= 1;
                    OpenSides[cell + 1] |= 4;
                }

                if (!double.IsInfinity(BelowBarrierM[cell]))
                {
                    OpenSides[cell] |= 2;
                    OpenSides[cell + sheet.Columns] |= 8;
                }
            }
        }
    }

    private void NotePlainCells()
    {
        foreach (FloorSheet sheet in sheets.Values)
        {
            for (int cell = sheet.Offset; cell < sheet.End; cell++)
            {
                bool plain = Room[cell] >= 0 && DropTo[cell] < 0 && !Drains.ContainsKey(cell);
                for (int side = 0; side < 4 && plain; side++)
                {
                    plain = !TryBeside(sheet.Columns, cell, side, out int next) || (BedM[next] == BedM[cell] && SillM(cell, side, next) == BedM[cell] && DropTo[next] < 0);
                }

                IsPlain[cell] = plain;
            }
        }
    }

    /// <summary>The cell on a side, 0 to 3 as in <see cref="OpenSides"/>, where water can pass to it.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal bool TryBeside(int columns, int cell, int side, out int next)
    {
        next = side switch
        {
            0 => cell + 1,
            1 => cell + columns,
            2 => cell - 1,
            _ => cell - columns,
        };
        return (OpenSides[cell] & (1 << side)) != 0;
    }

    /// <summary>The height that water has to stand at to pass between two cells beside each other.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal double SillM(int cell, int side, int next)
    {
        double bed = Math.Max(BedM[cell], BedM[next]);
        return side switch
        {
            0 => bed + RightBarrierM[cell],
            1 => bed + BelowBarrierM[cell],
            2 => bed + RightBarrierM[next],
            _ => bed + BelowBarrierM[next],
        };
    }

    private void OpenDrops(Plan plan)
    {
        foreach (FloorOpening opening in plan.Openings)
        {
            int landing = CellAt(opening.ToStoreyId, opening.LandsAt);
            if (landing < 0 || SheetOf(opening.StoreyId) is not { } sheet)
            {
                continue;
            }

            foreach (int cell in CellsIn(sheet, opening.Area).Where(c => Room[c] >= 0))
            {
                DropTo[cell] = landing;
            }
        }
    }
}
