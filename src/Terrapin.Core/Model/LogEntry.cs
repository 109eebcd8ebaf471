using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

/// <summary>How the drive sat when a stroke was made.</summary>
[JsonConverter(typeof(CamelCase<StrokeStage>))]
public enum StrokeStage
{
    /// <summary>Before it is mounted: the valve is not in it.</summary>
    Bench,

    /// <summary>On the valve, straps or screws not tightened yet.</summary>
    Loose,

    /// <summary>As it stays.</summary>
    Tight,
}

[JsonConverter(typeof(CamelCase<StrokeDirection>))]
public enum StrokeDirection
{
    Closing,
    Opening,
}

/// <summary>A stroke that somebody watched.</summary>
public sealed record SeenStroke
{
    public required StrokeStage Stage { get; init; }

    public required StrokeDirection Direction { get; init; }

    [Limits(0.1, 600, "s")]
    public double? DurationS { get; init; }

    /// <summary>Where the handle stopped, from fully open; 90° is the full quarter turn.</summary>
    [Limits(0, 100, "°")]
    public double? EndAngleDeg { get; init; }
}

[JsonConverter(typeof(CamelCase<LogKind>))]
public enum LogKind
{
    /// <summary>Somebody watched a stroke of a drive.</summary>
    StrokeSeen,

    /// <summary>A step of mounting a drive was ticked off.</summary>
    StepDone,

    /// <summary>The tick was taken back.</summary>
    StepUndone,

    /// <summary>A photograph was added.</summary>
    PhotographTaken,

    /// <summary>A signal was read in place; written down when a revision that has it is saved.</summary>
    SignalRead,

    /// <summary>An earlier entry was wrong.</summary>
    StruckOut,
}

/// <summary>Something that happened at a site. It is written down once and never changed; one that was wrong is struck out by another.</summary>
public sealed record LogEntry
{
    public required LogKind Kind { get; init; }

    /// <summary>The fitted drive that a stroke or a step is of.</summary>
    [Id]
    public string? DriveId { get; init; }

    /// <summary>Which step of mounting it.</summary>
    [Id]
    public string? StepId { get; init; }

    public SeenStroke? Stroke { get; init; }

    [Id]
    public string? PhotographId { get; init; }

    public SignalReading? Signal { get; init; }

    /// <summary>Number of the entry that is struck out.</summary>
    [Limits(1, int.MaxValue, "")]
    public int? Strikes { get; init; }
}

/// <summary>An entry as the site's log keeps it.</summary>
public sealed record LoggedEntry
{
    /// <summary>Counts from 1 within its site.</summary>
    [Limits(1, int.MaxValue, "")]
    public required int Number { get; init; }

    /// <summary>The site's newest revision when it was written down.</summary>
    [Limits(1, int.MaxValue, "")]
    public required int Revision { get; init; }

    /// <summary>Who wrote it.</summary>
    [AtMost(120)]
    public required string By { get; init; }

    /// <summary>When, ISO 8601 with its zone.</summary>
    [AtMost(40)]
    public required string At { get; init; }

    public required LogEntry Entry { get; init; }
}
