using Terrapin.Core.Findings;
using Terrapin.Core.Model;

namespace Terrapin.Core.Rules;

/// <summary>What can be said of the rules without running them.</summary>
public static class RuleFindings
{
    /// <summary>So many are named where something is said of many.</summary>
    private const int MostNamed = 8;

    /// <summary>Rules that can never fire, sensors nobody listens to, and a missing hub.</summary>
    /// <param name="plan">A checked plan.</param>
    public static IReadOnlyList<Finding> Of(Plan plan)
    {
        var found = new FindingCollector("");
        if (plan.Installation.Hubs.Count == 0 && plan.Installation.Rules.Count > 0)
        {
            found.Add(FindingKinds.HubNotChosen, "installation/hubs", "No hub is chosen: nobody runs these rules.", "Choose the hub.");
        }

        for (int i = 0; i < plan.Installation.Rules.Count; i++)
        {
            Rule rule = plan.Installation.Rules[i];
            int named = plan.Installation.Sensors.Count(rule.Names);
            if (rule.IsOfSensors && named == 0)
            {
                bool isUntagged = rule is { AllBut: true, Tags.Count: > 0 } && !plan.Installation.Sensors.Any((rule with { RoomIds = null, SensorIds = [] }).Names);
                found.Add(
                    FindingKinds.RuleWithoutSensor,
                    $"installation/rules/{i}/sensorIds",
                    isUntagged ? $"\"{rule.Name}\" listens to sensors tagged {string.Join(" or ", rule.Tags!.Select(t => $"\"{t}\""))}, and none is: it can never fire." : $"\"{rule.Name}\" listens to no sensor and can never fire.",
                    isUntagged ? "Tag its sensors so, choose other tags, or take the rule out." : "Choose its sensors, or take the rule out.");
            }

            if (rule.IsOfSensors && named > 0 && rule.AtLeast > named)
            {
                string so = RuleText.SensorWord(rule.WaitsFor);
                found.Add(FindingKinds.QuorumTooLarge, $"installation/rules/{i}/atLeast", $"\"{rule.Name}\" waits for {rule.AtLeast} {so} sensors and listens to {named}: it can never fire.", "Ask for fewer, or let it listen to more.");
            }

            if (rule.Modes.Count == 0)
            {
                found.Add(FindingKinds.RuleWithoutMode, $"installation/rules/{i}/modes", $"\"{rule.Name}\" holds in no mode and can never fire.", "Choose its modes, or take the rule out.");
            }
            else if (plan.Installation.ModesSet is { } set && !rule.Modes.Any(set.Contains))
            {
                found.Add(
                    FindingKinds.ModeNobodySets,
                    $"installation/rules/{i}/modes",
                    $"\"{rule.Name}\" holds only in {string.Join(" and ", rule.Modes.Distinct().Select(Words.Of))}, which nobody sets: it can never fire.",
                    "Say who or what sets the mode, or choose other modes.");
            }
        }

        ContactFindings.Add(plan, found);
        TriggerFindings.Add(plan, found);
        OpeningFindings.Add(plan, found);
        ClockFindings.Add(plan, found);
        AddWrongMains(plan, found);
        AddPits(plan, found);
        AddUnheard(plan, found);
        return found.Findings;
    }

    /// <summary>Sensors that no rule listens to and that are linked to no drive: one finding for all of them.</summary>
    private static void AddUnheard(Plan plan, FindingCollector found)
    {
        IReadOnlyList<Sensor> sensors = plan.Installation.Sensors;
        int[] unheard = [.. Enumerable.Range(0, sensors.Count).Where(i => !plan.Installation.Rules.Any(r => r.Hears(sensors[i])) && !plan.Installation.Links.Any(l => l.SensorId == sensors[i].Id))];
        if (unheard.Length == 0)
        {
            return;
        }

        bool isOne = unheard.Length == 1;
        string names = string.Join(", ", unheard.Take(MostNamed).Select(i => $"\"{sensors[i].Name}\""));
        string more = unheard.Length > MostNamed ? $" and {unheard.Length - MostNamed} more" : "";
        found.Add(
            FindingKinds.SensorWithoutRule,
            isOne ? $"installation/sensors/{unheard[0]}" : "installation/rules",
            $"No rule listens to {names}{more}: when {(isOne ? "it" : "one of them")} gets wet, nothing happens.",
            plan.Installation.Rules.Count == 0 ? "Take a starting set, or add a rule." : $"Add {(isOne ? "it" : "them")} to a rule.");
    }

    /// <summary>What fills a pit is rain or ground water, which closing the house's water does not stop.</summary>
    private static void AddPits(Plan plan, FindingCollector found)
    {
        for (int i = 0; i < plan.Installation.Rules.Count; i++)
        {
            if (plan.Installation.Rules[i].Action != RuleAction.Close)
            {
                continue;
            }

            foreach (Sensor sensor in plan.Installation.Sensors.Where(s => plan.Installation.Rules[i].Hears(s) && LiesInPit(plan, s)))
            {
                found.Add(FindingKinds.PitSensorCloses, $"installation/rules/{i}/sensorIds", $"\"{sensor.Name}\" lies in a sump pit, which rain and ground water fill: when it rises, \"{plan.Installation.Rules[i].Name}\" shuts the house's water off for nothing.", "Take it out of this rule, and let a rule only tell of it.");
            }
        }
    }

    /// <summary>Whether a sensor lies in a sump pit of the drawing.</summary>
    internal static bool LiesInPit(Plan plan, Sensor sensor) => sensor.At is { } at && plan.Building.Rooms.First(r => r.Id == sensor.RoomId).Fixtures
        .Any(f => f.Kind == FixtureKind.SumpPit && f.Area.Holds(at.AcrossM, at.DownM));

    /// <summary>Rules that close a main which does nothing for what their sensors hear.</summary>
    private static void AddWrongMains(Plan plan, FindingCollector found)
    {
        for (int i = 0; i < plan.Installation.Rules.Count; i++)
        {
            Rule rule = plan.Installation.Rules[i];
            if (rule.Action == RuleAction.TellOnly)
            {
                continue;
            }

            foreach (string stopValveId in rule.StopValveIds.Where(m => plan.DriveOn(m) is null))
            {
                found.Add(FindingKinds.RuleClosesUndrivenMain, $"installation/rules/{i}/stopValveIds", $"\"{rule.Name}\" {(rule.Action == RuleAction.Open ? "opens" : "closes")} \"{plan.StopValve(stopValveId).Name}\", which has no drive.", "Give that stop valve a drive, or let the rule close another.");
            }

            foreach (Sensor sensor in plan.Installation.Sensors.Where(s => rule.Action == RuleAction.Close && rule.StopValveIds.Count > 0 && rule.Hears(s)))
            {
                LeakPoint[] leaks = [.. plan.Building.Rooms.First(r => r.Id == sensor.RoomId).Leaks.Where(l => l.PipeId is not null)];
                if (leaks.Length > 0 && leaks.All(l => WaterWay.To(plan, l.PipeId).StopValves.All(m => !rule.StopValveIds.Contains(m.Id))))
                {
                    found.Add(FindingKinds.RuleClosesWrongMain, $"installation/rules/{i}/stopValveIds", $"\"{rule.Name}\" listens to \"{sensor.Name}\", and closes no stop valve before that room.", "Choose the stop valve that feeds it.");
                }
            }
        }
    }
}
