using Terrapin.Core.Assessments;
using Terrapin.Core.Floors;
using Terrapin.Core.Format;
using Terrapin.Core.Geometry;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;
using static Terrapin.Core.Tests.Floors.DrawnFloor;

namespace Terrapin.Core.Tests.Floors;

/// <summary>What a drawing may cost.</summary>
public class FloorBudgetTests
{
    [Fact]
    public void A_drawing_too_large_for_its_water_is_refused_with_what_to_do()
    {
        Plan plan = PlanOf([Rectangle("a", -500, -500, 200, 200), Rectangle("b", -300, -300, 200, 200), Rectangle("c", -500, -300, 200, 200), Rectangle("d", 300, 300, 200, 200), Rectangle("e", 100, 300, 200, 200), Rectangle("f", -100, -100, 200, 200)], []);
        DocumentError error = Assert.Single(Assert.Throws<RefusedException>(() => PlanJson.Read(PlanJson.Write(plan))).Errors);
        Assert.Equal("/building/rooms", error.Pointer);
        Assert.Contains("too large", error.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_large_room_is_laid_out_in_coarser_cells_and_comes_out_much_the_same()
    {
        DrawnFloor large = DrawnFloor.Of(Rectangle("hall", 0, 0, 100, 100));
        Assert.True(large.Raster.CellM > DrawingSize.UsualCellM);
        double expected = Film.HeightM(60) * Math.PI * 3 * 3;
        Assert.InRange(large.Read(large.Field("hall", 50, 50), "hall", 53, 50), 0.93 * expected, 1.07 * expected);
    }

    [Fact]
    public void More_leak_points_make_the_cells_coarser_before_they_are_refused()
    {
        Room Hall(int leaks) => Rectangle("hall", 0, 0, 60, 60) with
        {
            Leaks = [.. Enumerable.Range(0, leaks).Select(i => Samples.House().Building.Rooms[0].Leaks[0] with { Id = $"l{i}", At = Point(1 + (i % 50), 1 + (i / 50)) })],
        };
        Assert.Equal(DrawingSize.UsualCellM, DrawingSize.CellM(PlanOf([Hall(1)], [])));
        Assert.True(DrawingSize.CellM(PlanOf([Hall(100)], [])) > DrawingSize.UsualCellM);
    }

    [Fact]
    public void What_is_kept_is_bounded_in_bytes()
    {
        const long most = 400_000;
        var floors = new FloorMemory(most);
        Plan plan = PlanOf([Rectangle("hall", 0, 0, 6, 5)], []);
        FloorMemory.Drawing drawing = floors.Of(plan);
        for (int i = 0; i < 50; i++)
        {
            drawing.FieldOf(SpreadRequest.At(drawing.Raster, "ground", 0, Point(0.5 + (0.1 * i), 2), 1e-4), GroundGuess.Lower, default);
            Assert.True(floors.Bytes <= most);
        }

        Assert.True(floors.Bytes > most / 4, "something is kept");
    }

    [Fact]
    public void Moving_a_leak_again_and_again_does_not_grow_it_without_end()
    {
        const long most = 2_000_000;
        var floors = new FloorMemory(most);
        Plan plan = Samples.House();
        for (int i = 0; i < 60; i++)
        {
            Room hall = Rectangle("hall", 0, 0, 6, 5) with { Leaks = [plan.Building.Rooms[0].Leaks[0] with { At = Point(0.5 + (0.05 * i), 2) }] };
            Assessor.Assess(plan.WithBuilding(b => b with { Storeys = [new Storey { Id = "ground", Name = "Ground floor" }], Rooms = [hall] }).WithInstallation(i => i with { Sensors = [], Rules = [] }), floors);
            Assert.True(floors.Bytes <= most);
        }
    }

    [Fact]
    public void Work_that_nobody_waits_for_any_more_stops()
    {
        using var stop = new CancellationTokenSource();
        stop.Cancel();
        Plan plan = Samples.House();
        Room hall = Rectangle("hall", 0, 0, 40, 40) with { Leaks = [plan.Building.Rooms[0].Leaks[0] with { At = Point(20, 20) }] };
        plan = plan.WithBuilding(b => b with { Storeys = [new Storey { Id = "ground", Name = "Ground floor" }], Rooms = [hall] }).WithInstallation(i => i with { Sensors = [], Rules = [] });
        Assert.ThrowsAny<OperationCanceledException>(() => Assessor.Assess(plan, new FloorMemory(), stop.Token));
        Assert.ThrowsAny<OperationCanceledException>(() => WaterMap.Of(plan, null, worst: false, new FloorMemory(), stop.Token));
    }

    [Fact]
    public void A_field_is_one_however_many_ask_for_it_at_the_same_time()
    {
        DrawnFloor drawn = DrawnFloor.Of(DrawnFloor.Rectangle("hall", 0, 0, 6, 5));
        for (int round = 0; round < 20; round++)
        {
            var memory = new FloorMemory();
            using var start = new Barrier(4);
            var fields = new FloorField[start.ParticipantCount];
            Thread[] askers = [.. fields.Select((_, i) => new Thread(() =>
            {
                start.SignalAndWait();
                fields[i] = drawn.FieldIn(memory, "hall", 2, 2);
            }))];
            Array.ForEach(askers, a => a.Start());
            Array.ForEach(askers, a => a.Join());
            Assert.All(fields, field => Assert.Same(fields[0], field));
        }
    }
}
