using Terrapin.Core.Model;

namespace Terrapin.Core.Rules;

/// <summary>What somebody is told: which sensor, in which room, what is being done, and what to do now.</summary>
public static class AlertMessage
{
    /// <param name="plan">A checked plan.</param>
    /// <param name="rule">One of its rules.</param>
    /// <param name="sensor">A sensor that it waits for; <see langword="null"/> where it waits for something else.</param>
    public static string Of(Plan plan, Rule rule, Sensor? sensor)
    {
        string place = sensor is null ? "" : $"{sensor.Name}, {plan.Building.Rooms.First(r => r.Id == sensor.RoomId).Name}";
        string[] valves = Valves(plan, rule);
        string[] switches = Switches(plan, rule);
        string off = switches.Length == 0 ? "" : $" {string.Join(" and ", switches)} {(switches.Length == 1 ? "is" : "are")} switched off.";
        string closes = valves.Length == 0 ? "" : $" {string.Join(" and ", valves)} {(valves.Length == 1 ? "closes" : "close")} {When(rule)}.";
        return rule.WaitsFor switch
        {
            RuleTrigger.SensorWet when valves.Length == 0 => $"Water at {place}.{off} Nothing closes by itself: shut the water off by hand. Keep out of water that may touch electricity. Then find it and dry it.",
            RuleTrigger.SensorWet => $"Water at {place}.{off}{closes} Keep out of water that may touch electricity. Look that no water runs; find it and dry it before you open.",
            RuleTrigger.SensorSilent => $"No message from {place}: a leak there may go unnoticed.{off}{closes} Look at its battery and its place, and wet it as a test.",
            RuleTrigger.MainsFails => $"The mains has failed.{off}{closes} Open by hand when the power is back.",
            RuleTrigger.InternetFails => $"The internet cannot be reached: telephones may hear of no leak.{off}{closes} Look at the router.",
            RuleTrigger.ButtonPressed => $"The button for the water was pressed.{off}{closes} Ask who pressed it before you open.",
            _ => $"The mode is now {string.Join(" or ", rule.Modes.Distinct().Select(Words.Of))}.{off}{closes} Open by hand when somebody is back.",
        };
    }

    /// <summary>The switches that a rule stops, by name.</summary>
    internal static string[] Switches(Plan plan, Rule rule) => [.. (plan.Installation.Switches ?? []).Where(s => rule.StopsSwitch(s.Id)).Select(s => s.Name)];

    /// <summary>The stop valves with a drive that a rule closes, by name.</summary>
    internal static string[] Valves(Plan plan, Rule rule) =>
        [.. plan.Building.StopValves.Where(v => plan.DriveOn(v.Id) is not null && rule.Closes(v.Id)).Select(v => v.Name)];

    private static string When(Rule rule) => rule.DelayS > 0
        ? $"in {RuleText.Duration(rule.DelayS)}{(!rule.CancelIfDry ? "" : rule.WaitsFor == RuleTrigger.SensorWet ? " unless it dries" : " unless that is over by then")}"
        : "now";
}
