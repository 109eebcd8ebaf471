using Terrapin.Core.Assessments;
using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Assessments;

/// <summary>What counts as answered, what counts as one, and the cautions of a whole site.</summary>
public class AnswersTests
{
    public static TheoryData<Stage, Func<Plan, Plan>> Silences => new()
    {
        { Stage.Main, p => p.WithStopValve(m => m with { NothingInTheWay = false }) },
        { Stage.Drive, p => p.WithDrive(d => d with { Seen = d.Seen! with { StepsDone = false } }) },
        { Stage.Drive, p => p.WithDrive(d => d with { Seen = null }) },
        { Stage.Drive, p => p.WithDrive(d => d with { Seen = d.Seen! with { ClosedTheValve = false } }) },
        { Stage.Rooms, p => p.WithBuilding(b => b with { Rooms = [.. p.Building.Rooms, p.Building.Rooms[0] with { Id = "hall", Name = "Hall", Leaks = [] }] }) },
    };

    [Theory]
    [MemberData(nameof(Silences))]
    public void Silence_is_never_done(Stage stage, Func<Plan, Plan> silence)
    {
        Assert.Equal(StageState.Done, StateOf(House(), stage));
        Assert.Equal(StageState.Open, StateOf(silence(House()), stage));
    }

    [Fact]
    public void Nothing_in_the_way_and_no_leak_point_are_answers()
    {
        Plan plan = House().WithStopValve(m => m with { NothingInTheWay = false, Obstacles = [new Obstacle { Kind = ObstacleKind.Wall, Towards = Towards.FarSide, DistanceM = 1 }] });
        Assert.Equal(StageState.Done, StateOf(plan, Stage.Main));
        plan = plan.WithBuilding(b => b with { Rooms = [.. plan.Building.Rooms, plan.Building.Rooms[0] with { Id = "hall", Leaks = [], NoLeakPoints = true }] });
        Assert.Equal(StageState.Done, StateOf(plan, Stage.Rooms));
    }

    [Theory]
    [InlineData(ValveKind.Gate)]
    [InlineData(ValveKind.Globe)]
    [InlineData(ValveKind.ScrewDown)]
    public void A_multi_turn_valve_is_to_be_replaced_and_nothing_is_estimated_of_it(ValveKind kind)
    {
        Plan plan = House().WithStopValve(m => m with { Kind = kind });
        DriveVerdict verdict = plan.Verdict();
        Assert.Equal((TorqueVerdict.Stop, TorqueBasis.Unknown), (verdict.Verdict, verdict.Basis));
        Assert.Null(verdict.BreakawayNm);
        Assert.Null(verdict.Ratio);
        Finding must = Assert.Single(Assessor.Assess(plan).Findings, f => f is { Severity: Severity.Stop, Stage: Stage.Main or Stage.Drive });
        Assert.Equal(("valve-multi-turn", Trade.Plumber), (must.Code, must.Trade));
        Assert.All(DriveSiteChoice.Of(plan)[0].Drives, d => Assert.True(d.Ratio is null));
    }

    [Fact]
    public void A_leak_that_no_valve_stops_is_counted_apart()
    {
        Plan plan = House();
        LeakPoint trap = plan.Building.Rooms[0].Leaks[0] with { Id = "trap", Name = "Trap", Kind = LeakKind.Trap, HoleM = null, FlowM3PerS = 1e-3, PipeId = null };
        plan = plan.WithBuilding(b => b with { Rooms = [plan.Building.Rooms[0] with { Leaks = [.. plan.Building.Rooms[0].Leaks, trap] }] });
        Assessment assessment = Assessor.Assess(plan);
        Assert.Equal("hose", assessment.Tally.Worst!.LeakId);
        Assert.Empty(assessment.Tally.NotStopped);
        Assert.Equal(["trap"], assessment.Tally.BeyondValves);
        Assert.Equal(StageState.Done, StateOf(plan, Stage.Rehearse));
        Assert.Contains(assessment.Leaks, l => l.LeakId == "trap");
    }

    [Fact]
    public void Many_leaks_of_one_cause_are_one_finding_and_two_stay_two()
    {
        Plan WithLeaks(int count)
        {
            Plan plan = House().WithInstallation(i => i with { Sensors = [], Rules = [] });
            return plan.WithBuilding(b => b with { Rooms = [plan.Building.Rooms[0] with { Leaks = [.. Enumerable.Range(1, count).Select(i => plan.Building.Rooms[0].Leaks[0] with { Id = $"l{i}", Name = $"Hose {{{i}}}" })] }] });
        }

        Assert.Equal(2, Assessor.Assess(WithLeaks(2)).Findings.Count(f => f.Code == "leak-without-sensor"));
        Finding one = Assert.Single(Assessor.Assess(WithLeaks(17)).Findings, f => f.Code == "leak-without-sensor");
        Assert.Contains("The same holds for Hose (2), Scullery; Hose (3), Scullery;", one.Why, StringComparison.Ordinal);
        Assert.Equal(1, Assessor.Assess(WithLeaks(17)).Tally.Stops - Assessor.Assess(WithLeaks(17)).Findings.Count(f => f.Severity == Severity.Stop && f.Code != "leak-without-sensor"));
    }

    [Fact]
    public void With_several_stop_valves_a_finding_says_whose_it_is()
    {
        Plan plan = House().WithStopValve(m => m with { FeedsAnimals = Answer.Yes });
        Assert.All(Assessor.Assess(plan).Findings.Where(f => f.Where.StartsWith("/building/stopValves/", StringComparison.Ordinal)), f => Assert.Null(f.About));
        Plan two = plan.WithBuilding(b => b with { StopValves = [.. plan.Building.StopValves, plan.Building.StopValves[0] with { Id = "second", Name = "Under the stair" }] });
        Assert.Contains(Assessor.Assess(two).Findings, f => f.About == "Under the stair");
    }

    [Fact]
    public void A_tank_after_the_only_valve_is_a_caution_and_one_before_it_none()
    {
        Plan plan = House().WithBuilding(b => b with { Rooms = [] }).WithInstallation(i => i with { Sensors = [], Rules = [] });
        Assert.Contains(Assessor.Assess(plan.WithBuilding(b => b with { Supply = plan.Building.Supply with { Tank = new PressureTank { AfterStopValveId = "main" } } })).Findings, f => f.Code == "tank-after-only-valve");
        Assert.Single(Assessor.Assess(House().WithBuilding(b => b with { Supply = plan.Building.Supply with { Tank = new PressureTank { AfterStopValveId = "main" } } })).Findings, f => f.Where == "/building/supply/tank/afterStopValveId");
        Assert.DoesNotContain(Assessor.Assess(plan.WithBuilding(b => b with { Supply = plan.Building.Supply with { Tank = new PressureTank() } })).Findings, f => f.Code == "tank-after-only-valve");
    }

    [Fact]
    public void A_valve_of_the_utility_and_a_drive_without_its_outlet_are_told()
    {
        Plan street = House().WithStopValve(m => m with { SideOfMeter = SideOfMeter.Street });
        Assert.Equal(Trade.Utility, Assert.Single(Assessor.Assess(street).Findings, f => f.Code == "valve-on-street-side").Trade);
        Plan house = House();
        DriveSpec outletOnly = house.SpecOf(house.Drive()) with { Supply = DriveSupply.MainsOnly };
        Plan none = (house with { Catalogue = house.Catalogue with { Drives = [outletOnly] } })
            .WithStopValve(m => m with { Place = m.Place with { Outlet = Answer.No } }).WithDrive(d => d with { Power = DrivePower.Unknown });
        Finding stop = Assert.Single(none.Verdict().Findings, f => f.Code == "no-outlet");
        Assert.Equal((Severity.Stop, Trade.Electrician), (stop.Severity, stop.Trade));
    }

    [Fact]
    public void A_sensor_in_a_sump_pit_belongs_to_a_rule_that_only_tells()
    {
        Plan plan = House();
        Fixture pit = new() { Id = "pit", Kind = FixtureKind.SumpPit, Name = "Sump", Base = FixtureBase.Pit, Area = new FloorRectangle { AcrossM = 1, DownM = 1, LengthM = 0.6, WidthM = 0.6 } };
        Plan At(double acrossM) => plan.WithBuilding(b => b with
        {
            Rooms = [plan.Building.Rooms[0] with { Fixtures = [pit] }],
        }).WithInstallation(i => i with
        {
            Sensors = [plan.Installation.Sensors[0] with { At = new FloorPoint { AcrossM = acrossM, DownM = 1.3 } }],
        });
        Assert.Contains(Assessor.Assess(At(1.3)).Findings, f => f is { Code: "pit-sensor-closes", Where: "/installation/rules/0/sensorIds" });
        Assert.DoesNotContain(Assessor.Assess(At(2.3)).Findings, f => f.Code == "pit-sensor-closes");
        Assert.DoesNotContain(Assessor.Assess(At(1.3).WithRule(r => r with { Action = RuleAction.TellOnly })).Findings, f => f.Code == "pit-sensor-closes");
    }

    [Fact]
    public void A_proposed_pipe_and_a_hot_hose_on_a_cold_pipe_are_told_where_they_are_mended()
    {
        Plan plan = House().WithLeak(l => l with { PipeIsProposed = true, Side = WaterSide.Hot });
        plan = plan.WithBuilding(b => b with { Pipes = [plan.Building.Pipes[0], plan.Building.Pipes[1] with { Water = PipeWater.Cold }] });
        string[] codes = [.. Assessor.Assess(plan).Findings.Where(f => f.Where == "/building/rooms/0/leaks/0/pipeId").Select(f => f.Code)];
        Assert.Equal(["pipe-proposed", "hot-and-cold-swapped"], codes);
        Assert.Equal(StageState.Open, StateOf(plan, Stage.Rooms));
    }

    private static StageState StateOf(Plan plan, Stage stage) => Assessor.Assess(plan).Stages.Single(s => s.Stage == stage).State;
}
