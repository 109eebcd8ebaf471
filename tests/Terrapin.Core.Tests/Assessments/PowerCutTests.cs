using CsCheck;
using Terrapin.Core.Assessments;
using Terrapin.Core.Model;

namespace Terrapin.Core.Tests.Assessments;

/// <summary>What is still stopped after a power cut.</summary>
public class PowerCutTests
{
    /// <summary>2600 mA·h at 22 mA, of which 0.8 can be used.</summary>
    private const double PackH = 2600 * 0.8 * 0.86 / 22;

    private static Plan House(Answer hasBackup, double? backupH, DrivePower power = DrivePower.Batteries, MainsFailurePolicy onFailure = MainsFailurePolicy.Hold) =>
        Samples.House().WithInstallation(i => i with
        {
            Hubs = [Samples.Hub with { HasBackup = hasBackup, BackupH = backupH }],
            Drives = [i.Drives[0] with { Power = power, OnMainsFailure = onFailure }],
        });

    private static PowerCut Of(Plan plan) => PowerCut.Of(plan, Assessor.Assess(plan));

    private static PowerCutLeak Hose(Plan plan) => Assert.Single(Of(plan).Leaks);

    private static Plan Linked(Plan plan) => plan.WithInstallation(i => i with { Links = [new DirectLink { SensorId = "puck", DriveId = "drive" }] });

    [Fact]
    public void A_hub_without_a_battery_stops_nothing_from_the_first_minute() =>
        Assert.Equal((0, 0), (Hose(House(Answer.No, null)).Stopped.LeastH, Hose(House(Answer.No, null)).Stopped.MostH));

    [Fact]
    public void The_first_to_fail_decides()
    {
        Assert.Equal(new PowerCutSpan(5, 5), Hose(House(Answer.Yes, 5)).Stopped);
        PowerCutLeak byPack = Hose(House(Answer.Yes, 500, DrivePower.MainsWithBattery));
        Samples.Close(PackH, byPack.Stopped.LeastH!.Value, 1e-9);
        Assert.Equal(byPack.Stopped.LeastH, byPack.Stopped.MostH);
        Assert.Equal(PowerCutSpan.None, Hose(House(Answer.Yes, 500, DrivePower.Mains)).Stopped);
    }

    [Fact]
    public void What_nobody_has_said_is_a_bound()
    {
        Assert.Equal(new PowerCutSpan(0, null), Hose(House(Answer.Yes, null)).Stopped);
        Assert.Equal(new PowerCutSpan(0, 8), Hose(House(Answer.Unknown, 8)).Stopped);
        PowerCutSpan pack = Hose(House(Answer.Unknown, null, DrivePower.MainsWithBattery)).Stopped;
        Assert.Equal(0, pack.LeastH);
        Samples.Close(PackH, pack.MostH!.Value, 1e-9);
    }

    [Fact]
    public void A_direct_link_needs_no_hub()
    {
        PowerCutLeak linked = Hose(Linked(House(Answer.No, null)));
        Assert.Equal((PowerCutSpan.Endless, true), (linked.Stopped, linked.ByLink));
        Assert.False(Hose(Linked(House(Answer.No, null, DrivePower.Mains))).ByLink);
    }

    [Fact]
    public void A_drive_that_closes_when_the_power_fails_leaves_no_water()
    {
        PowerCutLeak shut = Hose(House(Answer.No, null, DrivePower.MainsWithBattery, MainsFailurePolicy.Close));
        Assert.Equal((true, PowerCutSpan.Endless), (shut.IsShut, shut.Stopped));

        // It cannot, with nothing left to turn it.
        Assert.False(Hose(House(Answer.No, null, DrivePower.Mains, MainsFailurePolicy.Close)).IsShut);
    }

    [Fact]
    public void Through_a_repeater_nothing_is_heard()
    {
        Plan plan = House(Answer.Yes, 5);
        Assessment assessment = Assessor.Assess(plan);
        DeviceThrough(assessment, "puck", out Assessment through);
        Plan withRepeater = plan.WithInstallation(i => i with { Repeaters = [new Repeater { Id = "rep", Name = "Repeater", SpecId = "none" }] });
        Assert.Equal(PowerCutSpan.None, Assert.Single(PowerCut.Of(withRepeater, through).Leaks).Stopped);
        Assert.Equal(new PowerCutSpan(5, 5), Assert.Single(PowerCut.Of(withRepeater, assessment).Leaks).Stopped);
    }

    private static void DeviceThrough(Assessment assessment, string deviceId, out Assessment through) => through = assessment with
    {
        Reach = assessment.Reach with
        {
            Devices = [.. assessment.Reach.Devices.Select(d => d.DeviceId == deviceId ? d with { Route = [deviceId, "rep", "hub"] } : d)],
        },
    };

    [Fact]
    public void A_leak_that_nothing_stops_is_not_told_of_and_the_soonest_lost_comes_first()
    {
        Assert.Empty(Of(House(Answer.Yes, 5).WithRule(r => r with { Action = RuleAction.TellOnly })).Leaks);
        Assert.Equal(["hub", "drive"], Of(House(Answer.Yes, 5)).Devices.Select(d => d.DeviceId));
    }

    [Fact]
    public void More_hours_never_stop_less() => Gen.Select(Gen.Double[0, 300], Gen.Double[0, 300]).Sample((a, b) =>
    {
        (double less, double more) = (Math.Min(a, b), Math.Max(a, b));
        PowerCutSpan StoppedFor(double hours) => Hose(House(Answer.Yes, hours, DrivePower.MainsWithBattery)).Stopped;
        Assert.True(StoppedFor(less).LeastH <= StoppedFor(more).LeastH);
        Assert.True(StoppedFor(more).LeastH <= PackH + 1e-9);
    });
}
