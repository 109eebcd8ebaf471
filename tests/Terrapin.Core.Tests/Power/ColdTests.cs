using CsCheck;
using Terrapin.Core.Assessments;
using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Power;
using Terrapin.Core.Sensors;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Power;

/// <summary>What the cold of its place leaves of a battery.</summary>
public class ColdTests
{
    private static readonly Gen<double> Temperature = Gen.Double[-60, 60];

    [Theory]
    [InlineData(BatteryCells.Alkaline, 25, 1)]
    [InlineData(BatteryCells.Alkaline, 0, 0.7)]
    [InlineData(BatteryCells.Alkaline, -5, 0.55)]
    [InlineData(BatteryCells.Alkaline, -20, 0.15)]
    [InlineData(BatteryCells.Alkaline, -35, 0)]
    [InlineData(BatteryCells.Lithium, -20, 0.8)]
    [InlineData(BatteryCells.Lithium, -30, 0.6)]
    [InlineData(BatteryCells.Lithium, -60, 0)]
    public void Between_what_is_given_it_goes_straight(BatteryCells cells, double atC, double share) => Close(share, ColdShare.Of(cells, atC)!.Value, 1e-9);

    [Fact]
    public void Colder_never_leaves_more_and_lithium_never_less_than_alkaline() => Gen.Select(Temperature, Temperature).Sample((a, b) =>
    {
        foreach (BatteryCells cells in (BatteryCells[])[BatteryCells.Alkaline, BatteryCells.Lithium])
        {
            Assert.True(ColdShare.Of(cells, Math.Min(a, b)) <= ColdShare.Of(cells, Math.Max(a, b)));
        }

        Assert.True(ColdShare.Of(BatteryCells.Alkaline, a) <= ColdShare.Of(BatteryCells.Lithium, a));
    });

    [Fact]
    public void Of_cells_that_nobody_looked_at_only_the_warm_is_known()
    {
        Assert.Equal(1, ColdShare.Of(BatteryCells.Unknown, 20));
        Assert.Equal(1, ColdShare.Of(BatteryCells.Unknown, null));
        Assert.Null(ColdShare.Of(BatteryCells.Unknown, 19.9));
    }

    [Fact]
    public void A_sensor_lasts_as_long_as_its_cold_and_its_reports_let_it()
    {
        SensorBattery battery = House().Catalogue.Sensors.First(s => s.Id == "s4").Battery!;
        double Years(double share, double everyS) => battery.CapacityMah * battery.UsableShare * share
            / ((8.766 * (battery.SleepUa + (battery.ReportJ / battery.VoltageV / everyS * 1e6))) + (battery.CapacityMah * battery.SelfDischargePerYear));
        SensorLife warm = LifeOf(s => s);
        Close(Years(1, battery.ReportEveryS), warm.Years!.Value, 1e-9);
        Assert.Null(warm.LithiumYears);
        SensorLife cold = LifeOf(s => s with { ColdestC = -10, ReportEveryS = 600 });
        Close(Years(0.4, 600), cold.Years!.Value, 1e-9);
        Close(Years(0.875, 600), cold.LithiumYears!.Value, 1e-9);
        Assert.Equal((cold.LithiumYears, (double?)null), Pair(LifeOf(s => s with { ColdestC = -10, ReportEveryS = 600, Cells = BatteryCells.Lithium })));
        Assert.Equal((null, cold.LithiumYears), Pair(LifeOf(s => s with { ColdestC = -10, ReportEveryS = 600, Cells = BatteryCells.Unknown })));
        Assert.Equal(0, LifeOf(s => s with { ColdestC = -40 }).Years);
    }

    [Fact]
    public void What_is_not_known_of_a_sensor_is_not_known_in_the_calendar()
    {
        Plan plan = With(s => s with { ColdestC = -10, Cells = BatteryCells.Unknown });
        Assert.Equal([plan.Installation.Sensors[0].Name], BatteryCalendar.Of(plan, new DateOnly(2026, 11, 27)).NotKnown.Intersect([plan.Installation.Sensors[0].Name]));
    }

    [Theory]
    [InlineData(5, BatteryCells.Alkaline, Answer.Yes, null, "")]
    [InlineData(-10, BatteryCells.Alkaline, Answer.Yes, Severity.Caution, "Put lithium cells in.")]
    [InlineData(-10, BatteryCells.Alkaline, Answer.Unknown, Severity.Caution, "Put lithium cells in, if the maker allows them.")]
    [InlineData(-35, BatteryCells.Alkaline, Answer.No, Severity.Stop, "Choose a device that takes lithium cells, or put it in a warmer place: this one takes none.")]
    [InlineData(-10, BatteryCells.Unknown, Answer.Yes, Severity.Note, "Look at the cells: alkaline or lithium.")]
    [InlineData(-30, BatteryCells.Lithium, Answer.Yes, null, "")]
    public void Cells_that_do_not_suit_the_cold_are_told(double coldestC, BatteryCells cells, Answer allowed, Severity? severity, string remedy)
    {
        Plan plan = With(s => s with { ColdestC = coldestC, Cells = cells });
        plan = plan with { Catalogue = plan.Catalogue with { Sensors = [.. plan.Catalogue.Sensors.Select(s => s with { Battery = s.Battery! with { LithiumAllowed = allowed } })] } };
        Finding? found = Assessor.Assess(plan).Findings.SingleOrDefault(f => f.Code is "cells-weak-in-cold" or "cells-unknown-in-cold");
        Assert.Equal((severity, remedy), (found?.Severity, found?.Remedy ?? ""));
        Assert.Equal(severity is null ? null : "/installation/sensors/0/cells", found?.Where);
        Assert.True(severity != Severity.Caution || found!.Why.Contains("give 40 % of their charge; lithium cells would give 88 %", StringComparison.Ordinal));
    }

    [Fact]
    public void A_drive_in_a_cold_place_lasts_as_long_as_the_cold_leaves_it()
    {
        PowerOutlook At(double? coldestC, BatteryCells? cells, DrivePower power, double? packMah = null) => Assessor.Assess(House()
            .WithStopValve(v => v with { Place = v.Place with { ColdestC = coldestC } })
            .WithDrive(d => d with { Power = power, Cells = cells, StrokesPerYear = 24, BackupMah = packMah })).StopValves[0].Drive.Power!;
        PowerOutlook warm = At(null, null, DrivePower.Batteries);
        PowerOutlook cold = At(-10, null, DrivePower.Batteries);
        Close(0.4 * warm.LifeYears!.Value, cold.LifeYears!.Value, 1e-9);
        Close(0.4 * warm.LifeStrokes!.Value, cold.LifeStrokes!.Value, 1e-9);
        Close(0.875 * warm.LifeYears.Value, At(-10, BatteryCells.Lithium, DrivePower.Batteries).LifeYears!.Value, 1e-9);
        Assert.Null(At(-10, BatteryCells.Unknown, DrivePower.Batteries).LifeYears);
        double backupH = At(null, null, DrivePower.MainsWithBattery).BackupHours!.Value;
        Close(0.4 * backupH, At(-10, null, DrivePower.MainsWithBattery).BackupHours!.Value, 1e-9);
        Assert.Equal(At(null, null, DrivePower.MainsWithBattery, 4000).BackupHours, At(-10, null, DrivePower.MainsWithBattery, 4000).BackupHours);
    }

    [Theory]
    [InlineData(DrivePower.Batteries, BatteryCells.Alkaline, 110, true)]
    [InlineData(DrivePower.Batteries, BatteryCells.Alkaline, 20, false)]
    [InlineData(DrivePower.Batteries, BatteryCells.Lithium, 110, false)]
    [InlineData(DrivePower.MainsWithBattery, BatteryCells.Alkaline, 110, false)]
    public void A_motor_that_draws_hard_on_alkaline_cells_is_told(DrivePower power, BatteryCells cells, double strokeJ, bool isTold)
    {
        // A stroke of the saddle drive takes 13 s or so at 6 V: 110 J are over an ampere, 20 J a quarter.
        Plan plan = House().WithDrive(d => d with { Power = power, Cells = cells });
        plan = plan with { Catalogue = plan.Catalogue with { Drives = [.. plan.Catalogue.Drives.Select(d => d with { Battery = d.Battery is { } b ? b with { StrokeJ = strokeJ } : null })] } };
        Assert.Equal(isTold, Assessor.Assess(plan).Findings.Any(f => f.Code == "motor-draws-hard"));
    }

    private static (double?, double?) Pair(SensorLife life) => (life.Years, life.LithiumYears);

    private static SensorLife LifeOf(Func<Sensor, Sensor> change) => SensorLife.Of(With(change))[0];

    private static Plan With(Func<Sensor, Sensor> change) =>
        House().WithInstallation(i => i with { Sensors = [change(i.Sensors[0] with { SpecId = "s4" }), .. i.Sensors.Skip(1)] });
}
