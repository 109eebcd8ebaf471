using System.Globalization;
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
        string verb = (rule.Action, valves.Length) switch { (RuleAction.Open, 1) => "opens", (RuleAction.Open, _) => "open", (_, 1) => "closes", _ => "close" };
        string closes = valves.Length == 0 ? "" : $" {string.Join(" and ", valves)} {verb} {When(rule)}{(rule.Action == RuleAction.Open ? ", unless a sensor there is wet or silent" : rule.Hold == RuleHold.UntilReset ? ", and stays shut until it is reset" : "")}.";
        string done = $"{What(rule, place)}{off}{closes}";
        if (rule.Action == RuleAction.Open)
        {
            return $"{done} Be sure that nothing leaks.";
        }

        return rule.WaitsFor switch
        {
            RuleTrigger.SensorWet when valves.Length == 0 => $"Water at {place}.{off} Nothing closes by itself: shut the water off by hand. Keep out of water that may touch electricity. Then find it and dry it.",
            RuleTrigger.SensorWet => $"{done} Keep out of water that may touch electricity. Look that no water runs; find it and dry it before you open.",
            RuleTrigger.SensorSilent => $"No message from {place}: a leak there may go unnoticed.{off}{closes} Look at its battery and its place, and wet it as a test.",
            RuleTrigger.MainsFails => $"{done} Open by hand when the power is back.",
            RuleTrigger.SensorCold => $"{done} Warm the room, and look for pipes that may have frozen.",
            RuleTrigger.ValveMoved => $"{done} Ask who turned it, and whether it is to stand so.",
            RuleTrigger.ValveFails => $"{done} Shut the water off by hand. Keep out of water that may touch electricity.",
            RuleTrigger.TimeComes => done,
            RuleTrigger.InternetFails => $"The internet cannot be reached: telephones may hear of no leak.{off}{closes} Look at the router.",
            RuleTrigger.ButtonPressed => $"{done} Ask who pressed it before you open.",
            _ => $"{done} Open by hand when somebody is back.",
        };
    }

    /// <summary>The switches that a rule stops, by name.</summary>
    internal static string[] Switches(Plan plan, Rule rule) => [.. (plan.Installation.Switches ?? []).Where(s => rule.StopsSwitch(s.Id)).Select(s => s.Name)];

    /// <summary>The stop valves with a drive that a rule closes or opens, by name.</summary>
    internal static string[] Valves(Plan plan, Rule rule) =>
        [.. plan.Building.StopValves.Where(v => plan.DriveOn(v.Id) is not null && (rule.Closes(v.Id) || rule.Opens(v.Id))).Select(v => v.Name)];

    /// <summary>A temperature for whoever reads it, on whichever scale.</summary>
    /// <param name="celsius">°C; <see langword="null"/>: not said.</param>
    internal static string Temperature(double? celsius) => celsius is { } c ? string.Create(CultureInfo.InvariantCulture, $"{c:0.##} °C ({(c * 1.8) + 32:0.##} °F)") : "a temperature that is not said";

    private static string What(Rule rule, string place) => rule.WaitsFor switch
    {
        RuleTrigger.SensorWet => $"Water at {place}.",
        RuleTrigger.SensorSilent => $"No message from {place}.",
        RuleTrigger.SensorCold => $"It is colder than {Temperature(rule.ColderThanC)} at {place}.",
        RuleTrigger.ValveMoved => "A stop valve was turned by hand.",
        RuleTrigger.ValveFails => "A stop valve was told to close and does not report that it has.",
        RuleTrigger.TimeComes => $"It is {RuleText.Clock(rule.AtMin ?? 0)}.",
        RuleTrigger.MainsFails => "The power has failed.",
        RuleTrigger.InternetFails => "The internet cannot be reached.",
        RuleTrigger.ButtonPressed => "The button for the water was pressed.",
        _ => $"The mode is now {string.Join(" or ", rule.Modes.Distinct().Select(Words.Of))}.",
    };

    private static string When(Rule rule) => rule.DelayS > 0
        ? $"in {RuleText.Duration(rule.DelayS)}{(!rule.CancelIfDry ? "" : rule.WaitsFor == RuleTrigger.SensorWet ? " unless it dries" : " unless that is over by then")}"
        : "now";
}
