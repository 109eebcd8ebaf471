using Terrapin.Core.Model;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Reach;

/// <summary>A wall or doorway on the way of a link.</summary>
/// <param name="StoreyId">Of its storey.</param>
/// <param name="At">Where the link meets it.</param>
/// <param name="Make">What it is made of; <see langword="null"/>: nobody has looked.</param>
/// <param name="IsDoorway">It takes nothing.</param>
/// <param name="LossDb">dB; both ends open: it blocks.</param>
public sealed record LinkWall(string StoreyId, FloorPoint At, WallMake? Make, bool IsDoorway, Interval LossDb);

/// <summary>What reaches one device from another, with each loss.</summary>
public sealed record RadioLink
{
    public required string FromId { get; init; }

    public required string ToId { get; init; }

    public required string RadioId { get; init; }

    /// <summary>Whether a sensor orders a drive by it, without a hub.</summary>
    public required bool IsDirect { get; init; }

    /// <summary>m.</summary>
    public required Interval DistanceM { get; init; }

    public required Interval FreeSpaceDb { get; init; }

    public required IReadOnlyList<LinkWall> Walls { get; init; }

    public required int Floors { get; init; }

    public required Interval FloorsDb { get; init; }

    /// <summary>Lids, pits and cupboards at both ends.</summary>
    public required Interval CoversDb { get; init; }

    /// <summary>Whether metal stands in the way, and nobody has read a signal all the same.</summary>
    public required bool IsBlocked { get; init; }

    /// <summary>The signal that is predicted, dBm; both ends open where it is blocked.</summary>
    public required Interval PredictedDbm { get; init; }

    /// <summary>The signal that was read in place, dBm.</summary>
    public double? ReadDbm { get; init; }

    /// <summary>The bars of five that a device showed in place.</summary>
    public int? ReadBars { get; init; }

    /// <summary>What is left above what the radio needs, the fade kept back; by the reading where there is one. dB.</summary>
    public required Interval MarginDb { get; init; }

    /// <summary>Whether that is enough.</summary>
    public required MarginStanding Standing { get; init; }

    /// <summary>How likely it works, 0 to 1.</summary>
    public required Interval Chance { get; init; }

    /// <summary>Whether the materials' laws are extended below the frequencies that they were measured at.</summary>
    public required bool IsExtrapolated { get; init; }
}

/// <summary>How a device is heard.</summary>
public sealed record DeviceReach
{
    public required string DeviceId { get; init; }

    public required RadioRole Role { get; init; }

    public required string Name { get; init; }

    /// <summary>The radio it is heard by; <see langword="null"/>: no hub speaks one of its own, or that is not known.</summary>
    public string? RadioId { get; init; }

    /// <summary>The way to the hub, the device first; empty where there is none.</summary>
    public required IReadOnlyList<string> Route { get; init; }

    /// <summary>Of the weakest hop of the best way, dB; <see langword="null"/>: not known.</summary>
    public Interval? MarginDb { get; init; }

    /// <summary>Whether metal stands in every way.</summary>
    public required bool IsBlocked { get; init; }

    /// <summary>Whether what is in hand is enough.</summary>
    public required MarginStanding Standing { get; init; }
}

/// <summary>What radio reaches in a plan.</summary>
public sealed record RadioReach
{
    /// <summary>Each sensor, drive and repeater.</summary>
    public required IReadOnlyList<DeviceReach> Devices { get; init; }

    /// <summary>The hops of all ways, and the direct links.</summary>
    public required IReadOnlyList<RadioLink> Links { get; init; }

    /// <summary>The margin that every link should have, dB.</summary>
    public required double WantedDb { get; init; }

    /// <summary>The device with the least margin, of those whose margin is known or that are blocked.</summary>
    public DeviceReach? Weakest { get; init; }
}
