using Terrapin.Core.Assessments;
using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Rules;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Rules;

/// <summary>Who is told, whether they hear it, and what has run out until they act.</summary>
public class ContactTests
{
    private static readonly double FlowM3PerS = Rehearser.Of(House(), "hose", Mode.Away).FlowM3PerS.High!.Value;

    private static readonly Contact Maren = new() { Id = "maren", Name = "Maren", Ways = [AlertWay.Message], Modes = [.. Enum.GetValues<Mode>()], ActsAfterS = 600 };
    private static readonly HoursOfDay ByDay = new() { FromMin = 7 * 60, UntilMin = 22 * 60 };
    private static readonly Contact InTheHouse = new() { Id = "siren", Name = "Everybody in the house", Ways = [AlertWay.Siren], Modes = [.. Enum.GetValues<Mode>()], ActsAfterS = 120 };

    [Theory]
    [InlineData(AlertWay.Message, "Home Away Holiday")]
    [InlineData(AlertWay.Call, "Home Away Asleep Holiday")]
    [InlineData(AlertWay.Siren, "Home Asleep")]
    [InlineData(AlertWay.Spoken, "Home Asleep")]
    public void A_message_wakes_nobody_and_a_siren_is_heard_in_the_house_alone(AlertWay way, string modes) =>
        Assert.Equal(modes, string.Join(' ', Enum.GetValues<Mode>().Where(mode => Maren.Hears(way, mode, 0))));

    [Fact]
    public void Nobody_hears_a_way_in_a_mode_in_which_they_cannot_be_reached() =>
        Assert.False((Maren with { Modes = [Mode.Home] }).Hears(AlertWay.Call, Mode.Away, 0));

    [Fact]
    public void Who_hears_it_acts_after_their_time_and_so_much_has_run_out_by_then()
    {
        Plan plan = Tells(Maren);
        Rehearsed rehearsed = Rehearser.Of(plan, "hose", Mode.Away);
        ToldContact told = Assert.Single(rehearsed.Told);
        double toldS = rehearsed.Events.First(e => e.Kind == EventKind.Told).TimeS;
        Assert.Equal(("maren", toldS, true), (told.ContactId, told.AtS, told.Hears));
        Assert.Equal(toldS + 600, told.ActsAtS!.Value, 9);
        Assert.Equal((toldS + 600) * FlowM3PerS, told.OutM3!.Value, 9);
        // Somebody may act: nothing of it is counted on.
        Assert.Equal((Outcome.TellsOnly, true), (rehearsed.Outcome, rehearsed.Endless));
    }

    [Fact]
    public void Where_the_valve_has_closed_no_more_runs_out_until_they_come()
    {
        Plan plan = House().WithInstallation(i => i with { Contacts = [Maren] });
        Rehearsed rehearsed = Rehearser.Of(plan, "hose", Mode.Away);
        double atStop = rehearsed.LostM3.High!.Value - rehearsed.DrainDown.TotalM3;
        Assert.Equal(atStop, Assert.Single(rehearsed.Told).OutM3!.Value, 6);
        Rehearsed quick = Rehearser.Of(House().WithInstallation(i => i with { Contacts = [Maren with { ActsAfterS = 1 }] }), "hose", Mode.Away);
        Assert.Equal(quick.Told[0].ActsAtS!.Value * FlowM3PerS, quick.Told[0].OutM3!.Value, 6);
    }

    [Fact]
    public void An_unknown_time_stays_unknown_and_nobody_acts_where_nobody_answers()
    {
        ToldContact unknown = Assert.Single(Rehearser.Of(Tells(Maren with { ActsAfterS = null }), "hose", Mode.Away).Told);
        Assert.Equal((true, null, null), (unknown.Hears, unknown.ActsAtS, unknown.OutM3));
        ToldContact idle = Assert.Single(Rehearser.Of(Tells(Maren), "hose", Mode.Away, faults: [Fault.NobodyAnswers]).Told);
        Assert.Equal((true, null), (idle.Hears, idle.ActsAtS));
    }

    [Fact]
    public void A_muted_telephone_leaves_the_siren()
    {
        Plan plan = Tells(Maren, InTheHouse);
        Rehearsed muted = Rehearser.Of(plan, "hose", Mode.Home, faults: [Fault.TelephonesMuted]);
        Assert.Equal([("maren", false), ("siren", true)], muted.Told.Select(t => (t.ContactId, t.Hears)));
        Assert.Equal(Outcome.TellsOnly, muted.Outcome);
        // Nobody is home to hear it.
        Rehearsed away = Rehearser.Of(plan, "hose", Mode.Away, faults: [Fault.TelephonesMuted]);
        Assert.Equal((Outcome.Nothing, Cause.NobodyHears), (away.Outcome, away.Cause));
        Assert.Equal(Outcome.TellsOnly, Rehearser.Of(plan, "hose", Mode.Asleep, faults: [Fault.InternetFailed]).Outcome);
    }

    [Theory]
    [InlineData(7 * 60, true)]
    [InlineData((22 * 60) - 1, true)]
    [InlineData(22 * 60, false)]
    [InlineData((7 * 60) - 1, false)]
    public void Out_of_their_hours_nobody_hears_it(int atMin, bool hears)
    {
        Contact byDay = Maren with { Hours = ByDay };
        Assert.Equal(hears, byDay.Hears(AlertWay.Call, Mode.Away, atMin));
        Rehearsed rehearsed = Rehearser.Of(Tells(byDay), "hose", Mode.Away, meanwhile: [new Meanwhile { AtS = 0, Kind = MeanwhileKind.TimeIs, Min = atMin }]);
        // They are told some seconds later, which the last minute of the night has.
        Assert.Equal((hears, hears ? Outcome.TellsOnly : Outcome.Nothing), (Assert.Single(rehearsed.Told).Hears, rehearsed.Outcome));
    }

    [Fact]
    public void Where_somebody_hears_by_day_alone_the_worst_begins_at_night_and_is_told_of_a_moment_too_late()
    {
        Rehearsed worst = Rehearser.Of(Tells(Maren with { Hours = ByDay }), "hose", Mode.Away);
        Assert.Equal((Outcome.Nothing, Cause.NobodyHears), (worst.Outcome, worst.Cause));
        double toldMin = (worst.StartMin!.Value + (worst.Told[0].AtS / 60)) % HoursOfDay.DayMin;
        Assert.False(ByDay.Holds(toldMin));
        // Where the valve closes all the same, the same is lost and nobody hears.
        Rehearsed closes = Rehearser.Of(House().WithInstallation(i => i with { Contacts = [Maren with { Hours = ByDay }] }), "hose", Mode.Away);
        Assert.Equal((Outcome.Closes, false), (closes.Outcome, closes.Told[0].Hears));
        Assert.Equal(Rehearser.Of(House(), "hose", Mode.Away).LostM3, closes.LostM3);
    }

    [Fact]
    public void Who_is_told_twice_hears_it_the_second_time()
    {
        // Told at 21:59 of the wet sensor by one rule, and an hour on by another that confirms for longer.
        Plan plan = Tells(Maren with { Hours = new HoursOfDay { FromMin = 22 * 60, UntilMin = 23 * 60 + 30 } })
            .WithInstallation(i => i with { Rules = [.. i.Rules, i.Rules[0] with { Id = "again", ConfirmS = 3600 }] });
        ToldContact told = Assert.Single(Rehearser.Of(plan, "hose", Mode.Away, meanwhile: [new Meanwhile { AtS = 0, Kind = MeanwhileKind.TimeIs, Min = (22 * 60) - 10 }]).Told);
        Assert.True(told.Hears);
        Assert.InRange(told.AtS, 3600, 3700);
    }

    [Fact]
    public void Who_has_come_home_meanwhile_hears_the_siren()
    {
        Rehearsed rehearsed = Rehearser.Of(Tells(InTheHouse), "hose", Mode.Away, meanwhile: [new Meanwhile { AtS = 0, Kind = MeanwhileKind.ModeBecomes, Mode = Mode.Home }]);
        Assert.Equal((true, Outcome.TellsOnly), (rehearsed.Told[0].Hears, rehearsed.Outcome));
    }

    [Fact]
    public void Hours_at_which_nobody_hears_a_rule_are_a_finding()
    {
        Finding night = Assessor.Assess(Tells(Maren with { Ways = [AlertWay.Call], Hours = ByDay })).Findings.Single(f => f.Code == "nobody-told-in-mode");
        Assert.Contains("hears it from 22:00 to 7:00 in every mode, and closes nothing", night.Why, StringComparison.Ordinal);
        Finding both = Assessor.Assess(Tells(Maren with { Hours = ByDay })).Findings.Single(f => f.Code == "nobody-told-in-mode");
        Assert.Contains("hears it when asleep; from 22:00 to 7:00 when home or away or holiday, and closes nothing", both.Why, StringComparison.Ordinal);
        Contact caller = Maren with { Id = "night", Ways = [AlertWay.Call], Hours = new HoursOfDay { FromMin = ByDay.UntilMin, UntilMin = ByDay.FromMin } };
        Assert.DoesNotContain("nobody-told-in-mode", Codes(Tells(Maren with { Ways = [AlertWay.Call], Hours = ByDay }, caller)));
        // A rule that holds by day alone needs nobody at night.
        Plan rule = Tells(Maren with { Ways = [AlertWay.Call], Hours = ByDay }).WithRule(r => r with { Hours = ByDay });
        Assert.DoesNotContain("nobody-told-in-mode", Codes(rule));
        Finding never = Assessor.Assess(Tells(Maren with { Hours = ByDay with { UntilMin = ByDay.FromMin } })).Findings.Single(f => f.Code == "contact-hears-nothing");
        Assert.EndsWith("installation/contacts/0/hours", never.Where, StringComparison.Ordinal);
    }

    [Fact]
    public void A_rule_tells_those_it_names_and_no_others()
    {
        Plan plan = Tells(Maren, InTheHouse).WithRule(r => r with { TellIds = ["siren"] });
        Assert.Equal(["siren"], Rehearser.Of(plan, "hose", Mode.Home).Told.Select(t => t.ContactId));
        Assert.Equal((Outcome.Nothing, Cause.NobodyHears), (Rehearser.Of(plan, "hose", Mode.Away).Outcome, Rehearser.Of(plan, "hose", Mode.Away).Cause));
    }

    [Fact]
    public void Nobody_named_nobody_reached_and_nobody_who_hears_are_findings()
    {
        Assert.Contains(Assessor.Assess(House()).Findings, f => f.Code == "contacts-not-named");
        Assert.DoesNotContain(Codes(Tells(Maren with { Ways = [AlertWay.Call] })), c => c.StartsWith("contact", StringComparison.Ordinal) || c.StartsWith("nobody", StringComparison.Ordinal));
        Assert.Contains("contact-hears-nothing", Codes(Tells(Maren with { Ways = [] })));
        Assert.Contains("contact-hears-nothing", Codes(Tells(InTheHouse with { Modes = [Mode.Away] })));
        Finding night = Assessor.Assess(Tells(Maren)).Findings.Single(f => f.Code == "nobody-told-in-mode");
        Assert.Equal((Severity.Stop, true), (night.Severity, night.Why.Contains("when asleep, and closes nothing", StringComparison.Ordinal)));
        Plan closes = House().WithInstallation(i => i with { Contacts = [Maren] });
        Assert.Equal(Severity.Caution, Assessor.Assess(closes).Findings.Single(f => f.Code == "nobody-told-in-mode").Severity);
    }

    [Fact]
    public void A_rule_that_waits_for_more_than_it_hears_is_a_finding_and_one_that_hears_enough_closes_on_the_last()
    {
        Assert.Contains("quorum-too-large", Codes(House().WithRule(r => r with { AtLeast = 2 })));
        Plan two = House().WithInstallation(i => i with
        {
            Sensors = [i.Sensors[0], i.Sensors[0] with { Id = "far", Distances = [new LeakDistance { LeakId = "hose", DistanceM = 2 }] }],
            Rules = [i.Rules[0] with { SensorIds = ["puck", "far"], AtLeast = 2 }],
        });
        Assert.DoesNotContain("quorum-too-large", Codes(two));
        Rehearsed rehearsed = Rehearser.Of(two, "hose", Mode.Away);
        double lastWetS = rehearsed.Events.Last(e => e.Kind == EventKind.HubKnows).TimeS;
        Assert.Equal("far", rehearsed.Events.Last(e => e.Kind == EventKind.HubKnows).SensorId);
        Assert.Equal(lastWetS + 5, rehearsed.Events.First(e => e.Kind == EventKind.Told).TimeS, 2e-3);
        Assert.Equal(Outcome.Nothing, Rehearser.Of(two, "hose", Mode.Away, faults: [Fault.SensorDead]).Outcome);
    }

    [Fact]
    public void The_message_says_where_what_is_done_and_what_to_do()
    {
        Plan plan = House();
        string valve = plan.Building.StopValves[0].Name;
        Assert.Equal(
            $"Water at Under the basin, Scullery. {valve} closes in 20 s unless it dries. Keep out of water that may touch electricity. Look that no water runs; find it and dry it before you open.",
            AlertMessage.Of(plan, plan.Installation.Rules[0], plan.Installation.Sensors[0]));
        Plan tells = Tells(Maren);
        Assert.Equal(
            "Water at Under the basin, Scullery. Nothing closes by itself: shut the water off by hand. Keep out of water that may touch electricity. Then find it and dry it.",
            AlertMessage.Of(tells, tells.Installation.Rules[0], tells.Installation.Sensors[0]));
    }

    private static Plan Tells(params Contact[] contacts) =>
        House().WithRule(r => r with { Action = RuleAction.TellOnly }).WithInstallation(i => i with { Contacts = contacts });

    private static IEnumerable<string> Codes(Plan plan) => Assessor.Assess(plan).Findings.Select(f => f.Code);
}
