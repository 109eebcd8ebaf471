using CsCheck;
using Terrapin.Core.Assessments;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Rehearsal;

/// <summary>Rules that hold at some hours or wait for a time of day: what time a leak begins at, and the worst.</summary>
public class ClockTests
{
    private const double DayS = 86_400;
    private static readonly HoursOfDay Night = new() { FromMin = 22 * 60, UntilMin = 6 * 60 };
    private static readonly HoursOfDay ByDay = new() { FromMin = 6 * 60, UntilMin = 22 * 60 };
    private static readonly Rehearsed AtAnyHour = Rehearser.Of(House(), "hose", Mode.Away);
    private static readonly double FlowM3PerS = AtAnyHour.FlowM3PerS.High!.Value;

    private static Meanwhile TimeIs(int min, double atS = 0) => new() { AtS = atS, Kind = MeanwhileKind.TimeIs, Min = min };

    private static double OrderedS(Rehearsed rehearsed) => rehearsed.Events.Single(e => e.Kind == EventKind.ClosingOrdered).TimeS;

    private static double KnownS(Rehearsed rehearsed) => rehearsed.Events.First(e => e.Kind == EventKind.HubKnows).TimeS;

    [Theory]
    [InlineData(23 * 60, 0)]
    [InlineData(0, 0)]
    [InlineData(12 * 60, 10 * 3600)]
    [InlineData(6 * 60, 16 * 3600)]
    public void Out_of_its_hours_a_rule_waits_until_they_begin(int startMin, double waitsS)
    {
        Rehearsed at = Rehearser.Of(House().WithRule(r => r with { Hours = Night, DelayS = 0, CancelIfDry = false }), "hose", Mode.Away, meanwhile: [TimeIs(startMin)]);
        Assert.Equal(startMin, at.StartMin);
        Assert.Equal(Outcome.Closes, at.Outcome);
        double expected = waitsS > 0 ? waitsS : KnownS(at) + 5;
        Assert.Equal(expected, OrderedS(at), 0.001);
        // All that runs longer runs at the flow of the open valve.
        Assert.Equal(AtAnyHour.LostM3.High!.Value + (FlowM3PerS * (OrderedS(at) - OrderedS(AtAnyHour))), at.LostM3.High!.Value, FlowM3PerS * 2e-3);
        Assert.Equal(at.LostM3.High!.Value, at.Spans.Sum(s => s.VolumeM3), 1e-9);
    }

    [Fact]
    public void The_time_of_day_may_be_said_of_any_moment() => Assert.Equal(
        Rehearser.Of(House().WithRule(r => r with { Hours = Night }), "hose", Mode.Away, meanwhile: [TimeIs(12 * 60)]).LostM3,
        Rehearser.Of(House().WithRule(r => r with { Hours = Night }), "hose", Mode.Away, meanwhile: [TimeIs(11, (12 * 3600) + (11 * 60))]).LostM3);

    [Fact]
    public void The_worst_is_to_be_confirmed_a_moment_after_the_hours_have_ended()
    {
        Rehearsed worst = Rehearser.Of(House().WithRule(r => r with { Hours = Night, DelayS = 0, CancelIfDry = false }), "hose", Mode.Away);
        Assert.Equal((6 * 3600) - KnownS(worst) - 5, worst.StartMin!.Value * 60, 0.01);
        Assert.Equal((16 * 3600) + KnownS(worst) + 5, OrderedS(worst), 0.01);
    }

    [Fact]
    public void No_leak_that_begins_at_another_time_loses_more() => Gen.Select(
        Gen.Select(Gen.Int[0, 1439], Gen.Int[0, 1439]), Gen.Int[0, 900], Gen.Int[0, 900], Gen.Select(Gen.Bool, Gen.Bool), Gen.Int[0, 1439].Array[12], Gen.Double[0.05, 5]).Sample((hours, confirm, delay, other, starts, pressBar) =>
    {
        Plan plan = House().WithRule(r => r with { Hours = new HoursOfDay { FromMin = hours.Item1, UntilMin = hours.Item2 }, ConfirmS = confirm, DelayS = delay, CancelIfDry = other.Item1 })
            .WithBuilding(b => b with { Supply = b.Supply with { StaticPressurePa = pressBar * 1e5, FlowTest = b.Supply.FlowTest! with { PressurePa = pressBar * 1e5 } } });
        // A second rule that takes longer, at every hour or at some others.
        Rule second = plan.Installation.Rules[0] with { Id = "second", ConfirmS = 1800, Hours = other.Item2 ? null : ByDay };
        plan = plan.WithInstallation(i => i with { Rules = [.. i.Rules, second] });
        Rehearsed worst = Rehearser.Of(plan, "hose", Mode.Home);
        foreach (int min in starts.Concat([hours.Item1, hours.Item2]))
        {
            Rehearsed at = Rehearser.Of(plan, "hose", Mode.Home, meanwhile: [TimeIs(min)]);
            if (!worst.Endless)
            {
                Assert.False(at.Endless);
                Assert.True(at.LostM3.High <= worst.LostM3.High + (FlowM3PerS * 0.02), $"{at.LostM3.High} at {min}, {worst.LostM3.High} at {worst.StartMin}");
            }
        }
    }, iter: 40);

    [Fact]
    public void One_rule_by_day_and_one_by_night_leave_no_gap()
    {
        Rule rule = House().Installation.Rules[0];
        Plan plan = House().WithInstallation(i => i with { Rules = [rule with { Hours = Night, DelayS = 0 }, rule with { Id = "day", Hours = ByDay, DelayS = 300 }] });
        Rehearsed worst = Rehearser.Of(plan, "hose", Mode.Away);
        Assert.True(OrderedS(worst) - KnownS(worst) <= 305.01);
        Assert.Equal(305, OrderedS(Rehearser.Of(plan, "hose", Mode.Away, meanwhile: [TimeIs(720)])) - KnownS(worst), 0.01);
        Assert.Equal(5, OrderedS(Rehearser.Of(plan, "hose", Mode.Away, meanwhile: [TimeIs(0)])) - KnownS(worst), 0.01);
    }

    [Fact]
    public void Hours_that_end_as_they_begin_never_come() =>
        Assert.True(Rehearser.Of(House().WithRule(r => r with { Hours = Night with { UntilMin = Night.FromMin } }), "hose", Mode.Away).Endless);

    [Fact]
    public void At_a_time_of_day_it_closes_whatever_is_wet()
    {
        Plan plan = House().WithRule(r => r with { Trigger = RuleTrigger.TimeComes, AtMin = (22 * 60) + 30, SensorIds = [], ConfirmS = 60, DelayS = 0 });
        Assert.Equal(1800, OrderedS(Rehearser.Of(plan, "hose", Mode.Away, meanwhile: [TimeIs(22 * 60)])), 0.001);
        Rehearsed worst = Rehearser.Of(plan, "hose", Mode.Away);
        Assert.Equal((22 * 60) + 30, worst.StartMin!.Value, 1e-4);
        Assert.Equal(DayS, OrderedS(worst), 0.003);
        // In another mode it never does, and a mode that comes within the minute is in time.
        Plan home = plan.WithRule(r => r with { Modes = [Mode.Home] });
        Assert.True(Rehearser.Of(home, "hose", Mode.Away).Endless);
        Meanwhile Home(double atS) => new() { AtS = atS, Kind = MeanwhileKind.ModeBecomes, Mode = Mode.Home };
        Assert.Equal(1830, OrderedS(Rehearser.Of(home, "hose", Mode.Away, meanwhile: [TimeIs(22 * 60), Home(1830)])), 0.001);
        Assert.Equal(1800 + DayS, OrderedS(Rehearser.Of(home, "hose", Mode.Away, meanwhile: [TimeIs(22 * 60), Home(1861)])), 0.001);
    }

    [Fact]
    public void What_a_mode_had_shut_in_its_hours_stands_shut_only_then()
    {
        Plan plan = House().WithRule(r => r with { Trigger = RuleTrigger.ModeComes, Modes = [Mode.Away], SensorIds = [], ConfirmS = 0, DelayS = 0, Hours = Night });
        Assert.Contains(Rehearser.Of(plan, "hose", Mode.Away, meanwhile: [TimeIs(23 * 60)]).Events, e => e.Kind == EventKind.StoodShut);
        Assert.Equal(10 * 3600, OrderedS(Rehearser.Of(plan, "hose", Mode.Away, meanwhile: [TimeIs(12 * 60)])), 0.001);
    }

    [Fact]
    public void Where_the_time_makes_no_difference_none_is_named()
    {
        Rule rule = House().Installation.Rules[0];
        Plan alike = House().WithInstallation(i => i with { Rules = [rule with { Hours = Night, CancelIfDry = false }, rule with { Id = "day", Hours = ByDay, CancelIfDry = false }, rule with { Id = "all", ConfirmS = 0, DelayS = 0 }] });
        Assert.Null(Rehearser.Of(alike, "hose", Mode.Away).StartMin);
        Assert.Null(Rehearser.Of(House().WithRule(r => r with { Hours = Night }).WithInstallation(i => i with { Sensors = [], Rules = [i.Rules[0] with { SensorIds = [] }] }), "hose", Mode.Away).StartMin);
        Assert.Null(AtAnyHour.StartMin);
        GridCell cell = RuleGrid.Of(House().WithRule(r => r with { Hours = Night }), new AssessmentMemory()).Rows[0].Cells[0];
        Assert.NotNull(cell.StartMin);
        Assert.Null(RuleGrid.Of(House(), new AssessmentMemory()).Rows[0].Cells[0].StartMin);
    }

    [Fact]
    public void A_sensor_that_hears_no_leak_is_judged_by_the_rules_at_the_worst_hour()
    {
        Rule rule = House().Installation.Rules[0] with { SensorIds = ["hall"] };
        GridCell Cell(params Rule[] rules) => RuleGrid.Of(
            House().WithBuilding(b => b with { Rooms = [.. b.Rooms, new Room { Id = "hall", Name = "Hall", Leaks = [] }] })
                .WithInstallation(i => i with { Sensors = [.. i.Sensors, new Sensor { Id = "hall", Name = "Hall", SpecId = "s4", RoomId = "hall", Distances = [] }], Rules = rules }),
            new AssessmentMemory()).Rows[1].Cells[0];
        Assert.Equal((GridAction.Closes, "close"), (Cell(rule).Action, Cell(rule).RuleId));
        GridCell byNight = Cell(rule with { Hours = Night });
        Assert.Equal((GridAction.Nothing, null), (byNight.Action, byNight.RuleId));
        Rule byDay = rule with { Id = "day", Hours = ByDay, DelayS = 60 };
        Assert.Equal((GridAction.Closes, "day"), (Cell(rule with { Hours = Night }, byDay).Action, Cell(rule with { Hours = Night }, byDay).RuleId));
        Assert.Equal((GridAction.Tells, "day"), (Cell(rule with { Hours = Night }, byDay with { Action = RuleAction.TellOnly }).Action, Cell(rule with { Hours = Night }, byDay with { Action = RuleAction.TellOnly }).RuleId));
    }

    [Fact]
    public void Hours_of_those_who_are_told_name_no_time_in_the_grid()
    {
        Plan plan = House().WithInstallation(i => i with { Contacts = [new Contact { Id = "maren", Name = "Maren", Ways = [AlertWay.Call], Modes = Enum.GetValues<Mode>(), Hours = ByDay }] });
        Assert.NotNull(Rehearser.Of(plan, "hose", Mode.Away).StartMin);
        Assert.Null(RuleGrid.Of(plan, new AssessmentMemory()).Rows[0].Cells[0].StartMin);
    }
}
