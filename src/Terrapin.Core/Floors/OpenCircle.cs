namespace Terrapin.Core.Floors;

/// <summary>How much of the circle about a leak is open to its water.</summary>
internal static class OpenCircle
{
    /// <summary>A wall nearer than about a fifth of this shuts a half of the circle, m.</summary>
    private const double RadiusM = 0.3;

    private const int Rays = 16;
    private const int StepsACell = 8;

    /// <summary>Looks along rays between the points of the compass, so that a wall beside the leak shuts exactly a half and a corner three quarters.</summary>
    /// <param name="raster">The floors.</param>
    /// <param name="cell">The leak's cell.</param>
    /// <param name="offXM">Of the leak from the middle of its cell, m.</param>
    /// <param name="offYM">The same along y.</param>
    /// <returns>Above zero to 1.</returns>
    public static double ShareAt(FloorRaster raster, int cell, double offXM, double offYM)
    {
        FloorSheet sheet = raster.SheetOf(cell);
        int open = 0;
        for (int ray = 0; ray < Rays; ray++)
        {
            (double sin, double cos) = Math.SinCos((ray + 0.5) * 2 * Math.PI / Rays);
            if (IsOpen(raster, sheet, cell, (offXM / raster.CellM) + 0.5, (offYM / raster.CellM) + 0.5, cos, sin))
            {
                open++;
            }
        }

        return Math.Max(1, open) / (double)Rays;
    }

    private static bool IsOpen(FloorRaster raster, FloorSheet sheet, int from, double x, double y, double cos, double sin)
    {
        int column = 0;
        int row = 0;
        int cell = from;
        int steps = (int)Math.Ceiling(Math.Max(RadiusM / raster.CellM, 2) * StepsACell);
        for (int step = 1; step <= steps; step++)
        {
            int nextColumn = (int)Math.Floor(Math.Clamp(x, 0.001, 0.999) + (cos * step / StepsACell));
            int nextRow = (int)Math.Floor(Math.Clamp(y, 0.001, 0.999) + (sin * step / StepsACell));
            if (nextColumn != column && !Pass(raster, sheet, ref cell, nextColumn > column ? 0 : 2))
            {
                return false;
            }

            if (nextRow != row && !Pass(raster, sheet, ref cell, nextRow > row ? 1 : 3))
            {
                return false;
            }

            (column, row) = (nextColumn, nextRow);
        }

        return true;
    }

    private static bool Pass(FloorRaster raster, FloorSheet sheet, ref int cell, int side)
    {
        bool open = raster.TryBeside(sheet.Columns, cell, side, out int next);
        cell = next;
        return open;
    }
}
