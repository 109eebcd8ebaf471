using Terrapin.Core.Assessments;
using Terrapin.Core.Findings;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Validation;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Rehearsal;

/// <summary>Mains in line, and one a flat.</summary>
public class SeveralStopValvesTests
{
    [Fact]
    public void A_way_runs_through_its_mains_in_the_direction_of_flow()
    {
        Plan plan = InLine();
        WaterWay way = WaterWay.To(plan, "branch");
        Assert.Equal(["street", "main"], way.StopValves.Select(m => m.Id));
        Assert.Equal(["feed", "rise", "branch"], way.Pipes.Select(p => p.Id));
        Assert.Equal([0, 1], way.PipesBefore);
        Assert.True(plan.IsBehind("street", "main"));
        Assert.False(plan.IsBehind("main", "street"));
    }

    [Fact]
    public void In_line_the_hand_valve_says_nothing_and_the_driven_one_closes()
    {
        Assessment assessment = Assessor.Assess(InLine());
        Assert.Equal([StopValveRole.HandValve, StopValveRole.Driven], assessment.StopValves.Select(m => m.Role));
        Assert.DoesNotContain(assessment.Findings, f => f.Where.StartsWith("/building/stopValves/0", StringComparison.Ordinal) && f.Severity > Severity.Note);
        Assert.All(assessment.Leaks, l => Assert.Equal((Outcome.Closes, "main"), (l.Outcome, l.StopValveId)));
    }

    [Fact]
    public void The_best_place_for_a_drive_is_ranked_with_reasons()
    {
        Plan plan = InLine().WithoutDrive().WithStopValve("main", m => m with { Place = new ValvePlace { Outlet = Answer.Yes } });
        IReadOnlyList<StopValveAssessment> mains = DriveSiteChoice.Of(plan);
        Assert.Equal([2, 1], mains.Select(m => m.Rank));
        Assert.Equal([StopValveRole.HandValve, StopValveRole.Candidate], mains.Select(m => m.Role));
        Assert.Contains(mains[0].Reasons, r => !r.For && r.Text == "it takes several turns");
        Assert.Contains(mains[1].Reasons, r => r.For && r.Text == "an outlet is near");
    }

    [Fact]
    public void A_main_before_the_tank_is_the_worse_choice()
    {
        Plan plan = InLine().WithoutDrive();
        plan = plan.WithStopValve("street", m => plan.StopValve("main") with { Id = m.Id, Name = m.Name, FedByPipeId = null }).WithBuilding(b => b with { Supply = plan.Building.Supply with { Tank = new PressureTank { AfterStopValveId = "street", VolumeM3 = 0.06, PrechargePa = 1.8e5 } } });
        IReadOnlyList<StopValveAssessment> mains = DriveSiteChoice.Of(plan);
        Assert.Equal([2, 1], mains.Select(m => m.Rank));
        Assert.Contains(mains[0].Reasons, r => !r.For && r.Text.Contains("tank"));
    }

    [Fact]
    public void A_tank_between_the_mains_drains_only_past_the_first()
    {
        PressureTank tank = new() { AfterStopValveId = "street", VolumeM3 = 0.06, PrechargePa = 1.8e5 };
        Plan second = InLine().WithBuilding(b => b with { Supply = InLine().Building.Supply with { Tank = tank } });
        Assert.Equal(0, Rehearser.Of(second, "hose", Mode.Away).DrainDown.TankM3);
        FittedDrive drive = second.Drive();
        Plan first = second.WithoutDrive().WithDrive(drive with { StopValveId = "street" }).WithStopValve("street", m => m with { Kind = ValveKind.LeverBall, Size = NominalSize.Dn20, Stiffness = Stiffness.Free, ClosesFully = Answer.Yes, FeedsSprinklers = Answer.No });
        Assert.True(Rehearser.Of(first, "hose", Mode.Away).DrainDown.TankM3 > 0.015);
    }

    [Fact]
    public void Whatever_orders_a_closing_closes_what_it_names_whichever_valve_other_rules_close()
    {
        Plan house = House();
        Plan before = InLine().WithStopValve("street", m => house.Building.StopValves[0] with { Id = m.Id, Name = m.Name }).WithDrive(house.Drive() with { StopValveId = "street" });
        Rehearsed alone = Rehearser.Of(before.WithInstallation(i => i with { Rules = [house.Installation.Rules[0] with { StopValveIds = ["main"] }] }), "hose", Mode.Away);

        // A rule of another sensor closes the other valve: it does not take this leak's closing away.
        Sensor other = house.Installation.Sensors[0] with { Id = "attic", RoomId = "attic", Distances = [] };
        Plan plan = before.WithBuilding(b => b with
        {
            Rooms = [.. before.Building.Rooms, house.Building.Rooms[0] with { Id = "attic", Name = "Attic", Leaks = [] }],
        }).WithInstallation(i => i with
        {
            Sensors = [.. before.Installation.Sensors, other],
            Rules = [house.Installation.Rules[0] with { StopValveIds = ["main"] }, house.Installation.Rules[0] with { Id = "attic", SensorIds = ["attic"], StopValveIds = ["street"] }],
        });
        Rehearsed both = Rehearser.Of(plan, "hose", Mode.Away);
        Assert.Equal((Outcome.Closes, "main"), (both.Outcome, both.StopValveId));
        Close(alone.LostM3.High!.Value, both.LostM3.High!.Value, 1e-9);
    }

    [Fact]
    public void Of_two_valves_that_close_the_one_that_shuts_first_stops_the_flow()
    {
        Plan house = House();
        Plan plan = InLine().WithStopValve("street", m => house.Building.StopValves[0] with { Id = m.Id, Name = m.Name }).WithDrive(house.Drive() with { StopValveId = "street", Seen = Tight(4) });
        Rehearsed rehearsed = Rehearser.Of(plan, "hose", Mode.Away);
        Assert.Equal(Outcome.Closes, rehearsed.Outcome);
        Assert.Equal(2, rehearsed.Events.Count(e => e.Kind == EventKind.ClosingOrdered));
        TimelineEvent stops = Assert.Single(rehearsed.Events, e => e.Kind == EventKind.FlowStops);
        Close(4 * 82.5 / 90, stops.TimeS - rehearsed.Events.First(e => e.Kind == EventKind.ValveMoves).TimeS, 1e-6);
    }

    [Fact]
    public void A_valve_that_passes_is_no_loss_where_another_before_it_shuts()
    {
        Plan house = House();
        Plan plan = InLine()
            .WithStopValve("street", m => house.Building.StopValves[0] with { Id = m.Id, Name = m.Name })
            .WithDrive(house.Drive() with { StopValveId = "street" })
            .WithStopValve("main", m => m with { ClosesFully = Answer.No, PassesM3PerS = 1e-5 });
        Assert.Equal(Outcome.Closes, Rehearser.Of(plan, "hose", Mode.Away).Outcome);
        Rehearsed alone = Rehearser.Of(plan.WithInstallation(i => i with { Rules = [house.Installation.Rules[0] with { StopValveIds = ["main"] }] }), "hose", Mode.Away);
        Assert.Equal((Outcome.ClosesPartly, Cause.ValvePasses), (alone.Outcome, alone.Cause));
        Assert.Equal(1e-5, alone.ResidualM3PerS!.Value, 12);
    }

    [Fact]
    public void One_a_flat_each_stops_its_own()
    {
        Plan plan = Flats();
        Assessment assessment = Assessor.Assess(plan);
        Assert.Equal([["hose"], ["hose-2"]], assessment.StopValves.Select(m => m.StopsLeaks));
        Assert.All(assessment.StopValves, m => Assert.Null(m.Rank));
        LeakOutcome second = assessment.Leaks.First(l => l.LeakId == "hose-2");
        Assert.Equal(("main-2", Outcome.Closes), (second.StopValveId, second.Outcome));
    }

    [Fact]
    public void A_rule_that_closes_the_other_flat_only_tells_and_is_a_stop()
    {
        Plan plan = Flats();
        plan = plan.WithInstallation(i => i with { Rules = [plan.Installation.Rules[0] with { StopValveIds = ["main"] }, plan.Installation.Rules[1] with { StopValveIds = ["main"] }] });
        Assessment assessment = Assessor.Assess(plan);
        Assert.Contains(assessment.Findings, f => f is { Code: "rule-closes-wrong-main", Where: "/installation/rules/1/stopValveIds" });
        Assert.Equal(Outcome.TellsOnly, assessment.Leaks.First(l => l.LeakId == "hose-2").Outcome);
        Assert.Equal(Outcome.Closes, assessment.Leaks.First(l => l.LeakId == "hose").Outcome);
    }

    [Fact]
    public void A_leak_before_every_main_is_stopped_by_nothing()
    {
        Plan house = House();
        Plan plan = house.WithBuilding(b => b with { Pipes = [house.Building.Pipes[0] with { StopValveId = null }, house.Building.Pipes[1]] });
        Assessment assessment = Assessor.Assess(plan);
        Assert.Contains(assessment.Findings, f => f.Code == "leak-before-every-main");
        Assert.All(assessment.Leaks, l => Assert.Equal(Cause.NoDrive, l.Cause));
        Assert.Equal(["hose"], assessment.Tally.NotStopped);
    }

    [Fact]
    public void Two_valves_in_line_brake_the_flow_a_little_more_than_one()
    {
        double one = Rehearser.Of(House(), "hose", Mode.Away).FlowM3PerS.High!.Value;
        Plan two = InLine().WithBuilding(b => b with { Pipes = [.. InLine().Building.Pipes.Select(p => p.Id == "feed" ? p with { LengthM = 0 } : p)] });
        double less = Rehearser.Of(two, "hose", Mode.Away).FlowM3PerS.High!.Value;
        Assert.InRange(less, 0.98 * one, one);
    }

    [Fact]
    public void Options_are_assessed_beside_the_plan_and_keep_what_is_found()
    {
        Plan plan = House();
        PlanOption strong = plan.Option("strong", "As quoted");
        Plan weaker = plan.WithDrive(d => d with { SpecId = "sd-12", Seen = null }).WithInstallation(i => i with { Sensors = [], Rules = [] }) with { Options = [strong] };
        IReadOnlyList<OptionAssessment> compared = OptionComparison.Of(weaker);
        Assert.Equal([null, "strong"], compared.Select(c => c.OptionId));
        Assert.Equal(["Strap drive SD-12"], compared[0].Drives);
        Assert.Equal(Outcome.Nothing, Assert.Single(compared[0].Leaks).Outcome);
        Assert.Equal(Outcome.Closes, Assert.Single(compared[1].Leaks).Outcome);
        Assert.Equal(290 + 28 + 120, compared[1].Tally.Price.Amount);
        Assert.Equal(145 + 120, compared[0].Tally.Price.Amount);
    }

    [Fact]
    public void An_option_that_no_longer_fits_is_refused_by_name()
    {
        Plan plan = House();
        Plan stale = plan.WithBuilding(b => b with { Rooms = [] }).WithInstallation(i => i with { Sensors = [], Rules = [], Signals = [] }) with { Options = [plan.Option("old", "Old")] };
        DocumentError error = Assert.Single(Assert.Throws<RefusedException>(() => PlanJson.Read(PlanJson.Write(stale))).Errors);
        Assert.Equal("/options/0", error.Pointer);
        Assert.Contains("Option \"Old\" no longer fits", error.Message);
    }

    /// <summary>A gate valve at the street, then the worked house's driven valve.</summary>
    private static Plan InLine()
    {
        Plan house = House();
        StopValve street = NewSite.UnknownStopValve("street", "Street") with { Kind = ValveKind.Gate, BoreM = 0.0202 };
        return house.WithBuilding(b => b with
        {
            StopValves = [street, house.Building.StopValves[0] with { FedByPipeId = "feed" }],
            Pipes = [new Pipe { Id = "feed", Name = "Feed", StopValveId = "street", Material = PipeMaterial.Copper, BoreM = 0.0202, LengthM = 2, EndHeightM = 0 }, .. house.Building.Pipes],
        });
    }

    private static Plan Flats()
    {
        Plan house = House();
        Room other = house.Building.Rooms[0] with { Id = "bath-2", Name = "Bath", Leaks = [house.Building.Rooms[0].Leaks[0] with { Id = "hose-2", PipeId = "branch-2" }] };
        return house.WithBuilding(b => b with
        {
            StopValves = [house.Building.StopValves[0], house.Building.StopValves[0] with { Id = "main-2", Name = "Flat 2" }],
            Pipes = [.. house.Building.Pipes, house.Building.Pipes[0] with { Id = "branch-2", Name = "Branch 2", StopValveId = "main-2" }],
            Rooms = [house.Building.Rooms[0], other],
        }).WithInstallation(i => i with
        {
            Drives = [.. i.Drives, i.Drives[0] with { StopValveId = "main-2" }],
            Sensors = [house.Installation.Sensors[0], house.Installation.Sensors[0] with { Id = "puck-2", RoomId = "bath-2", Distances = [new LeakDistance { LeakId = "hose-2", DistanceM = 1 }] }],
            Rules = [house.Installation.Rules[0] with { StopValveIds = ["main"] }, house.Installation.Rules[0] with { Id = "close-2", SensorIds = ["puck-2"], StopValveIds = ["main-2"] }],
        });
    }
}
