using CsCheck;
using Terrapin.Core.Assessments;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Uncertainty;
using static Terrapin.Core.Tests.Floors.DrawnFloor;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Floors;

/// <summary>Whole drawn houses: moved, mirrored, with doorways anywhere, and with what is not known of them.</summary>
public class DrawnHouseTests
{
    /// <summary>A hall that falls, a wet room with a low point and a drain, a kitchen behind a threshold; a leak in the hall and a sensor in each.</summary>
    private static Plan ThreeRooms(Gen3 of) => House(
        [
            Rectangle("hall", 0, 0, 4, 2.3) with { Fall = new FloorFall { PerCent = of.FallPerCent, TowardsDeg = of.TowardsDeg } },
            Rectangle("wet", 4, 0, 2.2, 2.3) with { Fall = new FloorFall { PerCent = 1.5, LowPoint = Point(5.1, 1.1) }, Drains = [new FloorDrain { At = Point(5.1, 1.1), CapacityM3PerS = 2e-5 }] },
            Rectangle("kitchen", 0, 2.3, 4, 3) with { FinishId = "vinyl", Fixtures = [new Fixture { Id = "unit", Kind = FixtureKind.Plinth, Base = FixtureBase.Tight, Name = "Unit", Area = Area(0, 4.7, 4, 0.6) }] },
        ],
        [Door("a", 4, 0.7), new Doorway { Id = "b", StoreyId = "ground", At = Point(1.2, 2.3), Wall = WallDirection.AlongX, WidthM = 0.85, ThresholdM = 0.006 }],
        "hall",
        Point(of.LeakX, of.LeakY),
        of.LitresAMinute,
        [("hall", Point(3.325, 0.425)), ("wet", Point(4.525, 1.925)), ("kitchen", Point(2.925, 3.425))]);

    private sealed record Gen3(double FallPerCent, double TowardsDeg, double LeakX, double LeakY, double LitresAMinute);

    private static readonly Gen<Gen3> AnyThree = Gen.Select(Gen.Double[0, 3], Gen.Double[0, 360], Gen.Double[0.3, 3.7], Gen.Double[0.3, 2], Gen.Double[2, 25], (f, t, x, y, q) => new Gen3(f, t, x, y, q));

    [Fact]
    public void Moving_the_whole_drawing_changes_no_figure() => Gen.Select(AnyThree, Gen.Double[-300, 300], Gen.Double[-300, 300]).Sample(
        (of, dx, dy) =>
        {
            Plan plan = ThreeRooms(of);
            return Trips(plan).Zip(Trips(Placed(plan, p => Point(p.AcrossM + dx, p.DownM + dy)))).All(t => Alike(t.First, t.Second, 1e-4));
        },
        iter: 40);

    [Fact]
    public void A_mirrored_drawing_has_the_same_figures() => AnyThree.Sample(
        of =>
        {
            // Falls that run along the walls: across them a stream may take either way round a cell. A leak on a line of the raster lies in
            // one of two cells, mirrored in the other.
            const double CellM = 0.05;
            double leakX = (Math.Floor(of.LeakX / CellM) + 0.4) * CellM;
            Plan plan = ThreeRooms(of with { TowardsDeg = 90 * Math.Floor(of.TowardsDeg / 90), LeakX = leakX });
            return Trips(plan).Zip(Trips(Mirrored(plan))).All(t => Alike(t.First, t.Second, 0.05, m3: 5e-4));
        },
        iter: 40);

    [Fact]
    public void A_doorway_always_lets_water_through() => Gen.Select(Gen.Double[1, 5], Gen.Double[-3, 3], Gen.Double[1, 3], Gen.Double[0, 1], Gen.Double[0.3, 0.9], Gen.Double[-0.028, 0.028], Gen.Bool).Sample(
        (wallAt, origin, side, along, width, gap, alongX) =>
        {
            double room = Math.Max(side, width + 0.05);
            FloorRectangle Turned(double x, double y, double length, double across) => alongX ? Area(y, x, across, length) : Area(x, y, length, across);
            Room one = Rectangle("one", 0, 0, 1, 1) with { Areas = [Turned(origin, origin, wallAt, room)] };
            Room other = Rectangle("other", 0, 0, 1, 1) with { Areas = [Turned(origin + wallAt + Math.Max(0, gap), origin, 2, room)] };
            double from = origin + (along * (room - width));
            Doorway door = new() { Id = "a", StoreyId = "ground", At = alongX ? Point(from, origin + wallAt) : Point(origin + wallAt, from), Wall = alongX ? WallDirection.AlongX : WallDirection.AlongY, WidthM = width, ThresholdM = 0 };
            DrawnFloor drawn = DrawnFloor.Of([one, other], [door]);
            FloorRectangle first = one.Areas[0];
            FloorRectangle second = other.Areas[0];
            FloorField field = drawn.Field("one", first.AcrossM + (first.LengthM / 2), first.DownM + (first.WidthM / 2));
            return double.IsFinite(drawn.At(field, "other", second.AcrossM + (second.LengthM / 2), second.DownM + (second.WidthM / 2)));
        },
        iter: 300);

    [Theory]
    [InlineData(2.025)]
    [InlineData(2.425)]
    [InlineData(3.275)]
    [InlineData(4.125)]
    public void A_doorway_in_a_wall_at_an_odd_half_cell_is_open(double wallAt)
    {
        DrawnFloor drawn = DrawnFloor.Of([Rectangle("one", 0, 0, wallAt, 2), Rectangle("other", wallAt, 0, 2, 2)], [Door("a", wallAt, 0.525)]);
        Assert.True(double.IsFinite(drawn.At(drawn.Field("one", 0.5, 1), "other", wallAt + 1.5, 1)));
    }

    [Fact]
    public void Two_rooms_far_apart_take_no_more_than_two_rooms()
    {
        Plan plan = PlanOf([Rectangle("near", -450, -450, 4, 4), Rectangle("far", 450, 450, 4, 4)], []);
        Assert.True(FloorRaster.Of(plan).Count < 20_000);
    }

    [Fact]
    public void A_bound_holds_for_any_inner_value_of_what_is_not_known_or_assumed_as_usual() => Gen.Select(
        Gen.Select(AnyThree, Gen.Int[1, 31], Gen.Bool),
        Gen.Select(Gen.Double[0, 1], Gen.Double[Span.ContactAngleDeg.Least, Span.ContactAngleDeg.Most]),
        Gen.Select(Gen.Double[0, 1], Gen.Double[0, 1]),
        Gen.Select(Gen.Double[-7, -3], Gen.Double[0, 1])).Sample(
        (generated, finishes, heights, flows) =>
        {
            (Gen3 of, int open, bool usual) = generated;
            bool Open(int bit) => (open & (1 << bit)) != 0;
            double Inner(double share, Span widest, Span asUsual) => (usual ? asUsual : widest) is var span ? span.Least + (share * (span.Most - span.Least)) : 0;
            double finishDeg = Inner(finishes.Item1, Span.ContactAngleDeg, UsualSpan.ContactAngleDeg);
            double thresholdM = Inner(heights.Item1, Span.ThresholdM, UsualSpan.ThresholdM);
            double stepM = Inner(heights.Item2, Span.StepM, UsualSpan.StepM);
            double flowM3PerS = Inner(flows.Item2, Span.FixedFlowM3PerS(LeakKind.TapLeftOn), UsualSpan.FixedFlowM3PerS(LeakKind.TapLeftOn)!.Value);
            Plan known = ThreeRooms(of);
            known = known with
            {
                Catalogue = known.Catalogue with { Finishes = [.. known.Catalogue.Finishes, Finish("first", Open(0) ? finishDeg : 60), Finish("second", finishes.Item2)] },
            };
            known = Change(known, "hall", r => r with { FinishId = Open(0) ? "first" : r.FinishId });
            known = Change(known, "kitchen", r => r with { FloorHeightM = Open(2) ? stepM : 0 });
            known = known.WithBuilding(b => b with { Doorways = [known.Building.Doorways[0], known.Building.Doorways[1] with { ThresholdM = Open(1) ? thresholdM : 0.006 }] });
            known = Change(known, "wet", r => r with { Drains = [r.Drains[0] with { CapacityM3PerS = Open(3) ? Math.Pow(10, flows.Item1) : 2e-5 }] });
            known = Change(known, "hall", r => r with { Leaks = [r.Leaks[0] with { FlowM3PerS = Open(4) ? flowM3PerS : r.Leaks[0].FlowM3PerS }] });

            Plan unknown = known;
            unknown = Change(unknown, "hall", r => r with { FinishId = Open(0) ? null : r.FinishId, AssumesUsual = usual });
            unknown = Change(unknown, "kitchen", r => r with { FloorHeightM = Open(2) ? null : 0, AssumesUsual = usual });
            unknown = unknown.WithBuilding(b => b with { Doorways = [unknown.Building.Doorways[0], unknown.Building.Doorways[1] with { ThresholdM = Open(1) ? null : 0.006, AssumesUsual = usual }] });
            unknown = Change(unknown, "wet", r => r with { Drains = [r.Drains[0] with { CapacityM3PerS = Open(3) ? null : 2e-5 }] });
            unknown = Change(unknown, "hall", r => r with { Leaks = [r.Leaks[0] with { FlowM3PerS = Open(4) ? null : r.Leaks[0].FlowM3PerS, AssumesUsual = usual }] });
            IReadOnlyList<SensorTrip> bounds = Trips(unknown);
            return Enumerable.Range(0, bounds.Count).All(i => Within(Trips(known)[i], bounds[i]) || AtTie(known, i, bounds[i]));
        },
        iter: Runs.Of(40));

    [Fact]
    public void A_finish_not_looked_at_that_may_be_too_thin_for_the_contacts_has_no_upper_bound()
    {
        Plan plan = House([Rectangle("hall", 0, 0, 4, 3) with { FinishId = null }], [], "hall", Point(1, 1), 1, [("hall", Point(2.5, 1))]);
        SensorTrip trip = Assert.Single(Assessor.Assess(plan).Trips);
        Assert.Null(trip.VolumeM3.High);
        Assert.InRange(trip.VolumeM3.Low!.Value, 0.001, Math.PI * 1.5 * 1.5 * Film.HeightM(40));
        Assert.Contains(Assessor.Assess(plan).Findings, f => f.Code == "leak-never-seen" && f.Why.Contains("not sure", StringComparison.Ordinal));
    }

    [Fact]
    public void A_threshold_not_measured_leaves_a_low_end_below_the_high_one()
    {
        Plan plan = House([Rectangle("hall", 0, 0, 4, 3), Rectangle("next", 4, 0, 3, 3)], [Door("a", 4, 1) with { ThresholdM = null }], "hall", Point(1, 1), 1, [("next", Point(5.5, 1.5))]);
        SensorTrip trip = Assert.Single(Assessor.Assess(plan).Trips);
        Assert.True(trip.VolumeM3.Low < trip.VolumeM3.High);
        Close((12 * (Film.HeightM(60) + 0.025)) + (Film.HeightM(60) * Math.PI / 2 * 1.5 * 1.5), trip.VolumeM3.High!.Value, 0.1);
    }

    [Fact]
    public void Behind_a_drain_a_flow_that_is_not_known_may_never_arrive()
    {
        Room hall = Rectangle("hall", 0, 0, 4, 3) with { Drains = [new FloorDrain { At = Point(2, 1), CapacityM3PerS = 1e-4 }] };
        Plan plan = House([hall], [], "hall", Point(1, 1), null, [("hall", Point(3.5, 2.5))]);
        SensorTrip trip = Assert.Single(Assessor.Assess(plan).Trips);
        Assert.NotNull(trip.VolumeM3.Low);
        Assert.Null(trip.VolumeM3.High);
    }

    [Fact]
    public void A_step_between_floors_that_is_not_measured_is_no_level_floor()
    {
        Room[] rooms = [Rectangle("hall", 0, 0, 4, 3), Rectangle("next", 4, 0, 3, 3) with { FloorHeightM = null }];
        SensorTrip trip = Assert.Single(Assessor.Assess(House(rooms, [Door("a", 4, 1)], "hall", Point(1, 1), 1, [("next", Point(5.5, 1.5))])).Trips);
        Assert.True(trip.VolumeM3.High > trip.VolumeM3.Low + (12 * 0.029));
    }

    [Fact]
    public void What_a_drain_takes_is_not_without_limit_where_nobody_has_looked()
    {
        Room hall = Rectangle("hall", 0, 0, 4, 3) with { Drains = [new FloorDrain { At = Point(2, 1) }] };
        Assessment assessment = Assessor.Assess(House([hall], [], "hall", Point(1, 1), 5, [("hall", Point(3.5, 1))]));
        SensorTrip trip = Assert.Single(assessment.Trips);
        Assert.NotNull(trip.VolumeM3.Low);
        Assert.Null(trip.VolumeM3.High);
        Assert.Contains(assessment.Findings, f => f.Where == "/building/rooms/0/drains/0/capacityM3PerS");
    }

    [Fact]
    public void What_is_kept_of_a_drawing_knows_what_its_drains_take()
    {
        var floors = new FloorMemory();
        double? Trip(double capacity)
        {
            Room hall = Rectangle("hall", 0, 0, 4, 3) with { Drains = [new FloorDrain { At = Point(2, 1), CapacityM3PerS = capacity }] };
            return Assert.Single(Assessor.Assess(House([hall], [], "hall", Point(1, 1), 12, [("hall", Point(3.5, 1))]), floors).Trips).VolumeM3.High;
        }

        Assert.True(Trip(1e-5) < Trip(1e-4));
        Assert.Null(Trip(3e-4));
        Assert.Equal(Trip(1e-5), Trip(1e-5));
    }

    [Fact]
    public void Beyond_more_unknowns_than_are_tried_there_is_no_upper_bound()
    {
        SensorTrip[] trips = [.. Assessor.Assess(InARow(7, unmeasured: 6, 5, ("r2", Point(5, 1)), ("r6", Point(13, 1)))).Trips];
        Assert.NotNull(trips[0].VolumeM3.High);
        Assert.Null(trips[1].VolumeM3.High);
        Assert.True(trips[1].VolumeM3.Low > 0);
    }

    [Fact]
    public void The_map_and_the_placement_take_the_worse_end()
    {
        Plan plan = House([Rectangle("hall", 0, 0, 4, 3), Rectangle("next", 4, 0, 3, 3)], [Door("a", 4, 1) with { ThresholdM = null }], "hall", Point(1, 1), 1, [("next", Point(5.5, 1.5))]);
        var floors = new FloorMemory();
        var map = WaterMap.Of(plan, "hose", worst: false, floors);
        int cell = map.Raster.CellAt("ground", 1, Point(5.525, 1.525));
        SensorTrip trip = Assert.Single(Assessor.Assess(plan, floors).Trips);
        Assert.False(map.IsExact);
        Close(trip.VolumeM3.High!.Value, map.Sheets[0].MostM3[cell], 0.02);
        Close(trip.VolumeM3.Low!.Value, map.Sheets[0].LeastM3[cell], 0.02);
        PlacementStep step = PlacementAdvice.Of(plan, new PlacementRequest { MostSensors = 1, SpecIds = ["s4"], BarredRoomIds = ["hall"] }, floors).First();
        Close(trip.VolumeM3.High!.Value, step.WorstM3!.Value, 1e-6);
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void The_map_does_not_hang_on_the_order_of_the_leaks(bool worst)
    {
        // Behind more thresholds than are tried the water of each may never come, and at the better end comes from each after other litres.
        Plan plan = InARow(7, unmeasured: 6);
        Plan Leaking(params double[] along) => plan.WithBuilding(b => b with
        {
            Rooms = [.. b.Rooms.Select((r, i) => i > 0 ? r : r with { Leaks = [.. along.Select(x => r.Leaks[0] with { Id = $"hose-{10 * x}", At = Point(x, 1) })] })],
        });
        WaterMapSheet one = WaterMap.Of(Leaking(0.3, 1.7, 1), null, worst, new FloorMemory()).Sheets[0];
        WaterMapSheet other = WaterMap.Of(Leaking(1, 1.7, 0.3), null, worst, new FloorMemory()).Sheets[0];
        Assert.Contains(one.MostM3.Zip(one.LeastM3), m => float.IsPositiveInfinity(m.First) && float.IsFinite(m.Second));
        Assert.Equal(one.MostM3, other.MostM3);
        Assert.Equal(one.LeastM3, other.LeastM3);
    }

    [Fact]
    public void The_map_of_a_leak_says_of_each_cell_what_its_reach_says() => Gen.Select(Gen.Int[0, 5], Gen.Bool, Gen.Bool, AnyThree).Sample(
        (unmeasured, finish, flow, of) =>
        {
            Plan plan = InARow(7, unmeasured, flow ? null : of.LitresAMinute).WithBuilding(b => b with
            {
                Rooms = [.. b.Rooms.Select((r, i) => r with { FinishId = finish && i == 1 ? null : "vinyl", Fall = i == 2 ? new FloorFall { PerCent = of.FallPerCent, TowardsDeg = of.TowardsDeg } : null })],
            });
            var floors = new FloorMemory();
            WaterMapSheet sheet = WaterMap.Of(plan, "hose", worst: false, floors).Sheets[0];
            (double low, double high) = Rehearser.Of(plan, "hose", Mode.Home, floors).FlowM3PerS is { Low: { } l, High: { } h } ? (l, h) : throw new InvalidOperationException();
            LeakReach reach = LeakReach.Of(plan, plan.Building.Rooms[0], plan.Building.Rooms[0].Leaks[0], low, high, floors)!;
            return Enumerable.Range(0, reach.Raster.Count).Where(c => reach.Raster.Room[c] >= 0).All(c =>
                sheet.MostM3[c] == (float)reach.LyingM3(c).HighM3 && sheet.LeastM3[c] == (float)reach.LyingM3(c).LowM3);
        },
        iter: 25);

    /// <summary>Rooms of 2 m side by side, the thresholds of the first doorways not measured and none at the others, and a leak in the first room.</summary>
    private static Plan InARow(int rooms, int unmeasured, double? litresAMinute = 5, params (string Room, FloorPoint At)[] sensors) => House(
        [.. Enumerable.Range(0, rooms).Select(i => Rectangle($"r{i}", 2 * i, 0, 2, 2))],
        [.. Enumerable.Range(1, rooms - 1).Select(i => Door($"d{i}", 2 * i, 0.6) with { ThresholdM = i <= unmeasured ? null : 0 })],
        "r0",
        Point(1, 1),
        litresAMinute,
        sensors);

    private static bool Alike(SensorTrip a, SensorTrip b, double share, double m3 = 1e-6) =>
        Alike(a.VolumeM3.Low, b.VolumeM3.Low, share, m3) && Alike(a.VolumeM3.High, b.VolumeM3.High, share, m3);

    private static bool Alike(double? a, double? b, double share, double m3) =>
        a is null ? b is null : b is not null && Math.Abs(a.Value - b.Value) <= (share * Math.Max(a.Value, b.Value)) + m3;

    /// <summary>
    /// Where the water comes to a sensor and to the door of a lower room at the same moment, to within a small part of a cell,
    /// either may be first: then a leak that is a few millimetres to one side is within.
    /// </summary>
    private static bool AtTie(Plan known, int sensor, SensorTrip bounds)
    {
        const double OffM = 0.004;
        FloorPoint at = known.Building.Rooms.SelectMany(r => r.Leaks).Single().At!;
        return ((double, double)[])[(OffM, 0), (-OffM, 0), (0, OffM), (0, -OffM)] is var offs && offs.Any(off => Within(
            Trips(Change(known, "hall", r => r with { Leaks = [r.Leaks[0] with { At = Point(at.AcrossM + off.Item1, at.DownM + off.Item2) }] }))[sensor],
            bounds));
    }

    private static bool Within(SensorTrip known, SensorTrip unknown)
    {
        double low = unknown.VolumeM3.Low ?? 0;
        double high = unknown.VolumeM3.High ?? double.PositiveInfinity;
        return known.VolumeM3.High is { } v ? v >= low - 1e-6 && v <= high + 1e-6 : unknown.VolumeM3.High is null;
    }

    private static IReadOnlyList<SensorTrip> Trips(Plan plan)
    {
        IReadOnlyList<SensorTrip> trips = Assessor.Assess(plan).Trips;
        return [.. plan.Installation.Sensors.Select(s => trips.FirstOrDefault(t => t.SensorId == s.Id) ?? new SensorTrip("hose", s.Id, Interval.Unknown, null))];
    }

    private static FloorFinish Finish(string id, double deg) => new() { Id = id, Name = id, ContactAngle = new AngleFigure { Deg = deg, Provenance = Provenance.Measured } };

    private static Plan Change(Plan plan, string room, Func<Room, Room> change) => plan.WithBuilding(b => b with { Rooms = [.. plan.Building.Rooms.Select(r => r.Id == room ? change(r) : r)] });

    /// <summary>The worked house with these rooms, one leak of a fixed flow, and spots.</summary>
    private static Plan House(Room[] rooms, Doorway[] doorways, string leakRoom, FloorPoint at, double? litresAMinute, (string Room, FloorPoint At)[] sensors)
    {
        Plan worked = Samples.House();
        LeakPoint leak = worked.Building.Rooms[0].Leaks[0] with { Kind = LeakKind.TapLeftOn, HoleM = null, FlowM3PerS = litresAMinute * LitresPerMinute, At = at };
        return worked.WithBuilding(b => b with
        {
            Storeys = [new Storey { Id = "ground", Name = "Ground floor" }],
            Rooms = [.. rooms.Select(r => r.Id == leakRoom ? r with { Leaks = [leak] } : r)],
            Doorways = doorways,
        }).WithInstallation(i => i with
        {
            Sensors = [.. sensors.Select((s, i) => new Sensor { Id = $"spot-{i}", Name = $"Spot {i}", SpecId = "s4", RoomId = s.Room, At = s.At, Distances = [] })],
            Rules = [],
        });
    }

    private static Plan Placed(Plan plan, Func<FloorPoint, FloorPoint> place)
    {
        FloorRectangle Move(FloorRectangle a) => place(Point(a.AcrossM, a.DownM)) is var to ? a with { AcrossM = to.AcrossM, DownM = to.DownM } : a;
        return plan.WithBuilding(b => b with
        {
            Rooms = [.. plan.Building.Rooms.Select(r => r with
            {
                Areas = [.. r.Areas.Select(Move)],
                Fall = r.Fall is { LowPoint: { } low } fall ? fall with { LowPoint = place(low) } : r.Fall,
                Drains = [.. r.Drains.Select(d => d with { At = place(d.At) })],
                Fixtures = [.. r.Fixtures.Select(f => f with { Area = Move(f.Area) })],
                Leaks = [.. r.Leaks.Select(l => l with { At = l.At is { } at ? place(at) : null })],
            })],
            Doorways = [.. plan.Building.Doorways.Select(d => d with { At = place(d.At) })],
        }).WithInstallation(i => i with
        {
            Sensors = [.. plan.Installation.Sensors.Select(s => s with { At = s.At is { } at ? place(at) : null })],
        });
    }

    private static Plan Mirrored(Plan plan)
    {
        Plan moved = Placed(plan, p => Point(-p.AcrossM, p.DownM));
        FloorRectangle Left(FloorRectangle a) => a with { AcrossM = a.AcrossM - a.LengthM };
        return moved.WithBuilding(b => b with
        {
            Rooms = [.. moved.Building.Rooms.Select(r => r with
            {
                Areas = [.. r.Areas.Select(Left)],
                Fixtures = [.. r.Fixtures.Select(f => f with { Area = Left(f.Area) })],
                Fall = r.Fall is { } fall ? fall with { TowardsDeg = (540 - fall.TowardsDeg) % 360 } : null,
            })],
            Doorways = [.. moved.Building.Doorways.Select(d => d.Wall == WallDirection.AlongX ? d with { At = Point(d.At.AcrossM - d.WidthM, d.At.DownM) } : d)],
        });
    }
}
