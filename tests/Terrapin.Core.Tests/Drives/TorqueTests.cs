using CsCheck;
using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Power;
using Terrapin.Core.Rehearsal;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Drives;

public class TorqueTests
{
    private static readonly Gen<Plan> AnyDrive = Gen.Select(
        Gen.Double[0.01, 1000],
        Gen.Enum<DrivePower>(),
        Gen.Double[0.1, 2000],
        (rated, power, pull) => House().WithStopValve(m => m with { PullToClose = new PullReading { PullN = pull, ArmM = 0.1 } })
            .WithDrive(new FittedDrive { Id = "drive", StopValveId = "main", SpecId = "any", Power = power }) with
        {
            Catalogue = House().Catalogue with
            {
                Drives =
                [
                    new DriveSpec
                    {
                        Id = "any",
                        Name = "Any",
                        Mount = Mount.Saddle,
                        RatedTorque = new TorqueFigure { Nm = rated, Provenance = Provenance.Assumed },
                        BatteryTorqueShare = new ShareFigure { Share = 0.8, Provenance = Provenance.Assumed },
                    },
                ],
            },
        });

    [Fact]
    public void Worked_torque()
    {
        double breakaway = Torque.BreakawayNm(85, 0.14);
        Close(11.9, breakaway, 0.001);
        Close(17.9, Torque.NeededNm(breakaway), 0.004);
    }

    [Theory]
    [InlineData(NominalSize.Dn15, Stiffness.Free, 4)]
    [InlineData(NominalSize.Dn20, Stiffness.Stiff, 10.8)]
    [InlineData(NominalSize.Dn50, Stiffness.NotMovedForYears, 80)]
    [InlineData(NominalSize.Dn25, Stiffness.Unknown, 22.5)]
    [InlineData(NominalSize.Dn25, Stiffness.Seized, double.PositiveInfinity)]
    public void Screening_torque(NominalSize size, Stiffness stiffness, double nm) =>
        Assert.Equal(nm, Torque.ScreeningNm(size, stiffness), 9);

    [Theory]
    [InlineData(9.99, TorqueVerdict.Stop)]
    [InlineData(14.99, TorqueVerdict.Stop)]
    [InlineData(15, TorqueVerdict.Caution)]
    [InlineData(18.99, TorqueVerdict.Caution)]
    [InlineData(19, TorqueVerdict.Passes)]
    public void Verdict_by_ratio(double available, TorqueVerdict verdict) =>
        Assert.Equal(verdict, Torque.Verdict(available, 10));

    [Fact]
    public void A_seized_valve_never_passes() => AnyDrive.Sample(plan =>
        plan.WithStopValve(m => m with { Stiffness = Stiffness.Seized }).Verdict().Verdict == TorqueVerdict.Stop);

    [Fact]
    public void A_multi_turn_valve_never_passes() => Gen.Select(AnyDrive, Gen.OneOf(Gen.Const(ValveKind.Gate), Gen.Const(ValveKind.Globe), Gen.Const(ValveKind.ScrewDown))).Sample(
        (plan, kind) => plan.WithStopValve(m => m with { Kind = kind }).Verdict().Verdict == TorqueVerdict.Stop);

    [Fact]
    public void A_stiffer_reading_never_raises_the_ratio() => Gen.Select(AnyDrive, Gen.Double[1, 3]).Sample((plan, times) =>
    {
        PullReading pull = plan.FirstMain().PullToClose!;
        Plan stiffer = plan.WithStopValve(m => m with { PullToClose = pull with { PullN = pull.PullN * times } });
        return stiffer.Verdict().Ratio <= plan.Verdict().Ratio;
    });

    [Fact]
    public void The_larger_of_both_directions_counts_and_a_reading_replaces_the_estimate()
    {
        DriveVerdict verdict = House().Verdict();
        Assert.Equal(TorqueBasis.Measured, verdict.Basis);
        Assert.Equal(5, verdict.BreakawayNm!.Value, 9);
        Assert.Equal(20 / 5.0, verdict.Ratio!.Value, 9);
    }

    [Fact]
    public void A_battery_drive_is_held_against_what_a_weak_battery_leaves()
    {
        Plan plan = House();
        DriveVerdict verdict = plan.WithDrive(d => d with { Power = DrivePower.Batteries }).Verdict();
        Assert.Equal(17, verdict.AvailableNm!.Value, 9);
    }

    [Theory]
    [InlineData(DriveSupply.Either, DrivePower.Mains, 20)]
    [InlineData(DriveSupply.Either, DrivePower.MainsWithBattery, 20)]
    [InlineData(DriveSupply.Either, DrivePower.Unknown, 17)]
    [InlineData(DriveSupply.MainsOnly, DrivePower.Unknown, 20)]
    [InlineData(DriveSupply.MainsOnly, DrivePower.Batteries, 20)]
    [InlineData(DriveSupply.BatteriesOnly, DrivePower.Mains, 17)]
    public void Only_the_supply_that_turns_the_drive_takes_torque_away(DriveSupply can, DrivePower chosen, double nm)
    {
        Plan plan = WithSpec(House().WithDrive(d => d with { Power = chosen }), s => s with { Supply = can });
        Assert.Equal(nm, plan.Verdict().AvailableNm!.Value, 9);
    }

    [Fact]
    public void A_drive_for_an_outlet_alone_does_not_close_in_a_power_cut()
    {
        Plan plan = WithSpec(House().WithDrive(d => d with { Power = DrivePower.MainsWithBattery }), s => s with { Supply = DriveSupply.MainsOnly });
        PowerOutlook power = plan.Verdict().Power!;
        Assert.Equal(Answer.No, power.ClosesWithoutMains);
        Assert.Null(power.BackupHours);
        Assert.Contains(plan.Verdict().Findings, f => f.Code == "drive-has-no-such-supply");
    }

    [Fact]
    public void A_backup_too_weak_for_the_valve_is_told()
    {
        Plan plan = House().WithDrive(d => d with { Power = DrivePower.MainsWithBattery }).WithStopValve(m => m with { PullToClose = new PullReading { PullN = 100, ArmM = 0.12 } });
        Assert.Equal(TorqueVerdict.Caution, plan.Verdict().Verdict);
        Assert.Contains(plan.Verdict().Findings, f => f.Code == "drive-weak-in-power-cut");
        Assert.DoesNotContain(House().WithDrive(d => d with { Power = DrivePower.MainsWithBattery }).Verdict().Findings, f => f.Code == "drive-weak-in-power-cut");
    }

    [Theory]
    [InlineData(0.004)]
    [InlineData(-0.004)]
    public void An_offset_axis_shortens_the_lever(double alongOpenM)
    {
        Plan plan = House().WithDrive(d => d with { Mounting = new Mounting { GripRadiusM = 0.05, AlongOpenM = alongOpenM, AlongClosedM = 0, StrapsOnOneSide = false, StrappedPipe = PipeMaterial.Copper } });
        Close(20 * 50 / 54.0, plan.Verdict().AvailableNm!.Value, 1e-9);
    }

    [Fact]
    public void Each_drive_of_the_list_says_on_which_supply_it_is_judged_and_what_the_others_would_do()
    {
        Plan plan = House();
        Assert.All(DriveRanking.Of(plan, "main"), rank =>
        {
            DriveSpec spec = plan.Catalogue.Drives.First(d => d.Id == rank.SpecId);
            Assert.Equal(SupplyInUse.Of(spec), rank.Supplies.Select(s => s.Power));
            Assert.Contains(rank.Power, rank.Supplies.Select(s => s.Power));
            Assert.Equal(rank.Ratio, rank.Supplies.First(s => s.Power == rank.Power).Ratio);
        });
        Plan bare = plan.WithoutDrive().WithStopValve(m => m with { Place = m.Place with { Outlet = Answer.No } });
        Assert.All(DriveRanking.Of(bare, "main").Where(r => r.Supplies.Count > 1), r => Assert.Equal(DrivePower.Batteries, r.Power));
    }

    private static Plan WithSpec(Plan plan, Func<DriveSpec, DriveSpec> change) =>
        plan with { Catalogue = plan.Catalogue with { Drives = [.. plan.Catalogue.Drives.Select(d => d.Id == plan.Drive().SpecId ? change(d) : d)] } };

    [Fact]
    public void Without_reading_and_size_nothing_is_said()
    {
        Plan plan = House();
        DriveVerdict verdict = plan.WithStopValve(m => m with { PullToOpen = null, PullToClose = null, Size = null }).Verdict();
        Assert.Equal(TorqueVerdict.Unknown, verdict.Verdict);
        Assert.Contains(verdict.Findings, f => f.Code == "torque-unknown" && f.Severity == Severity.Stop);
    }

    [Fact]
    public void Sprinklers_behind_the_valve_are_a_stop()
    {
        Plan plan = House();
        DriveVerdict verdict = plan.WithStopValve(m => m with { FeedsSprinklers = Answer.Yes }).Verdict();
        Assert.Equal(TorqueVerdict.Stop, verdict.Verdict);
        Assert.Contains(verdict.Findings, f => f.Code == "sprinklers-behind-valve" && f.Severity == Severity.Stop);
    }

    [Theory]
    [InlineData(double.NaN, 1, "pullN")]
    [InlineData(10, 0, "armM")]
    public void Refuses_a_reading_that_cannot_be(double pull, double arm, string name) =>
        Assert.Equal(name, Assert.Throws<ArgumentOutOfRangeException>(() => Torque.BreakawayNm(pull, arm)).ParamName);
}
