using CsCheck;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using static Terrapin.Core.Tests.Floors.DrawnFloor;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Floors;

/// <summary>The floor field against what can be calculated by hand.</summary>
public class SpreadingTests
{
    private static readonly double FilmM = Film.HeightM(60);

    [Theory]
    [InlineData(4, 4, 360, 1)]
    [InlineData(4, 0, 180, 0.5)]
    [InlineData(0, 0, 90, 0.25)]
    public void Circle_half_plane_and_corner_come_out_as_in_closed_form(double leakX, double leakY, int turn, double share)
    {
        DrawnFloor open = Of(Rectangle("hall", 0, 0, 8, 8));
        FloorField field = open.Field("hall", leakX, leakY);
        foreach (double radius in (double[])[0.7, 1.2, 2.4, 3.6])
        {
            for (int degrees = 5; degrees < turn; degrees += 10)
            {
                double read = open.Read(field, "hall", leakX + (radius * Math.Cos(degrees * Math.PI / 180)), leakY + (radius * Math.Sin(degrees * Math.PI / 180)));
                Close(FilmM * share * Math.PI * radius * radius, read, 0.03);
            }
        }
    }

    [Fact]
    public void A_leak_or_a_sensor_on_the_very_edge_of_a_room_is_in_it() => Gen.Select(Gen.Double[2, 5], Gen.Double[2, 5], Gen.Double[-3, 3], Gen.Double[-3, 3]).Sample(
        (length, width, x, y) =>
        {
            DrawnFloor room = Of(Rectangle("hall", x, y, length, width));
            return Enumerable.All<(double X, double Y)>(
                [(x, y), (x + length, y), (x, y + width), (x + length, y + width)],
                corner => double.IsFinite(room.At(room.Field("hall", corner.X, corner.Y), "hall", x + (length / 2), y + (width / 2))));
        },
        iter: 40);

    [Fact]
    public void A_finer_raster_converges()
    {
        double Error(double cell)
        {
            DrawnFloor open = Of([Rectangle("hall", 0, 0, 8, 8)], [], cellM: cell);
            FloorField field = open.Field("hall", 4, 4);
            int there = open.Cell("hall", 5.2, 4.9);
            (double x, double y) = open.Raster.Sheets[0].MiddleOf(there);
            return Math.Abs((field.ArrivalM3(there) / (FilmM * Math.PI * (((x - 4) * (x - 4)) + ((y - 4) * (y - 4))))) - 1);
        }

        Assert.True(Error(0.025) < Error(0.1));
        Assert.True(Error(0.025) < 0.01);
    }

    [Theory]
    [InlineData(4, 4, 2.193)]
    [InlineData(0, 4, 2.607)]
    [InlineData(8, 4, 2.607)]
    [InlineData(4, 8, 2.607)]
    [InlineData(0, 0, 3.101)]
    [InlineData(8, 8, 3.101)]
    [InlineData(0.03, 4, 2.607)]
    public void A_fast_leak_spreads_thicker_than_its_finish_would_have_it(double x, double y, double viscousMm)
    {
        DrawnFloor open = Of(Rectangle("hall", 0, 0, 8, 8) with { FinishId = "sealed-concrete" });
        using Spreading spreading = open.Spread("hall", x, y, 30 * LitresPerMinute);
        Close(Math.Max(viscousMm / 1000, Film.HeightM(open.Plan.ContactAngleDeg(open.Plan.Building.Rooms[0])!.Value)), spreading.FilmM(0), 0.002);
    }

    [Fact]
    public void A_hollow_holds_its_volume()
    {
        // Three rooms in a row, the middle one 20 mm lower.
        Room[] rooms = [Rectangle("first", 0, 0, 2, 2), Rectangle("pit", 2, 0, 2, 1) with { FloorHeightM = -0.02 }, Rectangle("last", 4, 0, 2, 2)];
        DrawnFloor drawn = Of(rooms, [Door("a", 2, 0.2), Door("b", 4, 0.2)]);
        FloorField field = drawn.Field("first", 1, 1);
        Close((FilmM * 10) + (0.02 * 2), field.TotalM3, 0.03);
        drawn.AssertWhatCameInLiesThere("first", 1, 1);
        Assert.True(drawn.At(field, "last", 5, 0.5) > 0.04, "the pit is full before water runs on");
    }

    [Fact]
    public void A_threshold_holds_the_water_back_until_the_room_stands_as_high()
    {
        Room[] rooms = [Rectangle("first", 0, 0, 2, 2), Rectangle("last", 2, 0, 2, 2)];
        FloorField through = Of(rooms, [Door("a", 2, 0.2)]).Field("first", 1, 1);
        DrawnFloor held = Of(rooms, [Door("a", 2, 0.2) with { ThresholdM = 0.015 }]);
        FloorField field = held.Field("first", 1, 1);
        double beyond = held.At(field, "last", 2.5, 0.5);
        Close((FilmM * 4) + (0.015 * 4), beyond, 0.03);
        Assert.True(held.At(through, "last", 2.5, 0.5) < 0.3 * beyond);
    }

    [Fact]
    public void The_way_through_a_pond_costs_no_height()
    {
        // The lower threshold lies at the far end of the hall: level water finds it first.
        Room[] rooms = [Rectangle("hall", 0, 0, 8, 2), Rectangle("near", -2, 0, 2, 2), Rectangle("far", 8, 0, 2, 2)];
        DrawnFloor drawn = Of(rooms, [Door("a", 0, 0.5) with { ThresholdM = 0.012 }, Door("b", 8, 0.5) with { ThresholdM = 0.010 }]);
        FloorField field = drawn.Field("hall", 0.5, 1);
        Close(16 * (FilmM + 0.010), drawn.At(field, "far", 8.5, 0.9), 0.03);
        Close((16 * (FilmM + 0.012)) + (4 * (FilmM + 0.012)), drawn.At(field, "near", -0.5, 0.9), 0.03);
    }

    [Fact]
    public void Over_a_level_threshold_the_water_runs_in_its_whole_width()
    {
        DrawnFloor drawn = Of(
            [Rectangle("first", 0, 0, 3, 3), Rectangle("last", 3, 0, 4, 3)],
            [new Doorway { Id = "a", StoreyId = "ground", At = Point(3, 0.5), Wall = WallDirection.AlongY, WidthM = 2, ThresholdM = 0.01 }]);
        FloorField field = drawn.Field("first", 0.5, 0.5);
        double spills = 9 * (FilmM + 0.01);
        Close(drawn.Read(field, "last", 3.6, 1) - spills, drawn.Read(field, "last", 3.6, 2) - spills, 0.1);
    }

    [Fact]
    public void Without_a_doorway_and_behind_a_plinth_it_never_comes()
    {
        Room first = Rectangle("first", 0, 0, 2, 2) with { Fixtures = [new Fixture { Id = "plinth", Kind = FixtureKind.Plinth, Base = FixtureBase.Tight, Name = "Plinth", Area = Area(1.5, 0, 0.5, 2) }] };
        DrawnFloor drawn = Of([first, Rectangle("last", 2, 0, 2, 2)], [Door("a", 2, 0.2)]);
        FloorField field = drawn.Field("first", 0.5, 1);
        Assert.True(double.IsInfinity(drawn.At(field, "last", 3, 1)));
        Assert.Equal(-1, drawn.Raster.CellAt("ground", 0, Point(1.7, 1)));
    }

    [Fact]
    public void A_pit_fills_to_its_rim_before_the_floor_beyond_it_is_wet()
    {
        var pit = new Fixture { Id = "pit", Kind = FixtureKind.SumpPit, Base = FixtureBase.Pit, Name = "Sump", Area = Area(1, 0, 0.5, 1), DepthM = 0.4 };
        DrawnFloor drawn = Of(Rectangle("cellar", 0, 0, 3, 1) with { Fixtures = [pit] });
        FloorField field = drawn.Field("cellar", 1.2, 0.5);
        Close((0.5 * 0.4) + (0.5 * FilmM), drawn.At(field, "cellar", 1.6, 0.5), 0.03);
        Close(0.5 * 0.2, field.DeepM3(drawn.Cell("cellar", 1.2, 0.5), 0.2), 0.03);
    }

    [Fact]
    public void A_drain_takes_all_of_a_small_leak_and_the_rest_of_a_large_one()
    {
        Room room = Rectangle("wash", 0, 0, 3, 3) with { Drains = [new FloorDrain { At = Point(1.5, 1) }] };
        FloorField field = Of(room).Field("wash", 0.5, 1);
        DrainReached drain = Assert.Single(field.Drains);
        var way = new DrainsOnWay([drain], [2e-4]);
        Assert.True(double.IsPositiveInfinity(way.TimeS(drain.ReachedM3 * 2, 1.5e-4)));
        double floor = drain.ReachedM3 * 2;
        double time = way.TimeS(floor, 3e-4);
        double drained = 2e-4 * (time - (drain.ReachedM3 / 3e-4));
        Close(3e-4 * time, floor + drained, 1e-9);
    }

    [Fact]
    public void Through_an_opening_it_falls_to_the_storey_below_and_stays_there()
    {
        Plan plan = PlanOf([Rectangle("loft", 0, 0, 3, 3), Rectangle("studio", 0, 0, 4, 4) with { StoreyId = "below" }], []).WithBuilding(b => b with
        {
            Storeys = [new Storey { Id = "ground", Name = "Loft" }, new Storey { Id = "below", Name = "Studio" }],
            Openings = [new FloorOpening { Id = "stair", StoreyId = "ground", Area = Area(2, 0, 0.5, 0.9), ToStoreyId = "below", LandsAt = Point(2, 2) }],
        });
        DrawnFloor drawn = new(plan, FloorRaster.Of(plan));
        FloorField field = drawn.Field("loft", 0.5, 0.5);
        Assert.True(drawn.At(field, "studio", 2.2, 2.2) < 0.02);
        Assert.True(double.IsInfinity(drawn.At(field, "loft", 2.9, 2.9)));
        double aloft = field.TotalM3 - drawn.Field("studio", 2.025, 2.025).TotalM3;
        Close(aloft, drawn.At(field, "studio", 2, 2), 1e-6);
    }

    [Fact]
    public void A_gap_thicker_than_the_film_is_bridged_only_where_it_ponds()
    {
        Room[] rooms = [Rectangle("first", 0, 0, 2, 2), Rectangle("pit", 2, 0, 2, 2) with { FloorHeightM = -0.02 }];
        DrawnFloor drawn = Of(rooms, [Door("a", 2, 0.2)]);
        FloorField field = drawn.Field("first", 1, 1);
        Assert.True(double.IsInfinity(field.DeepM3(drawn.Cell("first", 0.5, 0.5), FilmM + 0.004)));
        double filled = drawn.At(field, "pit", 2.5, 0.5);
        Assert.InRange(field.DeepM3(drawn.Cell("pit", 2.5, 0.5), FilmM + 0.004), filled + (4 * 0.0039), 4 * (FilmM + FilmM + 0.0041));
        Assert.Equal(drawn.At(field, "first", 0.5, 0.5), field.DeepM3(drawn.Cell("first", 0.5, 0.5), FilmM - 0.001));
    }

    [Fact]
    public void A_field_ends_where_nobody_waits_longer()
    {
        FloorField field = Of(Rectangle("hall", 0, 0, 100, 60)).Field("hall", 1, 1);
        Assert.True(field.IsCut);
        Assert.InRange(field.TotalM3, Spreading.MostM3, Spreading.MostM3 * 1.01);
    }

    [Fact]
    public void What_comes_in_lies_there_at_every_step() => AnyFloor.Sample(
        floor =>
        {
            (DrawnFloor drawn, double x, double y, double flow) = floor;
            using Spreading spreading = drawn.Spread("first", x, y, flow);
            for (int step = 0; spreading.Step(); step++)
            {
                if (step % 7 == 0 && Math.Abs(spreading.VolumeM3 - spreading.LyingM3()) > 1e-7)
                {
                    return false;
                }
            }

            return spreading.VolumeM3 > 0 && Math.Abs(spreading.VolumeM3 - spreading.LyingM3()) < 1e-7;
        },
        iter: 60);

    [Fact]
    public void All_that_a_leak_reaches_comes_between_its_first_and_its_last_litre() => AnyFloor.Sample(
        floor =>
        {
            (DrawnFloor drawn, double x, double y, double flow) = floor;
            FloorField field = drawn.Field("first", x, y, flow);
            double[] arrivals = [.. Arrivals(field)];
            return arrivals.Min() == 0 && arrivals.Max() <= (float)field.TotalM3;
        },
        iter: 60);

    private static IReadOnlyList<double> Arrivals(FloorField field)
    {
        var arrivals = new List<double>();
        field.Visit((_, arrival) => arrivals.Add(arrival));
        return arrivals;
    }

    [Fact]
    public void What_leaks_out_lies_on_the_floor_or_went_down_the_drains() => Gen.Select(Gen.Double[0.2, 2.8], Gen.Double[0.2, 2.8], Gen.Double[1e-5, 1e-4], Gen.Double[1e-5, 1e-4], Gen.Double[2.1e-4, 1e-3]).Sample(
        (x, y, first, second, flow) =>
        {
            FloorDrain Drain(double across) => new() { At = Point(across, 1) };
            FloorField field = Of(Rectangle("wash", 0, 0, 3, 3) with { Drains = [Drain(0.5), Drain(2.5)] }).Field("wash", x, y);
            DrainReached[] drains = [.. field.Drains];
            double[] takes = [.. drains.Select(d => d.Drain.DrainIndex == 0 ? first : second)];
            var way = new DrainsOnWay(drains, takes);
            return Enumerable.Range(1, 40).Select(i => field.TotalM3 * i / 40).All(lying =>
            {
                double time = way.TimeS(lying, flow);
                double drained = drains.Zip(takes).Sum(d => d.First.ReachedM3 < lying ? d.Second * (time - way.TimeS(d.First.ReachedM3, flow)) : 0);
                return Math.Abs((flow * time) - lying - drained) < 1e-9;
            });
        },
        iter: 40);

    [Fact]
    public void A_higher_threshold_never_lets_it_through_sooner() => Gen.Select(Gen.Double[0, 0.03], Gen.Double[0, 0.03]).Sample(
        (low, more) =>
        {
            double Beyond(double threshold)
            {
                DrawnFloor drawn = Of([Rectangle("first", 0, 0, 2, 2), Rectangle("last", 2, 0, 2, 2)], [Door("a", 2, 0.2) with { ThresholdM = threshold }]);
                return drawn.At(drawn.Field("first", 1, 1), "last", 3, 1);
            }

            return Beyond(low + more) >= Beyond(low) - 1e-12;
        },
        iter: 40);

    /// <summary>Three rooms in a row: a fall, a threshold, a hollow in the middle; and a leak in the first.</summary>
    internal static readonly Gen<(DrawnFloor Drawn, double X, double Y, double FlowM3PerS)> AnyFloor =
        Gen.Select(Gen.Double[0, 3], Gen.Double[0, 360], Gen.Double[0, 0.02], Gen.Double[-0.03, 0], Gen.Double[0.2, 1.8], Gen.Double[0.2, 1.8], Gen.Double[0, 30]).Select(
            (fall, towards, threshold, step, x, y, litresAMinute) =>
            {
                Room[] rooms =
                [
                    Rectangle("first", 0, 0, 2, 2) with { Fall = new FloorFall { PerCent = fall, TowardsDeg = towards } },
                    Rectangle("pit", 2, 0, 2, 1) with { FloorHeightM = step, Fall = new FloorFall { PerCent = fall, LowPoint = Point(3, 0.5) } },
                    Rectangle("last", 4, 0, 2, 2),
                ];
                return (Of(rooms, [Door("a", 2, 0.2) with { ThresholdM = threshold }, Door("b", 4, 0.1)]), x, y, litresAMinute * LitresPerMinute);
            });
}
