using Terrapin.Core.Model;

namespace Terrapin.Core.Rules;

/// <summary>What somebody is told: which sensor, in which room, what is being done, and what to do now.</summary>
public static class AlertMessage
{
    /// <param name="plan">A checked plan.</param>
    /// <param name="rule">One of its rules.</param>
    /// <param name="sensor">A sensor that it listens to.</param>
    public static string Of(Plan plan, Rule rule, Sensor sensor)
    {
        string room = plan.Building.Rooms.First(r => r.Id == sensor.RoomId).Name;
        string[] valves = Valves(plan, rule);
        (string done, string now) = valves.Length == 0
            ? ("Nothing closes by itself: shut the water off by hand.", "Then find it and dry it.")
            : ($"{string.Join(" and ", valves)} {(valves.Length == 1 ? "closes" : "close")} {When(rule)}.", "Look that no water runs; find it and dry it before you open.");
        return $"Water at {sensor.Name}, {room}. {done} Keep out of water that may touch electricity. {now}";
    }

    /// <summary>The stop valves with a drive that a rule closes, by name.</summary>
    internal static string[] Valves(Plan plan, Rule rule) =>
        [.. plan.Building.StopValves.Where(v => plan.DriveOn(v.Id) is not null && rule.Closes(v.Id)).Select(v => v.Name)];

    private static string When(Rule rule) => rule.DelayS > 0
        ? $"in {RuleText.Duration(rule.DelayS)}{(rule.CancelIfDry ? " unless it dries" : "")}"
        : "now";
}
