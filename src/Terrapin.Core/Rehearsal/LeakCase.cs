using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Plans;

namespace Terrapin.Core.Rehearsal;

/// <summary>A sensor as one leak finds it.</summary>
/// <param name="SensorId">Its id.</param>
/// <param name="TripM3">Litres on the floor when its contacts are wet, m³; <see langword="null"/>: never, or not known.</param>
/// <param name="ResponseS">From wet contacts to the radio message, s.</param>
/// <param name="RadioS">From the message to the hub, s.</param>
internal sealed record SensorCase(string SensorId, double? TripM3, double ResponseS, double RadioS);

/// <summary>All that a rehearsal of one leak needs, as plain numbers at one corner of what is unknown.</summary>
internal sealed record LeakCase
{
    public required LeakPoint Leak { get; init; }

    /// <summary>The main that is closed for it; <see langword="null"/> where none on its way has a drive.</summary>
    public required string? MainId { get; init; }

    public required ClosingResult Closing { get; init; }

    public required double EndAngleDeg { get; init; }

    /// <summary>Hub, command and motor start, s.</summary>
    public required double LogicS { get; init; }

    public required IReadOnlyList<SensorCase> Sensors { get; init; }

    public required DrainParts Drain { get; init; }

    /// <summary>What a valve that does not seal passes for ever, m³/s; <see langword="null"/>: not known.</summary>
    public required double? PassesM3PerS { get; init; }

    /// <summary>Why nothing can close the valve; <see langword="null"/> where the drive can be counted on.</summary>
    public Cause? CannotClose { get; init; }

    /// <summary>Why water runs on even behind a shut valve.</summary>
    public Cause? RunsOn { get; init; }

    public required Screening Screening { get; init; }

    public required IReadOnlyList<Finding> Findings { get; init; }
}
