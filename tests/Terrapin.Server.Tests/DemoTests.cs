using Terrapin.Core.Assessments;
using Terrapin.Core.Drives;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using Terrapin.Documents;

namespace Terrapin.Server.Tests;

/// <summary>Each demo site reaches the verdict that its story asks for.</summary>
public sealed class DemoTests
{
    [Fact]
    public void Net_Loft_is_decided_but_for_a_drain_that_takes_the_water_and_a_film_thinner_than_the_gap()
    {
        Assessment assessment = Assess("net-loft");
        Assert.Equal(TorqueVerdict.Passes, assessment.StopValves[0].Drive.Verdict);
        Assert.Equal(["leak-never-seen", "sensor-never-wet"], Stops(assessment));
        Assert.Contains(assessment.Findings, f => f.Code == "leak-never-seen" && f.Why.Contains("a drain takes its water first"));
        Assert.Contains(assessment.Findings, f => f.Code == "film-thinner-than-gap" && f.Why.Contains("Laundry"));
        Assert.Equal(["wheel-room-basin-hose", "wheel-room-tap"], assessment.Tally.NotStopped);
    }

    [Fact]
    public void Water_under_Net_Lofts_roof_runs_down_to_the_flat_and_is_heard_there()
    {
        Assessment assessment = Assess("net-loft");
        Assert.Contains(assessment.Trips, t => t is { LeakId: "bath-basin-hose", SensorId: "dishwasher", VolumeM3.High: > 0 });
    }

    [Fact]
    public void Hollin_Bank_has_its_valve_on_the_wrong_side_of_the_tank()
    {
        Assessment assessment = Assess("hollin-bank");
        Assert.Empty(Stops(assessment));
        Assert.Contains(assessment.Findings, f => f.Code == "tank-on-house-side");
        Assert.Contains(assessment.Findings, f => f.Code == "pump-against-shut-valve");
        Assert.All(assessment.Leaks, l => Assert.True(l.LostM3.High > 0.0199, "the tank empties itself into every leak"));
    }

    [Fact]
    public void Saint_Brannocs_must_wait_for_a_plumber()
    {
        Assessment assessment = Assess("saint-brannocs");
        Assert.Equal(TorqueVerdict.Stop, assessment.StopValves[0].Drive.Verdict);
        Assert.Equal(["valve-multi-turn", "sprinklers-behind-valve"], Stops(assessment).Take(2));
        Assert.All(assessment.StopValves[0].Drives, d => Assert.Equal(TorqueVerdict.Stop, d.Verdict));
    }

    [Fact]
    public void Quern_House_has_a_main_a_flat_a_bakery_before_all_of_them_and_one_rule_that_closes_the_wrong_one()
    {
        Assessment assessment = Assess("quern-house");
        Assert.Equal(["flat-1", "flat-2", "flat-3"], assessment.StopValves.Select(m => m.StopValveId));
        Assert.All(assessment.StopValves, m => Assert.Equal((StopValveRole.Driven, TorqueVerdict.Passes, 4), (m.Role, m.Drive.Verdict, m.StopsLeaks.Count)));
        Assert.Equal(["leak-before-every-main", "leak-without-sensor", "rule-closes-wrong-main"], Stops(assessment).Order());
        Assert.Equal(["mixer-hose", "sink-3", "dishwasher-3", "basin-3", "wc-3"], assessment.Tally.NotStopped);
    }

    [Fact]
    public void Net_Loft_is_mended_in_one_of_its_options_and_cheaper_drives_do_not_turn_its_valve()
    {
        Plan plan = SiteArchive.Read(File.ReadAllBytes(Path.Combine(Golden.Root(), "demo/net-loft.terrapin.json"))).Plan;
        IReadOnlyList<OptionAssessment> compared = OptionComparison.Of(plan);
        Assert.Equal([2, 0, 19], compared.Select(o => o.Tally.NotStopped.Count));
        Assert.True(compared[2].Tally.TorqueRatio < Torque.Reserve);
    }

    [Fact]
    public void A_site_file_of_version_1_is_read_and_saved_as_the_present_one()
    {
        byte[] file = File.ReadAllBytes(Path.Combine(Golden.Root(), "tests/Terrapin.Server.Tests/Files/site-version-1.terrapin.json"));
        SiteArchive read = SiteArchive.Read(file);
        Assert.Equal(Plan.CurrentVersion, read.Plan.Version);
        Assert.Equal("main", read.Plan.Building.Supply.Tank!.AfterStopValveId);
        Assert.Equal(read.Plan.Installation.Drives[0].SpecId, SiteArchive.Read(SiteArchive.Of(read.Plan, 1, "Ines", DateTimeOffset.UnixEpoch, read.Log).Write()).Plan.Installation.Drives[0].SpecId);
    }

    private static Assessment Assess(string name) =>
        Assessor.Assess(SiteArchive.Read(File.ReadAllBytes(Path.Combine(Golden.Root(), $"demo/{name}.terrapin.json"))).Plan);

    private static List<string> Stops(Assessment assessment) =>
        [.. assessment.Findings.Where(f => f.Severity == Core.Findings.Severity.Stop).Select(f => f.Code).Distinct()];
}
