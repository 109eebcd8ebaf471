using Terrapin.Core.Rules;

namespace Terrapin.Core.Checker;

/// <summary>A part of the day in which no rule's hours begin or end.</summary>
/// <param name="FromMin">When it begins, minutes from midnight.</param>
/// <param name="IsSo">For each condition of the clock, in their order, whether it is so.</param>
internal sealed record DayPart(int FromMin, bool[] IsSo)
{
    /// <summary>All parts of a day in their order, one at least.</summary>
    /// <param name="clock">The conditions that the time of day decides.</param>
    public static IReadOnlyList<DayPart> Of(IReadOnlyList<ClockCondition> clock)
    {
        int[] changes = [.. clock.SelectMany(c => (int[])[c.FromMin, c.UntilMin ?? c.FromMin]).Distinct().Order()];
        return [.. (changes.Length > 0 ? changes : [0]).Select(min => new DayPart(min, [.. clock.Select(c => c.IsSoAt(min))]))];
    }
}
