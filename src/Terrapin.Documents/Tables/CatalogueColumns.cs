using Terrapin.Documents.Quantities;

namespace Terrapin.Documents.Tables;

/// <summary>The columns of each kind of device, in their order.</summary>
internal static class CatalogueColumns
{
    private static readonly TableColumn[] Name = [new("id", "id"), new("name", "name")];

    private static readonly TableColumn[] Price =
        [new("price", "price/amount", "currency"), new("price standing", "price/provenance")];

    private static readonly TableColumn[] Battery =
    [
        new("battery capacity", "battery/capacityMah", "mA·h"),
        new("battery voltage", "battery/voltageV", "V"),
        new("battery usable", "battery/usableShare", "share"),
        new("battery self-discharge", "battery/selfDischargePerYear", "1/year"),
    ];

    public static IReadOnlyList<TableColumn> Drives { get; } =
    [
        .. Name,
        new("mount", "mount"),
        .. Figure("rated torque", "ratedTorque", "nm", "N·m", TypedKind.Torque),
        .. Seconds("stroke", "stroke"),
        .. Seconds("start", "start"),
        .. Figure("torque left on a weak battery", "batteryTorqueShare", "share", "share"),
        new("supply", "supply"),
        .. Figure("cord", "cord", "m", "m", TypedKind.Length),
        .. Figure("coldest on batteries", "coldestOnBatteries", "c", "°C", TypedKind.Temperature),
        .. Battery,
        new("standby current", "battery/standbyUa", "µA"),
        new("energy of a stroke", "battery/strokeJ", "J"),
        new("battery standing", "battery/provenance"),
        .. Figure("draw without the mains", "backupDraw", "ma", "mA"),
        Millimetres("reach over the handle", "envelope/overTheHandleM"),
        Millimetres("reach across", "envelope/acrossM"),
        Millimetres("reach along", "envelope/alongM"),
        new("reach standing", "envelope/provenance"),
        new("plastic insert", "plasticInsert"),
        .. Range("collar", "fit/collar"),
        .. Range("stem flats", "fit/flats"),
        .. Range("handle thickness", "fit/handleThickness"),
        .. Range("pipe", "fit/pipe"),
        new("stands wet", "fit/standsWet") { IsOptional = true },
        new("cord may be extended", "fit/cordMayBeExtended") { IsOptional = true },
        .. Price,
    ];

    /// <summary>What a drive takes; tables from before there were such columns are read as well.</summary>
    private static TableColumn[] Range(string name, string path) =>
    [
        Millimetres($"{name} from", $"{path}/leastM") with { IsOptional = true },
        Millimetres($"{name} to", $"{path}/mostM") with { IsOptional = true },
        new($"{name} standing", $"{path}/provenance") { IsOptional = true },
    ];

    public static IReadOnlyList<TableColumn> Sensors { get; } =
    [
        .. Name,
        new("kind", "kind"),
        Millimetres("contact gap", "contactGap/m"),
        new("contact gap standing", "contactGap/provenance"),
        .. Seconds("response", "response"),
        .. Seconds("radio", "radio"),
        .. Figure("cord or rope", "cord", "m", "m", TypedKind.Length),
        .. Battery,
        new("sleep current", "battery/sleepUa", "µA"),
        new("energy of a report", "battery/reportJ", "J"),
        new("report every", "battery/reportEveryS", "s", TypedKind.Duration),
        new("battery standing", "battery/provenance"),
        .. Price,
    ];

    public static IReadOnlyList<TableColumn> Finishes { get; } = [.. Name, .. Figure("contact angle", "contactAngle", "deg", "°")];

    public static IReadOnlyList<TableColumn> Hubs { get; } = [.. Name, .. Seconds("logic", "logic"), .. Price];

    private static TableColumn Millimetres(string name, string path) => new(name, path, "mm", TypedKind.SmallLength, 1000);

    private static TableColumn[] Seconds(string name, string path) => Figure(name, path, "s", "s", TypedKind.Duration);

    private static TableColumn[] Figure(string name, string path, string key, string unit, TypedKind? kind = null) =>
        [new(name, $"{path}/{key}", unit, kind), new($"{name} standing", $"{path}/provenance")];
}
