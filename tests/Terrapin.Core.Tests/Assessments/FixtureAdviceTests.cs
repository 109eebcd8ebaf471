using CsCheck;
using Terrapin.Core.Assessments;
using Terrapin.Core.Geometry;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;
using static Terrapin.Core.Tests.Floors.DrawnFloor;

namespace Terrapin.Core.Tests.Assessments;

/// <summary>Where a fixture goes, with its leak points and the pipe that most likely feeds each.</summary>
public class FixtureAdviceTests
{
    private static readonly UsualFixture Washer = new(FixtureKind.WashingMachine, "Washer", 0.6, 0.5, FixtureBase.OnFeet,
        [new("Hose", LeakKind.HoseBurst, WaterSide.Cold, 0.8, 0.5), new("Drain", LeakKind.Trap, WaterSide.Cold, 0.6, 0.5, FromThePipes: false, HoldsM3: 0.05)]);

    private static readonly Pipe Rise = new() { Id = "rise", Name = "Rise", Material = PipeMaterial.Copper, Water = PipeWater.Cold, EndHeightM = 0 };

    private static ProposedFixture Put(Room room, UsualFixture? usual = null, Doorway[]? doorways = null, params Pipe[] pipes) =>
        ProposedFixture.Of(PlanOf([room], doorways ?? []).WithBuilding(b => b with { Pipes = pipes }), room, usual ?? Washer, name => name.ToLowerInvariant());

    private static Room Bath(params Fixture[] standing) => Rectangle("bath", 0, 0, 2, 1.5) with { Fixtures = standing };

    [Fact]
    public void It_goes_to_the_first_free_stretch_of_wall_clear_of_doors_and_of_what_stands_there()
    {
        Assert.Equal(Area(0, 0, 0.6, 0.5), Put(Bath()).Fixture.Area);
        Doorway door = Door("d", 0, 0) with { Wall = WallDirection.AlongX, WidthM = 1.2 };
        Assert.True(Put(Bath(), doorways: [door]).Fixture.Area.AcrossM >= 1.2);
        var full = new Fixture { Id = "f", Kind = FixtureKind.Plinth, Name = "F", Base = FixtureBase.Tight, Area = Area(0, 0, 2, 0.6) };
        Assert.Equal(Area(0, 0.6, 0.5, 0.6), Put(Bath(full)).Fixture.Area);
    }

    [Fact]
    public void It_brings_its_leak_points_to_its_back_and_before_it_where_it_stands_tight()
    {
        ProposedFixture put = Put(Bath(), pipes: [Rise, Rise with { Id = "other" }]);
        Assert.Equal([("Hose", LeakKind.HoseBurst, "rise", null), ("Drain", LeakKind.Trap, null, 0.05)], put.Leaks.Select(l => (l.Name, l.Kind, l.PipeId, l.HoldsM3)));
        Assert.All(put.Leaks, l => Assert.Equal(put.Fixture.Id, l.FixtureId));
        Assert.Equal((Point(0.3, 0.05), true), (put.Leaks[0].At, put.Leaks[0].PipeIsProposed));
        Assert.Equal(Point(0.3, 0.55), Put(Bath(), Washer with { Base = FixtureBase.Tight }).Leaks[0].At);
    }

    [Fact]
    public void It_is_a_flow_where_no_pipe_is_there_to_press_behind_its_hole() =>
        Assert.Equal((LeakKind.Flow, null), (Put(Bath()).Leaks[0].Kind, Put(Bath()).Leaks[0].PipeId));

    [Fact]
    public void What_stands_tight_covers_no_place_where_water_meets_the_floor()
    {
        LeakPoint hose = new() { Id = "l", Name = "L", Kind = LeakKind.HoseBurst, Side = WaterSide.Cold, Position = FloorPosition.Wall, At = Point(0.3, 0.2) };
        Room room = Bath() with { Leaks = [hose] };
        Assert.True(Put(room, Washer with { Base = FixtureBase.Tight }).Fixture.Area.AcrossM >= 0.3);
        Assert.Equal(0, Put(room).Fixture.Area.AcrossM);
    }

    [Fact]
    public void In_a_room_that_is_too_small_its_water_is_not_drawn_in_the_next_one() =>
        Assert.Null(Put(Rectangle("cupboard", 0, 0, 0.5, 0.4), Washer with { Base = FixtureBase.Tight }).Leaks[0].At);

    [Fact]
    public void Wherever_it_finds_room_it_stands_inside_and_over_nothing_else_and_its_water_falls_into_the_room() =>
        Gen.Select(Gen.Int[12, 60], Gen.Int[12, 60], Gen.Int[-300, 300], Gen.Bool).Sample((length, width, shift, isTight) =>
        {
            Room room = Rectangle("room", shift / 10.0, -shift / 10.0, length / 10.0, width / 10.0);
            UsualFixture usual = Washer with { Base = isTight ? FixtureBase.Tight : FixtureBase.OnFeet };
            for (int i = 0; i < 30; i++)
            {
                ProposedFixture put = Put(room, usual);
                if (room.Fixtures.Any(f => Rectangles.Overlap(f.Area, put.Fixture.Area, 0.01)))
                {
                    // It is full: the corner is all that is left.
                    Assert.Equal((room.Areas[0].AcrossM, room.Areas[0].DownM), (put.Fixture.Area.AcrossM, put.Fixture.Area.DownM));
                    return;
                }

                FloorRectangle box = Rectangles.BoxOf([room.Areas[0], put.Fixture.Area]);
                Assert.Equal(room.Areas[0].LengthM, box.LengthM, 2);
                Assert.Equal(room.Areas[0].WidthM, box.WidthM, 2);
                Assert.All(put.Leaks, l => Assert.True(room.Areas.Hold(l.At!.AcrossM, l.At.DownM)));
                room = room with { Fixtures = [.. room.Fixtures, put.Fixture with { Id = $"f{i}" }] };
            }
        });

    [Fact]
    public void The_pipe_of_a_new_leak_point_carries_its_water_ends_on_its_floor_and_is_the_one_its_neighbours_hang_on()
    {
        Pipe hot = Rise with { Id = "hot", Water = PipeWater.Hot };
        Pipe bath = Rise with { Id = "bath", EndHeightM = 5.2, ParentId = "rise" };
        Room At(string id, double floorM, params LeakPoint[] leaks) => Rectangle(id, 0, 0, 2, 2) with { FloorHeightM = floorM, Leaks = leaks };
        string? Proposed(Room room, WaterSide side, params Pipe[] pipes) => FeedingPipe.Propose(PlanOf([room], []).WithBuilding(b => b with { Pipes = pipes }), room, side).PipeId;

        Assert.Equal("hot", Proposed(At("kitchen", 0), WaterSide.Hot, Rise, hot));
        Assert.Equal("rise", Proposed(At("kitchen", 0), WaterSide.Cold, hot, Rise));
        Pipe ground = Rise with { Id = "ground" };
        Assert.Equal("ground", Proposed(At("kitchen", 0), WaterSide.Cold, ground, bath));
        Assert.Equal("bath", Proposed(At("bathroom", 5), WaterSide.Cold, ground, bath));

        var said = new LeakPoint { Id = "l", Name = "L", Kind = LeakKind.HoseBurst, Side = WaterSide.Cold, PipeId = "bath", Position = FloorPosition.Unknown };
        Assert.Equal("bath", Proposed(At("utility", 0, said), WaterSide.Cold, ground, bath));
        Assert.Equal("ground", Proposed(At("utility", 0, said with { PipeIsProposed = true }), WaterSide.Cold, ground, bath));
        Room here = At("utility", 0, said);
        Room beside = At("hall", 0);
        Plan both = PlanOf([here, beside], []).WithBuilding(b => b with { Pipes = [ground, bath] });
        Assert.Equal(new ProposedFeed("bath", true), FeedingPipe.Propose(both, beside, WaterSide.Cold));
        Assert.Equal(new ProposedFeed("ground", false), FeedingPipe.Propose(both.WithBuilding(b => b with { Pipes = [ground] }), At("x", 0), WaterSide.Cold));
        Assert.Equal(new ProposedFeed(null, false), FeedingPipe.Propose(both.WithBuilding(b => b with { Pipes = [] }), beside, WaterSide.Cold));
    }
}
