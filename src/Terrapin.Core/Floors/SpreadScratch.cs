using System.Collections.Concurrent;
using System.Text.Json.Serialization;
using Terrapin.Core.Model;

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
        Known = new Marks[count];
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

    /// <summary>What is known of a cell.</summary>
    [Flags]
    [JsonConverter(typeof(CamelCase<Marks>))]
    public enum Marks : byte
    {
        None = 0,

        /// <summary>The path to it is the straight one, than which none is shorter.</summary>
        Seen = 1,

        /// <summary>It counts among the level cells beside a sink.</summary>
        InLevelRim = 2,
    }

    public Marks[] Known { get; }

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

    /// <param name="from">The first cell that may not be as it was at first.</param>
    /// <param name="to">The first behind the last.</param>
    public void GiveBack(int from, int to)
    {
        foreach (float[] cells in (float[][])[PathM, WayM, ArrivalM3])
        {
            cells.AsSpan(from, to - from).Fill(float.PositiveInfinity);
        }

        Known.AsSpan(from, to - from).Clear();

        if (Kept.Count < Environment.ProcessorCount)
        {
            Kept.Add(this);
        }
    }
}
