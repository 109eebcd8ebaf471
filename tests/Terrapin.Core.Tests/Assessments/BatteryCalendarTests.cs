using CsCheck;
using Terrapin.Core.Assessments;
using Terrapin.Core.Model;

namespace Terrapin.Core.Tests.Assessments;

/// <summary>When batteries are changed, apart and together.</summary>
public class BatteryCalendarTests
{
    private static readonly DateOnly Fitted = new(2026, 11, 27);

    /// <summary>One sensor a life, years; nothing is drawn but by self-discharge, so that the life is usable share over it.</summary>
    private static Plan With(params double?[] years)
    {
        Plan plan = Samples.House();
        SensorSpec spot = plan.Catalogue.Sensors.First(s => s.Id == "s4");
        SensorSpec[] specs = [.. years.Select((y, i) => spot with
        {
            Id = $"spec-{i}",
            Battery = y is { } life ? spot.Battery! with { UsableShare = 0.5, SelfDischargePerYear = 0.5 / life, SleepUa = 0, ReportJ = 0 } : null,
        })];
        Sensor sensor = plan.Installation.Sensors[0];
        return plan with
        {
            Catalogue = plan.Catalogue with { Sensors = [.. plan.Catalogue.Sensors, .. specs] },
            Installation = plan.Installation with { Sensors = [.. specs.Select((s, i) => sensor with { Id = $"s{i}", Name = $"Sensor {i}", SpecId = s.Id })] },
        };
    }

    [Fact]
    public void A_battery_is_changed_the_month_before_it_is_empty()
    {
        BatteryDue due = Assert.Single(BatteryCalendar.Of(With(2.5), Fitted).Devices);
        Assert.Equal((2.5, false, new DateOnly(2029, 4, 1)), (Math.Round(due.Years, 9), due.IsCapped, due.ChangeBy));
    }

    [Fact]
    public void It_says_how_many_cells_of_which_size_to_bring()
    {
        Plan plan = With(2.5);
        BatteryDue due = Assert.Single(BatteryCalendar.Of(plan, Fitted).Devices);
        Assert.Equal((BatteryCells.Alkaline, 2, CellSize.Aaa), (due.Cells, due.Count!.Value, due.Size));
        Plan changed = plan.WithInstallation(i => i with { Sensors = [i.Sensors[0] with { Cells = BatteryCells.Lithium }] });
        Assert.Equal(BatteryCells.Lithium, Assert.Single(BatteryCalendar.Of(changed, Fitted).Devices).Cells);
    }

    [Fact]
    public void Beyond_ten_years_none_is_trusted_and_what_is_not_known_is_named()
    {
        BatteryCalendar calendar = BatteryCalendar.Of(With(25, null), Fitted);
        BatteryDue due = Assert.Single(calendar.Devices);
        Assert.Equal((10, true, new DateOnly(2036, 10, 1)), (due.Years, due.IsCapped, due.ChangeBy));
        Assert.Equal(["Sensor 1"], calendar.NotKnown);
    }

    [Fact]
    public void What_falls_near_is_changed_together_and_says_what_it_takes()
    {
        // Due in 23, 28 and 83 months: apart in 23, 28, 46, 56, 69, 83, 84, 92, 112, 115.
        BatteryCalendar calendar = BatteryCalendar.Of(With(2.01, 2.45, 7.02), Fitted);
        Assert.Equal(10, calendar.VisitsApart);
        Assert.Equal(["s0 s1", "s0 s1", "s0 s1", "s0 s2", "s0 s1", "s0 s1"], calendar.Visits.Select(v => string.Join(' ', v.DeviceIds.Order())));
        Assert.Equal(new DateOnly(2028, 10, 1), calendar.Visits[0].Month);
        Assert.Equal(12 - 10, calendar.MoreSets);
    }

    [Fact]
    public void Together_no_battery_ever_runs_out_and_no_more_visits_are_made() => Gen.Double[0.6, 14].Array[1, 8].Sample(lives =>
    {
        BatteryCalendar calendar = BatteryCalendar.Of(With([.. lives.Select(l => (double?)l)]), Fitted);
        Assert.True(calendar.Visits.Count <= calendar.VisitsApart);
        Assert.True(calendar.MoreSets >= 0);
        foreach (BatteryDue device in calendar.Devices)
        {
            DateOnly last = new(Fitted.Year, Fitted.Month, 1);
            foreach (BatteryVisit visit in calendar.Visits.Where(v => v.DeviceIds.Contains(device.DeviceId)))
            {
                Assert.True(visit.Month <= last.AddMonths(Math.Max(1, (int)(device.Years * 12))));
                last = visit.Month;
            }

            Assert.True(last.AddMonths(Math.Max(1, (int)(device.Years * 12))) >= new DateOnly(2036, 11, 1));
        }
    });

    [Fact]
    public void Without_anything_on_batteries_there_is_nothing_to_change()
    {
        BatteryCalendar calendar = BatteryCalendar.Of(With(), Fitted);
        Assert.Equal((0, 0, 0), (calendar.Devices.Count, calendar.Visits.Count, calendar.VisitsApart));
    }
}
