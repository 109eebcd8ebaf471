using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Rules;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Rules;

/// <summary>What is wrong with rules that wait for something other than water, and what those who are told read.</summary>
public class TriggerFindingsTests
{
    private static readonly HandButton Door = new() { Id = "door", Name = "By the door" };

    [Fact]
    public void A_mode_that_can_come_from_nowhere_never_comes()
    {
        Assert.Contains("rule-never-comes", Codes(r => r with { Trigger = RuleTrigger.ModeComes }));
        Assert.DoesNotContain("rule-never-comes", Codes(r => r with { Trigger = RuleTrigger.ModeComes, Modes = [Mode.Away] }));
    }

    [Fact]
    public void A_button_that_is_not_there_is_never_pressed()
    {
        Assert.Contains("rule-without-button", Codes(r => r with { Trigger = RuleTrigger.ButtonPressed }));
        Assert.Contains("rule-without-button", Codes(r => r with { Trigger = RuleTrigger.ButtonPressed, ButtonIds = [] }, i => i with { Buttons = [Door] }));
        Assert.DoesNotContain("rule-without-button", Codes(r => r with { Trigger = RuleTrigger.ButtonPressed }, i => i with { Buttons = [Door] }));
    }

    [Theory]
    [InlineData(Answer.No, Severity.Stop)]
    [InlineData(Answer.Unknown, Severity.Caution)]
    [InlineData(Answer.Yes, null)]
    public void A_hub_that_fails_with_the_mains_cannot_wait_for_it(Answer backup, Severity? severity) => Assert.Equal(
        severity,
        Of(r => r with { Trigger = RuleTrigger.MainsFails }, i => i with { Hubs = [i.Hubs[0] with { HasBackup = backup }] }).FirstOrDefault(f => f.Code == "rule-cannot-run")?.Severity);

    [Fact]
    public void A_service_outside_cannot_wait_for_the_internet_to_fail()
    {
        Plan Logic(Answer inCloud) => House().WithRule(r => r with { Trigger = RuleTrigger.InternetFails }) is var plan ? plan with { Catalogue = plan.Catalogue with { Hubs = [.. plan.Catalogue.Hubs.Select(h => h with { LogicInCloud = inCloud })] } } : null!;
        Assert.Contains(RuleFindings.Of(Logic(Answer.Yes)), f => f.Code == "rule-cannot-run");
        Assert.DoesNotContain(RuleFindings.Of(Logic(Answer.No)), f => f.Code == "rule-cannot-run");
    }

    [Theory]
    [InlineData(Answer.No, Severity.Stop)]
    [InlineData(Answer.Unknown, Severity.Caution)]
    [InlineData(Answer.Yes, null)]
    public void What_reports_no_cold_or_no_valve_cannot_be_waited_for(Answer answer, Severity? severity)
    {
        Plan With(RuleTrigger trigger) => House().WithRule(r => r with { Trigger = trigger, ColderThanC = 4 }) is var plan ? plan with
        {
            Catalogue = plan.Catalogue with
            {
                Drives = [.. plan.Catalogue.Drives.Select(d => d with { ReportsPosition = answer })],
                Sensors = [.. plan.Catalogue.Sensors.Select(s => s with { MeasuresTemperature = answer })],
            },
        } : null!;
        Severity? Found(Plan plan) => RuleFindings.Of(plan).FirstOrDefault(f => f.Code == "rule-cannot-run")?.Severity;
        Assert.All([RuleTrigger.SensorCold, RuleTrigger.ValveMoved, RuleTrigger.ValveFails], trigger => Assert.Equal(severity, Found(With(trigger))));
        Assert.Equal(Severity.Stop, Found(With(RuleTrigger.ValveFails).WithInstallation(i => i with { Drives = [] })));
    }

    [Fact]
    public void A_cold_without_a_temperature_and_a_time_that_is_not_given_never_come()
    {
        Assert.Contains("rule-without-temperature", Codes(r => r with { Trigger = RuleTrigger.SensorCold }));
        Assert.Contains("rule-without-sensor", Codes(r => r with { Trigger = RuleTrigger.SensorCold, ColderThanC = 4, SensorIds = [] }));
        Assert.Contains("rule-without-hour", Codes(r => r with { Trigger = RuleTrigger.TimeComes }));
        Assert.Contains("rule-without-hour", Codes(r => r with { Trigger = RuleTrigger.TimeComes, AtMin = 60, Hours = new HoursOfDay { FromMin = 61, UntilMin = 60 } }));
        Assert.DoesNotContain("rule-without-hour", Codes(r => r with { Trigger = RuleTrigger.TimeComes, AtMin = 60, Hours = new HoursOfDay { FromMin = 60, UntilMin = 61 } }));
        Assert.Contains("rule-without-hour", Codes(r => r with { Hours = new HoursOfDay { FromMin = 60, UntilMin = 60 } }));
    }

    [Fact]
    public void Hours_in_which_no_rule_closes_are_named_with_modes_and_sensors()
    {
        var night = new HoursOfDay { FromMin = 22 * 60, UntilMin = 6 * 60 };
        Finding found = Assert.Single(Of(r => r with { Hours = night, Modes = [Mode.Away, Mode.Holiday] }), f => f.Code == "hours-uncovered");
        Assert.StartsWith("From 6:00 to 22:00 in mode away and holiday no rule closes for Under the basin", found.Why, StringComparison.Ordinal);
        Rule atNight = House().Installation.Rules[0] with { Hours = night };
        Rule day = atNight with { Id = "day", Hours = new HoursOfDay { FromMin = night.UntilMin, UntilMin = night.FromMin } };
        Assert.DoesNotContain("hours-uncovered", Codes(_ => atNight, i => i with { Rules = [atNight, day] }));
        Assert.Contains("hours-uncovered", Codes(_ => atNight, i => i with { Rules = [atNight, day with { Action = RuleAction.TellOnly }] }));
        Assert.DoesNotContain("hours-uncovered", Codes(_ => atNight, i => i with { Links = [new DirectLink { SensorId = "puck", DriveId = "drive" }] }));
        Assert.DoesNotContain("hours-uncovered", Codes(_ => atNight with { Action = RuleAction.TellOnly }));
    }

    [Fact]
    public void A_mode_that_nobody_sets_never_comes_about()
    {
        Installation Set(Installation i, params Mode[] modes) => i with { ModesSet = modes };
        Rule Only(Rule r) => r with { Modes = [Mode.Asleep, Mode.Holiday] };
        Assert.Contains("mode-nobody-sets", Codes(Only, i => Set(i, Mode.Home, Mode.Away)));
        Assert.DoesNotContain("mode-nobody-sets", Codes(Only, i => Set(i, Mode.Home, Mode.Away, Mode.Asleep)));
        Assert.DoesNotContain("mode-nobody-sets", Codes(Only));
    }

    [Fact]
    public void Silence_is_longer_than_a_sensor_takes_from_one_report_to_the_next()
    {
        double everyS = House().Catalogue.Sensors.Single(s => s.Id == "s4").Battery!.ReportEveryS;
        Rule Silent(Rule r, double afterS) => r with { Trigger = RuleTrigger.SensorSilent, ConfirmS = afterS };
        Assert.Contains("silence-too-short", Codes(r => Silent(r, everyS - 1)));
        Assert.DoesNotContain("silence-too-short", Codes(r => Silent(r, everyS)));
        Assert.Contains("rule-without-sensor", Codes(r => Silent(r, 1e5) with { SensorIds = [] }));
        Assert.Contains("quorum-too-large", Codes(r => Silent(r, 1e5) with { AtLeast = 2 }));
    }

    [Fact]
    public void A_wait_of_more_than_a_day_is_said_and_of_a_silence_it_is_not()
    {
        Assert.Contains("rule-waits-too-long", Codes(r => r with { ConfirmS = 90_000 }));
        Assert.DoesNotContain("rule-waits-too-long", Codes(r => r with { ConfirmS = 86_400 }));
        Assert.DoesNotContain("rule-waits-too-long", Codes(r => r with { ConfirmS = 604_800, Trigger = RuleTrigger.SensorSilent }));
    }

    [Fact]
    public void A_switch_says_what_it_stops()
    {
        LoadSwitch pump = new() { Id = "relay", Name = "Relay", Stops = SwitchedLoad.Pump };
        Assert.Contains("switch-stops-nothing", Codes(r => r with { StopSwitchIds = ["relay"] }, i => i with { Switches = [pump] }));
        Assert.Contains("switch-stops-nothing", Codes(r => r with { StopSwitchIds = ["relay"] }, i => i with { Switches = [pump with { Stops = SwitchedLoad.Machine }] }));
        Assert.DoesNotContain("switch-stops-nothing", Codes(r => r with { StopSwitchIds = ["relay"] }, i => i with { Switches = [pump with { Stops = SwitchedLoad.Heater }] }));
        Assert.Contains("switch-without-rule", Codes(r => r, i => i with { Switches = [pump with { Stops = SwitchedLoad.Heater }] }));
    }

    [Fact]
    public void A_rule_of_another_kind_leaves_its_sensors_without_one() =>
        Assert.Contains("sensor-without-rule", Codes(r => r with { Trigger = RuleTrigger.MainsFails, SensorIds = ["puck"] }));

    [Theory]
    [InlineData(RuleTrigger.SensorSilent, "No message from Under the basin, Scullery")]
    [InlineData(RuleTrigger.SensorCold, "It is colder than a temperature that is not said at Under the basin, Scullery. Relay is switched off.")]
    [InlineData(RuleTrigger.ValveMoved, "A stop valve was turned by hand. Relay is switched off.")]
    [InlineData(RuleTrigger.ValveFails, "A stop valve was told to close and does not report that it has. Relay is switched off.")]
    [InlineData(RuleTrigger.TimeComes, "It is 6:30. Relay is switched off.")]
    [InlineData(RuleTrigger.MainsFails, "The power has failed. Relay is switched off. Stop valve closes in 20 s unless that is over by then.")]
    [InlineData(RuleTrigger.ModeComes, "The mode is now home or away or asleep or holiday.")]
    [InlineData(RuleTrigger.ButtonPressed, "The button for the water was pressed.")]
    [InlineData(RuleTrigger.InternetFails, "The internet cannot be reached")]
    public void Those_who_are_told_read_what_it_is(RuleTrigger trigger, string begins)
    {
        Plan plan = House().WithRule(r => r with { Trigger = trigger, AtMin = 390, StopSwitchIds = ["relay"] }).WithInstallation(i => i with { Switches = [new LoadSwitch { Id = "relay", Name = "Relay", Stops = SwitchedLoad.Pump }] });
        string read = AlertMessage.Of(plan, plan.Installation.Rules[0], plan.Installation.Rules[0].IsOfSensors ? plan.Installation.Sensors[0] : null);
        Assert.StartsWith(begins.Replace("Stop valve", plan.FirstMain().Name, StringComparison.Ordinal), read, StringComparison.Ordinal);
        Assert.DoesNotContain("Water at", read, StringComparison.Ordinal);
    }

    private static IEnumerable<string> Codes(Func<Rule, Rule> change, Func<Installation, Installation>? fitted = null) => Of(change, fitted).Select(f => f.Code);

    private static IReadOnlyList<Finding> Of(Func<Rule, Rule> change, Func<Installation, Installation>? fitted = null) =>
        RuleFindings.Of(House().WithRule(change).WithInstallation(fitted ?? (i => i)));
}
