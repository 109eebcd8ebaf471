using System.Text.Json.Serialization;
using Terrapin.Core.Findings;
using Terrapin.Core.Model;

namespace Terrapin.Core.Uncertainty;

/// <summary>Which end of what is not measured is taken.</summary>
[JsonConverter(typeof(CamelCase<Corner>))]
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
/// <param name="IsUsual">Whether it is only what is usual, which somebody has said will do.</param>
public readonly record struct Span(double Least, double Most, bool IsUsual = false)
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

    /// <summary>Between rooms of one storey: a higher one is seen by anybody.</summary>
    public static Span StepM { get; } = new(-0.03, 0.03);

    public static Span PitDepthM { get; } = new(0.1, 1);

    /// <summary>Of a floor drain: blocked, up to the most that a plan can say.</summary>
    public static Span DrainM3PerS { get; } = new(0, 0.05);

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

/// <summary>A measurement that is missing.</summary>
internal readonly record struct Unmeasured(Stage Stage, string Where, string Name, QuantityKind Kind, string HowToMeasure);
