using CsCheck;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Format;

public class PlanDifferenceTests
{
    [Fact]
    public void A_plan_does_not_differ_from_itself() => Assert.Empty(PlanDifference.Between(House(), House()));

    [Fact]
    public void Each_place_is_named_as_small_as_it_is()
    {
        Plan house = House();
        Plan other = house.WithRule(r => r with { DelayS = 60 }).WithLeak(l => l with { HoleM = 0.008 }).WithStopValve(m => m with { BoreM = null });
        Assert.Equal(["/building/stopValves/0/boreM", "/building/rooms/0/leaks/0/holeM", "/installation/rules/0/delayS"], PlanDifference.Between(house, other));
    }

    [Fact]
    public void A_list_that_grew_is_one_place()
    {
        Plan house = House();
        Assert.Equal(["/building/rooms"], PlanDifference.Between(house, house.WithBuilding(b => b with { Rooms = [.. house.Building.Rooms, house.Building.Rooms[0] with { Id = "other", Leaks = [] }] })));
    }

    [Fact]
    public void What_was_not_there_before_is_named()
    {
        Plan house = House();
        Assert.Equal(["/building/supply/tank"], PlanDifference.Between(house, house.WithBuilding(b => b with { Supply = house.Building.Supply with { Tank = new PressureTank { AfterStopValveId = "main" } } })));
    }

    [Fact]
    public void No_more_are_given_than_asked_for() => Gen.Int[1, 5].Sample(most =>
        PlanDifference.Between(House(), NewSite.Named("Other"), most).Count == most);
}
