using System.Runtime.CompilerServices;
using Terrapin.Core.Geometry;
using Terrapin.Core.Model;

namespace Terrapin.Core.Floors;

/// <summary>A drain of the drawing in its cell.</summary>
/// <param name="RoomIndex">Of the plan.</param>
/// <param name="DrainIndex">Of that room.</param>
public readonly record struct RasterDrain(int RoomIndex, int DrainIndex);

/// <summary>A step of the water from one cell to the next through a doorway.</summary>
/// <param name="Doorway">Index of the plan's doorway.</param>
/// <param name="Side">Of the first cell: 0 right, 1 below, 2 left, 3 above.</param>
public readonly record struct DoorSide(int Doorway, int Side);

/// <summary>
/// The drawn floors of a plan as cells, usually of 50 mm: which room each is of, how its floor falls within the room, what is open
/// to it, where water falls through or runs off. How high rooms and thresholds stand and how thick the film is, which may not
/// be known, is in <see cref="Ground"/>.
/// </summary>
public sealed class FloorRaster
{
    /// <summary>What a cell is, besides floor.</summary>
    [Flags]
    internal enum Marks : byte
    {
        None = 0,

        /// <summary>All that is open beside it is floor of its own room at its own height.</summary>
        Plain = 1,
        Drain = 2,
        Drop = 4,
        AtDoorway = 8,
        Pit = 16,
    }

    private readonly List<FloorSheet> sheets = [];
    private readonly Dictionary<int, RasterDrain> drains = [];
    private readonly Dictionary<int, int> dropTo = [];
    private readonly Dictionary<int, int> pits = [];
    private readonly Dictionary<int, List<DoorSide>> doors = [];
    private readonly Dictionary<int, List<(int One, int Other)>> doorwayCells = [];

    private readonly HashSet<int> sloping = [];

    private FloorRaster(int count, double cellM)
    {
        CellM = cellM;
        Room = new short[count];
        SlopeM = new float[count];
        OpenSides = new byte[count];
        Mark = new Marks[count];
        Array.Fill(Room, (short)-1);
    }

    /// <summary>Side of a cell, m.</summary>
    public double CellM { get; }

    /// <summary>How many unknowns of a leak's way are taken at both ends.</summary>
    internal int MostUnknowns { get; private init; }

    public IReadOnlyList<FloorSheet> Sheets => sheets;

    public int Count => Room.Length;

    /// <summary>Index of the plan's room that a cell belongs to; -1 where no water runs.</summary>
    public short[] Room { get; }

    /// <summary>How far a cell lies below the highest place of its room's floor for the room's fall, m; never above zero.</summary>
    public float[] SlopeM { get; }

    /// <summary>The sides on which a cell is open, one bit each: right, below, left, above.</summary>
    internal byte[] OpenSides { get; }

    internal Marks[] Mark { get; }

    /// <summary>The drains, by their cells.</summary>
    public IReadOnlyDictionary<int, RasterDrain> Drains => drains;

    /// <summary>The cell of another storey that water falls to; -1: it stays.</summary>
    public int DropTo(int cell) => dropTo.GetValueOrDefault(cell, -1);

    /// <summary>Index, among the fixtures of its room, of the pit that a cell lies in; -1: none.</summary>
    internal int PitOf(int cell) => pits.GetValueOrDefault(cell, -1);

    /// <summary>The doorways that a cell lies at.</summary>
    internal IReadOnlyList<DoorSide> DoorsOf(int cell) => doors.GetValueOrDefault(cell) ?? [];

    /// <summary>The cells on both sides of a doorway.</summary>
    internal IReadOnlyList<(int One, int Other)> CellsAt(int doorway) => doorwayCells.GetValueOrDefault(doorway) ?? [];

    /// <summary>
    /// The step from cell to cell, m, up to which a film climbs and water does not run off as a stream: what its own slope makes of
    /// it, and next to nothing where the room's floor falls more than that.
    /// </summary>
    internal double[] LevelStepM { get; private set; } = [];

    /// <summary>Whether any floor of a sheet has a fall.</summary>
    internal bool Slopes(FloorSheet sheet) => sloping.Contains(sheet.Offset);

    /// <summary>The sheet that a cell belongs to.</summary>
    public FloorSheet SheetOf(int cell)
    {
        foreach (FloorSheet sheet in sheets)
        {
            if (cell < sheet.End)
            {
                return sheet;
            }
        }

        throw new ArgumentOutOfRangeException(nameof(cell), cell, "No cell of this raster.");
    }

    /// <summary>
    /// The cell of a room's floor at a place. What lies on the room's edge, or nearer to it than the cells are fine, is taken to the
    /// nearest cell of the room.
    /// </summary>
    /// <returns>-1: the room is not drawn there, or something stands there that water runs round.</returns>
    public int CellAt(string? storeyId, int roomIndex, FloorPoint at)
    {
        int nearest = -1;
        double least = double.PositiveInfinity;
        foreach (FloorSheet sheet in sheets.Where(s => s.StoreyId == storeyId))
        {
            int column = sheet.ColumnAt(at.AcrossM);
            int row = sheet.RowAt(at.DownM);
            if (sheet.CellAt(at.AcrossM, at.DownM) is >= 0 and var own && Room[own] == roomIndex)
            {
                return own;
            }

            for (int y = Math.Max(1, row - 1); y <= Math.Min(sheet.Rows - 2, row + 1); y++)
            {
                for (int x = Math.Max(1, column - 1); x <= Math.Min(sheet.Columns - 2, column + 1); x++)
                {
                    int cell = sheet.Cell(x, y);
                    (double middleX, double middleY) = sheet.MiddleOf(cell);
                    double apart = Math.Max(Math.Abs(middleX - at.AcrossM), Math.Abs(middleY - at.DownM));
                    if (Room[cell] == roomIndex && apart < least)
                    {
                        (nearest, least) = (cell, apart);
                    }
                }
            }
        }

        return nearest;
    }

    /// <summary>Lays out the rooms of a plan.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="cellM">Side of a cell, m, above zero; <see langword="null"/>: the finest that <see cref="DrawingSize"/> allows.</param>
    public static FloorRaster Of(Plan plan, double? cellM = null)
    {
        (double usual, int mostUnknowns) = DrawingSize.Sized(plan) ?? (DrawingSize.CoarsestCellM, 1);
        double cell = cellM ?? usual;
        var laid = new List<FloorSheet>();
        int count = 0;
        foreach (Storey storey in plan.Building.Storeys)
        {
            foreach (IReadOnlyList<Room> group in DrawingSize.Groups(plan, storey.Id))
            {
                FloorRectangle box = DrawingSize.BoxOf(group);
                int columns = (int)Math.Ceiling((box.LengthM / cell) - 1e-6) + 3;
                int rows = (int)Math.Ceiling((box.WidthM / cell) - 1e-6) + 3;
                laid.Add(new FloorSheet(storey.Id, count, columns, rows, box.AcrossM - cell, box.DownM - cell, cell));
                count = checked(count + (columns * rows));
            }
        }

        var raster = new FloorRaster(count, cell) { MostUnknowns = mostUnknowns };
        raster.sheets.AddRange(laid);
        raster.LayRooms(plan);
        raster.OpenFloors();
        raster.OpenDoorways(plan);
        raster.StandFixtures(plan);
        raster.LayDrains(plan);
        raster.OpenDrops(plan);
        raster.NotePlainCells();
        return raster;
    }

    private IEnumerable<FloorSheet> SheetsOf(string? storeyId) => sheets.Where(s => s.StoreyId == storeyId);

    private void LayRooms(Plan plan)
    {
        const double Noise = 1e-6;
        LevelStepM = [.. plan.Building.Rooms.Select(r => r.Fall is { PerCent: var perCent } && perCent / 100 > Spreading.SlopeMPerM ? Noise : (Spreading.SlopeMPerM * CellM) + Noise)];
        for (int i = 0; i < plan.Building.Rooms.Count; i++)
        {
            Room room = plan.Building.Rooms[i];
            if (room.Areas.Count == 0)
            {
                continue;
            }

            var fall = new RoomFall(room);
            foreach (FloorSheet sheet in SheetsOf(room.StoreyId))
            {
                foreach (int cell in room.Areas.SelectMany(a => CellsIn(sheet, a)))
                {
                    Room[cell] = (short)i;
                    if (!fall.IsLevel)
                    {
                        (double x, double y) = sheet.MiddleOf(cell);
                        SlopeM[cell] = (float)fall.BelowHighestM(x, y);
                        sloping.Add(sheet.Offset);
                    }
                }
            }
        }
    }

    private static IEnumerable<int> CellsIn(FloorSheet sheet, FloorRectangle area)
    {
        int left = Math.Max(1, sheet.ColumnLine(area.AcrossM));
        int right = Math.Min(sheet.Columns - 1, sheet.ColumnLine(area.RightM()));
        int top = Math.Max(1, sheet.RowLine(area.DownM));
        int bottom = Math.Min(sheet.Rows - 1, sheet.RowLine(area.BottomM()));
        for (int row = top; row < bottom; row++)
        {
            for (int column = left; column < right; column++)
            {
                yield return sheet.Cell(column, row);
            }
        }
    }

    /// <summary>Inside one room nothing parts the cells; between two there is a wall.</summary>
    private void OpenFloors()
    {
        foreach (FloorSheet sheet in sheets)
        {
            int end = sheet.Offset + (sheet.Columns * (sheet.Rows - 1));
            for (int cell = sheet.Offset; cell < end; cell++)
            {
                if (Room[cell] >= 0 && Room[cell] == Room[cell + 1])
                {
                    Open(sheet, cell, 0);
                }

                if (Room[cell] >= 0 && Room[cell] == Room[cell + sheet.Columns])
                {
                    Open(sheet, cell, 1);
                }
            }
        }
    }

    /// <summary>Opens the right (0) or lower (1) side of a cell, and the side of the next one with it.</summary>
    private void Open(FloorSheet sheet, int cell, int side)
    {
        OpenSides[cell] |= (byte)(1 << side);
        OpenSides[cell + (side == 0 ? 1 : sheet.Columns)] |= (byte)(4 << side);
    }

    private void OpenDoorways(Plan plan)
    {
        for (int i = 0; i < plan.Building.Doorways.Count; i++)
        {
            Doorway doorway = plan.Building.Doorways[i];
            foreach (FloorSheet sheet in SheetsOf(doorway.StoreyId))
            {
                bool alongX = doorway.Wall == WallDirection.AlongX;
                int line = alongX ? sheet.RowLine(doorway.At.DownM) : sheet.ColumnLine(doorway.At.AcrossM);
                double fromM = alongX ? doorway.At.AcrossM : doorway.At.DownM;
                int from = alongX ? sheet.ColumnLine(fromM) : sheet.RowLine(fromM);
                int to = alongX ? sheet.ColumnLine(fromM + doorway.WidthM) : sheet.RowLine(fromM + doorway.WidthM);
                if (to <= from)
                {
                    from = alongX ? sheet.ColumnAt(fromM + (doorway.WidthM / 2)) : sheet.RowAt(fromM + (doorway.WidthM / 2));
                    to = from + 1;
                }

                for (int along = from; along < to; along++)
                {
                    OpenThrough(sheet, i, line, along, alongX);
                }
            }
        }
    }

    /// <summary>Opens the wall that lies nearest to a doorway's line: rooms are drawn to the centimetre, cells are coarser.</summary>
    private void OpenThrough(FloorSheet sheet, int doorway, int line, int along, bool alongX)
    {
        const int Reach = 2;
        int step = alongX ? sheet.Columns : 1;
        int last = alongX ? sheet.Rows : sheet.Columns;
        if (along < 1 || along >= (alongX ? sheet.Columns : sheet.Rows) - 1 || line < 1 || line >= last)
        {
            return;
        }

        int CellBefore(int at) => alongX ? sheet.Cell(along, at - 1) : sheet.Cell(at - 1, along);
        for (int off = 0; off <= 2 * Reach; off++)
        {
            int at = line + (off % 2 == 0 ? off / 2 : -((off + 1) / 2));
            if (at < 2 || at > last - 2)
            {
                continue;
            }

            int before = CellBefore(at);
            if (Room[before] < 0 || Room[before] == Room[before + step])
            {
                continue;
            }

            // A gap as thin as a wall between the two rooms is floor of the doorway.
            int after = before + step;
            if (Room[after] < 0 && at + 1 <= last - 2 && Room[after + step] >= 0 && Room[after + step] != Room[before])
            {
                Room[after] = Room[before];
                SlopeM[after] = SlopeM[before];
                Open(sheet, before, alongX ? 1 : 0);
                (before, after) = (after, after + step);
            }

            if (Room[after] < 0)
            {
                continue;
            }

            int side = alongX ? 1 : 0;
            Open(sheet, before, side);
            Note(before, new DoorSide(doorway, side));
            Note(after, new DoorSide(doorway, side + 2));
            if (!doorwayCells.TryGetValue(doorway, out List<(int, int)>? cells))
            {
                doorwayCells[doorway] = cells = [];
            }

            cells.Add((before, after));
            return;
        }
    }

    private void Note(int cell, DoorSide door)
    {
        Mark[cell] |= Marks.AtDoorway;
        if (!doors.TryGetValue(cell, out List<DoorSide>? here))
        {
            doors[cell] = here = [];
        }

        here.Add(door);
    }

    private void StandFixtures(Plan plan)
    {
        for (int i = 0; i < plan.Building.Rooms.Count; i++)
        {
            Room room = plan.Building.Rooms[i];
            foreach (FloorSheet sheet in SheetsOf(room.StoreyId))
            {
                for (int f = 0; f < room.Fixtures.Count; f++)
                {
                    Fixture fixture = room.Fixtures[f];
                    foreach (int cell in CellsIn(sheet, fixture.Area).Where(c => Room[c] == i))
                    {
                        if (fixture.Base == FixtureBase.Tight)
                        {
                            Close(sheet, cell);
                        }
                        else if (fixture.Base == FixtureBase.Pit)
                        {
                            pits[cell] = f;
                            SlopeM[cell] = 0;
                            Mark[cell] |= Marks.Pit;
                        }
                    }
                }
            }
        }
    }

    private void Close(FloorSheet sheet, int cell)
    {
        Room[cell] = -1;
        for (int side = 0; side < 4; side++)
        {
            if (TryBeside(sheet.Columns, cell, side, out int next))
            {
                OpenSides[next] &= (byte)~(1 << ((side + 2) % 4));
            }
        }

        OpenSides[cell] = 0;
    }

    private void LayDrains(Plan plan)
    {
        for (int i = 0; i < plan.Building.Rooms.Count; i++)
        {
            for (int d = 0; d < plan.Building.Rooms[i].Drains.Count; d++)
            {
                if (CellAt(plan.Building.Rooms[i].StoreyId, i, plan.Building.Rooms[i].Drains[d].At) is >= 0 and var cell)
                {
                    drains[cell] = new RasterDrain(i, d);
                    Mark[cell] |= Marks.Drain;
                }
            }
        }
    }

    private void OpenDrops(Plan plan)
    {
        foreach (FloorOpening opening in plan.Building.Openings)
        {
            int landing = Enumerable.Range(0, plan.Building.Rooms.Count)
                .Where(i => plan.Building.Rooms[i].StoreyId == opening.ToStoreyId && plan.Building.Rooms[i].Areas.Hold(opening.LandsAt.AcrossM, opening.LandsAt.DownM))
                .Select(i => CellAt(opening.ToStoreyId, i, opening.LandsAt))
                .FirstOrDefault(c => c >= 0, -1);
            if (landing < 0)
            {
                continue;
            }

            foreach (int cell in SheetsOf(opening.StoreyId).SelectMany(s => CellsIn(s, opening.Area)).Where(c => Room[c] >= 0))
            {
                dropTo[cell] = landing;
                Mark[cell] |= Marks.Drop;
            }
        }
    }

    private void NotePlainCells()
    {
        foreach (FloorSheet sheet in sheets)
        {
            for (int cell = sheet.Offset; cell < sheet.End; cell++)
            {
                if (Room[cell] >= 0 && (Mark[cell] & ~Marks.Pit) == 0 && IsLevelWithAllBeside(cell, sheet.Columns))
                {
                    Mark[cell] |= Marks.Plain;
                }
            }
        }
    }

    private bool IsLevelWithAllBeside(int cell, int columns)
    {
        for (int side = 0; side < 4; side++)
        {
            if (TryBeside(columns, cell, side, out int next) && !AreLevel(cell, next))
            {
                return false;
            }
        }

        return true;
    }

    private bool AreLevel(int cell, int next) =>
        SlopeM[next] == SlopeM[cell] && (((Mark[next] | Mark[cell]) & Marks.Pit) == 0 || PitOf(next) == PitOf(cell));

    /// <summary>The cell on a side, 0 to 3 as in <see cref="OpenSides"/>, and whether water can pass to it.</summary>
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
}
