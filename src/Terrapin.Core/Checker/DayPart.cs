using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Checker;

/// <summary>A part of the day in which no rule's hours begin or end.</summary>
/// <param name="FromMin">When it begins, minutes from midnight.</param>
/// <param name="IsSo">For each condition of the clock, in their order, whether it is so.</param>
internal sealed record DayPart(int FromMin, bool[] IsSo)
{
    /// <summary>All parts of a day in their order, one at least.</summary>
    /// <param name="rules">Of which some may hold in hours.</param>
    /// <param name="clock">Their conditions that the time of day decides.</param>
    public static IReadOnlyList<DayPart> Of(IReadOnlyList<Rule> rules, IReadOnlyList<ClockCondition> clock) =>
        [.. HoursOfDay.Parts(rules).Select(part => new DayPart(part.FromMin, [.. clock.Select(c => c.IsSoAt(part.FromMin))]))];
}
