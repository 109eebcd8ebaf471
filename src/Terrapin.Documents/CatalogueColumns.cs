using Terrapin.Documents.Quantities;

namespace Terrapin.Documents;

/// <summary>One column of a catalogue table.</summary>
/// <param name="Name">As it stands in the header, before its unit.</param>
/// <param name="Path">Where its value stands in the device's JSON, such as <c>ratedTorque/nm</c>.</param>
/// <param name="Unit">As written in the header; <see langword="null"/>: a text or a word.</param>
/// <param name="Kind">Other units of this kind may stand in the header of a table that is read; <see langword="null"/>: only
/// <paramref name="Unit"/> itself.</param>
/// <param name="Scale">How many of the unit are one of the plan's.</param>
internal sealed record CatalogueColumn(string Name, string Path, string? Unit = null, TypedKind? Kind = null, double Scale = 1)
{
    public string Header => Unit is null ? Name : $"{Name} [{Unit}]";

    /// <summary>Whether it holds a number.</summary>
    public bool IsNumber => Unit is not null;
}

/// <summary>The columns of each kind of device, in their order.</summary>
internal static class CatalogueColumns
{
    private static readonly CatalogueColumn[] Name = [new("id", "id"), new("name", "name")];

    private static readonly CatalogueColumn[] Price =
        [new("price", "price/amount", "currency"), new("price standing", "price/standing")];

    public static IReadOnlyList<CatalogueColumn> Drives { get; } =
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
        new("battery capacity", "battery/capacityMah", "mA·h"),
        new("battery voltage", "battery/voltageV", "V"),
        new("battery usable", "battery/usableShare", "share"),
        new("battery self-discharge", "battery/selfDischargePerYear", "1/year"),
        new("standby current", "battery/standbyUa", "µA"),
        new("energy of a stroke", "battery/strokeJ", "J"),
        new("battery standing", "battery/standing"),
        .. Figure("draw without the mains", "backupDraw", "ma", "mA"),
        Millimetres("reach over the handle", "envelope/overTheHandleM"),
        Millimetres("reach across", "envelope/acrossM"),
        Millimetres("reach along", "envelope/alongM"),
        new("reach standing", "envelope/standing"),
        new("plastic insert", "plasticInsert"),
        .. Price,
    ];

    public static IReadOnlyList<CatalogueColumn> Sensors { get; } =
    [
        .. Name,
        new("kind", "kind"),
        Millimetres("contact gap", "contactGap/m"),
        new("contact gap standing", "contactGap/standing"),
        .. Seconds("response", "response"),
        .. Seconds("radio", "radio"),
        .. Price,
    ];

    public static IReadOnlyList<CatalogueColumn> Hubs { get; } = [.. Name, .. Seconds("logic", "logic"), .. Price];

    private static CatalogueColumn Millimetres(string name, string path) => new(name, path, "mm", TypedKind.SmallLength, 1000);

    private static CatalogueColumn[] Seconds(string name, string path) => Figure(name, path, "s", "s", TypedKind.Duration);

    private static CatalogueColumn[] Figure(string name, string path, string key, string unit, TypedKind? kind = null) =>
        [new(name, $"{path}/{key}", unit, kind), new($"{name} standing", $"{path}/standing")];
}
