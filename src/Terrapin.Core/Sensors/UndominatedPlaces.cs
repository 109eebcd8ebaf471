using System.Numerics;

namespace Terrapin.Core.Sensors;

/// <summary>Of many places those that can matter, as rows of litres that are as long as whole vectors.</summary>
internal static class UndominatedPlaces
{
    /// <summary>So many candidates are held against each other one.</summary>
    private const int MostPivots = 256;

    /// <summary>In m³, that sums stay numbers: more than any house loses.</summary>
    public const float Never = 1e6f;

    /// <summary>
    /// Drops candidates that another hears no later in all leaks: what is left has the same best choice. Each is held against some
    /// of the others only, which drops nearly all that can go at a small part of the cost.
    /// </summary>
    public static (float[][] Rows, int[] Indices) Of(PlacementProblem problem)
    {
        var rows = new List<(float Sum, double Price, int Index, float[] Row)>();
        float[] heard = Padded([.. problem.HeardM3.Select(h => (float)h)]);
        for (int i = 0; i < problem.TripM3.Count; i++)
        {
            float[] row = Padded(problem.TripM3[i]);
            float sum = 0;
            bool helps = false;
            for (int l = 0; l < row.Length; l++)
            {
                helps |= row[l] < heard[l];
                row[l] = Math.Min(row[l], heard[l]);
                sum += row[l];
            }

            if (helps)
            {
                rows.Add((sum, problem.Price[i], i, row));
            }
        }

        rows.Sort((a, b) => a.Sum != b.Sum ? a.Sum.CompareTo(b.Sum) : a.Price != b.Price ? a.Price.CompareTo(b.Price) : a.Index.CompareTo(b.Index));
        var kept = new List<(int Index, float[] Row)>();
        var pivots = new List<float[]>();
        foreach ((_, _, int index, float[] row) in rows)
        {
            int by = pivots.FindIndex(p => NoLater(p, row));
            if (by > 0)
            {
                // Neighbours are dominated by the same one: it is looked at first.
                (pivots[by], pivots[by / 2]) = (pivots[by / 2], pivots[by]);
            }
            else if (by < 0)
            {
                kept.Add((index, row));
                if (pivots.Count < MostPivots)
                {
                    pivots.Add(row);
                }
                else
                {
                    pivots[^1] = row;
                }
            }
        }

        kept.Sort((a, b) => a.Index.CompareTo(b.Index));
        return ([.. kept.Select(k => k.Row)], [.. kept.Select(k => k.Index)]);
    }

    private static bool NoLater(float[] a, float[] b)
    {
        for (int l = 0; l < a.Length; l += Vector<float>.Count)
        {
            if (!Vector.LessThanOrEqualAll(new Vector<float>(a, l), new Vector<float>(b, l)))
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>A row as long as whole vectors, with a number for never.</summary>
    public static float[] Padded(float[] row)
    {
        var padded = new float[(row.Length + Vector<float>.Count - 1) / Vector<float>.Count * Vector<float>.Count];
        for (int l = 0; l < row.Length; l++)
        {
            padded[l] = Math.Min(row[l], Never);
        }

        return padded;
    }
}
