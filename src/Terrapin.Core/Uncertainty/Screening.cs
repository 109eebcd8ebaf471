using Terrapin.Core.Findings;

namespace Terrapin.Core.Uncertainty;

/// <summary>Resolves what is not measured to one end of its span, and remembers what that does to the result.</summary>
internal sealed class Screening(Corner corner)
{
    private readonly Dictionary<(string Where, string Name), Finding> unknowns = [];

    public Corner Corner { get; } = corner;

    /// <summary>What was not measured.</summary>
    public IReadOnlyCollection<Finding> Findings => unknowns.Values;

    /// <summary>Whether anything at all was left open.</summary>
    public bool Any => unknowns.Count > 0;

    /// <summary>Whether something open has no end towards fewer litres.</summary>
    public bool NoLowerBound { get; private set; }

    /// <summary>Whether something open has no end towards more litres.</summary>
    public bool NoUpperBound { get; private set; }

    /// <summary>Another that knows of all that this one does, and goes on from there.</summary>
    public Screening Continued()
    {
        var next = new Screening(Corner) { NoLowerBound = NoLowerBound, NoUpperBound = NoUpperBound };
        foreach ((var key, Finding unknown) in unknowns)
        {
            next.unknowns.Add(key, unknown);
        }

        return next;
    }

    /// <summary>The measured value, or this corner's end of the span.</summary>
    public double Take(double? measured, Span span, Func<Unmeasured> what)
    {
        if (measured is { } value)
        {
            return value;
        }

        Unmeasured unknown = what();
        string taken = span.IsUsual ? "not measured, and assumed as usual" : "not measured";
        Note(unknown, span.IsUsual ? FindingKinds.UsualAssumed : FindingKinds.NotMeasured, $"{unknown.Name}: {taken}. What is lost is calculated for {{from}} to {{to}}.", new()
        {
            ["from"] = new(unknown.Kind, Math.Min(span.Least, span.Most)),
            ["to"] = new(unknown.Kind, Math.Max(span.Least, span.Most)),
        });
        return span.At(Corner);
    }

    /// <summary>Something open that leaves the result without an end on one side.</summary>
    public void LeaveOpen(Unmeasured unknown, FindingKind kind, string why, bool below = false, bool above = false)
    {
        NoLowerBound |= below;
        NoUpperBound |= above;
        Note(unknown, kind, why, []);
    }

    private void Note(Unmeasured unknown, FindingKind kind, string why, Dictionary<string, Quantity> numbers) =>
        unknowns.TryAdd((unknown.Where, unknown.Name), Finding.Of(kind, unknown.Where, why, unknown.HowToMeasure) with { Stage = unknown.Stage, Numbers = numbers });
}
