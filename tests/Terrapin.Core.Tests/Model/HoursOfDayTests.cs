using CsCheck;
using Terrapin.Core.Model;

namespace Terrapin.Core.Tests.Model;

public class HoursOfDayTests
{
    [Theory]
    [InlineData(0, 0)]
    [InlineData(1439.5, 1439.5)]
    [InlineData(1440, 0)]
    [InlineData(-1, 1439)]
    [InlineData(-1440, 0)]
    [InlineData(4500, 180)]
    [InlineData(-1e-17, 0)]
    public void Days_before_and_after_wrap_round(double min, double time) => Assert.Equal(time, HoursOfDay.TimeOfDay(min), 1e-9);

    [Fact]
    public void A_time_of_day_is_below_a_day_and_whole_days_away() => Gen.Double[-1e6, 1e6].Sample(min =>
    {
        double time = HoursOfDay.TimeOfDay(min);
        Assert.InRange(time, 0, Math.BitDecrement(HoursOfDay.DayMin));
        double days = (min - time) / HoursOfDay.DayMin;
        Assert.Equal(Math.Round(days), days, 1e-9);
    });
}
