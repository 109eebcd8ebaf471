namespace Terrapin.Core.Findings;

/// <summary>Gathers the findings of one stage about one place of the plan.</summary>
/// <param name="stage">Where they are mended.</param>
/// <param name="at">JSON pointer to the place; each finding adds its own part, or names another place by a whole pointer.</param>
internal sealed class FindingCollector(Stage stage, string at)
{
    private readonly List<Finding> findings = [];

    public IReadOnlyList<Finding> Findings => findings;

    /// <summary>JSON pointer to the drive, where the place is a stop valve; a finding may stand there instead.</summary>
    public string DriveAt { get; init; } = "";

    public void Stop(string code, string where, string why, string remedy, Trade trade = Trade.Fitter, params (string Name, QuantityKind Kind, double Value)[] numbers) =>
        Add(Severity.Stop, code, where, why, remedy, trade, numbers);

    public void Caution(string code, string where, string why, string remedy, Trade trade = Trade.Fitter, params (string Name, QuantityKind Kind, double Value)[] numbers) =>
        Add(Severity.Caution, code, where, why, remedy, trade, numbers);

    public void Note(string code, string where, string why, string remedy, Trade trade = Trade.Fitter, params (string Name, QuantityKind Kind, double Value)[] numbers) =>
        Add(Severity.Note, code, where, why, remedy, trade, numbers);

    public void Add(Severity severity, string code, string where, string why, string remedy, Trade trade, params (string Name, QuantityKind Kind, double Value)[] numbers) =>
        findings.Add(new Finding
        {
            Code = code,
            Severity = severity,
            Stage = stage,
            Where = where.StartsWith('/') ? where : where.Length == 0 ? at : $"{at}/{where}",
            Why = why,
            Remedy = remedy,
            Trade = trade,
            Numbers = numbers.ToDictionary(n => n.Name, n => new Quantity(n.Kind, n.Value)),
        });
}
