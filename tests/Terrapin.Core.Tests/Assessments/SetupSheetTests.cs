using Terrapin.Core.Assessments;
using Terrapin.Core.Model;
using Terrapin.Core.Rules;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Assessments;

/// <summary>What to enter in a hub that knows only single sensors.</summary>
public class SetupSheetTests
{
    [Fact]
    public void One_line_says_what_the_rule_says_for_one_sensor()
    {
        SetupAutomation line = Assert.Single(SetupSheet.Of(House()).Automations);
        Assert.Equal((1, "puck", "close"), (line.Number, line.SensorId, line.RuleId));
        Assert.Equal(("Under the basin has been wet for 5 s", "always"), (line.If, line.While));
        Assert.Equal([$"tell whom it concerns: “{AlertMessage.Of(House(), House().Installation.Rules[0], House().Installation.Sensors[0])}”", "wait 20 s", $"if it is still wet, close {House().Building.StopValves[0].Name}"], line.Then);
    }

    [Fact]
    public void Every_sensor_of_every_rule_that_can_fire_is_a_line_and_no_other()
    {
        Plan plan = House().WithInstallation(i => i with
        {
            Sensors = [.. Enumerable.Range(0, 4).Select(n => i.Sensors[0] with { Id = $"s{n}", Name = $"Sensor {n}" })],
            Signals = [],
            Rules =
            [
                i.Rules[0] with { Id = "all", AllBut = true, SensorIds = ["s3"] },
                i.Rules[0] with { Id = "tells", SensorIds = ["s3"], Action = RuleAction.TellOnly, Modes = [Mode.Home, Mode.Asleep], ConfirmS = 0 },
                i.Rules[0] with { Id = "never", SensorIds = ["s0"], Modes = [] },
            ],
        });
        var sheet = SetupSheet.Of(plan);
        Assert.Equal(["s0 all", "s1 all", "s2 all", "s3 tells"], sheet.Automations.Select(a => $"{a.SensorId} {a.RuleId}"));
        Assert.Equal([1, 2, 3, 4], sheet.Automations.Select(a => a.Number));
        SetupAutomation tells = sheet.Automations[3];
        Assert.Equal(("Sensor 3 is wet", "home or asleep"), (tells.If, tells.While));
        Assert.StartsWith("tell whom it concerns: “Water at Sensor 3, Scullery. Nothing closes by itself", Assert.Single(tells.Then), StringComparison.Ordinal);
        Assert.Contains(sheet.Notes, n => n.Contains("looks at that sensor alone", StringComparison.Ordinal));
        Assert.Contains(sheet.Notes, n => n.Contains("added later", StringComparison.Ordinal));
    }

    [Fact]
    public void Who_is_told_is_named_and_several_sensors_at_once_are_said()
    {
        Plan plan = House().WithInstallation(i => i with
        {
            Contacts = [Contact("a", "Maren"), Contact("b", "Jonas"), Contact("c", "Ilse")],
            Rules = [i.Rules[0] with { TellIds = ["a", "c"], AtLeast = 2 }, i.Rules[0] with { Id = "all", AtLeast = 3 }],
        });
        var sheet = SetupSheet.Of(plan);
        Assert.StartsWith("tell Maren, Ilse: “", sheet.Automations[0].Then[0], StringComparison.Ordinal);
        Assert.StartsWith("tell Maren, Jonas, Ilse: “", sheet.Automations[1].Then[0], StringComparison.Ordinal);
        Assert.Equal("Under the basin has been wet for 5 s, and so is another of “Close at once”", sheet.Automations[0].If);
        Assert.EndsWith("and so are 2 others of “Close at once”", sheet.Automations[1].If, StringComparison.Ordinal);
        Assert.Contains(sheet.Notes, n => n.Contains("counts them", StringComparison.Ordinal));

        Plan byDay = plan.WithInstallation(i => i with { Contacts = [Contact("a", "Maren") with { Hours = new HoursOfDay { FromMin = 450, UntilMin = 1320 } }, .. i.Contacts!.Skip(1)] });
        Assert.StartsWith("tell Maren (from 7:30 to 22:00), Ilse: “", SetupSheet.Of(byDay).Automations[0].Then[0], StringComparison.Ordinal);

        static Contact Contact(string id, string name) => new() { Id = id, Name = name, Ways = [AlertWay.Call], Modes = [Mode.Home] };
    }

    [Fact]
    public void Hours_the_cold_a_valve_and_a_time_of_day_are_entered_as_one_reads_them()
    {
        Rule rule = House().Installation.Rules[0];
        var night = new HoursOfDay { FromMin = 22 * 60, UntilMin = 365 };
        Plan plan = House().WithInstallation(i => i with
        {
            Rules =
            [
                rule with { Hours = night, Modes = [Mode.Away] },
                rule with { Id = "cold", Trigger = RuleTrigger.SensorCold, ColderThanC = -1.5, ConfirmS = 600 },
                rule with { Id = "fails", Trigger = RuleTrigger.ValveFails, ConfirmS = 0 },
                rule with { Id = "moved", Trigger = RuleTrigger.ValveMoved, ConfirmS = 10 },
                rule with { Id = "time", Trigger = RuleTrigger.TimeComes, AtMin = 1350, Hours = night },
                rule with { Id = "never", Trigger = RuleTrigger.TimeComes },
                rule with { Id = "leaves", Trigger = RuleTrigger.ModeComes, Modes = [Mode.Away], Hours = night, ConfirmS = 0 },
            ],
        });
        string valve = plan.FirstMain().Name;
        Assert.Equal(
            [
                ("Under the basin has been wet for 5 s", "away from 22:00 to 6:05"),
                ("Under the basin is colder than -1.5 °C (29.3 °F) for 10 min", "always"),
                ($"{valve} was told to close and does not report that it has", "always"),
                ($"{valve} is turned by hand, and that has lasted 10 s", "always"),
                ("it is 22:30", "from 22:00 to 6:05"),
                ("the mode becomes away", "from 22:00 to 6:05"),
            ],
            SetupSheet.Of(plan).Automations.Select(a => (a.If, a.While)));
    }

    [Fact]
    public void A_link_is_made_with_the_valve_shut_and_the_hubs_limit_is_told()
    {
        Plan plan = House().WithInstallation(i => i with { Links = [new DirectLink { SensorId = "puck", DriveId = "drive" }] });
        Plan Holding(CountFigure? most) => plan with { Catalogue = plan.Catalogue with { Hubs = [.. plan.Catalogue.Hubs.Select(h => h with { MostAutomations = most })] } };
        var sheet = SetupSheet.Of(Holding(new CountFigure { N = 20, Provenance = Provenance.MakersSheet }));
        Assert.Equal(20, sheet.MostAutomations);
        Assert.Contains("shut", Assert.Single(sheet.Links).Text, StringComparison.Ordinal);
        Assert.Null(SetupSheet.Of(Holding(null)).MostAutomations);
    }
}
