using Terrapin.Core.Findings;
using Terrapin.Core.Model;

namespace Terrapin.Core.Rules;

/// <summary>What can be said of rules that wait for something other than water, and of what they switch off.</summary>
internal static class TriggerFindings
{
    /// <summary>Rules that can never fire, or not when they should, or for nothing; and switches without use.</summary>
    public static void Add(Plan plan, FindingCollector found)
    {
        for (int i = 0; i < plan.Installation.Rules.Count; i++)
        {
            AddRule(plan, plan.Installation.Rules[i], $"installation/rules/{i}", found);
        }

        IReadOnlyList<LoadSwitch> switches = plan.Installation.Switches ?? [];
        for (int i = 0; i < switches.Count; i++)
        {
            AddSwitch(plan, switches[i], $"installation/switches/{i}", found);
        }
    }

    private static void AddRule(Plan plan, Rule rule, string at, FindingCollector found)
    {
        if (rule.WaitsFor != RuleTrigger.SensorSilent && rule.ConfirmS > Rule.LongestS)
        {
            found.Add(FindingKinds.RuleWaitsTooLong, $"{at}/confirmS", $"\"{rule.Name}\" waits longer than a day before it acts.", "Give it a shorter time.");
        }

        if (rule is { WaitsFor: RuleTrigger.ValveFails, Action: RuleAction.Close } && plan.Installation.Drives.Any(d => rule.Closes(d.StopValveId) && plan.Installation.Rules.Any(r => r.WaitsFor != RuleTrigger.ValveFails && r.Closes(d.StopValveId))))
        {
            found.Add(FindingKinds.RuleClosesAgain, $"{at}/trigger", $"\"{rule.Name}\" works a handle once more that has snagged: that may free it, or break it.", "Find out first what it snags on, and let somebody be told too.");
        }

        switch (rule.WaitsFor)
        {
            case RuleTrigger.ModeComes when rule.Modes.Distinct().Count() == Enum.GetValues<Mode>().Length:
                found.Add(FindingKinds.RuleNeverComes, $"{at}/modes", $"\"{rule.Name}\" waits for a mode to come and names every mode: none ever comes from outside them.", "Name the modes whose coming counts, such as away and holiday.");
                break;
            case RuleTrigger.ButtonPressed when (plan.Installation.Buttons ?? []).All(b => !rule.IsPressedBy(b.Id)):
                found.Add(FindingKinds.RuleWithoutButton, $"{at}/buttonIds", $"\"{rule.Name}\" waits for a button, and there is none.", "Add the button or contact, or take the rule out.");
                break;
            case RuleTrigger.MainsFails when plan.Installation.Hubs is [{ HasBackup: not Answer.Yes } hub, ..]:
                found.Add(
                    FindingKinds.RuleCannotRun,
                    hub.HasBackup == Answer.No ? Severity.Stop : Severity.Caution,
                    $"{at}/trigger",
                    $"\"{rule.Name}\" waits for a power cut, and {(hub.HasBackup == Answer.No ? "the hub fails with it" : "it is not known whether the hub goes on then")}.",
                    "Put a backup on the hub, or let the drive close by itself in a power cut.");
                break;
            case RuleTrigger.InternetFails when plan.HubInUse()?.LogicInCloud is Answer.Yes:
                found.Add(FindingKinds.RuleCannotRun, $"{at}/trigger", $"\"{rule.Name}\" waits for the internet to fail, and the hub's rules run in a service outside the house.", "Choose a hub that decides in the house.");
                break;
            case RuleTrigger.SensorCold:
                AddCold(plan, rule, at, found);
                break;
            case RuleTrigger.ValveMoved or RuleTrigger.ValveFails when plan.Installation.Drives.Count == 0 || plan.Installation.Drives.Any(d => plan.SpecOf(d).ReportsPosition != Answer.Yes):
                bool isKnown = plan.Installation.Drives.All(d => plan.SpecOf(d).ReportsPosition != Answer.Unknown);
                found.Add(
                    FindingKinds.RuleCannotRun,
                    isKnown ? Severity.Stop : Severity.Caution,
                    $"{at}/trigger",
                    $"\"{rule.Name}\" waits for what a drive reports of its valve, and {(plan.Installation.Drives.Count == 0 ? "there is none" : isKnown ? "one reports nothing" : "it is not known whether each reports it")}.",
                    "Choose drives that report where the valve stands, and say so in the catalogue.");
                break;
            case RuleTrigger.SensorSilent:
                AddSilence(plan, rule, at, found);
                break;
        }
    }

    private static void AddCold(Plan plan, Rule rule, string at, FindingCollector found)
    {
        if (rule.ColderThanC is null)
        {
            found.Add(FindingKinds.RuleWithoutTemperature, $"{at}/colderThanC", $"\"{rule.Name}\" waits for the cold, and it is not said how cold.", "Give the temperature.");
        }

        Answer[] measure = [.. plan.Installation.Sensors.Where(rule.Names).Select(s => plan.SpecOf(s).MeasuresTemperature)];
        if (measure.Any(m => m != Answer.Yes))
        {
            bool isKnown = !measure.Contains(Answer.Unknown);
            found.Add(
                FindingKinds.RuleCannotRun,
                isKnown ? Severity.Stop : Severity.Caution,
                $"{at}/trigger",
                $"\"{rule.Name}\" waits for the cold, and {(isKnown ? "one of its sensors does not measure it" : "it is not known whether each of its sensors measures it")}.",
                "Choose sensors that measure the temperature, and say so in the catalogue.");
        }
    }

    private static void AddSilence(Plan plan, Rule rule, string at, FindingCollector found)
    {
        double slowestS = plan.SlowestReportS(plan.Installation.Sensors.Where(rule.Names));
        if (rule.ConfirmS < slowestS)
        {
            found.Add(
                FindingKinds.SilenceTooShort,
                $"{at}/confirmS",
                $"\"{rule.Name}\" takes a sensor for silent after {RuleText.Duration(rule.ConfirmS)}, and one of them reports every {RuleText.Duration(slowestS)}: it acts with nothing wrong.",
                "Wait for two or three reports that do not come.");
        }
    }

    private static void AddSwitch(Plan plan, LoadSwitch loadSwitch, string at, FindingCollector found)
    {
        if (plan.Installation.Rules.All(r => !r.StopsSwitch(loadSwitch.Id)))
        {
            found.Add(FindingKinds.SwitchWithoutRule, at, $"No rule switches \"{loadSwitch.Name}\" off.", "Let the rule that closes the valve stop it too, or take it out.");
        }

        string? missing = loadSwitch.Stops switch
        {
            SwitchedLoad.Pump when plan.Building.Supply.Pump is null => "the pump, and the supply has none",
            SwitchedLoad.Machine when loadSwitch.FixtureId is null => "a machine, and it is not said which",
            _ => null,
        };
        if (missing is not null)
        {
            found.Add(FindingKinds.SwitchStopsNothing, $"{at}/fixtureId", $"\"{loadSwitch.Name}\" stops {missing}.", "Say what it switches off, or take it out.");
        }
    }
}
