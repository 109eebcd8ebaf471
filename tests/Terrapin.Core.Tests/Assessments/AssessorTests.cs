using Terrapin.Core.Assessments;
using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Assessments;

public class AssessorTests
{
    [Fact]
    public void A_complete_house_has_no_stop_and_every_stage_done()
    {
        Assessment assessment = Assessor.Assess(House());
        Assert.DoesNotContain(assessment.Findings, f => f.Severity >= Severity.Caution);
        Assert.All(assessment.Stages, s => Assert.Equal(StageState.Done, s.State));
        Assert.Equal("hose", assessment.Tally.Worst!.LeakId);
        Assert.Empty(assessment.Tally.NotStopped);
        Assert.Equal(4, assessment.Leaks.Count);
    }

    [Fact]
    public void A_new_site_is_untouched_and_says_what_is_missing()
    {
        Assessment assessment = Assessor.Assess(NewSite.Named("New"));
        Assert.All(assessment.Stages, s => Assert.Equal(StageState.Untouched, s.State));
        Assert.Null(assessment.Tally.Worst);
        Assert.Contains(assessment.Findings, f => f.Code == "valve-kind-unknown");
        Assert.Contains(assessment.Findings, f => f.Code == "drive-not-chosen");
    }

    [Fact]
    public void What_is_not_measured_is_a_finding_with_its_place_and_counted()
    {
        Plan plan = House();
        Assessment assessment = Assessor.Assess(plan.WithBuilding(b => b with { Supply = new WaterSupply() }));
        Finding finding = Assert.Single(assessment.Findings, f => f.Where == "/building/supply/staticPressurePa");
        Assert.Equal(Severity.Caution, finding.Severity);
        Assert.Equal(1e5, finding.Numbers["from"].Value);
        Assert.Contains(assessment.Findings, f => f.Code == "supply-not-tested");
        Assert.Equal(2, assessment.Tally.NotMeasured);
    }

    [Fact]
    public void An_endless_leak_is_worse_than_any_number()
    {
        Plan plan = House();
        Room cellar = plan.Building.Rooms[0] with { Id = "cellar", Leaks = [plan.Building.Rooms[0].Leaks[0] with { Id = "drip", Kind = LeakKind.Drip, HoleM = null, FlowM3PerS = 1e-7 }] };
        Assessment assessment = Assessor.Assess(plan.WithBuilding(b => b with { Rooms = [plan.Building.Rooms[0], cellar] }));
        Assert.Equal("drip", assessment.Tally.Worst!.LeakId);
        Assert.Equal(["drip"], assessment.Tally.NotStopped);
        Assert.Equal(Outcome.Nothing, assessment.Tally.Worst.Outcome);
    }

    [Fact]
    public void A_mode_that_no_rule_covers_is_a_stop_and_one_that_only_tells_a_caution()
    {
        Plan plan = House();
        Plan gaps = plan.WithInstallation(i => i with
        {
            Rules =
            [
                plan.Installation.Rules[0] with { Modes = [Mode.Away, Mode.Asleep] },
                plan.Installation.Rules[0] with { Id = "tell", Modes = [Mode.Home], Action = RuleAction.TellOnly },
            ],
        });
        IReadOnlyList<Finding> findings = Assessor.Assess(gaps).Findings;
        Assert.Contains("holiday", Assert.Single(findings, f => f.Code == "no-rule-in-mode").Why);
        Assert.Contains("home", Assert.Single(findings, f => f.Code == "only-told-in-mode").Why);
    }

    [Fact]
    public void Drives_are_ranked_by_whether_they_turn_it_then_by_litres()
    {
        Plan plan = House();
        plan = plan.WithoutDrive().WithStopValve(m => m with { PullToClose = new PullReading { PullN = 85, ArmM = 0.14 } });
        IReadOnlyList<RankedDrive> drives = Assessor.Assess(plan).StopValves[0].Drives;
        Assert.Equal(["cv-22", "sa-20", "sd-12", "st-16"], drives.Select(d => d.SpecId));
        Assert.All(drives.Skip(2), d => Assert.Contains(d.Against, f => f.Code == "drive-too-weak"));

        plan = plan.WithDrive(new FittedDrive { Id = "drive", StopValveId = "main", SpecId = "sa-20", Power = DrivePower.Mains, Seen = Tight(12) });
        RankedDrive saddle = Assessor.Assess(plan).StopValves[0].Drives.Single(d => d.SpecId == "sa-20");
        Assert.Equal(TorqueVerdict.Caution, saddle.Verdict);
        Close(4.81e-3, saddle.StrokeM3!.Value);
    }

    [Fact]
    public void Each_sensor_says_after_how_many_litres_it_knows()
    {
        SensorTrip trip = Assert.Single(Assessor.Assess(House()).Trips);
        Close(6.17e-3, trip.VolumeM3.High!.Value);
        Assert.Equal(trip.VolumeM3.Low, trip.VolumeM3.High);
        Close((6.17 / 33.3 * 60) + 1, trip.TimeS!.Value, 0.01);
    }

    [Fact]
    public void Sensors_that_no_rule_listens_to_are_one_finding()
    {
        Plan With(int sensors, params Rule[] rules) => House().WithInstallation(i => i with { Sensors = [.. Enumerable.Range(0, sensors).Select(n => i.Sensors[0] with { Id = $"s{n}", Name = $"S {n}" })], Rules = rules });
        Finding[] Unheard(Plan plan) => [.. Assessor.Assess(plan).Findings.Where(f => f.Code is "sensor-without-rule" or "no-rule-in-mode")];
        Finding ten = Assert.Single(Unheard(With(10)));
        Assert.Contains("\"S 0\", \"S 1\"", ten.Why, StringComparison.Ordinal);
        Assert.Contains("\"S 7\" and 2 more: when one of them", ten.Why, StringComparison.Ordinal);
        Assert.EndsWith("installation/rules", ten.Where, StringComparison.Ordinal);
        Rule rule = House().Installation.Rules[0];
        Finding one = Assert.Single(Unheard(With(3, rule with { SensorIds = ["s0", "s1"] })));
        Assert.EndsWith("installation/sensors/2", one.Where, StringComparison.Ordinal);
        Assert.Contains("to \"S 2\": when it gets wet", one.Why, StringComparison.Ordinal);
        Assert.Empty(Unheard(With(3, rule with { SensorIds = [], AllBut = true })));
    }

    [Theory]
    [InlineData("hub-not-chosen")]
    [InlineData("sensor-without-rule")]
    [InlineData("rule-without-sensor")]
    [InlineData("rule-without-mode")]
    public void Gaps_in_the_rules_are_stops(string code)
    {
        Plan plan = House();
        Plan broken = code switch
        {
            "hub-not-chosen" => plan.WithInstallation(i => i with { Hubs = [] }),
            "sensor-without-rule" => plan.WithInstallation(i => i with { Rules = [] }),
            "rule-without-sensor" => plan.WithRule(r => r with { SensorIds = [] }),
            _ => plan.WithRule(r => r with { Modes = [] }),
        };
        Assert.Contains(Assessor.Assess(broken).Findings, f => f.Code == code && f.Severity == Severity.Stop);
    }

    [Fact]
    public void Every_number_named_in_a_finding_is_given_with_it()
    {
        Plan plan = House();
        IEnumerable<Plan> plans = [plan, NewSite.Named("New"), plan.WithStopValve(m => m with { PullToOpen = null, PullToClose = null }).WithBuilding(b => b with { Supply = new WaterSupply() })];
        foreach (Finding finding in plans.SelectMany(p => Assessor.Assess(p).Findings))
        {
            foreach (System.Text.RegularExpressions.Match match in System.Text.RegularExpressions.Regex.Matches(finding.Why, @"\{(\w+)\}"))
            {
                Assert.Contains(match.Groups[1].Value, finding.Numbers.Keys);
            }
        }
    }
}
