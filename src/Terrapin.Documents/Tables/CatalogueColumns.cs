using System.Text.Json;
using Terrapin.Core.Model;
using Terrapin.Documents.Quantities;

namespace Terrapin.Documents.Tables;

/// <summary>The columns of each kind of device, in their order.</summary>
public static class CatalogueColumns
{
    private static readonly TableColumn[] Name = [new("id", "id"), new("name", "name")];

    private static readonly TableColumn Radio = new("speaks", "radioId") { Label = "Radio it speaks", IsOptional = true, RefersTo = CatalogueList.Radios };

    private static readonly TableColumn[] Price =
        [new("price", "price/amount", "currency"), new("price standing", "price/provenance")];

    private static readonly TableColumn[] Battery =
    [
        new("battery capacity", "battery/capacityMah", "mA·h"),
        new("battery voltage", "battery/voltageV", "V"),
        new("battery usable", "battery/usableShare", "share"),
        new("battery self-discharge", "battery/selfDischargePerYear", "1/year"),
        new("battery cells", "battery/cells") { Label = "Cells it comes with", IsOptional = true, Words = typeof(BatteryCells) },
        new("battery count", "battery/count", "pieces") { Label = "Cells in it", IsOptional = true },
        new("battery size", "battery/size") { Label = "Size of a cell", IsOptional = true, Words = typeof(CellSize) },
        new("lithium allowed", "battery/lithiumAllowed") { Label = "Lithium cells allowed", IsOptional = true, Words = typeof(Answer) },
    ];

    internal static IReadOnlyList<TableColumn> Drives { get; } =
    [
        .. Name,
        new("mount", "mount") { Words = typeof(Mount) },
        Radio,
        .. Figure("rated torque", "ratedTorque", "nm", "N·m", TypedKind.Torque),
        .. Seconds("stroke", "stroke", how: "Open to shut."),
        .. Seconds("start", "start", how: "From the command to the first movement."),
        .. Figure("torque left on a weak battery", "batteryTorqueShare", "share", "share", how: "A share: 0.8 is four fifths."),
        new("supply", "supply") { Words = typeof(DriveSupply) },
        .. Figure("cord", "cord", "m", "m", TypedKind.Length),
        .. Figure("coldest on batteries", "coldestOnBatteries", "c", "°C", TypedKind.Temperature),
        .. Battery,
        new("standby current", "battery/standbyUa", "µA"),
        new("energy of a stroke", "battery/strokeJ", "J"),
        new("battery standing", "battery/provenance"),
        .. Figure("draw without the mains", "backupDraw", "ma", "mA", label: "Draw without the outlet, mA", how: "From a backup pack, strokes aside."),
        Millimetres("reach over the handle", "envelope/overTheHandleM"),
        Millimetres("reach across", "envelope/acrossM"),
        Millimetres("reach along", "envelope/alongM"),
        new("reach standing", "envelope/provenance"),
        new("plastic insert", "plasticInsert") { Label = "Puts plastic into the pipe", Words = typeof(Answer) },
        .. Range("collar", "fit/collar"),
        .. Range("stem flats", "fit/flats"),
        .. Range("handle thickness", "fit/handleThickness"),
        .. Range("pipe", "fit/pipe"),
        new("stands wet", "fit/standsWet") { IsOptional = true, Label = "Stands wet places", Words = typeof(Answer) },
        new("cord may be extended", "fit/cordMayBeExtended") { IsOptional = true, Words = typeof(Answer) },
        new("reports position", "reportsPosition") { IsOptional = true, Label = "Reports where the valve stands", Words = typeof(Answer) },
        .. Price,
    ];

    /// <summary>What a drive takes; tables from before there were such columns are read as well.</summary>
    private static TableColumn[] Range(string name, string path) =>
    [
        Millimetres($"{name} from", $"{path}/leastM") with { IsOptional = true },
        Millimetres($"{name} to", $"{path}/mostM") with { IsOptional = true },
        new($"{name} standing", $"{path}/provenance") { IsOptional = true },
    ];

    internal static IReadOnlyList<TableColumn> Sensors { get; } =
    [
        .. Name,
        new("kind", "kind") { Words = typeof(SensorKind) },
        Radio,
        Millimetres("contact gap", "contactGap/m") with { How = "Contacts above the floor." },
        new("contact gap standing", "contactGap/provenance"),
        .. Seconds("response", "response", how: "From wet to the radio message."),
        .. Seconds("radio", "radio", label: "Message on its way", how: "From the message to the hub."),
        .. Figure("cord or rope", "cord", "m", "m", TypedKind.Length, how: "As it is sold."),
        .. Battery,
        new("sleep current", "battery/sleepUa", "µA"),
        new("energy of a report", "battery/reportJ", "J"),
        new("report every", "battery/reportEveryS", "s", TypedKind.Duration),
        new("battery standing", "battery/provenance"),
        new("measures temperature", "measuresTemperature") { IsOptional = true, Label = "Measures the temperature", Words = typeof(Answer) },
        .. Price,
    ];

    internal static IReadOnlyList<TableColumn> Finishes { get; } = [.. Name, .. Figure("contact angle", "contactAngle", "deg", "°", TypedKind.Angle, how: "The steeper, the higher water stands.")];

    internal static IReadOnlyList<TableColumn> Hubs { get; } =
    [
        .. Name,
        .. Seconds("logic", "logic", how: "From a message in to the command out."),
        .. Price,
        .. Figure("most automations", "mostAutomations", "n", "automations", label: "Automations it holds", how: "Where it knows only if this then that.").Select(c => c with { IsOptional = true }),
        new("rules run outside", "logicInCloud") { Label = "A service outside runs its rules", IsOptional = true, Words = typeof(Answer) },
        new("speaks", "radioIds") { Label = "Radios it speaks", IsOptional = true, IsList = true, RefersTo = CatalogueList.Radios },
    ];

    internal static IReadOnlyList<TableColumn> Repeaters { get; } = [.. Name, Radio, .. Price];

    internal static IReadOnlyList<TableColumn> Radios { get; } =
    [
        .. Name,
        .. Figure("frequency", "frequency", "mhz", "MHz"),
        .. Figure("power", "power", "dbm", "dBm", how: "What goes into the antenna."),
        .. Figure("sensitivity", "sensitivity", "dbm", "dBm", how: "The weakest signal that is understood."),
        .. Figure("antenna gain", "antennaGain", "db", "dB", how: "At each end; an antenna inside a device is below 0."),
        .. Figure("hop limit", "hopLimit", "n", "hops", how: "How many times a message may be handed on; 0: straight to the hub."),
        .. Figure("devices per hub", "devicesPerHub", "n", "devices"),
        .. Figure("direct links per drive", "directLinksPerDrive", "n", "links"),
    ];

    private static TableColumn Millimetres(string name, string path) => new(name, path, "mm", TypedKind.SmallLength, 1000);

    private static TableColumn[] Seconds(string name, string path, string? label = null, string? how = null) => Figure(name, path, "s", "s", TypedKind.Duration, label, how);

    private static TableColumn[] Figure(string name, string path, string key, string unit, TypedKind? kind = null, string? label = null, string? how = null) =>
        [new(name, $"{path}/{key}", unit, kind) { Label = label, How = how }, new($"{name} standing", $"{path}/provenance")];

    /// <summary>What the screens show of each kind of device: the same figures, without where each comes from.</summary>
    public static IReadOnlyDictionary<CatalogueList, IReadOnlyList<DeviceFigure>> Shown { get; } =
        Enum.GetValues<CatalogueList>().ToDictionary(list => list, list => ShownOf(Of(list)));

    internal static IReadOnlyList<TableColumn> Of(CatalogueList list) => list switch
    {
        CatalogueList.Drives => Drives,
        CatalogueList.Sensors => Sensors,
        CatalogueList.Hubs => Hubs,
        CatalogueList.Repeaters => Repeaters,
        CatalogueList.Radios => Radios,
        _ => Finishes,
    };

    private static IReadOnlyList<DeviceFigure> ShownOf(IReadOnlyList<TableColumn> columns)
    {
        ILookup<string, string> keys = columns.Where(c => c.IsNumber && c.Path.Contains('/', StringComparison.Ordinal)).ToLookup(c => Split(c.Path).Path, c => Split(c.Path).Key);
        return [.. columns.Where(c => c.IsNumber || c.Words is not null || c.RefersTo is not null).Select(c =>
        {
            string label = c.Label ?? string.Concat(c.Name[..1].ToUpperInvariant(), c.Name.AsSpan(1), c.IsNumber && c.Kind is null && c.Unit is not ("share" or "currency") ? $", {c.Unit}" : "");
            if (c.RefersTo is { } list)
            {
                return new DeviceFigure(label, c.Path.Replace('/', '.'), c.How, RefersTo: list, IsList: c.IsList ? true : null);
            }

            if (c.Words is { } words)
            {
                return new DeviceFigure(label, c.Path.Replace('/', '.'), c.How, Words: JsonNamingPolicy.CamelCase.ConvertName(words.Name));
            }

            (string path, string key) = Split(c.Path);
            string[] together = [.. keys[path]];
            return new DeviceFigure(label, path.Replace('/', '.'), c.How, c.Kind ?? TypedKind.Number, key, Group: together.Length > 1 ? together : null);
        })];
    }

    private static (string Path, string Key) Split(string path) =>
        path.LastIndexOf('/') is var slash and >= 0 ? (path[..slash], path[(slash + 1)..]) : ("", path);
}

/// <summary>One figure of a device as a screen asks for it.</summary>
/// <param name="Label">What it is called.</param>
/// <param name="Path">Where it stands on the device, with dots.</param>
/// <param name="How">How it is meant, in one sentence.</param>
/// <param name="Kind">What is typed; <see langword="null"/> for a word.</param>
/// <param name="NumberKey">Of the number inside a figure that says where it comes from.</param>
/// <param name="Words">The type of the words that may be chosen.</param>
/// <param name="RefersTo">The list of the catalogue whose entries may be chosen.</param>
/// <param name="IsList">Whether several may be.</param>
/// <param name="Group">All the numbers under its path, where they are taken together or not at all.</param>
public sealed record DeviceFigure(string Label, string Path, string? How, TypedKind? Kind = null, string? NumberKey = null, string? Words = null, CatalogueList? RefersTo = null, bool? IsList = null, IReadOnlyList<string>? Group = null);
