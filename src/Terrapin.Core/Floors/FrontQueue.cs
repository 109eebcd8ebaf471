namespace Terrapin.Core.Floors;

/// <summary>
/// Cells by key, the least first to within a bucket: most keys lie within a ring of buckets round the present one, and cost next
/// to nothing there; what falls far down or waits behind a high sill is kept in order beside it.
/// </summary>
/// <param name="bucketM">Keys that differ by less may come in any order, m.</param>
internal sealed class FrontQueue(double bucketM)
{
    private readonly double perM = 1 / bucketM;
    private readonly BucketRing<int> ring = new();
    private readonly PriorityQueue<int, double> below = new();
    private readonly PriorityQueue<int, double> beyond = new();
    private long at;

    /// <summary>No cell in the ring has a later bucket.</summary>
    private long last;

    public void Push(int cell, double key)
    {
        long bucket = BucketOf(key);
        if (ring.Count == 0)
        {
            at = below.Count == 0 && beyond.Count == 0 ? bucket : at;
            last = at;
        }

        if (bucket < at && last - bucket >= BucketRing<int>.Buckets)
        {
            below.Enqueue(cell, key);
        }
        else if (bucket - at >= BucketRing<int>.Buckets)
        {
            beyond.Enqueue(cell, key);
        }
        else
        {
            at = Math.Min(at, bucket);
            last = Math.Max(last, bucket);
            ring.Add(bucket, cell);
        }
    }

    public bool TryPop(out int cell)
    {
        if (below.Count > 0)
        {
            cell = below.Dequeue();
            return true;
        }

        if (ring.Count == 0)
        {
            if (!beyond.TryDequeue(out cell, out double key))
            {
                return false;
            }

            at = BucketOf(key);
            return true;
        }

        at = ring.FirstFrom(at);
        cell = beyond.Count > 0 && beyond.TryPeek(out _, out double least) && BucketOf(least) <= at ? beyond.Dequeue() : ring.Take(at);
        return true;
    }

    /// <summary>Takes all cells out, in no order.</summary>
    public IEnumerable<int> Drain()
    {
        while (TryPop(out int cell))
        {
            yield return cell;
        }
    }

    private long BucketOf(double key) => (long)Math.Floor(key * perM);
}
