namespace Terrapin.Core.Reach;

/// <summary>
/// What bars of five on a device's display say: above the weakest signal that its radio understands. Makers draw them as they like; these are
/// our own screening values, wide enough for most.
/// </summary>
internal static class SignalBars
{
    private static readonly DbSpan[] AboveNeeded = [new(-6, 6), new(0, 12), new(6, 20), new(12, 30), new(20, 40), new(28, 60)];

    /// <summary>The signal that so many bars stand for, dBm.</summary>
    /// <param name="bars">0 to 5.</param>
    /// <param name="neededDbm">The weakest signal that the radio understands, dBm.</param>
    public static DbSpan Dbm(int bars, double neededDbm) => new(neededDbm + AboveNeeded[bars].Low, neededDbm + AboveNeeded[bars].High);
}
