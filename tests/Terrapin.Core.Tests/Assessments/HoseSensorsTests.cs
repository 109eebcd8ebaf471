using Terrapin.Core.Assessments;
using Terrapin.Core.Format;
using Terrapin.Core.Model;

namespace Terrapin.Core.Tests.Assessments;

/// <summary>One sensor under every hose.</summary>
public class HoseSensorsTests
{
    private static readonly Plan Demo = Terrapin.Core.Tests.Samples.House();

    private static Plan Drawn(FixtureBase stands)
    {
        Fixture sink = new() { Id = "sink", Kind = FixtureKind.KitchenSink, Name = "Sink", Base = stands, Area = new FloorRectangle { AcrossM = 0, DownM = 0, LengthM = 1, WidthM = 0.6 } };
        LeakPoint Hose(string id, double x) => new() { Id = id, Name = id, Kind = LeakKind.HoseBurst, FixtureId = "sink", PipeId = "branch", Side = WaterSide.Cold, Position = FloorPosition.Unknown, At = new FloorPoint { AcrossM = x, DownM = 0.05 } };
        Room room = Demo.Building.Rooms[0] with { StoreyId = "ground", Areas = [new FloorRectangle { AcrossM = 0, DownM = 0, LengthM = 4, WidthM = 3 }], Fixtures = [sink], Leaks = [Hose("cold", 0.4), Hose("hot", 0.6)] };
        return Demo.WithBuilding(b => b with { Storeys = [new Storey { Id = "ground", Name = "Ground" }], Rooms = [room] }).WithInstallation(i => i with { Sensors = [], Rules = [], Signals = [] });
    }

    [Theory]
    [InlineData(FixtureBase.OnFeet, "c3", "Scullery, under Sink")]
    [InlineData(FixtureBase.Clear, "s4", "Scullery, by Sink")]
    public void A_fixture_with_two_hoses_gets_one_that_fits_there(FixtureBase stands, string specId, string name)
    {
        PlacementSuggestion one = Assert.Single(HoseSensors.Of(Drawn(stands)));
        Assert.Equal((specId, name), (one.SpecId, one.Name));
    }

    [Fact]
    public void One_that_has_a_sensor_beside_it_gets_none_and_the_plan_with_them_can_be_read()
    {
        Plan plan = Drawn(FixtureBase.Clear);
        PlacementSuggestion one = HoseSensors.Of(plan)[0];
        Plan with = plan.WithInstallation(i => i with { Sensors = [new Sensor { Id = "s", Name = one.Name, SpecId = one.SpecId, RoomId = one.RoomId, At = one.At, Distances = [] }] });
        Assert.Empty(HoseSensors.Of(with));
        PlanJson.Read(PlanJson.Write(with));
    }
}
