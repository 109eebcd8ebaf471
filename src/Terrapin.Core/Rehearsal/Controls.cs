using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Rehearsal;

/// <summary>A plan's rules made ready to run, and the valves that they can close.</summary>
/// <param name="DrivenIds">The stop valves with a drive, in the order of the drives, which is that of the program's valves.</param>
/// <param name="Program"><see langword="null"/>: no hub is chosen that would run the rules.</param>
/// <param name="WorstStartsMin">Times of day, minutes from midnight, of which one is the worst for a leak to begin; empty where nothing hangs on the clock.</param>
/// <param name="Beforehand">Rules, by index, that may have closed a valve long before it leaks: when a mode came, or when a sensor fell silent.</param>
/// <param name="Alike">For each mode the first in which all goes as in it: the same rules hold, and everybody hears the same.</param>
internal sealed record Controls(string[] DrivenIds, RuleProgram? Program, double[] WorstStartsMin, int[] Beforehand, Mode[] Alike)
{
    private static readonly Mode[] EveryMode = Enum.GetValues<Mode>();

    /// <param name="plan">A checked plan.</param>
    public static Controls Of(Plan plan)
    {
        string[] driven = [.. plan.Installation.Drives.Select(d => d.StopValveId)];
        if (plan.Installation.Hubs.Count == 0)
        {
            return new Controls(driven, null, [], [], AlikeIn(plan));
        }

        Rule[] rules = [.. plan.Installation.Rules.Select(r => r.Naming(plan.Installation.Sensors))];
        return new Controls(
            driven,
            RuleProgram.Compile(rules, [.. plan.Installation.Sensors.Select(s => s.Id)], driven, [.. (plan.Installation.Buttons ?? []).Select(b => b.Id)], rules.Any(r => r.Action == RuleAction.Open) ? RuleGuards.Of(plan, driven) : null),
            StartsMin(rules, (plan.Installation.Contacts ?? []).Select(c => c.Hours)),
            [.. Enumerable.Range(0, rules.Length).Where(i => rules[i] is { Action: RuleAction.Close, WaitsFor: RuleTrigger.ModeComes or RuleTrigger.SensorSilent })],
            AlikeIn(plan));
    }

    private static Mode[] AlikeIn(Plan plan) => [.. EveryMode.Select(mode => EveryMode.First(first => AreAlike(plan.Installation, first, mode)))];

    private static bool AreAlike(Installation installation, Mode one, Mode other) => one == other
        || (installation.Rules.All(r => r.Modes.Contains(one) == r.Modes.Contains(other))
            && (installation.Contacts ?? []).All(c => c.Ways.All(way => c.HearsIn(way, one) == c.HearsIn(way, other))));

    /// <summary>
    /// Between two of these nothing changes for a leak but that it waits longer or shorter for the next: hours begin or are over, and what
    /// comes at a time of day has just gone by.
    /// </summary>
    private static double[] StartsMin(Rule[] rules, IEnumerable<HoursOfDay?> listening)
    {
        HoursOfDay[] hours = [.. rules.Select(r => r.Hours).Concat(listening).OfType<HoursOfDay>()];
        IEnumerable<double> changes = hours.Length > 0 ? HoursOfDay.Parts(hours).Select(p => (double)p.FromMin) : [];
        IEnumerable<double> justAfter = rules.Where(r => r is { WaitsFor: RuleTrigger.TimeComes, AtMin: not null }).Select(r => r.AtMin!.Value + (WorstStart.JustAfterS / 60));
        return [.. changes.Concat(justAfter).Distinct().Order()];
    }
}
