namespace Terrapin.Core.Plans;

/// <summary>
/// One site as it is planned: what is there, what is fitted, and what shall happen when it leaks. Immutable; saved whole.
/// SI throughout, the unit in the name. <see langword="null"/> on a measurement means <em>not measured</em>.
/// </summary>
public sealed record Plan
{
    /// <summary>The version of the plan document that this program writes.</summary>
    public const int CurrentVersion = 1;

    public required int Version { get; init; }
    public required Site Site { get; init; }
    public required WaterSupply Supply { get; init; }
    public required MainValve Main { get; init; }

    /// <summary>The pipes behind the main valve, as a tree; a pipe without a parent starts at the valve.</summary>
    [AtMost(300)]
    public required IReadOnlyList<Pipe> Pipes { get; init; }

    /// <summary>The drive on the main valve, or <see langword="null"/> while none is chosen.</summary>
    public FittedDrive? Drive { get; init; }

    [AtMost(300)]
    public required IReadOnlyList<Room> Rooms { get; init; }

    [AtMost(500)]
    public required IReadOnlyList<Sensor> Sensors { get; init; }

    /// <summary>The hub that runs the rules, by its id in the catalogue; <see langword="null"/> while none is chosen.</summary>
    [Id]
    public string? HubId { get; init; }

    [AtMost(200)]
    public required IReadOnlyList<Rule> Rules { get; init; }

    /// <summary>The devices that this plan may use, with the figures it was reckoned with.</summary>
    public required Catalogue Catalogue { get; init; }
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
