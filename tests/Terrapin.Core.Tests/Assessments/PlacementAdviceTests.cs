using Terrapin.Core.Assessments;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Validation;

namespace Terrapin.Core.Tests.Assessments;

/// <summary>Places for sensors on small drawn houses.</summary>
public class PlacementAdviceTests
{
    private static readonly PlacementRequest TwoSpots = new() { MostSensors = 2, SpecIds = ["s4"] };

    [Fact]
    public void One_more_sensor_hears_the_leak_that_none_heard_and_says_so()
    {
        Plan plan = House();
        PlacementStep[] steps = [.. PlacementAdvice.Of(plan, TwoSpots with { MostSensors = 1 }, new FloorMemory())];
        Assert.Equal(["far", "near"], steps[0].UnheardLeakIds.Order());
        Assert.Empty(steps[1].UnheardLeakIds);
        PlacementSuggestion place = Assert.Single(steps[1].Suggestions);
        Assert.Equal(2, place.Gains.Count);
        Assert.All(place.Gains, g => Assert.Null(g.WithoutM3));
        Assert.Equal(28, steps[1].Price);
    }

    [Fact]
    public void The_best_two_of_all_cells_are_found_as_by_trying_each_pair()
    {
        Plan plan = House();
        var floors = new FloorMemory();
        FloorRaster raster = floors.Of(plan).Raster;
        double gap = plan.Catalogue.Sensors.First(s => s.Id == "s4").ContactGap!.M;
        LeakReach[] reaches = [.. plan.Building.Rooms[0].Leaks.Select(l =>
            Rehearser.Of(plan, l.Id, Mode.Home, floors).FlowM3PerS is { Low: { } low, High: { } high } ? LeakReach.Of(plan, plan.Building.Rooms[0], l, low, high, floors)! : throw new InvalidOperationException())];
        int[] cells = [.. Enumerable.Range(0, raster.Count).Where(c => raster.Room[c] >= 0)];
        double Worst(int a, int b) => reaches.Max(r => Math.Min(r.LatestM3(a, gap), r.LatestM3(b, gap)));
        double least = cells.SelectMany(a => cells.Where(b => b >= a).Select(b => Worst(a, b))).Min();
        double leastOfOne = cells.Min(a => Worst(a, a));
        PlacementStep[] steps = [.. PlacementAdvice.Of(plan, TwoSpots, floors)];
        Assert.Equal(leastOfOne, steps[1].WorstM3!.Value, 9);
        Assert.Equal(least, steps[2].WorstM3!.Value, 9);
        Assert.True(steps[2].WorstM3 < steps[1].WorstM3);
    }

    [Fact]
    public void What_is_placed_stays_and_counts()
    {
        Plan plan = House();
        plan = plan.WithInstallation(i => i with { Sensors = [Spot("kept", 0.1, 0.1)] });
        PlacementStep[] steps = [.. PlacementAdvice.Of(plan, TwoSpots with { MostSensors = 1 }, new FloorMemory())];
        Assert.Empty(steps[0].UnheardLeakIds);
        Assert.All(steps.Skip(1).SelectMany(s => s.Suggestions), s => Assert.True(s.At.AcrossM > 1, "the near leak is heard already"));
    }

    [Fact]
    public void Barred_floor_is_left_out_until_it_is_allowed()
    {
        FloorRectangle left = Area(0, 0, 1.5, 1);
        Plan plan = House(r => r with { Zones = [new FloorZone { Kind = ZoneKind.Mopped, Area = left }] });
        PlacementStep barred = PlacementAdvice.Of(plan, TwoSpots, new FloorMemory()).Last();
        Assert.All(barred.Suggestions, s => Assert.False(left.Holds(s.At.AcrossM, s.At.DownM)));
        PlacementStep allowed = PlacementAdvice.Of(plan, TwoSpots with { MoppedToo = true }, new FloorMemory()).Last();
        Assert.True(allowed.WorstM3 < barred.WorstM3);
        Assert.Single(PlacementAdvice.Of(plan, TwoSpots with { MoppedToo = true, BarredRoomIds = ["hall"] }, new FloorMemory()));
    }

    [Fact]
    public void Under_what_stands_on_feet_only_a_probe_goes()
    {
        Plan plan = House(r => r with { Fixtures = [new Fixture { Id = "washer", Kind = FixtureKind.WashingMachine, Name = "Washer", Base = FixtureBase.OnFeet, Area = Area(0, 0, 3, 1) }] });
        Assert.Single(PlacementAdvice.Of(plan, TwoSpots, new FloorMemory()));
        Assert.All(PlacementAdvice.Of(plan, TwoSpots with { SpecIds = ["s4", "c3"] }, new FloorMemory()).Skip(1).SelectMany(s => s.Suggestions), s => Assert.Equal("c3", s.SpecId));
    }

    [Fact]
    public void It_names_what_it_cannot_place_and_stops_when_told()
    {
        Assert.Contains("way of its own", Refused(House(), TwoSpots with { SpecIds = ["r5"] }), StringComparison.Ordinal);
        Assert.Contains("No kind", Refused(House(), TwoSpots with { SpecIds = [] }), StringComparison.Ordinal);
        Assert.Contains("no room", Refused(House(), TwoSpots with { BarredRoomIds = ["loft"] }), StringComparison.Ordinal);
        Assert.Contains("No leak point is drawn", Refused(House(r => r with { Leaks = [] }), TwoSpots), StringComparison.Ordinal);
        using var stop = new CancellationTokenSource();
        IEnumerator<PlacementStep> steps = PlacementAdvice.Of(House(), TwoSpots, new FloorMemory(), stop.Token).GetEnumerator();
        Assert.True(steps.MoveNext());
        stop.Cancel();
        Assert.Throws<OperationCanceledException>(() => steps.MoveNext());
    }

    private static string Refused(Plan plan, PlacementRequest request) =>
        Assert.Throws<RefusedException>(() => PlacementAdvice.Of(plan, request, new FloorMemory())).Message;

    /// <summary>A hall of 3 by 1 m with a leak near either end.</summary>
    private static Plan House(Func<Room, Room>? change = null)
    {
        Plan plan = Samples.House();
        LeakPoint hose = plan.Building.Rooms[0].Leaks[0];
        var hall = new Room
        {
            Id = "hall",
            Name = "Hall",
            FloorHeightM = 0,
            FinishId = "matt-tile",
            StoreyId = "ground",
            Areas = [Area(0, 0, 3, 1)],
            Leaks = [hose with { Id = "near", At = new FloorPoint { AcrossM = 0.2, DownM = 0.2 } }, hose with { Id = "far", At = new FloorPoint { AcrossM = 2.8, DownM = 0.7 } }],
        };
        return plan.WithBuilding(b => b with { Storeys = [new Storey { Id = "ground", Name = "Ground floor" }], Rooms = [change is null ? hall : change(hall)] }).WithInstallation(i => i with { Sensors = [], Rules = [] });
    }

    private static Sensor Spot(string id, double x, double y) =>
        new() { Id = id, Name = id, SpecId = "s4", RoomId = "hall", At = new FloorPoint { AcrossM = x, DownM = y }, Distances = [] };

    private static FloorRectangle Area(double x, double y, double length, double width) => new() { AcrossM = x, DownM = y, LengthM = length, WidthM = width };
}
