namespace Terrapin.Core.Floors;

/// <summary>How far the water has to run from a leak to each cell.</summary>
internal static class PathLength
{
    /// <summary>Round the leak, where the scheme is coarse, the straight distance is taken as far as nothing is in the way, cells.</summary>
    private const int ExactCells = 6;

    /// <summary>
    /// Solves the eikonal equation |∇L| = 1 by fast marching (J. A. Sethian, A fast marching level set method for
    /// monotonically advancing fronts, 1996), first order, round walls and through doorways, on the leak's storey.
    /// </summary>
    /// <param name="raster">The floors.</param>
    /// <param name="source">The leak's cell.</param>
    /// <param name="offXM">Of the leak from the middle of its cell, m.</param>
    /// <param name="offYM">The same along y.</param>
    /// <param name="length">All infinite; gets the ways, m, and stays infinite where water cannot get.</param>
    public static void Find(FloorRaster raster, int source, double offXM, double offYM, float[] length)
    {
        var done = new bool[raster.Count];
        var queue = new LengthQueue(raster.CellM);
        int columns = raster.SheetOf(source).Columns;
        Seed(raster, columns, source, offXM, offYM, length, queue);
        byte[] openSides = raster.OpenSides;
        int[] dropTo = raster.DropTo;
        float h = (float)raster.CellM;
        while (queue.TryPop(out int cell))
        {
            if (done[cell])
            {
                continue;
            }

            done[cell] = true;
            if (dropTo[cell] >= 0)
            {
                continue;
            }

            int open = openSides[cell];
            float here = length[cell];
            if ((open & 1) != 0 && length[cell + 1] > here)
            {
                Update(openSides[cell + 1], columns, h, cell + 1, length, queue);
            }

            if ((open & 2) != 0 && length[cell + columns] > here)
            {
                Update(openSides[cell + columns], columns, h, cell + columns, length, queue);
            }

            if ((open & 4) != 0 && length[cell - 1] > here)
            {
                Update(openSides[cell - 1], columns, h, cell - 1, length, queue);
            }

            if ((open & 8) != 0 && length[cell - columns] > here)
            {
                Update(openSides[cell - columns], columns, h, cell - columns, length, queue);
            }
        }
    }

    private static void Seed(FloorRaster raster, int columns, int source, double offXM, double offYM, float[] length, LengthQueue queue)
    {
        foreach (int across in (int[])[1, -1])
        {
            foreach (int down in (int[])[1, -1])
            {
                int reach = ExactCells;
                for (int y = 0; y <= ExactCells; y++)
                {
                    for (int x = 0; x <= reach; x++)
                    {
                        int cell = source + (across * x) + (down * y * columns);
                        if (cell < 0 || cell >= raster.Count || !Joins(raster, columns, cell, source, across, down, x, y))
                        {
                            reach = x - 1;
                            break;
                        }

                        double alongX = (across * x * raster.CellM) - offXM;
                        double alongY = (down * y * raster.CellM) - offYM;
                        Offer(cell, (float)Math.Sqrt((alongX * alongX) + (alongY * alongY)), length, queue);
                    }
                }
            }
        }
    }

    /// <summary>Whether a cell joins those before it in its quarter without a wall; cells come row by row from the leak.</summary>
    private static bool Joins(FloorRaster raster, int columns, int cell, int source, int across, int down, int x, int y)
    {
        if (raster.Room[cell] != raster.Room[source] || (raster.DropTo[cell] >= 0 && cell != source))
        {
            return false;
        }

        bool joinsAcross = x == 0 || raster.RightBarrierM[across > 0 ? cell - 1 : cell] == 0;
        bool joinsDown = y == 0 || raster.BelowBarrierM[down > 0 ? cell - columns : cell] == 0;
        return joinsAcross && joinsDown;
    }

    private static void Update(int open, int columns, float h, int cell, float[] length, LengthQueue queue)
    {
        float right = (open & 1) != 0 ? length[cell + 1] : float.PositiveInfinity;
        float below = (open & 2) != 0 ? length[cell + columns] : float.PositiveInfinity;
        float left = (open & 4) != 0 ? length[cell - 1] : float.PositiveInfinity;
        float above = (open & 8) != 0 ? length[cell - columns] : float.PositiveInfinity;
        float a = Math.Min(left, right);
        float b = Math.Min(above, below);
        float apart = Math.Abs(a - b);
        float found = apart < h ? (a + b + MathF.Sqrt((2 * h * h) - (apart * apart))) / 2 : Math.Min(a, b) + h;
        Offer(cell, found, length, queue);
    }

    private static void Offer(int cell, float found, float[] length, LengthQueue queue)
    {
        if (found < length[cell])
        {
            length[cell] = found;
            queue.Push(cell, found);
        }
    }
}
