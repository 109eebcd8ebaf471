using Terrapin.Core.Assessments;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Reliability;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Assessments;

/// <summary>Which failures leave a leak running, how likely that is, and how often to test.</summary>
public class TrustTests
{
    private const double Year = FailureFigures.YearS;

    [Fact]
    public void In_a_house_with_one_of_each_every_part_alone_defeats_it()
    {
        TrustRow row = Assert.Single(Trust.Of(House(), new AssessmentMemory()).Rows);
        Assert.Equal(Enum.GetValues<Mode>(), row.Modes);
        Assert.Equal(["drive drive", "hub", "mains", "sensor puck", "stopValve main"], Texts(row));
        Assert.Null(row.OnDemand);
        Assert.Null(row.LongestTestS);
    }

    [Fact]
    public void Figures_that_are_missing_are_named_and_no_others()
    {
        Assert.Equal([PartKind.Sensor, PartKind.Hub, PartKind.Mains, PartKind.Drive, PartKind.StopValve], Trust.Of(House(), new AssessmentMemory()).Missing);
        Plan known = Known(House());
        Assert.Empty(Trust.Of(known, new AssessmentMemory()).Missing);
        Plan untested = known with { Failures = known.Failures! with { TestEveryS = null } };
        Assert.Equal([PartKind.Sensor, PartKind.Hub, PartKind.Drive, PartKind.StopValve], Trust.Of(untested, new AssessmentMemory()).Missing);
    }

    [Fact]
    public void The_worked_house_has_its_worked_probability()
    {
        // 0.02 a year tested every year is 0.00993 for each of four; two power cuts a year of two hours are 0.000456.
        TrustRow row = Assert.Single(Trust.Of(Known(House()), new AssessmentMemory()).Rows);
        double expected = 1 - (Math.Pow(1 - 0.009934, 4) * (1 - (4 * 3600 / Year / (1 + (4 * 3600 / Year)))));
        Assert.Equal(expected, row.OnDemand!.Value, 1e-5);
        Assert.Equal(0.009934, row.Sets.First(s => s.Parts[0].Kind == PartKind.Hub).Probability!.Value, 1e-6);
        // Of the four that fail alike each adds alike.
        Assert.Equal(3, row.Shares.Count);
        Assert.All(row.Shares, s => Assert.Equal(row.Shares[0].Share, s.Share, 9));
        Assert.DoesNotContain(row.Shares, s => s.Part.Kind == PartKind.Mains);
        Assert.Equal(0.009934 * (1 - expected) / (1 - 0.009934) / expected, row.Shares[0].Share, 1e-4);
    }

    [Fact]
    public void The_longest_interval_meets_the_target_and_lies_on_the_curve()
    {
        Plan plan = Known(House());
        TrustRow row = Assert.Single(Trust.Of(plan, new AssessmentMemory()).Rows);
        Assert.True(row.OnDemand > 0.02);
        Assert.InRange(row.LongestTestS!.Value, 0.4 * Year, 0.6 * Year);
        Plan oftener = plan with { Failures = plan.Failures! with { TestEveryS = row.LongestTestS } };
        Assert.Equal(0.02, Assert.Single(Trust.Of(oftener, new AssessmentMemory()).Rows).OnDemand!.Value, 1e-6);
        IReadOnlyList<TrustPoint> curve = Trust.CurveOf(plan, "hose", Mode.Away, new AssessmentMemory());
        Assert.Equal(33, curve.Count);
        Assert.Equal(Year / 52, curve[0].TestEveryS, 1.0);
        Assert.Equal(20 * Year, curve[^1].TestEveryS, 1.0);
        Assert.True(curve.Zip(curve.Skip(1)).All(p => p.First.OnDemand < p.Second.OnDemand));
        Assert.All(curve, p => Assert.Equal(p.OnDemand <= 0.02, p.TestEveryS <= row.LongestTestS));
        Assert.Empty(Trust.CurveOf(House(), "hose", Mode.Away, new AssessmentMemory()));
    }

    [Fact]
    public void A_link_makes_a_pair_of_the_hub_and_what_the_link_hangs_on()
    {
        Plan linked = House().WithInstallation(i => i with { Links = [new DirectLink { SensorId = "puck", DriveId = "drive" }] });
        Assert.Equal(["drive drive", "mains", "sensor puck", "stopValve main"], Texts(Assert.Single(Trust.Of(linked, new AssessmentMemory()).Rows)));
    }

    [Fact]
    public void Two_sensors_are_a_pair_and_one_batch()
    {
        TrustRow row = Assert.Single(Trust.Of(Known(Doubled(null, null)), new AssessmentMemory()).Rows);
        Assert.Equal(["drive drive", "hub", "mains", "sensorBatch puck", "stopValve main", "sensor puck, sensor second"], Texts(row));
        // β of a tenth: 0.002 a year for the batch, 0.018 for each by itself.
        Assert.Equal(Unavailability.Hidden(0.002, Year), row.Sets.First(s => s.Parts[0].Kind == PartKind.SensorBatch).Probability!.Value, 12);
        Assert.Equal(Math.Pow(Unavailability.Hidden(0.018, Year), 2), row.Sets[^1].Probability!.Value, 12);

        TrustRow apart = Assert.Single(Trust.Of(Known(Doubled("K 31", "L 02")), new AssessmentMemory()).Rows);
        Assert.DoesNotContain(apart.Sets, s => s.Parts[0].Kind == PartKind.SensorBatch);
        Assert.Equal(Math.Pow(Unavailability.Hidden(0.02, Year), 2), apart.Sets[^1].Probability!.Value, 12);
        Assert.True(apart.OnDemand < row.OnDemand);
        Assert.Equal(Texts(row), Texts(Assert.Single(Trust.Of(Known(Doubled("K 31", "K 31")), new AssessmentMemory()).Rows)));
    }

    [Fact]
    public void What_runs_on_with_nothing_broken_is_sure_to_and_modes_that_differ_are_apart()
    {
        Plan plan = Known(House().WithRule(r => r with { Modes = [Mode.Away, Mode.Holiday] }));
        IReadOnlyList<TrustRow> rows = Trust.Of(plan, new AssessmentMemory()).Rows;
        Assert.Equal(2, rows.Count);
        Assert.Equal([Mode.Home, Mode.Asleep], rows[0].Modes);
        Assert.Empty(Assert.Single(rows[0].Sets).Parts);
        Assert.Equal((1, 0), (rows[0].OnDemand, rows[0].LongestTestS));
        Assert.Equal([Mode.Away, Mode.Holiday], rows[1].Modes);
    }

    [Fact]
    public void Rules_in_a_cloud_hang_on_it_and_on_the_internet()
    {
        Plan plan = House();
        Plan inCloud = plan with { Catalogue = plan.Catalogue with { Hubs = [.. plan.Catalogue.Hubs.Select(h => h with { LogicInCloud = Answer.Yes })] } };
        Assert.Equal(["cloudService", "drive drive", "hub", "internet", "mains", "sensor puck", "stopValve main"], Texts(Assert.Single(Trust.Of(inCloud, new AssessmentMemory()).Rows)));
    }

    [Fact]
    public void A_drive_on_batteries_behind_a_hub_with_a_backup_needs_no_mains()
    {
        Plan plan = House().WithDrive(d => d with { Power = DrivePower.Batteries });
        Assert.Equal(["drive drive", "hub", "sensor puck", "stopValve main"], Texts(Assert.Single(Trust.Of(plan, new AssessmentMemory()).Rows)));
    }

    [Fact]
    public void Each_part_of_a_set_is_needed_for_it_and_what_is_in_none_is_not()
    {
        Plan plan = Doubled("a", "b");
        foreach (TrustSet set in Trust.Of(plan, new AssessmentMemory()).Rows.SelectMany(r => r.Sets).Where(s => s.Parts.All(p => p.Kind == PartKind.Sensor)))
        {
            Plan Without(IEnumerable<Part> gone) => plan.WithInstallation(i => i with
            {
                Sensors = [.. i.Sensors.Where(s => gone.All(p => p.Id != s.Id))],
                Rules = [.. i.Rules.Select(r => r with { SensorIds = [.. r.SensorIds.Where(id => gone.All(p => p.Id != id))] })],
            });
            Assert.True(Rehearser.Of(Without(set.Parts), "hose", Mode.Away).Endless);
            Assert.All(set.Parts, spared => Assert.False(Rehearser.Of(Without(set.Parts.Where(p => p != spared)), "hose", Mode.Away).Endless));
        }
    }

    /// <summary>A second sensor beside the first.</summary>
    private static Plan Doubled(string? batch, string? otherBatch) => House().WithInstallation(i => i with
    {
        Sensors = [i.Sensors[0] with { Batch = batch }, i.Sensors[0] with { Id = "second", Name = "Second", Batch = otherBatch }],
        Rules = [i.Rules[0] with { SensorIds = ["puck", "second"] }],
    });

    /// <summary>0.02 a year each, power cuts of two hours twice a year, tested every year, for at most 2 in a hundred.</summary>
    private static Plan Known(Plan plan) => plan with
    {
        Failures = new FailureFigures
        {
            Rates =
            [
                .. ((PartKind[])[PartKind.Sensor, PartKind.Hub, PartKind.Drive, PartKind.StopValve]).Select(kind => new FailureRate { Kind = kind, PerYear = 0.02 }),
                new FailureRate { Kind = PartKind.Mains, PerYear = 2, RepairS = 7200 },
            ],
            TestEveryS = Year,
            CommonShare = 0.1,
            Target = 0.02,
        },
    };

    /// <summary>The sets in words, pairs last.</summary>
    private static IEnumerable<string> Texts(TrustRow row) =>
        row.Sets.OrderBy(s => s.Parts.Count).ThenBy(Text, StringComparer.Ordinal).Select(Text);

    private static string Text(TrustSet set) => string.Join(", ", set.Parts.Select(p => p.Id is null ? Words.Of(p.Kind) : $"{Words.Of(p.Kind)} {p.Id}"));
}
