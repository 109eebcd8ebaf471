using System.Text.Json.Serialization;
using Terrapin.Core.Drives;
using Terrapin.Core.Model;

namespace Terrapin.Core.Rehearsal;

[JsonConverter(typeof(CamelCase<StopValveRole>))]
public enum StopValveRole
{
    /// <summary>It has a drive.</summary>
    Driven,

    /// <summary>No drive closes what it stops, and no other main in line with it is a better place for one.</summary>
    Candidate,

    /// <summary>It stays a hand valve: another main in line with it has the drive, or is the better place.</summary>
    HandValve,
}

/// <summary>One main valve: what it stops, what suits it, and how it compares with those in line with it.</summary>
public sealed record StopValveAssessment
{
    public required string StopValveId { get; init; }

    public required StopValveRole Role { get; init; }

    public required DriveVerdict Drive { get; init; }

    /// <summary>Every drive of the catalogue on this valve, the best first.</summary>
    public required IReadOnlyList<RankedDrive> Drives { get; init; }

    /// <summary>The leak points that it stops when shut.</summary>
    public required IReadOnlyList<string> StopsLeaks { get; init; }

    /// <summary>
    /// What the fastest leak behind it goes on running once its drive has stopped, m³/s; 0 where that shuts the valve;
    /// <see langword="null"/> without a drive or a leak.
    /// </summary>
    public double? ResidualM3PerS { get; init; }

    /// <summary>1 is the best place for a drive among the mains in line with it; <see langword="null"/>: it is alone.</summary>
    public int? Rank { get; init; }

    /// <summary>What speaks for and against a drive on it.</summary>
    public required IReadOnlyList<ChoiceReason> Reasons { get; init; }

    /// <summary>The steps of mounting its drive, in order; empty without one.</summary>
    public required IReadOnlyList<MountingStep> Steps { get; init; }
}

/// <param name="For">Whether it speaks for a drive here.</param>
/// <param name="Text">In a few words.</param>
public sealed record ChoiceReason(bool For, string Text);
