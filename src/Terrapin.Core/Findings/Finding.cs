using System.Text.Json.Serialization;
using Terrapin.Core.Model;

namespace Terrapin.Core.Findings;

[JsonConverter(typeof(CamelCase<Severity>))]
public enum Severity
{
    /// <summary>Something to know.</summary>
    Note,

    /// <summary>It works, with a doubt that should be cleared.</summary>
    Caution,

    /// <summary>It does not work, or must not be done.</summary>
    Stop,
}

[JsonConverter(typeof(CamelCase<Stage>))]
public enum Stage
{
    Main,
    Drive,
    Rooms,
    Sensors,
    Reach,
    Rules,
    Rehearse,
}

/// <summary>Who may carry out the remedy; local code decides.</summary>
[JsonConverter(typeof(CamelCase<Trade>))]
public enum Trade
{
    Fitter,
    Plumber,
    Electrician,
    Utility,
}

[JsonConverter(typeof(CamelCase<QuantityKind>))]
public enum QuantityKind
{
    /// <summary>m³/s</summary>
    Flow,

    /// <summary>m³</summary>
    Volume,

    /// <summary>Pa</summary>
    Pressure,

    /// <summary>m, shown in metres or feet</summary>
    Length,

    /// <summary>m, shown in millimetres or inches</summary>
    SmallLength,

    /// <summary>N·m</summary>
    Torque,

    /// <summary>N</summary>
    Force,

    /// <summary>s</summary>
    Duration,

    /// <summary>°</summary>
    Angle,

    /// <summary>°C</summary>
    Temperature,

    /// <summary>h</summary>
    Hours,

    /// <summary>no unit</summary>
    Ratio,

    /// <summary>dB</summary>
    Decibels,
}

/// <summary>A number in a sentence, in SI, which the reader sees in the units of their choice.</summary>
/// <param name="Kind">What is measured, which fixes the unit of <paramref name="Value"/>.</param>
/// <param name="Value">In the SI unit of <paramref name="Kind"/>.</param>
public sealed record Quantity(QuantityKind Kind, double Value);

/// <summary>Something that Terrapin noticed.</summary>
public sealed record Finding
{
    private Finding(FindingKind kind) => Kind = kind;

    [JsonIgnore]
    public FindingKind Kind { get; }

    /// <summary>A stable word for this kind of finding.</summary>
    public required string Code { get; init; }

    /// <summary>Whether something is not measured, so that a result is a bound.</summary>
    public required bool WidensBound { get; init; }

    public required Severity Severity { get; init; }

    /// <summary>The stage where it is mended.</summary>
    public required Stage Stage { get; init; }

    /// <summary>JSON pointer into the plan.</summary>
    public required string Where { get; init; }

    /// <summary>Which of several things of its kind it is about, by name; <see langword="null"/>: there is one only, or the sentence says it.</summary>
    public string? About { get; init; }

    /// <summary>What, and why it matters; <c>{name}</c> stands for a number of <see cref="Numbers"/>.</summary>
    public required string Why { get; init; }

    public required string Remedy { get; init; }

    public required Trade Trade { get; init; }

    public IReadOnlyDictionary<string, Quantity> Numbers { get; init; } = new Dictionary<string, Quantity>();

    /// <summary>A finding as its kind has it.</summary>
    /// <param name="kind">Its severity, stage and trade are taken over.</param>
    /// <param name="where">JSON pointer into the plan.</param>
    /// <param name="why">As of <see cref="Why"/>.</param>
    /// <param name="remedy">What to do.</param>
    internal static Finding Of(FindingKind kind, string where, string why, string remedy) =>
        new(kind) { Code = kind.Code, WidensBound = kind.WidensBound, Severity = kind.Severity, Stage = kind.Stage, Where = where, Why = why, Remedy = remedy, Trade = kind.Trade };
}
