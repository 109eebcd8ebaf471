namespace Terrapin.Core.Floors;

/// <summary>Items in buckets that lie in a ring: two that are less than <see cref="Buckets"/> apart never share a place.</summary>
internal sealed class BucketRing<T>
    where T : struct
{
    public const int Buckets = 1 << 12;

    private const int None = -1;

    private record struct Node(T Item, int After);

    private readonly int[] first = new int[Buckets];
    private Node[] nodes = new Node[256];
    private int free = None;
    private int used;

    public BucketRing() => Array.Fill(first, None);

    public int Count { get; private set; }

    public void Add(long bucket, T item)
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

        ref int at = ref first[bucket & (Buckets - 1)];
        nodes[node] = new Node(item, at);
        at = node;
        Count++;
    }

    /// <summary>The first bucket from a given one on that is not empty; the ring is not.</summary>
    public long FirstFrom(long bucket)
    {
        while (first[bucket & (Buckets - 1)] == None)
        {
            bucket++;
        }

        return bucket;
    }

    /// <summary>Whether a bucket holds any.</summary>
    public bool Has(long bucket) => first[bucket & (Buckets - 1)] != None;

    /// <summary>Takes the latest of a bucket that is not empty.</summary>
    public T Take(long bucket)
    {
        ref int at = ref first[bucket & (Buckets - 1)];
        int node = at;
        (T item, at) = nodes[node];
        nodes[node].After = free;
        free = node;
        Count--;
        return item;
    }
}
