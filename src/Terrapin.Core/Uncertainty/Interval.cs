namespace Terrapin.Core.Uncertainty;

/// <summary>
/// A result with what is not measured left open: the truth lies between the two. Equal ends are an exact result. Whichever of
/// two ends is given first, the lower one is the low one.
/// </summary>
/// <param name="Low">Lower bound; <see langword="null"/> where none is known.</param>
/// <param name="High">Upper bound; <see langword="null"/> where none is known.</param>
public sealed record Interval(double? Low, double? High)
{
    /// <summary>Lower bound; <see langword="null"/> where none is known.</summary>
    public double? Low { get; } = Low > High ? High : Low;

    /// <summary>Upper bound; <see langword="null"/> where none is known.</summary>
    public double? High { get; } = Low > High ? Low : High;

    public static Interval Exactly(double value) => new(value, value);

    public static Interval Unknown { get; } = new(null, null);
}
