using Terrapin.Core.Reach;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Tests.Reach;

/// <summary>What is said of a margin.</summary>
public class MarginStandingTests
{
    [Theory]
    [InlineData(-9.0, -0.1, MarginStanding.TooWeak)]
    [InlineData(-0.1, 12.0, MarginStanding.MayBeTooWeak)]
    [InlineData(null, 12.0, MarginStanding.MayBeTooWeak)]
    [InlineData(0.0, 12.0, MarginStanding.Thin)]
    [InlineData(5.9, 5.9, MarginStanding.Thin)]
    [InlineData(6.0, 6.0, MarginStanding.Enough)]
    public void It_is_held_against_nothing_and_against_what_is_wanted(double? low, double? high, MarginStanding standing) =>
        Assert.Equal(standing, MarginStandings.Of(new Interval(low, high), isBlocked: false));

    [Fact]
    public void Metal_and_what_is_not_known_are_told_apart() =>
        Assert.Equal((MarginStanding.Blocked, MarginStanding.Unknown), (MarginStandings.Of(Interval.Unknown, isBlocked: true), MarginStandings.Of(null, isBlocked: false)));
}
