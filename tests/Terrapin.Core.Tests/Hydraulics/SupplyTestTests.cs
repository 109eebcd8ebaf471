using Terrapin.Core.Hydraulics;

namespace Terrapin.Core.Tests.Hydraulics;

public class SupplyTestTests
{
    [Fact]
    public void Droop_is_the_lost_pressure_over_the_square_of_the_flow() =>
        Assert.Equal(1.4e5 / (2.5e-4 * 2.5e-4), SupplyTest.Droop(3.5e5, 2.1e5, 2.5e-4), 3);

    [Theory]
    [InlineData(3e5, 3.1e5, 1e-4, "runningPressurePa")]
    [InlineData(3e5, 2e5, 0, "flowM3PerS")]
    [InlineData(double.NaN, 2e5, 1e-4, "staticPressurePa")]
    public void Refuses_readings_that_cannot_be(double p0, double p1, double q1, string name) =>
        Assert.Equal(name, Assert.Throws<ArgumentOutOfRangeException>(() => SupplyTest.Droop(p0, p1, q1)).ParamName);
}
