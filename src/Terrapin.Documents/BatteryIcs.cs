using System.Text;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using Terrapin.Core.Assessments;
using Terrapin.Core.Model;

namespace Terrapin.Documents;

/// <summary>The visits on which batteries are changed, for a calendar (iCalendar, RFC 5545).</summary>
public static class BatteryIcs
{
    /// <summary>One event a visit, on the first of its month, for the whole day.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="batteries">Of that plan.</param>
    /// <param name="writtenAt">When it is written.</param>
    /// <returns>UTF-8.</returns>
    public static byte[] Write(Plan plan, BatteryCalendar batteries, DateTimeOffset writtenAt)
    {
        var names = batteries.Devices.ToDictionary(d => d.DeviceId, d => d.Name);
        var calendar = new Calendar { ProductId = "-//Terrapin//Batteries//EN" };
        foreach (BatteryVisit visit in batteries.Visits)
        {
            string count = visit.DeviceIds.Count == 1 ? "1 device" : $"{visit.DeviceIds.Count} devices";
            calendar.Events.Add(new CalendarEvent
            {
                // The same visit written again takes the place of the one before.
                Uid = $"batteries-{visit.Month:yyyy-MM}-{Uid(plan.Site.Name)}@terrapin",
                DtStamp = new CalDateTime(writtenAt.UtcDateTime, "UTC"),
                Start = new CalDateTime(visit.Month),
                End = new CalDateTime(visit.Month.AddDays(1)),
                Summary = $"Change batteries at {plan.Site.Name}: {count}",
                Description = string.Join('\n', visit.DeviceIds.Select(id => names[id])),
            });
        }

        return Encoding.UTF8.GetBytes(new CalendarSerializer().SerializeToString(calendar)!);
    }

    private static string Uid(string name) => string.Concat(name.ToLowerInvariant().Select(c => char.IsAsciiLetterOrDigit(c) ? c : '-'));
}
