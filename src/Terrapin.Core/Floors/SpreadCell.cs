using System.Text.Json.Serialization;
using Terrapin.Core.Model;

namespace Terrapin.Core.Floors;

/// <summary>What a spread knows of one cell, side by side in memory: it looks at all of it, and then at the cells beside it.</summary>
internal struct SpreadCell
{
    /// <summary>From where the water of a cell's sink comes in to the cell, m; infinite where nothing has come near.</summary>
    public float PathM;

    /// <summary>The lowest sill by which a cell was offered so far, m.</summary>
    public float WayM;

    /// <summary>On the floor when a cell gets wet, m³; infinite where it is dry.</summary>
    public float ArrivalM3;

    /// <summary>Number of the sink that a wet cell belongs to.</summary>
    public ushort Sink;

    /// <summary>What is known of it.</summary>
    public Marks Known;

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

    /// <summary>Nothing has come near.</summary>
    public static SpreadCell Untouched => new() { PathM = float.PositiveInfinity, WayM = float.PositiveInfinity, ArrivalM3 = float.PositiveInfinity };

    public readonly bool IsDry => float.IsPositiveInfinity(ArrivalM3);
}
