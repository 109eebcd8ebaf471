using Terrapin.Core.Model;
using Terrapin.Core.Power;
using Terrapin.Core.Sensors;

namespace Terrapin.Core.Assessments;

/// <summary>When a device's battery is to be changed.</summary>
/// <param name="DeviceId">A sensor or a drive.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Years">As the model says, at most what a battery keeps on the shelf.</param>
/// <param name="IsCapped">Whether the model says longer than that.</param>
/// <param name="ChangeBy">First of the month before it is empty.</param>
/// <param name="Cells">What they are made of.</param>
/// <param name="Count">How many; <see langword="null"/>: not said.</param>
/// <param name="Size">As it is sold.</param>
public sealed record BatteryDue(string DeviceId, string Name, double Years, bool IsCapped, DateOnly ChangeBy, BatteryCells Cells = BatteryCells.Unknown, int? Count = null, CellSize Size = CellSize.Unknown);

/// <summary>A visit to change batteries.</summary>
/// <param name="Month">Its first day.</param>
/// <param name="DeviceIds">Whose batteries are changed.</param>
public sealed record BatteryVisit(DateOnly Month, IReadOnlyList<string> DeviceIds);

/// <summary>When whose batteries are changed: each when it is due, or together.</summary>
public sealed record BatteryCalendar
{
    /// <summary>No battery is trusted longer, whatever the model says: what it loses on the shelf, years.</summary>
    public const double ShelfYears = 10;

    /// <summary>So far ahead visits are looked at, years.</summary>
    public const int HorizonYears = 10;

    /// <summary>On a visit everything is changed that would be due within so many months.</summary>
    public const int TogetherMonths = 12;

    private const int MonthsAYear = 12;

    /// <summary>Those whose life is known, the first to be changed first.</summary>
    public required IReadOnlyList<BatteryDue> Devices { get; init; }

    /// <summary>Names of those on batteries whose life is not known.</summary>
    public required IReadOnlyList<string> NotKnown { get; init; }

    /// <summary>Visits over the horizon where each is changed when it is due.</summary>
    public required int VisitsApart { get; init; }

    /// <summary>Visits over the horizon where what falls near is changed together.</summary>
    public required IReadOnlyList<BatteryVisit> Visits { get; init; }

    /// <summary>Sets of batteries that the visits together take more.</summary>
    public required int MoreSets { get; init; }

    /// <summary>Of all sensors and of the drives that live on batteries.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="fitted">When all of them got new batteries.</param>
    public static BatteryCalendar Of(Plan plan, DateOnly fitted)
    {
        (string Id, string Name, double? Years, BatteryCells Cells, int? Count, CellSize Size)[] lives = [.. Lives(plan)];
        BatteryDue[] due = [.. lives.Where(l => l.Years is not null).Select(l => Due(l.Id, l.Name, l.Years!.Value, fitted) with { Cells = l.Cells, Count = l.Count, Size = l.Size }).OrderBy(d => d.ChangeBy)];
        (BatteryDue Device, int Months)[] every = [.. due.Select(d => (d, MonthsOf(d.Years)))];
        HashSet<int> apart = [.. every.SelectMany(e => Enumerable.Range(1, (HorizonYears * MonthsAYear) / e.Months).Select(n => n * e.Months))];
        (List<BatteryVisit> visits, int sets) = Together(every, fitted);
        return new BatteryCalendar
        {
            Devices = due,
            NotKnown = [.. lives.Where(l => l.Years is null).Select(l => l.Name)],
            VisitsApart = apart.Count,
            Visits = visits,
            MoreSets = sets - every.Sum(e => (HorizonYears * MonthsAYear) / e.Months),
        };
    }

    private static (List<BatteryVisit> Visits, int Sets) Together((BatteryDue Device, int Months)[] every, DateOnly fitted)
    {
        int[] next = [.. every.Select(e => e.Months)];
        var visits = new List<BatteryVisit>();
        int sets = 0;
        while (next.Length > 0 && next.Min() is var month && month <= HorizonYears * MonthsAYear)
        {
            int[] changed = [.. Enumerable.Range(0, every.Length).Where(i => next[i] <= month + TogetherMonths)];
            foreach (int i in changed)
            {
                next[i] = month + every[i].Months;
            }

            sets += changed.Length;
            visits.Add(new BatteryVisit(FirstOf(fitted.AddMonths(month)), [.. changed.Select(i => every[i].Device.DeviceId)]));
        }

        return (visits, sets);
    }

    private static IEnumerable<(string Id, string Name, double? Years, BatteryCells Cells, int? Count, CellSize Size)> Lives(Plan plan)
    {
        Dictionary<string, double?> years = SensorLife.Of(plan).ToDictionary(l => l.SensorId, l => l.Years);
        foreach (Sensor sensor in plan.Installation.Sensors)
        {
            SensorBattery? battery = plan.SpecOf(sensor).Battery;
            yield return (sensor.Id, sensor.Name, years.GetValueOrDefault(sensor.Id), sensor.Cells ?? battery?.Cells ?? default, battery?.Count, battery?.Size ?? default);
        }

        foreach (FittedDrive drive in plan.Installation.Drives.Where(d => d.Power == DrivePower.Batteries))
        {
            DriveBattery? battery = plan.SpecOf(drive).Battery;
            yield return (drive.Id, plan.NameOf(drive), PowerOutlook.Of(drive, plan.SpecOf(drive), plan.StopValve(drive.StopValveId).Place.ColdestC, "").LifeYears, drive.Cells ?? battery?.Cells ?? default, battery?.Count, battery?.Size ?? default);
        }
    }

    private static BatteryDue Due(string id, string name, double years, DateOnly fitted)
    {
        double trusted = Math.Min(years, ShelfYears);
        return new BatteryDue(id, name, trusted, years > ShelfYears, FirstOf(fitted.AddMonths(MonthsOf(trusted))));
    }

    /// <summary>The month before the model says empty; never before the next.</summary>
    private static int MonthsOf(double years) => Math.Max(1, (int)Math.Floor(years * MonthsAYear) - 1);

    private static DateOnly FirstOf(DateOnly day) => new(day.Year, day.Month, 1);
}
