using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

[JsonConverter(typeof(CamelCase<NuisanceKind>))]
public enum NuisanceKind
{
    Mop,
    Splash,
    Condensation,
    Knocked,
}

/// <summary>Water, or a push, that a sensor takes for a leak.</summary>
public sealed record NuisanceEvent
{
    public required NuisanceKind Kind { get; init; }

    /// <summary>How often in a year it wets any one of the sensors; <see langword="null"/>: not said.</summary>
    [Limits(0, 100000, "1/year")]
    public double? PerYear { get; init; }

    /// <summary>For how long the sensor then stays wet, on average; <see langword="null"/>: not said.</summary>
    [Limits(0.1, 86400, "s")]
    public double? LastsS { get; init; }
}
