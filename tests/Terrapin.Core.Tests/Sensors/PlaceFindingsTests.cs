using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Sensors;

namespace Terrapin.Core.Tests.Sensors;

/// <summary>The rules of thumb for where a sensor lies.</summary>
public class PlaceFindingsTests
{
    [Theory]
    [InlineData(ZoneKind.Mopped, SensorHold.Loose, "sensor-mopped-away")]
    [InlineData(ZoneKind.Mopped, SensorHold.Unknown, "sensor-mopped-away")]
    [InlineData(ZoneKind.Mopped, SensorHold.Labelled, null)]
    [InlineData(ZoneKind.Splashed, SensorHold.Fixed, "sensor-splashed")]
    [InlineData(ZoneKind.KeepClear, SensorHold.Fixed, "sensor-in-the-way")]
    public void A_zone_speaks_against_what_lies_in_it(ZoneKind zone, SensorHold hold, string? code)
    {
        Plan plan = With(s => s with { Hold = hold }, r => r with { Zones = [new FloorZone { Kind = zone, Area = Area(0, 0, 1, 1) }] });
        Assert.Equal(code is null ? [] : [code], Codes(plan));
        Assert.DoesNotContain(code, Codes(With(s => s with { Hold = SensorHold.Fixed, At = new FloorPoint { AcrossM = 2, DownM = 1 } }, r => r with { Zones = plan.Building.Rooms[0].Zones })));
    }

    [Theory]
    [InlineData(SensorHold.Loose, "sensor-loose", Severity.Caution)]
    [InlineData(SensorHold.Unknown, "sensor-hold-unknown", Severity.Note)]
    public void What_holds_it_is_asked(SensorHold hold, string code, Severity severity)
    {
        Finding finding = Assert.Single(PlaceFindings.Of(With(s => s with { Hold = hold })));
        Assert.Equal((code, severity), (finding.Code, finding.Severity));
    }

    [Fact]
    public void A_puck_does_not_fit_under_what_stands_on_feet_and_a_probe_does()
    {
        Plan Under(string spec) => With(s => s with { SpecId = spec }, r => r with { Fixtures = [Fixture(FixtureBase.OnFeet)] });
        Assert.Equal(["sensor-does-not-fit"], Codes(Under("s4")));
        Assert.Empty(Codes(Under("c3")));
        Assert.Empty(Codes(Under("r5")));
    }

    [Theory]
    [InlineData("s4", null, null, "main-part-drowns")]
    [InlineData("c3", 0.1, null, "probe-below-pump-level")]
    [InlineData("c3", 0.45, null, null)]
    [InlineData("c3", 0.7, null, "probe-above-rim")]
    [InlineData("c3", 0.45, 0.4, "main-part-drowns")]
    public void In_a_pit_the_main_part_stays_dry_and_the_probe_hangs_between_pump_and_rim(string spec, double? probeM, double? mainAcrossM, string? code)
    {
        Fixture pit = Fixture(FixtureBase.Pit) with { DepthM = 0.6, PumpStartsM = 0.3 };
        FloorPoint? main = mainAcrossM is { } across ? new FloorPoint { AcrossM = across, DownM = 0.5 } : null;
        Assert.Equal(code is null ? [] : [code], Codes(With(s => s with { SpecId = spec, ProbeHeightM = probeM, MainPartAt = main }, r => r with { Fixtures = [pit] })));
    }

    [Fact]
    public void A_pit_without_a_depth_says_so() =>
        Assert.Contains("pit-not-measured", Codes(With(s => s with { SpecId = "r5" }, r => r with { Fixtures = [Fixture(FixtureBase.Pit)] })));

    [Fact]
    public void A_battery_lasts_as_long_as_its_charge_balance_says() =>
        Assert.Equal(10.8, Assert.Single(SensorLife.Of(With(s => s))).Years!.Value, 0.05);

    private static List<string> Codes(Plan plan) => [.. PlaceFindings.Of(plan).Select(f => f.Code)];

    private static Fixture Fixture(FixtureBase stands) => new() { Id = "thing", Kind = FixtureKind.Plinth, Name = "Thing", Base = stands, Area = Area(0, 0, 1, 1) };

    /// <summary>A fixed spot at 0.5 m, 0.5 m of a drawn scullery, changed.</summary>
    private static Plan With(Func<Sensor, Sensor> sensor, Func<Room, Room>? room = null)
    {
        Plan plan = Samples.House();
        Room drawn = plan.Building.Rooms[0] with { StoreyId = "ground", Areas = [Area(0, 0, 3, 2)] };
        return plan.WithBuilding(b => b with
        {
            Storeys = [new Storey { Id = "ground", Name = "Ground floor" }],
            Rooms = [room is null ? drawn : room(drawn)],
        }).WithInstallation(i => i with
        {
            Sensors = [sensor(plan.Installation.Sensors[0] with { SpecId = "s4", Hold = SensorHold.Fixed, At = new FloorPoint { AcrossM = 0.5, DownM = 0.5 } })],
        });
    }

    private static FloorRectangle Area(double x, double y, double length, double width) => new() { AcrossM = x, DownM = y, LengthM = length, WidthM = width };
}
