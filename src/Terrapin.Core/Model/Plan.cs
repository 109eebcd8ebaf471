using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

/// <summary>
/// One site as it is planned: what is there, what is fitted, and what shall happen when it leaks. Immutable; saved whole.
/// SI throughout, the unit in the name. <see langword="null"/> on a measurement means <em>not measured</em>.
/// </summary>
public sealed record Plan
{
    /// <summary>The version of the plan document that this program writes.</summary>
    public const int CurrentVersion = 5;

    public required int Version { get; init; }
    public required Site Site { get; init; }

    public required Building Building { get; init; }

    public required Installation Installation { get; init; }

    /// <summary>Other installations for the same building, kept to compare.</summary>
    [AtMost(20)]
    public required IReadOnlyList<PlanOption> Options { get; init; }

    /// <summary>What the customer calculates the price against.</summary>
    [JsonRequired]
    public Payback Payback { get; init; } = new();

    /// <summary>How often what is fitted fails; <see langword="null"/>: nobody has said.</summary>
    public FailureFigures? Failures { get; init; }

    /// <summary>Rehearsals that must go on coming out as well as they did; <see langword="null"/>: none.</summary>
    [AtMost(50)]
    public IReadOnlyList<RehearsalCase>? Cases { get; init; }

    /// <summary>The revision of the firm's catalogue that <see cref="Catalogue"/> was taken from; <see langword="null"/>: it is the plan's own.</summary>
    [Limits(1, int.MaxValue, "")]
    public int? CatalogueRevision { get; init; }

    /// <summary>The devices that this plan may use, with the figures it was calculated with.</summary>
    public required Catalogue Catalogue { get; init; }
}

/// <summary>Figures of the customer's own, in the catalogue's currency; <see langword="null"/>: not given.</summary>
public sealed record Payback
{
    /// <summary>What one leak would cost them that this avoids.</summary>
    [Limits(0, 1e9, "")]
    public double? AvoidedEvent { get; init; }

    /// <summary>What their insurer takes off in a year.</summary>
    [Limits(0, 1e9, "")]
    public double? RebatePerYear { get; init; }

    /// <summary>Fitting, beside the devices.</summary>
    [Limits(0, 1e9, "")]
    public double? Labour { get; init; }
}

public sealed record Site
{
    [AtMost(120)]
    public required string Name { get; init; }

    [AtMost(2000)]
    [JsonRequired]
    public string Notes { get; init; } = "";
}

[JsonConverter(typeof(CamelCase<Answer>))]
public enum Answer
{
    Unknown,
    Yes,
    No,
}
