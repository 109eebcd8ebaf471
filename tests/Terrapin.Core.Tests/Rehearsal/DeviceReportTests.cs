using Terrapin.Core.Assessments;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Rules;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Rehearsal;

/// <summary>Rules that wait for what sensors and drives report beside water: the cold, a hand on a valve, a valve that does not close.</summary>
public class DeviceReportTests
{
    private static readonly Rule Wet = House().Installation.Rules[0];

    /// <summary>Drives that report where the valve stands, and sensors that measure the temperature.</summary>
    private static Plan Reporting(Answer answer = Answer.Yes) => House() is var plan ? plan with
    {
        Catalogue = plan.Catalogue with
        {
            Drives = [.. plan.Catalogue.Drives.Select(d => d with { ReportsPosition = answer })],
            Sensors = [.. plan.Catalogue.Sensors.Select(s => s with { MeasuresTemperature = answer })],
        },
    } : plan;

    private static Plan WithRules(Plan plan, params Rule[] rules) => plan.WithInstallation(i => i with { Rules = rules });

    private static Rule Tells(RuleTrigger trigger) => Wet with { Id = "tells", Trigger = trigger, SensorIds = [], ConfirmS = 0, Action = RuleAction.TellOnly };

    private static TimelineEvent[] Told(Rehearsed rehearsed) => [.. rehearsed.Events.Where(e => e.Kind == EventKind.Told && e.RuleId == "tells")];

    [Fact]
    public void The_cold_closes_before_a_pipe_bursts_where_the_sensor_measures_it()
    {
        Rule cold = Wet with { Trigger = RuleTrigger.SensorCold, ColderThanC = 4, ConfirmS = 60, DelayS = 0, CancelIfDry = false };
        Meanwhile Falls(double celsius) => new() { AtS = 100, Kind = MeanwhileKind.GetsCold, SensorId = "puck", Celsius = celsius };
        Rehearsed closed = Rehearser.Of(WithRules(Reporting(), cold), "hose", Mode.Away, meanwhile: [Falls(3.9)]);
        Assert.Equal(160, closed.Events.Single(e => e.Kind == EventKind.ClosingOrdered).TimeS, 0.001);
        Assert.Equal("puck", closed.Events.Single(e => e.Kind == EventKind.SensorCold).SensorId);
        Assert.Equal(closed.LostM3.High!.Value, closed.Spans.Sum(s => s.VolumeM3), 1e-9);
        Assert.True(Rehearser.Of(WithRules(Reporting(), cold), "hose", Mode.Away, meanwhile: [Falls(4)]).Endless);
        Assert.True(Rehearser.Of(WithRules(Reporting(Answer.Unknown), cold), "hose", Mode.Away, meanwhile: [Falls(-2)]).Endless);
        Assert.True(Rehearser.Of(WithRules(Reporting(), cold), "hose", Mode.Away, faults: [Fault.SensorDead], meanwhile: [Falls(-2)]).Endless);
        Assert.True(Rehearser.Of(WithRules(Reporting(), cold with { ColderThanC = null }), "hose", Mode.Away, meanwhile: [Falls(-2)]).Endless);
    }

    [Theory]
    [InlineData(Fault.DriveStalls, true)]
    [InlineData(Fault.EndsSwapped, false)]
    [InlineData(Fault.ValvePasses, false)]
    public void A_valve_that_is_missed_at_its_end_is_told_of(Fault fault, bool isTold)
    {
        Rehearsed rehearsed = Rehearser.Of(WithRules(Reporting(), Wet, Tells(RuleTrigger.ValveFails)), "hose", Mode.Away, faults: [fault]);
        Assert.Equal(isTold ? 1 : 0, Told(rehearsed).Length);
        if (isTold)
        {
            // Twice the stroke after the first movement.
            double movesS = rehearsed.Events.Single(e => e.Kind == EventKind.ValveMoves).TimeS;
            Assert.Equal(movesS + 24, Told(rehearsed)[0].TimeS, 0.002);
        }

        Assert.Empty(Told(Rehearser.Of(WithRules(Reporting(Answer.No), Wet, Tells(RuleTrigger.ValveFails)), "hose", Mode.Away, faults: [fault])));
        Assert.Empty(Told(Rehearser.Of(WithRules(Reporting(), Wet, Tells(RuleTrigger.ValveFails)), "hose", Mode.Away)));
    }

    private static readonly Rule Again = Wet with { Id = "again", Trigger = RuleTrigger.ValveFails, SensorIds = [], ConfirmS = 0, DelayS = 30, CancelIfDry = false };

    [Fact]
    public void A_handle_that_snags_stands_there_until_it_is_told_once_more()
    {
        Rehearsed caught = Rehearser.Of(WithRules(Reporting(), Wet), "hose", Mode.Away, faults: [Fault.DriveSnags]);
        Rehearsed stalled = Rehearser.Of(WithRules(Reporting(), Wet), "hose", Mode.Away, faults: [Fault.DriveStalls]);
        Assert.Equal((stalled.Outcome, stalled.Cause, stalled.ResidualM3PerS), (caught.Outcome, caught.Cause, caught.ResidualM3PerS));
        Assert.Equal(45, caught.Events.Single(e => e.Kind == EventKind.ValveStopsShort).AngleDeg);

        Rehearsed again = Rehearser.Of(WithRules(Reporting(), Wet, Again), "hose", Mode.Away, faults: [Fault.DriveSnags]);
        Assert.Equal((Outcome.Closes, false), (again.Outcome, again.Endless));
        TimelineEvent[] moves = [.. again.Events.Where(e => e.Kind == EventKind.ValveMoves)];
        TimelineEvent snags = again.Events.Single(e => e.Kind == EventKind.ValveStopsShort);
        TimelineEvent stops = again.Events.Single(e => e.Kind == EventKind.FlowStops);
        // Half of 12 s to where it is caught; a report missed after two strokes, then the delay, the order and the start.
        Assert.Equal(moves[0].TimeS + 6, snags.TimeS, 1e-6);
        double orderS = moves[0].TimeS - again.Events.First(e => e.Kind == EventKind.ClosingOrdered).TimeS;
        Assert.Equal(moves[0].TimeS + 24 + 30 + orderS, moves[1].TimeS, 0.003);
        Assert.Equal(caught.ResidualM3PerS!.Value * (moves[1].TimeS - snags.TimeS), moves[1].VolumeM3 - snags.VolumeM3, 1e-9);
        // What the two parts of the stroke let out is what one whole stroke does.
        Rehearsed sound = Rehearser.Of(WithRules(Reporting(), Wet), "hose", Mode.Away);
        double Stroke(Rehearsed r) => r.Events.Single(e => e.Kind == EventKind.FlowStops) is var end && r.Events.First(e => e.Kind == EventKind.ValveMoves) is var start ? end.VolumeM3 - start.VolumeM3 : 0;
        double whole = Stroke(sound);
        Assert.Equal(whole, snags.VolumeM3 - moves[0].VolumeM3 + stops.VolumeM3 - moves[1].VolumeM3, whole * 2e-3);
        Assert.Equal(again.LostM3.High!.Value, again.Spans.Sum(s => s.VolumeM3), 1e-9);
    }

    [Fact]
    public void A_second_order_needs_a_drive_that_reports_and_frees_none_that_stalls_for_good()
    {
        Assert.True(Rehearser.Of(WithRules(Reporting(Answer.No), Wet, Again), "hose", Mode.Away, faults: [Fault.DriveSnags]).Endless);
        Rehearsed stalled = Rehearser.Of(WithRules(Reporting(), Wet, Again), "hose", Mode.Away, faults: [Fault.DriveStalls]);
        Assert.Equal((Outcome.ClosesPartly, Cause.StopsShort), (stalled.Outcome, stalled.Cause));
        Assert.Single(stalled.Events, e => e.Kind == EventKind.ValveMoves);
        Assert.Equal(Rehearser.Of(WithRules(Reporting(), Wet), "hose", Mode.Away).LostM3, Rehearser.Of(WithRules(Reporting(), Wet, Again), "hose", Mode.Away).LostM3);
    }

    [Fact]
    public void What_has_closed_on_the_second_stroke_fails_no_more()
    {
        Rule later = Tells(RuleTrigger.ValveFails) with { ConfirmS = 120 };
        Assert.Single(Told(Rehearser.Of(WithRules(Reporting(), Wet, later), "hose", Mode.Away, faults: [Fault.DriveSnags])));
        Assert.Empty(Told(Rehearser.Of(WithRules(Reporting(), Wet, Again, later), "hose", Mode.Away, faults: [Fault.DriveSnags])));
        Assert.Single(Told(Rehearser.Of(WithRules(Reporting(), Wet, Again, later), "hose", Mode.Away, faults: [Fault.DriveStalls])));
    }

    [Fact]
    public void What_another_order_has_freed_or_a_hand_has_opened_is_not_missed()
    {
        // The second rule orders while the handle is caught, before the first report is missed.
        Rule second = Wet with { Id = "second", DelayS = 30 };
        Rehearsed freed = Rehearser.Of(WithRules(Reporting(), Wet, second, Tells(RuleTrigger.ValveFails)), "hose", Mode.Away, faults: [Fault.DriveSnags]);
        Assert.Equal((Outcome.Closes, 2), (freed.Outcome, freed.Events.Count(e => e.Kind == EventKind.ValveMoves)));
        Assert.Empty(Told(freed));
        Assert.DoesNotContain(freed.Events, e => e.Kind == EventKind.ValveFails);
        double movesS = freed.Events.First(e => e.Kind == EventKind.ValveMoves).TimeS;
        Meanwhile opened = new() { AtS = movesS + 8, Kind = MeanwhileKind.ValveOpened, StopValveId = "main" };
        Assert.Empty(Told(Rehearser.Of(WithRules(Reporting(), Wet, Tells(RuleTrigger.ValveFails)), "hose", Mode.Away, faults: [Fault.DriveStalls], meanwhile: [opened])));
    }

    [Fact]
    public void Closing_once_more_is_tried_as_a_remedy_and_said_to_be_a_risk()
    {
        IReadOnlyList<Remedy> Remedies(Plan plan) => FaultRemedies.Of(plan, "hose", new AssessmentMemory());
        Remedy again = Remedies(WithRules(Reporting(), Wet)).Single(r => r.Kind == RemedyKind.CloseAgain);
        Assert.True(again.RunsOnAfter < again.RunsOnBefore);
        Assert.Equal((RuleTrigger.ValveFails, "main"), (again.Rule!.WaitsFor, Assert.Single(again.Rule.StopValveIds)));
        Assert.DoesNotContain(Remedies(WithRules(Reporting(Answer.Unknown), Wet)), r => r.Kind == RemedyKind.CloseAgain);
        Assert.DoesNotContain(Remedies(WithRules(Reporting(), Wet, Again)), r => r.Kind == RemedyKind.CloseAgain);
        IEnumerable<string> Codes(params Rule[] rules) => Assessor.Assess(WithRules(Reporting(), rules)).Findings.Select(f => f.Code);
        Assert.Contains("rule-closes-again", Codes(Wet, Again));
        Assert.DoesNotContain("rule-closes-again", Codes(Wet, Again with { Action = RuleAction.TellOnly }));
        Assert.DoesNotContain("rule-closes-again", Codes(Wet with { Action = RuleAction.TellOnly }, Again));
    }

    [Fact]
    public void A_second_valve_closes_where_the_first_has_failed()
    {
        Plan two = Reporting().WithBuilding(b => b with
        {
            StopValves = [b.StopValves[0] with { Id = "street", Name = "Street" }, b.StopValves[0] with { FedByPipeId = "feed" }],
            Pipes = [new Pipe { Id = "feed", Name = "Feed", StopValveId = "street", Material = PipeMaterial.Copper, BoreM = 0.0202, LengthM = 2, EndHeightM = 0 }, .. b.Pipes],
        }).WithInstallation(i => i with { Drives = [i.Drives[0] with { Seen = Tight(12, 70) }, i.Drives[0] with { Id = "drive-2", StopValveId = "street" }] });
        Rule street = Wet with { Id = "street", Trigger = RuleTrigger.ValveFails, SensorIds = [], ConfirmS = 0, DelayS = 0, StopValveIds = ["street"] };
        Rehearsed alone = Rehearser.Of(WithRules(two, Wet with { StopValveIds = ["main"] }), "hose", Mode.Away);
        Rehearsed both = Rehearser.Of(WithRules(two, Wet with { StopValveIds = ["main"] }, street), "hose", Mode.Away);
        Assert.Equal((true, false), (alone.Endless, both.Endless));
        Assert.Contains(both.Events, e => e.Kind == EventKind.ValveFails);
        Assert.Equal(both.LostM3.High!.Value, both.Spans.Sum(s => s.VolumeM3), 1e-9);
    }

    [Fact]
    public void A_hand_on_a_valve_is_told_of_where_the_drive_reports_it()
    {
        Meanwhile opened = new() { AtS = 500, Kind = MeanwhileKind.ValveOpened, StopValveId = "main" };
        Rehearsed rehearsed = Rehearser.Of(WithRules(Reporting(), Wet, Tells(RuleTrigger.ValveMoved)), "hose", Mode.Away, meanwhile: [opened]);
        Assert.Equal(500, Assert.Single(Told(rehearsed)).TimeS, 0.002);
        Assert.Empty(Told(Rehearser.Of(WithRules(Reporting(), Wet, Tells(RuleTrigger.ValveMoved)), "hose", Mode.Away)));
        Assert.Empty(Told(Rehearser.Of(WithRules(Reporting(Answer.Unknown), Wet, Tells(RuleTrigger.ValveMoved)), "hose", Mode.Away, meanwhile: [opened])));
    }

    [Fact]
    public void A_rule_of_a_room_holds_for_each_sensor_that_is_put_there()
    {
        Rule ofRoom = Wet with { AllBut = true, SensorIds = [], RoomIds = ["scullery"] };
        Assert.Equal(Rehearser.Of(House(), "hose", Mode.Away).LostM3, Rehearser.Of(WithRules(House(), ofRoom), "hose", Mode.Away).LostM3);
        Assert.True(Rehearser.Of(WithRules(House(), ofRoom with { RoomIds = [] }), "hose", Mode.Away).Endless);
        Assert.True(Rehearser.Of(WithRules(House(), ofRoom with { SensorIds = ["puck"] }), "hose", Mode.Away).Endless);
        Sensor elsewhere = House().Installation.Sensors[0] with { Id = "hall", RoomId = "hall" };
        Assert.Equal([true, false], new[] { House().Installation.Sensors[0], elsewhere }.Select(ofRoom.Hears));
        Assert.Throws<ArgumentException>(() => RuleProgram.Compile([ofRoom], ["puck"], ["main"]));
        Assert.Equal(["puck"], ofRoom.Naming(House().Installation.Sensors).SensorIds);
    }

    [Fact]
    public void A_rule_of_tags_holds_for_each_sensor_that_has_one_of_them()
    {
        Rule ofTags = Wet with { AllBut = true, SensorIds = [], Tags = ["hoses", "upstairs"] };
        Plan Tagged(Rule rule, params string[] tags) => WithRules(House().WithInstallation(i => i with { Sensors = [.. i.Sensors.Select(s => s with { Tags = tags })] }), rule);
        Assert.Equal(Rehearser.Of(House(), "hose", Mode.Away).LostM3, Rehearser.Of(Tagged(ofTags, "cold", "upstairs"), "hose", Mode.Away).LostM3);
        Assert.True(Rehearser.Of(Tagged(ofTags, "Upstairs"), "hose", Mode.Away).Endless);
        Assert.True(Rehearser.Of(Tagged(ofTags), "hose", Mode.Away).Endless);
        Assert.True(Rehearser.Of(Tagged(ofTags with { Tags = [] }, "hoses"), "hose", Mode.Away).Endless);
        Assert.True(Rehearser.Of(Tagged(ofTags with { RoomIds = [] }, "hoses"), "hose", Mode.Away).Endless);
        Assert.True(Rehearser.Of(Tagged(ofTags with { SensorIds = ["puck"] }, "hoses"), "hose", Mode.Away).Endless);
        Assert.Throws<ArgumentException>(() => RuleProgram.Compile([ofTags], ["puck"], ["main"]));
        Rule named = ofTags.Naming(Tagged(ofTags, "hoses").Installation.Sensors);
        Assert.Equal((false, null, "puck"), (named.AllBut, named.Tags, named.SensorIds.Single()));
    }

    [Fact]
    public void A_rule_of_tags_that_no_sensor_has_says_which()
    {
        Rule ofTags = Wet with { AllBut = true, SensorIds = [], Tags = ["hoses"] };
        var found = Assert.Single(RuleFindings.Of(WithRules(House(), ofTags)), f => f.Code == "rule-without-sensor");
        Assert.Contains("tagged \"hoses\", and none is", found.Why, StringComparison.Ordinal);
        Assert.StartsWith("Tag its sensors so", found.Remedy, StringComparison.Ordinal);
    }
}
