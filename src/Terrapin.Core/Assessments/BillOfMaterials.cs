using System.Text.Json.Serialization;
using Terrapin.Core.Model;

namespace Terrapin.Core.Assessments;

[JsonConverter(typeof(CamelCase<DeviceKind>))]
public enum DeviceKind
{
    Drive,
    Sensor,
    Hub,
    Repeater,
}

/// <summary>So many of one device.</summary>
/// <param name="For">Where each goes: stop valves, or the devices' own names.</param>
/// <param name="UnitPrice"><see langword="null"/>: the catalogue has none.</param>
/// <param name="Amount">All of them; <see langword="null"/> without a price.</param>
public sealed record BillLine(DeviceKind Kind, string SpecId, string Name, int Quantity, PriceFigure? UnitPrice, double? Amount, IReadOnlyList<string> For);

/// <summary>What the customer's own figures make of a price. No odds are calculated: nobody knows them.</summary>
/// <param name="YearsByRebate">Until the rebate alone has paid it; <see langword="null"/>: no rebate was given.</param>
/// <param name="EventsToPay">How many avoided events pay it; <see langword="null"/>: no cost of an event was given.</param>
/// <param name="LeftAfterOneEvent">What is still to be paid after one avoided event; below zero it has paid for itself.</param>
/// <param name="YearsByRebateAfterOneEvent">Until the rebate has paid what is left then.</param>
public sealed record PaybackOutlook(double? YearsByRebate, double? EventsToPay, double? LeftAfterOneEvent, double? YearsByRebateAfterOneEvent);

/// <summary>What to order for one choice of devices, what it costs, and what that is worth.</summary>
public sealed record Bill
{
    /// <summary><see langword="null"/>: the plan as it stands.</summary>
    public string? OptionId { get; init; }

    public required string Name { get; init; }

    public required IReadOnlyList<BillLine> Lines { get; init; }

    public required SitePrice Devices { get; init; }

    /// <summary><see langword="null"/>: not given.</summary>
    public double? Labour { get; init; }

    /// <summary>A lower bound where a device has no price, or no labour was given.</summary>
    public required double Total { get; init; }

    public required PaybackOutlook Payback { get; init; }
}

/// <summary>Quantities and prices of a plan and of its options.</summary>
public static class BillOfMaterials
{
    /// <summary>The plan as it stands first, then its options in their order.</summary>
    /// <param name="plan">A checked plan.</param>
    public static IReadOnlyList<Bill> Of(Plan plan) =>
        [Of(plan, null, "As it stands"), .. plan.Options.Select(o => Of(plan with { Installation = o.Installation }, o.Id, o.Name))];

    private static Bill Of(Plan plan, string? optionId, string name)
    {
        SitePrice devices = SitePrice.Of(plan);
        double total = devices.Amount + (plan.Payback.Labour ?? 0);
        return new Bill
        {
            OptionId = optionId,
            Name = name,
            Lines = Lines(plan),
            Devices = devices,
            Labour = plan.Payback.Labour,
            Total = total,
            Payback = Outlook(total, plan.Payback),
        };
    }

    private static IReadOnlyList<BillLine> Lines(Plan plan)
    {
        var drives = plan.Installation.Drives.Select(d => (Spec: plan.SpecOf(d), For: plan.StopValve(d.StopValveId).Name)).GroupBy(d => d.Spec);
        var hubs = plan.Installation.Hubs.Select(h => (Spec: plan.SpecOf(h), For: h.Name)).GroupBy(h => h.Spec);
        var repeaters = plan.Installation.Repeaters.Select(r => (Spec: plan.SpecOf(r), For: r.Name)).GroupBy(r => r.Spec);
        var sensors = plan.Installation.Sensors.Select(s => (Spec: plan.SpecOf(s), For: s.Name)).GroupBy(s => s.Spec);
        return
        [
            .. drives.Select(g => Line(DeviceKind.Drive, g.Key.Id, g.Key.Name, g.Key.Price, [.. g.Select(d => d.For)])),
            .. hubs.Select(g => Line(DeviceKind.Hub, g.Key.Id, g.Key.Name, g.Key.Price, [.. g.Select(h => h.For)])),
            .. repeaters.Select(g => Line(DeviceKind.Repeater, g.Key.Id, g.Key.Name, g.Key.Price, [.. g.Select(r => r.For)])),
            .. sensors.OrderBy(g => g.Key.Name, StringComparer.Ordinal).Select(g => Line(DeviceKind.Sensor, g.Key.Id, g.Key.Name, g.Key.Price, [.. g.Select(s => s.For)])),
        ];
    }

    private static BillLine Line(DeviceKind kind, string id, string name, PriceFigure? price, IReadOnlyList<string> places) =>
        new(kind, id, name, places.Count, price, price is null ? null : price.Amount * places.Count, places);

    private static PaybackOutlook Outlook(double total, Payback figures)
    {
        double? left = total - figures.AvoidedEvent;
        return new PaybackOutlook(
            figures.RebatePerYear is > 0 ? total / figures.RebatePerYear : null,
            figures.AvoidedEvent is > 0 ? total / figures.AvoidedEvent : null,
            left,
            figures.RebatePerYear is > 0 && left is not null ? Math.Max(0, left.Value) / figures.RebatePerYear : null);
    }
}
