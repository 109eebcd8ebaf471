namespace Terrapin.Core.Floors;

/// <summary>
/// Cells by height, the lowest first. Those of the present bucket and below it are kept in order; what lies higher waits unordered
/// in a ring of buckets until the lowest of them is the present one, which costs less than to keep all in order.
/// </summary>
/// <param name="bucketM">Height of a bucket, m.</param>
internal sealed class LevelQueue(double bucketM)
{
    private readonly double perM = 1 / bucketM;
    private readonly PriorityQueue<int, double> present = new();
    private readonly BucketRing<(int Cell, double HeightM)> ring = new();
    private readonly PriorityQueue<int, double> beyond = new();
    private long at;

    public int Count => present.Count + ring.Count + beyond.Count;

    public void Enqueue(int cell, double heightM)
    {
        long bucket = BucketOf(heightM);
        if (Count == 0)
        {
            at = bucket;
        }

        if (bucket <= at)
        {
            present.Enqueue(cell, heightM);
        }
        else if (bucket - at < BucketRing<(int Cell, double HeightM)>.Buckets)
        {
            ring.Add(bucket, (cell, heightM));
        }
        else
        {
            beyond.Enqueue(cell, heightM);
        }
    }

    /// <returns>Whether there is one.</returns>
    public bool TryPeek(out int cell, out double heightM)
    {
        if (present.Count == 0 && ring.Count + beyond.Count > 0)
        {
            ComeToNext();
        }

        return present.TryPeek(out cell, out heightM);
    }

    /// <summary>Takes out what <see cref="TryPeek"/> has just found.</summary>
    public void Dequeue() => present.Dequeue();

    /// <summary>Takes all of another in.</summary>
    public void TakeAll(LevelQueue other)
    {
        while (other.TryPeek(out int cell, out double heightM))
        {
            other.Dequeue();
            Enqueue(cell, heightM);
        }
    }

    private void ComeToNext()
    {
        at = ring.Count > 0 ? ring.FirstFrom(at + 1) : long.MaxValue;
        if (beyond.TryPeek(out _, out double leastM))
        {
            at = Math.Min(at, BucketOf(leastM));
        }

        while (ring.Has(at))
        {
            (int cell, double heightM) = ring.Take(at);
            present.Enqueue(cell, heightM);
        }

        while (beyond.TryPeek(out int far, out double farM) && BucketOf(farM) <= at)
        {
            beyond.Dequeue();
            present.Enqueue(far, farM);
        }
    }

    private long BucketOf(double heightM) => (long)Math.Floor(heightM * perM);
}
