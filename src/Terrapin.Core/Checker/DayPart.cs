using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Checker;

/// <summary>A part of the day in which no hours begin or end.</summary>
/// <param name="FromMin">When it begins, minutes from midnight.</param>
/// <param name="IsSo">For each condition of the clock, in their order, whether it is so.</param>
/// <param name="Comes">For each of them whether it begins in this part.</param>
internal sealed record DayPart(int FromMin, bool[] IsSo, bool[] Comes)
{
    /// <summary>All parts of a day in their order, one at least.</summary>
    /// <param name="hours">Of the rules, and of whoever has to hear them.</param>
    /// <param name="clock">The rules' conditions that the time of day decides.</param>
    public static IReadOnlyList<DayPart> Of(IEnumerable<HoursOfDay?> hours, IReadOnlyList<ClockCondition> clock) =>
        [.. HoursOfDay.Parts(hours).Select(part => new DayPart(
            part.FromMin,
            [.. clock.Select(c => c.IsSoAt(part.FromMin))],
            [.. clock.Select(c => HoursOfDay.TimeOfDay(c.FromMin - part.FromMin) < part.Share * HoursOfDay.DayMin)]))];
}
