using Terrapin.Core.Format;
using Terrapin.Core.Geometry;
using Terrapin.Core.Model;
using Terrapin.Documents.Floors;
using Terrapin.Documents.Quantities;

namespace Terrapin.Documents.Tests;

/// <summary>Rooms typed in one line.</summary>
public class RoomLineTests
{
    private static readonly Plan House = NewSite.Named("House").WithBuilding(b => b with
    {
        Storeys = [new Storey { Id = "ground", Name = "Ground floor" }],
        Pipes = [new Pipe { Id = "cold", Name = "Cold", StopValveId = "main", Material = PipeMaterial.Copper }],
    });

    private int given;

    private ProposedRoom Read(string line, Plan? plan = null, UnitSystem system = UnitSystem.Metric) =>
        RoomLine.Read(plan ?? House, "ground", line, system, name => $"{name.ToLowerInvariant().Replace(' ', '-').Replace(',', '-')}-{++given}");

    private static Plan With(Plan plan, Room room) => plan.WithBuilding(b => b with { Rooms = [.. b.Rooms, room] });

    [Fact]
    public void A_line_is_a_room_with_fixtures_at_its_walls_and_their_leak_points()
    {
        Room room = Read("utility 2.1 x 1.8: washer, sink, boiler").Room!;
        Assert.Equal(("Utility", 2.1, 1.8), (room.Name, room.Areas[0].LengthM, room.Areas[0].WidthM));
        Assert.Equal([FixtureKind.WashingMachine, FixtureKind.KitchenSink, FixtureKind.Boiler], room.Fixtures.Select(f => f.Kind));
        Assert.Equal(7, room.Leaks.Count);
        Assert.All(room.Leaks, l => Assert.Contains(room.Fixtures, f => f.Id == l.FixtureId));
        Assert.Equal(room.Leaks.Count, room.Leaks.Select(l => l.Id).Distinct().Count());
        for (int i = 0; i < room.Fixtures.Count; i++)
        {
            Assert.All(room.Fixtures.Skip(i + 1), other => Assert.False(Rectangles.Overlap(room.Fixtures[i].Area, other.Area, 0.01)));
        }

        PlanJson.Read(PlanJson.Write(With(House, room)));
    }

    [Theory]
    [InlineData("utility 3 x 2: washer, floor drain", new[] { 1.5, 1 })]
    [InlineData("utility 2 x 4: Drain", new[] { 1.0, 2 })]
    [InlineData("plant room 6 x 2: 3 drains, boiler", new[] { 1.0, 1, 3, 1, 5, 1 })]
    [InlineData("wet room 2 x 4: gully, drain", new[] { 1.0, 1, 1, 3 })]
    public void A_floor_drain_lies_along_the_middle_and_what_it_takes_is_not_known(string line, double[] places)
    {
        ProposedRoom read = Read(line);
        Assert.Empty(read.Faults);
        Room room = read.Room!;
        (double X, double Y) from = (room.Areas[0].AcrossM, room.Areas[0].DownM);
        Assert.Equal(places, room.Drains.SelectMany(d => (double[])[d.At.AcrossM - from.X, d.At.DownM - from.Y]));
        Assert.All(room.Drains, d => Assert.Null(d.CapacityM3PerS));
        PlanJson.Read(PlanJson.Write(With(House, room)));
    }

    [Fact]
    public void A_floor_drain_lies_beside_what_stands_on_the_middle_of_the_floor()
    {
        Room room = Read("cupboard 0.9 x 0.8: plinth, drain").Room!;
        Fixture plinth = Assert.Single(room.Fixtures);
        Assert.True(plinth.Area.HoldsInside(room.Areas[0].Middle()));
        FloorPoint drain = Assert.Single(room.Drains).At;
        Assert.True(room.Areas.Hold(drain.AcrossM, drain.DownM));
        Assert.False(plinth.Area.HoldsInside(drain));
    }

    [Theory]
    [InlineData("Kitchen 2 3.1 x 4", "Kitchen 2", 3.1, 4)]
    [InlineData("hall 2.1m x 180cm", "Hall", 2.1, 1.8)]
    [InlineData("WC 900 mm x 1.4 m : wc", "WC", 0.9, 1.4)]
    [InlineData("bath  3×2,5", "Bath", 3, 2.5)]
    [InlineData("hall 3 by 1.2", "Hall", 3, 1.2)]
    [InlineData("hall 3 m by 120 cm", "Hall", 3, 1.2)]
    public void Sizes_are_read_as_people_write_them(string line, string name, double lengthM, double widthM)
    {
        ProposedRoom read = Read(line);
        Assert.Empty(read.Faults);
        Assert.Equal((name, lengthM, widthM), (read.Room!.Name, read.Room.Areas[0].LengthM, read.Room.Areas[0].WidthM));
    }

    [Theory]
    [InlineData("den 10 x 12", 3.048, 3.658)]
    [InlineData("den 10' x 12' 6\"", 3.048, 3.81)]
    [InlineData("den 3 m x 4 m", 3, 4)]
    [InlineData("den 10 by 12", 3.048, 3.658)]
    public void Bare_numbers_are_in_the_readers_units(string line, double lengthM, double widthM)
    {
        FloorRectangle area = Read(line, system: UnitSystem.Us).Room!.Areas[0];
        Assert.Equal((lengthM, widthM), (area.LengthM, area.WidthM));
    }

    [Theory]
    [InlineData("utility 2.1 x: washer", "2.1 x", "width")]
    [InlineData("utility: washer", "", "length by width")]
    [InlineData("utility", "", "length by width")]
    [InlineData("2 x 3", "", "name")]
    [InlineData("utility 2.1 x 1.8: washer, robot", "robot", "no fixture")]
    [InlineData("utility 2.1 x 1.8: 20 basins", "20 basins", "1 to 9")]
    [InlineData("utility 2.1 x 900: washer", "2.1 x 900", "0.1 to 200")]
    [InlineData("utility 2.1 x wide", "2.1 x wide", "wide")]
    public void What_is_wrong_is_marked_where_it_is_and_nothing_is_drawn(string line, string marked, string message)
    {
        ProposedRoom read = Read(line);
        Assert.Null(read.Room);
        LineFault fault = Assert.Single(read.Faults);
        Assert.Contains(message, fault.Message, StringComparison.Ordinal);
        if (marked.Length > 0)
        {
            Assert.Equal(marked, line[fault.From..fault.To]);
        }
    }

    [Fact]
    public void Several_of_a_kind_are_numbered_and_a_room_on_the_list_is_drawn_rather_than_doubled()
    {
        Plan plan = With(House, new Room { Id = "bath-7", Name = "Bath", Leaks = [new LeakPoint { Id = "own", Name = "Own", Kind = LeakKind.Drip, Side = WaterSide.Cold, Position = FloorPosition.Unknown }] });
        ProposedRoom read = Read("bath 3 x 3: 2 basins", plan);
        Assert.True(read.IsKnown);
        Assert.Equal("bath-7", read.Room!.Id);
        Assert.Equal(["Basin", "Basin 2"], read.Room.Fixtures.Select(f => f.Name));
        Assert.Equal("own", read.Room.Leaks[0].Id);
    }

    [Fact]
    public void Many_rooms_lie_over_none()
    {
        Plan plan = House;
        double[] sides = [3, 4, 1.2, 5, 2.5, 0.9, 3.3, 2];
        for (int i = 0; i < 16; i++)
        {
            plan = With(plan, Read($"room{i} {sides[i % 8]} x {sides[(i * 3 + 1) % 8]}", plan).Room!);
        }

        PlanJson.Read(PlanJson.Write(plan));
    }
}
