using System.Collections.Concurrent;

namespace Terrapin.Core.Floors;

/// <summary>The large array that one field needs while it is made; making it anew would cost more than the field itself.</summary>
internal sealed class SpreadScratch
{
    private static readonly ConcurrentBag<SpreadScratch> Kept = [];

    private SpreadScratch(int count)
    {
        Cells = new SpreadCell[count];
        Array.Fill(Cells, SpreadCell.Untouched);
    }

    public SpreadCell[] Cells { get; }

    /// <param name="count">Cells of the raster.</param>
    public static SpreadScratch For(int count)
    {
        // One that was made for a smaller raster is let go.
        while (Kept.TryTake(out SpreadScratch? kept))
        {
            if (kept.Cells.Length >= count && kept.Cells.Length <= Math.Max(2 * count, 1 << 16))
            {
                return kept;
            }
        }

        return new SpreadScratch(count);
    }

    /// <param name="from">The first cell that may not be as it was at first.</param>
    /// <param name="to">The first behind the last.</param>
    public void GiveBack(int from, int to)
    {
        Cells.AsSpan(from, to - from).Fill(SpreadCell.Untouched);
        if (Kept.Count < Environment.ProcessorCount)
        {
            Kept.Add(this);
        }
    }
}
