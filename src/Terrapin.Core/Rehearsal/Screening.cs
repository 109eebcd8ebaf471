using Terrapin.Core.Findings;
using Terrapin.Core.Plans;

namespace Terrapin.Core.Rehearsal;

/// <summary>Which end of what is not measured is taken.</summary>
public enum Corner
{
    /// <summary>Every unknown as it gives the fewest litres.</summary>
    Least,

    /// <summary>Every unknown as it gives the most litres.</summary>
    Most,
}

/// <summary>
/// A span that a measurement can be expected to lie in while nobody has taken it: our own screening figures for houses.
/// </summary>
/// <param name="Least">The end that gives the fewest litres, SI.</param>
/// <param name="Most">The end that gives the most litres, SI.</param>
internal readonly record struct Span(double Least, double Most)
{
    /// <summary>1 bar, below which taps hardly run, to 10 bar, the most that EN 806-2 lays house pipes out for.</summary>
    public static Span StaticPressurePa { get; } = new(1e5, 1e6);

    /// <summary>Four storeys up to two down.</summary>
    public static Span FloorHeightM { get; } = new(12, -6);

    public static Span HeightAboveFloorM { get; } = new(2.5, 0);

    public static Span PipeBoreM { get; } = new(0.008, 0.028);

    /// <summary>For friction, where a longer pipe gives less.</summary>
    public static Span PipeLengthM { get; } = new(50, 0);

    /// <summary>For draining, where a longer pipe gives more.</summary>
    public static Span DrainLengthM { get; } = new(0, 50);

    public static Span ContactAngleDeg { get; } = new(25, 95);

    /// <summary>No threshold up to a high one.</summary>
    public static Span ThresholdM { get; } = new(0, 0.025);

    public static Span DelayS { get; } = new(0, 10);

    public static Span StrokeS { get; } = new(1, 60);

    public static Span ContactGapM { get; } = new(0, 0.003);

    public static Span StoredM3 { get; } = new(0, 0.5);

    public static Span PrechargePa { get; } = new(4e5, 0);

    /// <summary>Reduced to slightly over its nominal size; any house main where that is unknown too.</summary>
    public static Span ValveBoreM(NominalSize? size) =>
        size is { } dn ? new Span((int)dn * 0.7e-3, (int)dn * 1.05e-3) : new Span(0.008, 0.054);

    public static Span HoleM(LeakKind kind) => kind switch
    {
        LeakKind.HoseBurst => new Span(0.004, 0.010),
        LeakKind.SplitPipe => new Span(0.002, 0.008),
        LeakKind.Pinhole => new Span(0.0005, 0.002),
        LeakKind.WeepingJoint => new Span(0.0001, 0.0005),
        LeakKind.FrozenPipe => new Span(0.002, 0.012),
        LeakKind.TankSeam => new Span(0.0005, 0.004),
        _ => new Span(0.0001, 0.010),
    };

    public static Span FixedFlowM3PerS(LeakKind kind) => kind switch
    {
        LeakKind.TapLeftOn => new Span(2 / 60e3, 20 / 60e3),
        LeakKind.Overflow => new Span(1 / 60e3, 12 / 60e3),
        LeakKind.ReliefValve => new Span(0.1 / 60e3, 15 / 60e3),
        LeakKind.Trap => new Span(0.1 / 60e3, 20 / 60e3),
        LeakKind.Flow => new Span(0.01 / 60e3, 20 / 60e3),
        _ => new Span(0.01 / 60e3, 0.1 / 60e3),
    };

    public double At(Corner corner) => corner == Corner.Least ? Least : Most;
}

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

    /// <summary>The measured value, or this corner's end of the span.</summary>
    public double Take(double? measured, Span span, Func<Unmeasured> what)
    {
        if (measured is { } value)
        {
            return value;
        }

        Unmeasured unknown = what();
        Note(unknown, Severity.Caution, "not-measured", $"{unknown.Name}: not measured. Litres are reckoned for {{from}} to {{to}}.", new()
        {
            ["from"] = new(unknown.Kind, Math.Min(span.Least, span.Most)),
            ["to"] = new(unknown.Kind, Math.Max(span.Least, span.Most)),
        });
        return span.At(Corner);
    }

    /// <summary>Something open that leaves the result without an end on one side.</summary>
    public void LeaveOpen(Unmeasured unknown, Severity severity, string code, string why, bool below = false, bool above = false)
    {
        NoLowerBound |= below;
        NoUpperBound |= above;
        Note(unknown, severity, code, why, []);
    }

    private void Note(Unmeasured unknown, Severity severity, string code, string why, Dictionary<string, Quantity> numbers) =>
        unknowns.TryAdd((unknown.Where, unknown.Name), new Finding
        {
            Code = code,
            Severity = severity,
            Stage = unknown.Stage,
            Where = unknown.Where,
            Why = why,
            Remedy = unknown.HowToMeasure,
            Trade = Trade.Fitter,
            Numbers = numbers,
        });
}

/// <summary>A measurement that is missing.</summary>
internal readonly record struct Unmeasured(Stage Stage, string Where, string Name, QuantityKind Kind, string HowToMeasure);
