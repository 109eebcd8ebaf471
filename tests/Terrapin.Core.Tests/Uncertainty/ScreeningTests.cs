using Terrapin.Core.Assessments;
using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Uncertainty;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Uncertainty;

/// <summary>Whatever is not measured is named at its place, and is never a default without a word.</summary>
public class ScreeningTests
{
    public static TheoryData<string, string> Unmeasured => new()
    {
        { "/building/supply/staticPressurePa", "not-measured" },
        { "/building/supply/flowTest", "supply-not-tested" },
        { "/building/stopValves/0/boreM", "not-measured" },
        { "/building/stopValves/0/closesFully", "closes-fully-unknown" },
        { "/building/pipes/0/lengthM", "not-measured" },
        { "/building/pipes/0/boreM", "not-measured" },
        { "/building/pipes/0/material", "not-measured" },
        { "/building/pipes/1/endHeightM", "not-measured" },
        { "/building/rooms/0/floorHeightM", "not-measured" },
        { "/building/rooms/0/finishId", "not-measured" },
        { "/building/rooms/0/leaks/0/holeM", "not-measured" },
        { "/building/rooms/0/leaks/0/heightAboveFloorM", "not-measured" },
        { "/building/rooms/0/leaks/0/position", "position-unknown" },
        { "/installation/sensors/0/distances", "not-measured" },
        { "/installation/drives/0/seen", "not-measured" },
        { "/building/supply/tank/volumeM3", "not-measured" },
        { "/building/supply/tank/prechargePa", "not-measured" },
    };

    [Theory]
    [MemberData(nameof(Unmeasured))]
    public void Is_named_at_its_place_and_makes_a_bound(string where, string code)
    {
        Assessment assessment = Assessor.Assess(Without(where, House()));
        Finding finding = Assert.Single(assessment.Findings, f => f.Where == where && f.Code == code);
        Assert.NotEmpty(finding.Remedy);
        Interval escape = assessment.Tally.Worst!.LostM3;
        Assert.NotEqual(escape.Low, escape.High);
        Assert.True(assessment.Tally.NotMeasured >= 1);
    }

    [Fact]
    public void A_distance_in_a_room_of_unknown_size_has_no_upper_bound()
    {
        Plan plan = Without("/installation/sensors/0/distances", House());
        Assessment assessment = Assessor.Assess(plan.WithBuilding(b => b with { Rooms = [plan.Building.Rooms[0] with { LengthM = null }] }));
        Assert.Contains(assessment.Findings, f => f.Code == "distance-unknown");
        Assert.All(assessment.Leaks, l => Assert.Null(l.LostM3.High));
    }

    [Fact]
    public void A_heater_of_unknown_contents_matters_only_where_it_can_empty()
    {
        Plan plan = House();
        plan = plan.WithStopValve(m => m with { Heater = new Heater { HeightM = 2, FeedCheck = Answer.Yes } });
        Assert.DoesNotContain(Assessor.Assess(plan).Findings, f => f.Where == "/building/stopValves/0/heater/volumeM3");
        Assert.Contains(Assessor.Assess(plan.WithLeak(l => l with { Side = WaterSide.Hot })).Findings, f => f.Where == "/building/stopValves/0/heater/volumeM3");
    }

    private static Plan Without(string where, Plan plan)
    {
        Pipe Run(Func<Pipe, Pipe> change) => change(plan.Building.Pipes[0]);
        Plan Room(Func<Room, Room> change) => plan.WithBuilding(b => b with { Rooms = [change(plan.Building.Rooms[0])] });
        Plan Tank(PressureTank tank) => plan.WithBuilding(b => b with { Supply = plan.Building.Supply with { Tank = tank } });
        return where switch
        {
            "/building/supply/staticPressurePa" => plan.WithBuilding(b => b with { Supply = plan.Building.Supply with { StaticPressurePa = null } }),
            "/building/supply/flowTest" => plan.WithBuilding(b => b with { Supply = plan.Building.Supply with { FlowTest = null } }),
            "/building/stopValves/0/boreM" => plan.WithStopValve(m => m with { BoreM = null }),
            "/building/stopValves/0/closesFully" => plan.WithStopValve(m => m with { ClosesFully = Answer.Unknown }),
            "/building/pipes/0/lengthM" => plan.WithBuilding(b => b with { Pipes = [Run(p => p with { LengthM = null }), plan.Building.Pipes[1]] }),
            "/building/pipes/0/boreM" => plan.WithBuilding(b => b with { Pipes = [Run(p => p with { BoreM = null }), plan.Building.Pipes[1]] }),
            "/building/pipes/0/material" => plan.WithBuilding(b => b with { Pipes = [Run(p => p with { Material = PipeMaterial.Unknown }), plan.Building.Pipes[1]] }),
            "/building/pipes/1/endHeightM" => plan.WithBuilding(b => b with { Pipes = [plan.Building.Pipes[0], plan.Building.Pipes[1] with { EndHeightM = null }] }),
            "/building/rooms/0/floorHeightM" => Room(r => r with { FloorHeightM = null }),
            "/building/rooms/0/finishId" => Room(r => r with { FinishId = null }),
            "/building/rooms/0/leaks/0/holeM" => plan.WithLeak(l => l with { HoleM = null }),
            "/building/rooms/0/leaks/0/heightAboveFloorM" => plan.WithLeak(l => l with { HeightAboveFloorM = null }),
            "/building/rooms/0/leaks/0/position" => plan.WithLeak(l => l with { Position = FloorPosition.Unknown }),
            "/installation/sensors/0/distances" => plan.WithInstallation(i => i with { Sensors = [plan.Installation.Sensors[0] with { Distances = [] }] }),
            "/building/supply/tank/volumeM3" => Tank(new PressureTank { AfterStopValveId = "main", PrechargePa = 1e5 }),
            "/building/supply/tank/prechargePa" => Tank(new PressureTank { AfterStopValveId = "main", VolumeM3 = 0.05 }),
            _ => plan.WithDrive(d => d with { Seen = null }) with
            {
                Catalogue = plan.Catalogue with { Drives = [.. plan.Catalogue.Drives.Select(d => d with { Stroke = null })] },
            },
        };
    }
}
