namespace Terrapin.Core.Plans;

/// <summary>What a customer could have instead: everything that is chosen, nothing that is found.</summary>
public sealed record PlanOption
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>The drives, each on its main.</summary>
    [AtMost(50)]
    public required IReadOnlyList<OptionDrive> Drives { get; init; }

    [AtMost(500)]
    public required IReadOnlyList<Sensor> Sensors { get; init; }

    [Id]
    public string? HubId { get; init; }

    [AtMost(200)]
    public required IReadOnlyList<Rule> Rules { get; init; }

    /// <summary>Keeps what a plan has chosen as an option.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="id">Free among its options.</param>
    /// <param name="name">What the customer calls it.</param>
    public static PlanOption Of(Plan plan, string id, string name) => new()
    {
        Id = id,
        Name = name,
        Drives = [.. plan.Mains.Where(m => m.Drive is not null).Select(m => new OptionDrive { MainId = m.Id, Drive = m.Drive! })],
        Sensors = plan.Sensors,
        HubId = plan.HubId,
        Rules = plan.Rules,
    };

    /// <summary>The plan with this option's choices in place of its own.</summary>
    /// <param name="plan">The plan that holds the option.</param>
    public Plan In(Plan plan) => plan with
    {
        Mains = [.. plan.Mains.Select(m => m with { Drive = Drives.FirstOrDefault(d => d.MainId == m.Id)?.Drive })],
        Sensors = Sensors,
        HubId = HubId,
        Rules = Rules,
    };
}

public sealed record OptionDrive
{
    [Id]
    public required string MainId { get; init; }

    public required FittedDrive Drive { get; init; }
}
