using Terrapin.Core.Findings;
using Terrapin.Core.Plans;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Rehearsal;

/// <summary>Whatever is not measured is named at its place, and is never a default without a word.</summary>
public class ScreeningTests
{
    public static TheoryData<string, string> Unmeasured => new()
    {
        { "/supply/staticPressurePa", "not-measured" },
        { "/supply/flowTest", "supply-not-tested" },
        { "/mains/0/boreM", "not-measured" },
        { "/mains/0/closesFully", "closes-fully-unknown" },
        { "/pipes/0/lengthM", "not-measured" },
        { "/pipes/0/boreM", "not-measured" },
        { "/pipes/0/material", "not-measured" },
        { "/pipes/1/endHeightM", "not-measured" },
        { "/rooms/0/floorHeightM", "not-measured" },
        { "/rooms/0/finishId", "not-measured" },
        { "/rooms/0/leaks/0/holeM", "not-measured" },
        { "/rooms/0/leaks/0/heightAboveFloorM", "not-measured" },
        { "/rooms/0/leaks/0/position", "position-unknown" },
        { "/sensors/0/distances", "not-measured" },
        { "/mains/0/drive/strokes", "not-measured" },
        { "/supply/tank/volumeM3", "not-measured" },
        { "/supply/tank/prechargePa", "not-measured" },
    };

    [Theory]
    [MemberData(nameof(Unmeasured))]
    public void Is_named_at_its_place_and_makes_a_bound(string where, string code)
    {
        Assessment assessment = Assessor.Assess(Without(where, House()));
        Finding finding = Assert.Single(assessment.Findings, f => f.Where == where && f.Code == code);
        Assert.NotEmpty(finding.Remedy);
        Bounds escape = assessment.Tally.Worst!.EscapeM3;
        Assert.NotEqual(escape.Low, escape.High);
        Assert.True(assessment.Tally.NotMeasured >= 1);
    }

    [Fact]
    public void A_distance_in_a_room_of_unknown_size_has_no_upper_bound()
    {
        Plan plan = Without("/sensors/0/distances", House());
        Assessment assessment = Assessor.Assess(plan with { Rooms = [plan.Rooms[0] with { LengthM = null }] });
        Assert.Contains(assessment.Findings, f => f.Code == "distance-unknown");
        Assert.All(assessment.Leaks, l => Assert.Null(l.EscapeM3.High));
    }

    [Fact]
    public void A_heater_of_unknown_contents_matters_only_where_it_can_empty()
    {
        Plan plan = House();
        plan = plan.WithMain(m => m with { Heater = new Heater { HeightM = 2, FeedCheck = Answer.Yes } });
        Assert.DoesNotContain(Assessor.Assess(plan).Findings, f => f.Where == "/mains/0/heater/volumeM3");
        Assert.Contains(Assessor.Assess(plan.WithLeak(l => l with { Side = WaterSide.Hot })).Findings, f => f.Where == "/mains/0/heater/volumeM3");
    }

    private static Plan Without(string where, Plan plan)
    {
        Pipe Run(Func<Pipe, Pipe> change) => change(plan.Pipes[0]);
        Plan Room(Func<Room, Room> change) => plan with { Rooms = [change(plan.Rooms[0])] };
        Plan Tank(PressureTank tank) => plan with { Supply = plan.Supply with { Tank = tank } };
        return where switch
        {
            "/supply/staticPressurePa" => plan with { Supply = plan.Supply with { StaticPressurePa = null } },
            "/supply/flowTest" => plan with { Supply = plan.Supply with { FlowTest = null } },
            "/mains/0/boreM" => plan.WithMain(m => m with { BoreM = null }),
            "/mains/0/closesFully" => plan.WithMain(m => m with { ClosesFully = Answer.Unknown }),
            "/pipes/0/lengthM" => plan with { Pipes = [Run(p => p with { LengthM = null }), plan.Pipes[1]] },
            "/pipes/0/boreM" => plan with { Pipes = [Run(p => p with { BoreM = null }), plan.Pipes[1]] },
            "/pipes/0/material" => plan with { Pipes = [Run(p => p with { Material = PipeMaterial.Unknown }), plan.Pipes[1]] },
            "/pipes/1/endHeightM" => plan with { Pipes = [plan.Pipes[0], plan.Pipes[1] with { EndHeightM = null }] },
            "/rooms/0/floorHeightM" => Room(r => r with { FloorHeightM = null }),
            "/rooms/0/finishId" => Room(r => r with { FinishId = null }),
            "/rooms/0/leaks/0/holeM" => plan.WithLeak(l => l with { HoleM = null }),
            "/rooms/0/leaks/0/heightAboveFloorM" => plan.WithLeak(l => l with { HeightAboveFloorM = null }),
            "/rooms/0/leaks/0/position" => plan.WithLeak(l => l with { Position = FloorPosition.Unknown }),
            "/sensors/0/distances" => plan with { Sensors = [plan.Sensors[0] with { Distances = [] }] },
            "/supply/tank/volumeM3" => Tank(new PressureTank { AfterMainId = "main", PrechargePa = 1e5 }),
            "/supply/tank/prechargePa" => Tank(new PressureTank { AfterMainId = "main", VolumeM3 = 0.05 }),
            _ => plan.WithDrive(d => d with { Strokes = [] }) with
            {
                Catalogue = plan.Catalogue with { Drives = [.. plan.Catalogue.Drives.Select(d => d with { Stroke = null })] },
            },
        };
    }
}
