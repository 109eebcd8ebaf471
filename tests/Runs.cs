using System.Globalization;

namespace Terrapin;

/// <summary>How often the dearest tests are run with values drawn by chance: a few times each time, and many times at night.</summary>
internal static class Runs
{
    /// <summary>Set TERRAPIN_RUNS to have so many times as many.</summary>
    private static readonly int Times = int.Parse(Environment.GetEnvironmentVariable("TERRAPIN_RUNS") ?? "1", CultureInfo.InvariantCulture);

    /// <param name="usual">Runs of a test where nothing is set.</param>
    public static int Of(int usual) => usual * Times;
}
