using Terrapin.Core.Findings;
using Terrapin.Core.Model;

namespace Terrapin.Core.Rules;

/// <summary>What can be said of rules that hold at some hours, or wait for a time of day.</summary>
internal static class ClockFindings
{
    /// <summary>Rules that can never fire for their hours, and hours in which no rule closes for a sensor that one closes for at others.</summary>
    public static void Add(Plan plan, FindingCollector found)
    {
        IReadOnlyList<Rule> rules = plan.Installation.Rules;
        for (int i = 0; i < rules.Count; i++)
        {
            if (rules[i] is { WaitsFor: RuleTrigger.TimeComes, AtMin: null })
            {
                found.Add(FindingKinds.RuleWithoutHour, $"installation/rules/{i}/atMin", $"\"{rules[i].Name}\" waits for a time of day, and none is given.", "Say at what time it acts.");
            }

            if (rules[i].Hours is { IsNever: true } || (rules[i] is { WaitsFor: RuleTrigger.TimeComes, AtMin: { } atMin } && !rules[i].HoldsAt(atMin)))
            {
                found.Add(FindingKinds.RuleWithoutHour, $"installation/rules/{i}/hours", $"\"{rules[i].Name}\" holds at no hour in which it could fire.", "Give it hours that begin and end at different times, and what it waits for in them.");
            }
        }

        IReadOnlyList<(int FromMin, double Share)> parts = HoursOfDay.Parts(rules.Select(r => r.Hours));
        for (int part = 0; parts.Count > 1 && part < parts.Count; part++)
        {
            AddUncovered(plan, parts[part].FromMin, parts[(part + 1) % parts.Count].FromMin, found);
        }
    }

    private static void AddUncovered(Plan plan, int fromMin, int untilMin, FindingCollector found)
    {
        bool Closes(Sensor sensor, Mode mode, int? atMin) => plan.Installation.Rules.Any(r =>
            r.Hears(sensor) && r.Modes.Contains(mode) && (atMin is not { } min || r.HoldsAt(min)) && plan.ClosesAny(r));
        var open = plan.Installation.Sensors
            .Where(s => plan.Installation.Links.All(l => l.SensorId != s.Id))
            .Select(s => (s.Name, Modes: Enum.GetValues<Mode>().Where(m => Closes(s, m, null) && !Closes(s, m, fromMin)).ToArray()))
            .Where(s => s.Modes.Length > 0)
            .GroupBy(s => PlanWords.InModes(s.Modes), s => s.Name);
        foreach (IGrouping<string, string> sensors in open)
        {
            found.Add(
                FindingKinds.HoursUncovered,
                "installation/rules",
                $"From {RuleText.Clock(fromMin)} to {RuleText.Clock(untilMin)} {sensors.Key} no rule closes for {string.Join("; ", sensors)}: a leak runs on until the hours of one begin.",
                "Give that rule every hour, or add one for the other hours.");
        }
    }
}
