namespace Terrapin.Core.Floors;

/// <summary>
/// Cells in the order of their path length, to a tenth of a cell: keys only grow, and never by more than the ring holds.
/// Source: L. Yatziv, A. Bartesaghi, G. Sapiro, O(N) implementation of the fast marching algorithm, 2006.
/// </summary>
internal sealed class LengthQueue(double cellM)
{
    private const int Buckets = 128;
    private const int BucketsACell = 10;

    private readonly int[][] cells = [.. Enumerable.Range(0, Buckets).Select(_ => new int[64])];
    private readonly int[] counts = new int[Buckets];
    private readonly float perM = (float)(BucketsACell / cellM);
    private long bucket;
    private int held;

    public void Push(int cell, float lengthM)
    {
        int at = (int)(Math.Max(bucket, (long)(lengthM * perM)) & (Buckets - 1));
        if (counts[at] == cells[at].Length)
        {
            Array.Resize(ref cells[at], counts[at] * 2);
        }

        cells[at][counts[at]++] = cell;
        held++;
    }

    public bool TryPop(out int cell)
    {
        if (held == 0)
        {
            cell = -1;
            return false;
        }

        while (counts[bucket & (Buckets - 1)] == 0)
        {
            bucket++;
        }

        int at = (int)(bucket & (Buckets - 1));
        cell = cells[at][--counts[at]];
        held--;
        return true;
    }
}
