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
}
