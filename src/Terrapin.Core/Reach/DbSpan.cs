using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Reach;

/// <summary>A loss or margin between two ends, dB. Infinite ends: nothing comes through.</summary>
internal readonly record struct DbSpan(double Low, double High)
{
    public static DbSpan Zero => default;

    public static DbSpan Exactly(double db) => new(db, db);

    public static DbSpan operator +(DbSpan a, DbSpan b) => new(a.Low + b.Low, a.High + b.High);

    /// <summary>What is left of a level after a loss.</summary>
    public DbSpan Left(double ofDb) => new(ofDb - High, ofDb - Low);

    /// <summary>Open where nothing comes through.</summary>
    public Interval ToInterval() => new(double.IsFinite(Low) ? Low : null, double.IsFinite(High) ? High : null);
}
