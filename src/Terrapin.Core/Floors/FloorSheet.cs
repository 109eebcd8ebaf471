namespace Terrapin.Core.Floors;

/// <summary>One group of joined rooms on a storey, as cells in rows; its corner is that of its rooms, wherever they lie on the drawing.</summary>
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

    public int ColumnAt(double xM) => (int)Math.Floor(((xM - AcrossM) / CellM) + Hair);

    public int RowAt(double yM) => (int)Math.Floor(((yM - DownM) / CellM) + Hair);

    /// <summary>The line between two columns that is nearest to a place; exactly between two lines, the second.</summary>
    public int ColumnLine(double xM) => ColumnAt(xM + (CellM / 2));

    /// <summary>The line between two rows that is nearest to a place.</summary>
    public int RowLine(double yM) => RowAt(yM + (CellM / 2));

    public int Cell(int column, int row) => Offset + (row * Columns) + column;

    public int ColumnOf(int cell) => (cell - Offset) % Columns;

    public int RowOf(int cell) => (cell - Offset) / Columns;

    /// <summary>The cell at a place, or -1 outside the sheet.</summary>
    public int CellAt(double xM, double yM)
    {
        int column = ColumnAt(xM);
        int row = RowAt(yM);
        return column < 1 || row < 1 || column >= Columns - 1 || row >= Rows - 1 ? -1 : Cell(column, row);
    }

    /// <summary>The middle of a cell of this sheet, m.</summary>
    public (double AcrossM, double DownM) MiddleOf(int cell) =>
        (AcrossM + ((ColumnOf(cell) + 0.5) * CellM), DownM + ((RowOf(cell) + 0.5) * CellM));
}
