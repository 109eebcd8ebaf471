using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Drives;

/// <summary>Each answer on the survey of the main, and what is said of it.</summary>
public class ValveVerdictTests
{
    public static TheoryData<string, Severity, string, Trade> Answers => new()
    {
        { "valve-multi-turn", Severity.Stop, "/building/stopValves/0/kind", Trade.Plumber },
        { "valve-kind-unknown", Severity.Stop, "/building/stopValves/0/kind", Trade.Fitter },
        { "valve-seized", Severity.Stop, "/building/stopValves/0/stiffness", Trade.Plumber },
        { "sprinklers-behind-valve", Severity.Stop, "/building/stopValves/0/feedsSprinklers", Trade.Plumber },
        { "sprinklers-unknown", Severity.Caution, "/building/stopValves/0/feedsSprinklers", Trade.Fitter },
        { "vital-use-behind-valve", Severity.Caution, "/building/stopValves/0/feedsVitalUse", Trade.Fitter },
        { "no-upstream-stop", Severity.Caution, "/building/stopValves/0/upstreamStop", Trade.Utility },
        { "upstream-stop-unknown", Severity.Caution, "/building/stopValves/0/upstreamStop", Trade.Fitter },
        { "valve-passes", Severity.Caution, "/building/stopValves/0/closesFully", Trade.Plumber },
        { "torque-estimated", Severity.Caution, "/building/stopValves/0/pullToClose", Trade.Fitter },
        { "torque-unknown", Severity.Stop, "/building/stopValves/0/pullToClose", Trade.Fitter },
        { "torque-one-way", Severity.Note, "/building/stopValves/0/pullToOpen", Trade.Fitter },
    };

    [Theory]
    [MemberData(nameof(Answers))]
    public void Each_answer_is_a_finding_with_place_and_trade(string code, Severity severity, string where, Trade trade)
    {
        Plan plan = House().WithStopValve(m => With(code, m));
        DriveVerdict verdict = plan.Verdict();
        Finding finding = Assert.Single(verdict.Findings, f => f.Code == code);
        Assert.Equal((severity, Stage.Main, where, trade), (finding.Severity, finding.Stage, finding.Where, finding.Trade));
        Assert.NotEmpty(finding.Remedy);
        Assert.Equal(severity == Severity.Stop, verdict.Verdict is TorqueVerdict.Stop or TorqueVerdict.Unknown);
    }

    [Theory]
    [InlineData("drive-not-chosen")]
    [InlineData("drive-torque-unknown")]
    [InlineData("drive-derating-unknown")]
    [InlineData("drive-power-unknown")]
    [InlineData("cut-in-is-plumbing")]
    public void What_is_open_about_the_drive_is_a_finding_on_its_stage(string code)
    {
        Plan house = House();
        DriveSpec bare = new() { Id = "bare", Name = "Bare", Mount = Mount.Saddle };
        Plan plan = code switch
        {
            "drive-not-chosen" => house.WithoutDrive(),
            "drive-torque-unknown" => WithSpec(house, bare, DrivePower.Mains),
            "drive-derating-unknown" => WithSpec(house, bare with { RatedTorque = new TorqueFigure { Nm = 20, Provenance = Provenance.Assumed } }, DrivePower.Batteries),
            "drive-power-unknown" => house.WithDrive(d => d with { Power = DrivePower.Unknown }),
            _ => house.WithDrive(d => d with { SpecId = "cv-22" }),
        };
        Finding finding = Assert.Single(plan.Verdict().Findings, f => f.Code == code);
        Assert.Equal(Stage.Drive, finding.Stage);
    }

    [Fact]
    public void A_cut_in_valve_is_not_held_against_the_old_valves_torque()
    {
        Plan house = House();
        Plan stiff = house.WithStopValve(m => m with { PullToClose = new PullReading { PullN = 1500, ArmM = 0.2 } }).WithDrive(d => d with { SpecId = "cv-22" });
        Assert.Equal(TorqueVerdict.Passes, stiff.Verdict().Verdict);
        Assert.Null(stiff.Verdict().Ratio);
    }

    [Fact]
    public void A_cut_in_valve_does_not_pass_what_must_first_be_mended()
    {
        Plan house = House();
        Plan sprinklers = house.WithStopValve(m => m with { FeedsSprinklers = Answer.Yes }).WithDrive(d => d with { SpecId = "cv-22" });
        Assert.Equal(TorqueVerdict.Stop, sprinklers.Verdict().Verdict);
    }

    private static StopValve With(string code, StopValve main) => code switch
    {
        "valve-multi-turn" => main with { Kind = ValveKind.Gate },
        "valve-kind-unknown" => main with { Kind = ValveKind.Unknown },
        "valve-seized" => main with { Stiffness = Stiffness.Seized },
        "sprinklers-behind-valve" => main with { FeedsSprinklers = Answer.Yes },
        "sprinklers-unknown" => main with { FeedsSprinklers = Answer.Unknown },
        "vital-use-behind-valve" => main with { FeedsVitalUse = Answer.Yes },
        "no-upstream-stop" => main with { UpstreamStop = UpstreamStop.None },
        "upstream-stop-unknown" => main with { UpstreamStop = UpstreamStop.Unknown },
        "valve-passes" => main with { ClosesFully = Answer.No },
        "torque-estimated" => main with { PullToOpen = null, PullToClose = null },
        "torque-unknown" => main with { PullToOpen = null, PullToClose = null, Size = null },
        _ => main with { PullToOpen = null },
    };

    private static Plan WithSpec(Plan plan, DriveSpec spec, DrivePower power) => (plan with { Catalogue = plan.Catalogue with { Drives = [spec] } })
        .WithDrive(new FittedDrive { Id = "drive", StopValveId = "main", SpecId = spec.Id, Power = power });
}
