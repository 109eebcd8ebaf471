namespace Terrapin.Core.Plans;

/// <summary>
/// One site as it is planned: what is there, what is fitted, and what shall happen when it leaks. Immutable; saved whole.
/// SI throughout, the unit in the name. <see langword="null"/> on a measurement means <em>not measured</em>.
/// </summary>
public sealed record Plan
{
    /// <summary>The version of the plan document that this program writes.</summary>
    public const int CurrentVersion = 3;

    public required int Version { get; init; }
    public required Site Site { get; init; }
    public required WaterSupply Supply { get; init; }

    /// <summary>The main valves, at least one: in line, or one for each part of the building.</summary>
    [AtMost(50)]
    public required IReadOnlyList<MainValve> Mains { get; init; }

    /// <summary>The pipes, as a tree that starts at the supply and runs through the main valves.</summary>
    [AtMost(300)]
    public required IReadOnlyList<Pipe> Pipes { get; init; }

    [AtMost(300)]
    public required IReadOnlyList<Room> Rooms { get; init; }

    /// <summary>The floors that rooms are drawn on, the highest first.</summary>
    [AtMost(20)]
    public IReadOnlyList<Storey> Storeys { get; init; } = [];

    [AtMost(500)]
    public IReadOnlyList<Doorway> Doorways { get; init; } = [];

    [AtMost(500)]
    public IReadOnlyList<Wall> Walls { get; init; } = [];

    [AtMost(100)]
    public IReadOnlyList<FloorOpening> Openings { get; init; } = [];

    [AtMost(500)]
    public required IReadOnlyList<Sensor> Sensors { get; init; }

    /// <summary>The hub that runs the rules, by its id in the catalogue; <see langword="null"/> while none is chosen.</summary>
    [Id]
    public string? HubId { get; init; }

    [AtMost(200)]
    public required IReadOnlyList<Rule> Rules { get; init; }

    /// <summary>Other choices of drives, sensors, hub and rules for the same building, kept to compare.</summary>
    [AtMost(20)]
    public IReadOnlyList<PlanOption> Options { get; init; } = [];

    /// <summary>What the customer calculates the price against.</summary>
    public Payback Payback { get; init; } = new();

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
    public string Notes { get; init; } = "";
}

public enum Answer
{
    Unknown,
    Yes,
    No,
}
