namespace Terrapin.Core.Floors;

/// <summary>A binary heap of cells by key, the least first, in two flat arrays: fields are made of nothing else.</summary>
internal sealed class CellHeap(int capacity)
{
    private double[] keys = new double[Math.Max(16, capacity)];
    private int[] cells = new int[Math.Max(16, capacity)];

    public int Count { get; private set; }

    public void Push(int cell, double key)
    {
        if (Count == keys.Length)
        {
            Array.Resize(ref keys, Count * 2);
            Array.Resize(ref cells, Count * 2);
        }

        int at = Count++;
        while (at > 0)
        {
            int parent = (at - 1) >> 1;
            if (keys[parent] <= key)
            {
                break;
            }

            keys[at] = keys[parent];
            cells[at] = cells[parent];
            at = parent;
        }

        keys[at] = key;
        cells[at] = cell;
    }

    public int Pop(out double key)
    {
        int top = cells[0];
        key = keys[0];
        int last = --Count;
        double lastKey = keys[last];
        int lastCell = cells[last];
        int at = 0;
        while (true)
        {
            int child = (2 * at) + 1;
            if (child >= last)
            {
                break;
            }

            if (child + 1 < last && keys[child + 1] < keys[child])
            {
                child++;
            }

            if (keys[child] >= lastKey)
            {
                break;
            }

            keys[at] = keys[child];
            cells[at] = cells[child];
            at = child;
        }

        keys[at] = lastKey;
        cells[at] = lastCell;
        return top;
    }
}
