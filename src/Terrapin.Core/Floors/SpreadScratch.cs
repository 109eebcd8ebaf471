using System.Collections.Concurrent;

namespace Terrapin.Core.Floors;

/// <summary>The large arrays that one field needs while it is made; making them anew would cost more than the field itself.</summary>
internal sealed class SpreadScratch
{
    private static readonly ConcurrentBag<SpreadScratch> Kept = [];

    private SpreadScratch(int count)
    {
        PathM = new float[count];
        WayM = new float[count];
        ArrivalM3 = new float[count];
        Sink = new ushort[count];
        Array.Fill(PathM, float.PositiveInfinity);
        Array.Fill(WayM, float.PositiveInfinity);
        Array.Fill(ArrivalM3, float.PositiveInfinity);
    }

    /// <summary>From where the water of a cell's sink comes in to the cell, m; infinite where nothing has come near.</summary>
    public float[] PathM { get; }

    /// <summary>The lowest sill by which a cell was offered so far, m.</summary>
    public float[] WayM { get; }

    /// <summary>On the floor when a cell gets wet, m³; infinite where it is dry.</summary>
    public float[] ArrivalM3 { get; }

    /// <summary>Number of the sink that a wet cell belongs to.</summary>
    public ushort[] Sink { get; }

    /// <summary>The cells that are not as they were at first.</summary>
    public List<int> Touched { get; } = [];

    /// <param name="count">Cells of the raster.</param>
    public static SpreadScratch For(int count)
    {
        // One that was made for a smaller raster is let go.
        while (Kept.TryTake(out SpreadScratch? kept))
        {
            if (kept.PathM.Length >= count && kept.PathM.Length <= Math.Max(2 * count, 1 << 16))
            {
                return kept;
            }
        }

        return new SpreadScratch(count);
    }

    public void GiveBack()
    {
        foreach (int cell in Touched)
        {
            PathM[cell] = float.PositiveInfinity;
            WayM[cell] = float.PositiveInfinity;
            ArrivalM3[cell] = float.PositiveInfinity;
        }

        Touched.Clear();
        if (Kept.Count < Environment.ProcessorCount)
        {
            Kept.Add(this);
        }
    }
}
