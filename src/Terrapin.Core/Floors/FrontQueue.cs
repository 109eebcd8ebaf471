namespace Terrapin.Core.Floors;

/// <summary>
/// Cells by key, the least first to within a bucket: most keys lie within a ring of buckets round the present one, and cost next
/// to nothing there; what falls far down or waits behind a high sill is kept in order beside it.
/// </summary>
/// <param name="bucketM">Keys that differ by less may come in any order, m.</param>
internal sealed class FrontQueue(double bucketM)
{
    private const int Buckets = 1 << 14;
    private const int None = -1;

    private record struct Node(int Cell, int After);

    private readonly double perM = 1 / bucketM;
    private readonly int[] first = MakeEmpty();
    private readonly PriorityQueue<int, double> below = new();
    private readonly PriorityQueue<int, double> beyond = new();
    private Node[] nodes = new Node[1024];
    private int free = None;
    private int used;
    private int inRing;
    private long at = long.MinValue;

    /// <summary>No cell in the ring has a later bucket.</summary>
    private long last;

    public void Push(int cell, double key)
    {
        long bucket = BucketOf(key);
        if (at == long.MinValue)
        {
            at = bucket;
        }

        if (inRing == 0)
        {
            last = at;
        }

        if (bucket < at && last - bucket >= Buckets)
        {
            below.Enqueue(cell, key);
        }
        else if (bucket - at >= Buckets)
        {
            beyond.Enqueue(cell, key);
        }
        else
        {
            at = Math.Min(at, bucket);
            last = Math.Max(last, bucket);
            Add(cell, (int)(bucket & (Buckets - 1)));
        }
    }

    public bool TryPop(out int cell)
    {
        if (below.Count > 0)
        {
            cell = below.Dequeue();
            return true;
        }

        if (inRing == 0)
        {
            if (!beyond.TryDequeue(out cell, out double key))
            {
                return false;
            }

            at = BucketOf(key);
            return true;
        }

        while (first[at & (Buckets - 1)] == None)
        {
            at++;
        }

        if (beyond.Count > 0 && beyond.TryPeek(out _, out double least) && BucketOf(least) <= at)
        {
            cell = beyond.Dequeue();
            return true;
        }

        cell = Take((int)(at & (Buckets - 1)));
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

    private void Add(int cell, int bucket)
    {
        int node = free;
        if (node == None)
        {
            if (used == nodes.Length)
            {
                Array.Resize(ref nodes, used * 2);
            }

            node = used++;
        }
        else
        {
            free = nodes[node].After;
        }

        nodes[node] = new Node(cell, first[bucket]);
        first[bucket] = node;
        inRing++;
    }

    private int Take(int bucket)
    {
        int node = first[bucket];
        (int cell, int after) = nodes[node];
        first[bucket] = after;
        nodes[node].After = free;
        free = node;
        inRing--;
        return cell;
    }

    private static int[] MakeEmpty()
    {
        var first = new int[Buckets];
        Array.Fill(first, None);
        return first;
    }
}
