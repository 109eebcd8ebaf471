using Terrapin.Core.Findings;
using Terrapin.Core.Plans;

namespace Terrapin.Core.Rules;

/// <summary>What can be said of the rules without running them.</summary>
public static class RuleFindings
{
    /// <summary>Rules that can never fire, sensors nobody listens to, and a missing hub.</summary>
    /// <param name="plan">A checked plan.</param>
    public static IReadOnlyList<Finding> Of(Plan plan)
    {
        var findings = new List<Finding>();
        if (plan.HubId is null && plan.Rules.Count > 0)
        {
            findings.Add(Make("hub-not-chosen", Severity.Stop, "/hubId", "No hub is chosen: nobody runs these rules.", "Choose the hub."));
        }

        for (int i = 0; i < plan.Rules.Count; i++)
        {
            Rule rule = plan.Rules[i];
            if (rule.SensorIds.Count == 0)
            {
                findings.Add(Make("rule-without-sensor", Severity.Stop, $"/rules/{i}/sensorIds", $"\"{rule.Name}\" listens to no sensor and can never fire.", "Choose its sensors, or take the rule out."));
            }

            if (rule.Modes.Count == 0)
            {
                findings.Add(Make("rule-without-mode", Severity.Stop, $"/rules/{i}/modes", $"\"{rule.Name}\" holds in no mode and can never fire.", "Choose its modes, or take the rule out."));
            }
        }

        AddWrongMains(plan, findings);
        var heard = plan.Rules.SelectMany(r => r.SensorIds).ToHashSet();
        for (int i = 0; i < plan.Sensors.Count; i++)
        {
            if (!heard.Contains(plan.Sensors[i].Id))
            {
                findings.Add(Make("sensor-without-rule", Severity.Stop, $"/sensors/{i}", $"No rule listens to \"{plan.Sensors[i].Name}\": when it gets wet, nothing happens.", "Add it to a rule."));
            }
        }

        return findings;
    }

    /// <summary>Rules that close a main which does nothing for what their sensors hear.</summary>
    private static void AddWrongMains(Plan plan, List<Finding> findings)
    {
        for (int i = 0; i < plan.Rules.Count; i++)
        {
            Rule rule = plan.Rules[i];
            if (rule.Action != RuleAction.Close)
            {
                continue;
            }

            foreach (string mainId in rule.MainIds.Where(m => plan.Main(m).Drive is null))
            {
                findings.Add(Make("rule-closes-undriven-main", Severity.Stop, $"/rules/{i}/mainIds", $"\"{rule.Name}\" closes \"{plan.Main(mainId).Name}\", which has no drive.", "Give that main a drive, or let the rule close another."));
            }

            foreach (Sensor sensor in plan.Sensors.Where(s => rule.MainIds.Count > 0 && rule.SensorIds.Contains(s.Id)))
            {
                LeakPoint[] leaks = [.. plan.Rooms.First(r => r.Id == sensor.RoomId).Leaks];
                if (leaks.Length > 0 && leaks.All(l => WaterWay.To(plan, l.PipeId).Mains.All(m => !rule.MainIds.Contains(m.Id))))
                {
                    findings.Add(Make("rule-closes-wrong-main", Severity.Stop, $"/rules/{i}/mainIds", $"\"{rule.Name}\" listens to \"{sensor.Name}\", and closes no main that feeds that room.", "Choose the main that feeds it."));
                }
            }
        }
    }

    private static Finding Make(string code, Severity severity, string where, string why, string remedy) => new()
    {
        Code = code,
        Severity = severity,
        Stage = Stage.Rules,
        Where = where,
        Why = why,
        Remedy = remedy,
        Trade = Trade.Fitter,
    };
}
