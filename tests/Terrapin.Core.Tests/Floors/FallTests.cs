using CsCheck;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using static Terrapin.Core.Tests.Floors.DrawnFloor;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Floors;

/// <summary>Water on floors that fall: streams, ponds at the foot, low points.</summary>
public class FallTests
{
    private static readonly double FilmM = Film.HeightM(60);

    private static DrawnFloor Sloping(double perCent, double towardsDeg, double length = 6, double width = 3) =>
        Of(Rectangle("hall", 0, 0, length, width) with { Fall = new FloorFall { PerCent = perCent, TowardsDeg = towardsDeg } });

    /// <summary>Level water before a wall at the foot of a fall, and its film.</summary>
    private static double WedgeM3(double perCent, double reachM, double widthM) =>
        widthM * ((perCent / 100 * reachM * reachM / 2) + (FilmM * reachM));

    /// <summary>A stream of a drip, one cell wide.</summary>
    private static double StreamM3(double lengthM) => lengthM * 0.05 * FilmM;

    [Theory]
    [InlineData(1)]
    [InlineData(3)]
    [InlineData(5)]
    public void At_the_foot_of_a_fall_it_ponds_and_rises_up_the_slope(double perCent)
    {
        DrawnFloor hall = Sloping(perCent, 0);
        FloorField field = hall.Field("hall", 1, 1.5);
        foreach (double reach in (double[])[0.4, 1.0, 1.6])
        {
            Close(WedgeM3(perCent, reach, 3) + StreamM3(5 - reach), hall.Read(field, "hall", 6 - reach, 0.4), 0.03);
        }
    }

    [Fact]
    public void The_worked_pond_of_128_litres() => Close(0.128, Sloping(3, 0).Read(Sloping(3, 0).Field("hall", 1, 1.5), "hall", 4.4, 0.4), 0.03);

    [Fact]
    public void Any_wedge_comes_out_as_in_closed_form() => Gen.Select(Gen.Double[0.5, 6], Gen.Int[0, 3], Gen.Double[1.5, 4], Gen.Double[0.5, 2], Gen.Double[0.1, 0.9], Gen.Double[0.1, 0.9]).Sample(
        (perCent, quarter, width, reach, leakAt, sensorAt) =>
        {
            // Drawn four ways round.
            bool across = quarter % 2 == 0;
            double length = 6;
            DrawnFloor hall = Of(Rectangle("hall", 0, 0, across ? length : width, across ? width : length) with { Fall = new FloorFall { PerCent = perCent, TowardsDeg = 90 * quarter } });
            (double X, double Y) Place(double fromFoot, double aside)
            {
                double along = quarter is 0 or 1 ? length - fromFoot : fromFoot;
                return across ? (along, aside * width) : (aside * width, along);
            }

            (double leakX, double leakY) = Place(5, leakAt);
            (double x, double y) = Place(reach, sensorAt);
            // Beside the stream, not in it.
            if (Math.Abs(leakAt - sensorAt) * width < 0.15)
            {
                return true;
            }

            double expected = WedgeM3(perCent, reach, width) + StreamM3(5 - reach);
            double read = hall.Read(hall.Field("hall", leakX, leakY), "hall", x, y);
            double row = 0.05 * width * FilmM;
            return Math.Abs(read - expected) < (0.03 * expected) + row;
        },
        iter: 60);

    [Fact]
    public void A_pond_is_level_and_nothing_below_its_level_is_dry() => Gen.Select(Gen.Double[0.5, 5], Gen.Double[0, 360], Gen.Double[0.5, 5.5], Gen.Double[0.5, 2.5]).Sample(
        (perCent, towards, x, y) =>
        {
            DrawnFloor hall = Sloping(perCent, towards);
            using Spreading spreading = hall.Spread("hall", x, y);
            for (int step = 0; spreading.Step(); step++)
            {
                if (step % 500 != 0)
                {
                    continue;
                }

                double[] surfaces = [.. Cells().Select(spreading.SurfaceM)];
                double[] beds = [.. Cells().Select(hall.BedM)];
                double[] ponded = [.. surfaces.Zip(beds).Where(c => c.First > c.Second + 1e-6).Select(c => c.First)];
                double level = ponded.DefaultIfEmpty(double.NegativeInfinity).Max();
                bool isLevel = ponded.All(s => Math.Abs(s - level) < 1e-6);
                // A row of cells may be half wetted.
                bool noneDry = !surfaces.Zip(beds).Any(c => double.IsNaN(c.First) && c.Second < level - 1e-6);
                if (!isLevel || !noneDry)
                {
                    return false;
                }
            }

            return true;

            IEnumerable<int> Cells() => Enumerable.Range(0, hall.Raster.Count).Where(c => hall.Raster.Room[c] >= 0);
        },
        iter: 25);

    [Theory]
    [InlineData(0)]
    [InlineData(30)]
    [InlineData(45)]
    [InlineData(200)]
    public void A_stream_runs_straight_down_the_slope(double towardsDeg)
    {
        DrawnFloor hall = Of(Rectangle("hall", 0, 0, 8, 8) with { Fall = new FloorFall { PerCent = 2, TowardsDeg = towardsDeg } });
        FloorField field = hall.Field("hall", 4, 4);
        double radians = towardsDeg * Math.PI / 180;
        foreach (double far in (double[])[0.5, 1.5, 2.5, 3.5])
        {
            Assert.True(hall.At(field, "hall", 4 + (far * Math.Cos(radians)), 4 + (far * Math.Sin(radians))) < 0.002, $"{far} m down the slope");
        }

        Assert.True(hall.At(field, "hall", 4 - Math.Cos(radians), 4 - Math.Sin(radians)) > 0.1, "up the slope it comes late");
    }

    [Fact]
    public void A_stream_is_as_wide_as_its_flow_needs()
    {
        const double perCent = 1;
        double flow = 10 * LitresPerMinute;
        double film = Math.Max(FilmM, Film.ViscousHeightM(flow, 1));
        double width = Film.StreamWidthM(flow, perCent / 100, film);
        Assert.InRange(width, 0.2, 1.5);
        DrawnFloor hall = Of(Rectangle("hall", 0, 0, 8, 8) with { Fall = new FloorFall { PerCent = perCent, TowardsDeg = 90 } });
        FloorField field = hall.Field("hall", 4, 1, flow);
        Assert.True(hall.At(field, "hall", 4 + (0.4 * width), 5) < 0.02);
        Assert.True(hall.At(field, "hall", 4 + (0.7 * width), 5) > 0.1);
        Close(width * 7 * film, hall.At(field, "hall", 4 + (0.5 * width) + 0.1, 7.97), 0.25);
    }

    [Fact]
    public void Along_a_wall_in_its_way_a_stream_goes_on_down()
    {
        DrawnFloor hall = Of(Rectangle("hall", 0, 0, 4, 4) with { Fall = new FloorFall { PerCent = 2, TowardsDeg = 60 } });
        FloorField field = hall.Field("hall", 3, 1);
        Assert.True(hall.At(field, "hall", 3.97, 3.9) < 0.005, "it comes to the lowest corner");
    }

    [Theory]
    [InlineData(0.3)]
    [InlineData(1)]
    [InlineData(4)]
    public void A_low_point_sinks_below_the_edges_of_its_room(double perCent)
    {
        DrawnFloor room = Of(Rectangle("wet", 0, 0, 3, 3) with { Fall = new FloorFall { PerCent = perCent, LowPoint = Point(1.5, 1.5) } });
        Assert.True(room.BedM(room.Cell("wet", 1.5, 1.5)) < room.BedM(room.Cell("wet", 0.1, 1.5)));
        Assert.All(Enumerable.Range(0, room.Raster.Count).Where(c => room.Raster.Room[c] >= 0), c => Assert.True(room.BedM(c) <= 0));
        const double reach = 1.2;
        double cone = (perCent / 100 * Math.PI * reach * reach * reach / 3) + (FilmM * Math.PI * reach * reach);
        Close(cone, room.Read(room.Field("wet", 0.2, 2.8), "wet", 1.5 + reach, 1.5), 0.05);
    }

    [Fact]
    public void A_hall_drains_into_the_wet_room_beside_it()
    {
        double Read(FloorFall? fall)
        {
            Room wet = Rectangle("wet", 3, 0, 2, 2) with { Fall = fall };
            DrawnFloor drawn = Of([Rectangle("hall", 0, 0, 3, 2), wet], [Door("a", 3, 0.6)]);
            return drawn.Read(drawn.Field("hall", 1.5, 1), "wet", 4, 1);
        }

        double level = Read(null);
        double sinking = Read(new FloorFall { PerCent = 2, LowPoint = Point(4, 1) });
        Assert.True(sinking < level, $"{sinking} against {level} level");
    }

    [Fact]
    public void A_leak_at_the_foot_ponds_at_once()
    {
        DrawnFloor hall = Sloping(2, 0);
        Close(WedgeM3(2, 1.2, 3), hall.Read(hall.Field("hall", 5.9, 1.5), "hall", 4.8, 1.5), 0.04);
    }

    [Fact]
    public void From_level_to_falling_the_litres_up_the_slope_only_grow()
    {
        double Read(double perCent) => Sloping(perCent, 0).Read(Sloping(perCent, 0).Field("hall", 3, 1.5), "hall", 1.5, 1.5);
        double[] litres = [.. ((double[])[0, 0.02, 0.05, 0.1, 0.3, 1, 3]).Select(Read)];
        Assert.InRange(litres[1] / litres[0], 1, 1.5);
        Assert.All(litres.Skip(1).Zip(litres), pair => Assert.True(pair.First > pair.Second));
    }
}
