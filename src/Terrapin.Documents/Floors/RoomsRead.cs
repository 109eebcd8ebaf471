using System.Globalization;
using Terrapin.Core.Model;

namespace Terrapin.Documents.Floors;

/// <summary>A room as a file brings it.</summary>
public sealed record ReadRoom
{
    public required string Name { get; init; }

    public required string Storey { get; init; }

    public required IReadOnlyList<FloorRectangle> Areas { get; init; }

    /// <summary>As the file has it; <see langword="null"/>: it says nothing.</summary>
    public string? FinishId { get; init; }
}

/// <summary>The rooms of a file, to be drawn into a plan.</summary>
/// <param name="Rooms">At least one.</param>
public sealed record RoomsRead(IReadOnlyList<ReadRoom> Rooms)
{
    private const double SmallestM = 0.3;
    private const double LargestM = 200;

    /// <summary>A room of zero or half a kilometre is a slip of the unit.</summary>
    /// <returns>What is wrong with its size, or <see langword="null"/>.</returns>
    internal static string? SizeError(string name, FloorRectangle area) =>
        area.LengthM >= SmallestM && area.WidthM >= SmallestM && area.LengthM <= LargestM && area.WidthM <= LargestM
            ? null
            : string.Create(CultureInfo.InvariantCulture, $"\"{name}\" is {area.LengthM:0.###} by {area.WidthM:0.###} m; a room is {SmallestM} to {LargestM} m each way. Look at its unit.");
}
