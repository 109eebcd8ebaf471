using Terrapin.Core.Model;

namespace Terrapin.Core.Rules;

/// <summary>A condition of a rule program that the time of day decides.</summary>
/// <param name="Condition">Its index.</param>
/// <param name="FromMin">When it begins, minutes from midnight.</param>
/// <param name="UntilMin">When it is over, of hours in which a rule holds; <see langword="null"/>: a time that a rule waits for.</param>
public readonly record struct ClockCondition(int Condition, int FromMin, int? UntilMin)
{
    /// <summary>
    /// How long a time that is waited for lasts, and a hand on a valve: a rule whose mode comes in this while still acts. Our own figure.
    /// </summary>
    public const double MomentS = 60;

    private const double DayS = HoursOfDay.DayMin * 60.0;

    /// <summary>Whether it is so long since at a time of day. A time that is waited for never is: it comes.</summary>
    /// <param name="min">Minutes from midnight, 0 to below a day.</param>
    public bool IsSoAt(double min) => UntilMin is { } until && new HoursOfDay { FromMin = FromMin, UntilMin = until }.Holds(min);

    /// <summary>When it begins and ends, from a time of day on.</summary>
    /// <param name="startMin">Minutes from midnight, 0 to below a day: time 0.</param>
    /// <param name="lastS">Until when, s.</param>
    /// <returns>In no order; s from the start. What is so at the start already only ends.</returns>
    public IEnumerable<(double AtS, bool Begins)> Changes(double startMin, double lastS)
    {
        double beginsS = SinceS(startMin, FromMin);
        double lastsS = UntilMin is { } until ? SinceS(FromMin, until) : MomentS;
        if (lastsS == 0)
        {
            yield break;
        }

        if (IsSoAt(startMin))
        {
            yield return (SinceS(startMin, UntilMin!.Value), false);
            beginsS += beginsS == 0 ? DayS : 0;
        }

        for (; beginsS <= lastS; beginsS += DayS)
        {
            yield return (beginsS, true);
            yield return (beginsS + lastsS, false);
        }
    }

    /// <summary>From one time of day to the next that is another, s: less than a day.</summary>
    private static double SinceS(double fromMin, double untilMin) => 60 * HoursOfDay.TimeOfDay(untilMin - fromMin);
}
