using Terrapin.Core.Model;

namespace Terrapin.Core.Uncertainty;

/// <summary>
/// The span in which a measurement is usually found in a house: our own screening figures, each within the widest of <see cref="Span"/>. It
/// stays a bound, and is taken only where somebody has said so.
/// </summary>
public static class UsualSpan
{
    /// <summary>2 to 5 bar: the supply of most houses, with or without a reducer.</summary>
    public static Span StaticPressurePa { get; } = Usual(2e5, 5e5);

    /// <summary>A storey and a half up to one down.</summary>
    public static Span FloorHeightM { get; } = Usual(4.5, -3);

    /// <summary>From a room of the same storey that was measured, and between its rooms.</summary>
    public static Span StepM { get; } = Usual(-0.01, 0.01);

    public static Span HeightAboveFloorM { get; } = Usual(0.9, 0);

    public static Span PipeBoreM { get; } = Usual(0.010, 0.022);

    public static Span PipeLengthM { get; } = Usual(15, 2);

    public static Span DrainLengthM { get; } = Usual(2, 15);

    /// <summary>Vinyl and tile to waxed wood.</summary>
    public static Span ContactAngleDeg { get; } = Usual(45, 80);

    public static Span ThresholdM { get; } = Usual(0, 0.010);

    public static Span PitDepthM { get; } = Usual(0.3, 0.7);

    /// <summary><see langword="null"/>: there is none that is usual.</summary>
    public static Span? HoleM(LeakKind kind) => kind switch
    {
        LeakKind.HoseBurst => Usual(0.005, 0.008),
        LeakKind.SplitPipe => Usual(0.003, 0.006),
        LeakKind.Pinhole => Usual(0.0008, 0.0015),
        LeakKind.WeepingJoint => Usual(0.0002, 0.0004),
        LeakKind.FrozenPipe => Usual(0.003, 0.010),
        LeakKind.TankSeam => Usual(0.001, 0.003),
        _ => null,
    };

    /// <summary><see langword="null"/>: there is none that is usual.</summary>
    public static Span? FixedFlowM3PerS(LeakKind kind) => kind switch
    {
        LeakKind.TapLeftOn => Usual(5 / 60e3, 12 / 60e3),
        LeakKind.Overflow => Usual(4 / 60e3, 9 / 60e3),
        LeakKind.ReliefValve => Usual(1 / 60e3, 10 / 60e3),
        LeakKind.Trap => Usual(2 / 60e3, 12 / 60e3),
        LeakKind.Drip => Usual(0.02 / 60e3, 0.06 / 60e3),
        _ => null,
    };

    private static Span Usual(double least, double most) => new(least, most, IsUsual: true);
}
