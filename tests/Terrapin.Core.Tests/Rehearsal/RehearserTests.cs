using CsCheck;
using Terrapin.Core.Assessments;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Rehearsal;

public class RehearserTests
{
    [Fact]
    public void Water_of_no_main_runs_until_it_is_spent_whatever_closes()
    {
        Plan plan = House();
        LeakPoint trap = plan.Building.Rooms[0].Leaks[0] with { Kind = LeakKind.Trap, HoleM = null, FlowM3PerS = 1e-4, PipeId = null, HoldsM3 = 0.03 };
        Plan With(LeakPoint leak) => plan.WithBuilding(b => b with { Rooms = [plan.Building.Rooms[0] with { Leaks = [leak] }] });
        Rehearsed held = Away(With(trap));
        Assert.Equal((Outcome.TellsOnly, Cause.NotFromMain, false), (held.Outcome, held.Cause, held.Endless));
        Assert.Equal(0.03, held.LostM3.High!.Value, 9);
        Rehearsed rain = Away(With(trap with { HoldsM3 = null }));
        Assert.True(rain.Endless);
        Assert.Contains(Assessor.Assess(With(trap)).Findings, f => f.Code == "not-from-the-main");

        // Less than it takes to reach the sensor: nobody ever knows.
        Assert.Equal((Outcome.Nothing, Cause.NeverWet), (Away(With(trap with { HoldsM3 = 1e-5 })).Outcome, Away(With(trap with { HoldsM3 = 1e-5 })).Cause));
    }

    private static Rehearsed Away(Plan plan) => Rehearser.Of(plan, "hose", Mode.Away);

    /// <summary>Volumes are sums over stretches of time, and other stretches round otherwise.</summary>
    private const double Rounding = 1e-12;

    private static double Litres(Plan plan) => Away(plan).LostM3.High!.Value * 1000;

    [Fact]
    public void The_worked_house_from_first_drop_to_quiet()
    {
        Rehearsed rehearsed = Away(House());
        Assert.Equal(Outcome.Closes, rehearsed.Outcome);
        double flow = 33.3 / 60;
        Close(6.17 + flow, Volume(rehearsed, Phase.BeforeTrip), 0.005);
        Close(25 * flow, Volume(rehearsed, Phase.ConfirmingAndDelay), 0.005);
        Close((0.4 + 0.2 + 0.5) * flow, Volume(rehearsed, Phase.RadioAndLogic), 0.005);
        Close(4.81, Volume(rehearsed, Phase.Stroke), 0.005);
        // What drains afterwards needs air behind it: all of it or nothing.
        Close(rehearsed.LostM3.High!.Value - rehearsed.DrainDown.TotalM3, rehearsed.LostM3.Low!.Value, 1e-9);
        Assert.Equal(
            [EventKind.FirstDrop, EventKind.SensorWet, EventKind.HubKnows, EventKind.Told, EventKind.ClosingOrdered, EventKind.ValveMoves, EventKind.FlowStops],
            rehearsed.Events.Select(e => e.Kind));
    }

    [Fact]
    public void Litres_by_phase_add_up_to_the_total() => Plans.Sample(plan =>
    {
        Rehearsed rehearsed = Away(plan);
        return rehearsed.Outcome != Outcome.Closes
            || Math.Abs(rehearsed.Spans.Sum(s => s.VolumeM3) - rehearsed.LostM3.High!.Value) < 1e-9;
    });

    [Fact]
    public void A_longer_delay_never_gives_fewer_litres() => Gen.Select(Plans, Gen.Double[0, 600]).Sample((plan, more) =>
        Litres(plan.WithRule(r => r with { DelayS = r.DelayS + more })) >= Litres(plan) * (1 - Rounding));

    [Fact]
    public void A_farther_sensor_never_gives_fewer_litres() => Gen.Select(Plans, Gen.Double[0, 3]).Sample((plan, more) =>
    {
        Sensor puck = plan.Installation.Sensors[0];
        LeakDistance way = puck.Distances[0];
        Plan farther = plan.WithInstallation(i => i with { Sensors = [puck with { Distances = [way with { DistanceM = way.DistanceM + more }] }] });
        return Litres(farther) >= Litres(plan) * (1 - Rounding);
    });

    [Fact]
    public void The_curve_never_falls_and_ends_at_the_total() => Plans.Sample(plan =>
    {
        Rehearsed rehearsed = Away(plan);
        return rehearsed.Curve.Zip(rehearsed.Curve.Skip(1)).All(p => p.Second.TimeS >= p.First.TimeS && p.Second.VolumeM3 >= p.First.VolumeM3 - 1e-12)
            && rehearsed.Curve[^1].VolumeM3 == rehearsed.LostM3.High;
    });

    [Fact]
    public void A_measurement_that_is_missing_gives_bounds_around_the_truth() => Gen.Select(Plans, Gen.Int[0, 9]).Sample((plan, which) =>
    {
        double truth = Litres(plan) / 1000;
        Rehearsed open = Away(Forget(plan, which));
        return (open.LostM3.Low is null || open.LostM3.Low <= truth + 1e-9)
            && (open.LostM3.High is null || open.LostM3.High >= truth - 1e-9)
            && (open.LostM3.Low is null || open.LostM3.Low != open.LostM3.High);
    });

    [Fact]
    public void Tell_only_runs_without_end()
    {
        Rehearsed rehearsed = Away(House().WithRule(r => r with { Action = RuleAction.TellOnly }));
        Assert.Equal(Outcome.TellsOnly, rehearsed.Outcome);
        Assert.True(rehearsed.Endless);
        Assert.Null(rehearsed.LostM3.High);
        Assert.Equal(Cause.OnlyTold, rehearsed.Cause);
    }

    [Fact]
    public void A_mode_without_a_rule_does_nothing()
    {
        Rehearsed rehearsed = Rehearser.Of(House().WithRule(r => r with { Modes = [Mode.Home] }), "hose", Mode.Away);
        Assert.Equal(Outcome.Nothing, rehearsed.Outcome);
        Assert.True(rehearsed.Endless);
    }

    [Fact]
    public void A_drive_that_is_too_weak_is_not_counted_on()
    {
        Plan plan = House();
        Rehearsed rehearsed = Away(plan.WithStopValve(m => m with { PullToClose = new PullReading { PullN = 900, ArmM = 0.1 } }));
        Assert.True(rehearsed.Endless);
        Assert.Equal(Cause.DriveCannotClose, rehearsed.Cause);
    }

    [Fact]
    public void A_stroke_that_ends_short_leaves_a_residual_without_end()
    {
        Plan plan = House();
        Rehearsed rehearsed = Away(plan.WithDrive(d => d with { Seen = d.Seen! with { EndAngleDeg = 76 } }));
        Assert.Equal(Outcome.ClosesPartly, rehearsed.Outcome);
        Close(5.18, rehearsed.ResidualM3PerS!.Value / LitresPerMinute, 0.002);
        Assert.True(rehearsed.Endless);
        Assert.Equal(EventKind.ValveStopsShort, rehearsed.Events[^1].Kind);
    }

    [Fact]
    public void A_valve_that_passes_leaves_what_it_passes()
    {
        Plan plan = House();
        Rehearsed rehearsed = Away(plan.WithStopValve(m => m with { ClosesFully = Answer.No, PassesM3PerS = 1e-6 }));
        Assert.Equal(Outcome.ClosesPartly, rehearsed.Outcome);
        Assert.Equal(1e-6, rehearsed.ResidualM3PerS);
    }

    [Fact]
    public void A_film_thinner_than_the_gap_never_trips()
    {
        Plan plan = House();
        plan = plan.WithBuilding(b => b with { Rooms = [plan.Building.Rooms[0] with { FinishId = "polished-stone" }] });
        Plan slow = plan.WithLeak(l => l with { HoleM = 0.0005 });
        Assert.Equal(Outcome.Nothing, Away(slow).Outcome);
        Assert.Contains(Assessor.Assess(slow).Findings, f => f.Code == "film-thinner-than-gap");
        Assert.Equal(Outcome.Closes, Away(plan).Outcome);
    }

    [Fact]
    public void A_fast_leak_spreads_in_a_thicker_film()
    {
        Plan plan = House();
        Plan thin = plan.WithBuilding(b => b with { Rooms = [plan.Building.Rooms[0] with { FinishId = "polished-stone" }] });
        double flow = Away(thin).FlowM3PerS.High!.Value;
        Close(Film.ViscousHeightM(flow, 0.5) * Math.PI / 2 * 1.2 * 1.2, Assert.Single(Assessor.Assess(thin).Trips).VolumeM3.High!.Value, 1e-6);
    }

    [Fact]
    public void Every_branch_above_the_leak_drains_into_it()
    {
        Plan plan = House();
        var loft = new Pipe { Id = "loft", Name = "Loft", ParentId = "rise", Material = PipeMaterial.Copper, BoreM = 0.0136, LengthM = 14, EndHeightM = 5 };
        var cellar = loft with { Id = "cellar", Name = "Cellar", EndHeightM = -3 };
        double before = Away(plan).DrainDown.PipesM3;
        // The loft pipe wholly; of the cellar pipe what lies above the leak.
        Close(before + 0.00203, Away(plan.WithBuilding(b => b with { Pipes = [.. plan.Building.Pipes, loft] })).DrainDown.PipesM3);
        Close(before + (0.00203 * 0.4 / 3), Away(plan.WithBuilding(b => b with { Pipes = [.. plan.Building.Pipes, cellar] })).DrainDown.PipesM3);
    }

    [Theory]
    [InlineData(-0.004, -0.004, null, Outcome.TellsOnly)]
    [InlineData(-0.002, -0.002, null, Outcome.Closes)]
    [InlineData(-0.004, -0.004, 90.0, Outcome.Closes)]
    public void A_mounting_that_stalls_is_not_counted_on_until_somebody_has_seen_it_shut(double open, double closed, double? seenDeg, Outcome outcome)
    {
        var mounting = new Mounting { GripRadiusM = 0.05, AlongOpenM = open, AlongClosedM = closed, StrapsOnOneSide = false, StrappedPipe = PipeMaterial.Copper };
        Rehearsed rehearsed = Away(House().WithDrive(d => d with { Mounting = mounting, Seen = Tight(12, seenDeg) }));
        Assert.Equal(outcome, rehearsed.Outcome);
        Assert.Equal(outcome == Outcome.Closes ? null : Cause.DriveCannotClose, rehearsed.Cause);
    }

    [Theory]
    [InlineData(PipeMaterial.CrossLinkedPolyethylene, Outcome.TellsOnly)]
    [InlineData(PipeMaterial.Copper, Outcome.Closes)]
    public void Straps_beyond_what_the_pipe_stands_are_not_counted_on(PipeMaterial pipe, Outcome outcome)
    {
        // 11 N·m on straps 45 and 105 mm off on one side: 183 N each.
        Plan plan = House();
        plan = plan with { Catalogue = plan.Catalogue with { Drives = [.. plan.Catalogue.Drives.Select(d => d.Id == "sd-12" ? d with { RatedTorque = d.RatedTorque! with { Nm = 11 } } : d)] } };
        var mounting = new Mounting { FirstStrapM = 0.045, SecondStrapM = 0.105, StrapsOnOneSide = true, StrappedPipe = pipe };
        Assert.Equal(outcome, Away(plan.WithDrive(d => d with { SpecId = "sd-12", Mounting = mounting })).Outcome);
    }

    [Fact]
    public void A_valve_passes_no_more_than_the_leak_runs()
    {
        Plan drip = House().WithLeak(l => l with { HoleM = 0.0005 }).WithStopValve(m => m with { ClosesFully = Answer.No, PassesM3PerS = 5 * LitresPerMinute });
        Rehearsed rehearsed = Away(drip);
        Assert.Equal(rehearsed.FlowM3PerS.High, rehearsed.ResidualM3PerS);
    }

    [Fact]
    public void A_leak_above_the_head_has_no_flow()
    {
        Plan plan = House();
        Rehearsed rehearsed = Away(plan.WithBuilding(b => b with { Rooms = [plan.Building.Rooms[0] with { FloorHeightM = 60 }] }));
        Assert.Equal(Outcome.NoFlow, rehearsed.Outcome);
        Assert.Equal(0, rehearsed.LostM3.High);
    }

    [Fact]
    public void A_tank_on_the_house_side_empties_after_the_shut_off()
    {
        Plan plan = House();
        plan = plan.WithBuilding(b => b with { Supply = plan.Building.Supply with { StaticPressurePa = 3.2e5, FlowTest = null, Tank = new PressureTank { AfterStopValveId = "main", VolumeM3 = 0.06, PrechargePa = 1.8e5 } } });
        Close(19.9e-3, Away(plan).DrainDown.TankM3, 0.003);
    }

    [Fact]
    public void A_pump_on_the_house_side_runs_for_ever()
    {
        Plan plan = House();
        plan = plan.WithBuilding(b => b with { Supply = plan.Building.Supply with { Pump = new Pump { AfterStopValveId = "main", StopsOnClosing = Answer.No } } });
        Assert.True(Away(plan).Endless);
    }

    [Fact]
    public void A_heater_drains_into_a_hot_leak_at_or_below_its_top_and_siphons_into_a_cold_one()
    {
        Plan Heated(Answer check) => House().WithStopValve(m => m with { Heater = new Heater { VolumeM3 = 0.12, HeightM = 2, FeedCheck = check } });
        Plan Hot(Plan plan) => plan.WithLeak(l => l with { Side = WaterSide.Hot });
        Plan High(Plan plan) => plan.WithLeak(l => l with { HeightAboveFloorM = 4 });
        Assert.Equal(0.12, Away(Hot(Heated(Answer.Yes))).DrainDown.HeaterM3);
        Assert.Equal(0, Away(High(Hot(Heated(Answer.Yes)))).DrainDown.HeaterM3);
        Assert.Equal(0, Away(Heated(Answer.Yes)).DrainDown.HeaterM3);
        Assert.Equal(0.12, Away(Heated(Answer.No)).DrainDown.HeaterM3);
        Assert.Equal(0.12, Away(Heated(Answer.Unknown)).DrainDown.HeaterM3);
        Assert.Equal(0, Away(High(Heated(Answer.No))).DrainDown.HeaterM3);
        Assert.Contains(Assessor.Assess(Heated(Answer.Unknown)).Findings, f => f is { Code: "heater-may-siphon-back", Where: "/building/stopValves/0/heater/feedCheck" });
        Assert.DoesNotContain(Assessor.Assess(Heated(Answer.No)).Findings, f => f.Code == "heater-may-siphon-back");
    }

    [Fact]
    public void Refuses_a_leak_that_is_not_there() =>
        Assert.Throws<KeyNotFoundException>(() => Rehearser.Of(House(), "nowhere", Mode.Home));

    private static readonly Gen<Plan> Plans = Gen.Select(
        Gen.Double[1.5e5, 8e5],
        Gen.Double[0.001, 0.009],
        Gen.Double[0.1, 3],
        Gen.Double[0, 120],
        Gen.Double[2, 50],
        Gen.OneOf(Gen.Const(FloorPosition.Open), Gen.Const(FloorPosition.Wall), Gen.Const(FloorPosition.Corner)),
        (pressure, hole, distance, delay, stroke, position) =>
        {
            Plan plan = House().WithRule(r => r with { DelayS = delay }).WithLeak(l => l with { HoleM = Math.Clamp(hole, 0.004, 0.009), Position = position });
            return (plan.WithBuilding(b => b with
            {
                Supply = new WaterSupply { StaticPressurePa = pressure, FlowTest = new FlowTest { FlowM3PerS = 2e-4, PressurePa = 1.2e5 } },
            }).WithInstallation(i => i with
            {
                Sensors = [plan.Installation.Sensors[0] with { Distances = [new LeakDistance { LeakId = "hose", DistanceM = distance }] }]
            })).WithDrive(d => d with
            {
                Seen = Tight(stroke),
            });
        });

    private static Plan Forget(Plan plan, int which) => which switch
    {
        0 => plan.WithBuilding(b => b with { Supply = plan.Building.Supply with { StaticPressurePa = null } }),
        1 => plan.WithBuilding(b => b with { Supply = plan.Building.Supply with { FlowTest = null } }),
        2 => plan.WithLeak(l => l with { HoleM = null }),
        3 => plan.WithLeak(l => l with { Position = FloorPosition.Unknown }),
        4 => plan.WithInstallation(i => i with { Sensors = [plan.Installation.Sensors[0] with { Distances = [] }] }),
        5 => plan.WithBuilding(b => b with { Rooms = [plan.Building.Rooms[0] with { FinishId = null }] }),
        6 => plan.WithBuilding(b => b with { Rooms = [plan.Building.Rooms[0] with { FloorHeightM = null }] }),
        7 => plan.WithBuilding(b => b with { Pipes = [plan.Building.Pipes[0] with { LengthM = null, EndHeightM = null }, plan.Building.Pipes[1] with { BoreM = null }] }),
        8 => plan.WithStopValve(m => m with { BoreM = null }),
        _ => plan.WithStopValve(m => m with { ClosesFully = Answer.Unknown }),
    };

    private static double Volume(Rehearsed rehearsed, Phase phase) =>
        rehearsed.Spans.Where(s => s.Phase == phase).Sum(s => s.VolumeM3) * 1000;
}
