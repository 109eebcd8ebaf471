using CsCheck;
using Terrapin.Core.Assessments;
using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Power;
using Terrapin.Core.Rehearsal;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Drives;

public class MountingTests
{
    [Theory]
    [InlineData(0, 0, 90)]
    [InlineData(4, 0, 85.4)]
    [InlineData(-3, -3, 97.3)]
    public void Worked_travel(double x, double y, double travel) =>
        Close(travel, AxisOffset.Travel(0.05, x / 1000, y / 1000).TravelDeg, 0.001);

    [Fact]
    public void Too_little_travel_leaves_it_open_and_too_much_strains()
    {
        Assert.False(AxisOffset.Travel(0.05, 0.008, 0).Shuts);
        HandleTravel over = AxisOffset.Travel(0.05, -0.003, -0.003);
        Assert.Equal(90, over.EndAngleDeg);
        Close(7.3, over.ExcessDeg, 0.01);
    }

    [Fact]
    public void The_tolerance_is_where_it_stops_fitting() => Gen.Select(Gen.Double[0.02, 0.1], Gen.Double[0, 360]).Sample((radius, direction) =>
    {
        double tolerance = AxisOffset.ToleranceM(radius, direction);
        double angle = direction * Math.PI / 180;
        HandleTravel At(double share) => AxisOffset.Travel(radius, share * tolerance * Math.Cos(angle), share * tolerance * Math.Sin(angle));
        return At(0.99).Fits && (tolerance > 0.94 * radius || !At(1.01).Fits);
    });

    [Fact]
    public void An_offset_that_stops_short_leaves_the_leak_running()
    {
        Plan plan = Mounted(new Mounting { GripRadiusM = 0.05, AlongOpenM = 0.012, AlongClosedM = 0, StrapsOnOneSide = false, StrappedPipe = PipeMaterial.Copper });
        Assessment assessment = Assessor.Assess(plan);
        Assert.Contains(assessment.Findings, f => f.Code == "stops-short" && f.Severity == Severity.Stop);
        Assert.True(assessment.Tally.Worst!.Endless);
        Assert.Equal(Cause.StopsShort, assessment.Tally.Worst.Cause);
    }

    [Fact]
    public void What_goes_on_running_is_told_for_the_main()
    {
        Close(5.18, Assessor.Assess(House().WithDrive(d => d with { Seen = Tight(12, 76) })).StopValves[0].ResidualM3PerS!.Value / LitresPerMinute, 0.002);
        Assert.Equal(0, Assessor.Assess(House()).StopValves[0].ResidualM3PerS);
    }

    [Fact]
    public void What_was_seen_on_site_replaces_the_offset()
    {
        Plan plan = Mounted(new Mounting { GripRadiusM = 0.05, AlongOpenM = 0.012, AlongClosedM = 0, StrapsOnOneSide = false, StrappedPipe = PipeMaterial.Copper });
        Assert.Equal(90, MountingVerdict.EndAngleDeg(plan.Drive() with { Seen = Tight(null, 90) }));
    }

    [Theory]
    [InlineData(-0.002, 0, "drives-against-stop", Severity.Caution)]
    [InlineData(-0.008, 0, "drives-against-stop", Severity.Stop)]
    public void Overtravel_strains(double x, double y, string code, Severity severity)
    {
        Plan plan = Mounted(new Mounting { GripRadiusM = 0.05, AlongOpenM = x, AlongClosedM = y, StrapsOnOneSide = false, StrappedPipe = PipeMaterial.Copper });
        Assert.Equal(severity, Assert.Single(MountingVerdict.Of(plan, "main"), f => f.Code == code).Severity);
    }

    [Theory]
    [InlineData(PipeMaterial.CrossLinkedPolyethylene, 0.06, 0.1, true, "straps-pull-hard", Severity.Stop)]
    [InlineData(PipeMaterial.CrossLinkedPolyethylene, 0.05, 0.06, false, "straps-pull-hard", Severity.Caution)]
    [InlineData(PipeMaterial.Unknown, 0.06, 0.1, false, "strapped-pipe-unknown", Severity.Caution)]
    public void Straps_against_the_pipe(PipeMaterial pipe, double first, double second, bool oneSide, string code, Severity severity)
    {
        Plan plan = Mounted(new Mounting { FirstStrapM = first, SecondStrapM = second, StrapsOnOneSide = oneSide, StrappedPipe = pipe });
        plan = plan.WithStopValve(m => m with { PipeBefore = new AdjoiningPipe() });
        plan = plan.WithDrive(d => d with { SpecId = "sd-12" });
        Assert.Equal(severity, Assert.Single(MountingVerdict.Of(plan, "main"), f => f.Code == code).Severity);
    }

    [Fact]
    public void What_is_not_measured_of_the_mounting_is_noted()
    {
        Plan plan = House().WithDrive(new FittedDrive { Id = "drive", StopValveId = "main", SpecId = "sd-12", Power = DrivePower.Mains });
        Assert.Equal(["end-angle-not-seen", "straps-not-measured"], MountingVerdict.Of(plan, "main").Select(f => f.Code));
    }

    private static Plan Mounted(Mounting mounting) => House().WithDrive(d => d with { Mounting = mounting });

    [Theory]
    [InlineData(0.05, 0.05, 0, "alongOpenM")]
    [InlineData(0, 0, 0, "gripRadiusM")]
    [InlineData(0.05, double.NaN, 0, "alongOpenM")]
    public void Refuses_an_offset_that_cannot_be(double radius, double x, double y, string name) =>
        Assert.Equal(name, Assert.Throws<ArgumentOutOfRangeException>(() => AxisOffset.Travel(radius, x, y)).ParamName);

    [Theory]
    [InlineData(0.055, 0.070, false, 88)]
    [InlineData(0.045, 0.105, true, 183)]
    public void Worked_straps(double first, double second, bool sameSide, double newtons) =>
        Close(newtons, Straps.ForceN(11, first, second, sameSide), 0.003);

    [Fact]
    public void Straps_farther_apart_never_pull_harder() => Gen.Select(Gen.Double[0.1, 30], Gen.Double[0.02, 0.3], Gen.Double[0.001, 0.3], Gen.Bool).Sample(
        (torque, first, gap, sameSide) => Straps.ForceN(torque, first, first + gap + 0.01, sameSide) <= Straps.ForceN(torque, first, first + gap, sameSide));

    [Fact]
    public void Two_straps_in_one_place_hold_nothing() =>
        Assert.Throws<ArgumentOutOfRangeException>(() => Straps.ForceN(11, 0.05, 0.05, sameSide: true));

    [Fact]
    public void Limits_by_material()
    {
        Assert.Equal(400, Straps.LimitN(PipeMaterial.Copper));
        Assert.Equal(250, Straps.LimitN(PipeMaterial.Copper, new StrapLimits { CopperN = 250 }));
        Assert.Equal(400, Straps.LimitN(PipeMaterial.Steel, new StrapLimits { CopperN = 250 }));
        Assert.Equal(120, Straps.LimitN(PipeMaterial.CrossLinkedPolyethylene));
        Assert.Null(Straps.LimitN(PipeMaterial.Unknown));
    }

    [Fact]
    public void Worked_battery_life()
    {
        double current = 4 + Battery.TaskCurrentUa(0.036, 3, 3600);
        Close(10.8, Battery.LifeYears(1100, 0.85, current, 0.02), 0.005);
    }

    [Fact]
    public void Worked_backup() => Close(114, Battery.BackupHours(4000, 0.8, 28), 0.004);

    [Fact]
    public void More_current_never_lasts_longer() => Gen.Select(Gen.Double[100, 5000], Gen.Double[0, 500], Gen.Double[0, 500]).Sample(
        (capacity, current, more) => Battery.LifeYears(capacity, 0.9, current + more, 0.02) <= Battery.LifeYears(capacity, 0.9, current, 0.02));

    [Theory]
    [InlineData(0, 0.8, 28, "capacityMah")]
    [InlineData(4000, 1.2, 28, "usableShare")]
    [InlineData(4000, 0.8, 0, "drawMa")]
    public void Refuses_a_battery_that_cannot_be(double capacity, double share, double draw, string name) =>
        Assert.Equal(name, Assert.Throws<ArgumentOutOfRangeException>(() => Battery.BackupHours(capacity, share, draw)).ParamName);
}
