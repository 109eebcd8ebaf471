using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

/// <summary>What can fail between a leak and a shut valve.</summary>
[JsonConverter(typeof(CamelCase<PartKind>))]
public enum PartKind
{
    Sensor,

    /// <summary>All sensors of one kind that were made together, for one cause.</summary>
    SensorBatch,
    Repeater,
    Hub,

    /// <summary>The service outside the house that runs the rules.</summary>
    CloudService,

    /// <summary>The way out of the house, router and line.</summary>
    Internet,
    Mains,

    /// <summary>It does not turn its valve.</summary>
    Drive,

    /// <summary>It lets water through when it is shut.</summary>
    StopValve,
}

/// <summary>How often one kind of part fails, and for how long it stays so.</summary>
public sealed record FailureRate
{
    public required PartKind Kind { get; init; }

    /// <summary>Failures of one such part in a year; <see langword="null"/>: not said.</summary>
    [Limits(0, 1000, "1/year")]
    public double? PerYear { get; init; }

    /// <summary>
    /// The share of them that is noticed at once, as a battery that reports itself low; <see langword="null"/>: not said, and so none. Mains,
    /// internet and cloud service are used every day: their failures are all noticed, whatever is said.
    /// </summary>
    [Limits(0, 1, "")]
    public double? NoticedShare { get; init; }

    /// <summary>The share of them that only a test finds.</summary>
    [JsonIgnore]
    public double HiddenShare => Kind is PartKind.Mains or PartKind.Internet or PartKind.CloudService ? 0 : 1 - (NoticedShare ?? 0);

    /// <summary>From being noticed until it works again; <see langword="null"/>: not said.</summary>
    [Limits(0, 31557600, "s")]
    public double? RepairS { get; init; }
}

/// <summary>How often what is fitted fails, and how often it is tested with water.</summary>
public sealed record FailureFigures
{
    /// <summary>The longest test interval that is looked at, 20 years, s.</summary>
    public const double LongestTestS = 20 * YearS;

    /// <summary>The shortest, an hour, s.</summary>
    public const double ShortestTestS = 3600;

    /// <summary>365.25 days, s.</summary>
    public const double YearS = 31557600;

    /// <summary>At most one of a kind; <see langword="null"/>: nobody has said.</summary>
    [AtMost(20)]
    public IReadOnlyList<FailureRate>? Rates { get; init; }

    /// <summary>From one test of the whole to the next; <see langword="null"/>: not said.</summary>
    [Limits(ShortestTestS, LongestTestS, "s")]
    public double? TestEveryS { get; init; }

    /// <summary>The share of a sensor's failures that strikes all of its batch at once; <see langword="null"/>: not said.</summary>
    [Limits(0, 1, "")]
    public double? CommonShare { get; init; }

    /// <summary>How likely it may at most be that a leak is not stopped; <see langword="null"/>: not said.</summary>
    [Limits(1e-9, 1, "")]
    public double? Target { get; init; }
}
