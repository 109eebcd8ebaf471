using Terrapin.Core.Model;
using Terrapin.Core.Reach;
using Terrapin.Core.Validation;
using static Terrapin.Core.Tests.Reach.RadioHouses;

namespace Terrapin.Core.Tests.Reach;

/// <summary>The map of margins, the best place of a hub, and the fewest repeaters.</summary>
public class ReachAdviceTests
{
    private static readonly WallMake Thick = new() { Material = WallMaterial.Concrete, ThicknessM = 0.3 };

    private static double? WorstDb(Plan plan) => ReachOfPlan.Of(plan).Devices.Min(d => d.MarginDb!.Low);

    [Fact]
    public void The_map_has_what_a_sensor_there_would_have()
    {
        Plan plan = Row(3, Brick);
        ReachMap map = ReachMap.Of(plan, "mesh-868", "ground");
        Assert.Equal((100, 40), (map.Columns, map.Rows));
        foreach ((int column, int row) in ((int, int)[])[(10, 20), (47, 8), (80, 33)])
        {
            (double x, double y) = (map.AcrossM + ((column + 0.5) * map.CellM), map.DownM + ((row + 0.5) * map.CellM));
            Plan there = plan.WithInstallation(i => i with { Sensors = [Spot("there", $"r{(int)(x / 3)}", x, y)] });
            Assert.Equal(WorstDb(there)!.Value, map.MarginDb[(row * map.Columns) + column]!.Value, 0.051);
        }
    }

    [Fact]
    public void A_map_that_cannot_be_drawn_says_why()
    {
        Plan plan = Row(2, Brick);
        Assert.Throws<RefusedException>(() => ReachMap.Of(plan, "smoke", "ground"));
        Assert.Throws<RefusedException>(() => ReachMap.Of(plan, "mesh-868", "loft"));
        Assert.Throws<RefusedException>(() => ReachMap.Of(plan, "mesh-2440", "ground"));
        Assert.Throws<RefusedException>(() => ReachMap.Of(plan.WithRadio("mesh-868", r => r with { Power = null }), "mesh-868", "ground"));
    }

    [Fact]
    public void No_place_of_a_grid_is_better_for_the_hub_than_the_best()
    {
        Plan plan = Row(4, Thick);
        HubPlace best = ReachAdvice.BestHub(plan);
        Assert.Equal(WorstDb(plan)!.Value, best.NowDb!.Value, 1e-9);
        double most = double.NegativeInfinity;
        for (double x = 0.125; x < 12; x += 0.25)
        {
            for (double y = 0.125; y < 3; y += 0.25)
            {
                most = Math.Max(most, WorstDb(plan.WithInstallation(i => i with { Hubs = [Hub("ground", x, y, null)] }))!.Value);
            }
        }

        Assert.Equal(most, best.WorstDb!.Value, 1e-9);
        Plan there = plan.WithInstallation(i => i with { Hubs = [Hub("ground", 0, 0) with { Place = best.Place }] });
        Assert.Equal(best.WorstDb!.Value, WorstDb(there)!.Value, 0.05);
        Assert.True(best.WorstDb > best.NowDb);
    }

    [Fact]
    public void The_fewest_repeaters_bring_all_above_what_is_wanted()
    {
        Plan plan = Row(8, Thick).WithRadio("mesh-868", r => r with { Sensitivity = new LevelFigure { Dbm = -80, Provenance = Provenance.Assumed } });
        RepeaterAdvice advice = ReachAdvice.Repeaters(plan, "mesh-868");
        Assert.NotEmpty(advice.Weak);
        Assert.Equal("p2", advice.SpecId);
        Plan helped = plan.WithInstallation(i => i with { Repeaters = [.. advice.Places.Select((p, n) => Repeater($"p{n}", "ground", 0, 0) with { Place = p.Place })] });
        foreach (DeviceReach device in ReachOfPlan.Of(helped).Devices.Where(d => d.Role == RadioRole.Sensor && !advice.Left.Contains(d.DeviceId)))
        {
            Assert.True(device.MarginDb!.Low >= advice.WantedDb - 0.1, device.DeviceId);
        }

        Assert.Empty(advice.Places.SelectMany(p => p.Lifts).Intersect(advice.Left));
        Assert.Equal(advice.Weak.Order(), advice.Places.SelectMany(p => p.Lifts).Concat(advice.Left).Order());
    }

    [Fact]
    public void What_no_single_repeater_reaches_is_reached_by_two_in_a_row()
    {
        Plan row = Row(12, Thick).WithRadio("mesh-868", r => r with { Sensitivity = new LevelFigure { Dbm = -80, Provenance = Provenance.Assumed } });
        RepeaterAdvice advice = ReachAdvice.Repeaters(row, "mesh-868");
        RepeaterPlace stone = Assert.Single(advice.Places, p => p.Lifts.Count == 0);
        Assert.True(stone.MarginDb >= advice.WantedDb);
        Plan helped = row.WithInstallation(i => i with { Repeaters = [.. advice.Places.Select((p, n) => Repeater($"p{n}", "ground", 0, 0) with { Place = p.Place })] });
        IReadOnlyList<DeviceReach> reached = ReachOfPlan.Of(helped).Devices;
        foreach (string id in advice.Places.SelectMany(p => p.Lifts))
        {
            Assert.True(reached.First(d => d.DeviceId == id).MarginDb!.Low >= advice.WantedDb - 0.1, id);
        }

        Assert.Equal(advice.Weak.Order(), advice.Places.SelectMany(p => p.Lifts).Concat(advice.Left).Order());

        // A radio that hands on once has no use for two in a row.
        RepeaterAdvice once = ReachAdvice.Repeaters(row.WithRadio("mesh-868", r => r with { HopLimit = new CountFigure { N = 1, Provenance = Provenance.Assumed } }), "mesh-868");
        Assert.DoesNotContain(once.Places, p => p.Lifts.Count == 0);
    }

    [Fact]
    public void None_is_needed_where_all_are_well_and_none_helps_where_a_radio_hands_nothing_on()
    {
        Assert.Equal((0, 0), (ReachAdvice.Repeaters(Row(2, Brick), "mesh-868").Places.Count, ReachAdvice.Repeaters(Row(2, Brick), "mesh-868").Weak.Count));
        Plan star = Row(8, Thick).WithRadio("mesh-868", r => r with { HopLimit = null, Sensitivity = new LevelFigure { Dbm = -80, Provenance = Provenance.Assumed } });
        RepeaterAdvice advice = ReachAdvice.Repeaters(star, "mesh-868");
        Assert.Empty(advice.Places);
        Assert.Equal(advice.Weak, advice.Left);
    }

    [Fact]
    public void Advice_that_cannot_be_given_says_what_to_do_first()
    {
        Plan plan = Row(2, Brick);
        Assert.Throws<RefusedException>(() => ReachAdvice.BestHub(plan.WithInstallation(i => i with { Hubs = [] })));
        Assert.Throws<RefusedException>(() => ReachAdvice.BestHub(plan.WithInstallation(i => i with { Sensors = [] })));
        Assert.Throws<RefusedException>(() => ReachAdvice.Repeaters(plan, "mesh-2440"));
    }
}
