namespace Terrapin.Core.Findings;

/// <summary>Gathers the findings about one place of the plan.</summary>
/// <param name="at">JSON pointer to the place; each finding adds its own part, or names another place by a whole pointer.</param>
internal sealed class FindingCollector(string at)
{
    private readonly List<Finding> findings = [];

    public IReadOnlyList<Finding> Findings => findings;

    /// <summary>JSON pointer to the drive, where the place is a stop valve; a finding may stand there instead.</summary>
    public string DriveAt { get; init; } = "";

    public void Add(FindingKind kind, string where, string why, string remedy, params (string Name, QuantityKind Kind, double Value)[] numbers) =>
        Add(kind, kind.Severity, where, why, remedy, numbers);

    /// <param name="severity">Of this case.</param>
    public void Add(FindingKind kind, Severity severity, string where, string why, string remedy, params (string Name, QuantityKind Kind, double Value)[] numbers) =>
        findings.Add(Finding.Of(kind, where.StartsWith('/') ? where : where.Length == 0 ? at : $"{at}/{where}", why, remedy) with
        {
            Severity = severity,
            Numbers = numbers.ToDictionary(n => n.Name, n => new Quantity(n.Kind, n.Value)),
        });
}
