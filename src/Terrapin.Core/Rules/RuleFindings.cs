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
