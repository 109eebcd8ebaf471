using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using static Terrapin.Core.Tests.Floors.DrawnFloor;

namespace Terrapin.Core.Tests.Floors;

/// <summary>Runs while no other test does: it counts the memory of all.</summary>
[CollectionDefinition(nameof(Alone), DisableParallelization = true)]
public class Alone;

/// <summary>What the fields that are kept take.</summary>
[Collection(nameof(Alone))]
public class KeptFieldsTests
{
    [Fact]
    public void What_is_kept_of_floors_with_many_hollows_takes_no_more_than_is_counted()
    {
        // A row of rooms, each lower than the one before and with a low point of its own: a hollow each.
        Room[] rooms = [.. Enumerable.Range(0, 40).Select(i => Rectangle($"r{i}", i, 0, 1, 1) with { FloorHeightM = -0.01 * i, Fall = new FloorFall { PerCent = 1, LowPoint = Point(i + 0.5, 0.5) } })];
        var floors = new FloorMemory();
        FloorMemory.Drawing drawing = floors.Of(PlanOf(rooms, [.. Enumerable.Range(1, 39).Select(i => Door($"d{i}", i, 0.1))]));
        void Keep(int i) => drawing.FieldOf(SpreadRequest.At(drawing.Raster, "ground", 0, Point(0.3 + (0.01 * i), 0.5), 1e-4), GroundGuess.Lower, default);
        Keep(0);
        long before = GC.GetTotalMemory(forceFullCollection: true);
        long counted = floors.Bytes;
        for (int i = 1; i <= 40; i++)
        {
            Keep(i);
        }

        Assert.True(GC.GetTotalMemory(forceFullCollection: true) - before < 2 * (floors.Bytes - counted));
    }
}
