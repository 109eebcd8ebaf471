using System.Text;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Terrapin.Core.Assessments;
using Terrapin.Core.Model;

namespace Terrapin.Documents.Tests;

public class BatteryIcsTests
{
    private static readonly Plan Demo = SiteArchive.Read(File.ReadAllBytes(Path.Combine(Golden.Root(), "demo/net-loft.terrapin.json"))).Plan;
    private static readonly BatteryCalendar Batteries = BatteryCalendar.Of(Demo, new DateOnly(2026, 11, 27));
    private static readonly DateTimeOffset Now = new(2026, 11, 27, 9, 0, 0, TimeSpan.Zero);

    private static Calendar Read(byte[] file) => Calendar.Load(Encoding.UTF8.GetString(file))!;

    [Fact]
    public void Each_visit_is_a_day_that_names_the_devices()
    {
        Calendar read = Read(BatteryIcs.Write(Demo, Batteries, Now));
        Assert.Equal(Batteries.Visits.Select(v => v.Month), read.Events.Select(e => e.Start!.Date));
        foreach ((CalendarEvent day, BatteryVisit visit) in read.Events.Zip(Batteries.Visits))
        {
            Assert.True(day.IsAllDay);
            Assert.Contains(Demo.Site.Name, day.Summary!, StringComparison.Ordinal);
            Assert.Equal(visit.DeviceIds.Count, day.Description!.Split('\n').Length);
        }
    }

    [Fact]
    public void Written_again_it_is_the_same_visits()
    {
        string[] Uids(DateTimeOffset at) => [.. Read(BatteryIcs.Write(Demo, Batteries, at)).Events.Select(e => e.Uid!)];
        Assert.Equal(Uids(Now), Uids(Now.AddDays(30)));
        Assert.Equal(Uids(Now).Length, Uids(Now).Distinct().Count());
    }

    [Fact]
    public void A_name_with_signs_of_the_format_stays_one_line_of_it()
    {
        Plan odd = Demo with { Site = Demo.Site with { Name = "Loft; upper, \"north\"\nEND:VCALENDAR" } };
        CalendarEvent day = Read(BatteryIcs.Write(odd, Batteries, Now)).Events[0]!;
        Assert.Contains(odd.Site.Name, day.Summary!, StringComparison.Ordinal);
    }
}
