using CsCheck;
using Terrapin.Core.Hydraulics;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Hydraulics;

public class DrainDownTests
{
    [Fact]
    public void Worked_pipe() => Close(2.03e-3, DrainDown.PipeM3(0.0136, 14), 0.003);

    [Fact]
    public void Worked_tank() => Close(19.9e-3, DrainDown.TankM3(0.060, 1.8e5, 3.2e5), 0.003);

    [Fact]
    public void A_tank_below_its_precharge_gives_nothing() => Assert.Equal(0, DrainDown.TankM3(0.060, 3e5, 2e5));

    [Theory]
    [InlineData(0, 3, -1, 1)]
    [InlineData(0, 3, 5, 0)]
    [InlineData(0, 4, 1, 0.75)]
    [InlineData(4, 0, 1, 0.75)]
    [InlineData(2, 2, 2, 0)]
    [InlineData(2, 2, 1, 1)]
    public void Share_of_a_pipe_above_the_leak(double start, double end, double leak, double share) =>
        Assert.Equal(share, DrainDown.ShareAbove(start, end, leak), 12);

    [Fact]
    public void A_higher_leak_never_drains_more() => Gen.Select(Gen.Double[-5, 9], Gen.Double[-5, 9], Gen.Double[-5, 9], Gen.Double[0, 5]).Sample(
        (start, end, leak, up) => DrainDown.ShareAbove(start, end, leak + up) <= DrainDown.ShareAbove(start, end, leak));

    [Theory]
    [InlineData(0, 1, "boreM")]
    [InlineData(0.01, -1, "lengthM")]
    [InlineData(0.01, double.NaN, "lengthM")]
    public void Refuses_lengths_that_cannot_be(double bore, double length, string name) =>
        Assert.Equal(name, Assert.Throws<ArgumentOutOfRangeException>(() => DrainDown.PipeM3(bore, length)).ParamName);
}
