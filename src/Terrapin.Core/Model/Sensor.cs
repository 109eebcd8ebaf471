using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

/// <summary>What keeps a sensor where it was put.</summary>
[JsonConverter(typeof(CamelCase<SensorHold>))]
public enum SensorHold
{
    Unknown,

    /// <summary>Stuck or screwed down, or held by what it lies under.</summary>
    Fixed,

    /// <summary>Loose, with a label on it that says to leave it there.</summary>
    Labelled,

    Loose,
}

public sealed record Sensor
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>Id in the catalogue.</summary>
    [Id]
    public required string SpecId { get; init; }

    [Id]
    public required string RoomId { get; init; }

    /// <summary>Where it lies (a cord's probe) on the drawing of its room; <see langword="null"/>: not drawn.</summary>
    public FloorPoint? At { get; init; }

    /// <summary>The way a rope lies, at least two places; empty for other kinds.</summary>
    [AtMost(50)]
    [JsonRequired]
    public IReadOnlyList<FloorPoint> Path { get; init; } = [];

    /// <summary>Where the main part of a probe on a cord hangs; <see langword="null"/>: not said.</summary>
    public FloorPoint? MainPartAt { get; init; }

    /// <summary>How far a probe hangs above the floor or the bottom of a pit; <see langword="null"/>: it lies there.</summary>
    [Limits(0, 5, "m")]
    public double? ProbeHeightM { get; init; }

    public SensorHold Hold { get; init; }

    /// <summary>What is printed on it of when it was made; <see langword="null"/>: not read.</summary>
    [AtMost(60)]
    public string? Batch { get; init; }

    /// <summary>Words of one's own that sort it beside its room, each of 1 to 40 characters, without a comma; <see langword="null"/>: none.</summary>
    [AtMost(10)]
    public IReadOnlyList<string>? Tags { get; init; }

    /// <summary>What its radio has to get out of.</summary>
    public RadioCover Cover { get; init; }

    /// <summary>The coldest it gets where it, or its main part, is; <see langword="null"/>: a warm room.</summary>
    [Limits(-60, 60, "°C")]
    public double? ColdestC { get; init; }

    /// <summary>How often it is set to report; <see langword="null"/>: as the catalogue says.</summary>
    [Limits(1, 1000000, "s")]
    public double? ReportEveryS { get; init; }

    /// <summary>The cells that were put in; <see langword="null"/>: those that it comes with.</summary>
    public BatteryCells? Cells { get; init; }

    /// <summary>The leak points of its room that it can hear, each with the way the water has to go.</summary>
    [AtMost(100)]
    public required IReadOnlyList<LeakDistance> Distances { get; init; }

    /// <summary>Characters of a tag.</summary>
    public const int LongestTag = 40;

    /// <summary>What a tag looks like.</summary>
    public static readonly string TagForm = $"a tag of 1 to {LongestTag} characters, without a comma and without a space before or after it";

    /// <summary>Whether a text can be a tag.</summary>
    public static bool IsTag(string text) => text.Length is > 0 and <= LongestTag && text == text.Trim() && !text.AsSpan().ContainsAny(",\n\r\t");
}

/// <summary>How far the water runs along the floor from a leak point to a sensor.</summary>
public sealed record LeakDistance
{
    [Id]
    public required string LeakId { get; init; }

    [Limits(0, 200, "m")]
    public double? DistanceM { get; init; }
}
