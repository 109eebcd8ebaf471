using CsCheck;
using Terrapin.Core.Floors;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Sensors;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Floors;

public class LevelFloorTests
{
    [Theory]
    [InlineData(25, 1.18)]
    [InlineData(45, 2.09)]
    [InlineData(60, 2.73)]
    [InlineData(80, 3.51)]
    [InlineData(95, 4.02)]
    public void Worked_film(double angle, double millimetres) => Close(millimetres, Film.HeightM(angle) * 1000, 0.003);

    [Theory]
    [InlineData(FloorPosition.Open, 12.3)]
    [InlineData(FloorPosition.Wall, 6.17)]
    [InlineData(FloorPosition.Corner, 3.08)]
    public void Worked_distance(FloorPosition position, double litres) =>
        Close(litres, LevelFloor.VolumeM3(Film.HeightM(60), position, 1.2) * 1000, 0.004);

    [Fact]
    public void Farther_never_takes_fewer_litres() => Gen.Select(Gen.Double[0, 20], Gen.Double[0, 5]).Sample((distance, more) =>
        LevelFloor.VolumeM3(0.003, FloorPosition.Open, distance + more) >= LevelFloor.VolumeM3(0.003, FloorPosition.Open, distance));

    [Fact]
    public void Contacts_above_the_film_never_trip() => Assert.Null(Trip.VolumeM3(0.0012, 0.0015, FloorPosition.Wall, 1));

    [Fact]
    public void The_house_catalogue_lists_finishes_from_thin_to_high_water() => Assert.Equal(
        [1.18, 2.09, 2.73, 3.13, 3.51, 3.68, 4.02],
        HouseCatalogue.Devices.Finishes.Select(f => Math.Round(Film.HeightM(f.ContactAngle.Deg) * 1e3, 2)));

    [Fact]
    public void Refuses_what_cannot_be()
    {
        Assert.Throws<ArgumentOutOfRangeException>(() => Film.HeightM(0));
        Assert.Throws<ArgumentOutOfRangeException>(() => Film.HeightM(double.NaN));
        Assert.Throws<ArgumentOutOfRangeException>(() => LevelFloor.VolumeM3(0.003, FloorPosition.Unknown, 1));
        Assert.Throws<ArgumentOutOfRangeException>(() => LevelFloor.VolumeM3(0.003, FloorPosition.Open, -1));
    }
}
