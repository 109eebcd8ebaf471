using CsCheck;
using Terrapin.Core.Geometry;
using Terrapin.Core.Model;
using static Terrapin.Core.Tests.Floors.DrawnFloor;

namespace Terrapin.Core.Tests.Geometry;

/// <summary>Rooms, walls and doorways of one storey, and what a straight line goes through.</summary>
public class StoreyDrawingTests
{
    private const int Across = 4;
    private const int Down = 3;

    private static readonly WallMake Brick = new() { Material = WallMaterial.Brick, ThicknessM = 0.1025 };
    private static readonly WallMake Board = new() { Material = WallMaterial.Plasterboard, ThicknessM = 0.075 };

    /// <summary>Rooms of 2 × 1.5 m in rows, with a gap between them.</summary>
    private static Room[] Grid(double gapM, double shiftX = 0, double shiftY = 0) => [.. Enumerable.Range(0, Across * Down).Select(i =>
        Rectangle($"r{i}", shiftX + (i % Across * (2 + gapM)), shiftY + (i / Across * (1.5 + gapM)), 2, 1.5))];

    private static StoreyDrawing Drawn(Room[] rooms, Doorway[]? doorways = null, Wall[]? walls = null)
    {
        Plan plan = PlanOf(rooms, doorways ?? []);
        return new StoreyDrawing(plan.WithBuilding(b => b with { Walls = walls ?? [], Storeys = [b.Storeys[0] with { InnerWalls = Board, OuterWalls = Brick }] }), "ground");
    }

    /// <summary>Places on no edge of a room.</summary>
    private static readonly Gen<FloorPoint> Anywhere = Gen.Select(Gen.Int[-100, 920], Gen.Int[-100, 570], (x, y) => Point((x / 100.0) + 0.0037, (y / 100.0) + 0.0023));

    /// <summary>Two places whose line goes through no corner, where it would be one wall or two.</summary>
    private static readonly Gen<(FloorPoint From, FloorPoint To)> Lines = Gen.Select(Anywhere, Anywhere).Where((from, to) =>
        (from != to) && !Enumerable.Range(0, (Across + 1) * (Down + 1)).Any(i => IsOnLine(from, to, i % (Across + 1) * 2, i / (Across + 1) * 1.5)));

    private static bool IsOnLine(FloorPoint from, FloorPoint to, double x, double y) =>
        Math.Abs(((to.AcrossM - from.AcrossM) * (y - from.DownM)) - ((to.DownM - from.DownM) * (x - from.AcrossM))) < 1e-6;

    [Theory]
    [InlineData(0)]
    [InlineData(0.05)]
    public void A_line_through_a_row_of_rooms_meets_each_wall_once(double gapM)
    {
        IReadOnlyList<WallCrossing> crossed = Drawn(Grid(gapM)).Crossed(Point(-0.5, 0.7), Point(10, 0.7));
        Assert.Equal([null, "r0", "r1", "r2", "r3"], crossed.Select(c => c.Before?.Id));
        Assert.Equal(["r0", "r1", "r2", "r3", null], crossed.Select(c => c.After?.Id));
        Assert.Equal([Brick, Board, Board, Board, Brick], crossed.Select(c => c.Make));
        Assert.All(crossed, c => Assert.Equal(WallDirection.AlongY, c.Direction));
        Assert.Equal([0, 2, 4 + gapM], crossed.Take(3).Select(c => Math.Round(c.At.AcrossM, 9)));
    }

    [Fact]
    public void A_yard_between_two_rooms_is_outside()
    {
        StoreyDrawing drawn = Drawn([Rectangle("one", 0, 0, 2, 2), Rectangle("other", 3, 0, 2, 2)]);
        Assert.Equal([("one", null), (null, "other")], drawn.Crossed(Point(1, 1), Point(4, 1)).Select(c => (c.Before?.Id, c.After?.Id)));
    }

    [Fact]
    public void One_room_of_two_rectangles_has_no_wall_inside()
    {
        Room corner = Rectangle("corner", 0, 0, 2, 4) with { Areas = [Area(0, 0, 2, 4), Area(2, 2, 3, 2)] };
        Assert.Empty(Drawn([corner]).Crossed(Point(1, 3), Point(4, 3)));
        Assert.Equal(2, Drawn([corner]).Crossed(Point(1, 0.5), Point(4, 3.5)).Count);
    }

    [Fact]
    public void A_stretch_of_its_own_make_and_a_doorway_are_met_where_they_are()
    {
        Wall concrete = new() { Id = "w", StoreyId = "ground", At = Point(2, 0), Direction = WallDirection.AlongY, LengthM = 0.6, Make = new WallMake { Material = WallMaterial.Concrete } };
        StoreyDrawing drawn = Drawn(Grid(0.05), [Door("d", 2.05, 0.7)], [concrete]);
        WallCrossing Through(double y) => Assert.Single(drawn.Crossed(Point(1, y), Point(3, y)));
        Assert.Equal((WallMaterial.Concrete, null), (Through(0.3).Make!.Material, Through(0.3).Doorway));
        Assert.Equal("d", Through(1.1).Doorway!.Id);
        Assert.Equal((Board, null), (Through(0.65).Make, Through(0.65).Doorway));
    }

    [Fact]
    public void There_and_back_meets_the_same_walls() => Lines.Sample(line =>
    {
        (FloorPoint from, FloorPoint to) = line;
        StoreyDrawing drawn = Drawn(Grid(0));
        Assert.Equal(
            drawn.Crossed(from, to).Select(c => (c.Before?.Id, c.After?.Id, c.Direction)),
            drawn.Crossed(to, from).Reverse().Select(c => (c.After?.Id, c.Before?.Id, c.Direction)));
    });

    [Fact]
    public void What_is_met_leads_from_room_to_room_and_begins_and_ends_where_the_line_does() => Lines.Sample(line =>
    {
        (FloorPoint from, FloorPoint to) = line;
        StoreyDrawing drawn = Drawn(Grid(0));
        IReadOnlyList<WallCrossing> crossed = drawn.Crossed(from, to);
        string?[] way = [.. crossed.Select(c => c.Before?.Id), crossed.Count > 0 ? crossed[^1].After?.Id : drawn.RoomAt(from.AcrossM, from.DownM)?.Id];
        Assert.Equal(crossed.Skip(1).Select(c => c.Before), crossed.SkipLast(1).Select(c => c.After));
        Assert.Equal((drawn.RoomAt(from.AcrossM, from.DownM)?.Id, drawn.RoomAt(to.AcrossM, to.DownM)?.Id), (way[0], way[^1]));

        // On a grid each line of it between the two places is one wall.
        int Between(double a, double b, double stepM, int count) => Enumerable.Range(0, count + 1).Count(i => (i * stepM > Math.Min(a, b)) && (i * stepM < Math.Max(a, b)));
        if (crossed.All(c => c.Before is not null && c.After is not null))
        {
            Assert.Equal(way[0] is null ? 0 : Between(from.AcrossM, to.AcrossM, 2, Across) + Between(from.DownM, to.DownM, 1.5, Down), crossed.Count);
        }
    });

    [Fact]
    public void Moving_the_whole_drawing_changes_nothing() => Gen.Select(Lines, Gen.Int[-4000, 4000], Gen.Int[-4000, 4000]).Sample((line, shiftX, shiftY) =>
    {
        (FloorPoint from, FloorPoint to) = line;
        (double x, double y) = (shiftX / 100.0, shiftY / 100.0);
        FloorPoint Moved(FloorPoint p) => Point(p.AcrossM + x, p.DownM + y);
        Assert.Equal(
            Drawn(Grid(0)).Crossed(from, to).Select(c => (c.Before?.Id, c.After?.Id)),
            Drawn(Grid(0, x, y)).Crossed(Moved(from), Moved(to)).Select(c => (c.Before?.Id, c.After?.Id)));
    });
}
