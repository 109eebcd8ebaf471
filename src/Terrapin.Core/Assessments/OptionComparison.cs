using Terrapin.Core.Floors;
using Terrapin.Core.Model;

namespace Terrapin.Core.Assessments;

/// <summary>One choice of devices and rules, in the figures that people compare.</summary>
public sealed record OptionAssessment
{
    /// <summary><see langword="null"/>: the plan as it stands.</summary>
    public string? OptionId { get; init; }

    public required string Name { get; init; }

    public required Tally Tally { get; init; }

    /// <summary>The names of the drives, one a main that has one.</summary>
    public required IReadOnlyList<string> Drives { get; init; }

    public required int Sensors { get; init; }

    /// <summary>Each leak point at its worst over the modes, in the order of the plan.</summary>
    public required IReadOnlyList<LeakOutcome> Leaks { get; init; }
}

/// <summary>Holds the options of a plan against each other and against the plan as it stands.</summary>
public static class OptionComparison
{
    /// <summary>The plan as it stands first, then its options in their order.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="floors">Keeps the fields of the drawn floors from one call to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static IReadOnlyList<OptionAssessment> Of(Plan plan, FloorMemory? floors = null, CancellationToken cancel = default)
    {
        floors ??= new FloorMemory();
        return [Assess(plan, null, "As it stands", floors, cancel), .. plan.Options.Select(o => Assess(plan with { Installation = o.Installation }, o.Id, o.Name, floors, cancel))];
    }

    private static OptionAssessment Assess(Plan plan, string? id, string name, FloorMemory floors, CancellationToken cancel)
    {
        Assessment assessment = Assessor.Assess(plan, floors, cancel);
        return new OptionAssessment
        {
            OptionId = id,
            Name = name,
            Tally = assessment.Tally,
            Drives = [.. plan.Installation.Drives.Select(d => plan.SpecOf(d).Name)],
            Sensors = plan.Installation.Sensors.Count,
            Leaks = [.. assessment.Leaks.GroupBy(l => l.LeakId).Select(g => g.Aggregate(Assessor.Worse))],
        };
    }
}
