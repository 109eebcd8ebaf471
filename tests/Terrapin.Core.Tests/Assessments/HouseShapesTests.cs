using Terrapin.Core.Assessments;
using Terrapin.Core.Format;
using Terrapin.Core.Geometry;
using Terrapin.Core.Model;

namespace Terrapin.Core.Tests.Assessments;

/// <summary>Ready-made houses are houses: they can be read, drawn, walked through and assessed at any size.</summary>
public class HouseShapesTests
{
    private static readonly Plan Empty = NewSite.Named("House").WithBuilding(b => b with
    {
        Pipes = [new Pipe { Id = "cold", Name = "Cold", StopValveId = "main", Material = PipeMaterial.Copper }],
    });

    private int given;

    private Plan Built(HouseShape shape, double widthM, double depthM)
    {
        ProposedHouse house = HouseShapes.Stretch(Empty, shape, widthM, depthM, name => $"{string.Concat(name.ToLowerInvariant().Select(c => char.IsAsciiLetter(c) ? c : '-'))}-{++given}");
        return Empty.WithBuilding(b => b with { Storeys = house.Storeys, Rooms = house.Rooms, Doorways = house.Doorways });
    }

    public static TheoryData<string, double> Sizes => [.. HouseShapes.All.SelectMany(s => ((double[])[0.8, 1, 1.37, 3]).Select(by => (s.Id, by)))];

    [Theory]
    [MemberData(nameof(Sizes))]
    public void Each_can_be_read_and_every_room_is_reached_by_doorways(string id, double by)
    {
        HouseShape shape = HouseShapes.All.First(s => s.Id == id);
        Plan plan = PlanJson.Read(PlanJson.Write(Built(shape, shape.WidthM * by, shape.DepthM * by)));
        Assert.Equal(shape.Storeys.Sum(s => s.Rooms.Count), plan.Building.Rooms.Count);
        Assert.Equal(shape.Storeys.Sum(s => s.Rooms.Sum(r => r.Fixtures.Count)), plan.Building.Rooms.Sum(r => r.Fixtures.Count));
        foreach (Storey storey in plan.Building.Storeys)
        {
            WallPiece[] ways = [.. new StoreyDrawing(plan, storey.Id).Walls.Where(w => w.Doorway is not null)];
            Room[] rooms = [.. plan.Building.Rooms.Where(r => r.StoreyId == storey.Id)];
            HashSet<string> reached = [rooms[0].Id];
            for (int i = 0; i < rooms.Length; i++)
            {
                foreach (WallPiece way in ways.Where(w => reached.Contains(w.Before!.Id) || reached.Contains(w.After!.Id)))
                {
                    reached.UnionWith([way.Before!.Id, way.After!.Id]);
                }
            }

            Assert.Equal(rooms.Length, reached.Count);
        }
    }

    [Fact]
    public void At_its_usual_size_every_leak_point_is_drawn_in_its_room_and_fixtures_stand_apart()
    {
        foreach (HouseShape shape in HouseShapes.All)
        {
            Plan plan = Built(shape, shape.WidthM, shape.DepthM);
            foreach (Room room in plan.Building.Rooms)
            {
                Assert.All(room.Leaks, l => Assert.NotNull(l.At));
                for (int i = 0; i < room.Fixtures.Count; i++)
                {
                    Assert.All(room.Fixtures.Skip(i + 1), other => Assert.False(Rectangles.Overlap(room.Fixtures[i].Area, other.Area, 0.01), $"{shape.Name}, {room.Name}"));
                }
            }

            Assert.NotEmpty(Assessor.Assess(plan).Leaks);
        }
    }
}
