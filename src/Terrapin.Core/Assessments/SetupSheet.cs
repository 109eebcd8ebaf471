using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Assessments;

/// <summary>One automation to enter in a hub that knows only <em>if this then that</em> for single sensors.</summary>
/// <param name="Number">From 1, in the order of the work: sensor by sensor.</param>
/// <param name="SensorId">The sensor it is of; <see langword="null"/> where it is of none.</param>
/// <param name="RuleId">The rule it comes from.</param>
/// <param name="If">What starts it.</param>
/// <param name="While">In which modes it holds.</param>
/// <param name="Then">What it does, in order.</param>
public sealed record SetupAutomation(int Number, string? SensorId, string RuleId, string If, string While, IReadOnlyList<string> Then);

/// <summary>One direct link to make.</summary>
/// <param name="Number">From 1.</param>
/// <param name="SensorId">The sensor.</param>
/// <param name="DriveId">The drive.</param>
/// <param name="Text">What to link, and with the valve how.</param>
public sealed record SetupLink(int Number, string SensorId, string DriveId, string Text);

/// <summary>What to enter in the hub, device by device, for a fitter to work through.</summary>
public sealed record SetupSheet
{
    /// <summary>Of the hub that runs the rules; <see langword="null"/>: none is chosen.</summary>
    public required string? Hub { get; init; }

    public required IReadOnlyList<SetupAutomation> Automations { get; init; }

    public required IReadOnlyList<SetupLink> Links { get; init; }

    /// <summary>How many automations the hub holds; <see langword="null"/>: not known.</summary>
    public required double? MostAutomations { get; init; }

    /// <summary>Where single automations do something else than the rules say.</summary>
    public required IReadOnlyList<string> Notes { get; init; }

    /// <param name="plan">A checked plan.</param>
    public static SetupSheet Of(Plan plan)
    {
        Installation fitted = plan.Installation;
        var automations = new List<SetupAutomation>();
        foreach (Sensor sensor in fitted.Sensors)
        {
            foreach (Rule rule in fitted.Rules.Where(r => r.IsOfSensors && r.Names(sensor) && r.Modes.Count > 0))
            {
                automations.Add(new SetupAutomation(automations.Count + 1, sensor.Id, rule.Id, If(sensor, rule), While(rule), Then(plan, sensor, rule)));
            }
        }

        foreach (Rule rule in fitted.Rules.Where(r => !r.IsOfSensors && r.Modes.Count > 0))
        {
            foreach (string begins in Begins(plan, rule))
            {
                automations.Add(new SetupAutomation(automations.Count + 1, null, rule.Id, begins, While(rule, rule.WaitsFor == RuleTrigger.ModeComes), Then(plan, null, rule)));
            }
        }

        return new SetupSheet
        {
            Hub = fitted.Hubs.Count > 0 ? fitted.Hubs[0].Name : null,
            Automations = automations,
            Links = [.. fitted.Links.Select((link, i) => LinkOf(plan, link, i + 1))],
            MostAutomations = plan.HubInUse()?.MostAutomations?.N,
            Notes = [.. NotesOf(fitted)],
        };
    }

    /// <summary>What starts a rule that waits for no sensor: one line for each button or valve.</summary>
    private static IEnumerable<string> Begins(Plan plan, Rule rule)
    {
        string lasts = rule.ConfirmS > 0 ? $", and that has lasted {RuleText.Duration(rule.ConfirmS)}" : "";
        return rule.WaitsFor switch
        {
            RuleTrigger.MainsFails => [$"the power has failed{lasts}"],
            RuleTrigger.InternetFails => [$"the internet cannot be reached{lasts}"],
            RuleTrigger.ModeComes => [$"the mode becomes {ModesOf(rule)}{lasts}"],
            RuleTrigger.TimeComes => rule.AtMin is { } atMin ? [$"it is {RuleText.Clock(atMin)}"] : [],
            RuleTrigger.ValveMoved => Driven(plan).Select(name => $"{name} is turned by hand{lasts}"),
            RuleTrigger.ValveFails => Driven(plan).Select(name => $"{name} was told to close and does not report that it has{lasts}"),
            _ => (plan.Installation.Buttons ?? []).Where(b => rule.IsPressedBy(b.Id)).Select(b => $"{b.Name} is pressed{lasts}"),
        };
    }

    private static string If(Sensor sensor, Rule rule)
    {
        string wet = rule.WaitsFor == RuleTrigger.SensorSilent ? $"has sent nothing for {RuleText.Duration(rule.ConfirmS)}"
            : rule.WaitsFor == RuleTrigger.SensorCold ? $"is colder than {AlertMessage.Temperature(rule.ColderThanC)}{(rule.ConfirmS > 0 ? $" for {RuleText.Duration(rule.ConfirmS)}" : "")}"
            : rule.ConfirmS > 0 ? $"has been wet for {RuleText.Duration(rule.ConfirmS)}"
            : "is wet";
        return rule.AtLeast is > 1 and var count ? $"{sensor.Name} {wet}, and so {(count == 2 ? "is another" : $"are {count - 1} others")} of “{rule.Name}”" : $"{sensor.Name} {wet}";
    }

    private static IEnumerable<string> Driven(Plan plan) => plan.Building.StopValves.Where(v => plan.DriveOn(v.Id) is not null).Select(v => v.Name);

    /// <param name="rule">A rule of the plan.</param>
    /// <param name="isOfModes">Whether it waits for its modes, so that they are no condition beside.</param>
    private static string While(Rule rule, bool isOfModes = false)
    {
        string modes = isOfModes || rule.Modes.Distinct().Count() == Enum.GetValues<Mode>().Length ? "" : ModesOf(rule);
        string hours = rule.Hours is { } h ? RuleText.FromTo(h.FromMin, h.UntilMin) : "";
        return modes.Length + hours.Length == 0 ? "always" : $"{modes} {hours}".Trim();
    }

    private static string ModesOf(Rule rule) => string.Join(" or ", rule.Modes.Distinct().Select(m => m.ToString().ToLowerInvariant()));

    private static IReadOnlyList<string> Then(Plan plan, Sensor? sensor, Rule rule)
    {
        string[] first =
        [
            $"tell {Told(plan, rule)}: “{AlertMessage.Of(plan, rule, sensor)}”",
            .. AlertMessage.Switches(plan, rule).Select(name => $"switch {name} off"),
        ];
        if (rule.Action == RuleAction.TellOnly)
        {
            return first;
        }

        string[] valves = AlertMessage.Valves(plan, rule);
        bool opens = rule.Action == RuleAction.Open;
        string close = valves.Length == 0 ? $"{(opens ? "open" : "close")} nothing: no valve with a drive is named"
            : opens ? $"open {string.Join(" and ", valves)}, if none of the sensors that close it is wet or silent"
            : $"close {string.Join(" and ", valves)}{(rule.Hold == RuleHold.UntilReset ? ", and let nothing open it before it is reset" : "")}";
        return rule.DelayS > 0
            ? [.. first, $"wait {RuleText.Duration(rule.DelayS)}", rule.CancelIfDry ? $"if {(rule.WaitsFor == RuleTrigger.SensorWet ? "it is still wet" : "that is still so")}, {close}" : close]
            : [.. first, close];
    }

    private static string Told(Plan plan, Rule rule) => (plan.Installation.Contacts ?? []).Where(c => rule.Tells(c.Id)).Select(c => c.Hours is { } hours ? $"{c.Name} ({RuleText.FromTo(hours.FromMin, hours.UntilMin)})" : c.Name).ToArray() switch
    {
        [] when plan.Installation.Contacts is null => "whom it concerns",
        [] => "nobody",
        var names => string.Join(", ", names),
    };

    private static SetupLink LinkOf(Plan plan, DirectLink link, int number)
    {
        Sensor sensor = plan.Installation.Sensors.First(s => s.Id == link.SensorId);
        FittedDrive drive = plan.Installation.Drives.First(d => d.Id == link.DriveId);
        return new SetupLink(number, link.SensorId, link.DriveId, $"Turn {plan.StopValve(drive.StopValveId).Name} shut, link {sensor.Name} to its drive, then open it and test the link with water.");
    }

    private static IEnumerable<string> NotesOf(Installation fitted)
    {
        if (fitted.Rules.Any(r => r is { Action: RuleAction.Close, CancelIfDry: true, DelayS: > 0 } && fitted.Sensors.Count(s => r.Hears(s)) > 1))
        {
            yield return "An automation of one sensor looks at that sensor alone: it does not close where this one has dried and another is still wet. The other’s own automation closes then.";
        }

        if (fitted.Rules.Any(r => r.AtLeast > 1))
        {
            yield return "Several sensors at once need a hub that counts them, or one that looks at other sensors before it acts.";
        }

        if (fitted.Rules.Any(r => r.AllBut))
        {
            yield return "Rules for any sensor hold for those that are added later; automations have to be entered for each.";
        }

        if (fitted.Links.Count > 0)
        {
            yield return "A drive learns the position that it is in while linking: linked open, a leak would open the water.";
        }
    }
}
