using Terrapin.Core.Findings;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;
using Terrapin.Core.Simulation;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Rehearsal;

/// <summary>A sensor as one leak finds it.</summary>
/// <param name="SensorId">Its id.</param>
/// <param name="Index">In the plan.</param>
/// <param name="TripM3">Litres on the floor when its contacts are wet, m³; <see langword="null"/>: never, or not known.</param>
/// <param name="ResponseS">From wet contacts to the radio message, s.</param>
/// <param name="RadioS">From the message to the hub, s.</param>
/// <param name="RepeatsS">How often it says anew what it has said, s; infinite: not known.</param>
internal sealed record SensorCase(string SensorId, int Index, double? TripM3, double ResponseS, double RadioS, double RepeatsS);

/// <summary>A driven valve before a leak that a rule or a link closes, or that closes by itself in a power cut.</summary>
internal sealed record ValveCase
{
    public required string StopValveId { get; init; }

    /// <summary>Its place among the driven valves of the plan.</summary>
    public required int Index { get; init; }

    public required SimulatedValve Simulated { get; init; }

    /// <summary>What it passes for ever although it is shut, m³/s; <see langword="null"/>: not known.</summary>
    public required double? PassesM3PerS { get; init; }

    /// <summary>Why nothing can close it; <see langword="null"/> where the drive can be counted on.</summary>
    public Cause? CannotClose { get; init; }

    /// <summary>Why water runs on even behind it shut, whatever the pump does.</summary>
    public Cause? RunsOn { get; init; }

    /// <summary>Whether a pump behind it goes on pumping when it is shut, unless a rule switches it off.</summary>
    public bool PumpRunsOn { get; init; }

    /// <summary>What still runs out once it is shut.</summary>
    public required DrainParts Drain { get; init; }
}

/// <summary>What one leak meets of hub and valves, wherever sensors lie, at one corner of what is unknown.</summary>
internal sealed record ClosingCase
{
    /// <summary>From a message to the hub's command, s.</summary>
    public required double HubS { get; init; }

    /// <summary>For each stop valve on the way, in the direction of flow; <see langword="null"/>: it stays open.</summary>
    public required IReadOnlyList<ValveCase?> Valves { get; init; }

    /// <summary>Why no valve can close for it, whatever the rules order; <see langword="null"/> where one on its way has a drive.</summary>
    public required Cause? NoValve { get; init; }

    /// <summary>What is not measured of its flow, the hub and the valves.</summary>
    public required Screening Screening { get; init; }

    public required IReadOnlyList<Finding> Findings { get; init; }
}

/// <summary>All that a rehearsal of one leak needs, as plain numbers at one corner of what is unknown.</summary>
internal sealed record LeakCase
{
    public required LeakPoint Leak { get; init; }

    public required LeakFlow Flow { get; init; }

    /// <summary>The flow while a valve turns, found once for all modes.</summary>
    public required TurningFlows Turning { get; init; }

    public required ClosingCase Closing { get; init; }

    public IReadOnlyList<ValveCase?> Valves => Closing.Valves;

    public double HubS => Closing.HubS;

    public Cause? NoValve => Closing.NoValve;

    public required IReadOnlyList<SensorCase> Sensors { get; init; }

    /// <summary>The sensor that knows first with every valve open; <see langword="null"/>: none ever does.</summary>
    public SensorCase? First() => Flow.OpenM3PerS > 0
        ? Sensors.Where(s => s.TripM3 is not null).MinBy(s => (s.TripM3 / Flow.OpenM3PerS) + s.ResponseS + s.RadioS)
        : null;

    /// <summary>What is not measured of all that.</summary>
    public required Screening Screening { get; init; }

    public required IReadOnlyList<Finding> Findings { get; init; }
}
