using CsCheck;
using Terrapin.Core.Floors;
using Terrapin.Core.Plans;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Floors;

/// <summary>The floor field against what can be reckoned by hand.</summary>
public class SpreadingTests
{
    private static readonly double FilmM = Film.HeightM(60);

    [Theory]
    [InlineData(4, 4, 360, 1)]
    [InlineData(4, 0, 180, 0.5)]
    [InlineData(0, 0, 90, 0.25)]
    public void Circle_half_plane_and_corner_come_out_as_in_closed_form(double leakX, double leakY, int turn, double share)
    {
        Drawn open = Draw(Square("hall", 0, 0, 8, 8));
        FloorField field = open.Field("hall", leakX, leakY);
        foreach (double radius in (double[])[1.2, 2.4, 3.6])
        {
            for (int degrees = 5; degrees < turn; degrees += 10)
            {
                int cell = open.Cell(leakX + (radius * Math.Cos(degrees * Math.PI / 180)), leakY + (radius * Math.Sin(degrees * Math.PI / 180)));
                (double x, double y) = open.Raster.SheetOf("ground")!.MiddleOf(cell);
                double square = ((x - leakX) * (x - leakX)) + ((y - leakY) * (y - leakY));
                Close(FilmM * share * Math.PI * square, field.ArrivalM3[cell], 0.03);
            }
        }
    }

    [Fact]
    public void A_finer_raster_converges()
    {
        double Error(double cell)
        {
            Drawn open = Draw([Square("hall", 0, 0, 8, 8)], [], cellM: cell);
            FloorField field = open.Field("hall", 4, 4);
            int there = open.Cell(5.2, 4.9);
            (double x, double y) = open.Raster.SheetOf("ground")!.MiddleOf(there);
            return Math.Abs((field.ArrivalM3[there] / (FilmM * Math.PI * (((x - 4) * (x - 4)) + ((y - 4) * (y - 4))))) - 1);
        }

        Assert.True(Error(0.025) < Error(0.1));
        Assert.True(Error(0.025) < 0.01);
    }

    [Fact]
    public void A_fall_sends_it_down_the_slope_first()
    {
        Drawn open = Draw(Square("hall", 0, 0, 8, 8) with { Fall = new FloorFall { PerCent = 1, TowardsDeg = 0 } });
        FloorField field = open.Field("hall", 4, 4);
        Assert.True(open.At(field, 6.5, 4) < open.At(field, 4, 4.6));
        Assert.True(open.At(field, 6.5, 4) < 0.1 * open.At(field, 2, 4));
        open.AssertWhatCameInLiesThere(4, 4);
    }

    [Fact]
    public void A_hollow_holds_its_volume()
    {
        // Three rooms in a row, the middle one 20 mm lower.
        Room[] rooms = [Square("first", 0, 0, 2, 2) with { FloorHeightM = 0 }, Square("pit", 2, 0, 2, 1) with { FloorHeightM = -0.02 }, Square("last", 4, 0, 2, 2) with { FloorHeightM = 0 }];
        Drawn drawn = Draw(rooms, [Door("a", 2, 0.2), Door("b", 4, 0.2)]);
        FloorField field = drawn.Field("first", 1, 1);
        Close((FilmM * 10) + (0.02 * 2), field.TotalM3, 0.03);
        drawn.AssertWhatCameInLiesThere(1, 1);
        Assert.True(drawn.At(field, 5, 0.5) > 0.04, "the pit is full before water runs on");
    }

    [Fact]
    public void A_threshold_holds_the_water_back_until_the_room_stands_as_high()
    {
        Room[] rooms = [Square("first", 0, 0, 2, 2), Square("last", 2, 0, 2, 2)];
        FloorField through = Draw(rooms, [Door("a", 2, 0.2)]).Field("first", 1, 1);
        Drawn held = Draw(rooms, [Door("a", 2, 0.2) with { ThresholdM = 0.015 }]);
        FloorField field = held.Field("first", 1, 1);
        double beyond = held.At(field, 2.5, 0.5);
        Close((FilmM * 4) + (0.015 * 4), beyond, 0.03);
        Assert.True(held.At(through, 2.5, 0.5) < 0.3 * beyond);
    }

    [Fact]
    public void Without_a_doorway_and_behind_a_plinth_it_never_comes()
    {
        Room first = Square("first", 0, 0, 2, 2) with { Fixtures = [new Fixture { Id = "plinth", Kind = FixtureKind.Plinth, Base = FixtureBase.Tight, Name = "Plinth", Area = Area(1.5, 0, 0.5, 2) }] };
        Drawn drawn = Draw([first, Square("last", 2, 0, 2, 2)], [Door("a", 2, 0.2)]);
        FloorField field = drawn.Field("first", 0.5, 1);
        Assert.True(double.IsInfinity(drawn.At(field, 3, 1)));
        Assert.Equal(-1, drawn.Raster.CellAt("ground", new FloorPoint { AcrossM = 1.7, DownM = 1 }));
    }

    [Fact]
    public void A_pit_fills_to_its_rim_before_the_floor_beyond_it_is_wet()
    {
        var pit = new Fixture { Id = "pit", Kind = FixtureKind.SumpPit, Base = FixtureBase.Pit, Name = "Sump", Area = Area(1, 0, 0.5, 1), DepthM = 0.4 };
        Drawn drawn = Draw(Square("cellar", 0, 0, 3, 1) with { Fixtures = [pit] });
        FloorField field = drawn.Field("cellar", 1.2, 0.5, gapM: 0.2);
        Close((0.5 * 0.4) + (0.5 * FilmM), drawn.At(field, 1.6, 0.5), 0.03);
        Close(0.5 * 0.2, field.DeepM3[drawn.Cell(1.2, 0.5)], 0.03);
    }

    [Fact]
    public void A_drain_takes_all_of_a_small_leak_and_the_rest_of_a_large_one()
    {
        Room room = Square("wash", 0, 0, 3, 3) with { Drains = [new FloorDrain { At = new FloorPoint { AcrossM = 1.5, DownM = 1 }, CapacityM3PerS = 2e-4 }] };
        Drawn drawn = Draw(room);
        FloorField field = drawn.Field("wash", 0.5, 1);
        DrainReached drain = Assert.Single(field.Drains);
        Assert.True(double.IsPositiveInfinity(field.TimeS(drain.ReachedM3 * 2, 1.5e-4)));
        double floor = drain.ReachedM3 * 2;
        double time = field.TimeS(floor, 3e-4);
        double drained = 2e-4 * (time - (drain.ReachedM3 / 3e-4));
        Close(3e-4 * time, floor + drained, 1e-9);
    }

    [Fact]
    public void Through_an_opening_it_falls_to_the_storey_below_and_stays_there()
    {
        Plan plan = PlanOf([Square("loft", 0, 0, 3, 3), Square("studio", 0, 0, 4, 4) with { StoreyId = "below" }], []) with
        {
            Storeys = [new Storey { Id = "ground", Name = "Loft" }, new Storey { Id = "below", Name = "Studio" }],
            Openings = [new FloorOpening { Id = "stair", StoreyId = "ground", Area = Area(2, 0, 0.5, 0.9), ToStoreyId = "below", LandsAt = new FloorPoint { AcrossM = 2, DownM = 2 } }],
        };
        Drawn drawn = new(plan, FloorRaster.Of(plan, 60, 0));
        FloorField field = drawn.Field("loft", 0.5, 0.5);
        Assert.True(drawn.At(field, 2.2, 2.2, "below") < 0.02);
        Assert.True(double.IsInfinity(drawn.At(field, 2.9, 2.9)));
        double aloft = field.TotalM3 - drawn.Field("studio", 2.025, 2.025).TotalM3;
        Close(aloft, drawn.At(field, 2, 2, "below"), 1e-6);
    }

    [Fact]
    public void A_gap_thicker_than_the_film_is_bridged_only_where_it_ponds()
    {
        Room[] rooms = [Square("first", 0, 0, 2, 2) with { FloorHeightM = 0 }, Square("pit", 2, 0, 2, 2) with { FloorHeightM = -0.02 }];
        Drawn drawn = Draw(rooms, [Door("a", 2, 0.2)]);
        FloorField field = drawn.Field("first", 1, 1, gapM: FilmM + 0.004);
        Assert.True(float.IsInfinity(field.DeepM3[drawn.Cell(0.5, 0.5)]));
        FloorField thin = drawn.Field("first", 1, 1, gapM: FilmM - 0.001);
        Assert.Equal(thin.ArrivalM3, thin.DeepM3);
    }

    [Fact]
    public void What_comes_in_lies_there_at_every_step() => AnyFloor.Sample(
        floor =>
        {
            (Drawn drawn, double x, double y) = floor;
            using var spreading = new Spreading(drawn.Raster, drawn.Cell(x, y), 0, 0, 0);
            while (spreading.Step())
            {
                if (Math.Abs(spreading.VolumeM3 - spreading.LyingM3()) > 1e-9)
                {
                    return false;
                }
            }

            return spreading.VolumeM3 > 0;
        },
        iter: 60);

    [Fact]
    public void All_that_a_leak_reaches_comes_between_its_first_and_its_last_litre() => AnyFloor.Sample(
        floor =>
        {
            (Drawn drawn, double x, double y) = floor;
            FloorField field = drawn.Field("first", x, y);
            float[] arrivals = [.. field.ArrivalM3.Where(float.IsFinite)];
            return arrivals.Min() == 0 && arrivals.Max() <= (float)field.TotalM3;
        },
        iter: 60);

    [Fact]
    public void What_leaks_out_lies_on_the_floor_or_went_down_the_drains() => Gen.Select(Gen.Double[0.2, 2.8], Gen.Double[0.2, 2.8], Gen.Double[1e-5, 1e-4], Gen.Double[1e-5, 1e-4], Gen.Double[2.1e-4, 1e-3]).Sample(
        (x, y, first, second, flow) =>
        {
            FloorDrain Drain(double across, double capacity) => new() { At = new FloorPoint { AcrossM = across, DownM = 1 }, CapacityM3PerS = capacity };
            FloorField field = Draw(Square("wash", 0, 0, 3, 3) with { Drains = [Drain(0.5, first), Drain(2.5, second)] }).Field("wash", x, y);
            return Enumerable.Range(1, 40).Select(i => field.TotalM3 * i / 40).All(lying =>
            {
                double time = field.TimeS(lying, flow);
                double drained = field.Drains.Sum(d => d.ReachedM3 < lying ? d.CapacityM3PerS * (time - field.TimeS(d.ReachedM3, flow)) : 0);
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
                Drawn drawn = Draw([Square("first", 0, 0, 2, 2), Square("last", 2, 0, 2, 2)], [Door("a", 2, 0.2) with { ThresholdM = threshold }]);
                return drawn.At(drawn.Field("first", 1, 1), 3, 1);
            }

            return Beyond(low + more) >= Beyond(low) - 1e-12;
        },
        iter: 40);

    /// <summary>Three rooms in a row: a fall, a threshold, a hollow in the middle; and a leak in the first.</summary>
    private static readonly Gen<(Drawn Drawn, double X, double Y)> AnyFloor =
        Gen.Select(Gen.Double[0, 3], Gen.Double[0, 360], Gen.Double[0, 0.02], Gen.Double[-0.03, 0], Gen.Double[0.2, 1.8], Gen.Double[0.2, 1.8]).Select(
            (fall, towards, threshold, step, x, y) =>
            {
                Room[] rooms =
                [
                    Square("first", 0, 0, 2, 2) with { FloorHeightM = 0, Fall = new FloorFall { PerCent = fall, TowardsDeg = towards } },
                    Square("pit", 2, 0, 2, 1) with { FloorHeightM = step, Fall = new FloorFall { PerCent = fall, LowPoint = new FloorPoint { AcrossM = 3, DownM = 0.5 } } },
                    Square("last", 4, 0, 2, 2) with { FloorHeightM = 0 },
                ];
                return (Draw(rooms, [Door("a", 2, 0.2) with { ThresholdM = threshold }, Door("b", 4, 0.1)]), x, y);
            });

    private sealed record Drawn(Plan Plan, FloorRaster Raster)
    {
        public FloorField Field(string room, double x, double y, double gapM = 0) =>
            new FloorFields(Raster).From(Plan.Rooms.First(r => r.Id == room).StoreyId, new FloorPoint { AcrossM = x, DownM = y }, gapM)!;

        /// <summary>Once the water has gone as far as it goes.</summary>
        public void AssertWhatCameInLiesThere(double x, double y)
        {
            using var spreading = new Spreading(Raster, Cell(x, y), 0, 0, 0);
            while (spreading.Step())
            {
            }

            Close(spreading.VolumeM3, spreading.LyingM3(), 1e-6);
        }

        public int Cell(double x, double y, string storey = "ground") => Raster.CellAt(storey, new FloorPoint { AcrossM = x, DownM = y });

        public double At(FloorField field, double x, double y, string storey = "ground") => field.ArrivalM3[Cell(x, y, storey)];
    }

    private static Drawn Draw(Room room) => Draw([room], []);

    private static Drawn Draw(Room[] rooms, Doorway[] doorways, double cellM = FloorRaster.UsualCellM)
    {
        Plan plan = PlanOf(rooms, doorways);
        return new Drawn(plan, FloorRaster.Of(plan, 60, 0, cellM));
    }

    private static Plan PlanOf(Room[] rooms, Doorway[] doorways) => NewSite.Named("Floors") with
    {
        Storeys = [new Storey { Id = "ground", Name = "Ground floor" }],
        Rooms = rooms,
        Doorways = doorways,
    };

    private static Room Square(string id, double x, double y, double length, double width) => new()
    {
        Id = id,
        Name = id,
        FinishId = "matt-tile",
        StoreyId = "ground",
        Areas = [Area(x, y, length, width)],
        Leaks = [],
    };

    private static FloorRectangle Area(double x, double y, double length, double width) => new() { AcrossM = x, DownM = y, LengthM = length, WidthM = width };

    /// <summary>0.8 m wide in a wall along y, without a threshold.</summary>
    private static Doorway Door(string id, double x, double y) =>
        new() { Id = id, StoreyId = "ground", At = new FloorPoint { AcrossM = x, DownM = y }, Wall = WallDirection.AlongY, WidthM = 0.8, ThresholdM = 0 };
}
