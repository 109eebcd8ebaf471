using CsCheck;
using Terrapin.Core.Findings;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Reach;
using Terrapin.Core.Uncertainty;
using Terrapin.Core.Validation;
using static Terrapin.Core.Tests.Reach.RadioHouses;

namespace Terrapin.Core.Tests.Reach;

/// <summary>What reaches whom in a house.</summary>
public class ReachOfPlanTests
{
    /// <summary>5 dBm, −2 dB at each end, −100 dBm, 10 dB kept back: 91 dB may be lost.</summary>
    private const double MayBeLostDb = 91;

    private static DeviceReach Device(Plan plan, string id) => ReachOfPlan.Of(plan).Devices.Single(d => d.DeviceId == id);

    private static double MarginDb(Plan plan, string id)
    {
        Interval margin = Device(plan, id).MarginDb!;
        Assert.Equal(margin.Low, margin.High);
        return margin.Low!.Value;
    }

    private static IEnumerable<string> Codes(Plan plan) => ReachFindings.Of(plan, ReachOfPlan.Of(plan)).Select(f => f.Code);

    [Fact]
    public void A_link_is_free_space_and_each_wall_on_its_way()
    {
        Plan plan = Row(4, Brick);
        double wall = Slab.LossDb(WallMaterial.Brick, 0.1025, 868);
        for (int i = 0; i < 4; i++)
        {
            double distance = (3 * i) + 0.5;
            Assert.Equal(MayBeLostDb - RadioLoss.FreeSpaceDb(distance, 868) - (i * wall), MarginDb(plan, $"s{i}"), 1e-9);
        }

        RadioLink link = ReachOfPlan.Of(plan).Links.Single(l => l.FromId == "s3");
        Assert.Equal([3, 6, 9], link.Walls.Select(w => w.At.AcrossM).Order());
        Assert.True(link.IsExtrapolated);
    }

    [Fact]
    public void A_doorway_on_the_way_takes_nothing()
    {
        Plan plan = Row(2, Brick).WithBuilding(b => b with { Doorways = [new Doorway { Id = "d", StoreyId = "ground", At = At(3, 1), Wall = WallDirection.AlongY, WidthM = 1 }] });
        Assert.Equal(MayBeLostDb - RadioLoss.FreeSpaceDb(3.5, 868), MarginDb(plan, "s1"), 1e-9);
    }

    [Fact]
    public void Floors_are_counted_between_storeys_and_walls_where_the_line_is()
    {
        // Two storeys up, three rooms along: the line goes through one floor after each third of its rise.
        Storey[] storeys = [Storey("two", Brick, 2.7), Storey("one", null, 2.7), Storey("ground", null, 2.7)];
        Room[] rooms = [.. storeys.SelectMany(s => Enumerable.Range(0, 3).Select(i => Room($"{s.Id}{i}", s.Id, 3 * i, 0, 3, 3)))];
        Plan plan = PlanOf(storeys, rooms, Hub("ground", 1.5, 1.5, 0), Spot("s", "two0", 1.5, 1.5));
        Assert.Equal(MayBeLostDb - RadioLoss.FreeSpaceDb(5.42, 868) - RadioLoss.FloorsDb(2, 14), MarginDb(plan, "s"), 1e-9);

        // The hub under the eaves, the sensor at the far end below: of the two walls of its storey the line has passed the first above.
        Storey[] two = [Storey("one", null, 3), Storey("ground", Brick, 3)];
        Room[] pairs = [.. two.SelectMany(s => Enumerable.Range(0, 3).Select(i => Room($"{s.Id}{i}", s.Id, 3 * i, 0, 3, 3)))];
        Plan open = PlanOf([two[0] with { InnerWalls = new WallMake { Material = WallMaterial.Glass, ThicknessM = 1e-3 } }, two[1]], pairs, Hub("one", 1.5, 1.5, 2.98), Spot("s", "ground2", 7.5, 1.5));
        RadioLink link = Assert.Single(ReachOfPlan.Of(open).Links);
        Assert.Equal(["ground", "one"], link.Walls.Select(w => w.StoreyId).Order());
        Assert.Equal(1, link.Floors);
    }

    [Fact]
    public void Heights_walls_and_floors_that_are_not_known_make_a_bound_that_holds_all_they_can_be()
    {
        Storey[] Storeys(double? one, double? ground, double? floor, WallMake? walls) => [Storey("one", walls, one, floor), Storey("ground", walls, ground, 14)];
        Room[] rooms = [.. ((string[])["one", "ground"]).SelectMany(s => Enumerable.Range(0, 3).Select(i => Room($"{s}{i}", s, 3 * i, 0, 3, 3)))];
        Plan House(double? ground, double? floor, double? hub, WallMake? walls) =>
            PlanOf(Storeys(2.7, ground, floor, walls), rooms, Hub("one", 8.3, 0.7, hub), Spot("s", "ground0", 0.4, 2.2));
        WallMake board = new() { Material = WallMaterial.Plasterboard };
        Interval bound = Device(House(null, null, null, board), "s").MarginDb!;
        Assert.True(bound.Low < bound.High);
        Gen.Select(Gen.Double[2.3, 3.5], Gen.Double[8, 20], Gen.Double[0.2, 2.2], Gen.Double[0.0125, 0.05]).Sample((ground, floor, hub, thickness) =>
        {
            double inside = MarginDb(House(ground, floor, hub, board with { ThicknessM = thickness }), "s");
            Assert.InRange(inside, bound.Low!.Value - 1e-9, bound.High!.Value + 1e-9);
        });
        Interval anyWall = Device(House(2.7, 14, 1, null), "s").MarginDb!;
        foreach (WallMaterial material in Enum.GetValues<WallMaterial>().Where(m => m != WallMaterial.Metal))
        {
            Interval of = Device(House(2.7, 14, 1, new WallMake { Material = material }), "s").MarginDb!;
            Assert.True(of.Low >= anyWall.Low && of.High <= anyWall.High);
        }
    }

    private static readonly Gen<(double X, double Y)> InHouse = Gen.Select(Gen.Int[1, 895], Gen.Int[1, 295], (x, y) => (x / 100.0 + 0.0013, y / 100.0 + 0.0017));

    [Fact]
    public void There_is_as_good_as_back_and_the_whole_house_may_be_moved() => Gen.Select(InHouse, InHouse, Gen.Int[-3000, 3000], Gen.Int[0, 1]).Sample((a, b, shift, storey) =>
    {
        double by = shift / 10.0;
        Plan House((double X, double Y) hub, (double X, double Y) spot, double moved)
        {
            string[] ids = ["one", "ground"];
            Room[] rooms = [.. ids.SelectMany(s => Enumerable.Range(0, 3).Select(i => Room($"{s}{i}", s, (3 * i) + moved, moved, 3, 3)))];
            string of = $"{ids[storey]}{(int)(spot.X / 3)}";
            return PlanOf([Storey("one", Brick), Storey("ground", Brick)], rooms, Hub("ground", hub.X + moved, hub.Y + moved), Spot("s", of, spot.X + moved, spot.Y + moved));
        }

        double there = MarginDb(House(a, b, 0), "s");
        Assert.Equal(there, MarginDb(House(a, b, by), "s"), 1e-6);
        if (storey == 1)
        {
            Assert.Equal(there, MarginDb(House(b, a, 0), "s"), 1e-9);
        }
    });

    [Fact]
    public void More_walls_never_give_more() => Gen.Select(InHouse, InHouse, Gen.Double[0.02, 0.4], Gen.Int[1, 8]).Sample((a, b, thickness, parts) =>
    {
        Plan House(Wall[] walls) => PlanOf([Storey("ground", Brick)], [Room("r", "ground", 0, 0, 9, 3)], Hub("ground", a.X, a.Y), Spot("s", "r", b.X, b.Y)).WithBuilding(r => r with { Walls = walls });
        Plan Split(int into) => PlanOf(
            [Storey("ground", new WallMake { Material = WallMaterial.Brick, ThicknessM = thickness })],
            [.. Enumerable.Range(0, into).Select(i => Room($"r{i}", "ground", i * 9.0 / into, 0, 9.0 / into, 3))],
            Hub("ground", a.X, a.Y), Spot("s", $"r{(int)(b.X * into / 9)}", b.X, b.Y));
        Assert.True(MarginDb(Split(2 * parts), "s") <= MarginDb(Split(parts), "s") + 1e-9);
        Assert.True(MarginDb(Split(parts), "s") <= MarginDb(House([]), "s") + 1e-9);
    });

    [Fact]
    public void Metal_blocks_and_a_repeater_sees_past_it()
    {
        Wall metal = new() { Id = "w", StoreyId = "ground", At = At(3, 0), Direction = WallDirection.AlongY, LengthM = 2, Make = new WallMake { Material = WallMaterial.Metal } };
        Plan plan = Row(2, Brick).WithBuilding(b => b with { Walls = [metal] });
        Assert.True(Device(plan, "s1").IsBlocked);
        Assert.Contains("radio-blocked", Codes(plan));
        Plan read = plan.WithInstallation(i => i with { Signals = [new SignalReading { FromId = "s1", ToId = "hub", Dbm = -80 }] });
        Assert.Equal(MarginStanding.Enough, ReachOfPlan.Of(read).Links.Single(l => l.FromId == "s1").Standing);
        Plan past = plan.WithInstallation(i => i with { Repeaters = [Repeater("r", "ground", 2.5, 2.5)] });
        DeviceReach reached = Device(past, "s1");
        Assert.Equal(["s1", "r", "hub"], reached.Route);
        double wall = Slab.LossDb(WallMaterial.Brick, 0.1025, 868);
        Assert.Equal(MayBeLostDb - RadioLoss.FreeSpaceDb(Math.Sqrt(5), 868) - wall, reached.MarginDb!.Low!.Value, 1e-9);
        Assert.True(Device(past.WithRadio("mesh-868", r => r with { HopLimit = null }), "s1").IsBlocked);
    }

    [Fact]
    public void The_best_way_is_that_of_all_by_its_weakest_hop() => Gen.Select(InHouse.Array[1, 4], InHouse, Gen.Int[0, 3]).Sample((repeaters, spot, hops) =>
    {
        Plan plan = PlanOf([Storey("ground", new WallMake { Material = WallMaterial.Concrete, ThicknessM = 0.2 })], [.. Enumerable.Range(0, 3).Select(i => Room($"r{i}", "ground", 3 * i, 0, 3, 3))], Hub("ground", 0.5, 0.5), Spot("s", $"r{(int)(spot.X / 3)}", spot.X, spot.Y))
            .WithInstallation(i => i with { Repeaters = [.. repeaters.Select((r, n) => Repeater($"p{n}", "ground", r.X, r.Y))] })
            .WithRadio("mesh-868", r => r with { HopLimit = new CountFigure { N = hops, Provenance = Provenance.Assumed } });
        double Direct((double X, double Y) a, (double X, double Y) b)
        {
            Plan two = PlanOf([.. plan.Building.Storeys], [.. plan.Building.Rooms], Hub("ground", a.X, a.Y), Spot("s", $"r{(int)(b.X / 3)}", b.X, b.Y));
            return MarginDb(two, "s");
        }

        // Every way in every order, tried out.
        double Best((double X, double Y) at, IEnumerable<int> left, int hop) => left.Select(n => hop < hops ? Math.Min(Direct(repeaters[n], at), Best(repeaters[n], left.Where(m => m != n), hop + 1)) : double.NegativeInfinity)
            .Append(Direct((0.5, 0.5), at)).Max();
        Assert.Equal(Best(spot, Enumerable.Range(0, repeaters.Length), 0), MarginDb(plan, "s"), 1e-9);
    }, iter: 60);

    [Fact]
    public void Bars_are_a_bound_in_place_of_the_prediction_and_more_of_them_never_less()
    {
        RadioLink? before = null;
        for (int bars = 0; bars <= 5; bars++)
        {
            Plan plan = Row(2, Brick).WithInstallation(i => i with { Signals = [new SignalReading { FromId = "s1", ToId = "hub", Bars = bars }] });
            RadioLink link = ReachOfPlan.Of(plan).Links.Single(l => l.FromId == "s1");
            Assert.Equal((bars, null), (link.ReadBars!.Value, link.ReadDbm));
            Assert.True(link.MarginDb.Low < link.MarginDb.High);
            Assert.True(before is null || (link.MarginDb.Low >= before.MarginDb.Low && link.MarginDb.High >= before.MarginDb.High));
            // Bars touch one another: no signal is between two.
            Assert.True(before is null || link.MarginDb.Low <= before.MarginDb.High);
            before = link;
        }

        // Three bars are 12 to 30 dB above what is needed, of which the fade keeps 10 back.
        Plan three = Row(2, Brick).WithInstallation(i => i with { Signals = [new SignalReading { FromId = "s1", ToId = "hub", Bars = 3 }] });
        Interval margin = ReachOfPlan.Of(three).Links.Single(l => l.FromId == "s1").MarginDb;
        Assert.Equal((2.0, 20.0), (margin.Low!.Value, margin.High!.Value));
    }

    [Theory]
    [InlineData(null, null)]
    [InlineData(-70.0, 3)]
    public void A_reading_is_of_one_kind(double? dbm, int? bars)
    {
        Plan plan = Row(2, Brick).WithInstallation(i => i with { Signals = [new SignalReading { FromId = "s1", ToId = "hub", Dbm = dbm, Bars = bars }] });
        Assert.Equal("/installation/signals/0/dbm", Assert.Single(Assert.Throws<RefusedException>(() => PlanJson.Read(PlanJson.Write(plan))).Errors).Pointer);
    }

    [Fact]
    public void A_reading_counts_in_place_of_the_prediction_both_ways()
    {
        Plan plan = Row(2, Brick).WithInstallation(i => i with { Signals = [new SignalReading { FromId = "s1", ToId = "hub", Dbm = -80 }] });
        Assert.Equal(10, MarginDb(plan, "s1"));
        RadioLink link = ReachOfPlan.Of(plan).Links.Single(l => l.FromId == "s1");
        Assert.Equal(-80, link.ReadDbm);
        Assert.Equal(1 - RadioLoss.FreeSpaceDb(3.5, 868) - Slab.LossDb(WallMaterial.Brick, 0.1025, 868), link.PredictedDbm.Low!.Value, 1e-9);
        Plan undrawn = plan.WithInstallation(i => i with { Sensors = [.. i.Sensors.Select(s => s with { At = null })] });
        Assert.Equal(10, MarginDb(undrawn, "s1"));
        Assert.Contains("device-not-drawn", Codes(undrawn));
    }

    [Fact]
    public void Readings_that_are_all_off_the_same_way_are_told()
    {
        Plan plan = Row(3, Brick);
        SignalReading[] Readings(double off) => [.. ReachOfPlan.Of(plan).Links.Select(l => new SignalReading { FromId = l.FromId, ToId = l.ToId, Dbm = l.PredictedDbm.Low!.Value + off })];
        Assert.Contains("readings-differ", Codes(plan.WithInstallation(i => i with { Signals = Readings(-9) })));
        Assert.Contains("readings-differ", Codes(plan.WithInstallation(i => i with { Signals = Readings(9) })));
        Assert.DoesNotContain("readings-differ", Codes(plan.WithInstallation(i => i with { Signals = Readings(3) })));
    }

    [Fact]
    public void What_a_radio_or_hub_cannot_is_found()
    {
        Plan plan = Row(3, Brick);
        Assert.Empty(Codes(plan));
        CountFigure Two() => new() { N = 2, Provenance = Provenance.Assumed };
        Assert.Contains("hub-full", Codes(plan.WithRadio("mesh-868", r => r with { DevicesPerHub = Two() })));
        Assert.Contains("hub-speaks-other-radio", Codes(plan.WithInstallation(i => i with { Hubs = [i.Hubs[0] with { SpecId = "k3" }] })));
        Finding bridge = ReachFindings.Of(plan.WithInstallation(i => i with { Hubs = [i.Hubs[0] with { SpecId = "k3" }] }), ReachOfPlan.Of(plan))[0];
        Assert.Contains("House hub K7", bridge.Remedy, StringComparison.Ordinal);
        Assert.Contains("radio-figures-unknown", Codes(plan.WithRadio("mesh-868", r => r with { Sensitivity = null })));
        Assert.Contains("radio-too-weak", Codes(plan.WithRadio("mesh-868", r => r with { Sensitivity = new LevelFigure { Dbm = -40, Provenance = Provenance.Assumed } })));
        Assert.Contains("hub-not-drawn", Codes(plan.WithInstallation(i => i with { Hubs = [i.Hubs[0] with { Place = null }] })));
        Assert.Contains("hub-outside", Codes(plan.WithInstallation(i => i with { Hubs = [Hub("ground", -2, 1)] })));
        Assert.Contains("devices-at-one-place", Codes(plan.WithInstallation(i => i with { Hubs = [Hub("ground", 1.5, 1.5)] })));
        Assert.Contains("hub-without-cable", Codes(plan.WithInstallation(i => i with { Hubs = [i.Hubs[0] with { OnCable = Answer.No }] })));
        Assert.Contains("hub-without-backup", Codes(plan.WithInstallation(i => i with { Hubs = [i.Hubs[0] with { HasBackup = Answer.Unknown }] })));
    }

    [Fact]
    public void Direct_links_are_held_against_the_drives_radio_and_number()
    {
        FittedDrive drive = new() { Id = "drive", StopValveId = "main", SpecId = "sa-20", Power = DrivePower.Mains };
        Plan plan = Row(3, Brick).WithStopValve("main", v => v with { DrawnAt = new DrawnPlace { StoreyId = "ground", At = At(8, 2), HeightM = 0.4 }, Place = v.Place with { MetalLid = Answer.No } })
            .WithInstallation(i => i with { Drives = [drive], Links = [.. i.Sensors.Select(s => new DirectLink { SensorId = s.Id, DriveId = "drive" })] });
        Assert.Equal(3, ReachOfPlan.Of(plan).Links.Count(l => l.IsDirect));
        Assert.DoesNotContain("too-many-direct-links", Codes(plan));
        Assert.Contains("too-many-direct-links", Codes(plan.WithRadio("mesh-868", r => r with { DirectLinksPerDrive = new CountFigure { N = 2, Provenance = Provenance.Assumed } })));
        Assert.Contains("direct-link-other-radio", Codes(plan.WithInstallation(i => i with { Drives = [drive with { SpecId = "cv-22" }] })));
        Interval under = ReachOfPlan.Of(plan.WithStopValve("main", v => v with { Place = v.Place with { MetalLid = Answer.Yes } })).Devices.Single(d => d.Role == RadioRole.Drive).MarginDb!;
        Interval open = ReachOfPlan.Of(plan).Devices.Single(d => d.Role == RadioRole.Drive).MarginDb!;
        Assert.Equal((15.0, 35.0), (Math.Round(open.High!.Value - under.High!.Value, 9), Math.Round(open.Low!.Value - under.Low!.Value, 9)));
    }
}
