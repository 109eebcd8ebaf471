using Terrapin.Core.Findings;
using Terrapin.Core.Model;

namespace Terrapin.Core.Rules;

/// <summary>What can be said of rules that open valves.</summary>
internal static class OpeningFindings
{
    /// <summary>Those that open on a leak, that fight with one that closes, and that open with nobody looking.</summary>
    public static void Add(Plan plan, FindingCollector found)
    {
        IReadOnlyList<Rule> rules = plan.Installation.Rules;
        for (int i = 0; i < rules.Count; i++)
        {
            Rule opening = rules[i];
            if (opening.Action != RuleAction.Open)
            {
                continue;
            }

            string at = $"installation/rules/{i}/action";
            if (opening.IsOfSensors)
            {
                string so = RuleText.SensorWord(opening.WaitsFor);
                found.Add(FindingKinds.RuleOpensOnLeak, at, $"\"{opening.Name}\" opens a valve when a sensor is {so}: water would run into a leak.", "Let it close or only tell; open by hand once somebody has looked.");
                continue;
            }

            foreach (Rule closing in rules.Where(r => r.Action == RuleAction.Close && MeetAtOnce(plan, opening, r) && SameValve(plan, opening, r)))
            {
                found.Add(FindingKinds.RulesFight, at, $"\"{opening.Name}\" opens what \"{closing.Name}\" closes on the same.", "Give them other modes or other buttons, or take one of them out.");
            }

            string[] loose = [.. rules.Where(r => r.Action == RuleAction.Close && r.WaitsFor == RuleTrigger.SensorWet && r.Hold != RuleHold.UntilReset && SameValve(plan, opening, r)).Select(r => $"\"{r.Name}\"")];
            if (loose.Length > 0)
            {
                found.Add(FindingKinds.RuleOpensUnseen, at, $"Once all is dry \"{opening.Name}\" opens the valve again with nobody having looked whether the leak is mended.", $"Let {string.Join(" and ", loose)} hold until {(loose.Length == 1 ? "it is" : "they are")} reset.");
            }
        }
    }

    /// <summary>Whether one thing makes both rules act.</summary>
    private static bool MeetAtOnce(Plan plan, Rule a, Rule b) => a.WaitsFor == b.WaitsFor && a.Modes.Intersect(b.Modes).Any()
        && HoursOfDay.Parts([a.Hours, b.Hours]).Any(part => a.HoldsAt(part.FromMin) && b.HoldsAt(part.FromMin))
        && (a.WaitsFor != RuleTrigger.TimeComes || a.AtMin == b.AtMin)
        && (a.WaitsFor != RuleTrigger.ButtonPressed || (plan.Installation.Buttons ?? []).Any(button => a.IsPressedBy(button.Id) && b.IsPressedBy(button.Id)));

    private static bool SameValve(Plan plan, Rule opening, Rule closing) => plan.Installation.Drives.Any(d => opening.Opens(d.StopValveId) && closing.Closes(d.StopValveId));
}
