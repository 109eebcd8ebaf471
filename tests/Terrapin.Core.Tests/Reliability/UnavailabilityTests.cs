using CsCheck;
using Terrapin.Core.Model;
using Terrapin.Core.Reliability;

namespace Terrapin.Core.Tests.Reliability;

public class UnavailabilityTests
{
    private const double Year = FailureFigures.YearS;

    [Theory]
    [InlineData(0.02, 1, 0.00993)]
    [InlineData(0.02, 0.25, 0.0024958)]
    [InlineData(0.5, 2, 0.3678794)]
    [InlineData(0, 5, 0)]
    public void The_mean_over_the_interval_has_its_worked_numbers(double perYear, double years, double expected) =>
        Assert.Equal(expected, Unavailability.Hidden(perYear, years * Year), 5e-6);

    [Fact]
    public void It_is_the_mean_of_having_failed_over_the_interval() => Gen.Select(Gen.Double[1e-5, 5], Gen.Double[0.01, 20]).Sample((perYear, years) =>
    {
        // Simpson's sum of 1 − e^(−λt).
        const int Steps = 400;
        double Failed(double t) => 1 - Math.Exp(-perYear * t);
        double sum = Enumerable.Range(0, Steps + 1).Sum(i => (i is 0 or Steps ? 1 : i % 2 == 1 ? 4 : 2) * Failed(years * i / Steps)) / (3 * Steps);
        double found = Unavailability.Hidden(perYear, years * Year);
        return Math.Abs(found - sum) <= 1e-6 + (1e-6 * sum);
    });

    [Fact]
    public void Where_the_series_begins_nothing_jumps_and_small_rates_keep_their_digits()
    {
        Assert.Equal(Unavailability.Hidden(0.00099999, Year), Unavailability.Hidden(0.00100001, Year), 7);
        Assert.Equal(5e-10, Unavailability.Hidden(1e-9, Year), 1e-15);
        double below = Unavailability.Hidden(0.001 - 1e-12, Year);
        double above = Unavailability.Hidden(0.001 + 1e-12, Year);
        Assert.Equal(below, above, 1e-11);
    }

    [Fact]
    public void A_noticed_failure_counts_for_the_time_to_repair_alone()
    {
        // 12 a year, a month each: half of the time.
        Assert.Equal(0.5, Unavailability.Noticed(12, Year / 12), 12);
        Assert.Equal(0, Unavailability.Noticed(3, 0));
        var rate = new FailureRate { Kind = PartKind.Sensor, PerYear = 0.1, NoticedShare = 0.75, RepairS = 3 * 86400 };
        double hidden = Unavailability.Hidden(0.025, Year);
        double noticed = Unavailability.Noticed(0.075, 3 * 86400);
        Assert.Equal(1 - ((1 - hidden) * (1 - noticed)), Unavailability.Of(rate, 1, Year)!.Value, 12);
    }

    [Fact]
    public void A_missing_figure_leaves_it_unknown_unless_it_has_no_part_in_it()
    {
        var rate = new FailureRate { Kind = PartKind.Hub, PerYear = 0.1, NoticedShare = 0.5, RepairS = 86400 };
        Assert.NotNull(Unavailability.Of(rate, 1, Year));
        Assert.Null(Unavailability.Of(rate, 1, null));
        Assert.Null(Unavailability.Of(rate with { RepairS = null }, 1, Year));
        Assert.Null(Unavailability.Of(rate with { PerYear = null }, 1, Year));
        Assert.NotNull(Unavailability.Of(rate with { NoticedShare = null, RepairS = null }, 1, Year));
        Assert.NotNull(Unavailability.Of(rate with { NoticedShare = 1 }, 1, null));
        Assert.Equal(0, Unavailability.Of(rate with { PerYear = 0, RepairS = null }, 1, null));
    }

    [Theory]
    [InlineData(PartKind.Mains)]
    [InlineData(PartKind.Internet)]
    [InlineData(PartKind.CloudService)]
    public void What_is_used_every_day_waits_for_no_test(PartKind kind)
    {
        var rate = new FailureRate { Kind = kind, PerYear = 2, NoticedShare = 0, RepairS = 7200 };
        Assert.Equal(Unavailability.Noticed(2, 7200), Unavailability.Of(rate, 1, null)!.Value, 12);
    }

    [Fact]
    public void A_longer_interval_is_never_better() => Gen.Select(Gen.Double[0, 10], Gen.Double[0, 1], Gen.Double[1, 1e7], Gen.Double[1, 6e8], Gen.Double[1, 6e8]).Sample((perYear, noticed, repair, one, other) =>
    {
        var rate = new FailureRate { Kind = PartKind.Drive, PerYear = perYear, NoticedShare = noticed, RepairS = repair };
        return Unavailability.Of(rate, 1, Math.Min(one, other)) <= Unavailability.Of(rate, 1, Math.Max(one, other)) + 1e-12;
    });
}
